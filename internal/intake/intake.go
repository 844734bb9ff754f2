// Package intake copies what is on a camera's card to where files are kept. What was copied is written in a ledger, which
// outlasts whatever ends the copy: it goes on where it stood, counts nothing twice, and the gate (craft/card) opens only
// over what is kept.
package intake

import (
	"context"
	"errors"
	"fmt"
	"io"
	"sort"
	"sync"
	"time"

	"figladder/internal/craft/card"

	"golang.org/x/sync/errgroup"
)

// Source is a card, or a folder that is taken for one.
type Source interface {
	// List are its files. ErrGone when it is not there.
	List(ctx context.Context) ([]card.File, error)
	// Open reads one. ErrGone when the card is not there any more.
	Open(ctx context.Context, path string) (io.ReadCloser, error)
}

// Keeper keeps what it reads in two places and returns once both were read back and compared. ErrFull when one of them
// has no more room. What it does not return as kept need not be there.
type Keeper interface {
	Keep(ctx context.Context, from io.Reader) (card.Kept, error)
}

// Ledger is what is known of a copy, whatever ended it. To write down the same file again changes nothing; several files
// are written down at once.
type Ledger interface {
	Entries(ctx context.Context) ([]card.Entry, error)
	Write(ctx context.Context, e card.Entry) error
}

// Progress is how far a copy is.
type Progress struct {
	Files     int     `json:"files" doc:"Files on the card"`
	Done      int     `json:"done" doc:"Files that are kept twice"`
	Refused   int     `json:"refused" doc:"Files that could not be read whole"`
	Bytes     int64   `json:"bytes" doc:"Size of all files"`
	DoneBytes int64   `json:"doneBytes" doc:"Of those that are kept"`
	Now       string  `json:"now" doc:"Which one is being copied; empty for none"`
	PerSecond float64 `json:"perSecond" doc:"Bytes a second since it was begun or gone on with"`
	LeftS     float64 `json:"leftS" doc:"How long the rest takes at that rate, s; 0 while it is not known"`
}

// atOnce is how many files are copied at the same time: while one waits for its disk, others are read and hashed.
const atOnce = 4

// Run copies what has not been copied, and tells how far it is as it goes. A file that cannot be read whole is written
// down as refused and tried again at the next run; the others go on. The ledger is written for several files at once.
func Run(ctx context.Context, src Source, to Keeper, l Ledger, tell func(Progress)) (Progress, error) {
	files, err := src.List(ctx)
	if err != nil {
		return Progress{}, err
	}
	sort.Slice(files, func(i, k int) bool { return files[i].Path < files[k].Path })
	entries, err := l.Entries(ctx)
	if err != nil {
		return Progress{}, err
	}
	known := map[string]card.Entry{}
	for _, e := range entries {
		known[e.File.Path] = e
	}
	p := Progress{Files: len(files)}
	var todo []card.File
	for _, f := range files {
		p.Bytes += f.Bytes
		if e, ok := known[f.Path]; ok && e.File.Same(f) && e.Why == "" && e.Kept.Twice() {
			p.Done, p.DoneBytes = p.Done+1, p.DoneBytes+f.Bytes
			continue
		}
		todo = append(todo, f)
	}
	r := run{src: src, to: to, ledger: l, tell: tell, p: p, began: time.Now(), had: p.DoneBytes}
	group, until := errgroup.WithContext(ctx)
	group.SetLimit(atOnce)
	for _, f := range todo {
		if until.Err() != nil {
			break
		}
		group.Go(func() error { return r.copy(until, f) })
	}
	if err := errors.Join(group.Wait(), ctx.Err()); err != nil {
		return r.progress(), err
	}
	r.say(func(p *Progress) { p.Now = "" })
	return r.progress(), nil
}

// run is one run.
type run struct {
	src    Source
	to     Keeper
	ledger Ledger
	tell   func(Progress)
	began  time.Time
	had    int64

	mu sync.Mutex
	p  Progress
}

func (r *run) progress() Progress {
	r.mu.Lock()
	defer r.mu.Unlock()
	return r.p
}

// say changes how far it is, and tells it.
func (r *run) say(change func(p *Progress)) {
	r.mu.Lock()
	defer r.mu.Unlock()
	p := &r.p
	change(p)
	if s := time.Since(r.began).Seconds(); s > 0 && p.DoneBytes > r.had {
		p.PerSecond = float64(p.DoneBytes-r.had) / s
		p.LeftS = float64(p.Bytes-p.DoneBytes) / p.PerSecond
	}
	if r.tell != nil {
		r.tell(*p)
	}
}

// copy copies a file and writes down what became of it. What ends the whole run is an error.
func (r *run) copy(ctx context.Context, f card.File) error {
	r.say(func(p *Progress) { p.Now = f.Path })
	kept, err := one(ctx, r.src, r.to, f)
	switch {
	case ctx.Err() != nil:
		return ctx.Err()
	case errors.Is(err, card.ErrGone), errors.Is(err, card.ErrFull):
		return err
	case err != nil:
		if err := r.ledger.Write(ctx, card.Entry{File: f, Why: err.Error()}); err != nil {
			return err
		}
		r.say(func(p *Progress) { p.Refused++ })
		return nil
	}
	if err := r.ledger.Write(ctx, card.Entry{File: f, Kept: kept}); err != nil {
		return err
	}
	r.say(func(p *Progress) { p.Done, p.DoneBytes = p.Done+1, p.DoneBytes+f.Bytes })
	return nil
}

// one copies a file: all of it, and no more than was listed.
func one(ctx context.Context, src Source, to Keeper, f card.File) (card.Kept, error) {
	r, err := src.Open(ctx, f.Path)
	if err != nil {
		return card.Kept{}, err
	}
	defer func() { _ = r.Close() }()
	whole := &exactly{r: r, want: f.Bytes}
	k, err := to.Keep(ctx, whole)
	if err != nil {
		return card.Kept{}, err
	}
	if k.Bytes != f.Bytes || !k.Twice() {
		return card.Kept{}, fmt.Errorf("kept %d of %d bytes, in %d places", k.Bytes, f.Bytes, len(k.Copies))
	}
	return k, nil
}

// exactly reads so many bytes: fewer or more are an error, so that a file that breaks off is never taken for a whole one.
type exactly struct {
	r         io.Reader
	want, got int64
}

func (e *exactly) Read(p []byte) (int, error) {
	n, err := e.r.Read(p)
	e.got += int64(n)
	switch {
	case e.got > e.want:
		return n, fmt.Errorf("the card gave more than the %d bytes it listed", e.want)
	case errors.Is(err, io.EOF) && e.got < e.want:
		return n, fmt.Errorf("the card gave %d of %d bytes", e.got, e.want)
	}
	return n, err
}
