// Package hold says how long what is on a dish lasts before a lens, what dies first, and in which order things go on
// so that the hero is alive at the shutter (handbook T16). Times are seconds; a hold is always a range with its reason.
package hold

import (
	_ "embed"
	"fmt"
	"regexp"
	"slices"
	"sort"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/wordlist"
)

//go:embed holds.tsv
var table string

// Class is a kind of thing that lasts about as long.
type Class struct {
	Key     string     `json:"key" doc:"Stable name of the class"`
	Name    string     `json:"name" doc:"What it is called"`
	Range   drink.Span `json:"range" doc:"How long it holds, s"`
	PlaceS  float64    `json:"placeS" doc:"How long it takes to put on, s"`
	Because string     `json:"because" doc:"Why it goes"`
	Dies    string     `json:"dies" doc:"How one sees that it is gone"`
	StandIn string     `json:"standIn" doc:"What stands in for it while light is set"`
	Source  string     `json:"source" doc:"Where the range comes from"`

	words *regexp.Regexp
}

var classes = func() []Class {
	var out []Class
	number := func(r wordlist.Row, column string) float64 {
		v, err := strconv.ParseFloat(r[column], 64)
		if err != nil || v <= 0 {
			panic("holds.tsv: " + r["class"] + " has no " + column)
		}
		return v
	}
	for _, r := range wordlist.Rows(table) {
		out = append(out, Class{Key: r["class"], Name: r["name"], Range: drink.Span{From: number(r, "from"), To: number(r, "to")}, PlaceS: number(r, "place"),
			Because: r["because"], Dies: r["dies"], StandIn: r["standin"], Source: r["source"], words: wordlist.Words(r["words"])})
	}
	return out
}()

// Classes are all there are.
func Classes() []Class { return append([]Class{}, classes...) }

// ByKey is the class of a key.
func ByKey(key string) (Class, bool) {
	for _, c := range classes {
		if c.Key == key {
			return c, true
		}
	}
	return Class{}, false
}

// beside begins what a name says besides the thing itself.
var beside = regexp.MustCompile(`[,;(]|\s(?:with|on|in|from|over|for|to)\s`)

// Of is the class of something by its name: the one whose words it ends with, and of those the longest, since the last
// word says what a thing is: lemon ice cream is ice cream, and sloe spirit is no sloes.
func Of(name string) (Class, bool) {
	if at := beside.FindStringIndex(name); at != nil {
		name = name[:at[0]]
	}
	name = strings.TrimSpace(name)
	best, long := -1, 0
	for i, c := range classes {
		for _, at := range c.words.FindAllStringIndex(name, -1) {
			if at[1] == len(name) && at[1]-at[0] > long {
				best, long = i, at[1]-at[0]
			}
		}
	}
	if best < 0 {
		return Class{}, false
	}
	return classes[best], true
}

// Log is a time that the studio took itself: how long something held.
type Log struct {
	Class   string  `json:"class" doc:"Its class"`
	What    string  `json:"what" doc:"What it was"`
	Seconds float64 `json:"seconds" doc:"How long it looked right, s"`
}

// enough own times replace the range.
const enough = 3

// Component is something on the dish with how long it holds here.
type Component struct {
	Name    string     `json:"name" doc:"What it is"`
	Class   string     `json:"class" doc:"Its class"`
	Range   drink.Span `json:"range" doc:"How long it holds, s"`
	PlaceS  float64    `json:"placeS" doc:"How long it takes to put on, s"`
	Because string     `json:"because" doc:"Why it goes"`
	Dies    string     `json:"dies" doc:"How one sees that it is gone"`
	StandIn string     `json:"standIn" doc:"What stands in for it"`
	Own     int        `json:"own" doc:"How many of the studio's own times the range is made of; 0 where it is the usual one"`
	Source  string     `json:"source" doc:"Where the range comes from"`
}

// Components are the parts of a dish that die, from their names: one a class, named by the first of it. The studio's
// own times replace a class's range once there are three.
func Components(names []string, logs []Log) []Component {
	out := []Component{}
	seen := map[string]bool{}
	for _, n := range names {
		c, ok := Of(n)
		if !ok || seen[c.Key] {
			continue
		}
		seen[c.Key] = true
		out = append(out, componentOf(c, n, logs))
	}
	return out
}

