package scene

import (
	"context"
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"
	"figladder/internal/craft/words"

	"gonum.org/v1/gonum/spatial/r3"
)

// Stuff is what a surface is made of, as light meets it.
type Stuff struct {
	Colour  light.RGB // share of light returned evenly, by part; for metal at right angles
	Second  light.RGB // second colour of its pattern
	Pattern string    // "", wood, stone, linen, speckle, glaze, brushed, paint, crumb, marbled, paper, flesh, leaf, baked
	GrainMm float64   // size of the pattern
	Rough   float64   // of the coat or metal: 0 a mirror, 1 as good as matt (GGX alpha)
	Coat    float64   // share of a clear coat's reflection, 0 to 1
	Metal   bool
	Through float64   // share of what it gives back that comes out evenly on its other side
	Clear   bool      // glass or a liquid: light goes through and bends
	Mist    float64   // share of a clear face that fine dew lies on: it scatters what it lets through, 0 to 1
	Front   float64   // refractive index before the face
	Back    float64   // and behind it
	AbsorbF light.RGB // absorbed a mm before the face, natural units
	AbsorbB light.RGB // and behind it
	Hollow  bool      // nothing rests on it
	LowMm   float64   // between which heights of the set it browns, for what is baked
	HighMm  float64
}

// Part is one surface of an object.
type Part struct {
	Mesh  shape.Mesh
	Stuff Stuff
}

// Object is a thing as it stands: its surfaces in the set's frame.
type Object struct {
	Key    string // vessel, food, thing-3, ground
	Name   string
	Kind   string
	Thing  int // place among the set's things; −1 for the vessel, −2 for the food, −3 for the ground
	Edible bool
	Parts  []Part
	Lo, Hi r3.Vec  // corners of its upright box
	Foot   r3.Vec  // middle of what it stands on
	Solid  float64 // radius of its footprint when it counts for clashes, mm; else 0
	Inside float64 // radius of its inside, for a vessel
	Colour light.RGB
	deck   *shape.Mesh // what things stand on, where it is not the surface itself; else nil
	relief *relief     // what stands on its surfaces asks; nil before it has bounds
}

// Fineness is how many steps a round thing is turned in.
type Fineness int

// Rough is for checks, and for outlines while something moves; Still for outlines at rest;
// Smooth for pictures.
const (
	Rough  Fineness = 18
	Still  Fineness = 64
	Smooth Fineness = 40
)

// Objects stands everything up: vessel, food, then the things in the order of the
// list, each resting on what is below it.
func (s Set) Objects(f Fineness) []Object {
	out, _ := s.ObjectsUntil(context.Background(), f)
	return out
}

// ObjectsUntil is Objects for one who may leave: it gives up between two things, with
// ctx's error.
func (s Set) ObjectsUntil(ctx context.Context, f Fineness) ([]Object, error) {
	s = s.shown()
	var out []Object
	if s.Ground.On && s.Ground.Kind == "board" {
		out = append(out, s.groundObject())
	}
	floor := heightOver(out, s.Vessel.XMm, s.Vessel.YMm)
	// Grounds that lie under the vessel are laid first.
	for i, t := range s.Things {
		if t.On && t.Lies() {
			out = append(out, t.object(i, out, f))
		}
	}
	for i := range out {
		if out[i].Thing >= 0 {
			floor = math.Max(floor, heightOver(out[i:i+1], s.Vessel.XMm, s.Vessel.YMm))
		}
	}
	vessel, inside := s.vesselObject(floor, f)
	out = append(out, vessel)
	if s.Food.Form != nothing {
		out = append(out, s.foodObject(inside, floor, f))
	}
	if f == Smooth && s.InState().PourMm > 0 { // and for pictures alone
		out = append(out, s.stream(inside, floor, f)...)
	}
	for i, t := range s.Things {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		if t.On && !t.Lies() {
			out = append(out, t.object(i, out, f))
		}
	}
	return out, nil
}

// finish says how a surface shines.
func finish(st Stuff, word words.Finish) Stuff {
	switch word {
	case "satin":
		st.Coat, st.Rough = 1, 0.3
	case "gloss":
		st.Coat, st.Rough = 1, 0.05
	case "mirror":
		st.Metal, st.Rough = true, 0.06
	default:
		st.Coat, st.Rough = 0, 1
	}
	return st
}

