package draft

import (
	"fmt"
	"math"
	"math/rand/v2"
	"regexp"
	"strings"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/compose"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/wordlist"
)

// most is how many props of a kind stand beside a dish: start values of our own after P2 and
// P6. Together with what is strewn they are three, an odd count.
var most = map[cupboard.Kind]int{cupboard.Linen: 1, cupboard.Cutlery: 1, cupboard.Tiny: 1, cupboard.Jug: 1, cupboard.Glass: 1}

// besides is how many props that draw the eye stand beside a dish; linen lies under it.
const besides = 2

// beside takes what has to do with the dish: a cloth, something to eat it with, something
// small, and one of its ingredients strewn near it.
func (m *maker) beside(s scene.Set, d *Dish) (scene.Set, []Choice) {
	all := m.rank(d, func(r ranked) bool {
		_, err := scene.ThingOf(r.face(), r.ID)
		return err == nil && (r.Held == d.ID || r.suits.Role == "beside" && r.suits.Score >= leastSuit && most[r.Prop.Prop.Kind] > 0)
	})
	var out []Choice
	taken, drawing := map[cupboard.Kind]int{}, 0
	for i, r := range all {
		kind := r.Prop.Prop.Kind
		if _, vessel := scene.VesselOf(r.face()); vessel && r.Held == d.ID && (kind == cupboard.Plate || kind == cupboard.Bowl || kind == cupboard.Glass) {
			continue // it is what the dish is served in
		}
		if taken[kind] >= max(1, most[kind]) || kind != cupboard.Linen && drawing >= besides {
			continue
		}
		var alike []ranked
		for _, o := range all[i:] {
			if o.Prop.Prop.Kind == kind {
				alike = append(alike, o)
			}
		}
		if kind == cupboard.Linen {
			alike = m.another(alike)
		}
		at := len(s.Things)
		best, c := m.take(d, fmt.Sprintf("beside-%d", len(out)), "Beside it", alike, func(o ranked) []finding.Edit {
			t, _ := scene.ThingOf(o.face(), o.ID)
			if kind == cupboard.Linen {
				t = folded(t)
			}
			return thingEdits(at, t)
		})
		t, _ := scene.ThingOf(best.face(), best.ID)
		if kind == cupboard.Linen {
			t = folded(t)
		}
		s.Things = append(s.Things, t)
		taken[kind]++
		if kind != cupboard.Linen {
			drawing++
		}
		out = append(out, c)
	}
	if t, c, ok := m.echo(d, len(out)); ok {
		s.Things = append(s.Things, t)
		out = append(out, c)
	}
	return s, out
}

// asGood is how many points of suiting less another draft's cloth may have than the best: a start value of our own.
const asGood = 10

// another puts first what another draft lays under the dish: the best but one or two of what suits about as well, as it
// stands on another ground.
func (m *maker) another(all []ranked) []ranked {
	n := min(m.ask.Variant, len(all)-1)
	for n > 0 && (all[0].Held != "" || all[n].score < all[0].score-asGood) {
		n--
	}
	out := append([]ranked{all[n]}, all[:n]...)
	return append(out, all[n+1:]...)
}

// towelMm is the size of a tea towel laid folded, which a cloth has on a set (P2): start values
// of our own.
const towelWideMm, towelLongMm = 300.0, 420.0

// folded is a cloth of tea-towel size, thicker when it had to be folded for it.
func folded(t scene.Thing) scene.Thing {
	if t.WidthMm > towelWideMm || t.DepthMm > towelLongMm {
		t.HeightMm = math.Min(14, 1.5*t.HeightMm)
	}
	t.WidthMm, t.DepthMm = math.Min(t.WidthMm, towelWideMm), math.Min(t.DepthMm, towelLongMm)
	return t
}

