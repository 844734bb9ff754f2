// Package lightcal writes hours of good light as a calendar (iCalendar, RFC 5545).
package lightcal

import (
	"crypto/sha256"
	"encoding/hex"
	"time"

	ics "github.com/arran4/golang-ical"
)

// Hours is one stretch of good light.
type Hours struct {
	From, To time.Time // instants
	Title    string
	Words    string
}

// Write returns the calendar. Instants are written in universal time, so that every
// reader shows them by its own clock; the same hours keep the same UID, so that
// reading the file again changes nothing.
func Write(name string, hours []Hours, now time.Time) []byte {
	c := ics.NewCalendar()
	c.SetProductId("-//Fig Ladder//Light//EN")
	c.SetMethod(ics.MethodPublish)
	c.SetName(name)
	c.SetXWRCalName(name)
	for _, h := range hours {
		sum := sha256.Sum256([]byte(name + h.From.UTC().Format(time.RFC3339) + h.Title))
		e := c.AddEvent(hex.EncodeToString(sum[:12]) + "@fig-ladder")
		e.SetDtStampTime(now)
		e.SetStartAt(h.From)
		e.SetEndAt(h.To)
		e.SetSummary(h.Title)
		e.SetDescription(h.Words)
		e.SetTimeTransparency(ics.TransparencyTransparent)
	}
	return []byte(c.Serialize(ics.WithNewLineWindows))
}
