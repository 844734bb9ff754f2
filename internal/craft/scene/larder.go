package scene

import (
	_ "embed"
	"math"
	"reflect"
	"regexp"
	"strconv"
	"strings"
	"sync"

	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"
	"figladder/internal/craft/wordlist"
	"figladder/internal/craft/words"
)

// serving is what a dish of the larder is made from: how far it may reach from the middle of
// its vessel, how high it stands from where it begins, its colours and how fine it is.
type serving struct {
	reachMm, tallMm float64
	colour, garnish string
	piece           string // what each piece of the garnish is; empty for what is usual
	cut             bool
	deep            bool                      // served in something with a wall, not on a plate
	levelMm         float64                   // how high it is filled, for what fills its vessel
	insideMm        func(zMm float64) float64 // how wide that is inside, a radius, over its floor
	layered         []slab                    // what it has in layers; none for the usual ones
	seed            int64
	f               Fineness
}

// larder are the dishes with a shape of their own, about the origin and from z = 0.
var larder = map[string]func(serving) []Part{
	"tart": func(v serving) []Part { return v.tart(false) }, "pie": func(v serving) []Part { return v.tart(true) },
	"cake": serving.cake, "loaf": serving.loaf, "toast": serving.toast, "noodles": serving.noodles, "rice": serving.rice,
	"burger": serving.burger, "leaves": serving.leaves, "biscuits": serving.biscuits,
	"bird": serving.bird, "joint": serving.joint, "fish": serving.fish, "skewers": serving.skewers,
	"soup": serving.soup, "eggs": serving.eggs, "balls": serving.balls, "dumplings": serving.dumplings, "curry": serving.curry,
	"pancakes": serving.pancakes, "pudding": serving.pudding, "crumble": serving.crumble, "layers": serving.layers,
	"pizza": serving.pizza, "sandwich": serving.sandwich,
}

// Forms are the shapes that a dish may have, as Food lists them; the first is empty, for the usual
// one of its vessel.
func Forms() []string { return enum[Food]("Form") }

// enum are the words that a field of a struct may have, as its tag lists them.
func enum[T any](field string) []string {
	f, _ := reflect.TypeFor[T]().FieldByName(field)
	return strings.Split(f.Tag.Get("enum"), ",")
}

// fills are those that take the shape of their vessel from its floor.
var fills = map[string]bool{"soup": true, "crumble": true, "layers": true}

// reaches is how far of a vessel's radius each of them goes; start values of our own: a tart
// leaves a rim to lift it by, a loaf's ends come near the edge.
var reaches = map[string]float64{"tart": 0.82, "pie": 0.82, "cake": 0.74, "loaf": 0.94, "toast": 0.7, "noodles": 0.66, "rice": 0.6, "burger": 0.5, "leaves": 0.72, "biscuits": 0.8,
	"bird": 0.86, "joint": 0.84, "fish": 0.96, "skewers": 0.94, "eggs": 0.74, "balls": 0.68, "dumplings": 0.8, "pancakes": 0.72, "pudding": 0.68, "pizza": 0.94, "sandwich": 0.78, "curry": 0.7}

// Colours that a dish has whatever it is filled with, as baked and as bought: own estimates.
const (
	pastryColour  = "#c0894a"
	crustColour   = "#9a5f2b"
	crumbColour   = "#e2c793"
	creamColour   = "#f1e8d6"
	bunColour     = "#b9742f"
	pattyColour   = "#5a3826"
	cheeseColour  = "#e3a63a"
	lettuceColour = "#7d9a45"
	heartColour   = "#e3e2a0" // of a lettuce, where no light came
	ribColour     = "#e9dfd2"
)

// slice is what is missing of something that was cut: toward the camera's right, where its
// inside is seen.
func (v serving) slice() shape.Slice {
	if !v.cut {
		return shape.Slice{}
	}
	return shape.Slice{FromDeg: cutFromDeg, ToDeg: cutToDeg}
}

