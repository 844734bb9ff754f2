package scene

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"gonum.org/v1/gonum/spatial/r2"
	"gonum.org/v1/gonum/spatial/r3"
)

// Sketch is a set as its camera sees it, in a few flat shapes: what a photographer
// draws on the list days before.
type Sketch struct {
	Width  int           `json:"width" doc:"Width of the drawing, units"`
	Height int           `json:"height" doc:"Height of the drawing, units"`
	Shapes []SketchShape `json:"shapes" doc:"Back to front"`
	Set    bool          `json:"set" doc:"Drawn from a set that was built; else from angle and form"`
}

// SketchShape is one flat shape.
type SketchShape struct {
	Kind   string `json:"kind" enum:"wall,table,vessel,rim,food" doc:"What it is"`
	Path   string `json:"path" doc:"SVG path in the drawing's units"`
	Colour string `json:"colour" doc:"#rrggbb"`
}

// Drawn is what of a set shows in its sketch; sets that agree in it look alike.
type Drawn string

// Drawn returns it.
func (s Set) Drawn() Drawn {
	s = s.shown()
	s.Table.Colour = s.sketchGround()
	return Drawn(fmt.Sprint(s.Table, s.Vessel, s.Food, s.Camera))
}

// sketchGround is the colour of what fills the most of a sketch: what lies under the dish, or the table.
func (s Set) sketchGround() string {
	if s.Ground.On {
		return s.Ground.Colour
	}
	return s.Table.Colour
}

// sketchLong is the long side of a sketch, units.
const sketchLong = 96

// Sketch draws the set through its lens: table to its far edge, vessel, food.
func (s Set) Sketch() Sketch {
	s = s.shown()
	across, up := s.Camera.FrameSensor()
	out := Sketch{Width: sketchLong, Height: sketchLong, Shapes: []SketchShape{}}
	if across > up {
		out.Height = int(math.Round(sketchLong * up / across))
	} else {
		out.Width = int(math.Round(sketchLong * across / up))
	}
	at := func(p r3.Vec) (r2.Vec, bool) {
		x, y, ok := s.Project(p)
		return r2.Vec{X: (x + 1) / 2 * float64(out.Width), Y: (1 - y) / 2 * float64(out.Height)}, ok
	}
	add := func(kind, colour string, points []r2.Vec) {
		if len(points) > 2 {
			out.Shapes = append(out.Shapes, SketchShape{Kind: kind, Path: pathOf(points), Colour: colour})
		}
	}
	w, h := float64(out.Width), float64(out.Height)
	edge := 0.0 // height of the table's far edge in the drawing
	if p, ok := at(r3.Vec{X: s.Aim().X, Y: s.Table.DepthMm}); ok {
		edge = math.Max(0, math.Min(h, p.Y))
	}
	add("wall", "#8d8580", []r2.Vec{{X: 0, Y: 0}, {X: w, Y: 0}, {X: w, Y: edge}, {X: 0, Y: edge}})
	add("table", s.sketchGround(), []r2.Vec{{X: 0, Y: edge}, {X: w, Y: edge}, {X: w, Y: h}, {X: 0, Y: h}})
	foot := r3.Vec{X: s.Vessel.XMm, Y: s.Vessel.YMm}
	ring := func(r, z float64) []r2.Vec {
		var out []r2.Vec
		for i := range 20 {
			sin, cos := math.Sincos(float64(i) * math.Pi / 10)
			if p, ok := at(r3.Add(foot, r3.Vec{X: r * cos, Y: r * sin, Z: z})); ok {
				out = append(out, p)
			}
		}
		return out
	}
	r, base := s.Vessel.DiameterMm/2, 0.6
	body := append(ring(r*base, 0), ring(r, s.Vessel.HeightMm)...)
	if s.Vessel.Kind == "coupe" { // a foot, a stem and a cup
		body = append(ring(r, s.Vessel.HeightMm), ring(r*0.5, s.Vessel.HeightMm*0.62)...)
		add("vessel", s.Vessel.Colour, hull(ring(r*0.6, 0)))
		add("vessel", s.Vessel.Colour, hull(append(ring(r*0.08, 0), ring(r*0.08, s.Vessel.HeightMm*0.7)...)))
	}
	add("vessel", s.Vessel.Colour, hull(body))
	food := hull(ring(r*0.86, s.Vessel.HeightMm))
	if s.Food.AboveMm > 0 {
		food = hull(append(ring(r*0.82, s.Vessel.HeightMm), append(ring(r*0.62, s.Vessel.HeightMm+s.Food.AboveMm*0.75), ring(r*0.25, s.Vessel.HeightMm+s.Food.AboveMm)...)...))
	}
	if s.Vessel.Kind == "glass" || s.Vessel.Kind == "mug" { // a drink is seen through or inside its glass
		food = hull(append(ring(r*0.6, s.Vessel.HeightMm*0.06), ring(r*0.9, s.Vessel.HeightMm*0.86)...))
	}
	if s.Food.Form != nothing {
		add("food", s.Food.Colour, food)
	}
	if s.Food.AboveMm <= 0 {
		add("rim", s.Vessel.Colour, hull(ring(r, s.Vessel.HeightMm)))
	}
	return out
}

