// Package preview renders a set as its camera would take it, by following light from
// the lens (path tracing, Kajiya 1986): the same windows, lamps, sun and cards as the
// light engine has, soft shadows, bounces, gloss and metal (GGX), glass and drinks that
// bend and absorb light, a thin lens, exposure, white balance and grain. It is
// deterministic by seed, comes something at once and better every moment, and can be
// stopped at any time.
package preview

import (
	"context"
	"image"
	"math"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/light"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/scene"
	"gonum.org/v1/gonum/spatial/r3"
)

// Options says how large and how fine a picture is.
type Options struct {
	LongPx  int   // pixels on the long side
	Samples int   // paths a pixel
	Seed    int64 // the same seed gives the same picture
	Raw     bool  // neither smoothed nor grained
}

// Shot is a set made ready to be rendered: what stands there, the lens, the exposure.
type Shot struct {
	stage *stage
	lens  lens
	dev   development
	W, H  int
}

// NewShot stands a set up, exposed and focused, for a picture of a long side.
func NewShot(s scene.Set, x exposure.Settings, focusMm float64, longPx int) *Shot {
	shot, _ := NewShotUntil(context.Background(), s, x, focusMm, longPx)
	return shot
}

// NewShotUntil is NewShot for one who may leave: it gives up with ctx's error.
func NewShotUntil(ctx context.Context, s scene.Set, x exposure.Settings, focusMm float64, longPx int) (*Shot, error) {
	across, up := s.Camera.FrameSensor()
	w, h := longPx, max(1, int(math.Round(float64(longPx)*up/across)))
	if up > across {
		w, h = max(1, int(math.Round(float64(longPx)*across/up))), longPx
	}
	right, upV, forward := s.Axes()
	image := s.ImageDistanceMm()
	objects, err := s.ObjectsUntil(ctx, scene.Smooth)
	if err != nil {
		return nil, err
	}
	shot := &Shot{stage: newStage(s, objects), W: w, H: h,
		lens: lens{at: s.Lens(), right: right, up: upV, forward: forward, across: across, high: up, image: image, radius: s.Camera.FocalMm / x.Aperture / 2, focus: focusMm}}
	if over, ok := s.SteamOver(); ok {
		shot.stage.steams(over, s.Lens())
		shot.stage.veil = newVeil(ctx, shot.stage.steam, &shot.lens)
	}
	m, err := optics.Magnification(s.Camera.FocalMm, s.Camera.DistanceMm)
	if err != nil {
		m = 0
	}
	metered := exposure.LuxFromEV100(exposure.EV100(optics.EffectiveNumber(x.Aperture, m, 1), x.Seconds, float64(x.ISO)))
	shot.dev = development{perLum: math.Pi / metered, balance: balance(ctx, s), iso: float64(x.ISO), noise: true}
	return shot, ctx.Err()
}

// balance is what makes the light on the dish neutral, luminance kept.
func balance(ctx context.Context, s scene.Set) light.RGB {
	h := s.Hero()
	e := light.NewEngineUntil(ctx, s.Lighting(), light.Search)
	c := e.At(r3.Add(h.Foot, r3.Vec{Z: h.HeightMm + 0.5}), r3.Vec{Z: 1}).Sum()
	y := c.Lux()
	return c.Each(func(part float64) float64 {
		if y > 0 && part > 0.05*y {
			return y / part
		}
		return 1
	})
}

// Step is a picture in the making.
type Step struct {
	Image   *image.RGBA
	Samples int     // paths a pixel so far
	Share   float64 // of all that is to be done, 0 to 1
}

