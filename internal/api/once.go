package api

import (
	"bytes"
	"context"
	"io"
	"sync"
	"time"

	"figladder/internal/studio/core"
	"github.com/danielgtaylor/huma/v2"
)

// onceHeader carries the key under which something is made once, however often it is asked
// for (draft-ietf-httpapi-idempotency-key-header).
const onceHeader = "Idempotency-Key"

// makes says that a route makes something. Sent again under the same key it is answered as
// it was the first time, and nothing is made again.
func (a *API) makes(op *huma.Operation) { a.made(op, true) }

// makesSecret is makes for an answer that is not kept: asked again, it says only that it was
// done.
func (a *API) makesSecret(op *huma.Operation) { a.made(op, false) }

func (a *API) made(op *huma.Operation, keep bool) {
	op.Extensions["x-making"] = true
	longest := 64
	op.Parameters = append(op.Parameters, &huma.Param{Name: onceHeader, In: "header",
		Description: "The sender's own key, new for each wish: sent again under it, the same is answered and nothing is made twice",
		Schema:      &huma.Schema{Type: "string", MaxLength: &longest}})
	op.Middlewares = append(op.Middlewares, func(c huma.Context, next func(huma.Context)) { a.once(c, next, keep) })
}

// asking is huma's, under a name that does not hide its method Context.
type asking huma.Context

// held is an answer that is not sent yet.
type held struct {
	asking
	status int
	body   bytes.Buffer
}

func (h *held) SetStatus(code int)    { h.status = code }
func (h *held) Status() int           { return h.status }
func (h *held) BodyWriter() io.Writer { return &h.body }

// once answers a request that has a key.
func (a *API) once(c huma.Context, next func(huma.Context), keep bool) {
	key := c.Header(onceHeader)
	if key == "" {
		next(c)
		return
	}
	if len(key) > 64 {
		_ = huma.WriteErr(a.Huma, c, 422, "An "+onceHeader+" has 64 characters at the most.")
		return
	}
	at := c.URL()
	o := &core.Once{Key: key, Route: c.Method() + " " + at.Path}
	ctx := core.AskingOnce(c.Context(), o)
	defer a.pressed.wait(ctx, core.Asker(ctx).ID+" "+key)()
	if a.again(c, o) {
		return
	}
	h := &held{asking: huma.WithContext(c, ctx)}
	next(h)
	if o.Before() && a.again(c, o) { // another server was first
		return
	}
	if h.status < 300 {
		var kept []byte
		if keep {
			kept = h.body.Bytes()
		}
		// The deed is done: its answer is kept even when the asker has left.
		if err := a.studio.Answer(context.WithoutCancel(ctx), o, h.status, kept); err != nil {
			a.options.Log.Warn("an answer could not be kept", "route", o.Route, "error", err)
		}
	}
	c.SetStatus(h.status)
	_, _ = c.BodyWriter().Write(h.body.Bytes())
}

// again answers as the first time; false when there was none.
func (a *API) again(c huma.Context, o *core.Once) bool {
	was, err := a.studio.Asked(c.Context(), o)
	for wait := 0; err == nil && was != nil && was.Status == 0 && wait < 20; wait++ { // it is being answered
		time.Sleep(100 * time.Millisecond)
		was, err = a.studio.Asked(c.Context(), o)
	}
	switch {
	case err != nil:
		p := a.told(c.Context(), err)
		_ = huma.WriteErr(a.Huma, c, p.Status, p.Detail)
	case was == nil:
		return false
	case was.Status == 0 || len(was.Answer) == 0 && was.Status != 204:
		_ = huma.WriteErr(a.Huma, c, 409, "This was done already, but its answer was lost. Load the page again to see it.")
	default:
		if was.Status != 204 {
			c.SetHeader("Content-Type", "application/json")
		}
		c.SetHeader("Idempotency-Replayed", "true")
		c.SetStatus(was.Status)
		_, _ = c.BodyWriter().Write(was.Answer)
	}
	return true
}

// presses keeps the same wish from being worked out twice at once. The zero value is ready.
type presses struct {
	mu    sync.Mutex
	going map[string]chan struct{}
}

// wait returns when nobody else works on a key, and what is to be called afterwards.
func (p *presses) wait(ctx context.Context, key string) (done func()) {
	for {
		p.mu.Lock()
		other := p.going[key]
		if other == nil {
			if p.going == nil {
				p.going = map[string]chan struct{}{}
			}
			mine := make(chan struct{})
			p.going[key] = mine
			p.mu.Unlock()
			return func() {
				p.mu.Lock()
				delete(p.going, key)
				p.mu.Unlock()
				close(mine)
			}
		}
		p.mu.Unlock()
		select {
		case <-other:
		case <-ctx.Done():
			return func() {}
		}
	}
}
