package brief

import (
	"strings"
	"time"

	"figladder/internal/craft/brief"
)

// Under is the line under a printed title: what it is, and the day.
func Under(what string, b brief.Brief) string {
	parts := []string{what}
	if day, err := time.Parse("2006-01-02", b.When); err == nil {
		parts = append(parts, day.Format("Monday 2 January 2006"))
	}
	if b.Where != "" {
		parts = append(parts, b.Where)
	}
	return strings.Join(parts, " · ")
}

// Join puts parts together with what stands between them, leaving out empty ones.
func Join(by string, parts ...string) string {
	var kept []string
	for _, p := range parts {
		if p != "" {
			kept = append(kept, p)
		}
	}
	return strings.Join(kept, by)
}
