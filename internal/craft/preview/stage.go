package preview

import (
	"math"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shape"
	"gonum.org/v1/gonum/spatial/r3"
)

// skin is a triangle's normals, at its corners and its own, and what it belongs to.
type skin struct {
	n    [3][3]float32
	g    [3]float32
	part int32
}

// part is a surface of the stage.
type part struct {
	stuff   scene.Stuff
	object  int32          // place among the objects; −1 for table, cards and lights
	panel   *light.Surface // a card's face; nil for what is no card
	other   *light.Surface // its other face
	through light.RGB      // a diffuser lets through
	lamp    int32          // place among the lamps + 1; 0 for what does not shine
	flat    bool           // most of what looks up of it lies flat
}

// lamp is a rectangle that shines.
type lamp struct {
	light.Rect
	n      r3.Vec
	area   float64
	source *light.Source
	window light.Pane    // where source is nil
	mean   float64       // luminance, for choosing
	usual  light.RGB     // luminance as it mostly is, cd/m²
	side   float64       // root of the area, mm
	steady bool          // shows its usual luminance everywhere and whichever way
	corner [4]r3.Vec     // one after the other round it
	sides  [3][4]float64 // the same by axis
	screen light.Screen
}

// stage is a set made ready for rays: every surface a triangle, every light a lamp.
type stage struct {
	tree   *tree
	skins  []skin // of tris; once the tree is built in its order, as they are
	parts  []part
	lamps  []lamp
	cards  []target // both faces send light that is worth looking for
	sun    *light.Sun
	set    light.Set
	room   light.RGB    // what a ray that leaves the set sees all round, cd/m²
	walls  *light.Walls // and what it sees of the room it stands in
	steam  *steam       // over the dish; nil for none
	veil   *veil        // that steam as the lens sees it; nil where each path meets its own
	caught *caustics    // light by way of glass; nil before it is cast, and where nothing is clear
	tris   []triangle
	flats  flats
}

// emptyStage has only light.
func emptyStage(set light.Set) *stage {
	s := &stage{set: set, sun: set.Sun}
	s.walls = light.WallsOf(set)
	for i := range s.set.Sources {
		src := &s.set.Sources[i]
		s.shine(lamp{Rect: src.Rect, source: src, mean: src.Luminance.Lux()})
	}
	for i := range s.set.Windows {
		w := &s.set.Windows[i]
		q := w.Opening()
		if q.AreaMm2() < 1 {
			continue
		}
		s.shine(lamp{Rect: q, window: w.Pane(), mean: w.Glass * w.Sky.Luminance(r3.Scale(-1, q.Normal())).Lux()})
	}
	for i := range s.set.Panels {
		p := &s.set.Panels[i]
		s.parts = append(s.parts, part{object: -1, panel: &p.Front, other: &p.Back, through: p.Through})
		s.rect(p.Rect, int32(len(s.parts)-1))
		s.cards = append(s.cards, targetOf(p.Rect))
	}
	return s
}

// beyond is what a ray sees that meets nothing of the set.
func (s *stage) beyond(o, d r3.Vec) light.RGB { return s.room.Plus(s.walls.Shows(o, d)) }

func (s *stage) shine(l lamp) {
	l.n, l.area = l.Normal(), l.AreaMm2()
	l.corner = [4]r3.Vec{l.At(-1, -1), l.At(1, -1), l.At(1, 1), l.At(-1, 1)}
	for i, c := range l.corner {
		l.sides[0][i], l.sides[1][i], l.sides[2][i] = c.X, c.Y, c.Z
	}
	l.screen = l.Screen()
	l.side, l.steady = math.Sqrt(l.area), l.source != nil && l.source.Beam == 0
	// What its middle shows half way to the table's.
	t := s.set.Table
	eye := r3.Vec{X: t.WidthMm / 2, Y: t.DepthMm / 2}
	l.usual = l.shows(eye, unit(r3.Sub(l.Centre, eye)))
	s.lamps = append(s.lamps, l)
	s.parts = append(s.parts, part{object: -1, lamp: int32(len(s.lamps))})
	s.rect(l.Rect, int32(len(s.parts)-1))
}

func (s *stage) rect(q light.Rect, part int32) { s.flats.add(q, part) }

func (s *stage) triangle(a, b, c, na, nb, nc r3.Vec, part int32) {
	// One whose corners lie in a line has no normal, and rounding lets a ray meet it.
	if e1, e2 := r3.Sub(b, a), r3.Sub(c, a); r3.Norm2(r3.Cross(e1, e2)) <= 1e-12*r3.Norm2(e1)*r3.Norm2(e2) {
		return
	}
	f := func(v r3.Vec) [3]float32 { return [3]float32{float32(v.X), float32(v.Y), float32(v.Z)} }
	q := triangle{f(a), f(r3.Sub(b, a)), f(r3.Sub(c, a))}
	s.tris = append(s.tris, q)
	s.skins = append(s.skins, skin{[3][3]float32{f(na), f(nb), f(nc)}, f(unit(r3.Cross(vec(q.e1), vec(q.e2)))), part})
}

