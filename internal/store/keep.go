package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"syscall"
	"time"

	"figladder/internal/craft/card"
	"figladder/internal/craft/cores"
)

// Keep implements intake.Keeper: it reads to the end, hashing on the way, and writes to both places at once; then each copy
// is put safely on its disk, read back and compared, and only then has its name. A megabyte of it is in memory, however
// large it is.
func (v *Vault) Keep(ctx context.Context, from io.Reader) (card.Kept, error) {
	var files []begun
	fail := func(err error) (card.Kept, error) {
		for _, f := range files {
			f.drop()
		}
		if NoRoom(err) {
			err = fmt.Errorf("%w: %w", card.ErrFull, err)
		}
		return card.Kept{}, err
	}
	hash := sha256.New()
	into := []io.Writer{hash}
	for _, p := range v.places {
		f, err := p.begin(ctx)
		if err != nil {
			return fail(err)
		}
		files, into = append(files, f), append(into, f)
	}
	n, err := io.CopyBuffer(io.MultiWriter(into...), &untilEnd{ctx, from}, make([]byte, atATime))
	if err != nil {
		return fail(err)
	}
	k := card.Kept{SHA256: hex.EncodeToString(hash.Sum(nil)), Bytes: n}
	errs := make([]error, len(v.places))
	if err := cores.Each(ctx, len(v.places), func(i int) { errs[i] = files[i].settle(ctx, k.SHA256) }); err != nil {
		return fail(err)
	}
	if err := errors.Join(errs...); err != nil {
		return fail(err)
	}
	for _, p := range v.places {
		k.Copies = append(k.Copies, card.Copy{Where: p.name(), VerifiedAt: time.Now().UTC()})
	}
	return k, nil
}

// NoRoom says whether it was for want of room on a disk.
func NoRoom(err error) bool {
	return errors.Is(err, syscall.ENOSPC) || errors.Is(err, syscall.EDQUOT) || errors.Is(err, card.ErrFull)
}

// untilEnd reads until its context ends.
type untilEnd struct {
	ctx  context.Context
	from io.Reader
}

func (u *untilEnd) Read(p []byte) (int, error) {
	if err := u.ctx.Err(); err != nil {
		return 0, err
	}
	return u.from.Read(p)
}
