package fonts

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/image/font/sfnt"
	"golang.org/x/image/math/fixed"
)

// What our own sheets write, and names of people and dishes in the languages that the fonts
// speak, can be drawn by every face.
func TestEveryFaceHasWhatSheetsWrite(t *testing.T) {
	for _, r := range "⌀ ° × − – … “” ’ ½ ¼ ¾ ⅛ € £ $ □ ■ ▲ ○ ● → ← ↑ ↓ ≈ ≤ ≥ √ Δ ² µ · é ñ ß ø å ç ă ő ł š ž Ð Þ ŵ Ελλάς Жук" {
		assert.True(t, Has(r), "%c", r)
	}
	assert.False(t, Has('梨'))
	assert.Equal(t, "pear ? ½", Plain("pear 梨 ½"))
	assert.Equal(t, "1 2/3 cup", Plain("1 ⅔ cup"))
	assert.Equal(t, "a b", Plain("a\nb\x00"))
	assert.Equal(t, "10 000", Plain("10\u202f000"))
}

// A sign is not only there but has a shape: a sign of the page's font keeps its own width,
// and the diameter looks like a slashed letter.
func TestSignsHaveAShape(t *testing.T) {
	for i, f := range faces {
		var b sfnt.Buffer
		shape := func(r rune) sfnt.Segments {
			g, err := f.GlyphIndex(&b, r)
			require.NoError(t, err)
			s, err := f.LoadGlyph(&b, g, fixed.I(1000), nil)
			require.NoError(t, err)
			return append(sfnt.Segments{}, s...)
		}
		assert.Equal(t, shape('Ø'), shape('⌀'), "face %d", i)
		assert.NotEqual(t, shape('O'), shape('⌀'), "face %d", i)
		for _, r := range "a1□▲½Ж" {
			assert.Greater(t, len(shape(r)), 3, "%c in face %d", r, i)
		}
	}
}
