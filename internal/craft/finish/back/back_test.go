package back_test

import (
	"image"
	"image/color"
	"math"
	"testing"

	"figladder/internal/craft/finish/back"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestAPictureIsKnownAgain(t *testing.T) {
	frames := []back.Frame{
		{ID: "f1", Title: "Mussels", Names: []string{"DCIM/101/IMG_0123.JPG"}, Hashes: []string{"h1", "v1"}},
		{ID: "f2", Title: "Trout", Names: []string{"IMG_01.JPG"}, Hashes: []string{"h2"}},
		{ID: "f3", Title: "Pavlova", Names: []string{"B/IMG_0777.CR3"}, Hashes: []string{"h3"}},
		{ID: "f4", Title: "Toddy", Names: []string{"C/IMG_0777.CR3", "a"}, Hashes: []string{"h4"}},
	}
	nothing := func(int) float64 { return math.NaN() }
	likes := func(all ...float64) func(int) float64 { return func(i int) float64 { return all[i] } }
	for _, row := range []struct {
		file back.File
		like func(int) float64
		at   int
		how  back.How
		sure bool
	}{
		{back.File{Name: "whatever.jpg", Hash: "v1"}, nothing, 0, back.ByHash, true},
		{back.File{Name: "IMG_0123.jpg", Document: back.DocumentOf("f3")}, nothing, 2, back.ByDocument, true},
		{back.File{Name: "img_0123.tif"}, nothing, 0, back.ByName, true},
		{back.File{Name: `C:\edits\IMG_0123-Edit (2).tif`}, nothing, 0, back.ByName, true},
		{back.File{Name: "IMG_01_v3.jpg"}, nothing, 1, back.ByName, true},
		{back.File{Name: "IMG_012.jpg"}, nothing, -1, "", false},                                // neither 01 nor 0123
		{back.File{Name: "IMG_01234.jpg"}, nothing, -1, "", false},                              // goes on without a mark
		{back.File{Name: "a-b.jpg"}, nothing, -1, "", false},                                    // one letter begins too much
		{back.File{Name: "IMG_0777-e.jpg"}, nothing, -1, "", false},                             // two are called so
		{back.File{Name: "IMG_0777-e.jpg"}, likes(0.99, 0.1, 0.5, 0.8), 3, back.ByLooks, false}, // and of those one looks like it
		{back.File{Name: "final.jpg"}, likes(0.3, 0.9, 0.7, 0.2), 1, back.ByLooks, false},
		{back.File{Name: "final.jpg"}, likes(0.3, 0.9, 0.87, 0.2), -1, "", false}, // two are as like
		{back.File{Name: "final.jpg"}, likes(0.3, 0.5, 0.1, 0.2), -1, "", false},  // none is like
		{back.File{Name: ""}, nothing, -1, "", false},
	} {
		m := back.Of(row.file, frames, row.like)
		assert.Equal(t, row.at, m.At, "%+v", row.file)
		assert.Equal(t, row.how, m.How, "%+v", row.file)
		assert.Equal(t, row.sure, m.Sure, "%+v", row.file)
		assert.NotEmpty(t, m.Words)
	}
}

func plain(w, h int, c color.RGBA) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for i := 0; i < len(img.Pix); i += 4 {
		img.Pix[i], img.Pix[i+1], img.Pix[i+2], img.Pix[i+3] = c.R, c.G, c.B, 255
	}
	return img
}

func TestWhatWasChangedIsShown(t *testing.T) {
	a := plain(200, 100, color.RGBA{120, 110, 100, 255})
	b := plain(200, 100, color.RGBA{120, 110, 100, 255})
	d, ok, err := back.Differ(t.Context(), a, b)
	require.NoError(t, err)
	require.True(t, ok)
	assert.Zero(t, d.Readings[2].Value)
	assert.Contains(t, d.Words, "the same")

	for y := 20; y < 40; y++ { // a spot of a tenth across and a fifth down
		for x := 50; x < 70; x++ {
			b.SetRGBA(x, y, color.RGBA{200, 60, 60, 255})
		}
	}
	d, ok, err = back.Differ(t.Context(), a, b)
	require.NoError(t, err)
	require.True(t, ok)
	assert.InDelta(t, 2.0, d.Readings[0].Value, 0.01, "20 × 20 of 200 × 100")
	assert.Equal(t, "Most of what is changed lies from 25 to 35 % across and 20 to 40 % down.", d.Words)
	in, out := d.Map.RGBAAt(60, 30), d.Map.RGBAAt(10, 10)
	assert.Greater(t, int(in.R)-int(in.G), 100, "red where it changed")
	assert.Equal(t, out.R, out.G, "grey where not")

	for i := 0; i < 200; i += 7 { // what a second pressing loses: specks
		b.SetRGBA(i, i/2, color.RGBA{150, 110, 100, 255})
	}
	d, _, err = back.Differ(t.Context(), a, b)
	require.NoError(t, err)
	assert.Equal(t, "Most of what is changed lies from 25 to 35 % across and 20 to 40 % down.", d.Words)

	d, ok, err = back.Differ(t.Context(), a, plain(400, 200, color.RGBA{150, 140, 130, 255}))
	require.NoError(t, err)
	require.True(t, ok, "twice as large is of the same shape")
	assert.InDelta(t, 100, d.Readings[0].Value, 0.01)
	assert.Contains(t, d.Words, "whole picture")
	_, ok, err = back.Differ(t.Context(), a, plain(100, 100, color.RGBA{}))
	require.NoError(t, err)
	assert.False(t, ok, "a crop cannot be laid over it")
}
