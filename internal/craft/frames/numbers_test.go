package frames

import (
	"context"
	"image"
	"image/color"
	"math"
	"testing"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/scene"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// made is a picture made pixel by pixel.
func made(w, h int, at func(x, y int) color.RGBA) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			img.SetRGBA(x, y, at(x, y))
		}
	}
	return img
}

func grey(v float64) color.RGBA {
	c := uint8(math.Max(0, math.Min(255, math.Round(v))))
	return color.RGBA{c, c, c, 255}
}

var middle = Box{0.25, 0.25, 0.5, 0.5}

func codes(n Numbers) []string {
	out := []string{}
	for _, f := range n.Findings {
		out = append(out, f.Code)
	}
	return out
}

func of(t *testing.T, n Numbers, key string) float64 {
	t.Helper()
	for _, r := range n.Readings {
		if r.Key == key {
			assert.NotEmpty(t, r.Working, key)
			return r.Value
		}
	}
	t.Fatalf("no %s in %+v", key, n.Readings)
	return 0
}

func read(t *testing.T, img image.Image, hero Box) Numbers {
	t.Helper()
	n, err := Read(t.Context(), img, hero)
	require.NoError(t, err)
	return n
}

// A corner that is clipped and one that is blocked come to their shares, and to their places.
func TestClippedAndBlocked(t *testing.T) {
	img := made(240, 160, func(x, y int) color.RGBA {
		switch {
		case x < 60 && y < 40: // a sixteenth
			return color.RGBA{255, 200, 180, 255}
		case x >= 120 && y >= 80: // a quarter
			return color.RGBA{3, 2, 4, 255}
		}
		return grey(120)
	})
	n := read(t, img, middle)
	assert.InDelta(t, 100.0/16, of(t, n, "clipped"), 1e-9)
	assert.InDelta(t, 25, of(t, n, "blocked"), 1e-9)
	assert.Subset(t, codes(n), []string{"frame-clipped", "frame-blocked"})
	assert.Equal(t, 1.0, n.Clipped[0])
	assert.Zero(t, n.Clipped[columns-1])
	for _, f := range n.Findings {
		if f.Code == "frame-clipped" {
			assert.Contains(t, f.Measure, "at the top, left")
			assert.Equal(t, finding.Care, f.Severity)
		}
	}
	assert.Equal(t, 1.0, n.Histogram[120*steps/256])
	assert.Positive(t, n.Histogram[0])
}

// Edges of a known blur are read as that, within a tenth and the half pixel that pixels are.
func TestBlurIsReadAsItIs(t *testing.T) {
	for _, sigma := range []float64{0.6, 1, 1.5, 2.2, 3, 4} {
		img := made(480, 320, func(x, _ int) color.RGBA { return grey(90 + 100*edges(x, sigma)) })
		n := read(t, img, middle)
		assert.InDelta(t, sigma, of(t, n, "blur"), 0.1*sigma+0.25, "%v", sigma)
	}
}

// edges go up and down every 40 px, blurred by σ.
func edges(x int, sigma float64) float64 {
	d := math.Mod(float64(x)+0.5, 80)
	up := func(at float64) float64 { return 0.5 * (1 + math.Erf((d-at)/(sigma*math.Sqrt2))) }
	return up(20) - up(60)
}

// A hero that is soft is told as soft; beside something sharp, that the focus lies there; the map shows where.
func TestWhereItIsSharp(t *testing.T) {
	soft := read(t, made(2048, 512, func(x, _ int) color.RGBA { return grey(90 + 100*edges(x, 3)) }), middle)
	assert.Contains(t, codes(soft), "frame-soft")
	fine := read(t, made(2048, 512, func(x, _ int) color.RGBA { return grey(90 + 100*edges(x, 0.7)) }), middle)
	assert.NotContains(t, codes(fine), "frame-soft")
	left := read(t, made(2048, 512, func(x, _ int) color.RGBA {
		if x < 400 {
			return grey(90 + 100*edges(x, 0.7))
		}
		return grey(90 + 100*edges(x, 3))
	}), middle)
	assert.Contains(t, codes(left), "frame-focus-elsewhere")
	assert.NotContains(t, codes(left), "frame-soft", "said once")
	assert.Less(t, left.Sharp[4*columns], 1.2)
	assert.InDelta(t, 3, left.Sharp[4*columns+6], 0.6)
	grain := read(t, made(2048, 512, func(x, y int) color.RGBA {
		if x < 400 {
			return grey(100 + 60*float64((x*7+y*13)%3)) // noise is sharper than any edge
		}
		return grey(90 + 100*edges(x, 0.8))
	}), middle)
	assert.NotContains(t, codes(grain), "frame-focus-elsewhere", "the hero is sharp enough")
	flat := read(t, made(300, 200, func(int, int) color.RGBA { return grey(120) }), middle)
	assert.Equal(t, -1.0, flat.Sharp[0], "no edge tells nothing")
	for _, r := range flat.Readings {
		assert.NotEqual(t, "blur", r.Key)
	}
	// A large file is judged as it is looked at: the same blur in twice the pixels is half as soft.
	large := read(t, made(4096, 256, func(x, _ int) color.RGBA { return grey(90 + 100*edges(x, 2)) }), middle)
	assert.InDelta(t, 1, of(t, large, "blur"), 0.25)
}

