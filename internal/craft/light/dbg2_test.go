package light

import (
	"math"
	"os"
	"strconv"
	"testing"

	"figladder/internal/craft/cores"
	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

func TestDbgTable(t *testing.T) {
	base, _ := strconv.Atoi(os.Getenv("BASE"))
	r, _ := strconv.ParseFloat(os.Getenv("ROOM"), 64)
	rays, _ := strconv.Atoi(os.Getenv("RAYS"))
	sets, _ := strconv.Atoi(os.Getenv("SETS"))
	type one struct {
		s Set
		h Hero
	}
	draw := rapid.Custom(func(t *rapid.T) one {
		s, h := anySet(t)
		anyRoom(t, &s, r)
		return one{s, h}
	})
	var all []one
	for seed := base + int(1000*r); len(all) < sets; seed++ {
		c := draw.Example(seed)
		if mirrorSun(c.s) || crossing(c.s) || shutIn(c.s, c.h) {
			continue
		}
		all = append(all, c)
	}
	_ = cores.Each(t.Context(), sets, func(i int) {
		c := all[i]
		e := NewEngine(c.s, Fine)
		tr := traces(c.s, uint64(i), 17)
		most := 0.0
		var got [9]Parts
		var want [9]float64
		for k := range 9 {
			p := r3.Vec{X: c.s.Table.WidthMm * (0.2 + 0.3*float64(k%3)), Y: c.s.Table.DepthMm * (0.2 + 0.3*float64(k/3)), Z: 0.01}
			if e.covered(p) {
				continue
			}
			got[k], want[k] = e.At(p, up), tr.lux(p, up, rays)
			most = math.Max(most, want[k])
		}
		for k := range 9 {
			if want[k] == 0 {
				continue
			}
			if d := math.Abs(got[k].Total()-want[k]) / math.Max(want[k], most/8); d > 0.03 {
				p := r3.Vec{X: c.s.Table.WidthMm * (0.2 + 0.3*float64(k%3)), Y: c.s.Table.DepthMm * (0.2 + 0.3*float64(k/3)), Z: 0.01}
				t.Logf("set %d place %d %v: %.1f for %.1f of %.1f (%.3f) direct %.1f sun %.1f card %.1f table %.1f room %.1f; by first %v; %v hero %v", i, k, p, got[k].Total(), want[k], most, d, got[k].Direct.Lux(), got[k].Sun.Lux(), got[k].Card.Lux(), got[k].Table.Lux(), got[k].Room.Lux(), tr.byFirst(p, up, rays), names(c.s), c.h)
				for n, pn := range c.s.Panels {
					t.Logf("   %s %+v n %+v", names(c.s)[n], pn.Rect, pn.Normal())
				}
			}
		}
	})
}
