package measure

import "strings"

// Dimension is what a unit measures.
type Dimension string

// The dimensions a recipe uses. Count is for things such as sprigs and cloves.
const (
	Volume Dimension = "volume" // base ml
	Mass   Dimension = "mass"   // base g
	Length Dimension = "length" // base mm
	Count  Dimension = "count"
)

// Unit is a kitchen unit. Base is how many ml, g or mm one of it is, by its US
// definition where regions differ (NIST Handbook 44, appendix C).
type Unit struct {
	Name      string
	Dimension Dimension
	Base      Rational
	aliases   []string
}

func dec(s string) Rational { r, _ := ParseRational(s); return r }

var units = []Unit{
	{"tsp", Volume, dec("4.929"), []string{"teaspoon", "teaspoons", "tsps", "tsp", "t"}},
	{"tbsp", Volume, dec("14.787"), []string{"tablespoon", "tablespoons", "tbsps", "tbsp", "tbs", "tb", "T"}},
	{"cup", Volume, dec("236.588"), []string{"cups", "c"}},
	{"fl oz", Volume, dec("29.574"), []string{"fluid ounce", "fluid ounces", "fl oz", "floz"}},
	{"pint", Volume, dec("473.176"), []string{"pints", "pt"}},
	{"quart", Volume, dec("946.353"), []string{"quarts", "qt"}},
	{"ml", Volume, dec("1"), []string{"millilitre", "millilitres", "milliliter", "milliliters", "mls"}},
	{"cl", Volume, dec("10"), []string{"centilitre", "centilitres"}},
	{"dl", Volume, dec("100"), []string{"decilitre", "decilitres", "deciliter", "deciliters"}},
	{"l", Volume, dec("1000"), []string{"litre", "litres", "liter", "liters", "ltr"}},
	{"g", Mass, dec("1"), []string{"gram", "grams", "gramme", "grammes", "gr", "gm", "gms"}},
	{"kg", Mass, dec("1000"), []string{"kilogram", "kilograms", "kilo", "kilos", "kgs"}},
	{"mg", Mass, dec("0.001"), []string{"milligram", "milligrams"}},
	{"oz", Mass, dec("28.3495"), []string{"ounce", "ounces", "ozs"}},
	{"lb", Mass, dec("453.592"), []string{"pound", "pounds", "lbs"}},
	{"cm", Length, dec("10"), []string{"centimetre", "centimetres", "centimeter", "centimeters"}},
	{"inch", Length, dec("25.4"), []string{"inches", "in"}},
}

var counted = []string{
	"pinch/pinches", "dash/dashes", "drop/drops", "splash/splashes", "glug/glugs", "drizzle", "handful/handfuls", "sprig/sprigs", "clove/cloves",
	"stick/sticks", "can/cans", "tin/tins", "jar/jars", "packet/packets", "pack/packs", "package/packages", "sachet/sachets", "bunch/bunches",
	"head/heads", "slice/slices", "piece/pieces", "knob/knobs", "leaf/leaves", "stalk/stalks", "rib/ribs", "strip/strips", "sheet/sheets",
	"fillet/fillets", "bottle/bottles", "bag/bags", "block/blocks", "ball/balls", "wedge/wedges", "scoop/scoops", "shot/shots", "pod/pods", "ear/ears", "rasher/rashers", "cube/cubes", "twist/twists", "grind/grinds", "box/boxes", "carton/cartons", "tub/tubs", "punnet/punnets", "bulb/bulbs", "loaf/loaves",
}

var byAlias = func() map[string]Unit {
	m := map[string]Unit{}
	for _, u := range units {
		m[u.Name] = u
		for _, a := range u.aliases {
			m[a] = u
		}
	}
	for _, c := range counted {
		one, many, _ := strings.Cut(c, "/")
		u := Unit{Name: one, Dimension: Count, Base: Ratio(1, 1)}
		m[one] = u
		if many != "" {
			m[many] = u
		}
	}
	return m
}()

// UnitNamed finds a unit by any of its spellings, a closing full stop allowed.
// Single capital T is a tablespoon and small t a teaspoon; otherwise case does
// not matter.
func UnitNamed(word string) (Unit, bool) {
	w := strings.TrimSuffix(word, ".")
	if u, ok := byAlias[w]; ok {
		return u, true
	}
	w = strings.ToLower(w)
	if len(w) == 1 && w != "g" && w != "l" && w != "c" {
		return Unit{}, false
	}
	u, ok := byAlias[w]
	return u, ok
}
