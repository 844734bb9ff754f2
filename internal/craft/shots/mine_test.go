package shots

import (
	"figladder/internal/craft/words"
	"testing"

	"figladder/internal/craft/recipe"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func steps(r []Irreversible) []int {
	out := []int{}
	for _, i := range r {
		if len(out) == 0 || out[len(out)-1] != i.Step {
			out = append(out, i.Step)
		}
	}
	return out
}

func actionsOf(m Mined) []string {
	var out []string
	for _, p := range m.Proposals {
		if p.Kind == Action {
			out = append(out, p.Cause)
		}
	}
	return out
}

var recipes = []struct {
	name         string
	ingredients  string
	method       string
	form         Form
	angle        words.Angle
	irreversible []int
	action       []string // must be among them
}{
	{"Quince pavlova", "4 egg whites\n220 g caster sugar\n2 quinces\n300 ml double cream",
		"Whisk the egg whites to stiff peaks.\nPour the sugar in slowly while whisking.\nBake for 90 minutes, then leave to cool in the oven.\nPoach the quinces until pink.\nPile on the cream and quinces, drizzle with the syrup.\nCut into wedges at the table.",
		Tall, words.Level, []int{4, 5}, []string{"drizzle", "cut"}},
	{"Cider mussels with sea beet", "1 kg mussels\n300 ml cider\n100 g sea beet",
		"Rinse the mussels and tear off the beards.\nSoften the shallots in butter.\nPour in the cider, add the mussels, cover and steam for 4 minutes.\nStir in the sea beet.\nServe steaming, with parsley scattered over.",
		Soup, words.ThreeQuarter, []int{}, []string{"pour"}},
	{"Sloe and tonic", "50 ml sloe gin\n150 ml tonic water\nice",
		"Fill the glass with ice.\nPour the sloe gin over the ice.\nTop with tonic.", Drink, words.Level, []int{1, 2}, []string{"pour"}},
	{"Cured trout on rye crispbread with horseradish", "500 g trout fillet\n4 rye crispbreads\n2 tbsp horseradish",
		"Cure the trout for two days.\nSlice the trout thinly.\nSpread the crispbread with horseradish cream.\nLay on the trout, grate horseradish over and squeeze lemon over.",
		Flat, words.StraightDown, []int{2, 3}, []string{"squeeze"}},
	{"Black sesame ice cream", "60 g black sesame seeds\n500 ml milk",
		"Toast the sesame seeds.\nWhisk the yolks with sugar, pour into the pan and cook to a custard.\nChurn, then freeze for 4 hours.\nScoop into the coupe and sprinkle with sesame.",
		Frozen, words.ThreeQuarter, []int{3}, []string{"sprinkle"}},
	{"Leek soup", "3 leeks\n1 l stock",
		"Slice the leeks.\nSweat in butter, add the stock and simmer for 20 minutes.\nBlend until smooth, return to the pan.\nLadle into bowls and drizzle with oil to serve.",
		Soup, words.ThreeQuarter, []int{3}, []string{"drizzle"}},
	{"Winter salad", "2 heads chicory\n1 pomegranate",
		"Cut the chicory into wedges.\nBreak open the pomegranate.\nArrange on a plate.\nPour the dressing over and toss just before serving.",
		Flat, words.StraightDown, []int{3}, []string{"pour"}},
	{"Lemon tart", "6 lemons\n5 eggs",
		"Roll out the pastry and line the tin.\nWhisk eggs and sugar with the lemon juice.\nPour the filling into the case and bake for 35 minutes.\nDust with icing sugar and torch the top.",
		Flat, words.StraightDown, []int{3}, []string{"dust", "torch"}},
	{"Plain boiled potatoes", "1 kg new potatoes", "Boil the potatoes until tender.\nDrain and serve.", Plate, words.ThreeQuarter, []int{}, nil},
	{"Smoked pear toddy", "1 pear\n50 ml pear spirit",
		"Warm the spirit with honey.\nFill the glass with boiling water.\nPour over the spirit.\nFlame a strip of orange peel over the glass.",
		Drink, words.Level, []int{2, 3}, []string{"flame", "pour"}},
	{"Courgette fritters", "2 courgettes\n1 egg\n60 g flour\n100 g yogurt",
		"Grate the courgettes and squeeze out the water.\nStir in the egg and flour.\nDrop spoonfuls into hot oil and fry until golden.\nServe at once with yogurt, dusted with paprika.",
		Plate, words.ThreeQuarter, []int{}, []string{"squeeze"}},
	{"Rhubarb trifle", "400 g rhubarb\n200 g sponge\n500 ml custard\n300 ml cream",
		"Roast the rhubarb until soft.\nLayer sponge and rhubarb in a glass bowl.\nPour the custard over the sponge and chill for 3 hours.\nWhip the cream and spread it over the top.\nSprinkle with almonds and serve.",
		Tall, words.Level, []int{2, 3, 4}, []string{"pour", "sprinkle"}},
	{"Oysters with shallot vinegar", "12 oysters\n1 shallot\n50 ml vinegar",
		"Chop the shallot and stir it into the vinegar.\nShuck the oysters on to crushed ice.\nSpoon the vinegar over at the table.",
		Plate, words.ThreeQuarter, []int{2}, []string{"shuck"}},
	{"Salted caramel sauce", "200 g sugar\n90 g butter\n120 ml cream",
		"Melt the sugar without stirring until amber.\nWhisk in the butter.\nPour in the cream slowly; it will spit.\nDrizzle over ice cream while warm.",
		Plate, words.ThreeQuarter, []int{3}, []string{"drizzle", "pour"}},
	{"Beef stew with dumplings", "1 kg beef shin\n300 ml stout\n8 dumplings",
		"Brown the beef.\nPour in the stout, cover and simmer for 3 hours.\nAdd the dumplings and cook for 20 minutes.\nLadle into bowls and scatter parsley over.",
		Bowl, words.ThreeQuarter, []int{3}, []string{"pour", "scatter"}},
	{"Chocolate layer cake", "300 g flour\n50 g cocoa\n3 eggs",
		"Sift the flour and cocoa into a bowl.\nBeat in the eggs.\nBake in two tins for 30 minutes and cool.\nSandwich with cream.\nPour the glaze over and leave to set.\nSlice the cake and serve.",
		Tall, words.Level, []int{4, 5}, []string{"sift", "pour", "slice"}},
	{"Soft-boiled egg on toast", "1 egg\n1 slice sourdough",
		"Boil the egg for six minutes and peel it.\nToast the bread and butter it.\nSit the egg on the toast and break it open.",
		Flat, words.StraightDown, []int{2}, []string{"break"}},
}

func TestMineFindsActionsAndWhatCannotBeUndone(t *testing.T) {
	for _, row := range recipes {
		t.Run(row.name, func(t *testing.T) {
			r := recipe.Typed(row.name, row.ingredients, row.method)
			form := FormOf(r, nil).Form
			assert.Equal(t, row.form, form)
			m := Mine(r, form, Usual, nil)
			assert.Equal(t, row.irreversible, steps(m.Irreversible), "%+v", m.Irreversible)
			for _, a := range row.action {
				assert.Contains(t, actionsOf(m), a)
			}
			safe := map[int]int{}
			for at, p := range m.Proposals {
				assert.NotEmpty(t, p.Because, p.Key)
				assert.NotEmpty(t, p.Cause, p.Key)
				assert.NotEmpty(t, p.Angle, p.Key)
				if p.Kind == Safe {
					safe[p.Step] = at
				}
				if p.Kind == Hero {
					assert.Equal(t, row.angle, p.Angle)
				}
			}
			require.Len(t, safe, len(row.irreversible), "one safe frame before each")
			for at, p := range m.Proposals {
				if s, ok := safe[p.Step]; ok && p.Kind == Action && p.Nth >= m.Proposals[s].Nth {
					assert.Less(t, s, at, "the safe frame comes before the action it guards")
				}
			}
			assert.Equal(t, m, Mine(r, form, Usual, nil), "the same recipe gives the same frames")
		})
	}
}

func TestPourAsksForHandsAndAShutter(t *testing.T) {
	m := Mine(recipe.Typed("Sloe and tonic", "tonic", "Pour the tonic over."), Drink, Usual, nil)
	for _, p := range m.Proposals {
		if p.Kind == Action {
			assert.Equal(t, 1, p.Hands)
			assert.True(t, p.Shutter)
			assert.Equal(t, words.Seconds, p.Hold)
			return
		}
	}
	t.Fatal("no pour found")
}

func TestAPourAlsoMakesAClip(t *testing.T) {
	m := Mine(recipe.Typed("Sloe and tonic", "tonic", "Fill the glass with ice.\nPour the tonic over the ice."), Drink, Usual, nil)
	var clip, pour *Proposal
	for i, p := range m.Proposals {
		switch p.Kind {
		case Clip:
			clip = &m.Proposals[i]
		case Action:
			pour = &m.Proposals[i]
		}
	}
	require.NotNil(t, clip)
	assert.Equal(t, pour.Step, clip.Step, "the same set, while it stands")
	assert.Contains(t, clip.Because, "continuous light")
	for _, p := range Mine(recipe.Typed("Leeks", "leeks", "Slice the leeks.\nSweat in butter."), Plate, Usual, nil).Proposals {
		assert.NotEqual(t, Clip, p.Kind, "nothing moves that is worth a clip")
	}
}

func TestFlameCarriesItsCaution(t *testing.T) {
	m := Mine(recipe.Typed("Pears", "4 pears", "Flambé the pears."), Plate, Usual, nil)
	for _, p := range m.Proposals {
		if p.Kind == Action {
			assert.Contains(t, p.Caution, "local")
			return
		}
	}
	t.Fatal("no flame found")
}

func TestDescribingWordsAreNotActions(t *testing.T) {
	m := Mine(recipe.Typed("Bowl", "", "Add the sliced leeks and a squeeze of lemon.\nServe with toasted bread."), Plate, Usual, nil)
	assert.Empty(t, actionsOf(m))
	assert.Empty(t, m.Irreversible)
}

func TestEmptyRecipeStillHasItsHero(t *testing.T) {
	m := Mine(recipe.Typed("", "", ""), Plate, Usual, nil)
	var kinds []Kind
	for _, p := range m.Proposals {
		kinds = append(kinds, p.Kind)
	}
	assert.Equal(t, []Kind{Hero, Alternate, Detail, Free}, kinds)
}
