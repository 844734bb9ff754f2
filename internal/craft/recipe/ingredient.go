package recipe

import (
	"regexp"
	"strings"
	"unicode"

	"figladder/internal/craft/measure"
)

var stepNumber = regexp.MustCompile(`^\s*(?:step\s+)?\d{1,2}\s*[.):]\s+`)

// ParseIngredients reads a list of lines; blank ones are dropped and headings
// become the Group of what follows.
func ParseIngredients(lines []string) []Ingredient {
	out := []Ingredient{}
	group := ""
	for _, line := range lines {
		line = tidy(line)
		if line == "" {
			continue
		}
		if h, ok := heading(line); ok {
			group = h
			continue
		}
		i := ParseIngredient(line)
		i.Group = group
		out = append(out, i)
	}
	return out
}

func heading(line string) (string, bool) {
	if !strings.HasSuffix(line, ":") || strings.ContainsFunc(line, unicode.IsDigit) {
		return "", false
	}
	return strings.TrimSpace(strings.TrimSuffix(line, ":")), true
}

// fractions written as one character.
var vulgar = strings.NewReplacer("½", " 1/2", "⅓", " 1/3", "⅔", " 2/3", "¼", " 1/4", "¾", " 3/4", "⅕", " 1/5", "⅖", " 2/5", "⅗", " 3/5", "⅘", " 4/5",
	"⅙", " 1/6", "⅚", " 5/6", "⅛", " 1/8", "⅜", " 3/8", "⅝", " 5/8", "⅞", " 7/8", "⁄", "/", "\u00a0", " ", "\u2009", " ", "\u202f", " ", "×", " x ")

var dashes = strings.NewReplacer("–", "-", "—", "-", "−", "-", "‑", "-")

var spaces = regexp.MustCompile(`\s+`)

// tidy flattens spaces and takes off bullets; the words stay as they are.
func tidy(line string) string {
	line = spaces.ReplaceAllString(line, " ")
	return strings.TrimSpace(strings.TrimLeft(strings.TrimSpace(line), "•*·▢□-– "))
}

// sizes and manners that stand between amount and thing: they belong to the note.
var manners = map[string]bool{"large": true, "small": true, "medium": true, "heaped": true, "level": true, "rounded": true, "scant": true, "generous": true,
	"good": true, "big": true, "packed": true, "thumb-sized": true, "heaping": true, "whole": false}

// ParseIngredient reads one line. It never guesses: a number it cannot place
// leaves Understood false and the whole line in Item.
func ParseIngredient(line string) Ingredient {
	written := tidy(line)
	p := &parser{rest: strings.TrimSpace(spaces.ReplaceAllString(dashes.Replace(vulgar.Replace(written)), " "))}
	out := Ingredient{Written: written, Understood: true}
	if len(written) > longest {
		return Ingredient{Written: written, Item: written}
	}
	p.source()
	p.behind()
	p.together()
	out.Low, out.High = p.amount()
	p.dozens(&out)
	p.times(&out)
	p.manners()
	out.Unit = p.unit(!out.High.IsZero() || p.some)
	p.lengthOrPack(out.Unit)
	if p.some && !p.vague && out.Unit != "" && out.High.IsZero() {
		out.Low, out.High = measure.Ratio(1, 1), measure.Ratio(1, 1)
	}
	p.second(out.Unit)
	out.Plus = p.plus
	p.manners()
	p.item(&out)
	p.trailingUnit(&out)
	if out.Item == "" && out.Unit != "" {
		out.Item, out.Unit = p.unitWord, "" // "4 cloves" are the spice
	}
	if strings.ContainsFunc(out.Item, unicode.IsDigit) || out.Item == "" || shares.MatchString(out.Item) {
		out = Ingredient{Written: written, Item: written}
	}
	return out
}

