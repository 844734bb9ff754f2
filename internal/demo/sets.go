package demo

import (
	"figladder/internal/craft/scene"
	"figladder/internal/craft/words"
)

// loft puts the room's west window on the left of a set, as bright as a sky of
// the given luminance.
func loft(s *scene.Set, sky float64) {
	s.Lights[0] = scene.Light{Name: "West window", On: true, Kind: "window", XMm: -450, YMm: 560, ZMm: 750, WidthMm: 1400, HeightMm: 1600, FacingDeg: 90, LuminanceCdM2: sky, Kelvin: 6500, Glass: 0.8, RevealMm: 180,
		Outside: []scene.Outside{{Kind: "wall", AwayMm: 6000, BottomMm: -3000, WidthMm: 14000, HeightMm: 5200, Colour: "#b8863b"}}}
	s.Daylight = scene.Daylight{On: false, Weather: "overcast", Day: "2026-12-03", Clock: "13:00", Zone: zone, LatDeg: 50.35, LonDeg: -4.12, FarSideDeg: 0}
	s.Room = scene.Room{WidthMm: 6200, DepthMm: 5100, HeightMm: 2900, Reflectance: 0.35}
	s.Table = scene.Table{WidthMm: 1600, DepthMm: 900, Reflectance: 0.12, Colour: "#4a4039", Finish: "matt"}
}

// thing is a prop in place, from the left and near edges.
func thing(name, kind string, x, y, turn, w, d, h float64, colour string, finish words.Finish) scene.Thing {
	return scene.Thing{Name: name, Kind: kind, On: true, XMm: x, YMm: y, TurnDeg: turn, WidthMm: w, DepthMm: d, HeightMm: h, Colour: colour, Finish: finish}
}

func with(t scene.Thing, change func(*scene.Thing)) scene.Thing { change(&t); return t }

// horn is cutlery of horn or dark wood, which takes no light from the food.
func horn(t scene.Thing) scene.Thing { t.Material = "wood"; return t }

func strewn(name, kind, piece string, x, y, w, size float64, n int, colour, second string) scene.Thing {
	return scene.Thing{Name: name, Kind: kind, Piece: piece, On: true, XMm: x, YMm: y, WidthMm: w, HeightMm: size, Count: n, Colour: colour, Second: second, Finish: "gloss"}
}

// The six heroes are as a photographer would hand them in, with three faults left in for the
// checks to find: the mussels' steam is lost in light from the side, their cider glass comes
// out lighter than they do, and so does the bottle of tonic beside its dark drink.

// musselSet is the mussels in their black pot: steam, from about 45°.
func musselSet(x *scene.Set) {
	loft(x, 1500)
	x.Ground = scene.Ground{On: true, Kind: "board", XMm: 800, YMm: 480, WidthMm: 1200, DepthMm: 820, Colour: "#454f5c", Finish: "matt", Material: "paint"}
	x.Vessel = scene.Vessel{Kind: "pot", XMm: 800, YMm: 430, DiameterMm: 240, HeightMm: 105, Colour: "#26262a", Finish: "satin"}
	x.Food = scene.Food{Name: "Cider mussels", Form: "shells", AboveMm: 22, Colour: "#2c2b38", Garnish: "#d98b4a", Steams: true}
	x.Camera.DistanceMm, x.Camera.Aperture, x.Camera.ElevationDeg = 1000, 11, 42
	x.Camera.FocalMm, x.Camera.AimXMm, x.Camera.Sharp = 58, 30, "near"
	x.Cards = []scene.Card{{Name: "White card A2", Kind: "white", On: true, XMm: 1330, YMm: 330, WidthMm: 594, HeightMm: 420, FacingDeg: 280}, {Name: "Black card A2", Kind: "black", XMm: 420, YMm: 300, WidthMm: 594, HeightMm: 420, FacingDeg: 90}}
	x.Things = []scene.Thing{
		thing("Flax tea towel", "linen", 930, 350, 24, 420, 560, 9, "#8d8a80", "matt"),
		strewn("Sea beet", "herbs", "", 800, 430, 190, 15, 12, "#4f7f3a", ""),
		with(thing("Cider glass", "glass", 1005, 620, 0, 78, 0, 104, "#dfe6e2", "gloss"), func(t *scene.Thing) { t.Drink, t.FillShare = "#e0b25e", 0.7 }),
		horn(thing("Salad fork", "fork", 985, 330, 152, 20, 165, 3, "#241f1c", "matt")),
		with(thing("Heel of bread", "mound", 590, 560, 0, 120, 0, 62, "#b98a52", "matt"), func(t *scene.Thing) { t.Second = "#e7d3ae" }),
		strewn("Bread crumbs", "crumb", "", 640, 500, 130, 6, 46, "#c79b62", "#8a5f35"),
	}
}

