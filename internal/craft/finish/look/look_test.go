package look

import (
	"bytes"
	"context"
	"crypto/sha256"
	"image"
	"image/color"
	"image/jpeg"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// noisy is a picture of every value there is.
func noisy(w, h int) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	r := rand.NewChaCha8([32]byte{7})
	_, _ = r.Read(img.Pix)
	for i := 3; i < len(img.Pix); i += 4 {
		img.Pix[i] = 255
	}
	return img
}

// flat is a picture of one colour.
func flat(w, h int, c color.RGBA) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for i := 0; i < len(img.Pix); i += 4 {
		img.Pix[i], img.Pix[i+1], img.Pix[i+2], img.Pix[i+3] = c.R, c.G, c.B, 255
	}
	return img
}

func rendered(t testing.TB, img image.Image, steps ...Step) image.Image {
	t.Helper()
	for i := range steps {
		if steps[i].Key == "" {
			steps[i].Key = string(rune('a' + i))
		}
	}
	require.Empty(t, Check(steps))
	out, err := Render(context.Background(), img, steps, 1)
	require.NoError(t, err)
	return out
}

// lightAt is the linear light of a place.
func lightAt(img image.Image, x, y int) (r, g, b float64) {
	cr, cg, cb, _ := img.At(x, y).RGBA()
	return colorful.Color{R: float64(cr) / 65535, G: float64(cg) / 65535, B: float64(cb) / 65535}.LinearRgb()
}

func yAt(img image.Image, x, y int) float64 {
	r, g, b := lightAt(img, x, y)
	return 0.2126*r + 0.7152*g + 0.0722*b
}

// A look that does nothing gives the same bytes, whatever kind the picture is of: also one whose steps are all at rest.
func TestALookThatDoesNothingIsExact(t *testing.T) {
	eight := noisy(301, 203)
	var file bytes.Buffer
	require.NoError(t, jpeg.Encode(&file, eight, nil))
	taken, err := jpeg.Decode(&file)
	require.NoError(t, err)
	require.IsType(t, &image.YCbCr{}, taken)
	deep := image.NewRGBA64(image.Rect(0, 0, 256, 256))
	for i := range 65536 {
		deep.SetRGBA64(i%256, i/256, color.RGBA64{uint16(i), uint16(65535 - i), uint16(i * 7), 65535})
	}
	grey := image.NewGray(image.Rect(0, 0, 16, 16))
	for i := range grey.Pix {
		grey.Pix[i] = uint8(i)
	}
	nrgba := image.NewNRGBA(image.Rect(-5, 3, 20, 30))
	for i := range nrgba.Pix {
		nrgba.Pix[i] = uint8(i*31) | uint8(255*b2i(i%4 == 3))
	}
	still := []Step{{Key: "level", Kind: Level}, {Key: "white", Kind: White, Kelvin: 6504}, {Key: "tone", Kind: Tone, Slope: 1}, {Key: "band", Kind: Band, HueDeg: 110, WidthDeg: 60},
		{Key: "crop", Kind: Crop, Box: &Box{W: 1, H: 1}}, {Key: "grain", Kind: Grain}, {Key: "sharpen", Kind: Sharpen, RadiusPx: 2},
		{Key: "local", Kind: Local, Mask: &Mask{Shape: Oval, Points: []Spot{{0.5, 0.5}}, Across: 0.2, Down: 0.2}}, {Key: "off", Kind: Level, Stops: 3, Off: true}}
	for name, img := range map[string]image.Image{"rgba": eight, "jpeg": taken, "sixteen bits": deep, "grey": grey, "nrgba": nrgba, "part": eight.SubImage(image.Rect(20, 10, 60, 90))} {
		for which, steps := range map[string][]Step{"none": nil, "still": still} {
			out := rendered(t, img, steps...)
			b := img.Bounds()
			require.Equal(t, b.Size(), out.Bounds().Size(), name)
			for y := range b.Dy() {
				for x := range b.Dx() {
					wr, wg, wb, _ := img.At(b.Min.X+x, b.Min.Y+y).RGBA()
					r, g, bb, a := out.At(x, y).RGBA()
					if _, is := out.(*image.RGBA); is { // a JPEG's own colours have odd parts beyond its eight bits
						wr, wg, wb = wr>>8*257, wg>>8*257, wb>>8*257
					}
					if r != wr || g != wg || bb != wb || a != 0xffff {
						require.Failf(t, "changed", "%s, %s: %d, %d: %v is %v", name, which, x, y, img.At(b.Min.X+x, b.Min.Y+y), out.At(x, y))
					}
				}
			}
		}
	}
}

