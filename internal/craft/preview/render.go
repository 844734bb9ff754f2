package preview

import (
	"image"
	"math"
	"sync"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/light"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/scene"
	"gonum.org/v1/gonum/spatial/r3"
)

// Options says how large and how fine a picture is.
type Options struct {
	LongPx  int   // pixels on the long side
	Samples int   // looks through the lens per pixel
	Seed    int64 // of the grain; the same seed gives the same picture
}

// Render draws an accepted set as exposed. The image lies as the camera does.
func Render(s scene.Set, x exposure.Settings, focusMm float64, o Options) *image.RGBA {
	c := s.Camera
	across, up := c.FrameSensor()
	w, h := o.LongPx, int(math.Round(float64(o.LongPx)*up/across))
	if up > across {
		w, h = int(math.Round(float64(o.LongPx)*across/up)), o.LongPx
	}
	d := newDrawing(s, x, w, h)
	lens, image0 := s.Lens(), s.ImageDistanceMm()
	right, upV, forward := s.Axes()
	radius := c.FocalMm / x.Aperture / 2
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	grain := 0.0035 * math.Sqrt(float64(x.ISO)/100)
	// The looks are spread evenly over the lens opening; each pixel turns the pattern
	// its own way, by one of 256 turns.
	spread := make([][2]float64, o.Samples)
	for k := range spread {
		r := radius * math.Sqrt((float64(k)+0.5)/float64(o.Samples))
		sin, cos := math.Sincos(float64(k) * 2.399963)
		spread[k] = [2]float64{r * cos, r * sin}
	}
	var turned [256][2]float64
	for k := range turned {
		sin, cos := math.Sincos(float64(k) * 2 * math.Pi / 256)
		turned[k] = [2]float64{cos, sin}
	}
	var rows sync.WaitGroup
	next := make(chan int)
	for range 4 {
		rows.Go(func() {
			for j := range next {
				for i := 0; i < w; i++ {
					var sum colour
					turn := turned[int(hash(int64(i), int64(j), o.Seed)*256)]
					for k := 0; k < o.Samples; k++ {
						u := (float64(i)+0.5+0.6*(hash(int64(i), int64(j), o.Seed+int64(k)+1)-0.5))/float64(w)*2 - 1
						v := 1 - (float64(j)+0.5+0.6*(hash(int64(j), int64(i), o.Seed+int64(k)+7)-0.5))/float64(h)*2
						dir := r3.Add(forward, r3.Add(r3.Scale(u*across/2/image0, right), r3.Scale(v*up/2/image0, upV)))
						at := r3.Add(lens, r3.Scale(focusMm, dir)) // where this pixel is sharp
						a, b := spread[k][0]*turn[0]-spread[k][1]*turn[1], spread[k][0]*turn[1]+spread[k][1]*turn[0]
						from := r3.Add(lens, r3.Add(r3.Scale(a, right), r3.Scale(b, upV)))
						sum = sum.add(d.look(from, unit(r3.Sub(at, from))))
					}
					sum = sum.scale(1 / float64(o.Samples))
					g := (hash(int64(i), int64(j), o.Seed+101) + hash(int64(i), int64(j), o.Seed+102) - 1) * grain * 2
					n := 4 * (j*img.Stride/4 + i)
					img.Pix[n] = encode(sum.r + g*math.Sqrt(math.Max(0.01, sum.r)))
					img.Pix[n+1] = encode(sum.g + g*math.Sqrt(math.Max(0.01, sum.g)))
					img.Pix[n+2] = encode(sum.b + g*math.Sqrt(math.Max(0.01, sum.b)))
					img.Pix[n+3] = 255
				}
			}
		})
	}
	for j := 0; j < h; j++ {
		next <- j
	}
	close(next)
	rows.Wait()
	return img
}

// drawing is a set made ready: solids, and the light on every surface.
type drawing struct {
	s      scene.Set
	solids []turned
	lit    [][]float64 // light on each solid, by vertex and turn
	table  sheet
	nearby sheet   // the table round the dish, finer, for its shadow
	nearX  float64 // left edge of nearby
	nearY  float64 // near edge of nearby
	wall   sheet
	wallY  float64
	lights *light.Engine // what shines, as a ray meets it
	cards  []shownCard
	perLux float64 // picture value of a white surface under one lux
	wood   colour
	middle r3.Vec  // of the ball round vessel and food
	reach  float64 // its radius
}

