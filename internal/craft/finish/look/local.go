package look

import "math"

// local lifts or burns by a mask.
type local struct {
	where drawn
	stops float32
	whole float32 // what is multiplied by where the mask is whole
	// What is further than reach from the middle is wholly outside.
	mx, my, reach float64
}

func (s Step) local(w, h int) (l *local, ok bool) {
	if s.Stops == 0 || s.Mask == nil {
		return nil, false
	}
	l = &local{where: s.Mask.on(w, h), stops: float32(s.Stops), whole: float32(math.Exp2(s.Stops)), reach: math.Inf(1)}
	if s.Mask.Shape == Fade {
		return l, true
	}
	for i := range l.where.px {
		l.mx, l.my = l.mx+l.where.px[i]/float64(len(l.where.px)), l.my+l.where.py[i]/float64(len(l.where.py))
	}
	l.reach = 0
	for i := range l.where.px {
		l.reach = math.Max(l.reach, math.Hypot(l.where.px[i]-l.mx, l.where.py[i]-l.my))
	}
	l.reach += math.Max(l.where.across, l.where.down)
	return l, true
}

// span is which pixels of a line are within reach.
func (l *local) span(on line, n int) (from, to int) {
	if math.IsInf(l.reach, 1) {
		return 0, n
	}
	// The line's way is of length 1.
	along := (l.mx-on.x)*on.dx + (l.my-on.y)*on.dy
	off := math.Hypot(l.mx-on.x-along*on.dx, l.my-on.y-along*on.dy)
	if off >= l.reach {
		return 0, 0
	}
	half := math.Sqrt(l.reach*l.reach - off*off)
	return min(n, max(0, int(along-half))), max(0, min(n, int(along+half)+2))
}

func (l *local) on(p row, at line) {
	from, to := l.span(at, len(p.r))
	if l.where.Outside {
		times(p.part(0, from), l.whole)
		times(p.part(max(from, to), len(p.r)), l.whole)
	}
	for i := from; i < to; i++ {
		n := float64(i)
		k := l.whole
		switch w := l.where.at(at.x+n*at.dx, at.y+n*at.dy); w {
		case 0:
			continue
		case 1:
		default:
			k = exp2(float32(w) * l.stops)
		}
		p.r[i], p.g[i], p.b[i] = k*p.r[i], k*p.g[i], k*p.b[i]
	}
}

// exp2 is 2 to the power of x, from −126 to 127, to a millionth (its series to the sixth term, about the middle of an octave).
func exp2(x float32) float32 {
	whole := int(x)
	if x < float32(whole) {
		whole--
	}
	f := (x - float32(whole) - 0.5) * math.Ln2
	part := math.Sqrt2 * (1 + f*(1+f*(0.5+f*(1.0/6+f*(1.0/24+f*(1.0/120))))))
	return part * math.Float32frombits(uint32(whole+127)<<23)
}

func times(p row, k float32) {
	for i := range p.r {
		p.r[i], p.g[i], p.b[i] = k*p.r[i], k*p.g[i], k*p.b[i]
	}
}