// baked is a surface that an oven has browned, most where it stands out; grainMm is about how
// large its freckles are.
func baked(colour string, grainMm float64) Stuff {
	st := edibleStuff(colour, "", "cake")
	st.Pattern, st.GrainMm, st.Rough, st.Coat = "baked", grainMm, 0.6, 0.12
	st.Second = light.RGB{R: st.Colour.R * 0.5, G: st.Colour.G * 0.38, B: st.Colour.B * 0.3}
	return st
}

func (v serving) cake() []Part {
	layers := max(2, min(4, int(math.Round(v.tallMm/36))))
	crumb, cream, coat := shape.Cake(v.reachMm, v.tallMm, layers, math.Max(3, v.reachMm*0.05), v.slice(), int(v.f)+8)
	icing := orElse(v.garnish, creamColour)
	out := []Part{{crumb, edibleStuff(v.colour, "", "cake")}, {coat, edibleStuff(icing, "", "cream")}}
	if len(cream.T) > 0 {
		out = append(out, Part{cream, edibleStuff(creamColour, "", "cream")})
	}
	return out
}

func (v serving) loaf() []Part {
	long, wide := 1.7*v.reachMm, v.reachMm*0.9
	cuts := 0
	if v.cut {
		cuts = 3
	}
	crust, torn, crumb := shape.Loaf(long, wide, math.Min(v.tallMm, wide*1.05), cuts, math.Max(11, long*0.055), v.seed, int(v.f)+10)
	// It lies across the frame, its cut end toward the camera.
	lay := func(m shape.Mesh) shape.Mesh { return m.Moved(loafTurnDeg, at(0, 0, 0)) }
	burst := baked(crustColour, 5) // what the oven tore open late has browned less
	burst.Colour, burst.Coat = burst.Colour.Times(0.5).Plus(linear(crumbColour).Times(0.5)), 0
	return []Part{{lay(crust), baked(crustColour, 9)}, {lay(torn), burst}, {lay(crumb), edibleStuff(crumbColour, "", "cake")}}
}

// loafTurnDeg is how a loaf lies: its length from the far right to the near left.
const loafTurnDeg = 40.0

func (v serving) toast() []Part {
	thick := math.Max(10, v.reachMm*0.16)
	crust, crumb := shape.Toast(1.62*v.reachMm, 1.45*v.reachMm, thick, int(v.f)+8)
	out := []Part{{crust, baked(crustColour, 4)}, {crumb, baked(crumbColour, 3)}}
	tall := math.Max(5, v.tallMm-thick)
	heap := asHigh(shape.Heap(v.reachMm*0.68, tall, 0.3, v.reachMm*0.11, v.seed, int(v.f)+10), tall+0.5).Stretched(1, 0.9, 1).Moved(0, at(0, 0, thick-0.5))
	// Crushed: paler than what it was, with pieces of it still whole.
	body := edibleStuff(v.colour, "", "flesh")
	body.Colour = body.Colour.Times(0.72).Plus(linear(crumbColour).Times(0.28))
	body.GrainMm, body.Coat, body.Second = 3, 0.35, body.Colour.Times(0.5)
	spread := Part{heap, body}
	out = append(out, spread)
	size := math.Max(5, v.reachMm*0.1)
	bits := Thing{Kind: "scatter", Piece: "berry", WidthMm: v.reachMm * 1.05, HeightMm: size, Count: 16, Colour: v.colour}
	out = append(out, bits.settled([]Object{boundOf([]Part{spread})}, v.seed, v.f)...)
	return v.strewn(out, "herbs", v.reachMm*0.9, math.Max(7, v.reachMm*0.15), 6, "")
}

// asHigh draws a heap to the height that it is said to have: lumps go beyond it.
func asHigh(m shape.Mesh, tallMm float64) shape.Mesh {
	_, hi := m.Bounds()
	return m.Stretched(1, 1, tallMm/hi.Z)
}

