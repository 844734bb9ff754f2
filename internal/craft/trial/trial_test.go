package trial

import (
	"testing"

	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func made(name, ingredients, method string, verdict Verdict, faults ...string) Named {
	return Named{ID: name, Name: name, Recipe: recipe.Typed("Pavlova", ingredients, method), Verdict: verdict, Faults: faults}
}

var pavlovas = []Named{
	made("First", "4 egg whites\n260 g caster sugar\n1 tsp cornflour", "Bake at 150 °C for 60 minutes.", Fails, "cracks", "weeps"),
	made("Second", "4 egg whites\n220 g caster sugar\n1 tsp cornflour", "Bake at 150 °C for 60 minutes.", Fails, "cracks", "weeps"),
	made("Third", "4 egg whites\n220 g caster sugar\n1 tsp cornflour", "Bake at 120 °C for 90 minutes.", Nearly, "cracks"),
}

func TestStepsSayWhatChanged(t *testing.T) {
	s := Steps(pavlovas, measure.Metric)
	require.Len(t, s, 2)
	require.NotEmpty(t, s[0].Changes)
	kinds := map[string]string{}
	for _, c := range s[0].Changes {
		kinds[c.Item] = c.Kind
	}
	assert.Equal(t, "less", kinds["caster sugar"])
	assert.Empty(t, s[0].Method)
	assert.Empty(t, s[1].Changes, "only the oven changed")
	assert.Equal(t, []string{"120 °C, was 150 °C", "90 min, was 60 min"}, s[1].Method)
	assert.Equal(t, []string{"Weeps or leaks water"}, s[1].Gone)
	assert.Empty(t, Steps(pavlovas[:1], measure.Metric))
}

func TestNextKnowsWhatWasTried(t *testing.T) {
	ideas := Next(pavlovas, measure.Metric)
	require.Len(t, ideas, 4, "the causes of cracks")
	last := ideas[len(ideas)-1]
	assert.Equal(t, "tried", last.State)
	assert.Equal(t, "Bake cooler, and longer", last.Try)
	assert.Contains(t, last.Words, "Third: 120 °C, was 150 °C")
	assert.Equal(t, "open", ideas[0].State, "what was not tried comes first")
	assert.Empty(t, Next(nil, measure.Metric))
	assert.Empty(t, Next([]Named{made("x", "1 egg", "", Works)}, measure.Metric))

	runs := []Named{
		made("A", "500 ml milk\n20 g cornflour", "", Fails, "runs"),
		made("B", "500 ml milk\n40 g cornflour", "", Works),
		made("C", "500 ml milk\n25 g cornflour", "", Fails, "runs"),
	}
	for _, i := range Next(runs, measure.Metric) {
		if i.Try == "More of what sets it: cornflour, gelatine, egg" {
			assert.Equal(t, "helped", i.State)
			assert.Contains(t, i.Words, "came back")
			return
		}
	}
	t.Fatal("the cause is missing")
}

func TestCompareAsRatios(t *testing.T) {
	c := Compare([]Named{
		made("Ours", "200 g flour\n100 g unsalted butter\n1 egg", "Bake for half an hour.", Works),
		made("Aunt's", "400 g plain flour\n150 g butter\n2 eggs\n50 g sugar\na pinch of salt", "", Open),
	}, measure.Metric, "flour")
	assert.Equal(t, "flour", c.Base)
	assert.Equal(t, []string{"egg", "flour", "unsalted butter"}, c.Bases)
	by := map[string]Line{}
	for _, l := range c.Lines {
		by[recipe.Thing(l.Item)] = l
	}
	assert.InDelta(t, 100, by["flour"].Cells[0].Percent, 1e-9)
	assert.InDelta(t, 100, by["flour"].Cells[1].Percent, 1e-9)
	assert.InDelta(t, 50, by["butter"].Cells[0].Percent, 1e-9)
	assert.InDelta(t, 37.5, by["butter"].Cells[1].Percent, 1e-9)
	assert.InDelta(t, 25, by["egg"].Cells[0].Percent, 1e-9)
	assert.False(t, by["sugar"].Cells[0].In)
	assert.InDelta(t, 12.5, by["sugar"].Cells[1].Percent, 1e-9)
	assert.Equal(t, "butter", recipe.Thing(c.Lines[0].Item), "where they differ most comes first")
	assert.Equal(t, []string{"a pinch of salt"}, c.Columns[1].Left, "what has no weight is listed, not guessed")
	assert.Equal(t, 30.0, c.Columns[0].Bakes[0].Value)

	assert.Empty(t, Compare([]Named{made("a", "1 egg", "", Open), made("b", "1 kg leeks", "", Open)}, measure.Metric, "egg").Base, "a base must be in all")
}

// A recipe made any number of times over is the same recipe.
func TestScalingChangesNoRatio(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := recipe.Typed("x", "200 g flour\n100 g butter\n3 eggs\n250 ml milk", "")
		by := measure.Ratio(rapid.Int64Range(1, 60).Draw(t, "n"), rapid.Int64Range(1, 7).Draw(t, "d"))
		s, err := r.Scaled(by)
		require.NoError(t, err)
		c := Compare([]Named{{Name: "a", Recipe: r}, {Name: "b", Recipe: s}}, measure.Metric, "flour")
		for _, l := range c.Lines {
			assert.InDelta(t, 0, l.Spread, 1e-6, l.Item)
		}
		assert.Empty(t, Steps([]Named{{Name: "a", Recipe: r}, {Name: "b", Recipe: s}}, measure.Metric)[0].Changes)
	})
}

func TestVocabulary(t *testing.T) {
	assert.GreaterOrEqual(t, len(Faults), 15)
	for _, f := range Faults {
		assert.GreaterOrEqual(t, len(f.Causes), 2, f.Key)
		got, ok := FaultOf(f.Key)
		assert.True(t, ok)
		assert.Equal(t, f.Words, got.Words)
	}
	_, ok := FaultOf("haunted")
	assert.False(t, ok)
}

func TestCheck(t *testing.T) {
	good := Trial{Name: "First", Kind: "trial", Day: "2026-11-20", Faults: []string{"cracks"}, Verdict: Nearly}
	assert.Empty(t, good.Check())
	var paths []string
	for _, p := range (Trial{Name: " ", Kind: "guess", Day: "2026-13-01", Faults: []string{"haunted"}, Verdict: "maybe"}).Check() {
		paths = append(paths, p.Path)
	}
	assert.Equal(t, []string{"name", "kind", "day", "verdict", "faults.0"}, paths)
}
