package finish_test

import (
	"testing"

	"figladder/internal/craft/finish/look"
	"figladder/internal/store"
	"figladder/internal/studio/finish"
	"figladder/internal/studio/list"
	"figladder/internal/studio/out"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A yes is of the picture that was seen: made anew, the frame waits for another, on its ladder and before it goes out.
func TestAYesIsOfThePicture(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	frame := k.KeptFrame(t, hero)
	k.Finished(t, hero)
	order := out.CutOrder{Outlet: "tile", Zoom: 1, CentreX: .5, CentreY: .5, Words: studiotest.Words}
	approved := func() bool {
		facts, _, err := list.FactsOf(k.Store.WithContext(ctx), "shoot_id", []string{shoot.Key}, []store.Shot{hero})
		require.NoError(t, err)
		return facts[hero.Key].Approved
	}
	assert.False(t, approved())
	require.NoError(t, k.Says(t, hero.Key, "The kitchen", "Lovely"))
	assert.True(t, approved())
	was, err := k.Finish.ListOf(ctx, hero.Key)
	require.NoError(t, err)
	assert.Equal(t, frame.SHA256, was.Approval.Picture)

	_, err = k.Finish.Save(ctx, k.Owner, frame.Key, 0, "", []look.Step{{Key: "level", Kind: look.Level, Stops: 0.3}})
	require.NoError(t, err)
	made, err := k.Finish.Make(ctx, k.Owner, frame.Key)
	require.NoError(t, err)
	now, err := k.Finish.ListOf(ctx, hero.Key)
	require.NoError(t, err)
	assert.Nil(t, now.Approval)
	assert.Equal(t, "Lovely", now.Earlier.Words)
	assert.Equal(t, made.SHA256, now.Picture)
	assert.False(t, approved())
	check, err := k.Out.CheckCut(ctx, hero.Key, order)
	require.NoError(t, err)
	assert.Contains(t, check.Missing, "made anew after the yes of The kitchen")
	_, err = k.Out.Publish(ctx, k.Owner, hero.Key, order)
	assert.ErrorContains(t, err, "made anew")
	_, err = k.Finish.Approve(ctx, k.Owner, hero.Key, finish.Yes{Who: "The kitchen", Picture: was.Picture})
	assert.ErrorContains(t, err, "Look at it once more", "the page still showed the earlier one")

	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	assert.True(t, approved(), "what it was said of goes out again")
	_, err = k.Undo(ctx, k.Owner, shoot.Key, true)
	require.NoError(t, err)
	require.NoError(t, k.Says(t, hero.Key, "Ada", ""))
	assert.True(t, approved())
	_, err = k.Out.Publish(ctx, k.Owner, hero.Key, order)
	require.NoError(t, err)
}
