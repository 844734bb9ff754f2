package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"syscall"
	"time"
)

// place is one of the two in which every file is kept.
type place interface {
	// name is what it is called: first or second.
	name() string
	// open opens a file to read; an error where it has none of it.
	open(ctx context.Context, sha string) (io.ReadSeekCloser, error)
	// begin begins a file that has no name of its own yet.
	begin(ctx context.Context) (begun, error)
	// names tells every name in it.
	names(ctx context.Context, tell func(string)) error
	// now is how it stands, and on which disk; "" where none of this machine's.
	now(ctx context.Context) (at PlaceNow, disk string)
}

// begun is a file that is being written.
type begun interface {
	io.Writer
	// settle puts what was written safely where it stays, reads it back, and gives it its name; what fails leaves nothing.
	settle(ctx context.Context, sha string) error
	// drop throws away what was begun.
	drop()
}

// begunName is how names of files begin that are being written; what a server that was killed left is swept away after
// so long.
const (
	begunName = "new-"
	swept     = 24 * time.Hour
)

// whole reads a file through, however large, and reports whether it is what its name says.
func whole(ctx context.Context, p place, sha string) (n int64, whole bool) {
	f, err := p.open(ctx, sha)
	if err != nil {
		return 0, false
	}
	defer func() { _ = f.Close() }()
	n, sum, err := sumOf(ctx, f)
	return n, err == nil && sum == sha
}

// sumOf is a file's size and hash as it is read.
func sumOf(ctx context.Context, f io.Reader) (n int64, sum string, err error) {
	h := sha256.New()
	n, err = io.CopyBuffer(h, &untilEnd{ctx, f}, make([]byte, atATime))
	return n, hex.EncodeToString(h.Sum(nil)), err
}

// keep puts a file in the place, unless a whole one is there. A damaged one is replaced, when the new one is safe.
func keep(ctx context.Context, p place, sha string, from io.Reader) error {
	if _, whole := whole(ctx, p, sha); whole {
		return nil
	}
	f, err := p.begin(ctx)
	if err != nil {
		return err
	}
	if _, err := io.CopyBuffer(f, &untilEnd{ctx, from}, make([]byte, atATime)); err != nil {
		f.drop()
		return err
	}
	return f.settle(ctx, sha)
}

// folder is a place on a disk of this machine.
type folder struct{ called, dir string }

// openFolder makes it where it is not there yet. It is its owner's alone.
func openFolder(name, dir string) (folder, error) {
	p := folder{name, dir}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return p, err
	}
	// Folders of earlier versions could be read by everybody.
	if err := os.Chmod(dir, 0o700); err != nil {
		return p, err
	}
	return p, p.sweep()
}

func (p folder) name() string { return p.called }

func (p folder) path(sha string) string { return filepath.Join(p.dir, sha[:2], sha) }

func (p folder) open(_ context.Context, sha string) (io.ReadSeekCloser, error) {
	return os.Open(p.path(sha))
}

func (p folder) begin(context.Context) (begun, error) {
	f, err := os.CreateTemp(p.dir, begunName)
	if err != nil {
		return nil, err
	}
	return &begunFile{f, p}, nil
}

// begunFile is a file of a folder that is being written.
type begunFile struct {
	*os.File
	in folder
}

func (f *begunFile) drop() {
	_ = f.Close()
	_ = os.Remove(f.Name())
}

func (f *begunFile) settle(ctx context.Context, sha string) (err error) {
	defer func() {
		if err != nil {
			f.drop()
		}
	}()
	if err := f.Sync(); err != nil {
		return err
	}
	if err := f.Close(); err != nil {
		return err
	}
	if err := f.readsBack(ctx, sha); err != nil {
		return err
	}
	path := f.in.path(sha)
	if err := os.Mkdir(filepath.Dir(path), 0o700); err == nil {
		if err := syncFolder(f.in.dir); err != nil {
			return err
		}
	} else if !errors.Is(err, fs.ErrExist) {
		return err
	}
	if err := os.Rename(f.Name(), path); err != nil {
		return err
	}
	return syncFolder(filepath.Dir(path))
}

// readsBack reads what was written from the disk.
func (f *begunFile) readsBack(ctx context.Context, sha string) error {
	back, err := os.Open(f.Name())
	if err != nil {
		return err
	}
	defer func() { _ = back.Close() }()
	_, sum, err := sumOf(ctx, back)
	if err == nil && sum != sha {
		err = notBack(f.in)
	}
	return err
}

// notBack is told of a copy that is not what was written.
func notBack(p place) error { return fmt.Errorf("the %s copy did not read back as written", p.name()) }

// sweep takes away what was begun and never named.
func (p folder) sweep() error {
	left, err := filepath.Glob(filepath.Join(p.dir, begunName+"*"))
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

func (p folder) names(_ context.Context, tell func(string)) error {
	return filepath.WalkDir(p.dir, func(path string, d fs.DirEntry, err error) error {
		if err == nil && !d.IsDir() {
			tell(filepath.Base(path))
		}
		return err
	})
}

func (p folder) now(ctx context.Context) (at PlaceNow, disk string) {
	at = PlaceNow{Name: p.called, Path: p.dir, Free: -1}
	if st, err := os.Stat(p.dir); err == nil {
		if sys, ok := st.Sys().(*syscall.Stat_t); ok {
			disk = fmt.Sprint(sys.Dev)
		}
		f, err := p.begin(ctx)
		if at.There = err == nil; at.There {
			f.drop()
		}
	}
	var fs syscall.Statfs_t
	if err := syscall.Statfs(p.dir, &fs); err == nil {
		at.Free = int64(fs.Bavail) * fs.Bsize
	}
	return at, disk
}
