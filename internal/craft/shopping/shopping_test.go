package shopping

import (
	"math/rand"
	"strings"
	"testing"

	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func need(dish, lines string) Need {
	return Need{Dish: dish, Lines: recipe.ParseIngredients(strings.Split(lines, "\n"))}
}

func by(l List) map[string]Line {
	out := map[string]Line{}
	for _, x := range l.Lines {
		out[x.Key] = x
	}
	return out
}

func frac(s string) measure.Rational { r, _ := measure.ParseRational(s); return r }

func TestMergesAcrossDishesInUnitsThatGoTogether(t *testing.T) {
	got := Make([]Need{
		need("Pavlova", "220 g caster sugar\n300 ml double cream\n4 egg whites\n2 quinces\na pinch of salt\njuice of 1 lemon"),
		need("Ice cream", "1/4 kg caster sugar\n1 cup double cream\n6 egg yolks\nzest of 2 lemons\n10 g salt\nboiling water"),
	}, nil, measure.Metric, Choices{})
	m := by(got)
	assert.Equal(t, "470 g", m["caster sugar"].Shown)
	assert.Equal(t, "550 ml", m["double cream ml"].Shown)
	assert.Equal(t, "6", m["egg"].NeedShown, "whites and yolks come out of the same eggs")
	assert.Equal(t, "2", m["lemon"].NeedShown, "juice and zest come off the same lemons")
	assert.Equal(t, "2", m["lemon"].Shown, "a lemon of which only the juice is used is not seen, so there is no spare")
	assert.Equal(t, "2", m["quince"].NeedShown)
	assert.Equal(t, "4", m["quince"].Shown, "buy more, shoot the best")
	assert.Equal(t, "stems and leaves left on", m["quince"].Care)
	assert.Len(t, m["caster sugar"].Uses, 2)
	assert.NotEmpty(t, m["caster sugar"].Working)
	assert.Equal(t, []string{"boiling water"}, got.Tap)
	for _, l := range got.Lines {
		assert.NotEmpty(t, l.Shop, l.Key)
	}
	assert.Equal(t, "10 g", m["salt"].NeedShown)
	assert.Equal(t, "1 pinch", m["salt pinch"].Shown, "a pinch is not turned into grams; it stands by itself")
}

func TestVolumesBecomeWeightWhereTheTableKnows(t *testing.T) {
	m := by(Make([]Need{need("A", "1 cup caster sugar"), need("B", "100 g caster sugar")}, nil, measure.Metric, Choices{}))
	require.Len(t, m, 1)
	assert.InDelta(t, 250*0.845+100, m["caster sugar"].Need.Float(), 1e-9)
	m = by(Make([]Need{need("A", "1 cup gravel"), need("B", "100 g gravel")}, nil, measure.Metric, Choices{}))
	assert.Len(t, m, 2, "what has no density stays two lines, not a guess")
}

func TestPacksPriceAndRest(t *testing.T) {
	goods := []Goods{
		{Thing: "double cream", Pack: frac("300"), PackUnit: "ml", PriceMinor: 165, Shop: "Dairy hatch", Aisle: "till"},
		{Thing: "flour", Pack: frac("1.5"), PackUnit: "kg", PriceMinor: 120, Stock: frac("200"), StockUnit: "g"},
		{Thing: "egg", Pack: frac("6"), PriceMinor: 190},
		{Thing: "salt", Stock: frac("1"), StockUnit: "kg"},
		{Thing: "thyme", Pack: frac("1"), PackUnit: "bunch", PriceMinor: 90},
	}
	got := Make([]Need{need("A", "550 ml double cream\n500 g flour\n7 eggs\n5 g salt\n3 sprigs thyme\n2 pears")}, goods, measure.Metric, Choices{Ticked: []string{"egg", "double cream ml"}})
	m := by(got)
	cream := m["double cream ml"]
	assert.Equal(t, "2 × 300 ml", cream.Shown)
	assert.Equal(t, int64(330), cream.CostMinor)
	assert.Equal(t, "50 ml", cream.Left)
	assert.Equal(t, "Dairy hatch", cream.Shop)
	assert.True(t, cream.Ticked)
	assert.Equal(t, "1 × 1.5 kg", m["flour"].Shown, "300 g are missing, a pack has more")
	assert.Equal(t, "1.2 kg", m["flour"].Left)
	assert.Equal(t, "200 g", m["flour"].InHouse)
	assert.Equal(t, "2 × 6", m["egg"].Shown)
	assert.True(t, m["salt"].Covered)
	assert.NotEmpty(t, m["thyme sprig"].Problem, "nobody knows how many sprigs are in a bunch")
	assert.Equal(t, int64(330+120+380), got.CostMinor)
	assert.Equal(t, 2, got.Unpriced, "thyme and pears")
	assert.Equal(t, 2, got.Ticked)
	assert.Equal(t, 5, got.ToBuy)
}

func TestSparesAreTheUsualUnlessSaid(t *testing.T) {
	n := []Need{need("A", "4 pears\n4 eggs")}
	m := by(Make(n, nil, measure.Metric, Choices{}))
	assert.Equal(t, "6", m["pear"].Shown, "buy six, shoot the best")
	assert.Equal(t, "4", m["egg"].Shown)
	m = by(Make(n, nil, measure.Metric, Choices{Spares: []Spare{{"pear", measure.Rational{}}, {"egg", frac("2")}}}))
	assert.Equal(t, "4", m["pear"].Shown)
	assert.Equal(t, "6", m["egg"].Shown)
}

func TestWhatIsNotUnderstoodIsHandedOn(t *testing.T) {
	got := Make([]Need{need("A", "7 or so 3s of things 9\nsalt to taste")}, nil, measure.Metric, Choices{Extra: []Extra{{Key: "x1", Words: "parchment"}}})
	require.Len(t, got.Unread, 1)
	assert.Equal(t, "A", got.Unread[0].Dish)
	assert.Equal(t, "some", by(got)["salt some"].Shown)
	assert.Equal(t, 2, got.ToBuy)
}

// Whatever the recipes, in whatever order they come: the list buys enough, never a
// whole pack too much, and is the same list.
func TestBuysEnoughAndNoPackTooMany(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var needs []Need
		sum := 0.0
		for range rapid.IntRange(1, 6).Draw(t, "recipes") {
			g := rapid.IntRange(1, 4000).Draw(t, "g")
			unit := rapid.SampledFrom([]string{"g", "kg"}).Draw(t, "unit")
			if unit == "kg" {
				sum += float64(g) * 1000
			} else {
				sum += float64(g)
			}
			needs = append(needs, Need{Dish: "d", Lines: []recipe.Ingredient{{Item: "flour", Unit: unit, Low: measure.Ratio(int64(g), 1), High: measure.Ratio(int64(g), 1), Understood: true}}})
		}
		pack := rapid.IntRange(1, 5000).Draw(t, "pack")
		price := rapid.IntRange(1, 900).Draw(t, "price")
		goods := []Goods{{Thing: "flour", Pack: measure.Ratio(int64(pack), 1), PackUnit: "g", PriceMinor: int64(price)}}
		got := Make(needs, goods, measure.Metric, Choices{})
		require.Len(t, got.Lines, 1)
		l := got.Lines[0]
		assert.InDelta(t, sum, l.Need.Float(), 1e-6, "added another way")
		assert.GreaterOrEqual(t, float64(l.Packs*pack), sum-1e-6)
		assert.Less(t, float64((l.Packs-1)*pack), sum)
		assert.Equal(t, int64(l.Packs*price), got.CostMinor)
		rand.New(rand.NewSource(1)).Shuffle(len(needs), func(a, b int) { needs[a], needs[b] = needs[b], needs[a] })
		again := Make(needs, goods, measure.Metric, Choices{})
		assert.Zero(t, l.Need.Cmp(again.Lines[0].Need))
		assert.Equal(t, l.Shown, again.Lines[0].Shown)
		assert.InDelta(t, sum/float64(pack), Uses(flatten(needs), goods, measure.Metric)["flour"], 1e-6)
	})
}

