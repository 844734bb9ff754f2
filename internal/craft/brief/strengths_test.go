package brief

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestWhatIsWorthKnowingOfACrew(t *testing.T) {
	told := func(b Brief, past map[string]int, wants map[Strength]int) string {
		var all []string
		for _, w := range b.CrewWords(past, wants) {
			all = append(all, w.Name+": "+w.Words)
		}
		return strings.Join(all, "\n")
	}
	assert.Empty(t, told(Brief{}, nil, map[Strength]int{Baking: 2}), "nobody said anything of anybody")
	b := Brief{Crew: []Hand{{Name: "Ada", Does: "photographer"}, {Name: " Ben", Does: "stylist", Strengths: []Strength{Drinks, Editorial}}}}
	got := told(b, map[string]int{"ada": 1, "ben": 3}, map[Strength]int{Drinks: 1, Baking: 2})
	assert.Equal(t, "Ada: With you on one shoot before.\n Ben: With you on 3 shoots before; strong in drinks, which one dish asks for.\n: Nobody of them is said to be strong in baking (2 dishes ask for it).", got)
	big := Brief{Kind: "commission", Crew: []Hand{{Name: "Ada", Does: "photographer"}}, Deliverables: []Deliverable{{Count: 9}}}
	assert.Contains(t, told(big, nil, nil), "9 finals are owed and nobody styles. One school")
	big.Deliverables[0].Count = 2
	assert.Empty(t, told(big, nil, nil), "a small one is styled by oneself")
	assert.Equal(t, Drinks, WantsOf("drink", ""))
	assert.Equal(t, Baking, WantsOf("plate", "tart"))
	assert.Empty(t, WantsOf("bowl", "curry"))
}
