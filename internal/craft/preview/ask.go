package preview

import (
	"math"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// surface is what a surface makes of light from a direction: its colour over π whatever
// the direction, or a function of direction and cosine.
type surface struct {
	flat  light.RGB
	makes func(w r3.Vec, cos float64) light.RGB // nil for a flat one
	// caught says that what comes to it by way of glass is known, and is left out.
	caught bool
	// known says that what comes to it with nothing in the way is worked out, too.
	known bool
}

func (f *surface) of(w r3.Vec, cos float64) light.RGB {
	if f.makes == nil {
		return f.flat
	}
	return f.makes(w, cos)
}

// drawn is light straight from the lamps as it was drawn: what was seen of them, and what of them was hidden.
type drawn struct {
	sun          light.RGB // and what else is known
	open         light.RGB // of lamps, with nothing in the way: known but for what shines unevenly; only where the surface is known
	seen, hidden light.RGB
	full         light.RGB // what all of it would be with nothing in the way, lamps at their usual luminance
}

// less is what is known with nothing in the way less what was hidden of it: for what is mostly seen.
func (d *drawn) less() light.RGB { return d.sun.Plus(d.open).Plus(d.hidden.Times(-1)) }

// plain is what was seen: for what is mostly hidden.
func (d *drawn) plain() light.RGB { return d.sun.Plus(d.seen) }

func (d drawn) through(c light.RGB) drawn {
	return drawn{d.sun.Through(c), d.open.Through(c), d.seen.Through(c), d.hidden.Through(c), d.full.Through(c)}
}

// straight is the light that comes to a surface straight from lamps and sun, lux over π
// times whatever the surface makes of a direction; it is added to what was drawn. A lamp is drawn for each question, in
// proportion to what it would give unhindered, and one place on it.
//
// For a flat surface that is seen what the lamps would give unhindered is known exactly when they shine
// evenly, and only what is hidden, or shines unevenly, is left to the draw (a control
// variate). After the first surface it is not: what light bounces from is as often hidden, where that makes noise of nothing.
func (s *stage) straight(p, n, g r3.Vec, absorb light.RGB, d *dice, f surface, to *drawn) {
	from := r3.Add(p, r3.Scale(5e-3, g))
	if s.sun != nil {
		s.sunlit(from, n, g, absorb, &f, to)
	}
	if len(s.lamps) == 0 {
		return
	}
	var weight [16]float64
	all := 0.0
	count := min(len(s.lamps), 16)
	for i := range count {
		weight[i] = s.lamps[i].promises(from, n)
		all += weight[i]
	}
	if all <= 0 {
		return
	}
	f.known = f.makes == nil && !d.deep
	if f.known {
		for i := range count {
			if weight[i] > 0 {
				open := s.lamps[i].usual.Times(s.lamps[i].falls(from, n)).Through(f.flat)
				to.open, to.full = to.open.Plus(open), to.full.Plus(open)
			}
		}
	}
	// The questions of one sample, and the samples of one pixel, are spread evenly over
	// lamps and places.
	asks, places := max(1, d.asks), deepPlaces
	if !d.deep {
		places = max(1, firstPlaces/asks)
	}
	pick, u, v, choose := d.roll(), d.roll(), d.roll(), d.roll()
	d.rays += int32(asks)
	for ask := range asks {
		in := (float64(ask) + pick) / float64(asks) * all
		at := 0
		for at < count-1 && in >= weight[at] {
			in -= weight[at]
			at++
		}
		if weight[at] == 0 {
			continue
		}
		q := question{lamp: &s.lamps[at], share: all / weight[at] / float64(asks), places: places, u: u, v: wrap(v + spread[ask&7]), choose: (float64(ask) + choose) / float64(asks)}
		s.ask(&q, from, n, g, absorb, &f, to)
	}
}

// How many places of a lamp are looked at for one that is asked: at the first surface,
// shared by its questions, and after it.
const (
	firstPlaces = 2
	deepPlaces  = 2
)

// spread is the second half of eight places that lie evenly in a square; the first is
// the place's number over eight (Hammersley).
var spread = [8]float64{0, 1. / 2, 1. / 4, 3. / 4, 1. / 8, 5. / 8, 3. / 8, 7. / 8}

func wrap(v float64) float64 {
	if v >= 1 {
		return v - 1
	}
	return v
}

// sunlit adds what the sun gives, where it shines.
func (s *stage) sunlit(from, n, g r3.Vec, absorb light.RGB, f *surface, to *drawn) {
	cos := r3.Dot(n, s.sun.Toward)
	if cos <= 0 || r3.Dot(g, s.sun.Toward) <= 0 {
		return
	}
	of := f.of(s.sun.Toward, cos).Times(cos)
	got, full := s.sunAt(from, absorb, f.caught)
	to.sun, to.full = to.sun.Plus(got.Through(of)), to.full.Plus(full.Through(of))
}

// promises is about what a lamp would give a surface, for choosing among lamps.
func (l *lamp) promises(from, n r3.Vec) float64 {
	v := r3.Sub(l.Centre, from)
	back := -r3.Dot(v, l.n)
	if back <= 0 {
		return 0
	}
	d2 := r3.Dot(v, v)
	r := math.Sqrt(d2)
	w := l.mean * l.area / (d2 + l.area/math.Pi) * back / r * max(0.03, min(1, (r3.Dot(v, n)+l.side)/(r+l.side)))
	if l.source != nil && l.source.Beam > 2 {
		w *= max(1e-3, math.Pow(back/r, l.source.Beam))
	}
	return w
}

// question is about one lamp: several places in a row along it are looked at, and one of
// them, drawn by what it would give, is asked whether it is seen (resampled importance
// sampling, Talbot et al. 2005).
type question struct {
	lamp         *lamp
	share        float64 // of all light, that this question speaks for
	places       int
	u, v, choose float64
}

// ask adds what the lamp gives, times share, by whether it is seen; to what is known with nothing in the way what differs from
// the lamp at its usual luminance.
func (s *stage) ask(q *question, from, n, g r3.Vec, absorb light.RGB, f *surface, to *drawn) {
	l := q.lamp
	// Along the row all that is needed is a line or a square of t.
	row := r3.Sub(r3.Add(l.Centre, r3.Scale(2*q.v-1, l.V)), from)
	back := -r3.Dot(row, l.n)
	if back <= 0 {
		return
	}
	nRow, nU := r3.Dot(row, n), r3.Dot(l.U, n)
	gRow, gU := r3.Dot(row, g), r3.Dot(l.U, g)
	rr, ru, uu := r3.Dot(row, row), 2*r3.Dot(row, l.U), r3.Dot(l.U, l.U)
	size := l.area * q.share / float64(q.places)
	// One is kept of those that were looked at, as likely as its share of what they give.
	var one light.RGB
	var at, by, total float64
	choose := q.choose
	for i := range q.places {
		t := 2*(float64(i)+q.u)/float64(q.places) - 1
		cos := nRow + t*nU
		if cos <= 0 {
			continue
		}
		d2 := rr + t*(ru+t*uu)
		k := size * cos * back / (d2 * d2)
		if gRow+t*gU <= 0 { // above the shading's horizon, but behind the facet: hidden for sure
			if f.known {
				to.hidden = to.hidden.Plus(l.usual.Times(k).Through(f.flat))
			}
			continue
		}
		shows, makes := l.usual, f.flat
		if !l.steady || f.makes != nil {
			inv := 1 / math.Sqrt(d2)
			w := r3.Vec{X: (row.X + t*l.U.X) * inv, Y: (row.Y + t*l.U.Y) * inv, Z: (row.Z + t*l.U.Z) * inv}
			if !l.steady {
				shows = l.shows(from, w)
			}
			if f.makes != nil {
				makes = f.makes(w, cos*inv)
			}
		}
		gives := shows.Times(k).Through(makes)
		if f.known && !l.steady {
			to.open = to.open.Plus(shows.Plus(l.usual.Times(-1)).Times(k).Through(makes))
		}
		lux := gives.Lux()
		if lux <= 0 {
			continue
		}
		total += lux
		if share := lux / total; choose < share {
			one, at, by = gives, t, lux
			choose /= share
		} else {
			choose = (choose - share) / (1 - share)
		}
	}
	if total == 0 {
		return
	}
	got := s.reach(from, r3.Add(from, r3.Add(row, r3.Scale(at, l.U))), absorb, f.caught)
	gave := one.Times(total / by)
	to.seen = to.seen.Plus(gave.Through(got))
	to.hidden = to.hidden.Plus(gave.Through(light.RGB{R: 1 - got.R, G: 1 - got.G, B: 1 - got.B}))
}
