package set_test

import (
	"testing"

	"figladder/internal/craft/cupboard"
	"figladder/internal/studio/set"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// drafted is a shoot in the studio's room with a few props, drafted once.
func drafted(t *testing.T) (table, *set.Drafted) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	_, err := k.Set.SavePlace(ctx, k.Owner, "", 0, loft())
	require.NoError(t, err)
	for _, p := range []cupboard.Prop{
		{Name: "Toddy glass", Kind: cupboard.Glass, Sizes: cupboard.Sizes{DiameterMm: 78, HeightMm: 110}, Front: cupboard.Face{Colour: "#cbd6d8", Finish: "gloss"}, Condition: "new", Count: 2, Shelf: "B"},
		{Name: "Cut tumbler", Kind: cupboard.Glass, Sizes: cupboard.Sizes{DiameterMm: 82, HeightMm: 95}, Front: cupboard.Face{Colour: "#d5dcdc", Finish: "gloss"}, Condition: "new", Count: 4, Shelf: "B"},
		{Name: "Slate board", Kind: cupboard.Backdrop, Sizes: cupboard.Sizes{LengthMm: 1200, WidthMm: 900, ThicknessMm: 6}, Front: cupboard.Face{Colour: "#47525f", Finish: "matt"}, Condition: "new", Count: 1, Shelf: "D"},
		{Name: "Walnut planks", Kind: cupboard.Backdrop, Sizes: cupboard.Sizes{LengthMm: 1300, WidthMm: 900, ThicknessMm: 20}, Front: cupboard.Face{Colour: "#4a382c", Finish: "matt"}, Condition: "new", Count: 1, Shelf: "D"},
	} {
		_, err := k.Cupboard.AddProp(ctx, k.Owner, p)
		require.NoError(t, err)
	}
	got, err := k.Set.Draft(ctx, k.Owner, shoot.Key, 0)
	require.NoError(t, err)
	return table{k, t, shoot, shots}, got
}

func TestADraftPlansEveryFrame(t *testing.T) {
	b, got := drafted(t)
	ctx := t.Context()
	assert.Equal(t, len(b.shots), got.Frames)
	assert.Zero(t, got.Left)
	all, err := b.Set.SetUps(ctx, b.shoot.Key)
	require.NoError(t, err)
	assert.Len(t, all, got.SetUps)
	assert.Less(t, got.SetUps, got.Frames, "frames share set-ups")
	for i := range b.shots {
		p := b.at(i)
		assert.Empty(t, p.Set.Check())
		assert.NotZero(t, p.Version)
	}
	chosen, err := b.Set.ChosenFor(ctx, studiotest.Hero(b.shots).Key)
	require.NoError(t, err)
	keys := map[string]string{}
	for _, c := range append(chosen.SetUp, chosen.Frame...) {
		assert.NotEmpty(t, c.Because, c.Key)
		keys[c.Key] = c.Took
	}
	assert.Equal(t, "Toddy glass", keys["vessel"])
	for _, key := range []string{"ground", "light", "hour", "angle", "lens", "sharp", "aperture"} {
		assert.NotEmpty(t, keys[key], key)
	}
	b.undo()
	for i := range b.shots {
		assert.Zero(t, b.at(i).Version, "one press takes the whole draft back")
	}
	b.redo()
	assert.NotZero(t, b.at(0).Version)
}

func TestASwapIsOnePressAndBack(t *testing.T) {
	b, _ := drafted(t)
	hero := studiotest.Hero(b.shots)
	chosen, err := b.Set.ChosenFor(t.Context(), hero.Key)
	require.NoError(t, err)
	for _, c := range chosen.SetUp {
		if c.Key != "vessel" {
			continue
		}
		assert.Equal(t, "Cut tumbler", c.Next)
		p, err := b.Set.SetOf(t.Context(), hero.Key)
		require.NoError(t, err)
		other, err := b.Set.ApplyTry(p.Set, c.Swap)
		require.NoError(t, err)
		assert.Equal(t, 82.0, other.Vessel.DiameterMm)
		again, err := b.Set.ApplyTry(*other, c.Back)
		require.NoError(t, err)
		assert.Equal(t, p.Set, *again)
	}
}

func TestWhatAPersonHasSetIsNeverDraftedOver(t *testing.T) {
	b, _ := drafted(t)
	ctx := t.Context()
	p := b.at(0)
	p.Set.Ground.Colour, p.Set.Camera.Aperture = "#123456", 9.5
	b.save(0, p)
	before := b.at(0).Set
	second, err := b.Set.Draft(ctx, b.Owner, b.shoot.Key, 1)
	require.NoError(t, err)
	assert.Zero(t, second.Left, "it is a draft still, but for what was changed")
	after := b.at(0).Set
	assert.Equal(t, "#123456", after.Ground.Colour)
	assert.Equal(t, 9.5, after.Camera.Aperture)
	assert.NotEqual(t, before.Lights, after.Lights, "another draft is lit from the other side")
	// A third of the first kind is the first again, but for what was changed.
	_, err = b.Set.Draft(ctx, b.Owner, b.shoot.Key, 0)
	require.NoError(t, err)
	third := b.at(0).Set
	assert.Equal(t, before.Lights, third.Lights)
	assert.Equal(t, "#123456", third.Ground.Colour)
}

func TestASetThatStandsIsTakenForItsOtherFrames(t *testing.T) {
	b := lay(t, 0)
	ctx := t.Context()
	hero := 0
	for i, x := range b.shots {
		if x.Kind == "hero" {
			hero = i
		}
	}
	p := b.at(hero)
	p.Set, _ = p.Set.WithThing("jar")
	b.save(hero, p)
	mine := b.at(hero)
	got, err := b.Set.Draft(ctx, b.Owner, b.shoot.Key, 0)
	require.NoError(t, err)
	assert.Equal(t, 1, got.Left)
	assert.Equal(t, mine, b.at(hero), "it stands as it stood")
	shares := 0
	for i := range b.shots {
		if p := b.at(i); i != hero && p.SetUpID == mine.SetUpID {
			shares++
			assert.Equal(t, mine.Set.Lights, p.Set.Lights)
			require.Len(t, p.Set.Things, 1)
		}
	}
	assert.Positive(t, shares)
}

func TestMendingPressesWhatGains(t *testing.T) {
	b := lay(t, 1)
	p := b.at(0)
	p.Set.Camera.DistanceMm, p.Set.Camera.FocalMm = 2400, 50 // the dish is lost
	got, err := b.Set.Mend(t.Context(), b.shots[0].Key, p.Set)
	require.NoError(t, err)
	assert.NotEmpty(t, got.Did)
	assert.Less(t, got.Is, got.Was)
	assert.Empty(t, got.Set.Check())
	assert.Equal(t, p.Set.Vessel, got.Set.Vessel)
	_, err = b.Set.Draft(t.Context(), b.Owner, "nowhere", 0)
	assert.Error(t, err)
}
