package look

import "math"

// MostTurnDeg is how far a frame is turned to stand straight, degrees either way.
const MostTurnDeg = 20.0

// cut is how places of the finished picture lie in the frame, both in pixels.
type cut struct {
	w, h     int     // of the finished picture
	x, y     float64 // where the middle of its first pixel lies
	cos, sin float64
	plain    bool // neither turned nor between pixels: x and y are whole
}

// cutOf is the crop among steps on a frame of w by h pixels; all of the frame when there is none.
func cutOf(steps []Step, w, h int) cut {
	for _, s := range steps {
		if s.Kind == Crop && !s.Off && s.Box != nil {
			return s.cut(w, h)
		}
	}
	return cut{w: w, h: h, x: 0.5, y: 0.5, cos: 1, plain: true}
}

func (s Step) cut(w, h int) cut {
	b := s.Box.Within(float64(w), float64(h), s.TurnDeg)
	c := cut{w: max(1, int(math.Round(b.W*float64(w)))), h: max(1, int(math.Round(b.H*float64(h)))), cos: 1}
	if s.TurnDeg == 0 {
		x, y := min(int(math.Round(b.X*float64(w))), w-c.w), min(int(math.Round(b.Y*float64(h))), h-c.h)
		c.x, c.y, c.plain = float64(x)+0.5, float64(y)+0.5, true
		return c
	}
	// The picture turns clockwise, so the crop lies turned the other way in the frame.
	a := -s.TurnDeg * math.Pi / 180
	c.cos, c.sin = math.Cos(a), math.Sin(a)
	mx, my := (b.X+b.W/2)*float64(w), (b.Y+b.H/2)*float64(h)
	dx, dy := -float64(c.w)/2+0.5, -float64(c.h)/2+0.5
	c.x, c.y = mx+dx*c.cos-dy*c.sin, my+dx*c.sin+dy*c.cos
	return c
}

// Within is the box made smaller about its middle, in its own shape, until it has no corner out of a frame of w by h when the
// frame is turned.
func (b Box) Within(w, h, turnDeg float64) Box {
	if turnDeg == 0 {
		return b
	}
	cos, sin := math.Abs(math.Cos(turnDeg*math.Pi/180)), math.Abs(math.Sin(turnDeg*math.Pi/180))
	bw, bh := b.W*w/2, b.H*h/2
	mx, my := (b.X+b.W/2)*w, (b.Y+b.H/2)*h
	k := math.Min(1, math.Min(math.Min(mx, w-mx)/(bw*cos+bh*sin), math.Min(my, h-my)/(bw*sin+bh*cos)))
	b.X, b.Y, b.W, b.H = b.X+b.W*(1-k)/2, b.Y+b.H*(1-k)/2, b.W*k, b.H*k
	return b
}

// line is where a row of the finished picture lies in the frame: its first pixel's middle, and the way to the next.
type line struct{ x, y, dx, dy float64 }

func (c cut) line(y int) line {
	f := float64(y)
	return line{c.x - f*c.sin, c.y + f*c.cos, c.cos, c.sin}
}

// place is where a part of the finished picture, in shares of it, lies in the frame, pixels.
func (c cut) place(s Spot) (x, y float64) {
	l := c.line(0)
	fx, fy := s.X*float64(c.w)-0.5, s.Y*float64(c.h)-0.5
	return l.x + fx*c.cos - fy*c.sin, l.y + fx*c.sin + fy*c.cos
}

// InFrame is where a place of the finished picture lies in the frame of w by h pixels that it is made of.
func InFrame(steps []Step, w, h int, s Spot) Spot {
	x, y := cutOf(steps, w, h).place(s)
	return Spot{math.Min(1, math.Max(0, x/float64(w))), math.Min(1, math.Max(0, y/float64(h)))}
}

// rows reads rows of the finished picture from the frame, in light.
type rows struct {
	from mended
	cut
}

// read fills a block with the rows from y on, each of the picture's width.
func (r rows) read(y int, into []row) {
	if r.plain {
		for i, to := range into {
			r.from.read(int(r.x), int(r.y)+y+i, to)
		}
		return
	}
	// The rows lie aslant: what they touch of the frame is read once.
	x0, y0, x1, y1 := math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)
	for _, e := range []int{y, y + len(into) - 1} {
		l := r.line(e)
		for _, n := range []float64{0, float64(r.w - 1)} {
			x0, x1 = math.Min(x0, l.x+n*l.dx), math.Max(x1, l.x+n*l.dx)
			y0, y1 = math.Min(y0, l.y+n*l.dy), math.Max(y1, l.y+n*l.dy)
		}
	}
	left, top := max(0, int(x0)-3), max(0, int(y0)-3)
	right, foot := min(r.from.w, int(x1)+4), min(r.from.h, int(y1)+4)
	block := make([]row, foot-top)
	for i := range block {
		block[i] = newRow(right - left)
		r.from.read(left, top+i, block[i])
	}
	for i, to := range into {
		l := r.line(y + i)
		for k := range to.r {
			n := float64(k)
			to.r[k], to.g[k], to.b[k] = between(block, l.x+n*l.dx-0.5-float64(left), l.y+n*l.dy-0.5-float64(top))
		}
	}
}

// between is the light at a place between pixels (Keys 1981, a = −½), x and y from the middle of the block's first.
func between(block []row, x, y float64) (r, g, b float32) {
	ix, iy := floor(x), floor(y)
	wx, wy := keys(float32(x-float64(ix))), keys(float32(y-float64(iy)))
	if ix >= 1 && ix+2 < len(block[0].r) && iy >= 1 && iy+2 < len(block) {
		for j, vy := range wy {
			p := block[iy+j-1]
			pr, pg, pb := p.r[ix-1:ix+3:ix+3], p.g[ix-1:ix+3:ix+3], p.b[ix-1:ix+3:ix+3]
			r += vy * (wx[0]*pr[0] + wx[1]*pr[1] + wx[2]*pr[2] + wx[3]*pr[3])
			g += vy * (wx[0]*pg[0] + wx[1]*pg[1] + wx[2]*pg[2] + wx[3]*pg[3])
			b += vy * (wx[0]*pb[0] + wx[1]*pb[1] + wx[2]*pb[2] + wx[3]*pb[3])
		}
		return r, g, b
	}
	for j, vy := range wy {
		p := block[min(len(block)-1, max(0, iy+j-1))]
		for i, vx := range wx {
			at, w := min(len(p.r)-1, max(0, ix+i-1)), vx*vy
			r, g, b = r+w*p.r[at], g+w*p.g[at], b+w*p.b[at]
		}
	}
	return r, g, b
}

func floor(v float64) int {
	i := int(v)
	if v < float64(i) {
		i--
	}
	return i
}

// keys are the weights of the four pixels about a place that lies t past the second.
func keys(t float32) [4]float32 {
	return [4]float32{((-0.5*t+1)*t - 0.5) * t, (1.5*t-2.5)*t*t + 1, ((-1.5*t+2)*t + 0.5) * t, (0.5*t - 0.5) * t * t}
}
