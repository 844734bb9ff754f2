package setsheet

import (
	"encoding/xml"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func sample() Sheet {
	square := Shape{Path: "M0 0L100 0L100 50L0 50Z", Colour: "#5b6f8a"}
	return Sheet{Title: "Quince pavlova & “cream” <hero>", Under: "Made up",
		Views:    []View{{Title: "From above", W: 200, H: 100, Scaled: true, Shapes: []Shape{square}}, {Title: "From the side", W: 200, H: 100, Scaled: true, Shapes: []Shape{square}}, {Title: "Through the lens", W: 150, H: 100, Shapes: []Shape{{Path: "M1 2L3 4L5 2Z", Colour: "#ffffff", Clear: true}}, Crops: []Rect{{10, 10, 50, 50, "1:1"}}}},
		Unit:     "cm",
		Settings: [][2]string{{"Exposure", "f/8, 1/60 s, ISO 100"}}, Rows: [][]string{{"Cake fork", "70.0", "39.5", "0", "62°"}}, Caution: []string{"What hangs over the food is weighted and tethered."}}
}

func TestSVGIsReadByAnotherReader(t *testing.T) {
	var root struct {
		XMLName xml.Name `xml:"svg"`
		Title   string   `xml:"title"`
		Text    []string `xml:"text"`
	}
	require.NoError(t, xml.Unmarshal(sample().SVG(), &root))
	assert.Equal(t, sample().Title, root.Title)
	assert.Contains(t, root.Text, "f/8, 1/60 s, ISO 100")
	assert.Contains(t, strings.Join(root.Text, "|"), "From above, 1 : 2")
}

func TestSVGHoldsWhateverARowHolds(t *testing.T) {
	s := sample()
	s.Title, s.Under = "Bell \x07 and \x00 zero", "\xff\ufffe é"
	s.Rows[0][0] = "\x1b[31mred"
	var root struct {
		Title string `xml:"title"`
	}
	require.NoError(t, xml.Unmarshal(s.SVG(), &root))
	assert.Equal(t, "Bell  and  zero", root.Title)
}

func TestPDFIsOnePageAndReadByAnotherReader(t *testing.T) {
	reader, err := exec.LookPath("pdftotext")
	if err != nil {
		t.Skip("pdftotext is not installed")
	}
	data, err := sample().PDF()
	require.NoError(t, err)
	file := filepath.Join(t.TempDir(), "set.pdf")
	require.NoError(t, os.WriteFile(file, data, 0o600))
	out, err := exec.Command(reader, "-layout", file, "-").Output()
	require.NoError(t, err)
	for _, words := range []string{"Quince pavlova", "Cake fork", "39.5", "weighted and tethered", "f/8"} {
		assert.Contains(t, string(out), words)
	}
	assert.Equal(t, 1, strings.Count(string(out), "\f"), "one page")
}

func TestPathsAreReadBack(t *testing.T) {
	assert.Equal(t, [][][2]float64{{{0, 0}, {100, 0}, {1.5, -2}}, {{3, 4}, {5, 6}, {7, 8}}}, runs("M0 0L100 0L1.5 -2ZM3 4L5 6L7 8Z"))
	assert.Empty(t, runs("nonsense"))
}
