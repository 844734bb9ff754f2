package sun

import (
	"fmt"
	"time"
	_ "time/tzdata" // zones travel with the program
)

// Instant returns the instant of a wall clock: day YYYY-MM-DD, clock HH:MM, zone an
// IANA name. An hour that summer time leaves out is taken as the same number of
// minutes later; one that comes twice is the first.
func Instant(day, clock, zone string) (time.Time, error) {
	where, err := time.LoadLocation(zone)
	if err != nil || zone == "" {
		return time.Time{}, fmt.Errorf("“%s” is no time zone. Write it as Europe/London", zone)
	}
	t, err := time.ParseInLocation("2006-01-02 15:04", day+" "+clock, where)
	if err != nil {
		return time.Time{}, fmt.Errorf("“%s %s” is no day and hour. Write them as 2026-12-03 and 11:00", day, clock)
	}
	return t.UTC(), nil
}
