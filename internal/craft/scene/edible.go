package scene

import (
	"fmt"
	"math"
	"slices"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"
	"figladder/internal/craft/words"
)

func thingKey(i int) string { return fmt.Sprintf("thing-%d", i) }

// liquid reports whether the food is a drink or soup that fills its vessel.
func (f Food) liquid(v Vessel) bool {
	return f.Form == "liquid" || f.Form == "iced" || f.Form == "soup" || f.Form == "" && f.AboveMm <= 0 && v.Kind != "plate"
}

// strength is the drink's, 1 when none is told.
func (f Food) strength() float64 {
	if f.Strength <= 0 {
		return 1
	}
	return f.Strength
}

// fill is how full the vessel is, 0 to 1 of its height.
func (f Food) fill() float64 {
	if f.FillShare <= 0 {
		return 0.78
	}
	return f.FillShare
}

// edibleStuff is a kind of food's surface.
func edibleStuff(colour, second string, kind string) Stuff {
	st := Stuff{Colour: linear(colour), Second: linear(colour).Times(0.45), Pattern: "flesh", GrainMm: 7, Coat: 0.5, Rough: 0.35}
	if second != "" {
		st.Second = linear(second)
	}
	switch kind {
	case "crumb", "cake":
		st.Pattern, st.GrainMm, st.Coat = "crumb", 2.2, 0
	case "cream":
		st.Pattern, st.GrainMm, st.Coat, st.Rough, st.Second = "", 9, 0.6, 0.35, st.Colour
	case "wet":
		st.Coat, st.Rough = 1, 0.12
	case "leaf":
		st.Pattern, st.GrainMm, st.Coat, st.Rough, st.Through = "leaf", 6, 0.5, 0.3, 0.35
	case "dry":
		st.Coat, st.Rough, st.GrainMm = 0.15, 0.5, 3
	}
	return st
}

// bite is a piece on a fork's tines, about the middle of the piece: below what it is inside, above what was its
// crust; the fork's handle is at −y.
func (t Thing) bite(seed int64) []Part {
	w, h := t.WidthMm, t.HeightMm
	inside := orElse(t.Second, t.Colour)
	piece := func(from, to float64, seed int64) shape.Mesh {
		m := shape.Lumped(shape.Box(w, w*0.85, h*(to-from), h*0.06), 0.07, w*0.3, seed)
		return m.Moved(14, at(0, 0, h*from))
	}
	crumb := edibleStuff(inside, "", "cake")
	fork := shape.Join(shape.Fork(t.DepthMm, t.DepthMm*0.27)...)
	// The tines go two thirds through it, at a third of its height.
	fork = fork.Moved(0, at(0, -t.DepthMm/2+w*0.3, h*0.34))
	steel := stuffOf("fork", "metal", forkColour, "", "satin")
	return []Part{{piece(0, 0.66, seed), crumb}, {piece(0.64, 1, seed+1), baked(t.Colour, 4)}, {fork, steel}}
}

// forkColour is that of a plain steel fork.
const forkColour = "#b9b6ae"

// settles reports whether the thing is many pieces that each lie where they fall.
func (t Thing) settles() bool {
	switch t.Kind {
	case "scatter", "drizzle", "herbs", "crumb":
		return true
	}
	return false
}

// count is how many pieces there are.
func (t Thing) count(usual int) int {
	if t.Count > 0 {
		return t.Count
	}
	return usual
}

// food is a thing's surfaces: about the origin, or in place when it settles.
func (t Thing) food(below []Object, z float64, seed int64, f Fineness) []Part {
	r, h := t.WidthMm/2, t.HeightMm
	switch t.Kind {
	case "mound":
		return []Part{{shape.Heap(r, h, 0.16, math.Max(7, r/4), seed, int(f)+8), edibleStuff(t.Colour, t.Second, t.texture())}}
	case "foam":
		return []Part{{shape.Heap(r, h, 0.05, 6, seed, int(f)), edibleStuff(t.Colour, "", "cream")}}
	case "stack":
		return layered(r, h, t.count(4), t.Colour, t.Second, seed, f)
	case "slices":
		return slicesOf(r, h, t.count(5), t.Colour, t.Second, seed)
	case "ice":
		return iceOf(r, h, t.count(5), seed, 1, light.RGB{})
	case biteOnAFork:
		return t.bite(seed)
	}
	return t.settled(below, seed, f)
}

