package scene

import (
	"context"
	"math"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// RoundCell is the same set with its key light somewhere else.
type RoundCell struct {
	Clock       float64   `json:"clock" doc:"Where the light stands, o'clock"`
	HeightDeg   float64   `json:"heightDeg" doc:"How high it stands from the dish"`
	Set         Set       `json:"set" doc:"The set so lit"`
	Bands       []MapBand `json:"bands" doc:"The table's light in steps against the dish"`
	Faces       []float64 `json:"faces" doc:"The dish's upright faces against its top, stops, from behind clockwise"`
	FillStops   float64   `json:"fillStops" doc:"Key to fill, stops; 99 when the dark side has no light"`
	Lux         float64   `json:"lux" doc:"Light on the dish"`
	BrightStops float64   `json:"brightStops" doc:"Brightest place of the table in the frame against the food, stops"`
	Words       string    `json:"words" doc:"What this light does"`
	InFrame     bool      `json:"inFrame" doc:"Whether the camera would see the light"`
	Behind      bool      `json:"behind" doc:"Whether it had to go behind the camera, since at its own distance it would stand before the lens"`
}

// RoundHeights are the three heights of a light round, degrees.
var RoundHeights = []float64{15, 40, 70}

// Round lights the set from each clock position at three heights with its key light,
// at the distance and size it has, all else left as it is: 36 cells, lowest first.
// ErrNoLight when no light is on.
func Round(ctx context.Context, s Set, progress func(float64)) ([]RoundCell, error) {
	top := r3.Add(s.Hero().Foot, r3.Vec{Z: s.Hero().HeightMm + 0.5})
	key := -1
	most := 0.0
	for i, l := range s.Lights {
		if l.On {
			only := s.Only(i)
			if v := light.NewEngineUntil(ctx, only.Lighting(), light.Search).At(top, r3.Vec{Z: 1}).Total(); key < 0 || v > most {
				key, most = i, v
			}
		}
	}
	if key < 0 {
		return nil, ErrNoLight
	}
	base := s.Copy()
	l := &base.Lights[key]
	if l.Window() && base.Daylight.On {
		// A window that is carried round takes the brightness it has now with it.
		only := s.Only(key)
		set := only.Lighting()
		set.Sun = nil
		e := light.NewEngineUntil(ctx, set, light.Search)
		p := r3.Add(l.Rect().Centre, r3.Scale(5, l.Rect().Normal()))
		if v := e.Toward(p, r3.Scale(-1, l.Rect().Normal())).Lux(); v > 1 {
			l.LuminanceCdM2 = v
		}
		base.Daylight.On = false
	}
	l.Outside = []Outside{}
	distance := math.Max(r3.Norm(r3.Sub(l.Rect().Centre, s.Aim())), 250)
	out := make([]RoundCell, 36)
	for at := range out {
		clock, height := float64(at%12), RoundHeights[at/12]
		if clock == 0 {
			clock = 12
		}
		out[at] = base.from(ctx, key, clock, height, distance)
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		if progress != nil {
			progress(float64(at+1) / float64(len(out)))
		}
	}
	return out, nil
}

// behindMm is how far behind the lens a light goes that would stand before it; a start value of
// our own, for a body and whoever stands at it.
const behindMm = 300.0

// from is the set with one light at a clock position and height. Where it would stand before the
// lens it goes behind the camera.
func (s Set) from(ctx context.Context, key int, clock, heightDeg, distance float64) RoundCell {
	t, behind := s.keyFrom(key, clock, heightDeg, distance)
	r := &reader{ctx: ctx, s: t}
	r.engine = r.lightOf(t, light.Search)
	h := t.Hero()
	facets := r.engine.Facets(h, t.ToCamera())
	r.lux = r.engine.At(r3.Add(h.Foot, r3.Vec{Z: h.HeightMm + 0.5}), r3.Vec{Z: 1})
	c := RoundCell{Clock: clock, HeightDeg: heightDeg, Set: t, Lux: math.Round(r.lux.Total()), FillStops: finite(light.Ratio(facets).Stops), Bands: []MapBand{}, Faces: []float64{}}
	for _, f := range facets {
		c.Faces = append(c.Faces, math.Round(100*math.Log2(math.Max(f.Lux.Total(), 1e-6)/math.Max(r.lux.Total(), 1e-6)))/100)
	}
	if r.lux.Total() > 0 {
		m := r.engine.Map(t.Table.mapStep(mapCoarseMm))
		for _, b := range m.Bands(m.Stops(r.lux.Total(), 12), bandSteps) {
			if b.Path != "" {
				c.Bands = append(c.Bands, MapBand{Stops: b.Stops, Path: b.Path, Line: b.Line})
			}
		}
	}
	c.BrightStops = math.Round(100*r.brightRound()) / 100
	c.InFrame, c.Behind = inFrame(t, t.Lights[key].Rect()), behind
	c.Words = roundWords(clock, heightDeg, t.Camera.ElevationDeg)
	return c
}

// KeyFrom is the set with one of its lights at a clock position, a height in degrees and a distance in mm from what the camera
// aims at, turned toward it; behind the camera where it would stand before the lens.
func (s Set) KeyFrom(key int, clock, heightDeg, distanceMm float64) Set {
	t, _ := s.keyFrom(key, clock, heightDeg, distanceMm)
	return t
}

func (s Set) keyFrom(key int, clock, heightDeg, distance float64) (t Set, behind bool) {
	t = s.at(key, clock, heightDeg, distance)
	if behind = t.hides(t.Lights[key].Rect()); behind {
		t = s.at(key, clock, heightDeg, s.Camera.DistanceMm+behindMm)
	}
	return t, behind
}

// at is the set with one light at a clock position, a height and a distance.
func (s Set) at(key int, clock, heightDeg, distance float64) Set {
	t := s.Copy()
	l := &t.Lights[key]
	sin, cos := math.Sincos(heightDeg * math.Pi / 180)
	x, y := math.Sincos(clock / 12 * 2 * math.Pi)
	aim := s.Aim()
	l.XMm, l.YMm = math.Round(aim.X+distance*cos*x), math.Round(aim.Y+distance*cos*y)
	l.ZMm = math.Round(aim.Z + distance*sin)
	l.FacingDeg, l.TiltDeg = towards(l.XMm, l.YMm, s), -heightDeg
	// A low light stands on the table at the lowest.
	if low := l.HeightMm / 2 * math.Cos(heightDeg*math.Pi/180); l.ZMm < low+5 {
		l.ZMm = math.Round(low + 5)
	}
	return t
}

// roundWords says in a sentence what light from there does (handbook L3).
func roundWords(clock, heightDeg, elevationDeg float64) string {
	overhead := elevationDeg > 75
	side := math.Abs(math.Mod(clock, 12) - 6) // 6 behind, 0 front
	switch {
	case heightDeg > 60:
		return "From above: short shadows under the rim, little shape."
	case overhead && side >= 5:
		return "From the top of the frame: the shadow falls where the viewer's own would."
	case overhead && side >= 4:
		return "From a top corner: shape, with the shadow toward a lower corner."
	case overhead && side >= 2:
		return "From the side: longest shape; the shadow lies across the frame."
	case side >= 5:
		return "From behind: gloss and steam show, drinks glow, the front needs fill."
	case side >= 4:
		return "From behind and aside: texture and a bright edge."
	case side >= 2:
		return "From the side: shape and texture."
	}
	return "From the front: flat."
}
