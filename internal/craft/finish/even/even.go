// Package even brings the frames of a series together: how light each is, what its white is and how hard it is, read on its
// ground, and the steps that make it as a frame is that they are to follow (handbook G1, H4).
package even

import (
	"image"
	"math"
	"slices"

	"figladder/internal/craft/finish/look"

	"github.com/lucasb-eyer/go-colorful"
)

// Read is what is measured of a frame.
type Read struct {
	Ground [3]float64 // mean light of its ground, linear sRGB
	Hero   float64    // mean luminance of the hero
	Spread float64    // stops between what is darker than all but a thirtieth of it and what is lighter
	tones  []float64  // its luminances, stops from mid-grey, in order
}

// How a ground is found (values of our own): what is within so many stops of its middle counts, and the middle is looked for
// so many times.
const (
	nearStops = 0.6
	rounds    = 6
	samples   = 60_000
	black     = 4.0 / 255
	clipped   = 251.0 / 255
	tail      = 0.03
	kept      = 2000 // of its tones, evenly by rank: as much as their shares are told by
)

// Of reads a frame. What lies outside the hero is taken for its ground: what most of it is like, so that a prop there does not
// count. ok is false where next to nothing of it can be read.
func Of(img image.Image, hero look.Box) (r Read, ok bool) {
	b := img.Bounds()
	every := max(1, int(math.Sqrt(float64(b.Dx()*b.Dy())/samples)))
	var ground [3][]float64
	var heroes float64
	for y := b.Min.Y + every/2; y < b.Max.Y; y += every {
		for x := b.Min.X + every/2; x < b.Max.X; x += every {
			cr, cg, cb, _ := img.At(x, y).RGBA()
			v := [3]float64{float64(cr) / 65535, float64(cg) / 65535, float64(cb) / 65535}
			l := [3]float64{look.Linear(v[0]), look.Linear(v[1]), look.Linear(v[2])}
			lum := luminance(l)
			fx, fy := (float64(x-b.Min.X)+0.5)/float64(b.Dx()), (float64(y-b.Min.Y)+0.5)/float64(b.Dy())
			in := fx >= hero.X && fx <= hero.X+hero.W && fy >= hero.Y && fy <= hero.Y+hero.H
			if in {
				r.Hero += lum
				heroes++
			}
			if max(v[0], v[1], v[2]) >= clipped || min(v[0], v[1], v[2]) <= black {
				continue
			}
			r.tones = append(r.tones, math.Log2(lum/look.Grey))
			if !in {
				for c := range ground {
					ground[c] = append(ground[c], math.Log2(l[c]))
				}
			}
		}
	}
	r.Hero /= math.Max(1, heroes)
	if len(ground[0]) < 50 {
		return r, false
	}
	slices.Sort(r.tones)
	r.Spread = at(r.tones, 1-tail) - at(r.tones, tail)
	r.Ground = middle(ground)
	r.tones = ranks(r.tones)
	return r, true
}

// ranks are so many of sorted values that their shares stay: a reading that is remembered is not the size of a picture.
func ranks(sorted []float64) []float64 {
	if len(sorted) <= kept {
		return sorted
	}
	out := make([]float64, kept)
	for i := range out {
		out[i] = sorted[i*(len(sorted)-1)/(kept-1)]
	}
	return out
}

// middle is the mean of what lies together: from the median on, what is far from the last middle is left out.
func middle(logs [3][]float64) (mean [3]float64) {
	var m [3]float64
	for c := range logs {
		s := slices.Sorted(slices.Values(logs[c]))
		m[c] = at(s, 0.5)
	}
	for range rounds {
		var sum [3]float64
		n := 0.0
		for i := range logs[0] {
			if max(math.Abs(logs[0][i]-m[0]), math.Abs(logs[1][i]-m[1]), math.Abs(logs[2][i]-m[2])) > nearStops {
				continue
			}
			for c := range sum {
				sum[c] += logs[c][i]
			}
			n++
		}
		if n < 10 {
			break
		}
		for c := range m {
			m[c] = sum[c] / n
		}
	}
	for c := range mean {
		mean[c] = math.Exp2(m[c])
	}
	return mean
}

// at is the value below which a share of what is in order lies.
func at(sorted []float64, share float64) float64 {
	f := share * float64(len(sorted)-1)
	i := min(int(f), len(sorted)-1)
	j := min(i+1, len(sorted)-1)
	return sorted[i] + (f-float64(i))*(sorted[j]-sorted[i])
}

func luminance(l [3]float64) float64 { return 0.2126*l[0] + 0.7152*l[1] + 0.0722*l[2] }

// Apart is how far two frames are from one another: their grounds in CIEDE2000, their heroes in stops.
func Apart(a, b Read) (groundDE, heroStops float64) {
	return 100 * screen(a.Ground).DistanceCIEDE2000(screen(b.Ground)), math.Log2(math.Max(a.Hero, 1e-5) / math.Max(b.Hero, 1e-5))
}

func screen(l [3]float64) colorful.Color { return colorful.LinearRgb(l[0], l[1], l[2]).Clamped() }
