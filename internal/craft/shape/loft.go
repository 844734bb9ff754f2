package shape

import "math"

// Section is a slice through something long: where its middle lies, how wide it is to either
// side and how high above and below. All mm.
type Section struct {
	Y, X, Z    float64
	HalfX, Up  float64
	Down       float64 // below the middle; Up when it is 0
	RidgeShare float64 // how much the top is drawn to a ridge, share of Up
}

// Loft is a closed surface through sections in the order of their Y: a fish, a joint, a
// drumstick. The first and the last close to their middles.
func Loft(sections []Section, steps int) Mesh {
	var m Mesh
	w := steps + 1
	row := func(s Section, k float64) {
		down := s.Down
		if down == 0 {
			down = s.Up
		}
		for i := 0; i <= steps; i++ {
			sin, cos := math.Sincos(2 * math.Pi * float64(i%steps) / float64(steps))
			z := down * sin
			if sin > 0 {
				z = s.Up * (sin + s.RidgeShare*math.Pow(sin, 9))
			}
			m.P = append(m.P, vec(s.X+k*s.HalfX*cos, s.Y, s.Z+k*z))
		}
	}
	last := len(sections) - 1
	row(sections[0], 0)
	for _, s := range sections {
		row(s, 1)
	}
	row(sections[last], 0)
	rows := len(sections) + 1
	for j := range rows {
		m.band((j+1)*w, j*w, steps)
	}
	m.smooth()
	m.seam(w, rows)
	return m
}

// Ribbon is a soft slice that lies in folds: through places of the plane x = 0 (y, z), as wide to
// either side as half says, thickMm thick.
func Ribbon(path [][2]float64, half func(t float64) float64, thickMm float64, steps int) Mesh {
	var m Mesh
	w, last := steps+1, len(path)-1
	row := func(i int, k float64) {
		a, b := path[max(0, i-1)], path[min(last, i+1)]
		l := math.Max(1e-9, math.Hypot(b[0]-a[0], b[1]-a[1]))
		ny, nz := -(b[1]-a[1])/l, (b[0]-a[0])/l
		x := half(float64(i) / float64(last))
		for j := 0; j <= steps; j++ {
			sin, cos := math.Sincos(2 * math.Pi * float64(j%steps) / float64(steps))
			up := thickMm / 2 * sin * k
			m.P = append(m.P, vec(k*x*cos, path[i][0]+ny*up, path[i][1]+nz*up))
		}
	}
	row(0, 0)
	for i := range path {
		row(i, 1)
	}
	row(last, 0)
	for j := range last + 2 {
		m.band((j+1)*w, j*w, steps)
	}
	m.smooth()
	m.seam(w, last+2)
	return m
}

// along makes sections at even places from 0 to 1, by a rule.
func along(n int, rule func(t float64) Section) []Section {
	out := make([]Section, n)
	for i := range out {
		out[i] = rule(float64(i) / float64(n-1))
	}
	return out
}

// bulge is 0 at both ends and 1 between, round for a power of a half and fuller below it.
func bulge(t, power float64) float64 { return math.Pow(math.Max(0, math.Sin(math.Pi*t)), power) }

// Pool is what has run out flat on z = 0: rMm in the mean, hMm deep, its edge rounded and as
// uneven as uneven, a share of its radius.
func Pool(rMm, hMm, uneven float64, seed int64, steps int) Mesh {
	wave := func(r, _, deg float64) float64 {
		sin, cos := math.Sincos(deg * math.Pi / 180)
		return r * (1 + uneven*(2*Noise(1.4*cos, 1.4*sin, 0, seed)-1))
	}
	return Sector([]RZ{{0, 0}, {rMm * 0.985, 0}, {rMm, hMm * 0.4}, {rMm * 0.975, hMm * 0.8}, {rMm * 0.93, hMm}, {0, hMm}}, 0, 360, steps, wave)
}

// Run is a thread that runs down the outside of something round from its upper edge, and hangs
// in a drop: atDeg is where, clockwise from +y; it begins 0.8 of the way out.
func Run(rMm, topMm, downMm, thickMm, atDeg float64, steps int) Mesh {
	sin, cos := math.Sincos(atDeg * math.Pi / 180)
	var path [][3]float64
	place := func(r, z float64) { path = append(path, [3]float64{r * sin, r * cos, z}) }
	out := rMm + thickMm*0.25
	for _, k := range []float64{0.8, 0.9, 0.96} {
		place(rMm*k, topMm)
	}
	place(out, topMm-thickMm*0.5)
	const parts = 6
	for i := 1; i <= parts; i++ {
		place(out, topMm-thickMm*0.5-(downMm-thickMm*0.5)*float64(i)/parts)
	}
	drop := Ball(thickMm*0.8, thickMm*0.8, thickMm*1.05, 0, 1, 1, max(8, steps)).Moved(0, vec(out*sin, out*cos, topMm-downMm))
	return Join(Tube(path, thickMm/2, max(6, steps/2)), drop)
}

// Swirl is a thread laid in a spiral on z = 0, from near the middle out to rMm, turns times
// about, flattened to hMm.
func Swirl(rMm, turns, thickMm, hMm float64, steps int) Mesh {
	n := int(turns * float64(max(14, steps)))
	var path [][3]float64
	for i := 0; i <= n; i++ {
		t := float64(i) / float64(n)
		sin, cos := math.Sincos(2 * math.Pi * turns * t)
		r := (rMm - thickMm/2) * (0.12 + 0.88*t)
		path = append(path, [3]float64{r * cos, r * sin, 0})
	}
	m := Tube(path, thickMm/2, 8).Stretched(1, 1, hMm/thickMm)
	return m.Moved(0, vec(0, 0, hMm/2))
}
