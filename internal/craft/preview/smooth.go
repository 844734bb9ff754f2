package preview

import "math"

// bench is what smoothing works on: each number of all pixels in a plane of its own, so that eight pixels side by side
// are read at once. A film keeps it from step to step: for a large picture it is several hundred megabytes.
type bench struct {
	n                  int               // pixels
	guides             []float32         // what a smoothed pixel must have in common with its neighbours, by planes
	lit, next          [layers][]float32 // each layer's light, by planes
	has, then          []float32         // samples that followed light on, and what comes of them in the next pass
	albedo, unhindered [][3]float32
	own                [layers][]float32 // variance of each layer's mean, by the pixel's own samples
	most               [][layers]float32 // brightest of a pixel's neighbours
	caught             [][3]float32      // bounced light before it is smoothed
}

// The planes of guides: the normal's three, the place's three, one over how far a neighbour's place may lie off this one's
// plane (1/mm), and which object it is.
const (
	placePlane  = 3
	slackPlane  = 6
	objectPlane = 7
	guidePlanes = 8
)

// The planes of a layer: red, green and blue, their luminance, and the variance of that.
const (
	lumPlane    = 3
	spreadPlane = 4
	litPlanes   = 5
)

func newBench(n int) *bench {
	b := &bench{n: n, guides: make([]float32, guidePlanes*n), has: make([]float32, n), then: make([]float32, n), albedo: make([][3]float32, n), unhindered: make([][3]float32, n), most: make([][layers]float32, n), caught: make([][3]float32, n)}
	for l := range layers {
		b.lit[l], b.next[l], b.own[l] = make([]float32, litPlanes*n), make([]float32, litPlanes*n), make([]float32, n)
	}
	return b
}

func (b *bench) light(l, at int) [3]float32 {
	v := b.lit[l]
	return [3]float32{v[at], v[b.n+at], v[2*b.n+at]}
}

func (b *bench) setLight(l, at int, c [3]float32) {
	v := b.lit[l]
	v[at], v[b.n+at], v[2*b.n+at], v[lumPlane*b.n+at] = c[0], c[1], c[2], bright(c)
}

// smooth runs the filter: each pass looks twice as far as the one before.
func (f *film) smooth(b *bench, samples int) {
	if samples >= 1024 {
		return
	}
	fewer := 0
	if samples >= 16 {
		fewer = 1
	}
	if samples >= 64 {
		fewer = 2
	}
	within := tolerance
	within[bouncedLayer] = bouncedWithin(samples)
	for pass := range max(passes[straightLayer]-fewer, passes[bouncedLayer]) {
		on := [layers]bool{pass < passes[straightLayer]-fewer, pass < passes[bouncedLayer], pass < min(passes[cleanLayer], passes[straightLayer]-fewer)}
		f.eachRow(func(j int) { f.blend(b, j, 1<<pass, &on, &within) })
		for l := range layers {
			if on[l] {
				b.lit[l], b.next[l] = b.next[l], b.lit[l]
			}
		}
		if on[bouncedLayer] {
			b.has, b.then = b.then, b.has
		}
	}
}

// blending is one pixel of a pass and its neighbours, or eight side by side and theirs.
type blending struct {
	guides, in, out []float32        // planes
	has, then       []float32        // nil for a layer of which every sample tells
	n, at           int              // from plane to plane, and the first pixel's place
	count           int              // neighbours, a pixel itself among them
	to              [9]int           // places of the first pixel's
	near            [9]float32       // weight of each by how far off it is
	pace            float32          // one over the step
	within          float32          // how many spreads differ too much
	w, differs      [9][wide]float32 // each neighbour's weight by its surface, and how far that differs
}

// blend is one row of a pass over the eight neighbours of each pixel at a step.
func (f *film) blend(b *bench, j, step int, on *[layers]bool, within *[layers]float32) {
	var t blending
	t.guides, t.n, t.pace = b.guides, b.n, 1/float32(step)
	for i := 0; i < f.w; {
		lanes := 1
		if eight && i >= step && i+wide+step <= f.w {
			lanes = wide
		}
		t.at, t.count = j*f.w+i, 0
		for dy := -1; dy <= 1; dy++ {
			for dx := -1; dx <= 1; dx++ {
				y, x := j+dy*step, i+dx*step
				if y < 0 || y >= f.h || x < 0 || x >= f.w {
					continue
				}
				t.to[t.count], t.near[t.count] = y*f.w+x, float32(int(4)>>(dx*dx+dy*dy))/16
				t.count++
			}
		}
		weigh(&t, lanes)
		for l := range layers {
			if !on[l] {
				continue
			}
			t.in, t.out, t.within, t.has, t.then = b.lit[l], b.next[l], within[l], nil, nil
			if l == bouncedLayer {
				t.has, t.then = b.has, b.then
			}
			mingle(&t, lanes)
		}
		i += lanes
	}
}

