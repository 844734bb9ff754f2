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
