package cores

import (
	"context"
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestEachDoesAllOnce(t *testing.T) {
	for _, n := range []int{0, 1, 2, 3, 1000} {
		got := make([]atomic.Int32, n)
		require.NoError(t, Each(t.Context(), n, func(i int) { got[i].Add(1) }))
		for i := range got {
			assert.EqualValues(t, 1, got[i].Load(), "%d of %d", i, n)
		}
	}
}

func TestAPanicOfAWorkerComesOutWhereEachWasCalled(t *testing.T) {
	defer func() {
		p, ok := recover().(*Panic)
		require.True(t, ok)
		assert.Equal(t, "spilt", p.Value)
		assert.Contains(t, string(p.Stack), "cores_test.go", "the place where it happened is kept through two layers")
	}()
	_ = Each(t.Context(), 100, func(i int) {
		_ = Each(t.Context(), 10, func(k int) {
			if i == 7 && k == 3 {
				panic("spilt")
			}
		})
	})
	t.Fatal("went on after a panic")
}

func TestEachStopsWithTheContext(t *testing.T) {
	ctx, cancel := context.WithCancel(t.Context())
	var done atomic.Int32
	err := Each(ctx, 1_000_000, func(i int) {
		if done.Add(1) == 50 {
			cancel()
		}
	})
	assert.ErrorIs(t, err, context.Canceled)
	assert.Less(t, done.Load(), int32(100))
	assert.ErrorIs(t, Each(ctx, 1, func(int) { t.Error("started after the end") }), context.Canceled)
}