type parser struct {
	rest     string
	notes    []string
	some     bool   // "a", "some": an amount without a number
	vague    bool   // "a few", "several": more than one, nobody says how many
	unitWord string // the unit as it was written
	plus     Part   // what is added in another unit
}

func (p *parser) note(s string) {
	if s = strings.Trim(s, " ,;."); s != "" {
		p.notes = append(p.notes, s)
	}
}

// take removes a match of re from the front and returns its groups.
func (p *parser) take(re *regexp.Regexp) []string {
	m := re.FindStringSubmatch(p.rest)
	if m != nil {
		p.rest = strings.TrimSpace(p.rest[len(m[0]):])
	}
	return m
}

// longest is the longest line, in bytes, that can be one ingredient.
const longest = 400

var partOf = regexp.MustCompile(`(?i)^(?:the )?((?:finely |freshly )?(?:grated |squeezed )?(?:juice|zest|rind|peel|seeds|leaves)(?: and (?:juice|zest|rind))?) (?:of|from) `)

// source takes "juice of", "grated zest from" off the front.
func (p *parser) source() {
	if m := p.take(partOf); m != nil {
		p.note(strings.ToLower(m[1]))
	}
	if m := p.take(about); m != nil {
		p.note(strings.ToLower(m[1]))
	}
}

const number = `(?:\d+ \d+/\d+|\d+/\d+|\d*[.,]\d+|\d+)`

var (
	about   = regexp.MustCompile(`(?i)^(about|approximately|approx\.?|around|roughly|up to|at least) `)
	ranged  = regexp.MustCompile(`(?i)^(` + number + `)\s*(?:-|to|or)\s*(` + number + `)`)
	single  = regexp.MustCompile(`^(` + number + `)`)
	worded  = regexp.MustCompile(`(?i)^(one|two|three|four|five|six|seven|eight|nine|ten|twelve|half an?|half|quarter of an?|a quarter of an?|a couple of|a few|an?|some|few|several)\b(?: of)?`)
	timesOf = regexp.MustCompile(`(?i)^x ?(` + number + `) ?-?([a-z]+)\b`)
	hyphen  = regexp.MustCompile(`^(\d+)-(\d+/\d+)\b`)
	article = regexp.MustCompile(`(?i)^an? (\d)`)
	joined  = regexp.MustCompile(`(?i)^-(inch|cm|g|gram|ml|oz|ounce|lb|pound)\b`)
	last    = regexp.MustCompile(`(?i)^(\D+?)(?: ?-)? (` + number + `) ?(g|kg|ml|cl|l|oz|lb|grams?|tbsp|tsp|cups?)$`)
	piece   = regexp.MustCompile(`(?i)^(?:piece|length|chunk|knob)s? (?:of )?`)
	pack    = regexp.MustCompile(`(?i)^(sachet|tin|can|jar|packet|pack|block|tub|carton|bag|bottle)s? (?:of )?`)
	shares  = regexp.MustCompile(`(?i)^parts? `)
	packOf  = regexp.MustCompile(`(?i)^(` + number + `) ?-?(g|gram|kg|kilogram|ml|millilit(?:re|er)|cl|l|litre|liter|oz|ounce|lb|pound)s?\.?\)?[- ](tins?|cans?|jars?|packets?|packs?|packages?|bottles?|bags?|blocks?|sachets?|cartons?|tubs?)\b`)
)

var words = map[string]measure.Rational{"one": measure.Ratio(1, 1), "two": measure.Ratio(2, 1), "three": measure.Ratio(3, 1), "four": measure.Ratio(4, 1),
	"five": measure.Ratio(5, 1), "six": measure.Ratio(6, 1), "seven": measure.Ratio(7, 1), "eight": measure.Ratio(8, 1), "nine": measure.Ratio(9, 1),
	"ten": measure.Ratio(10, 1), "twelve": measure.Ratio(12, 1), "half a": measure.Ratio(1, 2),
	"half an": measure.Ratio(1, 2), "half": measure.Ratio(1, 2), "quarter of a": measure.Ratio(1, 4), "a quarter of a": measure.Ratio(1, 4), "a couple of": measure.Ratio(2, 1),
	"a": measure.Ratio(1, 1), "an": measure.Ratio(1, 1)}

