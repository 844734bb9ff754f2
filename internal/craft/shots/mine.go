// Package shots mines a recipe for frames before anything is cooked: what stands
// on its own, what moves, what changes for good, and where the safe frame goes.
package shots

import (
	_ "embed"
	"fmt"
	"regexp"
	"sort"
	"strings"
	"unicode"
	"unicode/utf8"

	"figladder/internal/craft/method"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/wordlist"
	"figladder/internal/craft/words"
)

// Kind is what a frame is for.
type Kind string

// The kinds of frame.
const (
	Hero       Kind = "hero"
	Alternate  Kind = "alternate"
	Detail     Kind = "detail"
	Ingredient Kind = "ingredient"
	Before     Kind = "before"
	After      Kind = "after"
	Action     Kind = "action"
	Safe       Kind = "safe"
	Repeat     Kind = "repeat"
	Free       Kind = "free"
	Clip       Kind = "clip"
)

// Kinds lists them all.
var Kinds = []Kind{Hero, Alternate, Detail, Ingredient, Before, After, Action, Safe, Repeat, Free, Clip}

// Proposal is a frame the recipe suggests.
type Proposal struct {
	Key     string          `json:"key" doc:"Stable name within the dish"`
	Kind    Kind            `json:"kind" doc:"What the frame is for"`
	Title   string          `json:"title" doc:"What it shows"`
	Because string          `json:"because" doc:"Why it is suggested"`
	Cause   string          `json:"cause" doc:"The word or ingredient that caused it"`
	Step    int             `json:"step" doc:"Step of the method it belongs to, from 0; -1 before the method, the number of steps when after it"`
	Nth     int             `json:"nth" doc:"Which deed of the step it belongs to, from 1; 0 for the step as a whole"`
	Angle   words.Angle     `json:"angle" doc:"Angle word"`
	Light   words.Direction `json:"light" doc:"Where the light comes from, in a word"`
	Vessel  string          `json:"vessel" doc:"What it is in or on, in a word; empty when it lies on the ground"`
	Tool    string          `json:"tool" doc:"What moves it, in a word; empty when nothing does"`
	Hands   int             `json:"hands" doc:"Pairs of hands besides the photographer's"`
	Shutter bool            `json:"shutter" doc:"Whether the shutter speed decides how it looks"`
	Hold    words.Hold      `json:"hold" doc:"How long it holds before the lens"`
	Caution string          `json:"caution" doc:"What goes with it for safety, or empty"`
	Guards  string          `json:"guards" doc:"For a safe frame: the step that cannot be undone"`
	Pick    bool            `json:"pick" doc:"Whether it is among those to take: finals, safe frames, and the best supporting frames"`
}

// Irreversible is a deed that changes the dish for good.
type Irreversible struct {
	Step    int    `json:"step" doc:"Step of the method, from 0"`
	Nth     int    `json:"nth" doc:"Which deed of the step, from 1"`
	Word    string `json:"word" doc:"The word that says so"`
	Clause  string `json:"clause" doc:"The words of the step that say so"`
	Because string `json:"because" doc:"Why it cannot be undone"`
}

// Judged is a deed with what it means for pictures.
type Judged struct {
	method.Deed
	Nth    int    `json:"nth" doc:"Which deed of its step, from 1"`
	Undoes bool   `json:"undoes" doc:"Whether it cannot be undone, here"`
	Frame  int    `json:"frame" doc:"How good an action frame it makes: 0 none, 3 best"`
	Why    string `json:"why" doc:"Why it is judged so"`
}

// Mined is all that a recipe suggests.
type Mined struct {
	Form         Form           `json:"form" doc:"Form of the dish"`
	Shape        FormGuess      `json:"shape" doc:"Which form the recipe speaks for, and what speaks for it"`
	Served       Served         `json:"served" doc:"What the dish is like at the shutter"`
	Deeds        []Judged       `json:"deeds" doc:"What is done, in order"`
	Proposals    []Proposal     `json:"proposals" doc:"Frames, in shooting order"`
	Irreversible []Irreversible `json:"irreversible" doc:"Deeds that cannot be undone"`
}

