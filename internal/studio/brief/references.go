package brief

import (
	"context"

	"figladder/internal/craft/brief"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// References lists a shoot's pictures and notes in order.
func (s *Room) References(ctx context.Context, shootID string) ([]store.ReferenceRow, error) {
	return store.All[store.ReferenceRow](s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).Order("position, id"))
}

// AddReference adds a note, or a picture when data is not empty. The picture is in
// the vault before its row is kept.
func (s *Room) AddReference(ctx context.Context, who core.Who, shootID string, r brief.Reference, data []byte) (*store.ReferenceRow, error) {
	if err := core.Fields("", r.Check()); err != nil {
		return nil, err
	}
	row := &store.ReferenceRow{Base: store.NewBase(), ReferenceDoc: store.ReferenceDoc{ShootID: shootID, Reference: r}}
	if len(data) > 0 {
		img, err := core.OpenPicture(ctx, data)
		if err != nil {
			return nil, err
		}
		if row.SHA256, row.WidthPx, row.HeightPx, err = s.KeepPicture(ctx, img); err != nil {
			return nil, err
		}
	}
	if err := s.Deed(ctx, who, shootID, "Added a reference", func(j *store.Journal) error {
		if _, err := store.Find[store.Shoot](j.TX, shootID); err != nil {
			return err
		}
		if err := core.Last(j.TX, &store.ReferenceRow{}, shootID, &row.Position); err != nil {
			return err
		}
		return j.Create(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// SaveReference saves what to take from a reference.
func (s *Room) SaveReference(ctx context.Context, who core.Who, id string, version int, r brief.Reference) (*store.ReferenceRow, error) {
	if err := core.Fields("", r.Check()); err != nil {
		return nil, err
	}
	row, err := store.Find[store.ReferenceRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	if err := s.Deed(ctx, who, row.ShootID, "Changed a reference", func(j *store.Journal) error {
		row.Version, row.Reference = version, r
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveReference takes a reference away. Undo brings it back; its picture stays
// in the vault.
func (s *Room) RemoveReference(ctx context.Context, who core.Who, id string) error {
	row, err := store.Find[store.ReferenceRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, row.ShootID, "Removed a reference", func(j *store.Journal) error {
		j.Removes(row, row.Reference.Words)
		return j.Delete(row)
	})
}

// Reference finds a reference.
func (s *Room) Reference(ctx context.Context, id string) (*store.ReferenceRow, error) {
	return store.Find[store.ReferenceRow](s.Store.WithContext(ctx), id)
}