// behind turns "flour 200 g" round, and takes a slip such as "a 5 cm piece" or
// "1-3/4 cups" back to what it says.
func (p *parser) behind() {
	if m := last.FindStringSubmatch(p.rest); m != nil {
		p.rest = m[2] + " " + m[3] + " " + m[1]
	}
	p.rest = article.ReplaceAllString(p.rest, "$1")
	p.rest = hyphen.ReplaceAllString(p.rest, "$1 $2")
}

// lengthOrPack takes the word between a measure and its thing: the piece of "5 cm
// piece of ginger", the sachet of "7 g sachet yeast".
func (p *parser) lengthOrPack(unit string) {
	u, ok := measure.UnitNamed(unit)
	switch {
	case !ok || unit == "":
	case u.Dimension == measure.Length:
		p.take(piece)
	case u.Dimension == measure.Mass || u.Dimension == measure.Volume:
		if m := p.take(pack); m != nil {
			p.note(strings.ToLower(m[1]))
		}
	}
}

// behindThing are the counting units that people write after the thing.
var behindThing = map[string]bool{"clove": true, "pod": true, "bulb": true, "stick": true, "stalk": true, "fillet": true, "cube": true, "rib": true, "rasher": true}

// trailingUnit reads "2 garlic cloves" as two cloves of garlic.
func (p *parser) trailingUnit(out *Ingredient) {
	at := strings.LastIndexByte(out.Item, ' ')
	if out.Unit != "" || out.High.IsZero() || at < 0 {
		return
	}
	head := strings.TrimSpace(out.Item[:at])
	if u, ok := measure.UnitNamed(out.Item[at+1:]); ok && behindThing[u.Name] && head != "whole" {
		out.Unit, out.Item = u.Name, head
	}
}

var (
	mannerFirst = regexp.MustCompile(`(?i)^(scant|generous|heaped|heaping|level|rounded|good|packed) (` + number + `\s*[a-z])`)
	twoParts    = regexp.MustCompile(`(?i)^(` + number + `)\s*(lb|lbs|pounds?|kg|kilos?|kilograms?|l|litres?|liters?)\.? (` + number + `)\s*(oz|ounces?|g|grams?|ml|millilit(?:re|er)s?)\b\.?`)
	dozen       = regexp.MustCompile(`(?i)^dozen\b(?: of)?`)
	sizeOf      = regexp.MustCompile(`(?i)^\(?(` + number + `)[ -]?(inch|inches|in|cm|mm|centimet(?:re|er)s?)\.?\)?[- ](strips?|pieces?|sticks?|slices?|knobs?|wedges?|cubes?|stalks?)\b`)
)

// together takes what is written in two parts for one: "scant 1 cup" is a scant cup, "1 lb 2
// oz" is 18 oz.
func (p *parser) together() {
	if m := mannerFirst.FindStringSubmatch(p.rest); m != nil {
		p.note(strings.ToLower(m[1]))
		p.rest = p.rest[len(m[1])+1:]
	}
	m := twoParts.FindStringSubmatch(p.rest)
	if m == nil {
		return
	}
	large, a := measure.UnitNamed(m[2])
	small, b := measure.UnitNamed(m[4])
	parts := map[string]int64{"lb oz": 16, "kg g": 1000, "l ml": 1000}[large.Name+" "+small.Name]
	if !a || !b || parts == 0 {
		return // they do not go together
	}
	sum := exact(m[1]).Mul(measure.Ratio(parts, 1)).Add(exact(m[3]))
	p.rest = sum.String() + " " + small.Name + p.rest[len(m[0]):]
}

