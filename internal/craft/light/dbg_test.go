package light

import (
	"math"
	"os"
	"strconv"
	"testing"

	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

func TestDbg(t *testing.T) {
	r, _ := strconv.ParseFloat(os.Getenv("ROOM"), 64)
	want, _ := strconv.Atoi(os.Getenv("SETNO"))
	rays, _ := strconv.Atoi(os.Getenv("RAYS"))
	base, _ := strconv.Atoi(os.Getenv("BASE"))
	type one struct {
		s Set
		h Hero
	}
	draw := rapid.Custom(func(t *rapid.T) one {
		s, h := anySet(t)
		anyRoom(t, &s, r)
		return one{s, h}
	})
	i := -1
	for seed := base + int(1000*r); ; seed++ {
		c := draw.Example(seed)
		if mirrorSun(c.s) || crossing(c.s) || shutIn(c.s, c.h) {
			continue
		}
		if i++; i < want {
			continue
		}
		if os.Getenv("DARK") != "" {
			c.s.Room.Reflectance, c.s.Room.Ceiling, c.s.Room.Floor = 0, 0, 0
		}
		e := NewEngine(c.s, Fine)
		tr := traces(c.s, uint64(i), 17)
		for _, f := range e.Facets(c.h, r3.Vec{Y: -1, Z: 0.8}) {
			if math.Mod(f.Deg, 15) == 0 {
				p, n := facetAt(c.h, f.Deg)
				l := tr.lux(p, n, rays)
				if math.Mod(f.Deg, 90) == 0 {
					if f.Deg == 270 {
						dbgDirect(t, c.s, p, n)
					}
					t.Log(tr.byFirst(p, n, rays*4))
				}
				t.Logf("%5.0f° seen %v: %.1f for %.1f (%+.1f %%); direct %.1f card %.1f table %.1f room %.1f", f.Deg, f.Seen, f.Lux.Total(), l, 100*(f.Lux.Total()/l-1), f.Lux.Direct.Lux(), f.Lux.Card.Lux(), f.Lux.Table.Lux(), f.Lux.Room.Lux())
			}
		}
		t.Logf("%+v %+v", c.h, c.s.Table)
		for k, p := range c.s.Panels {
			t.Logf("%s %+v n %+v", names(c.s)[k], p.Rect, p.Normal())
		}
		t.Logf("%+v %+v", c.s.Windows[0].Rect, c.s.Windows[0].Outside)
		low, high, _ := c.s.Room.Within(&c.s)
		t.Logf("%+v %v %v", c.s.Room, low, high)
		return
	}
}

func (t *tracer) byFirst(p, n r3.Vec, rays int) map[string]float64 {
	out := map[string]float64{}
	for range rays {
		d := t.about(n, math.Sqrt(t.rng.Float64()))
		h := t.nearest(p, d)
		k := "direct"
		switch {
		case h.table:
			k = "table"
		case h.panel != nil:
			k = "card"
		case h.wall > 0:
			k = "room"
		}
		out[k] += math.Pi * t.found(p, d, 4) / float64(rays)
	}
	return out
}

func dbgDirect(t *testing.T, s Set, p, n r3.Vec) {
	e := NewEngine(s, Fine)
	eye := e.look(p, n)
	t.Log("engine direct", e.direct(eye, nil).Lux())
	w := &s.Windows[0]
	q := w.Opening()
	const N = 400
	sum, open := 0.0, 0.0
	by := map[int]float64{}
	for i := range N {
		for j := range N {
			y := q.At(2*(float64(i)+.5)/N-1, 2*(float64(j)+.5)/N-1)
			d := r3.Sub(y, p)
			r2 := r3.Norm2(d)
			dir := r3.Scale(1/math.Sqrt(r2), d)
			k := r3.Dot(dir, n) * -r3.Dot(dir, q.Normal()) / r2 * q.AreaMm2() / N / N
			if k <= 0 || r3.Dot(dir, n) <= 0 {
				continue
			}
			l := w.Glass * w.Sky.Luminance(dir).Lux() * k
			open += l
			free := true
			for b := range e.blockers {
				if e.blockers[b].blocks(p, y) {
					by[b] += l
					free = false
				}
			}
			if free {
				sum += l
			}
		}
	}
	t.Log("sampled", sum, "open", open, by, len(e.blockers))
	for i := range e.blockers {
		t.Logf("%+v %+v", e.blockers[i].flat, e.blockers[i].round)
	}
}
