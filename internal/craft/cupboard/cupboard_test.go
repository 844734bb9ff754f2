package cupboard

import (
	"figladder/internal/craft/words"
	"math"
	"strings"
	"testing"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/finding"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func plate(name string, mm float64, hex string, finish words.Finish) Prop {
	return Prop{Name: name, Kind: Plate, Sizes: Sizes{DiameterMm: mm, HeightMm: 20}, Front: Face{Colour: hex, Finish: finish}, Condition: "patina", Count: 1}
}

func with(p Prop, change func(*Prop)) Prop { change(&p); return p }

var (
	mussels  = Ask{Dish: "Cider mussels", Form: "soup", Food: []colour.Part{{Name: "mussels", Hex: "#3a3744", Share: 4}, {Name: "sea beet", Hex: "#3f6b34", Share: 1}}, Dark: true, Light: "from behind", Angle: "three-quarter", Ingredients: []string{"mussels", "cider", "sea beet"}}
	pavlova  = Ask{Dish: "Quince pavlova", Form: "tall", Food: []colour.Part{{Name: "meringue", Hex: "#f3e9d8", Share: 4}, {Name: "quince", Hex: "#d98a6b", Share: 2}}, Dark: true, Light: "from the side", Angle: "level"}
	leeks    = Ask{Dish: "Leeks", Form: "plate", Food: []colour.Part{{Name: "leek", Hex: "#9db36a", Share: 1}}, Light: "from the side", Angle: "three-quarter", Ingredients: []string{"leeks"}}
	tomato   = Ask{Dish: "Tomato soup", Form: "soup", Food: []colour.Part{{Name: "tomato", Hex: "#c4331f", Share: 1}}, Light: "from the side", Angle: "three-quarter"}
	toddy    = Ask{Dish: "Pear toddy", Form: "drink", Food: []colour.Part{{Name: "tea", Hex: "#8a4a1c", Share: 1}}, Light: "from behind", Angle: "level"}
	boldLeek = with2(leeks, func(a *Ask) { a.Bold = true })
)

func with2(a Ask, change func(*Ask)) Ask { change(&a); return a }

