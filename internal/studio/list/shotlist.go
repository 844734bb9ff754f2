package list

import (
	"context"
	"errors"
	"figladder/internal/craft/words"
	"fmt"
	"slices"
	"sort"
	"strings"

	"figladder/internal/craft/bounds"
	"figladder/internal/craft/shots"
	"figladder/internal/formats/shotcsv"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// ListCSV writes a shoot's shot list as CSV.
func (s *Room) ListCSV(ctx context.Context, shootID string) ([]byte, error) {
	list, dishes, err := s.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	rows := make([]shotcsv.Row, len(list))
	for i, x := range list {
		rows[i] = shotcsv.Row{ID: x.Key, Dish: dishes[x.DishID].Recipe.Title, Kind: x.Kind, Title: x.Title, Angle: string(x.Angle), Hands: x.Hands, Shutter: x.Shutter, Light: string(x.Light), Vessel: x.Vessel, Because: x.Because}
	}
	return shotcsv.Write(rows)
}

// WholeList is every shot of a shoot in order, with the dishes by key.
func (s *Room) WholeList(ctx context.Context, shootID string) ([]store.Shot, map[string]store.Dish, error) {
	if _, err := s.Brief.Shoot(ctx, shootID); err != nil {
		return nil, nil, err
	}
	var list []store.Shot
	if err := s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).Order("position, id").Find(&list).Error; err != nil {
		return nil, nil, err
	}
	rows, err := s.Kitchen.Dishes(ctx, shootID)
	dishes := map[string]store.Dish{}
	for _, d := range rows {
		dishes[d.Key] = d
	}
	return list, dishes, err
}

// ListRead is what reading a shot list back did.
type ListRead struct {
	Changed int `json:"changed" doc:"Shots whose words, angle, hands or place changed"`
	Added   int `json:"added" doc:"Shots that are new"`
}

// ReadListCSV takes a shot list back: rows with a key change their shot, rows
// without one add a shot to the dish they name, and the file's order becomes the
// list's. Shots the file leaves out stay, behind the others. It is all or
// nothing, one deed, and an order that cannot be is refused in words.
func (s *Room) ReadListCSV(ctx context.Context, who core.Who, shootID string, data []byte) (*ListRead, error) {
	rows, err := shotcsv.Read(data)
	var unread shotcsv.Errors
	if err != nil && !errors.As(err, &unread) {
		return nil, err
	}
	out := &ListRead{}
	if err := s.Deed(ctx, who, shootID, "Read a shot list back", func(j *store.Journal) error {
		*out = ListRead{}
		var have []store.Shot
		if err := j.TX.Where("shoot_id = ?", shootID).Order("position, id").Find(&have).Error; err != nil {
			return err
		}
		var dishes []store.Dish
		if err := j.TX.Where("shoot_id = ?", shootID).Order("position, id").Find(&dishes).Error; err != nil {
			return err
		}
		list, bad := laid(rows, unread, have, dishes, shootID)
		if bad != nil {
			return bad
		}
		return s.lay(j, list, have, out)
	}); err != nil {
		return nil, err
	}
	return out, nil
}

// laid checks every row against what there is and returns the list in the file's
// order, or all that is wrong, line by line: what could not be read, and what could
// be read but not taken.
func laid(rows []shotcsv.Row, bad shotcsv.Errors, have []store.Shot, dishes []store.Dish, shootID string) ([]store.Shot, error) {
	told := map[int]bool{}
	for _, b := range bad {
		told[b.Line] = true
	}
	wrong := func(line int, words string, args ...any) {
		bad = append(bad, shotcsv.LineError{Line: line, Words: fmt.Sprintf(words, args...)})
	}
	var list []store.Shot
	seen := map[string]bool{}
	for _, r := range rows {
		if told[r.Line] {
			continue
		}
		if e := (ShotEdit{Title: r.Title, Angle: words.Angle(r.Angle), Light: words.Direction(r.Light)}).check(); e != nil {
			wrong(r.Line, "%s", e.(*core.FieldError).Problems[0].Words)
		}
		var row store.Shot
		if r.ID != "" {
			i := slices.IndexFunc(have, func(x store.Shot) bool { return x.Key == r.ID })
			switch {
			case i < 0:
				wrong(r.Line, "No shot of this shoot has the id “%s”. Leave the id empty to add a shot.", r.ID)
				continue
			case seen[r.ID]:
				wrong(r.Line, "This shot stands in the file twice.")
				continue
			}
			seen[r.ID] = true
			row = have[i]
		} else {
			d := slices.IndexFunc(dishes, func(x store.Dish) bool { return strings.EqualFold(x.Recipe.Title, r.Dish) })
			if d < 0 {
				wrong(r.Line, "There is no dish “%s” in this shoot.", r.Dish)
				continue
			}
			if !slices.Contains(shots.Kinds, shots.Kind(r.Kind)) {
				wrong(r.Line, "“%s” is no kind of frame.", r.Kind)
				continue
			}
			row = store.Shot{Base: store.NewBase(), ShotDoc: store.ShotDoc{ShootID: shootID, DishID: dishes[d].Key, Kind: r.Kind, Because: "it came with a list", Step: len(dishes[d].Recipe.Steps), Hold: "holds"}}
		}
		edit(r, &row)
		for _, p := range bounds.Check(row) {
			wrong(r.Line, "%s: %s", p.Path, p.Words)
		}
		list = append(list, row)
	}
	for _, x := range have {
		if !seen[x.Key] {
			list = append(list, x)
		}
	}
	order := placed(list)
	for i := range rows {
		if len(bad) > 0 || i >= len(order) {
			break
		}
		if clash := shots.Possible(order, i); clash != "" {
			wrong(rows[i].Line, "%s", clash)
		}
	}
	if bad != nil {
		sort.SliceStable(bad, func(a, b int) bool { return bad[a].Line < bad[b].Line })
		return nil, bad
	}
	return list, nil
}

// edit puts what a row of a file says into its shot; columns the file does not
// have change nothing.
func edit(r shotcsv.Row, row *store.Shot) {
	row.Title = strings.TrimSpace(r.Title)
	if r.Has("angle") {
		row.Angle = words.Angle(r.Angle)
	}
	if r.Has("hands") {
		row.Hands = r.Hands
	}
	if r.Has("shutter matters") {
		row.Shutter = r.Shutter
	}
	if r.Has("light") {
		row.Light = words.Direction(r.Light)
	}
	if r.Has("vessel") {
		row.Vessel = strings.ToLower(r.Vessel)
	}
}

// lay saves a list in its order, counting what changed.
func (s *Room) lay(j *store.Journal, list, have []store.Shot, out *ListRead) error {
	for i := range list {
		row := &list[i]
		moved := row.Position != i+1
		row.Position = i + 1
		at := slices.IndexFunc(have, func(x store.Shot) bool { return x.Key == row.Key })
		if at < 0 {
			out.Added++
			if err := j.Create(row); err != nil {
				return err
			}
			continue
		}
		was := have[at]
		if !moved && was.Title == row.Title && was.Angle == row.Angle && was.Hands == row.Hands && was.Shutter == row.Shutter && was.Light == row.Light && was.Vessel == row.Vessel {
			continue
		}
		out.Changed++
		if err := j.Update(row); err != nil {
			return err
		}
	}
	return nil
}
