package styling_test

import (
	"bytes"
	"errors"
	"slices"
	"strings"
	"testing"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/hold"
	craft "figladder/internal/craft/styling"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// hero is a studio with the toddy and its hero.
func hero(t *testing.T) (*studiotest.Kit, *store.Shoot, *store.Dish, *store.Shot) {
	t.Helper()
	k := studiotest.New(t)
	shoot, dish, shots := k.Toddy(t)
	h := studiotest.Hero(shots)
	return k, shoot, dish, &h
}

// Every technique that is put on a frame adds what it needs to shopping, packing and the safety sheet, and taken off
// takes all of it back.
func TestWhatATechniqueAddsItTakesBack(t *testing.T) {
	k, shoot, _, h := hero(t)
	ctx := t.Context()
	told := func() (bought, packed []string, safe *craft.Safety) {
		b, err := k.Kitchen.Shopping(ctx, shoot.Key, "metric")
		require.NoError(t, err)
		for _, l := range b.List.Lines {
			bought = append(bought, l.Thing+" "+l.NeedShown)
		}
		bag, err := k.Cupboard.PackFor(ctx, shoot.Key)
		require.NoError(t, err)
		for _, x := range bag.Takes {
			packed = append(packed, x.Name)
		}
		safe, err = k.Styling.Safety(ctx, shoot.Key)
		require.NoError(t, err)
		return bought, packed, safe
	}
	bought, packed, safe := told()
	assert.Empty(t, safe.Tags)
	version := h.Version
	for _, c := range craft.Cards(craft.Usual()) {
		s, err := k.Styling.SetTechniques(ctx, k.Owner, h.Key, version, []string{c.Key})
		require.NoError(t, err, c.Key)
		version = s.Version
		b, p, sf := told()
		needs, tools := 0, 0
		for _, m := range c.Materials {
			if m.Tool {
				tools++
			} else if m.Bought() && m.Name != "water" && m.Name != "boiling water" { // nobody buys water
				needs++
			}
		}
		assert.Equal(t, needs > 0, strings.Join(b, "|") != strings.Join(bought, "|"), "%s: shopping, %v", c.Key, b)
		assert.Equal(t, tools > 0, len(p) > len(packed), "%s: packing", c.Key)
		assert.Equal(t, c.Inedible != "", len(sf.Tags) == 1, "%s: tag", c.Key)
		assert.Len(t, sf.Risks, len(c.Cautions), c.Key)
	}
	_, err := k.Styling.SetTechniques(ctx, k.Owner, h.Key, version, nil)
	require.NoError(t, err)
	b, p, sf := told()
	assert.Equal(t, bought, b)
	assert.Equal(t, packed, p)
	assert.Equal(t, safe, sf)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	_, _, sf = told()
	assert.NotEmpty(t, sf.Risks, "undo puts the last one on again")
}

func TestTechniquesThatCannotBe(t *testing.T) {
	k, _, _, h := hero(t)
	ctx := t.Context()
	_, err := k.Styling.SetTechniques(ctx, k.Owner, h.Key, h.Version, []string{"alchemy"})
	var field *core.FieldError
	require.ErrorAs(t, err, &field)
	assert.Equal(t, "keys.0", field.Problems[0].Path)
	_, err = k.Styling.SetTechniques(ctx, k.Owner, h.Key, h.Version, []string{"polish", "polish"})
	require.NoError(t, err)
	s, err := k.List.Shot(ctx, h.Key)
	require.NoError(t, err)
	assert.Equal(t, []string{"polish"}, s.Techniques, "twice is once")
	_, err = k.Styling.SetTechniques(ctx, k.Owner, h.Key, h.Version, []string{"dilute"})
	var stale *store.StaleError
	assert.True(t, errors.As(err, &stale), "somebody else was there first: %v", err)
}

// The bench tells the glass, what the frame calls for and what dies first; own times count once there are three.
func TestTheBenchOfAFrame(t *testing.T) {
	k, _, dish, h := hero(t)
	ctx := t.Context()
	b, err := k.Styling.BenchOf(ctx, h.Key, "", craft.TwoHours)
	require.NoError(t, err)
	assert.True(t, b.Drinks)
	assert.Equal(t, dish.Recipe.Title, b.Dish)
	assert.Greater(t, len(b.Inner), 2)
	assert.NotEmpty(t, b.Proposed)
	assert.NotEmpty(t, b.Air.Words)
	first := b.Proposed[0].Key
	_, err = k.Styling.SetTechniques(ctx, k.Owner, h.Key, h.Version, []string{first})
	require.NoError(t, err)
	b, err = k.Styling.BenchOf(ctx, h.Key, "", craft.TwoHours)
	require.NoError(t, err)
	assert.Equal(t, first, b.Techniques[0].Key)
	for _, p := range b.Proposed {
		assert.NotEqual(t, first, p.Key, "what is on it is not proposed")
	}
	class := b.Plan.Steps[0].Class
	for _, s := range []float64{33, 44, 55} {
		_, err := k.Styling.AddTime(ctx, k.Owner, dish.Key, hold.Log{Class: class, Seconds: s})
		require.NoError(t, err)
	}
	b, err = k.Styling.BenchOf(ctx, h.Key, "", craft.TwoHours)
	require.NoError(t, err)
	assert.Len(t, b.Times, 3)
	found := false
	for _, s := range b.Plan.Steps {
		if s.Class == class {
			found = true
			assert.Equal(t, 3, s.Own)
			assert.Equal(t, 33.0, s.Range.From)
		}
	}
	assert.True(t, found)
	_, err = k.Styling.AddTime(ctx, k.Owner, dish.Key, hold.Log{Class: "hats", Seconds: -1})
	var field *core.FieldError
	require.ErrorAs(t, err, &field)
	assert.Len(t, field.Problems, 2)
}

func TestFoodThatStandsIsCounted(t *testing.T) {
	k, _, dish, h := hero(t)
	ctx := t.Context()
	_, err := k.Styling.AddMoment(ctx, k.Owner, dish.Key, true)
	require.NoError(t, err)
	b, err := k.Styling.BenchOf(ctx, h.Key, "", craft.TwoFour)
	require.NoError(t, err)
	assert.Len(t, b.Moments, 1)
	assert.Equal(t, "good", b.Stood.State)
}

// The card stands behind the glass on the set, once however often it is put there, and is printed at true size.
func TestTheGlowCardGoesOnTheSet(t *testing.T) {
	k, shoot, _, h := hero(t)
	ctx := t.Context()
	for range 2 {
		_, err := k.Styling.PutGlowCard(ctx, k.Owner, h.Key, 3)
		require.NoError(t, err)
	}
	p, err := k.Set.SetOf(ctx, h.Key)
	require.NoError(t, err)
	n := 0
	for i, c := range p.Set.Cards {
		if c.Name == "Glow card" {
			n++
			assert.NotEmpty(t, c.Cut)
			assert.False(t, p.Set.SeesCard(i))
		}
	}
	assert.Equal(t, 1, n)
	data, err := k.Styling.PrintGlow(ctx, h.Key, 3, "Letter", 2)
	require.NoError(t, err)
	assert.True(t, bytes.HasPrefix(data, []byte("%PDF")))
	svg, err := k.Styling.DrawGlow(ctx, h.Key, 3)
	require.NoError(t, err)
	assert.Contains(t, string(svg), "mm\"")
	_, _, err = k.Styling.Glow(ctx, h.Key, 31)
	var field *core.FieldError
	require.ErrorAs(t, err, &field)
	_, err = k.Styling.Thin(ctx, k.Owner, h.Key, 0.3)
	require.NoError(t, err)
	p, err = k.Set.SetOf(ctx, h.Key)
	require.NoError(t, err)
	assert.Equal(t, 0.3, p.Set.Food.Strength)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	p, err = k.Set.SetOf(ctx, h.Key)
	require.NoError(t, err)
	assert.Zero(t, p.Set.Food.Strength)
	_, err = k.Styling.Bedew(ctx, k.Owner, h.Key, 0.8)
	require.NoError(t, err)
	p, err = k.Set.SetOf(ctx, h.Key)
	require.NoError(t, err)
	assert.Equal(t, 0.8, p.Set.Vessel.Dew)
	// Layers lie in the order in which they stand, as high as they come to; taken back, the drink is one again.
	upside := drink.StartLayers()
	slices.Reverse(upside)
	_, err = k.Styling.LayIn(ctx, k.Owner, h.Key, upside)
	require.NoError(t, err)
	p, err = k.Set.SetOf(ctx, h.Key)
	require.NoError(t, err)
	require.Len(t, p.Set.Food.Layers, 3)
	assert.Equal(t, "syrup", p.Set.Food.Layers[0].Name)
	glass, level := p.Set.Glass()
	assert.InDelta(t, 220, drink.Below(glass, level), 1)
	bench, err := k.Styling.BenchOf(ctx, h.Key, "", craft.TwoHours)
	require.NoError(t, err)
	assert.Equal(t, p.Set.Food.Layers, bench.Layers)
	_, err = k.Styling.LayIn(ctx, k.Owner, h.Key, []drink.Layer{{Name: "water", Ml: -3}})
	require.ErrorAs(t, err, &field)
	_, err = k.Styling.LayIn(ctx, k.Owner, h.Key, nil)
	require.NoError(t, err)
	p, err = k.Set.SetOf(ctx, h.Key)
	require.NoError(t, err)
	assert.Empty(t, p.Set.Food.Layers)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	p, err = k.Set.SetOf(ctx, h.Key)
	require.NoError(t, err)
	assert.Len(t, p.Set.Food.Layers, 3)
	_, err = k.Styling.Bedew(ctx, k.Owner, h.Key, 2)
	assert.Error(t, err)
	_, err = k.Styling.Thin(ctx, k.Owner, h.Key, 0)
	assert.Error(t, err)
	for _, print := range []func() ([]byte, error){func() ([]byte, error) { return k.Styling.PrintTags(ctx, shoot.Key) }, func() ([]byte, error) { return k.Styling.PrintRisks(ctx, shoot.Key) }} {
		data, err := print()
		require.NoError(t, err)
		assert.True(t, bytes.HasPrefix(data, []byte("%PDF")))
	}
}
