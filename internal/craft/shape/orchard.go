package shape

import "math"

// pearLine is how wide half a pear is to either side along its length, from its eye to its
// stalk, as shares of that length.
var pearLine = []float64{0, 0.15, 0.235, 0.285, 0.31, 0.315, 0.305, 0.28, 0.245, 0.205, 0.17, 0.145, 0.125, 0.11, 0.09, 0.05, 0}

// pearAt is pearLine between its places.
func pearAt(t float64) float64 {
	last := len(pearLine) - 1
	at := math.Min(math.Max(t, 0), 1) * float64(last)
	i := min(int(at), last-1)
	k := at - float64(i)
	return pearLine[i]*(1-k) + pearLine[i+1]*k
}

// Pear is half a pear lying on its back, its cut face up: lMm from the eye, toward −y, to the
// stalk. Its pips lie about its core.
func Pear(lMm float64, pips int, seed int64, steps int) (flesh, skin, core Mesh) {
	deep := lMm * 0.3
	half := func(share, up, down float64) Mesh {
		return Loft(along(2*steps+6, func(t float64) Section {
			w := lMm * pearAt(0.01+0.98*t)
			return Section{Y: lMm * share * (t - 0.5), HalfX: share * w, Z: deep, Up: up, Down: down * w}
		}), steps)
	}
	thin := math.Max(0.3, lMm*0.012)
	skin = half(1, thin, 0.95)
	flesh = half(0.93, 2.2*thin, 0.1)
	all := []Mesh{Tube([][3]float64{{0, -lMm * 0.34, deep + 2.1*thin}, {0, lMm * 0.1, deep + 2.1*thin}, {0, lMm * 0.46, deep + 2*thin}}, lMm*0.007, 5)}
	for i := range pips {
		side := float64(2*(i%2) - 1)
		all = append(all, Ball(lMm*0.016, lMm*0.04, lMm*0.014, 0, 1, seed, 8).Moved(-14*side, vec(side*lMm*0.035, -lMm*(0.17-0.07*float64(i/2)), deep+2.3*thin)))
	}
	return flesh, skin, Join(all...)
}

// PearFan is half a pear on its cut face, sliced across and pushed over so that each slice leans
// on the one before: lMm from the eye, toward −y, to the stalk.
func PearFan(lMm float64, slices, steps int) Mesh {
	const each = 4 // sections of a slice
	n := each*slices + 1
	return Loft(along(n, func(t float64) Section {
		w := lMm * pearAt(0.02+0.96*t)
		within := math.Mod(t*float64(slices), 1) // from the edge that shows to the one beneath the next
		return Section{Y: lMm * (t - 0.5), HalfX: w * (1 - 0.03*within), Up: 0.68 * w * (1 - 0.2*within), Down: 0.02 * w, Z: 0.02 * w}
	}), steps)
}

// Crescent is a thin slice of half a fruit lying on z = 0, its straight side along x toward −y:
// rMm from the middle of that side to the skin, hMm thick. The skin is a rim of its own.
func Crescent(rMm, hMm float64, steps int) (flesh, skin Mesh) {
	arc := func(r float64) (out [][2]float64) {
		for i := 0; i <= steps; i++ {
			sin, cos := math.Sincos(math.Pi * float64(i) / float64(steps))
			out = append(out, [2]float64{r * cos, r * sin * 0.94})
		}
		return out
	}
	in := arc(rMm * 0.955)
	// The core was cut out: the straight side has a hollow.
	in = append(in, [2]float64{-rMm * 0.3, rMm * 0.03}, [2]float64{0, rMm * 0.13}, [2]float64{rMm * 0.3, rMm * 0.03})
	var path [][3]float64
	for _, p := range arc(rMm * 0.965) {
		path = append(path, [3]float64{p[0], p[1], hMm / 2})
	}
	return Extrude(in, hMm, hMm*0.2), Tube(path, hMm*0.52, 6)
}

