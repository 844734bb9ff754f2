package eating

import (
	"testing"

	"figladder/internal/craft/recipe"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func report(lines string) Report { return Read(recipe.Typed("x", lines, ""), Mark{}) }

func names(r Report) map[string]bool {
	out := map[string]bool{}
	for _, a := range r.Allergens {
		out[a.Name] = a.Maybe
	}
	return out
}

// Each group has an ingredient that carries it and one that only sounds like it.
func TestAllergens(t *testing.T) {
	for _, c := range []struct{ name, with, without string }{
		{"cereals with gluten", "4 rye crispbreads", "100 g rice flour"},
		{"eggs", "4 egg whites", "1 aubergine"},
		{"fish", "500 g trout fillet", "1 fennel bulb"},
		{"peanuts", "50 g peanuts", "50 g peas"},
		{"soya", "1 tbsp soy sauce", "1 sorrel leaf"},
		{"milk", "300 ml double cream", "1 tsp cream of tartar"},
		{"nuts", "50 g hazelnuts", "1 tsp nutmeg"},
		{"celery", "2 sticks celery", "1 chicory"},
		{"mustard", "1 tsp mustard", "2 tbsp vinegar"},
		{"sesame", "60 g black sesame seeds", "60 g poppy seeds"},
		{"sulphites", "300 ml cider", "300 ml cold tea"},
		{"lupin", "50 g lupin", "50 g lentils"},
		{"molluscs", "1 kg mussels", "200 g oyster mushrooms"},
	} {
		assert.Contains(t, names(report(c.with)), c.name, c.with)
		assert.NotContains(t, names(report(c.without)), c.name, c.without)
	}
	assert.Contains(t, names(report("1 crab")), "crustaceans")
	assert.Contains(t, names(report("1 jar crab apple jelly")), "crustaceans", "named when in doubt")
	assert.True(t, names(report("50 g oats"))["cereals with gluten"], "depends on which oats")
	assert.False(t, names(report("50 g oats\n50 g wheat flour"))["cereals with gluten"])
	assert.Empty(t, report("1 pear\n4 leeks").Allergens)
}

func TestDiets(t *testing.T) {
	r := report("1 kg mussels\n300 ml cider\n50 g butter\n2 tbsp cider vinegar\n200 ml coconut milk")
	assert.Equal(t, []string{"mussels"}, r.Meat)
	assert.ElementsMatch(t, []string{"mussels", "butter"}, r.Animal)
	assert.Equal(t, []string{"cider"}, r.Alcohol)
	r = report("2 quinces\n1 tbsp honey")
	assert.Empty(t, r.Meat)
	assert.Equal(t, []string{"honey"}, r.Animal)
}

func TestTheMarkNeedsItsReasonAndIsSaid(t *testing.T) {
	require.Len(t, Mark{Altered: true}.Check(), 1)
	assert.Empty(t, Mark{Altered: true, Why: "clear matt coat"}.Check())
	assert.Empty(t, Mark{}.Check())
	r := Read(recipe.Typed("x", "1 pear\n7 or so 3s of things 9", ""), Mark{Altered: true, Why: "clear matt coat"})
	var codes []string
	for _, f := range r.Findings {
		codes = append(codes, f.Code)
	}
	assert.Equal(t, []string{"not-for-eating", "unread-lines"}, codes)
	assert.Empty(t, report("1 pear").Findings)
}
