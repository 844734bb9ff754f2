package preview

import (
	"context"
	"math"
	"testing"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shape"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// rod is a rod of water that stands on a white table.
func rod(set light.Set, radius, foot, high float64) *stage {
	s := emptyStage(set)
	s.parts = append(s.parts, part{stuff: scene.Stuff{Colour: light.White(1)}, object: -1})
	s.rect(light.Rect{U: r3.Vec{X: 1000}, V: r3.Vec{Y: 1000}}, int32(len(s.parts)-1))
	s.add(shape.Revolve([]shape.RZ{{R: 0, Z: foot}, {R: radius, Z: foot}, {R: radius, Z: foot}, {R: radius, Z: high}, {R: radius, Z: high}, {R: 0, Z: high}}, 360), scene.Stuff{Clear: true, Front: 1, Back: 1.333}, 0)
	return s.done()
}

// Sun through a rod of water: seen from above, rays keep to a plane in which the index is √(n² − sin²h) / cos h
// (Bravais), so light across the table is that of rays in the plane, each followed by hand.
func TestTheSunThroughARodDrawsItsLine(t *testing.T) {
	const radius, n, deg = 20.0, 1.333, 40.0
	sin, cos := math.Sincos(deg * math.Pi / 180)
	toward := r3.Vec{X: -cos, Z: sin}
	window := light.Window{Rect: light.Upright(r3.Vec{X: -900, Z: 900}, 1200, 1800, 90, 0), Glass: 1, Sky: light.EvenSky{}}
	s := rod(light.Set{Windows: []light.Window{window}, Sun: &light.Sun{Toward: toward, Lux: light.White(50_000)}}, radius, -1, 130)
	s.cast(context.Background(), mostPhotons*perPhoton, 1)
	flat := math.Sqrt(n*n-sin*sin) / cos
	for _, behind := range []float64{26, 34, 50} {
		// By hand, in bins of 4 mm.
		const bin, rays = 4.0, 400_000
		var want [8]float64
		for k := range rays {
			y := radius * (2*(float64(k)+0.5)/rays - 1)
			in := math.Asin(y / radius)
			bent := math.Asin(y / radius / flat)
			turn := 2 * (in - bent) // toward the axis
			at := 2*bent - in       // where it leaves, from the far end of the rod
			x0, y0 := radius*math.Cos(at), radius*math.Sin(at)
			across := y0 - math.Tan(turn)*(behind-x0)
			share, _ := fresnel(math.Cos(in)*cos, 1/n)
			if b := int(math.Abs(across) / bin); b < len(want) {
				want[b] += (1 - share) * (1 - share) * 2 * radius / rays / (2 * bin) / math.Cos(turn) // the narrower the more aslant it crosses the row
			}
		}
		for b, w := range want {
			got := 0.0
			const steps = 40
			for i := range steps {
				y := (float64(b) + (float64(i)+0.5)/steps) * bin
				got += (s.caught.at(r3.Vec{X: behind, Y: y}).Lux() + s.caught.at(r3.Vec{X: behind, Y: -y}).Lux()) / (2 * steps)
			}
			got /= 50_000 * sin
			assert.InDelta(t, w, got, 0.03+0.05*w, "%v mm behind its axis, %v mm to the side", behind, float64(b)*bin)
		}
	}
}

// A lamp's light by way of a rod, against following the light backwards from the table by chance until it meets the
// lamp.
func TestALampThroughARodAgainstChance(t *testing.T) {
	l := light.Source{Rect: light.Upright(r3.Vec{X: -400, Z: 300}, 500, 500, 90, -20), Luminance: light.White(1000)}
	s := rod(light.Set{Sources: []light.Source{l}}, 30, -1, 120)
	s.cast(context.Background(), mostPhotons*perPhoton, 1)
	for _, p := range []r3.Vec{{X: 50}, {X: 60, Y: 20}, {X: 100}} {
		sum := 0.0
		const paths = 400_000
		for k := range paths {
			d := newDice(3, k, 9)
			o, w := r3.Add(p, r3.Vec{Z: 5e-3}), cosine(upward, d.roll(), d.roll())
			for edge := range longest {
				var h spot
				if !s.meet(o, w, math.Inf(1), &h) {
					break
				}
				if h.part.lamp > 0 {
					if edge > 0 {
						sum += math.Pi * s.lamps[0].shows(o, w).Lux()
					}
					break
				}
				if !h.part.stuff.Clear {
					break
				}
				var next onward
				s.clearEdge(&h, w, light.RGB{}, d.random(), &next)
				o, w = next.o, next.d
			}
		}
		t.Logf("%v: %.1f for %.1f lx", p, s.caught.at(p).Lux(), sum/paths)
		assert.InEpsilon(t, sum/paths, s.caught.at(p).Lux(), 0.06, "%v", p)
	}
}
