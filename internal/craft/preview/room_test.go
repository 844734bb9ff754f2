package preview

import (
	"math"
	"testing"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shape"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// A set in a room, lit by the renderer and by the engine: the table, and the faces of a black
// dish all round. The two share the room's brightness and nothing of how it is seen.
func TestARoomAsTheLightEngineHasIt(t *testing.T) {
	h := light.Hero{Foot: r3.Vec{X: 800, Y: 450}, RadiusMm: 110, HeightMm: 90}
	set := light.Set{
		Windows: []light.Window{{Rect: light.Upright(r3.Vec{X: -500, Y: 560, Z: 700}, 1400, 1400, 90, 0), Glass: 0.8, Sky: light.EvenSky(light.White(4000))}},
		Panels:  []light.Panel{{Rect: light.Upright(r3.Vec{X: 1100, Y: 400, Z: 215}, 594, 420, 270, 0), Front: light.Surfaces["white"], Back: light.Plain(0.3)}},
		Table:   light.Table{WidthMm: 1600, DepthMm: 900, Diffuse: light.White(0.3)},
		Room:    light.Enclosure{Low: r3.Vec{X: -502, Y: -2000, Z: -750}, High: r3.Vec{X: 4500, Y: 2200, Z: 2000}, Reflectance: 0.6, Ceiling: 0.8, Floor: 0.25},
		Solids:  []light.Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
	}
	s := emptyStage(set)
	s.parts = append(s.parts, part{stuff: scene.Stuff{Colour: light.White(0.3)}, object: -1})
	s.rect(light.Rect{Centre: r3.Vec{X: 800, Y: 450}, U: r3.Vec{X: 800}, V: r3.Vec{Y: 450}}, int32(len(s.parts)-1))
	dish := shape.Revolve([]shape.RZ{{R: 0, Z: 0}, {R: h.RadiusMm, Z: 0}, {R: h.RadiusMm, Z: h.HeightMm}, {R: 0, Z: h.HeightMm}}, 96)
	for i := range dish.P {
		dish.P[i] = r3.Add(dish.P[i], h.Foot)
	}
	s.add(dish, scene.Stuff{}, 0)
	s.done()
	e := light.NewEngine(set, light.Fine)
	most := 0.0
	facets := e.Facets(h, r3.Vec{Z: 1})
	for _, f := range facets {
		most = math.Max(most, f.Lux.Total())
	}
	for i := 0; i < len(facets); i += 6 {
		f := facets[i]
		sin, cos := math.Sincos(f.Deg * math.Pi / 180)
		n := r3.Vec{X: sin, Y: cos}
		p := r3.Add(h.Foot, r3.Scale(h.RadiusMm+0.3, n))
		p.Z = h.HeightMm / 2
		got := s.lux(p, n, 60_000)
		assert.InDelta(t, f.Lux.Total(), got, 0.02*math.Max(f.Lux.Total(), most/8), "the face at %v°", f.Deg)
		assert.Positive(t, f.Lux.Room.Lux())
	}
	for _, p := range []r3.Vec{{X: 300, Y: 300}, {X: 1300, Y: 700}, {X: 700, Y: 150}} {
		p.Z = 0.01
		assert.InEpsilon(t, e.At(p, upward).Total(), s.lux(p, upward, 60_000), 0.02, "the table at %v", p)
	}
}
