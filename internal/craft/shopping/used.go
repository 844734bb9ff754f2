package shopping

import (
	"fmt"
	"slices"

	"figladder/internal/craft/measure"
)

// Leftover is what was left of something at the end of a shoot.
type Leftover struct {
	Key    string  `json:"key" maxLength:"200" doc:"Key of the line"`
	Thing  string  `json:"thing" maxLength:"200" doc:"What it is"`
	Unit   string  `json:"unit" maxLength:"60" doc:"g, ml, a named piece, or empty for a count"`
	Bought float64 `json:"bought" minimum:"0" maximum:"1000000" doc:"How much was bought, in its unit"`
	Share  float64 `json:"share" minimum:"0" maximum:"1" doc:"How much of it was left, as a share"`
}

// LeftOf is how much of a line was left, and whether anybody said so.
func (c Choices) LeftOf(key string) (share float64, said bool) {
	for _, l := range c.Left {
		if l.Key == key {
			return l.Share, true
		}
	}
	return 0, false
}

// WithLeft is the choices with how much was left of a line, in place of what was said before; nil for nothing said.
func (c Choices) WithLeft(l Line, share *float64) Choices {
	c.Left = slices.DeleteFunc(slices.Clone(c.Left), func(x Leftover) bool { return x.Key == l.Key })
	if share != nil {
		c.Left = append(c.Left, Leftover{Key: l.Key, Thing: l.Thing, Unit: l.Unit, Bought: l.Bought, Share: *share})
	}
	return c
}

// Before is what an earlier shoot had left of something.
type Before struct {
	Leftover
	Shoot string
}

// much is from what share on so much was left that the next list is worth a look (start value of our own).
const much = 0.25

// Remember puts on each line what was left of it on the last of earlier shoots that says so, the latest first.
func (l *List) Remember(earlier []Before) {
	for i := range l.Lines {
		line := &l.Lines[i]
		at := slices.IndexFunc(earlier, func(b Before) bool { return b.Key == line.Key })
		if at < 0 {
			continue
		}
		switch b := earlier[at]; {
		case b.Share == 0:
			line.LastTime = fmt.Sprintf("none left at %s", b.Shoot)
		case b.Share >= much:
			left := measure.Ratio(int64(b.Bought*b.Share*100+0.5), 100)
			line.LastTime = fmt.Sprintf("%s of %s left at %s", amountShown(left, b.Unit), amountShown(measure.Ratio(int64(b.Bought*100+0.5), 100), b.Unit), b.Shoot)
		}
	}
}
