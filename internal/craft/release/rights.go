package release

import (
	"fmt"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finding"
)

// soon is how many days before a right ends it is told (a value of our own).
const soon = 14

// May says whether a shoot's pictures may be shown at an outlet at a moment: not before its embargo is over, and where rights
// are written down, only where one of them allows it. Days begin and end at midnight in the shoot's zone; without one, in UTC.
// A right that ends soon is told.
func May(b brief.Brief, o Outlet, at time.Time) []finding.Finding {
	out := []finding.Finding{}
	today := at.In(ZoneOf(b)).Format(time.DateOnly)
	stop := func(code, subject, measure, limit, because, try string) {
		out = append(out, finding.Finding{Code: code, Severity: finding.Stop, Subject: subject, Measure: measure, Limit: limit, Because: because, Try: []finding.Try{finding.Hands(try)}})
	}
	if b.Embargo != "" && today < b.Embargo {
		stop("embargo", "Embargo", "today is "+dayWords(today), "not before "+dayWords(b.Embargo), "It was promised that nothing of this shoot is shown before.", "Wait, or have the day changed in the brief by who set it")
	}
	if len(b.Rights) == 0 {
		return out
	}
	last, found := "", false
	for _, r := range b.Rights {
		if !r.Covers(o.Key, today) {
			continue
		}
		if !found || last != "" && (r.Until == "" || r.Until > last) {
			last = r.Until
		}
		found = true
	}
	switch {
	case !found:
		stop("rights", "Rights", "none for "+o.Name+" today", "a right that holds", "Nobody was given leave to show these pictures there now.", "Agree on it, and write it down in the brief")
	case last != "":
		from, _ := time.Parse(time.DateOnly, today)
		to, _ := time.Parse(time.DateOnly, last)
		if days := int(to.Sub(from).Hours() / 24); days <= soon {
			left := fmt.Sprintf("%d days left", days)
			if days == 0 {
				left = "ends at midnight"
			}
			out = append(out, finding.Finding{Code: "rights-end", Severity: finding.Care, Subject: "Rights", Measure: left, Limit: "until " + dayWords(last),
				Because: "What is shown there has to be taken down when the right ends.", Try: []finding.Try{finding.Hands("Ask for longer, or note the day for taking it down")}})
		}
	}
	return out
}

// ZoneOf is where a shoot's days begin and end; UTC where nobody said.
func ZoneOf(b brief.Brief) *time.Location {
	zone, err := time.LoadLocation(b.Zone)
	if err != nil {
		return time.UTC
	}
	return zone
}

func dayWords(day string) string {
	t, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return day
	}
	return t.Format("2 January 2006")
}
