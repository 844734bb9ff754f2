// Package template is what is worth keeping of a shoot for the next one: its list, set-ups and looks, without its dishes, its client,
// its days and whatever else is only its own. It is written as JSON (docs/formats.md).
package template

import (
	"fmt"
	"slices"
	"strings"

	"figladder/internal/craft/bounds"
	"figladder/internal/craft/brief"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/finish/look"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
)

// Format names the kind of file, and Version which one.
const (
	Format  = "fig-ladder-template"
	Version = 1
)

// Template is a shoot without what is only its own.
type Template struct {
	Format  string      `json:"format" maxLength:"40" doc:"fig-ladder-template"`
	Version int         `json:"version" doc:"Of the format"`
	Name    string      `json:"name" maxLength:"200" doc:"What it is called"`
	Brief   brief.Brief `json:"brief" doc:"How, which mood, what comes out"`
	Dishes  []Place     `json:"dishes" maxItems:"60" doc:"Places for dishes"`
	SetUps  []SetUp     `json:"setUps" maxItems:"60" doc:"What stands and shines"`
	Looks   []Look      `json:"looks" maxItems:"40" doc:"What is done to the frames"`
	List    []Frame     `json:"list" maxItems:"600" doc:"Frames that are wanted, in their order"`
}

// Place is where a dish goes.
type Place struct {
	Name string     `json:"name" maxLength:"120" doc:"Dish 1"`
	Form shots.Form `json:"form" doc:"Its shape as a camera meets it"`
}

// SetUp is a set-up with the plain shape of a dish.
type SetUp struct {
	Name  string      `json:"name" maxLength:"120" doc:"What it is called"`
	SetUp scene.SetUp `json:"setUp" doc:"What stands and shines"`
}

// Look is a look by name.
type Look struct {
	Name  string      `json:"name" maxLength:"120" doc:"What it is called"`
	Steps []look.Step `json:"steps" maxItems:"60" doc:"What is done"`
}

// Frame is a frame that is wanted.
type Frame struct {
	Dish    int             `json:"dish" doc:"Which place, from 0"`
	Kind    string          `json:"kind" maxLength:"40" doc:"What it is for"`
	Title   string          `json:"title" maxLength:"300" doc:"What it shows"`
	Angle   words.Angle     `json:"angle" doc:"Angle word"`
	Light   words.Direction `json:"light" doc:"Where the light comes from"`
	Hands   int             `json:"hands" minimum:"0" maximum:"9" doc:"Pairs of hands besides the photographer's"`
	Shutter bool            `json:"shutter" doc:"Whether the shutter speed decides how it looks"`
	Hold    words.Hold      `json:"hold" doc:"How long it holds"`
	Caution string          `json:"caution" maxLength:"500" doc:"Safety"`
	Vessel  string          `json:"vessel" maxLength:"60" doc:"What it is in or on"`
	Tool    string          `json:"tool" maxLength:"60" doc:"What moves the food"`
	SetUp   int             `json:"setUp" doc:"Which set-up it is taken of, from 0; −1 for none yet"`
	Own     *scene.Own      `json:"own" doc:"What it has of its own on it; null where it has no set-up"`
}

// Brief is a brief without its client, its place and its days.
func Brief(b brief.Brief) brief.Brief {
	out := brief.Brief{Kind: b.Kind, How: b.How, Mood: b.Mood, Hands: b.Hands, HouseColours: []string{}, Deliverables: []brief.Deliverable{}, Candidates: []brief.Candidate{}}
	for _, d := range b.Deliverables {
		d.Due, d.Picks = "", []string{}
		out.Deliverables = append(out.Deliverables, d)
	}
	return out
}

// Titled is what a frame is called once its dish is out: its place and what it is for. Its own title may name the dish or what is in
// it.
func Titled(place, kind string) string { return place + ": " + kind }

// Plain is a set-up with a plain shape in the place of its dish, as high as that was: its light stays right. Food beside it is out, and
// nothing points into a cupboard or at a place any more.
func Plain(u scene.SetUp) scene.SetUp {
	u.Food = plainFood(u.Food)
	u.PlaceID, u.Ground.PropID = "", ""
	u.Things = slices.Clone(u.Things)
	for i := range u.Things {
		t := &u.Things[i]
		t.PropID = ""
		if t.Edible() {
			t.On, t.Name = false, "Food"
		}
		if t.Drink != "" {
			t.Drink, t.FillShare = "", 0
		}
	}
	return u
}

func plainFood(f scene.Food) scene.Food {
	plain := scene.Start().Food
	plain.AboveMm, plain.Movement, plain.PourMm = f.AboveMm, f.Movement, f.PourMm
	return plain
}

// PlainOwn is what a frame has of its own, likewise.
func PlainOwn(o scene.Own) scene.Own {
	if o.Food != nil {
		f := plainFood(*o.Food)
		o.Food = &f
	}
	o.Follows, o.Answers = "", scene.Questions{}
	return o
}

// Check says what of a template cannot be accepted.
func (t Template) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, args ...any) {
		out = append(out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(words, args...)})
	}
	if t.Format != Format {
		bad("format", "This is no template of a shoot.")
		return out
	}
	if t.Version != Version {
		bad("version", "It was written by another version, %d; this one reads %d.", t.Version, Version)
		return out
	}
	if out = append(out, bounds.Check(t)...); len(out) > 0 { // a set is only read once it is within its bounds
		return out
	}
	for _, p := range t.Brief.Check() {
		bad("brief."+p.Path, "%s", p.Words)
	}
	for i, d := range t.Dishes {
		if strings.TrimSpace(d.Name) == "" {
			bad(fmt.Sprintf("dishes.%d.name", i), "A place for a dish needs a name.")
		}
	}
	for i, u := range t.SetUps {
		for _, p := range u.SetUp.With(scene.Own{Camera: cameraOf(u.SetUp)}).Check() {
			bad(fmt.Sprintf("setUps.%d.setUp.%s", i, p.Path), "%s", p.Words)
		}
	}
	for i, l := range t.Looks {
		if strings.TrimSpace(l.Name) == "" {
			bad(fmt.Sprintf("looks.%d.name", i), "A look needs a name.")
		}
		for _, p := range look.Check(l.Steps) {
			bad(fmt.Sprintf("looks.%d.%s", i, p.Path), "%s", p.Words)
		}
	}
	for i, f := range t.List {
		at := fmt.Sprintf("list.%d.", i)
		switch {
		case f.Dish < 0 || f.Dish >= len(t.Dishes):
			bad(at+"dish", "There is no place %d for a dish.", f.Dish)
		case f.SetUp < -1 || f.SetUp >= len(t.SetUps):
			bad(at+"setUp", "There is no set-up %d.", f.SetUp)
		case !slices.Contains(shots.Kinds, shots.Kind(f.Kind)):
			bad(at+"kind", "“%s” is no kind of frame.", f.Kind)
		case strings.TrimSpace(f.Title) == "":
			bad(at+"title", "Say what the frame shows.")
		case f.Angle != "" && !words.Is(f.Angle):
			bad(at+"angle", "“%s” is no angle.", f.Angle)
		case (f.Own == nil) != (f.SetUp < 0):
			bad(at+"own", "What a frame has of its own goes with its set-up.")
		case f.SetUp >= 0:
			for _, p := range t.SetUps[f.SetUp].SetUp.With(*f.Own).Check() {
				bad(at+"own."+p.Path, "%s", p.Words)
			}
		}
	}
	return out
}

func cameraOf(u scene.SetUp) scene.Camera {
	if len(u.Cameras) > 0 {
		return u.Cameras[0].Camera
	}
	return scene.Start().Camera
}
