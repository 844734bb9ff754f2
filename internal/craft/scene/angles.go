package scene

import "math"

// AngleWord is a camera angle as it is spoken of, and what it stands for.
type AngleWord struct {
	Word string  `json:"word" doc:"straight down, three-quarter, low, level or slightly below"`
	Deg  float64 `json:"deg" doc:"Elevation above the table plane that it stands for"`
}

// AngleWords from above to below. The lens stands a hand over the table at the lowest:
// slightly below is below the top of the dish.
var AngleWords = []AngleWord{{"straight down", 90}, {"three-quarter", 45}, {"low", 20}, {"level", 5}, {"slightly below", 2}}

// Angle is the word nearest to an elevation.
func Angle(elevationDeg float64) string {
	best := AngleWords[0]
	for _, a := range AngleWords {
		if math.Abs(a.Deg-elevationDeg) < math.Abs(best.Deg-elevationDeg) {
			best = a
		}
	}
	return best.Word
}