// strewn adds a garnish of a kind over what there is.
func (v serving) strewn(on []Part, kind string, wideMm, sizeMm float64, n int, piece string) []Part {
	if v.garnish == "" {
		return on
	}
	o := Object{Parts: on}
	o.bound()
	t := Thing{Kind: kind, Piece: piece, WidthMm: wideMm, HeightMm: sizeMm, Count: n, Colour: v.garnish}
	return append(on, t.settled([]Object{o}, v.seed, v.f)...)
}

func (v serving) noodles() []Part {
	strands := 48
	if v.f <= Rough {
		strands = 18
	}
	tall := math.Max(18, v.tallMm)
	nest := shape.Noodles(v.reachMm, tall, math.Max(3.2, v.reachMm*0.055), strands, v.seed, int(v.f)+4)
	sauced := edibleStuff(v.colour, "", "wet")
	within := sauced // between the strands that are drawn there are more of them
	within.Colour, within.GrainMm = sauced.Colour.Times(0.72), 4
	core := asHigh(shape.Heap(v.reachMm*0.86, tall*0.8, 0.12, v.reachMm*0.1, v.seed, int(v.f)), tall*0.8)
	return v.strewn([]Part{{nest, sauced}, {core, within}}, "herbs", v.reachMm*1.1, math.Max(6, v.reachMm*0.12), 9, "")
}

// grains is how many grains of rice are drawn one by one.
const grains, grainsRough = 1100, 60

func (v serving) rice() []Part {
	under := asHigh(shape.Heap(v.reachMm, v.tallMm, 0.1, 9, v.seed, int(v.f)+8), v.tallMm-1.5)
	grain := edibleStuff(v.colour, "", "cream") // even, and a little wet
	between := grain                            // deeper down, and in the shade of what lies on it
	between.Colour, between.Coat = grain.Colour.Times(0.68), 0
	o := Object{Parts: []Part{{under, between}}}
	o.bound()
	n := grains
	if v.f <= Rough {
		n = grainsRough
	}
	var all []shape.Mesh
	for i := range n {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 11, v.seed) }
		a, away := 2*math.Pi*h(1), v.reachMm*0.97*math.Sqrt(h(2))
		x, y := away*math.Cos(a), away*math.Sin(a)
		z := heightOver([]Object{o}, x, y)
		all = append(all, shape.Ball(1.75, 3.7, 1.5, 0, 1, v.seed, 6).Tilted(50*(h(3)-0.5)).Moved(360*h(4), at(x, y, z+0.8)))
	}
	return v.strewn([]Part{o.Parts[0], {shape.Join(all...), grain}}, "herbs", v.reachMm*1.2, math.Max(6, v.reachMm*0.12), 9, "")
}

func (v serving) burger() []Part {
	r, h, n := v.reachMm, v.tallMm, int(v.f)+6
	var out []Part
	z := 0.0
	put := func(m shape.Mesh, tall float64, st Stuff) {
		out = append(out, Part{m.Moved(0, at(0, 0, z)), st})
		z += tall
	}
	disc := func(rr, tall float64) shape.Mesh {
		return shape.Sector([]shape.RZ{{R: 0}, {R: rr * 0.96}, {R: rr, Z: tall * 0.35}, {R: rr, Z: tall * 0.7}, {R: rr * 0.95, Z: tall}, {R: 0, Z: tall}}, 0, 360, n, nil)
	}
	bun := baked(bunColour, 40)
	bun.Coat, bun.Rough = 0.7, 0.3
	put(disc(r*0.93, h*0.16), h*0.16, bun)
	leaf := edibleStuff(orElse(v.garnish, lettuceColour), "", "leaf")
	put(shape.Ruffle(r*1.02, h*0.075, 11, v.seed, n+12), h*0.08, leaf)
	patty := edibleStuff(pattyColour, "", "flesh")
	patty.GrainMm = 4
	put(shape.Ball(r*0.93, r*0.93, h*0.11, 0.07, 6, v.seed, n+8).Moved(0, at(0, 0, h*0.1)), h*0.2, patty)
	cheese := edibleStuff(cheeseColour, "", "cream")
	put(shape.Box(1.44*r, 1.44*r, h*0.035, h*0.012).Moved(38, at(0, 0, -h*0.012)), h*0.03, cheese)
	put(disc(r*0.7, h*0.06), h*0.05, edibleStuff("#b8452f", "", "wet"))
	tall := h - z
	put(shape.Sector(append([]shape.RZ{{R: 0}}, dome(r, tall)...), 0, 360, n, nil), tall, bun)
	// Sesame on the crown.
	o := Object{Parts: out[len(out)-1:]}
	o.bound()
	seeds := Thing{Kind: "scatter", Piece: "seed", WidthMm: 1.35 * r, HeightMm: 3.2, Count: 30, Colour: creamColour}
	return v.wedged(append(out, seeds.settled([]Object{o}, v.seed, v.f)...))
}

