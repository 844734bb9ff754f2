package core

import (
	"math"
	"sync"
	"time"

	"golang.org/x/time/rate"
)

// Pace is how often something may be tried: so often at once, and once more after each while.
type Pace struct {
	AtOnce int
	Every  time.Duration
}

// Throttle slows tries down, each counted under keys such as where it comes from. It lives in memory: a restart forgets it,
// which costs a guesser more than it gives. The zero value is ready.
type Throttle struct {
	mu    sync.Mutex
	tries map[string]*rate.Limiter
}

// mostNoted is how many keys are held.
const mostNoted = 20_000

// Try takes a try under all of the keys, or says how long to wait: a *CrowdError.
func (t *Throttle) Try(now time.Time, pace Pace, keys ...string) error {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.tries == nil {
		t.tries = map[string]*rate.Limiter{}
	}
	for _, k := range keys {
		l := t.tries[k]
		if l == nil {
			t.forget(now)
			l = rate.NewLimiter(rate.Every(pace.Every), pace.AtOnce)
			t.tries[k] = l
		}
		if r := l.ReserveN(now, 1); r.DelayFrom(now) > 0 {
			wait := r.DelayFrom(now)
			r.CancelAt(now)
			return &CrowdError{AfterS: int(math.Ceil(wait.Seconds()))}
		}
	}
	return nil
}

// Fits notes that a try under keys was right: what led to it is forgotten.
func (t *Throttle) Fits(keys ...string) {
	t.mu.Lock()
	defer t.mu.Unlock()
	for _, k := range keys {
		delete(t.tries, k)
	}
}

// forget drops those that are as good as new, when there are many.
func (t *Throttle) forget(now time.Time) {
	if len(t.tries) < mostNoted {
		return
	}
	for k, l := range t.tries {
		if l.TokensAt(now) >= float64(l.Burst()) {
			delete(t.tries, k)
		}
	}
	if len(t.tries) >= mostNoted {
		clear(t.tries) // rather let a few more tries through than grow without end
	}
}
