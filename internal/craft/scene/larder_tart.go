package scene

import (
	"math"

	"figladder/internal/craft/shape"
)

func (v serving) tart(lid bool) []Part {
	crust, filling := shape.Tart(v.reachMm, v.tallMm, v.slice(), lid, int(v.f)+8)
	out := []Part{{crust, baked(pastryColour, 5)}, {filling, edibleStuff(v.colour, "", "wet")}}
	if lid && v.cut {
		out = append(out, v.pieces()...)
	}
	if lid || v.garnish == "" {
		return out
	}
	return append(out, v.laidOn(out)...)
}

// laidOn is the fruit on a tart: pears in halves with their stalks to the middle, what is cut
// thin in rings, each slice on the one before, and what is small strewn.
func (v serving) laidOn(tart []Part) []Part {
	over := []Object{boundOf(tart)}
	inside := v.reachMm * 0.84
	fruit := Thing{Kind: "scatter", Piece: v.piece, Colour: v.garnish, Finish: "gloss"}
	switch v.piece {
	case "pear":
		return v.pears(over, inside)
	case "half", "slice", "stone":
		return v.rings(over, inside)
	case "citrus", "round", "tomato":
		fruit.WidthMm, fruit.HeightMm, fruit.Count = 1.25*inside, v.reachMm*0.2, 9
	default:
		fruit.WidthMm, fruit.HeightMm, fruit.Count = 1.8*inside, math.Max(9, v.reachMm*0.12), 42
	}
	out := fruit.settled(over, v.seed, v.f)
	for i := range out {
		if v.cut {
			out[i].Mesh = shape.WithoutSlice(out[i].Mesh, v.slice())
		}
	}
	return out
}

// pears are halves, sliced and pushed over, one to each portion that is left.
func (v serving) pears(over []Object, insideMm float64) []Part {
	const halves = 6
	long := insideMm * 0.86
	cut := v.slice()
	var all []shape.Mesh
	for i := range halves {
		bearing := cut.ToDeg + 360/halves*(float64(i)+0.5)
		if i == halves-1 && v.cut {
			break // it went with the slice
		}
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 71, v.seed) }
		sin, cos := math.Sincos(bearing * math.Pi / 180)
		away := insideMm - long/2
		x, y := away*sin, away*cos
		m := shape.PearFan(long*(0.95+0.05*h(1)), 11, int(v.f)/2+8)
		all = append(all, m.Moved(bearing+180+8*(h(2)-0.5), at(x, y, heightOver(over, x, y)-0.5)))
	}
	return []Part{{shape.Strewn(all...), v.bakedFruit(11)}}
}

// bakedFruit is flesh that an oven has turned golden, glazed; grainMm is about how large its
// freckles are.
func (v serving) bakedFruit(grainMm float64) Stuff {
	st := edibleStuff(v.garnish, "", "wet")
	golden := linear(bakedFruitColour)
	st.Colour = st.Colour.Times(0.55).Plus(golden.Times(0.45))
	st.Pattern, st.GrainMm, st.Second = "baked", grainMm, st.Colour.Times(0.4).Plus(golden.Times(0.2))
	st.Coat, st.Rough = 0.8, 0.18
	return st
}

// bakedFruitColour is what the sugar of a fruit goes towards: own estimate.
const bakedFruitColour = "#dca452"

// rings are thin slices that lean on one another round the tart, their skin outward.
func (v serving) rings(over []Object, insideMm float64) []Part {
	r := insideMm * 0.31
	thick := math.Max(1.6, r*0.07)
	var flesh, skin []shape.Mesh
	for ring, away := range []float64{insideMm - 1.05*r, insideMm - 2.2*r} {
		n := max(7, int(2*math.Pi*away/(0.6*r)))
		for i := range n {
			h := func(k int64) float64 { return shape.Hash(int64(i), k, 73+int64(ring), v.seed) }
			bearing := 360*float64(i)/float64(n) + 3*(h(1)-0.5)
			sin, cos := math.Sincos(bearing * math.Pi / 180)
			x, y := away*sin, away*cos
			z := heightOver(over, x, y) + 0.2
			a, b := shape.Crescent(r*(0.94+0.1*h(2)), thick, int(v.f)/2+8)
			lay := func(m shape.Mesh) shape.Mesh { // one side up on its neighbour, then outward
				return m.Moved(-90, at(0, 0, 0)).Tilted(8).Moved(90+bearing, at(x, y, z+r*0.07))
			}
			flesh, skin = append(flesh, lay(a)), append(skin, lay(b))
		}
	}
	of := []Stuff{v.bakedFruit(14), skinOf(v.garnish)}
	of[1].Colour = of[1].Colour.Times(0.5)
	out := []Part{{shape.Strewn(flesh...), of[0]}, {shape.Strewn(skin...), of[1]}}
	for i := range out {
		if v.cut {
			out[i].Mesh = shape.WithoutSlice(out[i].Mesh, v.slice())
		}
	}
	return out
}

// pieces are what a filling is of, where it was cut: some paler, some darker, half out of each face.
func (v serving) pieces() []Part {
	cut := v.slice()
	var some [2][]shape.Mesh
	for f, deg := range []float64{cut.FromDeg, cut.ToDeg} {
		sin, cos := math.Sincos(deg * math.Pi / 180)
		for i := range 26 {
			h := func(k int64) float64 { return shape.Hash(int64(i), k, 67+int64(f), v.seed) }
			r, z, size := v.reachMm*(0.06+0.74*h(1)), v.tallMm*(0.18+0.42*h(2)), v.tallMm*(0.05+0.05*h(3))
			m := shape.Lumped(shape.Box(size*1.7, size, size*1.2, size*0.3), 0.16, size*0.7, v.seed+int64(i))
			some[i%2] = append(some[i%2], m.Moved(deg+90+40*(h(4)-0.5), at(r*sin, r*cos, z-size*0.6)))
		}
	}
	light, dark := edibleStuff(v.colour, "", "wet"), edibleStuff(v.colour, "", "wet")
	light.Colour = light.Colour.Times(0.5).Plus(linear(creamColour).Times(0.5))
	dark.Colour = dark.Colour.Times(0.62)
	return []Part{{shape.Strewn(some[0]...), light}, {shape.Strewn(some[1]...), dark}}
}
