package preview

import "golang.org/x/sys/cpu"

// eight says whether the machine has instructions for eight numbers at once (AVX2).
var eight = cpu.X86.HasAVX2

func enter(n *node, r *ray, most float32, near *[wide]float32) uint32 {
	if eight {
		return enterEight(n, r, most, near)
	}
	return enterPlainly(n, r, most, near)
}

func meet(p *pack, r *ray, least, most float32, at *packMet) uint32 {
	if eight {
		return meetEight(p, r, least, most, at)
	}
	return meetPlainly(p, r, least, most, at)
}

func meetFlats(p *flatPack, r *ray, least, most float32, at *[wide]float32) uint32 {
	if eight {
		return meetFlatsEight(p, r, least, most, at)
	}
	return meetFlatsPlainly(p, r, least, most, at)
}

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

// enterEight is enterPlainly (wide_amd64.s).
//
//go:noescape
func enterEight(n *node, r *ray, most float32, near *[wide]float32) uint32

// meetEight is meetPlainly, but for rounding (wide_amd64.s).
//
//go:noescape
func meetEight(p *pack, r *ray, least, most float32, at *packMet) uint32

// meetFlatsEight is meetFlatsPlainly, but for rounding (wide_amd64.s).
//
//go:noescape
func meetFlatsEight(p *flatPack, r *ray, least, most float32, at *[wide]float32) uint32
