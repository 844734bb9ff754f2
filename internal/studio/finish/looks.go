package finish

import (
	"context"
	"fmt"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/finish/look"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// NamedLook is a look with how many frames follow it.
type NamedLook struct {
	Row     store.BaseLookRow `json:"row" doc:"The look"`
	Follow  int               `json:"follow" doc:"How many frames follow it"`
	Words   []string          `json:"words" doc:"Each step in a line"`
	InShoot int               `json:"inShoot" doc:"How many of them are of the shoot that was asked for"`
}

// Looks lists the studio's looks by name.
func (s *Room) Looks(ctx context.Context, shootID string) ([]NamedLook, error) {
	tx := s.Store.WithContext(ctx)
	rows, err := store.All[store.BaseLookRow](tx.Order("lower(name), id"))
	if err != nil {
		return nil, err
	}
	var counts []struct {
		LookID  string
		Follow  int
		InShoot int
	}
	if err := tx.Raw("select look_id, count(*) as follow, count(*) filter (where shoot_id = ?) as in_shoot from finishes where look_id is not null group by look_id", shootID).Scan(&counts).Error; err != nil {
		return nil, err
	}
	out := []NamedLook{}
	for _, r := range rows {
		n := NamedLook{Row: r, Words: []string{}}
		for _, st := range r.Steps {
			n.Words = append(n.Words, st.Words())
		}
		for _, c := range counts {
			if c.LookID == r.Key {
				n.Follow, n.InShoot = c.Follow, c.InShoot
			}
		}
		out = append(out, n)
	}
	return out, nil
}

// SaveLook writes a look down (id empty) or changes one; every frame that follows it changes along, but for where it differs.
// It is a deed of the shoot at which it is done.
func (s *Room) SaveLook(ctx context.Context, who core.Who, shootID, id string, version int, name string, steps []look.Step) (*store.BaseLookRow, error) {
	problems := look.Check(steps)
	if name = strings.TrimSpace(name); name == "" {
		problems = append(problems, finding.FieldProblem{Path: "name", Words: "Give the look a name to find it by."})
	}
	for i, st := range steps {
		if st.Kind == look.Mend {
			problems = append(problems, finding.FieldProblem{Path: "steps", Words: fmt.Sprintf("Step %d mends a spot, which is of one frame: leave it to that frame.", i+1)})
		}
	}
	if err := core.Fields("", problems); err != nil {
		return nil, err
	}
	var row *store.BaseLookRow
	err := s.Deed(ctx, who, shootID, "Look “"+name+"”", func(j *store.Journal) (err error) {
		doc := store.BaseLookDoc{Name: name, Steps: steps, Pipeline: look.Version}
		if id == "" {
			row = &store.BaseLookRow{Base: store.NewBase(), BaseLookDoc: doc}
			return j.Create(row)
		}
		if row, err = store.Find[store.BaseLookRow](j.TX, id); err != nil {
			return err
		}
		row.Version, row.BaseLookDoc = version, doc
		return j.Update(row)
	})
	if err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveLook takes a look away that no frame follows.
func (s *Room) RemoveLook(ctx context.Context, who core.Who, shootID, id string) error {
	return s.Deed(ctx, who, shootID, "Took a look away", func(j *store.Journal) error {
		row, err := store.Find[store.BaseLookRow](j.TX, id)
		if err != nil {
			return err
		}
		var n int64
		if err := j.TX.Model(&store.FinishRow{}).Where("look_id = ?", id).Count(&n).Error; err != nil {
			return err
		}
		if n > 0 {
			return core.Rule("%s follow “%s”. Let them follow another first.", core.Plural(int(n), "frame"), row.Name)
		}
		j.Removes(row, row.Name)
		return j.Delete(row)
	})
}

// Follow lets frames of a shoot follow a look, or none; what each has of its own stays its own, but for what is as the look has
// it: that is the look's from then on, and changes with it. It returns how many now do that did not.
func (s *Room) Follow(ctx context.Context, who core.Who, shootID, lookID string, frameIDs []string) (int, error) {
	words := "Frames follow no look"
	if lookID != "" {
		l, err := store.Find[store.BaseLookRow](s.Store.WithContext(ctx), lookID)
		if err != nil {
			return 0, err
		}
		words = core.Plural(len(frameIDs), "frame") + " follow “" + l.Name + "”"
	}
	for _, id := range frameIDs {
		f, err := s.Frames.Frame(ctx, id)
		if err != nil {
			return 0, err
		}
		if _, err := s.begun(ctx, f); err != nil {
			return 0, err
		}
	}
	changed := 0
	err := s.Deed(ctx, who, shootID, words, func(j *store.Journal) error {
		for _, id := range frameIDs {
			f, err := store.Find[store.Frame](j.TX, id)
			if err != nil {
				return err
			}
			if f.ShootID != shootID {
				return store.ErrNotFound
			}
			row, err := s.rowOf(j.TX, f)
			if err != nil {
				return err
			}
			if row.LookID == lookID {
				continue
			}
			row.LookID = lookID
			l, steps, err := s.merged(j.TX, row)
			if err != nil {
				return err
			}
			if l != nil {
				row.Own = look.Own(l.Steps, steps)
			}
			if err := j.Update(row); err != nil {
				return err
			}
			changed++
		}
		return nil
	})
	return changed, err
}