func b2i(b bool) int {
	if b {
		return 1
	}
	return 0
}

// The frame is never touched, and the same steps give the same pixels, on one core or on all.
func TestTheSameStepsGiveTheSamePixels(t *testing.T) {
	img := noisy(640, 431)
	before := sha256.Sum256(img.Pix)
	steps := everything()
	first := rendered(t, img, steps...).(*image.RGBA)
	again := rendered(t, img, steps...).(*image.RGBA)
	assert.Equal(t, first.Pix, again.Pix)
	assert.Equal(t, before, sha256.Sum256(img.Pix), "the frame is as it was")
	assert.NotEqual(t, img.Bounds(), first.Bounds())
}

// everything is a look with every kind of step.
func everything() []Step {
	return []Step{
		{Key: "grain", Kind: Grain, RadiusPx: 1.4, Amount: 0.1},
		{Key: "level", Kind: Level, Stops: 0.3},
		{Key: "white", Kind: White, Kelvin: 4200, Tint: 4},
		{Key: "tone", Kind: Tone, Slope: 1.1, Toe: 0.5, Shoulder: -0.3},
		{Key: "greens", Kind: Band, HueDeg: 115, WidthDeg: 50, TurnDeg: 12, Chroma: -0.1, Lightness: 0.02},
		{Key: "plate", Kind: Local, Stops: -0.4, Mask: &Mask{Shape: Oval, Points: []Spot{{0.4, 0.6}}, Across: 0.3, Down: 0.2, TurnDeg: 20, Soft: 0.6}},
		{Key: "corner", Kind: Local, Stops: 0.4, Mask: &Mask{Shape: Fade, Points: []Spot{{0, 0}, {0.5, 0.5}}}},
		{Key: "rim", Kind: Local, Stops: 0.2, Mask: &Mask{Shape: Stroke, Points: []Spot{{0.2, 0.2}, {0.5, 0.3}, {0.8, 0.2}}, Across: 0.05, Soft: 1}},
		{Key: "crumb", Kind: Mend, At: &Spot{0.7, 0.4}, From: &Spot{0.75, 0.45}, Radius: 0.02},
		{Key: "crop", Kind: Crop, Box: &Box{0.1, 0.1, 0.8, 0.8}, TurnDeg: 2},
		{Key: "sharpen", Kind: Sharpen, RadiusPx: 1.2, Amount: 0.6},
	}
}

// A stop is twice the light.
func TestAStopIsTwiceTheLight(t *testing.T) {
	img := image.NewRGBA(image.Rect(0, 0, 256, 1))
	for x := range 256 {
		img.SetRGBA(x, 0, color.RGBA{uint8(x), uint8(x), uint8(x), 255})
	}
	for _, stops := range []float64{-2, -0.5, 0.25, 1} {
		out := rendered(t, img, Step{Kind: Level, Stops: stops})
		for x := range 256 {
			want := math.Min(1, yAt(img, x, 0)*math.Exp2(stops))
			assert.InDelta(t, Coded(want), Coded(yAt(out, x, 0)), 0.51/255, "%d by %.2f stops", x, stops)
		}
	}
}

