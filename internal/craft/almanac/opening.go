package almanac

import (
	"fmt"
	"regexp"
	"slices"

	"figladder/internal/craft/bounds"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/words"
)

// Opening is what daylight comes in through, in a room and in a set alike.
type Opening struct {
	WidthMm, HeightMm float64
	RevealMm          float64 // depth
	Glass             float64 // share of light that it lets through, 0 to 1
}

// Check returns what an opening cannot be; at stands before each field's name.
func (o Opening) Check(at string) []finding.FieldProblem {
	var out []finding.FieldProblem
	within := bounded(&out)
	within(at+"widthMm", o.WidthMm, 100, 8000, "mm")
	within(at+"heightMm", o.HeightMm, 100, 6000, "mm")
	within(at+"revealMm", o.RevealMm, 0, 1500, "mm")
	within(at+"glass", o.Glass, 0.05, 1, "(share of light)")
	return out
}

var hexColour = regexp.MustCompile(`^#[0-9a-fA-F]{6}$`)

// Check returns what cannot stand outside a window; at stands before each field's name.
func (o Outside) Check(at string) []finding.FieldProblem {
	var out []finding.FieldProblem
	within := bounded(&out)
	if !slices.Contains(outsideKinds, o.Kind) {
		out = append(out, finding.FieldProblem{Path: at + "kind", Words: fmt.Sprintf("“%s” is none of: wall, tree, awning.", o.Kind)})
	}
	within(at+"awayMm", o.AwayMm, 50, 200000, "mm")
	within(at+"alongMm", o.AlongMm, -100000, 100000, "mm")
	within(at+"bottomMm", o.BottomMm, -50000, 50000, "mm")
	within(at+"widthMm", o.WidthMm, 50, 200000, "mm")
	within(at+"heightMm", o.HeightMm, 50, 100000, "mm")
	if !hexColour.MatchString(o.Colour) {
		out = append(out, finding.FieldProblem{Path: at + "colour", Words: fmt.Sprintf("“%s” is not a colour. Write it as #a8763e.", o.Colour)})
	}
	return out
}

var outsideKinds = []string{"wall", "tree", "awning"}

// StartWindow is what a window begins with when a studio writes one down: of a usual size,
// with the set a good metre from it. Start values of our own.
func StartWindow() Window {
	return Window{Name: "Window", WidthMm: 1200, HeightMm: 1400, SillMm: 800, RevealMm: 150, Glass: 0.8, AwayMm: 1200, Outside: []Outside{}}
}

// StartTable is a table when it is first written down: of a usual size, dark wood. Start values
// of our own.
func StartTable() Table {
	return Table{Name: "Table", WidthMm: 1600, DepthMm: 900, Reflectance: 0.25, Colour: "#6b5b4b", Finish: words.Matt}
}

// StartPlace is a place when it is first written down, where the studio is.
func StartPlace() Place {
	return Place{Name: "Another place", Zone: "Europe/London", TableMm: 750, Windows: []Window{}, Tables: []Table{}, Crockery: []Crockery{}}
}

// StartOutside is what stands outside a window when it is first written down: a wall, a good
// way off. Start values of our own.
func StartOutside() Outside {
	return Outside{Kind: "wall", AwayMm: 5000, BottomMm: -3000, WidthMm: 8000, HeightMm: 5000, Colour: "#9a9188"}
}

// bounded adds to out what lies outside its bounds; what is no number does, too.
func bounded(out *[]finding.FieldProblem) func(path string, v, lo, hi float64, unit string) {
	return func(path string, v, lo, hi float64, unit string) {
		if !(v >= lo && v <= hi) {
			*out = append(*out, finding.FieldProblem{Path: path, Words: bounds.Outside(path, v, lo, hi, unit)})
		}
	}
}
