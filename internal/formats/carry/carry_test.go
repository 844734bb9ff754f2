package carry

import (
	"bytes"
	"image"
	"image/color"
	"image/png"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"figladder/internal/formats/icc"
	"figladder/internal/formats/xmp"

	"github.com/gen2brain/webp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	xwebp "golang.org/x/image/webp"
)

func picture(w, h int) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			img.SetRGBA(x, y, color.RGBA{uint8(x), uint8(y), 90, 255})
		}
	}
	return img
}

// read is what exiftool finds in a file, by name.
func read(t *testing.T, data []byte, name string) (profile, title, alt string, warnings string) {
	t.Helper()
	file := filepath.Join(t.TempDir(), name)
	require.NoError(t, os.WriteFile(file, data, 0o600))
	get := func(tag string) string {
		out, err := exec.CommandContext(t.Context(), "exiftool", "-s3", tag, file).Output()
		require.NoError(t, err)
		return strings.TrimSpace(string(out))
	}
	return get("-ProfileDescription"), get("-XMP:Title"), get("-XMP:AltTextAccessibility"), get("-Warning")
}

func TestOthersReadWhatIsCarried(t *testing.T) {
	packet := xmp.Packet(xmp.Words{Title: "Tatin & cream", Alt: "A tart, “warm”", At: time.Date(2026, 11, 28, 0, 0, 0, 0, time.UTC)})
	img := picture(301, 200)
	var p, lossy, exact bytes.Buffer
	require.NoError(t, png.Encode(&p, img))
	require.NoError(t, webp.Encode(&lossy, img, webp.Options{Quality: 80, Method: 4}))
	require.NoError(t, webp.Encode(&exact, img, webp.Options{Lossless: true, Method: 4}))
	with, err := PNG(p.Bytes(), icc.SRGB, packet)
	require.NoError(t, err)
	webpLossy, err := WebP(lossy.Bytes(), 301, 200, icc.SRGB, packet)
	require.NoError(t, err)
	webpExact, err := WebP(exact.Bytes(), 301, 200, icc.SRGB, packet)
	require.NoError(t, err)
	for name, data := range map[string][]byte{"a.png": with, "lossy.webp": webpLossy, "exact.webp": webpExact} {
		profile, title, alt, warnings := read(t, data, name)
		assert.Equal(t, []string{"sRGB", "Tatin & cream", "A tart, “warm”", ""}, []string{profile, title, alt, warnings}, name)
	}
	back, err := png.Decode(bytes.NewReader(with))
	require.NoError(t, err)
	assert.Equal(t, img.At(300, 199), color.RGBAModel.Convert(back.At(300, 199)), "the pixels are as they were")
	for _, data := range [][]byte{webpLossy, webpExact} { // a decoder of another hand
		seen, err := xwebp.Decode(bytes.NewReader(data))
		require.NoError(t, err)
		assert.Equal(t, img.Bounds().Size(), seen.Bounds().Size())
	}
}

func TestWhatIsNoSuchFile(t *testing.T) {
	for _, broken := range []string{"", "RIFF", signature, "RIFF\x00\x00\x00\x00WEBPVP8 \xff\xff\xff\x7f....", "RIFF\x00\x00\x00\x00WEBPXMP \x00\x00\x00\x00"} {
		_, err := PNG([]byte(broken), nil, nil)
		assert.ErrorIs(t, err, ErrNotSuch, "%q", broken)
		_, err = WebP([]byte(broken), 1, 1, nil, nil)
		assert.ErrorIs(t, err, ErrNotSuch, "%q", broken)
	}
}
