package method

import (
	"slices"
	"strings"

	"figladder/internal/craft/recipe"
)

// Read cuts the steps of a method into deeds, in the order in which they are told. own are the
// studio's decisions: a class by the verb as a dictionary has it, with the word behind it. What
// is no deed for the studio is left out.
func Read(steps []recipe.Step, own map[string]Class) []Deed {
	out := []Deed{}
	known := &verbs{table().alone, table().phrasal, table().stems, map[string]string{}}
	for i, s := range steps {
		r := reader{text: s.Text, step: i, own: own, verbs: known}
		all := cut(s.Text)
		for from := 0; from < len(all); {
			to := from
			for to < len(all) && !all[to].ends() {
				to++
			}
			r.sentence(all[from:to])
			from = to + 1
		}
		for j := range r.out {
			r.out[j].Last = i == len(steps)-1
		}
		out = append(out, r.out...)
	}
	return out
}

type reader struct {
	text  string
	step  int
	own   map[string]Class
	verbs *verbs
	t     []token // the sentence
	out   []Deed
	// What the clause before was: an order and a passive are gone on with, a statement is not.
	passive, statement, led bool
	last, here              string // what was spoken of last in this step, and in this sentence
}

// sentence reads one sentence, clause by clause.
func (r *reader) sentence(t []token) {
	r.t, r.passive, r.statement, r.led, r.here = t, false, false, false, ""
	for i := 0; i < len(t); {
		next := r.clause(i)
		if next <= i {
			next = i + 1
		}
		i = next
	}
}

func (r *reader) at(i int) token {
	if i < 0 || i >= len(r.t) {
		return token{low: "", stop: true}
	}
	return r.t[i]
}

// comma is the place of the next stop of any kind from i on.
func (r *reader) comma(i int) int {
	for i < len(r.t) && !r.t[i].stop {
		i++
	}
	return i
}

// clause reads the clause that begins at i and returns where the next begins.
func (r *reader) clause(i int) int {
	first := i == 0
	for i < len(r.t) && (r.at(i).stop || r.at(i).adverb() && !r.order(i, true)) {
		i++
	}
	if i >= len(r.t) {
		return i
	}
	t := r.at(i)
	switch {
	case t.low == "no" && r.at(i+1).low == "longer", t.is("negation"), (t.low == "do" || t.low == "does") && r.at(i+1).low == "not":
		r.statement = true
		return r.pastNegation(i)
	case r.subordinate(i) && !(t.low == "so" && r.order(i+1, false)):
		if h := r.participleAfter(i); h > 0 {
			return r.take(h, h, "passive")
		}
		return r.pastSubordinate(i)
	case t.low == "so":
		return r.clause(i + 1)
	case t.low == "to" && r.verbs.verbOf(r.at(i+1).low) != "":
		return r.comma(i)
	case (t.low == "before" || t.low == "after" || t.low == "by") && r.gerund(i+1):
		return r.take(i+1, i+1, "along")
	}
	if r.at(i).is("prefix") && (r.order(i+1, true) || r.base(i+1)) && !r.at(i+1).is("determiner") {
		return r.take(i, i+1, "order")
	}
	if r.order(i, first) {
		return r.take(r.adverbsBefore(i), i, "order")
	}
	if r.gerund(i) && !r.at(i+1).stop && !r.statement || r.gerund(i) && first {
		return r.take(i, i, "along")
	}
	if r.participle(i) && r.passive {
		return r.take(i, i, "passive")
	}
	if t.is("preposition") || t.low == "during" || t.low == "using" || t.low == "working" {
		if h := r.mainAfter(i); h > 0 {
			return r.take(h, h, "order")
		}
		r.led = first
		return r.comma(i)
	}
	if r.led { // "With a long, thin blade cut away from you"
		r.led = false
		if h := r.mainAfter(i); h > 0 {
			return r.take(h, h, "order")
		}
	}
	return r.said(i)
}

// said reads a clause that begins with a thing: a passive is a deed, so is what goes into
// something; the rest says what is or comes to be.
func (r *reader) said(i int) int {
	end := r.comma(i)
	for k := i + 1; k < end; k++ {
		if r.at(k).is("subordinator") || r.at(k).low == "to" {
			break
		}
		if !r.at(k).is("being") || r.at(i).is("subject") && r.at(i).low != "it" && r.at(i).low != "they" {
			continue
		}
		p := k + 1
		for p < end && r.at(p).adverb() {
			p++
		}
		if c := r.class(p, p+1); r.participle(p) && c != Watches && c != Moves && r.at(p).low != "gone" {
			r.last, r.here = r.words(i, k), r.words(i, k)
			return r.take(i, p, "passive")
		}
	}
	if r.unknown(i) {
		return r.take(i, i, "order")
	}
	if r.at(i).number() || r.at(i).is("determiner") && r.timed(i, end) {
		return r.bare(i, end)
	}
	r.statement, r.passive = true, false
	return end
}

