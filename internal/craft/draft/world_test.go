package draft

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/compose"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/method"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
	"github.com/stretchr/testify/require"
)

// cooked are the recipes of a labelled set, as dishes.
func cooked(t testing.TB, dir string) []recipe.Recipe {
	t.Helper()
	files, err := filepath.Glob(filepath.Join("..", "shots", "testdata", dir, "*.json"))
	require.NoError(t, err)
	require.NotEmpty(t, files)
	var out []recipe.Recipe
	for _, f := range files {
		raw, err := os.ReadFile(f)
		require.NoError(t, err)
		var some []struct {
			Title               string
			Ingredients, Method []string
		}
		require.NoError(t, json.Unmarshal(raw, &some))
		for _, x := range some {
			r := recipe.Typed(x.Title, strings.Join(x.Ingredients, "\n"), strings.Join(x.Method, "\n"))
			out = append(out, r)
		}
	}
	return out
}

// dishOf mines a recipe for its frames, as a studio that takes what is proposed.
func dishOf(n int, r recipe.Recipe, dark bool) (Dish, []Shot) {
	id := fmt.Sprint("dish", n)
	form := shots.FormOf(r, nil).Form
	m := shots.Mine(r, form, shots.Usual, nil)
	var items []string
	for _, i := range r.Ingredients {
		items = append(items, i.Item)
	}
	d := Dish{ID: id, Title: r.Title, Form: form, Plan: shots.PlanOf(r, form), Served: shots.Serve(r, form, method.Of(r, nil)), Iced: strings.Contains(strings.ToLower(strings.Join(items, " ")), "ice cube")}
	d.Ask = cupboard.Ask{Dish: r.Title, Form: string(form), Ingredients: items, Food: d.Plan.Food, Dark: dark, AcrossMm: r.Across()}
	falls := map[string]float64{}
	for _, deed := range method.Of(r, nil) {
		falls[deed.Word] = shots.FallsMm(deed.Class)
	}
	var list []Shot
	for k, p := range m.Proposals {
		if !p.Pick {
			continue
		}
		if p.Kind == shots.Hero {
			d.Ask.Angle, d.Ask.Light = p.Angle, p.Light
		}
		list = append(list, Shot{ID: fmt.Sprint(id, "-", k), DishID: id, Kind: p.Kind, Title: p.Title, Cause: p.Cause, Angle: p.Angle, Light: p.Light, Moves: p.Shutter, FallsMm: falls[p.Cause]})
	}
	return d, list
}

func prop(kind cupboard.Kind, name string, w, h float64, colour, second string, finish words.Finish, n int) Prop {
	p := cupboard.Prop{Name: name, Kind: kind, Front: cupboard.Face{Colour: colour, Second: second, Finish: finish}, Condition: "patina", Count: n, Shelf: "A"}
	for i, f := range cupboard.Fields(kind) {
		switch i {
		case 0:
			p.Sizes.Set(f.Key, w)
		case 1:
			p.Sizes.Set(f.Key, h)
		}
	}
	return Prop{ID: name, Prop: p}
}

