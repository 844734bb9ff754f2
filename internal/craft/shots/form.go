package shots

import (
	_ "embed"
	"fmt"
	"math"
	"regexp"
	"slices"
	"sort"
	"strings"

	"figladder/internal/craft/method"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/wordlist"
	"figladder/internal/craft/words"
)

// Form is the shape of a dish as a camera meets it.
type Form string

// The forms of handbook line S6.
const (
	Plate  Form = "plate"      // most things
	Flat   Form = "flat"       // round and flat
	Tall   Form = "tall"       // layered, risen
	Stack  Form = "stack"      // one on the other, held by its own weight
	Soup   Form = "soup"       // liquid in a bowl
	Bowl   Form = "bowl"       // loose food in a bowl or pot
	Drink  Form = "drink"      // in a glass or mug
	Frozen Form = "frozen"     // melts while you look
	Many   Form = "many-alike" // many of one thing
	Bite   Form = "bite"       // eaten in one, held up
	Spread Form = "spread"     // a table of dishes
	Whole  Form = "whole"      // carved at the table
)

// Forms lists them in the order they are offered.
var Forms = []Form{Plate, Flat, Tall, Stack, Soup, Bowl, Drink, Frozen, Many, Bite, Spread, Whole}

// Words implements words.Vocabulary.
func (Form) Words() []string {
	out := make([]string, len(Forms))
	for i, f := range Forms {
		out[i] = string(f)
	}
	return out
}

// Evidence is one thing that speaks for a form.
type Evidence struct {
	Form   Form    `json:"form" doc:"The form"`
	Points float64 `json:"points" doc:"How much it speaks for it; negative against"`
	Words  string  `json:"words" doc:"What speaks for it"`
}

// FormGuess is which form a dish has, and why.
type FormGuess struct {
	Form     Form       `json:"form" doc:"The form most speaks for"`
	Second   Form       `json:"second" doc:"The runner-up; empty when nothing speaks for another"`
	Evidence []Evidence `json:"evidence" doc:"What speaks for which form, the most first"`
}

//go:embed dishes.tsv
var dishesTable string

// thing marks names that say what a dish is made of, not what it is.
const thing Form = "thing"

type dishName struct {
	form   Form
	served string
	words  string
}

// dishNames are the names of dishes by their last word, so that a title asks for few of them.
var dishNames = func() map[string][]dishName {
	out := map[string][]dishName{}
	for _, row := range wordlist.Rows(dishesTable) {
		for _, w := range strings.Split(row["dishes"], "|") {
			f := strings.Fields(w)
			last := f[len(f)-1]
			out[last] = append(out[last], dishName{Form(row["form"]), row["served"], w})
		}
	}
	return out
}()

// named is a dish's name that a title says, and how much of the title it is.
type namedDish struct {
	dishName
	share float64
}

// sideOf are the words of a title behind which stands what goes with the dish.
var sideOf = map[string]bool{"with": true, "in": true, "on": true, "under": true, "for": true, "finished": true, "over": true, "from": true, "twice": true}

// dishesIn finds the names of dishes in a title. The one that its first part ends with is what
// the dish is ("Cider mussels with sea beet"); one with a word behind it says what kind ("Sour
// cherry dumplings"), one behind "with" what goes with it.
func dishesIn(title string) []namedDish {
	low := strings.ToLower(title)
	at := wordIn.FindAllStringIndex(low, -1)
	w := make([]string, len(at))
	for i, f := range at {
		w[i] = low[f[0]:f[1]]
	}
	var out []namedDish
	head, behind := true, ""
	for i := 0; i < len(w); i++ {
		if i > 0 && sideOf[w[i]] {
			head, behind = false, w[i]
		}
		best, n := dishName{}, 0
		for k := min(4, len(w)-i); k > 0 && n == 0; k-- {
			name := strings.Join(w[i:i+k], " ")
			for _, d := range dishNames[w[i+k-1]] {
				if d.words == name {
					best, n = d, k
				}
			}
			if n == 0 && strings.HasSuffix(name, "s") {
				for _, d := range dishNames[strings.TrimSuffix(w[i+k-1], "s")] {
					if d.words+"s" == name {
						best, n = d, k
					}
				}
			}
		}
		if n == 0 {
			continue
		}
		end := i + n
		share := 1.0
		last := end == len(w) || sideOf[w[end]] || strings.ContainsAny(low[at[end-1][1]:at[end][0]], ",:;&(–—") || w[end] == "and"
		switch {
		case behind == "on": // what a dish lies on says more of its shape than what goes with it
			share = 0.7
		case !head:
			share = 0.4
		case !last:
			share = 0.3
		}
		out = append(out, namedDish{best, share})
		i = end - 1
	}
	return out
}

