package preview

// What many paths saw of bounced light is weighed against what smoothing made of it, by the pixels within so many of each.
const (
	regainKnown  = 16  // paths of a pixel that followed it on; of fewer a stray one tells too much
	regainWithin = 2   // px
	regainFrom   = 1.1 // noises that the two must lie apart
)

// regain gives bounced light back what smoothing took of it beyond noise: where what was caught lies further from what is
// smoothed than its own spread has it, over a pixel's neighbourhood, the rest was there to be seen. Each of the two gets its share
// (James & Stein 1961).
func (f *film) regain(b *bench) {
	objects, lit := b.guides[objectPlane*b.n:], b.lit[bouncedLayer]
	f.eachRow(func(j int) {
		for i := range f.w {
			at := j*f.w + i
			if f.px[at].bounces < regainKnown {
				continue
			}
			var took, noise float32
			for y := max(0, j-regainWithin); y <= min(f.h-1, j+regainWithin); y++ {
				for x := max(0, i-regainWithin); x <= min(f.w-1, i+regainWithin); x++ {
					if k := y*f.w + x; objects[k] == objects[at] {
						d := bright(b.caught[k]) - lit[lumPlane*b.n+k] // which stays as smoothing left it
						took, noise = took+d*d, noise+b.own[bouncedLayer][k]
					}
				}
			}
			if took <= regainFrom*noise {
				continue
			}
			share := 1 - regainFrom*noise/took
			for c := range 3 {
				l := &lit[c*b.n+at]
				*l += share * (b.caught[at][c] - *l)
			}
		}
	})
}
