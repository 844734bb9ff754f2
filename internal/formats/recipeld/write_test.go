package recipeld

import (
	"encoding/json"
	"errors"
	"strings"
	"testing"

	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
	"github.com/piprate/json-gold/ld"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var pavlova = func() recipe.Recipe {
	r := recipe.Typed("Quince pavlova", "For the meringue:\n4 egg whites\n220 g caster sugar\n1½ tsp cornflour\nTop:\n2–3 quinces, peeled\nsalt to taste", "Meringue:\nWhisk the whites.\nBake for 90 minutes.\nTop:\nPile on the quinces.")
	r.Yield, r.PrepMin, r.TotalMin = "1 pavlova for 8", 45, 135
	return r
}()

// offline answers for schema.org's context, which only says that its terms are
// its own.
type offline struct{}

func (offline) LoadDocument(u string) (*ld.RemoteDocument, error) {
	if !strings.HasPrefix(u, "https://schema.org") {
		return nil, errors.New("no such context: " + u)
	}
	return &ld.RemoteDocument{DocumentURL: u, Document: map[string]any{"@context": map[string]any{"@vocab": "https://schema.org/"}}}, nil
}

// A JSON-LD processor that is not ours finds the same recipe.
func TestASecondReader(t *testing.T) {
	data, err := Write(pavlova)
	require.NoError(t, err)
	var doc any
	require.NoError(t, json.Unmarshal(data, &doc))
	opts := ld.NewJsonLdOptions("")
	opts.DocumentLoader = offline{}
	nodes, err := ld.NewJsonLdProcessor().Expand(doc, opts)
	require.NoError(t, err)
	require.Len(t, nodes, 1)
	n := nodes[0].(map[string]any)
	assert.Equal(t, []any{"https://schema.org/Recipe"}, n["@type"])
	value := func(key string, at int) any {
		return n["https://schema.org/"+key].([]any)[at].(map[string]any)["@value"]
	}
	assert.Equal(t, "Quince pavlova", value("name", 0))
	assert.Equal(t, "PT2H15M", value("totalTime", 0))
	assert.Equal(t, "1½ tsp cornflour", value("recipeIngredient", 2))
	assert.Len(t, n["https://schema.org/recipeInstructions"], 2, "two sections")
}

func TestWrittenRecipesReadBack(t *testing.T) {
	data, err := Write(pavlova)
	require.NoError(t, err)
	back, err := Read("as-made.json", data)
	require.NoError(t, err)
	assert.Equal(t, pavlova.Title, back.Title)
	assert.Equal(t, pavlova.Steps, back.Steps)
	assert.Equal(t, pavlova.Yield, back.Yield)
	assert.Equal(t, 135.0, back.TotalMin)
	require.Len(t, back.Ingredients, len(pavlova.Ingredients))
	for i, in := range pavlova.Ingredients {
		in.Group = ""
		assert.Equal(t, in, back.Ingredients[i])
	}
}

// A scaled recipe goes out with its own amounts, exactly.
func TestScaledAmountsGoOut(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		by := measure.Ratio(rapid.Int64Range(1, 40).Draw(t, "n"), rapid.Int64Range(1, 6).Draw(t, "d"))
		scaled, err := pavlova.Scaled(by)
		require.NoError(t, err)
		data, err := Write(scaled)
		require.NoError(t, err)
		back, err := Read("x.json", data)
		require.NoError(t, err)
		for i, in := range scaled.Ingredients {
			assert.Zero(t, in.High.Cmp(back.Ingredients[i].High), "%s as %s", in.High, back.Ingredients[i].Written)
			assert.Equal(t, in.Item, back.Ingredients[i].Item)
			assert.Equal(t, in.Note, back.Ingredients[i].Note)
		}
	})
}

func TestDurations(t *testing.T) {
	for min, want := range map[float64]string{0: "", 1: "PT1M", 60: "PT1H", 90: "PT1H30M", 1500: "PT25H"} {
		assert.Equal(t, want, duration(min))
		if want != "" {
			back, ok := Minutes(want)
			assert.True(t, ok)
			assert.Equal(t, min, back)
		}
	}
}
