//go:build !amd64

package preview

func enter(n *node, r *ray, most float32, near *[wide]float32) uint32 {
	return enterPlainly(n, r, most, near)
}

func meetFlats(p *flatPack, r *ray, least, most float32, at *[wide]float32) uint32 {
	return meetFlatsPlainly(p, r, least, most, at)
}

func meet(p *pack, r *ray, least, most float32, at *packMet) uint32 {
	return meetPlainly(p, r, least, most, at)
}
