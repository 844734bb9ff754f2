package shape

import "math"

// Hash returns an even pseudo-random number in [0, 1) for whole coordinates; the same
// for the same seed.
func Hash(x, y, z, seed int64) float64 {
	h := uint64(x)*0x9E3779B97F4A7C15 ^ uint64(y)*0xC2B2AE3D27D4EB4F ^ uint64(z)*0xD6E8FEB86659FD93 ^ uint64(seed)*0x165667B19E3779F9
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
	ix, iy, iz := math.Floor(x), math.Floor(y), math.Floor(z)
	fx, fy, fz := x-ix, y-iy, z-iz
	fx, fy, fz = fx*fx*(3-2*fx), fy*fy*(3-2*fy), fz*fz*(3-2*fz)
	i, j, k := int64(ix), int64(iy), int64(iz)
	lerp := func(a, b, t float64) float64 { return a + (b-a)*t }
	plane := func(k int64) float64 {
		return lerp(lerp(Hash(i, j, k, seed), Hash(i+1, j, k, seed), fx), lerp(Hash(i, j+1, k, seed), Hash(i+1, j+1, k, seed), fx), fy)
	}
	if fz == 0 {
		return plane(k)
	}
	return lerp(plane(k), plane(k+1), fz)
}
