package release

import (
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finding"
)

// farthestYears is how far ahead an hour may lie: farther is a slip of the hand.
const farthestYears = 2

// Hour says what of the hour at which a picture is to go out cannot be accepted.
func Hour(at, now time.Time) []finding.FieldProblem {
	switch {
	case !at.After(now):
		return []finding.FieldProblem{{Path: "at", Words: "That hour is over. Choose one to come, or send it now."}}
	case at.After(now.AddDate(farthestYears, 0, 0)):
		return []finding.FieldProblem{{Path: "at", Words: "That is more than two years from now. Look at the year."}}
	}
	return nil
}

// Until is the last day on which a shoot's pictures may stand at an outlet, of all rights that hold there on a day or follow on without a
// gap, YYYY-MM-DD; empty where nothing ends it.
func Until(b brief.Brief, outlet string, day string) string {
	last := ""
	for again := true; again; { // a right that begins the day after another ends goes on where it left off
		again = false
		from := day
		if last != "" {
			from = dayAfter(last)
		}
		for _, r := range b.Rights {
			if !r.Covers(outlet, from) {
				continue
			}
			if r.Until == "" {
				return ""
			}
			if r.Until > last {
				last, again = r.Until, true
			}
		}
	}
	return last
}

func dayAfter(day string) string {
	t, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return day
	}
	return t.AddDate(0, 0, 1).Format(time.DateOnly)
}
