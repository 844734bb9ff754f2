package standin

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"sync"
	"time"

	"figladder/internal/craft/card"
	"figladder/internal/intake"
)

// Reader is a card reader: what is on the card in it, and a way to erase it.
type Reader interface {
	intake.Source
	// Erase takes these files off the card, each only if it still is as it was listed. Whoever calls it has asked the gate.
	Erase(ctx context.Context, files []card.File) error
}

// What hands can do to a simulated reader.
const (
	TakeOut  = "take the card out"
	PushIn   = "push it in"
	Scratch  = "a card that reads badly"
	Polish   = "a card that reads well"
	SlowDown = "a slow reader"
	SpeedUp  = "a quick reader"
)

// ReaderActs are those.
var ReaderActs = []string{TakeOut, PushIn, Scratch, Polish, SlowDown, SpeedUp}

// ErrAct is returned for what nobody can do to it.
var ErrAct = errors.New("nobody can do that")

// Slot is a simulated card reader. Its card lies in a folder and outlasts the server.
type Slot struct {
	dir string
	mu  sync.Mutex
	is  slotState
}

type slotState struct{ Out, Scratched, Slow bool }

// slowBytes is what a slow reader gives a second, and how often a bad card breaks off (start values of our own).
const (
	slowBytes  = 400_000
	breaksEach = 7
)

// OpenSlot opens the reader whose card lies in dir.
func OpenSlot(dir string) (*Slot, error) {
	return &Slot{dir: dir}, os.MkdirAll(dir, 0o700)
}

func (s *Slot) state() slotState {
	s.mu.Lock()
	defer s.mu.Unlock()
	return s.is
}

// List implements intake.Source.
func (s *Slot) List(ctx context.Context) ([]card.File, error) {
	if s.state().Out {
		return nil, card.ErrGone
	}
	return intake.Folder{Dir: s.dir}.List(ctx)
}

// Open implements intake.Source.
func (s *Slot) Open(ctx context.Context, path string) (io.ReadCloser, error) {
	if s.state().Out {
		return nil, card.ErrGone
	}
	f, err := intake.Folder{Dir: s.dir}.Open(ctx, path)
	if err != nil {
		return nil, err
	}
	sum := 0
	for _, c := range path {
		sum = 31*sum + int(c)
	}
	return &slotFile{ReadCloser: f, slot: s, ctx: ctx, bad: sum%breaksEach == 0}, nil
}

// slotFile is a file as the reader gives it.
type slotFile struct {
	io.ReadCloser
	slot *Slot
	ctx  context.Context
	bad  bool
	read int
}

// Read gives what the card's state lets through.
func (f *slotFile) Read(p []byte) (int, error) {
	is := f.slot.state()
	if is.Out {
		return 0, card.ErrGone
	}
	if is.Scratched && f.bad && f.read > 0 {
		return 0, errors.New("the card could not be read there")
	}
	if is.Slow {
		p = p[:min(len(p), slowBytes/10)]
		select {
		case <-time.After(100 * time.Millisecond):
		case <-f.ctx.Done():
			return 0, f.ctx.Err()
		}
	}
	n, err := f.ReadCloser.Read(p[:min(len(p), 1<<16)])
	f.read += n
	return n, err
}

// Erase implements Reader.
func (s *Slot) Erase(ctx context.Context, files []card.File) error {
	if s.state().Out {
		return card.ErrGone
	}
	now, err := s.List(ctx)
	if err != nil {
		return err
	}
	is := map[string]card.File{}
	for _, f := range now {
		is[f.Path] = f
	}
	for _, f := range files {
		if there, ok := is[f.Path]; ok && there.Same(f) {
			err = errors.Join(err, os.Remove(filepath.Join(s.dir, filepath.FromSlash(f.Path))))
		}
	}
	return err
}

// Handle implements Handled.
func (s *Slot) Handle(_ context.Context, act string) error {
	s.mu.Lock()
	defer s.mu.Unlock()
	switch act {
	case TakeOut:
		s.is.Out = true
	case PushIn:
		s.is.Out = false
	case Scratch:
		s.is.Scratched = true
	case Polish:
		s.is.Scratched = false
	case SlowDown:
		s.is.Slow = true
	case SpeedUp:
		s.is.Slow = false
	default:
		return fmt.Errorf("%q: %w", act, ErrAct)
	}
	return nil
}

// Lay puts a file on the card, as a camera would.
func (s *Slot) Lay(path string, data []byte, at time.Time) error {
	to := filepath.Join(s.dir, filepath.FromSlash(path))
	if err := os.MkdirAll(filepath.Dir(to), 0o700); err != nil {
		return err
	}
	if err := os.WriteFile(to, data, 0o600); err != nil {
		return err
	}
	return os.Chtimes(to, at, at)
}
