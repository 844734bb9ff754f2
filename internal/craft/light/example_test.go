package light_test

import (
	"fmt"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// A softbox on the left of a dish, and what a white card on the right does to its dark side.
func ExampleNewEngine() {
	dish := light.Hero{Foot: r3.Vec{X: 800, Y: 450}, RadiusMm: 90, HeightMm: 60}
	camera := r3.Vec{Y: -1} // toward it, in plan
	set := light.Set{
		Sources: []light.Source{{Rect: light.Upright(r3.Vec{X: 0, Y: 550, Z: 500}, 600, 900, 90, 0), Luminance: light.White(3000)}},
		Table:   light.Table{WidthMm: 1600, DepthMm: 900, Diffuse: light.White(0.2)},
		Room:    light.Enclosure{SurfaceM2: 122, Reflectance: 0.4},
	}
	without := light.Ratio(light.NewEngine(set, light.Fine).Facets(dish, camera))
	white := light.Surfaces["white"]
	set.Panels = []light.Panel{{Rect: light.Upright(r3.Vec{X: 1100, Y: 450, Z: 210}, 594, 420, 270, 0), Front: white, Back: white}}
	with := light.Ratio(light.NewEngine(set, light.Fine).Facets(dish, camera))
	fmt.Println("the card fills:", with.Stops < without.Stops-0.5)
	// Output: the card fills: true
}
