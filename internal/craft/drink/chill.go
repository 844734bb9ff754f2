package drink

import "math"

// Cold is a place to chill in: its temperature and what its air takes, W/(m² K), start values of our own for still air
// and for a fan.
type Cold struct {
	Name string
	C    float64
	Air  Span
}

// Fridge and Freezer as they usually stand.
var (
	Fridge  = Cold{"fridge", 4, Span{6, 10}}
	Freezer = Cold{"freezer", -18, Span{7, 12}}
)

// Chill is how long a cup takes in a cold place.
type Chill struct {
	Where   string `json:"where" doc:"fridge or freezer"`
	Seconds Span   `json:"seconds" doc:"How long; 0 to 0 when it never gets so cold there"`
	Never   bool   `json:"never" doc:"Whether the place is not cold enough"`
	Freezes bool   `json:"freezes" doc:"Whether it would begin to freeze there when forgotten"`
	Caution string `json:"caution" doc:"What to take care of, or empty"`
}

// Freezing is where a drink begins to freeze, °C, by what is dissolved in it (1.86 K a mole in a kilogram of water):
// sucrose 342 g/mol, ethanol 46 g/mol.
func Freezing(p Parts) float64 {
	if p.WaterG <= 0 {
		return 0
	}
	return -1.86 * (p.SugarG/342 + p.SpiritG/46) / (p.WaterG / 1000)
}

// ChillTo is how long a cup from one temperature to another takes there.
func ChillTo(c Cup, from, to float64, cold Cold, freezes float64) Chill {
	out := Chill{Where: cold.Name, Freezes: cold.C < freezes}
	a, b := c.Until(from, to, cold.C, cold.Air.From), c.Until(from, to, cold.C, cold.Air.To)
	if math.IsInf(a, 1) || math.IsInf(b, 1) {
		out.Never = true
	} else {
		out.Seconds = spanOf(a, b)
	}
	if out.Freezes {
		out.Caution = "Set a timer: what is forgotten in a freezer freezes, and a full, sealed or fizzy bottle bursts. Leave room, leave it open, and never put a hot or a thin glass in."
	}
	return out
}