// troutSet is the cured trout, straight down.
func troutSet(x *scene.Set) {
	loft(x, 1500)
	x.Ground = scene.Ground{On: true, Kind: "board", XMm: 800, YMm: 450, WidthMm: 1000, DepthMm: 800, Colour: "#6d6a66", Finish: "matt", Material: "stone"}
	x.Vessel = scene.Vessel{Kind: "plate", XMm: 800, YMm: 450, DiameterMm: 220, HeightMm: 22, Colour: "#8d9a84", Finish: "matt"}
	x.Food = scene.Food{Name: "Cured trout on rye", Form: "slices", AboveMm: 12, Colour: "#d9764a", Garnish: "#f0b48c"}
	x.Camera.DistanceMm, x.Camera.Aperture, x.Camera.ElevationDeg, x.Camera.AimXMm = 760, 5.6, 90, 45
	x.Things = []scene.Thing{
		thing("Slate linen", "linen", 690, 330, -18, 330, 470, 8, "#9a958a", "matt"),
		strewn("Dill", "herbs", "", 800, 452, 120, 8, 9, "#6f9448", ""),
		strewn("Horseradish", "scatter", "flake", 805, 455, 120, 5, 26, "#f2ead6", ""),
		thing("Soured cream", "tiny bowl", 985, 590, 0, 78, 0, 38, "#cfc7b6", "satin"),
		thing("Cream", "mound", 985, 590, 0, 58, 0, 12, "#f4eee0", "gloss"),
		horn(thing("Horn butter knife", "knife", 985, 400, 14, 16, 170, 3, "#4a3f34", "matt")),
		with(thing("Rye crispbread", "tile", 610, 590, 24, 96, 120, 6, "#8a5a34", "matt"), func(t *scene.Thing) { t.Material = "food" }),
		strewn("Lemon", "scatter", "citrus", 640, 430, 60, 25, 3, "#e8cf5a", ""),
		strewn("Rye crumb", "crumb", "", 660, 560, 140, 4, 40, "#7a4e2c", "#4b2f1a"),
	}
}

// pavlovaSet is the quince pavlova, near level.
func pavlovaSet(x *scene.Set) {
	loft(x, 1500)
	x.Vessel = scene.Vessel{Kind: "plate", XMm: 800, YMm: 560, DiameterMm: 215, HeightMm: 14, Colour: "#8f9294", Finish: "satin"}
	x.Food = scene.Food{Name: "Quince pavlova", Form: "meringue", AboveMm: 95, Colour: "#e8ddcb", Garnish: "#c2504a"}
	x.Camera.ElevationDeg = 12
	x.Camera.Orientation, x.Camera.FocalMm, x.Camera.DistanceMm, x.Camera.Aperture = "portrait", 62, 880, 11
	x.Camera.AimXMm, x.Camera.AimZMm, x.Camera.Sharp = -40, -45, "near"
	x.Backdrop = scene.Backdrop{On: true, YMm: 905, WidthMm: 1500, HeightMm: 1200, Colour: "#4d5a68"}
	x.Cards = []scene.Card{{Name: "White card A2", Kind: "white", On: true, XMm: 1180, YMm: 520, WidthMm: 594, HeightMm: 420, FacingDeg: 285}}
	x.Things = []scene.Thing{
		thing("Oat linen", "linen", 760, 500, 32, 380, 420, 8, "#a79f90", "matt"),
		with(thing("Syrup jug", "jug", 935, 690, 210, 72, 0, 96, "#8c9096", "satin"), func(t *scene.Thing) { t.Material = "ceramic" }),
		horn(thing("Cake fork", "fork", 700, 395, 62, 18, 150, 3, "#4a4238", "matt")),
		with(thing("Quince", "scatter", 660, 700, 0, 110, 0, 66, "#cfa63c", "satin"), func(t *scene.Thing) { t.Piece, t.Count = "apple", 3 }),
	}
}

