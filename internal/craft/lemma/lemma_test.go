package lemma

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestLemmas(t *testing.T) {
	for word, want := range map[string]string{"Poured": "pour", "whisking": "whisk", "strewn": "strew", "halved": "halve", "dipping": "dip", "slit": "slit", "gribbled": "gribbled", "": ""} {
		assert.Equal(t, want, Of(word), word)
	}
}

func TestSingulars(t *testing.T) {
	for noun, want := range map[string]string{"peaches": "peach", "radishes": "radish", "cookies": "cookie", "leaves": "leaf", "tomatoes": "tomato", "cherries": "cherry", "olives": "olive", "cloves": "clove",
		"knives": "knife", "anchovies": "anchovy", "pies": "pie", "veggies": "veggie", "dishes": "dish", "asparagus": "asparagus", "hummus": "hummus", "molasses": "molasses", "couscous": "couscous", "citrus": "citrus",
		"dressing": "dressing", "filling": "filling", "watercress": "watercress", "peas": "pea", "": ""} {
		assert.Equal(t, want, Singular(noun), noun)
	}
}
