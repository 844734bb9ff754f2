package words

import (
	"go/ast"
	"go/parser"
	"go/token"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every constant of a vocabulary is in its list once: a word that is added but not listed
// would be refused by the API.
func TestEveryWordIsListedOnce(t *testing.T) {
	lists := map[string][]string{"Finish": Finish("").Words(), "Angle": Angle("").Words(), "Direction": Direction("").Words(), "Hold": Hold("").Words(),
		"LightKind": LightKind("").Words(), "CardFace": CardFace("").Words(), "DishState": DishState("").Words()}
	written := map[string][]string{}
	files, err := filepath.Glob("*.go")
	require.NoError(t, err)
	for _, name := range files {
		if strings.HasSuffix(name, "_test.go") {
			continue
		}
		src, err := os.ReadFile(name)
		require.NoError(t, err)
		f, err := parser.ParseFile(token.NewFileSet(), name, src, 0)
		require.NoError(t, err)
		ast.Inspect(f, func(n ast.Node) bool {
			v, ok := n.(*ast.ValueSpec)
			if !ok || len(v.Values) != 1 || v.Type == nil {
				return true
			}
			if lit, ok := v.Values[0].(*ast.BasicLit); ok {
				kind := v.Type.(*ast.Ident).Name
				written[kind] = append(written[kind], strings.Trim(lit.Value, `"`))
			}
			return true
		})
	}
	require.Len(t, written, len(lists))
	for kind, list := range lists {
		assert.ElementsMatch(t, written[kind], list, kind)
		assert.NotContains(t, list, "", kind)
	}
}

func TestAnglesStandForElevationsFromAboveToBelow(t *testing.T) {
	last := 91.0
	for _, a := range Angles {
		deg, ok := a.Deg()
		require.True(t, ok, a)
		assert.Less(t, deg, last)
		assert.Equal(t, a, AngleAt(deg))
		last = deg
	}
	_, ok := Angle("aslant").Deg()
	assert.False(t, ok)
	assert.False(t, StraightDown.Against())
	assert.True(t, Low.Against())
	assert.False(t, Angle("").Against(), "no angle is against nothing")
}

func TestWhatWaitsAndWhatHurries(t *testing.T) {
	for h, want := range map[Hold][2]bool{Keeps: {true, false}, Holds: {true, false}, "": {true, false}, Steams: {false, true}, Melts: {false, true}, Wilts: {false, true}, Falls: {false, true}, Seconds: {false, false}} {
		assert.Equal(t, want, [2]bool{h.Waits(), h.Hurries()}, "%q", h)
	}
	assert.True(t, Gloss.Shines() && Mirror.Shines() && !Satin.Shines() && !Matt.Shines())
	assert.True(t, Window.Daylight() && RoofLight.Daylight() && !Softbox.Daylight())
}