// sesameSet is the black sesame ice cream in its steel coupe.
func sesameSet(x *scene.Set) {
	loft(x, 1500)
	x.Ground = scene.Ground{On: true, Kind: "board", XMm: 800, YMm: 480, WidthMm: 1200, DepthMm: 820, Colour: "#6b5a63", Finish: "matt", Material: "paint"}
	x.Vessel.Kind, x.Vessel.DiameterMm, x.Vessel.HeightMm = "coupe", 95, 70
	x.Vessel.Colour, x.Vessel.Material, x.Vessel.Finish = "#9aa0a3", "metal", "satin"
	x.Food = scene.Food{Name: "Black sesame ice cream", Form: "scoops", AboveMm: 46, Colour: "#57555a", Garnish: "#1e1d1f"}
	x.Camera.FocalMm, x.Camera.DistanceMm, x.Camera.ElevationDeg, x.Camera.Aperture = 60, 640, 26, 11
	x.Camera.AimXMm, x.Camera.AimZMm, x.Camera.Sharp = 25, -45, "near"
	x.Backdrop = scene.Backdrop{On: true, YMm: 900, WidthMm: 1500, HeightMm: 1200, Colour: "#3d3f49"}
	x.Things = []scene.Thing{
		thing("Slate linen", "linen", 865, 400, 40, 300, 330, 8, "#7f8590", "matt"),
		strewn("Sesame", "scatter", "seed", 800, 440, 70, 5, 60, "#d9c9a0", ""),
		strewn("Sesame spilt", "scatter", "seed", 690, 390, 110, 5, 40, "#26242a", ""),
		horn(thing("Horn spoon", "spoon", 905, 375, 118, 22, 132, 3, "#3a2f26", "satin")),
		thing("Sesame seeds", "tiny bowl", 660, 560, 0, 62, 0, 32, "#5d564c", "satin"),
		thing("Seeds", "mound", 660, 560, 0, 46, 0, 10, "#2c2a2f", "matt"),
	}
}

