package scene

import (
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/shape"
)

const (
	eggWhite  = "#f1ede2"
	yolk      = "#e8a21e"
	toasted   = "#c08a4e"
	tomatoRed = "#a8341f"
)

// soup fills its vessel to a level: something is swirled in, and what is too tall to sink stands
// out of it (T9).
func (v serving) soup() []Part {
	level := v.levelMm + 0.2 // just over the one that the vessel has, as any drink's
	r := v.insideMm(v.levelMm) - 0.4
	out := []Part{{surface(r, level, v.f), opaqueDrink(drink.Absorbs(v.colour, 1))}}
	top := edibleStuff(v.colour, "", "wet")
	top.Pattern = ""
	out[0].Stuff.Colour = top.Colour
	swirl := shape.Swirl(r*0.62, 2.3, math.Max(4, r*0.085), 1.4, int(v.f)).Moved(0, at(-r*0.06, r*0.08, level-0.2))
	out = append(out, Part{swirl, edibleStuff(creamColour, "", "cream")})
	island := asHigh(shape.Heap(r*0.26, v.tallMm, 0.22, r*0.1, v.seed, int(v.f)), v.tallMm).Moved(0, at(r*0.24, r*0.16, level-1))
	out = append(out, Part{island, edibleStuff(v.colour, "", "flesh")})
	var cubes []shape.Mesh
	for i := range 7 {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 31, v.seed) }
		a, s := 2*math.Pi*h(1), r*(0.11+0.05*h(2))
		x, y := r*(0.24+0.22*h(3)*math.Cos(a)), r*(0.16+0.22*h(3)*math.Sin(a))
		z := math.Max(level-s*0.3, heightOver([]Object{boundOf(out[2:3])}, x, y)-s*0.2)
		cubes = append(cubes, shape.Box(s, s, s, s*0.1).Tilted(40*(h(4)-0.5)).Moved(360*h(5), at(x, y, z)))
	}
	out = append(out, Part{shape.Strewn(cubes...), baked(toasted, 3)})
	if v.garnish != "" {
		t := Thing{Kind: "herbs", XMm: r * 0.2, YMm: r * 0.1, WidthMm: r * 0.8, HeightMm: math.Max(7, r*0.11), Count: 8, Colour: v.garnish}
		out = append(out, t.settled([]Object{boundOf(out)}, v.seed, v.f)...)
	}
	return out
}

// eggs lie on a plate as they are, in anything deeper in a sauce.
func (v serving) eggs() []Part {
	n, r := 2, v.reachMm*0.5
	var out []Part
	z := 0.0
	if v.deep {
		n, r = 3, v.reachMm*0.42
		z = math.Max(4, v.tallMm*0.5)
		sauce := edibleStuff(v.colour, "", "wet")
		sauce.Second = sauce.Colour.Times(0.55)
		out = append(out, Part{asHigh(shape.Heap(v.reachMm, z, 0.12, 14, v.seed, int(v.f)+8), z), sauce})
	}
	var whites, yolks []shape.Mesh
	for i := range n {
		sin, cos := math.Sincos(2*math.Pi*float64(i)/float64(n) + 0.5)
		x, y, lift := v.reachMm*0.47*sin, v.reachMm*0.47*cos, z
		if v.deep {
			lift = heightOver([]Object{boundOf(out[:1])}, x, y) - 1
		}
		thick := math.Max(3.5, r*0.1)
		white := shape.Pool(r, thick, 0.2, v.seed+int64(i), 2*int(v.f))
		ring := shape.Ball(r*0.52, r*0.5, thick*1.3, 0.05, r*0.3, v.seed+int64(i), int(v.f)+8).Moved(0, at(0, 0, thick*0.6))
		ry := r * 0.32
		whites = append(whites, shape.Join(white, ring).Moved(70*float64(i), at(x, y, lift)))
		yolks = append(yolks, shape.Ball(ry, ry, ry*0.6, 0, 1, v.seed, int(v.f)+10).Moved(0, at(x+r*0.05, y, lift+thick*1.55)))
	}
	white := edibleStuff(eggWhite, "", "cream")
	white = white.lit(freeEgg, math.Max(3.5, r*0.1))
	yellow := edibleStuff(yolk, "", "wet")
	yellow.Pattern, yellow.Rough = "", 0.06
	out = append(out, Part{shape.Strewn(whites...), white}, Part{shape.Strewn(yolks...), yellow})
	if v.garnish != "" {
		t := Thing{Kind: "herbs", WidthMm: v.reachMm * 1.5, HeightMm: math.Max(6, v.reachMm*0.08), Count: 10, Colour: v.garnish}
		out = append(out, t.settled([]Object{boundOf(out)}, v.seed, v.f)...)
	}
	return out
}