// Mine proposes frames for a recipe of a given form and picks as many supporting
// frames as are wanted (Usual when nobody said). own are the studio's decisions about verbs. It
// is deterministic, and a key is made of what a frame shows and not of where it stands: a recipe
// that is changed keeps the keys of what stayed, so decisions about them can be kept.
func Mine(r recipe.Recipe, f Form, supporting int, own map[string]method.Class) Mined {
	m := miner{r: r, form: f, keys: map[string]int{}, weight: map[string]int{}, kin: map[string]string{}}
	m.deeds = method.Of(r, own)
	m.dish = Serve(r, f, m.deeds)
	m.out = Mined{Form: f, Shape: GuessForm(r, m.deeds), Served: m.dish, Deeds: []Judged{}, Proposals: []Proposal{}, Irreversible: []Irreversible{}}
	m.angle, m.why = MainAngle(f, m.dish)
	m.vessel = vesselOf(r, f, m.deeds)
	m.judge()
	m.ingredients()
	m.states()
	m.frames()
	m.finals()
	pick(m.out.Proposals, m.weight, m.kin, supporting)
	sort.SliceStable(m.out.Proposals, func(i, j int) bool { return rank(m.out.Proposals[i]) < rank(m.out.Proposals[j]) })
	return m.out
}

// rank is shooting order: by place in the method, a safe frame before the deed it guards.
func rank(p Proposal) int {
	order := map[Kind]int{Ingredient: 0, Before: 1, Safe: 2, Action: 3, Clip: 3, After: 4, Hero: 5, Alternate: 6, Detail: 7, Repeat: 8, Free: 9}
	return (p.Step*100+p.Nth)*10 + order[p.Kind]
}

type miner struct {
	r      recipe.Recipe
	form   Form
	deeds  []method.Deed
	dish   Served
	angle  words.Angle
	why    string
	vessel string
	keys   map[string]int    // how often a key was given
	weight map[string]int    // how good an action frame is, by key
	kin    map[string]string // what else is like it, by key
	out    Mined
}

// key makes a key of what a frame shows; the second of its kind gets a number.
func (m *miner) key(kind Kind, what string) string {
	k := string(kind) + "-" + strings.ReplaceAll(strings.ToLower(what), " ", "-")
	if m.keys[k]++; m.keys[k] > 1 {
		return fmt.Sprintf("%s-%d", k, m.keys[k])
	}
	return k
}

func (m *miner) add(p Proposal) {
	if p.Hold == "" {
		p.Hold = m.hold(p)
	}
	if p.Light == "" {
		p.Light = m.light(p)
	}
	if p.Vessel == "" && p.Kind != Ingredient {
		p.Vessel = m.vessel
	}
	m.out.Proposals = append(m.out.Proposals, p)
}

// hold says how long what the frame shows lasts, from the usual ranges.
func (m *miner) hold(p Proposal) words.Hold {
	switch {
	case p.Kind == Ingredient:
		return words.Keeps
	case p.Shutter && p.Kind == Action:
		return words.Seconds
	case p.Step < len(m.r.Steps) && m.cooksAfter(p.Step):
		return words.Holds // it is still being made
	}
	return m.dish.Hold
}

// cooksAfter reports whether the dish still goes to the heat or the cold after a step, so that it
// is not yet before the lens.
func (m *miner) cooksAfter(step int) bool {
	for _, d := range m.deeds {
		if d.Step > step && !d.Done && (d.Class == method.Heats || d.Class == method.Cools) {
			return true
		}
	}
	return false
}

//go:embed words.tsv
var wordsTable string

var lists = wordlist.Lists(wordsTable)

// Words that say what is worth a frame, and how it holds.
var (
	leaves = lists["leaves"]
	foam   = lists["foam"]
	many   = lists["many"]
	glossy = lists["glossy"]
)

