// Package shots mines a recipe for frames before anything is cooked: what stands
// on its own, what moves, what changes for good, and where the safe frame goes.
package shots

import (
	_ "embed"
	"figladder/internal/craft/wordlist"
	"figladder/internal/craft/words"
	"fmt"
	"regexp"
	"slices"
	"sort"
	"strings"
	"unicode"
	"unicode/utf8"

	"figladder/internal/craft/recipe"
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
	Action     Kind = "action"
	Safe       Kind = "safe"
	Repeat     Kind = "repeat"
	Free       Kind = "free"
	Clip       Kind = "clip"
)

// Kinds lists them all.
var Kinds = []Kind{Hero, Alternate, Detail, Ingredient, Before, Action, Safe, Repeat, Free, Clip}

// Proposal is a frame the recipe suggests.
type Proposal struct {
	Key     string          `json:"key" doc:"Stable name within the dish"`
	Kind    Kind            `json:"kind" doc:"What the frame is for"`
	Title   string          `json:"title" doc:"What it shows"`
	Because string          `json:"because" doc:"Why it is suggested"`
	Cause   string          `json:"cause" doc:"The word or ingredient that caused it"`
	Step    int             `json:"step" doc:"Step of the method it belongs to, from 0; -1 before the method, the number of steps when after it"`
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

// Irreversible is a step that changes the dish for good.
type Irreversible struct {
	Step    int    `json:"step" doc:"Step of the method, from 0"`
	Word    string `json:"word" doc:"The word that says so"`
	Clause  string `json:"clause" doc:"The part of the step"`
	Because string `json:"because" doc:"Why it cannot be undone"`
}

// Mined is all that a recipe suggests.
type Mined struct {
	Form         Form           `json:"form" doc:"Form of the dish"`
	Proposals    []Proposal     `json:"proposals" doc:"Frames, in shooting order"`
	Irreversible []Irreversible `json:"irreversible" doc:"Steps that cannot be undone"`
}

// Mine proposes frames for a recipe of a given form and picks as many supporting
// frames as are wanted (Usual when nobody said). It is deterministic, and a key is
// made of what a frame shows and not of where it stands: a recipe that is changed
// keeps the keys of what stayed, so decisions about them can be kept.
func Mine(r recipe.Recipe, f Form, supporting int) Mined {
	m := miner{r: r, form: f, keys: map[string]int{}, weight: map[string]int{}, out: Mined{Form: f, Proposals: []Proposal{}, Irreversible: []Irreversible{}}}
	m.angle, m.why = MainAngle(f, r)
	m.vessel = vesselOf(r, f)
	m.ingredients()
	m.before()
	m.method()
	m.finals()
	pick(m.out.Proposals, m.weight, supporting)
	sort.SliceStable(m.out.Proposals, func(i, j int) bool { return rank(m.out.Proposals[i]) < rank(m.out.Proposals[j]) })
	return m.out
}

// rank is shooting order: by place in the method, a safe frame before the action
// it guards.
func rank(p Proposal) int {
	order := map[Kind]int{Ingredient: 0, Before: 1, Safe: 2, Action: 3, Clip: 3, Hero: 4, Alternate: 5, Detail: 6, Repeat: 7, Free: 8}
	return p.Step*10 + order[p.Kind]
}

type miner struct {
	r      recipe.Recipe
	form   Form
	angle  words.Angle
	why    string
	vessel string
	keys   map[string]int // how often a key was given
	weight map[string]int // how good an action frame is, by key
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
	case p.Step < len(m.r.Steps) && cooksAfter(m.r, p.Step):
		return words.Holds // it is still being made
	case m.form == Frozen:
		return words.Melts
	case steams(m.r) != "":
		return words.Steams
	case has(m.r, leaves):
		return words.Wilts
	case has(m.r, foam):
		return words.Falls
	}
	return words.Holds
}

//go:embed words.tsv
var wordsTable string

var lists = wordlist.Lists(wordsTable)

