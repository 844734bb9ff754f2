package sheet

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"testing"
	"time"

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
		{Heading: "Cider mussels", Columns: []Column{{"", 2, false}, {"Shot", 16, false}, {"Hands", 6, true}}, Rows: [][]string{{Tick, "Crème poured over 1½ mussels, “steaming”", "2"}}},
		{Heading: "Method", Lines: []string{"1. Rinse – twice.", "2. Steam at 100 °C."}},
	}}
	pdf, err := s.PDF()
	require.NoError(t, err)
	got := read(t, pdf)
	for _, w := range []string{"Merrow Ferry Kitchen", "12 °C", "Cider mussels", "Crème poured over 1½ mussels, “steaming”", "Rinse – twice.", "1/1"} {
		assert.Contains(t, got, w)
	}
}

func TestALongListRunsOverPagesAndLosesNothing(t *testing.T) {
	s := Sheet{Title: "Long", Wide: true, At: time.Unix(0, 0), Parts: []Part{{Columns: []Column{{"Shot", Grid, false}}}}}
	for i := range 300 {
		s.Parts[0].Rows = append(s.Parts[0].Rows, []string{fmt.Sprintf("frame-%03d %s", i, "with words that go on and on and on until the line has to be broken somewhere in the middle of it because no sheet of paper is ever as wide as that, not even this one")})
	}
	pdf, err := s.PDF()
	require.NoError(t, err)
	got := read(t, pdf)
	for i := range 300 {
		assert.Contains(t, got, fmt.Sprintf("frame-%03d", i))
	}
}

func TestWhatTheFontLacksIsSeen(t *testing.T) {
	assert.Equal(t, "pear ? ½", plain("pear 梨 ½"))
	assert.Equal(t, "a b", plain("a\nb\x00"))
}
