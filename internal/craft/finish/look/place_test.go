package look

import (
	"context"
	"image"
	"image/color"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A crop is the frame's own pixels.
func TestACropIsTheFramesOwnPixels(t *testing.T) {
	img := noisy(200, 120)
	out := rendered(t, img, Step{Kind: Crop, Box: &Box{0.25, 0.1, 0.5, 0.8}})
	require.Equal(t, image.Rect(0, 0, 100, 96), out.Bounds())
	for y := range 96 {
		for x := range 100 {
			require.Equal(t, img.At(50+x, 12+y), out.At(x, y))
		}
	}
}

// A frame that was held aslant stands straight again, and has no empty corner.
func TestStraightening(t *testing.T) {
	const w, h = 300, 200
	// A dark line rises by 6 degrees to the right through the middle, as by a camera that was turned clockwise.
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	slope := math.Tan(6 * math.Pi / 180)
	for y := range h {
		for x := range w {
			d := math.Abs(float64(y)-h/2+slope*(float64(x)-w/2)) * math.Cos(6*math.Pi/180)
			v := uint8(40 + 180*math.Min(1, d/4))
			img.SetRGBA(x, y, color.RGBA{v, v, v, 255})
		}
	}
	out := rendered(t, img, Step{Kind: Crop, Box: &Box{0, 0, 1, 1}, TurnDeg: 6})
	size := out.Bounds()
	require.Less(t, size.Dx(), w)
	darkest := func(x int) (at int) {
		for y := range size.Dy() {
			if yAt(out, x, y) < yAt(out, x, at) {
				at = y
			}
		}
		return at
	}
	assert.InDelta(t, darkest(size.Dx()/2), darkest(5), 1)
	assert.InDelta(t, darkest(size.Dx()/2), darkest(size.Dx()-6), 1)
	rapid.Check(t, func(t *rapid.T) {
		b := Box{X: rapid.Float64Range(0, 0.5).Draw(t, "x"), Y: rapid.Float64Range(0, 0.5).Draw(t, "y"), W: rapid.Float64Range(0.05, 0.5).Draw(t, "w"), H: rapid.Float64Range(0.05, 0.5).Draw(t, "h")}
		s := Step{Kind: Crop, Box: &b, TurnDeg: rapid.Float64Range(-MostTurnDeg, MostTurnDeg).Draw(t, "turn")}
		c := s.cut(600, 400)
		for _, corner := range []Spot{{0, 0}, {1, 0}, {0, 1}, {1, 1}} {
			if x, y := c.place(corner); x < -1 || y < -1 || x > 601 || y > 401 {
				t.Fatalf("corner %v lies at %.1f, %.1f", corner, x, y)
			}
		}
	})
}

// Where a picture that is made twice as small is turned, it is the same picture.
func TestASmallerPictureIsTheSame(t *testing.T) {
	large := image.NewRGBA(image.Rect(0, 0, 800, 600))
	for y := range 600 {
		for x := range 800 {
			large.SetRGBA(x, y, color.RGBA{uint8(128 + 100*math.Sin(float64(x)/60)), uint8(128 + 90*math.Cos(float64(y)/70)), uint8(128 + 80*math.Sin(float64(x+y)/90)), 255})
		}
	}
	small := image.NewRGBA(image.Rect(0, 0, 400, 300))
	for y := range 300 {
		for x := range 400 {
			small.Set(x, y, large.At(2*x, 2*y))
		}
	}
	steps := []Step{}
	for _, s := range everything() {
		if s.Kind != Grain {
			steps = append(steps, s)
		}
	}
	full := rendered(t, large, steps...)
	half, err := Render(context.Background(), small, steps, 0.5)
	require.NoError(t, err)
	require.InDelta(t, full.Bounds().Dx(), 2*half.Bounds().Dx(), 2)
	for y := 5; y < half.Bounds().Dy()-5; y += 7 {
		for x := 5; x < half.Bounds().Dx()-5; x += 7 {
			assert.InDelta(t, Coded(yAt(full, 2*x, 2*y)), Coded(yAt(half, x, y)), 0.035, "%d, %d", x, y)
		}
	}
}

// A spot is covered from beside it and has the light of where it lies.
func TestASpotIsMended(t *testing.T) {
	ground := func(x int) uint8 { return uint8(90 + x/4) } // lighter to the right
	img := image.NewRGBA(image.Rect(0, 0, 400, 200))
	for y := range 200 {
		for x := range 400 {
			v := ground(x)
			if math.Hypot(float64(x-200), float64(y-100)) < 9 {
				v = 20
			}
			img.SetRGBA(x, y, color.RGBA{v, v, v, 255})
		}
	}
	out := rendered(t, img, Step{Kind: Mend, At: &Spot{0.5, 0.5}, From: &Spot{0.75, 0.5}, Radius: 0.05})
	for _, d := range []image.Point{{0, 0}, {5, 3}, {-8, 2}, {15, 0}, {-19, 0}, {0, 19}} {
		x, y := 200+d.X, 100+d.Y
		assert.InDelta(t, float64(ground(x)), 255*Coded(yAt(out, x, y)), 6, "%v from the middle", d)
	}
	assert.Equal(t, img.At(300, 100), out.At(300, 100), "where it was taken from is as it was")
	assert.Equal(t, img.At(170, 100), out.At(170, 100))
	// At the edge of the frame, and from beyond it, nothing breaks.
	for _, s := range []Step{{At: &Spot{0, 0}, From: &Spot{1, 1}}, {At: &Spot{1, 1}, From: &Spot{0.99, 1}}, {At: &Spot{0.5, 1}, From: &Spot{0.5, 0}}} {
		s.Kind, s.Radius = Mend, 0.3
		rendered(t, img, s)
	}
}

// Sharpening is what the plain sum over the neighbours says, across the joints of the rows that are worked together too.
func TestSharpeningAgainstThePlainSum(t *testing.T) {
	const w, h, sigma, amount = 60, 250, 1.5, 0.8
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			v := uint8(110 + 40*math.Sin(float64(x)/3) + 30*math.Cos(float64(y)/4))
			img.SetRGBA(x, y, color.RGBA{v, v, v, 255})
		}
	}
	out := rendered(t, img, Step{Kind: Sharpen, RadiusPx: sigma, Amount: amount})
	for _, p := range []image.Point{{30, 30}, {30, 95}, {30, 96}, {30, 97}, {30, 191}, {30, 192}, {0, 0}, {59, 249}, {1, 100}} {
		sum, weights := 0.0, 0.0
		for dy := -5; dy <= 5; dy++ {
			for dx := -5; dx <= 5; dx++ {
				k := math.Exp(-float64(dx*dx+dy*dy) / (2 * sigma * sigma))
				sum += k * yAt(img, min(w-1, max(0, p.X+dx)), min(h-1, max(0, p.Y+dy)))
				weights += k
			}
		}
		y := yAt(img, p.X, p.Y)
		want := y + amount*(y-sum/weights)
		assert.InDelta(t, Coded(want), Coded(yAt(out, p.X, p.Y)), 1.0/255, "%v", p)
	}
	even := flat(50, 50, color.RGBA{120, 60, 30, 255})
	assert.Equal(t, even.At(20, 20), rendered(t, even, Step{Kind: Sharpen, RadiusPx: 3, Amount: 2}).At(20, 20), "nothing to sharpen")
}

