package even

import (
	"context"
	"image"
	"image/color"
	"math"
	"math/rand/v2"
	"testing"

	"figladder/internal/craft/finish/look"

	"github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var hero = look.Box{X: 0.3, Y: 0.3, W: 0.4, H: 0.4}

// shot is a made-up frame: a ground with light that falls off and a grain of its own, a hero that is another one each time,
// and a prop that stands elsewhere each time.
func shot(seed uint64, ground colorful.Color) *image.RGBA {
	r := rand.New(rand.NewPCG(seed, 1))
	img := image.NewRGBA(image.Rect(0, 0, 240, 160))
	gr, gg, gb := ground.LinearRgb()
	dish := colorful.Hcl(360*r.Float64(), 0.2+0.3*r.Float64(), 0.3+0.5*r.Float64()).Clamped()
	dr, dg, db := dish.LinearRgb()
	px, py, pr := 0.1+0.8*r.Float64(), 0.05+0.1*r.Float64(), 0.03+0.05*r.Float64()
	for y := range 160 {
		for x := range 240 {
			fx, fy := float64(x)/240, float64(y)/160
			k := (1.15 - 0.3*fx) * (1 + 0.05*(r.Float64()-0.5))
			c := [3]float64{gr * k, gg * k, gb * k}
			if math.Hypot((fx-0.5)/0.19, (fy-0.5)/0.19) < 1 {
				c = [3]float64{dr * k, dg * k, db * k}
			}
			if math.Hypot(fx-px, (fy-py)*2/3) < pr {
				c = [3]float64{0.5 * k, 0.45 * k, 0.02 * k}
			}
			put(img, x, y, c)
		}
	}
	return img
}

func put(img *image.RGBA, x, y int, c [3]float64) {
	v := colorful.LinearRgb(c[0], c[1], c[2]).Clamped()
	r, g, b := v.RGB255()
	img.SetRGBA(x, y, color.RGBA{r, g, b, 255})
}

// taken is a frame as a camera would have it whose exposure and white were off: by the other way round than a look goes.
func taken(img *image.RGBA, stops, kelvin, tint float64) *image.RGBA {
	out := image.NewRGBA(img.Bounds())
	cast := look.Whitened([3]float64{1, 0, 0}, kelvin, tint)
	castG, castB := look.Whitened([3]float64{0, 1, 0}, kelvin, tint), look.Whitened([3]float64{0, 0, 1}, kelvin, tint)
	for y := range 160 {
		for x := range 240 {
			r, g, b, _ := img.At(x, y).RGBA()
			lr, lg, lb := colorful.Color{R: float64(r) / 65535, G: float64(g) / 65535, B: float64(b) / 65535}.LinearRgb()
			k := math.Exp2(stops)
			var c [3]float64
			for i := range c {
				c[i] = k * (lr*cast[i] + lg*castG[i] + lb*castB[i])
			}
			put(out, x, y, c)
		}
	}
	return out
}

// evened reads a frame as its steps make it.
func evened(t *testing.T, img image.Image, steps []look.Step) Read {
	t.Helper()
	require.Empty(t, look.Check(steps))
	out, err := look.Render(context.Background(), img, steps, 1)
	require.NoError(t, err)
	r, ok := Of(out, hero)
	require.True(t, ok)
	return r
}

// Twelve frames of other dishes on one ground, each by another level and white, come back within 0.05 stop and ΔE 1 of the one
// that was right.
func TestTwelveFramesComeTogether(t *testing.T) {
	for name, ground := range map[string]colorful.Color{"linen": colorful.Hcl(80, 0.08, 0.75).Clamped(), "slate": colorful.Hcl(250, 0.03, 0.38).Clamped(), "oak": colorful.Hcl(60, 0.25, 0.5).Clamped(), "leaf": colorful.Hcl(130, 0.2, 0.45).Clamped()} {
		right, ok := Of(shot(100, ground), hero)
		require.True(t, ok)
		for i := range 12 {
			r := rand.New(rand.NewPCG(uint64(i), 9))
			stops, kelvin, tint := 1.4*r.Float64()-0.9, 1e6/(1e6/6504+120*(r.Float64()-0.5)), 16*(r.Float64()-0.5)
			img := taken(shot(uint64(i), ground), stops, kelvin, tint)
			was, ok := Of(img, hero)
			require.True(t, ok)
			got := evened(t, img, Match(was, right, Wants{Level: true, White: true}))
			de, _ := Apart(got, right)
			level := math.Log2(luminance(got.Ground) / luminance(right.Ground))
			assert.Less(t, de, 1.0, "%s %d: %.2f stops, %.0f K, %.1f", name, i, stops, kelvin, tint)
			assert.InDelta(t, 0, level, 0.05, "%s %d", name, i)
		}
	}
}

// A frame that is right is left alone, and one by level only gets no white.
func TestWhatIsRightStays(t *testing.T) {
	ground := colorful.Hcl(80, 0.08, 0.7).Clamped()
	right, _ := Of(shot(1, ground), hero)
	assert.Empty(t, Match(right, right, Wants{Level: true, White: true, Contrast: true}))
	dark, _ := Of(taken(shot(1, ground), -1, look.Daylight, 0), hero)
	steps := Match(dark, right, Wants{Level: true})
	require.Len(t, steps, 1)
	assert.Equal(t, look.Level, steps[0].Kind)
	assert.InDelta(t, 1, steps[0].Stops, 0.03)
	_, ok := Of(image.NewRGBA(image.Rect(0, 0, 50, 50)), hero)
	assert.False(t, ok, "nothing but black")
}

// A frame whose lens draws its shadows darker has them opened, its ground as light as before; one whose lens draws them lighter
// is left.
func TestShadowsOfAnotherLensAreOpened(t *testing.T) {
	ground := colorful.Hcl(80, 0.05, 0.6).Clamped()
	plain := shot(3, ground)
	for y := 120; y < 160; y++ { // a deep shadow along the front
		for x := range 240 {
			put(plain, x, y, [3]float64{0.016, 0.015, 0.014})
		}
	}
	right, _ := Of(plain, hero)
	through := func(toe float64) (image.Image, Read) {
		img, err := look.Render(context.Background(), plain, []look.Step{{Key: "t", Kind: look.Tone, Toe: toe}}, 1)
		require.NoError(t, err)
		r, _ := Of(img, hero)
		return img, r
	}
	under := func(r Read) float64 { return math.Log2(luminance(r.Ground)/look.Grey) - at(r.tones, tail) }
	img, was := through(-0.7)
	require.Greater(t, under(was), under(right)+0.4)
	steps := Match(was, right, Wants{Level: true, White: true, Shadows: true})
	got := evened(t, img, steps)
	assert.InDelta(t, under(right), under(got), 0.1)
	assert.InDelta(t, 0, math.Log2(luminance(got.Ground)/luminance(right.Ground)), 0.05)
	for _, st := range Match(was, right, Wants{Level: true, White: true}) {
		assert.NotEqual(t, look.Tone, st.Kind, "only where it is asked for")
	}
	_, lighter := through(0.7)
	for _, st := range Match(lighter, right, Wants{Level: true, White: true, Shadows: true}) {
		assert.NotEqual(t, look.Tone, st.Kind, "nothing is darkened")
	}
}

// A frame that was made harder comes back.
func TestContrastComesBack(t *testing.T) {
	ground := colorful.Hcl(80, 0.05, 0.6).Clamped()
	plain, right := shot(0, ground), Read{}
	for seed := uint64(0); right.Spread < 1.2; seed++ { // one that has a light and a dark part
		plain = shot(seed, ground)
		right, _ = Of(plain, hero)
	}
	for _, slope := range []float64{0.8, 1.25} {
		hard, err := look.Render(context.Background(), plain, []look.Step{{Key: "l", Kind: look.Level, Stops: 0.4}, {Key: "t", Kind: look.Tone, Slope: slope}}, 1)
		require.NoError(t, err)
		was, _ := Of(hard, hero)
		require.Greater(t, math.Abs(was.Spread-right.Spread), 0.1)
		got := evened(t, hard, Match(was, right, Wants{Level: true, White: true, Contrast: true}))
		assert.InDelta(t, right.Spread, got.Spread, 0.06)
		assert.InDelta(t, 0, math.Log2(luminance(got.Ground)/luminance(right.Ground)), 0.05)
	}
}
