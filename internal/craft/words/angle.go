package words

import "math"

// Angle is a camera angle as a photographer says it.
type Angle string

// Angles from above to below.
const (
	StraightDown  Angle = "straight down"
	ThreeQuarter  Angle = "three-quarter"
	Low           Angle = "low"
	Level         Angle = "level"
	SlightlyBelow Angle = "slightly below"
)

// Angles in that order.
var Angles = []Angle{StraightDown, ThreeQuarter, Low, Level, SlightlyBelow}

// elevations are what each stands for, degrees above the table plane; start values of our
// own. The lens stands a hand over the table at the lowest: slightly below is below the top
// of the dish.
var elevations = map[Angle]float64{StraightDown: 90, ThreeQuarter: 45, Low: 20, Level: 5, SlightlyBelow: 2}

// Words implements Vocabulary.
func (Angle) Words() []string { return plain(Angles) }

// Deg is the elevation that it stands for, 0 to 90 degrees; false for no angle of the list.
func (a Angle) Deg() (deg float64, ok bool) { deg, ok = elevations[a]; return deg, ok }

// Against reports whether light from behind comes toward a lens at this angle.
func (a Angle) Against() bool { return a != StraightDown && Is(a) }

// AngleAt is the angle nearest to an elevation in degrees.
func AngleAt(elevationDeg float64) Angle {
	best := Angles[0]
	for _, a := range Angles {
		if math.Abs(elevations[a]-elevationDeg) < math.Abs(elevations[best]-elevationDeg) {
			best = a
		}
	}
	return best
}
