package core

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestOnePersonsManyWishesDoNotStandBeforeAnothersOne(t *testing.T) {
	x := turns{}
	first, err := x.take(t.Context(), "ada", 2)
	require.NoError(t, err)
	got := make(chan func(), 5)
	for range 5 {
		go func() {
			done, err := x.take(t.Context(), "ada", 2)
			assert.NoError(t, err)
			got <- done
		}()
	}
	require.Eventually(t, func() bool { return x.ahead() == 6 }, time.Second, time.Millisecond)
	other, err := x.take(t.Context(), "ben", 2) // would hang if all of ada's stood in one line with it
	require.NoError(t, err)
	assert.Empty(t, got, "ada's own wait for her first")
	first()
	for range 5 {
		(<-got)()
	}
	other()
	assert.Zero(t, x.ahead())
	assert.Empty(t, x.lines, "nobody is remembered who has left")
}

func TestAWaitForATurnEndsWithTheContext(t *testing.T) {
	x := turns{}
	done, err := x.take(t.Context(), "ada", 1)
	require.NoError(t, err)
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	_, err = x.take(ctx, "ada", 1)
	assert.ErrorIs(t, err, context.Canceled)
	_, err = x.take(ctx, "ben", 1)
	assert.ErrorIs(t, err, context.Canceled)
	done()
	done, err = x.take(t.Context(), "ben", 1)
	require.NoError(t, err, "those who left hold nothing")
	done()
}
