package people

import (
	"math"
	"sync"
	"time"

	"figladder/internal/studio/core"
	"golang.org/x/time/rate"
)

// throttle slows wrong tries down, by where they come from and by whom they are for. It
// lives in memory: a restart forgets it, which costs a guesser more than it gives. The zero
// value is ready.
type throttle struct {
	mu    sync.Mutex
	tries map[string]*rate.Limiter
	known map[string]bool // address and email that fitted before
}

// From one address ten tries at once and one in six seconds after; for one email the same
// from all addresses that it never signed in from.
const (
	triesAtOnce = 10
	tryEvery    = 6 * time.Second
	mostNoted   = 20_000
)

// try takes a try, or says how long to wait.
func (t *throttle) try(now time.Time, address, email string) error {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.tries == nil {
		t.tries, t.known = map[string]*rate.Limiter{}, map[string]bool{}
	}
	keys := []string{"from " + address}
	if !t.known[address+" "+email] {
		keys = append(keys, "for "+email)
	}
	for _, k := range keys {
		l := t.tries[k]
		if l == nil {
			t.forget(now)
			l = rate.NewLimiter(rate.Every(tryEvery), triesAtOnce)
			t.tries[k] = l
		}
		if r := l.ReserveN(now, 1); r.DelayFrom(now) > 0 {
			wait := r.DelayFrom(now)
			r.CancelAt(now)
			return &core.CrowdError{AfterS: int(math.Ceil(wait.Seconds()))}
		}
	}
	return nil
}

// fits notes that a try was right: what led to it is forgotten.
func (t *throttle) fits(address, email string) {
	t.mu.Lock()
	defer t.mu.Unlock()
	delete(t.tries, "from "+address)
	delete(t.tries, "for "+email)
	if len(t.known) < mostNoted {
		t.known[address+" "+email] = true
	}
}

// forget drops those that are as good as new, when there are many.
func (t *throttle) forget(now time.Time) {
	if len(t.tries) < mostNoted {
		return
	}
	for k, l := range t.tries {
		if l.TokensAt(now) >= triesAtOnce {
			delete(t.tries, k)
		}
	}
	if len(t.tries) >= mostNoted {
		clear(t.tries) // rather let a few more tries through than grow without end
	}
}
