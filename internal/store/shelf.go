package store

import (
	"fmt"
	"os"
	"path/filepath"
)

// Shelf keeps what can be made anew from the vault: pictures at the sizes at which they are shown. It is no place of
// safety: nothing is compared or kept twice, and it may be thrown away at any time. A nil shelf keeps nothing.
type Shelf struct{ dir string }

// OpenShelf opens a folder as one.
func OpenShelf(dir string) (*Shelf, error) {
	return &Shelf{dir}, os.MkdirAll(dir, 0o700)
}

func (s *Shelf) path(sha string, longPx int) string {
	return filepath.Join(s.dir, sha[:2], fmt.Sprintf("%s-%d", sha, longPx))
}

// Get is what lies there; nil for nothing.
func (s *Shelf) Get(sha string, longPx int) []byte {
	if s == nil || !isHash(sha) {
		return nil
	}
	data, err := os.ReadFile(s.path(sha, longPx))
	if err != nil {
		return nil
	}
	return data
}

// Put lays something there. What cannot be laid there is made again when it is asked for.
func (s *Shelf) Put(sha string, longPx int, data []byte) {
	if s == nil || !isHash(sha) {
		return
	}
	path := s.path(sha, longPx)
	_ = os.Mkdir(filepath.Dir(path), 0o700)
	f, err := os.CreateTemp(filepath.Dir(path), begunName)
	if err != nil {
		return
	}
	_, err = f.Write(data)
	if e := f.Close(); err == nil {
		err = e
	}
	if err == nil {
		err = os.Rename(f.Name(), path)
	}
	if err != nil {
		_ = os.Remove(f.Name())
	}
}
