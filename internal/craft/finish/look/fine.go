package look

import "math"

// sharpening adds to each place's luminance some of what it differs by from what is round it; colour stays.
type sharpening struct {
	kernel []float32 // from the middle out
	amount float32
}

// least is the radius, pixels, under which nothing can be told.
const least = 0.2

func (s Step) sharpening(scale float64) (sharpening, bool) {
	sigma := s.RadiusPx * scale
	if sigma < least || s.Amount == 0 {
		return sharpening{}, false
	}
	k := make([]float32, int(math.Ceil(3*sigma))+1)
	sum := 0.0
	for i := range k {
		v := math.Exp(-float64(i*i) / (2 * sigma * sigma))
		k[i] = float32(v)
		sum += v
		if i > 0 {
			sum += v
		}
	}
	for i := range k {
		k[i] /= float32(sum)
	}
	return sharpening{k, float32(s.Amount)}, true
}

// reach is how many rows above and below have a part in one.
func (s sharpening) reach() int { return max(0, len(s.kernel)-1) }

// on sharpens the rows of block from a to b, which are changed when all are worked out.
func (s sharpening) on(block []row, a, b int) {
	w := len(block[0].r)
	lum := make([][]float32, len(block))
	across := make([][]float32, len(block))
	for j, p := range block {
		lum[j], across[j] = make([]float32, w), make([]float32, w)
		for i := range lum[j] {
			lum[j][i] = luma(p.r[i], p.g[i], p.b[i])
		}
		blurred(lum[j], across[j], s.kernel)
	}
	soft := make([]float32, w)
	for j := a; j < b; j++ {
		for i := range soft {
			soft[i] = s.kernel[0] * across[j][i]
		}
		for d := 1; d < len(s.kernel); d++ {
			up, down, k := across[max(0, j-d)], across[min(len(block)-1, j+d)], s.kernel[d]
			for i := range soft {
				soft[i] += k * (up[i] + down[i])
			}
		}
		p := block[j]
		for i, y := range lum[j] {
			if y <= 0 {
				continue
			}
			k := min(mostGain, max(1/mostGain, 1+s.amount*(y-soft[i])/y))
			p.r[i], p.g[i], p.b[i] = k*p.r[i], k*p.g[i], k*p.b[i]
		}
	}
}

// blurred goes along a row; what is beyond its ends is as the ends are.
func blurred(from, to, kernel []float32) {
	n := len(from)
	for i := range to {
		v := kernel[0] * from[i]
		if i >= len(kernel) && i < n-len(kernel) {
			for d := 1; d < len(kernel); d++ {
				v += kernel[d] * (from[i-d] + from[i+d])
			}
		} else {
			for d := 1; d < len(kernel); d++ {
				v += kernel[d] * (from[max(0, i-d)] + from[min(n-1, i+d)])
			}
		}
		to[i] = v
	}
}

// graining makes a picture uneven as film is: always the same at the same place.
type graining struct {
	stops float32
	cell  float64 // pixels
}

func (s Step) graining(scale float64) (graining, bool) {
	cell := math.Max(1, s.RadiusPx) * scale
	// What is finer than a pixel of the smaller picture evens out in it.
	return graining{float32(s.Amount * math.Min(1, cell)), math.Max(1, cell)}, s.Amount > 0
}

func (g graining) on(p row, y int) {
	per := 1 / g.cell
	fy := float64(y) * per
	for i := range p.r {
		l := luma(p.r[i], p.g[i], p.b[i])
		if l <= 0 || l >= 1 {
			continue
		}
		// Film has most of it in the middle tones and none in white.
		k := exp2(g.stops * (1 - l) * noise(float64(i)*per, fy))
		p.r[i], p.g[i], p.b[i] = k*p.r[i], k*p.g[i], k*p.b[i]
	}
}

// noise has mean 0, and deviation about 1 at the corners of its lattice; between them it goes over.
func noise(x, y float64) float32 {
	ix, iy := uint32(x), uint32(y)
	tx, ty := float32(x-float64(ix)), float32(y-float64(iy))
	if tx == 0 && ty == 0 {
		return lattice(ix, iy)
	}
	return (lattice(ix, iy)*(1-tx)+lattice(ix+1, iy)*tx)*(1-ty) + (lattice(ix, iy+1)*(1-tx)+lattice(ix+1, iy+1)*tx)*ty
}

// lattice is the sum of four even chances, from a hash of the place: near enough to a bell.
func lattice(x, y uint32) float32 {
	h := x*0x9e3779b1 ^ (y*0x85ebca77 + 0xc2b2ae3d)
	h ^= h >> 15
	h *= 0x2c1b3c6d
	h ^= h >> 12
	h *= 0x297a2d39
	h ^= h >> 15
	sum := h&255 + h>>8&255 + h>>16&255 + h>>24
	return (float32(sum)/255 - 2) / 0.577
}
