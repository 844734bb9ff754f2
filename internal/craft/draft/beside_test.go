package draft

import (
	"strings"
	"testing"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
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
		"horseradish": "curl", "radishes": "round", "goat's curd": "-", "rice": "seed", "peach": "stone", "frozen peas": "berry", "pear": "pear",
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

// Dishes and the fruit that lies on them, "" for none: labelled before the code was run on them.
func TestWhatLiesOnATart(t *testing.T) {
	missed := []string{}
	for _, d := range []struct{ title, ingredients, want string }{
		{"Apple tart", "4 apples;pastry", "half"}, {"Plum frangipane", "8 plums;ground almonds", "stone"}, {"Raspberry and almond tart", "raspberries", "berry"},
		{"Fig and goat's cheese tart", "6 figs;goat's cheese", "half"}, {"Tomato tart", "tomatoes;mustard", "tomato"}, {"Lemon tart", "4 lemons;eggs", ""},
		{"Leek quiche", "3 leeks;cream", ""}, {"Dark chocolate tart", "dark chocolate;cream", ""}, {"Quince tart", "2 quinces", "slice"},
		{"Custard tart", "nutmeg;eggs;milk", ""}, {"Blackberry galette", "blackberries", "berry"}, {"Apricot flan", "apricots;vanilla", "stone"},
		{"Bakewell tart", "raspberry jam;ground almonds", ""}, {"Beetroot tarte with feta", "beetroots;feta", "round"}, {"Autumn tart", "shortcrust pastry;3 pears;honey", "pear"},
		{"Pear tart with blackberries", "pears;blackberries", "pear"},
	} {
		fruit, _ := laidOn("tart", &Dish{Title: d.title, Ask: cupboard.Ask{Ingredients: strings.Split(d.ingredients, ";")}})
		if fruit.Piece != d.want {
			missed = append(missed, d.title+": "+fruit.Piece+", not "+d.want)
		}
		assert.Equal(t, d.want != "", fruit.Colour != "", d.title)
	}
	t.Logf("%d missed %v", len(missed), missed)
	assert.LessOrEqual(t, len(missed), 1)
	_, ok := laidOn("soup", &Dish{Title: "Pear soup"})
	assert.False(t, ok)
}

// A spoon across a jug's rim is no place for it; on a board it is.
func TestNothingIsLaidOnSomethingTall(t *testing.T) {
	s := scene.Start()
	s.Things = []scene.Thing{{Kind: "jug", On: true, XMm: 300, YMm: 300, WidthMm: 90, HeightMm: 120, Colour: "#888888"}, {Kind: "spoon", On: true, XMm: 341, YMm: 300, WidthMm: 30, DepthMm: 140, HeightMm: 4, Colour: "#888888"}}
	assert.Equal(t, 1, perched(s, s.Objects(scene.Rough)))
	s.Things[0] = scene.Thing{Kind: "board", On: true, XMm: 300, YMm: 300, WidthMm: 300, DepthMm: 300, HeightMm: 30, Colour: "#888888"}
	assert.Zero(t, perched(s, s.Objects(scene.Rough)))
	s.Things[1].LiftMm = 60 // on a riser, as it was told
	assert.Zero(t, perched(s, s.Objects(scene.Rough)))
}

func TestCutleryLiesThroughNothing(t *testing.T) {
	s := scene.Start()
	s.Things = []scene.Thing{{Kind: "jug", On: true, XMm: 300, YMm: 300, WidthMm: 90, HeightMm: 120, Colour: "#888888"}, {Kind: "spoon", On: true, XMm: 300, YMm: 370, TurnDeg: 10, WidthMm: 30, DepthMm: 140, HeightMm: 4, Colour: "#888888"}}
	assert.Equal(t, 1, pierced(s, s.Objects(scene.Rough)), "its handle is under the jug")
	s.Things[1].TurnDeg = 90
	assert.Zero(t, pierced(s, s.Objects(scene.Rough)), "it lies past it")
	s.Things[1].TurnDeg, s.Things[0].Kind, s.Things[0].HeightMm = 10, "plate", 20
	assert.Zero(t, pierced(s, s.Objects(scene.Rough)), "a plate's rim is over it")
}

// Another draft lies on another cloth where one suits about as well: never on one that suits far worse, and on what is held
// in any case.
func TestAnotherDraftLiesOnAnotherCloth(t *testing.T) {
	cloth := func(id string, score float64, held string) ranked {
		return ranked{Prop: &Prop{ID: id, Held: held}, score: score}
	}
	first := func(variant int, all ...ranked) string {
		m := maker{ask: Ask{Variant: variant}}
		out := m.another(all)
		require.ElementsMatch(t, all, out)
		return out[0].ID
	}
	flax, plum, slate := cloth("flax", 80, ""), cloth("plum", 74, ""), cloth("slate", 61, "")
	assert.Equal(t, "flax", first(0, flax, plum, slate))
	assert.Equal(t, "plum", first(1, flax, plum, slate))
	assert.Equal(t, "plum", first(2, flax, plum, slate), "slate suits far worse")
	assert.Equal(t, "flax", first(1, flax, slate))
	assert.Equal(t, "flax", first(2, flax))
	assert.Equal(t, "plum", first(1, cloth("plum", 90, "dish"), cloth("flax", 89, "")), "it is held")
	order := (&maker{ask: Ask{Variant: 1}}).another([]ranked{flax, plum, slate})
	assert.Equal(t, []string{"plum", "flax", "slate"}, []string{order[0].ID, order[1].ID, order[2].ID}, "the best is the next to be offered")
}