func vec(v [3]float32) r3.Vec { return r3.Vec{X: float64(v[0]), Y: float64(v[1]), Z: float64(v[2])} }

func (s *stage) mesh(m *shape.Mesh, part int32) {
	for _, t := range m.T {
		s.triangle(m.P[t[0]], m.P[t[1]], m.P[t[2]], m.N[t[0]], m.N[t[1]], m.N[t[2]], part)
	}
}

// add puts a surface on the stage.
func (s *stage) add(m shape.Mesh, st scene.Stuff, object int) {
	s.parts = append(s.parts, part{stuff: st, object: int32(object)})
	s.mesh(&m, int32(len(s.parts)-1))
}

// done builds the tree; nothing may be added after it.
func (s *stage) done() *stage {
	s.tree = newTree(s.tris)
	s.tree.clear = make([]bool, len(s.tris))
	skins := make([]skin, len(s.tris))
	for i, k := range s.tree.order {
		skins[i] = s.skins[k]
		s.tree.clear[i] = s.parts[skins[i].part].stuff.Clear
	}
	s.tris, s.skins = s.tree.tris, skins
	s.lieFlat()
	return s
}

// newStage stands a set up for its camera.
func newStage(set scene.Set, objects []scene.Object) *stage {
	lit := set.Lighting()
	if set.HasSweep() { // it stands here with its curve
		lit.Panels = lit.Panels[:len(lit.Panels)-1]
	}
	s := emptyStage(lit)
	st := set.TableStuff()
	w, d := set.Table.WidthMm, set.Table.DepthMm
	s.parts = append(s.parts, part{stuff: st, object: -1})
	s.rect(light.Rect{Centre: r3.Vec{X: w / 2, Y: d / 2}, U: r3.Vec{X: w / 2}, V: r3.Vec{Y: d / 2}}, int32(len(s.parts)-1))
	if set.Ground.On && set.Ground.Kind == "sweep" {
		m, st := set.Sweep()
		s.add(m, st, -1)
	}
	for i := range objects {
		if g := set.Ground; objects[i].Key == "ground" { // in the tree it would overlap everything
			sin, cos := math.Sincos(g.TurnDeg * math.Pi / 180)
			s.parts = append(s.parts, part{stuff: objects[i].Parts[0].Stuff, object: int32(i)})
			s.rect(light.Rect{Centre: r3.Vec{X: g.XMm, Y: g.YMm, Z: objects[i].Hi.Z}, U: r3.Vec{X: g.WidthMm / 2 * cos, Y: -g.WidthMm / 2 * sin}, V: r3.Vec{X: g.DepthMm / 2 * sin, Y: g.DepthMm / 2 * cos}}, int32(len(s.parts)-1))
			continue
		}
		for k := range objects[i].Parts {
			p := &objects[i].Parts[k]
			s.add(p.Mesh, p.Stuff, i)
		}
	}
	return s.done()
}

// shows is how bright a lamp is toward a ray that arrives along dir, cd/m².
func (l *lamp) shows(p, dir r3.Vec) light.RGB {
	cos := -r3.Dot(l.n, dir)
	if cos <= 0 {
		return light.RGB{}
	}
	if l.source != nil {
		if l.source.Beam == 0 {
			return l.source.Luminance
		}
		return l.source.Luminance.Times(math.Pow(cos, l.source.Beam))
	}
	return l.window.Shows(p, dir)
}

// falls is π times the view factor of the lamp from a surface at p that faces n, by
// Lambert's contour formula, with what lies behind the surface cut off: a face of
// luminance 1 gives so many lux.
func (l *lamp) falls(p, n r3.Vec) float64 {
	if r3.Dot(r3.Sub(p, l.Centre), l.n) <= 0 {
		return 0
	}
	if eight {
		if falls, known := fourEdges(&l.sides, &p, &n); known {
			return falls
		}
	}
	var q [6]r3.Vec
	count := 0
	last := r3.Sub(l.corner[3], p)
	was := r3.Dot(last, n)
	for i := range l.corner {
		v := r3.Sub(l.corner[i], p)
		is := r3.Dot(v, n)
		if (was > 0) != (is > 0) {
			q[count] = r3.Add(last, r3.Scale(was/(was-is), r3.Sub(v, last)))
			count++
		}
		if is > 0 {
			q[count] = v
			count++
		}
		last, was = v, is
	}
	if count < 3 {
		return 0
	}
	return aroundIt(q[:count], n)
}

// aroundIt is half of what the edges of an outline, seen from its middle, sum to by Lambert's contour formula.
func aroundIt(q []r3.Vec, n r3.Vec) float64 {
	sum := 0.0
	a := q[len(q)-1]
	for _, b := range q {
		x := r3.Cross(a, b)
		if size := math.Sqrt(r3.Dot(x, x)); size > 1e-9 {
			sum += r3.Dot(x, n) / size * light.Angle(size, r3.Dot(a, b))
		}
		a = b
	}
	return math.Abs(sum) / 2
}