// pieces are what an ingredient is strewn as, by words of its name: the first row with a word that is in it. Where
// what is inside has another colour than the name's, that is told. Start values of our own.
var pieces = []struct {
	words *regexp.Regexp
	kind  string
	piece string
	size  float64 // mm
	count int
	flesh string // #rrggbb, or empty
}{
	{wordlist.Words(`horseradish|parmesan|cheddar|pecorino|gruyère|grana|zest|coconut`), "scatter", "curl", 9, 34, ""},
	{wordlist.Words(`rosemary|thyme|dill|tarragon`), "scatter", "sprig", 26, 3, ""},
	{wordlist.Words(`(?:water)?cress|pea shoots?|micro ?herbs?|micro ?greens?`), "scatter", "cress", 15, 9, ""},
	{wordlist.Words(`parsley|mint|basil|coriander|herbs?|chives?|sage|bay|beet leaves|rocket`), "herbs", "", 12, 7, ""},
	{wordlist.Words(`lemons?|limes?|oranges?|grapefruits?|clementines?`), "scatter", "citrus", 27, 3, ""},
	{wordlist.Words(`plums?|damsons?`), "scatter", "stone", 22, 3, "#d8a24e"},
	{wordlist.Words(`peach(?:es)?|apricots?|nectarines?`), "scatter", "stone", 26, 3, ""},
	{wordlist.Words(`pears?`), "scatter", "pear", 27, 3, "#ece0b6"},
	{wordlist.Words(`figs?|apples?`), "scatter", "half", 26, 3, ""},
	{wordlist.Words(`quinces?`), "scatter", "slice", 24, 3, ""},
	{wordlist.Words(`radish(?:es)?`), "scatter", "round", 14, 5, "#f4ece2"},
	{wordlist.Words(`cucumbers?|courgettes?`), "scatter", "round", 20, 4, "#dbe6b4"},
	{wordlist.Words(`beetroots?|carrots?`), "scatter", "round", 24, 3, ""},
	{wordlist.Words(`(?:spring|salad) onions?|scallions?`), "scatter", "ring", 5, 12, ""},
	{wordlist.Words(`onions?|shallots?|leeks?`), "scatter", "ring", 20, 3, ""},
	{wordlist.Words(`tomato(?:es)?`), "scatter", "tomato", 17, 3, ""},
	{wordlist.Words(`olives?`), "scatter", "olive", 18, 5, ""},
	{wordlist.Words(`hazelnuts?|walnuts?|almonds?|pecans?|pistachios?|cashews?|chestnuts?|peanuts?|nuts?`), "scatter", "nut", 9, 6, ""},
	{wordlist.Words(`chocolate`), "scatter", "shard", 14, 5, ""},
	{wordlist.Words(`\w*berr(?:y|ies)|cherry|cherries|sloes?|\w*currants?|grapes?|peas?`), "scatter", "berry", 14, 5, ""},
	{wordlist.Words(`pepper ?corns?|black pepper`), "crumb", "", 2.4, 30, ""},
	{wordlist.Words(`sesame|seeds?|cumin|fennel|lentils?|rice|oats?`), "scatter", "seed", 5, 35, ""},
	{wordlist.Words(`salt|cheese|peel`), "scatter", "flake", 14, 7, ""},
	{wordlist.Words(`bread|rye|biscuits?|crumbs?|crispbreads?`), "crumb", "", 5, 25, ""},
}

// fluid are names of what is poured, spread or ground: they say what it was made of, not what can be strewn.
var fluid = regexp.MustCompile(`(?i)\b(?:oil|juice|vinegar|milk|butter|stock|syrup|jam|purée|puree|paste|sauce|powder|flour|cream|liqueur|wine|cider|cream cheese|extract|mustard)\s*(?:[,(].*)?$|\bground\b`)

// strewn is what an ingredient's name says can be strewn of it; false when nothing.
func strewn(name, hex string) (scene.Thing, bool) {
	if fluid.MatchString(name) {
		return scene.Thing{}, false
	}
	for _, p := range pieces {
		if !p.words.MatchString(name) {
			continue
		}
		t := scene.Thing{Kind: p.kind, Piece: p.piece, On: true, WidthMm: 70, HeightMm: p.size, Count: p.count, Colour: hex, Finish: "satin"}
		if p.flesh != "" {
			t.Colour, t.Second = p.flesh, hex
		}
		return t, true
	}
	return scene.Thing{}, false
}

// echo strews one of the dish's own ingredients beside it (P6: echo one or two).
func (m *maker) echo(d *Dish, n int) (scene.Thing, Choice, bool) {
	for _, name := range d.Ask.Ingredients {
		hex, known := colour.Of(name)
		if known == "" {
			continue
		}
		if t, ok := strewn(name, hex); ok {
			t.Name = capital(known)
			return t, Choice{Key: fmt.Sprintf("beside-%d", n), Label: "Strewn beside it", Took: known, Because: "It is in the dish: what stands beside it has to do with it.", From: len(d.Ask.Ingredients), Swap: []finding.Edit{}}, true
		}
	}
	return scene.Thing{}, Choice{}, false
}

func capital(s string) string { return strings.ToUpper(s[:1]) + s[1:] }

// tries is how many arrangements are looked at, and again how many places of each thing.
const tries, again = 22, 4

