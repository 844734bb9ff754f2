// Package compose reads a planned frame as a viewer would: what is seen of each thing,
// how bright and how coloured it is, how it lies in the frame, where the lens sees past
// the backdrop, and what each published shape cuts off. Its findings are advice, never a
// gate (handbook O1 to O5, C5, C6).
package compose

import (
	"context"
	"math"

	"figladder/internal/craft/cores"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"github.com/lucasb-eyer/go-colorful"
	"gonum.org/v1/gonum/spatial/r3"
)

// Seen is what the frame shows of a thing.
type Seen struct {
	Key    string  `json:"key" doc:"vessel, food, ground or thing-3"`
	Name   string  `json:"name" doc:"What it is called"`
	Share  float64 `json:"share" doc:"Of the frame that it covers, 0 to 1"`
	Inside float64 `json:"inside" doc:"Share of what could be seen of it that the frame keeps, 0 to 1"`
	X      float64 `json:"x" doc:"Middle of what is seen, 0 left to 1 right"`
	Y      float64 `json:"y" doc:"0 top to 1 bottom"`
	L      float64 `json:"l" doc:"Lightness as it comes out, L* 0 to 100"`
	C      float64 `json:"c" doc:"Chroma as it comes out"`
	HueDeg float64 `json:"hueDeg" doc:"Hue, degrees"`

	object         *scene.Object
	left, right    float64 // extent in the frame, 0 to 1, and beyond
	top, bottom    float64
	lab            colorful.Color // as it comes out
	paint          colorful.Color // its own colour, in white light
	pixels, within int
}

// Look is a planned frame, read.
type Look struct {
	Seen       []Seen  `json:"seen" doc:"What is seen of each thing"`
	EmptyShare float64 `json:"emptyShare" doc:"Of the frame without things in it, 0 to 1"`
	HeroShare  float64 `json:"heroShare" doc:"Of the frame that dish and vessel cover"`
}

// Frame holds a planned frame while it is read.
type Frame struct {
	Set     scene.Set
	Objects []scene.Object
	w, h    int     // of the frame on the raster
	margin  int     // beyond it, on every side
	ids     []int16 // object at each place of the raster, −1 for none
	depth   []float32
	up      []float32 // how far each place faces up
	light   *light.Engine
	seen    []Seen
	value   []float64 // light that comes back at each place, against a white surface at the dish
	lux     float64   // on top of the dish
	look    Look
	lies    []bool // whether each object is a ground
}

// rasterLong is the frame's long side on the raster.
const rasterLong = 180

// Of reads a set's frame: things are drawn small, with their light.
func Of(s scene.Set, objects []scene.Object, e *light.Engine) *Frame {
	f := &Frame{Set: s, Objects: objects, light: e}
	across, upSide := s.Camera.FrameSensor()
	f.w, f.h = rasterLong, int(math.Round(rasterLong*upSide/across))
	if upSide > across {
		f.w, f.h = int(math.Round(rasterLong*across/upSide)), rasterLong
	}
	f.margin = rasterLong / 3
	for i := range objects {
		f.lies = append(f.lies, ground(&objects[i]))
	}
	f.draw()
	f.measure()
	f.look = f.sum()
	return f
}

func (f *Frame) size() (int, int) { return f.w + 2*f.margin, f.h + 2*f.margin }

// draw fills the raster with the nearest object at each place.
func (f *Frame) draw() {
	W, H := f.size()
	f.ids, f.depth, f.up = make([]int16, W*H), make([]float32, W*H), make([]float32, W*H)
	for i := range f.ids {
		f.ids[i], f.depth[i] = -1, math.MaxFloat32
	}
	s := f.Set
	right, up, forward := s.Axes()
	lens := s.Lens()
	across, high := s.Camera.FrameSensor()
	image := s.ImageDistanceMm()
	kx, ky := image/(across/2)*float64(f.w)/2, image/(high/2)*float64(f.h)/2
	cx, cy := float64(f.margin)+float64(f.w)/2, float64(f.margin)+float64(f.h)/2
	type dot struct{ x, y, z float32 }
	var dots []dot
	for id := range f.Objects {
		for k := range f.Objects[id].Parts {
			m := &f.Objects[id].Parts[k].Mesh
			if cap(dots) < len(m.P) {
				dots = make([]dot, len(m.P))
			}
			dots = dots[:len(m.P)]
			for i, p := range m.P {
				d := r3.Sub(p, lens)
				z := r3.Dot(d, forward)
				if z < 1 {
					dots[i] = dot{z: -1}
					continue
				}
				dots[i] = dot{float32(cx + r3.Dot(d, right)/z*kx), float32(cy - r3.Dot(d, up)/z*ky), float32(z)}
			}
			for _, t := range m.T {
				a, b, c := dots[t[0]], dots[t[1]], dots[t[2]]
				if a.z < 0 || b.z < 0 || c.z < 0 {
					continue
				}
				f.triangle(a.x, a.y, a.z, b.x, b.y, b.z, c.x, c.y, c.z, int16(id), float32(m.N[t[0]].Z), W, H)
			}
		}
	}
}

