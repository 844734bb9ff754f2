package shape

import "math"

// VesselOf makes a vessel of a kind from its diameter at the widest, height and wall,
// mm. Forms are our own; a kind there is none of is a bowl. wallMm ≤ 0 is a usual
// thickness.
func VesselOf(kind string, diameterMm, heightMm, wallMm float64) Vessel {
	R, H := diameterMm/2, heightMm
	t := wallMm
	if t <= 0 {
		t = map[string]float64{"plate": 4, "bowl": 4, "tiny bowl": 3, "pot": 4, "mug": 4, "glass": 2.2, "coupe": 1.6, "jug": 3.5, "bottle": 3.5, "jar": 3}[kind]
		if t == 0 {
			t = 3
		}
	}
	t = math.Min(t, math.Min(R*0.3, H*0.3))
	lip := func(r, z float64) []RZ { // a rounded rim, from outside over the top to inside
		return []RZ{{r, z - t*0.4}, {r - t*0.15, z - t*0.1}, {r - t*0.5, z}, {r - t*0.85, z - t*0.1}, {r - t, z - t*0.4}}
	}
	cut := func(outer, inner []RZ, r, z float64) Vessel {
		l := lip(r, z)
		v := Vessel{Outer: append(append([]RZ{}, outer...), l[:3]...)}
		v.Inner = append(append([]RZ{}, inner...), l[4], l[3], l[2])
		return v
	}
	switch kind {
	case "plate":
		foot, well := R*0.58, R*0.66
		f := math.Max(H*0.12, 1.2)
		return cut(append([]RZ{{0, f}, {foot - 3, f}, {foot - 2, 0}, {foot, 0}}, Curved([]RZ{{foot + 1.5, f}, {R * 0.78, H*0.36 - t*0.3}, {R * 0.93, H*0.74 - t*0.4}, {R - 0.2, H - t*0.9}}, 4)...),
			Curved([]RZ{{0, f + t}, {well * 0.6, f + t}, {well, f + t + H*0.06}, {R * 0.82, H*0.5 + t*0.35}, {R * 0.94, H * 0.84}, {R - t*1.1, H - t*0.6}}, 4), R, H)
	case "board":
		return Vessel{Outer: []RZ{{0, 0}, {R - 1, 0}, {R, 1}, {R, H - 1}, {R - 1, H}}, Inner: []RZ{{0, H - 0.5}, {R - 2, H - 0.5}, {R - 1, H}}}
	case "pot", "mug":
		b := math.Min(R*0.16, H*0.2)
		return cut([]RZ{{0, 0}, {R - b, 0}, {R - b*0.35, b * 0.3}, {R, b}, {R, H * 0.5}},
			[]RZ{{0, t * 1.3}, {R - t - b*0.9, t * 1.3}, {R - t - b*0.25, t*1.3 + b*0.4}, {R - t, t*1.3 + b}, {R - t, H * 0.5}}, R, H)
	case "glass", "jar":
		foot := R * 0.86
		base := math.Max(H*0.06, 5)
		return cut([]RZ{{0, 0}, {foot - 2, 0}, {foot, 2}, {foot + (R-foot)*0.5, H * 0.5}},
			[]RZ{{0, base}, {foot - t - 3, base}, {foot - t - 0.5, base + 3}, {foot + (R-foot)*0.5 - t, H * 0.5}}, R, H)
	case "coupe":
		stem := math.Max(R*0.08, 3)
		bowl := H * 0.52
		return cut(append([]RZ{{0, 0}, {R * 0.62, 0}, {R * 0.6, 2}, {R * 0.2, 5}, {stem, 10}, {stem, bowl - 5}}, Curved([]RZ{{stem + 2, bowl}, {R * 0.55, bowl + H*0.06}, {R * 0.86, bowl + H*0.22}, {R - 0.1, H - t}}, 5)...),
			Curved([]RZ{{0, bowl + t}, {R * 0.5, bowl + H*0.06 + t}, {R*0.86 - t, bowl + H*0.22 + t*0.4}, {R - t, H - t*0.9}}, 5), R, H)
	case "jug":
		return cut(append([]RZ{{0, 0}}, Curved([]RZ{{0, 0}, {R * 0.7, 0}, {R * 0.9, H * 0.16}, {R, H * 0.38}, {R * 0.86, H * 0.66}, {R * 0.7, H * 0.86}, {R*0.78 + t, H - t}}, 4)[3:]...),
			Curved([]RZ{{0, t * 1.4}, {R*0.72 - t, t * 2}, {R - t, H * 0.38}, {R*0.86 - t, H * 0.66}, {R*0.7 - t, H * 0.86}, {R * 0.76, H - t}}, 4), R*0.8, H)
	case "bottle":
		neck := math.Max(R*0.34, 9)
		return cut(append([]RZ{{0, 0}, {R - 3, 0}, {R, 4}}, Curved([]RZ{{R, H * 0.55}, {R * 0.96, H * 0.62}, {neck * 1.2, H * 0.78}, {neck, H * 0.84}, {neck, H - t}}, 4)...),
			append([]RZ{{0, 6}, {R - t - 3, 6}, {R - t, 10}}, Curved([]RZ{{R - t, H * 0.55}, {R*0.96 - t, H * 0.62}, {neck*1.2 - t, H * 0.78}, {neck - t, H * 0.84}, {neck - t, H - t}}, 4)...), neck, H)
	}
	foot := R * 0.46
	f := math.Max(H*0.05, 1.5)
	return cut(append([]RZ{{0, f}, {foot - 3, f}, {foot - 2, 0}, {foot, 0}}, Curved([]RZ{{foot + 1, f}, {R * 0.72, H * 0.26}, {R * 0.9, H * 0.56}, {R - 0.1, H - t}}, 6)...),
		Curved([]RZ{{0, f + t}, {foot * 0.8, f + t*1.05}, {R*0.72 - t*0.8, H*0.26 + t*0.7}, {R*0.9 - t, H*0.56 + t*0.2}, {R - t, H - t*0.9}}, 6), R, H)
}