// balls are piled in what they were cooked in, in as many layers as there is height for.
func (v serving) balls() []Part {
	r := math.Min(22, math.Min(v.reachMm*0.27, v.tallMm/2))
	sauce := edibleStuff(v.colour, "", "wet")
	sauce.Colour, sauce.Pattern = sauce.Colour.Times(0.8), ""
	deep := math.Max(3, r*0.22)
	out := []Part{{shape.Pool(v.reachMm*0.97, deep, 0.02, v.seed, 2*int(v.f)), sauce}}
	layers := []struct {
		n             int
		away, z, turn float64 // in radii of a ball; radians
	}{{1, 0, 0.98, 0}, {6, 2.06, 0.98, 0}, {3, 1.22, 2.58, 0.5}, {1, 0, 4.05, 0}}
	var all []shape.Mesh
	for _, l := range layers {
		if (l.z+0.98)*r > v.tallMm+0.5 {
			break
		}
		for i := range l.n {
			sin, cos := math.Sincos(2*math.Pi*float64(i)/float64(l.n) + l.turn)
			k := len(all)
			all = append(all, shape.Ball(r*0.99, r*1.02, r*0.96, 0.07, r*0.45, v.seed+int64(k), int(v.f)+6).Moved(50*float64(k), at(l.away*r*sin, l.away*r*cos, l.z*r)))
		}
	}
	meat := baked(v.colour, 5)
	meat.Coat, meat.Rough = 0.9, 0.25
	out = append(out, Part{shape.Strewn(all...), meat})
	return v.strewn(out, "herbs", v.reachMm*1.3, math.Max(6, v.reachMm*0.1), 11, "")
}

// dumplings lie in two rows aslant, their seams up.
func (v serving) dumplings() []Part {
	long := v.reachMm * 0.72
	wide, high := long*0.5, math.Min(long*0.46, math.Max(14, v.tallMm*1.6))
	const aslantDeg = 38.0
	sin, cos := math.Sincos(aslantDeg * math.Pi / 180)
	var all []shape.Mesh
	for i := range 7 {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 53, v.seed) }
		row, n := i/4, 4-i/4
		x := (float64(i-4*row) - float64(n-1)/2) * wide * 1.06
		y := (0.5 - float64(row)) * long * 1.02
		all = append(all, shape.Dumpling(long, wide, high, 9, int(v.f)/2+10).Moved(aslantDeg+14*(h(1)-0.5), at(x*cos+y*sin, y*cos-x*sin, 0)))
	}
	dough := edibleStuff("#ecd9b0", "", "wet")
	dough.Pattern, dough.Coat, dough.Rough = "", 0.5, 0.3 // even: it was rolled out
	dough = dough.lit(freeDough, 2)                       // the skin of it
	out := []Part{{shape.Strewn(all...), dough}}
	return v.strewn(out, "herbs", v.reachMm*1.5, math.Max(5, v.reachMm*0.07), 12, "")
}

// curry is rice behind, to the left, as high as it stands, and what goes with it falling to the
// front and the right (O4).
func (v serving) curry() []Part {
	r := v.reachMm
	rice := v
	rice.reachMm, rice.colour, rice.garnish = r*0.56, "#efe6d2", ""
	var out []Part
	for _, p := range rice.rice() {
		p.Mesh = p.Mesh.Moved(0, at(-r*0.32, r*0.26, 0))
		out = append(out, p)
	}
	sauce := edibleStuff(v.colour, "", "wet")
	sauce.Second, sauce.Rough = sauce.Colour.Times(0.55), 0.2
	low := v.tallMm * 0.42
	stew := asHigh(shape.Heap(r*0.66, low, 0.14, r*0.18, v.seed+4, int(v.f)+10), low).Moved(0, at(r*0.24, -r*0.2, 0))
	out = append(out, Part{stew, sauce})
	on := []Object{boundOf(out[len(out)-1:])}
	var chunks []shape.Mesh
	for i := range 9 {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 59, v.seed) }
		a, d := 2.399963*float64(i)+h(1), r*0.46*math.Sqrt((float64(i)+0.5)/9)
		x, y, size := r*0.24+d*math.Cos(a), -r*0.2+d*math.Sin(a), math.Max(7, r*(0.1+0.05*h(2)))
		chunks = append(chunks, shape.Lumped(shape.Box(size*1.3, size, size, size*0.3), 0.14, size*0.6, v.seed+int64(i)).Moved(360*h(3), at(x, y, math.Max(0, heightOver(on, x, y)-size*0.45))))
	}
	meat := sauce
	meat.Colour = sauce.Colour.Times(0.82)
	out = append(out, Part{shape.Strewn(chunks...), meat})
	return v.strewn(out, "herbs", r*1.2, math.Max(6, r*0.1), 8, "")
}
