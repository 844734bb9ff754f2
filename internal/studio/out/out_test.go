package out_test

import (
	"testing"

	"figladder/internal/standin"
	"figladder/internal/studio/out"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestAnOutletThatIsDownLosesNothing(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	k.KeptFrame(t, hero)
	k.Finished(t, hero)
	err := k.Says(t, hero.Key, "", "")
	assert.ErrorContains(t, err, "who says yes")
	err = k.Says(t, hero.Key, "The kitchen", "")
	require.NoError(t, err)
	p, err := k.Out.Publish(ctx, k.Owner, hero.Key, out.CutOrder{Outlet: "tile", Zoom: 1, CentreX: .5, CentreY: .5, Words: studiotest.Words})
	require.NoError(t, err)
	up := k.Out.Outlet
	k.Out.Outlet = standin.Courier{URL: "http://127.0.0.1:1"}
	assert.ErrorContains(t, k.Out.Deliver(ctx, p.ID), "does not answer", "an error, so that the queue tries again")
	k.Out.Outlet = up
	require.NoError(t, k.Out.Deliver(ctx, p.ID))
	// Undo does not take back what was done before the sending as if it were the sending.
	_, err = k.Undo(ctx, k.Owner, hero.ShootID, false)
	assert.ErrorContains(t, err, "cannot be taken back")
	list, err := k.Finish.ListOf(ctx, hero.Key)
	require.NoError(t, err)
	assert.NotNil(t, list.Approval, "the yes stands")
	d, err := k.Undo(ctx, k.Owner, hero.ShootID, true)
	require.NoError(t, err)
	assert.Contains(t, d.Words, "Approved")
	all, err := k.Out.Publications(ctx, "", hero.Key)
	require.NoError(t, err)
	assert.Equal(t, "accepted", all[0].State)
}
