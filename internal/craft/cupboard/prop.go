// Package cupboard knows what there is to put around a dish: true sizes, faces,
// finish and condition; what photographs well beside which food, and why; what is
// missing (handbook P1 to P11).
package cupboard

import (
	"figladder/internal/craft/bounds"
	"figladder/internal/craft/words"
	"fmt"
	"strings"

	"figladder/internal/craft/calendar"
	"figladder/internal/craft/colour"
	"figladder/internal/craft/finding"
)

// Kind is what a prop is.
type Kind string

// The kinds of prop.
const (
	Plate    Kind = "plate"
	Bowl     Kind = "bowl"
	Tiny     Kind = "tiny bowl"
	Glass    Kind = "glass"
	Jug      Kind = "jug"
	Cutlery  Kind = "cutlery"
	Board    Kind = "board"
	Linen    Kind = "linen"
	Tile     Kind = "tile"
	Paper    Kind = "paper"
	Backdrop Kind = "backdrop"
	Other    Kind = "other"
)

// Kinds lists them in the order they are offered.
var Kinds = []Kind{Plate, Bowl, Tiny, Glass, Jug, Cutlery, Board, Linen, Tile, Paper, Backdrop, Other}

// Grounds are the kinds that lie under or hang behind, and are drawn to a smaller
// scale than what stands on them.
var Grounds = []Kind{Linen, Paper, Backdrop}

// Conditions of a prop: patina is good, scratches and chips are not.
var Conditions = []string{"new", "patina", "worn", "scratched", "chipped", "broken"}

// Sizes are a prop's true sizes in mm; which of them a kind has, Fields says. 0 is
// not measured.
type Sizes struct {
	DiameterMm  float64 `json:"diameterMm" doc:"Across the rim"`
	WellMm      float64 `json:"wellMm" doc:"Across the flat of a plate"`
	HeightMm    float64 `json:"heightMm" doc:"From the table to the rim"`
	WallMm      float64 `json:"wallMm" doc:"Thickness of the wall"`
	OpeningMm   float64 `json:"openingMm" doc:"Across the opening"`
	LengthMm    float64 `json:"lengthMm" doc:"The longer side"`
	WidthMm     float64 `json:"widthMm" doc:"The shorter side"`
	ThicknessMm float64 `json:"thicknessMm" doc:"Thickness"`
	BladeMm     float64 `json:"bladeMm" doc:"Blade, bowl or tines"`
}

// Face is one side of a prop as a lens sees it.
type Face struct {
	Name    string       `json:"name" maxLength:"80" doc:"What this side is called; empty for a prop of one"`
	Colour  string       `json:"colour" doc:"Main colour, #rrggbb"`
	Second  string       `json:"second" doc:"Second colour, #rrggbb, or empty"`
	Finish  words.Finish `json:"finish" doc:"Matt to mirror; empty for a side that there is not"`
	Pattern float64      `json:"pattern" minimum:"0" maximum:"1" doc:"How strong its pattern is: 0 plain, 1 loud"`
}

// Event is something that happened to a prop.
type Event struct {
	Day   string `json:"day" maxLength:"10" doc:"When, YYYY-MM-DD"`
	Words string `json:"words" maxLength:"300" doc:"What happened"`
}

// Loan is a prop that is not one's own.
type Loan struct {
	From     string `json:"from" maxLength:"120" doc:"Whose it is; empty for one's own"`
	Due      string `json:"due" maxLength:"10" doc:"When it goes back, YYYY-MM-DD"`
	DayMinor int64  `json:"dayMinor" minimum:"0" maximum:"100000000" doc:"Rental a day, minor units; 0 when lent"`
	Returned bool   `json:"returned" doc:"Whether it went back"`
}

