package jobs

import "time"

// Hurried makes waiting for another try grow from less, and gives what puts it back.
func Hurried(base time.Duration) (back func()) {
	was := retryBase
	retryBase = base
	return func() { retryBase = was }
}
