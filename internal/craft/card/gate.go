package card

import (
	"fmt"
	"slices"
)

// Missing is a file for whose sake a card may not be cleared.
type Missing struct {
	Path string `json:"path" doc:"Which file"`
	Why  string `json:"why" doc:"Why not"`
}

// Verdict is whether a card may be cleared.
type Verdict struct {
	MayClear bool      `json:"mayClear" doc:"Whether every file on it has two verified copies"`
	Words    string    `json:"words" doc:"That in a sentence"`
	Missing  []Missing `json:"missing" doc:"Files that have not, with the reason"`
}

// Gate says whether a card may be cleared, from what is on it now and what is known of each file. What is on the card and
// not in the ledger, or other than it was, keeps the gate shut; so does a card on which nothing was seen.
func Gate(onCard []File, entries []Entry) Verdict {
	v := Verdict{Missing: []Missing{}}
	known := map[string]Entry{}
	for _, e := range entries {
		known[e.File.Path] = e
	}
	for _, f := range onCard {
		e, ok := known[f.Path]
		why := ""
		switch {
		case !ok:
			why = "not copied yet"
		case !e.File.Same(f):
			why = "changed since it was copied"
		case e.Why != "":
			why = "could not be copied: " + e.Why
		case !e.Kept.Twice():
			why = fmt.Sprintf("%d of 2 copies are verified", len(places(e.Kept.Copies)))
		case e.Kept.Bytes != f.Bytes:
			why = "the copies are not as long as it is"
		}
		if why != "" {
			v.Missing = append(v.Missing, Missing{f.Path, why})
		}
	}
	slices.SortFunc(v.Missing, func(a, b Missing) int {
		if a.Path < b.Path {
			return -1
		}
		return 1
	})
	switch n := len(v.Missing); {
	case len(onCard) == 0:
		v.Words = "Nothing was seen on the card, so nothing can be said of it."
	case n > 0:
		v.Words = fmt.Sprintf("Do not clear the card: %d of %d files have not two verified copies.", n, len(onCard))
	default:
		v.MayClear = true
		v.Words = fmt.Sprintf("The card may be cleared: all %d files have two verified copies.", len(onCard))
	}
	return v
}

func places(copies []Copy) map[string]bool {
	out := map[string]bool{}
	for _, c := range copies {
		if !c.VerifiedAt.IsZero() {
			out[c.Where] = true
		}
	}
	return out
}
