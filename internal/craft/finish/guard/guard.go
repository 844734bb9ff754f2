// Package guard tells when a picture has been pushed until it looks drawn: less is more (handbook G2). It measures the
// finished picture against the frame, says by what, and how much to take back.
package guard

import (
	"context"
	"image"
	"math"
	"slices"

	"figladder/internal/craft/cores"
	"figladder/internal/craft/finish/look"
)

// Measures are how far a picture is from its frame.
type Measures struct {
	Colour  float64 // how much stronger its colours are, 1 as they were: OKLCH chroma by lightness, where there is colour
	Loudest float64 // share of it that has nearly as much colour as a screen can show, over the frame's
	TurnDeg float64 // how far the hues of the most turned 25th of what has colour went, degrees
	Halo    float64 // stops by which edges are lighter or darker than their tones became elsewhere
	Clipped float64 // share that is clipped and was not
	Blocked float64 // share that is blocked and was not
}

// Where a picture has gone too far (start values of our own, chosen on the tables of guard_test.go and tried on its boards).
const (
	MostColour  = 1.3
	MostLoudest = 0.03
	loudFrom    = 1.2 // a loud drink in a little more colour is still a drink
	MostTurnDeg = 22.0
	MostHalo    = 0.33
	MostClipped = 0.01
	MostBlocked = 0.015
)

// What counts as coloured, as an edge and as an end.
const (
	coloured   = 0.05 // OKLCH chroma
	mostTurned = 25   // the part of what is coloured that is looked at
	darkest    = 0.18 // OKLab lightness under which hue means little
	edgeStops  = 0.7
	loud       = 0.93 // of the most chroma that a screen has at that hue and lightness
	white      = 253.5 / 255
	black      = 3.5 / 255
)

type pixel struct{ lum, stops, l, c, h, max, min float64 }

// grid is a picture on a lattice, each place the mean of what it stands for.
type grid struct {
	w, h int
	at   []pixel
}

// long is about how many places a lattice has on its long side: what can be seen when the whole picture is looked at.
const long = 480

// gridOf is a picture's lattice; ctx's error when that ends.
func gridOf(ctx context.Context, img image.Image) (grid, error) {
	b := img.Bounds()
	every := max(1, max(b.Dx(), b.Dy())/long)
	g := grid{w: b.Dx() / every, h: b.Dy() / every}
	g.at = make([]pixel, g.w*g.h)
	err := cores.Each(ctx, g.h, func(y int) {
		for x := range g.w {
			g.at[y*g.w+x] = place(img, b.Min.X+x*every, b.Min.Y+y*every, every)
		}
	})
	return g, err
}

// place is the mean of a square of a picture.
func place(img image.Image, x, y, every int) (p pixel) {
	var l [3]float64
	for dy := range every {
		for dx := range every {
			r, g, b := value(img, x+dx, y+dy)
			l[0] += linear[r>>4]
			l[1] += linear[g>>4]
			l[2] += linear[b>>4]
		}
	}
	for i := range l {
		l[i] /= float64(every * every)
	}
	p.lum = 0.2126*l[0] + 0.7152*l[1] + 0.0722*l[2]
	p.stops = stops(p.lum)
	p.l, p.c, p.h = look.OKLCH(l)
	p.max, p.min = coded(max(l[0], l[1], l[2])), coded(min(l[0], l[1], l[2]))
	return p
}

// value is a pixel's, of sixteen bits.
func value(img image.Image, x, y int) (r, g, b uint32) {
	if is, ok := img.(*image.RGBA); ok {
		p := is.Pix[is.PixOffset(x, y):]
		return uint32(p[0]) * 257, uint32(p[1]) * 257, uint32(p[2]) * 257
	}
	r, g, b, _ = img.At(x, y).RGBA()
	return r, g, b
}

// linear is the light of a value of twelve bits.
var linear = func() (t [4096]float64) {
	for i := range t {
		t[i] = look.Linear(float64(i) / 4095)
	}
	return t
}()

// codes are the values of a light, in so many steps that none of eight bits is mistaken for another.
var codes = func() (t [1<<16 + 1]float64) {
	for i := range t {
		t[i] = look.Coded(float64(i) / (1 << 16))
	}
	return t
}()

// coded is the value of a light from 0 to 1.
func coded(l float64) float64 { return codes[int(l*(1<<16)+0.5)] }

