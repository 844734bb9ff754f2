package recipe

import (
	"testing"

	"figladder/internal/craft/measure"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestIngredientLines(t *testing.T) {
	for _, row := range []struct{ line, amount, item, note string }{
		{"1 1/2 cups (190 g) flour, sifted", "1 1/2 cup", "flour", "190 g; sifted"},
		{"½ tsp fine salt", "1/2 tsp", "fine salt", ""},
		{"1½ tsp fine salt", "1 1/2 tsp", "fine salt", ""},
		{"2–3 sprigs thyme", "2–3 sprig", "thyme", ""},
		{"2 to 3 sprigs of thyme", "2–3 sprig", "thyme", ""},
		{"a pinch of smoked salt", "1 pinch", "smoked salt", ""},
		{"pinch of salt", "1 pinch", "salt", ""},
		{"1 x 400 g tin white beans", "1 tin", "white beans", "400 g each"},
		{"2 (400 g) tins white beans", "2 tin", "white beans", "400 g each"},
		{"juice of 2 lemons", "2", "lemons", "juice"},
		{"salt to taste", "", "salt", "to taste"},
		{"Sea salt", "", "Sea salt", ""},
		{"225g/8oz butter, softened", "225 g", "butter", "8oz; softened"},
		{"3 cloves garlic, crushed", "3 clove", "garlic", "crushed"},
		{"4 cloves", "4", "cloves", ""},
		{"2 large eggs", "2", "eggs", "large"},
		{"1 large handful parsley", "1 handful", "parsley", "large"},
		{"200ml double cream", "200 ml", "double cream", ""},
		{"1,5 l water", "1 1/2 l", "water", ""},
		{"1 tablespoon butter or margarine", "1 tbsp", "butter", "or margarine"},
		{"a few bay leaves", "", "bay leaves", "a few"},
		{"half a cucumber", "1/2", "cucumber", ""},
		{"5 cm piece ginger", "5 cm", "ginger", ""},
		{"2 fl oz cider brandy", "2 fl oz", "cider brandy", ""},
		{"• 1 kg mussels, scrubbed", "1 kg", "mussels", "scrubbed"},
		{"1 cup plus 2 tbsp sugar", "1 cup + 2 tbsp", "sugar", ""},
		{"1 lemon, to serve", "1", "lemon", "to serve"},
		{"Icing sugar for dusting", "", "Icing sugar", "for dusting"},
		{"4 egg whites (about 140 g)", "4", "egg whites", "about 140 g"},
		{"dozen quail eggs", "12", "quail eggs", ""},
		{"2 dozen oysters", "24", "oysters", ""},
		{"4 skinless, boneless chicken thighs, halved", "4", "boneless chicken thighs", "skinless; halved"},
		{"2 Good-quality, ripe tomatoes", "2", "ripe tomatoes", "Good-quality"},
		{"half a dozen oysters", "6", "oysters", ""},
		{"a dozen oysters", "12", "oysters", ""},
		{"6 plump, juicy prawns", "6", "juicy prawns", "plump"},
		{"2 onions, sliced", "2", "onions", "sliced"},
		{"3 T. rice vinegar", "3 tbsp", "rice vinegar", ""},
		{"2 t. salt", "2 tsp", "salt", ""},
		{"1 lb 2 oz plaice", "18 oz", "plaice", ""},
		{"1 kg 200 g carrots", "1200 g", "carrots", ""},
		{"scant 1 cup cream", "1 cup", "cream", "scant"},
		{"one 2-inch strip lemon zest", "1 strip", "lemon zest", "2 inch each"},
	} {
		i := ParseIngredient(row.line)
		assert.True(t, i.Understood, row.line)
		assert.Equal(t, row.amount, i.Amount(), row.line)
		assert.Equal(t, row.item, i.Item, row.line)
		assert.Equal(t, row.note, i.Note, row.line)
	}
}

func TestNotUnderstoodIsSaidNotGuessed(t *testing.T) {
	for _, line := range []string{"flour 200 g 7", "3-1 eggs", "12345", "mix of 3 kinds of 7 seeds", "1 lb 200 g of what nobody writes"} {
		i := ParseIngredient(line)
		assert.False(t, i.Understood, line)
		assert.Equal(t, line, i.Item)
		assert.True(t, i.High.IsZero())
	}
}

func TestHeadingsGroup(t *testing.T) {
	all := ParseIngredients([]string{"For the meringue:", "4 egg whites", "", "For the top:", "2 quinces"})
	assert.Len(t, all, 2)
	assert.Equal(t, "For the meringue", all[0].Group)
	assert.Equal(t, "For the top", all[1].Group)
}

func TestTyped(t *testing.T) {
	r := Typed(" Toddy ", "1 pear\n50 ml spirit", "1. Warm the pear.\nTo serve:\n2) Pour into the glass.\n")
	assert.Equal(t, "Toddy", r.Title)
	assert.Len(t, r.Ingredients, 2)
	assert.Equal(t, []Step{{"", "Warm the pear."}, {"To serve", "Pour into the glass."}}, r.Steps)
	assert.NotNil(t, Typed("", "", "").Steps)
}

func FuzzParseIngredient(f *testing.F) {
	for _, s := range []string{"1 1/2 cups (190 g) flour, sifted", "½", "(", "1/0 cup", "1 x 400 g", "juice of", "－３ kg", "a", "\xff\xfe"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, line string) {
		i := ParseIngredient(line)
		if i.Low.Cmp(i.High) > 0 {
			t.Fatalf("low above high for %q", line)
		}
		if i.Item == "" && i.Written != "" {
			t.Fatalf("nothing left of %q", line)
		}
	})
}

// An amount in two units is both of them: shown, scaled, weighed and told together.
func TestAnAmountInTwoUnitsIsBoth(t *testing.T) {
	in := ParseIngredient("1/3 cup + 1 tbsp caster sugar")
	assert.True(t, in.Understood)
	assert.Equal(t, "1/3 cup + 1 tbsp", in.Amount())
	assert.Equal(t, "caster sugar", in.Item)
	assert.Equal(t, "1/3 cup + 1 tbsp caster sugar", in.Line())
	r := Recipe{Ingredients: []Ingredient{in}}
	twice, err := r.Scaled(measure.Ratio(2, 1))
	require.NoError(t, err)
	assert.Equal(t, "2/3 cup + 2 tbsp", twice.Ingredients[0].Amount())
	alone := Recipe{Ingredients: []Ingredient{ParseIngredient("1/3 cup caster sugar"), ParseIngredient("1 tbsp caster sugar")}}
	assert.InDelta(t, alone.ByWeight(measure.Metric, "").Shares[0].Grams, r.ByWeight(measure.Metric, "").Shares[0].Grams, 1e-9)
	assert.Equal(t, "94 g", ParseIngredient("1/3 cup + 1 tbsp water").Told("grams", measure.US))
	for _, line := range []string{"1 egg + 1 yolk", "1 can plus 2 tbsp coconut milk", "100 g plus 2 tbsp flour"} {
		assert.Empty(t, ParseIngredient(line).Plus.Unit, line)
	}
}
