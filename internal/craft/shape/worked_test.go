package shape

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// crossings follows a ray through a mesh: how many faces it meets, and whether from outside and from inside by turns.
func crossings(m *Mesh, o, d r3.Vec) (n int, inTurn bool) {
	type met struct {
		t   float64
		out bool
	}
	var all []met
	for _, t := range m.T {
		a, e1, e2 := m.P[t[0]], r3.Sub(m.P[t[1]], m.P[t[0]]), r3.Sub(m.P[t[2]], m.P[t[0]])
		h := r3.Cross(d, e2)
		det := r3.Dot(e1, h)
		if math.Abs(det) < 1e-12 {
			continue
		}
		s := r3.Sub(o, a)
		u := r3.Dot(s, h) / det
		q := r3.Cross(s, e1)
		v := r3.Dot(d, q) / det
		if at := r3.Dot(e2, q) / det; u >= 0 && v >= 0 && u+v <= 1 && at > 0 {
			all = append(all, met{at, det < 0})
		}
	}
	for i := range all {
		for k := range i {
			if all[i].t < all[k].t {
				all[i], all[k] = all[k], all[i]
			}
		}
	}
	inTurn = true
	for i := range all {
		inTurn = inTurn && all[i].out == (i%2 == 1)
	}
	return len(all), inTurn
}

// A worked outside stays a closed wall, reaches as far as a plain one, and takes away what its grooves say.
func TestAWorkedOutsideIsClosedAndKeepsItsSize(t *testing.T) {
	for _, kind := range []string{"glass", "jar", "mug", "bottle", "jug"} {
		v := VesselOf(kind, 80, 120, 0)
		plain := Revolve(v.Profile(), 40)
		for _, how := range []string{Ribbed, CutFacets} {
			m := Worked(v.Profile(), len(v.Outer), kind, how, 3, 40)
			assert.Equal(t, len(plain.T) < len(m.T), true, "%s %s", kind, how)
			lo, hi := m.Bounds()
			wantLo, wantHi := plain.Bounds()
			assert.InDelta(t, wantLo.Z, lo.Z, 1e-9)
			assert.InDelta(t, wantHi.Z, hi.Z, 1e-9)
			assert.InEpsilon(t, wantHi.X-wantLo.X, hi.X-lo.X, 0.01, "%s %s", kind, how)
			rng := rand.New(rand.NewPCG(1, 2))
			wrong, met := 0, 0
			for range 800 {
				o := r3.Vec{X: 300*rng.Float64() - 150, Y: -400, Z: 200*rng.Float64() - 40}
				d := unit(r3.Sub(r3.Vec{X: 80*rng.Float64() - 40, Y: 80*rng.Float64() - 40, Z: 120 * rng.Float64()}, o))
				n, inTurn := crossings(&m, o, d)
				if n > 0 {
					met++
				}
				if n%2 != 0 || !inTurn {
					wrong++
				}
			}
			assert.Greater(t, met, 500)
			assert.LessOrEqual(t, wrong, 1, "%s %s: %d of %d rays find a hole", kind, how, wrong, met)
			// By hand: ribs take half of their depth on the mean, facets two thirds, as each has one corner of three that
			// keeps the radius; both end rows take half of it. A circle of more steps holds more.
			from, to, _ := workedBetween(kind, how)
			deep := math.Min(workedDeep*3, workedMost)
			around := float64(WorkedSteps(kind, how, hi.X-lo.X, 40))
			polygon := func(n float64) float64 { return n / 2 * math.Sin(2*math.Pi/n) }
			ends := (to - from) * 120 / float64(WorkedRows(kind, how, 120))
			share := 2.0 / 3
			if how == Ribbed {
				ends, share = 3, 1.0/2
			}
			want := 0.0
			const steps = 400
			for i := range steps {
				z := (from + (to-from)*(float64(i)+0.5)/steps) * 120
				r, dz := v.OutsideAt(z).R, (to-from)*120/steps
				at := math.Min(1, math.Min(z-from*120, to*120-z)/ends)
				want += dz * (2*math.Pi*r*deep*share*at - r*r*(polygon(around)-polygon(40)))
			}
			assert.InEpsilon(t, want, volume(plain)-volume(m), 0.06, "%s %s", kind, how)
		}
	}
	assert.Equal(t, len(Revolve(VesselOf("plate", 80, 120, 0).Profile(), 40).T), len(Worked(VesselOf("plate", 80, 120, 0).Profile(), 5, "plate", Ribbed, 3, 40).T))
}
