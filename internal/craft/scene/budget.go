package scene

import "fmt"

// What a set may hold. A quick reading stays under a few seconds at these bounds, and a
// picture's surfaces under some 200 MB; the fullest set of the demo uses a tenth of them.
const (
	MostThings    = 120     // things beside the dish
	MostPieces    = 2_000   // pieces, slices and cubes of all things together
	MostTriangles = 400_000 // of all surfaces, as fine as a picture has them

	dishTriangles = 60_000 // of the dish in its vessel
)

// pieces is how many pieces a thing is made of; 1 for what is not strewn or cut.
func (t Thing) pieces() int {
	switch t.Kind {
	case "scatter":
		return t.count(9)
	case "herbs":
		return t.count(7)
	case "crumb":
		return t.count(60)
	case "slices", "ice":
		return t.count(5)
	case "stack":
		return t.count(4)
	}
	return 1
}

// trianglesEach are about the triangles of a piece, or of a thing of one piece, as fine as
// a picture has them (Smooth). TestBudgetsFollowTheSurfaces counts them.
var trianglesEach = map[string]int{
	"plate": 3500, "bowl": 4300, "tiny bowl": 4300, "pot": 1300, "glass": 1200, "coupe": 3500, "mug": 1600, "jug": 4300, "bottle": 3800, "jar": 1200,
	"board": 130, "box": 130, "tile": 130, "paper": 130, "knife": 120, "fork": 390, "spoon": 2200,
	"mound": 2400, "foam": 1600, "drizzle": 1500, "slices": 800, "ice": 260, "stack": 330, "crumb": 64, "herbs": 48, biteOnAFork: 660,
}

// trianglesOfPiece are those of what is strewn, by piece.
var trianglesOfPiece = map[string]int{"": 260, "berry": 260, "slice": 590, "citrus": 1200, "half": 760, "pear": 2850, "dust": 300, "wedge": 340, "tomato": 920, "olive": 740, "nut": 360, "shard": 34, "shell": 640, "leaf": 48, "seed": 64, "cube": 130, "flake": 40, "sprig": 1300, "round": 240, "ring": 640, "stone": 760, "curl": 95, "cress": 360, "apple": 1000, "whole pear": 1300}

// triangles is about how many a thing takes in a picture.
func (t Thing) triangles() int {
	switch t.Kind {
	case "scatter":
		return t.pieces() * trianglesOfPiece[t.Piece]
	case "paper":
		if t.crumpled() {
			cells := 2 * int(Smooth)
			return 2 * cells * max(8, int(float64(cells)*min(t.DepthMm/max(t.WidthMm, 1), 4)))
		}
	case wireRack:
		return 300 + int(2*t.WidthMm) // twenty-four a wire
	case "linen":
		cells := int(Smooth) + 10
		return 2 * cells * max(6, int(float64(cells)*min(t.DepthMm/max(t.WidthMm, 1), 4)))
	}
	return t.pieces()*trianglesEach[t.Kind] + workedTriangles(t.Kind, t.Worked, t.WidthMm, t.HeightMm)
}

// Size is how much a set asks of the machine.
type Size struct {
	Pieces    int `json:"pieces" doc:"Pieces of all things together"`
	Triangles int `json:"triangles" doc:"About how many triangles a picture of it takes"`
}

// Size reckons it without standing anything up. Only what is in counts.
func (s Set) Size() Size {
	out := Size{Triangles: dishTriangles + 8_000} // and vessel, table and lights at the most
	for _, t := range s.Things {
		if t.On {
			out.Pieces += t.pieces()
			out.Triangles += t.triangles()
		}
	}
	return out
}

// checkSize is Check for how much there is of everything. Things that are out count too:
// a press puts them in.
func (s Set) checkSize(bad badFunc) {
	if len(s.Things) > MostThings {
		bad("things", "A hundred and twenty things are the most a set takes.")
	}
	all := s.Copy()
	for i := range all.Things {
		all.Things[i].On = true
	}
	switch z := all.Size(); {
	case z.Pieces > MostPieces:
		bad("things", "%d pieces are more than a set takes. Strew fewer: %d is the most for all things together.", z.Pieces, MostPieces)
	case z.Triangles > MostTriangles:
		bad("things", "%s There is more to be drawn here than a set takes. Take a few things out, or fewer pieces of them.", fmt.Sprintf("%d things.", len(s.Things)))
	}
}
