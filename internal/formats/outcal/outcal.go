// Package outcal writes what goes out and what has to come down as a calendar (iCalendar, RFC 5545).
package outcal

import (
	"time"

	"figladder/internal/formats/ical"

	ics "github.com/arran4/golang-ical"
)

// Entry is one thing that happens.
type Entry struct {
	Key   string     // stable: a new file moves the entry of the old one
	Day   string     // YYYY-MM-DD
	At    *time.Time // nil for all day
	Title string
	Words string
	Alarm bool // with a reminder
}

// Reminders: an hour before a moment, and in the morning of the day before for what takes a day (values of our own).
const (
	remindBefore  = "-PT1H"
	remindDayPrev = "-PT15H"
)

// Write returns the calendar. Days are written as days, which are the same wherever they are read. A day that is none is left out.
func Write(name string, entries []Entry, now time.Time) []byte {
	c := ical.New("Out", name, now)
	for _, x := range entries {
		day, err := time.Parse(time.DateOnly, x.Day)
		if err != nil {
			continue
		}
		e := c.Add("out/"+x.Key, x.Title, x.Words)
		remind := remindDayPrev
		if x.At != nil {
			remind = remindBefore
			e.SetStartAt(*x.At)
			e.SetEndAt(x.At.Add(15 * time.Minute))
		} else {
			e.SetAllDayStartAt(day)
			e.SetAllDayEndAt(day.AddDate(0, 0, 1))
		}
		e.SetTimeTransparency(ics.TransparencyTransparent)
		if x.Alarm {
			ical.Remind(e, remind, x.Title)
		}
	}
	return c.Bytes()
}
