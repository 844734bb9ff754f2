package card

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var errKilled = errors.New("killed")

// world is a card, two places and a ledger, any of which fails when the dice say so. What is in its places and its
// ledger outlasts a failure; what was on its way does not.
type world struct {
	files   map[string][]byte
	at      map[string]time.Time
	places  [2]map[string][]byte
	entries map[string]Entry
	written map[string]int // how often a file was written down as kept
	fails   func(at string) error
}

func (w *world) List(context.Context) ([]File, error) {
	if err := w.fails("list"); err != nil {
		return nil, err
	}
	var out []File
	for p, b := range w.files {
		out = append(out, File{p, int64(len(b)), w.at[p]})
	}
	return out, nil
}

func (w *world) Open(_ context.Context, path string) (io.ReadCloser, error) {
	if err := w.fails("open"); err != nil {
		return nil, err
	}
	return io.NopCloser(&failing{bytes.NewReader(w.files[path]), w}), nil
}

type failing struct {
	r io.Reader
	w *world
}

func (f *failing) Read(p []byte) (int, error) {
	if err := f.w.fails("read"); err != nil {
		return 0, err
	}
	return f.r.Read(p[:min(len(p), 7)])
}

func (w *world) Keep(_ context.Context, from io.Reader) (Kept, error) {
	data, err := io.ReadAll(from)
	if err != nil {
		return Kept{}, err
	}
	sum := sha256.Sum256(data)
	k := Kept{SHA256: hex.EncodeToString(sum[:]), Bytes: int64(len(data))}
	for i := range w.places {
		if err := w.fails("keep"); err != nil {
			return Kept{}, err
		}
		w.places[i][k.SHA256] = data
		k.Copies = append(k.Copies, Copy{fmt.Sprint(i), time.Unix(1, 0)})
	}
	return k, w.fails("kept")
}

func (w *world) Entries(context.Context) ([]Entry, error) {
	var out []Entry
	for _, e := range w.entries {
		out = append(out, e)
	}
	return out, nil
}

func (w *world) Write(_ context.Context, e Entry) error {
	if err := w.fails("write"); err != nil {
		return err
	}
	if old, ok := w.entries[e.File.Path]; e.Why == "" && !(ok && old.Why == "" && old.File.same(e.File)) {
		w.written[e.File.Path]++
	}
	w.entries[e.File.Path] = e
	return w.fails("written")
}

func newWorld() *world {
	w := &world{files: map[string][]byte{}, at: map[string]time.Time{}, entries: map[string]Entry{}, written: map[string]int{}}
	w.places[0], w.places[1] = map[string][]byte{}, map[string][]byte{}
	w.fails = func(string) error { return nil }
	return w
}

// safe says by the places themselves whether everything on the card is in both.
func (w *world) safe() bool {
	for _, b := range w.files {
		sum := sha256.Sum256(b)
		for _, p := range w.places {
			if !bytes.Equal(p[hex.EncodeToString(sum[:])], b) {
				return false
			}
		}
	}
	return len(w.files) > 0
}

// Whatever fails, whenever, as often as it likes: what is written down is kept twice, nothing is counted twice, the gate
// opens only over what is safe, and a copy that is gone on with is done in the end.
func TestACopySurvivesWhateverFails(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := newWorld()
		for i := range rapid.IntRange(1, 12).Draw(t, "files") {
			name := fmt.Sprintf("day/%02d.jpg", i)
			w.files[name] = rapid.SliceOfN(rapid.Byte(), 0, 40).Draw(t, "content") // some of them alike
			w.at[name] = time.Unix(int64(i), 0)
		}
		gate := func() Verdict {
			files, err := func() ([]File, error) {
				was := w.fails
				defer func() { w.fails = was }()
				w.fails = func(string) error { return nil }
				return w.List(t.Context())
			}()
			require.NoError(t, err)
			entries, _ := w.Entries(t.Context())
			v := Gate(files, entries)
			assert.Equal(t, v.MayClear, len(v.Missing) == 0)
			if v.MayClear {
				assert.True(t, w.safe(), "the gate is open")
			}
			return v
		}
		for range rapid.IntRange(0, 20).Draw(t, "runs that end badly") {
			left := rapid.IntRange(0, 60).Draw(t, "steps")
			how := rapid.SampledFrom([]error{errKilled, ErrGone, ErrFull}).Draw(t, "how")
			w.fails = func(at string) error {
				if left--; left < 0 {
					return how
				}
				return nil
			}
			ctx, cancel := context.WithCancel(t.Context())
			if errors.Is(how, errKilled) { // a process that is killed does nothing any more, not even write down why
				fails := w.fails
				w.fails = func(at string) error {
					err := fails(at)
					if err != nil {
						cancel()
					}
					return err
				}
			}
			_, _ = Run(ctx, w, w, w, nil)
			cancel()
			gate()
			if rapid.IntRange(0, 9).Draw(t, "another frame") == 0 { // the camera goes on
				name := fmt.Sprintf("day/new%d.jpg", len(w.files))
				w.files[name], w.at[name] = []byte(name), time.Unix(99, 0)
				assert.False(t, gate().MayClear, "what came since is not copied")
			}
		}
		w.fails = func(string) error { return nil }
		p, err := Run(t.Context(), w, w, w, nil)
		require.NoError(t, err)
		assert.Equal(t, len(w.files), p.Done)
		assert.Equal(t, p.Bytes, p.DoneBytes)
		assert.True(t, gate().MayClear)
		assert.True(t, w.safe())
		for path, n := range w.written {
			assert.Equal(t, 1, n, path)
		}
	})
}

