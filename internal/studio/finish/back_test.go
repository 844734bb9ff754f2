package finish_test

import (
	"bytes"
	"image"
	"image/color"
	"image/draw"
	"image/jpeg"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"figladder/internal/craft/finish/back"
	"figladder/internal/craft/finish/look"
	"figladder/internal/store"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// edited is a picture as another program would save it: a little warmer, with a spot of its own, and no metadata.
func edited(t *testing.T, data []byte, spot image.Rectangle) []byte {
	t.Helper()
	img, err := jpeg.Decode(bytes.NewReader(data))
	require.NoError(t, err)
	out := image.NewRGBA(img.Bounds())
	draw.Draw(out, out.Bounds(), img, img.Bounds().Min, draw.Src)
	for i := 0; i < len(out.Pix); i += 4 {
		out.Pix[i] = uint8(min(255, int(out.Pix[i])+4))
	}
	draw.Draw(out, spot, image.NewUniform(color.RGBA{200, 30, 30, 255}), image.Point{}, draw.Src)
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, out, &jpeg.Options{Quality: 95}))
	return b.Bytes()
}

// An edited picture comes back by its name, its metadata, its looks or somebody's word, and is the next version, which goes out;
// the frame's own file is as it was.
func TestAnEditedPictureComesBack(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	frame := k.KeptFrame(t, hero)
	name, data, err := k.Finish.HandOut(ctx, frame.Key)
	require.NoError(t, err)
	assert.True(t, strings.HasSuffix(name, frame.Key[len(frame.Key)-12:]+".jpg"), name)

	// Another program reads what was written into it, and its pixels are the frame's.
	file := filepath.Join(t.TempDir(), "handed.jpg")
	require.NoError(t, os.WriteFile(file, data, 0o600))
	said, err := exec.CommandContext(ctx, "exiftool", "-s3", "-XMP-xmpMM:OriginalDocumentID", file).Output()
	require.NoError(t, err)
	assert.Equal(t, back.DocumentOf(frame.Key), strings.TrimSpace(string(said)))

	// What is sent back unchanged is known by its document; the frame's own file by its hash, and is nothing new.
	own, err := k.Vault.Get(ctx, frame.SHA256)
	require.NoError(t, err)
	got, err := k.Finish.BringBack(ctx, k.Owner, shoot.Key, "x.jpg", own, "")
	require.NoError(t, err)
	assert.Nil(t, got.Version)
	assert.False(t, got.Asks)
	assert.Contains(t, got.Words, "byte for byte")
	got, err = k.Finish.BringBack(ctx, k.Owner, shoot.Key, "whatever.jpg", data, "")
	require.NoError(t, err)
	require.NotNil(t, got.Version)
	assert.Equal(t, back.ByDocument, got.Version.Known)

	one := edited(t, own, image.Rect(300, 200, 360, 260))
	got, err = k.Finish.BringBack(ctx, k.Owner, shoot.Key, strings.TrimSuffix(name, ".jpg")+"-retouched 2.jpg", one, "")
	require.NoError(t, err)
	require.NotNil(t, got.Version)
	assert.Equal(t, back.ByName, got.Version.Known)
	assert.Equal(t, 2, got.Version.Number)
	p, err := k.Finish.PictureOf(ctx, frame)
	require.NoError(t, err)
	assert.Equal(t, store.Hash(one), p.SHA256, "what came back is what goes out")
	again, err := k.Finish.BringBack(ctx, k.Owner, shoot.Key, strings.TrimSuffix(name, ".jpg")+".jpg", one, "")
	require.NoError(t, err)
	assert.Nil(t, again.Version, "the same once more is nothing new")

	// By looks it is likely, and waits for a word.
	two := edited(t, own, image.Rect(100, 100, 120, 120))
	got, err = k.Finish.BringBack(ctx, k.Owner, shoot.Key, "final.jpg", two, "")
	require.NoError(t, err)
	assert.Nil(t, got.Version)
	assert.True(t, got.Asks)
	assert.Equal(t, frame.Key, got.FrameID)
	got, err = k.Finish.BringBack(ctx, k.Owner, shoot.Key, "final.jpg", two, frame.Key)
	require.NoError(t, err)
	assert.Equal(t, back.ByHand, got.Version.Known)
	_, err = k.Finish.BringBack(ctx, k.Owner, shoot.Key, "final.jpg", two, "another")
	require.ErrorIs(t, err, store.ErrNotFound)
	_, err = k.Finish.BringBack(ctx, k.Owner, shoot.Key, "final.jpg", []byte("no picture"), "")
	require.ErrorContains(t, err, "no picture")
	_, err = k.Finish.BringBack(ctx, k.Owner, shoot.Key, "final.jpg", two[:len(two)/2], frame.Key)
	require.Error(t, err, "one that breaks off")

	// The difference tells of the spots alone: both are as warm. A look made here is the next version all the same.
	f, err := k.Finish.Of(ctx, frame.Key)
	require.NoError(t, err)
	require.Len(t, f.Versions, 3)
	d, seen, err := k.Finish.DifferenceOf(ctx, f.Versions[0].Key, f.Versions[1].Key)
	require.NoError(t, err)
	assert.True(t, d.Fits)
	assert.NotEmpty(t, seen)
	w, h := float64(frame.WidthPx), float64(frame.HeightPx)
	assert.InDelta(t, 100*4000/(w*h), d.Readings[0].Value, 0.1, "a spot of 60 by 60 in the one, of 20 by 20 in the other")
	_, err = k.Finish.Save(ctx, k.Owner, frame.Key, 0, "", []look.Step{{Key: "level", Kind: look.Level, Stops: 0.2}})
	require.NoError(t, err)
	made, err := k.Finish.Make(ctx, k.Owner, frame.Key)
	require.NoError(t, err)
	assert.Equal(t, 4, made.Number)
	kept, err := k.Vault.Get(ctx, frame.SHA256)
	require.NoError(t, err)
	assert.Equal(t, frame.SHA256, store.Hash(kept))
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
}
