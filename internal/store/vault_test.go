package store_test

import (
	"bytes"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"syscall"
	"testing"

	"figladder/internal/store"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func vault(t *testing.T) (*store.Vault, string) {
	t.Helper()
	dir := t.TempDir()
	v, err := store.OpenVault(dir)
	require.NoError(t, err)
	return v, dir
}

func picture(n int) []byte {
	b := make([]byte, n)
	r := rand.NewChaCha8([32]byte{byte(n)})
	_, _ = r.Read(b)
	return b
}

func at(dir, place, sha string) string { return filepath.Join(dir, place, sha[:2], sha) }

// full leaves no room in a folder: it lies on a small disk of its own that is filled up, or,
// for an account that cannot have one, cannot be written to.
func full(t *testing.T, dir string) (free func()) {
	t.Helper()
	if os.Geteuid() != 0 {
		require.NoError(t, filepath.WalkDir(dir, func(p string, d os.DirEntry, err error) error {
			if err == nil && d.IsDir() {
				return os.Chmod(p, 0o500)
			}
			return err
		}))
		free := func() {
			_ = filepath.WalkDir(dir, func(p string, d os.DirEntry, err error) error { _ = os.Chmod(p, 0o700); return nil })
		}
		t.Cleanup(free)
		return free
	}
	rest := filepath.Join(dir, "rest")
	f, err := os.Create(rest)
	require.NoError(t, err)
	defer func() { _ = f.Close() }()
	for block := make([]byte, 4096); err == nil; _, err = f.Write(block) {
	}
	require.ErrorIs(t, err, syscall.ENOSPC)
	return func() { _ = os.Remove(rest) }
}

// halfWritten are files that were begun and have no name.
func halfWritten(t *testing.T, dir string) (out []string) {
	t.Helper()
	require.NoError(t, filepath.WalkDir(dir, func(p string, d os.DirEntry, err error) error {
		if err == nil && strings.HasPrefix(d.Name(), "new-") {
			out = append(out, p)
		}
		return err
	}))
	return out
}

// disk is a folder on a small disk of its own, where that can be had.
func disk(t *testing.T, dir string) {
	t.Helper()
	if os.Geteuid() != 0 {
		return
	}
	require.NoError(t, syscall.Mount("tmpfs", dir, "tmpfs", 0, "size=512k"))
	t.Cleanup(func() { _ = syscall.Unmount(dir, syscall.MNT_DETACH) })
}

func TestAFullDiskDestroysNothingAndIsNotKept(t *testing.T) {
	v, dir := vault(t)
	second := filepath.Join(dir, "second")
	disk(t, second)
	old := picture(30_000)
	sha, copies, err := v.Put(t.Context(), old)
	require.NoError(t, err)
	require.Len(t, copies, 2)
	free := full(t, second)

	_, _, err = v.Put(t.Context(), picture(40_000))
	assert.ErrorIs(t, err, store.ErrOneCopy, "one copy is not two")
	_, copies, err = v.Put(t.Context(), old)
	require.NoError(t, err, "what is there is not written again")
	assert.Len(t, copies, 2)
	for _, place := range []string{"first", "second"} {
		data, err := os.ReadFile(at(dir, place, sha))
		require.NoError(t, err)
		assert.True(t, bytes.Equal(old, data), "the %s copy is as it was", place)
	}
	assert.Empty(t, halfWritten(t, dir), "nothing half written lies about")

	free()
	_, copies, err = v.Put(t.Context(), picture(40_000))
	require.NoError(t, err)
	assert.Len(t, copies, 2)
}

func TestADamagedCopyIsMendedFromTheOther(t *testing.T) {
	v, dir := vault(t)
	data := picture(5000)
	sha, _, err := v.Put(t.Context(), data)
	require.NoError(t, err)
	got, err := v.Inspect(t.Context(), sha)
	require.NoError(t, err)
	assert.Equal(t, store.Inspected{SHA256: sha, Bytes: 5000, Whole: 2}, got)

	require.NoError(t, os.WriteFile(at(dir, "first", sha), data[:4999], 0o600))
	got, err = v.Inspect(t.Context(), sha)
	require.NoError(t, err)
	assert.Equal(t, store.Inspected{SHA256: sha, Bytes: 5000, Whole: 1, Mended: true}, got)
	require.NoError(t, os.Remove(at(dir, "second", sha)))
	got, err = v.Inspect(t.Context(), sha)
	require.NoError(t, err)
	assert.True(t, got.Mended)
	again, err := os.ReadFile(at(dir, "second", sha))
	require.NoError(t, err)
	assert.True(t, bytes.Equal(data, again))

	require.NoError(t, os.WriteFile(at(dir, "first", sha), nil, 0o600))
	require.NoError(t, os.WriteFile(at(dir, "second", sha), data[1:], 0o600))
	got, err = v.Inspect(t.Context(), sha)
	require.NoError(t, err)
	assert.True(t, got.Lost(), "what is damaged twice is said to be lost")
	names, err := v.Names(t.Context())
	require.NoError(t, err)
	assert.Equal(t, []string{sha}, names)
}

func TestManyPutTheSameAtOnce(t *testing.T) {
	v, _ := vault(t)
	data := picture(200_000)
	var all sync.WaitGroup
	for range 20 {
		all.Go(func() {
			_, copies, err := v.Put(t.Context(), data)
			assert.NoError(t, err)
			assert.Len(t, copies, 2)
		})
	}
	all.Wait()
	names, err := v.Names(t.Context())
	require.NoError(t, err)
	assert.Len(t, names, 1)
}

func TestTheVaultIsItsOwnersAlone(t *testing.T) {
	v, dir := vault(t)
	_, _, err := v.Put(t.Context(), picture(10))
	require.NoError(t, err)
	require.NoError(t, filepath.WalkDir(dir, func(p string, d os.DirEntry, err error) error {
		require.NoError(t, err)
		st, err := d.Info()
		require.NoError(t, err)
		assert.Zero(t, st.Mode().Perm()&0o077, p)
		return nil
	}))
}
