package scene

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"figladder/internal/craft/cores"
	"figladder/internal/craft/drink"
	"figladder/internal/craft/light"
	"figladder/internal/craft/words"
	"gonum.org/v1/gonum/spatial/r2"
	"gonum.org/v1/gonum/spatial/r3"
)

// Outline is a thing's shape in one of the drawn views.
type Outline struct {
	Key    string `json:"key" doc:"vessel, food, ground, thing-3, card-0, table, backdrop"`
	Name   string `json:"name" doc:"What it is called"`
	Path   string `json:"path" doc:"SVG path"`
	Colour string `json:"colour" doc:"#rrggbb"`
	Clear  bool   `json:"clear" doc:"Whether one sees through it"`
}

// Views are a set's outlines as it is drawn: at once, before any light.
type Views struct {
	Above    []Outline `json:"above" doc:"From above, mm: x from the left, y up from the near edge as negative"`
	Side     []Outline `json:"side" doc:"From the right, mm: x away from the camera, y up as negative"`
	Lens     []Outline `json:"lens" doc:"Through the lens, thousandths of the frame's long side from its top left"`
	LensW    float64   `json:"lensW" doc:"Width of that drawing"`
	LensH    float64   `json:"lensH" doc:"Height of that drawing"`
	Overlaps []Overlap `json:"overlaps" doc:"Things that stand in one another"`
	// A place of the drawing through the lens is (x, y, 1); three rows make of it table
	// places times a weight, and that weight, which is above 0 below the horizon.
	ToTable [9]float64 `json:"toTable" doc:"From the drawing through the lens to the table top, mm: three rows of a projective map"`
}

// lensLong is the long side of the drawing through the lens.
const lensLong = 1000

