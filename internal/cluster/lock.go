package cluster

import (
	"errors"
	"fmt"
	"io"
	"os"
	"strings"
	"syscall"
)

// InUse says that another process holds a folder.
type InUse struct {
	Path string // of the lock
	By   string // the process, as it wrote itself down
}

func (e *InUse) Error() string {
	return fmt.Sprintf("another Fig Ladder runs on this folder (process %s, %s). Stop that one first, or choose another folder with --data", e.By, e.Path)
}

// Lock takes a lock file for this process, until the file is closed or the process ends,
// however it ends. *InUse when another has it.
func Lock(path string) (*os.File, error) {
	f, err := os.OpenFile(path, os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return nil, err
	}
	if err := syscall.Flock(int(f.Fd()), syscall.LOCK_EX|syscall.LOCK_NB); err != nil {
		defer func() { _ = f.Close() }()
		if !errors.Is(err, syscall.EWOULDBLOCK) {
			return nil, err
		}
		by, _ := io.ReadAll(io.LimitReader(f, 40))
		return nil, &InUse{Path: path, By: strings.TrimSpace(string(by))}
	}
	if err := f.Truncate(0); err != nil {
		return nil, err
	}
	_, err = fmt.Fprintf(f, "%d\n", os.Getpid())
	return f, err
}