// wedged takes the slice that is missing out of layers that stand round the axis, each with cut
// faces of its own: crumb inside what was baked. Of pieces, those that lie there go.
func (v serving) wedged(parts []Part) []Part {
	cut := v.slice()
	if cut.ToDeg <= cut.FromDeg {
		return parts
	}
	var out []Part
	for _, p := range parts {
		if len(p.Mesh.Runs) > 0 {
			out = append(out, Part{shape.WithoutSlice(p.Mesh, cut), p.Stuff})
			continue
		}
		rest, faces := p.Mesh.Wedge(cut.FromDeg, cut.ToDeg)
		inside := p.Stuff
		if p.Stuff.Pattern == "baked" {
			inside = edibleStuff(crumbColour, "", "cake")
		}
		out = append(out, Part{rest, p.Stuff}, Part{faces, inside})
	}
	return out
}

// dome is the outline of a bun's crown: a round shoulder, then flatter.
func dome(r, tall float64) []shape.RZ {
	out := []shape.RZ{{R: r * 0.94}}
	const parts = 9
	for i := 0; i <= parts; i++ {
		a := math.Pi / 2 * float64(i) / parts
		out = append(out, shape.RZ{R: r * math.Cos(a), Z: tall * (0.12 + 0.88*math.Pow(math.Sin(a), 0.85))})
	}
	return out
}

// leaves are tossed: each lies as it fell, the lowest flat and outward, more of them up in the middle, and what goes
// with them is caught between. Of four kinds: the dish's own, its pale hearts, narrow dark ones and those of its
// second colour, with a pale rib.
func (v serving) leaves() []Part {
	n, steps := 64, int(v.f)/2+4
	if v.f <= Rough {
		n, steps = 16, 8
	}
	const own, heart, narrow, second, rib = 0, 1, 2, 3, 4
	var kinds [5][]shape.Mesh
	order := [...]int{own, second, own, narrow, own, heart, second, narrow}
	for i := range n {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 13, v.seed) }
		up := float64(i) / float64(n)
		a, away := 2*math.Pi*h(1), v.reachMm*0.8*math.Sqrt(h(2))*(1-0.6*up)
		x, y := away*math.Cos(a), away*math.Sin(a)
		long := v.reachMm * (0.55 + 0.3*h(3))
		lean, turn, z := 70*(h(5)-0.5), 360*h(7), v.tallMm*(0.04+0.66*up)
		put := func(kind int, m shape.Mesh) {
			m = m.Moved(0, at(0, -long/2, 0)).Tilted(lean).Moved(turn, at(x, y, z))
			for k, p := range m.P { // within the bowl, and on its floor
				if d := math.Hypot(p.X, p.Y) / v.reachMm; d > 1 {
					m.P[k].X, m.P[k].Y, m.P[k].Z = p.X/d, p.Y/d, p.Z+(d-1)*v.reachMm*0.3
				}
				m.P[k].Z = math.Max(0.5, math.Min(v.tallMm, m.P[k].Z))
			}
			kinds[kind] = append(kinds[kind], m)
		}
		kind, wide, seed := order[i%len(order)], long*(0.5+0.25*h(4)), v.seed+int64(i)
		switch kind {
		case narrow:
			put(kind, shape.Lobed(long, long*0.42, seed, steps))
		case second:
			long *= 0.85
			put(kind, shape.Salad(long, wide, 0.12, seed, steps))
			put(rib, shape.Rib(long, wide))
		default:
			put(kind, shape.Salad(long, wide, 0.3+0.3*h(6), seed, steps))
		}
	}
	green := edibleStuff(v.colour, "", "leaf")
	stuffs := [5]Stuff{own: green, heart: green, narrow: green, second: edibleStuff(orElse(v.garnish, lettuceColour), "", "leaf"), rib: edibleStuff(ribColour, "", "cream")}
	stuffs[narrow].Colour = green.Colour.Times(0.42)
	stuffs[heart].Colour = green.Colour.Times(0.35).Plus(linear(heartColour).Times(0.65))
	var out []Part
	for k, all := range kinds {
		if len(all) > 0 {
			out = append(out, Part{shape.Strewn(all...), stuffs[k]})
		}
	}
	rounds := Thing{Kind: "scatter", Piece: "round", WidthMm: v.reachMm * 1.3, HeightMm: math.Max(8, v.reachMm*0.12), Count: 7, Colour: "#f4ece2", Second: orElse(v.garnish, "#c12f56")}
	on := []Object{boundOf(out)}
	out = append(out, rounds.settled(on, v.seed, v.f)...)
	seeds := Thing{Kind: "scatter", Piece: "seed", WidthMm: v.reachMm * 1.2, HeightMm: math.Max(5, v.reachMm*0.06), Count: 16, Colour: "#c9a05a"}
	return append(out, seeds.settled(on, v.seed+1, v.f)...)
}

