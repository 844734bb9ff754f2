package preview

import (
	"math"
	"math/rand/v2"
	"testing"

	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// However a pixel's samples fall on surfaces, three of them too, what it caught is their mean, and most of it is what most of them saw.
func TestNoLightIsLostBetweenThePiecesOfAPixel(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 4))
	for range 50 {
		var p pixel
		var straight, bounced, clean, albedo float64
		seen := map[int32]int{}
		turns := 0
		for k := range 24 {
			object := int32(rng.IntN(3))
			l := 100 * rng.Float64()
			got := first{straight: drawn{sun: light.White(l), full: light.White(100)}, albedo: light.White(0.2 + 0.2*float64(object)), clean: light.White(l / 3), object: object, n: upward, at: r3.Vec{X: 10 * rng.Float64(), Z: float64(object)}, across: 0.1}
			if k%3 == 0 {
				got.bounced = light.White(l / 2)
				bounced += l / 2
				turns++
			}
			p.add(&got, k%3 == 0)
			straight, clean, albedo = straight+l/24, clean+l/3/24, albedo+got.albedo.G/24
			seen[object]++
		}
		all := p.caught()
		assert.Equal(t, 24, p.samples())
		assert.InEpsilon(t, straight, all[straightLayer][1], 1e-5)
		assert.InEpsilon(t, bounced/float64(turns), all[bouncedLayer][1], 1e-5)
		assert.InEpsilon(t, clean, all[cleanLayer][1], 1e-5)
		assert.InEpsilon(t, albedo, (p.albedo[1]+p.beside.albedo[1])/24, 1e-5)
		assert.True(t, p.beside.mixed || p.count >= p.beside.count)
		assert.Equal(t, seen[p.object], int(p.count), "it is of one surface")
	}
}

// Two sides of one thing, and two floors of it at other heights, are other surfaces; one that bends within a pixel is one.
func TestAPieceIsOneSurface(t *testing.T) {
	at := func(x, z float64, n r3.Vec) *first {
		return &first{object: 1, n: unit(n), at: r3.Vec{X: x, Z: z}, across: 0.5, albedo: light.White(1)}
	}
	var p pixel
	p.add(at(0, 0, upward), false)
	assert.True(t, p.sees(at(40, 0, upward)), "far off in its plane, as at a flat angle")
	assert.True(t, p.sees(at(0.5, 0.3, r3.Vec{X: 0.3, Z: 1})), "bent")
	assert.False(t, p.sees(at(0, 0, r3.Vec{X: 1, Z: 0.5})), "another side")
	assert.False(t, p.sees(at(0, 5, upward)), "another floor")
	other := at(0, 0, upward)
	other.object = 2
	assert.False(t, p.sees(other), "another thing")
}

// corner is a bright floor beside a dark wall, half and half in the column between: few samples, most of them noise.
func corner(w, h, samples int) *film {
	f := newFilm(w, h)
	rng := rand.New(rand.NewPCG(5, 6))
	for i := range f.px {
		x := i % w
		for k := range samples {
			got := first{object: 1, n: upward, at: r3.Vec{X: float64(x), Y: float64(i / w)}, albedo: light.White(0.5), across: 1}
			lux := 100.0
			if x > w/2 || x == w/2 && k%2 == 1 {
				got.n, lux, got.albedo = r3.Vec{X: -1}, 20, light.White(0.1)
				got.at = r3.Vec{X: float64(w) / 2, Y: float64(i / w), Z: float64(x)}
			}
			got.straight = drawn{sun: got.albedo.Times(2 * lux * rng.Float64()), full: got.albedo.Times(150)}
			followed := k%4 == i%4
			if followed {
				got.bounced = got.albedo.Times(lux * rng.Float64())
			}
			f.px[i].add(&got, followed)
		}
	}
	return f
}

// Where two surfaces meet each has the light that it has beside the pixel: its own few samples are as noisy as any, and a mean of both
// would be neither.
func TestWhereSurfacesMeetEachHasItsOwnLight(t *testing.T) {
	const w, h = 31, 40
	f := corner(w, h, 4)
	out := f.denoise()
	want := (0.5*(100+50) + 0.1*(20+10)) / 2
	caught, smoothed := 0.0, 0.0
	for y := 2; y < h-2; y++ {
		at := y*w + w/2
		raw := f.px[at].caught()
		caught += math.Pow(float64(raw[straightLayer][1]+raw[bouncedLayer][1])-want, 2)
		smoothed += math.Pow(float64(out[3*at+1])-want, 2)
	}
	n := float64(h - 4)
	t.Logf("%.1f off as caught, %.1f smoothed, of %.1f", math.Sqrt(caught/n), math.Sqrt(smoothed/n), want)
	assert.Less(t, math.Sqrt(smoothed/n), 0.12*want)
	assert.Less(t, math.Sqrt(smoothed/n), 0.25*math.Sqrt(caught/n))
}

// Light that falls off as a surface bends is kept to the pixel; what hangs in its way by chance is smoothed.
func TestABendKeepsItsLightAndAShadowIsSmoothed(t *testing.T) {
	const w, h = 48, 32
	f := newFilm(w, h)
	rng := rand.New(rand.NewPCG(7, 8))
	bent := func(x int) float64 { return 60 + 30*math.Sin(float64(x)) } // a ripple of six pixels
	const open = 0.6
	for i := range f.px {
		x := i % w
		for range 3 {
			all, got := light.White(bent(x)), 0.0
			if rng.Float64() < open {
				got = 1
			}
			f.px[i].add(&first{object: 1, n: upward, at: r3.Vec{X: float64(x), Y: float64(i / w)}, albedo: light.White(0.5), across: 1,
				straight: drawn{open: all, seen: all.Times(got), hidden: all.Times(1 - got), full: all}}, false)
		}
	}
	out := f.denoise()
	off, ripple, n := 0.0, 0.0, 0.0
	for i := range f.px {
		if x, y := i%w, i/w; x > 4 && x < w-5 && y > 4 && y < h-5 {
			off += math.Pow(float64(out[3*i+1])-open*bent(x), 2)
			ripple += math.Pow(open*(bent(x)-60), 2)
			n++
		}
	}
	t.Logf("%.2f off a ripple of %.2f", math.Sqrt(off/n), math.Sqrt(ripple/n))
	assert.Less(t, math.Sqrt(off/n), 0.3*math.Sqrt(ripple/n))
}
