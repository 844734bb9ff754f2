package shopping

import (
	_ "embed"
	"figladder/internal/craft/wordlist"
	"fmt"
	"math/big"
	"sort"

	"figladder/internal/craft/measure"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/recipe"
)

// Choices are what a person decided about one shoot's list.
type Choices struct {
	Ticked []string `json:"ticked" maxItems:"2000" doc:"Keys of lines that are bought"`
	Times  []Times  `json:"times" maxItems:"500" doc:"How many times a dish or trial is made; a dish once and a trial not at all unless said"`
	Spares []Spare  `json:"spares" maxItems:"500" doc:"Spares that differ from the usual"`
	Extra  []Extra  `json:"extra" maxItems:"200" doc:"Lines written by hand"`

	Left []Leftover `json:"left,omitempty" maxItems:"2000" doc:"What was left at the end, as far as somebody said"`
}

// Times is how often a dish or trial is made.
type Times struct {
	ID    string           `json:"id" doc:"Key of the dish or trial"`
	Times measure.Rational `json:"times" doc:"0 leaves it out"`
}

// Spare is how much more of a thing is bought than the recipes take.
type Spare struct {
	Key    string           `json:"key" doc:"Key of the line"`
	Amount measure.Rational `json:"amount" doc:"In the line's own unit: g, ml, or pieces"`
}

// Extra is a line written by hand.
type Extra struct {
	Key   string `json:"key" maxLength:"60" doc:"Key of the line"`
	Words string `json:"words" minLength:"1" maxLength:"200" doc:"What to buy"`
	Shop  string `json:"shop" maxLength:"80" doc:"Where"`
}

// Line is one thing to buy.
type Line struct {
	Key       string           `json:"key" doc:"Stable name of the line"`
	Thing     string           `json:"thing" doc:"The thing"`
	Goods     int              `json:"goods" doc:"Place in the list of goods of how it is bought; −1 while nothing is written down"`
	Unit      string           `json:"unit" doc:"g, ml, a named piece, or empty for a count"`
	Need      measure.Rational `json:"need" doc:"What the recipes take, in Unit"`
	Spare     measure.Rational `json:"spare" doc:"Bought beside, in Unit"`
	NeedShown string           `json:"needShown" doc:"What the recipes take"`
	Shown     string           `json:"shown" doc:"What to buy"`
	SpareWhy  string           `json:"spareWhy" doc:"Why there are spares, or empty"`
	Packs     int              `json:"packs" doc:"Packs, or pieces when loose; 0 when the cupboard has enough or no pack is known"`
	CostMinor int64            `json:"costMinor" doc:"Price, minor units"`
	Priced    bool             `json:"priced" doc:"Whether a price is known"`
	Left      string           `json:"left" doc:"What is left over after the day, or empty"`
	Shop      string           `json:"shop" doc:"Where"`
	Aisle     string           `json:"aisle" doc:"Where in the shop"`
	Fresh     bool             `json:"fresh" doc:"To be bought on the day"`
	Care      string           `json:"care" doc:"What to ask for, or empty"`
	InHouse   string           `json:"inHouse" doc:"What is in the cupboard, or empty"`
	Covered   bool             `json:"covered" doc:"Whether the cupboard has enough"`
	Problem   string           `json:"problem" doc:"Why packs could not be worked out, or empty"`
	Ticked    bool             `json:"ticked" doc:"Whether it is bought"`
	Bought    float64          `json:"bought" doc:"What is bought by this list, in Unit; 0 where it says no amount"`
	LastTime  string           `json:"lastTime" doc:"What was left of it on an earlier shoot, or empty"`
	Across    string           `json:"across" doc:"What other shoots about that day need of it too, or empty"`
	Uses      []Use            `json:"uses" doc:"What each recipe takes"`
	Working   []reading.Line   `json:"working" doc:"How the amount came about"`
}

// Unread is a line of a recipe that was not understood and is bought by hand.
type Unread struct {
	Dish    string `json:"dish" doc:"The dish or trial"`
	Written string `json:"written" doc:"The line"`
}

// List is everything to buy.
type List struct {
	Lines     []Line   `json:"lines" doc:"By shop, aisle and thing"`
	Extra     []Extra  `json:"extra" doc:"Written by hand"`
	Unread    []Unread `json:"unread" doc:"Not understood: read these yourself"`
	Tap       []string `json:"tap" doc:"Left out: it comes from the tap"`
	CostMinor int64    `json:"costMinor" doc:"Of all lines with a price, minor units"`
	Unpriced  int      `json:"unpriced" doc:"Lines to buy without a price"`
	Ticked    int      `json:"ticked" doc:"Lines bought"`
	ToBuy     int      `json:"toBuy" doc:"Lines that have to be bought at all"`
}

