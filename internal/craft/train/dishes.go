package train

import (
	"math/rand/v2"

	"figladder/internal/craft/scene"
	"figladder/internal/craft/words"
)

// dishes are what drills show, made up: what has an edge, a side and a height, so that light, depth and place can be read on it.
var dishes = []struct {
	name, like, form string
	across, above    float64 // mm; 0 for the usual
	colour, garnish  string
}{
	{"Onion soup", "soup", "soup", 0, 0, "#a8763e", "#5e7457"},
	{"Plum cake", "tall", "cake", 200, 70, "#a2703c", ""},
	{"Leek pie", "plate", "pie", 220, 35, "#c08a45", ""},
	{"Bread rolls", "many-alike", "loaf", 0, 60, "#9c6a34", ""},
	{"Pear pudding", "plate", "pudding", 0, 55, "#d9c9a5", ""},
	{"Rice bowl", "bowl", "rice", 0, 20, "#e0d2b0", "#5e7457"},
	{"Pancakes", "stack", "pancakes", 0, 75, "#b8803c", "#7a2838"},
	{"Meatballs", "plate", "balls", 0, 30, "#6f4327", "#5e7457"},
}

var (
	tops    = []string{"#6b5b4b", "#4a4644", "#8a7a68", "#5d6468"}
	vessels = []string{"#d8d4cb", "#8d9498", "#5a5f66", "#b9b4a8"}
)

// dish is a quiet set with one dish in the middle of a table, in a room that gives little back, lit by one lamp from beside and
// behind: all that a drill changes.
func dish(r *rand.Rand) scene.Set {
	d := dishes[r.IntN(len(dishes))]
	s := scene.StartFor(words.Angle("three-quarter"), d.like)
	s.Food.Name, s.Food.Form, s.Food.Colour, s.Food.Garnish = d.name, d.form, d.colour, d.garnish
	if d.above > 0 {
		s.Food.AboveMm = d.above
	}
	if d.across > 0 {
		s.Vessel.DiameterMm = d.across
	}
	s.Table.WidthMm, s.Table.DepthMm = 2800, 2000
	s.Vessel.XMm, s.Vessel.YMm = 1400, 800
	s.Table.Colour, s.Vessel.Colour, s.Vessel.Finish = tops[r.IntN(len(tops))], vessels[r.IntN(len(vessels))], words.Matt
	s.Camera.ElevationDeg = float64(30 + 5*r.IntN(5))
	s.Camera.ShortestMm, s.Camera.LongestMm, s.Camera.ClosestMm = 24, 105, 200
	s.Room.Reflectance = 0.12
	s.Cards = []scene.Card{}
	s.Lights = s.Lights[:0]
	if lit, err := s.WithLight("softbox"); err == nil {
		s = lit
	}
	s.Lights[0].WidthMm, s.Lights[0].HeightMm = 500, 500
	return s.KeyFrom(0, 10, 40, lampMm)
}

// lampMm is how far the lamp stands from the dish, mm: out of every frame that is drilled.
const lampMm = 1300

// placed puts a thing of a kind at a place round the dish, mm to the right and beyond its middle.
func placed(s scene.Set, kind, colour string, dx, dy, turnDeg float64) scene.Set {
	s, err := s.WithThing(kind)
	if err != nil {
		panic(err) // the kinds are ours
	}
	t := &s.Things[len(s.Things)-1]
	t.XMm, t.YMm, t.TurnDeg = s.Vessel.XMm+dx, s.Vessel.YMm+dy, turnDeg
	if colour != "" {
		t.Colour = colour
	}
	return s
}

// framed sets a focal length and the distance at which the frame is so wide at the dish.
func framed(s scene.Set, focalMm, widthMm float64) scene.Set {
	across, _ := s.Camera.FrameSensor()
	s.Camera.FocalMm, s.Camera.DistanceMm = focalMm, focalMm*(1+widthMm/across)
	return s
}
