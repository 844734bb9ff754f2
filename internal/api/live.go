package api

import (
	"context"
	"fmt"
	"net/http"
	"runtime/debug"
	"sync"
	"time"

	"github.com/gin-gonic/gin"
)

// What a stream costs is bounded: so many at once on a server, so many of one person; each ends after a while and is
// asked for again, so that nobody who has left is told for long.
const (
	mostLive    = 1000
	mostLiveOne = 12
	liveFor     = 4 * time.Minute // less than the server's own limit of writing
	liveBeat    = 15 * time.Second
	liveAgain   = time.Second // after a lost database
)

// live tells whoever is on a shoot that a deed was done there, on whichever server. It hears the database for as long as
// somebody listens.
type live struct {
	mu      sync.Mutex
	open    map[*listener]bool
	stop    context.CancelFunc // of hearing; nil while nobody listens
	hushed  chan struct{}
	hushing sync.Once
}

// listener is one page.
type listener struct {
	scope, person string
	heard         chan string // what to tell: deed, or again when something may have been missed
}

// Hush ends all streams: the server is about to stop.
func (a *API) Hush() { a.live.hushing.Do(func() { close(a.live.hushed) }) }

// join adds a listener and begins to hear when it is the first; false when there are too many.
func (a *API) join(l *listener) bool {
	v := &a.live
	v.mu.Lock()
	defer v.mu.Unlock()
	own := 0
	for o := range v.open {
		if o.person == l.person {
			own++
		}
	}
	if len(v.open) >= mostLive || own >= mostLiveOne {
		return false
	}
	v.open[l] = true
	if v.stop == nil {
		ctx, stop := context.WithCancel(context.Background())
		v.stop = stop
		go a.hear(ctx)
	}
	return true
}

// leave takes a listener out and stops hearing when it was the last.
func (a *API) leave(l *listener) {
	v := &a.live
	v.mu.Lock()
	defer v.mu.Unlock()
	delete(v.open, l)
	if len(v.open) == 0 && v.stop != nil {
		v.stop()
		v.stop = nil
	}
}

// tell tells those of a scope, or all for none. Who has not taken the last word yet gets no second: one is enough to ask
// again.
func (v *live) tell(scope, word string) {
	v.mu.Lock()
	defer v.mu.Unlock()
	for l := range v.open {
		if scope == "" || l.scope == scope {
			select {
			case l.heard <- word:
			default:
			}
		}
	}
}

// hear hears the database until ctx ends, again when the connection is lost; then all are told to ask again, since
// something may have been missed.
func (a *API) hear(ctx context.Context) {
	defer func() {
		if v := recover(); v != nil {
			a.options.Log.Error("panic", "while", "hearing deeds", "value", v, "stack", string(debug.Stack()))
		}
	}()
	for ctx.Err() == nil {
		err := a.studio.Store.Hear(ctx, func() { a.live.tell("", "again") }, func(scope string) { a.live.tell(scope, "deed") })
		if ctx.Err() != nil {
			return
		}
		a.options.Log.Warn("deeds are not heard", "error", err)
		select {
		case <-ctx.Done():
		case <-time.After(liveAgain):
		}
	}
}

// liveRoute is a stream, not an answer, so it stands beside the operations: GET /api/live?shoot=… as server-sent events.
func (a *API) liveRoute(g *gin.Engine) {
	g.GET("/api/live", func(c *gin.Context) {
		p, err := a.signedIn(c.Request.Context())
		switch {
		case err != nil:
			write(c.Writer, a.told(c.Request.Context(), err))
			return
		case p == nil:
			write(c.Writer, newProblem(401, "Sign in first."))
			return
		}
		l := &listener{scope: c.Query("shoot"), person: p.ID, heard: make(chan string, 1)}
		if !a.join(l) {
			write(c.Writer, newProblem(429, "Too many pages are listening. Close some, or wait."))
			return
		}
		defer a.leave(l)
		a.stream(c.Request.Context(), c.Writer, l)
	})
}

// stream writes what a listener hears until it leaves, its time is over or the server stops.
func (a *API) stream(ctx context.Context, w http.ResponseWriter, l *listener) {
	h := w.Header()
	h.Set("Content-Type", "text/event-stream")
	h.Set("X-Accel-Buffering", "no")
	to := http.NewResponseController(w)
	send := func(format string, of ...any) bool {
		if _, err := fmt.Fprintf(w, format, of...); err != nil {
			return false
		}
		return to.Flush() == nil
	}
	if !send("retry: 800\nevent: again\ndata: \n\n") {
		return
	}
	beat := time.NewTicker(liveBeat)
	defer beat.Stop()
	end := time.NewTimer(liveFor)
	defer end.Stop()
	for {
		ok := true
		select {
		case <-ctx.Done():
			return
		case <-a.live.hushed:
			return
		case <-end.C:
			return
		case <-beat.C:
			ok = send(": here\n\n")
		case word := <-l.heard:
			ok = send("event: %s\ndata: \n\n", word)
		}
		if !ok {
			return
		}
	}
}
