package colour

import (
	"math"
	"sort"

	"github.com/lucasb-eyer/go-colorful"
)

// Pixel is a colour in OKLab, as a picture is counted in.
type Pixel struct{ L, A, B float64 }

// PixelOf turns 8-bit sRGB into OKLab.
func PixelOf(r, g, b uint8) Pixel {
	l, a, bb := colorful.Color{R: float64(r) / 255, G: float64(g) / 255, B: float64(b) / 255}.OkLab()
	return Pixel{l, a, bb}
}

// Hex writes the pixel as #rrggbb.
func (p Pixel) Hex() string { return colorful.OkLab(p.L, p.A, p.B).Clamped().Hex() }

func (p Pixel) to(q Pixel) float64 {
	l, a, b := p.L-q.L, p.A-q.A, p.B-q.B
	return l*l + a*a + b*b
}

// Patch is one of the main colours of a picture.
type Patch struct {
	Hex   string  `json:"hex" doc:"The colour, #rrggbb"`
	Name  string  `json:"name" doc:"The colour in words"`
	Share float64 `json:"share" doc:"Part of the picture it covers, 0 to 1"`
	Even  float64 `json:"even" doc:"Mean distance of its pixels from it, OKLab; small is flat colour"`
}

// one colour to the eye: patches nearer than this in OKLab are told as one.
const oneColour = 0.045

// Dominant finds up to most main colours of a picture, largest first: k-means in
// OKLab (Lloyd 1957) from seeds spread as in k-means++ (Arthur and Vassilvitskii
// 2007), by a fixed stream of numbers so that a picture always gives the same
// answer; then patches that are one colour to the eye are joined. No pixels give
// no patches.
func Dominant(pixels []Pixel, most int) []Patch {
	if len(pixels) == 0 || most < 1 {
		return []Patch{}
	}
	centres := seeds(pixels, most)
	member := make([]int, len(pixels))
	for range 40 {
		moved := assign(pixels, centres, member)
		sums, n := make([]Pixel, len(centres)), make([]int, len(centres))
		for i, p := range pixels {
			s := &sums[member[i]]
			s.L, s.A, s.B = s.L+p.L, s.A+p.A, s.B+p.B
			n[member[i]]++
		}
		for k := range centres {
			if n[k] > 0 {
				c := float64(n[k])
				centres[k] = Pixel{sums[k].L / c, sums[k].A / c, sums[k].B / c}
			}
		}
		if !moved {
			break
		}
	}
	return patches(pixels, join(pixels, centres, member))
}

// assign puts each pixel with its nearest centre and says whether one moved.
func assign(pixels, centres []Pixel, member []int) bool {
	moved := false
	for i, p := range pixels {
		best := 0
		for k := 1; k < len(centres); k++ {
			if p.to(centres[k]) < p.to(centres[best]) {
				best = k
			}
		}
		if member[i] != best {
			member[i], moved = best, true
		}
	}
	return moved
}

// seeds picks centres far from each other, the first the middle of the picture's
// colours.
func seeds(pixels []Pixel, most int) []Pixel {
	stream := uint64(0x9E3779B97F4A7C15)
	next := func() float64 {
		stream ^= stream << 13
		stream ^= stream >> 7
		stream ^= stream << 17
		return float64(stream>>11) / (1 << 53)
	}
	centres := []Pixel{pixels[int(next()*float64(len(pixels)))]}
	far := make([]float64, len(pixels))
	for len(centres) < most {
		sum := 0.0
		for i, p := range pixels {
			d := p.to(centres[len(centres)-1])
			if len(centres) == 1 || d < far[i] {
				far[i] = d
			}
			sum += far[i]
		}
		if sum < 1e-9 {
			break // every pixel is a centre already
		}
		at, pick := next()*sum, len(pixels)-1
		for i := range far {
			if at -= far[i]; at <= 0 {
				pick = i
				break
			}
		}
		centres = append(centres, pixels[pick])
	}
	return centres
}

// join gathers pixels by centre, centres that are one colour together.
func join(pixels, centres []Pixel, member []int) [][]int {
	to := make([]int, len(centres))
	for k := range centres {
		to[k] = k
		for j := range k {
			if math.Sqrt(centres[k].to(centres[j])) < oneColour {
				to[k] = to[j]
				break
			}
		}
	}
	groups := make([][]int, len(centres))
	for i := range pixels {
		k := to[member[i]]
		groups[k] = append(groups[k], i)
	}
	return groups
}

func patches(pixels []Pixel, groups [][]int) []Patch {
	out := []Patch{}
	for _, g := range groups {
		if len(g) == 0 {
			continue
		}
		var mean Pixel
		for _, i := range g {
			mean.L, mean.A, mean.B = mean.L+pixels[i].L, mean.A+pixels[i].A, mean.B+pixels[i].B
		}
		n := float64(len(g))
		mean = Pixel{mean.L / n, mean.A / n, mean.B / n}
		even := 0.0
		for _, i := range g {
			even += math.Sqrt(pixels[i].to(mean)) / n
		}
		lch, _ := Parse(mean.Hex())
		out = append(out, Patch{Hex: mean.Hex(), Name: lch.Name(), Share: n / float64(len(pixels)), Even: even})
	}
	sort.SliceStable(out, func(a, b int) bool {
		if out[a].Share != out[b].Share {
			return out[a].Share > out[b].Share
		}
		return out[a].Hex < out[b].Hex
	})
	return out
}
