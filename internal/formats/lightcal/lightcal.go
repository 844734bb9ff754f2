// Package lightcal writes hours of good light as a calendar (iCalendar, RFC 5545).
package lightcal

import (
	"time"

	"figladder/internal/formats/ical"

	ics "github.com/arran4/golang-ical"
)

// Hours is one stretch of good light.
type Hours struct {
	From, To time.Time // instants
	Title    string
	Words    string
}

// Write returns the calendar. The same hours keep the same UID, so that reading the file again changes nothing.
func Write(name string, hours []Hours, now time.Time) []byte {
	c := ical.New("Light", name, now)
	for _, h := range hours {
		e := c.Add(name+h.From.UTC().Format(time.RFC3339)+h.Title, h.Title, h.Words)
		e.SetStartAt(h.From)
		e.SetEndAt(h.To)
		e.SetTimeTransparency(ics.TransparencyTransparent)
	}
	return c.Bytes()
}
