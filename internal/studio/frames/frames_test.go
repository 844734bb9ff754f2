package frames_test

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"sync"
	"testing"

	"figladder/internal/store"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestManyKeepingAtOnceLeaveOneKept(t *testing.T) {
	k := studiotest.New(t)
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	first := k.KeptFrame(t, hero)
	var frames []*store.Frame
	for range 5 {
		f, err := k.Frames.Take(t.Context(), k.Owner, hero.Key, false)
		require.NoError(t, err)
		frames = append(frames, f)
	}
	var all sync.WaitGroup
	won := make(chan string, len(frames))
	for _, f := range frames {
		all.Go(func() {
			if _, err := k.Frames.Keep(context.Background(), k.Owner, f.Key, f.Version, true); err == nil {
				won <- f.Key
			}
		})
	}
	all.Wait()
	require.NotEmpty(t, won)
	now, err := k.Frames.Frames(t.Context(), "", hero.Key)
	require.NoError(t, err)
	n := 0
	for _, f := range now {
		if f.Kept {
			n++
			assert.NotEqual(t, first.Key, f.Key)
		}
	}
	assert.Equal(t, 1, n)
}

func TestASpoiltCopyIsPassedOver(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	sha, copies, err := k.Vault.Put(ctx, []byte("a frame"))
	require.NoError(t, err)
	require.Len(t, copies, 2)
	path := filepath.Join(k.Dir, "first", sha[:2], sha)
	require.NoError(t, os.WriteFile(path, []byte("a frane"), 0o600))
	data, err := k.Vault.Get(ctx, sha)
	require.NoError(t, err)
	assert.Equal(t, "a frame", string(data), "read from the second place")
	require.NoError(t, os.Remove(filepath.Join(k.Dir, "second", sha[:2], sha)))
	_, err = k.Vault.Get(ctx, sha)
	assert.True(t, errors.Is(err, store.ErrNotFound), "a file that is not what it was is not handed out")
}
