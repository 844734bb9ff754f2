// Package frames reads a picture that was taken as numbers (handbook F3): what is clipped and blocked and where, where it
// is sharp, whether it has a cast, and how the hero stands against what is round it. It looks at pictures as they come
// out, in sRGB (IEC 61966-2-1), whatever took them.
package frames

import (
	"context"
	"image"
	"image/draw"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"

	"github.com/lucasb-eyer/go-colorful"
)

// Box is a part of a picture, as shares of its width and height from the top left.
type Box struct{ X, Y, W, H float64 }

// Numbers are what a picture's numbers say.
type Numbers struct {
	Readings  []reading.Reading `json:"readings" doc:"Each with how it came about"`
	Findings  []finding.Finding `json:"findings" doc:"What is worth a look, the worst first"`
	Histogram []float64         `json:"histogram" doc:"How much of the picture has which luma, 64 steps from black to white, as shares of the most"`
	Columns   int               `json:"columns" doc:"Columns of the map"`
	Sharp     []float64         `json:"sharp" doc:"Where it is sharp, row by row: the radius of blur, px; −1 where there is no edge to tell it by"`
	Clipped   []float64         `json:"clipped" doc:"How much of each field of the same map is clipped, 0 to 1"`
	Hero      []float64         `json:"hero" doc:"The hero's box that was looked at: left, top, width, height, as shares"`
}

// The map, and what counts as what (start values of our own).
const (
	columns  = 12
	rows     = 8
	steps    = 64
	white    = 254 // from this code on a channel is clipped
	black    = 4   // up to this code in all of them it is blocked
	reblurPx = 1.5
	looksPx  = 2048 // how large a picture is looked at: blur is judged at that size
)

// picture is one opened for reading.
type picture struct {
	w, h int
	rgb  *image.RGBA
	lum  []float32 // luma as shown, 0 to 255
}

func open(img image.Image) picture {
	b := img.Bounds()
	p := picture{w: b.Dx(), h: b.Dy(), rgb: image.NewRGBA(image.Rect(0, 0, b.Dx(), b.Dy()))}
	draw.Draw(p.rgb, p.rgb.Bounds(), img, b.Min, draw.Src)
	p.lum = make([]float32, p.w*p.h)
	for i := range p.lum {
		c := p.rgb.Pix[4*i:]
		p.lum[i] = 0.2126*float32(c[0]) + 0.7152*float32(c[1]) + 0.0722*float32(c[2])
	}
	return p
}

// Read reads a picture whose hero lies in a box. It takes about a second for eight megapixels, and ends with ctx.
func Read(ctx context.Context, img image.Image, hero Box) (Numbers, error) {
	if img.Bounds().Empty() {
		return Numbers{Readings: []reading.Reading{}, Findings: []finding.Finding{}, Histogram: []float64{}, Sharp: []float64{}, Clipped: []float64{}, Hero: []float64{}}, nil
	}
	hero = hero.within()
	p := open(img)
	n := Numbers{Columns: columns, Hero: []float64{hero.X, hero.Y, hero.W, hero.H}, Histogram: p.histogram()}
	t := p.tones(hero)
	n.Clipped = t.where
	if ctx.Err() != nil {
		return n, ctx.Err()
	}
	s, err := p.sharpness(ctx, hero)
	if err != nil {
		return n, err
	}
	n.Sharp = s.where
	c := p.colours(hero)
	n.Readings = readings(p, t, s, c)
	n.Findings = finding.Weighed(findings(p, t, s, c))
	return n, nil
}

// within keeps a box inside the picture, and at least a few hundredths of it large; an empty one is the middle.
func (b Box) within() Box {
	if b.W <= 0 || b.H <= 0 {
		return Box{0.3, 0.3, 0.4, 0.4}
	}
	x1, y1 := math.Min(1, b.X+b.W), math.Min(1, b.Y+b.H)
	b.X, b.Y = math.Max(0, math.Min(0.95, b.X)), math.Max(0, math.Min(0.95, b.Y))
	b.W, b.H = math.Max(0.05, x1-b.X), math.Max(0.05, y1-b.Y)
	return b
}