// Something grey under a lamp is grey again: by the lamp's kelvin, and by pressing it.
func TestWhiteIsFoundAndTakenOut(t *testing.T) {
	// CIE 015:2018, table: illuminant A and the daylights, by x and y.
	for name, l := range map[string]struct{ x, y, kelvin, delta float64 }{
		"A": {0.44757, 0.40745, 2856, 20}, "D50": {0.34567, 0.35850, 5003, 25}, "D55": {0.33242, 0.34743, 5503, 25}, "D65": {0.31272, 0.32903, 6504, 25}, "D75": {0.29902, 0.31485, 7504, 40}} {
		xyz := [3]float64{0.4 * l.x / l.y, 0.4, 0.4 * (1 - l.x - l.y) / l.y}
		rgb := fromXYZ.of(xyz)
		kelvin, tint, ok := WhiteOf(rgb[0], rgb[1], rgb[2])
		require.True(t, ok, name)
		assert.InDelta(t, l.kelvin, kelvin, l.delta, name)
		m, changes := Step{Kind: White, Kelvin: kelvin, Tint: tint}.whitening()
		if !changes {
			m = matrix{{1}, {0, 1}, {0, 0, 1}}
		}
		got := m.of(rgb)
		assert.InDelta(t, got[1], got[0], 0.0005, name)
		assert.InDelta(t, got[1], got[2], 0.0005, name)
		assert.InDelta(t, 0.4, got[1], 0.0005, "%s: no lighter and no darker", name)
	}
	_, _, ok := WhiteOf(0, 0, 0)
	assert.False(t, ok, "black has no colour")
	_, _, ok = WhiteOf(0.05, 0.9, 0.05)
	assert.False(t, ok, "no lamp is as green as a leaf")
	for _, warm := range []float64{2400, 3200, 5200} {
		out := rendered(t, flat(4, 4, color.RGBA{128, 128, 128, 255}), Step{Kind: White, Kelvin: warm})
		r, _, b := lightAt(out, 1, 1)
		assert.Greater(t, b, r, "what looked grey in a warm light was blue")
	}
	// The kelvin that a step takes is the one that a pressed grey tells.
	rapid.Check(t, func(t *rapid.T) {
		k, tint := rapid.Float64Range(1800, 12000).Draw(t, "kelvin"), rapid.Float64Range(-20, 20).Draw(t, "tint")
		rgb := fromXYZ.of(whiteXYZ(k, tint))
		kelvin, got, ok := WhiteOf(rgb[0], rgb[1], rgb[2])
		if !ok || math.Abs(kelvin/k-1) > 0.002 || math.Abs(got-tint) > 0.05 {
			t.Fatalf("%.0f K and %.1f read as %.0f K and %.1f", k, tint, kelvin, got)
		}
	})
}

// A tone's line goes through its handles, rises everywhere, and moves every light by what it says.
func TestATonesLine(t *testing.T) {
	s := Step{Kind: Tone, Slope: 1, Toe: 0.8, Shoulder: -0.5}
	c := s.CurveOf()
	assert.InDelta(t, toeAt+0.8, c.At(toeAt), 1e-9)
	assert.InDelta(t, WhiteStops-0.5, c.At(WhiteStops), 1e-9)
	assert.InDelta(t, 0, c.At(0), 1e-9, "mid-grey stays")
	assert.InDelta(t, 1.5, (Step{Slope: 1.5}.CurveOf().At(0.05)-Step{Slope: 1.5}.CurveOf().At(-0.05))/0.1, 0.15, "slope at mid-grey")
	rapid.Check(t, func(t *rapid.T) {
		c := Step{Slope: rapid.Float64Range(0.1, 3).Draw(t, "slope"), Toe: rapid.Float64Range(-3, 3).Draw(t, "toe"), Shoulder: rapid.Float64Range(-2, 1).Draw(t, "shoulder")}.CurveOf()
		for in := -12.0; in < 9; in += 0.05 {
			if c.At(in+0.05) < c.At(in) {
				t.Fatalf("falls at %.2f: %.4f, %.4f", in, c.At(in), c.At(in+0.05))
			}
		}
	})
	img := image.NewRGBA64(image.Rect(0, 0, 300, 1))
	for x := range 300 {
		v := uint16(65535 * Coded(math.Exp2(-8+8*float64(x)/299)))
		img.SetRGBA64(x, 0, color.RGBA64{v, v, v, 65535})
	}
	out := rendered(t, img, s)
	for x := range 300 {
		in := math.Log2(yAt(img, x, 0) / Grey)
		assert.InDelta(t, c.At(in), math.Log2(yAt(out, x, 0)/Grey), 0.01, "%.2f stops", in)
	}
}