func has(r recipe.Recipe, re *regexp.Regexp) bool {
	if re.MatchString(r.Title) {
		return true
	}
	for _, i := range r.Ingredients {
		if re.MatchString(i.Item) {
			return true
		}
	}
	return false
}

// ingredients proposes those that stand on their own.
func (m *miner) ingredients() {
	seen := map[string]bool{}
	for _, in := range m.r.Ingredients {
		for _, s := range alone(in) {
			thing := s.said
			if len(seen) == mostAlone || seen[s.thing] {
				continue
			}
			seen[s.thing] = true
			p := Proposal{Key: m.key(Ingredient, s.thing), Kind: Ingredient, Step: -1, Angle: words.StraightDown, Cause: in.Item,
				Title: "Just the " + thing, Because: "“" + thing + "” makes a picture before anything is done to it"}
			if told := prepared.FindString(in.Note); told != "" {
				p.Title = "The " + thing + ", " + strings.ToLower(told)
				p.Because = "“" + thing + "” makes a picture; the recipe wants it " + strings.ToLower(told) + ", so take it before that, or in it"
			}
			m.add(p)
		}
	}
}

// prepared are the words that decide whether a thing is taken before or after its preparation.
var prepared = regexp.MustCompile(`(?i)\b(?:torn|sliced|chopped|diced|grated|halved|quartered|crushed|shaved|shelled|peeled|segmented|crumbled|toasted)\b`)

// judge says of every deed what it means for pictures.
func (m *miner) judge() {
	at, step := 0, -1
	for _, d := range m.deeds {
		if d.Step != step {
			at, step = 0, d.Step
		}
		at++
		means := meanings[d.Class]
		j := Judged{Deed: d, Nth: at, Frame: means.frame, Undoes: means.undoes == always || means.undoes == finished && d.Done}
		switch {
		case d.Class == method.Unknown:
			j.Why = "no table knows “" + d.Word + "”; say what it does"
		case j.Undoes && means.undoes == always:
			j.Why = means.because
		case j.Undoes && d.Plates:
			j.Why = "it goes into what it is served in: " + means.because
		case j.Undoes:
			j.Why = "the dish is " + string(d.State) + ": " + means.because
		case means.undoes == finished:
			j.Why = "the dish is still " + string(d.State) + ", and this can be done again"
			if d.State == method.Plated || d.State == method.Assembled || d.State == method.Dressed || d.State == method.Opened {
				j.Why = "it is not done to the dish itself"
			}
		case means.frame > 0:
			j.Why = "it can be done again"
		default:
			j.Why = "nothing of it shows"
		}
		m.out.Deeds = append(m.out.Deeds, j)
	}
}

// changes of state that show, by the verb that makes them: what it looks like before, and after.
var changes = []struct {
	verb              *regexp.Regexp
	before, after, in string
}{
	{regexp.MustCompile(`^(?:bake|return)\b`), "Just before it goes into the oven", "Just out of the oven", "tin"},
	{regexp.MustCompile(`^roast\b`), "Just before it is roasted", "Just out of the oven", "tin"},
	{regexp.MustCompile(`^(?:grill|broil|barbecue|griddle)\b`), "Just before it is grilled", "Just grilled", "tin"},
	{regexp.MustCompile(`^(?:fry|deep fry|shallow fry|pan fry)\b`), "Just before it is fried", "Just fried", "pan"},
	{regexp.MustCompile(`^(?:prove|proof|rise)\b`), "Just before it proves", "Risen", "bowl"},
	{regexp.MustCompile(`^freeze\b`), "Just before it is frozen", "", "tin"},
}

