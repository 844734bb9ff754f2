package store_test

import (
	"bytes"
	"context"
	"errors"
	"io"
	"os"
	"path/filepath"
	"runtime"
	"testing"
	"testing/iotest"
	"time"

	"figladder/internal/craft/card"
	"figladder/internal/store"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A file is kept as it comes: both copies are it, whatever the pieces it came in; again it is the same file.
func TestKeepingAFileAsItComes(t *testing.T) {
	v, dir := vault(t)
	data := picture(3_000_001)
	for _, from := range []io.Reader{bytes.NewReader(data), iotest.HalfReader(bytes.NewReader(data)), iotest.DataErrReader(bytes.NewReader(data))} {
		k, err := v.Keep(t.Context(), from)
		require.NoError(t, err)
		assert.Equal(t, store.Hash(data), k.SHA256)
		assert.EqualValues(t, len(data), k.Bytes)
		assert.True(t, k.Twice())
		for _, place := range []string{"first", "second"} {
			got, err := os.ReadFile(at(dir, place, k.SHA256))
			require.NoError(t, err)
			assert.True(t, bytes.Equal(data, got), place)
		}
	}
	names, err := v.Names(t.Context())
	require.NoError(t, err)
	assert.Len(t, names, 1)
	k, err := v.Keep(t.Context(), bytes.NewReader(nil))
	require.NoError(t, err)
	assert.Zero(t, k.Bytes, "an empty file is a file")
}

// What breaks off leaves nothing behind; what a killed server left is swept away a day later.
func TestWhatBreaksOffIsNotKept(t *testing.T) {
	v, dir := vault(t)
	torn := errors.New("torn")
	_, err := v.Keep(t.Context(), io.MultiReader(bytes.NewReader(picture(2_000_000)), iotest.ErrReader(torn)))
	require.ErrorIs(t, err, torn)
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	_, err = v.Keep(ctx, bytes.NewReader(picture(10)))
	require.ErrorIs(t, err, context.Canceled)
	assert.Empty(t, halfWritten(t, dir))
	names, err := v.Names(t.Context())
	require.NoError(t, err)
	assert.Empty(t, names)

	for name, age := range map[string]time.Duration{"new-old": 25 * time.Hour, "new-young": time.Hour} {
		p := filepath.Join(dir, "first", name)
		require.NoError(t, os.WriteFile(p, []byte("half"), 0o600))
		then := time.Now().Add(-age)
		require.NoError(t, os.Chtimes(p, then, then))
	}
	_, err = store.OpenVault(dir)
	require.NoError(t, err)
	left := halfWritten(t, dir)
	require.Len(t, left, 1)
	assert.Equal(t, "new-young", filepath.Base(left[0]), "another server may be writing it")
}

// A full disk is told as one, destroys nothing, and the copy goes on when there is room.
func TestACopyStopsAtAFullDiskAndGoesOn(t *testing.T) {
	v, dir := vault(t)
	second := filepath.Join(dir, "second")
	disk(t, second)
	free := full(t, second)
	data := picture(40_000)
	_, err := v.Keep(t.Context(), bytes.NewReader(data))
	require.Error(t, err)
	if os.Geteuid() == 0 {
		require.ErrorIs(t, err, card.ErrFull)
	}
	assert.Empty(t, halfWritten(t, filepath.Join(dir, "first")))
	free()
	k, err := v.Keep(t.Context(), bytes.NewReader(data))
	require.NoError(t, err)
	assert.True(t, k.Twice())
}

// A hundred megabytes are kept, looked at and mended in a few of memory.
func TestALargeFileTakesLittleMemory(t *testing.T) {
	v, dir := vault(t)
	const size = 100 << 20
	var before, after runtime.MemStats
	runtime.ReadMemStats(&before)
	k, err := v.Keep(t.Context(), io.LimitReader(endless{}, size))
	require.NoError(t, err)
	require.EqualValues(t, size, k.Bytes)
	require.NoError(t, os.Truncate(at(dir, "first", k.SHA256), size-1))
	got, err := v.Inspect(t.Context(), k.SHA256)
	require.NoError(t, err)
	assert.Equal(t, store.Inspected{SHA256: k.SHA256, Bytes: size, Whole: 1, Mended: true}, got)
	runtime.ReadMemStats(&after)
	assert.Less(t, after.TotalAlloc-before.TotalAlloc, uint64(24<<20))
}

// endless is a file that never ends.
type endless struct{}

func (endless) Read(p []byte) (int, error) { return len(p), nil }

// Beside “sha256sum *; cp * a; cp * b” on the same files: docs/benchmarks.md.
func BenchmarkKeep(b *testing.B) {
	v, err := store.OpenVault(b.TempDir())
	require.NoError(b, err)
	const size = 20 << 20
	b.SetBytes(size)
	for i := 0; b.Loop(); i++ {
		data := picture(size)
		data[0] = byte(i)
		if _, err := v.Keep(b.Context(), bytes.NewReader(data)); err != nil {
			b.Fatal(err)
		}
	}
}
