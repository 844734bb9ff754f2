package preview

// besideWithin is how far from a pixel the surface is looked for that a part of it shows, in pixels.
const besideWithin = 2

// shown is a pixel's light once it is smoothed, by layers: what most of it shows has the light of its own surface, the rest that of
// what it sees there, as the pixels about it have it.
func (f *film) shown(b *bench, at int) (out [layers][3]float32) {
	p := &f.px[at]
	straight, bounced := b.light(straightLayer, at), b.light(bouncedLayer, at)
	out[cleanLayer] = b.light(cleanLayer, at)
	if p.beside == nil {
		for c := range 3 {
			out[straightLayer][c], out[bouncedLayer][c] = straight[c]*b.unhindered[at][c], bounced[c]*b.albedo[at][c]
		}
		return out
	}
	q := f.beside(b, at)
	all := 1 / float32(p.samples())
	most, rest := float32(p.count)*all, float32(p.beside.count)*all
	for c := range 3 {
		out[straightLayer][c] = most*b.unhindered[at][c]*straight[c] + rest*q.unhindered[c]*q.straight[c]
		out[bouncedLayer][c] = most*b.albedo[at][c]*bounced[c] + rest*q.albedo[c]*q.bounced[c]
	}
	return out
}

// beside is the light on what a pixel shows beside most of it: as it is on the same surface in the pixels about it, or as the pixel's
// own samples have it where no other shows it.
func (f *film) beside(b *bench, at int) toSmooth {
	q := f.px[at].beside
	own := q.light()
	if q.bounces == 0 {
		own.bounced = b.light(bouncedLayer, at)
	}
	k := 1 / float64(q.count)
	place, n := scaled(&q.at, k), scaled(&q.n, k)
	n = unit(n)
	i, j := at%f.w, at/f.w
	guides := func(plane, k int) float32 { return b.guides[plane*b.n+k] }
	var s, l [3]float32
	var sum float32
	for y := max(0, j-besideWithin); y <= min(f.h-1, j+besideWithin); y++ {
		for x := max(0, i-besideWithin); x <= min(f.w-1, i+besideWithin); x++ {
			k := y*f.w + x
			if guides(objectPlane, k) != float32(q.object) {
				continue
			}
			cos := float32(n.X)*guides(0, k) + float32(n.Y)*guides(1, k) + float32(n.Z)*guides(2, k)
			off := float32(n.X)*(guides(placePlane, k)-float32(place.X)) + float32(n.Y)*(guides(placePlane+1, k)-float32(place.Y)) + float32(n.Z)*(guides(placePlane+2, k)-float32(place.Z))
			w := together(cos) * fall(size(off)*guides(slackPlane, k)) / float32(1+(x-i)*(x-i)+(y-j)*(y-j))
			sum += w
			for c := range 3 {
				s[c] += w * b.lit[straightLayer][c*b.n+k]
				l[c] += w * b.lit[bouncedLayer][c*b.n+k]
			}
		}
	}
	if sum < leastBeside {
		return own
	}
	for c := range 3 {
		s[c], l[c] = s[c]/sum, l[c]/sum
	}
	keep := q.keeps(bright(own.straight)-bright(s), &own)
	for c := range 3 {
		own.straight[c], own.bounced[c] = s[c]+keep*(own.straight[c]-s[c]), l[c]
	}
	return own
}

// leastBeside is the weight of neighbours together by which they say something of a surface.
const leastBeside = 0.01

// keeps is the share that a piece's own straight light keeps against its neighbours', by how far it lies from theirs for its own noise
// (James & Stein 1961); a few samples do not know their noise.
func (p *piece) keeps(differs float32, own *toSmooth) float32 {
	variance := spreadOf(p.lit(), p.squares[straightLayer], 1/float32(p.count), max(bright(own.unhindered), 1e-6))
	if p.count < 4 {
		l := bright(own.straight)
		variance = max(variance, 0.5*l*l/float32(p.count))
	}
	return max(0, 1-variance/max(differs*differs, 1e-12))
}
