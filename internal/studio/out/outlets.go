package out

import (
	"context"
	"errors"
	"slices"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/release"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/cupboard"

	"gorm.io/gorm"
)

// OutletNow is an outlet as the studio keeps it.
type OutletNow struct {
	Row   store.OutletRow `json:"row" doc:"What it asks for"`
	Laxer []string        `json:"laxer" doc:"Where the place itself asks for more than is written down"`
}

// Outlets says where pictures can go, by name.
func (s *Room) Outlets(ctx context.Context) ([]release.Outlet, error) {
	rows, err := s.rows(s.Store.WithContext(ctx))
	out := make([]release.Outlet, len(rows))
	for i, r := range rows {
		out[i] = r.Outlet
	}
	return out, err
}

func (s *Room) rows(tx *gorm.DB) ([]store.OutletRow, error) {
	return store.All[store.OutletRow](tx.Order("lower(outlet ->> 'name'), id"))
}

// KeptOutlets are the outlets with what the places themselves ask for, where they answer.
func (s *Room) KeptOutlets(ctx context.Context) ([]OutletNow, error) {
	rows, err := s.rows(s.Store.WithContext(ctx))
	if err != nil {
		return nil, err
	}
	asks, err := s.Outlet.Asks(ctx)
	if err != nil {
		asks = nil // a place that is down keeps nobody from changing what is written here
	}
	out := make([]OutletNow, len(rows))
	for i, r := range rows {
		out[i] = OutletNow{Row: r, Laxer: []string{}}
		if at := slices.IndexFunc(asks, func(o release.Outlet) bool { return r.Outlet.Place != "" && o.Key == r.Outlet.Place }); at >= 0 {
			out[i].Laxer = release.Laxer(r.Outlet, asks[at])
		}
	}
	return out, nil
}

// errNoOutlet is for an outlet that is delivered to by nobody.
var errNoOutlet = errors.New("there is no such outlet")

// place is an outlet by its key.
func (s *Room) place(ctx context.Context, key string) (release.Outlet, error) {
	all, err := s.Outlets(ctx)
	if err != nil {
		return release.Outlet{}, err
	}
	i := slices.IndexFunc(all, func(o release.Outlet) bool { return o.Key == key })
	if i < 0 {
		return release.Outlet{}, errNoOutlet
	}
	return all[i], nil
}

// ordered is an outlet that something was asked for.
func (s *Room) ordered(ctx context.Context, key string) (release.Outlet, error) {
	o, err := s.place(ctx, key)
	if errors.Is(err, errNoOutlet) {
		err = core.Fields("", []finding.FieldProblem{{Path: "outlet", Words: "There is no outlet “" + key + "”."}})
	}
	return o, err
}

// SaveOutlet writes down what an outlet asks for; a new one when id is empty. Its key stays: rights and deliveries go by it.
func (s *Room) SaveOutlet(ctx context.Context, who core.Who, id string, version int, o release.Outlet) (*store.OutletRow, error) {
	o.Name, o.Shape = strings.TrimSpace(o.Name), strings.TrimSpace(o.Shape)
	if err := core.Fields("outlet", o.Check()); err != nil {
		return nil, err
	}
	var row *store.OutletRow
	err := s.Deed(ctx, who, cupboard.Cupboard, "Wrote down the outlet “"+o.Name+"”", func(j *store.Journal) (err error) {
		if id == "" {
			row = &store.OutletRow{Base: store.NewBase(), OutletDoc: store.OutletDoc{Outlet: o}}
			row.Outlet.Key = row.Key
			return j.Create(row)
		}
		if row, err = store.Find[store.OutletRow](j.TX, id); err != nil {
			return err
		}
		o.Key = row.Outlet.Key
		row.Version, row.Outlet = version, o
		return j.Update(row)
	})
	if err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveOutlet takes an outlet away. What went there stays on record; what is on its way is not sent any more.
func (s *Room) RemoveOutlet(ctx context.Context, who core.Who, id string) error {
	return s.Deed(ctx, who, cupboard.Cupboard, "Took an outlet away", func(j *store.Journal) error {
		row, err := store.Find[store.OutletRow](j.TX, id)
		if err != nil {
			return err
		}
		j.Removes(row, row.Outlet.Name)
		return j.Delete(row)
	})
}