var (
	wordIn   = regexp.MustCompile(`[\p{L}]+(?:['’-][\p{L}]+)*`)
	manyOf   = regexp.MustCompile(`(?i)\b(?:makes|into|about|pipe|stamp out|roll|shape|cut) (?:out )?(?:about )?(\d+)\b(?: ?(?:cm|mm|minutes?|min|g|ml|inch|in|°|c\b|f\b|degrees|seconds?|hours?|layers?|pieces? of))?`)
	dozen    = regexp.MustCompile(`(?i)\b(?:dozen|dozens|twelve|sixteen|eighteen|twenty|twenty-four|thirty|forty)\b`)
	counted  = regexp.MustCompile(`(?i)^(\d+)\b[^,(]*\b(?:wrappers?|skins|cases|shells|rounds|blinis)\b`)
	oneBite  = regexp.MustCompile(`(?i)\b(?:one bite|single bite|one mouthful|a mouthful|in one go)\b`)
	company  = regexp.MustCompile(`(?i)\b(?:for (?:six|eight|ten|twelve|a crowd|sharing) *(?:$|\n)|for a crowd|a table of|along the table|help themselves|dig in)`)
	cakeTin  = regexp.MustCompile(`(?i)\b(?:deep|loaf|cake|springform|bundt|pudding) (?:\d+ ?cm )?(?:tin|basin|bowl)\b`)
	sticks   = regexp.MustCompile(`(?i)\b(?:lolly|lollies|popsicle|paleta)\b`)
	liquidIn = regexp.MustCompile(`(?i)\b(?:stock|broth|water|milk|wine|cider|beer|juice|tonic|soda|coconut milk|buttermilk|ale|stout|cream|gin|rum|vodka|spirit|prosecco|coffee|tea)\b`)
	inBowls  = regexp.MustCompile(`(?i)\b(?:\w+ bowls|casserole)\b`)
	anyDish  = regexp.MustCompile(`(?i)\bdish(?:es)?\b`)
	overIce  = regexp.MustCompile(`(?i)\b(?:over|with) (?:the |fresh |crushed |cubed |more )*ice(?:[.,;]|$| [^c])`)
	layOut   = regexp.MustCompile(`^(?:fan|shingle|overlap|array)\b`)
)

