//go:build !amd64

package preview

import "gonum.org/v1/gonum/spatial/r3"

// eight says whether the machine is asked for eight numbers at once.
const eight = false

func weigh(t *blending, _ int) { weighPlainly(t) }

func mingle(t *blending, _ int) { minglePlainly(t) }

func meetFlats(p *flatPack, r *ray, least, most float32, at *[wide]float32) uint32 {
	return meetFlatsPlainly(p, r, least, most, at)
}

func nearestEight(*node, *pack, *later, *ray, float32, *met) { panic("asked for eight at once") }

func blockedEight(*node, *pack, *int32, *ray, float32, float32, *bool) uint32 {
	panic("asked for eight at once")
}

func drawEight(*pairs, *[3][wide]uint32, uint32) { panic("asked for eight at once") }

func fourEdges(*[3][4]float64, *r3.Vec, *r3.Vec) (float64, bool) { panic("asked for four at once") }

func spreadEight(*spreading) { panic("asked for eight at once") }