// spoutShare is how far a jug's spout stands out, in widths; a start value of our own.
const spoutShare = 0.13

// potHandleShare is how high a pot's handles are, a share of its height; a start value of our own.
const potHandleShare = 0.78

// metals are what cutlery and pans are made of when nothing else is said.
var metals = map[string]float64{"knife": 0.16, "fork": 0.16, "spoon": 0.12, "coupe": 0.22, wireRack: 0.3}

// enamelRim is the usual colour of the rim of enamelled ware.
const enamelRim = "#1d2740"

// stuffOf is what a thing is made of.
func stuffOf(kind, material, colour, second string, fin words.Finish) Stuff {
	st := Stuff{Colour: linear(colour), Second: linear(colour).Times(0.6)}
	if second != "" {
		st.Second = linear(second)
	}
	st = finish(st, fin)
	if material == "" {
		switch kind {
		case "plate", "bowl", "tiny bowl", "pot", "mug", "tile":
			material = "ceramic"
		case "glass", "bottle", "jar":
			material = "glass"
		case "coupe", "knife", "fork", "spoon", wireRack:
			if fin == "mirror" || fin == "gloss" || metals[kind] > 0 && kind != "coupe" {
				material = "metal"
			}
		case "board", "box":
			material = "wood"
		case "linen":
			material = "linen"
		case "paper":
			material = "paper"
		}
	}
	switch material {
	case "metal":
		st.Metal, st.Pattern, st.GrainMm = true, "brushed", 30
		st.Rough = map[words.Finish]float64{words.Matt: 0.45, words.Satin: 0.3, words.Gloss: 0.16, words.Mirror: 0.06}[fin]
		if fin == "" {
			st.Rough = 0.2
		}
		st.Colour = lift(st.Colour, 0.45)
	case "ceramic":
		st.Pattern, st.GrainMm = "glaze", 40
		if second != "" {
			st.Pattern, st.GrainMm = "speckle", 2.5
		}
	case "enamel": // glass on steel: an even gloss, its rim dark
		st.Pattern, st.Coat, st.Rough = "enamel", 1, 0.08
		if second == "" {
			st.Second = linear(enamelRim)
		}
	case "wood":
		st.Pattern, st.GrainMm = "wood", 26
	case "stone":
		st.Pattern, st.GrainMm = "stone", 60
	case "linen":
		st.Pattern, st.GrainMm = "linen", 1.1
		st.Through = 0.12
	case "paper":
		st.Pattern, st.GrainMm = "paper", 3
	case "paint":
		st.Pattern, st.GrainMm = "paint", 90
	}
	return st
}

// lift raises a colour until its brightest part is at least v, as metal looks.
func lift(c light.RGB, v float64) light.RGB {
	m := c.Most()
	if m >= v || m <= 0 {
		return c
	}
	return c.Times(v / m)
}

// glassIndex and drinkIndex bend light at glass and at a drink.
const (
	glassIndex = 1.5
	drinkIndex = 1.34
)

// clear is a face of glass or drink.
func clear(front, back float64, absorbF, absorbB light.RGB) Stuff {
	return Stuff{Clear: true, Front: front, Back: back, AbsorbF: absorbF, AbsorbB: absorbB, Colour: light.White(0.9)}
}

// opaqueDrink is the surface of a drink that is seen from above only, as deep as a cup.
func opaqueDrink(absorbs light.RGB) Stuff {
	return Stuff{Colour: drink.Through(absorbs, 30).Times(0.8), Coat: 1, Rough: 0.03, Pattern: "liquid"}
}

