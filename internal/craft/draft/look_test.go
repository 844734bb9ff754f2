package draft

import (
	"strings"
	"testing"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// named is a dish of a title and ingredients, as far as its looks depend on them.
func named(title string, ingredients ...string) *Dish {
	return &Dish{Title: title, Form: shots.Plate, Plan: colour.FromIngredients(ingredients), Ask: cupboard.Ask{Dish: title, Form: "plate", Ingredients: ingredients}}
}

func of(t *testing.T, food string) string {
	t.Helper()
	hex, name := colour.Of(food)
	require.NotEmpty(t, name, "%s has a colour", food)
	return hex
}

// What colours a dish and what lies on it, by its shape, its title and its ingredients.
func TestADishIsColouredByItsShapeAndItsTitle(t *testing.T) {
	usual := func(shape string) string {
		look, ok := scene.LookOf(shape)
		require.True(t, ok, shape)
		return look.Body
	}
	for _, c := range []struct {
		dish     *Dish
		body, on string
	}{
		{named("Tagliatelle with brown butter", "tagliatelle", "butter", "sage"), usual("noodles"), of(t, "sage")},
		{named("Whole sea bream with lemon", "sea bream", "lemon"), usual("fish"), of(t, "lemon")},
		{named("Squash soup", "squash", "cream"), of(t, "squash"), usualLeaf},
		{named("Baked eggs in tomato", "eggs", "tomatoes", "parsley"), of(t, "tomato"), of(t, "parsley")},
		{named("Plum crumble", "plums", "flour", "butter"), usual("crumble"), of(t, "plum")},
		{named("Vanilla panna cotta", "double cream", "raspberries"), usual("pudding"), of(t, "raspberry")},
		{named("Beetroot risotto", "beetroot", "rice"), of(t, "beetroot"), usualLeaf},
		{named("Ham sandwich", "ham", "bread", "lettuce"), of(t, "ham"), of(t, "lettuce")},
	} {
		body, on, ok := dressed(scene.ShapeNamed(c.dish.Title), c.dish)
		require.True(t, ok, c.dish.Title)
		assert.Equal(t, c.body, body, "%s: its body", c.dish.Title)
		assert.Equal(t, c.on, on, "%s: what is on it", c.dish.Title)
	}
	_, _, ok := dressed("mound", named("Lentils", "lentils"))
	assert.False(t, ok, "a heap has its ingredients' colours")

	// A mix lies between its two.
	body, _, ok := dressed("cake", named("Chocolate cake", "chocolate", "flour"))
	require.True(t, ok)
	dark, pale := colour.Reflectance(of(t, "chocolate")), colour.Reflectance(usual("cake"))
	assert.True(t, colour.Reflectance(body) > dark && colour.Reflectance(body) < pale, "%s", body)
}

// A vessel is chosen for the shape: what fills one gets one with a wall, what is served whole one
// that it fits on.
func TestAVesselIsChosenForTheShape(t *testing.T) {
	trifle := fitted(*named("Plum trifle"))
	assert.Equal(t, "drink", trifle.Ask.Form, "a trifle is for a glass")
	bird := fitted(*named("Roast chicken"))
	assert.Equal(t, "whole", bird.Ask.Form)
	assert.Greater(t, bird.Ask.AcrossMm, 200.0)
	tin := *named("Pear tart")
	tin.Ask.AcrossMm = 180
	assert.InDelta(t, 180, fitted(tin).Ask.AcrossMm, 1e-9, "the recipe's tin goes before what is usual")
	plain := *named("Braised lentils")
	assert.Equal(t, plain, fitted(plain))

	// And a draft follows: a crumble and a trifle lie in what holds them.
	for _, title := range []string{"Plum crumble", "Plum trifle"} {
		d := *named(title, "plums", "cream")
		a := ask(nil, shelf())
		a.Dishes, a.Shots = []Dish{d}, []Shot{{ID: "hero", DishID: d.ID, Kind: shots.Hero, Title: title}}
		got, err := Make(t.Context(), a)
		require.NoError(t, err)
		s := got.SetUps[0].Up.With(got.SetUps[0].Frames[0].Own)
		assert.NotContains(t, []string{"plate", "board"}, s.Vessel.Kind, title)
		assert.Equal(t, scene.ShapeNamed(title), s.Food.Form)
	}
}

// Every row of the table of shapes can be stood up, and has a height that it is drafted with or the
// one of its form.
func TestEveryShapeThatANameSaysCanBeStoodUp(t *testing.T) {
	forms := strings.Join(scene.Forms(), ",")
	for shape := range aboveNamed {
		assert.Contains(t, forms, shape)
	}
	for _, title := range []string{"Tart", "Pie", "Cake", "Loaf", "Toast", "Noodles", "Risotto", "Burger", "Salad", "Biscuits", "Roast chicken", "Roast beef", "Whole trout", "Skewers", "Soup", "Fried eggs", "Meatballs", "Dumplings", "Pancakes", "Panna cotta", "Crumble", "Trifle", "Pizza", "Sandwich", "Curry"} {
		shape := scene.ShapeNamed(title)
		_, drafted := aboveNamed[shape]
		assert.True(t, drafted, "%s is drafted as %q", title, shape)
	}
}
