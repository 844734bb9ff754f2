//go:build !amd64

package preview

// eight says whether the machine is asked for eight numbers at once.
const eight = false

func weigh(t *blending, _ int) { weighPlainly(t) }

func mingle(t *blending, _ int) { minglePlainly(t) }

func enter(n *node, r *ray, most float32, near *[wide]float32) uint32 {
	return enterPlainly(n, r, most, near)
}

func meetFlats(p *flatPack, r *ray, least, most float32, at *[wide]float32) uint32 {
	return meetFlatsPlainly(p, r, least, most, at)
}

func meet(p *pack, r *ray, least, most float32, at *packMet) uint32 {
	return meetPlainly(p, r, least, most, at)
}
