package train_test

import (
	"bytes"
	"image/png"
	"testing"
	"time"

	"figladder/internal/craft/review"
	craft "figladder/internal/craft/train"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A session begins with the studio's own faults; an answer counts once, is graded by the drill, and moves the skill on.
func TestASession(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	f := k.KeptFrame(t, studiotest.Hero(shots))
	_, err := k.Review.SaveReview(ctx, k.Owner, f.Key, 0, store.ReviewDoc{Pins: []review.Pin{{Key: "a", Says: review.Bad, What: "tired"}, {Key: "b", Says: review.Bad, What: "depth-thin"}}})
	require.NoError(t, err)
	now := k.Now()
	k.Clock = func() time.Time { return now }

	before, err := k.Train.Of(ctx, k.Owner)
	require.NoError(t, err)
	require.Len(t, before.Session, craft.SessionLong)
	assert.Equal(t, "fault.depth-thin.0", before.Session[0])
	assert.Equal(t, []string{"Depth too thin"}, before.Own, "what no check finds cannot be drilled")
	assert.Len(t, before.Weeks, 12)

	d, err := k.Train.Drill(ctx, before.Session[0])
	require.NoError(t, err)
	right := d.Right
	wrong := (right + 1) % len(d.Options)
	got, err := k.Train.Answer(ctx, k.Owner, d.Key, wrong)
	require.NoError(t, err)
	assert.False(t, got.Right)
	assert.Equal(t, right, got.Correct)
	assert.Equal(t, 1, got.Box)
	assert.NotEmpty(t, got.Why)
	assert.NotEmpty(t, got.Truth.Working)
	assert.WithinDuration(t, now.AddDate(0, 0, 1), got.Again, time.Millisecond)
	twice, err := k.Train.Answer(ctx, k.Owner, d.Key, right)
	require.NoError(t, err)
	assert.False(t, twice.Right, "the first answer counts")
	assert.Equal(t, wrong, twice.Choice)

	after, err := k.Train.Of(ctx, k.Owner)
	require.NoError(t, err)
	assert.NotContains(t, after.Session, d.Key)
	assert.Equal(t, 1, after.Weeks[11].Tries)
	assert.Equal(t, 0, after.Weeks[11].Right)
	other, err := k.Train.Of(ctx, core.Who{ID: "somebody-else", Role: core.Assistant})
	require.NoError(t, err)
	assert.Equal(t, before.Session, other.Session, "each has their own boxes")

	k.Clock = func() time.Time { return now.AddDate(0, 0, 1) }
	next, err := k.Train.Of(ctx, k.Owner)
	require.NoError(t, err)
	assert.Equal(t, "fault.depth-thin.1", next.Session[0], "it comes again the day after, with another picture")

	_, err = k.Train.Answer(ctx, k.Owner, d.Key, 99)
	var rule *core.RuleError
	assert.ErrorAs(t, err, &rule)
	_, err = k.Train.Drill(ctx, "clock.13.0")
	assert.ErrorIs(t, err, store.ErrNotFound)
}

func TestADrillIsDrawn(t *testing.T) {
	k := studiotest.New(t)
	data, err := k.Train.Picture(t.Context(), "clock.9.0", 120)
	require.NoError(t, err)
	img, err := png.Decode(bytes.NewReader(data))
	require.NoError(t, err)
	assert.Equal(t, 120, img.Bounds().Dx())
	// Lit from the left, the table is dark to the right of the dish, where its shadow lies.
	light := func(x, y int) uint32 { r, g, b, _ := img.At(x, y).RGBA(); return r + g + b }
	left, right := uint32(0), uint32(0)
	for y := 30; y < 70; y++ {
		for x := range 60 {
			left, right = left+light(x, y)>>8, right+light(119-x, y)>>8
		}
	}
	assert.Greater(t, left, right)
}