// texture says what a mound is, by its finish.
func (t Thing) texture() string {
	switch t.Finish {
	case "matt":
		return "dry"
	case "gloss", "mirror":
		return "wet"
	}
	return "flesh"
}

// layered is a pile of discs, every second one of the second colour.
func layered(r, h float64, n int, colour, second string, seed int64, f Fineness) []Part {
	a, b := edibleStuff(colour, "", "cake"), edibleStuff(colour, "", "cake")
	if second != "" {
		b = edibleStuff(second, "", "cream")
	}
	var cake, cream []shape.Mesh
	step := h / float64(n)
	for i := range n {
		off := 2 * (shape.Hash(int64(i), 1, 0, seed) - 0.5) * r * 0.05
		k := step
		rr := r * (1 - 0.04*shape.Hash(int64(i), 2, 0, seed))
		if i%2 == 1 {
			rr *= 0.97
		}
		m := shape.Revolve([]shape.RZ{{R: 0, Z: 0}, {R: rr * 0.97, Z: 0}, {R: rr, Z: k * 0.25}, {R: rr, Z: k * 0.8}, {R: rr * 0.96, Z: k}, {R: 0, Z: k}}, int(f)).Moved(0, at(off, off*0.6, step*float64(i)))
		if i%2 == 0 {
			cake = append(cake, m)
		} else {
			cream = append(cream, m)
		}
	}
	out := []Part{{shape.Join(cake...), a}}
	if len(cream) > 0 {
		out = append(out, Part{shape.Join(cream...), b})
	}
	return out
}

// slicesOf are thin slices laid along x, each in a fold over the one before, as cured fish is.
func slicesOf(r, h float64, n int, colour, second string, seed int64) []Part {
	st := edibleStuff(colour, second, "wet")
	st.Pattern, st.GrainMm, st.Coat, st.Rough = "marbled", 5, 0.7, 0.3
	var all []shape.Mesh
	thick := math.Max(2, h*0.16)
	for i := range n {
		chance := func(k int64) float64 { return shape.Hash(int64(i), k, 0, seed) }
		t := 0.0
		if n > 1 {
			t = 2*float64(i)/float64(n-1) - 1
		}
		long, turns := r*(1.0+0.2*chance(3)), 1.1+0.5*chance(4)
		var path [][2]float64
		const parts = 26
		for k := range parts + 1 {
			u := float64(k) / parts
			a := 2 * math.Pi * turns * u
			path = append(path, [2]float64{long*0.8*(u-0.5) + 0.13*long*math.Sin(a), thick/2 + math.Max(0, h-thick)*(0.5-0.5*math.Cos(a))*(0.55+0.4*u)})
		}
		m := shape.Ribbon(path, func(u float64) float64 {
			return r * 0.3 * math.Pow(math.Sin(math.Pi*(0.1+0.82*u)), 0.45) * (1 + 0.08*math.Sin(9*u+float64(i)))
		}, thick, 14)
		all = append(all, m.Moved(16*(chance(5)-0.5)-12, at(t*r*0.66, 5*(chance(6)-0.5), 0)))
	}
	return []Part{{shape.Join(all...), st}}
}

