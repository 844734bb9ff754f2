package core

import (
	"context"
	"fmt"
	"runtime"
	"sync"
	"time"

	"golang.org/x/sync/semaphore"
)

// CrowdError says that too much was asked at once, and when to try again.
type CrowdError struct {
	AfterS int
	Busy   bool // it is not that it was tried too often: the machine has enough to do
}

func (e *CrowdError) Error() string {
	if e.Busy {
		return fmt.Sprintf("The server has enough to work out just now. Wait %d seconds, then try again.", e.AfterS)
	}
	return fmt.Sprintf("That was tried too often. Wait %d seconds, then try again.", e.AfterS)
}

// turns hands the machine out. Whoever asks for something heavy waits for their own
// earlier wish first and for a free core then, so that one person's many wishes never
// stand before another's one. The zero value is ready.
type turns struct {
	mu      sync.Mutex
	lines   map[string]*line
	machine *semaphore.Weighted
}

// line is one person's wishes: one at a time.
type line struct {
	one     *semaphore.Weighted
	waiting int
}

// take waits for a turn and returns what gives it back; width is how many may run at
// once, the same at every call. A wait ends with ctx.
func (t *turns) take(ctx context.Context, person string, width int) (done func(), err error) {
	t.mu.Lock()
	if t.machine == nil {
		t.machine, t.lines = semaphore.NewWeighted(int64(width)), map[string]*line{}
	}
	l := t.lines[person]
	if l == nil {
		l = &line{one: semaphore.NewWeighted(1)}
		t.lines[person] = l
	}
	l.waiting++
	t.mu.Unlock()
	leave := func() {
		t.mu.Lock()
		defer t.mu.Unlock()
		if l.waiting--; l.waiting == 0 {
			delete(t.lines, person)
		}
	}
	if err := l.one.Acquire(ctx, 1); err != nil {
		leave()
		return nil, err
	}
	if err := t.machine.Acquire(ctx, 1); err != nil {
		l.one.Release(1)
		leave()
		return nil, err
	}
	return func() {
		t.machine.Release(1)
		l.one.Release(1)
		leave()
	}, nil
}

// ahead is how many wishes run or wait.
func (t *turns) ahead() int {
	t.mu.Lock()
	defer t.mu.Unlock()
	n := 0
	for _, l := range t.lines {
		n += l.waiting
	}
	return n
}

type askerKey struct{}

// Asking notes in a context for whom things are worked out.
func Asking(ctx context.Context, w Who) context.Context {
	return context.WithValue(ctx, askerKey{}, w)
}

// Asker is the person of a context; nobody when none was noted.
func Asker(ctx context.Context) Who {
	w, _ := ctx.Value(askerKey{}).(Who)
	return w
}

// waitFor is how long a turn is waited for: whoever would wait longer asks again.
const waitFor = 10 * time.Second

// Turn waits until what ctx's person asks for may be worked out.
func (s *Core) Turn(ctx context.Context) (done func(), err error) {
	wait, cancel := context.WithTimeout(ctx, waitFor)
	defer cancel()
	done, err = s.atOnce.take(wait, Asker(ctx).ID, runtime.GOMAXPROCS(0))
	if err != nil && ctx.Err() == nil {
		return nil, &CrowdError{AfterS: 5, Busy: true}
	}
	return done, err
}

// LongTurn waits until a search or a picture of ctx's person may be made. Each takes every
// core and much memory, so that they go one after the other.
func (s *Core) LongTurn(ctx context.Context) (done func(), err error) {
	return s.longer.take(ctx, Asker(ctx).ID, 1)
}

// Ahead is how many wait or are at work on searches and pictures.
func (s *Core) Ahead() int { return s.longer.ahead() }
