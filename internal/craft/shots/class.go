package shots

import (
	_ "embed"
	"strconv"

	"figladder/internal/craft/method"
	"figladder/internal/craft/wordlist"
)

// meaning is what a class of deed means for pictures.
type meaning struct {
	frame   int    // how good an action frame it makes; 0 none, 3 best
	hands   int    // pairs of hands besides the photographer's
	shutter bool   // whether the shutter speed decides how it looks
	undoes  undoes // whether it changes the dish for good
	because string // why it cannot be undone
	caution string // what goes with it for safety
	tool    string // what it is usually done with
	in      string // what it is usually done in before the dish is whole
	clip    bool   // whether its movement is worth a short clip
	fallsMm int    // from how far above the rim what it lets go falls; 0 for nothing that falls
}

// undoes says when a deed is past mending.
type undoes int

const (
	never    undoes = iota
	finished        // only when done to the finished dish
	always
)

const heat = "Open flame and hot sugar: clear the table, tie back sleeves, keep a lid and water at hand, and follow local fire rules."

//go:embed classes.tsv
var classesTable string

var meanings = func() map[method.Class]meaning {
	when := map[string]undoes{"never": never, "finished": finished, "always": always}
	said := func(cell string) string {
		switch cell {
		case "-":
			return ""
		case "heat":
			return heat
		}
		return cell
	}
	number := func(cell string) int {
		n, err := strconv.Atoi(cell)
		if err != nil {
			panic(err) // the table is ours
		}
		return n
	}
	out := map[method.Class]meaning{}
	for _, r := range wordlist.Rows(classesTable) {
		u, known := when[r["undoes"]]
		if !known {
			panic("no such time: " + r["undoes"])
		}
		out[method.Class(r["class"])] = meaning{number(r["frame"]), number(r["hands"]), r["shutter"] == "yes", u, said(r["because"]), said(r["caution"]), said(r["tool"]), said(r["in"]), r["clip"] == "yes", number(r["falls"])}
	}
	return out
}()

// FallsMm is from how far above the rim, mm, what a deed of a class lets go falls on the dish; 0
// for nothing that falls (E2; start values of our own).
func FallsMm(c method.Class) float64 { return float64(meanings[c].fallsMm) }