// Each pair: the first must suit better than the second, and the part that decides
// is named.
func TestSuitabilityOrdering(t *testing.T) {
	small, large := plate("side plate", 200, "#6f7a86", "matt"), plate("dinner plate", 290, "#6f7a86", "matt")
	grey := plate("grey plate", 200, "#6f7a86", "matt")
	bowl := Prop{Name: "bowl", Kind: Bowl, Sizes: Sizes{DiameterMm: 180, HeightMm: 60}, Front: Face{Colour: "#6f7a86", Finish: "matt"}, Condition: "patina", Count: 1}
	spoon := Prop{Name: "spoon", Kind: Cutlery, Sizes: Sizes{LengthMm: 150}, Front: Face{Colour: "#8d8f90", Finish: "satin"}, Condition: "patina", Count: 1}
	board := Prop{Name: "board", Kind: Backdrop, Sizes: Sizes{LengthMm: 1200, WidthMm: 900}, Front: Face{Colour: "#39425f", Finish: "matt"}, Condition: "patina", Count: 1}
	glass := Prop{Name: "glass", Kind: Glass, Sizes: Sizes{DiameterMm: 72, HeightMm: 150}, Front: Face{Colour: "#cfd6d2", Finish: "gloss", Pattern: 0.6}, Condition: "new", Count: 1}
	seen := func(times, ago int) Seen { return Seen{Times: times, Last: "2026-10-01", DaysAgo: ago} }
	for _, c := range []struct {
		why          string
		ask          Ask
		better, less Prop
		seenB, seenL Seen
		part         string
	}{
		{"a side plate over a dinner plate", leeks, small, large, Seen{}, Seen{}, "size"},
		{"a bowl for soup over a plate", tomato, bowl, grey, Seen{}, Seen{}, "what it is"},
		{"a plate for leeks over a bowl", leeks, grey, bowl, Seen{}, Seen{}, "what it is"},
		{"a glass for a drink over a bowl", toddy, glass, bowl, Seen{}, Seen{}, "what it is"},
		{"slate over a leek-green plate", leeks, grey, plate("green", 200, "#9db36a", "matt"), Seen{}, Seen{}, "colour"},
		{"dark over near-white under meringue", pavlova, grey, plate("cream", 200, "#f1e7d6", "matt"), Seen{}, Seen{}, "colour"},
		{"grey over white under dark mussels", mussels, with(bowl, func(p *Prop) {}), with(bowl, func(p *Prop) { p.Front.Colour = "#f7f7f5" }), Seen{}, Seen{}, "exposure"},
		{"matt over glossy", leeks, grey, plate("gloss", 200, "#6f7a86", "gloss"), Seen{}, Seen{}, "finish"},
		{"satin over mirror", leeks, plate("satin", 200, "#6f7a86", "satin"), plate("mirror", 200, "#6f7a86", "mirror"), Seen{}, Seen{}, "finish"},
		{"plain over a loud pattern", leeks, grey, with(grey, func(p *Prop) { p.Front.Pattern = 0.8 }), Seen{}, Seen{}, "pattern"},
		{"a patterned glass over a plain one", toddy, glass, with(glass, func(p *Prop) { p.Front.Pattern = 0 }), Seen{}, Seen{}, "pattern"},
		{"quiet over primary red", leeks, grey, plate("scarlet", 200, "#e01010", "matt"), Seen{}, Seen{}, "school"},
		{"a clean colour for bold", boldLeek, plate("teal", 200, "#2b6f7c", "matt"), plate("grey", 200, "#777777", "matt"), Seen{}, Seen{}, "school"},
		{"patina over chipped", leeks, grey, with(grey, func(p *Prop) { p.Condition = "chipped" }), Seen{}, Seen{}, "condition"},
		{"patina over new", leeks, grey, with(grey, func(p *Prop) { p.Condition = "new" }), Seen{}, Seen{}, "condition"},
		{"fresh over often seen", leeks, grey, grey, Seen{}, seen(5, 20), "not seen"},
		{"long ago over lately", leeks, grey, grey, seen(3, 200), seen(3, 10), "not seen"},
		{"an onion-ware plate that belongs over one for sushi", leeks, with(grey, func(p *Prop) { p.Ties = []string{"leeks"} }), with(grey, func(p *Prop) { p.Ties = []string{"sushi"} }), Seen{}, Seen{}, "belongs"},
		{"a small spoon over a full-size one", tomato, spoon, with(spoon, func(p *Prop) { p.Sizes.LengthMm = 215 }), Seen{}, Seen{}, "size"},
		{"a steel spoon over one as red as the soup", tomato, spoon, with(spoon, func(p *Prop) { p.Front.Colour = "#c2351f" }), Seen{}, Seen{}, "colour"},
		{"a large board over a 60 × 60", leeks, board, with(board, func(p *Prop) { p.Sizes.LengthMm, p.Sizes.WidthMm = 600, 600 }), Seen{}, Seen{}, "size"},
		{"a tumbler of 72 over a 120 vase", toddy, glass, with(glass, func(p *Prop) { p.Sizes.DiameterMm = 120 }), Seen{}, Seen{}, "size"},
	} {
		t.Run(c.why, func(t *testing.T) {
			b, l := c.better.Suit(c.ask, c.seenB), c.less.Suit(c.ask, c.seenL)
			assert.Greater(t, b.Score, l.Score)
			value := func(s Suits) float64 {
				for _, p := range s.Parts {
					if p.Name == c.part {
						return p.Value
					}
				}
				t.Fatalf("no part %q", c.part)
				return 0
			}
			assert.Greater(t, value(b), value(l), "because of its %s", c.part)
		})
	}
}

func codes(fs []finding.Finding) map[string]bool {
	out := map[string]bool{}
	for _, f := range fs {
		out[f.Code] = true
	}
	return out
}

