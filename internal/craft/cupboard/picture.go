package cupboard

import (
	"figladder/internal/craft/words"
	"math"

	"figladder/internal/craft/colour"
)

// Looks is what was measured in a picture of a prop on grey; a person confirms it.
type Looks struct {
	Colours []colour.Patch `json:"colours" doc:"Main colours of the prop, largest first; the grey round it left out"`
	Pattern float64        `json:"pattern" doc:"How strong a pattern: 0 plain, 1 loud"`
	Finish  words.Finish   `json:"finish" doc:"A guess from the highlights"`
	Gloss   float64        `json:"gloss" doc:"Share of the prop that is near white although it is no white thing"`
}

// Look measures a prop in a picture: a grid of width w, row by row. What lies
// along the picture's edge is taken for the ground and left out.
func Look(pixels []colour.Pixel, w int) Looks {
	out := Looks{Colours: []colour.Patch{}, Finish: words.Matt}
	if w < 3 || len(pixels) < 3*w {
		return out
	}
	h := len(pixels) / w
	ground := edge(pixels, w, h)
	var prop []colour.Pixel
	inside := make([]bool, len(pixels))
	for i, p := range pixels {
		if apart(p, ground) > 0.035 {
			prop = append(prop, p)
			inside[i] = true
		}
	}
	if len(prop) < len(pixels)/200 {
		return out
	}
	// A highlight is near white and stands out of a prop that is not.
	mean := 0.0
	for _, p := range prop {
		mean += p.L / float64(len(prop))
	}
	var body []colour.Pixel
	for _, p := range prop {
		if p.L > 0.95 && mean < 0.85 && math.Hypot(p.A, p.B) < 0.03 {
			out.Gloss += 1 / float64(len(prop))
			continue
		}
		body = append(body, p)
	}
	out.Colours = colour.Dominant(body, 4)
	switch {
	case out.Gloss > 0.08:
		out.Finish = words.Mirror
	case out.Gloss > 0.012:
		out.Finish = words.Gloss
	case out.Gloss > 0.002:
		out.Finish = words.Satin
	}
	out.Pattern = contrast(pixels, inside, w, h)
	return out
}

// edge is the mean of what lies along the edge of the picture.
func edge(pixels []colour.Pixel, w, h int) colour.Pixel {
	var m colour.Pixel
	n := 0.0
	for i, p := range pixels {
		if x, y := i%w, i/w; x == 0 || y == 0 || x == w-1 || y == h-1 {
			m.L, m.A, m.B = m.L+p.L, m.A+p.A, m.B+p.B
			n++
		}
	}
	return colour.Pixel{L: m.L / n, A: m.A / n, B: m.B / n}
}

func apart(p, q colour.Pixel) float64 {
	return math.Sqrt((p.L-q.L)*(p.L-q.L) + (p.A-q.A)*(p.A-q.A) + (p.B-q.B)*(p.B-q.B))
}

// contrast is the mean step between neighbours inside the prop, scaled so that a
// checked cloth comes near 1. Shading changes slowly and counts for little.
func contrast(pixels []colour.Pixel, inside []bool, w, h int) float64 {
	sum, n := 0.0, 0.0
	for y := range h {
		for x := range w - 1 {
			i := y*w + x
			if inside[i] && inside[i+1] {
				sum += math.Max(0, apart(pixels[i], pixels[i+1])-0.012)
				n++
			}
		}
	}
	if n == 0 {
		return 0
	}
	return math.Min(1, sum/n/0.05)
}
