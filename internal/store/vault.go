package store

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"time"
)

// Vault keeps files by their SHA-256, each in two places. What is in it is never written
// again: a file goes under a name of its own, is put safely on the disk, read back and
// only then given its name. The folders are for their owner alone.
type Vault struct {
	places []place
}

// place is one of the two folders.
type place struct{ name, dir string }

// ErrOneCopy is returned when a file could not be kept in every place; what was to be
// kept does not count as kept.
var ErrOneCopy = errors.New("the file could not be kept twice")

// OpenVault opens two folders under dir as the two places.
func OpenVault(dir string) (*Vault, error) {
	return OpenPlaces(filepath.Join(dir, "first"), filepath.Join(dir, "second"))
}

// OpenPlaces opens two folders as the two places, best on a disk each.
func OpenPlaces(first, second string) (*Vault, error) {
	v := &Vault{}
	for _, p := range []place{{"first", first}, {"second", second}} {
		if err := os.MkdirAll(p.dir, 0o700); err != nil {
			return nil, err
		}
		if err := p.sweep(); err != nil {
			return nil, err
		}
		v.places = append(v.places, p)
	}
	// Files of earlier versions could be read by everybody.
	for _, d := range []string{filepath.Dir(first), v.places[0].dir, v.places[1].dir} {
		if err := os.Chmod(d, 0o700); err != nil {
			return nil, err
		}
	}
	return v, nil
}

// Hash is the name a file goes by: its SHA-256 in hexadecimal.
func Hash(data []byte) string {
	sum := sha256.Sum256(data)
	return hex.EncodeToString(sum[:])
}

func (p place) path(sha string) string { return filepath.Join(p.dir, sha[:2], sha) }

// read reads a file and reports whether it is what its name says.
func (p place) read(sha string) (data []byte, whole bool) {
	data, err := os.ReadFile(p.path(sha))
	return data, err == nil && Hash(data) == sha
}

// whole reads a file through, however large, and reports whether it is what its name says.
func (p place) whole(sha string) (n int64, whole bool) {
	n, sum, err := sumOf(p.path(sha))
	return n, err == nil && sum == sha
}

// sumOf is a file's size and hash as it lies on the disk.
func sumOf(path string) (n int64, sum string, err error) {
	f, err := os.Open(path)
	if err != nil {
		return 0, "", err
	}
	defer func() { _ = f.Close() }()
	h := sha256.New()
	n, err = io.CopyBuffer(h, f, make([]byte, atATime))
	return n, hex.EncodeToString(h.Sum(nil)), err
}

// atATime is how much of a file is held in memory while it is copied.
const atATime = 1 << 20

// begin opens a file that has no name of its own yet.
func (p place) begin() (*os.File, error) { return os.CreateTemp(p.dir, begun) }

// begun is how names of files begin that are being written; what a server that was killed left is swept away after so
// long.
const (
	begun = "new-"
	swept = 24 * time.Hour
)

// keep puts a file in the place, unless a whole one is there. A damaged one is replaced, when the new one is safe.
func (p place) keep(sha string, from io.Reader) error {
	if _, whole := p.whole(sha); whole {
		return nil
	}
	f, err := p.begin()
	if err != nil {
		return err
	}
	if _, err := io.CopyBuffer(f, from, make([]byte, atATime)); err != nil {
		drop(f)
		return err
	}
	return p.settle(f, sha)
}

// drop throws away what was begun.
func drop(f *os.File) {
	_ = f.Close()
	_ = os.Remove(f.Name())
}

// settle puts what was written safely on the disk, reads it back, and gives it its name.
func (p place) settle(f *os.File, sha string) (err error) {
	defer func() {
		if err != nil {
			drop(f)
		}
	}()
	if err := f.Sync(); err != nil {
		return err
	}
	if err := f.Close(); err != nil {
		return err
	}
	if _, back, err := sumOf(f.Name()); err != nil {
		return err
	} else if back != sha {
		return fmt.Errorf("the %s copy did not read back as written", p.name)
	}
	folder := filepath.Dir(p.path(sha))
	if err := os.Mkdir(folder, 0o700); err == nil {
		if err := syncFolder(p.dir); err != nil {
			return err
		}
	} else if !errors.Is(err, fs.ErrExist) {
		return err
	}
	if err := os.Rename(f.Name(), p.path(sha)); err != nil {
		return err
	}
	return syncFolder(folder)
}

