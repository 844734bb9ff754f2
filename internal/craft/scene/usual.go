package scene

import (
	"figladder/internal/craft/words"
	"fmt"
	"math"
	"slices"
)

// rackMm is how high a wire rack stands.
const rackMm = 18

// usualSizes are width, length and height in mm that a thing has when it is put into a
// set and nothing is known of it: start values of our own, props after handbook P2 (side
// plates, bowls of 5 cm, small old cutlery, cloths of tea-towel size).
var usualSizes = map[string][3]float64{
	"plate": {160, 0, 18}, "bowl": {140, 0, 55}, "tiny bowl": {50, 0, 28}, "pot": {180, 0, 90}, "glass": {70, 0, 120}, "coupe": {95, 0, 110},
	"mug": {80, 0, 95}, "jug": {80, 0, 110}, "bottle": {62, 0, 230}, "jar": {75, 0, 95}, "board": {220, 320, 18}, "linen": {300, 420, 8},
	"tile": {200, 200, 8}, "paper": {210, 297, 1}, wireRack: {250, 400, rackMm}, "box": {80, 80, 60}, "knife": {16, 180, 3}, "fork": {20, 160, 3}, "spoon": {30, 140, 4},
	"mound": {110, 0, 45}, "slices": {110, 0, 25}, "stack": {90, 0, 60}, "scatter": {80, 0, 14}, "drizzle": {100, 0, 4}, "foam": {60, 0, 12},
	"ice": {60, 0, 40}, "herbs": {60, 0, 12}, "crumb": {110, 0, 5}, biteOnAFork: {26, 165, 22},
}

// usualLights are width and height in mm, lux at one metre and kelvin of a light of each
// kind; start values of our own.
var usualLights = map[words.LightKind]struct{ width, height, lux, kelvin float64 }{
	"window": {1200, 1400, 0, 6500}, "roof light": {1000, 1000, 0, 6500}, "softbox": {600, 900, 1500, 5600}, "bare head": {60, 60, 4000, 5600},
	"gridded head": {120, 120, 6000, 5600}, "LED panel": {300, 300, 3200, 5600}, "phone lamp": {12, 12, 60, 5600}, "bulb": {60, 60, 80, 2700},
}

// WithThing returns the set with a thing of a kind in its usual size, beside the dish
// where nothing stands yet.
func (s Set) WithThing(kind string) (Set, error) {
	size, ok := usualSizes[kind]
	if !ok {
		return s, fmt.Errorf("no thing called %q", kind)
	}
	t := Thing{Name: capital(kind), Kind: kind, On: true, WidthMm: size[0], DepthMm: size[1], HeightMm: size[2], Colour: "#8d8a80", Finish: "matt"}
	switch kind {
	case "knife", "fork", "spoon":
		t.TurnDeg = 330
	case "glass", "bottle", "jar":
		t.Colour = "#d6dedb"
	case wireRack:
		t.Colour = "#9a9c9e"
	case "scatter":
		t.Piece, t.Count = "berry", 5
	}
	if t.held() { // over what it was taken from, the handle up and out of the frame to the right
		t.LiftMm, t.TiltDeg, t.TurnDeg = 60, 22, 290
	}
	if t.Edible() {
		t.Colour, t.Finish = "#a8763e", "satin"
	}
	return s.Beside(t), nil
}

// Beside returns the set with one more thing, at the first place round the dish where
// nothing stands yet: right of it first, then on, clockwise, then farther out.
func (s Set) Beside(t Thing) Set {
	reach := func(t Thing) float64 { return max(t.WidthMm, t.DepthMm) / 2 }
	free := func(x, y float64) bool {
		for _, o := range s.Things {
			if o.On && !o.Lies() && math.Hypot(o.XMm-x, o.YMm-y) < reach(o)+reach(t) {
				return false
			}
		}
		return x > 0 && y > 0 && x < s.Table.WidthMm && y < s.Table.DepthMm
	}
	away := s.Vessel.DiameterMm/2 + reach(t) + 40
	t.XMm, t.YMm = s.Vessel.XMm+away, s.Vessel.YMm
search:
	for ring := range 4 {
		for step := range 12 {
			sin, cos := math.Sincos(float64(step) * math.Pi / 6)
			x, y := s.Vessel.XMm+(away+60*float64(ring))*cos, s.Vessel.YMm-(away+60*float64(ring))*sin
			if t.Lies() || free(x, y) {
				t.XMm, t.YMm = math.Round(x), math.Round(y)
				break search
			}
		}
	}
	s.Things = append(slices.Clone(s.Things), t)
	return s
}

// WithLight returns the set with a light of a kind, in its usual size and brightness, to
// the right of the dish and behind it.
func (s Set) WithLight(kind words.LightKind) (Set, error) {
	u, ok := usualLights[kind]
	if !ok {
		return s, fmt.Errorf("no light called %q", kind)
	}
	l := Light{Name: capital(string(kind)), Kind: kind, On: true, XMm: s.Vessel.XMm + 900, YMm: s.Vessel.YMm + 300, ZMm: 750, WidthMm: u.width, HeightMm: u.height,
		FacingDeg: 250, TiltDeg: -25, LuxAt1m: u.lux, Kelvin: u.kelvin, Glass: 0.8, Outside: []Outside{}}
	if kind.Daylight() {
		l.LuminanceCdM2, l.TiltDeg = 2500, 0
	}
	if kind == "roof light" {
		l.XMm, l.YMm, l.ZMm, l.TiltDeg = s.Vessel.XMm, s.Vessel.YMm, 2000, -90
	}
	s.Lights = append(slices.Clone(s.Lights), l)
	return s, nil
}

// WithCard returns the set with one more card, across the dish from the light that gives
// the most.
func (s Set) WithCard(c Card, key int) Set {
	right := key < 0 || key >= len(s.Lights) || s.Lights[key].XMm < s.Vessel.XMm
	c.On, c.YMm, c.ZMm, c.TiltDeg = true, s.Vessel.YMm, 0, 0
	side := s.Vessel.DiameterMm/2 + 220
	if c.XMm, c.FacingDeg = s.Vessel.XMm+side, 270; !right {
		c.XMm, c.FacingDeg = s.Vessel.XMm-side, 90
	}
	s.Cards = append(slices.Clone(s.Cards), c)
	return s
}

// StartCard is the card that is at hand where a studio has written none down: white, A2.
func StartCard() Card {
	return Card{Name: "White card A2", Kind: words.White, On: true, WidthMm: 594, HeightMm: 420, FacingDeg: 270}
}
