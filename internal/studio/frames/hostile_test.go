package frames_test

import (
	"bytes"
	"image"
	"image/color"
	"image/png"
	"math/rand/v2"
	"os"
	"path/filepath"
	"runtime"
	"testing"

	"figladder/internal/craft/card"
	"figladder/internal/studio/frames"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Files of every bad kind are kept twice and said in words, or shown; none of them takes much memory or ends the copy.
func TestHostileFilesAreKeptAndSaid(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	put := func(name string, data []byte, size int64) {
		path := filepath.Join(k.Inbox, name)
		require.NoError(t, os.WriteFile(path, data, 0o600))
		if size > 0 {
			require.NoError(t, os.Truncate(path, size))
		}
	}
	good := aPicture(t, 1, noon)
	put("300 MB.jpg", good, 300<<20)
	var many bytes.Buffer
	require.NoError(t, png.Encode(&many, image.NewPaletted(image.Rect(0, 0, 12500, 10000), color.Palette{color.Black, color.White})))
	put("125 megapixels.png", many.Bytes(), 0)
	put("called jpg.jpg", func() []byte {
		var b bytes.Buffer
		require.NoError(t, png.Encode(&b, image.NewRGBA(image.Rect(0, 0, 40, 30))))
		return b.Bytes()
	}(), 0)
	put("no end", aPicture(t, 2, noon), 0)
	dice := rand.New(rand.NewPCG(1, 21))
	for i := range 60 { // Exif changed at random, in its first kilobyte
		bad := bytes.Clone(aPicture(t, 10+i, noon))
		for range 1 + dice.IntN(12) {
			bad[2+dice.IntN(600)] = byte(dice.Uint32())
		}
		put("changed "+string(rune('A'+i/26))+string(rune('a'+i%26))+".jpg", bad, 0)
	}
	put("circle.dng", []byte("II*\x00\x08\x00\x00\x00\x01\x00\x4a\x01\x04\x00\x01\x00\x00\x00\x08\x00\x00\x00\x08\x00\x00\x00"), 0)
	put("huge.tif", []byte("II*\x00\x08\x00\x00\x00\x02\x00\x00\x01\x04\x00\x01\x00\x00\x00\xff\xff\xff\x0f\x01\x01\x04\x00\x01\x00\x00\x00\xff\xff\xff\x0f\x00\x00\x00\x00"), 0)

	runtime.GC()
	var before, after runtime.MemStats
	runtime.ReadMemStats(&before)
	now, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Folder, k.Inbox)
	require.NoError(t, err)
	now = settled(t, k, now.ID)
	runtime.ReadMemStats(&after)
	assert.Equal(t, frames.Done, now.Stage, now.Why)
	assert.True(t, now.Verdict.MayClear, "all of it is kept")
	said := map[string]string{}
	files, err := k.Frames.FilesOf(ctx, now.ID, "", true, 500)
	require.NoError(t, err)
	for _, f := range files {
		assert.NotEmpty(t, f.Said)
		said[f.Path] = f.Said
	}
	assert.Contains(t, said["300 MB.jpg"], "300 MB it is too large")
	assert.Contains(t, said["125 megapixels.png"], "125 megapixels")
	assert.Contains(t, said["circle.dng"], "no picture that can be shown")
	assert.NotEmpty(t, said["huge.tif"])
	assert.Empty(t, said["called jpg.jpg"])
	assert.Empty(t, said["no end"], "what it is counts, not what it is called")
	assert.Equal(t, len(files), now.Others)
	assert.Equal(t, now.Progress.Files, now.Frames+now.Others)
	t.Logf("the heap grew to %d MB from %d; %d of 60 changed ones were shown", after.HeapSys>>20, before.HeapSys>>20, now.Frames-2)
	assert.Less(t, after.HeapSys, uint64(600<<20))
}