// sweep takes away what was begun and never named.
func (p place) sweep() error {
	left, err := filepath.Glob(filepath.Join(p.dir, begun+"*"))
	for _, name := range left {
		if st, err := os.Stat(name); err == nil && time.Since(st.ModTime()) > swept {
			_ = os.Remove(name)
		}
	}
	return err
}

// syncFolder puts the names in a folder safely on the disk.
func syncFolder(dir string) error {
	d, err := os.Open(dir)
	if err != nil {
		return err
	}
	defer func() { _ = d.Close() }()
	return d.Sync()
}

// Put keeps a file in both places and returns the verified copies. With fewer than both it
// is ErrOneCopy, which names the cause.
func (v *Vault) Put(ctx context.Context, data []byte) (sha string, copies []Copy, err error) {
	sha = Hash(data)
	for _, p := range v.places {
		if err := ctx.Err(); err != nil {
			return sha, copies, err
		}
		if err := p.keep(sha, bytes.NewReader(data)); err != nil {
			return sha, copies, fmt.Errorf("%w: the %s place: %w", ErrOneCopy, p.name, err)
		}
		copies = append(copies, Copy{Where: p.name, VerifiedAt: time.Now().UTC()})
	}
	return sha, copies, nil
}

// Get reads a file from the first place whose copy still has its hash.
func (v *Vault) Get(ctx context.Context, sha string) ([]byte, error) {
	if !isHash(sha) {
		return nil, ErrNotFound
	}
	for _, p := range v.places {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		if data, whole := p.read(sha); whole {
			return data, nil
		}
	}
	return nil, ErrNotFound
}

// Peek opens a file to look into it, without reading it through: what matters is read by Get. ErrNotFound when neither
// place has it.
func (v *Vault) Peek(sha string) (*os.File, error) {
	if !isHash(sha) {
		return nil, ErrNotFound
	}
	for _, p := range v.places {
		if f, err := os.Open(p.path(sha)); err == nil {
			return f, nil
		}
	}
	return nil, ErrNotFound
}

func isHash(s string) bool {
	raw, err := hex.DecodeString(s)
	return err == nil && len(raw) == sha256.Size
}

// Inspected is what became of one file when it was looked at.
type Inspected struct {
	SHA256 string
	Bytes  int
	Whole  int  // copies that were whole when looked at
	Mended bool // whether the others were made anew from a whole one
}

// Lost reports whether no whole copy is left.
func (i Inspected) Lost() bool { return i.Whole == 0 }

// Inspect reads every copy of a file, compares it with its name and makes anew what is
// missing or damaged from a copy that is whole.
func (v *Vault) Inspect(sha string) (out Inspected, err error) {
	out.SHA256 = sha
	if !isHash(sha) {
		return out, nil
	}
	var good place
	var bad []place
	for _, p := range v.places {
		if n, whole := p.whole(sha); whole {
			good, out.Bytes = p, int(n)
			out.Whole++
		} else {
			bad = append(bad, p)
		}
	}
	if out.Lost() {
		return out, nil
	}
	for _, p := range bad {
		if err := p.keepFrom(sha, good); err != nil {
			return out, fmt.Errorf("mending the %s copy: %w", p.name, err)
		}
		out.Mended = true
	}
	return out, nil
}

// keepFrom makes a copy from another place's.
func (p place) keepFrom(sha string, good place) error {
	f, err := os.Open(good.path(sha))
	if err != nil {
		return err
	}
	defer func() { _ = f.Close() }()
	return p.keep(sha, f)
}

// Names lists the files of the vault, those of either place, each once.
func (v *Vault) Names() ([]string, error) {
	seen := map[string]bool{}
	var out []string
	for _, p := range v.places {
		err := filepath.WalkDir(p.dir, func(path string, d fs.DirEntry, err error) error {
			if name := filepath.Base(path); err == nil && !d.IsDir() && isHash(name) && !seen[name] {
				seen[name] = true
				out = append(out, name)
			}
			return err
		})
		if err != nil {
			return nil, err
		}
	}
	return out, nil
}
