package scene

import (
	"math"

	"figladder/internal/craft/shape"
)

func (v serving) pizza() []Part {
	r := v.reachMm
	rim, base := math.Max(7, math.Min(v.tallMm, r*0.13)), math.Max(2.5, r*0.03)
	from, to := 0.0, 360.0
	if v.cut {
		from, to = cutToDeg, cutFromDeg+360
	}
	wave := func(x, z, deg float64) float64 {
		sin, cos := math.Sincos(deg * math.Pi / 180)
		k := 0.03 * (2*shape.Noise(2.2*cos, 2.2*sin, 0, v.seed) - 1)
		return x * (1 + k*math.Min(1, x/r))
	}
	in := r * 0.84
	edge := []shape.RZ{{R: in, Z: 0}, {R: r * 0.985, Z: 0}}
	for i := 0; i <= 8; i++ { // a puffed rim
		a := math.Pi * float64(i) / 8
		edge = append(edge, shape.RZ{R: (r+in)/2 + (r-in)/2*math.Cos(a), Z: math.Max(base, rim*math.Pow(math.Sin(a), 0.7))})
	}
	n := 3 * int(v.f)
	crust := shape.Join(shape.Sector([]shape.RZ{{R: 0}, {R: in}, {R: in, Z: base}, {R: 0, Z: base}}, from, to, n, wave), shape.Sector(edge, from, to, n, wave))
	sauce := shape.Sector([]shape.RZ{{R: 0, Z: base}, {R: in * 1.01, Z: base}, {R: in * 0.99, Z: base + 0.8}, {R: 0, Z: base + 0.8}}, from, to, n, wave)
	red := edibleStuff(orElse(v.colour, tomatoRed), "", "wet")
	red.Second, red.Coat, red.Rough = red.Colour.Times(0.6), 0.5, 0.4
	dough := baked("#d0a060", 11)
	dough.Second = linear("#5a3518")
	out := []Part{{crust, dough}, {sauce, red}}
	slice := v.slice()
	var cheese []shape.Mesh
	for i := range 15 {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 47, v.seed) }
		a, d := 2.399963*float64(i)+h(1), in*0.86*math.Sqrt((float64(i)+0.5)/15)
		s := r * (0.09 + 0.07*h(2))
		cheese = append(cheese, shape.Ball(s, s*(0.7+0.3*h(3)), 2.4, 0.25, s*0.7, v.seed+int64(i), int(v.f)/2+10).Moved(360*h(4), at(d*math.Cos(a), d*math.Sin(a), base+1.2)))
	}
	melted := edibleStuff("#f0dfb4", "", "cream")
	melted.Pattern, melted.GrainMm, melted.Second = "flesh", 9, linear("#b9742f")
	out = append(out, Part{shape.WithoutSlice(shape.Strewn(cheese...), slice), melted})
	if v.garnish != "" {
		t := Thing{Kind: "herbs", WidthMm: in * 1.6, HeightMm: math.Max(9, r*0.1), Count: 7, Colour: v.garnish}
		for _, p := range t.settled([]Object{boundOf(out)}, v.seed, v.f) {
			p.Mesh = shape.WithoutSlice(p.Mesh, slice)
			out = append(out, p)
		}
	}
	return out
}

// sandwich is cut corner to corner, one half on the other, both cut faces to the camera.
func (v serving) sandwich() []Part {
	side := v.reachMm * 1.02 // of the slice that was cut
	parts := []struct {
		share float64
		stuff Stuff
		out   float64 // how far it reaches over the bread
	}{
		{0.26, edibleStuff(crumbColour, "", "cake"), 0},
		{0.1, edibleStuff(orElse(v.garnish, lettuceColour), "", "leaf"), 4},
		{0.16, edibleStuff(v.colour, "", "flesh"), 1.5},
		{0.07, edibleStuff(cheeseColour, "", "cream"), 3},
		{0.09, edibleStuff("#b8452f", "", "wet"), 0.5},
		{0.06, edibleStuff(orElse(v.garnish, lettuceColour), "", "leaf"), 5},
		{0.26, edibleStuff(crumbColour, "", "cake"), 0},
	}
	high := math.Min(v.tallMm/2, side*0.5)   // of each half
	tri := func(over float64) [][2]float64 { // the long side toward −y
		h := side / math.Sqrt2
		return [][2]float64{{-h - over, -over * 0.4}, {h + over, -over * 0.4}, {0, h + over}}
	}
	lay := []func(m shape.Mesh) shape.Mesh{
		func(m shape.Mesh) shape.Mesh { return m.Moved(9, at(-v.reachMm*0.04, -v.reachMm*0.34, 0)) },
		func(m shape.Mesh) shape.Mesh { return m.Moved(-17, at(v.reachMm*0.08, -v.reachMm*0.3, high)) },
	}
	out := make([]Part, len(parts), len(parts)+1)
	var crusts []shape.Mesh
	for k, move := range lay {
		z := 0.0
		for i, p := range parts {
			tall := high * p.share
			var m shape.Mesh
			if p.stuff.Pattern == "leaf" {
				m = frilled(tri(p.out), tall*0.9, v.seed+int64(i+9*k))
			} else {
				m = shape.Extrude(tri(p.out), tall*0.99, math.Min(1.2, tall*0.2))
			}
			out[i].Mesh, out[i].Stuff = shape.Join(out[i].Mesh, move(m.Moved(0, at(0, 0, z)))), p.stuff
			if i == 0 || i == len(parts)-1 { // crust along the two sides that were not cut
				h := side / math.Sqrt2
				for _, s := range []float64{-1, 1} {
					c := shape.Box(side, 3.2, tall, 1.2).Moved(s*45, at(s*(h/2+0.8), h/2+0.8, z))
					crusts = append(crusts, move(c))
				}
			}
			z += tall
		}
	}
	return append(out, Part{shape.Join(crusts...), baked(crustColour, 5)})
}

// frilled is a thin layer whose edge waves: a leaf between two slices.
func frilled(outline [][2]float64, tall float64, seed int64) shape.Mesh {
	var line [][2]float64
	const parts = 14
	for i, a := range outline {
		b := outline[(i+1)%len(outline)]
		for k := range parts {
			t := float64(k) / parts
			line = append(line, [2]float64{a[0] + (b[0]-a[0])*t, a[1] + (b[1]-a[1])*t})
		}
	}
	m := shape.Extrude(line, tall, tall*0.3)
	for i, p := range m.P {
		d := math.Hypot(p.X, p.Y)
		w := 0.07 * (2*shape.Noise(p.X/7, p.Y/7, 0, seed) - 1)
		m.P[i].X, m.P[i].Y = p.X*(1+w), p.Y*(1+w)
		m.P[i].Z += tall * 0.5 * (shape.Noise(p.X/9, p.Y/9, 5, seed) - 0.5) * math.Min(1, d/20)
	}
	return m
}
