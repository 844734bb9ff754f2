package core

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"strings"
	"time"

	"figladder/internal/store"
	"github.com/google/uuid"
	"gorm.io/gorm"
)

// AskVaultCheck asks for every file to be read again and compared. One that runs is not
// begun twice.
func (s *Core) AskVaultCheck(ctx context.Context, by string) (out *store.VaultCheck, err error) {
	err = s.In(ctx, func(tx *gorm.DB) error {
		if err := store.InTurn(tx, "vault"); err != nil {
			return err
		}
		running, err := store.All[store.VaultCheck](tx.Where("ended_at is null and began_at > ?", s.Now().Add(-12*time.Hour)).Order("began_at desc").Limit(1))
		if err != nil {
			return err
		}
		if len(running) > 0 {
			out = &running[0]
			return nil
		}
		out = &store.VaultCheck{ID: uuid.Must(uuid.NewV7()).String(), BeganAt: s.Now(), AskedBy: by, Lost: []store.LostFile{}}
		if err := tx.Create(out).Error; err != nil {
			return err
		}
		raw, ok := tx.Statement.ConnPool.(*sql.Tx)
		if !ok {
			return errors.New("the queue needs the transaction itself")
		}
		return s.Queue.CheckVault(ctx, raw, out.ID)
	})
	if err != nil {
		return nil, err
	}
	return out, nil
}

// Storage is where files are kept, and what losing a place would cost.
type Storage struct {
	Places  []store.PlaceNow  `json:"places" doc:"The two places"`
	OneDisk bool              `json:"oneDisk" doc:"Whether both are on one disk"`
	Files   int               `json:"files" doc:"Files that are named, each once"`
	Words   string            `json:"words" doc:"What a lost disk would cost"`
	Checked *store.VaultCheck `json:"checked" doc:"The last time that every copy was read again; null for never"`
}

// StorageNow tells that.
func (s *Core) StorageNow(ctx context.Context) (*Storage, error) {
	out := &Storage{}
	out.Places, out.OneDisk = s.Vault.Places(ctx)
	tx := s.Store.WithContext(ctx)
	named, err := store.Files(tx)
	if err != nil {
		return nil, err
	}
	out.Files = len(named)
	last := &store.VaultCheck{}
	switch err := tx.Where("ended_at is not null").Order("began_at desc").First(last).Error; {
	case err == nil:
		out.Checked = last
	case !errors.Is(err, gorm.ErrRecordNotFound):
		return nil, err
	}
	gone := []string{}
	for _, p := range out.Places {
		if !p.There {
			gone = append(gone, p.Name)
		}
	}
	switch {
	case len(gone) > 0:
		out.Words = fmt.Sprintf("The %s place cannot be reached. Nothing new counts as kept until it can; what it had is whole in the other, and is copied back at the next reading.", strings.Join(gone, " and the "))
	case out.OneDisk:
		out.Words = "Both places are on one disk: a file that goes bad is mended, but a disk that dies takes both. Put the second place on another disk or in a bucket (FIGLADDER_SECOND), or keep backups elsewhere."
	default:
		out.Words = "The two places are apart: when one is lost, nothing is. Put in another, and the next reading copies everything back to it."
	}
	return out, nil
}

// VaultChecks lists the last checks, newest first.
func (s *Core) VaultChecks(ctx context.Context) ([]store.VaultCheck, error) {
	return store.All[store.VaultCheck](s.Store.WithContext(ctx).Order("began_at desc").Limit(10))
}

// RunVaultCheck reads every file that a row names, and every other one of the vault,
// compares it with its name and mends it from its other copy. It is called by the queue,
// and begins anew when it was broken off.
func (s *Core) RunVaultCheck(ctx context.Context, id string) error {
	tx := s.Store.WithContext(ctx)
	c := &store.VaultCheck{}
	if err := tx.Where("id = ?", id).First(c).Error; errors.Is(err, gorm.ErrRecordNotFound) {
		return nil
	} else if err != nil {
		return err
	}
	named, err := store.Files(tx)
	if err != nil {
		return err
	}
	there, err := s.Vault.Names(ctx)
	if err != nil {
		return err
	}
	all := make([]string, 0, len(there))
	seen := map[string]bool{}
	for sha := range named {
		all, seen[sha] = append(all, sha), true
	}
	for _, sha := range there {
		if !seen[sha] {
			all = append(all, sha)
		}
	}
	c.Files, c.Done, c.Bytes, c.Mended, c.Lost, c.Failed = len(all), 0, 0, 0, []store.LostFile{}, ""
	told := time.Time{}
	for _, sha := range all {
		if err := ctx.Err(); err != nil {
			return err
		}
		got, err := s.Vault.Inspect(ctx, sha)
		if err != nil { // it was read; it could not be mended
			c.Failed = "A copy could not be mended: there may be no room left on a disk. Make room, then check again."
		}
		c.Done++
		c.Bytes += int64(got.Bytes)
		if got.Mended {
			c.Mended++
		}
		if got.Lost() && named[sha] != "" {
			c.Lost = append(c.Lost, store.LostFile{SHA256: sha, What: named[sha]})
		}
		if time.Since(told) > time.Second {
			told = time.Now()
			if err := tx.Save(c).Error; err != nil {
				return err
			}
		}
	}
	at := s.Now()
	c.EndedAt = &at
	return tx.Save(c).Error
}