// GuessForm weighs what speaks for which form: the dish's name, the vessel it ends in, what is
// done to it, how much of it is liquid, how many it makes. Of two that are level the one offered
// first is taken.
func GuessForm(r recipe.Recipe, deeds []method.Deed) FormGuess {
	var all []Evidence
	say := func(f Form, points float64, format string, args ...any) {
		all = append(all, Evidence{f, points, fmt.Sprintf(format, args...)})
	}
	for _, d := range dishesIn(r.Title) {
		if d.form == thing { // what it is made of says little of its form
			say(Plate, 0.5*d.share, "“%s” in the title", d.words)
			continue
		}
		say(d.form, 3*d.share, "“%s” in the title", d.words)
	}
	say(Plate, 1, "most dishes are on a plate")
	vessel, liquid, spoken := "", liquidShare(r), method.Spoken(r)
	stacked, layered, frozen, scooped, threaded, laid := false, false, false, false, false, false
	for _, d := range deeds {
		if d.Plates {
			if v := vesselIn(d.Clause); v != "" && vessel == "" && !anyDish.MatchString(d.Clause) {
				vessel = v
			}
		}
		switch {
		case d.Class == method.Closes, d.Class == method.Stacks && strings.HasPrefix(d.Verb, "stack"), d.Class == method.Stacks && strings.EqualFold(d.Clause, "build"):
			stacked = true
		case d.Class == method.Stacks:
			layered = true
		case d.Verb == "freeze" || d.Verb == "churn":
			frozen = frozen || method.ToCome(spoken, d.Step) < 0.3
		case strings.HasPrefix(d.Verb, "scoop") && d.Done:
			scooped = true
		case d.Verb == "thread":
			threaded = true
		case layOut.MatchString(d.Verb) && (d.Done || d.Plates):
			laid = true
		case d.Verb == "carve":
			say(Plate, 1, "“%s”", d.Clause)
			say(Whole, 2.5, "“%s”", d.Clause)
		case d.Verb == "stretch" || d.Verb == "roll out":
			say(Flat, 1, "“%s”", d.Clause)
		case d.Class == method.Bites && d.Verb == "dig in":
			say(Spread, 1, "“%s”", d.Clause)
		}
	}
	said := []string{r.Title, r.Yield}
	for _, s := range r.Steps {
		said = append(said, s.Text)
	}
	text := strings.Join(said, "\n")
	switch vessel {
	case "glass", "mug", "coupe":
		say(Drink, 2.5, "it ends in a %s", vessel)
	case "bowl", "pot":
		say(Bowl, 1.5, "it ends in a %s", vessel)
		say(Soup, 1.5, "it ends in a %s", vessel)
		say(Drink, -3, "it ends in a %s", vessel)
		if liquid > 0.55 {
			say(Soup, 1.5, "%.0f %% of it is liquid", 100*liquid)
		} else {
			say(Bowl, 1, "%.0f %% of it is liquid", 100*liquid)
		}
	case "plate":
		say(Plate, 1, "it ends on a plate")
		say(Drink, -2, "it ends on a plate")
		say(Soup, -2, "it ends on a plate")
		say(Bowl, -1, "it ends on a plate")
	case "":
		if m := inBowls.FindString(text); m != "" {
			say(Bowl, 1, "“%s”", strings.ToLower(m))
		}
	case "board":
		say(Flat, 0.5, "it ends on a board")
	case "stand":
		say(Tall, 2, "it ends on a stand")
	}
	if v := vesselIn(r.Title); v == "pot" || v == "bowl" {
		say(Bowl, 1.5, "“%s” in the title", v)
	}
	if ice := overIce.FindString(text); ice != "" {
		say(Drink, 2, "“%s”", strings.ToLower(ice))
	}
	if stacked {
		say(Stack, 2, "it is stacked, or closed on top")
	}
	if layered {
		say(Stack, 0.7, "it is layered")
		say(Tall, 0.7, "it is layered")
	}
	if frozen && vessel != "bowl" || frozen && scooped {
		say(Frozen, 2, "it is frozen")
	}
	if scooped {
		say(Frozen, 1, "it is scooped")
	}
	if threaded {
		say(Bite, 2, "it is threaded on to something")
	}
	if n, said := manyIn(r, text); n >= 12 {
		say(Many, 2.5, "“%s”", said)
	}
	if m := oneBite.FindString(text); m != "" {
		say(Bite, 2.5, "“%s”", strings.ToLower(m))
	}
	if m := company.FindString(text); m != "" {
		say(Spread, 1.5, "“%s”", strings.ToLower(m))
	}
	if m := cakeTin.FindString(text); m != "" {
		say(Tall, 1, "“%s”", strings.ToLower(m))
	}
	if m := sticks.FindString(text); m != "" {
		say(Frozen, 1.5, "“%s”", strings.ToLower(m))
	}
	if laid {
		say(Plate, 1, "it is laid out in a fan")
	}
	return weigh(all)
}

// FormOf reads a recipe and weighs what speaks for which form.
func FormOf(r recipe.Recipe, own map[string]method.Class) FormGuess {
	return GuessForm(r, method.Of(r, own))
}

