package look

import "math"

// mended is a frame with its spots covered from beside them.
type mended struct {
	source
	spots []patch
}

// patch covers one spot, all in pixels.
type patch struct {
	x, y, r float64
	ox, oy  int        // from where it is taken, from where it lies
	k       [3]float32 // what it is multiplied by, so that it has the light of where it lies
}

// How much of a spot's edge goes over into what is round it, how wide the ring is by which its light is found, and how far
// that may be moved (values of our own).
const (
	spotSoft = 0.45
	ringOut  = 1.5
	mostGain = 4.0
)

// mendedBy covers the spots of steps. Each is taken from the frame as it was, so that their order does not matter.
func mendedBy(from source, steps []Step) mended {
	m := mended{source: from}
	long := float64(max(from.w, from.h))
	for _, s := range steps {
		if s.Kind != Mend || s.Off || s.At == nil || s.From == nil || s.Radius <= 0 {
			continue
		}
		p := patch{x: s.At.X * float64(from.w), y: s.At.Y * float64(from.h), r: math.Max(1, s.Radius*long)}
		p.ox, p.oy = int(math.Round((s.From.X-s.At.X)*float64(from.w))), int(math.Round((s.From.Y-s.At.Y)*float64(from.h)))
		here, there := from.ring(p.x, p.y, p.r), from.ring(p.x+float64(p.ox), p.y+float64(p.oy), p.r)
		for c := range p.k {
			p.k[c] = float32(math.Min(mostGain, math.Max(1/mostGain, (here[c]+1e-4)/(there[c]+1e-4))))
		}
		m.spots = append(m.spots, p)
	}
	return m
}

// ring is the mean light round a spot, by parts.
func (s source) ring(x, y, r float64) (mean [3]float64) {
	out := ringOut*r + 1
	left, right := max(0, int(x-out)), min(s.w, int(x+out)+1)
	if right <= left {
		return mean
	}
	p, n := newRow(right-left), 0.0
	for yy := max(0, int(y-out)); yy < min(s.h, int(y+out)+1); yy++ {
		s.read(left, yy, p)
		for i := range p.r {
			if d := math.Hypot(float64(left+i)+0.5-x, float64(yy)+0.5-y); d >= r && d <= out {
				mean[0], mean[1], mean[2], n = mean[0]+float64(p.r[i]), mean[1]+float64(p.g[i]), mean[2]+float64(p.b[i]), n+1
			}
		}
	}
	for c := range mean {
		mean[c] /= math.Max(1, n)
	}
	return mean
}

// read is as source's, with the spots covered.
func (m mended) read(x, y int, into row) {
	m.source.read(x, y, into)
	for _, s := range m.spots {
		dy := float64(y) + 0.5 - s.y
		if math.Abs(dy) >= s.r {
			continue
		}
		half := math.Sqrt(s.r*s.r - dy*dy)
		from, to := max(x, int(s.x-half)), min(x+len(into.r), int(s.x+half)+1)
		if from >= to {
			continue
		}
		// What lies out of the frame is taken from its edge.
		fy := min(m.h-1, max(0, y+s.oy))
		fx := min(m.w-(to-from), max(0, from+s.ox))
		if fx < 0 {
			continue
		}
		beside := newRow(to - from)
		m.source.read(fx, fy, beside)
		for i := range beside.r {
			w := 1 - smooth(1-spotSoft, 1, float32(math.Hypot(float64(from+i)+0.5-s.x, dy)/s.r))
			at := from + i - x
			into.r[at] += w * (s.k[0]*beside.r[i] - into.r[at])
			into.g[at] += w * (s.k[1]*beside.g[i] - into.g[at])
			into.b[at] += w * (s.k[2]*beside.b[i] - into.b[at])
		}
	}
}
