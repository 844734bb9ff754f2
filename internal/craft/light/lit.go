package light

import "math"

// lit is a rectangle that sends light, known in cells.
type lit struct {
	Rect
	levels [][]RGB     // cd/m²: levels[k] has 2^k × 2^k cells, row by row
	spread [][]float64 // by how much the finest cells in each differ, cd/m²
}

// finest is how bright each of the smallest cells is.
func (q *lit) finest() []RGB { return q.levels[len(q.levels)-1] }

// know takes what side × side cells send (a power of two), and keeps the means of larger ones.
func (q *lit) know(finest []RGB, side int) {
	levels, spreads := [][]RGB{finest}, [][]float64{make([]float64, len(finest))}
	low, high := make([]float64, len(finest)), make([]float64, len(finest))
	for k, l := range finest {
		low[k], high[k] = l.Lux(), l.Lux()
	}
	for ; side > 1; side /= 2 {
		half, fine := side/2, levels[0]
		next, spread := make([]RGB, half*half), make([]float64, half*half)
		lows, highs := make([]float64, half*half), make([]float64, half*half)
		for j := range half {
			for i := range half {
				k, lo, hi := j*half+i, math.Inf(1), 0.0
				for _, at := range [4]int{2*j*side + 2*i, 2*j*side + 2*i + 1, (2*j+1)*side + 2*i, (2*j+1)*side + 2*i + 1} {
					next[k] = next[k].Plus(fine[at].Times(0.25))
					lo, hi = math.Min(lo, low[at]), math.Max(hi, high[at])
				}
				lows[k], highs[k], spread[k] = lo, hi, hi-lo
			}
		}
		levels, spreads = append([][]RGB{next}, levels...), append([][]float64{spread}, spreads...)
		low, high = lows, highs
	}
	q.levels, q.spread = levels, spreads
}

// ofCells is what one cell sends to the receptor, or its quarters where they differ by more
// than matters, cd/m² by view factor; pieces is what is seen of the rectangle, nil for all.
func (eye *receptor) ofCells(of *lit, pieces []outline, matters float64, level, i, j int) RGB {
	side := 1 << level
	q := of.cell(i, j, side, side)
	var o outline
	if !eye.rect(&q, &o) {
		return RGB{}
	}
	at := j*side + i
	seen := o.factor()
	if level == len(of.levels)-1 || of.spread[level][at]*seen < matters {
		if pieces != nil {
			seen = seenOf(&o, pieces)
		}
		return of.levels[level][at].Times(math.Pi * seen)
	}
	i, j = 2*i, 2*j
	return eye.ofCells(of, pieces, matters, level+1, i, j).Plus(eye.ofCells(of, pieces, matters, level+1, i+1, j)).
		Plus(eye.ofCells(of, pieces, matters, level+1, i, j+1)).Plus(eye.ofCells(of, pieces, matters, level+1, i+1, j+1))
}

// between is the value at s, t ∈ [−1, 1] between the middles of side × side cells.
func between(v []RGB, side int, s, t float64) RGB {
	if side == 1 {
		return v[0]
	}
	fx, fy, top := (s+1)/2*float64(side)-0.5, (t+1)/2*float64(side)-0.5, float64(side-1)
	fx, fy = math.Min(math.Max(fx, 0), top), math.Min(math.Max(fy, 0), top)
	i, j := min(int(fx), side-2), min(int(fy), side-2)
	fx, fy = fx-float64(i), fy-float64(j)
	k := j*side + i
	return v[k].Times((1 - fx) * (1 - fy)).Plus(v[k+1].Times(fx * (1 - fy))).Plus(v[k+side].Times((1 - fx) * fy)).Plus(v[k+side+1].Times(fx * fy))
}