// pathOf writes a closed path with whole tenths of a unit.
func pathOf(points []r2.Vec) string {
	var b strings.Builder
	for i, p := range points {
		letter := "L"
		if i == 0 {
			letter = "M"
		}
		b.WriteString(letter)
		b.WriteString(strconv.FormatFloat(math.Round(p.X*10)/10, 'g', -1, 64))
		b.WriteByte(' ')
		b.WriteString(strconv.FormatFloat(math.Round(p.Y*10)/10, 'g', -1, 64))
	}
	b.WriteString("Z")
	return b.String()
}

// hull is the convex hull of some points, in order (Andrew's monotone chain, 1979).
func hull(points []r2.Vec) []r2.Vec {
	if len(points) < 3 {
		return points
	}
	p := outerOnly(points)
	slices.SortFunc(p, func(a, b r2.Vec) int {
		if c := cmp.Compare(a.X, b.X); c != 0 {
			return c
		}
		return cmp.Compare(a.Y, b.Y)
	})
	chain := func(p []r2.Vec) []r2.Vec {
		var out []r2.Vec
		for _, v := range p {
			for len(out) > 1 && r2.Cross(r2.Sub(out[len(out)-1], out[len(out)-2]), r2.Sub(v, out[len(out)-1])) <= 0 {
				out = out[:len(out)-1]
			}
			out = append(out, v)
		}
		return out[:len(out)-1]
	}
	lower := chain(p)
	for i, j := 0, len(p)-1; i < j; i, j = i+1, j-1 {
		p[i], p[j] = p[j], p[i]
	}
	return append(lower, chain(p)...)
}

// outerOnly leaves out the points inside the octagon of the farthest in eight directions
// (Akl & Toussaint 1978): of many points few are left.
func outerOnly(points []r2.Vec) []r2.Vec {
	if len(points) < 40 {
		return append([]r2.Vec{}, points...)
	}
	var far [8]r2.Vec
	best := [8]float64{}
	for k := range best {
		best[k] = math.Inf(-1)
	}
	const d = math.Sqrt2 / 2
	for _, p := range points {
		for k, v := range [8]float64{p.X, (p.X + p.Y) * d, p.Y, (p.Y - p.X) * d, -p.X, -(p.X + p.Y) * d, -p.Y, (p.X - p.Y) * d} {
			if v > best[k] {
				best[k], far[k] = v, p
			}
		}
	}
	out := append([]r2.Vec{}, far[:]...)
	for _, p := range points {
		for k := range far {
			a, b := far[k], far[(k+1)%8]
			if (b.X-a.X)*(p.Y-a.Y)-(b.Y-a.Y)*(p.X-a.X) < 0 {
				out = append(out, p)
				break
			}
		}
	}
	return out
}
