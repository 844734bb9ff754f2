// Package units tells what the rules work out in the units that a studio thinks in. The
// rules keep millimetres, degrees Celsius and the 24-hour clock, and write centimetres;
// this package alone turns what they wrote into something else.
//
// Focal lengths, sensors and depths of a few millimetres stay in millimetres: that is how
// lenses are sold and spoken of everywhere.
package units

import (
	"math"
	"strconv"
	"strings"

	"figladder/internal/craft/bounds"
	"figladder/internal/craft/finding"
)

// Preferences are what a studio has chosen. The zero value is no choice; Usual is.
type Preferences struct {
	Length      string `json:"length" enum:"cm,in" doc:"Unit of lengths: centimetres or inches"`
	Temperature string `json:"temperature" enum:"C,F" doc:"Degrees Celsius or Fahrenheit"`
	Amounts     string `json:"amounts" enum:"written,grams,cups" doc:"Ingredients as the recipe writes them, or told in grams or in cups beside it"`
	Clock       string `json:"clock" enum:"24,12" doc:"Hours to 24, or to 12 with am and pm"`
	Currency    string `json:"currency" enum:"GBP,EUR,USD" doc:"Money that new budgets begin in"`
}

// Usual is what a new studio begins with.
func Usual() Preferences {
	return Preferences{Length: "cm", Temperature: "C", Amounts: "written", Clock: "24", Currency: "GBP"}
}

// Check names every field that holds none of its words.
func (p Preferences) Check() []finding.FieldProblem { return bounds.Check(p) }

// MmPerInch is exact since 1959 (international yard and pound agreement).
const MmPerInch = 25.4

// LengthMm is how many millimetres the studio's unit of length has.
func (p Preferences) LengthMm() float64 {
	if p.Length == "in" {
		return MmPerInch
	}
	return 10
}

// LengthStep is what one press changes a length by, in the studio's unit: half a
// centimetre, or a quarter of an inch.
func (p Preferences) LengthStep() float64 {
	if p.Length == "in" {
		return 0.25
	}
	return 0.5
}

// Long writes a length in mm with its unit: "12.5 cm", "4.9 in".
func (p Preferences) Long(mm float64) string { return p.Figure(mm) + " " + p.unit() }

// Figure writes a length in mm without its unit, as fine as a tape is read: to a
// millimetre, or to a tenth of an inch and below four inches to a hundredth.
func (p Preferences) Figure(mm float64) string {
	v := mm / p.LengthMm()
	places := 1
	if p.Length == "in" && math.Abs(v) < 4 {
		places = 2
	}
	return short(v, places)
}

func (p Preferences) unit() string {
	if p.Length == "in" {
		return "in"
	}
	return "cm"
}

// short writes a number with at most so many places, and none that are nought.
func short(v float64, places int) string {
	k := math.Pow(10, float64(places))
	v = math.Round(v*k) / k
	return strings.Replace(strconv.FormatFloat(v+0, 'f', -1, 64), "-", "−", 1) // + 0 makes −0 nought
}
