package continuity

import (
	"image"
	"image/color"
	"math"
	"slices"
	"testing"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/words"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func table(angle words.Angle, form string, things ...scene.Thing) scene.Set {
	s := scene.StartFor(angle, form)
	s.Things = things
	return s
}

func thing(kind string, x, y, wide, high float64, colour string) scene.Thing {
	return scene.Thing{Name: kind, Kind: kind, On: true, XMm: x, YMm: y, WidthMm: wide, DepthMm: wide, HeightMm: high, Colour: colour, Finish: "satin"}
}

// Two sets of frames that differ in a known way, each labelled with what has to be told and what may be besides, before
// the code was run on it. The bounds were set with the first; the second was not looked at until they stood.
type change struct {
	name  string
	do    func(*scene.Set)
	stops float64 // exposed brighter on purpose
	must  []string
	may   []string
}

var changes = []change{
	{"nothing", func(*scene.Set) {}, 0, nil, nil},
	{"tripod kicked aside", func(s *scene.Set) { s.Camera.AimXMm += 14 }, 0, []string{"framing"}, nil},
	{"head has sagged", func(s *scene.Set) { s.Camera.AimZMm -= 12 }, 0, []string{"framing"}, nil},
	{"nearer by a twentieth", func(s *scene.Set) { s.Camera.DistanceMm *= 0.95 }, 0, []string{"distance"}, []string{"framing"}},
	{"zoom slipped", func(s *scene.Set) { s.Camera.FocalMm *= 1.04 }, 0, []string{"distance"}, []string{"framing"}},
	{"a cloud", func(s *scene.Set) { s.Lights[0].LuminanceCdM2 *= 0.7 }, 0, []string{"light"}, nil},
	{"the sun is back", func(s *scene.Set) { s.Lights[0].LuminanceCdM2 *= 1.5 }, 0, []string{"light"}, nil},
	{"a stop more on purpose", func(*scene.Set) {}, 1, []string{"exposure"}, nil},
	{"a third less on purpose", func(*scene.Set) {}, -1. / 3, []string{"exposure"}, nil},
	{"a prop moved", func(s *scene.Set) { s.Things[0].XMm += 28 }, 0, []string{"moved"}, nil},
	{"a prop gone", func(s *scene.Set) { s.Things[0].On = false }, 0, []string{"moved"}, nil},
	{"a card has fallen in", func(s *scene.Set) { s.Cards[0].On = true }, 0, nil, []string{"light", "side", "moved"}},
}

var firstSet = []scene.Set{
	table("three-quarter", "", thing("bowl", 640, 560, 90, 45, "#3f5560"), thing("mug", 980, 600, 80, 90, "#b08d57")),
	table("low", "drink", thing("bottle", 720, 520, 70, 220, "#44543a"), thing("board", 880, 480, 160, 18, "#7a5a3a")),
}

var secondSet = []scene.Set{
	table("straight down", "soup", thing("tiny bowl", 660, 380, 70, 30, "#c9b79a"), thing("spoon", 920, 430, 40, 6, "#9a9a98")),
	table("three-quarter", "tall", thing("jar", 930, 540, 75, 95, "#7d3f2e"), thing("plate", 640, 480, 120, 14, "#d9d6cd")),
	table("level", "frozen", thing("box", 690, 520, 90, 60, "#5b6f8a"), thing("bowl", 930, 470, 100, 50, "#8a6d4d")),
}

func taken(s scene.Set, x exposure.Settings, focus float64, seed int64) Look {
	return Of(preview.Render(s, x, focus, preview.Options{LongPx: 320, Samples: 8, Seed: seed}))
}

// told counts changes told as they were labelled, of one set.
func told(t *testing.T, base scene.Set, seed int64) (right, all int) {
	r := scene.Read(base, scene.Wants{}, light.Coarse)
	a := taken(base, r.Exposure, r.FocusMm, seed)
	for i, c := range changes {
		s := base
		s.Things, s.Lights, s.Cards = slices.Clone(base.Things), slices.Clone(base.Lights), slices.Clone(base.Cards)
		c.do(&s)
		x := r.Exposure
		x.Seconds *= math.Exp2(c.stops)
		var got []string
		for _, g := range Compare(a, taken(s, x, r.FocusMm, seed+int64(i)+1), Setting{}, Setting{c.stops}, Last) {
			got = append(got, g.Key)
		}
		ok := true
		for _, k := range c.must {
			ok = ok && slices.Contains(got, k)
		}
		for _, k := range got {
			ok = ok && (slices.Contains(c.must, k) || slices.Contains(c.may, k))
		}
		all++
		if ok {
			right++
		} else {
			t.Logf("%s, %s from %g°: told %v, wanted %v", c.name, base.Vessel.Kind, base.Camera.ElevationDeg, got, c.must)
		}
	}
	return right, all
}