//go:embed larder.tsv
var larderTable string

// Look is what is known of a shape before a recipe is read.
type Look struct {
	Shape    string
	Serve    string  // the form that its vessel is chosen for; empty for the dish's own
	Body     string  // its usual colour; empty for its ingredients'
	From     string  // what colours it: own, title or mix; empty for its ingredients
	On       string  // what goes on it: leaf, fruit, citrus, other, a colour, or nothing
	AcrossMm float64 // how wide it is when it is served whole; 0 where a helping is
	words    *regexp.Regexp
}

// Without is a title without the words that say its shape: what a soup is of.
func (l Look) Without(title string) string { return l.words.ReplaceAllString(title, " ") }

var shapesKnown = sync.OnceValue(func() []Look {
	var out []Look
	for _, r := range wordlist.Rows(larderTable) {
		across, _ := strconv.ParseFloat(r["across"], 64)
		out = append(out, Look{r["shape"], r["serve"], r["body"], r["from"], r["on"], across, wordlist.Words(r["words"])})
	}
	return out
})

// LookOf is what is known of a shape; false for one that no name says.
func LookOf(form string) (Look, bool) {
	for _, l := range shapesKnown() {
		if l.Shape == form {
			return l, true
		}
	}
	return Look{}, false
}

// ShapeNamed is the shape that a dish's name says, the first row of the table whose word ends
// last in it: a carrot cake is a cake. What comes after "with" does not count, and what it lies
// in only where nothing before says one: dumplings in broth are dumplings. Empty where it says
// none.
func ShapeNamed(title string) string {
	title, _, _ = strings.Cut(strings.ToLower(title), " with ")
	if before, _, in := strings.Cut(title, " in "); in {
		if got := shapeIn(before); got != "" {
			return got
		}
	}
	return shapeIn(title)
}

func shapeIn(title string) string {
	best, last := "", -1
	for _, l := range shapesKnown() {
		for _, at := range l.words.FindAllStringIndex(title, -1) {
			if at[1] > last {
				best, last = l.Shape, at[1]
			}
		}
	}
	return best
}

// ofLarder stands a dish of the larder up; false for a form that is none.
func (s Set) ofLarder(form string, v serving) ([]Part, bool) {
	make, ok := larder[form]
	if !ok {
		return nil, false
	}
	v.tallMm = math.Max(6, v.tallMm)
	v.colour, v.garnish, v.piece, v.cut = s.Food.Colour, s.Food.Garnish, s.Food.Piece, s.State == words.Cut
	return make(v), true
}
