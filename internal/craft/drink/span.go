package drink

import (
	"fmt"
	"strings"
)

// Told is a range of seconds in words, as coarse as it is.
func (s Span) Told() string {
	unit := func(v float64) string {
		switch {
		case v < 90:
			return fmt.Sprintf("%.0f s", v)
		case v < 5400:
			return fmt.Sprintf("%.0f min", v/60)
		}
		return fmt.Sprintf("%.1f h", v/3600)
	}
	a, b := unit(s.From), unit(s.To)
	if a == b {
		return a
	}
	if i, j := strings.Index(a, " "), strings.Index(b, " "); a[i:] == b[j:] { // one unit is enough
		a = a[:i]
	}
	return a + " to " + b
}
