package intake

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"figladder/internal/craft/card"

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
	entries map[string]card.Entry
	written map[string]int // how often a file was written down as kept
	may     func(at string) error
	mu      sync.Mutex // several files are copied at once
}

func (w *world) fails(at string) error {
	w.mu.Lock()
	defer w.mu.Unlock()
	return w.may(at)
}

func (w *world) List(context.Context) ([]card.File, error) {
	if err := w.fails("list"); err != nil {
		return nil, err
	}
	var out []card.File
	for p, b := range w.files {
		out = append(out, card.File{Path: p, Bytes: int64(len(b)), Modified: w.at[p]})
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

func (w *world) Keep(_ context.Context, from io.Reader) (card.Kept, error) {
	data, err := io.ReadAll(from)
	if err != nil {
		return card.Kept{}, err
	}
	sum := sha256.Sum256(data)
	k := card.Kept{SHA256: hex.EncodeToString(sum[:]), Bytes: int64(len(data))}
	for i := range w.places {
		if err := w.fails("keep"); err != nil {
			return card.Kept{}, err
		}
		w.mu.Lock()
		w.places[i][k.SHA256] = data
		w.mu.Unlock()
		k.Copies = append(k.Copies, card.Copy{Where: fmt.Sprint(i), VerifiedAt: time.Unix(1, 0)})
	}
	return k, w.fails("kept")
}

func (w *world) Entries(context.Context) ([]card.Entry, error) {
	var out []card.Entry
	for _, e := range w.entries {
		out = append(out, e)
	}
	return out, nil
}

func (w *world) Write(_ context.Context, e card.Entry) error {
	if err := w.fails("write"); err != nil {
		return err
	}
	w.mu.Lock()
	if old, ok := w.entries[e.File.Path]; e.Why == "" && !(ok && old.Why == "" && old.File.Same(e.File)) {
		w.written[e.File.Path]++
	}
	w.entries[e.File.Path] = e
	w.mu.Unlock()
	return w.fails("written")
}

func newWorld() *world {
	w := &world{files: map[string][]byte{}, at: map[string]time.Time{}, entries: map[string]card.Entry{}, written: map[string]int{}}
	w.places[0], w.places[1] = map[string][]byte{}, map[string][]byte{}
	w.may = func(string) error { return nil }
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
		gate := func() card.Verdict {
			files, err := func() ([]card.File, error) {
				was := w.may
				defer func() { w.may = was }()
				w.may = func(string) error { return nil }
				return w.List(t.Context())
			}()
			require.NoError(t, err)
			entries, _ := w.Entries(t.Context())
			v := card.Gate(files, entries)
			assert.Equal(t, v.MayClear, len(v.Missing) == 0)
			if v.MayClear {
				assert.True(t, w.safe(), "the gate is open")
			}
			return v
		}
		for range rapid.IntRange(0, 20).Draw(t, "runs that end badly") {
			left := rapid.IntRange(0, 60).Draw(t, "steps")
			how := rapid.SampledFrom([]error{errKilled, card.ErrGone, card.ErrFull}).Draw(t, "how")
			w.may = func(at string) error {
				if left--; left < 0 {
					return how
				}
				return nil
			}
			ctx, cancel := context.WithCancel(t.Context())
			if errors.Is(how, errKilled) { // a process that is killed does nothing any more, not even write down why
				may := w.may
				w.may = func(at string) error {
					err := may(at)
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
		w.may = func(string) error { return nil }
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
	assert.NotEmpty(t, told[0].Now)
	assert.Equal(t, p, told[len(told)-1])
	files, _ := short.List(t.Context())
	entries, _ := w.Entries(t.Context())
	v := card.Gate(files, entries)
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

func (l *lying) List(ctx context.Context) ([]card.File, error) {
	out, err := l.world.List(ctx)
	for i, f := range out {
		if n, ok := l.size[f.Path]; ok {
			out[i].Bytes = n
		}
	}
	return out, err
}

// A folder is read with the folders in it; nothing outside it is, and what is hidden is passed over.
func TestAFolderIsACard(t *testing.T) {
	outside, dir := t.TempDir(), t.TempDir()
	require.NoError(t, os.WriteFile(filepath.Join(outside, "secret"), []byte("no"), 0o600))
	require.NoError(t, os.MkdirAll(filepath.Join(dir, "day", ".hidden"), 0o700))
	for _, n := range []string{"day/a.jpg", "day/.b.jpg", "day/.hidden/c.jpg", "d.dng"} {
		require.NoError(t, os.WriteFile(filepath.Join(dir, n), []byte(n), 0o600))
	}
	require.NoError(t, os.Symlink(filepath.Join(outside, "secret"), filepath.Join(dir, "link.jpg")))
	f := Folder{dir}
	files, err := f.List(t.Context())
	require.NoError(t, err)
	var paths []string
	for _, x := range files {
		paths = append(paths, x.Path)
	}
	assert.ElementsMatch(t, []string{"day/a.jpg", "d.dng"}, paths)
	r, err := f.Open(t.Context(), "day/a.jpg")
	require.NoError(t, err)
	data, err := io.ReadAll(r)
	require.NoError(t, err)
	require.NoError(t, r.Close())
	assert.Equal(t, "day/a.jpg", string(data))
	for _, p := range []string{"link.jpg", "../" + filepath.Base(outside) + "/secret", "/etc/passwd"} {
		_, err = f.Open(t.Context(), p)
		require.Error(t, err, p)
	}
	_, err = Folder{filepath.Join(dir, "none")}.List(t.Context())
	require.ErrorIs(t, err, card.ErrGone)
}
