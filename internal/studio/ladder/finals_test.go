package ladder_test

import (
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finals"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestFinalsOwedAreCounted(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	doc := shoot.ShootDoc
	doc.Brief.Kind, doc.Brief.Deliverables = "commission", []brief.Deliverable{{Name: "Feed", Count: 1, Shape: "4:5", LongPx: 1350}, {Name: "Tiles", Count: 2, Shape: "1:1", LongPx: 1000}}
	require.NoError(t, k.Store.Model(&store.Shoot{}).Where("id = ?", shoot.Key).Update("brief", doc.Brief).Error)

	before, err := k.Ladder.Finals(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, []int{3, 3}, []int{len(before.Finals), before.Owed})
	assert.Equal(t, hero.Key, before.Finals[0].ShotID)
	assert.Equal(t, finals.Listed, before.Finals[0].Stage)
	k.KeptFrame(t, *heroOf(shots, hero.Key))
	after, err := k.Ladder.Finals(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, finals.Kept, after.Finals[0].Stage)

	frames, err := k.Frames.Frames(ctx, shoot.Key, hero.Key)
	require.NoError(t, err)
	require.NoError(t, k.Store.Create(&store.Publication{ID: "p", ShootID: shoot.Key, ShotID: hero.Key, FrameID: frames[0].Key, Outlet: "feed", WidthPx: 1080, HeightPx: 1350, State: "accepted"}).Error)
	out, err := k.Ladder.Finals(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, []int{1, 2}, []int{out.Out, out.Owed})
	climb, err := k.Ladder.Ladder(ctx, shoot.Key)
	require.NoError(t, err)
	for _, r := range climb.Rungs {
		if r.Key == "out" {
			assert.Equal(t, "1 of 3 finals", r.Shown, "the rung counts what was asked for")
			assert.InDelta(t, 1./3, r.Share, 1e-9)
		}
	}
	cards, err := k.Ladder.Shoots(ctx, "", 10)
	require.NoError(t, err)
	assert.Equal(t, []int{3, 2}, []int{cards[0].Finals, cards[0].Owed})
	// Another frame by hand, and where each goes.
	assert.Equal(t, []string{"feed", "tile", "tile"}, []string{out.Finals[0].Outlet, out.Finals[1].Outlet, out.Finals[2].Outlet})
	another := shots[0]
	require.NotEqual(t, hero.Key, another.Key)
	doc.Brief.Deliverables[1].Picks = []string{another.Key}
	require.NoError(t, k.Store.Model(&store.Shoot{}).Where("id = ?", shoot.Key).Update("brief", doc.Brief).Error)
	picked, err := k.Ladder.Finals(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, another.Key, picked.Finals[1].ShotID)
	assert.True(t, picked.Finals[1].Picked)
	k.Out.Outlet = standin.Courier{URL: "http://127.0.0.1:1"}
	down, err := k.Ladder.Finals(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, picked.Finals, down.Finals, "a place that is down keeps nobody from what is owed")
	_, err = k.Ladder.Finals(ctx, "nowhere")
	assert.ErrorIs(t, err, store.ErrNotFound)
}

func heroOf(all []store.Shot, id string) *store.Shot {
	for i := range all {
		if all[i].Key == id {
			return &all[i]
		}
	}
	return nil
}
