package kitchen_test

import (
	"errors"
	"testing"

	"figladder/internal/craft/eating"
	"figladder/internal/craft/method"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// said is the path of the first field that an error refuses; empty for none.
func said(err error) string {
	var fields *core.FieldError
	if errors.As(err, &fields) && len(fields.Problems) > 0 {
		return fields.Problems[0].Path
	}
	return ""
}

// A dish is added, changed, shaped and taken away; each is a deed that Undo takes back, a form that a person gave stays,
// and what was not typed again is kept.
func TestADishFromAddedToGone(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, toddy, _ := k.Toddy(t)
	_, err := k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, kitchen.Typed{Ingredients: "1 leek"})
	assert.Equal(t, "title", said(err), "%v", err)
	_, err = k.Kitchen.AddTyped(ctx, k.Owner, "no such shoot", kitchen.Typed{Title: "Soup"})
	assert.ErrorIs(t, err, store.ErrNotFound)

	yield := " Serves 4 "
	soup, err := k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, kitchen.Typed{Title: "Leek soup", Ingredients: "3 leeks\n1 l stock", Method: "Simmer the leeks in the stock.\nLadle into warm bowls.", Yield: &yield})
	require.NoError(t, err)
	assert.Equal(t, shots.Soup, soup.Form, "as its words say")
	assert.Equal(t, "Serves 4", soup.Recipe.Yield)
	assert.NotEmpty(t, soup.Colour.Food)
	dishes, err := k.Kitchen.Dishes(ctx, shoot.Key)
	require.NoError(t, err)
	require.Len(t, dishes, 2)
	assert.Equal(t, []string{toddy.Key, soup.Key}, []string{dishes[0].Key, dishes[1].Key}, "the last is last")

	_, err = k.Kitchen.Shape(ctx, k.Owner, soup.Key, "cube")
	assert.Equal(t, "form", said(err))
	shaped, err := k.Kitchen.Shape(ctx, k.Owner, soup.Key, shots.Bowl)
	require.NoError(t, err)
	again, err := k.Kitchen.SaveDish(ctx, k.Owner, soup.Key, shaped.Version, kitchen.Typed{Title: "Leek and pea soup", Ingredients: "3 leeks\n1 l stock\n200 g peas", Method: "Simmer.\nLadle into warm bowls."})
	require.NoError(t, err)
	assert.Equal(t, shots.Bowl, again.Form, "a form that was not typed again stays")
	assert.Equal(t, "Serves 4", again.Recipe.Yield, "so does for how many")
	_, err = k.Kitchen.SaveDish(ctx, k.Owner, soup.Key, shaped.Version, kitchen.Typed{Title: "Older"})
	var stale *store.StaleError
	require.ErrorAs(t, err, &stale)

	require.NoError(t, k.Kitchen.RemoveDish(ctx, k.Owner, soup.Key))
	_, err = k.Kitchen.Dish(ctx, soup.Key)
	assert.ErrorIs(t, err, store.ErrNotFound)
	for _, want := range []struct {
		title string
		form  shots.Form
	}{{"Leek and pea soup", shots.Bowl}, {"Leek soup", shots.Bowl}, {"Leek soup", shots.Soup}} {
		_, err := k.Undo(ctx, k.Owner, shoot.Key, false)
		require.NoError(t, err)
		row, err := k.Kitchen.Dish(ctx, soup.Key)
		require.NoError(t, err)
		assert.Equal(t, want.title, row.Recipe.Title)
		assert.Equal(t, want.form, row.Form)
	}
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	_, err = k.Kitchen.Dish(ctx, soup.Key)
	assert.ErrorIs(t, err, store.ErrNotFound, "it was never added")
}

// What a verb does is decided once for the whole studio, is heard by the next recipe, and goes back to the table.
func TestWhatAVerbDoesIsDecidedOnce(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	for _, x := range []struct {
		verb  string
		class method.Class
		path  string
	}{{"", method.Pours, "verb"}, {string(make([]byte, 61)), method.Pours, "verb"}, {"zhuzh", "juggles", "class"}} {
		assert.Equal(t, x.path, said(k.Kitchen.DecideVerb(ctx, k.Owner, dish.Key, x.verb, x.class)))
	}
	require.NoError(t, k.Kitchen.DecideVerb(ctx, k.Owner, dish.Key, "zhuzh", method.Tosses))
	require.NoError(t, k.Kitchen.DecideVerb(ctx, k.Owner, dish.Key, "zhuzh", method.Lifts))
	require.NoError(t, k.Kitchen.DecideVerb(ctx, k.Owner, dish.Key, "frob", ""), "nothing was decided, nothing is left")
	verbs, err := k.Kitchen.Verbs(ctx)
	require.NoError(t, err)
	assert.Equal(t, map[string]method.Class{"zhuzh": method.Lifts}, verbs)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	verbs, err = k.Kitchen.Verbs(ctx)
	require.NoError(t, err)
	assert.Equal(t, method.Tosses, verbs["zhuzh"], "the decision before")
	require.NoError(t, k.Kitchen.DecideVerb(ctx, k.Owner, dish.Key, "zhuzh", ""))
	verbs, err = k.Kitchen.Verbs(ctx)
	require.NoError(t, err)
	assert.Empty(t, verbs)
}

// Whether a dish is eaten is marked on the dish as it is now; an older mark is refused, and undone it is as before.
func TestWhetherADishIsEaten(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	before, err := k.Kitchen.EatingOf(ctx, dish.Key)
	require.NoError(t, err)
	assert.False(t, before.Mark.Altered)
	mark, err := k.Kitchen.MarkEating(ctx, k.Owner, dish.Key, before.Version, eating.Mark{Altered: true, Why: "Glycerine on its rim"})
	require.NoError(t, err)
	assert.True(t, mark.Mark.Altered)
	assert.Greater(t, mark.Version, before.Version)
	_, err = k.Kitchen.MarkEating(ctx, k.Owner, dish.Key, before.Version, eating.Mark{})
	var stale *store.StaleError
	require.ErrorAs(t, err, &stale)
	deed, err := k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	assert.Contains(t, deed.Words, "not for eating")
	after, err := k.Kitchen.EatingOf(ctx, dish.Key)
	require.NoError(t, err)
	assert.Equal(t, before.Mark, after.Mark)
}
