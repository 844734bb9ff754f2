package out

import (
	"bytes"
	"image"
	"image/color"
	"image/jpeg"
	"math"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"figladder/internal/craft/release"
	"figladder/internal/formats/xmp"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// drawn is a picture with plain parts, drawing and a sensor's noise.
func drawn(w, h int, noise float64) *image.RGBA {
	r := rand.New(rand.NewPCG(7, 1))
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			v := 120 + 60*math.Sin(float64(x)/23)*math.Cos(float64(y)/31) + noise*r.NormFloat64()
			if (x/40+y/40)%7 == 0 {
				v += 50 * math.Sin(float64(x*y)/400)
			}
			k := func(by float64) uint8 { return uint8(math.Max(0, math.Min(255, v*by))) }
			img.SetRGBA(x, y, color.RGBA{k(1), k(0.85), k(0.7), 255})
		}
	}
	return img
}

// A file that has to be smaller is as large as it may be, within a twentieth, and never larger; its words and profile are in it.
func TestAFileIsAsLargeAsItMayBe(t *testing.T) {
	for _, noise := range []float64{1, 6} {
		img := drawn(900, 600, noise)
		best, err := encode(img, release.JPEG, 0, xmp.Words{Title: "Toddy"})
		require.NoError(t, err)
		for _, share := range []float64{0.95, 0.8, 0.6, 0.45} {
			most := int(share * float64(len(best)))
			data, err := encode(img, release.JPEG, most, xmp.Words{Title: "Toddy", Alt: "A glass"})
			require.NoError(t, err)
			assert.LessOrEqual(t, len(data), most)
			assert.Greater(t, float64(len(data)), 0.95*float64(most), "noise %.0f, %.0f %% of the best", noise, 100*share)
			conf, err := jpeg.DecodeConfig(bytes.NewReader(data))
			require.NoError(t, err)
			assert.Equal(t, 900, conf.Width)
			file := filepath.Join(t.TempDir(), "a.jpg")
			require.NoError(t, os.WriteFile(file, data, 0o600))
			read, err := exec.CommandContext(t.Context(), "exiftool", "-s3", "-ProfileDescription", "-XMP:Title", file).Output()
			require.NoError(t, err)
			assert.Equal(t, []string{"sRGB", "Toddy"}, strings.Fields(string(read)))
		}
		_, err = encode(img, release.JPEG, 2000, xmp.Words{})
		require.ErrorContains(t, err, "Even pressed hard")
	}
}
