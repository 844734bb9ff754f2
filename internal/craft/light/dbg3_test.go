package light

import (
	"math"
	"os"
	"strconv"
	"testing"

	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

func TestDbgWalls(t *testing.T) {
	base, _ := strconv.Atoi(os.Getenv("BASE"))
	want, _ := strconv.Atoi(os.Getenv("SETNO"))
	r, _ := strconv.ParseFloat(os.Getenv("ROOM"), 64)
	rays, _ := strconv.Atoi(os.Getenv("RAYS"))
	k, _ := strconv.Atoi(os.Getenv("PLACE"))
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
		e := NewEngine(c.s, Fine)
		tr := traces(c.s, uint64(i), 17)
		p := r3.Vec{X: c.s.Table.WidthMm * (0.2 + 0.3*float64(k%3)), Y: c.s.Table.DepthMm * (0.2 + 0.3*float64(k/3)), Z: 0.01}
		low, high, _ := c.s.Room.Within(&c.s)
		t.Logf("%v %v %+v", low, high, c.s.Room)
		t.Logf("%+v", c.s.Windows[0].Rect)
		for _, s := range c.s.Sources {
			t.Logf("lamp %+v %+v", s.Rect, s)
		}
		tr.sees(t, p, up, rays, low, high)
		eye := e.look(p, up)
		for w := range e.around.walls {
			wl := &e.around.walls[w]
			pieces := eye.ofWall(e, wl, nil)
			rows := make([]float64, 8)
			n := e.around.side
			for at, l := range wl.finest() {
				q := wl.cell(at%n, at/n, n, n)
				var o outline
				if len(pieces) > 0 && eye.rect(&q, &o) {
					z := int((q.Centre.Z - low.Z) / (high.Z - low.Z) * 8)
					rows[min(max(z, 0), 7)] += l.Lux() * math.Pi * seenOf(&o, pieces)
				}
			}
			t.Logf("engine wall %d %.2f sunny %d", w, rows, len(wl.sunny))
		}
		return
	}
}

func (t *tracer) sees(tt *testing.T, p, n r3.Vec, rays int, low, high r3.Vec) {
	out := [6][]float64{}
	for i := range out {
		out[i] = make([]float64, 8)
	}
	for range rays {
		d := t.about(n, math.Sqrt(t.rng.Float64()))
		h := t.nearest(p, d)
		if h.wall == 0 {
			continue
		}
		x := h.at
		w, best := 0, math.Inf(1)
		for i, v := range []float64{x.X - low.X, high.X - x.X, x.Y - low.Y, high.Y - x.Y, x.Z - low.Z, high.Z - x.Z} {
			if v < best {
				best, w = v, i
			}
		}
		z := int((x.Z - low.Z) / (high.Z - low.Z) * 8)
		out[w][min(max(z, 0), 7)] += math.Pi * t.found(p, d, 4) / float64(rays)
	}
	for w := range out {
		tt.Logf("rays wall %d %.2f", w, out[w])
	}
}
