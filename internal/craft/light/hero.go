package light

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/spatial/r3"
)

// Hero is the thing the light is judged on: an upright cylinder of the dish's
// size.
type Hero struct {
	Foot     r3.Vec
	RadiusMm float64
	HeightMm float64
}

// Body is the dish as what stands in the way of light.
func (h Hero) Body() Cylinder {
	return Cylinder{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}
}

// Facet is one upright face of the hero's cylinder, at half its height.
type Facet struct {
	Deg  float64 // direction it faces in plan, 0 = away from the camera, 90 = right
	Lux  Parts   // light on it
	Seen bool    // whether the camera sees it
}

// Facets returns the light on each upright face of the hero. toCamera is the
// direction from the hero to the camera; a face is seen when it looks that way.
// Seen from straight above every face counts, since each shows as an edge.
func (e *Engine) Facets(h Hero, toCamera r3.Vec) []Facet {
	out := e.facets(h, toCamera)
	e.lightFacets(h, out)
	return out
}

// SeenFacets is Facets of those faces that the camera sees: key and fill are of these.
func (e *Engine) SeenFacets(h Hero, toCamera r3.Vec) []Facet {
	out := slices.DeleteFunc(e.facets(h, toCamera), func(f Facet) bool { return !f.Seen })
	e.lightFacets(h, out)
	return out
}

func (e *Engine) facets(h Hero, toCamera r3.Vec) []Facet {
	out := make([]Facet, max(e.detail.Facets, 8))
	plan := math.Hypot(toCamera.X, toCamera.Y)
	overhead := plan < 0.02*r3.Norm(toCamera)
	for i := range out {
		deg := float64(i) * 360 / float64(len(out))
		_, n := facetAt(h, deg)
		// A face nearly edge-on to the camera shows nothing.
		out[i] = Facet{Deg: deg, Seen: overhead || (n.X*toCamera.X+n.Y*toCamera.Y)/plan > 0.05}
	}
	return out
}

func (e *Engine) lightFacets(h Hero, of []Facet) {
	e.each(len(of), func(i int) {
		p, n := facetAt(h, of[i].Deg)
		of[i].Lux = e.At(p, n)
	})
}

// facetAt returns the middle of the face that looks toward deg, just off it.
func facetAt(h Hero, deg float64) (p, n r3.Vec) {
	s, c := math.Sincos(deg * math.Pi / 180)
	n = r3.Vec{X: s, Y: c}
	p = r3.Add(h.Foot, r3.Scale(h.RadiusMm*1.0005+0.01, n))
	p.Z += h.HeightMm / 2
	return p, n
}

// KeyFill is the brightest and darkest seen faces and their ratio.
type KeyFill struct {
	Key, Fill Facet
	Stops     float64 // log2(key/fill); +Inf when the dark side gets nothing
}

// Ratio picks key and fill from the seen faces.
func Ratio(fs []Facet) KeyFill {
	var k KeyFill
	first := true
	for _, f := range fs {
		if !f.Seen {
			continue
		}
		if first || f.Lux.Total() > k.Key.Lux.Total() {
			k.Key = f
		}
		if first || f.Lux.Total() < k.Fill.Lux.Total() {
			k.Fill = f
		}
		first = false
	}
	k.Stops = math.Log2(k.Key.Lux.Total() / k.Fill.Lux.Total())
	return k
}

// Direction is where the light comes from as seen from the hero.
type Direction struct {
	Clock     float64 // 0–12; 12 behind the food, 3 right, 6 the camera's side
	HeightDeg float64 // above the table
	SizeDeg   float64 // how large the source looks: the larger of its two angles
}

// DirectionOf returns where a rectangle stands as seen from p.
func DirectionOf(p r3.Vec, q Rect) Direction {
	out := DirectionToward(r3.Sub(q.Centre, p))
	angle := func(half r3.Vec) float64 {
		a, b := r3.Sub(r3.Add(q.Centre, half), p), r3.Sub(r3.Sub(q.Centre, half), p)
		return math.Atan2(r3.Norm(r3.Cross(a, b)), r3.Dot(a, b)) * 180 / math.Pi
	}
	out.SizeDeg = math.Max(angle(q.U), angle(q.V))
	return out
}

// DirectionToward is where a vector points; SizeDeg is 0.
func DirectionToward(d r3.Vec) Direction {
	clock := math.Mod(math.Atan2(d.X, d.Y)/(2*math.Pi)*12+12, 12)
	if clock < 0.05 {
		clock = 12
	}
	return Direction{Clock: clock, HeightDeg: math.Atan2(d.Z, math.Hypot(d.X, d.Y)) * 180 / math.Pi}
}
