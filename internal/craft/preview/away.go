package preview

import (
	"math"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// target is a card as bounces are sent to it.
type target struct {
	light.Rect
	screen light.Screen
	n      r3.Vec
	area   float64 // mm²
	side   float64 // root of it
}

func targetOf(q light.Rect) target {
	area := q.AreaMm2()
	return target{q, q.Screen(), q.Normal(), area, math.Sqrt(area)}
}

// promises is about how large the card is seen from p, steradian, at a fraction of what it costs to know; 0 where a surface
// that faces n does not see it, nor one that lies in its plane, as its own.
func (c *target) promises(p, n r3.Vec) float64 {
	to := r3.Sub(c.Centre, p)
	before := math.Abs(r3.Dot(to, c.n))
	if r3.Dot(to, n) <= -c.side || before < 0.01 {
		return 0
	}
	d2 := r3.Dot(to, to)
	turned := c.area * (0.05 + before/math.Sqrt(d2))
	return turned / (d2 + turned/math.Pi)
}

// mostTargets is how many cards bounces are sent to.
const mostTargets = 12

// leastSeen is how large a card must be seen to be sent to, steradian: rounding takes what is smaller for a line.
const leastSeen = 1e-7

// away draws the direction in which an evenly returning surface is left, and the
// weight of what comes from there over π: half the time, when there are cards, toward
// one of them, the larger the likelier.
func (s *stage) away(p, n r3.Vec, d *dice) (r3.Vec, float64) {
	u, v := d.roll(), d.roll()
	if len(s.cards) == 0 || d.deep {
		return cosine(n, u, v), 1
	}
	toCards := d.toCards()
	cards := s.cards[:min(len(s.cards), mostTargets)]
	var weight [mostTargets]float64
	all := 0.0
	for i := range cards {
		weight[i] = cards[i].promises(p, n)
		all += weight[i]
	}
	if all < 1e-4 {
		return cosine(n, u, v), 1
	}
	one, pdf := -1, 0.0 // a steradian
	var w r3.Vec
	if pick := d.random(); pick < toCards {
		pick *= all / toCards
		for one = 0; one < len(cards)-1 && pick >= weight[one]; one++ {
			pick -= weight[one]
		}
		q := seen(&cards[one].Rect, p)
		if q.steradian < leastSeen {
			return n, 0
		}
		w = unit(r3.Sub(q.draw(u, v), p))
		pdf = toCards * weight[one] / all / q.steradian
	} else {
		w = cosine(n, u, v)
	}
	cos := r3.Dot(w, n)
	if cos <= 0 {
		return w, 0
	}
	pdf += (1 - toCards) * cos / math.Pi
	for i := range cards {
		if i == one || weight[i] == 0 {
			continue
		}
		if _, ok := cards[i].screen.Meets(p, w); !ok {
			continue
		}
		if q := seen(&cards[i].Rect, p); q.steradian >= leastSeen {
			pdf += toCards * weight[i] / all / q.steradian
		}
	}
	return w, cos / math.Pi / pdf
}
