package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// How a knife leaves a coat of icing while the cake is turned under it: a groove that climbs one pitch a turn and ends in
// the middle of the top, and how much of the coat it takes.
const (
	groovePitchMm = 14
	grooveDeep    = 0.45
)

// station is a place of a coat's outline: on its outside, the way out from there, and on its inside.
type station struct{ out, way, in RZ }

// icingLine is the outline of a coat from its foot to the middle of the top, its edge rounded.
func icingLine(rMm, hMm, inMm, topMm float64, steps int) []station {
	edge := math.Min(1.6*(rMm-inMm), math.Min(hMm, rMm)/3)
	apart := math.Max(2, 100/float64(steps)) // of stations, mm
	side, over := hMm-edge, rMm-edge
	var all []station
	n := max(3, int(side/apart))
	for i := range n {
		e := float64(i) / float64(n)
		all = append(all, station{RZ{rMm, side * e}, RZ{1, 0}, RZ{inMm, topMm * e}})
	}
	const arc = 6
	for i := range arc {
		sin, cos := math.Sincos(math.Pi / 2 * float64(i) / arc)
		all = append(all, station{RZ{over + edge*cos, side + edge*sin}, RZ{cos, sin}, RZ{inMm, topMm}})
	}
	n = max(3, int(over/apart))
	for i := range n + 1 {
		e := 1 - float64(i)/float64(n)
		all = append(all, station{RZ{over * e, hMm}, RZ{0, 1}, RZ{inMm * e, topMm}})
	}
	return all
}

// icing is a coat over a round cake from one bearing to another, degrees clockwise from +y, as a knife left it: rMm and
// hMm outside, inMm and topMm where the cake begins.
func icing(rMm, hMm, inMm, topMm, fromDeg, toDeg float64, steps int) Mesh {
	line := icingLine(rMm, hMm, inMm, topMm, steps)
	deep := grooveDeep * math.Min(rMm-inMm, hMm-topMm)
	n := max(3, int(math.Ceil(float64(steps)*(toDeg-fromDeg)/360)))
	whole := toDeg-fromDeg >= 360-1e-9
	bearing := func(k int) float64 { return (fromDeg + (toDeg-fromDeg)*float64(k)/float64(n)) * math.Pi / 180 }
	place := func(p RZ, a float64) r3.Vec {
		sin, cos := math.Sincos(a)
		return vec(p.R*sin, p.R*cos, p.Z)
	}
	along := 0.0
	var outside, inside Mesh
	for i, s := range line {
		if i > 0 {
			along += math.Hypot(s.out.R-line[i-1].out.R, s.out.Z-line[i-1].out.Z)
		}
		for k := range n + 1 {
			a := bearing(k)
			sin, cos := math.Sincos(a)
			turn := 2*math.Pi*along/groovePitchMm + a + 2.5*Noise(sin*2.2, cos*2.2, along/30, 5)
			d := deep * math.Abs(math.Sin(turn/2)) * math.Min(1, s.out.R/25) // a knife is lifted in the middle
			outside.P = append(outside.P, place(RZ{s.out.R - d*s.way.R, s.out.Z - d*s.way.Z}, a))
			inside.P = append(inside.P, place(s.in, a))
		}
	}
	w := int32(n + 1)
	for i := range int32(len(line) - 1) {
		pole := i == int32(len(line)-2) // where the next row is one place
		stays := line[i].in == line[i+1].in
		for k := range int32(n) {
			a, b := i*w+k, i*w+k+1
			outside.T = append(outside.T, [3]int32{a, a + w, b})
			if !stays {
				inside.T = append(inside.T, [3]int32{a, b, a + w})
			}
			if !pole {
				outside.T = append(outside.T, [3]int32{b, a + w, b + w})
				if !stays {
					inside.T = append(inside.T, [3]int32{b, b + w, a + w})
				}
			}
		}
	}
	outside.smooth()
	inside.smooth()
	if whole {
		for i := range line {
			first, last := i*(n+1), i*(n+1)+n
			mean := unit(r3.Add(outside.N[first], outside.N[last]))
			outside.N[first], outside.N[last] = mean, mean
		}
	}
	// Where it stands, and where it is cut: a ladder between outside and inside.
	var foot Mesh
	for k := range n + 1 {
		foot.P = append(foot.P, inside.P[k], outside.P[k])
	}
	for k := range int32(n) {
		foot.T = append(foot.T, [3]int32{2 * k, 2*k + 1, 2*k + 2}, [3]int32{2*k + 2, 2*k + 1, 2*k + 3})
	}
	foot.smooth()
	all := Join(outside, inside, foot)
	if whole {
		return all
	}
	for _, k := range []int{0, n} {
		var cut Mesh
		for i := range line {
			cut.P = append(cut.P, inside.P[i*(n+1)+k], outside.P[i*(n+1)+k])
		}
		for i := range int32(len(line) - 1) {
			rungs := [][3]int32{{2 * i, 2*i + 2, 2*i + 1}, {2*i + 2, 2*i + 3, 2*i + 1}}
			if line[i].in == line[i+1].in {
				rungs = rungs[1:] // its inside is a corner here
			}
			for _, t := range rungs {
				if k > 0 {
					t[1], t[2] = t[2], t[1]
				}
				cut.T = append(cut.T, t)
			}
		}
		cut.smooth()
		all = Join(all, cut)
	}
	return all
}
