package method

import (
	"regexp"
	"slices"
	"strings"

	"figladder/internal/craft/recipe"
)

// take makes a deed of the clause that begins at from and has its verb at h, and returns where
// the next clause begins.
func (r *reader) take(from, h int, told string) int {
	if told == "order" && r.at(h).is("starting") && r.gerund(h+1) {
		h++
	}
	end := r.end(h, told)
	class, verb := r.named(h, end)
	word := r.at(h).low
	if told == "order" && r.at(h+1).low == "of" {
		told = "short"
	}
	if verb == "let" { // "let people dig in"
		for j := h + 2; j < min(h+5, end); j++ {
			if c, v := r.named(j, end); c == Bites && r.base(j) {
				class, verb, word = c, v, r.at(j).low
			}
		}
	}
	said := end
	for said > h+1 && (r.at(said-1).low == "just" || r.at(said-1).low == "only" || r.at(said-1).low == "right") {
		said-- // "squeeze lemon over just before serving"
	}
	clause := strings.TrimSpace(r.words(from, said))
	if w := r.at(end).low; (w == "until" || w == "till") && end-from <= 2 {
		// "Whisk until glossy": what it looks like then is what the frame shows.
		clause = strings.TrimSpace(r.words(from, r.comma(end)))
	}
	clause = trimmed(clause)
	d := Deed{Step: r.step, From: r.t[from].from, To: r.t[from].from + len(clause), Clause: clause, Word: word, Verb: verb, Class: class, Told: told}
	d.Object, d.Target = r.object(h, end)
	if told == "passive" { // what is worked on stood before; all that is behind says where
		i := h + 1
		for i < end && r.at(i).adverb() {
			i++
		}
		d.Object, d.Target = r.here, strings.TrimSpace(r.words(i, end))
	}
	if o := strings.ToLower(d.Object); o == "one" || strings.HasPrefix(o, "one with") { // one of many: the dish itself
		d.carried = true
	} else if o == "" || parts["pronoun"][o] {
		d.Object = r.last
		if o == "" {
			d.Object, d.carried = r.here, true
		}
	} else {
		r.last, r.here = d.Object, d.Object
	}
	r.measure(&d, from, h, end)
	d.served = d.servesIn()
	adjust(&d)
	if c, ok := r.own[d.Verb]; ok {
		d.Class, d.Own, d.Guessed = c, true, false
	}
	if d.Class != NoDeed {
		r.out = append(r.out, d)
	}
	r.passive, r.statement = told == "passive", false
	return end
}

// measure notes what a clause says of vessel, tool, time and heat. Patterns are asked only where
// a word stands that they can find: a long method has thousands of clauses.
func (r *reader) measure(d *Deed, from, h, end int) {
	said := map[string]bool{}
	until := r.comma(end)
	for j := from; j < until; j++ {
		t := r.at(j)
		switch {
		case t.number():
			said["figure"] = true
		case t.is("timed"):
			said["timed"] = true
		}
		if j >= end {
			continue
		}
		if v := vesselWords[t.low]; v != "" && d.Vessel == "" {
			d.Vessel = v
		}
		said["tool"] = said["tool"] || t.is("tool")
	}
	if said["tool"] {
		d.Tool = toolIn(r.words(from, end))
	}
	if said["timed"] {
		for _, x := range recipe.Durations(r.words(h, until)) {
			d.Minutes = max(d.Minutes, x.HighMin)
		}
	}
	if said["figure"] {
		for _, x := range recipe.Temperatures(r.words(h, until)) {
			d.Celsius = x.CelsiusDeg
		}
	}
}