func (f *Frame) triangle(ax, ay, az, bx, by, bz, cx, cy, cz float32, id int16, up float32, W, H int) {
	// Places whose middle may lie within: most triangles are smaller than one, and have none.
	x0, x1 := max(0, int(min(ax, bx, cx)+0.5)), min(W-1, int(max(ax, bx, cx)+0.5)-1)
	y0, y1 := max(0, int(min(ay, by, cy)+0.5)), min(H-1, int(max(ay, by, cy)+0.5)-1)
	if x0 > x1 || y0 > y1 {
		return
	}
	area := (bx-ax)*(cy-ay) - (cx-ax)*(by-ay)
	if area == 0 {
		return
	}
	inv := 1 / area
	for y := y0; y <= y1; y++ {
		py := float32(y) + 0.5
		for x := x0; x <= x1; x++ {
			px := float32(x) + 0.5
			u := ((px-ax)*(cy-ay) - (cx-ax)*(py-ay)) * inv
			v := ((bx-ax)*(py-ay) - (px-ax)*(by-ay)) * inv
			if u < 0 || v < 0 || u+v > 1 {
				continue
			}
			z := az + u*(bz-az) + v*(cz-az)
			if at := y*W + x; z < f.depth[at] {
				f.depth[at], f.ids[at], f.up[at] = z, id, up
			}
		}
	}
}

// grounds are what things lie on: they fill the frame and are not counted as things.
func ground(o *scene.Object) bool {
	return o.Key == "ground" || scene.Lies(o.Kind)
}

// measure gathers what is seen of each object and how bright it comes out.
func (f *Frame) measure() {
	W, H := f.size()
	hero := f.Set.Hero()
	top := r3.Vec{X: f.Set.Vessel.XMm, Y: f.Set.Vessel.YMm, Z: f.Set.TopMm() + 1}
	f.lux = math.Max(f.light.At(top, r3.Vec{Z: 1}).Total(), 1e-6)
	n := len(f.Objects)
	f.seen = make([]Seen, n)
	above, toward := make([]float64, n), make([]float64, n)
	to := f.Set.ToCamera()
	side := r3.Vec{X: to.X, Y: to.Y}
	if r3.Norm(side) < 0.2 {
		side = r3.Vec{Y: -1}
	}
	side = r3.Unit(side)
	for i := range f.Objects {
		o := &f.Objects[i]
		f.seen[i] = Seen{Key: o.Key, Name: o.Name, object: o, left: 9, top: 9, right: -9, bottom: -9}
	}
	shown := make([]bool, n)
	for y := f.margin; y < f.margin+f.h; y++ {
		for x := f.margin; x < f.margin+f.w; x++ {
			if id := f.ids[y*W+x]; id >= 0 {
				shown[id] = true
			}
		}
	}
	_ = cores.Each(context.Background(), n, func(i int) {
		if !shown[i] {
			return
		}
		o := &f.Objects[i]
		mid := r3.Scale(0.5, r3.Add(o.Lo, o.Hi))
		over := r3.Vec{X: mid.X, Y: mid.Y, Z: o.Hi.Z + 1}
		if math.Hypot(over.X-hero.Foot.X, over.Y-hero.Foot.Y) < hero.RadiusMm { // food stands higher than its vessel
			over.Z = math.Max(over.Z, hero.Foot.Z+hero.HeightMm+1)
		}
		above[i] = f.light.At(over, r3.Vec{Z: 1}).Total()
		if toward[i] = above[i]; o.Hi.Z-o.Lo.Z < 15 { // a flat thing shows its top
			return
		}
		reach := math.Max(o.Hi.X-o.Lo.X, o.Hi.Y-o.Lo.Y)/2 + 2
		toward[i] = f.light.At(r3.Add(mid, r3.Scale(reach, side)), side).Total()
	})
	sums := make([]light.RGB, n) // of what is seen
	var xs, ys = make([]float64, n), make([]float64, n)
	f.value = make([]float64, f.w*f.h)
	paint := make([]light.RGB, n)
	for i := range paint {
		paint[i] = f.colourOf(&f.Objects[i])
	}
	for y := range H {
		for x := range W {
			id := f.ids[y*W+x]
			if id < 0 {
				continue
			}
			s := &f.seen[id]
			s.pixels++
			fx, fy := (float64(x-f.margin)+0.5)/float64(f.w), (float64(y-f.margin)+0.5)/float64(f.h)
			s.left, s.right = math.Min(s.left, fx), math.Max(s.right, fx)
			s.top, s.bottom = math.Min(s.top, fy), math.Max(s.bottom, fy)
			if fx < 0 || fx > 1 || fy < 0 || fy > 1 {
				continue
			}
			s.within++
			xs[id] += fx
			ys[id] += fy
			k := float64(max(0, f.up[y*W+x]))
			lux := above[id]*k + toward[id]*(1-k)
			c := paint[id]
			sums[id] = sums[id].Plus(c.Times(lux))
			f.value[(y-f.margin)*f.w+x-f.margin] = c.Lux() * lux / f.lux
		}
	}
	all := float64(f.w * f.h)
	for i := range f.seen {
		s := &f.seen[i]
		if s.within == 0 {
			continue
		}
		m := float64(s.within)
		s.Share, s.Inside = m/all, m/float64(s.pixels)
		s.X, s.Y = xs[i]/m, ys[i]/m
		k := 1 / (m * f.lux)
		s.lab = colorful.LinearRgb(sums[i].R*k, sums[i].G*k, sums[i].B*k)
		c := f.colourOf(s.object)
		s.paint = colorful.LinearRgb(c.R, c.G, c.B)
		l, a, b := s.lab.Lab()
		s.L, s.C, s.HueDeg = 100*l, 100*math.Hypot(a, b), math.Mod(math.Atan2(b, a)*180/math.Pi+360, 360)
	}
}

