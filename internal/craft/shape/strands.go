package shape

import "math"

// Noodles are strands twirled into a nest on z = 0, within rMm and about as high as hMm.
func Noodles(rMm, hMm, thickMm float64, strands int, seed int64, steps int) Mesh {
	var all []Mesh
	points := max(18, steps)
	for i := range strands {
		h := func(k int64) float64 { return Hash(int64(i), k, 7, seed) }
		up := (float64(i) + 0.5) / float64(strands) // from the foot to the top
		ring := (rMm - thickMm) * (0.1 + 0.87*math.Sqrt(h(1))) * math.Sqrt(1-0.72*up*up)
		tilt, turn := 0.28*(h(2)-0.5), 2*math.Pi*h(3)
		round := 0.7 + 0.9*h(4) // of a whole turn
		off := 0.16 * rMm * (1 - up)
		ox, oy := off*(h(5)-0.5), off*(h(6)-0.5)
		var path [][3]float64
		for k := range points {
			t := float64(k) / float64(points-1)
			a := turn + 2*math.Pi*round*t
			r := ring * (0.9 + 0.1*math.Sin(3*a+6*h(8)))
			z := thickMm/2 + (hMm-thickMm)*up*0.94 + tilt*r*math.Cos(a-turn) + 0.6*thickMm*math.Sin(5*a+6*h(9))
			x, y := ox+r*math.Cos(a), oy+r*math.Sin(a)
			if over := math.Hypot(x, y) / (rMm - thickMm/2); over > 1 {
				x, y = x/over, y/over
			}
			path = append(path, [3]float64{x, y, math.Min(hMm-thickMm/2, math.Max(thickMm/2, z))})
		}
		all = append(all, Tube(path, thickMm/2, 6))
	}
	return Strewn(all...)
}

// Ruffle is a leaf of lettuce as it lies in a bun: a ring that waves, reaching rMm.
func Ruffle(rMm, waveMm float64, waves int, seed int64, steps int) Mesh {
	var m Mesh
	n := max(steps, 8*waves)
	const rows = 4
	for j := 0; j <= rows; j++ {
		t := float64(j) / rows
		for i := 0; i <= n; i++ {
			a := 2 * math.Pi * float64(i%n) / float64(n)
			w := math.Sin(float64(waves)*a+2*Noise(4*math.Cos(a), 4*math.Sin(a), 0, seed)) * waveMm * t * t
			r := rMm * (0.55 + 0.45*t) * (1 - 0.05*t*(1+math.Sin(float64(waves)*1.3*a)))
			m.P = append(m.P, vec(r*math.Cos(a), r*math.Sin(a), waveMm+w))
		}
	}
	for j := range rows {
		m.band((j+1)*(n+1), j*(n+1), n)
	}
	m.smooth()
	return m
}

// Salad is a leaf of salad along +y from the origin: broad toward its round tip, cupped, its edge
// frilled by frill, a share of its half width, about a pale rib.
func Salad(lengthMm, widthMm, frill float64, seed int64, steps int) Mesh {
	return blade(lengthMm, widthMm, frill, seed, steps, func(t float64) float64 {
		return math.Pow(math.Sin(math.Pi*math.Min(1, 0.06+0.92*math.Pow(t, 1.35))), 0.6)
	})
}

// Lobed is a narrow leaf along +y from the origin: a stalk, then lobes either side, the last the largest.
func Lobed(lengthMm, widthMm float64, seed int64, steps int) Mesh {
	return blade(lengthMm, widthMm, 0.06, seed, max(22, steps), func(t float64) float64 {
		if t < 0.3 {
			return 0.13
		}
		u := (t - 0.3) / 0.7
		lobe := math.Abs(math.Sin(math.Pi * 2.5 * u))
		return 0.13 + (0.4+0.78*u)*lobe*math.Min(1, 6*(1-u)+0.1) // one at the widest
	})
}

// Rib is the pale rib of a Salad leaf of that size, on its face.
func Rib(lengthMm, widthMm float64) Mesh {
	const parts = 8
	var path [][3]float64
	for i := range parts {
		t := 0.86 * float64(i) / (parts - 1)
		path = append(path, [3]float64{0, lengthMm * t, 0.16*lengthMm*math.Sin(math.Pi*t) + widthMm*0.012*(1-t)})
	}
	return Tube(path, widthMm*0.045, 6)
}

// blade is a leaf whose half width at a share of its length is a share of the half of widthMm.
func blade(lengthMm, widthMm, frill float64, seed int64, steps int, wide func(t float64) float64) Mesh {
	var m Mesh
	rows, cols := max(9, steps), max(8, steps/2)
	for j := 0; j <= rows; j++ {
		t := float64(j) / float64(rows)
		half := widthMm / 2 * wide(t)
		for i := 0; i <= cols; i++ {
			s := 2*float64(i)/float64(cols) - 1
			edge := s * s * math.Abs(s)
			wave := math.Sin(31*t+5*Noise(t*4, s*2, 0, seed)) * frill * half * edge * 0.55
			rough := 1 + 0.1*edge*math.Sin(19*t+3)
			rib := -0.05 * half * math.Exp(-s*s*90)
			m.P = append(m.P, vec(s*half*rough, lengthMm*t, 0.32*half*s*s+wave+rib+0.16*lengthMm*math.Sin(math.Pi*t)))
		}
	}
	for j := range rows {
		m.band(j*(cols+1), (j+1)*(cols+1), cols)
	}
	m.smooth()
	return m
}
