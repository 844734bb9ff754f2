package photo

import (
	"bytes"
	"context"
	"encoding/binary"
	"fmt"
	"image"
	"image/color"
	"image/gif"
	"image/jpeg"
	"image/png"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func jpegOf(t *testing.T, w, h int) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for i := range img.Pix {
		img.Pix[i] = uint8(i * 7919 >> 3)
	}
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, img, nil))
	return b.Bytes()
}

// progressive is the skeleton of a progressive JPEG of three full components with so many
// scans: enough for what is reckoned from its markers.
func progressive(w, h, scans int) []byte {
	var b bytes.Buffer
	segment := func(marker byte, body ...byte) {
		b.Write([]byte{0xff, marker})
		_ = binary.Write(&b, binary.BigEndian, uint16(len(body)+2))
		b.Write(body)
	}
	b.Write([]byte{0xff, 0xd8})
	table := append([]byte{0}, bytes.Repeat([]byte{1}, 64)...)
	segment(0xdb, table...)
	segment(0xc2, 8, byte(h>>8), byte(h), byte(w>>8), byte(w), 3, 1, 0x11, 0, 2, 0x11, 0, 3, 0x11, 0)
	for range scans {
		segment(0xda, 1, 1, 0, 1, 63, 0)
		b.Write([]byte{0xaa, 0xff, 0x00, 0xaa})
	}
	b.Write([]byte{0xff, 0xd9})
	return b.Bytes()
}

func TestOrdinaryPicturesAreOpened(t *testing.T) {
	img := image.NewPaletted(image.Rect(0, 0, 300, 200), color.Palette{color.White, color.Black})
	var p, g bytes.Buffer
	require.NoError(t, png.Encode(&p, img))
	require.NoError(t, gif.Encode(&g, img, nil))
	for kind, data := range map[string][]byte{"jpeg": jpegOf(t, 300, 200), "png": p.Bytes(), "gif": g.Bytes()} {
		c, err := Reckon(data)
		require.NoError(t, err)
		assert.Equal(t, kind, c.Kind)
		got, err := Decode(t.Context(), data)
		require.NoError(t, err, kind)
		assert.Equal(t, image.Rect(0, 0, 300, 200), got.Bounds(), kind)
	}
}

// A photograph of forty-five megapixels is opened, as it comes from a camera.
func TestWhatACameraGivesFits(t *testing.T) {
	c := Cost{Kind: "jpeg", Width: 8192, Height: 5464, MiB: int(8192*5464*3/(1<<20)) + 1}
	assert.NoError(t, c.check())
}

func TestWhatWouldCostTooMuchIsRefusedUnopened(t *testing.T) {
	small, err := Reckon(progressive(600, 400, 10))
	require.NoError(t, err)
	assert.NoError(t, small.check())
	assert.InDelta(t, 600*400*3*10, small.Visits, 1)
	var much *TooMuchError
	for name, data := range map[string][]byte{
		"many scans":  progressive(5000, 4000, 400), // 6 kB
		"much memory": progressive(9000, 9000, 1),
		"many pixels": progressive(16000, 16000, 1),
	} {
		_, err := Decode(t.Context(), data)
		assert.ErrorAs(t, err, &much, name)
	}
	deep := image.NewNRGBA64(image.Rect(0, 0, 10, 10))
	deep.SetNRGBA64(0, 0, color.NRGBA64{1, 2, 3, 4})
	var b bytes.Buffer
	require.NoError(t, png.Encode(&b, deep))
	wide := bytes.Clone(b.Bytes())
	binary.BigEndian.PutUint32(wide[16:], 10_000)
	binary.BigEndian.PutUint32(wide[20:], 10_000)
	c, err := Reckon(b.Bytes())
	require.NoError(t, err)
	assert.Equal(t, 1, c.MiB)
	_, err = Reckon(wide)
	assert.ErrorIs(t, err, ErrNone, "its header does not agree with itself")
}

func TestWhatIsNoPictureOrBreaksOffIsSaid(t *testing.T) {
	for _, data := range [][]byte{nil, []byte("a recipe"), {0xff, 0xd8}, {0xff, 0xd8, 0xff, 0xda, 0, 1}} {
		_, err := Decode(t.Context(), data)
		assert.ErrorIs(t, err, ErrNone)
	}
	whole := jpegOf(t, 400, 400)
	_, err := Decode(t.Context(), whole[:len(whole)/2])
	require.Error(t, err)
	assert.NotErrorIs(t, err, ErrNone)
}

func TestOpeningStopsWithItsContextAndGivesItsRoomBack(t *testing.T) {
	data := jpegOf(t, 3000, 3000)
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	for range 100 {
		_, err := Decode(ctx, data)
		require.ErrorIs(t, err, context.Canceled)
	}
	require.True(t, open.TryAcquire(600), "all of it is free again")
	open.Release(600)
}

func FuzzDecode(f *testing.F) {
	f.Add(progressive(64, 64, 3))
	f.Add([]byte("\x89PNG\r\n\x1a\n"))
	f.Fuzz(func(t *testing.T, data []byte) {
		if c, err := Reckon(data); err == nil && c.check() == nil && c.Width*c.Height < 1e6 {
			_, _ = Decode(t.Context(), data)
		}
	})
}

// A picture that says which way up it is opens that way: each of the eight is compared with what ImageMagick makes of it.
func TestPicturesOpenTheRightWayUp(t *testing.T) {
	dir := t.TempDir()
	plain := filepath.Join(dir, "plain.jpg")
	run := func(name string, args ...string) {
		out, err := exec.CommandContext(t.Context(), name, args...).CombinedOutput()
		require.NoError(t, err, "%s", out)
	}
	run("/usr/bin/convert", "-size", "90x60", "gradient:red-blue", "-fill", "white", "-draw", "rectangle 0,0 30,20", "-quality", "98", plain)
	for way := 1; way <= 8; way++ {
		turned, want := filepath.Join(dir, fmt.Sprint(way, ".jpg")), filepath.Join(dir, fmt.Sprint(way, ".png"))
		run("exiftool", "-q", "-n", "-o", turned, fmt.Sprint("-Orientation=", way), plain)
		run("/usr/bin/convert", turned, "-auto-orient", want)
		var img [2]image.Image
		for i, path := range []string{turned, want} {
			data, err := os.ReadFile(path)
			require.NoError(t, err)
			img[i], err = Decode(t.Context(), data)
			require.NoError(t, err)
		}
		require.Equal(t, img[1].Bounds(), img[0].Bounds(), "%d", way)
		for _, at := range []image.Point{{3, 3}, {50, 3}, {3, 50}, {55, 55}} {
			r1, g1, b1, _ := img[0].At(at.X, at.Y).RGBA()
			r2, g2, b2, _ := img[1].At(at.X, at.Y).RGBA()
			assert.InDelta(t, 0, math.Abs(float64(r1)-float64(r2))+math.Abs(float64(g1)-float64(g2))+math.Abs(float64(b1)-float64(b2)), 12*256, "%d at %v", way, at)
		}
	}
}