// Prop is one thing in the cupboard, or several alike.
type Prop struct {
	Name        string   `json:"name" minLength:"1" maxLength:"160" doc:"What it is called"`
	Kind        Kind     `json:"kind" enum:"plate,bowl,tiny bowl,glass,jug,cutlery,board,linen,tile,paper,backdrop,other" doc:"What it is"`
	Sizes       Sizes    `json:"sizes" doc:"True sizes"`
	Front       Face     `json:"front" doc:"The side that is shown"`
	Back        Face     `json:"back" doc:"The other side of a two-faced board; no colour when there is none"`
	Material    string   `json:"material" maxLength:"80" doc:"What it is made of"`
	Condition   string   `json:"condition" enum:"new,patina,worn,scratched,chipped,broken" doc:"How it looks"`
	History     []Event  `json:"history" maxItems:"200" doc:"What happened to it"`
	Count       int      `json:"count" minimum:"0" maximum:"999" doc:"How many alike"`
	Shelf       string   `json:"shelf" maxLength:"60" doc:"Where it stands"`
	Maker       string   `json:"maker" maxLength:"120" doc:"Who made it"`
	PriceMinor  int64    `json:"priceMinor" minimum:"0" maximum:"100000000" doc:"What one cost, minor units"`
	FoodContact string   `json:"foodContact" enum:",yes,no" doc:"Whether food may touch it; empty when nobody knows"`
	Ties        []string `json:"ties" maxItems:"40" doc:"Cuisines, meals and ingredients it belongs to; none fits everything"`
	Loan        Loan     `json:"loan" doc:"Whose it is, when not one's own"`
	Picture     string   `json:"picture" maxLength:"64" doc:"Hash of its picture, or empty"`
}

// Field is a size that a kind of prop has.
type Field struct {
	Key    string  `json:"key" doc:"Name of the field in Sizes"`
	Words  string  `json:"words" doc:"What it is called for this kind"`
	Needed bool    `json:"needed" doc:"Whether it must be measured"`
	MostMm float64 `json:"mostMm" doc:"Largest that is believed, mm"`
}

// Fields lists the sizes of a kind, the needed ones first.
func Fields(k Kind) []Field {
	switch k {
	case Plate:
		return []Field{{"diameterMm", "Rim", true, 600}, {"wellMm", "Well", false, 500}, {"heightMm", "Height", false, 120}}
	case Bowl, Tiny:
		return []Field{{"diameterMm", "Rim", true, 600}, {"heightMm", "Height", true, 300}, {"wallMm", "Wall", false, 20}}
	case Glass, Jug:
		return []Field{{"diameterMm", "Widest", true, 300}, {"heightMm", "Height", true, 500}, {"openingMm", "Opening", false, 300}, {"wallMm", "Wall", false, 20}}
	case Cutlery:
		return []Field{{"lengthMm", "Length", true, 500}, {"bladeMm", "Blade, bowl or tines", false, 300}}
	case Board, Tile:
		return []Field{{"lengthMm", "Length", true, 2000}, {"widthMm", "Width", true, 2000}, {"thicknessMm", "Thickness", false, 100}}
	case Linen, Paper:
		return []Field{{"lengthMm", "Length", true, 3000}, {"widthMm", "Width", true, 3000}}
	case Backdrop:
		return []Field{{"lengthMm", "Length", true, 4000}, {"widthMm", "Width", true, 4000}, {"thicknessMm", "Thickness", false, 60}}
	}
	return []Field{{"lengthMm", "Length", true, 3000}, {"widthMm", "Width", false, 3000}, {"heightMm", "Height", false, 3000}}
}

// Get returns a size by its key, 0 for a key there is none of.
func (s Sizes) Get(key string) float64 {
	if p := s.at(key); p != nil {
		return *p
	}
	return 0
}

// Set puts a size by its key and says whether there is one of that key.
func (s *Sizes) Set(key string, v float64) bool {
	p := s.at(key)
	if p == nil {
		return false
	}
	*p = v
	return true
}

func (s *Sizes) at(key string) *float64 {
	return map[string]*float64{"diameterMm": &s.DiameterMm, "wellMm": &s.WellMm, "heightMm": &s.HeightMm, "wallMm": &s.WallMm, "openingMm": &s.OpeningMm,
		"lengthMm": &s.LengthMm, "widthMm": &s.WidthMm, "thicknessMm": &s.ThicknessMm, "bladeMm": &s.BladeMm}[key]
}