// iceOf is cubes with broken edges, turned anyhow, in a medium of an index.
func iceOf(r, h float64, n int, seed int64, index float64, absorb light.RGB) []Part {
	var all []shape.Mesh
	side := math.Max(4, math.Min(r*0.8, h*0.5))
	for i := range n {
		a := float64(i)*2.4 + shape.Hash(int64(i), 1, 0, seed)
		away := (r - side*0.62) * math.Sqrt((float64(i)+0.3)/float64(n))
		z := side*0.1 + (h-side)*shape.Hash(int64(i), 2, 0, seed)
		m := shape.Ball(side*0.62, side*0.62, side*0.62, 0, 1, seed, 16)
		// Toward a cube: a ball whose coordinates are drawn to the same size.
		for k, p := range m.P {
			q := math.Max(math.Abs(p.X), math.Max(math.Abs(p.Y), math.Abs(p.Z)))
			m.P[k].X, m.P[k].Y, m.P[k].Z = p.X*(0.25+0.62*side*0.5/q), p.Y*(0.25+0.62*side*0.5/q), p.Z*(0.25+0.62*side*0.5/q)
		}
		m = m.Tilted(60*shape.Hash(int64(i), 5, 0, seed)).Moved(360*shape.Hash(int64(i), 6, 0, seed), at(away*math.Cos(a), away*math.Sin(a), z+side*0.5))
		all = append(all, m)
	}
	return []Part{{shape.Join(all...), withHollow(clear(index, 1.31, absorb, light.RGB{R: 0.0012, G: 0.0006, B: 0.0004}))}}
}

// citrusSegments is how many a lemon has, most often; pithColour what is white of it, own
// estimate.
const (
	citrusSegments = 9
	pithColour     = "#f3ead2"
)

