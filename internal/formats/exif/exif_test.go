package exif

import (
	"bytes"
	"encoding/binary"
	"image"
	"image/jpeg"
	"testing"
	"time"

	"figladder/internal/formats/jpegseg"
	"github.com/bep/imagemeta"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func plainJPEG(t testing.TB) []byte {
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, image.NewRGBA(image.Rect(0, 0, 8, 8)), nil))
	return b.Bytes()
}

func readBack(t require.TestingT, data []byte) map[string]any {
	got := map[string]any{}
	_, err := imagemeta.Decode(imagemeta.Options{R: bytes.NewReader(data), ImageFormat: imagemeta.JPEG, Sources: imagemeta.EXIF,
		HandleTag: func(ti imagemeta.TagInfo) error { got[ti.Tag] = ti.Value; return nil }})
	require.NoError(t, err)
	return got
}

// Whatever a camera can be set to comes back from a reader that did not write it.
func TestEverySettingComesBack(t *testing.T) {
	base := plainJPEG(t)
	rapid.Check(t, func(t *rapid.T) {
		in := Tags{
			FNumber: float64(rapid.IntRange(10, 450).Draw(t, "tenths")) / 10, ISO: rapid.IntRange(25, 60000).Draw(t, "iso"),
			Seconds: 1 / float64(rapid.IntRange(3, 8000).Draw(t, "fraction")), FocalMm: float64(rapid.IntRange(40, 6000).Draw(t, "focal")) / 10,
			WidthPx: rapid.IntRange(1, 30000).Draw(t, "w"), HeightPx: rapid.IntRange(1, 30000).Draw(t, "h"),
			TakenAt: time.Unix(rapid.Int64Range(0, 4e9).Draw(t, "at"), 0).UTC(), Model: "A camera", Description: rapid.String().Draw(t, "title"),
		}
		out, err := Write(base, in)
		require.NoError(t, err)
		got := readBack(t, out)
		assert.InDelta(t, in.FNumber, toFloat(got["FNumber"]), 1e-6)
		assert.InEpsilon(t, in.Seconds, toFloat(got["ExposureTime"]), 1e-6)
		assert.InDelta(t, in.FocalMm, toFloat(got["FocalLength"]), 1e-6)
		assert.EqualValues(t, in.ISO, got["ISO"])
		assert.Equal(t, in.TakenAt.Format("2006:01:02 15:04:05"), got["DateTimeOriginal"])
	})
}

func toFloat(v any) float64 {
	switch x := v.(type) {
	case float64:
		return x
	case interface{ Float64() float64 }:
		return x.Float64()
	}
	return -1
}

func TestLongTimesAndShortOnes(t *testing.T) {
	for seconds, want := range map[float64][2]uint32{0.5: {5, 10}, 2: {20, 10}, 1. / 60: {1, 60}, 1. / 8000: {1, 8000}} {
		e := shutter(0x829A, seconds)
		assert.Equal(t, want, [2]uint32{binary.BigEndian.Uint32(e.data), binary.BigEndian.Uint32(e.data[4:])})
	}
}

func TestTagsStandInOrder(t *testing.T) {
	// TIFF 6.0: entries in ascending order of tag, or readers may give up.
	b := block(Tags{TakenAt: time.Unix(0, 0)})
	at := int(binary.BigEndian.Uint32(b[4:]))
	for range 2 {
		n := int(binary.BigEndian.Uint16(b[at:]))
		last, sub := uint16(0), 0
		for i := range n {
			e := b[at+2+12*i:]
			tag := binary.BigEndian.Uint16(e)
			assert.Greater(t, tag, last)
			last = tag
			if tag == 0x8769 {
				sub = int(binary.BigEndian.Uint32(e[8:]))
			}
		}
		at = sub
		if at == 0 {
			break
		}
	}
}

func TestDescriptionKeepsToASCII(t *testing.T) {
	assert.Equal(t, "Crme - 2 x 3", plain("Crème – 2 × 3\n"))
}

func TestInsertKeepsOrderOfSegments(t *testing.T) {
	with, err := Write(plainJPEG(t), Tags{TakenAt: time.Unix(0, 0)})
	require.NoError(t, err)
	later, err := jpegseg.Insert(with, []byte("later"), Header)
	require.NoError(t, err)
	assert.Less(t, bytes.Index(later, []byte(Header)), bytes.Index(later, []byte("later")))
	before, err := jpegseg.Insert(with, []byte("first"))
	require.NoError(t, err)
	assert.Greater(t, bytes.Index(before, []byte(Header)), bytes.Index(before, []byte("first")))
	_, err = Write([]byte{0xff}, Tags{})
	assert.ErrorIs(t, err, jpegseg.ErrNotJPEG)
}
