package cupboard

import (
	"context"
	"slices"
	"sort"

	"figladder/internal/craft/kit"
	"figladder/internal/craft/reading"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// KitPiece is a piece of kit with what it can do.
type KitPiece struct {
	Row store.KitRow      `json:"row" doc:"The piece"`
	Can []reading.Reading `json:"can" doc:"What it can do, on the body with most pixels"`
}

// Kit lists the studio's kit, with what each piece can do.
func (s *Room) Kit(ctx context.Context) ([]KitPiece, error) {
	rows, err := s.kitRows(ctx)
	if err != nil {
		return nil, err
	}
	var body kit.Item
	for _, r := range rows {
		if r.Item.Kind == kit.Body && r.Item.PixelsLong > body.PixelsLong {
			body = r.Item
		}
	}
	out := []KitPiece{}
	for _, r := range rows {
		out = append(out, KitPiece{r, kit.Can(r.Item, body)})
	}
	return out, nil
}

func (s *Room) kitRows(ctx context.Context) ([]store.KitRow, error) {
	var rows []store.KitRow
	if err := s.Store.WithContext(ctx).Order("id").Find(&rows).Error; err != nil {
		return nil, err
	}
	place := func(k kit.Kind) int { return slices.Index(kit.Kinds, k) }
	sort.SliceStable(rows, func(a, b int) bool {
		x, y := rows[a].Item, rows[b].Item
		return place(x.Kind) < place(y.Kind) || x.Kind == y.Kind && x.Name < y.Name
	})
	return rows, nil
}

// KitItems are the pieces themselves, in the order of kitRows.
func (s *Room) KitItems(ctx context.Context) ([]kit.Item, error) {
	rows, err := s.kitRows(ctx)
	out := make([]kit.Item, len(rows))
	for i := range rows {
		out[i] = rows[i].Item
	}
	return out, err
}

// SaveKit adds a piece of kit (id empty) or saves it.
func (s *Room) SaveKit(ctx context.Context, who core.Who, id string, version int, i kit.Item) (*store.KitRow, error) {
	if err := core.Fields("item", i.Check()); err != nil {
		return nil, err
	}
	var row *store.KitRow
	if err := s.Deed(ctx, who, Cupboard, "Wrote down "+i.Name, func(j *store.Journal) (err error) {
		if id == "" {
			row = &store.KitRow{Base: store.NewBase(), Item: i}
			return j.Create(row)
		}
		if row, err = store.Find[store.KitRow](j.TX, id); err != nil {
			return err
		}
		row.Version, row.Item = version, i
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveKit takes a piece of kit off the list.
func (s *Room) RemoveKit(ctx context.Context, who core.Who, id string) error {
	return s.Deed(ctx, who, Cupboard, "Took a piece of kit off the list", func(j *store.Journal) error {
		row, err := store.Find[store.KitRow](j.TX, id)
		if err != nil {
			return err
		}
		j.Removes(row, row.Item.Name)
		return j.Delete(row)
	})
}
