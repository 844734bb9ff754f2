package store

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
	"time"
)

// Vault keeps files by their SHA-256, each in two places. What is in it is never written
// again: a file goes under a name of its own, is put safely on the disk, read back and
// only then given its name. Its folders are for their owner alone.
type Vault struct {
	places []place
}

// ErrOneCopy is returned when a file could not be kept in every place; what was to be
// kept does not count as kept.
var ErrOneCopy = errors.New("the file could not be kept twice")

// atATime is how much of a file is held in memory while it is copied.
const atATime = 1 << 20

// OpenVault opens two folders under dir as the two places.
func OpenVault(dir string) (*Vault, error) {
	return OpenPlaces(context.Background(), filepath.Join(dir, "first"), filepath.Join(dir, "second"))
}

// OpenPlaces opens the two places, best on a disk each: the first a folder, the second a folder or a bucket's address.
func OpenPlaces(ctx context.Context, first, second string) (*Vault, error) {
	one, err := openFolder("first", first)
	if err != nil {
		return nil, err
	}
	// Files of earlier versions could be read by everybody.
	if err := os.Chmod(filepath.Dir(first), 0o700); err != nil {
		return nil, err
	}
	var two place
	if isBucket(second) {
		two, err = openBucket(ctx, "second", second)
	} else {
		two, err = openFolder("second", second)
	}
	return &Vault{[]place{one, two}}, err
}

// Hash is the name a file goes by: its SHA-256 in hexadecimal.
func Hash(data []byte) string {
	sum := sha256.Sum256(data)
	return hex.EncodeToString(sum[:])
}

// Put keeps a file in both places and returns the verified copies. With fewer than both it
// is ErrOneCopy, which names the cause.
func (v *Vault) Put(ctx context.Context, data []byte) (sha string, copies []Copy, err error) {
	sha = Hash(data)
	for _, p := range v.places {
		if err := ctx.Err(); err != nil {
			return sha, copies, err
		}
		if err := keep(ctx, p, sha, bytes.NewReader(data)); err != nil {
			return sha, copies, fmt.Errorf("%w: the %s place: %w", ErrOneCopy, p.name(), err)
		}
		copies = append(copies, Copy{Where: p.name(), VerifiedAt: time.Now().UTC()})
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
		if data, err := read(ctx, p, sha); err == nil && Hash(data) == sha {
			return data, nil
		}
	}
	return nil, ErrNotFound
}

// read is a file of a place, whole or not.
func read(ctx context.Context, p place, sha string) ([]byte, error) {
	f, err := p.open(ctx, sha)
	if err != nil {
		return nil, err
	}
	defer func() { _ = f.Close() }()
	return io.ReadAll(f)
}

// Peeked is a file that is looked into.
type Peeked interface {
	io.ReadSeekCloser
	io.ReaderAt
}

// Peek opens a file to look into it, without reading it through: what matters is read by Get. ErrNotFound when neither
// place has it.
func (v *Vault) Peek(ctx context.Context, sha string) (Peeked, error) {
	if !isHash(sha) {
		return nil, ErrNotFound
	}
	for _, p := range v.places {
		f, err := p.open(ctx, sha)
		if err != nil {
			continue
		}
		if at, can := f.(Peeked); can {
			return at, nil
		}
		return &soughtAt{ReadSeekCloser: f}, nil
	}
	return nil, ErrNotFound
}

// soughtAt reads at a place by going there first.
type soughtAt struct {
	io.ReadSeekCloser
	one sync.Mutex
}

func (s *soughtAt) ReadAt(into []byte, at int64) (n int, err error) {
	s.one.Lock()
	defer s.one.Unlock()
	if _, err := s.Seek(at, io.SeekStart); err != nil {
		return 0, err
	}
	n, err = io.ReadFull(s, into)
	if errors.Is(err, io.ErrUnexpectedEOF) {
		err = io.EOF
	}
	return n, err
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
func (v *Vault) Inspect(ctx context.Context, sha string) (out Inspected, err error) {
	out.SHA256 = sha
	if !isHash(sha) {
		return out, nil
	}
	var good place
	var bad []place
	for _, p := range v.places {
		if n, whole := whole(ctx, p, sha); whole {
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
		if err := keepFrom(ctx, p, sha, good); err != nil {
			return out, fmt.Errorf("mending the %s copy: %w", p.name(), err)
		}
		out.Mended = true
	}
	return out, nil
}

// keepFrom makes a copy from another place's.
func keepFrom(ctx context.Context, p place, sha string, good place) error {
	f, err := good.open(ctx, sha)
	if err != nil {
		return err
	}
	defer func() { _ = f.Close() }()
	return keep(ctx, p, sha, f)
}

// Names lists the files of the vault, those of either place, each once.
func (v *Vault) Names(ctx context.Context) ([]string, error) {
	seen := map[string]bool{}
	var out []string
	for _, p := range v.places {
		err := p.names(ctx, func(name string) {
			if isHash(name) && !seen[name] {
				seen[name] = true
				out = append(out, name)
			}
		})
		if err != nil {
			return nil, err
		}
	}
	return out, nil
}