// A file that breaks off, or is longer than it was listed, is refused in words and tried again; the others go on.
func TestAFileThatBreaksOff(t *testing.T) {
	w := newWorld()
	for _, n := range []string{"a", "b", "c"} {
		w.files[n], w.at[n] = []byte("twelve bytes"), time.Unix(1, 0)
	}
	short := &lying{w, map[string]int64{"b": 20, "c": 5}}
	var told []Progress
	p, err := Run(t.Context(), short, w, w, func(p Progress) { told = append(told, p) })
	require.NoError(t, err)
	assert.Equal(t, []int{1, 2}, []int{p.Done, p.Refused})
	assert.Equal(t, "the card gave 12 of 20 bytes", w.entries["b"].Why)
	assert.Contains(t, w.entries["c"].Why, "more than the 5 bytes")
	assert.Equal(t, "a", told[0].Now)
	files, _ := short.List(t.Context())
	entries, _ := w.Entries(t.Context())
	v := Gate(files, entries)
	assert.False(t, v.MayClear)
	require.Len(t, v.Missing, 2)
	assert.Contains(t, v.Missing[0].Why, "could not be copied: the card gave 12 of 20 bytes")
	p, err = Run(t.Context(), w, w, w, nil) // the card reads well in another slot
	require.NoError(t, err)
	assert.Equal(t, 3, p.Done)
}

// lying is a card that lists sizes its files have not.
type lying struct {
	*world
	size map[string]int64
}

func (l *lying) List(ctx context.Context) ([]File, error) {
	out, err := l.world.List(ctx)
	for i, f := range out {
		if n, ok := l.size[f.Path]; ok {
			out[i].Bytes = n
		}
	}
	return out, err
}

// The gate by hand: each doubt shuts it.
func TestEachDoubtShutsTheGate(t *testing.T) {
	at := time.Unix(1000, 0)
	f := File{"a.jpg", 10, at}
	twice := []Copy{{"first", at}, {"second", at}}
	good := Entry{File: f, Kept: Kept{SHA256: "x", Bytes: 10, Copies: twice}}
	with := func(change func(*Entry)) []Entry {
		e := good
		e.Kept.Copies = slices.Clone(e.Kept.Copies)
		change(&e)
		return []Entry{e}
	}
	assert.True(t, Gate([]File{f}, []Entry{good}).MayClear)
	for name, entries := range map[string][]Entry{
		"not copied yet":           nil,
		"1 of 2":                   with(func(e *Entry) { e.Kept.Copies = e.Kept.Copies[:1] }),
		"1 of 2 ":                  with(func(e *Entry) { e.Kept.Copies[1].Where = "first" }),
		"1 of 2  ":                 with(func(e *Entry) { e.Kept.Copies[1].VerifiedAt = time.Time{} }),
		"could not be copied: tea": with(func(e *Entry) { e.Why = "tea" }),
		"changed":                  with(func(e *Entry) { e.File.Bytes = 11 }),
		"changed ":                 with(func(e *Entry) { e.File.Modified = at.Add(time.Second) }),
		"not as long":              with(func(e *Entry) { e.Kept.Bytes = 9 }),
	} {
		v := Gate([]File{f}, entries)
		assert.False(t, v.MayClear, name)
		require.Len(t, v.Missing, 1, name)
		assert.Contains(t, v.Missing[0].Why, strings.TrimSpace(name))
	}
	assert.False(t, Gate(nil, []Entry{good}).MayClear, "nothing seen is no reason to clear")
	assert.False(t, Gate([]File{f, {"b.jpg", 1, at}}, []Entry{good}).MayClear)
}

func TestStem(t *testing.T) {
	assert.Equal(t, Stem("DAY/Take-1.JPG"), Stem("day/take-1.raw"))
	assert.NotEqual(t, Stem("a/take-1.jpg"), Stem("b/take-1.jpg"))
	assert.NotEqual(t, Stem("take.1.jpg"), Stem("take.2.jpg"))
}