// shelf is a cupboard that a small studio has.
func shelf() []Prop {
	return []Prop{
		prop(cupboard.Plate, "Slate plate", 205, 140, "#5f6b79", "", "matt", 4), prop(cupboard.Plate, "Oat plate", 210, 150, "#a89e8a", "", "matt", 3), prop(cupboard.Plate, "Charcoal plate", 198, 140, "#34353a", "", "satin", 2),
		prop(cupboard.Bowl, "Ash bowl", 165, 62, "#8b8d8c", "", "matt", 3), prop(cupboard.Bowl, "Slate bowl", 180, 75, "#4a5568", "", "satin", 2), prop(cupboard.Tiny, "Iron pinch bowl", 55, 26, "#3c3a3a", "", "matt", 4),
		prop(cupboard.Tiny, "Moss pinch bowl", 60, 28, "#6c7a58", "", "satin", 3), prop(cupboard.Glass, "Ribbed glass", 68, 160, "#cbd6d8", "", "gloss", 4), prop(cupboard.Glass, "Cut tumbler", 82, 92, "#d5dcdc", "", "gloss", 6),
		prop(cupboard.Jug, "Slate jug", 80, 95, "#59636f", "", "matt", 1), prop(cupboard.Cutlery, "Cake fork", 148, 18, "#8d8b86", "", "satin", 6), prop(cupboard.Cutlery, "Tea spoon", 135, 18, "#8f8d88", "", "satin", 6),
		prop(cupboard.Board, "Oak board", 400, 220, "#8f6c46", "", "matt", 1), prop(cupboard.Board, "Walnut board", 340, 200, "#553b29", "", "satin", 1),
		prop(cupboard.Linen, "Flax napkin", 450, 450, "#8d8472", "", "matt", 4), prop(cupboard.Linen, "Slate cloth", 500, 400, "#6a7078", "", "matt", 1),
		prop(cupboard.Backdrop, "Slate board", 1200, 900, "#47525f", "", "matt", 1), prop(cupboard.Backdrop, "Walnut planks", 1300, 900, "#4a382c", "", "matt", 1), prop(cupboard.Backdrop, "Sage board", 1200, 800, "#7d8a75", "", "matt", 1),
	}
}

func bag() []kit.Item {
	return []kit.Item{
		{Name: "Body", Kind: kit.Body, SensorWMm: 36, SensorHMm: 24, PixelsLong: 8192, HighestISO: 3200},
		{Name: "24-70", Kind: kit.Lens, ShortestMm: 24, LongestMm: 70, WidestNumber: 2.8, ClosestMm: 300},
		{Name: "100 macro", Kind: kit.Lens, ShortestMm: 100, LongestMm: 100, WidestNumber: 2.8, ClosestMm: 230},
		{Name: "Boom", Kind: kit.Support, Overhead: true, ReachMm: 1400, LoadG: 5000}, {Name: "Tripod", Kind: kit.Support, ReachMm: 1700, LoadG: 8000},
		{Name: "White A2", Kind: kit.Card, WidthMm: 594, HeightMm: 420, Surface: "white"}, {Name: "Black A2", Kind: kit.Card, WidthMm: 594, HeightMm: 420, Surface: "black"},
	}
}

// loft is a room with one window to the west.
func loft() *almanac.Place {
	return &almanac.Place{Name: "Loft", LatDeg: 50.35, LonDeg: -4.12, Zone: "Europe/London", TableMm: 750, BackMm: 1800,
		Windows: []almanac.Window{{Name: "West window", BearingDeg: 270, WidthMm: 1400, HeightMm: 1600, SillMm: 700, RevealMm: 180, Glass: 0.8, AwayMm: 1250, Outside: []almanac.Outside{}}},
		Tables:  []almanac.Table{{Name: "Long table", WidthMm: 1600, DepthMm: 900, Reflectance: 0.12, Colour: "#4a4039", Finish: "matt"}},
		Walls:   almanac.Walls{WidthMm: 6200, DepthMm: 5100, HeightMm: 2900, Returns: 0.35}}
}

var published = []compose.Wanted{{Name: "Menu", Shape: "4:5", Ratio: 0.8, LongPx: 3000}, {Name: "Site", Shape: "3:2", Ratio: 1.5, LongPx: 2400}, {Name: "Square", Shape: "1:1", Ratio: 1, LongPx: 1080}}

// ask is a shoot of some recipes.
func ask(recipes []recipe.Recipe, props []Prop) Ask {
	a := Ask{Props: props, Kit: bag(), Place: loft(), PlaceID: "loft", Day: "2026-12-03", Shapes: published, Wants: scene.Wants{Kit: bag(), OutputLongPx: 3000, RatioLowStops: 1, RatioHighStops: 2, RatioBecause: "bright", Mood: "bright"}, Seed: 7}
	for i, r := range recipes {
		d, list := dishOf(i, r, false)
		a.Dishes = append(a.Dishes, d)
		a.Shots = append(a.Shots, list...)
	}
	return a
}

// bare takes most of a cupboard away.
func bare(rng *rand.Rand, props []Prop) []Prop {
	var out []Prop
	for _, p := range props {
		if rng.IntN(3) == 0 {
			out = append(out, p)
		}
	}
	return out
}
