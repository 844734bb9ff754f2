package scene

import (
	"reflect"
	"strings"
	"testing"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/light"
	"figladder/internal/craft/words"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// tagged are the words that a field's tag lists.
func tagged(t *testing.T, of any, field string) []string {
	t.Helper()
	f, ok := reflect.TypeOf(of).FieldByName(field)
	require.True(t, ok, field)
	return strings.Split(f.Tag.Get("enum"), ",")
}

// What a field offers is what the rules know: a word that is added to one and forgotten in
// another fails here.
func TestEveryWordThatIsOfferedIsKnown(t *testing.T) {
	assert.ElementsMatch(t, tagged(t, Thing{}, "Kind"), Kinds)
	for _, k := range Kinds {
		assert.Contains(t, usualSizes, k)
		_, err := Start().WithThing(k)
		assert.NoError(t, err)
	}
	assert.Len(t, usualSizes, len(Kinds))
	for _, k := range words.LightKinds {
		assert.Contains(t, usualLights, k)
	}
	assert.Len(t, usualLights, len(words.LightKinds))
	for _, f := range words.CardFaces {
		assert.Contains(t, cardShown, f)
		if f != words.Diffuser {
			assert.Contains(t, light.Surfaces, f)
		}
	}
	for _, k := range tagged(t, almanac.Outside{}, "Kind") {
		_, known := almanac.Through[k]
		assert.True(t, known || k == "wall", k)
		o := almanac.StartOutside()
		o.Kind = k
		assert.Empty(t, o.Check(""))
	}
	for _, f := range words.Finishes {
		if f != words.Matt {
			assert.Contains(t, gloss, f)
		}
	}
}
