// Package reading holds the one shape in which Fig Ladder shows a number it
// worked out: the number, its unit, and the lines that lead to it, so that
// every figure on a screen can be opened.
package reading

import (
	"math"
	"strconv"
	"strings"
)

// Line is one step of a working: what was done in words, the formula with the
// numbers put in, and what came out.
type Line struct {
	Words   string `json:"words" doc:"What this step does, in plain words"`
	Formula string `json:"formula" doc:"The formula with its numbers put in"`
	Shown   string `json:"shown" doc:"The result of the step, with its unit"`
}

// Reading is a computed number with its working. Value is always finite: a
// quantity without a limit says so in Shown and sets Unbounded.
type Reading struct {
	Key       string  `json:"key" doc:"Stable name of the reading"`
	Label     string  `json:"label" doc:"Name for a person"`
	Value     float64 `json:"value" doc:"The number, in Unit"`
	Unit      string  `json:"unit" doc:"Unit of Value"`
	Shown     string  `json:"shown" doc:"The number as a person reads it, without the unit"`
	Unbounded bool    `json:"unbounded" doc:"True when the quantity has no limit, so Value means nothing"`
	Working   []Line  `json:"working" doc:"How the number came about"`
	Source    string  `json:"source" doc:"Where the formula comes from"`
}

// New makes a Reading whose shown figure has the given number of decimals.
// A value that is infinite or not a number becomes an unbounded reading.
func New(key, label string, value float64, unit string, decimals int, source string, working ...Line) Reading {
	r := Reading{Key: key, Label: label, Value: value, Unit: unit, Source: source, Working: working}
	if r.Working == nil {
		r.Working = []Line{}
	}
	if math.IsInf(value, 0) || math.IsNaN(value) {
		r.Value, r.Unbounded, r.Shown = 0, true, "no limit"
		return r
	}
	r.Shown = Number(value, decimals)
	return r
}

// Number writes a figure with a fixed number of decimals and a thin grouping
// space from ten thousand up ("20 000").
func Number(value float64, decimals int) string {
	s := strconv.FormatFloat(value, 'f', decimals, 64)
	whole, rest, _ := strings.Cut(s, ".")
	sign := ""
	if strings.HasPrefix(whole, "-") {
		sign, whole = "−", whole[1:]
	}
	if len(whole) > 4 {
		var b strings.Builder
		for i, d := range whole {
			if i > 0 && (len(whole)-i)%3 == 0 {
				b.WriteRune('\u202f')
			}
			b.WriteRune(d)
		}
		whole = b.String()
	}
	if rest == "" {
		return sign + whole
	}
	return sign + whole + "." + rest
}