// vesselParts are the surfaces of a vessel, with a drink in it up to levelMm when that
// is above its floor.
func vesselParts(v shape.Vessel, st Stuff, glass bool, tint light.RGB, levelMm float64, holds *light.RGB, outside made) []Part {
	f := outside.f
	if !glass {
		out := []Part{{outside.turned(v, v.Profile()), st}}
		if holds != nil && levelMm > v.FloorMm()+1 {
			// An opaque cup shows only the surface of what is in it.
			r := v.InsideAt(levelMm)
			out = append(out, Part{surface(r, levelMm, f), opaqueDrink(*holds)})
		}
		return out
	}
	air, none := 1.0, light.RGB{}
	if holds == nil || levelMm <= v.FloorMm()+1 {
		return []Part{{outside.turned(v, v.Profile()), withHollow(clear(air, glassIndex, none, tint))}}
	}
	below := v.Below(levelMm)
	// The glass: outside to air; the inside above the drink to air, below it to drink.
	dry := append([]shape.RZ{}, v.Outer...)
	for i := len(v.Inner) - 1; i >= 0; i-- {
		if v.Inner[i].Z <= levelMm {
			break
		}
		dry = append(dry, v.Inner[i])
	}
	dry = append(dry, below[len(below)-1])
	wet := make([]shape.RZ, len(below))
	for i := range below {
		wet[i] = below[len(below)-1-i]
	}
	return []Part{
		{outside.turned(v, dry), withHollow(clear(air, glassIndex, none, tint))},
		{shape.Revolve(wet, int(f)), withHollow(clear(drinkIndex, glassIndex, *holds, tint))},
		{surface(v.InsideAt(levelMm), levelMm, f), clear(air, drinkIndex, none, *holds)},
	}
}

func withHollow(s Stuff) Stuff { s.Hollow = true; return s }

// surface is the level top of a liquid, drawn up a little at the wall.
func surface(r, z float64, f Fineness) shape.Mesh {
	return shape.Revolve([]shape.RZ{{R: r, Z: z + 0.9}, {R: r - 0.8, Z: z + 0.2}, {R: r - 2.2, Z: z}, {R: 0, Z: z}}, int(f))
}

// tintOf is what a mm of tinted glass takes out of light.
func tintOf(colour string) light.RGB {
	c := linear(colour)
	m := c.Most()
	if m <= 0 {
		return light.RGB{}
	}
	// The hue of the colour, faintly, whatever its depth.
	return c.Each(func(v float64) float64 { return -math.Log(math.Max(0.2, v/m)) * 0.035 })
}

func (s Set) vesselObject(floor float64, f Fineness) (Object, shape.Vessel) {
	v := s.Vessel
	in := shape.VesselOf(v.Kind, v.DiameterMm, v.HeightMm, 0)
	glass := v.ofGlass()
	st := stuffOf(v.Kind, v.Material, v.Colour, v.Second, v.Finish)
	var holds *light.RGB
	level := 0.0
	if s.Food.liquid(v) {
		a := drink.Absorbs(s.Food.Colour, s.Food.strength())
		holds, level = &a, s.Food.fill()*v.HeightMm
	}
	o := Object{Key: "vessel", Name: "Vessel", Kind: v.Kind, Thing: -1, Foot: at(v.XMm, v.YMm, floor), Solid: v.DiameterMm / 2, Inside: in.RimMm(), Colour: st.Colour}
	outside := made{v.Kind, v.Worked, f}
	o.Parts = vesselParts(in, st, glass, tintOf(v.Colour), level, holds, outside)
	layers := s.Food.slabs(in, level)
	if glass && len(layers) > 0 && s.Food.liquid(v) {
		o.Parts = layeredParts(in, tintOf(v.Colour), layers, outside)
	}
	if v.Kind == "mug" {
		m := shape.Handle(in.OutsideAt(v.HeightMm*0.22), in.OutsideAt(v.HeightMm*0.78), v.DiameterMm*0.34, math.Max(7, v.DiameterMm*0.1)).Moved(-30, at(0, 0, 0))
		h := st
		if glass {
			h = withHollow(clear(1, glassIndex, light.RGB{}, tintOf(v.Colour)))
		}
		o.Parts = append(o.Parts, Part{m, h})
	}
	if v.Kind == "pot" {
		for _, turn := range []float64{0, 180} {
			// A loop that lies level, and ends in the wall.
			m := shape.Handle(shape.RZ{R: v.DiameterMm / 2, Z: -v.HeightMm * 0.2}, shape.RZ{R: v.DiameterMm / 2, Z: v.HeightMm * 0.2}, v.DiameterMm*0.09, 9).Tilted(90).Moved(turn, at(0, 0, v.HeightMm*potHandleShare))
			o.Parts = append(o.Parts, Part{m, st})
		}
	}
	if f == Smooth && glass && v.Dew > 0 { // for pictures alone: nothing stands on dew
		o.Parts = append(misted(in, level, v.Dew, o.Parts, f), dewParts(in, level, v.Dew, 11)...)
	}
	o.place(at(v.XMm, v.YMm, floor), 0)
	return o, in
}

