package scene

import (
	"math"

	"figladder/internal/craft/shape"
)

// hamRipples is how often a slice of something soft goes up and down across a sandwich.
const hamRipples = 3.5

// sandwich is cut corner to corner: one half lies, its cut face to the camera, the other leans on it with
// one end on the plate, so that both cut faces are seen and neither is level with the other.
func (v serving) sandwich() []Part {
	side := v.reachMm * 0.75 // of the slice that was cut
	half := side / math.Sqrt2
	high := math.Min(v.tallMm*0.44, side*0.5) // of each half: slices as thick as they are bought, and what is between them
	loose := high - 2*bread(high)             // between the slices
	edible := func(hex, kind string) Stuff { return edibleStuff(hex, "", kind) }
	leaf := edible(orElse(v.garnish, lettuceColour), "leaf")
	soft := edible(v.colour, "flesh")
	soft.GrainMm, soft.Coat = 9, 0.7
	tri := func(over float64) [][2]float64 { // the long side toward −y
		return [][2]float64{{-half - over, -over * 0.5}, {half + over, -over * 0.5}, {0, half + over}}
	}
	fill := []struct {
		share float64
		stuff Stuff
		make  func(tall float64, seed int64) shape.Mesh
	}{
		{0.14, leaf, func(tall float64, seed int64) shape.Mesh { return frilled(tri(half*0.07), tall, seed) }},
		{0.4, soft, func(tall float64, seed int64) shape.Mesh { return rippled(half, tall, seed) }},
		{0.1, edible(cheeseColour, "cream"), func(tall float64, _ int64) shape.Mesh { return shape.Extrude(tri(half*0.045), tall, tall*0.3) }},
		{0.22, edible("#b8452f", "wet"), func(tall float64, seed int64) shape.Mesh { return rounds(half, tall, seed, int(v.f)) }},
		{0.14, leaf, func(tall float64, seed int64) shape.Mesh { return frilled(tri(half*0.09), tall, seed) }},
	}
	// What leans touches the other's near upper edge.
	lean := math.Atan2(high, v.reachMm*0.5) * 180 / math.Pi
	lay := []func(m shape.Mesh) shape.Mesh{
		func(m shape.Mesh) shape.Mesh { return m.Moved(12, at(v.reachMm*0.2, -v.reachMm*0.5, 0)) },
		func(m shape.Mesh) shape.Mesh {
			m = rolled(m.Moved(0, at(half, 0, 0)), lean)
			return m.Moved(-7, at(-v.reachMm*0.79, -v.reachMm*0.42, 0))
		},
	}
	var crumb, toasted, crust []shape.Mesh
	filling := make([]Part, len(fill))
	for k, place := range lay {
		z := 0.0
		slice := func(top bool) {
			t := bread(high)
			crumb = append(crumb, place(shape.Lumped(shape.Extrude(tri(0), t*0.94, math.Min(1.2, t*0.15)), 0.012, 9, v.seed+int64(k)).Moved(0, at(0, 0, z+t*0.03))))
			at0 := z
			if top {
				at0 = z + t*0.95
			}
			toasted = append(toasted, place(shape.Extrude(tri(-1), t*0.06, t*0.02).Moved(0, at(0, 0, at0))))
			for _, s := range []float64{-1, 1} { // crust along the two sides that were not cut
				crust = append(crust, place(shape.Box(side*1.01, math.Max(2.6, t*0.26), t*1.02, t*0.3).Moved(s*45, at(s*(half/2+0.7), half/2+0.7, z))))
			}
			z += t
		}
		slice(false)
		for i, f := range fill {
			tall := loose * f.share
			m := f.make(tall, v.seed+int64(i+9*k)).Moved(0, at(0, 0, z))
			filling[i].Mesh, filling[i].Stuff = shape.Join(filling[i].Mesh, place(m)), f.stuff
			z += tall
		}
		slice(true)
	}
	return append([]Part{{shape.Join(crumb...), edible(crumbColour, "cake")}, {shape.Join(toasted...), baked(bunColour, 7)}, {shape.Join(crust...), baked(crustColour, 5)}}, filling...)
}