// fruit is a whole fruit about the axis: a line from the middle of its foot to the middle of its top, no
// rounder than it grew. lobes, a share, is how far five ribs stand out toward its foot.
func fruit(line []RZ, lobes, uneven, lumpMm float64, seed int64, steps int) Mesh {
	var m Mesh
	last := len(line) - 1
	for j, p := range line {
		low := 1 - float64(j)/float64(last)
		for i := 0; i <= steps; i++ {
			deg := 2 * math.Pi * float64(i%steps) / float64(steps)
			sin, cos := math.Sincos(deg)
			k := 1 + lobes*low*math.Cos(5*deg) + uneven*(2*Noise(p.R*cos/lumpMm, p.R*sin/lumpMm, p.Z/lumpMm, seed)-1)
			m.P = append(m.P, vec(k*p.R*cos, k*p.R*sin, p.Z))
		}
	}
	m.round(last, steps)
	return m
}

// grown leans a whole fruit by deg and lays it on z = 0, with what belongs to it.
func grown(deg float64, parts ...Mesh) []Mesh {
	for i := range parts {
		parts[i] = parts[i].Tilted(deg)
	}
	lo, _ := parts[0].Bounds()
	for i := range parts {
		parts[i] = parts[i].Moved(0, vec(0, 0, -lo.Z))
	}
	return parts
}

// Apple is a whole apple or quince, wMm across, leaning by deg on z = 0: dimpled at its stalk and at its eye.
func Apple(wMm, deg float64, seed int64, steps int) (skin, stalk Mesh) {
	r, h := wMm/2, wMm*0.44
	var line []RZ
	n := max(8, steps*2/3)
	for j := 0; j <= n; j++ {
		sin, cos := math.Sincos(math.Pi * float64(j) / float64(n))
		away := math.Pow(sin, 0.86)
		z := -h * cos
		if cos > 0 {
			z += 0.24 * h * math.Exp(-away*away/0.1)
		} else {
			z -= 0.42 * h * math.Exp(-away*away/0.11)
		}
		line = append(line, RZ{R: r * away * (1 - 0.07*cos), Z: z})
	}
	line[0].R, line[n].R = 0, 0
	foot, top := line[0].Z, line[n].Z
	skin = fruit(line, 0.03, 0.05, wMm*0.45, seed, steps)
	lo, hi := skin.Bounds()
	skin = skin.Stretched(wMm/(hi.X-lo.X), wMm/(hi.X-lo.X), 1)
	lean := wMm * 0.1 * (Hash(1, 2, 0, seed) - 0.5)
	stalk = Tube([][3]float64{{0, 0, top - 0.02*wMm}, {lean * 0.3, 0, top + 0.1*wMm}, {lean, lean * 0.5, top + 0.22*wMm}}, wMm*0.02, 6)
	eye := Ball(wMm*0.06, wMm*0.06, wMm*0.03, 0.4, wMm*0.03, seed, 8).Moved(0, vec(0, 0, foot-0.005*wMm))
	of := grown(deg, skin, Join(stalk, eye))
	return of[0], of[1]
}

// WholePear is a pear that stands, leaning by deg, tall mm from its foot to where its stalk begins.
func WholePear(tall, deg float64, seed int64, steps int) (skin, stalk Mesh) {
	wMm := 2 * 0.315 * tall // across its belly, as pearLine has it
	var line []RZ
	n := max(10, steps)
	for j := 0; j <= n; j++ {
		t := (1 - math.Cos(math.Pi*float64(j)/float64(n))) / 2 // closer at both ends
		p := RZ{R: tall * pearAt(t), Z: tall * t}
		if t < 0.1 { // the foot is drawn in at its eye
			p.Z += tall * 0.05 * math.Exp(-p.R*p.R/(0.006*tall*tall))
		}
		line = append(line, p)
	}
	line[0].R, line[n].R = 0, 0
	skin = fruit(line, 0.015, 0.035, wMm*0.5, seed, steps)
	lo, hi := skin.Bounds()
	skin = skin.Stretched(wMm/(hi.X-lo.X), wMm/(hi.X-lo.X), 1)
	bend := wMm * 0.16 * (Hash(1, 2, 0, seed) - 0.3)
	for i, p := range skin.P { // its neck is seldom straight
		k := math.Max(0, p.Z/tall-0.4)
		skin.P[i].X += bend * k * k * 2
	}
	skin.smooth()
	skin.seam(steps+1, n)
	end := bend * 0.72
	stalk = Tube([][3]float64{{end, 0, tall * 0.97}, {end * 1.1, 0, tall * 1.06}, {end*1.3 + 0.03*wMm, 0.02 * wMm, tall * 1.15}}, wMm*0.022, 6)
	of := grown(deg, skin, stalk)
	return of[0], of[1]
}
