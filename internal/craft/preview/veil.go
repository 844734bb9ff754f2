package preview

import (
	"context"
	"math"

	"figladder/internal/craft/cores"
	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// veil is the steam as a lens sees it: for ways from its middle, a cell of the steam apart, what the drops up to each depth
// take out of the light. Cells are far larger than pixels, so every path from the lens is read from it.
type veil struct {
	steam     *steam
	lens      *lens
	from, per [2]float64 // tangents of the first way, to the right and down, and ways for a tangent of one
	ways      [2]int
	near, far float64 // depths before the lens, mm
	slice     float64 // from depth to depth, mm
	slices    int
	taken     []veiled // by way, right before down, at every depth from the nearest to the farthest
}

// veiled is what is taken out of the light on a way up to a depth: which share, and that share times the depth at which it was
// taken, mm.
type veiled struct{ share, depth float32 }

// How far apart its ways are at the middle of the steam, and its depths, in cells; and how many ways there are along an axis at
// the most.
const (
	waysApart   = 0.75
	depthsApart = 3
	mostWays    = 400
)

// newVeil reads the steam from a lens; nil when it sees none of it.
func newVeil(ctx context.Context, v *steam, l *lens) *veil {
	out := &veil{steam: v, lens: l, near: math.Inf(1)}
	var from, to [2]float64 // tangents of the box's corners, where all are before the lens
	for a := range from {
		from[a], to[a] = math.Inf(1), math.Inf(-1)
	}
	for corner := range 8 {
		p := r3.Sub(r3.Vec{X: [2]float64{v.Lo.X, v.Hi.X}[corner&1], Y: [2]float64{v.Lo.Y, v.Hi.Y}[corner>>1&1], Z: [2]float64{v.Lo.Z, v.Hi.Z}[corner>>2]}, l.at)
		z := r3.Dot(p, l.forward)
		out.near, out.far = min(out.near, z), max(out.far, z)
		for a, off := range [2]float64{r3.Dot(p, l.right), -r3.Dot(p, l.up)} {
			from[a], to[a] = min(from[a], off/max(z, 1)), max(to[a], off/max(z, 1))
		}
	}
	within := out.near <= 1
	out.near = max(0, out.near)
	if out.far <= out.near {
		return nil
	}
	out.slices = max(1, int(math.Ceil((out.far-out.near)/(depthsApart*v.step))))
	out.slice = (out.far - out.near) / float64(out.slices)
	middle := (out.near + out.far) / 2
	for a, half := range [2]float64{l.across / 2 / l.image, l.high / 2 / l.image} {
		half += l.radius * math.Abs(1/middle-1/max(l.focus, 1)) // what the rim of the lens sees beside the frame
		if within {
			from[a], to[a] = -half, half
		}
		beside := 2 * waysApart * v.step / middle // so that the outermost ways meet none
		from[a], to[a] = max(from[a]-beside, -half), min(to[a]+beside, half)
		if to[a] <= from[a] {
			return nil // beside the frame
		}
		out.ways[a] = min(mostWays, max(2, int(math.Ceil((to[a]-from[a])*middle/(waysApart*v.step)))+1))
		out.from[a], out.per[a] = from[a], float64(out.ways[a]-1)/(to[a]-from[a])
	}
	out.taken = make([]veiled, out.ways[0]*out.ways[1]*(out.slices+1))
	_ = cores.Each(ctx, out.ways[1], func(j int) {
		for i := range out.ways[0] {
			out.follow(i, j)
		}
	})
	return out
}

// follow works out one way.
func (v *veil) follow(i, j int) {
	to := v.taken[(i+v.ways[0]*j)*(v.slices+1):][:v.slices+1]
	right, down := v.from[0]+float64(i)/v.per[0], v.from[1]+float64(j)/v.per[1]
	d := r3.Add(v.lens.forward, r3.Sub(r3.Scale(right, v.lens.right), r3.Scale(down, v.lens.up)))
	long := r3.Norm(d) // of the way for 1 mm of depth
	d = r3.Scale(1/long, d)
	let, depth := 1.0, 0.0
	begins, ends := v.steam.span(v.lens.at, d, math.Inf(1))
	for k := range v.slices {
		z := v.near + float64(k)*v.slice
		a, b := max(begins, z*long), min(ends, (z+v.slice)*long)
		if a < b {
			_, lets, most := v.steam.along(v.lens.at, d, a, b)
			takes := let * (1 - lets)
			let -= takes
			depth += takes * most / long
		}
		to[k+1] = veiled{share: float32(1 - let), depth: float32(depth)}
	}
}

// across is steam.across for a path from the lens.
func (v *veil) across(o, d r3.Vec, most float64) (light.RGB, float64) {
	ahead := r3.Dot(d, v.lens.forward)
	end := min(v.far, most*ahead)
	if ahead <= 0 || end <= v.near {
		return light.RGB{}, 1
	}
	slice := min((end-v.near)/v.slice, float64(v.slices)-1e-9)
	k := int(slice)
	f := float32(slice - float64(k))
	// Where it comes by the drops counts: the lens's rays are apart before and behind what is sharp. Where they are is asked of
	// the way it goes in the middle of them.
	off := r3.Sub(o, v.lens.at)
	offRight, offDown := r3.Dot(off, v.lens.right), -r3.Dot(off, v.lens.up)
	right, down := r3.Dot(d, v.lens.right)/ahead, -r3.Dot(d, v.lens.up)/ahead
	depth := (v.near + v.far) / 2
	if i, j := v.way(0, right+offRight/depth), v.way(1, down+offDown/depth); offRight != 0 || offDown != 0 {
		if at := v.at(int(i+0.5), int(j+0.5), k, f); at.share > 0 {
			depth = float64(at.depth / at.share)
		}
	}
	x, y := v.way(0, right+offRight/depth), v.way(1, down+offDown/depth)
	i, j := min(int(x), v.ways[0]-2), min(int(y), v.ways[1]-2)
	fx, fy := float32(x-float64(i)), float32(y-float64(j))
	high := toward(v.at(i, j, k, f), v.at(i+1, j, k, f), fx)
	low := toward(v.at(i, j+1, k, f), v.at(i+1, j+1, k, f), fx)
	all := toward(high, low, fy)
	if all.share <= 0 {
		return light.RGB{}, 1
	}
	place := r3.Add(o, r3.Scale(float64(all.depth/all.share)/ahead, d))
	return v.steam.glowAt(place).Times(float64(all.share)), 1 - float64(all.share)
}

// way is the number of the way at a tangent along an axis, those beyond the last held to it.
func (v *veil) way(axis int, tangent float64) float64 {
	return max(0, min(float64(v.ways[axis]-1), (tangent-v.from[axis])*v.per[axis]))
}

// at is what a way has taken up to a share f of the way from one depth to the next.
func (v *veil) at(i, j, k int, f float32) veiled {
	to := v.taken[(i+v.ways[0]*j)*(v.slices+1)+k:]
	return toward(to[0], to[1], f)
}

// toward is a share f of the way from a to b.
func toward(a, b veiled, f float32) veiled {
	return veiled{a.share + f*(b.share-a.share), a.depth + f*(b.depth-a.depth)}
}