// place carries all parts and takes the bounds.
func (o *Object) place(d r3.Vec, turn float64) {
	for i := range o.Parts {
		o.Parts[i].Mesh = o.Parts[i].Mesh.Moved(turn, d)
	}
	if o.deck != nil {
		deck := o.deck.Moved(turn, d)
		o.deck = &deck
	}
	o.bound()
}

func (o *Object) bound() {
	o.relief = &relief{}
	inf := math.Inf(1)
	o.Lo, o.Hi = r3.Vec{X: inf, Y: inf, Z: inf}, r3.Vec{X: -inf, Y: -inf, Z: -inf}
	for i := range o.Parts {
		lo, hi := o.Parts[i].Mesh.Bounds()
		o.Parts[i].Stuff.LowMm, o.Parts[i].Stuff.HighMm = lo.Z, hi.Z
		o.Lo = r3.Vec{X: math.Min(o.Lo.X, lo.X), Y: math.Min(o.Lo.Y, lo.Y), Z: math.Min(o.Lo.Z, lo.Z)}
		o.Hi = r3.Vec{X: math.Max(o.Hi.X, hi.X), Y: math.Max(o.Hi.Y, hi.Y), Z: math.Max(o.Hi.Z, hi.Z)}
	}
}

func (s Set) groundObject() Object {
	g := s.Ground
	o := Object{Key: "ground", Name: "Ground", Kind: "board", Thing: -3, Foot: at(g.XMm, g.YMm, 0)}
	st := finish(stuffOf("board", g.Material, g.Colour, "", orMatt(g.Finish)), orMatt(g.Finish))
	o.Colour = st.Colour
	o.Parts = []Part{{shape.Box(g.WidthMm, g.DepthMm, 4, 0.6), st}}
	o.place(at(g.XMm, g.YMm, 0), g.TurnDeg)
	return o
}

func orMatt(f words.Finish) words.Finish {
	if f == "" {
		return "matt"
	}
	return f
}

// object stands a thing on what is below it.
func (t Thing) object(i int, below []Object, f Fineness) Object {
	o := Object{Key: thingKey(i), Name: t.Name, Kind: t.Kind, Thing: i, Edible: t.Edible()}
	if o.Name == "" {
		o.Name = t.Kind
	}
	st := stuffOf(t.Kind, t.Material, t.Colour, t.Second, t.Finish)
	o.Colour = st.Colour
	z := seat(t, below) + t.LiftMm
	o.Foot = at(t.XMm, t.YMm, z)
	seed := int64(i)*7919 + 11
	switch {
	case t.Round():
		v := t.vesselOf()
		glass := t.Material == "glass" || t.Material == "" && (t.Kind == "glass" || t.Kind == "bottle" || t.Kind == "jar")
		var holds *light.RGB
		if t.Drink != "" {
			a := drink.Absorbs(t.Drink, 1)
			holds = &a
		}
		o.Parts = vesselParts(v, st, glass, tintOf(t.Colour), t.FillShare*t.HeightMm, holds, made{t.Kind, t.Worked, f})
		if t.Kind == "jug" { // it pours
			for k := range o.Parts {
				o.Parts[k].Mesh = shape.Spouted(o.Parts[k].Mesh, t.HeightMm, spoutShare*t.WidthMm)
			}
		}
		if t.Kind == "mug" || t.Kind == "jug" {
			h := st
			if glass {
				h = withHollow(clear(1, glassIndex, light.RGB{}, tintOf(t.Colour)))
			}
			o.Parts = append(o.Parts, Part{shape.Handle(v.OutsideAt(t.HeightMm*0.25), v.OutsideAt(t.HeightMm*0.78), t.WidthMm*0.3, math.Max(6, t.WidthMm*0.09)), h})
		}
		o.Solid, o.Inside = t.WidthMm/2, v.RimMm()
	case t.Cutlery():
		o.Parts = t.cutlery(st, f)
	case t.Edible():
		o.Parts = t.food(below, z, seed, f)
		if !t.settles() && t.Kind != "foam" {
			o.Solid = t.WidthMm / 2 * 0.8
		}
		if t.settles() { // each piece is where it fell already
			o.bound()
			return o
		}
	case t.Kind == "linen":
		o.Parts = []Part{{shape.Cloth(t.WidthMm, t.DepthMm, math.Max(t.HeightMm, 2), seed, int(f)+10), st}}
	case t.Kind == wireRack:
		wires, deck := shape.Rack(t.WidthMm, t.DepthMm, t.HeightMm)
		o.Parts, o.deck = []Part{{wires, st}}, &deck
	case t.crumpled():
		o.Parts = []Part{{shape.Crumpled(t.WidthMm, t.DepthMm, t.HeightMm, seed, 2*int(f)), st}}
	default:
		h := t.HeightMm
		o.Parts = []Part{{shape.Box(t.WidthMm, t.DepthMm, h, math.Min(2, h/3)), st}}
		if t.Kind == "box" {
			o.Solid = math.Min(t.WidthMm, t.DepthMm) / 2
		}
	}
	if t.TiltDeg != 0 {
		for k := range o.Parts {
			o.Parts[k].Mesh = o.Parts[k].Mesh.Tilted(t.TiltDeg)
		}
	}
	o.place(at(t.XMm, t.YMm, z), t.TurnDeg)
	return o
}