// states proposes a frame before and after every change of state that shows.
func (m *miner) states() {
	n := 0
	for _, j := range m.out.Deeds {
		for _, c := range changes {
			if j.Step == 0 && j.Nth == 1 || j.Done || !c.verb.MatchString(j.Verb) || n == mostStates {
				continue
			}
			n++
			key := map[bool]string{true: "before", false: fmt.Sprintf("before-%d", n)}[n == 1]
			m.add(Proposal{Key: key, Kind: Before, Step: j.Step, Nth: j.Nth, Angle: m.angle, Cause: j.Word, Title: c.before, Vessel: c.in,
				Because: "“" + j.Word + "” changes it for good looks; the state before pairs with the one after"})
			if c.after != "" {
				m.add(Proposal{Key: strings.Replace(key, "before", "after", 1), Kind: After, Step: j.Step, Nth: j.Nth, Angle: m.angle, Cause: j.Word, Title: c.after, Vessel: c.in,
					Because: "the same angle as the frame before “" + j.Word + "”: the two are a pair"})
			}
		}
	}
}

// mostStates is how many changes of state are offered as pairs.
const mostStates = 3

// frames finds action frames and the deeds that cannot be undone. Of those that follow one
// another without anything else to see between them, one safe frame guards the first.
func (m *miner) frames() {
	seen := map[string]bool{}
	guarded := false
	for _, j := range m.out.Deeds {
		means := meanings[j.Class]
		if j.Nth == 1 || !j.Undoes && j.Frame > 0 {
			guarded = false
		}
		if j.Undoes {
			m.out.Irreversible = append(m.out.Irreversible, Irreversible{Step: j.Step, Nth: j.Nth, Word: j.Word, Clause: j.Clause, Because: means.because})
			if !guarded {
				guarded = true
				m.add(Proposal{Key: m.key(Safe, verbOf(j)), Kind: Safe, Step: j.Step, Nth: j.Nth, Angle: m.angle, Cause: j.Word,
					Title: fmt.Sprintf("Safe frame before “%s”", short(j.Clause)), Guards: j.Clause,
					Because: "“" + j.Word + "” cannot be undone: " + means.because + ". Take the frame that already works first"})
			}
		}
		if j.Frame == 0 || seen[j.Verb+"|"+j.Object] || len(strings.Fields(j.Clause)) < 2 && !j.Done && j.Frame < 2 {
			continue
		}
		seen[j.Verb+"|"+j.Object] = true
		p := Proposal{Key: m.key(Action, verbOf(j)), Kind: Action, Step: j.Step, Nth: j.Nth, Angle: m.angle, Cause: j.Word, Hands: means.hands, Shutter: means.shutter,
			Caution: means.caution, Tool: toolOf(j.Deed), Vessel: m.worked(j.Deed), Title: sentence(short(m.said(j))), Because: "“" + j.Word + "” in step " + fmt.Sprint(j.Step+1) + " makes an action frame"}
		m.weight[p.Key], m.kin[p.Key] = 2*means.frame, string(j.Class)
		if j.Done {
			m.weight[p.Key] += 3 // the dish is in front of the lens already
		}
		m.add(p)
	}
	m.clip()
}

// said is what a frame of a deed shows: its words, with the thing itself where they only say "it"
// and hardly anything else ("Slice it").
func (m *miner) said(j Judged) string {
	w := strings.Fields(j.Clause)
	if len(w) > 3 || j.Object == "" || strings.Contains(j.Clause, j.Object) || len(strings.Fields(j.Object)) > 3 {
		return j.Clause
	}
	thing := strings.Fields(j.Object)
	for len(thing) > 1 && strings.HasSuffix(thing[len(thing)-1], "ly") { // "the cream softly"
		thing = thing[:len(thing)-1]
	}
	for i, x := range w {
		if l := strings.ToLower(x); l == "it" || l == "them" {
			w[i] = strings.Join(thing, " ")
		}
	}
	return strings.Join(w, " ")
}

// lastOn is what is put on the finished dish last, in a word or two; empty when nothing is.
func (m *miner) lastOn() string {
	for i := len(m.deeds) - 1; i >= 0; i-- {
		d := m.deeds[i]
		switch d.Class {
		case method.Scatters, method.Drops, method.Dots, method.Sets:
			o := leadIn.ReplaceAllString(strings.ToLower(d.Object), "")
			if n := len(strings.Fields(o)); d.Done && n > 0 && n < 3 {
				return o
			}
		}
	}
	return ""
}