// Each finding has a prop that must cause it and one close by that must not.
func TestFindings(t *testing.T) {
	base := plate("plate", 200, "#6f7a86", "matt")
	for _, c := range []struct {
		code      string
		ask       Ask
		bad, good Prop
		seen      Seen
	}{
		{"plate-large", leeks, plate("p", 290, "#6f7a86", "matt"), base, Seen{}},
		{"vessel-is-food", leeks, plate("p", 200, "#9db36a", "matt"), base, Seen{}},
		{"vessel-fights", tomato, plate("p", 200, "#2f7a3a", "matt"), base, Seen{}},
		{"exposure-trap", mussels, plate("p", 200, "#f7f7f5", "matt"), base, Seen{}},
		{"gloss", mussels, plate("p", 200, "#6f7a86", "gloss"), base, Seen{}},
		{"pattern-loud", leeks, with(base, func(p *Prop) { p.Front.Pattern = 0.8 }), with(base, func(p *Prop) { p.Front.Pattern = 0.4 }), Seen{}},
		{"primary", leeks, plate("p", 200, "#e01010", "matt"), plate("p", 200, "#9c5c50", "matt"), Seen{}},
		{"damaged", leeks, with(base, func(p *Prop) { p.Condition = "chipped" }), base, Seen{}},
		{"no-food", leeks, with(base, func(p *Prop) { p.FoodContact = "no" }), with(base, func(p *Prop) { p.FoodContact = "yes" }), Seen{}},
		{"unrelated", leeks, with(base, func(p *Prop) { p.Ties = []string{"sushi"} }), with(base, func(p *Prop) { p.Ties = []string{"Leek"} }), Seen{}},
	} {
		t.Run(c.code, func(t *testing.T) {
			assert.True(t, codes(c.bad.Suit(c.ask, c.seen).Findings)[c.code])
			assert.False(t, codes(c.good.Suit(c.ask, c.seen).Findings)[c.code])
		})
	}
	assert.True(t, codes(base.Suit(leeks, Seen{Times: 5, DaysAgo: 20}).Findings)["seen-often"])
	assert.False(t, codes(base.Suit(leeks, Seen{Times: 5, DaysAgo: 300}).Findings)["seen-often"])
	spoon := Prop{Name: "spoon", Kind: Cutlery, Sizes: Sizes{LengthMm: 210}, Front: Face{Colour: "#c4331f", Finish: "satin"}, Condition: "new"}
	got := codes(spoon.Suit(tomato, Seen{}).Findings)
	assert.True(t, got["spoon-is-soup"] && got["cutlery-large"])
	altered := with2(leeks, func(a *Ask) { a.Altered = true })
	assert.False(t, codes(with(base, func(p *Prop) { p.FoodContact = "no" }).Suit(altered, Seen{}).Findings)["no-food"], "nobody eats it")
}

func TestFlawsOfAnyDish(t *testing.T) {
	assert.Empty(t, plate("p", 200, "#6f7a86", "matt").Flaws())
	got := codes(plate("p", 290, "#fbfbf9", "gloss").Flaws())
	assert.True(t, got["plate-large"] && got["white-shiny"])
	assert.False(t, codes(plate("p", 200, "#fbfbf9", "matt").Flaws())["white-shiny"])
	small := Prop{Name: "b", Kind: Backdrop, Sizes: Sizes{LengthMm: 600, WidthMm: 600}, Front: Face{Colour: "#39425f", Finish: "matt"}, Condition: "patina"}
	assert.True(t, codes(small.Flaws())["backdrop-small"])
}

// Whatever the prop and the dish: a score is the sum of its parts, weights add up
// to one, and the better face wins.
func TestScoresAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		hex := rapid.StringMatching(`#[0-9a-f]{6}`)
		p := Prop{Name: "x", Kind: rapid.SampledFrom(Kinds).Draw(t, "kind"), Front: Face{Colour: hex.Draw(t, "front"), Finish: rapid.SampledFrom(words.Finishes).Draw(t, "finish"), Pattern: rapid.Float64Range(0, 1).Draw(t, "pattern")},
			Condition: rapid.SampledFrom(Conditions).Draw(t, "condition"), Sizes: Sizes{DiameterMm: rapid.Float64Range(0, 600).Draw(t, "d"), LengthMm: rapid.Float64Range(0, 2000).Draw(t, "l"), WidthMm: rapid.Float64Range(0, 2000).Draw(t, "w")}}
		a := Ask{Form: rapid.SampledFrom([]string{"plate", "flat", "tall", "soup", "drink", "frozen", ""}).Draw(t, "form"), Food: []colour.Part{{Name: "f", Hex: hex.Draw(t, "food"), Share: 1}}, Bold: rapid.Bool().Draw(t, "bold")}
		s := p.Suit(a, Seen{Times: rapid.IntRange(0, 20).Draw(t, "times"), DaysAgo: rapid.IntRange(0, 400).Draw(t, "ago")})
		sum, weights := 0.0, 0.0
		for _, x := range s.Parts {
			assert.True(t, x.Value >= 0 && x.Value <= 1, x.Name)
			sum, weights = sum+100*x.Value*x.Weight, weights+x.Weight
		}
		assert.InDelta(t, 1, weights, 1e-9)
		assert.InDelta(t, sum, s.Score, 1e-9)
		assert.NotEmpty(t, s.Because)
		two := p
		two.Back = Face{Colour: hex.Draw(t, "back"), Finish: "matt"}
		assert.GreaterOrEqual(t, two.Suit(a, Seen{}).Score, p.Suit(a, Seen{}).Score-1e-9)
	})
}

