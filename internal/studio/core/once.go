package core

import (
	"context"
	"errors"
	"time"

	"figladder/internal/store"
	"gorm.io/gorm"
)

// keyKept is how long a key is known: whoever lost the connection asks again within it.
const keyKept = 24 * time.Hour

// Once is a request that is to be done once, however often it is sent.
type Once struct {
	Key   string // the sender's own, new for each wish
	Route string // method and path; one key is for one of them

	spent  bool
	before bool
}

// Before reports whether the deed was refused because it was done before under this key.
func (o *Once) Before() bool { return o.before }

type onceKey struct{}

// AskingOnce notes in a context that what is asked for is to be done once.
func AskingOnce(ctx context.Context, o *Once) context.Context {
	return context.WithValue(ctx, onceKey{}, o)
}

// ErrBefore is returned for a deed that was done before under its key.
var ErrBefore = errors.New("this was done before under the same key")

// In runs f in a transaction. When the context asks for its deed to be done once, the key is
// spent in the same transaction: neither the deed nor the key is ever kept alone.
func (s *Core) In(ctx context.Context, f func(tx *gorm.DB) error) error {
	o, _ := ctx.Value(onceKey{}).(*Once)
	if o == nil || o.spent {
		return s.Store.WithContext(ctx).Transaction(f)
	}
	err := s.Store.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		err := tx.Create(&store.Asked{PersonID: Asker(ctx).ID, Key: o.Key, Route: o.Route, At: s.Now()}).Error
		if _, twice := store.Duplicate(err); twice {
			return ErrBefore
		}
		if err != nil {
			return err
		}
		return f(tx)
	})
	o.spent, o.before = err == nil, errors.Is(err, ErrBefore)
	return err
}

// Asked finds what the context's person asked for under a key; nil when nothing was done
// under it. A key that was for something else is a RuleError.
func (s *Core) Asked(ctx context.Context, o *Once) (*store.Asked, error) {
	was := &store.Asked{}
	err := s.Store.WithContext(ctx).Where("person_id = ? and key = ?", Asker(ctx).ID, o.Key).First(was).Error
	switch {
	case errors.Is(err, gorm.ErrRecordNotFound):
		return nil, nil
	case err != nil:
		return nil, err
	case was.Route != o.Route:
		return nil, Rule("The key %s was used for something else (%s). Each wish takes a key of its own.", o.Key, was.Route)
	}
	return was, nil
}

// Answer keeps what was answered to a deed that was done once, and forgets keys that are too
// old to be asked about.
func (s *Core) Answer(ctx context.Context, o *Once, status int, answer []byte) error {
	if !o.spent {
		return nil
	}
	tx, who := s.Store.WithContext(ctx), Asker(ctx).ID
	if err := tx.Where("person_id = ? and at < ?", who, s.Now().Add(-keyKept)).Delete(&store.Asked{}).Error; err != nil {
		return err
	}
	return tx.Model(&store.Asked{}).Where("person_id = ? and key = ?", who, o.Key).Updates(map[string]any{"status": status, "answer": answer}).Error
}
