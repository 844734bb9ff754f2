package draft

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Ingredients and what each may be strewn as beside its dish, "-" for nothing: those that the table was made with,
// and some labelled before it was run on them.
func TestWhatAnIngredientIsStrewnAs(t *testing.T) {
	misses := func(labelled map[string]string) (out []string) {
		for name, want := range labelled {
			got := "-"
			if thing, ok := strewn(name, "#804020"); ok {
				got = thing.Piece
				if got == "" {
					got = thing.Kind
				}
			}
			if got != want {
				out = append(out, name+": "+got+", not "+want)
			}
		}
		return out
	}
	assert.Empty(t, misses(map[string]string{
		"horseradish": "curl", "radishes": "round", "goat's curd": "-", "rice": "seed", "peach": "stone", "frozen peas": "berry", "pear": "half",
		"nutmeg": "-", "coconut milk": "-", "olive oil": "-", "green olives": "olive", "lemon juice": "-", "lemon": "citrus", "onion": "ring",
		"ground almonds": "-", "flaked almonds": "nut", "blueberries": "berry", "milk chocolate": "shard", "cress": "cress", "plums": "stone",
		"black peppercorns": "crumb", "mint leaves": "herbs", "butter": "-", "fennel seeds": "seed", "cherry tomatoes": "tomato",
	}))
	second := misses(map[string]string{
		"spring onions": "ring", "sprigs of thyme": "sprig", "redcurrants": "berry", "doughnuts": "-", "licorice": "-", "watercress": "cress",
		"goat's cheese": "flake", "parmesan": "curl", "walnut oil": "-", "walnuts": "nut", "orange zest": "curl", "blood orange": "citrus",
		"tomato purée": "-", "rye flour": "-", "rye bread": "crumb", "sesame seeds": "seed", "baby carrots": "round", "apricot jam": "-",
		"strawberries": "berry", "cucumber": "round", "flaky salt": "flake", "chicken": "-", "leeks": "ring", "pearl barley": "-", "basil leaves": "herbs",
		"dark chocolate": "shard", "white wine": "-", "grapes": "berry", "figs": "half", "peppermint tea": "-",
	})
	t.Logf("labelled before: %d missed %v", len(second), second)
	assert.LessOrEqual(t, len(second), 2)
}