// settled strews pieces, each lying on what is below it.
func (t Thing) settled(below []Object, seed int64, f Fineness) []Part {
	r, h := t.WidthMm/2, t.HeightMm
	var near []Object
	for _, o := range below {
		if o.Lo.X < t.XMm+r && o.Hi.X > t.XMm-r && o.Lo.Y < t.YMm+r && o.Hi.Y > t.YMm-r {
			if 1.25*h < shape.RackGapMm { // it falls between the wires, or lies on one
				o.deck = nil
			}
			near = append(near, o)
		}
	}
	n := t.count(map[string]int{"scatter": 9, "herbs": 7, "crumb": 60, "drizzle": 1}[t.Kind])
	steps := 12
	if f <= Rough {
		steps = 8
	}
	var first, second []shape.Mesh
	var layers [][]shape.Mesh // of a garnish
	g, isGarnish := garnishes[t.Piece]
	isGarnish = isGarnish && t.Kind == "scatter"
	if t.Kind == "drizzle" {
		var path [][3]float64
		const many = 90
		for i := range many {
			u := float64(i) / (many - 1)
			x := t.XMm + r*1.8*(u-0.5)
			y := t.YMm + r*0.7*math.Sin(u*math.Pi*7+shape.Hash(1, 2, 3, seed))*(0.6+0.4*shape.Hash(int64(u*8), 0, 0, seed))
			path = append(path, [3]float64{x, y, heightOver(near, x, y) + h*0.3})
		}
		return []Part{{shape.Tube(path, math.Max(0.8, h/2), 8), edibleStuff(t.Colour, t.Second, "wet")}}
	}
	for i := range n {
		// Spread evenly over the round (Vogel's spiral), then a little anyhow.
		a := float64(i)*2.399963 + 0.8*shape.Hash(int64(i), 1, 0, seed)
		away := r * math.Sqrt((float64(i)+0.5)/float64(n)) * (0.8 + 0.3*shape.Hash(int64(i), 2, 0, seed))
		x, y := t.XMm+away*math.Cos(a), t.YMm+away*math.Sin(a)
		z := heightOver(near, x, y)
		turn := 360 * shape.Hash(int64(i), 3, 0, seed)
		size := h * (0.75 + 0.5*shape.Hash(int64(i), 4, 0, seed))
		var m shape.Mesh
		piece := t.Piece
		switch {
		case t.Kind == "crumb":
			s := h * (0.25 + 0.75*math.Pow(shape.Hash(int64(i), 5, 0, seed), 2))
			m = shape.Ball(s/2, s/2*0.8, s/2*0.7, 0.3, s/2, seed+int64(i), 8).Moved(turn, at(x, y, z+s*0.3))
		case t.Kind == "herbs" || piece == "leaf":
			m = shape.Leaf(size*2.2, size*1.1, 0.18+0.2*shape.Hash(int64(i), 6, 0, seed), seed+int64(i), steps).Tilted(-4).Moved(turn, at(x, y, z+0.8))
		case piece == "shell":
			lean := 50 * (shape.Hash(int64(i), 7, 0, seed) - 0.35)
			shell := shape.Shell(size*2.1, size*1.25, size*0.42, steps+6)
			under := shell.Inverted().Stretched(1.02, 1.03, 1.05).Moved(0, at(0, 0, -0.9))
			first = append(first, shape.Join(shell, under).Tilted(lean).Moved(turn, at(x, y, z+size*0.1)))
			// What is in it.
			second = append(second, shape.Ball(size*0.62, size*0.36, size*0.22, 0.2, size*0.4, seed+int64(i), steps+2).Tilted(lean).Moved(turn, at(x, y, z+size*0.24)))
			continue
		case isGarnish:
			lean := g.leanDeg * (shape.Hash(int64(i), 7, 0, seed) - 0.5)
			for k, m := range g.piece(pieceKey{piece, size, seed + int64(i), steps}) {
				if k == len(layers) {
					layers = append(layers, nil)
				}
				layers[k] = append(layers[k], m.Tilted(lean).Moved(turn, at(x, y, z+size*0.02)))
			}
			continue
		case piece == "seed":
			m = shape.Ball(size*0.5, size*0.32, size*0.25, 0, 1, seed, 8).Moved(turn, at(x, y, z+size*0.2))
		case piece == "cube":
			m = shape.Box(size, size, size, size*0.12).Moved(turn, at(x, y, z))
		case piece == "flake":
			m = shape.Extrude([][2]float64{{-size * 0.5, -size * 0.3}, {size * 0.4, -size * 0.45}, {size * 0.55, size * 0.2}, {0, size * 0.5}, {-size * 0.45, size * 0.3}}, size*0.12, size*0.02).Tilted(24*(shape.Hash(int64(i), 8, 0, seed)-0.5)).Moved(turn, at(x, y, z+size*0.1))
		default:
			m = shape.Ball(size/2, size/2, size/2*0.94, 0.03, size, seed+int64(i), steps+4).Moved(turn, at(x, y, z+size*0.45))
		}
		first = append(first, m)
	}
	if isGarnish {
		var out []Part
		for k, st := range g.stuffs(t) {
			out = append(out, Part{shape.Strewn(layers[k]...), st})
		}
		return out
	}
	kind := "wet"
	switch {
	case t.Kind == "crumb":
		kind = "crumb"
	case t.Kind == "herbs" || t.Piece == "leaf":
		kind = "leaf"
	case t.Piece == "seed" || t.Piece == "flake":
		kind = "dry"
	}
	st := edibleStuff(t.Colour, t.Second, kind)
	out := []Part{{shape.Strewn(first...), st}}
	if len(second) > 0 {
		if t.Second != "" {
			out = append(out, Part{shape.Strewn(second...), edibleStuff(t.Second, "", "wet")})
		} else {
			out = append(out, Part{shape.Strewn(second...), st})
		}
	}
	return out
}

// heapReach is how far of a plate's radius a heap goes.
const heapReach = 0.62

