package preview

import "golang.org/x/sys/cpu"

// eight says whether the machine has instructions for eight numbers at once (AVX2).
var eight = cpu.X86.HasAVX2

// enter is enterPlainly, eight at once where the machine can (wide_amd64.s).
//
//go:noescape
func enter(n *node, r *ray, most float32, near *[wide]float32) uint32

// meet is meetPlainly, but for rounding (wide_amd64.s).
//
//go:noescape
func meet(p *pack, r *ray, least, most float32, at *packMet) uint32

// meetFlats is meetFlatsPlainly, but for rounding (wide_amd64.s).
//
//go:noescape
func meetFlats(p *flatPack, r *ray, least, most float32, at *[wide]float32) uint32

func weigh(t *blending, pixels int) {
	if pixels == wide {
		weighEight(t)
		return
	}
	weighPlainly(t)
}

func mingle(t *blending, pixels int) {
	if pixels == wide {
		mingleEight(t)
		return
	}
	minglePlainly(t)
}

// weighEight is weighPlainly for eight pixels (smooth_amd64.s).
//
//go:noescape
func weighEight(t *blending)

// mingleEight is minglePlainly for eight pixels (smooth_amd64.s).
//
//go:noescape
func mingleEight(t *blending)