func componentOf(c Class, name string, logs []Log) Component {
	x := Component{Name: name, Class: c.Key, Range: c.Range, PlaceS: c.PlaceS, Because: c.Because, Dies: c.Dies, StandIn: c.StandIn, Source: c.Source}
	if own, n := Own(logs, c.Key); n > 0 {
		x.Range, x.Own = own, n
		x.Source = fmt.Sprintf("%d times of your own", n)
	}
	return x
}

// Own is how long classes hold by the studio's own times, s, and of how many; of none while there are fewer than three.
func Own(logs []Log, classes ...string) (of drink.Span, n int) {
	var own []float64
	for _, l := range logs {
		if l.Seconds > 0 && slices.Contains(classes, l.Class) {
			own = append(own, l.Seconds)
		}
	}
	if len(own) < enough {
		return drink.Span{}, 0
	}
	return drink.Span{From: slices.Min(own), To: slices.Max(own)}, len(own)
}

// Step is when something goes on.
type Step struct {
	Component
	AtS    float64 `json:"atS" doc:"Begin it so long before the shutter, s"`
	WaitsS float64 `json:"waitsS" doc:"How long it lies finished until the shutter, s"`
	SpareS float64 `json:"spareS" doc:"What is left of its least hold then, s; below 0 it is dead"`
}

// Plan is the order in which things go on.
type Plan struct {
	Steps []Step  `json:"steps" doc:"In the order in which they go on"`
	First string  `json:"first" doc:"What dies first once everything is on"`
	LeftS float64 `json:"leftS" doc:"How long after the last thing is on the first one dies, s"`
	Fits  bool    `json:"fits" doc:"Whether everything is alive at the shutter"`
	Words string  `json:"words" doc:"That in a sentence"`
}

// Order is the order that leaves the most of the one that has the least left at the shutter, which comes shutterS after
// the last thing is on: what dies late goes on first. It is Jackson's rule (1955) seen from the shutter backward: what
// is put on takes its own time and must not lie longer than it holds.
func Order(parts []Component, shutterS float64) Plan {
	out := Plan{Steps: []Step{}, Fits: true}
	for _, c := range parts {
		out.Steps = append(out.Steps, Step{Component: c})
	}
	sort.SliceStable(out.Steps, func(i, j int) bool {
		a, b := out.Steps[i], out.Steps[j]
		return a.Range.From+a.PlaceS > b.Range.From+b.PlaceS
	})
	if len(out.Steps) == 0 {
		out.Words = "Nothing on this dish is known to die: take your time."
		return out
	}
	after := shutterS
	first := len(out.Steps) - 1
	for i := len(out.Steps) - 1; i >= 0; i-- {
		s := &out.Steps[i]
		s.WaitsS, s.AtS, s.SpareS = after, after+s.PlaceS, s.Range.From-after
		after += s.PlaceS
		if s.SpareS < out.Steps[first].SpareS {
			first = i
		}
	}
	out.First, out.LeftS = out.Steps[first].Name, out.Steps[first].Range.From-out.Steps[first].WaitsS+shutterS
	var dead []string
	for _, s := range out.Steps {
		if s.SpareS < 0 {
			dead = append(dead, s.Name)
		}
	}
	last := out.Steps[len(out.Steps)-1].Name
	switch {
	case len(dead) > 0:
		out.Fits = false
		out.Words = fmt.Sprintf("Not alive at the shutter: %s. Put it on with a second pair of hands, make it twice, or take it in a frame of its own.", strings.Join(dead, ", "))
	case len(out.Steps) == 1:
		out.Words = fmt.Sprintf("%s holds %s.", capital(out.First), out.Steps[0].Range.Told())
	default:
		out.Words = fmt.Sprintf("%s goes on last. %s dies first: %s after everything is on. Stand-ins while the light is set, the hero last.", capital(last), capital(out.First), drink.Span{From: out.LeftS, To: out.LeftS}.Told())
	}
	return out
}

// capital begins a name with a capital.
func capital(s string) string {
	r, n := utf8.DecodeRuneInString(s)
	return string(unicode.ToUpper(r)) + s[n:]
}