func weigh(all []Evidence) FormGuess {
	sum := map[Form]float64{}
	for _, e := range all {
		sum[e.Form] += e.Points
	}
	order := slices.Clone(Forms)
	sort.SliceStable(order, func(a, b int) bool { return sum[order[a]] > sum[order[b]]+1e-9 })
	sort.SliceStable(all, func(a, b int) bool { return math.Abs(all[a].Points) > math.Abs(all[b].Points)+1e-9 })
	out := FormGuess{Form: order[0], Evidence: all}
	if sum[order[1]] > 0 {
		out.Second = order[1]
	}
	return out
}

// liquidShare is how much of a recipe's weight is liquid, of what can be weighed; 0 when nothing
// can.
func liquidShare(r recipe.Recipe) float64 {
	wet, all := 0.0, 0.0
	for _, in := range r.Ingredients {
		g := roughGrams(in)
		all += g
		if liquidIn.MatchString(in.Item) {
			wet += g
		}
	}
	if all == 0 {
		return 0
	}
	return wet / all
}

var gramsIn = map[string]float64{"g": 1, "kg": 1000, "ml": 1, "l": 1000, "cl": 10, "dl": 100, "cup": 240, "tbsp": 15, "tsp": 5, "oz": 28, "lb": 454, "pint": 568, "quart": 946, "can": 400, "tin": 400, "bunch": 40, "handful": 30, "clove": 5, "sprig": 2, "pinch": 1, "slice": 30, "litre": 1000, "bottle": 750}

// roughGrams is about what an ingredient weighs: as its unit says, a plain count as 60 g each.
func roughGrams(in recipe.Ingredient) float64 {
	n := in.High.Float()
	if n == 0 {
		return 5
	}
	if k, ok := gramsIn[in.Unit]; ok {
		return n * k
	}
	return n * 60
}

// manyIn finds how many alike a recipe makes, and the words that say so.
func manyIn(r recipe.Recipe, text string) (int, string) {
	most, said := 0, ""
	for _, m := range manyOf.FindAllStringSubmatch(text, -1) {
		n := 0
		_, _ = fmt.Sscan(m[1], &n)
		if strings.HasSuffix(m[0], m[1]) && n > most && n < 500 {
			most, said = n, strings.ToLower(m[0])
		}
	}
	for _, in := range r.Ingredients {
		if m := counted.FindStringSubmatch(in.Written); m != nil {
			n := 0
			_, _ = fmt.Sscan(m[1], &n)
			if n > most {
				most, said = n, strings.ToLower(m[0])
			}
		}
	}
	if m := dozen.FindString(r.Title + " " + r.Yield); m != "" && most < 12 && !strings.Contains(strings.ToLower(r.Title), m+" minute") {
		most, said = 12, strings.ToLower(m)
	}
	return most, said
}

// MainAngle returns the angle that follows the food, and why.
func MainAngle(f Form, d Served) (angle words.Angle, because string) {
	switch f {
	case Flat:
		return words.StraightDown, "flat food shows all of itself from straight above"
	case Spread:
		return words.StraightDown, "a table of dishes is a pattern; straight above shows it whole"
	case Many:
		if d.Steams {
			return words.ThreeQuarter, "many alike, and hot: three-quarter keeps the lens out of the steam and the rows in sight"
		}
		return words.StraightDown, "many alike make rows; straight above shows them"
	case Tall:
		return words.Level, "height and layers show from level with them"
	case Stack:
		return words.Level, "what is stacked shows its layers from level with them"
	case Bite:
		return words.Level, "one bite held up is seen level or slightly from below, with a long lens"
	case Drink:
		return words.Level, "a drink is seen through its glass, level with it"
	case Frozen:
		return words.ThreeQuarter, "the scoop has a front and a top; three-quarter shows both"
	case Whole:
		return words.ThreeQuarter, "what is carved at the table has a front and a top; three-quarter shows both, and the hands"
	case Soup, Bowl:
		if d.Steams {
			return words.ThreeQuarter, "it steams, and steam fogs a lens straight above; three-quarter keeps clear of it"
		}
		return words.ThreeQuarter, "a bowl hides its food from the side; three-quarter sees in and keeps its shape"
	}
	if d.Laid {
		return words.StraightDown, "slices laid out flat show all of themselves from straight above"
	}
	return words.ThreeQuarter, "texture and gloss on most plates show best from about 45°"
}
