package set_test

import (
	"sync"
	"testing"
	"time"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/set"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func loft() almanac.Place {
	return almanac.Place{Name: "Loft", LatDeg: 50.35, LonDeg: -4.12, Zone: "Europe/London", TableMm: 750, Windows: []almanac.Window{
		{Name: "West window", BearingDeg: 270, WidthMm: 1400, HeightMm: 1600, SillMm: 700, RevealMm: 180, Glass: 0.8, AwayMm: 1250, Outside: []almanac.Outside{}}}}
}

func TestPlaceIsSavedOnceAndUndone(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	empty, err := k.Set.Place(ctx, "")
	require.NoError(t, err)
	assert.Zero(t, empty.Version)
	_, err = k.Set.AlmanacYear(ctx, "", 0, 2026)
	assert.ErrorContains(t, err, "no such window")
	_, err = k.Set.InRoom(ctx, scene.Start(), 0)
	assert.ErrorContains(t, err, "no windows yet")

	// Twenty first saves at once make one place.
	var all sync.WaitGroup
	for range 20 {
		all.Go(func() { _, _ = k.Set.SavePlace(ctx, k.Owner, "", 0, loft()) })
	}
	all.Wait()
	var n int64
	require.NoError(t, k.Store.Table("places").Count(&n).Error)
	assert.EqualValues(t, 1, n)

	now, err := k.Set.Place(ctx, "")
	require.NoError(t, err)
	east := loft()
	east.Windows[0].BearingDeg = 90
	saved, err := k.Set.SavePlace(ctx, k.Owner, "", now.Version, east)
	require.NoError(t, err)
	assert.Equal(t, now.Version+1, saved.Version)
	_, err = k.Set.SavePlace(ctx, k.Owner, "", now.Version, loft())
	var stale *store.StaleError
	assert.ErrorAs(t, err, &stale, "somebody saved meanwhile")
	_, err = k.Undo(ctx, k.Owner, set.PlacesScope, false)
	require.NoError(t, err)
	back, err := k.Set.Place(ctx, "")
	require.NoError(t, err)
	assert.Equal(t, 270.0, back.Place.Windows[0].BearingDeg)
	bad := loft()
	bad.Zone = "Port Merrow"
	_, err = k.Set.SavePlace(ctx, k.Owner, "", back.Version, bad)
	assert.ErrorContains(t, err, "no time zone")
}

func TestAlmanacRefusesInWords(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, err := k.Set.SavePlace(ctx, k.Owner, "", 0, loft())
	require.NoError(t, err)
	for _, day := range []string{"", "tomorrow", "2026-02-30", "2150-01-01", "1066-10-14"} {
		_, err := k.Set.AlmanacDay(ctx, "", 0, day)
		var field *core.FieldError
		assert.ErrorAs(t, err, &field, day)
	}
	d, err := k.Set.AlmanacDay(ctx, "", 0, "2027-06-21")
	require.NoError(t, err)
	assert.GreaterOrEqual(t, d.Moments[0].Cloud, 0.0, "with the forecast")
	_, err = k.Set.GoodLight(ctx, "", 0, "2026-12-31", "2026-12-01")
	assert.Error(t, err)
	_, err = k.Set.GoodLight(ctx, "", 0, "2026-01-01", "2026-12-31")
	assert.ErrorContains(t, err, "two months")
	_, err = k.Set.GoodLight(ctx, "", 7, "2026-12-01", "2026-12-31")
	assert.ErrorContains(t, err, "no such window")
}

func TestWindowsAreTakenIntoASet(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, err := k.Set.SavePlace(ctx, k.Owner, "", 0, loft())
	require.NoError(t, err)
	// The far side looks north: the west window is on the left and shines to the right.
	got, err := k.Set.InRoom(ctx, scene.Start(), 0)
	require.NoError(t, err)
	require.Len(t, got.Lights, 1)
	w := got.Lights[0]
	assert.InDelta(t, got.Vessel.XMm-1250, w.XMm, 1)
	assert.InDelta(t, 90, w.FacingDeg, 1e-9)
	assert.True(t, got.Daylight.On)
	// Turned to look west, the window is behind the dish and shines to the camera.
	got, err = k.Set.InRoom(ctx, scene.Start(), 270)
	require.NoError(t, err)
	assert.InDelta(t, got.Vessel.YMm+1250, got.Lights[0].YMm, 1)
	assert.InDelta(t, 180, got.Lights[0].FacingDeg, 1e-9)
}

func TestASearchEndsIsCancelledAndIsForgotten(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, err := k.Cupboard.SaveKit(ctx, k.Owner, "", 0, kit.Item{Name: "White card A2", Kind: kit.Card, Count: 2, WidthMm: 594, HeightMm: 420, Surface: "white"})
	require.NoError(t, err)
	s, err := k.Set.StartSearch(ctx, scene.Start(), scene.Goal{FillStops: 2.4})
	require.NoError(t, err)
	require.Eventually(t, func() bool { got, err := k.Set.SearchOf(s.ID); return err == nil && got.Done }, time.Minute, 20*time.Millisecond)
	got, err := k.Set.SearchOf(s.ID)
	require.NoError(t, err)
	require.NotNil(t, got.Found)
	assert.NotEmpty(t, got.Found.Answers)
	for _, a := range got.Found.Answers {
		for _, c := range a.Set.Cards {
			if c.On {
				assert.Equal(t, "White card A2", c.Name, "only what is owned")
			}
		}
	}
	var ids []string
	for range 4 {
		s, err := k.Set.StartSearch(ctx, scene.Start(), scene.Goal{FillStops: 1, TurnSet: true})
		require.NoError(t, err)
		ids = append(ids, s.ID)
	}
	_, err = k.Set.StartSearch(ctx, scene.Start(), scene.Goal{FillStops: 1})
	assert.ErrorContains(t, err, "running already")
	for _, id := range ids {
		require.NoError(t, k.Set.CancelSearch(id))
	}
	for _, id := range ids {
		require.Eventually(t, func() bool { got, err := k.Set.SearchOf(id); return err == nil && got.Done }, time.Minute, 20*time.Millisecond)
		got, _ := k.Set.SearchOf(id)
		assert.Nil(t, got.Found)
		assert.NotEmpty(t, got.Failed)
	}
	_, err = k.Set.SearchOf("none")
	assert.ErrorIs(t, err, store.ErrNotFound)
	bad := scene.Start()
	bad.Cards[0].WidthMm = 0
	_, err = k.Set.StartSearch(ctx, bad, scene.Goal{})
	assert.ErrorContains(t, err, "a card without size is none")
}

func TestPictureAndRound(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	data, err := k.Set.PictureOf(ctx, scene.Start(), 96)
	require.NoError(t, err)
	assert.Equal(t, "\x89PNG", string(data[:4]))
	cells, err := k.Set.RoundOf(ctx, scene.Start())
	require.NoError(t, err)
	assert.Len(t, cells, 36)
	dark := scene.Start()
	dark.Lights[0].On = false
	_, err = k.Set.RoundOf(ctx, dark)
	assert.ErrorContains(t, err, "No light is on")
	_, err = k.Set.PictureOf(ctx, dark, 96)
	assert.ErrorContains(t, err, "No light reaches")
}
