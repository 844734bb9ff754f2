// Package template is where a shoot is made into a template, and another begun from one.
package template

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/finish/look"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/template"
	"figladder/internal/craft/words"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/finish"

	"gorm.io/gorm"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Finish *finish.Room
}

// MostBytes is the largest file that is read as a template.
const MostBytes = 8 << 20

// Of makes a template of a shoot: its list, set-ups and the looks that its frames follow, without its dishes.
func (s *Room) Of(ctx context.Context, shootID string) (*template.Template, error) {
	frames := s.Finish.Frames
	shoot, err := frames.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	list, dishes, err := frames.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	t := &template.Template{Format: template.Format, Version: template.Version, Name: shoot.Name, Brief: template.Brief(shoot.Brief), Dishes: []template.Place{}, SetUps: []template.SetUp{}, Looks: []template.Look{}, List: []template.Frame{}}
	rows, err := core.PlannedIn(s.Store.WithContext(ctx), shootID)
	if err != nil {
		return nil, err
	}
	planned := map[string]store.SetRow{}
	for _, r := range rows {
		planned[r.ShotID] = r
	}
	place, setUp := map[string]int{}, map[string]int{}
	for _, x := range list {
		at, known := place[x.DishID]
		if !known {
			at = len(t.Dishes)
			place[x.DishID] = at
			t.Dishes = append(t.Dishes, template.Place{Name: fmt.Sprintf("Dish %d", at+1), Form: dishes[x.DishID].Form})
		}
		name := t.Dishes[at].Name
		f := template.Frame{Dish: at, Kind: x.Kind, Title: template.Titled(name, x.Kind), Angle: x.Angle, Light: x.Light, Hands: x.Hands, Shutter: x.Shutter, Hold: x.Hold, Caution: x.Caution, Vessel: x.Vessel, Tool: x.Tool, SetUp: -1}
		if r, built := planned[x.Key]; built && r.Up != nil {
			u, known := setUp[r.SetUpID]
			if !known {
				u = len(t.SetUps)
				setUp[r.SetUpID] = u
				t.SetUps = append(t.SetUps, template.SetUp{Name: fmt.Sprintf("Set-up %d", u+1), SetUp: template.Plain(r.Up.SetUp)})
			}
			own := template.PlainOwn(r.Own)
			f.SetUp, f.Own = u, &own
		}
		t.List = append(t.List, f)
	}
	looks, err := s.Finish.Looks(ctx, shootID)
	if err != nil {
		return nil, err
	}
	for _, l := range looks {
		if l.InShoot > 0 {
			t.Looks = append(t.Looks, template.Look{Name: l.Row.Name, Steps: l.Row.Steps})
		}
	}
	return t, nil
}

// File writes a template of a shoot.
func (s *Room) File(ctx context.Context, shootID string) ([]byte, error) {
	t, err := s.Of(ctx, shootID)
	if err != nil {
		return nil, err
	}
	data, err := json.MarshalIndent(t, "", "  ")
	return append(data, '\n'), err
}

// Read reads a file as a template, and says what of it cannot be accepted.
func Read(data []byte) (*template.Template, error) {
	if len(data) > MostBytes {
		return nil, core.Rule("The file is larger than a template can be, %d MB.", MostBytes>>20)
	}
	var t template.Template
	d := json.NewDecoder(bytes.NewReader(data))
	d.DisallowUnknownFields()
	if err := d.Decode(&t); err != nil {
		return nil, core.Rule("This is no template of a shoot that can be read: %s.", unread(err))
	}
	if d.More() {
		return nil, core.Rule("There is more in the file than one template.")
	}
	wrong := t.Check()
	for i, p := range wrong { // the file is sent as one text: where in it is told in the words
		wrong[i].Path = "file"
		if p.Path != "format" {
			wrong[i].Words = "At " + p.Path + ": " + p.Words
		}
	}
	return &t, core.Fields("", wrong)
}

