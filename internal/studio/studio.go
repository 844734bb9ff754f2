// Package studio is what people do in Fig Ladder: one file a topic, each function
// one deed in one transaction. It turns rows into craft's types and back.
package studio

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"figladder/internal/craft/finding"
	"figladder/internal/standin"
	"figladder/internal/store"
	"gorm.io/gorm"
)

// Studio does deeds.
type Studio struct {
	Store   *store.Store
	Vault   *store.Vault
	Camera  standin.Camera
	Outlet  standin.Outlet
	Queue   Queue
	Weather standin.Weather  // nil for no forecast
	Clock   func() time.Time // time.Now when nil

	searches   works[LightSearch, *LightSearch]
	renderings works[Rendering, *Rendering]
	atOnce     turns // for what is answered while the person waits
	longer     turns // for searches and pictures: each takes every core
	pace       pace  // of pictures
	passwords  oven
	doors      throttle
}

// Stop ends what runs in the background, and waits for it as long as ctx lasts.
func (s *Studio) Stop(ctx context.Context) error {
	return errors.Join(s.searches.close(ctx), s.renderings.close(ctx))
}

// Queue hands long work to the background, inside the transaction that asks for
// it, so that neither can be lost without the other.
type Queue interface {
	Publish(ctx context.Context, tx *sql.Tx, publicationID string) error
	CheckVault(ctx context.Context, tx *sql.Tx, checkID string) error
}

// Who is the person doing a deed.
type Who struct {
	ID    string
	Name  string
	Role  Role
	Needs Role // what the deed asks for, so that only such a person can undo it
}

// FieldError says which fields of what was sent cannot be accepted.
type FieldError struct{ Problems []finding.FieldProblem }

func (e *FieldError) Error() string {
	return fmt.Sprintf("%s: %s", e.Problems[0].Path, e.Problems[0].Words)
}

// RuleError says that a deed is not possible yet, and what is missing.
type RuleError struct{ Words string }

func (e *RuleError) Error() string { return e.Words }

func rule(words string, args ...any) error { return &RuleError{Words: fmt.Sprintf(words, args...)} }

func fields(prefix string, ps []finding.FieldProblem) error {
	if len(ps) == 0 {
		return nil
	}
	out := make([]finding.FieldProblem, len(ps))
	for i, p := range ps {
		out[i] = finding.FieldProblem{Path: prefix + p.Path, Words: p.Words}
	}
	return &FieldError{Problems: out}
}

func (s *Studio) now() time.Time {
	if s.Clock != nil {
		return s.Clock().UTC()
	}
	return time.Now().UTC()
}

// deed runs f in a transaction and writes down what it changed, so that it can be
// undone. Deeds of one shoot go one after the other: two first saves at once find each
// other, and two that touch many rows cannot stand in each other's way.
func (s *Studio) deed(ctx context.Context, who Who, shootID string, words string, f func(j *store.Journal) error) error {
	return s.Store.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := store.InTurn(tx, shootID); err != nil {
			return err
		}
		j := &store.Journal{TX: tx}
		if err := f(j); err != nil {
			return err
		}
		return j.Close(store.Deed{ShootID: shootID, PersonID: who.ID, At: s.now(), Words: words, Needs: string(who.needs())})
	})
}

// Undo takes back the last deed of a shoot.
func (s *Studio) Undo(ctx context.Context, who Who, shootID string) (*store.Deed, error) {
	return s.turned(ctx, who, shootID, store.Undo)
}

// Redo does the deed taken back last again.
func (s *Studio) Redo(ctx context.Context, who Who, shootID string) (*store.Deed, error) {
	return s.turned(ctx, who, shootID, store.Redo)
}

// turned undoes or redoes, for one who may do the deed itself.
func (s *Studio) turned(ctx context.Context, who Who, shootID string, f func(*gorm.DB, string) (*store.Deed, error)) (d *store.Deed, err error) {
	err = s.Store.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := store.InTurn(tx, shootID); err != nil {
			return err
		}
		if d, err = f(tx, shootID); err != nil {
			return err
		}
		if need := Role(d.Needs); !who.Role.May(need) {
			return &RoleError{Needs: need, Words: "“" + d.Words + "”"}
		}
		return nil
	})
	if _, twice := store.Duplicate(err); twice || store.Orphan(err) {
		err = store.ErrMovedOn
	}
	if err != nil {
		return nil, held(err, "That prop is held by someone else meanwhile")
	}
	return d, nil
}

// Deeds lists the latest deeds of a shoot, newest first.
func (s *Studio) Deeds(ctx context.Context, shootID string, most int) ([]store.Deed, error) {
	return store.All[store.Deed](s.Store.WithContext(ctx).Omit("changes").Where("shoot_id = ?", shootID).Order("id desc").Limit(most))
}