//go:embed words.tsv
var wordsTable string

var lists = wordlist.Lists(wordsTable)

// seen are things that are in the picture one by one, so that the best one is
// chosen.
var seen = lists["seen"]

// leaves are things of which stem and leaf belong in the picture.
var leaves = lists["leaves"]

// Make works the list out. goods are found by thing; where there are none, shop
// and aisle come from the table and no price is known.
func Make(needs []Need, goods []Goods, region measure.Region, c Choices) List {
	known, placed := map[string]Goods{}, map[string]int{}
	sold := map[string]string{}
	for i, g := range goods {
		known[g.Key()], placed[g.Key()] = g, i
		if !g.Pack.IsZero() {
			_, sold[g.Key()] = classOf(g.Pack, g.PackUnit, region)
		}
	}
	all, unread, fromTap := gather(needs, region)
	out := List{Lines: []Line{}, Extra: c.Extra, Unread: unread, Tap: fromTap}
	if out.Extra == nil {
		out.Extra = []Extra{}
	}
	if out.Unread == nil {
		out.Unread = []Unread{}
	}
	if out.Tap == nil {
		out.Tap = []string{}
	}
	ticked := map[string]bool{}
	for _, k := range c.Ticked {
		ticked[k] = true
	}
	for _, g := range unify(all, sold) {
		l := line(g, known[g.thing], region, c)
		l.Ticked, l.Goods = ticked[l.Key], -1
		if i, is := placed[g.thing]; is {
			l.Goods = i
		}
		if !l.Covered {
			out.ToBuy++
			if l.Ticked {
				out.Ticked++
			}
			if l.Priced {
				out.CostMinor += l.CostMinor
			} else {
				out.Unpriced++
			}
		}
		out.Lines = append(out.Lines, l)
	}
	for _, x := range out.Extra {
		out.ToBuy++
		out.Unpriced++
		if ticked[x.Key] {
			out.Ticked++
		}
	}
	sort.SliceStable(out.Lines, func(a, b int) bool {
		x, y := out.Lines[a], out.Lines[b]
		if x.Shop != y.Shop {
			return x.Shop < y.Shop
		}
		if x.Aisle != y.Aisle {
			return x.Aisle < y.Aisle
		}
		return x.Key < y.Key
	})
	return out
}

func line(g *gathered, goods Goods, region measure.Region, c Choices) Line {
	p := placeOf(g.item)
	l := Line{Key: g.thing, Thing: g.item, Unit: g.class, Need: g.sum, NeedShown: amountShown(g.sum, g.class), Shop: p.shop, Aisle: p.aisle, Fresh: p.fresh, Uses: g.uses, Working: g.working}
	if g.class != count && g.class != grams {
		l.Key += " " + g.class
	}
	if goods.Shop != "" {
		l.Shop, l.Aisle = goods.Shop, goods.Aisle
	}
	if goods.Fresh != "" {
		l.Fresh = goods.Fresh == "day"
	}
	if p.shop == "Greengrocer" && g.class == count && leaves.MatchString(g.item) {
		l.Care = "stems and leaves left on"
	}
	if g.class == some {
		l.Shown = "some"
		l.Working = append(l.Working, reading.Line{Words: "No recipe says how much", Shown: "some"})
		return l
	}
	l.spare(g, c)
	want := g.sum.Add(l.Spare)
	if !goods.Stock.IsZero() {
		have, class := classOf(goods.Stock, goods.StockUnit, region)
		if v, _, ok := into(have, g.item, class, g.class); ok {
			l.InHouse = amountShown(v, g.class)
			l.Working = append(l.Working, reading.Line{Words: "In the cupboard", Formula: "− " + l.InHouse, Shown: amountShown(atLeastNothing(want.Add(v.Mul(measure.Ratio(-1, 1)))), g.class)})
			want = want.Add(v.Mul(measure.Ratio(-1, 1)))
		} else {
			l.InHouse = amountShown(have, class)
			l.Problem = fmt.Sprintf("the cupboard counts in %s and the recipes in %s; not taken off", named(class), named(g.class))
		}
	}
	if want.Cmp(measure.Rational{}) <= 0 {
		l.Covered, l.Shown, l.Priced = true, "nothing: it is in the cupboard", true
		return l
	}
	l.Bought = want.Float()
	l.packs(g, goods, region, want)
	return l
}

func atLeastNothing(v measure.Rational) measure.Rational {
	if v.Cmp(measure.Rational{}) < 0 {
		return measure.Rational{}
	}
	return v
}