// Outlines draws objects from above, from the right and through the lens, back to front.
func (s Set) Outlines(objects []Object) Views {
	out := Views{Above: []Outline{}, Side: []Outline{}, Lens: []Outline{}, Overlaps: Overlaps(objects)}
	across, high := s.Camera.FrameSensor()
	out.LensW, out.LensH = lensLong, math.Round(lensLong*high/across)
	if high > across {
		out.LensW, out.LensH = math.Round(lensLong*across/high), lensLong
	}
	right, up, forward := s.Axes()
	from, image := s.Lens(), s.ImageDistanceMm()
	kx, ky := image/across*out.LensW, image/high*out.LensH
	lens := func(p r3.Vec) (r2.Vec, bool) { // Project, with what stays the same taken out
		d := r3.Sub(p, from)
		z := r3.Dot(d, forward)
		return r2.Vec{X: out.LensW/2 + r3.Dot(d, right)/z*kx, Y: out.LensH/2 - r3.Dot(d, up)/z*ky}, z > 0
	}
	out.ToTable = s.toTable(out.LensW, out.LensH)
	quad := func(key, name, colour string, corners ...r3.Vec) {
		if path := cutPath(s, corners, lens); path != "" {
			out.Lens = append(out.Lens, Outline{Key: key, Name: name, Path: path, Colour: colour})
		}
	}
	w, d := s.Table.WidthMm, s.Table.DepthMm
	if b := s.Backdrop; b.On {
		x := s.Vessel.XMm
		quad("backdrop", "Backdrop", b.Colour, at(x-b.WidthMm/2, b.YMm, 0), at(x+b.WidthMm/2, b.YMm, 0), at(x+b.WidthMm/2, b.YMm, b.HeightMm), at(x-b.WidthMm/2, b.YMm, b.HeightMm))
	}
	quad("table", "Table", s.Table.Colour, at(0, 0, 0), at(w, 0, 0), at(w, d, 0), at(0, d, 0))
	if g := s.Ground; g.On && g.Kind == "sweep" {
		y0, y1 := g.YMm-g.DepthMm/2, g.YMm+g.DepthMm/2
		x0, x1 := g.XMm-g.WidthMm/2, g.XMm+g.WidthMm/2
		quad("ground", "Sweep", g.Colour, at(x0, y1, 0), at(x1, y1, 0), at(x1, y1, g.RiseMm), at(x0, y1, g.RiseMm))
		quad("ground", "Sweep", g.Colour, at(x0, y0, 0), at(x1, y0, 0), at(x1, y1, 0), at(x0, y1, 0))
	}
	for i, c := range s.Cards {
		if c.On {
			q := c.Rect()
			quad(fmt.Sprintf("card-%d", i), c.Name, cardShown[c.Kind], q.At(-1, -1), q.At(1, -1), q.At(1, 1), q.At(-1, 1))
		}
	}
	// Far things first, through the lens by their distance, from above by their height.
	eye := s.Lens()
	order := make([]int, len(objects))
	for i := range order {
		order[i] = i
	}
	away := func(o *Object) float64 { return r3.Norm(r3.Sub(r3.Scale(0.5, r3.Add(o.Lo, o.Hi)), eye)) }
	slices.SortStableFunc(order, func(a, b int) int {
		oa, ob := &objects[a], &objects[b]
		fa, fb := oa.under(), ob.under()
		if fa != fb {
			if fa {
				return -1
			}
			return 1
		}
		// What stands on another, or in it, is drawn after it.
		if oa.Foot.Z+1 < ob.Foot.Z && math.Hypot(oa.Foot.X-ob.Foot.X, oa.Foot.Y-ob.Foot.Y) < oa.Solid {
			return -1
		}
		if ob.Foot.Z+1 < oa.Foot.Z && math.Hypot(oa.Foot.X-ob.Foot.X, oa.Foot.Y-ob.Foot.Y) < ob.Solid {
			return 1
		}
		if d := away(ob) - away(oa); math.Abs(d) > 1 {
			return int(math.Copysign(1, d))
		}
		return a - b
	})
	plan := func(p r3.Vec) (r2.Vec, bool) { return r2.Vec{X: p.X, Y: -p.Y}, true }
	side := func(p r3.Vec) (r2.Vec, bool) { return r2.Vec{X: p.Y, Y: -p.Z}, true }
	views := [3]func(r3.Vec) (r2.Vec, bool){plan, side, lens}
	drawn := make([][3][]Outline, len(objects))
	_ = cores.Each(context.Background(), len(objects), func(i int) { // the hulls are most of the work
		for v, view := range views {
			drawn[i][v] = objects[i].outlines(s.Food.Name, view)
		}
	})
	for _, i := range order {
		for v, to := range [3]*[]Outline{&out.Above, &out.Side, &out.Lens} {
			*to = append(*to, drawn[i][v]...)
		}
	}
	return out
}

// toTable maps a drawing w wide and h high through the lens back onto the table top.
func (s Set) toTable(w, h float64) [9]float64 {
	right, up, forward := s.Axes()
	lens, image := s.Lens(), s.ImageDistanceMm()
	across, high := s.Camera.FrameSensor()
	// The ray through (x, y) goes along forward + right·(x−w/2)/kx − up·(y−h/2)/ky.
	kx, ky := image/across*w, image/high*h
	dx, dy := r3.Scale(1/kx, right), r3.Scale(-1/ky, up)
	d0 := r3.Sub(forward, r3.Add(r3.Scale(w/2, dx), r3.Scale(h/2, dy)))
	var out [9]float64
	for i, d := range [3]r3.Vec{dx, dy, d0} {
		out[i], out[3+i], out[6+i] = d.X*lens.Z-lens.X*d.Z, d.Y*lens.Z-lens.Y*d.Z, -d.Z
	}
	return out
}

var cardShown = map[words.CardFace]string{"white": "#ffffff", "black": "#17131a", "dull foil": "#b9bcc0", "silver": "#dfe3e8", "shiny foil": "#f4f8fb", "gold": "#d9b45b", "diffuser": "#fdf6e3"}

