package drink

import (
	"math"

	"figladder/internal/craft/shape"
)

// Densities, kg/m³, at room temperature (physics.md).
const (
	Water        = 998.0
	glassDensity = 2500.0
)

// Solid is something that is put into a drink.
type Solid struct {
	Name    string  `json:"name" doc:"What it is"`
	Density float64 `json:"densityKgM3" doc:"Its density, kg/m³"`
	Why     string  `json:"why" doc:"Why one takes it, in a sentence"`
	Melts   bool    `json:"melts" doc:"Whether it melts"`
	Eaten   bool    `json:"eaten" doc:"Whether it may be drunk with"`
}

// Ices are what stands for ice, by physics.md.
var Ices = []Solid{
	{"Ice", 917, "Melts, waters the drink down and is what it is.", true, true},
	{"Silicone ice", 970, "Floats as ice does and breaks into natural shards.", false, false},
	{"Acrylic ice", 1180, "Cheap, clear, lasts for years.", false, false},
	{"Glass ice", 2500, "Heavy and very clear.", false, false},
}

// Under is the share of a body's volume below the surface: its density over the drink's; 1 when it sinks. floats
// says whether any of it stands out.
func Under(body, liquid float64) (share float64, floats bool) {
	if body >= liquid {
		return 1, false
	}
	return body / liquid, true
}

// With is where the surface stands when so many pieces of a volume each are put into a drink that stands at a level.
type With struct {
	LevelMm float64 `json:"levelMm" doc:"Where the surface comes to stand, over the table"`
	TakenMl float64 `json:"takenMl" doc:"What the pieces take below the surface"`
	OverMl  float64 `json:"overMl" doc:"What runs over; 0 when it holds"`
	Floats  bool    `json:"floats" doc:"Whether they float"`
	OutMm   float64 `json:"outMm" doc:"How far a cube stands out of the drink"`
}

// PutIn works that out. A piece stands out by its share above the surface of its own side, as a cube would.
func PutIn(v shape.Vessel, levelMm, liquid float64, pieces int, eachMl float64, s Solid) With {
	share, floats := Under(s.Density, liquid)
	w := With{Floats: floats, TakenMl: float64(pieces) * eachMl * share, OutMm: (1 - share) * 10 * math.Cbrt(math.Max(0, eachMl))}
	all := Below(v, levelMm) + w.TakenMl
	w.OverMl = math.Max(0, all-Holds(v))
	w.LevelMm = LevelFor(v, all)
	return w
}
