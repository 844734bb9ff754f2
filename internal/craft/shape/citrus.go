package shape

import "math"

// Citrus is a slice of a citrus fruit lying on z = 0: its rind, the white pith with the skins
// between the segments, and the flesh, which stands a little proud where the knife went.
func Citrus(rMm, thickMm float64, segments, steps int) (rind, pith, flesh Mesh) {
	skin, white := math.Max(0.7, rMm*0.05), math.Max(1, rMm*0.09)
	rind = Sector([]RZ{{rMm - skin, 0}, {rMm * 0.985, 0}, {rMm, thickMm * 0.5}, {rMm * 0.985, thickMm}, {rMm - skin, thickMm}}, 0, 360, steps, nil)
	pith = Sector(ring(0, rMm-skin, thickMm*0.04, thickMm*0.94), 0, 360, steps, nil)
	reach := rMm - skin - white
	gap := math.Max(0.5, rMm*0.022)
	for i := range segments {
		flesh = Join(flesh, segment(reach, gap, thickMm, segments).Moved(360*float64(i)/float64(segments), vec(0, 0, 0)))
	}
	return rind, pith, flesh
}

// segment is one, along +y: rounded where the pith was, pointed toward the middle.
func segment(reach, gap, thick float64, of int) Mesh {
	half := math.Pi / float64(of)
	in := gap/math.Sin(half) + reach*0.06
	var line [][2]float64
	const arc = 8
	line = append(line, [2]float64{0, in})
	for i := 0; i <= arc; i++ { // from its right to its left: counter-clockwise
		a := -half + 2*half*float64(i)/arc
		k := 1.0
		if i == 0 || i == arc {
			k = 0.95
		}
		x, y := k*reach*math.Sin(-a), k*reach*math.Cos(a)
		// Drawn in from the skins on both sides.
		x -= gap * sign(x) * math.Cos(half)
		line = append(line, [2]float64{x, y})
	}
	return Extrude(line, thick, thick*0.12)
}

func sign(v float64) float64 {
	switch {
	case v > 0:
		return 1
	case v < 0:
		return -1
	}
	return 0
}