// Grain has the deviation that it was given, no mean of its own, and is the same again.
func TestGrain(t *testing.T) {
	grey := flat(400, 300, color.RGBA{118, 118, 118, 255})
	out := rendered(t, grey, Step{Kind: Grain, RadiusPx: 1, Amount: 0.2})
	was := yAt(grey, 0, 0)
	n, sum, square := 0.0, 0.0, 0.0
	for y := range 300 {
		for x := range 400 {
			d := math.Log2(yAt(out, x, y) / was)
			n, sum, square = n+1, sum+d, square+d*d
		}
	}
	assert.InDelta(t, 0, sum/n, 0.005)
	assert.InDelta(t, 0.2*(1-was), math.Sqrt(square/n), 0.01)
	white := flat(50, 50, color.RGBA{255, 255, 255, 255})
	assert.Equal(t, white.At(9, 9), rendered(t, white, Step{Kind: Grain, RadiusPx: 1, Amount: 1}).At(9, 9))
}

// What cannot be carried out is said by its field.
func TestWhatALookCannotBe(t *testing.T) {
	for path, s := range map[string]Step{
		"steps.0.kind": {Key: "a", Kind: "paint"}, "steps.0.key": {Kind: Level}, "steps.0.mask": {Key: "a", Kind: Local}, "steps.0.mask.points": {Key: "a", Kind: Local, Mask: &Mask{Shape: Fade}},
		"steps.0.mask.across": {Key: "a", Kind: Local, Mask: &Mask{Shape: Oval, Points: []Spot{{}}}}, "steps.0.mask.shape": {Key: "a", Kind: Local, Mask: &Mask{Shape: "star"}},
		"steps.0.box": {Key: "a", Kind: Crop, Box: &Box{0.6, 0, 0.5, 1}}, "steps.0.turnDeg": {Key: "a", Kind: Crop, Box: &Box{0, 0, 1, 1}, TurnDeg: 30}, "steps.0.at": {Key: "a", Kind: Mend},
		"steps.0.kelvin": {Key: "a", Kind: White, Kelvin: 300}} {
		found := Check([]Step{s})
		require.Len(t, found, 1, path)
		assert.Equal(t, path, found[0].Path)
	}
	assert.Len(t, Check([]Step{{Key: "a", Kind: Level}, {Key: "a", Kind: Level}}), 1)
	assert.Len(t, Check(make([]Step, Most+1)), 1)
	assert.Empty(t, Check(everything()))
}

// Whatever steps are allowed, a picture comes out.
func FuzzRender(f *testing.F) {
	f.Add(0.5, 3000.0, 1.2, 0.3, 110.0, 0.4, 0.2, 3.0)
	img := noisy(37, 23)
	f.Fuzz(func(t *testing.T, stops, kelvin, slope, toe, hue, x, size, turn float64) {
		steps := everything()
		steps[1].Stops, steps[2].Kelvin, steps[3].Slope, steps[3].Toe, steps[4].HueDeg, steps[5].Mask.Points[0].X, steps[5].Mask.Across, steps[9].TurnDeg = stops, kelvin, slope, toe, hue, x, size, turn
		steps[8].Radius, steps[8].From.X = size, x
		for _, v := range []float64{stops, kelvin, slope, toe, hue, x, size, turn} {
			if math.IsNaN(v) || math.Abs(v) > 1e4 {
				t.Skip()
			}
		}
		if len(Check(steps)) > 0 || slope < 0 || slope > 3 || math.Abs(toe) > 3 || x < 0 || x > 1 || size < 0 || size > 1 || math.Abs(stops) > 5 {
			t.Skip()
		}
		out, err := Render(context.Background(), img, steps, 1)
		require.NoError(t, err)
		require.False(t, out.Bounds().Empty())
	})
}

// The quick power of two is the slow one.
func TestThePowerOfTwo(t *testing.T) {
	for x := -20.0; x < 20; x += 0.013 {
		assert.InEpsilon(t, math.Exp2(x), float64(exp2(float32(x))), 5e-6)
	}
}
