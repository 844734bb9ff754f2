package shape

import "math"

// Hash returns an even pseudo-random number in [0, 1) for whole coordinates; the same
// for the same seed.
func Hash(x, y, z, seed int64) float64 {
	return even(uint64(x)*hashX ^ uint64(y)*hashY ^ uint64(z)*hashZ ^ uint64(seed)*hashSeed)
}

// What each coordinate is spread by before they are mixed.
const (
	hashX    = 0x9E3779B97F4A7C15
	hashY    = 0xC2B2AE3D27D4EB4F
	hashZ    = 0xD6E8FEB86659FD93
	hashSeed = 0x165667B19E3779F9
)

// even mixes the digits of h and returns a number in [0, 1).
func even(h uint64) float64 {
	h ^= h >> 29
	h *= 0xBF58476D1CE4E5B9
	h ^= h >> 32
	h *= 0x94D049BB133111EB
	h ^= h >> 31
	return float64(h>>11) / (1 << 53)
}

// Noise is smooth value noise with a grain of one unit, 0 to 1 (Perlin's fade of
// 1985 between hashed lattice values).
func Noise(x, y, z float64, seed int64) float64 {
	i, fx := cell(x)
	j, fy := cell(y)
	k, fz := cell(z)
	x0, y0, z0 := uint64(i)*hashX, uint64(j)*hashY, uint64(k)*hashZ^uint64(seed)*hashSeed
	x1, y1 := x0+hashX, y0+hashY
	plane := func(z uint64) float64 {
		return lerp(lerp(even(x0^y0^z), even(x1^y0^z), fx), lerp(even(x0^y1^z), even(x1^y1^z), fx), fy)
	}
	if fz == 0 {
		return plane(z0)
	}
	return lerp(plane(z0), plane(uint64(k+1)*hashZ^uint64(seed)*hashSeed), fz)
}

// cell is the lattice place below x and how far x is from it, faded, 0 to 1.
func cell(x float64) (int64, float64) {
	low := math.Floor(x)
	f := x - low
	return int64(low), f * f * (3 - 2*f)
}

// Eased is t held to 0 to 1, setting out and arriving slowly.
func Eased(t float64) float64 {
	t = min(1, max(0, t))
	return t * t * (3 - 2*t)
}

// Grain is Noise for many places: those that follow one another mostly lie in one cell of the lattice, whose corners
// are kept. It is for one goroutine.
type Grain struct {
	Seed    int64
	cell    [3]int64
	corners [8]float64 // x first, then y, then z
	known   bool
}

// At returns Noise(x, y, z, g.Seed).
func (g *Grain) At(x, y, z float64) float64 {
	i, fx := cell(x)
	j, fy := cell(y)
	k, fz := cell(z)
	if at := [3]int64{i, j, k}; !g.known || at != g.cell {
		g.enter(at)
	}
	c := &g.corners
	near := lerp(lerp(c[0], c[1], fx), lerp(c[2], c[3], fx), fy)
	far := lerp(lerp(c[4], c[5], fx), lerp(c[6], c[7], fx), fy)
	return lerp(near, far, fz)
}

// enter works out the corners of a cell.
func (g *Grain) enter(cell [3]int64) {
	g.cell, g.known = cell, true
	for n := range g.corners {
		g.corners[n] = Hash(cell[0]+int64(n&1), cell[1]+int64(n>>1&1), cell[2]+int64(n>>2), g.Seed)
	}
}

func lerp(a, b, t float64) float64 { return a + (b-a)*t }