// pixels are the box's in a picture.
func (b Box) pixels(p picture) image.Rectangle {
	return image.Rect(int(b.X*float64(p.w)), int(b.Y*float64(p.h)), int(math.Ceil((b.X+b.W)*float64(p.w))), int(math.Ceil((b.Y+b.H)*float64(p.h)))).Intersect(p.rgb.Bounds())
}

func (p picture) histogram() []float64 {
	out := make([]float64, steps)
	for _, l := range p.lum {
		out[min(steps-1, int(l*steps/256))]++
	}
	most := 0.0
	for _, v := range out {
		most = math.Max(most, v)
	}
	for i := range out {
		out[i] /= most
	}
	return out
}

// tones are how much is clipped and blocked.
type tones struct {
	clipped, blocked, heroClipped float64
	where                         []float64
}

// field is which field of the map a pixel lies in.
func (p picture) field(x, y int) int { return y*rows/p.h*columns + x*columns/p.w }

func (p picture) tones(hero Box) tones {
	t := tones{where: make([]float64, columns*rows)}
	of := make([]float64, columns*rows)
	box := hero.pixels(p)
	inHero := 0.0
	for y := range p.h {
		for x := range p.w {
			c := p.rgb.Pix[4*(y*p.w+x):]
			k := p.field(x, y)
			of[k]++
			if max(c[0], c[1], c[2]) >= white {
				t.clipped++
				t.where[k]++
				if (image.Point{X: x, Y: y}).In(box) {
					inHero++
				}
			}
			if max(c[0], c[1], c[2]) <= black {
				t.blocked++
			}
		}
	}
	all := float64(p.w * p.h)
	t.clipped, t.blocked, t.heroClipped = t.clipped/all, t.blocked/all, inHero/math.Max(1, float64(box.Dx()*box.Dy()))
	for k := range of {
		t.where[k] /= math.Max(1, of[k])
	}
	return t
}

// colours are a cast, and the hero against what is round it, in CIE L*a*b*.
type colours struct {
	neutral        float64 // share of the picture that is light and nearly without colour
	a, b           float64 // its cast
	heroL, roundL  float64
	heroA, heroB   float64
	roundA, roundB float64
}

// cast returns how strong a cast is.
func (c colours) cast() float64 { return math.Hypot(c.a, c.b) }

// deltaE is how far hero and surroundings are apart (CIE 1976).
func (c colours) deltaE() float64 {
	return math.Sqrt(math.Pow(c.heroL-c.roundL, 2) + math.Pow(c.heroA-c.roundA, 2) + math.Pow(c.heroB-c.roundB, 2))
}

// colours looks at every few pixels: a cast is that of what is light, not clipped, and has less colour than food has.
func (p picture) colours(hero Box) colours {
	const neutralC, from, to = 14.0, 55.0, 96.0
	every := max(1, int(math.Sqrt(float64(p.w*p.h)/60000)))
	box := hero.pixels(p)
	var c colours
	var n, inHero, round float64
	for y := every / 2; y < p.h; y += every {
		for x := every / 2; x < p.w; x += every {
			q := p.rgb.Pix[4*(y*p.w+x):]
			l, a, b := colorful.Color{R: float64(q[0]) / 255, G: float64(q[1]) / 255, B: float64(q[2]) / 255}.Lab()
			l, a, b = 100*l, 100*a, 100*b
			if (image.Point{X: x, Y: y}).In(box) {
				c.heroL, c.heroA, c.heroB, inHero = c.heroL+l, c.heroA+a, c.heroB+b, inHero+1
			} else {
				c.roundL, c.roundA, c.roundB, round = c.roundL+l, c.roundA+a, c.roundB+b, round+1
			}
			if max(q[0], q[1], q[2]) < white && l >= from && l <= to && math.Hypot(a, b) <= neutralC {
				c.a, c.b, n = c.a+a, c.b+b, n+1
			}
		}
	}
	all := math.Max(1, inHero+round)
	c.neutral = n / all
	c.a, c.b = c.a/math.Max(1, n), c.b/math.Max(1, n)
	c.heroL, c.heroA, c.heroB = c.heroL/math.Max(1, inHero), c.heroA/math.Max(1, inHero), c.heroB/math.Max(1, inHero)
	c.roundL, c.roundA, c.roundB = c.roundL/math.Max(1, round), c.roundA/math.Max(1, round), c.roundB/math.Max(1, round)
	return c
}
