package preview

import "math/bits"

// dice draws numbers in [0, 1): the first few of a path in pairs that each spread evenly
// over the square from sample to sample (the (0,2)-sequence of van der Corput and Sobol',
// shuffled and scrambled for each pixel and pair after Owen, by hashing; Burley 2020), the
// rest at random (PCG32, O'Neill 2014).
type dice struct {
	state  uint64
	at     int
	mirror uint32 // number of the sample in its pixel, its digits in reverse
	deep   bool   // past the first surface
	asks   int    // places of lamps that are asked whether they are seen
	rays   int32  // that have been followed with it, shadow rays too
	shift  uint64
	drawn  pairs
	by     [even / (2 * wide)]scrambles // of the pairs in turn, once they are known
}

// pairs are the numbers of eight pairs: their first, and their second.
type pairs [2][wide]float64

// scrambles is what eight pairs of a pixel are scrambled by: the order in which they go through the samples, their first number
// and their second.
type scrambles struct {
	of    [3][wide]uint32
	known bool
}

// even is how many numbers of a path are spread evenly.
const even = 4 * wide

// newDice is the dice of a sample of a pixel.
func newDice(pixel, sample int, seed int64) dice {
	var d dice
	d.turn(pixel, seed)
	d.begin(sample)
	return d
}

// turn turns to another pixel.
func (d *dice) turn(pixel int, seed int64) {
	d.shift = mix(uint64(pixel)*0x9E3779B97F4A7C15 + uint64(seed)*0xD6E8FEB86659FD93 + 1)
	for i := range d.by {
		d.by[i].known = false
	}
}

// begin turns to another sample of the pixel.
func (d *dice) begin(sample int) {
	d.state, d.mirror = mix(d.shift+uint64(sample)*0xC2B2AE3D27D4EB4F), bits.Reverse32(uint32(sample))
	d.at, d.rays, d.deep = 0, 0, false
}

func mix(h uint64) uint64 {
	h ^= h >> 31
	h *= 0x7fb5d329728ea185
	h ^= h >> 27
	h *= 0x81dadef4bc2dd44d
	h ^= h >> 33
	return h
}

// toCards is the share of bounces that are sent to cards: half of a pixel's first few, which
// are too few to find them by themselves; less and less of later ones, which do and lie more
// evenly where they are left alone.
func (d *dice) toCards() float64 { return 0.5 / (1 + float64(bits.Reverse32(d.mirror))/16) }

func (d *dice) random() float64 {
	d.state = d.state*6364136223846793005 + 1442695040888963407
	x := uint32(((d.state >> 18) ^ d.state) >> 27)
	r := uint32(d.state >> 59)
	return float64(x>>r|x<<((-r)&31)) / (1 << 32)
}

// roll is the next number of the path.
func (d *dice) roll() float64 {
	if d.at >= even {
		return d.random()
	}
	i := d.at % (2 * wide)
	if i == 0 {
		d.draw(d.at / (2 * wide))
	}
	d.at++
	return d.drawn[i&1][i>>1]
}

// draw draws eight pairs.
func (d *dice) draw(which int) {
	by := &d.by[which]
	if !by.known {
		by.known = true
		for k := range wide {
			pair := mix(d.shift + uint64(which*wide+k)*0x9E3779B97F4A7C15)
			by.of[0][k], by.of[1][k], by.of[2][k] = uint32(pair>>32), uint32(pair), uint32(mix(pair))
		}
	}
	if eight {
		drawEight(&d.drawn, &by.of, d.mirror)
	} else {
		drawPlainly(&d.drawn, &by.of, d.mirror)
	}
}

// drawPlainly draws eight pairs of the sample whose number's digits in reverse are mirror.
func drawPlainly(to *pairs, by *[3][wide]uint32, mirror uint32) {
	for k := range wide {
		nth := bits.Reverse32(scramble(mirror, by[0][k])) // each goes through the samples in an order of its own
		to[0][k] = float64(bits.Reverse32(scramble(nth, by[1][k]))) / (1 << 32)
		to[1][k] = float64(bits.Reverse32(scramble(sobol(nth), by[2][k]))) / (1 << 32)
	}
}

// sobol is the second of the two sequences, its digits in reverse: one is set where an odd number of n's digits are whose
// places have all of its own place's (the triangle of Pascal's in twos; Ahmed 2024).
func sobol(n uint32) uint32 {
	n ^= n >> 16
	n ^= n >> 8 & 0x00FF00FF
	n ^= n >> 4 & 0x0F0F0F0F
	n ^= n >> 2 & 0x33333333
	return n ^ n>>1&0x55555555
}

// scramble changes the digits of x, each by a choice that hangs on the lower ones: on a
// number whose digits are in reverse it is Owen's nested scrambling (Owen 1995, with a
// hash after Laine & Karras 2011 as bettered by Vegdahl 2021).
func scramble(x, seed uint32) uint32 {
	x ^= x * 0x3d20adea
	x += seed
	x *= seed>>16 | 1
	x ^= x * 0x05526c56
	x ^= x * 0x53a22864
	return x
}
