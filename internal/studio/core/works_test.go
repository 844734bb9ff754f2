package core

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

func ended(t *testing.T, w *Works[count, *count], id string) *count {
	t.Helper()
	var out *count
	require.Eventually(t, func() bool {
		var err error
		out, err = w.Find(id)
		return err != nil || out.Done
	}, 5*time.Second, time.Millisecond)
	return out
}

func TestWorkTellsHowFarItIsAndEnds(t *testing.T) {
	var w Works[count, *count]
	now := time.Date(2026, 11, 26, 9, 0, 0, 0, time.UTC)
	half, on := make(chan bool), make(chan bool)
	a, err := w.Begin(t.Context(), now, Order[count]{Most: 2, Busy: "%d run already.", Do: func(_ context.Context, tell func(func(*count))) string {
		tell(func(c *count) { c.Share, c.N = 0.5, 7 })
		close(half)
		<-on
		return ""
	}})
	require.NoError(t, err)
	<-half
	at, err := w.Find(a.ID)
	require.NoError(t, err)
	assert.Equal(t, count{Work{ID: a.ID, Share: 0.5}, 7}, *at)
	close(on)
	assert.Equal(t, count{Work{ID: a.ID, Share: 1, Done: true}, 7}, *ended(t, &w, a.ID))
	_, err = w.Begin(t.Context(), now.Add(keepWorks+time.Second), Order[count]{Most: 2, Do: func(context.Context, func(func(*count))) string { return "" }})
	require.NoError(t, err)
	_, err = w.Find(a.ID)
	assert.ErrorIs(t, err, store.ErrNotFound, "what ended long ago is let go")
}

func TestANewerWorkTakesTheOldOnesPlaceAndTooManyAreRefused(t *testing.T) {
	var w Works[count, *count]
	wait := func(ctx context.Context, _ func(func(*count))) string {
		<-ctx.Done()
		return "Cancelled."
	}
	old, err := w.Begin(t.Context(), time.Now(), Order[count]{Of: "plate", Most: 2, Busy: "%d run already.", Do: wait})
	require.NoError(t, err)
	plate, err := w.Begin(t.Context(), time.Now(), Order[count]{Of: "plate", Most: 2, Busy: "%d run already.", Do: wait})
	require.NoError(t, err)
	assert.Equal(t, "Cancelled.", ended(t, &w, old.ID).Failed)
	glass, err := w.Begin(t.Context(), time.Now(), Order[count]{Of: "glass", Most: 2, Busy: "%d run already.", Do: wait})
	require.NoError(t, err)
	_, err = w.Begin(t.Context(), time.Now(), Order[count]{Of: "bowl", Most: 2, Busy: "%d run already.", Do: wait})
	assert.ErrorContains(t, err, "2 run already.")
	require.NoError(t, w.Stop(glass.ID))
	assert.True(t, ended(t, &w, glass.ID).Done)
	assert.ErrorIs(t, w.Stop("nothing"), store.ErrNotFound)
	require.NoError(t, w.Stop(plate.ID))
	ended(t, &w, plate.ID)
}

func TestAPanicEndsTheWorkAndNotTheServer(t *testing.T) {
	var w Works[count, *count]
	a, err := w.Begin(t.Context(), time.Now(), Order[count]{Most: 1, Do: func(context.Context, func(func(*count))) string { panic("spilt") }})
	require.NoError(t, err)
	assert.NotEmpty(t, ended(t, &w, a.ID).Failed)
}

func TestWhatIsCancelledMakesRoomAtOnceAndIsCountedByPerson(t *testing.T) {
	var w Works[count, *count]
	stay := make(chan bool)
	deaf := Order[count]{Most: 1, Busy: "%d run already.", Do: func(context.Context, func(func(*count))) string { <-stay; return "" }}
	ada, ben := Asking(t.Context(), Who{ID: "ada"}), Asking(t.Context(), Who{ID: "ben"})
	first, err := w.Begin(ada, time.Now(), deaf)
	require.NoError(t, err)
	_, err = w.Begin(ada, time.Now(), deaf)
	assert.ErrorContains(t, err, "1 run already")
	_, err = w.Begin(ben, time.Now(), deaf)
	assert.NoError(t, err, "another person's do not count")
	require.NoError(t, w.Stop(first.ID))
	_, err = w.Begin(ada, time.Now(), deaf)
	assert.NoError(t, err, "one that was cancelled does not count, even while it still notices")
	close(stay)
	require.NoError(t, w.Close(t.Context()))
}

func TestClosingEndsWhatRunsAndLetsNothingNewBegin(t *testing.T) {
	var w Works[count, *count]
	a, err := w.Begin(t.Context(), time.Now(), Order[count]{Most: 9, Do: func(ctx context.Context, _ func(func(*count))) string { <-ctx.Done(); return "Cancelled." }})
	require.NoError(t, err)
	require.NoError(t, w.Close(t.Context()))
	assert.True(t, ended(t, &w, a.ID).Done)
	_, err = w.Begin(t.Context(), time.Now(), Order[count]{Most: 9})
	assert.ErrorContains(t, err, "stopping")
}
