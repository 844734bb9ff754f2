package preview

import (
	"math"

	"figladder/internal/craft/shape"
)

// anyhow is the part of further samples that every pixel gets alike, so that what the
// first ones missed is found.
const anyhow = 0.1

// byNeed shares out so many further samples to a pixel on the mean: to each in
// proportion to the spread of its own samples over the root of what one costs (Neyman
// 1934). Edges, fine patterns and highlights take most; the light on an even surface is
// smoothed and needs few; one by way of glass takes as long as three.
func (f *film) byNeed(mean float64, seed int64) []int32 {
	n := len(f.px)
	own, cost := make([]float32, n), make([]float32, n)
	f.eachRow(func(j int) {
		for i := range f.w {
			p := &f.px[j*f.w+i]
			own[j*f.w+i], cost[j*f.w+i] = p.variance(), p.cost()
		}
	})
	need := make([]float64, n)
	sums := make([]float64, f.h)
	f.eachRow(func(j int) {
		for i := range f.w {
			// A pixel's few samples may have missed an edge that its neighbours saw.
			var sum, takes float32
			for dy := -1; dy <= 1; dy++ {
				for dx := -1; dx <= 1; dx++ {
					if y, x := j+dy, i+dx; y >= 0 && y < f.h && x >= 0 && x < f.w {
						w := float32(int(4) >> (dx*dx + dy*dy))
						sum += w * own[y*f.w+x]
						takes += w * cost[y*f.w+x]
					}
				}
			}
			need[j*f.w+i] = math.Sqrt(float64(sum / takes))
			sums[j] += need[j*f.w+i]
		}
	})
	total := 0.0
	for _, v := range sums {
		total += v
	}
	out := make([]int32, n)
	for i := range out {
		want := mean
		if total > 0 {
			want = mean * (anyhow + (1-anyhow)*need[i]*float64(n)/total)
		}
		want = math.Min(want, mostAtOnce*mean)
		whole := math.Floor(want)
		if shape.Hash(int64(i), int64(f.px[i].samples()), 9, seed) < want-whole {
			whole++
		}
		out[i] = int32(whole)
	}
	return out
}

// mostAtOnce bounds what one pixel gets of a round, in means.
const mostAtOnce = 32

// variance is about that of a sample of the pixel, in what smoothing does not take care
// of: gloss, and the colours that meet in it under its light; of the light itself a part, the more the less smoothing
// is left to do, and all of it where two things meet.
func (p *pixel) variance() float32 {
	samples := float32(max(1, p.samples()))
	k, all := 1/samples, p.caught()
	clean, straight, albedo, squares := bright(all[cleanLayer]), bright(all[straightLayer]), bright(p.colours())*k, p.squares[straightLayer]
	if p.beside != nil {
		squares += p.beside.squares[straightLayer]
	}
	v := max(0, p.shine*k-clean*clean)
	if albedo > 1e-6 {
		lit := straight / albedo
		patchy := max(0, p.patchy*k-albedo*albedo) * lit * lit
		if spread := max(0, squares*k-straight*straight); p.beside != nil {
			v += max(patchy, spread)
		} else {
			v += patchy + min(1, max(0.3, 0.3*samples/16))*spread
		}
	}
	return v
}

// cost is about what a sample of the pixel takes, in rays: what it takes besides them is
// about one more.
func (p *pixel) cost() float32 { return 1 + float32(p.rays)/float32(max(1, p.samples())) }
