package light

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// A window shows in a silver card to one side of the mirror's way, where light comes in flatter than it leaves and the
// lobe falls by half from one edge of the window to its middle: against a sum over places of the card and of the window.
func TestAGlossToOneSideAgainstASum(t *testing.T) {
	w := Window{Rect: Upright(r3.Vec{X: -852, Y: 402, Z: 1094}, 901, 504, 103.9, 0), Glass: 0.8, Sky: EvenSky(White(5000))}
	card := Panel{Rect: Upright(r3.Vec{X: 726, Y: 741, Z: 131}, 229, 252, 197, -3), Front: Surface{Gloss: White(0.7), Lobe: 25}}
	e := NewEngine(Set{Windows: []Window{w}, Panels: []Panel{card}}, Fine)
	p, n, out := r3.Vec{X: 800, Y: 450, Z: 0.01}, card.Rect.Normal(), w.Normal()
	want := 0.0
	const places, parts = 100, 30
	of := func(q Rect, k, n int) r3.Vec {
		return q.At((2*float64(k%n)+1)/float64(n)-1, (2*float64(k/n)+1)/float64(n)-1)
	}
	for k := range places * places {
		x := of(card.Rect, k, places)
		d := r3.Sub(x, p)
		r2 := r3.Norm2(d)
		to := r3.Scale(-1/math.Sqrt(r2), d)
		leaves := r3.Dot(to, n)
		if leaves <= 0 {
			continue
		}
		gives := leaves * d.Z / math.Sqrt(r2) / r2 * card.AreaMm2() / (places * places)
		mirrored := r3.Sub(r3.Scale(2*leaves, n), to)
		for i := range parts * parts {
			v := r3.Sub(of(w.Rect, i, parts), x)
			angle := w.AreaMm2() / (parts * parts) / r3.Norm2(v)
			v = r3.Unit(v)
			if comes := r3.Dot(v, n); comes > 0 {
				want += gives * angle * -r3.Dot(v, out) * 0.8 * 5000 * 0.7 * math.Min(1, comes/leaves) * 26 / (2 * math.Pi) * math.Pow(math.Max(0, r3.Dot(mirrored, v)), 25)
			}
		}
	}
	assert.InEpsilon(t, want, e.At(p, up).Card.R, 0.02)
	assert.Greater(t, want, 5.0)
}