// end finds where the clause of the verb at h ends.
func (r *reader) end(h int, told string) int {
	bare := true // nothing but what is worked on stands behind the verb yet
	for j := h + 1; j < len(r.t); j++ {
		t := r.at(j)
		switch {
		case t.low == "," && bare && r.list(j+1):
			continue
		case t.low == "," && r.aside(j) > 0: // "tip it, alight, over each peak"
			j = r.aside(j)
			continue
		case t.stop:
			return j
		case t.low == "and" || t.low == "then" || t.low == "or" || t.low == "but":
			k := j + 1
			for r.at(k).adverb() && !r.base(k) {
				k++
			}
			if r.order(k, false) && !r.at(k).is("determiner") || r.at(k).is("prefix") && r.base(k+1) || told == "along" && r.gerund(k) || told == "passive" && r.participle(k) || r.at(k).is("negation") || r.at(k).is("subordinator") {
				return j
			}
			if r.at(k).is("subject") && (r.at(k+1).is("modal") || r.at(k+1).is("being")) || r.at(k).is("preposition") && r.mainAfter(k) > 0 && t.low != "or" {
				return j
			}
			if t.low == "then" || t.low == "but" {
				return j
			}
		case j > h && r.at(j+1).low == "side" && (r.at(j+2).low == "down" || r.at(j+2).low == "up" || r.at(j+2).low == "out"):
			return j
		case r.subordinate(j), t.is("negation") && t.low != "no", t.is("cutoff") && r.gerund(j) && !r.at(j-1).is("determiner") && (r.at(j+1).is("determiner") || r.at(j+1).is("pronoun") || r.at(j+1).is("preposition") || r.at(j+1).stop || r.at(j+1).adverb()):
			return j
		case t.low == "using" || t.low == "leaving", t.low == "cut" && (r.at(j+1).low == "side" || r.at(j+1).low == "face"):
			return j
		case (t.low == "before" || t.low == "after") && (r.gerund(j+1) || r.at(j+1).is("subject") || r.at(j+1).is("determiner") && r.finite(j+1)):
			return j
		case t.low == "to" && (r.at(h).low == "leave" || r.at(h).low == "let") && r.verbs.alone[r.at(j+1).low] == Cools:
			continue // "leave to cool"
		case t.low == "to" && r.base(j+1) && !r.at(j+2).stop && !r.at(j+1).is("noun"), t.low == "to" && (r.at(j+1).low == "make" || r.at(j+1).low == "serve" || r.at(j+1).low == "finish"):
			return j
		}
		if t.is("preposition") && j > h+1 {
			bare = false
		}
	}
	return len(r.t)
}

// aside is where a word or two between commas end before the clause goes on; 0 when it does not.
func (r *reader) aside(i int) int {
	end := r.comma(i + 1)
	if end-i > 3 || end == i+1 || r.at(end).low != "," || !r.at(end+1).is("preposition") || r.base(i+1) || r.gerund(i+1) {
		return 0
	}
	return end
}

// finite reports a verb that says what something does, before the next stop.
func (r *reader) finite(i int) bool {
	for j := i; j < len(r.t) && !r.at(j).stop; j++ {
		if r.at(j).is("being") || r.at(j).is("modal") || strings.HasSuffix(r.at(j).low, "s") && j > i+1 && r.verbs.verbOf(r.at(j).low) != "" {
			return true
		}
	}
	return false
}

// list reports whether a list of things goes on behind a comma: flour, salt and water.
func (r *reader) list(i int) bool {
	end := r.comma(i)
	for j := i + 1; j < end; j++ {
		if r.at(j).is("preposition") && r.at(j).low != "of" {
			end = j
		}
	}
	if i >= len(r.t) || end-i > 9 || end == i {
		return false
	}
	t := r.at(i)
	if t.is("subordinator") || t.is("negation") || t.is("subject") || t.is("preposition") || t.adverb() || r.order(i, false) || r.base(i) && !t.is("noun") || r.gerund(i) || r.participle(i) || t.low == "and" && (r.base(i+1) || r.at(i+1).adverb()) {
		return false
	}
	for j := i; j < end; j++ {
		if r.at(j).is("being") || r.at(j).is("modal") {
			return false
		}
		if j > i && r.at(j-1).low == "and" && r.base(j) && r.order(j, false) {
			return true
		}
	}
	for j := i; j < min(len(r.t), i+14); j++ {
		if r.at(j).low == "and" || r.at(j).low == "or" {
			return !(r.order(j+1, false)) || j-i <= 3
		}
	}
	return false
}

