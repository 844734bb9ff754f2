package frames_test

import (
	"context"
	"testing"
	"time"

	"figladder/internal/craft/dayplan"
	"figladder/internal/standin"
	"figladder/internal/studio/day"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// late is a camera whose cable comes out between the exposure and its file.
type late struct{ *standin.Tether }

func (l late) Press(ctx context.Context, o standin.Order) error {
	if err := l.Tether.Press(ctx, o); err != nil {
		return err
	}
	return l.Handle(ctx, standin.Pull)
}

// The cable comes out in the middle of a take: the frame waits on the card, and comes once, with what it was taken for.
func TestAFrameTakenAsTheCableCameOutIsNotLost(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	k.KeptFrame(t, hero)
	k.Frames.Camera = late{k.Camera}
	_, err := k.Frames.Take(ctx, k.Owner, hero.Key, false)
	require.ErrorContains(t, err, "Nothing is lost")
	all, err := k.Frames.Frames(ctx, "", hero.Key)
	require.NoError(t, err)
	require.Len(t, all, 1)
	now, err := k.Frames.CameraOf(ctx)
	require.NoError(t, err)
	assert.False(t, now.Plugged)
	_, err = k.Frames.FetchNow(ctx)
	require.ErrorContains(t, err, "not on its cable")
	_, err = k.Frames.Take(ctx, k.Owner, hero.Key, false)
	require.ErrorContains(t, err, "not on its cable")

	now, err = k.Frames.Handle(ctx, standin.PlugIn)
	require.NoError(t, err)
	assert.Equal(t, 1, now.Waiting)
	for range 2 {
		now, err = k.Frames.FetchNow(ctx)
		require.NoError(t, err)
		assert.Zero(t, now.Waiting)
	}
	all, err = k.Frames.Frames(ctx, "", hero.Key)
	require.NoError(t, err)
	require.Len(t, all, 2, "once, however often it is asked for")
	assert.NotEmpty(t, all[1].CameraFile)
	assert.Equal(t, all[0].Settings, all[1].Settings)
	assert.Len(t, all[1].Copies, 2)

	// One that was taken away does not come back from the card.
	require.NoError(t, k.Frames.RemoveFrame(ctx, k.Owner, all[1].Key))
	_, err = k.Frames.FetchNow(ctx)
	require.NoError(t, err)
	all, _ = k.Frames.Frames(ctx, "", hero.Key)
	assert.Len(t, all, 1)
}

func TestABurstIsManyFramesAndAFullCardNone(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	k.KeptFrame(t, hero)
	_, err := k.Frames.SetMode(ctx, "five in a burst")
	require.NoError(t, err)
	first, err := k.Frames.Take(ctx, k.Owner, hero.Key, true)
	require.NoError(t, err)
	assert.True(t, first.Free)
	assert.Empty(t, first.Changes, "whoever walks about is not told that the camera moved")
	all, err := k.Frames.Frames(ctx, "", hero.Key)
	require.NoError(t, err)
	assert.Len(t, all, 6)
	_, err = k.Frames.SetMode(ctx, "by thought")
	assert.ErrorContains(t, err, "no such way")
	_, err = k.Frames.Handle(ctx, "throw it")
	assert.ErrorContains(t, err, "Nobody can")
}

// A kicked tripod is told of the frame after it, and no frame is told of when nothing was touched.
func TestAKickedTripodIsTold(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	eye, err := standin.OnCable(standin.Drawn{LongPx: 480, TracedPx: 320, Samples: 4}, t.TempDir())
	require.NoError(t, err)
	k.Frames.Camera = eye
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	first := k.KeptFrame(t, hero)
	assert.Empty(t, first.Changes, "as planned")
	_, err = k.Frames.Handle(ctx, standin.Kick)
	require.NoError(t, err)
	f, err := k.Frames.Take(ctx, k.Owner, hero.Key, false)
	require.NoError(t, err)
	require.NotEmpty(t, f.Changes)
	assert.Equal(t, "framing", f.Changes[0].Key)
	assert.Equal(t, "last", f.Changes[0].Against)
	f, err = k.Frames.Note(ctx, k.Owner, f.Key, f.Version, "kicked, again please")
	require.NoError(t, err)
	assert.Equal(t, "kicked, again please", f.Note)
}

// How long after its dish was finished a frame was taken comes from what was written down of the day.
func TestAFrameKnowsHowLongItsDishHasStood(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	at := time.Date(2026, 12, 3, 11, 0, 0, 0, time.UTC)
	k.Clock = func() time.Time { return at }
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	k.KeptFrame(t, hero)
	b, err := k.Day.BenchOf(ctx, shoot.Key)
	require.NoError(t, err)
	var finish string
	for _, j := range b.Jobs {
		if j.Kind == dayplan.Finish {
			finish = j.Key
		}
	}
	require.NotEmpty(t, finish)
	_, err = k.Day.Went(ctx, k.Owner, shoot.Key, day.WentAsk{Version: b.Version, Key: finish, How: "over"})
	require.NoError(t, err)
	at = at.Add(3 * time.Minute)
	f, err := k.Frames.Take(ctx, k.Owner, hero.Key, false)
	require.NoError(t, err)
	assert.InDelta(t, 180, f.PlatedS, 1e-9)
}
