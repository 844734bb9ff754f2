package scene

import (
	"encoding/json"
	"figladder/internal/craft/words"
	"math"
	"testing"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/reading"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

func value(t *testing.T, r Report, key string) reading.Reading {
	t.Helper()
	for _, x := range r.Readings {
		if x.Key == key {
			return x
		}
	}
	require.Failf(t, "no reading", "%s", key)
	return reading.Reading{}
}

func square(x float64) float64 { return x * x }

func find(r Report, code string) *finding.Finding {
	for i := range r.Findings {
		if r.Findings[i].Code == code {
			return &r.Findings[i]
		}
	}
	return nil
}

// published is the first row of the optics table as a set.
func published() Set {
	s := Start()
	s.Camera.FocalMm, s.Camera.DistanceMm, s.Camera.Aperture = 50, 883.3333, 8
	return s
}

func TestReadingsAgreeWithTheirFormulas(t *testing.T) {
	s := published()
	r := Read(s, Wants{}, light.Coarse)
	assert.InEpsilon(t, 60, value(t, r, "frameWidth").Value, 0.001)
	assert.InEpsilon(t, 11.38, value(t, r, "diffraction").Value, 0.005)
	c := math.Hypot(36, 24) / 1500
	d := optics.DepthOfField(50, 8, c, r.FocusMm)
	assert.InEpsilon(t, d.LengthMm(), value(t, r, "depthOfField").Value, 1e-9)
	assert.InEpsilon(t, (210+52)/math.Sqrt2, value(t, r, "depthNeeded").Value, 1e-9)
	lux := value(t, r, "illuminance").Value
	assert.InDelta(t, exposure.EV100FromLux(lux), value(t, r, "ev100").Value, 1e-9)
	assert.InDelta(t, exposure.EV100FromLux(lux), exposure.EV100(r.Exposure.Aperture*(1+50/833.3333), r.Exposure.Seconds, float64(r.Exposure.ISO)), 0.21)
	for _, x := range r.Readings {
		assert.NotEmpty(t, x.Working, "%s opens", x.Key)
		assert.NotEmpty(t, x.Source, x.Key)
	}
}

func TestTheCoveringApertureCovers(t *testing.T) {
	s := published()
	r := Read(s, Wants{}, light.Coarse)
	f := find(r, "depth-short")
	require.NotNil(t, f, "f/8 does not cover 185 mm at this distance")
	require.NotEmpty(t, f.Try)
	after, bad := Apply(s, f.Try[0].Edits)
	require.Empty(t, bad)
	assert.Greater(t, after.Camera.Aperture, s.Camera.Aperture)
	assert.Nil(t, find(Read(after, Wants{}, light.Coarse), "depth-short"))
}

// Every try that can be pressed must lead to an acceptable set and mend its
// finding.
func TestEveryTryMends(t *testing.T) {
	cases := map[string]func(*Set){
		"depth-short":        func(s *Set) { s.Camera.Aperture = 2.8 },
		"diffraction":        func(s *Set) { s.Camera.Aperture = 22 },
		"frame-tight":        func(s *Set) { s.Camera.DistanceMm = 400; s.Camera.FocalMm = 70 },
		"frame-empty":        func(s *Set) { s.Camera.DistanceMm = 4000; s.Camera.FocalMm = 35 },
		"exposure-missed":    func(s *Set) { s.Lights[0].LuminanceCdM2 = 1 },
		"no-light":           func(s *Set) { s.Lights[0].FacingDeg = 270; s.Room.Reflectance = 0; s.Table.Reflectance = 0 },
		"fill-short":         func(s *Set) { s.Room.Reflectance = 0.02; s.Table.Reflectance = 0.02 },
		"front-light":        func(s *Set) { l := &s.Lights[0]; l.XMm, l.YMm, l.ZMm, l.FacingDeg = 800, -900, 500, 0 },
		"card-in-frame":      func(s *Set) { s.Cards[0].On = true; s.Cards[0].XMm = 950 },
		"movement":           func(s *Set) { s.Food.Movement = 2000 },
		"no-aperture-covers": func(s *Set) { s.Camera.ElevationDeg = 3; s.Camera.FocalMm = 70; s.Camera.DistanceMm = 500 },
	}
	w := Wants{RatioLowStops: 1.5, RatioHighStops: 3, Mood: "dark"}
	for code, spoil := range cases {
		t.Run(code, func(t *testing.T) {
			s := Start()
			spoil(&s)
			require.Empty(t, s.Check())
			f := find(Read(s, w, light.Coarse), code)
			require.NotNil(t, f)
			assert.NotEmpty(t, f.Because)
			require.NotEmpty(t, f.Try)
			for _, try := range f.Try {
				if len(try.Edits) == 0 {
					continue
				}
				after, bad := Apply(s, try.Edits)
				require.Empty(t, bad)
				require.Empty(t, after.Check(), try.Words)
				before, then := Read(s, w, light.Coarse), Read(after, w, light.Coarse)
				switch code {
				case "fill-short": // one try need not be enough; it must help
					assert.Less(t, valueOf(then, "keyFill"), valueOf(before, "keyFill")-0.05, "%q does not help", try.Words)
				case "exposure-missed":
					assert.Greater(t, valueOf(then, "illuminance")*then.Exposure.Seconds*float64(then.Exposure.ISO)/square(then.Exposure.Aperture),
						1.1*valueOf(before, "illuminance")*before.Exposure.Seconds*float64(before.Exposure.ISO)/square(before.Exposure.Aperture), "%q does not help", try.Words)
				default:
					assert.Nil(t, find(then, code), "%q did not mend it", try.Words)
				}
			}
			calm := Start()
			calm.Camera.Aperture = 14
			assert.Nil(t, find(Read(calm, Wants{}, light.Coarse), code), "an ordinary set does not trigger it")
		})
	}
}

func TestCardChangesTheRatioBothWays(t *testing.T) {
	s := Start()
	out := Read(s, Wants{}, light.Coarse)
	s.Cards[0].On = true
	in := Read(s, Wants{}, light.Coarse)
	assert.Less(t, value(t, in, "keyFill").Value, value(t, out, "keyFill").Value-0.1)
	require.Len(t, out.Lit.Cards, 1)
	assert.InDelta(t, value(t, in, "keyFill").Value, out.Lit.Cards[0].With, 0.006, "with and without are told beforehand")
	assert.InDelta(t, value(t, out, "keyFill").Value, in.Lit.Cards[0].Without, 0.006)
	assert.InDelta(t, value(t, in, "keyFillBare").Value, value(t, out, "keyFill").Value, 1e-6)
}

func TestCheckNamesFieldAndMend(t *testing.T) {
	for path, spoil := range map[string]func(*Set){
		"camera.focalMm":         func(s *Set) { s.Camera.FocalMm = 500 },
		"camera.aperture":        func(s *Set) { s.Camera.Aperture = 1 },
		"camera.distanceMm":      func(s *Set) { s.Camera.DistanceMm = 100 },
		"camera.elevationDeg":    func(s *Set) { s.Camera.ElevationDeg = -4 },
		"vessel.diameterMm":      func(s *Set) { s.Vessel.DiameterMm = -200 },
		"vessel.heightMm":        func(s *Set) { s.Vessel.HeightMm = math.NaN() },
		"lights.0.widthMm":       func(s *Set) { s.Lights[0].WidthMm = 0 },
		"lights.0.xMm":           func(s *Set) { l := &s.Lights[0]; l.XMm, l.YMm, l.ZMm = 800, 450, 10 },
		"cards.0.widthMm":        func(s *Set) { s.Cards[0].WidthMm = 0 },
		"table.colour":           func(s *Set) { s.Table.Colour = "oak" },
		"room.reflectance":       func(s *Set) { s.Room.Reflectance = 1 },
		"camera.highestIso":      func(s *Set) { s.Camera.HighestISO = 50 },
		"camera.orientation":     func(s *Set) { s.Camera.Orientation = "aslant" },
		"vessel.xMm":             func(s *Set) { s.Vessel.XMm = 5000 },
		"food.movementMmS":       func(s *Set) { s.Food.Movement = -1 },
		"lights.0.luminanceCdM2": func(s *Set) { s.Lights[0].LuminanceCdM2 = 1e12 },
		"camera.sensorWidthMm":   func(s *Set) { s.Camera.SensorWidthMm = 0 },
	} {
		s := Start()
		spoil(&s)
		bad := s.Check()
		require.NotEmpty(t, bad, path)
		assert.Equal(t, path, bad[0].Path)
		assert.Greater(t, len(bad[0].Words), 20, "says the mend")
	}
	assert.Empty(t, Start().Check())
}

// Whatever is accepted can be read: no number escapes JSON.
func TestNumbersBeyondSenseAreRefusedWhereverTheyStand(t *testing.T) {
	for path, spoil := range map[string]func(s *Set){
		"ground.turnDeg":               func(s *Set) { s.Ground.TurnDeg = 1e308 },
		"views.0.camera.distanceMm":    func(s *Set) { s.Views = []View{{Camera: s.Camera}}; s.Views[0].Camera.DistanceMm = math.NaN() },
		"views.0.camera.sensorWidthMm": func(s *Set) { s.Views = []View{{Camera: s.Camera}}; s.Views[0].Camera.SensorWidthMm = 1e9 },
		"food.pourMm":                  func(s *Set) { s.Food.PourMm = math.Inf(1) },
		"camera.closestMm":             func(s *Set) { s.Camera.ClosestMm = -1e308 },
	} {
		s := Start()
		spoil(&s)
		var paths []string
		for _, p := range s.Check() {
			paths = append(paths, p.Path)
		}
		assert.Contains(t, paths, path)
	}
}

func TestAcceptedSetsAlwaysRead(t *testing.T) {
	accepted := 0
	rapid.Check(t, func(t *rapid.T) {
		f := func(name string, lo, hi float64) float64 { return rapid.Float64Range(lo, hi).Draw(t, name) }
		s := Start()
		s.Vessel.DiameterMm, s.Vessel.HeightMm = f("d", 10, 800), f("h", 2, 800)
		s.Vessel.XMm, s.Vessel.YMm = f("x", 0, 1600), f("y", 0, 900)
		s.Camera.ElevationDeg, s.Camera.DistanceMm, s.Camera.FocalMm = f("e", 0, 90), f("u", 400, 10000), f("f", 24, 70)
		s.Camera.Aperture = f("N", 2.8, 22)
		s.Lights[0].XMm, s.Lights[0].YMm, s.Lights[0].ZMm, s.Lights[0].FacingDeg = f("lx", -3000, -100), f("ly", -3000, 3000), f("lz", 900, 3000), f("lf", 0, 360)
		s.Lights[0].TiltDeg, s.Cards[0].On = f("lt", -90, 90), rapid.Bool().Draw(t, "card")
		s.Cards[0].XMm, s.Cards[0].YMm, s.Cards[0].FacingDeg = f("cx", 0, 1600), f("cy", 0, 900), f("cf", 0, 360)
		if len(s.Check()) > 0 {
			return
		}
		accepted++
		d := light.Search
		d.TableCells = 4
		r := Read(s, Wants{OutputLongPx: 2400, RatioLowStops: 1, RatioHighStops: 2}, d)
		_, err := json.Marshal(r)
		assert.NoError(t, err)
		assert.GreaterOrEqual(t, len(r.Readings), 11)
	})
	assert.Greater(t, accepted, 25, "what is drawn must mostly be accepted, or nothing is tested")
}

// Projection against an independent pinhole: similar triangles in the side view.
func TestProjectAgainstAPinhole(t *testing.T) {
	s := published()
	x, y, ok := s.Project(s.Aim())
	assert.True(t, ok)
	assert.InDelta(t, 0, math.Hypot(x, y), 1e-12)
	x, _, _ = s.Project(r3.Add(s.Aim(), r3.Vec{X: 300}))
	assert.InDelta(t, 1, x, 1e-4, "half the frame width to the right is the frame's edge")
	// A point 100 mm above the aim, camera at 45°: up the frame by 100·cos 45, nearer by 100·sin 45.
	_, y, _ = s.Project(r3.Add(s.Aim(), r3.Vec{Z: 100}))
	k := math.Sqrt2 / 2 * 100
	image := 1 / (1/50. - 1/883.3333)
	assert.InEpsilon(t, image*k/(883.3333-k)/12, y, 1e-6)
	_, _, ok = s.Project(r3.Add(s.Lens(), s.ToCamera()))
	assert.False(t, ok, "behind the lens")
}

func TestApplyRefusesWhatASetHasNot(t *testing.T) {
	s := Start()
	for _, e := range []finding.Edit{finding.SetNumber("camera.colour", 4), finding.SetNumber("nothing", 4), finding.SetText("camera.aperture", "wide")} {
		after, bad := Apply(s, []finding.Edit{e})
		assert.NotEmpty(t, bad)
		assert.Equal(t, s, after)
	}
}

func TestStartForGivesAcceptableSets(t *testing.T) {
	for _, angle := range words.Angles {
		for _, form := range []string{"flat", "drink", "soup", "tall", "frozen", ""} {
			assert.Empty(t, StartFor(angle, form).Check(), "%s %s", angle, form)
		}
	}
}

func BenchmarkReadFine(b *testing.B) {
	for b.Loop() {
		Read(Start(), Wants{}, light.Fine)
	}
}

func BenchmarkReadCoarse(b *testing.B) {
	for b.Loop() {
		Read(Start(), Wants{}, light.Coarse)
	}
}