// named gives the class and the name of the verb at h, with the word behind it if the two are
// a deed of their own.
func (r *reader) named(h, end int) (Class, string) {
	w := r.at(h).low
	verb := r.verbs.verbOf(w)
	if h > 0 && r.at(h-1).is("prefix") {
		if c, name := r.phrase(r.at(h-1).low, h, end); name != "" {
			return c, name
		}
	}
	if verb == "" {
		if c := r.own[w]; c != "" {
			return c, w
		}
		return Unknown, w
	}
	if c, name := r.phrase(verb, h+1, end); name != "" {
		return c, name
	}
	if c := r.verbs.alone[verb]; c != "" {
		return c, verb
	}
	return Watches, verb
}

// phrase finds the longest phrasal verb whose words stand in the clause from i on.
func (r *reader) phrase(verb string, i, end int) (Class, string) {
	for _, p := range r.verbs.phrasal[verb] {
		at, ok := i, true
		for n, b := range p.behind {
			reach := 7
			if n > 0 {
				reach = 3
			}
			found := -1
			for j := at; j < min(end, at+reach); j++ {
				if w := r.at(j).low; w == b || b == "on" && w == "onto" && !r.verbs.hasPhrase(verb, "onto") || b == "through" && w == "thru" {
					found = j
					break
				}
			}
			if found < 0 {
				ok = false
				break
			}
			at = found + 1
		}
		if ok {
			return p.class, verb + " " + strings.Join(p.behind, " ")
		}
	}
	return "", ""
}

func (v *verbs) hasPhrase(verb, behind string) bool {
	return slices.ContainsFunc(v.phrasal[verb], func(p phrasal) bool { return len(p.behind) == 1 && p.behind[0] == behind })
}

func (r *reader) class(h, end int) Class { c, _ := r.named(h, max(end, min(len(r.t), h+6))); return c }

// object splits what stands behind the verb into what is worked on and where.
func (r *reader) object(h, end int) (object, target string) {
	i := h + 1
	for i < end && (r.at(i).is("particle") && !r.at(i+1).is("determiner") && !r.at(i+1).number() && r.at(i).low != "into" && r.at(i).low != "onto" || r.at(i).adverb()) {
		i++
	}
	if i < end && r.at(i).is("particle") && r.at(i).low != "into" && r.at(i).low != "onto" && r.at(i).low != "in" && r.at(i).low != "on" {
		i++
	} else if i < end && (r.at(i).low == "in" || r.at(i).low == "on") && i == h+1 {
		i++ // "stir in the cream": what follows is worked on
	}
	j := i
	for j < end && !(r.at(j).is("preposition") && r.at(j).low != "of") {
		j++
	}
	return strings.TrimSpace(r.words(i, j)), strings.TrimSpace(r.words(j, end))
}

var withTool = regexp.MustCompile(`(?i)\b(?:with|using|through|from|on|by|between) (?:a|an|the|your|two|one|chop)? ?((?:[a-z]+ )?(?:fork|forks|knife|spoon|spoons|whisk|sieve|brush|grater|spatula|bag|jug|syringe|tongs|mandoline|peeler|skewer|cleaver|scissors|ladle|torch|blowtorch|sticks?|fingers|hands?|tweezers|wheel|cutter|pick|masher|muslin|cloth|chopsticks|pestle|shaker|dropper|teapot))\b`)

// toolIn is what a clause says the food is moved with.
func toolIn(clause string) string {
	if m := withTool.FindStringSubmatch(clause); m != nil {
		return strings.ToLower(m[1])
	}
	return ""
}

// named reports whether one of a list's words stands in a clause in lower case.
func named(low, list string) bool {
	for w := range parts[list] {
		if strings.Contains(" "+low+" ", " "+w+" ") {
			return true
		}
	}
	return false
}
