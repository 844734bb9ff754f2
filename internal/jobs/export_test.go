package jobs

import "time"

// Hurried makes retries come at once, and what hangs be given up soon, until it is called back.
func Hurried(base time.Duration) (back func()) {
	was, in := retryBase, deliverIn
	retryBase, deliverIn = base, 4*time.Second
	return func() { retryBase, deliverIn = was, in }
}