// measure compares a picture with its frame, cropped and whitened as the picture is; ok is false where they are not of one
// size, or of none. ctx's error when that ends.
func measure(ctx context.Context, frame grid, finished image.Image) (m Measures, ok bool, err error) {
	a := frame
	b, err := gridOf(ctx, finished)
	if err != nil || a.w != b.w || a.h != b.h || len(a.at) == 0 {
		return m, false, err
	}
	m.Colour, m.Loudest, m.TurnDeg = colours(a, b)
	m.Halo = halo(a, b)
	n := float64(len(a.at))
	for i, p := range a.at {
		q := b.at[i]
		if q.max >= white && p.max < white {
			m.Clipped += 1 / n
		}
		if q.max <= black && p.max > black {
			m.Blocked += 1 / n
		}
	}
	return m, true, nil
}

func colours(a, b grid) (stronger, louder, turn float64) {
	var was, is, loudA, loudB float64
	var turns []float64
	for i, p := range a.at {
		q := b.at[i]
		if p.l > darkest && q.l > darkest && p.max < white && max(p.c, q.c) > coloured {
			was, is = was+p.c/p.l, is+q.c/q.l
			if min(p.c, q.c) > coloured {
				turns = append(turns, math.Abs(math.Remainder(q.h-p.h, 360)))
			}
		}
		if p.loud() {
			loudA++
		}
		if q.loud() {
			loudB++
		}
	}
	n := float64(len(a.at))
	stronger = 1
	if was > 0.002*n { // a picture without colour has none to be stronger
		stronger = is / was
	}
	if len(turns) > len(a.at)/200 {
		slices.Sort(turns)
		top := turns[len(turns)-len(turns)/mostTurned:]
		for _, t := range top {
			turn += t / float64(len(top))
		}
	}
	return stronger, math.Max(0, loudB-loudA) / n, turn
}

// loud says whether a colour is nearly as strong as a screen can show: one part is nearly nothing while another is not.
func (p pixel) loud() bool {
	return p.l > 0.3 && p.c > 0.1 && p.max > 0.3 && p.min < (1-loud)*p.max
}

// halo is how much edges differ from what became of their tones elsewhere. A tone moves every place of one light alike, and a
// mask moves them slowly from place to place: what is left beside edges is neither.
func halo(a, b grid) float64 {
	if a.w < 8 || a.h < 8 {
		return 0
	}
	gain := make([]float64, len(a.at))
	for i, p := range a.at {
		gain[i] = b.at[i].stops - p.stops
	}
	rest := minusTone(a, gain)
	soft := softened(rest, a.w, a.h, max(3, a.w/40))
	sum, n := 0.0, 0.0
	for y := 2; y < a.h-2; y++ {
		for x := 2; x < a.w-2; x++ {
			if a.edge(x, y) {
				sum += math.Abs(rest[y*a.w+x] - soft[y*a.w+x])
				n++
			}
		}
	}
	if n < float64(len(a.at))/2000 {
		return 0
	}
	return sum / n
}

// stops are those over a light that is too dark to tell.
func stops(lum float64) float64 { return math.Log2(math.Max(lum, 0.002)) }

// edge says whether it gets much lighter or darker within two places.
func (g grid) edge(x, y int) bool {
	at := func(dx, dy int) float64 { return g.at[(y+dy)*g.w+x+dx].stops }
	return math.Abs(at(-2, 0)-at(2, 0)) > edgeStops || math.Abs(at(0, -2)-at(0, 2)) > edgeStops
}

// minusTone is what a gain has over what places of the same light have in the middle.
func minusTone(a grid, gain []float64) []float64 {
	const bins = 48
	var by [bins][]float64
	bin := func(p pixel) int {
		return min(bins-1, max(0, int((p.stops+9)*bins/9)))
	}
	for i, p := range a.at {
		k := bin(p)
		by[k] = append(by[k], gain[i])
	}
	var middle [bins]float64
	for k := range by {
		if len(by[k]) > 0 {
			slices.Sort(by[k])
			middle[k] = by[k][len(by[k])/2]
		}
	}
	out := make([]float64, len(gain))
	for i, p := range a.at {
		out[i] = gain[i] - middle[bin(p)]
	}
	return out
}

// softened is the mean over a square of so many places each way, by running sums.
func softened(v []float64, w, h, r int) []float64 {
	across, out := make([]float64, len(v)), make([]float64, len(v))
	for y := range h {
		run(v[y*w:(y+1)*w], across[y*w:(y+1)*w], w, 1, r)
	}
	for x := range w {
		run(across[x:], out[x:], h, w, r)
	}
	return out
}

func run(from, to []float64, n, step, r int) {
	sum, count := 0.0, 0
	for i := -r; i < n; i++ {
		if in := i + r; in < n {
			sum, count = sum+from[in*step], count+1
		}
		if out := i - r - 1; out >= 0 {
			sum, count = sum-from[out*step], count-1
		}
		if i >= 0 {
			to[i*step] = sum / float64(count)
		}
	}
}
