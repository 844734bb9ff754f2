package finding

import (
	"cmp"
	_ "embed"
	"slices"
	"strconv"

	"figladder/internal/craft/wordlist"
)

// Group is what kind of fault a finding tells of.
type Group string

// The groups of what is found about a set, in the order in which they are told.
const (
	Safety Group = "safety"
	Light  Group = "light"
	Depth  Group = "depth"
	Frame  Group = "frame"
	Props  Group = "props"
)

//go:embed costs.tsv
var costsTable string

type weight struct {
	group Group
	cost  int
}

var costs = func() map[string]weight {
	out := map[string]weight{}
	for _, r := range wordlist.Rows(costsTable) {
		n, err := strconv.Atoi(r["cost"])
		if err != nil || out[r["code"]].group != "" {
			panic("no cost, or two: " + r["code"]) // the table is ours
		}
		out[r["code"]] = weight{Group(r["group"]), n}
	}
	return out
}()

// mildest is what a finding of each severity costs at the least when no table knows its code.
var mildest = map[Severity]int{Stop: 95, Care: 50, Note: 20}

// Weighed puts what each finding costs the picture and its group to it, and sorts by cost: what
// stops the work first, then what costs most; of equals the order stays.
func Weighed(all []Finding) []Finding {
	out := slices.Clone(all)
	for i, f := range out {
		w, known := costs[f.Code]
		if !known {
			w = weight{Frame, mildest[f.Severity]}
		}
		if f.Severity == Stop {
			w.cost = max(w.cost, mildest[Stop])
		}
		out[i].Group, out[i].Cost = w.group, w.cost
	}
	slices.SortStableFunc(out, func(a, b Finding) int { return cmp.Compare(b.Cost, a.Cost) })
	return out
}