// bread is how thick each slice of a half is that stands so high.
func bread(highMm float64) float64 { return 0.31 * highMm }

// rolled turns a mesh about the y axis by deg: what pointed to +x then points up.
func rolled(m shape.Mesh, deg float64) shape.Mesh {
	return m.Moved(90, at(0, 0, 0)).Tilted(deg).Moved(-90, at(0, 0, 0))
}

// rippled are three soft slices between the slices of half a sandwich, folded so that their cut edges wave.
func rippled(half, tall float64, seed int64) shape.Mesh {
	var all []shape.Mesh
	const sheets, parts = 3, 40
	thin := tall / (sheets + 1.2)
	for k := range sheets {
		var path [][2]float64
		for i := range parts + 1 {
			u := 2*float64(i)/parts - 1
			wave := math.Sin(math.Pi*hamRipples*u + 1.9*float64(k) + 3*shape.Noise(2*u, float64(k), 0, seed))
			path = append(path, [2]float64{u * (half - 1), tall*(float64(k)+0.85)/(sheets+0.7) + 0.42*thin*wave})
		}
		m := shape.Ribbon(path, func(t float64) float64 { return math.Max(1, half*(1-math.Abs(2*t-1))*0.5) }, thin, 10)
		m = m.Moved(90, at(0, 0, 0)) // along x, its width along y
		for i, p := range m.P {      // its cut edge is straight
			m.P[i].Y += math.Max(1, (half-math.Abs(p.X))*0.5) - 1.5 - 1.2*shape.Noise(p.X/8, float64(k), 1, seed)
		}
		all = append(all, m)
	}
	return shape.Join(all...)
}

// rounds are slices of something round between the slices of half a sandwich, side by side along its cut face,
// which went through them.
func rounds(half, tall float64, seed int64, steps int) shape.Mesh {
	var all []shape.Mesh
	for k := range 3 {
		r := half * (0.27 + 0.04*shape.Hash(int64(k), 1, 3, seed))
		var line [][2]float64
		n := max(9, steps/2)
		for i := 0; i <= n; i++ {
			sin, cos := math.Sincos(math.Pi * float64(i) / float64(n))
			line = append(line, [2]float64{r * cos, r * sin * 0.9})
		}
		x := half * 0.58 * float64(k-1)
		m := shape.Extrude(line, tall*(0.8+0.2*shape.Hash(int64(k), 2, 3, seed)), tall*0.2)
		all = append(all, m.Moved(0, at(x, -1.6, 0)))
	}
	return shape.Join(all...)
}

// frilled is a thin layer whose edge waves and hangs: a leaf between two slices.
func frilled(outline [][2]float64, tall float64, seed int64) shape.Mesh {
	var line [][2]float64
	const parts = 22
	for i, a := range outline {
		b := outline[(i+1)%len(outline)]
		for k := range parts {
			t := float64(k) / parts
			line = append(line, [2]float64{a[0] + (b[0]-a[0])*t, a[1] + (b[1]-a[1])*t})
		}
	}
	m := shape.Extrude(line, tall, tall*0.3)
	for i, p := range m.P {
		edge := 2*shape.Noise(p.X/5, p.Y/9, 0, seed) - 1
		m.P[i].Y -= 2.5 * math.Max(0, edge) * math.Exp(-math.Max(0, p.Y)/6)
		m.P[i].X *= 1 + 0.05*edge
		m.P[i].Z += tall * (1.5*(shape.Noise(p.X/6, p.Y/14, 5, seed)-0.5) - 0.3*math.Max(0, edge)) * math.Exp(-math.Max(0, p.Y)/8)
	}
	return m
}
