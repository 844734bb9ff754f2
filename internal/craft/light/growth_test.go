package light

import (
	"fmt"
	"testing"

	"gonum.org/v1/gonum/spatial/r3"
)

// BenchmarkGrowth shows how the cost of a map grows with lamps, cards and grid.
func BenchmarkGrowth(b *testing.B) {
	build := func(lamps, cards int) Set {
		s, _ := benchSet()
		s.Sources, s.Panels = nil, nil
		for i := range lamps {
			s.Sources = append(s.Sources, Source{Rect: Upright(r3.Vec{X: 200 + 250*float64(i), Y: 1300, Z: 900}, 300, 400, 190, -25), Luminance: White(2500), Solid: true})
		}
		for i := range cards {
			s.Panels = append(s.Panels, Panel{Rect: Upright(r3.Vec{X: 1150 - 90*float64(i), Y: 100 + 90*float64(i), Z: 155}, 297, 297, 270, 0), Front: Surfaces["white"], Back: Surfaces["white"]})
		}
		return s
	}
	for _, c := range []struct {
		lamps, cards int
		step         float64
	}{{0, 0, 10}, {1, 0, 10}, {4, 0, 10}, {0, 1, 10}, {0, 4, 10}, {0, 8, 10}, {1, 3, 10}, {1, 3, 20}, {1, 3, 40}} {
		b.Run(fmt.Sprintf("window, %d lamps, %d cards, %.0f mm", c.lamps, c.cards, c.step), func(b *testing.B) {
			s := build(c.lamps, c.cards)
			for b.Loop() {
				NewEngine(s, Coarse).Map(c.step)
			}
		})
	}
}
