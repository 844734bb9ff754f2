package xmp

import (
	"bytes"
	"encoding/json"
	"image"
	"image/jpeg"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"figladder/internal/formats/exif"
	"figladder/internal/formats/jpegseg"
	"github.com/bep/imagemeta"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var words = Words{Title: "Toddy & “amber” <warm>", Caption: "Line one\nline two — été", Alt: "A handled glass of amber toddy, steam rising", Credit: "Tern Loft Studio",
	At: time.Date(2026, 12, 3, 15, 4, 5, 0, time.UTC)}

func picture(t *testing.T) string {
	t.Helper()
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, image.NewRGBA(image.Rect(0, 0, 120, 80)), nil))
	out, err := exif.Write(b.Bytes(), exif.Tags{FNumber: 5.6, Seconds: 1. / 60, ISO: 400, FocalMm: 50, Focal35Mm: 50, WidthPx: 120, HeightPx: 80,
		TakenAt: time.Date(2026, 12, 3, 9, 30, 0, 0, time.FixedZone("", 3600)), Model: "Full-frame mirrorless, 45 megapixels", Description: "Toddy"})
	require.NoError(t, err)
	out, err = Write(out, words)
	require.NoError(t, err)
	_, err = jpeg.Decode(bytes.NewReader(out))
	require.NoError(t, err, "still a picture")
	path := filepath.Join(t.TempDir(), "cut.jpg")
	require.NoError(t, os.WriteFile(path, out, 0o600))
	return path
}

func run(t *testing.T, name string, args ...string) string {
	t.Helper()
	if _, err := exec.LookPath(name); err != nil {
		t.Fatalf("%s is not installed; make test installs it", name)
	}
	out, err := exec.Command(name, args...).Output()
	require.NoError(t, err, "%s %v", name, args)
	return string(out)
}

func TestExiftoolReadsWhatWasWritten(t *testing.T) {
	out := run(t, "exiftool", "-json", "-n", "-warning", "-error", "-all", picture(t))
	var got []map[string]any
	require.NoError(t, json.Unmarshal([]byte(out), &got))
	for key, want := range map[string]any{
		"FNumber": 5.6, "ExposureTime": 1. / 60, "ISO": 400.0, "FocalLength": 50.0, "FocalLengthIn35mmFormat": 50.0, "Orientation": 1.0,
		"ExifImageWidth": 120.0, "ExifImageHeight": 80.0, "DateTimeOriginal": "2026:12:03 09:30:00", "OffsetTimeOriginal": "+01:00",
		"Model": "Full-frame mirrorless, 45 megapixels",
		"Title": words.Title, "AltTextAccessibility": words.Alt, "Credit": words.Credit, "Creator": words.Credit,
	} {
		if f, ok := want.(float64); ok {
			assert.InEpsilon(t, f, got[0][key], 1e-6, key)
			continue
		}
		assert.Equal(t, want, got[0][key], key)
	}
	assert.NotContains(t, out, `"Warning"`)
	assert.NotContains(t, out, `"Error"`)
}

func TestExiv2ReadsWhatWasWritten(t *testing.T) {
	out := run(t, "exiv2", "-pa", picture(t))
	for key, want := range map[string]string{
		"Exif.Photo.FNumber": "F5.6", "Exif.Photo.ExposureTime": "1/60 s", "Exif.Photo.ISOSpeedRatings": "400", "Exif.Photo.FocalLength": "50.0 mm",
		"Xmp.dc.title": words.Title, "Xmp.iptc.AltTextAccessibility": words.Alt,
	} {
		found := ""
		for _, line := range strings.Split(out, "\n") {
			if strings.HasPrefix(line, key+" ") {
				found = line
			}
		}
		assert.Contains(t, found, want, key)
	}
}

func TestSecondReaderInGo(t *testing.T) {
	f, err := os.Open(picture(t))
	require.NoError(t, err)
	defer func() { _ = f.Close() }()
	got := map[string]any{}
	_, err = imagemeta.Decode(imagemeta.Options{R: f, ImageFormat: imagemeta.JPEG, Sources: imagemeta.EXIF | imagemeta.XMP,
		HandleTag: func(ti imagemeta.TagInfo) error { got[ti.Tag] = ti.Value; return nil }})
	require.NoError(t, err)
	assert.EqualValues(t, 400, got["ISO"])
	assert.EqualValues(t, words.Credit, got["Credit"])
}

func TestInsertRefusesWhatIsNoPicture(t *testing.T) {
	_, err := Write([]byte("plain text"), words)
	assert.ErrorIs(t, err, jpegseg.ErrNotJPEG)
	long := words
	long.Caption = strings.Repeat("x", 70000)
	_, err = Write([]byte{0xFF, 0xD8, 0xFF, 0xD9}, long)
	assert.ErrorIs(t, err, jpegseg.ErrTooLong)
}
