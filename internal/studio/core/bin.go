package core

import (
	"context"
	"errors"
	"time"

	"figladder/internal/store"
	"gorm.io/gorm"
)

// keptFor is how long what was taken away can be brought back.
const keptFor = 30 * 24 * time.Hour

// TakenAway is something that was removed and can be brought back.
type TakenAway struct {
	Deed  int64     `json:"deed" doc:"Key of the deed that took it away"`
	Kind  string    `json:"kind" doc:"What it is, in a word"`
	Name  string    `json:"name" doc:"What it is called"`
	Of    string    `json:"of" doc:"The shoot it belonged to, by name; empty for what belongs to the studio"`
	By    string    `json:"by" doc:"Who took it away"`
	At    time.Time `json:"at" doc:"When"`
	Until time.Time `json:"until" doc:"Until when it can be brought back"`
	May   bool      `json:"may" doc:"Whether you may bring it back"`
}

// Bin lists what was taken away in the last thirty days and is not back, newest first.
func (s *Core) Bin(ctx context.Context, who Who) ([]TakenAway, error) {
	tx := s.Store.WithContext(ctx)
	deeds, err := store.All[store.Deed](tx.Omit("changes").Where("removed <> '' and not undone and at > ?", s.Now().Add(-keptFor)).Order("id desc").Limit(500))
	if err != nil {
		return nil, err
	}
	people, err := store.All[store.Person](tx.Select("id", "name"))
	if err != nil {
		return nil, err
	}
	names := map[string]string{}
	for _, p := range people {
		names[p.ID] = p.Name
	}
	shoots := map[string]string{}
	ids := map[string][]string{}
	for _, d := range deeds {
		ids[d.Removed] = append(ids[d.Removed], d.RemovedID)
		shoots[d.ShootID] = ""
	}
	there := map[string]bool{}
	for table, list := range ids {
		var found []string
		if err := tx.Table(table).Where("id in ?", list).Pluck("id", &found).Error; err != nil {
			return nil, err
		}
		for _, id := range found {
			there[table+id] = true
		}
	}
	if err := s.shootNames(ctx, shoots); err != nil {
		return nil, err
	}
	out := []TakenAway{}
	for _, d := range deeds {
		if key := d.Removed + d.RemovedID; !there[key] {
			there[key] = true // taken away twice: the last time counts
			out = append(out, TakenAway{Deed: d.ID, Kind: store.Called(d.Removed), Name: d.RemovedName, Of: shoots[d.ShootID], By: names[d.PersonID], At: d.At, Until: d.At.Add(keptFor), May: who.Role.May(Role(d.Needs))})
		}
	}
	return out, nil
}

// shootNames puts the names of shoots to their keys, as far as they are there.
func (s *Core) shootNames(ctx context.Context, by map[string]string) error {
	var keys []string
	for k := range by {
		keys = append(keys, k)
	}
	rows, err := store.All[store.Shoot](s.Store.WithContext(ctx).Select("id", "name").Where("id in ?", keys))
	for _, r := range rows {
		by[r.Key] = r.Name
	}
	return err
}

// BringBack makes what a deed took away again, whatever was done since. It is a deed of its
// own and takes the role that taking it away took.
func (s *Core) BringBack(ctx context.Context, who Who, deedID int64) error {
	d := &store.Deed{}
	err := s.Store.WithContext(ctx).Where("id = ? and removed <> '' and at > ?", deedID, s.Now().Add(-keptFor)).First(d).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return store.ErrNotFound
	}
	if err != nil {
		return err
	}
	if need := Role(d.Needs); !who.Role.May(need) {
		return &RoleError{Needs: need}
	}
	who.Needs = Role(d.Needs)
	err = s.Deed(ctx, who, d.ShootID, "Brought back “"+d.RemovedName+"”", func(j *store.Journal) error {
		// What hangs on something was taken away before it: it comes back after it.
		for k := len(d.Changes) - 1; k >= 0; k-- {
			c := d.Changes[k]
			if c.Before == nil || c.After != nil {
				continue
			}
			row, err := store.Kept(c)
			if err != nil {
				return err
			}
			if f, ok := row.(*store.Frame); ok && f.Kept {
				var other int64
				if err := j.TX.Model(&store.Frame{}).Where("shot_id = ? and kept", f.ShotID).Count(&other).Error; err != nil {
					return err
				}
				f.Kept = other == 0 // another was chosen meanwhile
			}
			if err := j.Create(row); err != nil {
				return err
			}
		}
		return nil
	})
	if _, twice := store.Duplicate(err); twice {
		return Rule("It is there already, or something took its place. Look again.")
	}
	if store.Orphan(err) {
		return Rule("What it belonged to was taken away, too. Bring that back first.")
	}
	return Held(err, "A prop that was held for it is held for another shoot meanwhile")
}
