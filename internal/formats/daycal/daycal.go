// Package daycal writes a shoot's day as a calendar (iCalendar, RFC 5545).
package daycal

import (
	"crypto/sha256"
	"encoding/hex"
	"time"

	ics "github.com/arran4/golang-ical"
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

// Write returns the calendar. Instants are written in universal time, so that every reader shows them by its own clock,
// also across a change to summer time; the zone of the place is named. A job keeps its UID, so that a new file moves it.
func Write(shoot, name, zone string, entries []Entry, now time.Time) []byte {
	c := ics.NewCalendar()
	c.SetProductId("-//Fig Ladder//Day//EN")
	c.SetMethod(ics.MethodPublish)
	c.SetName(name)
	c.SetXWRCalName(name)
	c.SetXWRTimezone(zone)
	for _, x := range entries {
		sum := sha256.Sum256([]byte(shoot + "/" + x.Key))
		e := c.AddEvent(hex.EncodeToString(sum[:12]) + "@fig-ladder")
		e.SetDtStampTime(now)
		e.SetStartAt(x.From)
		e.SetEndAt(x.To)
		e.SetSummary(x.Title)
		e.SetDescription(x.Words)
		if x.Alarm {
			alarm := e.AddAlarm()
			alarm.SetAction(ics.ActionDisplay)
			alarm.SetTrigger(remindMin)
			alarm.SetDescription(x.Title)
		}
	}
	return []byte(c.Serialize(ics.WithNewLineWindows))
}