// shownCard is a card or the backdrop, and the light on either side.
type shownCard struct {
	rect        light.Rect
	front, back colour // as they look
}

const turns = 32

func newDrawing(s scene.Set, x exposure.Settings, w, h int) *drawing {
	d := &drawing{s: s, solids: solids(s), wood: parse(s.Table.Colour), wallY: s.Table.DepthMm + 500}
	m, err := optics.Magnification(s.Camera.FocalMm, s.Camera.DistanceMm)
	if err != nil {
		m = 0
	}
	metered := exposure.LuxFromEV100(exposure.EV100(optics.EffectiveNumber(x.Aperture, m, 1), x.Seconds, float64(x.ISO)))
	d.perLux = 1 / metered
	d.middle = s.Aim()
	d.reach = math.Hypot(s.Vessel.DiameterMm/2, s.TopMm()/2) * 1.02

	set := s.Lighting()
	e := light.NewEngine(set, light.Coarse)
	d.lights = e
	// What is inside the dish is lit past its own stand-in cylinder.
	open := set
	open.Solids = nil
	inside := light.NewEngine(open, light.Coarse)
	onTable := func(x, y float64) float64 { return d.underOverhang(e, x, y) }
	d.table = shade(s.Table.WidthMm, s.Table.DepthMm, 60, 34, onTable)
	reach := s.Vessel.DiameterMm/2 + 130
	d.nearX, d.nearY = s.Vessel.XMm-reach, s.Vessel.YMm-reach
	d.nearby = shade(2*reach, 2*reach, 44, 44, func(u, v float64) float64 { return onTable(d.nearX+u, d.nearY+v) })
	d.wall = shade(4000, 2000, 16, 10, func(u, v float64) float64 {
		return inside.At(r3.Vec{X: u - 2000 + s.Table.WidthMm/2, Y: d.wallY, Z: v - 400}, r3.Vec{Y: -1}).Total()
	})
	for i, p := range set.Panels {
		n := p.Normal()
		side := func(n r3.Vec, face light.Surface) colour {
			lux := e.At(r3.Add(p.Centre, r3.Scale(0.1, n)), n).Total()
			k := face.Diffuse.Plus(face.Gloss).Plus(p.Through)
			// What a diffuser lets through comes from its other side.
			if p.Through.Lux() > 0 {
				lux = math.Max(lux, e.FromPanel(i, r3.Add(p.Centre, r3.Scale(30, n)), r3.Scale(-1, n)).Lux())
			}
			return colour{k[0], k[1], k[2]}.scale(lux * d.perLux)
		}
		d.cards = append(d.cards, shownCard{p.Rect, side(n, p.Front), side(r3.Scale(-1, n), p.Back)})
	}
	d.lit = make([][]float64, len(d.solids))
	var all sync.WaitGroup
	for k := range d.solids {
		all.Go(func() { d.lit[k] = d.light(inside, &d.solids[k]) })
	}
	all.Wait()
	return d
}

// underOverhang is the light on the table. The dish's stand-in cylinder is as wide
// as its rim, while its foot is narrower; beneath the overhang the light is what
// falls just outside the rim, less the further in.
func (d *drawing) underOverhang(e *light.Engine, x, y float64) float64 {
	dx, dy, rim := x-d.s.Vessel.XMm, y-d.s.Vessel.YMm, d.s.Vessel.DiameterMm/2
	in := math.Hypot(dx, dy) / rim
	share := 1.0
	if in < 1.01 {
		k := 1.01 / math.Max(in, 1e-3)
		x, y = d.s.Vessel.XMm+dx*k, d.s.Vessel.YMm+dy*k
		share = 0.25 + 0.75*math.Pow(math.Min(in, 1), 4)
	}
	return share * e.At(r3.Vec{X: x, Y: y, Z: 0.05}, r3.Vec{Z: 1}).Total()
}

func (d *drawing) tableLux(x, y float64) float64 {
	if u, v := x-d.nearX, y-d.nearY; u > 0 && v > 0 && u < d.nearby.w && v < d.nearby.h {
		return d.nearby.at(u, v)
	}
	return d.table.at(x, y)
}