// arrange finds places for what stands beside the dish, so that nothing stands in another,
// lines lead in, both sides carry something and the crops keep it: many are tried, and the
// one that the checks of composition have least against is taken.
func (m *maker) arrange(s scene.Set, rng *rand.Rand) scene.Set {
	if len(s.Things) == 0 {
		return s
	}
	_, _, engine, err := scene.ReadWith(m.ctx, s, m.ask.Wants, light.Search)
	if err != nil {
		return s
	}
	cost := func(t scene.Set) float64 {
		objects, err := t.ObjectsUntil(m.ctx, scene.Rough)
		if err != nil {
			return math.Inf(1)
		}
		sum := inTheWay * float64(len(scene.Overlaps(objects))+perched(t, objects)+pierced(t, objects))
		f := compose.Of(t, objects, engine)
		crops := f.Crops(m.ask.Shapes)
		for _, c := range crops {
			sum += 1.5 * float64(len(c.Cuts))
		}
		return sum + costOf(finding.Weighed(append(f.CropFindings(crops, m.ask.Shapes), f.Findings()...)))
	}
	best := s
	least := math.Inf(1)
	consider := func(t scene.Set) {
		if m.ctx.Err() != nil {
			return
		}
		if c := cost(t); c < least {
			best, least = t, c
		}
	}
	for range tries {
		t := s.Copy()
		for i := range t.Things {
			t.Things[i] = place(t, t.Things[i], rng)
		}
		consider(t)
	}
	for range again {
		for i := range s.Things {
			t := best.Copy()
			t.Things[i] = place(t, t.Things[i], rng)
			consider(t)
		}
	}
	return best
}

// inTheWay is what it costs that two things stand in one another, that one lies on another that is
// no ground, or that cutlery lies through one that stands; highGroundMm is as high as a ground may
// be. Start values of our own.
const inTheWay, highGroundMm = 220.0, 45.0

// perched is how many things lie on something tall: a spoon across a jug's rim.
func perched(s scene.Set, objects []scene.Object) int {
	n := 0
	for i := range objects {
		if o := &objects[i]; o.Thing >= 0 && o.Thing < len(s.Things) && o.Foot.Z-s.Things[o.Thing].LiftMm > highGroundMm {
			n++
		}
	}
	return n
}

// pierced is how many things stand where cutlery lies. What stands is narrower at its foot than
// at its widest: start value of our own.
func pierced(s scene.Set, objects []scene.Object) int {
	const foot = 0.85
	n := 0
	for i, t := range s.Things {
		if !t.On || !t.Cutlery() {
			continue
		}
		sin, cos := math.Sincos(t.TurnDeg * math.Pi / 180)
		for k := range objects {
			o := &objects[k]
			if o.Thing < 0 || o.Thing == i || o.Solid == 0 || o.Hi.Z-o.Foot.Z <= highGroundMm {
				continue
			}
			x, y := o.Foot.X-t.XMm, o.Foot.Y-t.YMm
			along := math.Min(math.Max(x*sin+y*cos, -t.DepthMm/2), t.DepthMm/2)
			if math.Hypot(x-along*sin, y-along*cos) < foot*o.Solid+t.WidthMm/2 {
				n++
			}
		}
	}
	return n
}

// place is a thing somewhere round the dish, where its kind usually is: bearings clockwise
// from behind.
func place(s scene.Set, t scene.Thing, rng *rand.Rand) scene.Thing {
	between := func(lo, hi float64) float64 { return lo + rng.Float64()*(hi-lo) }
	R := s.Vessel.DiameterMm / 2
	own := math.Max(t.WidthMm, t.DepthMm) / 2
	side := 1.0
	if rng.IntN(2) == 0 {
		side = -1
	}
	var bearing, gap float64
	switch {
	case t.Lies():
		// Under the rim, askew: boards and cloths on the diagonal.
		bearing, gap = side*between(95, 165), between(0.1, 0.6)*R-R-own
		t.TurnDeg = side * between(14, 36)
	case t.Cutlery():
		own = t.WidthMm
		bearing, gap = side*between(80, 110), between(18, 60)
		t.TurnDeg = side * between(-34, -12)
		if rng.IntN(3) == 0 { // its handle toward the far side
			t.TurnDeg += 180
		}
	case t.Edible():
		own = t.WidthMm / 2
		bearing, gap = side*between(100, 160), between(8, 60)
		t.TurnDeg = between(0, 360)
	default:
		bearing, gap = side*between(15, 95), between(20, 110)
	}
	sin, cos := math.Sincos(bearing * math.Pi / 180)
	far := R + own + gap
	t.XMm, t.YMm = math.Round(s.Vessel.XMm+far*sin), math.Round(s.Vessel.YMm+far*cos)
	t.TurnDeg = math.Round(t.TurnDeg)
	return t
}
