package out

import (
	"context"
	"database/sql"
	"errors"

	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// held does something with a publication that nobody else is at, within the transaction that holds it.
func (s *Room) held(ctx context.Context, id string, do func(tx *gorm.DB, row *store.Publication) error) (*store.Publication, error) {
	var row store.Publication
	err := s.In(ctx, func(tx *gorm.DB) error {
		if err := tx.Exec("set local lock_timeout = '3s'").Error; err != nil {
			return err
		}
		if err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Where("id = ?", id).First(&row).Error; err != nil {
			return err
		}
		return do(tx, &row)
	})
	switch {
	case errors.Is(err, gorm.ErrRecordNotFound):
		return nil, store.ErrNotFound
	case store.Busy(err):
		return nil, core.Rule("It is being sent this moment. Look again in a minute.")
	case err != nil:
		return nil, err
	}
	return &row, nil
}

// CallOff keeps a picture that waits from going out. What was tried already may stand at the outlet though no answer came: that is
// asked down.
func (s *Room) CallOff(ctx context.Context, who core.Who, id string) (*store.Publication, error) {
	return s.held(ctx, id, func(tx *gorm.DB, row *store.Publication) error {
		if row.State != "waiting" {
			return core.Rule("It is not waiting any more: it is %s.", row.State)
		}
		if row.BegunAt != nil {
			return s.askDown(ctx, tx, row, "Called off by "+who.Name+" while it was on its way.")
		}
		now := s.Now()
		row.State, row.Answer, row.DoneAt = "called off", "Called off by "+who.Name+".", &now
		return tx.Select("State", "Answer", "DoneAt").Updates(row).Error
	})
}

// TakeDown asks an outlet to take a picture down that stands there. Where it was handed over by hand, a person has to, and says so.
func (s *Room) TakeDown(ctx context.Context, who core.Who, id string) (*store.Publication, error) {
	return s.held(ctx, id, func(tx *gorm.DB, row *store.Publication) error {
		if row.State != "accepted" {
			return core.Rule("It does not stand there: it is %s.", row.State)
		}
		return s.askDown(ctx, tx, row, "Asked down by "+who.Name+".")
	})
}

// askDown puts the asking into the queue, where the outlet can be asked.
func (s *Room) askDown(ctx context.Context, tx *gorm.DB, row *store.Publication, words string) error {
	o, err := s.place(ctx, row.Outlet)
	if err != nil && !errors.Is(err, errNoOutlet) {
		return err
	}
	byItself := err == nil && o.Place != "" && row.Answer != byHand
	row.State, row.Answer = "asked down", words
	if !byItself {
		row.Answer += " It is taken down by hand: say here when it is."
	}
	if err := tx.Select("State", "Answer").Updates(row).Error; err != nil || !byItself {
		return err
	}
	raw, ok := tx.Statement.ConnPool.(*sql.Tx)
	if !ok {
		return errors.New("the queue needs the transaction itself")
	}
	return s.Queue.TakeDown(ctx, raw, row.ID)
}

// ConfirmDown writes down that somebody saw that a picture is not there any more.
func (s *Room) ConfirmDown(ctx context.Context, who core.Who, id string) (*store.Publication, error) {
	return s.held(ctx, id, func(tx *gorm.DB, row *store.Publication) error {
		if row.State != "asked down" {
			return core.Rule("Nobody asked for it to be taken down: it is %s.", row.State)
		}
		now := s.Now()
		row.State, row.Answer, row.DoneAt = "taken down", who.Name+" saw that it is not there any more.", &now
		return tx.Select("State", "Answer", "DoneAt").Updates(row).Error
	})
}

// BringDown asks the outlet. It is called by the queue, and may be called again: what is not there is down. A no is an answer: it is
// then for a person.
func (s *Room) BringDown(ctx context.Context, id string) error {
	row, err := store.Find[store.Publication](s.Store.WithContext(ctx), id)
	if errors.Is(err, store.ErrNotFound) {
		return nil
	}
	if err != nil || row.State != "asked down" {
		return err
	}
	o, err := s.place(ctx, row.Outlet)
	if err != nil || o.Place == "" {
		if err == nil || errors.Is(err, errNoOutlet) {
			return s.answered(ctx, id, "asked down", "The outlet cannot be asked any more. Take it down by hand, and say so here.")
		}
		return err
	}
	err = s.Outlet.Remove(ctx, o.Place, id)
	var no *standin.Refusal
	if errors.As(err, &no) {
		return s.answered(ctx, id, "asked down", "The outlet says no: "+no.Words+". Take it up with them, and say here when it is down.")
	}
	if err != nil {
		return err
	}
	return s.answered(ctx, id, "taken down", "The outlet took it down.")
}

// answered writes down what came of asking for a picture to be taken down.
func (s *Room) answered(ctx context.Context, id, state, words string) error {
	return s.Store.WithContext(ctx).Model(&store.Publication{}).Where("id = ? and state = 'asked down'", id).
		Updates(map[string]any{"state": state, "answer": words, "done_at": s.Now()}).Error
}