// dozens reads "dozen", by itself or after a number.
func (p *parser) dozens(out *Ingredient) {
	if m := p.take(dozen); m != nil {
		twelve := measure.Ratio(12, 1)
		if out.High.IsZero() {
			out.Low, out.High = twelve, twelve
		} else {
			out.Low, out.High = out.Low.Mul(twelve), out.High.Mul(twelve)
		}
	}
}

func (p *parser) amount() (low, high measure.Rational) {
	if m := p.take(ranged); m != nil {
		low, high = exact(m[1]), exact(m[2])
		if low.Cmp(high) > 0 {
			// "2 1/2"-like slips read high to low; what is meant is unclear.
			p.rest = m[0] + " " + p.rest
			return measure.Rational{}, measure.Rational{}
		}
		return low, high
	}
	if m := p.take(single); m != nil {
		v := exact(m[1])
		p.rest = joined.ReplaceAllString(p.rest, "$1")
		p.take(ofA)
		return v, v
	}
	if m := worded.FindStringSubmatch(p.rest); m != nil {
		key := strings.ToLower(m[1])
		v, ok := words[key]
		if !ok { // a few, some, several: said, not counted
			p.take(worded)
			p.note(key)
			p.some, p.vague = true, true
			return measure.Rational{}, measure.Rational{}
		}
		p.take(worded)
		return v, v
	}
	return measure.Rational{}, measure.Rational{}
}

// exact reads "1 1/2", "1/2", "1.5", "1,5" as a rational.
func exact(s string) measure.Rational {
	sum := measure.Rational{}
	for _, part := range strings.Fields(strings.ReplaceAll(s, ",", ".")) {
		if v, err := measure.ParseRational(part); err == nil {
			sum = sum.Add(v)
		}
	}
	return sum
}

// times reads "1 x 400 g tin" and "2 400-gram tins": the pack goes to the note.
func (p *parser) times(out *Ingredient) {
	if out.High.IsZero() {
		return
	}
	if m := timesOf.FindStringSubmatch(p.rest); m != nil {
		if _, ok := measure.UnitNamed(m[2]); ok {
			p.take(timesOf)
			p.note(m[1] + " " + m[2] + " each")
			return
		}
	}
	open := strings.TrimPrefix(p.rest, "(")
	for _, re := range []*regexp.Regexp{packOf, sizeOf} {
		if m := re.FindStringSubmatch(open); m != nil {
			p.rest = strings.TrimSpace(m[3] + open[len(m[0]):])
			p.note(m[1] + " " + m[2] + " each")
			return
		}
	}
}

func (p *parser) manners() {
	for {
		word, rest, ok := strings.Cut(p.rest, " ")
		if !ok || !manners[strings.ToLower(word)] {
			return
		}
		p.note(strings.ToLower(word))
		p.rest = rest
	}
}

var unitHead = regexp.MustCompile(`^(fl\.? ?oz\.?|fluid ounces?|[A-Za-z]+\.?)(?:[ /(,]|$)`)

// unit takes a unit off the front. Without an amount before it only a word that
// cannot be a thing itself counts ("pinch of salt").
func (p *parser) unit(counted bool) string {
	m := unitHead.FindStringSubmatch(p.rest)
	if m == nil {
		return ""
	}
	u, ok := measure.UnitNamed(strings.ToLower(m[1]))
	if letter := strings.TrimSuffix(m[1], "."); len(letter) == 1 { // T and t are two spoons
		u, ok = measure.UnitNamed(letter)
	}
	if strings.HasPrefix(strings.ToLower(m[1]), "fl") && strings.Contains(strings.ToLower(m[1]), "oz") {
		u, ok = measure.UnitNamed("fl oz")
	}
	if !ok {
		return ""
	}
	after := strings.TrimSpace(p.rest[len(m[1]):])
	if !counted {
		if _, isOf := strings.CutPrefix(after, "of "); !isOf || u.Dimension != measure.Count {
			return ""
		}
		p.some = true
	}
	p.unitWord = strings.ToLower(m[1])
	p.rest = strings.TrimPrefix(after, "of ")
	return u.Name
}

