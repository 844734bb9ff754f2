package method

import (
	"strings"
	"testing"

	"figladder/internal/craft/recipe"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// told is a step's deeds, "verb: clause" each.
func told(text string) []string {
	out := []string{}
	for _, d := range Read([]recipe.Step{{Text: text}}, nil) {
		out = append(out, d.Verb+": "+d.Clause)
	}
	return out
}

func TestStepsAreCutIntoDeeds(t *testing.T) {
	for text, want := range map[string][]string{
		// Orders: at a stop, behind commas, "then" and "and".
		"Ladle into bowls, scatter with parsley and drizzle with oil.":   {"ladle into: Ladle into bowls", "scatter: scatter with parsley", "drizzle: drizzle with oil"},
		"Off the heat add cream, then pour the sauce over.":              {"add: add cream", "pour over: pour the sauce over"},
		"Double-strain. Garnish.":                                        {"strain: Double-strain", "garnish: Garnish"},
		"Finely grate cheese over and serve.":                            {"grate over: Finely grate cheese over", "serve: serve"},
		"In a very clean bowl beat the whites to soft peaks.":            {"beat: beat the whites to soft peaks"},
		"With a long, thin blade cut away from you.":                     {"cut: cut away from you"},
		"Butter and toast the buns cut side down.":                       {"butter: Butter", "toast: toast the buns"},
		"Whisk the flour, salt and water to a batter.":                   {"whisk: Whisk the flour, salt and water to a batter"},
		"Tip it, alight, over each peak.":                                {"tip over: Tip it, alight, over each peak"},
		"Add salt, squeeze of lemon and mint.":                           {"add: Add salt", "squeeze: squeeze of lemon and mint"},
		"While it crackles pour it over the bowls.":                      {"pour over: pour it over the bowls"},
		"Let people dig in.":                                             {"dig in: Let people dig in"},
		"Stir once from the bottom.":                                     {"stir: Stir once from the bottom"},
		"Whisk until glossy; do not let it boil.":                        {"whisk: Whisk until glossy"},
		"Start ladling in the stock, stirring lazily.":                   {"ladle in: Start ladling in the stock", "stir: stirring lazily"},
		"Let it stand before unmoulding on to a board.":                  {"let: Let it stand", "unmould: unmoulding on to a board"},
		"Sesame seeds are sprinkled over while hot.":                     {"sprinkle: Sesame seeds are sprinkled over"},
		"Everything is blitzed, then pushed through a sieve.":            {"blitz: Everything is blitzed", "push through: pushed through a sieve"},
		"Once torched, serve.":                                           {"torch: torched", "serve: serve"},
		"Pour off the fat. Pour over the sauce. Top up. Turn out.":       {"pour off: Pour off the fat", "pour over: Pour over the sauce", "top up: Top up", "turn out: Turn out"},
		"Pour the chocolate into two mugs, leaving an inch of space.":    {"pour into: Pour the chocolate into two mugs", "leave: leaving an inch of space"},
		"To serve, spoon the juices over (they will have thickened).":    {"spoon over: spoon the juices over"},
		"Bake at 180 °C for 20 min. until golden, 1.5 cm thick at most.": {"bake: Bake at 180 °C for 20 min"},

		// No deeds: what is not to be done, why, until when, what it then is; and things.
		"Do not stir or shake it.":                                                   {},
		"Don't be precious about the shape.":                                         {},
		"No peeking, no basting.":                                                    {},
		"Never let it boil without stirring.":                                        {},
		"It will thicken in the cold.":                                               {},
		"The blue fire dies in a few seconds.":                                       {},
		"Halloumi squeaks and stiffens within minutes.":                              {},
		"A light dust of flour stops it sticking.":                                   {},
		"Butter, cream and sugar.":                                                   {},
		"Serve with toasted bread and a squeeze of lemon.":                           {"serve: Serve with toasted bread and a squeeze of lemon"},
		"Stand the triangles on end, cut face forward.":                              {"stand: Stand the triangles on end"},
		"Carve in front of everyone, legs first and then the breast in long slices.": {"carve: Carve in front of everyone"},
		"": {}, "…": {}, "(pour)": {},
	} {
		assert.Equal(t, want, told(text), text)
	}
}

func TestADeedSaysWhatHowLongAndHowHot(t *testing.T) {
	all := Read([]recipe.Step{{Text: "Roast the pears at 200 °C for 20 to 25 minutes. Lift them out with tongs on to a plate."}}, nil)
	require.Len(t, all, 2)
	assert.Equal(t, "the pears", all[0].Object)
	assert.Equal(t, 25., all[0].Minutes)
	assert.Equal(t, 200., all[0].Celsius)
	assert.Equal(t, "the pears", all[1].Object, "what was spoken of before")
	assert.Equal(t, "tongs", all[1].Tool)
	assert.Equal(t, "plate", all[1].Vessel)
}

func TestTheStudiosWordHolds(t *testing.T) {
	steps := []recipe.Step{{Text: "Zhuzh the leaves. Fold the cream through."}}
	assert.Equal(t, Unknown, Read(steps, nil)[0].Class)
	own := Read(steps, map[string]Class{"zhuzh": Tosses, "fold through": NoDeed})
	require.Len(t, own, 1)
	assert.Equal(t, Tosses, own[0].Class)
	assert.True(t, own[0].Own)
}

// The state of a dish goes from raw to opened, and only what is done to the finished dish is.
func TestADishIsFollowedToTheTable(t *testing.T) {
	r := recipe.Typed("Leek soup", "3 leeks\n1 l stock\noil", "Slice the leeks.\nSimmer them in the stock for 20 minutes, then rest off the heat.\nLadle into warm bowls.\nDrizzle with oil. Break the crust with a spoon.")
	var states []State
	var done []bool
	for _, d := range Of(r, nil) {
		states, done = append(states, d.State), append(done, d.Done)
	}
	assert.Equal(t, []State{Raw, Preparing, OnHeat, Resting, Plated, Dressed}, states)
	assert.Equal(t, []bool{false, false, false, true, true, true}, done)
}

// What goes back to the oven was not finished, though it stood in its dish.
func TestWhatGoesBackToTheHeatIsNotFinished(t *testing.T) {
	r := recipe.Typed("Gratin", "1 kg potatoes\n300 ml cream", "Slice the potatoes.\nSpoon into shallow dishes and pour the cream over.\nBake for an hour.\nScatter with chives.")
	for _, d := range Of(r, nil) {
		assert.Equal(t, d.Verb == "scatter", d.Done, d.Clause)
	}
}

func TestTheTableOfVerbs(t *testing.T) {
	assert.GreaterOrEqual(t, len(Known()), 350)
	for _, v := range Known() {
		assert.Equal(t, strings.ToLower(v), v)
	}
	for form, verb := range map[string]string{"strewn": "strew", "torched": "torch", "dolloped": "dollop", "sautéed": "sauté", "unmoulding": "unmould", "zested": "zest", "peaches": "", "table": ""} {
		v := table()
		assert.Equal(t, verb, (&verbs{v.alone, v.phrasal, v.stems, map[string]string{}}).verbOf(form), form)
	}
}

// Whatever is written, deeds are parts of their step, in order, and none runs into the next.
func FuzzRead(f *testing.F) {
	for _, s := range []string{"Ladle into bowls, scatter with parsley.", "Pour — then; stir (well) till 5 min.", "to to to and and or", "Once, once torched and", "...", "Let let let people dig", "on to in to", "Tip it, , over", "Ça flambé à l'œuf", "Stir\x00\xff the pot", "with a, b, c, d and e pour"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		r := recipe.Recipe{Title: text, Ingredients: recipe.ParseIngredients([]string{text}), Steps: []recipe.Step{{Text: text}, {Text: text}}}
		at := map[int]int{}
		for _, d := range Of(r, nil) {
			assert.LessOrEqual(t, at[d.Step], d.From)
			assert.LessOrEqual(t, d.From, d.To)
			assert.Contains(t, text, d.Clause)
			assert.Equal(t, text[d.From:d.To], d.Clause)
			at[d.Step] = d.To
		}
	})
}