// Words that say what is worth a frame, and how it holds.
var (
	leaves = lists["leaves"]
	foam   = lists["foam"]
	beauty = lists["beauty"]
	plain  = lists["plain"]
	many   = lists["many"]
	bakes  = lists["bakes"]
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

// ingredients proposes those that stand on their own, three at the most.
func (m *miner) ingredients() {
	n := 0
	for _, in := range m.r.Ingredients {
		if n == 3 || !beauty.MatchString(in.Item) || plain.MatchString(in.Item) {
			continue
		}
		n++
		m.add(Proposal{Key: m.key(Ingredient, in.Item), Kind: Ingredient, Step: -1, Angle: words.StraightDown, Cause: in.Item,
			Title: "Just the " + in.Item, Because: "“" + in.Item + "” makes a picture before anything is done to it"})
	}
}

// before proposes the state before the oven, the pan or the freezer.
func (m *miner) before() {
	for i, s := range m.r.Steps {
		if w := bakes.FindString(s.Text); w != "" && i > 0 {
			m.add(Proposal{Key: "before", Kind: Before, Step: i, Angle: m.angle, Cause: w,
				Title: "Just before it " + beforeWord(w), Because: "“" + w + "” changes it for good looks; the state before pairs with the hero"})
			return
		}
	}
}

func beforeWord(w string) string {
	w = strings.ToLower(w)
	switch {
	case strings.HasPrefix(w, "roast"):
		return "is roasted"
	case strings.HasPrefix(w, "grill"):
		return "is grilled"
	case strings.HasPrefix(w, "fr") && !strings.HasPrefix(w, "free"):
		return "is fried"
	case strings.HasPrefix(w, "free"):
		return "is frozen"
	case strings.HasPrefix(w, "prov"):
		return "proves"
	}
	return "goes into the oven"
}

var (
	clauses  = regexp.MustCompile(`[^.;,!]+`)
	tokens   = regexp.MustCompile(`[\p{L}]+`)
	onto     = regexp.MustCompile(`(?i)\b(over|on top|onto|on to|around the edge|across|to serve|to finish|at the table|top with|with)\b`)
	into     = regexp.MustCompile(`(?i)\b(into|in) (?:a|an|the|your) (?:\w+ )?(?:tin|bowl|pan|pot|mould|saucepan|jug|tray|dish|case|oven|mixer|blender|shaker|churn|machine|freezer)\b`)
	serving  = regexp.MustCompile(`(?i)\b(serve|serving|served|to finish|at the table|before serving|wedges|portions|just before|at the last)\b`)
	wholeOne = regexp.MustCompile(`(?i)\b(cake|tart|pie|loaf|meringue|pavlova|steak|roast|joint|shell|crust|bread|galette|terrine|parfait|it|them)\b`)
	nounUse  = regexp.MustCompile(`(?i)\b(a|an|the|of|with|your|each|one|another|every|two|three|thick|thin|large|small|lemon|orange|bread|first|final|little|light|some|more|any) $`)
	joint    = regexp.MustCompile(`(?i)\b(?:and|then|while|until)\b`)
	prepAt   = 0.5
)

// method finds action frames and the steps that cannot be undone, each guarded by
// a safe frame.
func (m *miner) method() {
	var actions []Proposal
	seen := map[string]bool{}
	place := map[string]int{}
	for i, s := range m.r.Steps {
		guarded := false
		for _, clause := range split(s.Text) {
			for _, at := range tokens.FindAllStringIndex(clause, -1) {
				word := strings.ToLower(clause[at[0]:at[1]])
				v := byForm[word]
				if v == nil || nounUse.MatchString(clause[:at[0]]) || participle(v, word, clause, at) {
					continue
				}
				done := m.undone(v, clause, s.Text, i)
				if done {
					m.out.Irreversible = append(m.out.Irreversible, Irreversible{Step: i, Word: word, Clause: strings.TrimSpace(clause), Because: v.because})
					if !guarded {
						guarded = true
						m.add(Proposal{Key: m.key(Safe, v.base), Kind: Safe, Step: i, Angle: m.angle, Cause: word,
							Title: fmt.Sprintf("Safe frame before “%s”", short(clause)), Guards: strings.TrimSpace(clause),
							Because: "“" + word + "” cannot be undone: " + v.because + ". Take the frame that already works first"})
					}
				}
				if !v.action || seen[v.base] {
					continue
				}
				seen[v.base] = true
				p := Proposal{Key: m.key(Action, v.base), Kind: Action, Step: i, Angle: m.angle, Cause: word, Hands: v.hands, Shutter: v.shutter,
					Caution: v.caution, Tool: toolOf(v.base, clause), Vessel: m.worked(v.base, clause, done), Title: sentence(short(clause)), Because: "“" + word + "” in step " + fmt.Sprint(i+1) + " makes an action frame"}
				m.weight[p.Key] = v.weight
				if done {
					m.weight[p.Key] += 2 // the dish is in front of the lens already
				}
				place[p.Key] = len(actions)
				actions = append(actions, p)
			}
		}
	}
	sort.SliceStable(actions, func(a, b int) bool { return m.weight[actions[a].Key] > m.weight[actions[b].Key] })
	best := actions[:min(3, len(actions))]
	sort.SliceStable(best, func(a, b int) bool { return place[best[a].Key] < place[best[b].Key] })
	for _, p := range best {
		m.add(p)
	}
	m.clip(best)
}

// flows are the verbs whose movement is worth a short clip.
var flows = regexp.MustCompile(`(?i)^(?:pour|drizzl|squeez|ladl|sift|dust|flam)`)

// clip proposes one short clip of the best movement, while its set stands.
func (m *miner) clip(actions []Proposal) {
	for _, p := range actions {
		if flows.MatchString(p.Cause) {
			m.add(Proposal{Key: "clip", Kind: Clip, Step: p.Step, Angle: p.Angle, Light: words.Continuous, Vessel: p.Vessel, Tool: p.Tool, Cause: p.Cause, Hands: p.Hands, Shutter: true, Hold: "seconds", Caution: p.Caution,
				Title: "Short clip: " + p.Title, Because: "“" + p.Cause + "” moves, and a short clip of it is often wanted too; it needs continuous light and a slot of its own"})
			return
		}
	}
}

// split cuts a step into clauses, at stops and at joining words.
func split(text string) []string {
	var out []string
	for _, c := range clauses.FindAllString(text, -1) {
		for _, part := range joint.Split(c, -1) {
			if strings.TrimSpace(part) != "" {
				out = append(out, part)
			}
		}
	}
	return out
}

// participle reports a verb form used as a describing word: "sliced leeks",
// "the poured glaze". A clause that begins with one, or has one after to be, is
// still an action.
func participle(v *verb, word, clause string, at []int) bool {
	if word == v.base || !slices.Contains([]string{"ed", "en", "rn", "ut"}, word[max(0, len(word)-2):]) {
		return false
	}
	before := strings.ToLower(strings.TrimSpace(clause[:at[0]]))
	return !strings.HasSuffix(before, "is") && !strings.HasSuffix(before, "are") && !strings.HasSuffix(before, "been")
}

// undone decides whether a verb changes the finished dish for good.
func (m *miner) undone(v *verb, clause, step string, i int) bool {
	switch v.undoes {
	case always:
		return true
	case never:
		return false
	}
	if into.MatchString(clause) {
		return false // into a tin or a pan: still being made
	}
	late := float64(i+1) > prepAt*float64(len(m.r.Steps)) || len(m.r.Steps) == 1
	last := i == len(m.r.Steps)-1
	switch v.base {
	case "cut", "slice", "carve", "break", "crack", "tear":
		return late && (serving.MatchString(step) && (last || wholeOne.MatchString(clause)) || last && wholeOne.MatchString(clause))
	case "spoon", "spread", "top", "squeeze", "grate", "ladle":
		return late && (onto.MatchString(clause) || serving.MatchString(step) && last) && !cooksAfter(m.r, i)
	}
	if cooksAfter(m.r, i) {
		return false
	}
	return late && (onto.MatchString(clause) || last || serving.MatchString(step))
}

var cooking = regexp.MustCompile(`(?i)\b(bake|roast|simmer|boil|fry|cook|churn|knead|oven|freeze|steam for|prove)\b`)

// cooksAfter reports whether the dish still goes to the heat or the cold after a
// step, so that it is not yet before the lens.
func cooksAfter(r recipe.Recipe, i int) bool {
	for _, s := range r.Steps[i+1:] {
		if cooking.MatchString(s.Text) {
			return true
		}
	}
	return false
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
		if m.form == Plate && steams(m.r) == "" {
			second, why = words.StraightDown, "the client wants a choice: the same plate from straight above"
		}
	}
	m.add(Proposal{Key: "alternate", Kind: Alternate, Step: end, Angle: second, Cause: string(m.angle), Title: name + ", another angle", Because: why})
	cause := "texture"
	if w := m.firstIn(glossy); w != "" {
		cause = w
	}
	m.add(Proposal{Key: "detail", Kind: Detail, Step: end, Angle: words.ThreeQuarter, Cause: cause, Title: "Close on the " + strings.ToLower(cause), Because: "“" + cause + "” is worth coming close to"})
	if w := many.FindString(name + " " + m.r.Yield); w != "" {
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
