package sheet

import (
	"bytes"
	"context"
	"fmt"
	"image/png"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/johnfercher/maroto/v2/pkg/core"
	"github.com/johnfercher/maroto/v2/pkg/core/entity"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// read is a second reader: Debian's pdftotext.
func read(t *testing.T, pdf []byte) string {
	t.Helper()
	path := filepath.Join(t.TempDir(), "sheet.pdf")
	require.NoError(t, os.WriteFile(path, pdf, 0o600))
	out, err := exec.Command("pdftotext", "-layout", path, "-").CombinedOutput()
	require.NoError(t, err, string(out))
	return string(out)
}

func TestASecondReaderFindsEveryWord(t *testing.T) {
	s := Sheet{Title: "Merrow Ferry Kitchen", Under: "Thursday 3 December 2026 · 12 °C", At: time.Unix(1700000000, 0), Parts: []Part{
		{Heading: "Cider mussels", Columns: []Column{{Width: 2}, {Name: "Shot", Width: 16}, {Name: "Hands", Width: 6, Right: true}}, Rows: [][]string{{Tick, "Crème poured over 1½ mussels, “steaming”", "2"}}},
		{Heading: "Method", Lines: []string{"1. Rinse – twice.", "2. Steam at 100 °C."}},
	}}
	pdf, err := s.PDF(t.Context())
	require.NoError(t, err)
	got := read(t, pdf)
	for _, w := range []string{"Merrow Ferry Kitchen", "12 °C", "Cider mussels", "Crème poured over 1½ mussels, “steaming”", "Rinse – twice.", "1/1"} {
		assert.Contains(t, got, w)
	}
}

func TestALongListRunsOverPagesAndLosesNothing(t *testing.T) {
	s := Sheet{Title: "Long", Wide: true, At: time.Unix(0, 0), Parts: []Part{{Columns: []Column{{Name: "Shot", Width: Grid}}}}}
	for i := range 300 {
		s.Parts[0].Rows = append(s.Parts[0].Rows, []string{fmt.Sprintf("frame-%03d %s", i, "with words that go on and on and on until the line has to be broken somewhere in the middle of it because no sheet of paper is ever as wide as that, not even this one")})
	}
	pdf, err := s.PDF(t.Context())
	require.NoError(t, err)
	got := read(t, pdf)
	for i := range 300 {
		assert.Contains(t, got, fmt.Sprintf("frame-%03d", i))
	}
}

// A drawing comes out where its shapes are, in their colours, and stands in its row: seen by
// Debian's pdfimages.
func TestADrawingStandsInItsRow(t *testing.T) {
	d := Drawing{Width: 96, Height: 64, Shapes: []Shape{{"M0 0L96 0L96 64L0 64Z", "#8d8580", false}, {"M40 20L60 20L60 40L40 40Z", "#c06030", true}, {"nonsense", "#000000", true}}}
	picture, err := png.Decode(bytes.NewReader(d.png()))
	require.NoError(t, err)
	at := func(x, y int) string {
		r, g, b, _ := picture.At(x*dots, y*dots).RGBA()
		return fmt.Sprintf("#%02x%02x%02x", r>>8, g>>8, b>>8)
	}
	assert.Equal(t, []string{"#8d8580", "#c06030", "#201a22", "#8d8580"}, []string{at(5, 5), at(50, 30), at(40, 30), at(80, 50)})
	s := Sheet{Title: "Drawn", At: time.Unix(0, 0), Parts: []Part{{Columns: []Column{{Name: "Sketch", Width: 4, Drawn: true}, {Name: "Shot", Width: 20}}, Rows: [][]string{{"", "Hero"}, {"", "Detail"}}, Drawn: []Drawing{d, d}}}}
	pdf, err := s.PDF(t.Context())
	require.NoError(t, err)
	assert.Contains(t, read(t, pdf), "Detail")
	path := filepath.Join(t.TempDir(), "sheet.pdf")
	require.NoError(t, os.WriteFile(path, pdf, 0o600))
	out, err := exec.Command("pdfimages", "-list", path).CombinedOutput()
	require.NoError(t, err, string(out))
	assert.Contains(t, string(out), "288   192")
}

// counted counts what is asked of a component.
type counted struct {
	core.Component
	asked *int
}

func (c counted) Render(core.Provider, *entity.Cell) { *c.asked++ }

func (c counted) GetHeight(core.Provider, *entity.Cell) float64 {
	*c.asked++
	return 7
}

// leaves is left after it was asked a number of times whether it was.
type leaves struct {
	context.Context
	after, asked int
}

func (l *leaves) Err() error {
	if l.asked++; l.asked > l.after {
		return context.Canceled
	}
	return nil
}

func TestNoMoreIsMeasuredOrDrawnForWhoHasLeft(t *testing.T) {
	asked := 0
	c := leaving(&leaves{t.Context(), 2, 0}, counted{asked: &asked})
	assert.Equal(t, 7.0, c.GetHeight(nil, nil))
	c.Render(nil, nil)
	assert.Equal(t, 2, asked)
	c.GetHeight(nil, nil)
	c.Render(nil, nil)
	assert.Equal(t, 2, asked)
	s := Sheet{Title: "Left", At: time.Unix(0, 0), Parts: []Part{{Lines: []string{"one", "two"}, Columns: []Column{{Name: "Shot", Width: Grid}}, Rows: [][]string{{"Hero"}, {"Detail"}}}}}
	whole := &leaves{t.Context(), 1000, 0}
	_, err := s.PDF(whole)
	require.NoError(t, err)
	for after := range whole.asked {
		_, err := s.PDF(&leaves{t.Context(), after, 0})
		assert.ErrorIs(t, err, context.Canceled, "left after %d of %d", after, whole.asked)
	}
}

// A heading stands on the page of its first picture's words, and no page is left nearly empty
// for it.
func TestAHeadingStaysWithItsPictures(t *testing.T) {
	for lines := range 6 { // whatever comes before, so that every place on the page is a foot once
		s := Sheet{Title: "Contact", Wide: true, At: time.Unix(0, 0)}
		for range lines {
			s.Parts = append(s.Parts, Part{Lines: []string{"A line before it."}})
		}
		for n := range 9 {
			p := Part{Heading: fmt.Sprintf("Heading-%d", n)}
			for i := range 1 + 3*n%8 {
				p.Pictures = append(p.Pictures, Picture{Drawing: Drawing{Width: 96, Height: 64}, Caption: fmt.Sprintf("words-%d-%d", n, i)})
			}
			s.Parts = append(s.Parts, p)
		}
		pdf, err := s.PDF(t.Context())
		require.NoError(t, err)
		pages := strings.Split(read(t, pdf), "\f")
		on := func(words string) int {
			for i, p := range pages {
				if strings.Contains(p, words) {
					return i
				}
			}
			return -1
		}
		for n := range 9 {
			require.GreaterOrEqual(t, on(fmt.Sprintf("Heading-%d", n)), 0)
			assert.Equal(t, on(fmt.Sprintf("Heading-%d", n)), on(fmt.Sprintf("words-%d-0", n)), "%d lines before, heading %d", lines, n)
		}
		assert.LessOrEqual(t, len(pages), 7)
	}
}