// colourOf is what an object returns on the whole: its largest part's colour, clear
// glass as a grey.
func (f *Frame) colourOf(o *scene.Object) light.RGB {
	if len(o.Parts) > 0 && o.Parts[0].Stuff.Clear {
		if o.Key == "vessel" || o.Key == "food" {
			return light.OfColour(f.Set.Food.Colour).Times(0.6)
		}
		return light.White(0.25)
	}
	return o.Colour
}

// Look is the frame in figures.
func (f *Frame) Look() Look { return f.look }

func (f *Frame) sum() Look {
	out := Look{Seen: []Seen{}}
	covered := 0.0
	for i := range f.seen {
		s := f.seen[i]
		if s.within == 0 {
			continue
		}
		out.Seen = append(out.Seen, s)
		if !ground(s.object) {
			covered += s.Share
		}
		if s.Key == "vessel" || s.Key == "food" {
			out.HeroShare += s.Share
		}
	}
	out.EmptyShare = math.Max(0, 1-covered)
	return out
}

// find returns what is seen of a key; nil when it is not in the frame.
func (f *Frame) find(key string) *Seen {
	for i := range f.seen {
		if f.seen[i].Key == key && f.seen[i].within > 0 {
			return &f.seen[i]
		}
	}
	return nil
}

// hero is the food, or the vessel when the food is hidden in it, and the middle of
// both.
func (f *Frame) hero() (food *Seen, x, y float64) {
	food = f.find("food")
	vessel := f.find("vessel")
	if food == nil || food.Share < 0.001 {
		food = vessel
	}
	if food == nil {
		return nil, 0.5, 0.5
	}
	x, y = food.X, food.Y
	if vessel != nil && vessel != food {
		k := food.Share + vessel.Share
		x, y = (food.X*food.Share+vessel.X*vessel.Share)/k, (food.Y*food.Share+vessel.Y*vessel.Share)/k
	}
	return food, x, y
}

// props are the things in the frame that are neither hero nor ground.
func (f *Frame) props() []*Seen {
	var out []*Seen
	for i := range f.seen {
		s := &f.seen[i]
		if s.within > 0 && s.object.Thing >= 0 && !ground(s.object) {
			out = append(out, s)
		}
	}
	return out
}
