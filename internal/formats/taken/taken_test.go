package taken

import (
	"bytes"
	"crypto/sha256"
	"encoding/binary"
	"fmt"
	"image/jpeg"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// run runs one of Debian's tools.
func run(t testing.TB, name string, args ...string) {
	t.Helper()
	out, err := exec.CommandContext(t.Context(), name, args...).CombinedOutput()
	require.NoError(t, err, "%s %v: %s", name, args, out)
}

var made struct {
	sync.Once
	dir   string
	files map[string]string
}

func TestMain(m *testing.M) {
	code := m.Run()
	if made.dir != "" {
		_ = os.RemoveAll(made.dir)
	}
	os.Exit(code)
}

// madeElsewhere are pictures that other software wrote, with what exiftool wrote into them.
func madeElsewhere(t testing.TB) map[string]string {
	t.Helper()
	made.Do(func() {
		dir, err := os.MkdirTemp("", "taken")
		require.NoError(t, err)
		made.dir, made.files = dir, map[string]string{}
		for _, name := range []string{"a.jpg", "b.png", "c.webp", "d.tif"} {
			made.files[name] = filepath.Join(dir, name)
			run(t, "/usr/bin/convert", "-size", "300x200", "plasma:tan-brown", made.files[name])
		}
		made.files["e.heic"], made.files["f.dng"] = filepath.Join(dir, "e.heic"), filepath.Join(dir, "f.dng")
		run(t, "heif-enc", "-o", made.files["e.heic"], made.files["b.png"])
		run(t, "/usr/bin/convert", made.files["a.jpg"], "-resize", "200%", filepath.Join(dir, "preview.jpg"))
		large, err := os.ReadFile(filepath.Join(dir, "preview.jpg"))
		require.NoError(t, err)
		small, err := os.ReadFile(made.files["a.jpg"])
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(made.files["f.dng"], rawFile(small, large), 0o600))
		var write []string // exiftool of Debian 12 writes no Exif into the others
		for _, name := range []string{"a.jpg", "b.png", "d.tif", "f.dng"} {
			write = append(write, made.files[name])
		}
		run(t, "exiftool", append([]string{"-q", "-overwrite_original", "-ExposureTime=1/125", "-FNumber=5.6", "-ISO=400", "-FocalLength=85", "-Model=Larch 2", "-LensModel=Larch 85",
			"-DateTimeOriginal=2026:12:05 10:11:12", "-SubSecTimeOriginal=25", "-OffsetTimeOriginal=+01:00", "-XMP-dc:Title=Sloe syllabub", "-XMP-dc:Creator=Maud Pellow"}, write...)...)
	})
	require.NotEmpty(t, made.files["f.dng"])
	return made.files
}

// rawFile is a raw file by TIFF/EP: a small preview in its first folder as a strip, a large one in a folder below it.
func rawFile(small, large []byte) []byte {
	le := binary.LittleEndian
	folder := func(next uint32, entries [][3]uint32) []byte { // tag, kind and value, one each
		out := le.AppendUint16(nil, uint16(len(entries)))
		for _, e := range entries {
			out = le.AppendUint32(le.AppendUint32(le.AppendUint16(le.AppendUint16(out, uint16(e[0])), uint16(e[1])), 1), e[2])
		}
		return le.AppendUint32(out, next)
	}
	const second, data = 300, 600
	head := append([]byte("II*\x00\x08\x00\x00\x00"), folder(0, [][3]uint32{{0xfe, 4, 1}, {0x100, 4, 300}, {0x101, 4, 200}, {0x103, 3, 7}, {0x106, 3, 6}, {0x111, 4, data}, {0x115, 3, 3}, {0x116, 4, 200}, {0x117, 4, uint32(len(small))}, {0x14a, 4, second}})...)
	head = append(head, make([]byte, second-len(head))...)
	head = append(head, folder(0, [][3]uint32{{0xfe, 4, 1}, {0x100, 4, 600}, {0x101, 4, 400}, {0x103, 3, 6}, {0x201, 4, uint32(data + len(small))}, {0x202, 4, uint32(len(large))}})...)
	head = append(head, make([]byte, data-len(head))...)
	return append(append(head, small...), large...)
}

func TestFilesMadeElsewhereAreRead(t *testing.T) {
	want := time.Date(2026, 12, 5, 9, 11, 12, 250e6, time.UTC)
	kinds := map[string]Kind{"a.jpg": JPEG, "b.png": PNG, "c.webp": WebP, "d.tif": TIFF, "e.heic": HEIF, "f.dng": Raw}
	for name, path := range madeElsewhere(t) {
		data, err := os.ReadFile(path)
		require.NoError(t, err)
		kind := KindOf(data[:HeadBytes], name)
		assert.Equal(t, kinds[name], kind, name)
		f, err := Read(bytes.NewReader(data), kind, name)
		require.NoError(t, err, name)
		if kind == HEIF || kind == WebP {
			assert.True(t, f.At.IsZero(), name)
			assert.NotZero(t, f.WidthPx, name)
			continue
		}
		assert.WithinDuration(t, want, f.At, 0, name)
		assert.True(t, f.Zoned, name)
		assert.InDelta(t, 1./125, f.Seconds, 1e-9, name)
		assert.InDelta(t, 5.6, f.FNumber, 1e-9, name)
		assert.InDelta(t, 85, f.FocalMm, 1e-9, name)
		assert.Equal(t, 400, f.ISO, name)
		assert.Equal(t, []string{"Larch 2", "Larch 85"}, []string{f.Body, f.Lens}, name)
		if kind != PNG { // where exiftool puts it, after the pixels, imagemeta does not look
			assert.Equal(t, []string{"Sloe syllabub", "Maud Pellow"}, []string{f.Title, f.Credit}, name)
		}
	}
}

