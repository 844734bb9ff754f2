package styling

import (
	_ "embed"
	"fmt"
	"regexp"
	"sort"
	"strconv"
	"strings"

	"figladder/internal/craft/lemma"
	"figladder/internal/craft/wordlist"
)

//go:embed techniques.tsv
var techniquesTable string

//go:embed cautions.tsv
var cautionsTable string

// Caution is what to take care of at a step. It never stands in for local rules or for somebody with a licence.
type Caution struct {
	Key   string `json:"key" doc:"Stable name"`
	Words string `json:"words" doc:"What to take care of"`
	Kind  string `json:"kind" doc:"What kind of harm it is about"`
}

// Material is something that a technique takes.
type Material struct {
	Name   string `json:"name" doc:"What it is"`
	Amount string `json:"amount" doc:"How much, for this dish; empty where one is enough"`
	Tool   bool   `json:"tool" doc:"Whether it is packed with the kit, not bought"`
}

// Bought reports whether it goes on a shopping list: what is packed does not, nor what the dish itself has.
func (m Material) Bought() bool { return !m.Tool && !strings.HasPrefix(m.Name, "the ") }

// Line is it as a line of a shopping list.
func (m Material) Line() string { return strings.TrimSpace(m.Amount + " " + m.Name) }

// Deed is a step of a technique.
type Deed struct {
	Words   string  `json:"words" doc:"What to do"`
	Seconds float64 `json:"seconds" doc:"About how long it takes, s; 0 for no time of its own"`
}

// Technique is a card: one way to make something look right, or last.
type Technique struct {
	Key       string     `json:"key" doc:"Stable name"`
	Name      string     `json:"name" doc:"What it is called"`
	Group     string     `json:"group" doc:"Where it belongs"`
	Problems  []string   `json:"problems" doc:"What it helps against"`
	Purpose   string     `json:"purpose" doc:"What it is for, in a sentence"`
	School    string     `json:"school" doc:"real for what stays what it is, made for what only looks like it"`
	Other     []string   `json:"other" doc:"Keys of other ways to the same end"`
	Materials []Material `json:"materials" doc:"What it takes, with amounts for this dish"`
	Steps     []Deed     `json:"steps" doc:"What to do, in order"`
	Seconds   float64    `json:"seconds" doc:"How long all of it takes, s"`
	Look      string     `json:"look" doc:"What to look for"`
	Wrong     string     `json:"wrong" doc:"What goes wrong"`
	Inedible  string     `json:"inedible" doc:"What it makes of the food that nobody eats; empty when it stays food"`
	Counted   bool       `json:"counted" doc:"Whether pieces go in that are counted out at wrap"`
	Cautions  []Caution  `json:"cautions" doc:"What to take care of"`
	Drawing   string     `json:"drawing" doc:"A small drawing, an SVG path in a square of 48"`
	Hold      string     `json:"hold" doc:"Class of what it keeps alive; empty for none"`
	Source    string     `json:"source" doc:"Where it comes from"`
}

// Schools there are.
const (
	Real = "real"
	Made = "made"
)

var cautions = func() map[string]Caution {
	out := map[string]Caution{}
	for _, r := range wordlist.Rows(cautionsTable) {
		out[r["key"]] = Caution{r["key"], r["words"], r["kind"]}
	}
	return out
}()

// parts divides a cell.
func parts(cell string) []string {
	out := []string{}
	for _, p := range strings.Split(cell, ";") {
		if p = strings.TrimSpace(p); p != "" {
			out = append(out, p)
		}
	}
	return out
}

var all = func() []Technique {
	var out []Technique
	for _, r := range wordlist.Rows(techniquesTable) {
		t := Technique{Key: r["key"], Name: r["name"], Group: r["group"], Problems: parts(r["problems"]), Purpose: r["purpose"], School: r["school"], Other: parts(r["other"]),
			Look: r["look"], Wrong: r["wrong"], Inedible: r["inedible"], Drawing: drawings[r["draw"]], Hold: r["hold"], Source: r["source"], Materials: []Material{}, Cautions: []Caution{}}
		for _, m := range parts(r["materials"]) {
			tool := strings.HasPrefix(m, "!")
			name, amount, _ := strings.Cut(strings.TrimPrefix(m, "!"), ":")
			t.Materials = append(t.Materials, Material{strings.TrimSpace(name), strings.TrimSpace(amount), tool})
		}
		for _, s := range parts(r["steps"]) {
			words, seconds, timed := strings.Cut(s, " @")
			d := Deed{Words: words}
			if timed {
				v, err := strconv.ParseFloat(seconds, 64)
				if err != nil {
					panic("techniques.tsv: " + t.Key + ": " + s)
				}
				d.Seconds = v
			}
			t.Steps, t.Seconds = append(t.Steps, d), t.Seconds+d.Seconds
		}
		for _, c := range parts(r["cautions"]) {
			words, known := cautions[c]
			if !known {
				panic("techniques.tsv: " + t.Key + " has a caution that there is none of: " + c)
			}
			t.Cautions = append(t.Cautions, words)
			t.Counted = t.Counted || c == counted
		}
		out = append(out, t)
	}
	return out
}()

// counted is the caution of what is counted in and out.
const counted = "choking"

