package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Prism raises an outline (counter-clockwise, seen whole from its middle) along z: its wall and
// its two ends, apart, since crust is not crumb.
func Prism(outline [][2]float64, lengthMm float64) (wall, ends Mesh) {
	n := len(outline)
	for _, z := range []float64{0, lengthMm} {
		for i := 0; i <= n; i++ {
			p := outline[i%n]
			wall.P = append(wall.P, vec(p[0], p[1], z))
		}
	}
	wall.band(0, n+1, n)
	wall.smooth()
	for _, row := range []int{0, n + 1} {
		mean := unit(r3.Add(wall.N[row], wall.N[row+n]))
		wall.N[row], wall.N[row+n] = mean, mean
	}
	var cx, cy float64
	for _, p := range outline {
		cx, cy = cx+p[0]/float64(n), cy+p[1]/float64(n)
	}
	for k, z := range []float64{0, lengthMm} {
		up := r3.Vec{Z: float64(2*k - 1)}
		at := int32(len(ends.P))
		ends.P, ends.N = append(ends.P, vec(cx, cy, z)), append(ends.N, up)
		for _, p := range outline {
			ends.P, ends.N = append(ends.P, vec(p[0], p[1], z)), append(ends.N, up)
		}
		for i := range int32(n) {
			a, b := at+1+i, at+1+(i+1)%int32(n)
			if k == 0 {
				a, b = b, a
			}
			ends.T = append(ends.T, [3]int32{at, a, b})
		}
	}
	return wall, ends
}

// crustLine is a loaf's outline across: a flat foot, sides that lean out a little and a domed
// top with shoulders, wMm wide and hMm high, from z = 0 (as y of the outline).
func crustLine(wMm, hMm float64, points int) [][2]float64 {
	side := hMm * 0.52
	out := [][2]float64{{-wMm * 0.44, 0}, {wMm * 0.44, 0}, {wMm * 0.49, side * 0.6}}
	for i := 0; i <= points; i++ {
		a := math.Pi * float64(i) / float64(points)
		out = append(out, [2]float64{wMm / 2 * math.Cos(a), side + (hMm-side)*math.Pow(math.Max(0, math.Sin(a)), 0.8)})
	}
	return append(out, [2]float64{-wMm * 0.49, side * 0.6})
}

// Loaf lies along y about the origin, its foot on z = 0: lMm long, wMm wide, hMm high, with
// cuts slices of thickMm that have fallen away from its near end. Crust is the skin, crumb what
// a knife shows.
func Loaf(lMm, wMm, hMm float64, cuts int, thickMm float64, seed int64, steps int) (crust, crumb Mesh) {
	line := crustLine(wMm, hMm, max(8, steps/3))
	// An outline's y is up: the prism is laid down along y.
	lay := func(m Mesh) Mesh {
		out := Mesh{T: m.T, P: make([]r3.Vec, len(m.P)), N: make([]r3.Vec, len(m.N))}
		turn := func(v r3.Vec) r3.Vec { return vec(v.X, -v.Z, v.Y) }
		for i := range m.P {
			out.P[i], out.N[i] = turn(m.P[i]), turn(m.N[i])
		}
		return out
	}
	fallen := float64(cuts) * thickMm
	whole := math.Max(lMm-fallen*1.9, lMm*0.3)
	wall, ends := Prism(line, whole)
	crust, crumb = lay(wall).Moved(0, vec(0, lMm/2, 0)), lay(ends).Moved(0, vec(0, lMm/2, 0))
	at := lMm/2 - whole
	for i := range cuts {
		w, e := Prism(line, thickMm)
		lean := 18 + 16*float64(i+1)/float64(cuts) + 6*Hash(int64(i), 1, 0, seed)
		place := func(m Mesh) Mesh {
			return lay(m).Tilted(-lean).Moved(3*(Hash(int64(i), 2, 0, seed)-0.5), vec(2*(Hash(int64(i), 3, 0, seed)-0.5), at, 0))
		}
		crust, crumb = Join(crust, place(w)), Join(crumb, place(e))
		at -= (lMm - whole - hMm*math.Sin(lean*math.Pi/180)*0.2) / float64(cuts+1)
	}
	return crust, crumb
}

// Toast is one slice lying on z = 0 about the origin.
func Toast(wMm, dMm, thickMm float64, steps int) (crust, crumb Mesh) {
	line := crustLine(wMm, dMm, max(8, steps/3))
	for i := range line {
		line[i][1] -= dMm / 2
	}
	return Prism(line, thickMm)
}