// What a raw file carries to be shown is the picture that was put there, bit by bit.
func TestAPreviewIsTakenOutOfARawFile(t *testing.T) {
	path := madeElsewhere(t)["f.dng"]
	data, err := os.ReadFile(path)
	require.NoError(t, err)
	want, err := os.ReadFile(filepath.Join(filepath.Dir(path), "preview.jpg"))
	require.NoError(t, err)
	got := Preview(bytes.NewReader(data), int64(len(data)))
	require.Equal(t, brief(want), brief(got))
	c, err := jpeg.DecodeConfig(bytes.NewReader(got))
	require.NoError(t, err)
	assert.Equal(t, 600, c.Width)
	assert.Nil(t, Preview(bytes.NewReader(data[:40]), 40), "cut off")
	assert.Nil(t, Preview(bytes.NewReader(nil), 0))
	circle := []byte("II*\x00\x08\x00\x00\x00\x00\x00\x08\x00\x00\x00")
	assert.Nil(t, Preview(bytes.NewReader(circle), int64(len(circle))), "a folder that follows itself")
}

// brief is a picture in a few words, so that a difference can be read.
func brief(data []byte) string { return fmt.Sprintf("%d bytes, %x", len(data), sha256.Sum256(data)) }

// A name that says something else than the file is does not mislead.
func TestTheFileSaysWhatItIs(t *testing.T) {
	assert.Equal(t, JPEG, KindOf([]byte("\xff\xd8\xff\xe0"), "menu.txt"))
	assert.Equal(t, Other, KindOf([]byte("hello, this is words"), "frame.jpg"))
	assert.Equal(t, Other, KindOf(nil, "frame.dng"))
	assert.Equal(t, TIFF, KindOf([]byte("II*\x00\x08\x00\x00\x00"), "scan.tif"))
	assert.Equal(t, Raw, KindOf([]byte("II*\x00\x08\x00\x00\x00"), "SCAN.DNG"))
	assert.Equal(t, AVIF, KindOf([]byte("\x00\x00\x00\x1cftypavif"), "x"))
	assert.False(t, HEIF.Opens())
	assert.True(t, TIFF.Opens())
}

// Whatever a file says, it is kept within its bounds, on one line, and can be shown.
func TestWhatIsSaidIsKeptWithinBounds(t *testing.T) {
	assert.Equal(t, "a b", text("a\x00\n\t b"))
	assert.Len(t, []rune(text(string(bytes.Repeat([]byte("é"), 5000)))), mostText)
	assert.Zero(t, within(1e12, 0, 100))
	f := Facts{}
	f.when(map[string]any{"DateTimeOriginal": "0000:00:00 00:00:00", "DateTime": "2026:12:05 10:00:00"})
	assert.Equal(t, 10, f.At.Hour())
	assert.False(t, f.Zoned)
	f = Facts{}
	f.when(map[string]any{"DateTimeOriginal": "9999:99:99 99:99:99"})
	assert.True(t, f.At.IsZero())
}

// Files that were cut off, or whose bytes were changed at random, end in words or in facts, never in a panic.
func TestHostileFiles(t *testing.T) {
	dice := rand.New(rand.NewPCG(5, 6))
	for name, path := range madeElsewhere(t) {
		whole, err := os.ReadFile(path)
		require.NoError(t, err)
		for range 150 {
			data := bytes.Clone(whole[:dice.IntN(len(whole)+1)])
			for range dice.IntN(20) {
				if len(data) > 0 {
					data[dice.IntN(min(len(data), 2000))] = byte(dice.Uint32())
				}
			}
			kind := KindOf(data[:min(len(data), HeadBytes)], name)
			f, _ := Read(bytes.NewReader(data), kind, name)
			assert.LessOrEqual(t, len([]rune(f.Title)), mostText)
			assert.GreaterOrEqual(t, f.Seconds, 0.)
			if p := Preview(bytes.NewReader(data), int64(len(data))); p != nil {
				assert.LessOrEqual(t, len(p), len(data))
			}
		}
	}
}

func FuzzTaken(f *testing.F) {
	f.Add([]byte("II*\x00\x08\x00\x00\x00\x01\x00\x4a\x01\x04\x00\x01\x00\x00\x00\x08\x00\x00\x00\x00\x00\x00\x00"), "a.dng")
	f.Add([]byte("\xff\xd8\xff\xe1\x00\x10Exif\x00\x00MM\x00*\x00\x00\x00\x08"), "a.jpg")
	f.Add([]byte("\x00\x00\x00\x18ftypheic\x00\x00\x00\x00mif1heic"), "a.heic")
	f.Fuzz(func(_ *testing.T, data []byte, name string) {
		kind := KindOf(data[:min(len(data), HeadBytes)], name)
		_, _ = Read(bytes.NewReader(data), kind, name)
		_ = Preview(bytes.NewReader(data), int64(len(data)))
	})
}