var leadIn = regexp.MustCompile(`^(?:(?:the|a|an|some|a few|a little|more|your|their|its) )+`)

// verbOf is what keys are made of: the verb without the word behind it, which recipes change
// lightly.
func verbOf(j Judged) string { return strings.Fields(j.Verb)[0] }

// clip proposes one short clip of the best movement, while its set stands.
func (m *miner) clip() {
	var best *Proposal
	for i, p := range m.out.Proposals {
		if p.Kind == Action && meanings[method.Class(m.kin[p.Key])].clip && (best == nil || m.weight[p.Key] > m.weight[best.Key]) {
			best = &m.out.Proposals[i]
		}
	}
	if best == nil {
		return
	}
	p := *best
	m.add(Proposal{Key: "clip", Kind: Clip, Step: p.Step, Nth: p.Nth, Angle: p.Angle, Light: words.Continuous, Vessel: p.Vessel, Tool: p.Tool, Cause: p.Cause, Hands: p.Hands, Shutter: true, Hold: "seconds", Caution: p.Caution,
		Title: "Short clip: " + p.Title, Because: "“" + p.Cause + "” moves, and a short clip of it is often wanted too; it needs continuous light and a slot of its own"})
}

func sentence(s string) string {
	r, n := utf8.DecodeRuneInString(s)
	return string(unicode.ToUpper(r)) + s[n:]
}

func lower(s string) string {
	r, n := utf8.DecodeRuneInString(s)
	return string(unicode.ToLower(r)) + s[n:]
}

func short(clause string) string {
	w := strings.Fields(clause)
	if len(w) > 9 {
		return strings.Join(w[:9], " ") + " …"
	}
	return strings.Join(w, " ")
}

// finals proposes the hero and what goes round it.
func (m *miner) finals() {
	end := len(m.r.Steps)
	name := m.r.Title
	if name == "" {
		name = "The dish"
	}
	m.add(Proposal{Key: "hero", Kind: Hero, Step: end, Angle: m.angle, Cause: string(m.form), Title: name, Because: m.why})
	second, why := words.ThreeQuarter, "the client wants a choice: the same dish from three-quarter"
	if m.angle == words.ThreeQuarter {
		second, why = words.Low, "the client wants a choice: the same dish from lower down"
		if m.form == Plate && !m.dish.Steams {
			second, why = words.StraightDown, "the client wants a choice: the same plate from straight above"
		}
	}
	m.add(Proposal{Key: "alternate", Kind: Alternate, Step: end, Angle: second, Cause: string(m.angle), Title: name + ", another angle", Because: why})
	cause := "texture"
	if w := m.firstIn(glossy); w != "" {
		cause = w
	} else if w := m.lastOn(); w != "" {
		cause = w
	}
	m.add(Proposal{Key: "detail", Kind: Detail, Step: end, Angle: words.ThreeQuarter, Cause: cause, Title: "Close on the " + strings.ToLower(cause), Because: "“" + cause + "” is worth coming close to"})
	w := many.FindString(name + " " + m.r.Yield)
	if w == "" && m.form == Many {
		w = name
	}
	if w != "" {
		m.add(Proposal{Key: "repeat", Kind: Repeat, Step: end, Angle: words.StraightDown, Cause: w, Title: "Rows of " + strings.ToLower(w), Because: "many alike (“" + w + "”) make a frame of repeated shapes"})
	}
	m.add(Proposal{Key: "free", Kind: Free, Step: end, Angle: m.angle, Cause: "after the winner", Title: "Free frames", Because: "camera off the tripod for five minutes once the winner is safe"})
}

func (m *miner) firstIn(re *regexp.Regexp) string {
	for i := len(m.r.Steps) - 1; i >= 0; i-- {
		if w := re.FindString(m.r.Steps[i].Text); w != "" {
			return strings.ToLower(w)
		}
	}
	return ""
}
