package preview

import (
	"golang.org/x/sys/cpu"
	"gonum.org/v1/gonum/spatial/r3"
)

// eight says whether the machine has instructions for eight numbers at once (AVX2).
var eight = cpu.X86.HasAVX2

// nearestEight is nearestPlainly, but for rounding: hit comes with the most as its t and −1 for a triangle, and goes with
// what is met (walk_amd64.s).
//
//go:noescape
func nearestEight(nodes *node, packs *pack, stack *later, r *ray, least float32, hit *met)

// blockedEight is blockedPlainly, but for rounding: 2 where something lets no light through, else 1 where something clear is
// met (walk_amd64.s).
//
//go:noescape
func blockedEight(nodes *node, packs *pack, stack *int32, r *ray, least, most float32, clear *bool) uint32

// meetFlats is meetFlatsPlainly, but for rounding (flats_amd64.s).
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

// spreadEight is spreadPlainly for eight pixels (smooth_amd64.s).
//
//go:noescape
func spreadEight(t *spreading)

// drawEight is drawPlainly (dice_amd64.s).
//
//go:noescape
func drawEight(to *pairs, by *[3][wide]uint32, mirror uint32)

// fourEdges is aroundIt for four corners of which all lie above the surface, or two, or none, within 1e-11 of it in share; else
// it is not known (falls_amd64.s).
//
//go:noescape
func fourEdges(corners *[3][4]float64, p, n *r3.Vec) (falls float64, known bool)