// LargestMm is the size a prop is searched by: its rim, else its longest side.
func (p Prop) LargestMm() float64 {
	if p.Sizes.DiameterMm > 0 {
		return p.Sizes.DiameterMm
	}
	return max(p.Sizes.LengthMm, p.Sizes.WidthMm, p.Sizes.HeightMm)
}

// TwoFaced reports whether a prop has another side.
func (p Prop) TwoFaced() bool { return p.Back.Colour != "" }

// Check returns what cannot be accepted, field by field.
func (p Prop) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, args ...any) {
		out = append(out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(words, args...)})
	}
	if strings.TrimSpace(p.Name) == "" {
		bad("name", "Give it a name.")
	}
	if !has(Kinds, p.Kind) {
		bad("kind", "“%s” is no kind of prop.", p.Kind)
		return out
	}
	own := map[string]bool{}
	for _, f := range Fields(p.Kind) {
		own[f.Key] = true
		v := p.Sizes.Get(f.Key)
		switch {
		case f.Needed && v <= 0:
			bad("sizes."+f.Key, "Measure it: no %s is written down.", strings.ToLower(f.Words))
		case !(v >= 0) || v > f.MostMm:
			bad("sizes."+f.Key, "%s is from 0 to %s cm. Was %s measured in another unit?", f.Words, bounds.Shown("Mm", f.MostMm), bounds.Shown("Mm", v))
		}
	}
	for _, key := range SizeKeys {
		if !own[key] && p.Sizes.Get(key) != 0 {
			bad("sizes."+key, "A %s has no such size.", p.Kind)
		}
	}
	if p.Sizes.WellMm > p.Sizes.DiameterMm {
		bad("sizes.wellMm", "The well is wider than the rim.")
	}
	if p.Sizes.OpeningMm > p.Sizes.DiameterMm && p.Sizes.DiameterMm > 0 {
		bad("sizes.openingMm", "The opening is wider than the widest place.")
	}
	out = append(out, p.Front.check("front", true)...)
	out = append(out, p.Back.check("back", false)...)
	if !has(Conditions, p.Condition) {
		bad("condition", "Choose one of: %s.", strings.Join(Conditions, ", "))
	}
	for i, e := range p.History {
		if e.Day != "" && !calendar.IsDay(e.Day) {
			bad(fmt.Sprintf("history.%d.day", i), "“%s” is not a day. Write it as 2026-12-03.", e.Day)
		}
	}
	if p.Loan.Due != "" && !calendar.IsDay(p.Loan.Due) {
		bad("loan.due", "“%s” is not a day. Write it as 2026-12-03.", p.Loan.Due)
	}
	return out
}

func (f Face) check(path string, needed bool) []finding.FieldProblem {
	var out []finding.FieldProblem
	for _, c := range []struct {
		key, hex string
		needed   bool
	}{{"colour", f.Colour, needed}, {"second", f.Second, false}} {
		if _, err := colour.Parse(c.hex); err != nil && (c.needed || c.hex != "") {
			out = append(out, finding.FieldProblem{Path: path + "." + c.key, Words: "“" + c.hex + "” is not a colour. Write it as #5b6f8a."})
		}
	}
	if f.Colour != "" && !words.Is(f.Finish) {
		out = append(out, finding.FieldProblem{Path: path + ".finish", Words: "Choose one of: " + strings.Join(f.Finish.Words(), ", ") + "."})
	}
	if !(f.Pattern >= 0 && f.Pattern <= 1) {
		out = append(out, finding.FieldProblem{Path: path + ".pattern", Words: "A pattern is from 0, plain, to 1, loud."})
	}
	return out
}

// SizeKeys lists every size.
var SizeKeys = []string{"diameterMm", "wellMm", "heightMm", "wallMm", "openingMm", "lengthMm", "widthMm", "thicknessMm", "bladeMm"}

func has[T comparable](list []T, v T) bool {
	for _, x := range list {
		if x == v {
			return true
		}
	}
	return false
}

// StartProp is what a prop begins with when it is written down.
func StartProp() Prop {
	return Prop{Kind: Plate, Front: Face{Colour: "#d9d6cd", Finish: words.Matt}, Condition: "new", Count: 1, History: []Event{}, Ties: []string{}}
}