var (
	slashed = regexp.MustCompile(`(?i)^/ ?(` + number + ` ?[a-z ]*?(?:g|kg|ml|l|oz|fl oz|lb|pints?|cups?|tbsp|tsp))\b`)
	braced  = regexp.MustCompile(`^\(([^)]*)\)`)
	plus    = regexp.MustCompile(`(?i)^(?:plus|\+|and) (` + number + ` ?(?:tbsp|tablespoons?|tsp|teaspoons?|cups?|g|ml|oz)\b)`)
	of      = regexp.MustCompile(`(?i)^of `)
	ofA     = regexp.MustCompile(`(?i)^(?:of )?an? `)
)

// second takes what stands between unit and thing: "/ 8 oz" and "(190 g)" say the same again and
// are kept in words; "plus 2 tbsp" is more of it, when it measures what the unit measures.
func (p *parser) second(unit string) {
	for {
		switch {
		case p.keep(slashed), p.keep(braced):
		case p.more(unit):
		case p.keepWith("plus ", plus):
		default:
			p.take(of)
			return
		}
	}
}

var moreOf = regexp.MustCompile(`(?i)^(?:plus|\+|and) (` + number + `) ?(tbsp|tablespoons?|tsp|teaspoons?|cups?|g|ml|oz)\b`)

// more takes a second amount that adds to the first.
func (p *parser) more(unit string) bool {
	m := moreOf.FindStringSubmatch(p.rest)
	if m == nil || p.plus.Unit != "" {
		return false
	}
	first, a := measure.UnitNamed(unit)
	second, b := measure.UnitNamed(strings.ToLower(m[2]))
	if !a || !b || first.Dimension != second.Dimension || unit == "" {
		return false
	}
	p.take(moreOf)
	p.plus = Part{exact(m[1]), second.Name}
	return true
}

func (p *parser) keep(re *regexp.Regexp) bool { return p.keepWith("", re) }

func (p *parser) keepWith(before string, re *regexp.Regexp) bool {
	m := p.take(re)
	if m == nil {
		return false
	}
	p.note(before + m[1])
	return true
}

var trailing = regexp.MustCompile(`(?i)[ ,]+((?:to taste|to serve|to garnish|to decorate|to finish|for (?:serving|garnish|dusting|frying|greasing|brushing|the tin|the top)|optional|plus (?:more|extra)|as needed|at room temperature|or (?:more )?to taste|if (?:you like|needed)|divided)\b.*)$`)
var inner = regexp.MustCompile(`\s*\(([^)]*)\)`)
var either = regexp.MustCompile(`(?i) or `)

// item splits what is left into the thing and its note.
func (p *parser) item(out *Ingredient) {
	s := p.rest
	for _, m := range inner.FindAllStringSubmatch(s, -1) {
		p.note(m[1])
	}
	s = inner.ReplaceAllString(s, "")
	for { // "skinless, boneless thighs": what only describes is no thing
		at := strings.IndexByte(s, ',')
		if at < 0 || !describes(s[:at]) {
			break
		}
		p.note(s[:at])
		s = strings.TrimSpace(s[at+1:])
	}
	if at := strings.IndexAny(s, ",;"); at >= 0 {
		p.note(s[at+1:])
		s = s[:at]
	} else if at := strings.Index(s, " - "); at >= 0 {
		p.note(s[at+3:])
		s = s[:at]
	}
	if m := trailing.FindStringSubmatchIndex(s); m != nil {
		p.note(s[m[2]:m[3]])
		s = s[:m[0]]
	}
	if at := either.FindStringIndex(s); at != nil {
		p.note("or " + s[at[1]:])
		s = s[:at[0]]
	}
	out.Item = strings.Trim(s, " .,;-")
	out.Note = strings.Join(p.notes, "; ")
}
