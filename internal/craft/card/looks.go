package card

import "math"

// looks are how alike pictures are to their own frames and to others: two normal distributions, learned from the pictures
// themselves, since how like a drafted picture a real one is differs from studio to studio.
type looks struct {
	like      Like
	own, rest normal
}

type normal struct{ mean, spread float64 }

func (n normal) log(x float64) float64 {
	d := (x - n.mean) / n.spread
	return -d*d/2 - math.Log(n.spread)
}

// leastSpread keeps a few alike pictures from being taken for a law.
const leastSpread = 0.08

// read learns them from how probable each pair is; at first, of nothing being known yet, the likeliest frame by looks is
// taken for a picture's own.
func read(n, m int, like Like, p [][]float64) looks {
	out := looks{like: like}
	if like == nil {
		return out
	}
	var own, rest weighed
	for i := range n {
		best := -1
		for j := range m {
			if l := like(i, j); !math.IsNaN(l) && (best < 0 || l > like(i, best)) {
				best = j
			}
		}
		for j := range m {
			l := like(i, j)
			if math.IsNaN(l) {
				continue
			}
			w := 0.0
			switch {
			case p != nil:
				w = p[i][j]
			case j == best:
				w = 1
			}
			own.add(l, w)
			rest.add(l, 1-w)
		}
	}
	out.own, out.rest = own.normal(), rest.normal()
	if out.own.mean <= out.rest.mean { // looks tell nothing here
		out.like = nil
	}
	return out
}

// of is how much likelier a likeness is of a picture's own frame than of another, as a logarithm.
func (l looks) of(i, j int) float64 {
	if l.like == nil {
		return 0
	}
	x := l.like(i, j)
	if math.IsNaN(x) {
		return 0
	}
	return bounded(l.own.log(x) - l.rest.log(x))
}

// weighed sums up numbers that count by a weight.
type weighed struct{ n, sum, squares float64 }

func (w *weighed) add(x, by float64) { w.n, w.sum, w.squares = w.n+by, w.sum+by*x, w.squares+by*x*x }

func (w *weighed) normal() normal {
	if w.n < 1e-9 {
		return normal{0, 1}
	}
	mean := w.sum / w.n
	return normal{mean, math.Max(leastSpread, math.Sqrt(math.Max(0, w.squares/w.n-mean*mean)))}
}