// under reports whether the object is a ground that lies under others.
func (o *Object) under() bool {
	return o.Key == "ground" || slices.Contains(flatKinds, o.Kind)
}

// outlines are an object's in one view: itself, then what it holds. What the dish's own
// vessel holds is the food.
func (o *Object) outlines(food string, view func(r3.Vec) (r2.Vec, bool)) []Outline {
	var own, held []Part
	for _, p := range o.Parts {
		if o.Inside > 0 && p.Stuff.drink() {
			held = append(held, p)
		} else {
			own = append(own, p)
		}
	}
	var out []Outline
	if path := pathIn(own, view); path != "" {
		out = append(out, Outline{Key: o.Key, Name: o.Name, Path: path, Colour: o.Colour.Hex(), Clear: len(own) > 0 && own[0].Stuff.Clear})
	}
	if len(held) == 0 || o.Thing == -1 && !held[0].Stuff.Clear { // the food draws its own surface in a cup
		return out
	}
	key, name := o.Key, o.Name+", what is in it"
	if o.Thing == -1 {
		key, name = "food", orElse(food, "Food")
	}
	if path := pathIn(held, view); path != "" {
		out = append(out, Outline{Key: key, Name: name, Path: path, Colour: held[0].Stuff.seenAcross(2 * o.Inside).Hex()})
	}
	return out
}

// drink reports whether the surface bounds a liquid in a vessel.
func (s Stuff) drink() bool {
	return s.Clear && (s.Front == drinkIndex || s.Back == drinkIndex) || s.Pattern == "liquid"
}

// seenAcross is the colour of a surface, of a drink what mm of it lets through.
func (s Stuff) seenAcross(mm float64) light.RGB {
	if !s.Clear {
		return s.Colour
	}
	absorbs := s.AbsorbF
	if s.Back == drinkIndex {
		absorbs = s.AbsorbB
	}
	return drink.Through(absorbs, mm)
}

// pathIn is the outline of parts, each by its hull: near enough for a drawing.
func pathIn(parts []Part, view func(r3.Vec) (r2.Vec, bool)) string {
	var b strings.Builder
	for k := range parts {
		points := make([]r2.Vec, 0, len(parts[k].Mesh.P))
		for _, p := range parts[k].Mesh.P {
			q, ok := view(p)
			if !ok {
				return ""
			}
			points = append(points, q)
		}
		runs := parts[k].Mesh.Runs
		if len(runs) == 0 || len(runs) > 90 {
			runs = []int{len(points)}
		}
		for _, n := range runs {
			if n > 2 {
				b.WriteString(pathOf(hull(points[:n])))
			}
			points = points[n:]
		}
	}
	return b.String()
}

// cutPath is a polygon through the lens, cut to what lies before it.
func cutPath(s Set, corners []r3.Vec, view func(r3.Vec) (r2.Vec, bool)) string {
	_, _, forward := s.Axes()
	eye := s.Lens()
	const near = 20.0
	depth := func(p r3.Vec) float64 { return r3.Dot(r3.Sub(p, eye), forward) - near }
	var kept []r2.Vec
	last := corners[len(corners)-1]
	was := depth(last)
	for _, p := range corners {
		is := depth(p)
		if (was > 0) != (is > 0) {
			t := was / (was - is)
			if q, ok := view(r3.Add(last, r3.Scale(t, r3.Sub(p, last)))); ok {
				kept = append(kept, q)
			}
		}
		if is > 0 {
			if q, ok := view(p); ok {
				kept = append(kept, q)
			}
		}
		last, was = p, is
	}
	if len(kept) < 3 {
		return ""
	}
	for i := range kept { // far outside it only makes long numbers
		kept[i].X, kept[i].Y = math.Max(-9e4, math.Min(9e4, kept[i].X)), math.Max(-9e4, math.Min(9e4, kept[i].Y))
	}
	return pathOf(kept)
}