// weighPlainly works out what a pixel has in common with each of its neighbours: what weigh does with eight at once.
func weighPlainly(t *blending) {
	guide := func(plane, at int) float32 { return t.guides[plane*t.n+at] }
	n := [3]float32{guide(0, t.at), guide(1, t.at), guide(2, t.at)}
	p := [3]float32{guide(placePlane, t.at), guide(placePlane+1, t.at), guide(placePlane+2, t.at)}
	slack, object := guide(slackPlane, t.at)*t.pace, guide(objectPlane, t.at)
	for k, at := range t.to[:t.count] {
		if at == t.at {
			t.w[k][0], t.differs[k][0] = t.near[k], 0
			continue
		}
		t.w[k][0] = 0
		if guide(objectPlane, at) != object {
			continue
		}
		dot := n[0]*guide(0, at) + n[1]*guide(1, at) + n[2]*guide(2, at)
		off := n[0]*(guide(placePlane, at)-p[0]) + n[1]*(guide(placePlane+1, at)-p[1]) + n[2]*(guide(placePlane+2, at)-p[2])
		if t.differs[k][0] = size(off) * slack; t.differs[k][0] > farthest {
			continue
		}
		t.w[k][0] = t.near[k] * together(dot)
	}
}

// together is how much two places' light has in common by the cosine of their normals: its sixteenth power, and nothing of what turns
// further than half a right angle or so.
func together(cos float32) float32 {
	if !(cos >= 0.6) {
		return 0
	}
	d2 := cos * cos
	d8 := d2 * d2 * d2 * d2
	return d8 * d8
}

// minglePlainly makes a layer's light at a pixel of that of its neighbours: what mingle does with eight at once.
func minglePlainly(t *blending) {
	in := func(plane, at int) float32 { return t.in[plane*t.n+at] }
	out := func(plane int) *float32 { return &t.out[plane*t.n+t.at] }
	lum, spread := in(lumPlane, t.at), in(spreadPlane, t.at)
	unknown := t.has != nil && t.has[t.at] == 0 // nothing, so nothing to differ from
	stop := float32(0)                          // one over the difference that stops
	if !unknown {
		stop = 1 / (t.within*float32(math.Sqrt(float64(spread))) + 1e-4 + 0.001*lum)
	}
	var r, g, b, all, spreads float32
	for k, at := range t.to[:t.count] {
		w := t.w[k][0] * fall(t.differs[k][0]+size(in(lumPlane, at)-lum)*stop)
		if w == 0 {
			continue
		}
		if t.has != nil {
			w *= t.has[at]
		}
		all += w
		r, g, b = r+w*in(0, at), g+w*in(1, at), b+w*in(2, at)
		spreads += w * w * in(spreadPlane, at)
	}
	if all == 0 || spread == 0 && !unknown { // nothing to smooth it with, or nothing to smooth
		for plane := range litPlanes {
			*out(plane) = in(plane, t.at)
		}
		if t.has != nil {
			t.then[t.at] = t.has[t.at]
		}
		return
	}
	k := 1 / all
	r, g, b = r*k, g*k, b*k
	*out(0), *out(1), *out(2), *out(lumPlane), *out(spreadPlane) = r, g, b, bright([3]float32{r, g, b}), spreads*k*k
	if t.has != nil {
		t.then[t.at] = min(1, all)
	}
}

// farthest is how far a surface, or light, may differ to count at all.
const farthest = 8

func size(v float32) float32 { return math.Float32frombits(math.Float32bits(v) &^ (1 << 31)) }

// fall is about e^−x, quickly.
func fall(x float32) float32 {
	if !(x <= farthest) {
		return 0
	}
	y := 1 + x*(0.25+x*(0.03125+x*0.0026))
	y *= y
	return 1 / (y * y)
}