func TestCheckNamesTheField(t *testing.T) {
	assert.Empty(t, plate("side plate", 200, "#6f7a86", "matt").Check())
	bad := Prop{Name: " ", Kind: Plate, Sizes: Sizes{DiameterMm: 20000, LengthMm: 5, WellMm: 30000}, Front: Face{Colour: "grey", Finish: "shiny", Pattern: 2}, Condition: "so-so", Loan: Loan{Due: "soon"}}
	var paths []string
	for _, p := range bad.Check() {
		paths = append(paths, p.Path)
	}
	assert.ElementsMatch(t, []string{"name", "sizes.diameterMm", "sizes.wellMm", "sizes.wellMm", "sizes.lengthMm", "front.colour", "front.finish", "front.pattern", "condition", "loan.due"}, paths)
	assert.Equal(t, "kind", Prop{Name: "x", Kind: "spaceship"}.Check()[0].Path)
}

// Every kind has the sizes it draws with; a drawing is as large as the prop.
func TestDrawingsAreToScale(t *testing.T) {
	for _, k := range Kinds {
		p := Prop{Name: "x", Kind: k, Front: Face{Colour: "#6f7a86", Finish: "matt"}, Condition: "new"}
		for _, f := range Fields(k) {
			v := min(100, f.MostMm)
			require.True(t, p.Sizes.Set(f.Key, v), f.Key)
			assert.Equal(t, v, p.Sizes.Get(f.Key))
		}
		if k == Plate {
			p.Sizes.WellMm = 70
		}
		assert.Empty(t, p.Check(), k)
		d := p.Draw()
		require.NotEmpty(t, d.Shapes, k)
		if k != Jug && k != Cutlery {
			assert.Equal(t, 100.0, d.WidthMm, k)
		}
		for _, s := range d.Shapes {
			assert.False(t, strings.Contains(s.Path, "NaN"), k)
		}
		if profile := p.Profile(); profile != nil {
			last := profile[len(profile)-1]
			assert.InDelta(t, 50, last.RadiusMm, 15, k)
			assert.InDelta(t, 100, last.HeightMm, 1e-9, k)
			for i := 1; i < len(profile); i++ {
				assert.GreaterOrEqual(t, profile[i].HeightMm, profile[i-1].HeightMm, "it never goes down")
			}
		}
	}
	assert.False(t, (&Sizes{}).Set("weight", 1))
}

func TestGaps(t *testing.T) {
	keys := func(g []Gap) map[string]int {
		out := map[string]int{}
		for _, x := range g {
			out[x.Key] = x.Want - x.Have
		}
		return out
	}
	empty := keys(Gaps(nil, []Ask{toddy}))
	assert.Len(t, empty, len(starter)+1, "an empty cupboard lacks all of it, and a glass for the toddy")
	plates := with(plate("p", 200, "#6f7a86", "matt"), func(p *Prop) { p.Count = 2 })
	chipped := with(plates, func(p *Prop) { p.Condition, p.Count = "chipped", 9 })
	assert.Equal(t, 1, keys(Gaps([]Prop{plates, chipped}, nil))["small-plates"], "chipped ones do not count")
	plates.Count = 3
	assert.NotContains(t, keys(Gaps([]Prop{plates}, nil)), "small-plates")
	glass := Prop{Name: "g", Kind: Glass, Sizes: Sizes{DiameterMm: 72, HeightMm: 150}, Front: Face{Colour: "#cfd6d2", Finish: "gloss", Pattern: 0.6}, Condition: "new", Count: 2}
	assert.NotContains(t, keys(Gaps([]Prop{glass}, []Ask{toddy})), "vessel-Pear toddy")
}

