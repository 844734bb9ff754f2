package template

import (
	"encoding/json"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finish/look"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// laid is a set with bread and a filled glass beside the dish, and what a frame has of its own on it.
func laid(t *testing.T) (scene.SetUp, scene.Own) {
	t.Helper()
	s := scene.Start()
	for _, kind := range []string{"herbs", "glass"} {
		var err error
		s, err = s.WithThing(kind)
		require.NoError(t, err)
	}
	for i := range s.Things {
		s.Things[i].Name, s.Things[i].PropID = "Aunt Wren's "+string(s.Things[i].Kind), "prop"
	}
	s.Things[1].Drink, s.Things[1].FillShare = "sloe spirit", 0.7
	s.Food.Name, s.Food.Colour, s.Food.AboveMm = "Sloe jelly", "#4a1f33", 63
	s.PlaceID, s.Ground.PropID, s.Follows = "place", "board", "another frame"
	s.OwnFood = true
	return s.Parts(scene.SetUp{Food: s.Food})
}

// good is a template that is accepted: one place, one set-up, one look and two frames, one of them without a set-up.
func good(t *testing.T) Template {
	t.Helper()
	up, own := laid(t)
	own = PlainOwn(own)
	return Template{Format: Format, Version: Version, Name: "Winter", Brief: Brief(brief.Brief{Kind: "own", Mood: brief.Mood{Key: "dark", Colour: "muted"}}),
		Dishes: []Place{{Name: "Dish 1", Form: shots.Forms[0]}},
		SetUps: []SetUp{{Name: "Window", SetUp: Plain(up)}},
		Looks:  []Look{{Name: "Winter table", Steps: []look.Step{{Key: "tone", Kind: look.Tone, Toe: 0.3}}}},
		List: []Frame{
			{Kind: string(shots.Kinds[0]), Title: Titled("Dish 1", "hero"), SetUp: 0, Own: &own},
			{Kind: string(shots.Kinds[0]), Title: "Dish 1, from above", SetUp: -1},
		}}
}

// A template is handed on: nothing of a client, a place, a day or a dish goes with it.
func TestWhatIsOnlyOfOneShootStaysThere(t *testing.T) {
	b := brief.Brief{Kind: "commission", How: "low window light", Hands: 3, Mood: brief.Mood{}, Who: "Quill & Co", What: "sloe jelly", When: "2026-12-01", Zone: "Europe/London", Where: "the back room",
		PlaceID: "place", Why: "a menu", HouseColours: []string{"#123456"}, Embargo: "2026-12-24", Rights: []brief.Right{{}}, Crew: []brief.Hand{{}}, Candidates: []brief.Candidate{{Name: "Sloe jelly"}},
		Deliverables: []brief.Deliverable{{Name: "Menu board", Due: "2026-12-20", Picks: []string{"frame"}}}}
	got := Brief(b)
	assert.Equal(t, brief.Brief{Kind: "commission", How: "low window light", Hands: 3, Mood: b.Mood, HouseColours: []string{}, Candidates: []brief.Candidate{},
		Deliverables: []brief.Deliverable{{Name: "Menu board", Picks: []string{}}}}, got)
	assert.Equal(t, "2026-12-20", b.Deliverables[0].Due, "the shoot's own brief is left alone")

	up, own := laid(t)
	before, err := json.Marshal(up)
	require.NoError(t, err)
	plain, err := json.Marshal([]any{Plain(up), PlainOwn(own)})
	require.NoError(t, err)
	for _, of := range []string{"Sloe jelly", "sloe spirit", "#4a1f33", `"prop"`, `"board"`, `"place"`, "another frame", "Aunt Wren's herbs"} {
		assert.NotContains(t, string(plain), of)
	}
	after, err := json.Marshal(up)
	require.NoError(t, err)
	assert.Equal(t, string(before), string(after), "the shoot's own set-up is left alone")
	assert.Equal(t, 63.0, Plain(up).Food.AboveMm, "as high as the dish was: its light stays right")
	assert.False(t, Plain(up).Things[0].On, "food beside it is out")
	assert.True(t, Plain(up).Things[1].On, "the glass stays, empty")
	assert.Zero(t, Plain(up).Things[1].FillShare)
	assert.Equal(t, 63.0, PlainOwn(own).Food.AboveMm)
}

// Each thing that is wrong is told at its place.
func TestWhatIsWrongWithATemplateIsTold(t *testing.T) {
	assert.Empty(t, good(t).Check())
	for path, spoil := range map[string]func(*Template){
		"format":              func(x *Template) { x.Format = "a recipe" },
		"version":             func(x *Template) { x.Version = Version + 1 },
		"brief.mood.key":      func(x *Template) { x.Brief.Mood.Key = "gloomy" },
		"dishes.0.name":       func(x *Template) { x.Dishes[0].Name = "  " },
		"looks.0.name":        func(x *Template) { x.Looks[0].Name = "" },
		"looks.0.steps.0.toe": func(x *Template) { x.Looks[0].Steps[0].Toe = 40 },
		"list.1.dish":         func(x *Template) { x.List[1].Dish = 1 },
		"list.0.setUp":        func(x *Template) { x.List[0].SetUp = 1 },
		"list.1.kind":         func(x *Template) { x.List[1].Kind = "wedding" },
		"list.1.title":        func(x *Template) { x.List[1].Title = " " },
		"list.1.angle":        func(x *Template) { x.List[1].Angle = words.Angle("from the moon") },
		"list.0.own":          func(x *Template) { x.List[0].Own = nil },
		"list.1.own":          func(x *Template) { x.List[1].Own = x.List[0].Own },
		"list.0.own.camera.focalMm": func(x *Template) {
			own := *x.List[0].Own
			own.Camera.FocalMm = 0
			x.List[0].Own = &own
		},
	} {
		x := good(t)
		spoil(&x)
		var paths []string
		for _, p := range x.Check() {
			paths = append(paths, p.Path)
			assert.NotEmpty(t, p.Words)
		}
		assert.Contains(t, paths, path)
	}
}