// Run renders up to o.Samples paths a pixel on the mean and hands over a picture of one
// path in every fourth pixel first, then ever better ones. When ctx ends before that it
// returns the last picture that was handed over, and ctx's error.
func (s *Shot) Run(ctx context.Context, o Options, show func(Step)) (*image.RGBA, error) {
	stop := func() bool { return ctx.Err() != nil }
	dev := s.dev
	dev.seed, dev.noise = o.Seed, dev.noise && !o.Raw
	var last *image.RGBA
	hand := func(p Step) {
		if ctx.Err() == nil {
			last = p.Image
			show(p)
		}
	}
	finish := func(f *film) *image.RGBA {
		if o.Raw {
			return dev.develop(f.linear(), f.w, f.h)
		}
		return dev.develop(f.denoise(), f.w, f.h)
	}
	s.stage.cast(ctx, o.Samples*s.W*s.H, o.Seed)
	f := newFilm(s.W, s.H)
	f.until = ctx
	if show != nil && s.W > 240 && f.exposeFourth(s.stage, &s.lens, o.Seed, s.dev.perLum, stop) {
		quick, small := f.fourth(), dev
		small.noise = false
		hand(Step{Image: small.develop(larger(quick.denoise(), quick.w, quick.h, s.W, s.H), s.W, s.H), Share: 0.25 / float64(max(1, o.Samples))})
	}
	shown := 0
	for from := 0; from < o.Samples && ctx.Err() == nil; {
		more := round(from, o.Samples)
		if !s.more(f, from, more, o.Seed, stop) {
			break
		}
		if from += more; show != nil && from < o.Samples && from >= shownAgain*shown {
			shown = from
			hand(Step{Image: finish(f), Samples: from, Share: float64(from) / float64(o.Samples)})
		}
	}
	if ctx.Err() != nil {
		return last, ctx.Err()
	}
	img := finish(f)
	if show != nil {
		hand(Step{Image: img, Samples: o.Samples, Share: 1})
	}
	if ctx.Err() != nil {
		return last, ctx.Err()
	}
	return img, nil
}

// evenly is how many paths every pixel gets before the rest are shared out by need.
const evenly = 2

// How the paths after that are shared out: as many again as there are, at the most so many at once. Where the need is
// is known better each time, and highlights in glass are found by it; a round costs next to nothing.
const mostShared = 16

// shownAgain is how many times the paths of the picture shown before one must have to be shown: smoothing takes as long as a path.
const shownAgain = 3

// round is how many paths a pixel the next round gives, with so many done of all.
func round(done, all int) int {
	more := min(max(evenly, min(done, mostShared)), all-done)
	if all-done-more < more/2 {
		more = all - done // rather one long round than a short one after it
	}
	return more
}

// more takes a film further by so many paths a pixel on the mean.
func (s *Shot) more(f *film, from, more int, seed int64, stop func() bool) bool {
	if from < evenly {
		return f.expose(s.stage, &s.lens, from+more, seed, s.dev.perLum, stop)
	}
	return f.exposeMore(s.stage, &s.lens, f.byNeed(float64(more), seed), seed, s.dev.perLum, stop)
}

// larger draws a picture up to another size, bilinearly.
func larger(in []float32, w, h, W, H int) []float32 {
	out := make([]float32, 3*W*H)
	parallelRows(H, func(j int) {
		y := math.Max(0, (float64(j)+0.5)*float64(h)/float64(H)-0.5)
		j0 := min(int(y), h-1)
		j1 := min(j0+1, h-1)
		fy := float32(y - float64(j0))
		for i := range W {
			x := math.Max(0, (float64(i)+0.5)*float64(w)/float64(W)-0.5)
			i0 := min(int(x), w-1)
			i1 := min(i0+1, w-1)
			fx := float32(x - float64(i0))
			for c := range 3 {
				a, b := in[3*(j0*w+i0)+c], in[3*(j0*w+i1)+c]
				d, e := in[3*(j1*w+i0)+c], in[3*(j1*w+i1)+c]
				out[3*(j*W+i)+c] = (a*(1-fx)+b*fx)*(1-fy) + (d*(1-fx)+e*fx)*fy
			}
		}
	})
	return out
}

// Render draws an accepted set as exposed. The image lies as the camera does.
func Render(s scene.Set, x exposure.Settings, focusMm float64, o Options) *image.RGBA {
	img, _ := RenderUntil(context.Background(), s, x, focusMm, o)
	return img
}

// RenderUntil is Render for one who may leave: it gives up with ctx's error.
func RenderUntil(ctx context.Context, s scene.Set, x exposure.Settings, focusMm float64, o Options) (*image.RGBA, error) {
	shot, err := NewShotUntil(ctx, s, x, focusMm, o.LongPx)
	if err != nil {
		return nil, err
	}
	return shot.Run(ctx, o, nil)
}
