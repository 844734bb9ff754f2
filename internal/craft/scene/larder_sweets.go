package scene

import (
	"math"

	"figladder/internal/craft/shape"
)

const (
	syrupColour  = "#8a4a14"
	butterColour = "#f0d98a"
	batterColour = "#e0b777"
	griddled     = "#a8662c"
)

// poured is what runs: bright in its light, and even.
func poured(colour string) Stuff {
	st := edibleStuff(colour, "", "wet")
	st.Pattern, st.Rough = "", 0.05
	return st.lit(freeSauce, 2.5)
}

// running is a sauce over something round: a pool on its top, threads down its side and a pool at
// its foot (T6).
func (v serving) running(rMm, topMm, footMm float64, colour string) Part {
	thick := math.Max(3, rMm*0.1)
	all := []shape.Mesh{
		shape.Pool(rMm*0.86, 2.2, 0.09, v.seed, 2*int(v.f)).Moved(0, at(0, 0, topMm-0.3)),
		shape.Pool(footMm, 1.8, 0.12, v.seed+1, 2*int(v.f)),
	}
	for i := range 9 {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 37, v.seed) }
		all = append(all, shape.Run(rMm, topMm+0.8, topMm*(0.3+0.68*h(1)), thick*(0.8+0.6*h(2)), 360*(float64(i)+0.6*h(3))/9, int(v.f)/2+6))
	}
	return Part{shape.Join(all...), poured(colour)}
}

func (v serving) pancakes() []Part {
	n := max(3, min(8, int(math.Round(v.tallMm/12))))
	butter := math.Min(9, v.tallMm*0.12)
	thick := (v.tallMm - butter - 1.5) / float64(n)
	r := v.reachMm * 0.78
	var sides, faces []shape.Mesh
	for i := range n {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 41, v.seed) }
		rr := r * (0.95 + 0.05*h(1))
		wave := func(x, _, deg float64) float64 {
			sin, cos := math.Sincos(deg * math.Pi / 180)
			return x * (1 + 0.04*(2*shape.Noise(1.5*cos, 1.5*sin, 0, v.seed+int64(i))-1))
		}
		place := at(r*0.06*(h(2)-0.5), r*0.06*(h(3)-0.5), thick*float64(i))
		sides = append(sides, shape.Sector([]shape.RZ{{R: 0}, {R: rr * 0.94}, {R: rr, Z: thick * 0.35}, {R: rr, Z: thick * 0.6}, {R: rr * 0.95, Z: thick * 0.93}, {R: 0, Z: thick * 0.93}}, 0, 360, 2*int(v.f), wave).Moved(0, place))
		faces = append(faces, shape.Sector([]shape.RZ{{R: 0, Z: thick * 0.9}, {R: rr * 0.955, Z: thick * 0.88}, {R: rr * 0.93, Z: thick * 0.985}, {R: 0, Z: thick * 0.985}}, 0, 360, 2*int(v.f), wave).Moved(0, place))
	}
	side, face := edibleStuff(batterColour, "", "cake"), baked(griddled, 14)
	side.Second = side.Colour.Times(0.7)
	top := thick * float64(n)
	out := []Part{{shape.Join(sides...), side}, {shape.Join(faces...), face}}
	out = append(out, v.running(r*0.97, top, v.reachMm*0.98, syrupColour))
	pat := shape.Box(r*0.34, r*0.3, butter, butter*0.3).Moved(25, at(0, 0, top+1.5))
	out = append(out, Part{pat, edibleStuff(butterColour, "", "cream")})
	if v.garnish != "" {
		t := Thing{Kind: "scatter", Piece: "berry", XMm: 0, YMm: 0, WidthMm: v.reachMm * 1.7, HeightMm: math.Max(9, r*0.2), Count: 8, Colour: v.garnish}
		out = append(out, outside(t.settled([]Object{boundOf(out)}, v.seed, v.f), r*1.08)...)
	}
	return out
}

// outside keeps the pieces that lie farther out than a radius.
func outside(parts []Part, rMm float64) []Part {
	for i, p := range parts {
		parts[i].Mesh = shape.Kept(p.Mesh, func(x, y float64) bool { return math.Hypot(x, y) > rMm })
	}
	return parts
}

func (v serving) pudding() []Part {
	r := math.Min(v.reachMm*0.62, v.tallMm*0.95)
	top := v.tallMm - 2
	body := shape.Sector([]shape.RZ{{R: 0}, {R: r}, {R: r * 0.985, Z: top * 0.12}, {R: r * 0.8, Z: top * 0.93}, {R: r * 0.76, Z: top * 0.985}, {R: r * 0.71, Z: top}, {R: 0, Z: top}}, 0, 360, 3*int(v.f), nil)
	set := edibleStuff(v.colour, "", "cream")
	set.Coat, set.Rough = 0.9, 0.12
	set = set.lit(freeDairy, 2*r)
	out := []Part{{body, set}}
	sauce := v.garnish
	if sauce == "" {
		sauce = syrupColour
	}
	// It narrows upward, so that what runs lies on its slope.
	run := v.running(r*0.8, top, v.reachMm*0.97, sauce)
	for i, p := range run.Mesh.P {
		if d := math.Hypot(p.X, p.Y); p.Z > 2.5 && p.Z < top && d > r*0.7 {
			k := (d + r*0.2*(1-p.Z/top)) / d
			run.Mesh.P[i].X, run.Mesh.P[i].Y = p.X*k, p.Y*k
		}
	}
	return append(out, run)
}

