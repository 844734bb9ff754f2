package method

import (
	"testing"

	"figladder/internal/craft/recipe"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What a deed does to food, how it is told, what to, and where it goes, as a cook would say of the words alone.
func TestWhatADeedIs(t *testing.T) {
	for _, x := range []struct {
		text           string
		class          Class
		told           string
		object, target string
	}{
		{"Pour the custard over the plums.", Pours, "order", "the custard", "over the plums"},
		{"Drizzle honey over the figs.", Pours, "order", "honey", "over the figs"},
		{"Scatter the almonds over the tart.", Scatters, "order", "the almonds", "over the tart"},
		{"Sift the flour.", Dusts, "order", "the flour", ""},
		{"Dust the cake with icing sugar.", Scatters, "order", "the cake", "with icing sugar"},
		{"Spread the jam on the sponge.", Spreads, "order", "the jam", "on the sponge"},
		{"Dollop yoghurt on the soup.", Dots, "order", "yoghurt", "on the soup"},
		{"Spoon the rice into bowls.", Fills, "order", "the rice", "into bowls"},
		{"Unmould the jelly on to a plate.", TurnsOut, "order", "the jelly", "on to a plate"},
		{"Slice the loaf.", Cuts, "order", "the loaf", ""},
		{"Break the crust with a spoon.", Breaks, "order", "the crust", "with a spoon"},
		{"Shuck the oysters.", Prepares, "order", "the oysters", ""},
		{"Grate the horseradish.", Grates, "order", "the horseradish", ""},
		{"Grate the cheese over the pasta.", Scatters, "order", "the cheese", "over the pasta"},
		{"Peel the quinces.", Prepares, "order", "the quinces", ""},
		{"Squeeze the lemon over the fish.", Squeezes, "order", "the lemon", "over the fish"},
		{"Dip the biscuits in the chocolate.", Dips, "order", "the biscuits", "in the chocolate"},
		{"Flame the meringue with a torch.", Flames, "order", "the meringue", "with a torch"},
		{"Stack the pancakes.", Stacks, "order", "the pancakes", ""},
		{"Stir the sauce.", Mixes, "order", "the sauce", ""},
		{"Whip the cream.", Whips, "order", "the cream", ""},
		{"Toss the leaves with the dressing.", Tosses, "order", "the leaves", "with the dressing"},
		{"Knead the dough.", Shapes, "order", "the dough", ""},
		{"Strain the stock through a sieve.", Strains, "order", "the stock", "through a sieve"},
		{"Sear the steaks.", Sears, "order", "the steaks", ""},
		{"Roast the pears.", Heats, "order", "the pears", ""},
		{"Chill the tart.", Cools, "order", "the tart", ""},
		{"Rest the joint.", Rests, "order", "the joint", ""},
		{"Season the broth.", Seasons, "order", "the broth", ""},
		{"Rinse the lentils.", Cleans, "order", "the lentils", ""},
		{"Add the butter.", Adds, "order", "the butter", ""},
		{"The sauce is poured over the ribs.", Pours, "passive", "The sauce", "over the ribs"},
		{"The honey is drizzled on.", Pours, "passive", "The honey", "on"},
		{"The ribs are basted.", Pours, "passive", "The ribs", ""},
	} {
		all := Read([]recipe.Step{{Text: x.text}}, nil)
		if !assert.Len(t, all, 1, x.text) {
			continue
		}
		d := all[0]
		assert.Equal(t, []string{string(x.class), x.told, x.object, x.target}, []string{string(d.Class), d.Told, d.Object, d.Target}, x.text)
		assert.False(t, d.Guessed || d.Own, x.text)
	}
}

// What is told along with another deed, in short, and of what was spoken of before.
func TestHowADeedIsTold(t *testing.T) {
	all := Read([]recipe.Step{{Text: "Pour the milk in, whisking all the time. Add salt, squeeze of lemon and mint. The broth is strained and poured over the noodles."}}, nil)
	var told, objects []string
	for _, d := range all {
		told, objects = append(told, d.Told), append(objects, d.Object)
	}
	assert.Equal(t, []string{"order", "along", "order", "short", "passive", "passive"}, told)
	require.Len(t, objects, 6)
	assert.Equal(t, "The broth", objects[4])
	assert.Equal(t, "The broth", objects[5], "it is the broth that is poured, not the noodles")
	assert.Equal(t, "over the noodles", all[5].Target)
}

// Hot and long are read in the units they are written in, and told in °C and minutes.
func TestHowHotAndHowLong(t *testing.T) {
	for text, want := range map[string][2]float64{
		"Bake at 350°F for 1 hour.":                         {176.7, 60},
		"Bake at 180 °C for 25 minutes.":                    {180, 25},
		"Simmer for 1½ hours.":                              {0, 90},
		"Fry the sage for 30 seconds.":                      {0, 0.5},
		"Chill the jelly for 2 to 3 hours.":                 {0, 180},
		"Roast the squash at gas mark 6 for half an hour.":  {200, 30},
		"Warm the milk to 82 °C.":                           {82, 0},
		"Prove the dough for 45-60 min.":                    {0, 60},
		"Grill the halloumi.":                               {0, 0},
		"Steam the buns 12 minutes.":                        {0, 12},
		"Bake for 20 minutes, then turn out on to a board.": {0, 20},
	} {
		all := Read([]recipe.Step{{Text: text}}, nil)
		if assert.NotEmpty(t, all, text) {
			assert.InDelta(t, want[0], all[0].Celsius, 0.6, text)
			assert.InDelta(t, want[1], all[0].Minutes, 1e-9, text)
		}
	}
}

// A dish is finished when most of what it is made of has been spoken of: what a method has not named yet is still to come.
func TestHowMuchIsToCome(t *testing.T) {
	r := recipe.Typed("Soup", "2 leeks, sliced\n1 l chicken stock\n100 ml cream\nchives\n1 tsp fenugreek", "Soften the leek.\nPour the stock over and simmer.\nStir in the cream.\nSnip chives over.")
	spoken := Spoken(r)
	assert.Equal(t, []int{0, 1, 2, 3, -1}, spoken, "one leek of two is a leek; fenugreek is never spoken of")
	for step, want := range []float64{0.75, 0.5, 0.25, 0} {
		assert.Equal(t, want, ToCome(spoken, step), step)
	}
	assert.Zero(t, ToCome([]int{-1, -1}, 0), "a method that names nothing keeps nothing back")
	assert.Zero(t, ToCome(nil, 3))
}
