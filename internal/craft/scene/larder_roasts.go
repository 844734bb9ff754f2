package scene

import (
	"math"

	"figladder/internal/craft/shape"
)

// Colours of meat and fish: own estimates.
const (
	skinColour   = "#b06a2c" // of a bird, roast
	boneColour   = "#d9c8a4"
	searedColour = "#54301c" // of a joint outside
	fatColour    = "#d9b27c"
	rareColour   = "#d29c90" // and inside
	twineColour  = "#d8cbb0"
	stickColour  = "#c9a676"

	scorchedColour = "#5a3a1a" // where a fish's skin has browned
)

// roasted is skin that an oven has browned and that fat makes shine.
func roasted(colour string) Stuff {
	st := baked(colour, 16)
	st.Coat, st.Rough = 0.8, 0.28
	return st
}

func (v serving) bird() []Part {
	skin, bone := shape.Bird(v.reachMm, v.tallMm, v.seed, int(v.f)+8)
	out := []Part{{skin, roasted(skinColour)}, {bone, edibleStuff(boneColour, "", "dry")}}
	return v.round(out, "herbs", 0.86, math.Max(10, v.reachMm*0.13), 12)
}

// round lays a garnish in a ring about what stands in the middle, share of the way out.
func (v serving) round(on []Part, kind string, share, sizeMm float64, n int) []Part {
	if v.garnish == "" || v.deep { // in a pot there is no room for it
		return on
	}
	var all []shape.Mesh
	for i := range n {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 19, v.seed) }
		sin, cos := math.Sincos(2 * math.Pi * (float64(i) + 0.7*h(1)) / float64(n))
		r := v.reachMm * share * (0.9 + 0.14*h(2))
		x, y := r*sin, r*cos
		z := heightOver([]Object{boundOf(on)}, x, y)
		if z > v.tallMm*0.35 {
			continue // it would lie on the dish
		}
		all = append(all, shape.Leaf(sizeMm*(1.6+h(3)), sizeMm*(0.8+0.4*h(3)), 0.2+0.2*h(4), v.seed+int64(i), 10).Moved(360*h(5), at(x, y, math.Max(0, z)+1)))
	}
	if len(all) == 0 {
		return on
	}
	return append(on, Part{shape.Strewn(all...), edibleStuff(v.garnish, "", "leaf")})
}

// boundOf is an object of parts, to look for heights on.
func boundOf(parts []Part) Object {
	o := Object{Parts: parts}
	o.bound()
	return o
}

// tieMm is how far apart a joint is tied.
const tieMm = 30.0

func (v serving) joint() []Part {
	long, wide := 1.6*v.reachMm, math.Min(v.reachMm*0.8, v.tallMm*1.25)
	cuts := 0
	if v.cut {
		cuts = 3
	}
	high := math.Min(v.tallMm, wide)
	crust, fat, inside := shape.Carved(long, wide, high, cuts, math.Max(7, long*0.045), v.seed, int(v.f)+10)
	meat := edibleStuff(rareColour, "", "wet")
	meat.Pattern, meat.GrainMm, meat.Coat, meat.Second = "flesh", 5, 0.6, meat.Colour.Times(0.78)
	lay := func(m shape.Mesh) shape.Mesh { return m.Moved(loafTurnDeg, at(0, 0, 0)) }
	skin := baked(searedColour, 8)
	skin.Coat, skin.Rough = 0.7, 0.35
	cap := baked(fatColour, 7)
	cap.Coat, cap.Rough = 0.6, 0.35
	out := []Part{{lay(crust), skin}, {lay(fat), cap}, {lay(inside), meat}}
	// Tied at even places of what is whole.
	var twine []shape.Mesh
	body := []Object{boundOf([]Part{{Mesh: shape.Join(crust, fat)}})}
	lo, hi := fat.Bounds() // which is not on the slices
	ties := max(1, int((hi.Y-lo.Y)/tieMm))
	for k := range ties {
		y := lo.Y + (hi.Y-lo.Y)*0.85*(float64(k)+0.6)/float64(ties)
		var path [][3]float64
		for i := range 25 {
			cos := math.Cos(math.Pi * float64(i) / 24)
			x := wide * 0.47 * cos
			if z := heightOver(body, x, y); z > 1 {
				path = append(path, [3]float64{x, y, z + 0.3})
			}
		}
		twine = append(twine, shape.Tube(path, 0.8, 6))
	}
	out = append(out, Part{lay(shape.Join(twine...)), edibleStuff(twineColour, "", "dry")})
	return v.round(out, "herbs", 0.84, math.Max(9, v.reachMm*0.1), 8)
}