// foodObject is the dish's own food in its vessel.
func (s Set) foodObject(v shape.Vessel, floor float64, f Fineness) Object {
	food, ves := s.Food, s.Vessel
	o := Object{Key: "food", Name: food.Name, Kind: food.form(ves), Thing: -2, Edible: true, Colour: linear(food.Colour), Foot: at(ves.XMm, ves.YMm, floor)}
	if o.Name == "" {
		o.Name = "Food"
	}
	R, H := ves.DiameterMm/2, ves.HeightMm
	above := math.Max(0, food.AboveMm)
	top := H + above
	const seed = 5
	// Where the food begins: on the floor of a plate, well up the wall of a bowl.
	base, r := v.FloorMm(), R*heapReach
	if ves.Kind != "plate" && ves.Kind != "board" {
		base = H * 0.62
		r = v.InsideAt(base) * 0.98
	}
	tall := math.Max(top-base, 3)
	kind := "flesh"
	switch food.Finish {
	case "matt":
		kind = "dry"
	case "gloss":
		kind = "wet"
	}
	reach := r * 0.98
	if ves.Kind == "plate" || ves.Kind == "board" {
		reach = R * reaches[o.Kind]
	}
	dish := serving{reachMm: reach, tallMm: tall, deep: ves.Kind != "plate" && ves.Kind != "board", seed: seed, f: f}
	if fills[o.Kind] {
		base = v.FloorMm()
		dish.levelMm = food.fill()*H - base
		dish.insideMm = func(z float64) float64 { return v.InsideAt(base + z) }
		dish.tallMm = top - food.fill()*H
		dish.layered = food.slabs(v, food.fill()*H)
	}
	if parts, ok := s.ofLarder(o.Kind, dish); ok {
		o.Parts = parts
		if s.State == words.Bitten {
			o.bitten()
		}
		raise(&o, base)
		o.place(at(ves.XMm, ves.YMm, floor), 0)
		return o
	}
	switch o.Kind {
	case "liquid":
		// The drink itself is part of the vessel; what floats on it is here.
		level := food.fill() * H
		if len(food.Layers) > 0 && ves.ofGlass() { // all of it is the vessel's but a face to look for
			a := drink.Absorbs(food.Layers[len(food.Layers)-1].Colour, food.strength())
			o.Parts = []Part{{surface(v.InsideAt(level)*0.5, level-0.6, f), withHollow(clear(drinkIndex, drinkIndex, a, a))}}
		} else if above > 0 { // foam or cream on top
			rr := v.InsideAt(level) - 0.5
			o.Parts = []Part{{shape.Heap(rr, math.Max(2, top-level), 0.03, 5, seed, int(f)).Moved(0, at(0, 0, level)), edibleStuff(orElse(food.Garnish, "#efe6d6"), "", "cream")}}
		} else if !ves.ofGlass() {
			// Just over the one that the cup has: two faces in one place cannot be told apart.
			o.Parts = []Part{{surface(v.InsideAt(level), level+0.2, f), opaqueDrink(drink.Absorbs(food.Colour, food.strength()))}}
		} else {
			o.Parts = []Part{{surface(v.InsideAt(level), level, f), clear(1, drinkIndex, light.RGB{}, drink.Absorbs(food.Colour, food.strength()))}}
		}
	case "iced":
		level := food.fill() * H
		o.Parts = iceOf(v.InsideAt(level*0.6)*0.92, level*0.9, 5, seed, drinkIndex, drink.Absorbs(food.Colour, food.strength()))
		o.place(at(0, 0, v.FloorMm()+level*0.1), 0)
	case "scoops":
		var m []shape.Mesh
		// Three in a ring that fill the vessel to its rim, one on top as high as is said.
		rr := v.RimMm() * 0.5
		for i, p := range [][2]float64{{-0.46, 0.1}, {0.44, 0.16}, {0.02, -0.42}} {
			m = append(m, shape.Ball(rr, rr, rr*0.94, 0.07, rr*0.3, seed+int64(i), int(f)+6).Moved(40*float64(i), at(p[0]*v.RimMm(), p[1]*v.RimMm(), H-rr*0.25)))
		}
		m = append(m, shape.Ball(rr*0.96, rr*0.96, rr*0.92, 0.07, rr*0.3, seed+7, int(f)+6).Moved(70, at(0, 0, math.Max(H, top-rr*0.92))))
		o.Parts = []Part{{shape.Join(m...), edibleStuff(food.Colour, food.Garnish, "cream")}}
	case "stack":
		o.Parts = layered(r, tall, 5, food.Colour, food.Garnish, seed, f)
		raise(&o, base)
	case "slices":
		o.Parts = slicesOf(math.Min(r*1.15, R*0.85), tall, 6, food.Colour, food.Garnish, seed)
		raise(&o, base)
	case "meringue":
		disc := shape.Heap(r, tall*0.5, 0.2, r/3, seed, int(f)+8)
		swirl := shape.Heap(r*0.72, tall*0.42, 0.14, r/3.2, seed+1, int(f)+8).Moved(0, at(0, 0, tall*0.4))
		fruit := Thing{Kind: "scatter", Piece: "wedge", WidthMm: r, HeightMm: math.Max(11, r*0.19), Count: 11, Colour: orElse(food.Garnish, "#b4456a"), Finish: "gloss"}
		st := edibleStuff(food.Colour, "", "dry")
		st.Second = st.Colour.Times(0.82)
		cream := edibleStuff("#f3ead9", "", "cream")
		o.Parts = []Part{{disc, st}, {swirl, cream}}
		probe := Object{Parts: o.Parts}
		probe.bound()
		o.Parts = append(o.Parts, fruit.settled([]Object{probe}, seed, f)...)
		raise(&o, base)
	case "shells":
		bed := shape.Heap(r, tall*0.55, 0.1, 14, seed, int(f)).Moved(0, at(0, 0, base))
		o.Parts = []Part{{bed, edibleStuff(food.Colour, "", "wet")}}
		probe := Object{Parts: o.Parts}
		probe.bound()
		t := Thing{Kind: "scatter", Piece: "shell", WidthMm: 2 * math.Max(r*0.4, r-26) / 1.1, HeightMm: 24, Count: 26, Colour: food.Colour, Second: orElse(food.Garnish, "#d98b4a"), Finish: "gloss"}
		o.Parts = append(o.Parts, t.settled([]Object{probe}, seed, f)...)
	default:
		o.Parts = []Part{{shape.Heap(r, tall, 0.12, math.Max(8, r/5), seed, int(f)+8).Moved(0, at(0, 0, base)), edibleStuff(food.Colour, "", kind)}}
		if food.Garnish != "" {
			probe := Object{Parts: o.Parts}
			probe.bound()
			t := Thing{Kind: "herbs", WidthMm: r * 1.2, HeightMm: math.Max(7, r*0.16), Count: 9, Colour: food.Garnish}
			o.Parts = append(o.Parts, t.settled([]Object{probe}, seed, f)...)
		}
	}
	if s.State == words.Cut {
		o.cut()
	}
	o.place(at(ves.XMm, ves.YMm, floor), 0)
	return o
}