func flatten(needs []Need) (out []recipe.Ingredient) {
	for _, n := range needs {
		out = append(out, n.Lines...)
	}
	return out
}

func TestGoodsCheck(t *testing.T) {
	assert.Empty(t, Goods{Thing: "cream", Pack: frac("300"), PackUnit: "ml"}.Check())
	var paths []string
	for _, p := range (Goods{Thing: " ", Pack: measure.Ratio(-1, 1), PackUnit: "furlong", Stock: frac("2000000")}).Check() {
		paths = append(paths, p.Path)
	}
	assert.Equal(t, []string{"thing", "pack", "stock", "packUnit"}, paths)
	assert.Equal(t, Goods{Thing: "Eggs"}.Key(), Goods{Thing: "egg"}.Key())
}

func TestMoney(t *testing.T) {
	assert.Equal(t, "12.05", Money(1205))
	assert.Equal(t, "0.00", Money(0))
}

// A line knows its goods by their name, not by how the name begins: cream is no cream cheese.
func TestALineKnowsItsGoods(t *testing.T) {
	goods := []Goods{{Thing: "cream"}, {Thing: "creams cheese"}, {Thing: "Pears"}}
	l := Make([]Need{{Lines: recipe.Typed("x", "100 ml cream\n50 g cream cheese\n2 pears\n1 fig", "Mix.").Ingredients}}, goods, measure.Metric, Choices{})
	at := map[string]int{}
	for _, x := range l.Lines {
		at[x.Thing] = x.Goods
	}
	assert.Equal(t, map[string]int{"cream": 0, "cream cheese": -1, "pears": 2, "fig": -1}, at)
}

// What keeps and is needed at another shoot about that day is bought in one go; what has to be fresh is not.
func TestBulkAcrossShoots(t *testing.T) {
	mine := Make([]Need{need("Pavlova", "220 g caster sugar\n1 bunch mint\n4 egg whites")}, nil, measure.Metric, Choices{})
	theirs := Make([]Need{need("Ice cream", "1/4 kg caster sugar\n1 bunch mint")}, nil, measure.Metric, Choices{})
	more := Make([]Need{need("Curd", "30 g caster sugar")}, nil, measure.Metric, Choices{})
	mine.Across([]Other{{"Spring cards", "5 December", theirs}, {"January", "9 December", more}})
	m := by(mine)
	assert.Equal(t, "also 250 g for Spring cards, 5 December; 30 g for January, 9 December: 500 g together", m["caster sugar"].Across)
	assert.Empty(t, m["egg"].Across)
	for _, l := range mine.Lines {
		if l.Fresh {
			assert.Empty(t, l.Across, l.Thing)
		}
	}
	again := Make([]Need{need("Pavlova", "220 g caster sugar")}, nil, measure.Metric, Choices{})
	again.Across([]Other{{"Spring cards", "5 December", List{Lines: []Line{{Key: "caster sugar", Unit: "g", Need: frac("250"), Ticked: true}}}}})
	assert.Empty(t, again.Lines[0].Across, "what is bought already is")
}
