package finish_test

import (
	"sync"
	"testing"
	"time"

	"figladder/internal/craft/finish/work"
	"figladder/internal/store"
	"figladder/internal/studio/finish"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Time is counted once however many windows and servers beat, across a kill and a moved clock; what nobody saw waits to be said.
func TestTimeOnAFrameIsCountedOnce(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	frame := k.KeptFrame(t, studiotest.Hero(shots))
	wall := time.Now()
	k.Clock = func() time.Time { return wall }
	do := func(deed string) *store.FrameHours {
		t.Helper()
		h, err := k.Finish.Time(ctx, k.Owner, frame.Key, finish.Beating{Step: work.Look, Deed: deed})
		require.NoError(t, err)
		return h
	}
	goOn := func(d time.Duration) { k.Finish.Older(d); wall = wall.Add(d) }

	do("start")
	goOn(time.Minute)
	var windows sync.WaitGroup
	for range 8 {
		windows.Go(func() {
			_, err := k.Finish.Time(ctx, k.Owner, frame.Key, finish.Beating{Step: work.Look, Deed: "beat"})
			assert.NoError(t, err)
		})
	}
	windows.Wait()
	assert.InDelta(t, 60, do("beat").Log.CountedS, 2, "eight windows, one minute")

	wall = wall.Add(-9 * time.Hour) // somebody sets the clock back while the server runs
	goOn(time.Minute)
	assert.InDelta(t, 120, do("beat").Log.CountedS, 2)

	wall = wall.Add(90 * time.Second) // killed, and up again after a minute and a half
	k.Finish.Restarted(time.Second)
	assert.InDelta(t, 210, do("beat").Log.CountedS, 3)
	goOn(2 * time.Hour) // the window was shut
	h := do("beat")
	assert.InDelta(t, 210, h.Log.CountedS, 3)
	require.Len(t, h.Log.Gaps, 1)
	h, err := k.Finish.Say(ctx, k.Owner, frame.Key, finish.Saying{Step: work.Look, Gap: 0, Minutes: 30})
	require.NoError(t, err)
	assert.InDelta(t, 210+1800, h.Log.CountedS, 3)
	_, err = k.Finish.Say(ctx, k.Owner, frame.Key, finish.Saying{Step: work.Look, Gap: 0, Minutes: 30})
	assert.ErrorContains(t, err, "settled already")

	// Whoever begins another step ends this one; forgotten time is written by hand.
	_, err = k.Finish.Time(ctx, k.Owner, frame.Key, finish.Beating{Step: work.Retouch, Deed: "start"})
	require.NoError(t, err)
	goOn(time.Minute)
	assert.InDelta(t, 2010, do("beat").Log.CountedS, 3, "a late beat of the other window begins nothing")
	_, err = k.Finish.Say(ctx, k.Owner, frame.Key, finish.Saying{Step: work.Retouch, Gap: -1, Minutes: 12})
	require.NoError(t, err)
	b, err := k.Finish.BoardOf(ctx, shoot.Key)
	require.NoError(t, err)
	require.Len(t, b.Items, 1)
	assert.Len(t, b.Items[0].Hours, 2)
	assert.InDelta(t, 2010+720, b.Items[0].LoggedS, 5)
}

// What is next follows from what is recorded; pins hold a frame back until they are looked at; a deed on them is taken back.
func TestTheWorkOnAFrame(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	frame := k.KeptFrame(t, hero)
	item := func() finish.Item {
		t.Helper()
		b, err := k.Finish.BoardOf(ctx, shoot.Key)
		require.NoError(t, err)
		require.Len(t, b.Items, 1)
		return b.Items[0]
	}
	assert.Equal(t, work.Look, item().Next)
	assert.Zero(t, item().Row.Version)
	left := item().LeftMin
	_, err := k.Finish.Make(ctx, k.Owner, frame.Key)
	require.NoError(t, err)
	assert.Equal(t, work.Check, item().Next)
	assert.Less(t, item().LeftMin, left)

	pin := work.Pin{Key: "p1", X: 0.5, Y: 0.25, Kind: "remove", Words: "Wires and their shadows", State: work.Open}
	row, err := k.Finish.SaveWork(ctx, k.Owner, frame.Key, 0, store.FrameWorkDoc{Who: map[work.Step]string{work.Retouch: "Ada"}, Pins: []work.Pin{pin}})
	require.NoError(t, err)
	assert.Equal(t, work.Retouch, item().Next)
	assert.Equal(t, "Ada", item().Row.Who[work.Retouch])
	_, err = k.Finish.SaveWork(ctx, k.Owner, frame.Key, row.Version-1, store.FrameWorkDoc{Who: map[work.Step]string{}, Pins: []work.Pin{}})
	var stale *store.StaleError
	require.ErrorAs(t, err, &stale)
	_, err = k.Finish.SaveWork(ctx, k.Owner, frame.Key, row.Version, store.FrameWorkDoc{Pins: []work.Pin{pin, pin}})
	require.ErrorContains(t, err, "a key of its own")
	_, err = k.Finish.SaveWork(ctx, k.Owner, frame.Key, row.Version, store.FrameWorkDoc{Who: map[work.Step]string{"paint": "Ada"}, Pins: []work.Pin{}})
	require.ErrorContains(t, err, "is no step")

	pin.State = work.Done
	row, err = k.Finish.SaveWork(ctx, k.Owner, frame.Key, row.Version, store.FrameWorkDoc{Who: row.Who, Pins: []work.Pin{pin}})
	require.NoError(t, err)
	k.Finished(t, hero)
	assert.Equal(t, work.Check, item().Next, "all is ticked, but nobody looked at the pin again")
	pin.State = work.Checked
	_, err = k.Finish.SaveWork(ctx, k.Owner, frame.Key, row.Version, store.FrameWorkDoc{Who: row.Who, Pins: []work.Pin{pin}})
	require.NoError(t, err)
	assert.Equal(t, work.Round, item().Next)
	require.NoError(t, k.Says(t, hero.Key, "Ada", ""))
	assert.Equal(t, work.Export, item().Next)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	assert.Equal(t, work.Done, item().Row.Pins[0].State)
	require.NoError(t, k.Frames.RemoveFrame(ctx, k.Owner, frame.Key))
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	assert.Len(t, item().Row.Pins, 1, "the frame is back, with its pins")
}
