package out

import (
	"context"
	"errors"
	"fmt"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/release"
	"figladder/internal/standin"
	"figladder/internal/store"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// errEarly is for a job that comes before its hour: another server's clock is ahead.
var errEarly = errors.New("its hour has not come")

// Deliver hands a waiting publication to its outlet and writes its answer down. It is called by the queue and may be called again
// after a crash: the outlet takes the same reference twice as one picture. A refusal is an answer, not an error. While it sends, the
// row is held, so that nobody calls it off meanwhile.
func (s *Room) Deliver(ctx context.Context, id string) error {
	tx := s.Store.WithContext(ctx)
	row, err := store.Find[store.Publication](tx, id)
	if errors.Is(err, store.ErrNotFound) {
		return nil // its shoot was removed meanwhile
	}
	if err != nil {
		return err
	}
	if row.GoesAt != nil && s.Now().Before(*row.GoesAt) {
		return errEarly
	}
	// From here on it may stand at the outlet, whatever becomes of this server.
	if err := tx.Exec("update publications set begun_at = coalesce(begun_at, ?) where id = ? and state = 'waiting'", s.Now(), id).Error; err != nil {
		return err
	}
	return tx.Transaction(func(tx *gorm.DB) error {
		if err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Where("id = ?", id).First(row).Error; err != nil {
			return err
		}
		if row.State != "waiting" {
			return nil
		}
		state, answer, err := s.sent(ctx, row)
		if err != nil {
			return err
		}
		return tx.Model(&store.Publication{}).Where("id = ?", id).Updates(map[string]any{"state": state, "answer": answer, "done_at": s.Now()}).Error
	})
}

// sent sends a picture, unless something holds it back, and says what came of it.
func (s *Room) sent(ctx context.Context, row *store.Publication) (state, answer string, err error) {
	held, err := s.heldBack(ctx, row)
	if err == nil && held == "" && row.GoesAt != nil {
		held, err = s.saidSince(ctx, row)
	}
	if err != nil {
		return "", "", err
	}
	o, err := s.place(ctx, row.Outlet)
	if err != nil && !errors.Is(err, errNoOutlet) {
		return "", "", err
	}
	if held == "" && (err != nil || o.Place == "") {
		held = "Not sent. The outlet was taken away, or is delivered to by hand."
	}
	if held != "" {
		return "refused", held, nil
	}
	data, err := s.Vault.Get(ctx, row.SHA256)
	if err != nil {
		return "", "", fmt.Errorf("the cut's file: %w", err)
	}
	answer, err = s.Outlet.Send(ctx, o.Place, row.ID, data)
	var no *standin.Refusal
	if errors.As(err, &no) {
		return "refused", no.Words, nil
	}
	return "accepted", answer, err
}

// heldBack says why a publication may not go out now, though it was allowed when it was ordered: an outlet may have been down
// until a right was over. Empty when it may.
func (s *Room) heldBack(ctx context.Context, row *store.Publication) (string, error) {
	shoot, err := s.Frames.Brief.Shoot(ctx, row.ShootID)
	if err != nil {
		return "", err
	}
	for _, f := range release.May(shoot.Brief, release.Outlet{Key: row.Outlet, Name: row.Outlet}, s.Now()) {
		if f.Severity == finding.Stop {
			return fmt.Sprintf("Not sent. %s: %s, wanted %s.", f.Subject, f.Measure, f.Limit), nil
		}
	}
	return "", nil
}

// saidSince says what was said between the order and its hour that holds a picture back: another frame was kept, or the yes to this
// picture was taken off. Empty when nothing was.
func (s *Room) saidSince(ctx context.Context, row *store.Publication) (string, error) {
	list, err := s.Finish.ListOf(ctx, row.ShotID)
	if err != nil {
		return "", err
	}
	switch {
	case list.Frame == nil || list.Frame.Key != row.FrameID:
		return "Not sent. Another frame is kept for this shot now.", nil
	case list.Approval == nil || list.Picture != row.Picture:
		return "Not sent. The yes to this picture was taken off, or it was made anew, after it was ordered.", nil
	}
	return "", nil
}
