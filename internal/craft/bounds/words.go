package bounds

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
)

// inLenses are the lengths that are spoken of in millimetres everywhere: those inside a
// camera.
var inLenses = regexp.MustCompile(`(?i)(focal|shortest|longest|sensor\w*|filter)Mm$`)

// Long reports whether a field, by its path, holds a length that people measure with a
// tape: kept in millimetres, and spoken of in centimetres.
func Long(path string) bool { return strings.HasSuffix(path, "Mm") && !inLenses.MatchString(path) }

// Shown writes what a field holds as people say it, without the unit: a length in
// centimetres, anything else as it is. No number is written with an exponent.
func Shown(path string, v float64) string {
	if Long(path) {
		v /= 10
	}
	return Figure(v)
}

// Figure writes a number with at most three places and no exponent.
func Figure(v float64) string {
	if math.IsNaN(v) || math.IsInf(v, 0) {
		return "that"
	}
	return strconv.FormatFloat(math.Round(v*1000)/1000+0, 'f', -1, 64)
}

// Outside says that a field lies outside its bounds, both in the unit that people say it
// in. unit is that of the field as it is kept, and may go on after it: "mm, or it falls off
// the table".
func Outside(path string, v, lo, hi float64, unit string) string {
	if Long(path) {
		unit = "cm" + strings.TrimPrefix(unit, "mm")
	}
	return strings.TrimSuffix(fmt.Sprintf("%s is outside what makes sense here: %s to %s %s", Shown(path, v), Shown(path, lo), Shown(path, hi), unit), " ") + "."
}