// A cast is named by its side and size; colours of food are none.
func TestACast(t *testing.T) {
	for name, add := range map[string][3]float64{"yellow": {10, 5, -10}, "blue": {-7, -1, 11}, "green": {-9, 6, -7}, "pink": {9, -7, 4}} {
		n := read(t, made(300, 200, func(x, y int) color.RGBA {
			if x > 200 && y > 120 {
				return color.RGBA{170, 60, 30, 255} // food
			}
			v := 150 + 20*math.Sin(float64(x))
			return color.RGBA{uint8(v + add[0]), uint8(v + add[1]), uint8(v + add[2]), 255}
		}), middle)
		require.Contains(t, codes(n), "frame-cast", name)
		for _, f := range n.Findings {
			if f.Code == "frame-cast" {
				assert.Contains(t, f.Measure, name)
			}
		}
	}
	plain := read(t, made(300, 200, func(x, _ int) color.RGBA { return grey(150 + 20*math.Sin(float64(x))) }), middle)
	assert.Less(t, of(t, plain, "cast"), 0.5)
	assert.NotContains(t, codes(plain), "frame-cast")
}

// The hero against what is round it: brighter is well, darker or alike is told.
func TestTheHeroAgainstTheRest(t *testing.T) {
	with := func(hero, rest float64) Numbers {
		return read(t, made(400, 300, func(x, y int) color.RGBA {
			if (image.Point{X: x, Y: y}).In(image.Rect(100, 75, 300, 225)) {
				return grey(hero)
			}
			return grey(rest)
		}), middle)
	}
	assert.Contains(t, codes(with(80, 150)), "frame-hero-dim")
	assert.Contains(t, codes(with(121, 120)), "frame-hero-merges")
	bright := with(180, 90)
	assert.NotContains(t, codes(bright), "frame-hero-dim")
	assert.NotContains(t, codes(bright), "frame-hero-merges")
	assert.InDelta(t, 73.4-38.3, of(t, bright, "hero-light"), 1, "L* of codes 180 and 90")
}

// Anything is read: nothing, a pixel, a box outside; and reading ends with its context.
func TestAnythingIsRead(t *testing.T) {
	for _, size := range [][2]int{{0, 0}, {1, 1}, {2, 3}, {7, 1}} {
		for _, b := range []Box{{}, {-3, -3, 9, 9}, {0.99, 0.99, 5, 5}, {2, 2, 1, 1}} {
			n := read(t, made(size[0], size[1], func(int, int) color.RGBA { return grey(99) }), b)
			for _, r := range n.Readings {
				assert.False(t, math.IsNaN(r.Value), "%v %v %s", size, b, r.Key)
			}
		}
	}
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	_, err := Read(ctx, made(300, 200, func(int, int) color.RGBA { return grey(99) }), middle)
	assert.ErrorIs(t, err, context.Canceled)
}

func BenchmarkRead(b *testing.B) {
	img := made(3456, 2304, func(x, y int) color.RGBA { return grey(90 + 100*edges(x+y, 1)) })
	for b.Loop() {
		if _, err := Read(b.Context(), img, middle); err != nil {
			b.Fatal(err)
		}
	}
}

// The hero's box lies about the middle of a frame that is aimed at it, wider from nearer.
func TestWhereTheHeroLies(t *testing.T) {
	s := scene.Start()
	b := HeroOf(s)
	assert.InDelta(t, 0.5, b.X+b.W/2, 0.02)
	assert.InDelta(t, 0.5, b.Y+b.H/2, 0.1)
	near := s
	near.Camera.DistanceMm = 600
	assert.Greater(t, HeroOf(near).W, b.W)
	away := s
	away.Camera.AimXMm = 5000
	assert.LessOrEqual(t, HeroOf(away).X+HeroOf(away).W, 1.01, "inside the picture, whatever the set says")
}