func (v serving) fish() []Part {
	long := 1.9 * v.reachMm
	body, head, fins, eye := shape.Fish(long, int(v.f)+10)
	lay := func(m shape.Mesh) shape.Mesh { return m.Moved(fishTurnDeg, at(0, 0, 0)) }
	scales := edibleStuff(v.colour, "", "wet")
	scales.Pattern, scales.GrainMm, scales.Second, scales.Coat, scales.Rough = "flesh", 13, linear(scorchedColour), 1, 0.25
	face := scales
	face.Colour = scales.Colour.Times(0.78)
	fin := edibleStuff(v.colour, "", "leaf")
	fin.Colour, fin.Coat = fin.Colour.Times(0.5), 0.15
	pupil := edibleStuff("#15120f", "", "wet")
	out := []Part{{lay(body), scales}, {lay(head), face}, {lay(fins), fin}, {lay(eye), pupil}}
	// Scored three times, so that it cooks through: the flesh shows.
	var cuts []shape.Mesh
	flank := boundOf([]Part{{Mesh: body}})
	for k := range 3 {
		var path [][3]float64
		y := long * (0.16 - 0.13*float64(k))
		for i := range 9 {
			u := float64(i)/8 - 0.5
			x, yy := long*0.12*u, y+long*0.05*u
			path = append(path, [3]float64{x, yy, heightOver([]Object{flank}, x, yy) - 0.4})
		}
		cuts = append(cuts, shape.Tube(path, math.Max(1.1, long*0.006), 6))
	}
	out = append(out, Part{lay(shape.Join(cuts...)), edibleStuff("#ead9c6", "", "wet")})
	if v.garnish != "" {
		lemon := Thing{Kind: "scatter", Piece: "citrus", XMm: v.reachMm * 0.36, YMm: -v.reachMm * 0.44, WidthMm: v.reachMm * 0.6, HeightMm: math.Max(12, v.reachMm*0.15), Count: 3, Colour: v.garnish}
		out = append(out, lemon.settled([]Object{boundOf(out)}, v.seed, v.f)...)
	}
	return out
}

// fishTurnDeg lays a fish across the frame, its head to the left as it is served.
const fishTurnDeg = -78.0

func (v serving) skewers() []Part {
	side := math.Max(12, math.Min(26, math.Min(v.tallMm*0.95, v.reachMm*0.2)))
	var meat, veg, sticks []shape.Mesh
	const rows, pieces = 4, 6
	far := side*1.35*(rows-1)/2 + 6 // of the outermost from the middle
	long := 1.96 * math.Sqrt(v.reachMm*v.reachMm-far*far)
	for k := range rows {
		h := func(i int64) float64 { return shape.Hash(int64(k), i, 23, v.seed) }
		turn := 74 + 10*(h(1)-0.5)
		off := (float64(k) - (rows-1)/2.0) * side * 1.35
		sin, cos := math.Sincos(turn * math.Pi / 180)
		lay := func(m shape.Mesh) shape.Mesh { return m.Moved(turn, at(-off*cos, off*sin+4*(h(2)-0.5), 0)) }
		sticks = append(sticks, lay(shape.Tube([][3]float64{{0, -long / 2, side * 0.5}, {0, 0, side * 0.5}, {0, long / 2, side * 0.5}}, 1.7, 8)))
		for i := range pieces {
			g := func(j int64) float64 { return shape.Hash(int64(k*pieces+i), j, 29, v.seed) }
			y := side * 1.06 * (float64(i) - (pieces-1)/2.0)
			if i%2 == 0 {
				chunk := shape.Lumped(shape.Box(side*(0.95+0.2*g(1)), side*0.98, side*0.96, side*0.24), 0.1, side*0.35, v.seed+int64(10*k+i))
				meat = append(meat, lay(chunk.Moved(30*(g(2)-0.5), at(side*0.1*(g(5)-0.5), y, side*0.03))))
				continue
			}
			m := shape.Box(side*(0.84+0.2*g(2)), side*0.42, side*(0.8+0.2*g(3)), side*0.14).Moved(20*(g(4)-0.5), at(0, y, side*0.06))
			veg = append(veg, lay(m))
		}
	}
	chunk := baked(v.colour, 5)
	chunk.Coat, chunk.Rough = 0.5, 0.4
	return []Part{{shape.Strewn(meat...), chunk}, {shape.Strewn(veg...), edibleStuff(orElse(v.garnish, lettuceColour), "", "wet")}, {shape.Strewn(sticks...), Stuff{Colour: linear(stickColour), Second: linear(stickColour).Times(0.7), Pattern: "wood", GrainMm: 6}}}
}
