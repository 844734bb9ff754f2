package core

import (
	"context"
	"crypto/rand"
	"encoding/hex"
	"log/slog"
	"runtime/debug"
	"sync"
	"time"

	"figladder/internal/store"
)

// Work is what is asked of anything that takes a while: how far it is.
type Work struct {
	ID     string  `json:"id" doc:"Its key"`
	Share  float64 `json:"share" doc:"How far it is, 0 to 1"`
	Done   bool    `json:"done" doc:"Whether it has ended"`
	Failed string  `json:"failed" doc:"Why it ended early; empty otherwise"`
}

func (w *Work) work() *Work { return w }

// Works are what runs on this server and can be asked about while it does: T is what is
// told of each. They change nothing until they are done, so a restart may lose them.
type Works[T any, P interface {
	*T
	work() *Work
}] struct {
	mu     sync.Mutex
	all    map[string]*running[T]
	group  sync.WaitGroup
	closed bool
}

type running[T any] struct {
	told   T
	of     string // what it is about: a newer one takes its place; empty for nothing
	person string // who asked for it
	gone   bool   // it was cancelled, and only has to notice
	cancel context.CancelFunc
	began  time.Time
}

// keepWorks is how long what has ended can still be asked about.
const keepWorks = 10 * time.Minute

// Order is something that is to run a while.
type Order[T any] struct {
	First T      // what is told of it at first
	Of    string // what it is about: a newer one takes its place; empty for nothing
	Most  int    // how many of one person may run or wait
	Busy  string // what is said when so many do, with their number
	// do is handed tell, which changes what is told of it; what it returns is why it ended
	// early, or nothing.
	Do func(ctx context.Context, tell func(func(*T))) string
}

// Begin starts an order in the background, for the person who asks.
func (w *Works[T, P]) Begin(ctx context.Context, now time.Time, o Order[T]) (*T, error) {
	key := make([]byte, 12)
	if _, err := rand.Read(key); err != nil {
		return nil, err
	}
	who := Asker(ctx)
	ctx, cancel := context.WithCancel(Asking(context.Background(), who))
	r := &running[T]{told: o.First, of: o.Of, person: who.ID, cancel: cancel, began: now}
	P(&r.told).work().ID = hex.EncodeToString(key)
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.closed {
		cancel()
		return nil, Rule("The server is stopping. Ask again in a moment.")
	}
	if w.all == nil {
		w.all = map[string]*running[T]{}
	}
	count := 0
	for id, old := range w.all {
		switch done := P(&old.told).work().Done; {
		case done && now.Sub(old.began) > keepWorks:
			delete(w.all, id)
		case done || old.gone:
		case o.Of != "" && old.of == o.Of:
			old.gone = true
			old.cancel()
		case old.person == who.ID:
			count++
		}
	}
	if count >= o.Most {
		cancel()
		return nil, Rule(o.Busy, count)
	}
	w.all[P(&r.told).work().ID] = r
	w.group.Go(func() { w.run(ctx, r, o.Do) })
	out := r.told
	return &out, nil
}

// run does it, and tells how it ended. A panic ends the one work, not the server.
func (w *Works[T, P]) run(ctx context.Context, r *running[T], do func(context.Context, func(func(*T))) string) {
	defer r.cancel()
	tell := func(change func(*T)) {
		w.mu.Lock()
		defer w.mu.Unlock()
		change(&r.told)
	}
	failed := "Something went wrong on our side; nothing was changed."
	defer func() {
		if v := recover(); v != nil {
			slog.Error("a running work panicked", "value", v, "stack", string(debug.Stack()))
		}
		tell(func(t *T) {
			at := P(t).work()
			if at.Done, at.Failed = true, failed; failed == "" {
				at.Share = 1
			}
		})
	}()
	failed = do(ctx, tell)
}

// Close cancels all that runs and waits until it has ended, or ctx has.
func (w *Works[T, P]) Close(ctx context.Context) error {
	w.mu.Lock()
	w.closed = true
	for _, r := range w.all {
		r.cancel()
	}
	w.mu.Unlock()
	ended := make(chan struct{})
	go func() { w.group.Wait(); close(ended) }()
	select {
	case <-ended:
		return nil
	case <-ctx.Done():
		return ctx.Err()
	}
}

// Find tells how far something is.
func (w *Works[T, P]) Find(id string) (*T, error) {
	w.mu.Lock()
	defer w.mu.Unlock()
	r, ok := w.all[id]
	if !ok {
		return nil, store.ErrNotFound
	}
	out := r.told
	return &out, nil
}

// Stop cancels something; what is told of it stays.
func (w *Works[T, P]) Stop(id string) error {
	w.mu.Lock()
	defer w.mu.Unlock()
	r, ok := w.all[id]
	if !ok {
		return store.ErrNotFound
	}
	r.gone = true
	r.cancel()
	return nil
}