func (t Thing) cutlery(st Stuff, f Fineness) []Part {
	l, blade := t.DepthMm, 0.0
	switch t.Kind {
	case "knife":
		blade = l * 0.52
		h, b := shape.Knife(l, blade)
		handle := st
		if t.Second != "" {
			handle = finish(stuffOf("box", "wood", t.Second, "", "satin"), "satin")
		}
		return []Part{{h, handle}, {b, st}}
	case "fork":
		return []Part{{shape.Join(shape.Fork(l, l*0.27)...), st}}
	}
	return []Part{{shape.Join(shape.Spoon(l, l*0.3, int(f))...), st}}
}

// TableStuff is what the table top is made of. Its colour returns as much light as the
// table is said to.
func (s Set) TableStuff() Stuff {
	material := s.Table.Material
	if material == "" {
		material = "wood"
	}
	st := finish(stuffOf("board", material, s.Table.Colour, "", s.Table.Finish), s.Table.Finish)
	if material != "metal" {
		st.Metal = false
	}
	st.Colour = tinted(s.Table.Colour, s.Table.Reflectance)
	return st
}

// Sweep is the surface of a sheet that lies and runs up behind in a curve.
func (s Set) Sweep() (shape.Mesh, Stuff) {
	g := s.Ground
	st := finish(stuffOf("paper", g.Material, g.Colour, "", orMatt(g.Finish)), orMatt(g.Finish))
	var m shape.Mesh
	y0, y1 := g.YMm-g.DepthMm/2, g.YMm+g.DepthMm/2
	bend := math.Min(180, math.Min(g.DepthMm, g.RiseMm)/2)
	type yz struct{ y, z, ny, nz float64 }
	line := []yz{{y0, 0.4, 0, 1}, {y1 - bend, 0.4, 0, 1}}
	for i := 1; i <= 8; i++ {
		sin, cos := math.Sincos(float64(i) / 8 * math.Pi / 2)
		line = append(line, yz{y1 - bend + bend*sin, 0.4 + bend*(1-cos), -sin, cos})
	}
	line = append(line, yz{y1, math.Max(g.RiseMm, bend), -1, 0})
	for _, p := range line {
		for _, x := range []float64{g.XMm - g.WidthMm/2, g.XMm + g.WidthMm/2} {
			m.P, m.N = append(m.P, r3.Vec{X: x, Y: p.y, Z: p.z}), append(m.N, r3.Vec{Y: p.ny, Z: p.nz})
		}
	}
	for i := range len(line) - 1 {
		a := int32(2 * i)
		m.T = append(m.T, [3]int32{a, a + 1, a + 3}, [3]int32{a, a + 3, a + 2})
	}
	return m, st
}
