package shopping

import (
	"fmt"
	"strings"
)

// Other is another shoot's list, of days on which one might shop for both.
type Other struct {
	Shoot string
	On    string // its day, in words
	List  List
}

// Across puts on each line that keeps what other shoots need of it too, so that it is bought in one go (handbook R5). What has to be
// fresh on the day is bought for each.
func (l *List) Across(others []Other) {
	for i := range l.Lines {
		line := &l.Lines[i]
		if line.Fresh {
			continue
		}
		sum := line.Need
		var at []string
		for _, o := range others {
			for _, x := range o.List.Lines {
				if x.Key == line.Key && x.Unit == line.Unit && !x.Fresh && !x.Ticked {
					sum = sum.Add(x.Need)
					at = append(at, fmt.Sprintf("%s for %s, %s", x.NeedShown, o.Shoot, o.On))
				}
			}
		}
		if len(at) > 0 {
			line.Across = fmt.Sprintf("also %s: %s together", strings.Join(at, "; "), amountShown(sum, line.Unit))
		}
	}
}