// cut takes a slice out of what stands in one piece, toward the camera's right, so that its
// inside is seen.
func (o *Object) cut() {
	if !slices.Contains([]string{"mound", "stack", "meringue"}, o.Kind) {
		return
	}
	var inside []Part
	for i, p := range o.Parts {
		rest, faces := p.Mesh.Wedge(cutFromDeg, cutToDeg)
		o.Parts[i].Mesh = rest
		st := p.Stuff
		st.Coat, st.Colour, st.Second = 0, st.Colour.Times(0.7), st.Colour
		st.Colour = st.Colour.Each(func(c float64) float64 { return math.Min(0.9, c+0.25) }) // crumb is lighter than crust
		inside = append(inside, Part{faces, st})
	}
	o.Parts = append(o.Parts, inside...)
}

// cutFromDeg and cutToDeg are the bearings of the slice that is missing.
const cutFromDeg, cutToDeg = 125.0, 185.0

func raise(o *Object, z float64) {
	for i := range o.Parts {
		o.Parts[i].Mesh = o.Parts[i].Mesh.Moved(0, at(0, 0, z))
	}
}

func orElse(a, b string) string {
	if a == "" {
		return b
	}
	return a
}

// form is the food's shape, its usual one when none is told.
func (f Food) form(v Vessel) string {
	switch {
	case f.Form != "":
		return f.Form
	case f.liquid(v):
		return "liquid"
	case v.Kind == "coupe":
		return "scoops"
	}
	return "mound"
}
