package sheet

import (
	"bytes"
	"image"
	"image/color"
	"image/draw"
	"image/png"
	"math"
	"strconv"
	"strings"

	"golang.org/x/image/vector"
)

// Drawing is a small drawing in flat shapes, back to front, in units of its own.
type Drawing struct {
	Width, Height int
	Shapes        []Shape
}

// Shape is one polygon of a drawing, or its edge.
type Shape struct {
	Path   string // SVG: M, L and Z only
	Colour string // #rrggbb; empty for none
	Edge   bool   // its edge is drawn
}

// dots is how many pixels a unit has: a sketch of 96 units comes out at some 300 dots an inch.
const dots = 3

var edgeInk = color.RGBA{32, 26, 34, 255}

// png draws it. What is no path is left out.
func (d Drawing) png() []byte {
	w, h := max(1, d.Width)*dots, max(1, d.Height)*dots
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	draw.Draw(out, out.Bounds(), image.White, image.Point{}, draw.Src)
	for _, s := range d.Shapes {
		points := pointsOf(s.Path)
		if len(points) < 2 {
			continue
		}
		if v, err := strconv.ParseUint(strings.TrimPrefix(s.Colour, "#"), 16, 32); err == nil && s.Colour != "" {
			fill(out, color.RGBA{uint8(v >> 16), uint8(v >> 8), uint8(v), 255}, points)
		}
		if s.Edge {
			for i, p := range points {
				q := points[(i+1)%len(points)]
				x, y := q[0]-p[0], q[1]-p[1]
				if l := float32(math.Hypot(float64(x), float64(y))); l > 0 {
					nx, ny := -y/l*dots/2.4, x/l*dots/2.4
					fill(out, edgeInk, [][2]float32{{p[0] + nx, p[1] + ny}, {q[0] + nx, q[1] + ny}, {q[0] - nx, q[1] - ny}, {p[0] - nx, p[1] - ny}})
				}
			}
		}
	}
	var b bytes.Buffer
	if err := png.Encode(&b, out); err != nil {
		return nil // into memory it cannot fail
	}
	return b.Bytes()
}

func fill(on *image.RGBA, c color.Color, points [][2]float32) {
	r := vector.NewRasterizer(on.Rect.Dx(), on.Rect.Dy())
	r.MoveTo(points[0][0], points[0][1])
	for _, p := range points[1:] {
		r.LineTo(p[0], p[1])
	}
	r.ClosePath()
	r.Draw(on, on.Bounds(), image.NewUniform(c), image.Point{})
}

// pointsOf reads a path of one run, in pixels.
func pointsOf(path string) [][2]float32 {
	var out [][2]float32
	f := strings.FieldsFunc(path, func(r rune) bool { return strings.ContainsRune("MLZ ,", r) })
	for i := 0; i+1 < len(f); i += 2 {
		x, ex := strconv.ParseFloat(f[i], 32)
		y, ey := strconv.ParseFloat(f[i+1], 32)
		if ex == nil && ey == nil {
			out = append(out, [2]float32{float32(x) * dots, float32(y) * dots})
		}
	}
	return out
}