// light is the light at each vertex and turn of a solid. Below the rim of its
// vessel a surface sees less of the room.
func (d *drawing) light(e *light.Engine, t *turned) []float64 {
	out := make([]float64, len(t.r)*turns)
	rim := d.s.Vessel.HeightMm
	for i := range t.r {
		sunk := 0.0
		if t.edible || t.nr[i] < 0 {
			sunk = math.Max(0, rim-t.z[i]) / math.Max(d.s.Vessel.DiameterMm/2, 1)
		}
		for j := 0; j < turns; j++ {
			sin, cos := math.Sincos(float64(j) * 2 * math.Pi / turns)
			n := r3.Vec{X: t.nr[i] * sin, Y: t.nr[i] * cos, Z: t.nz[i]}
			p := r3.Add(r3.Vec{X: t.x + t.r[i]*sin, Y: t.y + t.r[i]*cos, Z: math.Max(t.z[i], 1)}, r3.Scale(0.3, n))
			out[i*turns+j] = e.At(p, n).Total() / (1 + sunk*1.2)
		}
	}
	return out
}

func (d *drawing) onSolid(k int, h hit) float64 {
	f := math.Mod(h.turn/(2*math.Pi)+1, 1) * turns
	j := int(f) % turns
	f -= math.Floor(f)
	g := d.lit[k]
	row := func(i int) float64 { return g[i*turns+j]*(1-f) + g[i*turns+(j+1)%turns]*f }
	return row(h.seg)*(1-h.along) + row(h.seg+1)*h.along
}

// sheet is light on a flat rectangle at even nodes.
type sheet struct {
	w, h   float64
	nx, ny int
	lux    []float64
}

func shade(w, h float64, nx, ny int, at func(u, v float64) float64) sheet {
	s := sheet{w, h, nx, ny, make([]float64, (nx+1)*(ny+1))}
	var rows sync.WaitGroup
	for j := 0; j <= ny; j++ {
		rows.Go(func() {
			for i := 0; i <= nx; i++ {
				s.lux[j*(nx+1)+i] = at(w*float64(i)/float64(nx), h*float64(j)/float64(ny))
			}
		})
	}
	rows.Wait()
	return s
}

func (s *sheet) at(u, v float64) float64 {
	fx := math.Min(math.Max(u/s.w, 0), 1) * float64(s.nx)
	fy := math.Min(math.Max(v/s.h, 0), 1) * float64(s.ny)
	i, j := min(int(fx), s.nx-1), min(int(fy), s.ny-1)
	fx, fy = fx-float64(i), fy-float64(j)
	k := j*(s.nx+1) + i
	return (s.lux[k]*(1-fx)+s.lux[k+1]*fx)*(1-fy) + (s.lux[k+s.nx+1]*(1-fx)+s.lux[k+s.nx+2]*fx)*fy
}

// near reports whether a ray passes the ball round vessel and food.
func (d *drawing) near(o, dir r3.Vec) bool {
	c := r3.Sub(d.middle, o)
	along := r3.Dot(c, dir)
	return r3.Dot(c, c)-along*along < d.reach*d.reach
}

// look returns the picture value along a ray.
func (d *drawing) look(o, dir r3.Vec) colour {
	best := math.Inf(1)
	which := -1
	var at hit
	if d.near(o, dir) {
		for k := range d.solids {
			if h, ok := d.solids[k].meet(o, dir, best); ok {
				best, which, at = h.t, k, h
			}
		}
	}
	out := colour{0.01, 0.01, 0.01}
	atWall := false
	if dir.Z < 0 {
		if t := -o.Z / dir.Z; t < best {
			if x, y := o.X+t*dir.X, o.Y+t*dir.Y; x >= 0 && x <= d.s.Table.WidthMm && y >= 0 && y <= d.s.Table.DepthMm {
				best, which = t, -1
				out = d.planks(x, y).scale(d.tableLux(x, y) * d.perLux)
			}
		}
	}
	if dir.Y > 0 {
		if t := (d.wallY - o.Y) / dir.Y; t < best {
			best, which, atWall = t, -1, true
			x, z := o.X+t*dir.X, o.Z+t*dir.Z
			out = colour{0.16, 0.17, 0.18}.scale(d.wall.at(x+2000-d.s.Table.WidthMm/2, z+400) * d.perLux)
		}
	}
	for i := range d.cards {
		if t, front, ok := flat(d.cards[i].rect, o, dir, best); ok {
			best, which = t, -1
			out = d.cards[i].back
			if front {
				out = d.cards[i].front
			}
		}
	}
	if which < 0 && (math.IsInf(best, 1) || atWall) {
		if l := d.lights.Toward(o, dir); l.Lux() > 0 {
			out = colour{l[0], l[1], l[2]}.scale(math.Pi * d.perLux)
		}
	}
	if which >= 0 {
		return d.solid(which, at, dir)
	}
	return out
}