// crumble lies in what it was baked in: rubble of butter and flour heaped on fruit, which has boiled up at
// the edge and here and there between.
func (v serving) crumble() []Part {
	level := v.levelMm
	r := v.insideMm(level) - 0.8
	fruit := edibleStuff(orElse(v.garnish, "#7c2338"), "", "wet")
	fruit.Second = fruit.Colour.Times(0.5)
	deep := math.Max(2, level*0.3)
	bed := asHigh(shape.Heap(r*0.94, v.tallMm*0.85, 0.16, 7, v.seed+3, int(v.f)+24), v.tallMm*0.84).Moved(0, at(0, 0, level-1))
	under := baked("#b98a4c", 4) // what is seen between the rubble lies in its shade
	under.Coat, under.Colour = 0, under.Colour.Times(0.85)
	out := []Part{{shape.Pool(r, deep, 0, v.seed, 2*int(v.f)).Moved(0, at(0, 0, level-deep)), fruit}, {bed, under}}
	over := []Object{boundOf(out)}
	var welled [][3]float64 // where the fruit came up: a place, and how wide
	for i := range 6 {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 51, v.seed) }
		a, d := 2.399963*float64(i)+0.8*h(1), r*(0.3+0.55*h(2))
		welled = append(welled, [3]float64{d * math.Cos(a), d * math.Sin(a), r * (0.07 + 0.06*h(3))})
	}
	var juice []shape.Mesh
	for i, w := range welled {
		tall := math.Max(1.2, v.tallMm*0.08)
		juice = append(juice, shape.Ball(w[2], w[2]*0.85, tall, 0.2, w[2]*0.8, v.seed+int64(i), 14).Moved(50*float64(i), at(w[0], w[1], heightOver(over, w[0], w[1])+tall*0.1)))
	}
	n, tones := 1000, [3][]shape.Mesh{}
	if v.f <= Rough {
		n = 60
	}
	for i := range n {
		h := func(k int64) float64 { return shape.Hash(int64(i), k, 43, v.seed) }
		a, d := 2*math.Pi*h(1), r*0.95*math.Sqrt(h(2))
		size := math.Max(1.3, r*0.029) * (0.6 + 1.7*h(3)*h(3)*h(3))
		x, y := d*math.Cos(a), d*math.Sin(a)
		clear := true
		for _, w := range welled {
			clear = clear && math.Hypot(x-w[0], y-w[1]) > w[2]*0.9
		}
		if !clear {
			continue
		}
		up := size*0.45 + 1.4*size*h(5)*h(5) // some lie on others
		piece := shape.Ball(size*1.15, size*(0.7+0.4*h(6)), size*0.8, 0.45, size*0.9, v.seed+int64(i), 6)
		tone := int(3 * h(7))
		tones[tone] = append(tones[tone], piece.Tilted(60*(h(8)-0.5)).Moved(360*h(4), at(x, y, heightOver(over, x, y)+up)))
	}
	out = append(out, Part{shape.Join(juice...), fruit})
	for k, hex := range []string{"#e8c993", "#d2a566", "#ab7a40"} {
		rubble := baked(hex, 3)
		rubble.Coat, rubble.Rough = 0, 1
		out = append(out, Part{shape.Strewn(tones[k]...), rubble})
	}
	return out
}

// layers fill a clear glass, each to its own height, with fruit or crumbs on top.
func (v serving) layers() []Part {
	colours := []string{v.colour, creamColour, orElse(v.garnish, "#a5364f"), creamColour, v.colour}
	kinds := []string{"cake", "cream", "wet", "cream", "cake"}
	shares := []float64{0.2, 0.2, 0.18, 0.22, 0.2}
	if len(v.layered) > 0 { // as the layers lab has them: by volume, drawn by height
		colours, kinds, shares = nil, nil, nil
		for _, l := range v.layered {
			colours, kinds, shares = append(colours, l.colour), append(kinds, "cream"), append(shares, (l.to-l.from)/(v.layered[len(v.layered)-1].to-v.layered[0].from))
		}
	}
	top := v.levelMm
	z := 0.6
	var out []Part
	for i := range colours {
		next := z + (top-0.6)*shares[i]
		var outline []shape.RZ
		outline = append(outline, shape.RZ{Z: z})
		for k := range 5 {
			h := z + (next-z)*float64(k)/4
			outline = append(outline, shape.RZ{R: v.insideMm(h) - 0.35, Z: h})
		}
		outline = append(outline, shape.RZ{Z: next})
		out = append(out, Part{shape.Sector(outline, 0, 360, 2*int(v.f)+8, nil), edibleStuff(colours[i], "", kinds[i])})
		z = next
	}
	r := v.insideMm(top) - 1
	cream := asHigh(shape.Heap(r*0.82, v.tallMm*0.62, 0.1, r*0.5, v.seed, int(v.f)+6), v.tallMm*0.62).Moved(0, at(0, 0, top-0.5))
	out = append(out, Part{cream, edibleStuff(creamColour, "", "cream")})
	fruit := Thing{Kind: "scatter", Piece: "berry", WidthMm: r * 1.1, HeightMm: math.Min(v.tallMm*0.34, r*0.4), Count: 5, Colour: colours[min(2, len(colours)-1)]}
	return append(out, fruit.settled([]Object{boundOf(out)}, v.seed, v.f)...)
}