// A tone opens shadows without changing what colour they are.
func TestAToneKeepsHue(t *testing.T) {
	c := colorful.Hcl(40, 0.12, 0.14).Clamped()
	r, g, b := c.RGB255()
	out := rendered(t, flat(2, 2, color.RGBA{r, g, b, 255}), Step{Kind: Tone, Toe: 1.2})
	r1, g1, b1 := lightAt(flat(1, 1, color.RGBA{r, g, b, 255}), 0, 0)
	r2, g2, b2 := lightAt(out, 0, 0)
	assert.Greater(t, g2, 1.5*g1)
	assert.InDelta(t, r1/g1, r2/g2, 0.05)
	assert.InDelta(t, b1/g1, b2/g2, 0.05)
}

// A band turns what lies in it, by another library's reckoning, and nothing else; greys never.
func TestABandOfHues(t *testing.T) {
	turned := Step{Kind: Band, HueDeg: 115, WidthDeg: 60, TurnDeg: 15, Chroma: -0.2, Lightness: 0.05}
	at := func(l, c, h float64) (gl, gc, gh float64) {
		img := image.NewRGBA64(image.Rect(0, 0, 1, 1))
		x := colorful.OkLch(l, c, h)
		require.True(t, x.IsValid())
		img.SetRGBA64(0, 0, color.RGBA64{uint16(x.R*65535 + .5), uint16(x.G*65535 + .5), uint16(x.B*65535 + .5), 65535})
		r, g, b, _ := rendered(t, img, turned).At(0, 0).RGBA()
		return colorful.Color{R: float64(r) / 65535, G: float64(g) / 65535, B: float64(b) / 65535}.OkLch()
	}
	l, c, h := at(0.6, 0.1, 115)
	assert.InDelta(t, 0.65, l, 0.001)
	assert.InDelta(t, 0.08, c, 0.001)
	assert.InDelta(t, 130, h, 0.3)
	for _, away := range []float64{70, 160, 250, 20} {
		l, c, h = at(0.6, 0.08, away)
		assert.InDelta(t, 0.6, l, 0.001, away)
		assert.InDelta(t, 0.08, c, 0.001, away)
		assert.InDelta(t, away, h, 0.3)
	}
	_, _, h = at(0.6, 0.1, 94)
	assert.Greater(t, h, 94.5, "near its edge a little")
	assert.Less(t, h, 107.0)
	l, _, _ = at(0.6, 0.003, 115)
	assert.InDelta(t, 0.6, l, 0.001, "a grey")
	all := rendered(t, flat(1, 1, color.RGBA{190, 90, 60, 255}), Step{Kind: Band, WidthDeg: 360, Chroma: -1})
	r, g, b := lightAt(all, 0, 0)
	assert.InDelta(t, r, g, 0.002)
	assert.InDelta(t, g, b, 0.002)
	for _, v := range []float32{0, 1e-6, 0.001, 0.18, 1, 3, -0.2} {
		assert.InDelta(t, math.Cbrt(float64(v)), float64(cbrt(v)), 1e-6)
	}
}

