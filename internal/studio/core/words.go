package core

import (
	"fmt"
	"time"
)

// DayOf is a shoot's day in words.
func DayOf(day string) string {
	if t, err := time.Parse("2006-01-02", day); err == nil {
		return t.Format("2 January 2006")
	}
	return "no day yet"
}

// Plural counts a thing in words: "1 card", "3 cards".
func Plural(n int, word string) string {
	if n == 1 {
		return "1 " + word
	}
	return fmt.Sprintf("%d %ss", n, word)
}
