package studio

import (
	"context"
	"testing"
	"time"

	"figladder/internal/store"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

type count struct {
	Work
	N int
}

func ended(t *testing.T, w *works[count, *count], id string) *count {
	t.Helper()
	var out *count
	require.Eventually(t, func() bool {
		var err error
		out, err = w.find(id)
		return err != nil || out.Done
	}, 5*time.Second, time.Millisecond)
	return out
}

func TestWorkTellsHowFarItIsAndEnds(t *testing.T) {
	var w works[count, *count]
	now := time.Date(2026, 11, 26, 9, 0, 0, 0, time.UTC)
	half, on := make(chan bool), make(chan bool)
	a, err := w.begin(now, count{}, "", 2, "%d run already.", func(_ context.Context, tell func(func(*count))) string {
		tell(func(c *count) { c.Share, c.N = 0.5, 7 })
		close(half)
		<-on
		return ""
	})
	require.NoError(t, err)
	<-half
	at, err := w.find(a.ID)
	require.NoError(t, err)
	assert.Equal(t, count{Work{ID: a.ID, Share: 0.5}, 7}, *at)
	close(on)
	assert.Equal(t, count{Work{ID: a.ID, Share: 1, Done: true}, 7}, *ended(t, &w, a.ID))
	_, err = w.begin(now.Add(keepWorks+time.Second), count{}, "", 2, "", func(context.Context, func(func(*count))) string { return "" })
	require.NoError(t, err)
	_, err = w.find(a.ID)
	assert.ErrorIs(t, err, store.ErrNotFound, "what ended long ago is let go")
}

func TestANewerWorkTakesTheOldOnesPlaceAndTooManyAreRefused(t *testing.T) {
	var w works[count, *count]
	wait := func(ctx context.Context, _ func(func(*count))) string {
		<-ctx.Done()
		return "Cancelled."
	}
	old, err := w.begin(time.Now(), count{}, "plate", 2, "%d run already.", wait)
	require.NoError(t, err)
	plate, err := w.begin(time.Now(), count{}, "plate", 2, "%d run already.", wait)
	require.NoError(t, err)
	assert.Equal(t, "Cancelled.", ended(t, &w, old.ID).Failed)
	glass, err := w.begin(time.Now(), count{}, "glass", 2, "%d run already.", wait)
	require.NoError(t, err)
	_, err = w.begin(time.Now(), count{}, "bowl", 2, "%d run already.", wait)
	assert.ErrorContains(t, err, "2 run already.")
	require.NoError(t, w.stop(glass.ID))
	assert.True(t, ended(t, &w, glass.ID).Done)
	assert.ErrorIs(t, w.stop("nothing"), store.ErrNotFound)
	require.NoError(t, w.stop(plate.ID))
	ended(t, &w, plate.ID)
}
