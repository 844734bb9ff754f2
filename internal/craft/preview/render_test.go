package preview

import (
	"context"
	"fmt"
	"math"
	"testing"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

func shotOf(s scene.Set, long int, change func(*exposure.Settings)) *Shot {
	r := scene.Read(s, scene.Wants{}, light.Search)
	x := r.Exposure
	if change != nil {
		change(&x)
	}
	return NewShot(s, x, r.FocusMm, long)
}

// caught exposes a film and returns it as pictured, before the tone curve: 1 is white.
func (s *Shot) caught(samples int, seed int64) []float32 {
	f := newFilm(s.W, s.H)
	f.every = 1
	f.expose(s.stage, &s.lens, samples, seed, 0, nil)
	out := f.linear()
	for i := range out {
		out[i] *= float32(s.dev.perLum)
	}
	return out
}

func meanOf(v []float32) float64 {
	sum := 0.0
	for _, x := range v {
		sum += float64(x)
	}
	return sum / float64(len(v))
}

func apart(a, b []float32) float64 {
	sum := 0.0
	for i := range a {
		d := float64(a[i] - b[i])
		sum += d * d
	}
	return math.Sqrt(sum / float64(len(a)))
}

func TestOneStopDoublesTheLight(t *testing.T) {
	dark := shotOf(scene.Start(), 60, func(x *exposure.Settings) { x.Seconds /= 4 }).caught(8, 1)
	bright := shotOf(scene.Start(), 60, func(x *exposure.Settings) { x.Seconds /= 2 }).caught(8, 1)
	for i := range dark {
		assert.InDelta(t, 2*dark[i], bright[i], 1e-5)
	}
}

func TestMeanOfTheSeedsConverges(t *testing.T) {
	s := shotOf(scene.Start(), 48, nil)
	truth := s.caught(512, 77)
	sum := make([]float32, len(truth))
	var off []float64
	for seed := range 16 {
		for i, v := range s.caught(8, int64(seed)) {
			sum[i] += v
		}
		if n := float32(seed + 1); n == 1 || n == 4 || n == 16 {
			mean := make([]float32, len(sum))
			for i := range sum {
				mean[i] = sum[i] / n
			}
			off = append(off, apart(mean, truth))
		}
	}
	t.Logf("off by %.4f, %.4f, %.4f of white after 1, 4, 16 seeds", off[0], off[1], off[2])
	assert.Less(t, off[1], 0.7*off[0])
	assert.Less(t, off[2], 0.7*off[1])
	assert.InEpsilon(t, meanOf(truth), meanOf(sum)/16, 0.01)
}

func TestTheSmoothedPictureIsNearerTheTruth(t *testing.T) {
	s := shotOf(scene.Start(), 96, nil)
	truth := s.caught(512, 77)
	f := newFilm(s.W, s.H)
	f.expose(s.stage, &s.lens, 4, 1, s.dev.perLum, nil)
	smooth := f.denoise()
	for i := range smooth {
		smooth[i] *= float32(s.dev.perLum)
	}
	raw, smoothed := apart(s.caught(4, 1), truth)/meanOf(truth), apart(smooth, truth)/meanOf(truth)
	t.Logf("four paths a pixel: %.3f of the mean off as caught, %.3f smoothed", raw, smoothed)
	assert.Less(t, smoothed, 0.8*raw)
	assert.InEpsilon(t, meanOf(truth), meanOf(smooth), 0.02, "no light is made by smoothing")
}

func TestSameSeedSamePictureAnyNumberOfSteps(t *testing.T) {
	s := scene.Start()
	r := scene.Read(s, scene.Wants{}, light.Search)
	a := Render(s, r.Exposure, r.FocusMm, Options{LongPx: 60, Samples: 6, Seed: 3})
	var seen []float64
	b, err := NewShot(s, r.Exposure, r.FocusMm, 60).Run(context.Background(), Options{Samples: 6, Seed: 3}, func(p Step) { seen = append(seen, p.Share) })
	require.NoError(t, err)
	assert.Equal(t, a.Pix, b.Pix)
	assert.NotEqual(t, a.Pix, Render(s, r.Exposure, r.FocusMm, Options{LongPx: 60, Samples: 6, Seed: 4}).Pix)
	assert.IsIncreasing(t, seen)
	assert.InDelta(t, 1, seen[len(seen)-1], 1e-12)
}

func TestStoppedAtAnyTime(t *testing.T) {
	s := shotOf(scene.Start(), 300, nil)
	ctx, stop := context.WithCancel(context.Background())
	shown := 0
	img, err := s.Run(ctx, Options{Samples: 4096, Seed: 1}, func(Step) {
		if shown++; shown == 2 {
			stop()
		}
	})
	assert.ErrorIs(t, err, context.Canceled)
	assert.NotNil(t, img, "what was done comes back")
	assert.Equal(t, 2, shown)
	img, err = s.Run(ctx, Options{Samples: 4, Seed: 1}, nil)
	assert.Error(t, err)
	assert.Nil(t, img)
}

func TestEveryVesselAndFoodDrawsAndNothingIsNotANumber(t *testing.T) {
	for _, kind := range []string{"plate", "bowl", "pot", "glass", "coupe", "mug"} {
		for _, form := range scene.Forms() {
			s := scene.Start()
			s.Vessel.Kind, s.Vessel.HeightMm, s.Food.Form = kind, 90, form
			shot := shotOf(s, 36, nil)
			for _, v := range shot.caught(4, 1) {
				if v != v || v < -1 || v > 1e4 { // what is hidden is taken off what is known, and few paths may take too much
					t.Fatalf("%s with %s: %v", kind, form, v)
				}
			}
		}
	}
}

func TestCornersInALineAreNoSurface(t *testing.T) {
	s := emptyStage(light.Set{})
	a, b := r3.Vec{X: -31.7, Y: 2.3, Z: 10}, r3.Vec{X: 44.1, Y: 9.7, Z: 13}
	s.triangle(a, b, r3.Scale(0.5, r3.Add(a, b)), upward, upward, upward, 0)
	assert.Empty(t, s.tris)
	s.triangle(a, b, r3.Vec{Y: 30}, upward, upward, upward, 0)
	assert.Len(t, s.tris, 1)
}

func TestAStrayPathIsHeldAndAHighlightKept(t *testing.T) {
	f := newFilm(9, 9)
	for i := range f.px {
		for range 16 {
			f.px[i].add(&first{straight: drawn{sun: light.White(1)}, albedo: light.White(0.5), n: upward, at: r3.Vec{X: float64(i % 9), Y: float64(i / 9)}, clean: light.White(0.1)}, true)
		}
	}
	stray, highlight := &f.px[3*9+3], &f.px[6*9+6]
	stray.add(&first{straight: drawn{sun: light.White(1)}, albedo: light.White(0.5), n: upward, at: r3.Vec{X: 3, Y: 3}, clean: light.White(600)}, true)
	highlight.clean, highlight.shine = [3]float32{320, 320, 320}, 16*400 // every path of it shows 20
	out := f.denoise()
	assert.Less(t, out[3*(3*9+3)], float32(1.5), "one path of seventeen")
	assert.Greater(t, out[3*(6*9+6)], float32(15), "all sixteen")
}

func TestADilutedDrinkLooksDiluted(t *testing.T) {
	middle := func(strength float64) float64 {
		s := scene.StartFor("level", "drink")
		s.Food.Colour, s.Food.Strength, s.Food.Garnish = "#8e2f4c", strength, ""
		s.Backdrop.On, s.Backdrop.Colour, s.Backdrop.YMm = true, "#e8e6e0", 800
		shot := shotOf(s, 60, func(x *exposure.Settings) { *x = exposure.Settings{Aperture: 8, Seconds: 1, ISO: 100} })
		v := shot.caught(64, 1)
		sum := 0.0
		for j := shot.H * 45 / 100; j < shot.H*60/100; j++ {
			for i := shot.W * 48 / 100; i < shot.W*52/100; i++ {
				sum += float64(v[3*(j*shot.W+i)+1])
			}
		}
		return sum
	}
	full, half, weak := middle(1), middle(0.4), middle(0.1)
	assert.Greater(t, half, 1.3*full)
	assert.Greater(t, weak, 1.3*half)
}

// BenchmarkRender says how long the first picture takes, and a fair one.
func BenchmarkRender(b *testing.B) {
	s := scene.Start()
	r := scene.Read(s, scene.Wants{}, light.Search)
	b.Run("first picture, 640 × 427, from nothing", func(b *testing.B) {
		for b.Loop() {
			ctx, stop := context.WithCancel(context.Background())
			_, _ = NewShot(s, r.Exposure, r.FocusMm, 640).Run(ctx, Options{Samples: 8, Seed: 1}, func(Step) { stop() })
			stop()
		}
	})
	for _, n := range []int{2, 5, 8} { // five are good: TestHowFarFromTheTruth
		for _, steps := range []bool{false, true} {
			b.Run(fmt.Sprintf("%d paths, 640 × 427, from nothing, steps shown %v", n, steps), func(b *testing.B) {
				show := func(Step) {}
				if !steps {
					show = nil
				}
				for b.Loop() {
					_, _ = NewShot(s, r.Exposure, r.FocusMm, 640).Run(context.Background(), Options{Samples: n, Seed: 1}, show)
				}
			})
		}
	}
}

// BenchmarkRays says how many rays a second one core follows to the first surface, and
// how long a large picture takes.
func BenchmarkRays(b *testing.B) {
	shot := shotOf(scene.Start(), 640, nil)
	b.Run("to the first surface, one core", func(b *testing.B) {
		i := 0
		for b.Loop() {
			i++
			o, d := shot.lens.ray(float64(i%640)/640, float64(i/640%427)/427, 0.5, 0.5)
			var h spot
			shot.stage.meet(o, d, math.Inf(1), &h)
		}
		b.ReportMetric(float64(b.N)/b.Elapsed().Seconds()/1e6, "Mrays/s")
	})
	b.Run("1600 × 1067, eight paths", func(b *testing.B) {
		large := shotOf(scene.Start(), 1600, nil)
		for b.Loop() {
			_, _ = large.Run(context.Background(), Options{Samples: 8, Seed: 1}, func(Step) {})
		}
	})
}

// BenchmarkGrowth says how the cost of a picture grows with things and lights.
func BenchmarkGrowth(b *testing.B) {
	for _, c := range []struct{ things, lamps int }{{0, 0}, {8, 0}, {32, 0}, {64, 0}, {0, 3}, {0, 6}} {
		s := scene.Start()
		for i := range c.things {
			s.Things = append(s.Things, scene.Thing{Name: "Thing", Kind: []string{"tiny bowl", "fork", "mug", "scatter"}[i%4], On: true, XMm: 480 + float64(i%8)*90, YMm: 180 + float64(i/8)*70, TurnDeg: float64(i * 37), WidthMm: 50, DepthMm: 130, HeightMm: 35, Colour: "#887766", Finish: "satin"})
		}
		for i := range c.lamps {
			s.Lights = append(s.Lights, scene.Light{Name: "Lamp", On: true, Kind: "softbox", XMm: 200 + 200*float64(i), YMm: 1300, ZMm: 700, WidthMm: 300, HeightMm: 300, FacingDeg: 180, TiltDeg: -20, LuxAt1m: 500, Kelvin: 5600, Outside: []scene.Outside{}})
		}
		shot := shotOf(s, 320, nil)
		b.Run(fmt.Sprintf("%d things, %d lamps beside the window", c.things, c.lamps), func(b *testing.B) {
			for b.Loop() {
				newFilm(shot.W, shot.H).expose(shot.stage, &shot.lens, 4, 1, shot.dev.perLum, nil)
			}
		})
	}
}
