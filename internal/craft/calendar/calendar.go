// Package calendar is what Fig Ladder takes for a day.
package calendar

import "time"

// IsDay reports whether s is a day that a studio may write: YYYY-MM-DD, 1990 to
// 2200.
func IsDay(s string) bool {
	t, err := time.Parse("2006-01-02", s)
	return err == nil && t.Year() >= 1990 && t.Year() <= 2200
}