// subordinate reports a word that begins a clause of when, why or until what; once is one only
// before something that is or is done ("stir once from the bottom").
func (r *reader) subordinate(i int) bool {
	t, next := r.at(i), r.at(i+1)
	if t.low == "once" && (next.stop || next.is("preposition") || next.low == "more" || next.low == "only" || next.low == "again") {
		return false
	}
	return t.is("subordinator")
}

// timed reports whether a word of time or heat stands in a clause.
func (r *reader) timed(i, end int) bool {
	for j := i; j < end; j++ {
		if r.at(j).is("timed") {
			return true
		}
	}
	return false
}

// bare reads a clause that is only a figure: "Four minutes a side" goes on with what was told;
// "an hour and a quarter at 200 °C" is an oven, though nothing says so.
func (r *reader) bare(i, end int) int {
	words := r.words(i, end)
	if len(r.out) > 0 && r.out[len(r.out)-1].Class == Heats {
		return end
	}
	for _, x := range recipe.Temperatures(words) {
		if x.CelsiusDeg >= 60 {
			r.out = append(r.out, Deed{Step: r.step, From: r.t[i].from, To: r.t[i].from + len(words), Clause: words, Word: r.at(i).low, Verb: "bake", Class: Heats, Told: "short", Celsius: x.CelsiusDeg})
			break
		}
	}
	return end
}

// pastNegation leaves out what is not to be done: up to a stop, or to what is done instead.
func (r *reader) pastNegation(i int) int {
	for j := i + 1; j < len(r.t); j++ {
		if r.at(j).stop || r.at(j).low == "but" || r.at(j).low == "instead" || r.at(j).low == "just" {
			return j
		}
	}
	return len(r.t)
}

// pastSubordinate leaves out a clause that says when, why or until what.
func (r *reader) pastSubordinate(i int) int {
	for j := i + 1; j < len(r.t); j++ {
		t := r.at(j)
		if t.stop {
			if j+1 < len(r.t) && r.t[i].low != "which" {
				r.statement = false
			}
			return j
		}
		if (t.low == "and" || t.low == "then" || t.low == "but") && r.sure(j+1) {
			r.statement = false
			return j
		}
		if (t.low == "before" || t.low == "after") && r.gerund(j+1) {
			return j
		}
		// "While it crackles pour it over": no comma, and yet an order.
		if was := r.at(j - 1); j > i+2 && (r.at(j+1).is("pronoun") || r.at(j+1).is("determiner")) && r.order(j, false) && strings.HasSuffix(was.low, "s") && r.verbs.verbOf(was.low) != "" {
			return j
		}
	}
	return len(r.t)
}

// participleAfter finds "once torched": a deed that is told by its being done.
func (r *reader) participleAfter(i int) int {
	if w := r.at(i).low; w != "once" && w != "when" {
		return 0
	}
	p := i + 1
	for r.at(p).is("being") || r.at(p).is("pronoun") && r.at(p+1).is("being") || r.at(p).adverb() {
		p++
	}
	if !r.participle(p) {
		return 0
	}
	c := r.class(p, p+1)
	verb := r.verbs.verbOf(r.at(p).low)
	for _, d := range r.out { // it was told before: nothing new is done
		if strings.Fields(d.Verb)[0] == verb {
			return 0
		}
	}
	if c == Flames || c == Pours || c == Scatters {
		return p
	}
	return 0
}

// mainAfter finds the verb of a clause that begins with where, when or with what: "In a clean
// bowl beat the whites".
func (r *reader) mainAfter(i int) int {
	for j := i + 1; j < len(r.t) && !r.at(j).stop; j++ {
		was := r.at(j - 1)
		if r.sure(j) && !was.is("determiner") && !was.is("preposition") && !was.is("leading") && !was.is("adjective") && was.low != "and" {
			return j
		}
	}
	return 0
}

// base reports whether a word is a verb of the table in the form that orders have.
func (r *reader) base(i int) bool {
	w := r.at(i)
	if w.stop || w.low == "" {
		return false
	}
	if r.own[w.low] != "" || r.verbs.alone[w.low] != "" {
		return true
	}
	_, name := r.phrase(w.low, i+1, len(r.t)) // "pan" only as in pan-fry
	return name != ""
}

// order reports whether an order begins at i. first is for the beginning of a sentence, where
// hardly anything else stands.
func (r *reader) order(i int, first bool) bool {
	if !r.base(i) {
		return false
	}
	w, next := r.at(i), r.at(i+1)
	if w.low == "cut" && (next.low == "side" || next.low == "sides" || next.low == "face" || next.low == "edge" || next.low == "faces") {
		return false
	}
	if next.low == "of" {
		return w.is("telegram") && (i == 0 || r.at(i-1).stop)
	}
	if next.is("modal") || next.is("being") && next.low != "get" {
		return false
	}
	follows := next.is("determiner") || next.is("pronoun") || next.is("preposition") || next.number() || next.adverb() || next.is("how")
	nouns := w.is("noun")
	switch {
	case w.is("adjective"):
		return follows || first && !next.stop && !r.wordEndsList(i)
	case nouns && w.is("strong"):
		if first {
			return r.thingOrOrder(i)
		}
		return r.ordered(i)
	case nouns:
		if first {
			return true
		}
		return follows || next.is("subordinator") || next.stop && !r.statement || r.thing(i+1)
	}
	return true
}

