package core

import (
	"context"

	"figladder/internal/store"
	"gorm.io/gorm"
)

// Held turns the database's refusal to hold more than there are into words.
func Held(err error, name string) error {
	if words, is := store.Refused(err, "FL001"); is {
		return Rule("%s: %s that day. Choose another, or fewer.", name, words)
	}
	return err
}

// Deed runs f in a transaction and writes down what it changed, so that it can be
// undone. Deeds of one shoot go one after the other: two first saves at once find each
// other, and two that touch many rows cannot stand in each other's way.
func (s *Core) Deed(ctx context.Context, who Who, shootID string, words string, f func(j *store.Journal) error) error {
	return s.In(ctx, func(tx *gorm.DB) error {
		if err := store.InTurn(tx, shootID); err != nil {
			return err
		}
		j := &store.Journal{TX: tx}
		if err := f(j); err != nil {
			return err
		}
		return j.Close(store.Deed{ShootID: shootID, PersonID: who.ID, At: s.Now(), Words: words, Needs: string(who.needs())})
	})
}

// SentError says that a picture was sent after the deed that would be taken back, so that
// undo would take back something else than what was done last.
type SentError struct{ Deed, Outlet string }

func (e *SentError) Error() string {
	return "The last thing done here was sending a picture to " + e.Outlet + ", and that cannot be taken back. Undo would take back what was done before it: “" + e.Deed + "”."
}

// Undo takes back the last deed of a shoot. When a picture was sent after it, that is a
// *SentError unless past says to go on.
func (s *Core) Undo(ctx context.Context, who Who, shootID string, past bool) (*store.Deed, error) {
	return s.turned(ctx, who, shootID, func(tx *gorm.DB, shootID string) (*store.Deed, error) {
		d, err := store.Undo(tx, shootID)
		if err != nil || past {
			return d, err
		}
		sent, err := store.All[store.Publication](tx.Where("shoot_id = ? and state not in ('refused', 'called off') and created_at > ?", shootID, d.At).Order("created_at desc").Limit(1))
		if err == nil && len(sent) > 0 {
			err = &SentError{Deed: d.Words, Outlet: sent[0].Outlet}
		}
		return d, err
	})
}

// Redo does the deed taken back last again.
func (s *Core) Redo(ctx context.Context, who Who, shootID string) (*store.Deed, error) {
	return s.turned(ctx, who, shootID, store.Redo)
}

// turned undoes or redoes, for one who may do the deed itself.
func (s *Core) turned(ctx context.Context, who Who, shootID string, f func(*gorm.DB, string) (*store.Deed, error)) (d *store.Deed, err error) {
	err = s.In(ctx, func(tx *gorm.DB) error {
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
		return nil, Held(err, "That prop is held by someone else meanwhile")
	}
	return d, nil
}

// Deeds lists the latest deeds of a shoot, newest first.
func (s *Core) Deeds(ctx context.Context, shootID string, most int) ([]store.Deed, error) {
	return store.All[store.Deed](s.Store.WithContext(ctx).Omit("changes").Where("shoot_id = ?", shootID).Order("id desc").Limit(most))
}
