package finals

import (
	"fmt"
	"slices"
	"strings"

	"figladder/internal/craft/release"
)

// Route says of every final which outlet takes it: one of its shape that takes as many pixels
// as the brief asks for, one of its own name first. What none takes is handed over as a file.
func (f *Followed) Route(outlets []release.Outlet) {
	for i := range f.Finals {
		x := &f.Finals[i]
		x.Outlet, x.Handed = route(*x, outlets)
	}
}

func route(x Final, outlets []release.Outlet) (key, words string) {
	all := slices.DeleteFunc(slices.Clone(outlets), func(o release.Outlet) bool { return o.Shape != x.Shape })
	if len(all) == 0 {
		return "", fmt.Sprintf("No outlet takes %s: hand it over as a file of at least %d px.", x.Shape, x.LongPx)
	}
	large := slices.DeleteFunc(slices.Clone(all), func(o release.Outlet) bool { return o.MostLongPx > 0 && o.MostLongPx < x.LongPx })
	if len(large) == 0 {
		o := slices.MaxFunc(all, func(a, b release.Outlet) int { return a.MostLongPx - b.MostLongPx })
		return "", fmt.Sprintf("%s takes %d px at the most, and the brief asks for %d: hand it over as a file.", o.Name, o.MostLongPx, x.LongPx)
	}
	best := large[0]
	for _, o := range large {
		if strings.EqualFold(strings.TrimSpace(o.Name), strings.TrimSpace(x.Name)) {
			best = o
			break
		}
	}
	return best.Key, "Goes to " + best.Name + "."
}