// sloeSet is the sloe and tonic, lit from behind.
func sloeSet(x *scene.Set) {
	loft(x, 1500)
	x.Vessel.Kind, x.Vessel.DiameterMm, x.Vessel.HeightMm, x.Vessel.Finish = "glass", 68, 160, "gloss"
	x.Vessel.Colour, x.Vessel.Worked = "#cbd6d8", "ribbed"
	x.Food = scene.Food{Name: "Sloe and tonic", Form: "iced", Colour: "#c03a5c", Strength: 0.55, FillShare: 0.84}
	x.Camera.FocalMm, x.Camera.DistanceMm, x.Camera.ElevationDeg, x.Camera.Aperture, x.Camera.Orientation = 70, 820, 7, 11, "portrait"
	x.Camera.AimXMm, x.Camera.Sharp = 18, "rim"
	x.Lights[0].On = false
	x.Lights = append(x.Lights, scene.Light{Name: "Softbox 60 × 90", On: true, Kind: "softbox", XMm: 300, YMm: 930, ZMm: 560, WidthMm: 600, HeightMm: 900, FacingDeg: 135, TiltDeg: -6, LuxAt1m: 1400, Kelvin: 5600, Outside: []scene.Outside{}})
	x.Cards = []scene.Card{
		{Name: "Glow card", Kind: "white", On: true, XMm: 802, YMm: 500, ZMm: 10, WidthMm: 46, HeightMm: 92, FacingDeg: 190, TiltDeg: 8},
		{Name: "White card A2", Kind: "white", On: true, XMm: 1050, YMm: 420, WidthMm: 420, HeightMm: 420, FacingDeg: 270},
	}
	x.Backdrop = scene.Backdrop{On: true, YMm: 1055, WidthMm: 1600, HeightMm: 1400, Colour: "#2d3440"}
	x.Ground = scene.Ground{On: true, Kind: "board", XMm: 800, YMm: 600, WidthMm: 1300, DepthMm: 900, Colour: "#4a382c", Finish: "matt", Material: "wood"}
	x.Things = []scene.Thing{
		with(thing("Rosemary", "herbs", 800, 450, 0, 50, 0, 13, "#4d6b45", "satin"), func(t *scene.Thing) { t.Count = 4 }),
		strewn("Sloes", "scatter", "berry", 725, 400, 60, 14, 5, "#2f2b4a", ""),
		thing("Small tray", "board", 800, 450, 12, 240, 240, 8, "#3a2f2a", "satin"),
		with(thing("Tonic", "bottle", 915, 600, 0, 56, 0, 180, "#8fae9a", "gloss"), func(t *scene.Thing) { t.Drink, t.FillShare = "#f4f8f4", 0.5 }),
	}
}

// toddySet is the smoked pear toddy in its handled glass.
func toddySet(x *scene.Set) {
	loft(x, 1500)
	x.Ground = scene.Ground{On: true, Kind: "board", XMm: 800, YMm: 480, WidthMm: 1200, DepthMm: 820, Colour: "#4a3a2e", Finish: "satin", Material: "wood"}
	x.Vessel = scene.Vessel{Kind: "mug", XMm: 800, YMm: 470, DiameterMm: 76, HeightMm: 120, Colour: "#d6dcd8", Finish: "gloss", Material: "glass"}
	x.Food = scene.Food{Name: "Smoked pear toddy", Form: "liquid", Colour: "#d98a2e", Strength: 0.8, FillShare: 0.76, Steams: true}
	x.Camera.FocalMm, x.Camera.DistanceMm, x.Camera.ElevationDeg, x.Camera.Aperture, x.Camera.Orientation = 60, 720, 18, 11, "portrait"
	x.Camera.AimXMm, x.Camera.AimZMm, x.Camera.Sharp = -20, -20, "rim"
	x.Backdrop = scene.Backdrop{On: true, YMm: 1000, WidthMm: 1400, HeightMm: 1020, Colour: "#37302c"}
	x.Cards = []scene.Card{{Name: "Silver card A4", Kind: "silver", On: true, XMm: 1060, YMm: 560, WidthMm: 210, HeightMm: 297, FacingDeg: 245}}
	x.Things = []scene.Thing{
		thing("Oat linen", "linen", 745, 420, -30, 300, 330, 8, "#8f8778", "matt"),
		strewn("Pear slices", "scatter", "slice", 715, 385, 80, 26, 3, "#e6d59a", "#f5efcf"),
		strewn("Orange peel", "scatter", "flake", 880, 395, 30, 30, 3, "#d9762a", ""),
		with(thing("Honey", "tiny bowl", 905, 560, 0, 70, 0, 40, "#7b6a58", "satin"), func(t *scene.Thing) { t.Drink, t.FillShare = "#c9812a", 0.7 }),
		horn(thing("Horn spoon", "spoon", 872, 400, 200, 22, 132, 3, "#3a2f26", "satin")),
		with(thing("Pears", "scatter", 640, 660, 0, 130, 0, 89, "#a8a04e", "satin"), func(t *scene.Thing) { t.Piece, t.Count = "whole pear", 3 }),
	}
}