func named(class string) string {
	if class == count {
		return "pieces"
	}
	return class
}

// spare adds what is bought beside: what a person said, else half as many again,
// at the least two, of what is seen one by one. A lemon of which only the juice is
// used is not seen.
func (l *Line) spare(g *gathered, c Choices) {
	for _, s := range c.Spares {
		if s.Key == l.Key {
			l.Spare = s.Amount
			if !s.Amount.IsZero() {
				l.SpareWhy = "as you said"
				l.Working = append(l.Working, reading.Line{Words: "Spares, as you said", Formula: "+ " + amountShown(s.Amount, g.class), Shown: amountShown(g.sum.Add(s.Amount), g.class)})
			}
			return
		}
	}
	if g.class != count || !seen.MatchString(g.item) || !g.asWhole {
		return
	}
	l.Spare = measure.Ratio(max(2, ceil(g.sum.Mul(measure.Ratio(1, 2)))), 1)
	l.SpareWhy = "it is in the picture: buy more, shoot the best"
	l.Working = append(l.Working, reading.Line{Words: "Seen one by one: half as many again, at the least two", Formula: "+ " + l.Spare.Shown(), Shown: amountShown(g.sum.Add(l.Spare), g.class)})
}

// packs turns an amount into packs, price and rest.
func (l *Line) packs(g *gathered, goods Goods, region measure.Region, want measure.Rational) {
	loose := goods.Pack.IsZero()
	pack, class := measure.Ratio(1, 1), g.class
	if !loose {
		pack, class = classOf(goods.Pack, goods.PackUnit, region)
	}
	v, _, ok := into(pack, g.item, class, g.class)
	if !ok {
		l.Shown = amountShown(want, g.class)
		l.Problem = fmt.Sprintf("a pack is %s and the recipes count in %s; packs are not worked out", amountShown(pack, class), named(g.class))
		return
	}
	if loose && g.class != count && (g.class == grams || g.class == mls) {
		l.Shown = amountShown(want, g.class)
		if goods.PriceMinor > 0 {
			l.Problem = "the price is of a pack, and the pack's size is not known"
		}
		return
	}
	n := ceil(want.Quo(v))
	l.Packs = int(n)
	bought := v.Mul(measure.Ratio(n, 1))
	l.Bought = bought.Float()
	l.Shown = amountShown(measure.Ratio(n, 1), g.class)
	if !loose {
		l.Shown = fmt.Sprintf("%d × %s", n, amountShown(pack, class))
		l.Working = append(l.Working, reading.Line{Words: "Whole packs", Formula: fmt.Sprintf("%s ÷ %s, up to the next", amountShown(want, g.class), amountShown(v, g.class)), Shown: l.Shown})
	}
	if rest := bought.Add(want.Mul(measure.Ratio(-1, 1))); rest.Cmp(measure.Rational{}) > 0 && !loose {
		l.Left = amountShown(rest, g.class)
	}
	if goods.PriceMinor > 0 {
		l.Priced, l.CostMinor = true, n*goods.PriceMinor
		l.Working = append(l.Working, reading.Line{Words: "Price", Formula: fmt.Sprintf("%d × %s", n, Money(goods.PriceMinor)), Shown: Money(l.CostMinor)})
	}
}

// Money writes minor units with two decimals.
func Money(minor int64) string { return reading.Number(float64(minor)/100, 2) }

// ceil is the least whole number not under v.
func ceil(v measure.Rational) int64 {
	r, ok := new(big.Rat).SetString(v.String())
	if !ok {
		return 0
	}
	q, m := new(big.Int).DivMod(r.Num(), r.Denom(), new(big.Int))
	if m.Sign() > 0 {
		q.Add(q, big.NewInt(1))
	}
	return q.Int64()
}

// Uses is how much of each thing a recipe takes, in the unit its pack is sold in,
// for dividing dishes into days. Things without a pack are left out.
func Uses(lines []recipe.Ingredient, goods []Goods, region measure.Region) map[string]float64 {
	out := map[string]float64{}
	for _, l := range Make([]Need{{Dish: "it", Lines: lines}}, goods, region, Choices{}).Lines {
		for _, g := range goods {
			if g.Key() != recipe.Thing(l.Thing) || g.Pack.IsZero() {
				continue
			}
			pack, class := classOf(g.Pack, g.PackUnit, region)
			if v, _, ok := into(l.Need.Add(l.Spare), l.Thing, l.Unit, class); ok {
				out[g.Key()] += v.Quo(pack).Float()
			}
		}
	}
	return out
}
