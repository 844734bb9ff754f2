// Package ical is what every calendar that is written has alike (iCalendar, RFC 5545).
package ical

import (
	"crypto/sha256"
	"encoding/hex"
	"time"

	ics "github.com/arran4/golang-ical"
)

// Calendar is one to be written. Moments are written in universal time, so that every reader shows them by its own clock.
type Calendar struct {
	*ics.Calendar
	now time.Time
}

// New begins a calendar of a kind ("Day"), with the name a reader shows.
func New(kind, name string, now time.Time) *Calendar {
	c := ics.NewCalendar()
	c.SetProductId("-//Fig Ladder//" + kind + "//EN")
	c.SetMethod(ics.MethodPublish)
	c.SetName(name)
	c.SetXWRCalName(name)
	return &Calendar{c, now}
}

// Add adds an event. The same key keeps the same UID, so that a new file moves the event of the old one.
func (c *Calendar) Add(key, title, words string) *ics.VEvent {
	sum := sha256.Sum256([]byte(key))
	e := c.AddEvent(hex.EncodeToString(sum[:12]) + "@fig-ladder")
	e.SetDtStampTime(c.now)
	e.SetSummary(title)
	e.SetDescription(words)
	return e
}

// Remind has an event rung for, so long before it ("-PT5M").
func Remind(e *ics.VEvent, before, words string) {
	alarm := e.AddAlarm()
	alarm.SetAction(ics.ActionDisplay)
	alarm.SetTrigger(before)
	alarm.SetDescription(words)
}

// Bytes is the calendar as a file.
func (c *Calendar) Bytes() []byte { return []byte(c.Serialize(ics.WithNewLineWindows)) }
