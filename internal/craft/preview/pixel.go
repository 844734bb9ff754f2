package preview

import (
	"math"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// pixel gathers the samples of one pixel. Those that saw another surface than most of them are kept apart: where two meet, light that
// is neither's can be smoothed with nothing. What is most of it is never mixed.
type pixel struct {
	piece
	beside *piece     // of another surface, and of any third; nil where all saw one
	clean  [3]float32 // of all samples
	shine  float32    // squares of the luminance of clean
	patchy float32    // and of that of albedo
	rays   int32      // that the samples took, shadow rays too
}

// piece is what those of a pixel's samples gathered that saw one surface, as sums.
type piece struct {
	straight, bounced   [3]float32 // straight as its lamps are with nothing in the way, less what was drawn of that and hidden
	open, drawn, hidden [3]float32 // of straight: what there is of lamps with nothing in the way, what was drawn of that, and what of this is hidden
	unhindered          [3]float32 // what straight would be with nothing in the way
	albedo              [3]float32
	bouncedOn           [3]float32 // albedo of the samples that followed light on
	n, at               [3]float32
	squares             [2]float32 // of the luminance of straight and of bounced light
	object              int32
	count, bounces      int32
	mixed               bool // some of its samples saw a third surface
}

// samples is how many a pixel has.
func (p *pixel) samples() int {
	if p.beside == nil {
		return int(p.count)
	}
	return int(p.count + p.beside.count)
}

// lit is the straight light of the piece's samples, their sum. Of what lamps give with nothing in the way the share is taken off that
// was hidden of all that was drawn of it: where all is hidden nothing is left, whatever was drawn. The sum of the samples themselves
// would be dark or bright by chance there, in the line where food meets its bowl most of all.
func (p *piece) lit() [3]float32 {
	out := p.straight
	for c := range out {
		if p.drawn[c] > 0 {
			out[c] += p.hidden[c] * (1 - p.open[c]/p.drawn[c])
		}
	}
	return out
}

// alike is how little the normals of one surface turn within a pixel (a cosine), and level how far it leaves its plane, in pixels.
const (
	alike = 0.85
	level = 3
)

// sees reports whether a sample saw the piece's surface.
func (p *piece) sees(got *first) bool {
	if got.object != p.object {
		return false
	}
	var cos, off, size float64
	k := 1 / float64(p.count)
	for c, x := range [3][2]float64{{got.n.X, got.at.X}, {got.n.Y, got.at.Y}, {got.n.Z, got.at.Z}} {
		n := float64(p.n[c])
		cos, off, size = cos+n*x[0], off+n*(x[1]-float64(p.at[c])*k), size+n*n
	}
	size = math.Sqrt(size)
	return cos >= alike*size && math.Abs(off) <= (level*got.across+1e-6)*size
}

// add gives the pixel a sample; bounce says that it followed light on.
func (p *pixel) add(got *first, bounce bool) {
	add3(&p.clean, got.clean)
	y := float32(got.clean.Lux())
	p.shine += y * y
	y = float32(got.albedo.Lux())
	p.patchy += y * y
	switch {
	case p.count == 0:
		p.object = got.object
		p.piece.add(got, bounce)
	case p.sees(got):
		p.piece.add(got, bounce)
	case p.beside == nil:
		p.beside = &piece{object: got.object}
		p.beside.add(got, bounce)
	default:
		if !p.beside.sees(got) { // a third: its light counts, not where it lies
			third, k := *got, 1/float64(p.beside.count)
			third.n, third.at = scaled(&p.beside.n, k), scaled(&p.beside.at, k)
			got, p.beside.mixed = &third, true
		}
		p.beside.add(got, bounce)
		if p.beside.count > p.count && !p.beside.mixed {
			p.piece, *p.beside = *p.beside, p.piece
		}
	}
}

// scaled is a sum's mean, by one over how many it is of.
func scaled(v *[3]float32, k float64) r3.Vec { return r3.Scale(k, vec(*v)) }

func (p *piece) add(got *first, bounce bool) {
	straight := got.straight.less()
	add3(&p.straight, straight)
	add3(&p.hidden, got.straight.hidden)
	add3(&p.open, got.straight.open)
	add3(&p.drawn, got.straight.seen.Plus(got.straight.hidden))
	add3(&p.bounced, got.bounced)
	add3(&p.albedo, got.albedo)
	add3(&p.unhindered, got.straight.full)
	add3(&p.n, light.RGB{R: got.n.X, G: got.n.Y, B: got.n.Z})
	add3(&p.at, light.RGB{R: got.at.X, G: got.at.Y, B: got.at.Z})
	if bounce {
		add3(&p.bouncedOn, got.albedo)
		p.bounces++
	}
	for c, l := range [2]light.RGB{straight, got.bounced} {
		y := float32(l.Lux())
		p.squares[c] += y * y
	}
	p.count++
}

// toSmooth is what is smoothed of a piece, and by what it goes: straight light as the share that comes of what would come with nothing
// in the way, so that what bends with the surface alone is kept, and bounced light without its colour.
type toSmooth struct {
	straight, unhindered [3]float32
	bounced, albedo      [3]float32 // bounced is dark where no sample followed it
}

// light takes it off the piece's sums.
func (p *piece) light() (out toSmooth) {
	k, turn, lit := 1/float32(max(1, p.count)), 1/float32(max(1, p.bounces)), p.lit()
	for c := range 3 {
		if a := p.albedo[c] * k; a > 0 {
			out.albedo[c] = max(a, least)
		}
		if out.unhindered[c] = p.unhindered[c] * k; out.unhindered[c] <= 0 {
			out.unhindered[c] = out.albedo[c]
		}
		if out.unhindered[c] > 0 {
			out.straight[c] = lit[c] * k / out.unhindered[c]
		}
		if p.bouncedOn[c] > 0 {
			out.bounced[c] = p.bounced[c] * turn / max(p.bouncedOn[c]*turn, least)
		}
	}
	return out
}

// spreadOf is the variance of a mean's luminance, by the sum of its samples, their squares and one over their number; over is what it
// is taken off.
func spreadOf(sum [3]float32, squares, k, over float32) float32 {
	m := bright(sum) * k
	return max(0, squares*k-m*m) * k / (over * over)
}

// caught is a pixel's light as its samples have it, by layers.
func (p *pixel) caught() (out [layers][3]float32) {
	lit, bounced, turns := p.lit(), p.bounced, p.bounces
	if q := p.beside; q != nil {
		lit, bounced, turns = plus(lit, q.lit()), plus(bounced, q.bounced), turns+q.bounces
	}
	k, turn := 1/float32(max(1, p.samples())), 1/float32(max(1, turns))
	for c := range 3 {
		out[straightLayer][c], out[bouncedLayer][c], out[cleanLayer][c] = lit[c]*k, bounced[c]*turn, p.clean[c]*k
	}
	return out
}

// colours is the albedo of all of a pixel's samples, their sum.
func (p *pixel) colours() [3]float32 {
	if p.beside == nil {
		return p.albedo
	}
	return plus(p.albedo, p.beside.albedo)
}

func plus(a, b [3]float32) [3]float32 { return [3]float32{a[0] + b[0], a[1] + b[1], a[2] + b[2]} }
