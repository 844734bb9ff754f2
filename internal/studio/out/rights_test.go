package out_test

import (
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/studio/out"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Embargo and rights hold at the press, and once more at the moment of sending: an outlet that is down until a right is over gets
// nothing.
func TestNothingGoesOutPastItsRights(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	k.KeptFrame(t, hero)
	k.Finished(t, hero)
	require.NoError(t, k.Says(t, hero.Key, "The kitchen", ""))
	now := time.Date(2027, 3, 28, 22, 0, 0, 0, time.UTC)
	k.Clock = func() time.Time { return now }
	say := func(change func(*brief.Brief)) {
		t.Helper()
		s, err := k.Brief.Shoot(ctx, shoot.Key)
		require.NoError(t, err)
		b := s.Brief
		change(&b)
		_, err = k.Brief.SaveShoot(ctx, k.Owner, s.Key, s.Version, s.Name, b)
		require.NoError(t, err)
	}
	order := out.CutOrder{Outlet: "tile", Zoom: 1, CentreX: .5, CentreY: .5, Words: studiotest.Words}
	say(func(b *brief.Brief) { b.Zone, b.Embargo = "Europe/London", "2027-03-29" })
	_, err := k.Out.Publish(ctx, k.Owner, hero.Key, order)
	require.ErrorContains(t, err, "Embargo")
	say(func(b *brief.Brief) {
		b.Embargo = ""
		b.Rights = []brief.Right{{Who: "The kitchen", Outlets: []string{"feed"}}}
	})
	_, err = k.Out.Publish(ctx, k.Owner, hero.Key, order)
	require.ErrorContains(t, err, "Rights")
	say(func(b *brief.Brief) {
		b.Rights = []brief.Right{{Who: "The kitchen", Outlets: []string{"tile"}, Until: "2027-03-28"}}
	})
	p, err := k.Out.Publish(ctx, k.Owner, hero.Key, order)
	require.NoError(t, err, "an hour before its right ends")
	now = now.Add(2 * time.Hour)
	require.NoError(t, k.Out.Deliver(ctx, p.ID))
	all, err := k.Out.Publications(ctx, "", hero.Key)
	require.NoError(t, err)
	assert.Equal(t, "refused", all[0].State)
	assert.Contains(t, all[0].Answer, "Not sent. Rights")
	bad := []brief.Right{{Who: " ", From: "soon", Until: "2026-01-01"}}
	s, err := k.Brief.Shoot(ctx, shoot.Key)
	require.NoError(t, err)
	b := s.Brief
	b.Rights = bad
	_, err = k.Brief.SaveShoot(ctx, k.Owner, s.Key, s.Version, s.Name, b)
	require.Error(t, err)
}
