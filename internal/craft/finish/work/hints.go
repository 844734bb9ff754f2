package work

import (
	_ "embed"

	"figladder/internal/craft/wordlist"
)

//go:embed traces.tsv
var tracesTable string

// Hint is something that is worth a pin.
type Hint struct {
	Kind    string `json:"kind" enum:"clean,remove,edge,hands,colour,shape,other" doc:"What kind of work it is"`
	Words   string `json:"words" doc:"What is to be done"`
	Because string `json:"because" doc:"Why it is likely there"`
}

// Hints are what the techniques that were put on a frame leave in it; names gives each technique's own name. What is pinned
// already is not told again.
func Hints(techniques []string, names map[string]string, pins []Pin) []Hint {
	out, told := []Hint{}, map[string]bool{}
	for _, p := range pins {
		told[p.Words] = true
	}
	for _, key := range techniques {
		for _, t := range traces {
			if t.key == key && !told[t.words] {
				told[t.words] = true
				out = append(out, Hint{Kind: t.kind, Words: t.words, Because: "It was styled with: " + names[key]})
			}
		}
	}
	return out
}

type trace struct{ key, kind, words string }

var traces = readTraces()

func readTraces() (out []trace) {
	for _, r := range wordlist.Rows(tracesTable) {
		out = append(out, trace{r["key"], r["kind"], r["words"]})
	}
	return out
}