// unread says in plain words why a file could not be read.
func unread(err error) string {
	var syntax *json.SyntaxError
	var kind *json.UnmarshalTypeError
	switch {
	case errors.As(err, &syntax):
		return fmt.Sprintf("it is no JSON from character %d on", syntax.Offset)
	case errors.As(err, &kind) && kind.Field != "":
		return "what stands in “" + kind.Field + "” is of another kind than it should be"
	case errors.As(err, &kind):
		return "it is no object of JSON"
	}
	if _, field, unknown := strings.Cut(err.Error(), "unknown field "); unknown {
		return "a template has no field “" + strings.Trim(field, `"`) + "”"
	}
	return "it breaks off before its end"
}

// Begin begins a shoot from a template: all of it or nothing. Looks that the studio has by that name already are not written twice.
func (s *Room) Begin(ctx context.Context, _ core.Who, name string, data []byte) (*store.Shoot, error) {
	t, err := Read(data)
	if err != nil {
		return nil, err
	}
	if name = strings.TrimSpace(name); name == "" {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "name", Words: "Give the shoot a name."}})
	}
	shoot := &store.Shoot{Base: store.NewBase(), ShootDoc: store.ShootDoc{Name: name, Brief: template.Brief(t.Brief)}}
	store.Fill(shoot)
	err = s.In(ctx, func(tx *gorm.DB) error {
		if err := tx.Create(shoot).Error; err != nil {
			return err
		}
		return s.lay(tx, shoot.Key, t)
	})
	if err != nil {
		return nil, err
	}
	return shoot, nil
}

// lay writes what a template holds into a shoot.
func (s *Room) lay(tx *gorm.DB, shootID string, t *template.Template) error {
	dishes, setUps := make([]string, len(t.Dishes)), make([]string, len(t.SetUps))
	for i, d := range t.Dishes {
		r := recipe.Recipe{Title: d.Name}
		row := &store.Dish{Base: store.NewBase(), DishDoc: store.DishDoc{ShootID: shootID, Position: i + 1, Form: d.Form, Recipe: r, Supporting: shots.Usual, Colour: shots.PlanOf(r, d.Form)}}
		dishes[i] = row.Key
		if err := made(tx, row); err != nil {
			return err
		}
	}
	for i, u := range t.SetUps {
		row := &store.SetUpRow{Base: store.NewBase(), SetUpDoc: store.SetUpDoc{ShootID: shootID, Name: u.Name, SetUp: template.Plain(u.SetUp)}}
		setUps[i] = row.Key
		if err := made(tx, row); err != nil {
			return err
		}
	}
	for i, f := range t.List {
		shot := &store.Shot{Base: store.NewBase(), ShotDoc: store.ShotDoc{ShootID: shootID, DishID: dishes[f.Dish], Position: i + 1, Kind: f.Kind, Title: f.Title, Because: "from a template", Angle: f.Angle, Light: f.Light,
			Hands: f.Hands, Shutter: f.Shutter, Hold: f.Hold, Caution: f.Caution, Vessel: f.Vessel, Tool: f.Tool}}
		if shot.Hold == "" {
			shot.Hold = words.Holds
		}
		if err := made(tx, shot); err != nil {
			return err
		}
		if f.SetUp < 0 {
			continue
		}
		row := &store.SetRow{Base: store.NewBase(), ShotID: shot.Key, SetUpID: setUps[f.SetUp], Own: template.PlainOwn(*f.Own)}
		if err := made(tx, row); err != nil {
			return err
		}
	}
	for _, l := range t.Looks {
		var n int64
		if err := tx.Model(&store.BaseLookRow{}).Where("lower(name) = lower(?)", l.Name).Count(&n).Error; err != nil {
			return err
		}
		if n > 0 {
			continue
		}
		if err := made(tx, &store.BaseLookRow{Base: store.NewBase(), BaseLookDoc: store.BaseLookDoc{Name: l.Name, Steps: l.Steps, Pipeline: look.Version}}); err != nil {
			return err
		}
	}
	return nil
}

func made(tx *gorm.DB, row store.Row) error {
	store.Fill(row)
	return tx.Create(row).Error
}
