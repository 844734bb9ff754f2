package frames

import (
	"context"
	"image"
	"math"
	"slices"
)

// sharpness is how much edges are blurred: the radius (standard deviation) of the blur that would make a hard edge so
// soft, px.
type sharpness struct {
	hero     float64 // −1 where the hero has no edge to tell it by
	best     float64 // of the sharpest field outside it, −1 for none
	bestAt   image.Point
	where    []float64
	hasEdges bool
}

// edge is from how steep a place on counts as one, codes a pixel; of those the steepest twentieth of a field are looked at,
// at least so many.
const (
	edge     = 6.0
	steepest = 0.05
	least    = 12
)

// sharpness is found by blurring once more: a step that is blurred by σ is, blurred again by σ₀, less steep by
// √(1 + σ₀²/σ²), so that the two gradients tell σ (Zhuo & Sim 2011).
func (p picture) sharpness(ctx context.Context, hero Box) (sharpness, error) {
	again := blurred(p.lum, p.w, p.h, reblurPx)
	box := hero.pixels(p)
	var inHero []spot
	fields := make([][]spot, columns*rows)
	for y := 1; y < p.h-1; y++ {
		if ctx.Err() != nil {
			return sharpness{}, ctx.Err()
		}
		for x := 1; x < p.w-1; x++ {
			i := y*p.w + x
			g := steep(p.lum, i, p.w)
			if g < edge {
				continue
			}
			s := spot{g, radius(g, steep(again, i, p.w))}
			if (image.Point{X: x, Y: y}).In(box) {
				inHero = append(inHero, s)
			}
			k := p.field(x, y)
			fields[k] = append(fields[k], s)
		}
	}
	out := sharpness{where: make([]float64, columns*rows), best: -1}
	out.hero = typical(inHero)
	for k, f := range fields {
		v := typical(f)
		out.where[k] = v
		at := image.Point{X: (2*(k%columns) + 1) * p.w / (2 * columns), Y: (2*(k/columns) + 1) * p.h / (2 * rows)}
		if v >= 0 && !at.In(box) && (out.best < 0 || v < out.best) {
			out.best, out.bestAt = v, image.Point{X: k % columns, Y: k / columns}
		}
		out.hasEdges = out.hasEdges || v >= 0
	}
	return out, nil
}

// spot is a place on an edge: how steep it is, and the blur that tells of.
type spot struct {
	steep  float64
	radius float64
}

// typical is the median blur of the steepest places; −1 where there are too few.
func typical(of []spot) float64 {
	if len(of) < least {
		return -1
	}
	slices.SortFunc(of, func(a, b spot) int {
		switch {
		case a.steep > b.steep:
			return -1
		case a.steep < b.steep:
			return 1
		}
		return 0
	})
	n := max(least, int(steepest*float64(len(of))))
	r := make([]float64, n)
	for i := range r {
		r[i] = of[i].radius
	}
	slices.Sort(r)
	return r[n/2]
}

// steep is the gradient at a pixel, codes a pixel, by differences across two.
func steep(of []float32, i, w int) float64 {
	return math.Hypot(float64(of[i+1]-of[i-1])/2, float64(of[i+w]-of[i-w])/2)
}

// radius is the blur that a gradient and that of the picture blurred once more tell of.
func radius(g, again float64) float64 {
	r := g / math.Max(again, 1e-3)
	if r <= 1.0001 {
		return 100
	}
	return math.Sqrt(math.Max(0, reblurPx*reblurPx/(r*r-1)-acrossTwo))
}

// acrossTwo is what a difference across two pixels adds to a blur by itself, px²: the variance of a box of that width.
const acrossTwo = 4.0 / 12

// blurred is a picture blurred by a normal distribution, its edges drawn on.
func blurred(of []float32, w, h int, sigma float64) []float32 {
	reach := int(math.Ceil(3 * sigma))
	weight := make([]float32, 2*reach+1)
	sum := float32(0)
	for i := range weight {
		d := float64(i-reach) / sigma
		weight[i] = float32(math.Exp(-d * d / 2))
		sum += weight[i]
	}
	across, out := make([]float32, len(of)), make([]float32, len(of))
	for y := range h {
		for x := range w {
			v := float32(0)
			for k, f := range weight {
				v += f * of[y*w+max(0, min(w-1, x+k-reach))]
			}
			across[y*w+x] = v / sum
		}
	}
	for y := range h {
		for x := range w {
			v := float32(0)
			for k, f := range weight {
				v += f * across[max(0, min(h-1, y+k-reach))*w+x]
			}
			out[y*w+x] = v / sum
		}
	}
	return out
}
