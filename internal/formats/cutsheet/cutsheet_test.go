package cutsheet

import (
	"bytes"
	"encoding/xml"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// taper is a glass's outline, so wide at its foot and its rim.
func taper(name string, foot, rim, h float64) Piece {
	return Piece{name, []Point{{-foot / 2, 0}, {-rim / 2, h}, {rim / 2, h}, {foot / 2, 0}}}
}

// drawn are the paths of a PDF's page as another reader (poppler) has them, mm.
func drawn(t *testing.T, pdf []byte, page int) [][][2]float64 {
	t.Helper()
	reader, err := exec.LookPath("pdftocairo")
	if err != nil {
		t.Skip("pdftocairo is not installed")
	}
	dir := t.TempDir()
	in, out := filepath.Join(dir, "a.pdf"), filepath.Join(dir, "a.svg")
	require.NoError(t, os.WriteFile(in, pdf, 0o600))
	require.NoError(t, exec.Command(reader, "-svg", "-f", strconv.Itoa(page), "-l", strconv.Itoa(page), in, out).Run())
	data, err := os.ReadFile(out)
	require.NoError(t, err)
	var paths [][][2]float64
	for _, m := range regexp.MustCompile(`<path[^>]*stroke-width[^>]*?>`).FindAllString(string(data), -1) {
		d := regexp.MustCompile(` d="([^"]*)"`).FindStringSubmatch(m)
		// What is stroked is told in the page's own units, turned over by a matrix.
		a := regexp.MustCompile(`transform="matrix\(([^)]*)\)"`).FindStringSubmatch(m)
		k := [6]float64{1, 0, 0, 1, 0, 0}
		if a != nil {
			for i, f := range strings.FieldsFunc(a[1], func(r rune) bool { return r == ',' || r == ' ' }) {
				k[i], _ = strconv.ParseFloat(f, 64)
			}
		}
		var path [][2]float64
		for _, q := range regexp.MustCompile(`[ML] (-?[\d.]+) (-?[\d.]+)`).FindAllStringSubmatch(d[1], -1) {
			x, _ := strconv.ParseFloat(q[1], 64)
			y, _ := strconv.ParseFloat(q[2], 64)
			path = append(path, [2]float64{(k[0]*x + k[2]*y + k[4]) * 25.4 / 72, (k[1]*x + k[3]*y + k[5]) * 25.4 / 72})
		}
		paths = append(paths, path)
	}
	return paths
}

func size(path [][2]float64) (w, h float64) {
	x0, x1, y0, y1 := math.Inf(1), math.Inf(-1), math.Inf(1), math.Inf(-1)
	for _, p := range path {
		x0, x1, y0, y1 = math.Min(x0, p[0]), math.Max(x1, p[0]), math.Min(y0, p[1]), math.Max(y1, p[1])
	}
	return x1 - x0, y1 - y0
}

// Read back from the PDF's own geometry the card is as large as it was cut for, to a fifth of a millimetre, and so is
// the bar that it is checked by.
func TestWhatIsPrintedMeasuresTrue(t *testing.T) {
	for _, paper := range []Paper{A4, Letter} {
		data, err := PDF(paper, "Glow card", []Piece{taper("Tall glass", 48.3, 61.7, 118.4)})
		require.NoError(t, err)
		found, bar := false, false
		for _, path := range drawn(t, data, 1) {
			w, h := size(path)
			if math.Abs(w-61.7) < 0.2 && math.Abs(h-118.4) < 0.2 {
				found = true
			}
			if math.Abs(w-50) < 0.2 && h < 0.2 {
				bar = true
			}
		}
		assert.True(t, found, "%s: the card", paper.Name)
		assert.True(t, bar, "%s: the bar", paper.Name)
	}
}

func TestWhatIsLargerIsTiled(t *testing.T) {
	all, err := sheets(A4, []Piece{taper("Jug", 300, 340, 420)})
	require.NoError(t, err)
	require.Len(t, all, 4)
	// Every place of it is on a sheet: the parts overlap and reach its far corner.
	w, h := A4.field()
	right, top := 0.0, 0.0
	for _, s := range all {
		right, top = math.Max(right, w-s[0].x), math.Max(top, h-s[0].y)
	}
	assert.GreaterOrEqual(t, right, 340.0)
	assert.GreaterOrEqual(t, top, 420.0)
	data, err := PDF(A4, "Glow card", []Piece{taper("Jug", 300, 340, 420)})
	require.NoError(t, err)
	assert.Equal(t, 4, bytes.Count(data, []byte("/Type /Page\n")))
	_, err = sheets(A4, []Piece{taper("Tank", 3000, 3000, 3000)})
	assert.ErrorIs(t, err, ErrTooLarge)
	_, err = PDF(A4, "", nil)
	assert.ErrorIs(t, err, ErrNothing)
	_, err = SVG("", []Piece{{"none", nil}})
	assert.ErrorIs(t, err, ErrNothing)
}

func TestSeveralLieOnASheet(t *testing.T) {
	var pieces []Piece
	for range 5 {
		pieces = append(pieces, taper("Glass", 50, 56, 110))
	}
	all, err := sheets(A4, pieces)
	require.NoError(t, err)
	require.Len(t, all, 1)
	require.Len(t, all[0], 5)
	w, h := A4.field()
	for i, a := range all[0] {
		assert.GreaterOrEqual(t, a.x, 0.0)
		assert.LessOrEqual(t, a.x+56, w)
		assert.GreaterOrEqual(t, a.y, 0.0)
		assert.LessOrEqual(t, a.y+110, h)
		for _, b := range all[0][:i] {
			assert.True(t, math.Abs(a.x-b.x) >= 56 || math.Abs(a.y-b.y) >= 110, "none lies on another")
		}
	}
	all, err = sheets(A4, append(pieces, pieces...))
	require.NoError(t, err)
	assert.Len(t, all, 2)
}

func TestSVGIsOfTrueSize(t *testing.T) {
	data, err := SVG("Glow card & more", []Piece{taper("A <glass>", 40, 55.5, 102.25)})
	require.NoError(t, err)
	var root struct {
		XMLName xml.Name `xml:"svg"`
		Width   string   `xml:"width,attr"`
		Box     string   `xml:"viewBox,attr"`
		Paths   []struct {
			D  string `xml:"d,attr"`
			ID string `xml:"id,attr"`
		} `xml:"path"`
	}
	require.NoError(t, xml.Unmarshal(data, &root))
	require.Len(t, root.Paths, 2)
	assert.Equal(t, strings.TrimSuffix(root.Width, "mm"), strings.Fields(root.Box)[2], "a unit is a millimetre")
	var path [][2]float64
	for _, q := range regexp.MustCompile(`[ML](-?[\d.]+) (-?[\d.]+)`).FindAllStringSubmatch(root.Paths[0].D, -1) {
		x, _ := strconv.ParseFloat(q[1], 64)
		y, _ := strconv.ParseFloat(q[2], 64)
		path = append(path, [2]float64{x, y})
	}
	w, h := size(path)
	assert.InDelta(t, 55.5, w, 0.01)
	assert.InDelta(t, 102.25, h, 0.01)
	assert.Equal(t, "bar", root.Paths[1].ID)
}
