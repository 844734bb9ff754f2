package list_test

import (
	"testing"

	"figladder/internal/store"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const toddyMethod = "Warm the spirit with honey.\nFill the glass with boiling water.\nPour over the spirit.\nFlame a strip of orange peel over the glass."

func minedBy(t *testing.T, k *studiotest.Kit, dishID string) (*list.MinedDish, map[string]list.MinedFrame) {
	t.Helper()
	m, err := k.List.Mined(t.Context(), dishID)
	require.NoError(t, err)
	out := map[string]list.MinedFrame{}
	for _, f := range m.Frames {
		out[f.Key] = f
	}
	return m, out
}

// A recipe is changed after its frames are on the list: what nobody touched
// follows, what a person changed stays, what is gone is said.
func TestMiningAgainLosesNoEdit(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	m, frames := minedBy(t, k, dish.Key)
	assert.Zero(t, m.Behind)
	hero, err := k.List.Shot(ctx, frames["hero"].ShotID)
	require.NoError(t, err)
	_, err = k.List.SaveShot(ctx, k.Owner, hero.Key, hero.Version, list.ShotEdit{Title: "Toddy by the fire", Angle: hero.Angle, Light: hero.Light, Vessel: hero.Vessel})
	require.NoError(t, err)
	dish, err = k.Kitchen.SaveDish(ctx, k.Owner, dish.Key, dish.Version, kitchen.Typed{Title: "Plum toddy", Ingredients: "1 plum\n50 ml pear spirit", Method: "Peel the plum.\n" + toddyMethod})
	require.NoError(t, err)

	m, frames = minedBy(t, k, dish.Key)
	assert.Positive(t, m.Behind)
	assert.NotEmpty(t, frames["hero"].Changed)
	assert.Equal(t, []string{"words “Toddy by the fire”"}, frames["hero"].Kept)
	require.Len(t, m.Orphans, 1, "the pear is gone")
	assert.Equal(t, "Just the pear", m.Orphans[0].Title)
	assert.Equal(t, "open", frames["ingredient-plum"].State)

	n, err := k.List.Renew(ctx, k.Owner, dish.Key)
	require.NoError(t, err)
	assert.Equal(t, m.Behind, n)
	m, frames = minedBy(t, k, dish.Key)
	assert.Zero(t, m.Behind, "once is enough")
	hero, err = k.List.Shot(ctx, hero.Key)
	require.NoError(t, err)
	assert.Equal(t, "Toddy by the fire", hero.Title)
	assert.Equal(t, 5, hero.Step)
	flame, err := k.List.Shot(ctx, frames["action-flame"].ShotID)
	require.NoError(t, err)
	assert.Equal(t, 4, flame.Step)
	for i, r := range k.Listed(t, shoot.Key) {
		assert.Equal(t, i+1, r.Shot.Position)
	}
}

// Accepting more frames leaves the order of what is on the list alone.
func TestAcceptingKeepsTheOrderOfTheList(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	list := k.Listed(t, shoot.Key)
	last := list[len(list)-1].Shot
	require.NoError(t, k.List.Move(ctx, k.Owner, list[0].Shot.Key, ""), "an ingredient may come last")
	require.NoError(t, k.List.RemoveShot(ctx, k.Owner, last.Key))
	order := keys(k.Listed(t, shoot.Key))
	_, err := k.List.Accept(ctx, k.Owner, dish.Key, []string{last.Proposal})
	require.NoError(t, err)
	after := k.Listed(t, shoot.Key)
	var kept []string
	for _, r := range after {
		if r.Shot.Proposal != last.Proposal {
			kept = append(kept, r.Shot.Key)
		}
	}
	assert.Equal(t, order, kept)
}

func keys(list []list.ListedShot) []string {
	var out []string
	for _, r := range list {
		out = append(out, r.Shot.Key)
	}
	return out
}

func TestTwoFramesBecomeOne(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	_, frames := minedBy(t, k, dish.Key)
	before := len(k.Listed(t, shoot.Key))
	row, err := k.List.MergeShots(ctx, k.Owner, frames["hero"].ShotID, frames["detail"].ShotID)
	require.NoError(t, err)
	assert.Contains(t, row.Title, ", with close on")
	assert.Len(t, k.Listed(t, shoot.Key), before-1)
	_, frames = minedBy(t, k, dish.Key)
	assert.Equal(t, frames["hero"].ShotID, frames["detail"].ShotID, "mining again does not suggest it anew")
	assert.Equal(t, "accepted", frames["detail"].State)

	_, err = k.List.MergeShots(ctx, k.Owner, frames["hero"].ShotID, frames["safe-flame"].ShotID)
	assert.ErrorContains(t, err, "safe frame")
	_, err = k.List.MergeShots(ctx, k.Owner, frames["hero"].ShotID, frames["hero"].ShotID)
	assert.ErrorContains(t, err, "one dish")
	taken := k.KeptFrame(t, store.Shot{Base: store.Base{Key: frames["free"].ShotID}})
	_ = taken
	_, err = k.List.MergeShots(ctx, k.Owner, frames["hero"].ShotID, frames["free"].ShotID)
	assert.ErrorContains(t, err, "taken already")
}

func TestHowManySupportingFrames(t *testing.T) {
	k := studiotest.New(t)
	_, dish, _ := k.Toddy(t)
	_, err := k.List.Want(t.Context(), k.Owner, dish.Key, 99)
	assert.ErrorContains(t, err, "From 0 to")
	_, err = k.List.Want(t.Context(), k.Owner, dish.Key, 0)
	require.NoError(t, err)
	m, frames := minedBy(t, k, dish.Key)
	assert.Zero(t, m.Supporting)
	assert.False(t, frames["detail"].Pick)
	assert.True(t, frames["safe-flame"].Pick)
}

func TestAcceptTwiceAddsNothing(t *testing.T) {
	k := studiotest.New(t)
	_, dish, shots := k.Toddy(t)
	_, err := k.List.Accept(t.Context(), k.Owner, dish.Key, []string{"hero"})
	assert.ErrorContains(t, err, "on the list already")
	m, err := k.List.Mined(t.Context(), dish.Key)
	require.NoError(t, err)
	for _, f := range m.Frames {
		assert.Equal(t, "accepted", f.State)
	}
	require.NoError(t, k.List.RemoveShot(t.Context(), k.Owner, studiotest.Hero(shots).Key))
	m, err = k.List.Mined(t.Context(), dish.Key)
	require.NoError(t, err)
	for _, f := range m.Frames {
		if f.Key == "hero" {
			assert.Equal(t, "open", f.State, "taken off the list it is offered again")
		}
	}
}
