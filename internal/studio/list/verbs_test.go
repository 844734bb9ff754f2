package list_test

import (
	"slices"
	"testing"

	"figladder/internal/craft/method"
	"figladder/internal/craft/shots"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What a studio decides about a verb holds in its other recipes too, follows on the list without
// losing what a person changed there, and is taken back like any other deed.
func TestAStudioDecidesAboutAVerb(t *testing.T) {
	k := studiotest.New(t)
	shoot, _, _ := k.Toddy(t)
	dish, err := k.Kitchen.AddTyped(t.Context(), k.Owner, shoot.Key, kitchen.Typed{Title: "Leek soup", Ingredients: "3 leeks", Method: "Slice the leeks.\nSimmer them.\nLadle into bowls.\nZhuzh the oil over the top."})
	require.NoError(t, err)
	assert.Equal(t, shots.Soup, dish.Form)
	guessed := func(id string) bool {
		m, err := k.List.Mined(t.Context(), id)
		require.NoError(t, err)
		return slices.ContainsFunc(m.Deeds, func(d shots.Judged) bool { return d.Word == "zhuzh" && d.Guessed })
	}
	class := func(id string) (method.Class, bool) {
		m, err := k.List.Mined(t.Context(), id)
		require.NoError(t, err)
		for _, d := range m.Deeds {
			if d.Word == "zhuzh" {
				return d.Class, d.Undoes
			}
		}
		return "", false
	}
	got, undoes := class(dish.Key)
	assert.True(t, undoes)
	assert.Equal(t, method.Pours, got, "a verb that no table knows is judged by where it goes, and offered for a decision")
	assert.True(t, guessed(dish.Key))
	plain, err := k.Kitchen.AddTyped(t.Context(), k.Owner, shoot.Key, kitchen.Typed{Title: "Pears", Ingredients: "2 pears", Method: "Zhuzh the pears."})
	require.NoError(t, err)
	got, _ = class(plain.Key)
	assert.Equal(t, method.Unknown, got, "or, when it says nothing, said to be unknown")

	listed, err := k.List.Accept(t.Context(), k.Owner, dish.Key, []string{"safe-ladle", "action-slice"})
	require.NoError(t, err)
	require.Len(t, listed, 2)

	require.NoError(t, k.Kitchen.DecideVerb(t.Context(), k.Owner, dish.Key, "zhuzh", method.Scatters))
	got, undoes = class(dish.Key)
	assert.Equal(t, method.Scatters, got)
	assert.True(t, undoes, "on to the plated dish")
	assert.False(t, guessed(dish.Key))
	other, err := k.Kitchen.AddTyped(t.Context(), k.Owner, shoot.Key, kitchen.Typed{Title: "Toast", Ingredients: "bread", Method: "Toast the bread.\nZhuzh the honey over."})
	require.NoError(t, err)
	got, _ = class(other.Key)
	assert.Equal(t, method.Scatters, got, "in every recipe")

	require.NoError(t, k.Kitchen.DecideVerb(t.Context(), k.Owner, dish.Key, "slice", method.NoDeed))
	m, err := k.List.Mined(t.Context(), dish.Key)
	require.NoError(t, err)
	require.Len(t, m.Orphans, 1, "its frame stays on the list, and is said to have lost its deed")
	assert.Equal(t, "Slice the leeks", m.Orphans[0].Title)

	for range 3 { // the last two decisions, and the dish between them
		_, err = k.Undo(t.Context(), k.Owner, shoot.Key, false)
		require.NoError(t, err)
	}
	assert.True(t, guessed(dish.Key))
	m, err = k.List.Mined(t.Context(), dish.Key)
	require.NoError(t, err)
	assert.Empty(t, m.Orphans)

	require.NoError(t, k.Kitchen.DecideVerb(t.Context(), k.Owner, dish.Key, "slice", method.Sets))
	require.NoError(t, k.Kitchen.DecideVerb(t.Context(), k.Owner, dish.Key, "slice", ""))
	all, err := k.Kitchen.Verbs(t.Context())
	require.NoError(t, err)
	assert.Empty(t, all, "left to the table again")
	assert.ErrorContains(t, k.Kitchen.DecideVerb(t.Context(), k.Owner, dish.Key, "slice", "cubes"), "class")
	assert.Error(t, k.Kitchen.DecideVerb(t.Context(), k.Owner, dish.Key, "", method.Cuts))
}

func TestTheRunnerUpIsTaken(t *testing.T) {
	k := studiotest.New(t)
	_, dish, _ := k.Toddy(t)
	got, err := k.Kitchen.Shape(t.Context(), k.Owner, dish.Key, shots.Bowl)
	require.NoError(t, err)
	assert.Equal(t, shots.Bowl, got.Form)
	m, err := k.List.Mined(t.Context(), dish.Key)
	require.NoError(t, err)
	assert.Equal(t, shots.Drink, m.Shape.Form, "what the recipe speaks for is still told")
	_, err = k.Kitchen.Shape(t.Context(), k.Owner, dish.Key, "heap")
	assert.Error(t, err)
}
