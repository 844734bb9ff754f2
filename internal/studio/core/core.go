// Package core is what every room of the studio stands on: the store, the vault, the clock
// and the queue; one deed in one transaction, undone and done again; what was taken away;
// pictures that are kept; errors; works that run a while.
package core

import (
	"context"
	"database/sql"
	"fmt"
	"time"

	"figladder/internal/craft/finding"
	"figladder/internal/store"
)

// Core is what every room works with.
type Core struct {
	Store *store.Store
	Vault *store.Vault
	Shelf *store.Shelf // pictures at the sizes at which they are shown; nil for none kept
	Queue Queue
	Clock func() time.Time // time.Now when nil

	atOnce turns // for what is answered while the person waits
	longer turns // for searches and pictures: each takes every core
}

// Queue hands long work to the background, inside the transaction that asks for
// it, so that neither can be lost without the other.
type Queue interface {
	// Publish delivers a publication, at once when at is nil.
	Publish(ctx context.Context, tx *sql.Tx, publicationID string, at *time.Time) error
	// TakeDown asks for one to be taken down.
	TakeDown(ctx context.Context, tx *sql.Tx, publicationID string) error
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

// Rule makes a RuleError of words.
func Rule(words string, args ...any) error { return &RuleError{Words: fmt.Sprintf(words, args...)} }

// Fields makes a FieldError of problems within a field of what was sent, or within all of it
// where the field is ""; nil when there are none.
func Fields(within string, ps []finding.FieldProblem) error {
	if len(ps) == 0 {
		return nil
	}
	if within != "" {
		within += "."
	}
	out := make([]finding.FieldProblem, len(ps))
	for i, p := range ps {
		out[i] = finding.FieldProblem{Path: within + p.Path, Words: p.Words}
	}
	return &FieldError{Problems: out}
}

// Now is the moment by the studio's clock, UTC.
func (s *Core) Now() time.Time {
	if s.Clock != nil {
		return s.Clock().UTC()
	}
	return time.Now().UTC()
}
