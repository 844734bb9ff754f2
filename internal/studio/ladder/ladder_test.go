package ladder_test

import (
	"slices"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/studio/out"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestOneShotClimbsByFactsAlone(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	at := func() int { n, _ := studiotest.MarkOf(t, k, shoot.Key, hero.Key); return n }

	assert.Equal(t, 1, at(), "listed")
	_, err := k.Frames.Take(ctx, k.Owner, hero.Key, false)
	assert.ErrorContains(t, err, "Build the set first")

	f := k.KeptFrame(t, hero)
	assert.Equal(t, 5, at(), "set, taken, copied and kept")
	assert.Len(t, f.Copies, 2)
	err = k.Says(t, hero.Key, "The kitchen", "")
	assert.ErrorContains(t, err, "Finish it first")
	k.Finished(t, hero)
	assert.Equal(t, 6, at(), "finished")
	order := out.CutOrder{Outlet: "feed", Zoom: 1, CentreX: .5, CentreY: .5, Words: studiotest.Words}
	_, err = k.Out.Publish(ctx, k.Owner, hero.Key, order)
	assert.ErrorContains(t, err, "waits for a yes from the client")
	err = k.Says(t, hero.Key, "The kitchen", "Lovely")
	require.NoError(t, err)
	assert.Equal(t, 7, at(), "approved")

	noAlt := order
	noAlt.Words.Alt = ""
	_, err = k.Out.Publish(ctx, k.Owner, hero.Key, noAlt)
	assert.ErrorContains(t, err, "Alt text", "what it is known to refuse is not sent")
	kept, err := k.Out.KeptOutlets(ctx)
	require.NoError(t, err)
	feed := kept[slices.IndexFunc(kept, func(o out.OutletNow) bool { return o.Row.Outlet.Key == "feed" })]
	assert.Empty(t, feed.Laxer)
	feed.Row.Outlet.NeedsAlt = false // somebody writes down that it takes pictures without alt text
	_, err = k.Out.SaveOutlet(ctx, k.Owner, feed.Row.Key, feed.Row.Version, feed.Row.Outlet)
	require.NoError(t, err)
	p, err := k.Out.Publish(ctx, k.Owner, hero.Key, noAlt)
	require.NoError(t, err)
	_, next := studiotest.MarkOf(t, k, shoot.Key, hero.Key)
	assert.Equal(t, "On its way to the outlet", next)
	require.NoError(t, k.Out.Deliver(ctx, p.ID))
	_, next = studiotest.MarkOf(t, k, shoot.Key, hero.Key)
	assert.Contains(t, next, "Refused: alt text", "the outlet read the file itself and said no")

	p, err = k.Out.Publish(ctx, k.Owner, hero.Key, order)
	require.NoError(t, err)
	assert.Equal(t, []string{k.Asked()[0], p.ID}, k.Asked(), "each was handed to the queue")
	require.NoError(t, k.Out.Deliver(ctx, p.ID))
	require.NoError(t, k.Out.Deliver(ctx, p.ID), "delivering again, as after a crash, changes nothing")
	at8, next := studiotest.MarkOf(t, k, shoot.Key, hero.Key)
	assert.Equal(t, 8, at8)
	assert.Empty(t, next)

	err = k.Brief.RemoveShoot(ctx, k.Owner, shoot.Key)
	assert.ErrorContains(t, err, "stays on record")
}

func TestShootsArePagedByDay(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	for _, day := range []string{"2026-12-03", "", "2026-10-08", "2027-03-18", "2026-12-03"} {
		_, err := k.Brief.MakeShoot(ctx, k.Owner, "Shoot "+day, brief.Brief{Kind: "own", When: day})
		require.NoError(t, err)
	}
	var got []string
	after := ""
	for {
		page, err := k.Ladder.Shoots(ctx, after, 2)
		require.NoError(t, err)
		if len(page) == 0 {
			break
		}
		for _, c := range page {
			got = append(got, c.Shoot.Brief.When)
		}
		after = page[len(page)-1].Shoot.Key
	}
	assert.Equal(t, []string{"2026-10-08", "2026-12-03", "2026-12-03", "2027-03-18", ""}, got)
}
