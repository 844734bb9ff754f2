package studio

import (
	"context"
	"crypto/rand"
	"encoding/hex"
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

// works are what runs on this server and can be asked about while it does: T is what is
// told of each. They change nothing until they are done, so a restart may lose them.
type works[T any, P interface {
	*T
	work() *Work
}] struct {
	mu  sync.Mutex
	all map[string]*running[T]
}

type running[T any] struct {
	told   T
	of     string // what it is about: a newer one takes its place; empty for nothing
	cancel context.CancelFunc
	began  time.Time
}

// keepWorks is how long what has ended can still be asked about.
const keepWorks = 10 * time.Minute

// begin starts do in the background, and refuses with busy's words when so many run
// already. do is handed tell, which changes what is told of it; what it returns is why it
// ended early, or nothing.
func (w *works[T, P]) begin(now time.Time, first T, of string, most int, busy string, do func(ctx context.Context, tell func(func(*T))) string) (*T, error) {
	key := make([]byte, 12)
	if _, err := rand.Read(key); err != nil {
		return nil, err
	}
	ctx, cancel := context.WithCancel(context.Background())
	r := &running[T]{told: first, of: of, cancel: cancel, began: now}
	P(&r.told).work().ID = hex.EncodeToString(key)
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.all == nil {
		w.all = map[string]*running[T]{}
	}
	count := 0
	for id, old := range w.all {
		switch done := P(&old.told).work().Done; {
		case done && now.Sub(old.began) > keepWorks:
			delete(w.all, id)
		case !done && of != "" && old.of == of:
			old.cancel()
		case !done:
			count++
		}
	}
	if count >= most {
		cancel()
		return nil, rule(busy, count)
	}
	w.all[P(&r.told).work().ID] = r
	go func() {
		defer cancel()
		tell := func(change func(*T)) {
			w.mu.Lock()
			defer w.mu.Unlock()
			change(&r.told)
		}
		failed := do(ctx, tell)
		tell(func(t *T) {
			at := P(t).work()
			if at.Done, at.Failed = true, failed; failed == "" {
				at.Share = 1
			}
		})
	}()
	out := r.told
	return &out, nil
}

// find tells how far something is.
func (w *works[T, P]) find(id string) (*T, error) {
	w.mu.Lock()
	defer w.mu.Unlock()
	r, ok := w.all[id]
	if !ok {
		return nil, store.ErrNotFound
	}
	out := r.told
	return &out, nil
}

// stop cancels something; what is told of it stays.
func (w *works[T, P]) stop(id string) error {
	w.mu.Lock()
	defer w.mu.Unlock()
	r, ok := w.all[id]
	if !ok {
		return store.ErrNotFound
	}
	r.cancel()
	return nil
}
