package hold

import (
	"math"
	"math/rand/v2"
	"testing"

	"figladder/internal/craft/drink"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestEveryClassHasARangeAndAReason(t *testing.T) {
	seen := map[string]bool{}
	for _, c := range Classes() {
		assert.False(t, seen[c.Key], c.Key)
		seen[c.Key] = true
		assert.Less(t, c.Range.From, c.Range.To, c.Key)
		assert.NotEmpty(t, c.Because+c.Dies+c.StandIn+c.Source, c.Key)
	}
	assert.GreaterOrEqual(t, len(seen), 30)
}

// Names written and labelled before the table was run on them.
func TestNamesFindTheirClass(t *testing.T) {
	for name, want := range map[string]string{
		"lemon ice cream": "ice cream", "black sesame ice cream": "ice cream", "tonic water": "fizz", "crushed ice": "ice", "flaky sea salt": "salt",
		"rocket": "leaves", "dill": "herbs", "double cream, whipped": "cream", "horseradish cream": "cream", "poached quince": "cut fruit", "mussels": "fish",
		"smoked trout": "fish", "rye crispbread": "toast", "maple syrup": "syrup", "a knob of butter": "melt", "poached eggs": "yolk", "sea beet": "veg",
		"dry cider": "fizz", "icing sugar": "icing", "pear": "cut fruit", "raspberries": "berries", "croutons": "crisp", "beetroot soup": "soup", "meringue": "meringue",
		"steak": "meat", "soba noodles": "pasta", "brown rice": "rice", "gravy": "sauce", "steam": "steam", "chocolate sauce": "chocolate", "Cider mussels with sea beet": "fish", "cured trout on rye crispbread": "fish", "cream (lightly whipped)": "cream",
	} {
		c, ok := Of(name)
		assert.True(t, ok, name)
		assert.Equal(t, want, c.Key, name)
	}
	for _, name := range []string{"star anise", "water", "salt", "", "juniper berry tree", "sloe spirit", "apple juice", "chicken stock", "pear brandy"} {
		_, ok := Of(name)
		assert.False(t, ok, name)
	}
}

func TestOwnTimesReplaceTheRangeOnceThereAreThree(t *testing.T) {
	logs := []Log{{"foam", "", 40}, {"foam", "", 75}, {"ice cream", "", 400}}
	usual := Components([]string{"milk foam"}, logs)
	require.Len(t, usual, 1)
	c, _ := ByKey("foam")
	assert.Equal(t, c.Range, usual[0].Range, "two are not enough")
	assert.Zero(t, usual[0].Own)
	own := Components([]string{"milk foam"}, append(logs, Log{"foam", "", 55}))
	assert.Equal(t, drink.Span{From: 40, To: 75}, own[0].Range)
	assert.Equal(t, 3, own[0].Own)
}

// The order against every order there is: none leaves more to the one that has the least.
func TestNoOrderLeavesMore(t *testing.T) {
	rng := rand.New(rand.NewPCG(4, 9))
	for range 300 {
		n := 1 + rng.IntN(6)
		var parts []Component
		for range n {
			parts = append(parts, Component{Name: "x", Range: drink.Span{From: float64(10 + rng.IntN(300)), To: 400}, PlaceS: float64(1 + rng.IntN(60))})
		}
		least := math.Inf(1)
		for _, s := range Order(parts, 8).Steps {
			least = math.Min(least, s.SpareS)
		}
		best := math.Inf(-1)
		var walk func(left []Component, done []Component)
		walk = func(left, done []Component) {
			if len(left) == 0 {
				after, worst := 8.0, math.Inf(1)
				for i := len(done) - 1; i >= 0; i-- {
					worst = math.Min(worst, done[i].Range.From-after)
					after += done[i].PlaceS
				}
				best = math.Max(best, worst)
				return
			}
			for i := range left {
				rest := append(append([]Component{}, left[:i]...), left[i+1:]...)
				walk(rest, append(append([]Component{}, done...), left[i]))
			}
		}
		walk(parts, nil)
		assert.InDelta(t, best, least, 1e-9)
	}
}

func TestAPlanSaysWhatDiesFirst(t *testing.T) {
	p := Order(Components([]string{"pear", "tonic water", "flaky sea salt", "ice"}, nil), 10)
	require.Len(t, p.Steps, 4)
	assert.Equal(t, "flaky sea salt", p.Steps[3].Name, "what lasts least goes on last")
	assert.Equal(t, "pear", p.Steps[0].Name)
	assert.True(t, p.Fits, p.Words)
	assert.Contains(t, p.Words, "dies first")
	late := Order(Components([]string{"smoke", "a flame", "steam"}, nil), 30)
	assert.False(t, late.Fits)
	assert.Contains(t, late.Words, "Not alive")
	assert.Contains(t, Order(nil, 5).Words, "take your time")
}