func TestWhatChangedIsTold(t *testing.T) {
	for _, set := range []struct {
		name  string
		of    []scene.Set
		least int
	}{{"first", firstSet, 24}, {"second", secondSet, 35}} {
		right, all := 0, 0
		for i, s := range set.of {
			r, n := told(t, s, int64(100*i+7))
			right, all = right+r, all+n
		}
		t.Logf("%s set: %d of %d", set.name, right, all)
		assert.GreaterOrEqual(t, right, set.least, set.name)
	}
}

// A picture that is known point by point: what is done to it is told, by as much.
func drawn(w, h int, f func(x, y float64) [3]float64) image.Image {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	code := func(v float64) uint8 {
		v = math.Max(0, math.Min(1, v))
		if v <= 0.0031308 {
			return uint8(math.Round(255 * 12.92 * v))
		}
		return uint8(math.Round(255 * (1.055*math.Pow(v, 1/2.4) - 0.055)))
	}
	for y := range h {
		for x := range w {
			c := f((float64(x)+0.5)/float64(w), (float64(y)+0.5)/float64(h))
			img.SetRGBA(x, y, color.RGBA{code(c[0]), code(c[1]), code(c[2]), 255})
		}
	}
	return img
}

func pattern(x, y float64) [3]float64 {
	v := 0.25 + 0.12*math.Sin(23*x+5*y)*math.Cos(17*y-4*x) + 0.05*math.Sin(61*x)
	if math.Hypot(x-0.3, y-0.6) < 0.12 {
		v *= 0.4
	}
	return [3]float64{v, v * 0.9, v * 0.8}
}

func only(t *testing.T, c []Change, key string) Change {
	t.Helper()
	require.Len(t, c, 1)
	require.Equal(t, key, c[0].Key, c[0].Words)
	return c[0]
}

func TestByHowMuch(t *testing.T) {
	a := Of(drawn(600, 400, pattern))
	with := func(f func(x, y float64) [3]float64) []Change {
		return Compare(a, Of(drawn(600, 400, f)), Setting{}, Setting{}, Plan)
	}
	assert.Empty(t, with(pattern))
	c := only(t, with(func(x, y float64) [3]float64 { return pattern(x-0.03, y+0.02) }), "framing")
	assert.InDelta(t, 100*math.Hypot(0.03, 0.02*400/600), c.Value, 0.15)
	assert.Contains(t, c.Words, "up and right")
	c = only(t, with(func(x, y float64) [3]float64 { return pattern((x-0.5)/1.03+0.5, (y-0.5)/1.03+0.5) }), "distance")
	assert.InDelta(t, 3, c.Value, 0.4)
	c = only(t, with(func(x, y float64) [3]float64 {
		p := pattern(x, y)
		return [3]float64{p[0] * 0.75, p[1] * 0.75, p[2] * 0.75}
	}), "light")
	assert.InDelta(t, math.Log2(0.75), c.Value, 0.03)
	c = only(t, with(func(x, y float64) [3]float64 { p := pattern(x, y); return [3]float64{p[0] * 1.1, p[1], p[2] / 1.1} }), "colour")
	assert.InDelta(t, 2*math.Log2(1.1), c.Value, 0.03)
	assert.Contains(t, c.Words, "warmer than planned")
	c = only(t, with(func(x, y float64) [3]float64 {
		p, k := pattern(x, y), math.Exp2(0.8*(x-0.5))
		return [3]float64{p[0] * k, p[1] * k, p[2] * k}
	}), "side")
	assert.InDelta(t, 0.8, c.Value, 0.1)
	assert.Contains(t, c.Words, "right")
	c = only(t, with(func(x, y float64) [3]float64 {
		if math.Hypot(x-0.8, y-0.25) < 0.07 {
			return [3]float64{0.02, 0.02, 0.02}
		}
		return pattern(x, y)
	}), "moved")
	assert.Contains(t, c.Words, "high on the right")
}

func TestPicturesThatCannotBeCompared(t *testing.T) {
	a, b := Of(drawn(60, 40, pattern)), Of(drawn(40, 60, pattern))
	assert.Empty(t, Compare(a, b, Setting{}, Setting{}, Last), "one is upright")
	assert.Empty(t, Compare(Look{}, Look{}, Setting{}, Setting{}, Last))
	black := Of(image.NewRGBA(image.Rect(0, 0, 60, 40)))
	assert.Empty(t, Compare(black, black, Setting{}, Setting{}, Last))
}
