// Package shopping makes one list out of everything that will be cooked: amounts
// merged in units that go together, spares for what is seen, packs, price, and
// where and when to buy (handbook R5).
package shopping

import (
	"fmt"
	"regexp"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
)

// Goods is how a thing is bought here. What is left empty is taken from the
// tables of this package, or not known.
type Goods struct {
	Thing      string           `json:"thing" minLength:"1" maxLength:"120" doc:"The thing, as recipes call it"`
	Pack       measure.Rational `json:"pack" doc:"How much is in a pack; 0 when it is bought loose"`
	PackUnit   string           `json:"packUnit" maxLength:"20" doc:"Unit of the pack: g, ml, tin; empty for a count"`
	PriceMinor int64            `json:"priceMinor" minimum:"0" maximum:"100000000" doc:"Price of a pack, or of one when loose, in minor units; 0 when not known"`
	Shop       string           `json:"shop" maxLength:"80" doc:"Where it is bought"`
	Aisle      string           `json:"aisle" maxLength:"80" doc:"Where in the shop"`
	Fresh      string           `json:"fresh" enum:",day,keeps" doc:"Bought on the day, or ahead; empty to take it from the table"`
	Stock      measure.Rational `json:"stock" doc:"How much is in the cupboard"`
	StockUnit  string           `json:"stockUnit" maxLength:"20" doc:"Unit of the stock"`
}

// Check returns what cannot be accepted.
func (g Goods) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, args ...any) {
		out = append(out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(words, args...)})
	}
	if strings.TrimSpace(g.Thing) == "" {
		bad("thing", "Say what it is.")
	}
	for _, q := range []struct {
		path string
		v    measure.Rational
	}{{"pack", g.Pack}, {"stock", g.Stock}} {
		if q.v.Cmp(measure.Rational{}) < 0 || q.v.Float() > 1e6 {
			bad(q.path, "An amount is from 0 to a million.")
		}
	}
	for _, u := range []struct{ path, unit string }{{"packUnit", g.PackUnit}, {"stockUnit", g.StockUnit}} {
		if u.unit != "" {
			if _, ok := measure.UnitNamed(u.unit); !ok {
				bad(u.path, "“%s” is not a unit known here. Write g, ml, tin, bunch, or leave it empty for a count.", u.unit)
			}
		}
	}
	return out
}

// Key is the name two goods cannot share.
func (g Goods) Key() string { return recipe.Thing(g.Thing) }

// place is a usual shop and aisle, and whether a thing is bought on the day.
type place struct {
	re    *regexp.Regexp
	shop  string
	aisle string
	fresh bool
}

// places are where things are usually sold, the first that fits: our own habits,
// to be overruled by the studio's goods.
var places = []place{
	{regexp.MustCompile(`(?i)\b(mussels?|oysters?|clams?|crabs?|prawns?|fish|trout|salmon|tuna|cod|mackerel|squid)\b`), "Fishmonger", "counter", true},
	{regexp.MustCompile(`(?i)\b(beef|lamb|pork|chicken|duck|ham|bacon|pancetta|sausages?|mince|steak)\b`), "Butcher", "counter", true},
	{regexp.MustCompile(`(?i)\b(bread|sourdough|loaf|baguette|rolls?|buns?|brioche|sponge)\b`), "Baker", "counter", true},
	{regexp.MustCompile(`(?i)\b(gin|rum|vodka|whisky|brandy|spirit|liqueur|wine|cider|beer|stout|vermouth|sherry|tonic)\b`), "Grocer", "drinks", false},
	{regexp.MustCompile(`(?i)\b(oil|vinegar|flour|sugar|salt|rice|pasta|noodles|oats|cornflour|starch|yeast|baking powder|bicarbonate|cocoa|chocolate|honey|syrup|treacle|mustard|crackers?|crispbreads?|biscuits?|stock|tin|tins|lentils|chickpeas|beans|raisins|sultanas|nuts?|almonds|walnuts|hazelnuts|pistachios|seeds|sesame|jam|coffee|tea|caraway|cinnamon|star anise|pepper|paprika|cayenne|saffron|vanilla|nutmeg|cloves|cumin|peppercorns|tartar|gelatine|extract)\b`), "Grocer", "dry goods", false},
	{regexp.MustCompile(`(?i)\b(milk|cream|butter|yogurt|cheese|crème|creme|mascarpone|ricotta|feta|mozzarella|custard)\b`), "Grocer", "dairy", false},
	{regexp.MustCompile(`(?i)\b(eggs?|whites?|yolks?)\b`), "Grocer", "eggs", false},
	{regexp.MustCompile(`(?i)\b(ice)\b`), "Grocer", "freezer", true},
	{regexp.MustCompile(`(?i)\b(parsley|dill|mint|basil|sage|thyme|rosemary|tarragon|chervil|coriander|bay|chives|herbs?|beet|rocket|watercress|lettuce|salad|chicory|spinach|chard|leaves|flowers?|berries|raspberr(?:y|ies)|strawberr(?:y|ies)|figs?|sorrel)\b`), "Greengrocer", "herbs and leaves", true},
	{regexp.MustCompile(`(?i)\b(quinces?|pears?|apples?|lemons?|limes?|oranges?|plums?|sloes?|rhubarb|pomegranates?|grapes?|bananas?|peach(?:es)?|apricots?|cherr(?:y|ies))\b`), "Greengrocer", "fruit", false},
	{regexp.MustCompile(`(?i)\b(leeks?|onions?|shallots?|garlic|potato(?:es)?|carrots?|celery|fennel|beetroots?|courgettes?|mushrooms?|squash|pumpkin|horseradish|ginger|tomato(?:es)?|cucumbers?|radish(?:es)?|cabbage|kale|chill(?:i|ies))\b`), "Greengrocer", "vegetables", false},
}

func placeOf(thing string) place {
	for _, p := range places {
		if p.re.MatchString(thing) {
			return p
		}
	}
	return place{shop: "Grocer", aisle: "other"}
}

// tap is what nobody buys.
var tap = regexp.MustCompile(`(?i)^(?:(?:cold|warm|hot|boiling|iced?|tap|just-boiled|more|extra) )*water$`)