// thingOrOrder decides at the beginning of a sentence whether a word that is mostly a thing is an
// order: "Butter the tin" and "Butter and flour the tin" are, "Butter, cream and sugar", "Stock
// goes in" and "Stock in." are not.
func (r *reader) thingOrOrder(i int) bool {
	w, next := r.at(i), r.at(i+1)
	switch {
	case next.stop:
		return len(r.t) == 1 // "Garnish."
	case next.low == "and" || next.low == "or":
		return r.base(i+2) && r.order(i+2, false)
	case next.low == "goes" || next.low == "go":
		return false
	case next.is("particle") && r.at(i+2).stop:
		return w.low == "top" // "Top up."
	}
	return true
}

// goesWith are the words that make an order of a word that is mostly a thing.
var goesWith = map[string][]string{"crown": {"with"}, "cap": {"with"}, "garnish": {"with"}, "glaze": {"with"}, "top": {"with", "up", "off"}}

// ordered decides the same behind "and" or a comma, where lists of things stand.
func (r *reader) ordered(i int) bool {
	w, next := r.at(i), r.at(i+1)
	switch {
	case next.is("determiner") || next.is("pronoun") || next.number() || next.low == "well":
		return true
	case next.is("particle") && r.at(i+2).is("determiner"): // "zest over the lemon"
		return true
	case w.low == "set":
		return next.is("preposition")
	case w.low == "cover":
		return next.stop || next.is("preposition")
	}
	return slices.Contains(goesWith[w.low], next.low)
}

// sure is order with something behind it that only an order has.
func (r *reader) sure(i int) bool {
	for r.at(i).adverb() && !r.base(i) {
		i++
	}
	return r.order(i, false) && (!r.at(i+1).stop || !r.at(i).is("noun"))
}

// thing reports a plain word that may be what is worked on: "and grate cheese over".
func (r *reader) thing(i int) bool {
	t := r.at(i)
	if t.stop || t.is("modal") || t.is("being") || t.low == "and" || t.low == "or" {
		return false
	}
	for j := i + 1; j < i+4; j++ {
		if r.at(j).is("preposition") {
			return true
		}
		if r.at(j).stop {
			return false
		}
	}
	return false
}

// wordEndsList reports "warm milk and flour": an adjective, not an order.
func (r *reader) wordEndsList(i int) bool { return r.at(i+2).low == "goes" || r.at(i+2).low == "in" }

// gerund reports a verb of the table in -ing.
func (r *reader) gerund(i int) bool {
	w, next := r.at(i).low, r.at(i+1)
	if r.at(i).is("made") && !next.is("determiner") && !next.is("pronoun") {
		return false
	}
	return strings.HasSuffix(w, "ing") && len(w) > 4 && r.verbs.verbOf(w) != "" && r.verbs.verbOf(w) != w
}

// participle reports a verb of the table in the form of what was done to something.
func (r *reader) participle(i int) bool {
	w := r.at(i)
	if w.stop || w.low == "" || strings.HasSuffix(w.low, "ing") || strings.HasSuffix(w.low, "s") {
		return false
	}
	v := r.verbs.verbOf(w.low)
	return v != "" && (v != w.low || same[w.low])
}

// same are verbs whose participle is the verb itself.
var same = map[string]bool{"cut": true, "set": true, "put": true, "split": true, "spread": true, "slit": true, "beat": true, "burst": true, "let": true}

// unknown reports a word that stands where an order stands, before what only orders have behind
// them, and is in no table.
func (r *reader) unknown(i int) bool {
	w, next := r.at(i), r.at(i+1)
	if i > 0 && !r.at(i-1).stop && r.at(i-1).low != "and" && r.at(i-1).low != "then" || r.statement {
		return false
	}
	if w.stop || w.number() || w.is("determiner") || w.is("subject") || w.is("pronoun") || w.is("preposition") || w.is("being") || w.is("modal") || w.is("noun") || strings.HasSuffix(w.low, "s") || strings.HasSuffix(w.low, "ed") || strings.HasSuffix(w.low, "ing") || len(w.low) < 3 {
		return false
	}
	return next.is("determiner") && next.low != "no" && next.low != "that" || next.low == "it" || next.low == "them"
}

// adverbsBefore moves the beginning of a clause to the words that tell how.
func (r *reader) adverbsBefore(i int) int {
	for i > 0 && strings.HasSuffix(r.at(i-1).low, "ly") {
		i--
	}
	return i
}

func (r *reader) words(from, to int) string {
	if from >= to || from >= len(r.t) {
		return ""
	}
	return r.text[r.t[from].from:r.t[min(to, len(r.t))-1].to]
}

// Of reads a recipe's method and follows the dish through it.
func Of(r recipe.Recipe, own map[string]Class) []Deed {
	deeds := Read(r.Steps, own)
	Follow(r, deeds)
	return deeds
}
