package optics

import "math"

// Bracket returns the focus distances (mm, nearest first) of a stack of frames that are
// sharp from near to far at an f-number and blur limit c, each overlapping the last by
// the share overlap (0 to 0.9) of its own depth. It is an error when near is not beyond
// the focal length. At most so many frames are given as most; the last then falls short.
//
// The next focus u is where the near end u f²/(f² + N c (u−f)) meets what is sharp
// already: u = n (f² − N c f) / (f² − N c n).
func Bracket(focalMm, fNumber, confusionMm, nearMm, farMm, overlap float64, most int) ([]float64, error) {
	if !(nearMm > focalMm) || !(farMm > nearMm) {
		return nil, ErrTooClose
	}
	f2, k := focalMm*focalMm, fNumber*confusionMm
	var out []float64
	at := nearMm
	for len(out) < most {
		if f2 <= k*at { // all the rest is sharp from here
			out = append(out, at*1.0)
			return out, nil
		}
		u := at * (f2 - k*focalMm) / (f2 - k*at)
		out = append(out, u)
		d := DepthOfField(focalMm, fNumber, confusionMm, u)
		if math.IsInf(d.FarMm, 1) || d.FarMm >= farMm {
			return out, nil
		}
		at = d.FarMm - overlap*d.LengthMm()
	}
	return out, nil
}

// CombinedMm is the blur of defocus and diffraction together, √(defocus² + Airy²), mm on
// the sensor.
func CombinedMm(defocusMm, airyMm float64) float64 { return math.Hypot(defocusMm, airyMm) }
