package standin

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"sync"
	"sync/atomic"
	"time"
)

// Tether is a simulated camera on a cable. Its state and its card lie in a folder: they outlast the server, as a real
// camera's do.
type Tether struct {
	eye  Drawn
	dir  string
	mu   sync.Mutex // of body and card
	eyes sync.Mutex // one exposure at a time
	body body
	told atomic.Bool // to take, and is at it
}

// body is what the camera knows.
type body struct {
	Unplugged bool
	Mode      string
	Used      float64 // of its battery, %
	Holds     int     // frames that its card takes
	Next      int     // number of its next file
	Kicked    bool
	Files     []File
}

// How it can take: one frame, five in a second, or two seconds after it was told, when nothing shakes any more.
const (
	single = "one frame"
	burst  = "five in a burst"
	timer  = "after 2 s"
)

var modes = []string{single, burst, timer}

// What a frame takes of a battery, %, and how many frames a card takes (start values of our own).
const (
	perFrame  = 0.25
	cardHolds = 240
)

// OnCable opens the camera whose card and state lie in dir.
func OnCable(eye Drawn, dir string) (*Tether, error) {
	t := &Tether{eye: eye, dir: dir, body: body{Mode: single, Holds: cardHolds, Next: 1}}
	if err := os.MkdirAll(filepath.Join(dir, "card"), 0o700); err != nil {
		return nil, err
	}
	data, err := os.ReadFile(filepath.Join(dir, "camera.json"))
	switch {
	case errors.Is(err, fs.ErrNotExist):
		err = t.keep()
		return t, err
	case err != nil:
		return nil, err
	}
	err = json.Unmarshal(data, &t.body)
	return t, err
}

// keep writes its state down, whole or not at all.
func (t *Tether) keep() error {
	data, err := json.Marshal(t.body)
	if err != nil {
		return err
	}
	return t.put(filepath.Join(t.dir, "camera.json"), data)
}

func (t *Tether) put(path string, data []byte) error {
	if err := os.WriteFile(path+".new", data, 0o600); err != nil {
		return err
	}
	return os.Rename(path+".new", path)
}

// ready says what keeps it from taking.
func (b body) ready(frames int) error {
	switch {
	case b.Unplugged:
		return ErrUnplugged
	case 100-b.Used < 1:
		return ErrBattery
	case b.Holds-len(b.Files) < frames:
		return ErrCardFull
	}
	return nil
}

// State implements Camera.
func (t *Tether) State(context.Context) (CameraState, error) {
	t.mu.Lock()
	defer t.mu.Unlock()
	b := t.body
	return CameraState{Plugged: !b.Unplugged, Taking: t.told.Load(), Mode: b.Mode, Modes: modes, BatteryPct: max(0, 100-b.Used), CardLeft: b.Holds - len(b.Files), CardHas: len(b.Files)}, nil
}

// SetMode implements Camera.
func (t *Tether) SetMode(_ context.Context, mode string) error {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.body.Unplugged {
		return ErrUnplugged
	}
	for _, m := range modes {
		if m == mode {
			t.body.Mode = mode
			return t.keep()
		}
	}
	return ErrMode
}

// Press implements Camera. Once told, it exposes and writes to its card, whether or not the cable is still in.
func (t *Tether) Press(ctx context.Context, o Order) error {
	t.eyes.Lock()
	defer t.eyes.Unlock()
	t.mu.Lock()
	b := t.body
	t.mu.Unlock()
	n := 1
	if b.Mode == burst {
		n = 5
	}
	if err := b.ready(n); err != nil {
		return err
	}
	t.told.Store(true)
	defer t.told.Store(false)
	if b.Mode == timer {
		select {
		case <-time.After(2 * time.Second):
			o.At = o.At.Add(2 * time.Second)
		case <-ctx.Done():
			return ctx.Err()
		}
	}
	if b.Kicked {
		o.Before.Camera.AimXMm += o.Before.Camera.DistanceMm / 60
	}
	for i := range n {
		one := o
		one.At = o.At.Add(time.Duration(i) * 200 * time.Millisecond)
		data, err := t.eye.Expose(ctx, one)
		if err != nil {
			if i > 0 {
				return nil // what it has, it has
			}
			return err
		}
		if err := t.write(data, o.Ref); err != nil {
			return err
		}
	}
	return nil
}

// write puts a file on the card.
func (t *Tether) write(data []byte, ref string) error {
	t.mu.Lock()
	defer t.mu.Unlock()
	f := File{Name: fmt.Sprintf("take-%05d.jpg", t.body.Next), Ref: ref}
	if err := t.put(filepath.Join(t.dir, "card", f.Name), data); err != nil {
		return err
	}
	t.body.Next++
	t.body.Used = min(100, t.body.Used+perFrame)
	t.body.Files = append(t.body.Files, f)
	return t.keep()
}

// List implements Camera.
func (t *Tether) List(context.Context) ([]File, error) {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.body.Unplugged {
		return nil, ErrUnplugged
	}
	return append([]File{}, t.body.Files...), nil
}

// Fetch implements Camera.
func (t *Tether) Fetch(_ context.Context, name string) ([]byte, error) {
	t.mu.Lock()
	unplugged := t.body.Unplugged
	t.mu.Unlock()
	if unplugged {
		return nil, ErrUnplugged
	}
	return os.ReadFile(filepath.Join(t.dir, "card", filepath.Base(name)))
}

// Handle implements Handled.
func (t *Tether) Handle(_ context.Context, act string) error {
	t.mu.Lock()
	defer t.mu.Unlock()
	b := &t.body
	switch act {
	case Pull:
		b.Unplugged = true
	case PlugIn:
		b.Unplugged = false
	case Battery:
		b.Used = 0
	case Card: // the full one is put away; its files are kept where they are
		b.Files = nil
	case Kick:
		b.Kicked = true
	case PutRight:
		b.Kicked = false
	default:
		return fmt.Errorf("nobody can %q", act)
	}
	return t.keep()
}