// Break-even against counting day by day.
func TestRentOrBuyAgainstCounting(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := Wanted{PriceMinor: rapid.Int64Range(100, 50000).Draw(t, "price"), DayMinor: rapid.Int64Range(50, 5000).Draw(t, "day"), ResaleShare: rapid.Float64Range(0, 1).Draw(t, "resale"), Days: rapid.Float64Range(0, 60).Draw(t, "days")}
		got := RentOrBuy(w)
		rent, n := 0.0, 0
		for rent < float64(w.PriceMinor)*(1-w.ResaleShare)-1e-9 {
			rent += float64(w.DayMinor)
			n++
		}
		assert.Equal(t, n, int(math.Ceil(got.BreakEven.Value-1e-9)))
		assert.LessOrEqual(t, got.LowDays, got.BreakEven.Value+1e-9)
		assert.GreaterOrEqual(t, got.HighDays, got.BreakEven.Value-1e-9)
		switch got.Verdict {
		case "rent":
			assert.Less(t, w.Days, got.BreakEven.Value)
		case "buy":
			assert.Greater(t, w.Days, got.BreakEven.Value)
		}
	})
	assert.Equal(t, "unknown", RentOrBuy(Wanted{PriceMinor: 100}).Verdict)
	assert.Len(t, Wanted{Kind: "spaceship"}.Check(), 1)
}

func TestLookAtAPicture(t *testing.T) {
	const w, h = 60, 60
	grey := colour.PixelOf(119, 119, 119)
	paint := func(f func(x, y int) (r, g, b uint8)) []colour.Pixel {
		out := make([]colour.Pixel, w*h)
		for i := range out {
			out[i] = grey
			if x, y := i%w, i/w; x > 10 && x < 50 && y > 10 && y < 50 {
				r, g, b := f(x, y)
				out[i] = colour.PixelOf(r, g, b)
			}
		}
		return out
	}
	plain := Look(paint(func(x, y int) (uint8, uint8, uint8) { return 0x39, 0x42, 0x5f }), w)
	require.NotEmpty(t, plain.Colours)
	assert.Less(t, colour.Distance("#39425f", plain.Colours[0].Hex), 1.0)
	assert.Less(t, plain.Pattern, 0.05)
	assert.Equal(t, words.Matt, plain.Finish)
	checked := Look(paint(func(x, y int) (uint8, uint8, uint8) {
		if (x/3+y/3)%2 == 0 {
			return 0xf0, 0xe8, 0xd8
		}
		return 0x39, 0x42, 0x5f
	}), w)
	assert.Greater(t, checked.Pattern, 0.5)
	shiny := Look(paint(func(x, y int) (uint8, uint8, uint8) {
		if x > 20 && x < 27 && y > 15 && y < 25 {
			return 255, 255, 255
		}
		return 0x39, 0x42, 0x5f
	}), w)
	assert.Equal(t, words.Gloss, shiny.Finish)
	assert.Less(t, colour.Distance("#39425f", shiny.Colours[0].Hex), 1.0, "a highlight is not a colour of the prop")
	assert.Empty(t, Look(paint(func(x, y int) (uint8, uint8, uint8) { return 119, 119, 119 }), w).Colours, "nothing on the ground")
	assert.Empty(t, Look(nil, 5).Colours)
}

// A cake says how wide its plate should be by the tin it is baked in.
func TestATinSaysHowWideThePlateIs(t *testing.T) {
	plate := func(mm float64) Prop {
		return Prop{Name: "Plate", Kind: Plate, Sizes: Sizes{DiameterMm: mm}, Front: Face{Colour: "#8d8a85", Finish: "matt"}, Count: 1}
	}
	ask := Ask{Dish: "Sponge", Form: "tall", AcrossMm: 230}
	size := func(s Suits) float64 {
		for _, p := range s.Parts {
			if p.Name == "size" {
				return p.Value
			}
		}
		return -1
	}
	assert.Greater(t, size(plate(280).Suit(ask, Seen{})), size(plate(210).Suit(ask, Seen{})))
	ask.AcrossMm = 0
	assert.Less(t, size(plate(280).Suit(ask, Seen{})), size(plate(210).Suit(ask, Seen{})))
	for _, f := range plate(275).Suit(Ask{Dish: "Sponge", Form: "tall", AcrossMm: 230}, Seen{}).Findings {
		assert.NotEqual(t, "plate-large", f.Code, "it does not swallow a cake of 23 cm")
	}
}
