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
