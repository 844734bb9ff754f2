package icc

import (
	"bytes"
	"encoding/binary"
	"image"
	"image/color"
	"image/jpeg"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func picture(t *testing.T) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, 16, 16))
	img.SetRGBA(3, 3, color.RGBA{200, 30, 30, 255})
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, img, nil))
	return b.Bytes()
}

// Another program reads what the profile is, and the pixels are as they were.
func TestAPictureSaysThatItIsSRGB(t *testing.T) {
	plain := picture(t)
	with, err := Embed(plain)
	require.NoError(t, err)
	file := filepath.Join(t.TempDir(), "a.jpg")
	require.NoError(t, os.WriteFile(file, with, 0o600))
	out, err := exec.CommandContext(t.Context(), "exiftool", "-s3", "-ICC_Profile:ProfileDescription", "-ICC_Profile:ColorSpaceData", "-ICC_Profile:ProfileVersion", "-Warning", file).Output()
	require.NoError(t, err)
	assert.Equal(t, []string{"sRGB", "RGB", "4.3.0"}, strings.Fields(string(out)), "and no warning")
	a, err := jpeg.Decode(bytes.NewReader(plain))
	require.NoError(t, err)
	b, err := jpeg.Decode(bytes.NewReader(with))
	require.NoError(t, err)
	assert.Equal(t, a, b)
	_, err = Embed([]byte("no picture"))
	require.ErrorIs(t, err, ErrNotJPEG)
	_, err = Embed([]byte{0xFF, 0xD8, 0xFF, 0xE1, 0xFF, 0xFF, 0})
	require.ErrorIs(t, err, ErrNotJPEG, "one that breaks off in its head")
}

// By its numbers colours come out as another library has them, seen in D50.
func TestTheProfileMeansSRGB(t *testing.T) {
	f := func(of []float64, i int) float64 { return float64(fixed(of[i])) / 65536 }
	for _, c := range []colorful.Color{{R: 1, G: 1, B: 1}, {R: 0.5, G: 0.5, B: 0.5}, {R: 0.8, G: 0.2, B: 0.1}, {R: 0.02, G: 0.03, B: 0.9}} {
		var lin [3]float64
		for i, v := range []float64{c.R, c.G, c.B} {
			if v >= f(curve, 4) {
				lin[i] = math.Pow(f(curve, 1)*v+f(curve, 2), f(curve, 0))
			} else {
				lin[i] = f(curve, 3) * v
			}
		}
		var xyz [3]float64
		for i := range xyz {
			xyz[i] = f(red, i)*lin[0] + f(green, i)*lin[1] + f(blue, i)*lin[2]
		}
		// The other way: D65 as the library has it, then Bradford's matrix.
		x, y, z := c.Xyz()
		for i := range xyz {
			want := adapted[3*i]*x + adapted[3*i+1]*y + adapted[3*i+2]*z
			assert.InDelta(t, want, xyz[i], 0.0006, "%v", c)
		}
	}
	assert.Equal(t, uint32(len(SRGB)), binary.BigEndian.Uint32(SRGB))
	assert.Zero(t, len(SRGB)%4)
}
