package styling

import (
	"fmt"
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/shape"
)

// Lift is hidden pieces under a soup, a salad or a drink, on which what is to be seen lies.
type Lift struct {
	Pieces    int     `json:"pieces" doc:"How many pieces"`
	EachMl    float64 `json:"eachMl" doc:"Volume of each"`
	TakenMl   float64 `json:"takenMl" doc:"What they displace: so much liquid is left out"`
	LiquidMl  float64 `json:"liquidMl" doc:"Liquid to pour, to stand as high as before"`
	LevelMm   float64 `json:"levelMm" doc:"Where it stands, over the table"`
	StandMm   float64 `json:"standMm" doc:"How high the pieces stand over the inside's floor, lying one layer"`
	Shows     bool    `json:"shows" doc:"Whether the pieces would stand out of the liquid"`
	PourFirst float64 `json:"pourFirstMl" doc:"Pour so much, to just below the solids, then place what is seen, then top up from the side"`
	Words     string  `json:"words" doc:"That in a sentence"`
}

// HiddenLift is how much liquid goes in beside so many pieces for it to stand at a level over the table: as much less
// as they displace. A piece stands as high as a cube of its volume would.
func HiddenLift(v shape.Vessel, levelMm float64, pieces int, eachMl float64) Lift {
	all := drink.Below(v, levelMm)
	l := Lift{Pieces: pieces, EachMl: eachMl, LevelMm: levelMm, StandMm: 10 * math.Cbrt(math.Max(0, eachMl))}
	l.TakenMl = math.Min(all, float64(pieces)*eachMl)
	l.LiquidMl = all - l.TakenMl
	l.Shows = pieces > 0 && v.FloorMm()+l.StandMm > levelMm
	below := math.Max(v.FloorMm(), levelMm-justBelow)
	l.PourFirst = math.Max(0, drink.Below(v, below)-math.Min(l.TakenMl, drink.Below(v, below)))
	l.Words = fmt.Sprintf("%d pieces of %.0f ml take the place of %.0f ml: pour %.0f ml. Count %d in, and %d out before anybody eats.", pieces, eachMl, l.TakenMl, l.LiquidMl, pieces, pieces)
	if l.Shows {
		l.Words += " They stand out of the liquid: take flatter ones or pour more."
	}
	return l
}

// justBelow is how far under the solids the first pour stops, mm.
const justBelow = 4
