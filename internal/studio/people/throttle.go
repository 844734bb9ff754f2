package people

import (
	"sync"
	"time"

	"figladder/internal/studio/core"
)

// throttle slows wrong tries down, by where they come from and by whom they are for. The zero value is ready.
type throttle struct {
	tries core.Throttle
	mu    sync.Mutex
	known map[string]bool // address and email that fitted before
}

// pace holds from one address; for one email the same from all addresses that it never signed in from.
var pace = core.Pace{AtOnce: 10, Every: 6 * time.Second}

const mostKnown = 20_000

// try takes a try, or says how long to wait.
func (t *throttle) try(now time.Time, address, email string) error {
	keys := []string{"from " + address}
	t.mu.Lock()
	if !t.known[address+" "+email] {
		keys = append(keys, "for "+email)
	}
	t.mu.Unlock()
	return t.tries.Try(now, pace, keys...)
}

// fits notes that a try was right: what led to it is forgotten.
func (t *throttle) fits(address, email string) {
	t.tries.Fits("from "+address, "for "+email)
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.known == nil {
		t.known = map[string]bool{}
	}
	if len(t.known) < mostKnown {
		t.known[address+" "+email] = true
	}
}
