package styling

import (
	"reflect"
	"strings"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/eating"
	"figladder/internal/craft/recipe"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func served(title, spoilt string, items ...string) Served {
	r := recipe.Recipe{Title: title}
	for _, in := range items {
		r.Ingredients = append(r.Ingredients, recipe.Ingredient{Item: in, Written: in, Understood: true})
	}
	return Served{Dish: title, Report: eating.Read(r, eating.Mark{}), Spoilt: spoilt}
}

func TestWhoKeepsAwayAndWhoEats(t *testing.T) {
	crew := []brief.Hand{{Name: "Ines", Does: "stylist", Avoids: []string{"sesame", "celery"}}, {Name: "Tam", Does: "assistant"}, {Name: "Oda", Does: "client", Avoids: []string{"milk"}}}
	s := SafetyOf(nil)
	s.ForCrew(crew, []Served{served("Ice cream", "", "black sesame seeds", "double cream"), served("Mussels", "", "mussels"), served("Drink", "lacquer on the glass", "gin")})
	require.Len(t, s.Allergies, 2, "nothing has celery")
	assert.Equal(t, []string{"Ice cream (black sesame seeds)"}, s.Allergies[0].Dishes)
	assert.Contains(t, s.Allergies[0].Words, "Somebody else handles it")
	assert.NotContains(t, s.Allergies[1].Words, "Somebody else handles it")
	require.Len(t, s.Eaters, 3)
	assert.Equal(t, []string{"Tam"}, s.Eaters[0].May)
	assert.Equal(t, []string{"Ines (sesame)", "Oda (milk)"}, s.Eaters[0].Not)
	assert.Len(t, s.Eaters[1].May, 3)
	assert.Equal(t, "Nobody: lacquer on the glass.", s.Eaters[2].Words)
	assert.Empty(t, s.Eaters[2].May)

	alone := SafetyOf(nil)
	alone.ForCrew(nil, []Served{served("Mussels", "", "mussels")})
	assert.Empty(t, alone.Eaters, "nobody to say it of")
}

// The brief offers just the groups that recipes are read for.
func TestTheCrewChoosesAmongWhatIsRead(t *testing.T) {
	f, _ := reflect.TypeFor[brief.Hand]().FieldByName("Avoids")
	assert.Equal(t, eating.Groups(), strings.Split(f.Tag.Get("enum"), ","))
}