// For is what amounts are worked out from: this dish and how many of it.
type For struct {
	Glasses, Spare int     // on the table, and to replace them
	EachMl         float64 // in each glass or bowl
	Share          float64 // of the drink's strength wanted, 0 to 1
	SyrupMl        float64 // of lasting dew
	WaterMl        float64
	Pieces         int     // hidden in a bowl
	PieceMl        float64 // each
	LiquidMl       float64 // that is left to pour
	Serves         int     // helpings
}

// Usual is for one dish of a kind, where nothing is known.
func Usual() For {
	return For{Glasses: 1, Spare: 1, EachMl: 250, Share: 0.4, SyrupMl: 5, WaterMl: 5, Pieces: 4, PieceMl: 15, LiquidMl: 190, Serves: 1}
}

// cubes of ice that a glass takes, g of butter and so on, each (start values of our own).
const cubesEach, cubeMl = 4, 20

// amounts are the figures that a card asks for by name.
func (f For) amounts() map[string]float64 {
	n := float64(f.Glasses + f.Spare)
	serves := float64(max(1, f.Serves))
	all := n * f.EachMl
	return map[string]float64{
		"drinkMl": f.Share * all, "waterMl": (1 - f.Share) * all, "spraySyrupMl": f.SyrupMl, "sprayWaterMl": f.WaterMl,
		"cubes": cubesEach * n, "iceMl": cubesEach * cubeMl * n * 1.5, "crystalG": 4 * n, "crystalMl": 400 * n,
		"liftPieces": float64(f.Pieces), "liftMl": f.PieceMl, "liquidMl": f.LiquidMl, "bowlMl": f.EachMl,
		"thinMl": 10 * serves, "butterG": 60 * serves, "scoops": 3 * serves, "riceG": 80 * serves, "creamMl": 80 * serves,
		"doughSugarG": 250 * serves, "doughFatG": 90 * serves, "doughSyrupMl": 45 * serves,
	}
}

var placeholder = regexp.MustCompile(`\{(\w+)\}`)

// Filled is a card with its amounts for a dish.
func (t Technique) Filled(f For) Technique {
	have := f.amounts()
	fill := func(s string) string {
		return placeholder.ReplaceAllStringFunc(s, func(m string) string {
			v, known := have[m[1:len(m)-1]]
			if !known {
				panic("techniques.tsv: " + t.Key + " asks for " + m)
			}
			return fmt.Sprintf("%.0f", v)
		})
	}
	out := t
	out.Materials = make([]Material, len(t.Materials))
	for i, m := range t.Materials {
		m.Amount = fill(m.Amount)
		out.Materials[i] = m
	}
	return out
}

// Cards are all there are, filled for a dish.
func Cards(f For) []Technique {
	out := make([]Technique, len(all))
	for i, t := range all {
		out[i] = t.Filled(f)
	}
	return out
}

// ByKey is the card of a key.
func ByKey(key string) (Technique, bool) {
	for _, t := range all {
		if t.Key == key {
			return t, true
		}
	}
	return Technique{}, false
}

// Of are the cards of keys, filled; what there is none of is left out.
func Of(keys []string, f For) []Technique {
	out := []Technique{}
	for _, k := range keys {
		if t, ok := ByKey(k); ok {
			out = append(out, t.Filled(f))
		}
	}
	return out
}

// idle are words that say nothing of a problem.
var idle = map[string]bool{"the": true, "a": true, "an": true, "is": true, "be": true, "it": true, "my": true, "look": true, "too": true, "to": true, "of": true, "in": true, "on": true, "and": true, "there": true, "get": true, "go": true, "so": true, "like": true, "very": true, "do": true, "have": true, "at": true, "up": true, "how": true, "with": true, "for": true, "that": true, "keep": true, "all": true}

var word = regexp.MustCompile(`[\p{L}]+`)

// says are the lemmas of words that say something.
func says(s string) map[string]bool {
	out := map[string]bool{}
	for _, w := range word.FindAllString(strings.ToLower(s), -1) {
		if l := lemma.Of(w); !idle[l] && !idle[w] {
			out[l] = true
		}
	}
	return out
}

// Find returns the cards that help against a problem told in anybody's words, the likeliest first: those one of whose
// problems shares most with it, then those whose name or purpose does. Nothing for no words.
func Find(problem string) []Technique {
	asked := says(problem)
	if len(asked) == 0 {
		return nil
	}
	type scored struct {
		t Technique
		s float64
	}
	var out []scored
	share := func(text string) float64 {
		have := says(text)
		hits := 0
		for w := range asked {
			if have[w] {
				hits++
			}
		}
		if hits == 0 {
			return 0
		}
		// Of what was asked, and a little of what the text says besides.
		return float64(hits)/float64(len(asked)) + 0.2*float64(hits)/float64(len(have))
	}
	for _, t := range all {
		best := 0.0
		for _, p := range t.Problems {
			best = max(best, share(p))
		}
		best = max(best, 0.7*share(t.Name), 0.5*share(t.Purpose))
		if best >= found {
			out = append(out, scored{t, best})
		}
	}
	sort.SliceStable(out, func(i, j int) bool { return out[i].s > out[j].s })
	cards := make([]Technique, len(out))
	for i, x := range out {
		cards[i] = x.t
	}
	return cards
}

// found is from what share on a card is told.
const found = 0.5
