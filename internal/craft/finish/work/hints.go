package work

import (
	_ "embed"
	"fmt"

	"figladder/internal/craft/wordlist"
)

//go:embed traces.tsv
var tracesTable string

// Hint is something that is worth a pin.
type Hint struct {
	Kind    string `json:"kind" enum:"clean,remove,edge,hands,colour,shape,other" doc:"What kind of work it is"`
	Words   string `json:"words" doc:"What is to be done"`
	Because string `json:"because" doc:"Why it is likely there"`
	// Where, where somebody said: shares of width and height; the middle else.
	X float64 `json:"x" minimum:"0" maximum:"1" doc:"From the left edge, share of the width"`
	Y float64 `json:"y" minimum:"0" maximum:"1" doc:"From the top edge, share of the height"`
}

// Asked is a change that a client asked for.
type Asked struct {
	Words, By string
	Round     int
	X, Y      float64 // where, shares; both 0 where they did not say
}

// mostWords is how long the words of a pin may be, characters.
const mostWords = 500

// Hints are what a client asked for, and what the techniques that were put on a frame leave in it; names gives each technique's
// own name. What is pinned already is not told again.
func Hints(asked []Asked, techniques []string, names map[string]string, pins []Pin) []Hint {
	out, told := []Hint{}, map[string]bool{}
	for _, p := range pins {
		told[p.Words] = true
	}
	for _, a := range asked {
		if r := []rune(a.Words); len(r) > mostWords {
			a.Words = string(r[:mostWords])
		}
		if told[a.Words] {
			continue
		}
		told[a.Words] = true
		h := Hint{Kind: "other", Words: a.Words, Because: fmt.Sprintf("%s asked for it in round %d", a.By, a.Round), X: a.X, Y: a.Y}
		if h.X == 0 && h.Y == 0 {
			h.X, h.Y = 0.5, 0.5
		}
		out = append(out, h)
	}
	for _, key := range techniques {
		for _, t := range traces {
			if t.key == key && !told[t.words] {
				told[t.words] = true
				out = append(out, Hint{Kind: t.kind, Words: t.words, Because: "It was styled with: " + names[key], X: 0.5, Y: 0.5})
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