// Which comes first matters where it should, and what is of a place or of the finished size is worked at its own time
// wherever it is listed.
func TestOrder(t *testing.T) {
	img := flat(8, 8, color.RGBA{150, 120, 90, 255})
	level, tone := Step{Key: "l", Kind: Level, Stops: 1}, Step{Key: "t", Kind: Tone, Slope: 1.6}
	assert.NotEqual(t, rendered(t, img, level, tone).At(3, 3), rendered(t, img, tone, level).At(3, 3))
	noise := noisy(90, 60)
	sharp, crop := Step{Key: "s", Kind: Sharpen, RadiusPx: 1, Amount: 1}, Step{Key: "c", Kind: Crop, Box: &Box{0.2, 0.2, 0.5, 0.5}}
	assert.Equal(t, rendered(t, noise, sharp, crop, level), rendered(t, noise, level, crop, sharp))
}

// A mask is whole in its middle, gone beyond its edge, and the other way round outside.
func TestMasks(t *testing.T) {
	grey := flat(200, 100, color.RGBA{100, 100, 100, 255})
	was := yAt(grey, 0, 0)
	stops := func(m Mask, x, y int) float64 {
		return math.Log2(yAt(rendered(t, grey, Step{Kind: Local, Stops: 1, Mask: &m}), x, y) / was)
	}
	oval := Mask{Shape: Oval, Points: []Spot{{0.5, 0.5}}, Across: 0.2, Down: 0.1, Soft: 0.5}
	assert.InDelta(t, 1, stops(oval, 100, 50), 0.02)
	assert.InDelta(t, 0, stops(oval, 145, 50), 0.02)
	assert.InDelta(t, 0, stops(oval, 100, 75), 0.02)
	assert.InDelta(t, 0.5, stops(oval, 129, 50), 0.1, "half way through what is soft")
	turned := oval
	turned.TurnDeg = 90
	assert.InDelta(t, 0, stops(turned, 130, 50), 0.02)
	assert.InDelta(t, 1, stops(turned, 100, 66), 0.1)
	out := oval
	out.Outside = true
	assert.InDelta(t, 0, stops(out, 100, 50), 0.02)
	assert.InDelta(t, 1, stops(out, 3, 3), 0.02)
	assert.InDelta(t, 1, stops(out, 145, 50), 0.02)
	fade := Mask{Shape: Fade, Points: []Spot{{0.25, 0.5}, {0.75, 0.5}}}
	assert.InDelta(t, 1, stops(fade, 10, 20), 0.02)
	assert.InDelta(t, 0.5, stops(fade, 100, 90), 0.05)
	assert.InDelta(t, 0, stops(fade, 190, 20), 0.02)
	stroke := Mask{Shape: Stroke, Points: []Spot{{0.1, 0.5}, {0.5, 0.5}, {0.5, 0.9}}, Across: 0.04, Soft: 0.2}
	assert.InDelta(t, 1, stops(stroke, 60, 50), 0.02)
	assert.InDelta(t, 1, stops(stroke, 100, 80), 0.02)
	assert.InDelta(t, 0, stops(stroke, 60, 65), 0.02)
	assert.InDelta(t, 0, stops(stroke, 180, 50), 0.02)
	// On a part of the frame, turned or not, a mask lies where it lay.
	for _, turn := range []float64{0, 5} {
		crop := Step{Key: "c", Kind: Crop, Box: &Box{0.3, 0.2, 0.5, 0.6}, TurnDeg: turn}
		img := rendered(t, grey, Step{Key: "l", Kind: Local, Stops: 1, Mask: &oval}, crop)
		c := cutOf([]Step{crop}, 200, 100)
		m := oval.on(200, 100)
		for _, s := range []Spot{{0.2, 0.5}, {0.4, 0.5}, {0.6, 0.4}, {0.8, 0.3}} {
			x, y := int(s.X*float64(c.w)), int(s.Y*float64(c.h))
			fx, fy := c.place(Spot{(float64(x) + 0.5) / float64(c.w), (float64(y) + 0.5) / float64(c.h)})
			assert.InDelta(t, m.at(fx, fy), math.Log2(yAt(img, x, y)/was), 0.03)
		}
	}
}