// Handle is the loop of a mug or jug from one place of its wall to another, in the plane y = 0 to
// the right: outMm beyond the wall at the most, thickMm thick. Both ends lie in the wall.
func Handle(low, high RZ, outMm, thickMm float64) Mesh {
	var path [][3]float64
	const n = 14
	for i := 0; i <= n; i++ {
		a := math.Pi * (float64(i)/n - 0.5)
		up := (1 + math.Sin(a)) / 2
		path = append(path, [3]float64{low.R + (high.R-low.R)*up + outMm*math.Cos(a) - thickMm*0.4, 0, low.Z + (high.Z-low.Z)*up})
	}
	return Tube(path, thickMm/2, 10)
}

// spoutHalfDeg is how far to either side a spout reaches, and spoutFrom the share of the height
// where it begins.
const spoutHalfDeg, spoutFrom = 26.0, 0.7

// Spouted draws the upper part of a turned jug of a height out toward −x, by outMm at the rim.
func Spouted(m Mesh, hMm, outMm float64) Mesh {
	out := Mesh{P: append(m.P[:0:0], m.P...), T: m.T, Runs: m.Runs, N: append(m.N[:0:0], m.N...)}
	for i, p := range out.P {
		up := (p.Z/hMm - spoutFrom) / (1 - spoutFrom)
		aside := math.Atan2(math.Abs(p.Y), -p.X) * 180 / math.Pi
		if up <= 0 || aside >= spoutHalfDeg || math.Hypot(p.X, p.Y) < 1 {
			continue
		}
		k := up * up * math.Pow(math.Cos(aside/spoutHalfDeg*math.Pi/2), 2)
		r := math.Hypot(p.X, p.Y)
		far := (r + outMm*k) / r
		out.P[i] = vec(p.X*far, p.Y*far, p.Z)
	}
	return out
}