// solid is the picture value of a vessel or food: diffuse light, and the mirror
// image of the source in its gloss.
func (d *drawing) solid(k int, h hit, dir r3.Vec) colour {
	t := &d.solids[k]
	n := h.n
	if r3.Dot(n, dir) > 0 {
		n = r3.Scale(-1, n)
	}
	base := t.colour
	if t.edible {
		base = d.dish(h, base)
	}
	out := base.scale(d.onSolid(k, h) * d.perLux)
	if t.gloss > 0 {
		mirror := r3.Sub(dir, r3.Scale(2*r3.Dot(dir, n), n))
		if l := d.lights.Toward(r3.Add(h.at, r3.Scale(0.5, n)), mirror).Lux(); l > 0 {
			cos := math.Abs(r3.Dot(dir, n))
			share := 0.04 + 0.96*math.Pow(1-cos, 5) // Schlick's form of Fresnel, n = 1.5
			v := math.Pi * l * d.perLux * share * t.gloss * 0.35
			out = out.add(colour{v, v, v})
		}
	}
	return out
}

// dish gives food a broken surface and its garnish.
func (d *drawing) dish(h hit, base colour) colour {
	x, y := h.at.X-d.s.Vessel.XMm, h.at.Y-d.s.Vessel.YMm
	scale := math.Max(d.s.Vessel.DiameterMm/22, 3)
	rough := 0.6
	if d.s.Food.AboveMm <= 0 {
		rough = 0.12
	}
	n := noise(x/scale+h.at.Z/scale, y/scale, 5)*0.65 + noise(x/scale*3, y/scale*3+h.at.Z/scale, 6)*0.35
	base = base.scale(1 - rough/2 + rough*n)
	if d.s.Food.Garnish != "" && h.n.Z > 0.25 && d.s.Food.AboveMm > 0 {
		if noise(x/scale*1.3+31, y/scale*1.3+7, 9) > 0.74 {
			base = parse(d.s.Food.Garnish).scale(0.75 + 0.5*noise(x/scale*5, y/scale*5, 11))
		}
	}
	return base
}

// planks is the table's colour at a place: boards of slightly different tone with
// a grain along x. Its mean is scaled to the table's reflectance.
func (d *drawing) planks(x, y float64) colour {
	const width = 145.0
	board := math.Floor(y / width)
	tone := 0.88 + 0.24*hash(int64(board), 3, 21)
	grain := 0.9 + 0.2*noise(x/160+board*17, y/3.2, 22) + 0.06*(noise(x/40, y/1.4, 23)-0.5)
	edge := math.Abs(y/width - math.Round(y/width))
	if edge*width < 1.2 {
		tone *= 0.45
	}
	lum := math.Max(0.2126*d.wood.r+0.7152*d.wood.g+0.0722*d.wood.b, 1e-3)
	return d.wood.scale(tone * grain * math.Min(d.s.Table.Reflectance/lum, 8))
}

func flat(q light.Rect, o, dir r3.Vec, best float64) (t float64, front, ok bool) {
	n := r3.Cross(q.U, q.V)
	den := r3.Dot(n, dir)
	if den == 0 {
		return 0, false, false
	}
	t = r3.Dot(n, r3.Sub(q.Centre, o)) / den
	if t <= 1e-3 || t >= best {
		return 0, false, false
	}
	p := r3.Sub(r3.Add(o, r3.Scale(t, dir)), q.Centre)
	return t, den < 0, math.Abs(r3.Dot(p, q.U)) <= r3.Norm2(q.U) && math.Abs(r3.Dot(p, q.V)) <= r3.Norm2(q.V)
}
