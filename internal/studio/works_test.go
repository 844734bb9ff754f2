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
	a, err := w.begin(t.Context(), now, order[count]{most: 2, busy: "%d run already.", do: func(_ context.Context, tell func(func(*count))) string {
		tell(func(c *count) { c.Share, c.N = 0.5, 7 })
		close(half)
		<-on
		return ""
	}})
	require.NoError(t, err)
	<-half
	at, err := w.find(a.ID)
	require.NoError(t, err)
	assert.Equal(t, count{Work{ID: a.ID, Share: 0.5}, 7}, *at)
	close(on)
	assert.Equal(t, count{Work{ID: a.ID, Share: 1, Done: true}, 7}, *ended(t, &w, a.ID))
	_, err = w.begin(t.Context(), now.Add(keepWorks+time.Second), order[count]{most: 2, do: func(context.Context, func(func(*count))) string { return "" }})
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
	old, err := w.begin(t.Context(), time.Now(), order[count]{of: "plate", most: 2, busy: "%d run already.", do: wait})
	require.NoError(t, err)
	plate, err := w.begin(t.Context(), time.Now(), order[count]{of: "plate", most: 2, busy: "%d run already.", do: wait})
	require.NoError(t, err)
	assert.Equal(t, "Cancelled.", ended(t, &w, old.ID).Failed)
	glass, err := w.begin(t.Context(), time.Now(), order[count]{of: "glass", most: 2, busy: "%d run already.", do: wait})
	require.NoError(t, err)
	_, err = w.begin(t.Context(), time.Now(), order[count]{of: "bowl", most: 2, busy: "%d run already.", do: wait})
	assert.ErrorContains(t, err, "2 run already.")
	require.NoError(t, w.stop(glass.ID))
	assert.True(t, ended(t, &w, glass.ID).Done)
	assert.ErrorIs(t, w.stop("nothing"), store.ErrNotFound)
	require.NoError(t, w.stop(plate.ID))
	ended(t, &w, plate.ID)
}

func TestAPanicEndsTheWorkAndNotTheServer(t *testing.T) {
	var w works[count, *count]
	a, err := w.begin(t.Context(), time.Now(), order[count]{most: 1, do: func(context.Context, func(func(*count))) string { panic("spilt") }})
	require.NoError(t, err)
	assert.NotEmpty(t, ended(t, &w, a.ID).Failed)
}

func TestWhatIsCancelledMakesRoomAtOnceAndIsCountedByPerson(t *testing.T) {
	var w works[count, *count]
	stay := make(chan bool)
	deaf := order[count]{most: 1, busy: "%d run already.", do: func(context.Context, func(func(*count))) string { <-stay; return "" }}
	ada, ben := Asking(t.Context(), Who{ID: "ada"}), Asking(t.Context(), Who{ID: "ben"})
	first, err := w.begin(ada, time.Now(), deaf)
	require.NoError(t, err)
	_, err = w.begin(ada, time.Now(), deaf)
	assert.ErrorContains(t, err, "1 run already")
	_, err = w.begin(ben, time.Now(), deaf)
	assert.NoError(t, err, "another person's do not count")
	require.NoError(t, w.stop(first.ID))
	_, err = w.begin(ada, time.Now(), deaf)
	assert.NoError(t, err, "one that was cancelled does not count, even while it still notices")
	close(stay)
	require.NoError(t, w.close(t.Context()))
}

func TestClosingEndsWhatRunsAndLetsNothingNewBegin(t *testing.T) {
	var w works[count, *count]
	a, err := w.begin(t.Context(), time.Now(), order[count]{most: 9, do: func(ctx context.Context, _ func(func(*count))) string { <-ctx.Done(); return "Cancelled." }})
	require.NoError(t, err)
	require.NoError(t, w.close(t.Context()))
	assert.True(t, ended(t, &w, a.ID).Done)
	_, err = w.begin(t.Context(), time.Now(), order[count]{most: 9})
	assert.ErrorContains(t, err, "stopping")
}
