package store_test

import (
	"bytes"
	"context"
	"errors"
	"io"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strings"
	"sync/atomic"
	"testing"
	"testing/iotest"

	"figladder/internal/store"

	"github.com/johannesboyne/gofakes3"
	"github.com/johannesboyne/gofakes3/backend/s3mem"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// service is one that keeps objects and speaks S3, on loopback; while it is down it answers nothing well.
type service struct {
	*s3mem.Backend
	down atomic.Bool
}

// held are the objects of the bucket by name.
func (s *service) held(t *testing.T) map[string][]byte {
	t.Helper()
	all, err := s.ListBucket("pictures", &gofakes3.Prefix{}, gofakes3.ListBucketPage{})
	require.NoError(t, err)
	out := map[string][]byte{}
	for _, o := range all.Contents {
		got, err := s.GetObject("pictures", o.Key, nil)
		require.NoError(t, err)
		out[o.Key], err = io.ReadAll(got.Contents)
		require.NoError(t, err)
	}
	return out
}

// away opens a vault whose second place is a bucket of such a service.
func away(t *testing.T) (*store.Vault, string, *service) {
	t.Helper()
	s := &service{Backend: s3mem.New()}
	require.NoError(t, s.CreateBucket("pictures"))
	inner := gofakes3.New(s, gofakes3.WithLogger(gofakes3.DiscardLog())).Server()
	web := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if s.down.Load() {
			http.Error(w, "down", http.StatusForbidden) // not 503: that one is tried again for a long time
			return
		}
		inner.ServeHTTP(w, r)
	}))
	t.Cleanup(web.Close)
	t.Setenv("AWS_ACCESS_KEY_ID", "key")
	t.Setenv("AWS_SECRET_ACCESS_KEY", "never-shown")
	t.Setenv("AWS_EC2_METADATA_DISABLED", "true")
	dir := t.TempDir()
	v, err := store.OpenPlaces(t.Context(), filepath.Join(dir, "first"), "s3://pictures?region=eu-north-1&use_path_style=true&disable_https=true&response_checksum_validation=when_required&endpoint="+web.URL)
	require.NoError(t, err)
	return v, dir, s
}

// keyOf is where a file lies in a bucket.
func keyOf(sha string) string { return sha[:2] + "/" + sha }

// A file is kept in the folder and in the bucket, under its hash; nothing begun stays there.
func TestTheSecondPlaceIsABucket(t *testing.T) {
	v, dir, s := away(t)
	data := picture(6_000_001) // more than one part of an upload
	for _, from := range []io.Reader{bytes.NewReader(data), iotest.HalfReader(bytes.NewReader(data))} {
		k, err := v.Keep(t.Context(), from)
		require.NoError(t, err)
		assert.True(t, k.Twice())
	}
	small, copies, err := v.Put(t.Context(), picture(10))
	require.NoError(t, err)
	assert.Len(t, copies, 2)
	held := s.held(t)
	require.Len(t, held, 2)
	assert.True(t, bytes.Equal(data, held[keyOf(store.Hash(data))]))
	assert.Equal(t, picture(10), held[keyOf(small)])
	lies, err := os.ReadFile(at(dir, "first", small))
	require.NoError(t, err)
	assert.Equal(t, picture(10), lies)
	places, oneDisk := v.Places(t.Context())
	assert.False(t, oneDisk)
	assert.Equal(t, store.PlaceNow{Name: "second", Path: "s3://pictures", Free: -1, There: true}, places[1])
}

// Each place makes good what the other lost, and the folder's loss is read from the bucket meanwhile.
func TestABucketAndAFolderMendOneAnother(t *testing.T) {
	v, dir, s := away(t)
	data := picture(70_000)
	sha, _, err := v.Put(t.Context(), data)
	require.NoError(t, err)
	_, err = s.PutObject("pictures", keyOf(sha), map[string]string{}, bytes.NewReader(data[:69_999]), 69_999, nil)
	require.NoError(t, err)
	got, err := v.Inspect(t.Context(), sha)
	require.NoError(t, err)
	assert.Equal(t, store.Inspected{SHA256: sha, Bytes: 70_000, Whole: 1, Mended: true}, got)
	assert.True(t, bytes.Equal(data, s.held(t)[keyOf(sha)]))

	require.NoError(t, os.Remove(at(dir, "first", sha)))
	names, err := v.Names(t.Context())
	require.NoError(t, err)
	assert.Equal(t, []string{sha}, names)
	read, err := v.Get(t.Context(), sha)
	require.NoError(t, err)
	assert.True(t, bytes.Equal(data, read))
	peeked, err := v.Peek(t.Context(), sha)
	require.NoError(t, err)
	require.NoError(t, iotest.TestReader(peeked, data))
	require.NoError(t, peeked.Close())
	got, err = v.Inspect(t.Context(), sha)
	require.NoError(t, err)
	assert.True(t, got.Mended)
	lies, err := os.ReadFile(at(dir, "first", sha))
	require.NoError(t, err)
	assert.True(t, bytes.Equal(data, lies))
}

// A service that is down keeps nothing, which is said; when it is back it goes on. What breaks off leaves nothing there.
func TestABucketThatCannotBeReachedIsNoSecondCopy(t *testing.T) {
	v, dir, s := away(t)
	s.down.Store(true)
	_, _, err := v.Put(t.Context(), picture(20))
	require.ErrorIs(t, err, store.ErrOneCopy)
	assert.NotContains(t, err.Error(), "never-shown")
	_, err = v.Keep(t.Context(), bytes.NewReader(picture(30)))
	require.Error(t, err)
	places, _ := v.Places(t.Context())
	assert.True(t, places[0].There)
	assert.False(t, places[1].There)
	s.down.Store(false)
	_, copies, err := v.Put(t.Context(), picture(20))
	require.NoError(t, err)
	assert.Len(t, copies, 2)

	torn := errors.New("torn")
	_, err = v.Keep(t.Context(), io.MultiReader(bytes.NewReader(picture(7_000_000)), iotest.ErrReader(torn)))
	require.ErrorIs(t, err, torn)
	stopped, stop := context.WithCancel(t.Context())
	stop()
	_, err = v.Keep(stopped, bytes.NewReader(picture(40)))
	require.ErrorIs(t, err, context.Canceled)
	for key := range s.held(t) {
		assert.False(t, strings.HasPrefix(key, "new-"), key)
	}
	assert.Empty(t, halfWritten(t, dir))
	assert.Len(t, s.held(t), 1)
}

// An address that nothing can be done with is refused at the start, in words without what could be a secret.
func TestABucketsAddressIsRead(t *testing.T) {
	for _, address := range []string{"nowhere://pictures?key=hidden", "s3://", "s3://pictures?regoin=hidden"} {
		_, err := store.OpenPlaces(t.Context(), filepath.Join(t.TempDir(), "first"), address)
		require.ErrorContains(t, err, "second place", address)
	}
}
