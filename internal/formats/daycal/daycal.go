// Package daycal writes a shoot's day as a calendar (iCalendar, RFC 5545).
package daycal

import (
	"time"

	"figladder/internal/formats/ical"
)

// Entry is one job of a day.
type Entry struct {
	Key      string
	From, To time.Time // instants
	Title    string
	Words    string
	Alarm    bool // with a reminder
}

// remindMin is how long before an entry its reminder comes, minutes.
const remindMin = "-PT5M"

// At is an instant so many minutes after midnight of a day by the clock on the wall: on a day whose clock changes 09:00
// stays 09:00.
func At(midnight time.Time, minutes int) time.Time {
	y, m, d := midnight.Date()
	return time.Date(y, m, d, 0, minutes, 0, 0, midnight.Location())
}

// Write returns the calendar; the zone of the place is named, so that a change to summer time is told as there. A job keeps its UID, so
// that a new file moves it.
func Write(shoot, name, zone string, entries []Entry, now time.Time) []byte {
	c := ical.New("Day", name, now)
	c.SetXWRTimezone(zone)
	for _, x := range entries {
		e := c.Add(shoot+"/"+x.Key, x.Title, x.Words)
		e.SetStartAt(x.From)
		e.SetEndAt(x.To)
		if x.Alarm {
			ical.Remind(e, remindMin, x.Title)
		}
	}
	return c.Bytes()
}
