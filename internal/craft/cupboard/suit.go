package cupboard

import (
	"figladder/internal/craft/words"
	"fmt"
	"math"
	"sort"
	"strings"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/finding"
)

// Ask is the dish that props are looked for, and how it will be photographed.
type Ask struct {
	Dish        string
	Form        string // plate, flat, tall, soup, drink, frozen
	Ingredients []string
	Food        []colour.Part
	Dark        bool
	Bold        bool // bold colour, or the bold school of ground
	Angle       words.Angle
	Light       words.Direction
	RangeStops  float64 // what one exposure of the camera holds, about 2.5 stops of it above the food's middle; 0 for that
	Altered     bool    // the dish will not be eaten
	AcrossMm    float64 // how wide the dish is, as its method says it; 0 when it does not
}

// Seen is how often and when a prop was in published frames.
type Seen struct {
	Times   int    `json:"times" doc:"Published frames it was in"`
	Last    string `json:"last" doc:"Day of the last, YYYY-MM-DD, or empty"`
	DaysAgo int    `json:"daysAgo" doc:"Since then; 0 when never"`
}

// Suits is how a prop suits a dish.
type Suits struct {
	Score    float64           `json:"score" doc:"0 to 100"`
	Role     string            `json:"role" enum:"vessel,ground,beside" doc:"What it would be for the dish"`
	Back     bool              `json:"back" doc:"Whether its other side suits better"`
	Because  string            `json:"because" doc:"What speaks most for it or against it"`
	Parts    []colour.Score    `json:"parts" doc:"What the score is made of"`
	Findings []finding.Finding `json:"findings" doc:"What to think about"`
}

// Start values of handbook lines P2 and P5 and physics.md, all in one place.
const (
	holdsStops  = 2.5  // how much brighter than the food one exposure still holds well
	oftenTimes  = 4    // published frames from which a prop repeats
	lately      = 120  // days after which a prop is fresh again
	leastGround = 1000 // mm, long side of a backdrop
	leastAcross = 800  // mm, its short side
)

// wholeOnIt are the forms that stand whole on what they are served on.
var wholeOnIt = map[string]bool{"tall": true, "flat": true, "whole": true}

// StandsWhole reports whether a form stands whole on what it is served on, so that the tin it
// was made in says how wide that is.
func StandsWhole(form string) bool { return wholeOnIt[form] }

// portionMm is about how wide the food of a form lies, mm.
var portionMm = map[string]float64{"plate": 135, "flat": 150, "tall": 150, "soup": 125, "bowl": 130, "drink": 60, "frozen": 75, "stack": 110, "many-alike": 200, "bite": 120, "spread": 180, "whole": 240}

// Role is what a kind of prop is for a form of dish, and how well it fits it, 0 to
// 1.
func Role(k Kind, form string) (role string, fits float64) {
	vessels := map[string]map[Kind]float64{
		"plate": {Plate: 1, Bowl: 0.6, Board: 0.5}, "flat": {Plate: 0.85, Board: 1, Tile: 0.7}, "tall": {Plate: 1, Board: 0.8},
		"stack": {Plate: 1, Board: 0.9, Tile: 0.6}, "many-alike": {Plate: 0.9, Board: 1, Tile: 0.7}, "bite": {Board: 1, Plate: 0.9, Tile: 0.9}, "spread": {Board: 1, Plate: 0.8, Bowl: 0.7}, "whole": {Board: 1, Plate: 0.8},
		"soup": {Bowl: 1, Tiny: 0.3, Plate: 0.25}, "bowl": {Bowl: 1, Tiny: 0.2, Plate: 0.4}, "drink": {Glass: 1, Jug: 0.3}, "frozen": {Bowl: 0.7, Glass: 0.9, Tiny: 0.8, Plate: 0.4},
	}
	switch {
	case vessels[form][k] > 0:
		return "vessel", vessels[form][k]
	case k == Backdrop:
		return "ground", 1
	}
	return "beside", 0.8
}

// Suit works out how a prop suits a dish: parts from 0 to 1 with their weights,
// and findings in words. A two-faced prop is judged by its better side. It never
// refuses: an unrelated or unlucky prop is questioned.
func (p Prop) Suit(a Ask, seen Seen) Suits {
	out := p.suit(p.Front, a, seen)
	if p.TwoFaced() {
		if other := p.suit(p.Back, a, seen); other.Score > out.Score {
			other.Back = true
			return other
		}
	}
	return out
}

type judge struct {
	p    Prop
	face Face
	lch  colour.LCH
	ask  Ask
	seen Seen
	out  *Suits
}

func (p Prop) suit(face Face, a Ask, seen Seen) Suits {
	out := Suits{Parts: []colour.Score{}, Findings: []finding.Finding{}}
	j := judge{p: p, face: face, ask: a, seen: seen, out: &out}
	j.lch, _ = colour.Parse(face.Colour)
	var fits float64
	out.Role, fits = Role(p.Kind, a.Form)
	j.part("what it is", fits, 0.14, fmt.Sprintf("a %s as %s of this dish", p.Kind, map[string]string{"vessel": "the vessel", "ground": "the ground", "beside": "something beside"}[out.Role]))
	j.size()
	j.colours()
	j.exposure()
	j.finish()
	j.pattern()
	j.school()
	j.condition()
	j.freshness()
	j.relevance()
	most := 0.0
	for _, s := range out.Parts {
		out.Score += 100 * s.Value * s.Weight
		// What pulls a score furthest from the middle is what is said of it.
		if pull := math.Abs(s.Value-0.6) * s.Weight; pull > most && (s.Name != "what it is" || s.Value < 0.6) {
			most, out.Because = pull, s.Words
		}
	}
	return out
}

func (j *judge) part(name string, value, weight float64, words string) {
	j.out.Parts = append(j.out.Parts, colour.Score{Name: name, Value: math.Min(1, math.Max(0, value)), Weight: weight, Words: words})
}

func (j *judge) find(code string, s finding.Severity, subject, measure, limit, because, try string) {
	j.out.Findings = append(j.out.Findings, finding.Finding{Code: code, Severity: s, Subject: subject, Measure: measure, Limit: limit, Because: because, Try: []finding.Try{finding.Hands(try)}})
}

// tell adds a finding of the colours, with what hands can do about it.
func (j *judge) tell(f finding.Finding, try string) {
	f.Try = []finding.Try{finding.Hands(try)}
	j.out.Findings = append(j.out.Findings, f)
}

// near is 1 at the wished value and 0 at width away from it.
func near(v, wish, width float64) float64 { return math.Max(0, 1-math.Abs(v-wish)/width) }

func (j *judge) size() {
	p, s := j.p, j.p.Sizes
	switch {
	case j.out.Role == "ground":
		long, across := math.Max(s.LengthMm, s.WidthMm), math.Min(s.LengthMm, s.WidthMm)
		v := math.Min(long/leastGround, across/leastAcross)
		j.part("size", v, 0.16, fmt.Sprintf("%.0f × %.0f cm", long/10, across/10))
		if v < 1 {
			j.find("backdrop-small", finding.Care, p.Name+" runs out", fmt.Sprintf("%.0f × %.0f cm", long/10, across/10), "100 × 80 cm", "A low angle or a wide crop sees past its edge.", "use a larger board, or come in closer and keep the angle high")
		}
	case j.out.Role == "vessel" && s.DiameterMm > 0:
		portion := portionMm[j.ask.Form]
		wish := 1.45 * portion
		if wholeOnIt[j.ask.Form] && j.ask.AcrossMm > 0 { // a 23 cm cake wants a rim round it, and no more
			portion, wish = j.ask.AcrossMm, 1.2*j.ask.AcrossMm
		}
		if j.ask.Form == "drink" {
			wish = 72
		}
		j.part("size", near(s.DiameterMm, wish, 0.75*wish), 0.16, fmt.Sprintf("rim %.1f cm for about %.0f cm of food; %.0f cm would suit", s.DiameterMm/10, portion/10, wish/10))
		if p.Kind == Plate && s.DiameterMm > math.Max(230, wish) {
			j.find("plate-large", finding.Care, p.Name+" swallows the food", fmt.Sprintf("%.0f cm", s.DiameterMm/10), "16 to 22 cm", "Dinner plates leave the food small and fill the frame with plate.", "take a side plate, or plate up more")
		}
	case p.Kind == Cutlery:
		j.part("size", near(s.LengthMm, 155, 90), 0.16, fmt.Sprintf("%.1f cm long; small old pieces are about 15 cm", s.LengthMm/10))
		if s.LengthMm > 185 {
			j.find("cutlery-large", finding.Care, p.Name+" is full size", fmt.Sprintf("%.1f cm", s.LengthMm/10), "about 15 cm", "Full size comes large at the lens and dwarfs a side plate.", "take a cake fork or a small spoon")
		}
	default:
		j.part("size", 0.7, 0.16, "its size does not decide")
	}
}

// colours judges the face against every part of the food: near one colour is bad
// for a vessel and worse for a spoon, two strong hues that are neither near nor
// opposite fight.
func (j *judge) colours() {
	least, from := math.Inf(1), ""
	fight, against, other := false, "", colour.LCH{}
	sum := 0.0
	for _, f := range j.ask.Food {
		sum += f.Share
	}
	for _, f := range j.ask.Food {
		if sum > 0 && f.Share/sum < 0.05 {
			continue
		}
		if d := colour.Distance(j.face.Colour, f.Hex); d < least {
			least, from = d, f.Name
		}
		c, err := colour.Parse(f.Hex)
		if err != nil {
			continue
		}
		if _, fights := colour.Fight(j.lch, c); fights {
			fight, against, other = true, f.Name, c
		}
	}
	if from == "" {
		j.part("colour", 0.6, 0.2, "the dish has no colours written down yet")
		return
	}
	v := math.Min(1, math.Max(0, (least-6)/26))
	words := fmt.Sprintf("ΔE %.0f from %s, the nearest", least, from)
	if colour.Twin(least) && j.out.Role != "ground" {
		code, try := "vessel-is-food", "take one lighter or darker than the food"
		if j.p.Kind == Cutlery {
			code, try = "spoon-is-soup", "swap the spoon or move it off the rim"
		}
		j.tell(colour.TwinFinding(code, j.p.Name, from, least), try)
	}
	if fight {
		v, words = math.Min(v, 0.15), "fights "+against
		j.tell(colour.FightFinding("vessel-fights", j.p.Name, against, j.lch, other), "take a quieter one, or one of the opposite hue")
	}
	j.part("colour", v, 0.2, words)
}

// exposure is the trap of a white plate under dark food: reflectances in stops.
func (j *judge) exposure() {
	food, sum := 0.0, 0.0
	for _, f := range j.ask.Food {
		food, sum = food+f.Share*colour.Reflectance(f.Hex), sum+f.Share
	}
	if sum == 0 || j.out.Role == "beside" && j.p.Kind != Linen {
		j.part("exposure", 0.7, 0.12, "does not decide the exposure")
		return
	}
	holds := j.ask.RangeStops
	if holds <= 0 {
		holds = holdsStops
	}
	stops := math.Log2(math.Max(0.01, colour.Reflectance(j.face.Colour)) / math.Max(0.01, food/sum))
	j.part("exposure", 1-math.Max(0, stops-holds+0.5)/2, 0.12, exposed(stops, holds))
	if stops > holds {
		j.find("exposure-trap", finding.Care, j.p.Name+" is too bright for this food", fmt.Sprintf("%.1f stops above it", stops), fmt.Sprintf("%.1f stops", holds), "Expose for the food and the plate burns out; for the plate and it turns grey while the food blocks up.", "take a darker or a matt one")
	}
}

func exposed(stops, holds float64) string {
	if stops < 0 {
		return fmt.Sprintf("%.1f stops under the food", -stops)
	}
	return fmt.Sprintf("%.1f stops above the food; one exposure holds about %.1f well", stops, holds)
}

func (j *judge) finish() {
	gloss := map[words.Finish]float64{words.Matt: 1, words.Satin: 0.8, words.Gloss: 0.4, words.Mirror: 0.15}[j.face.Finish]
	said := string(j.face.Finish)
	against := j.ask.Light == words.FromBehind && j.ask.Angle.Against()
	if j.p.Kind == Glass {
		gloss = math.Max(gloss, 0.7) // a glass is meant to shine
	} else if gloss < 0.5 && against {
		gloss *= 0.4
		said += ", and the light comes from behind"
		j.find("gloss", finding.Care, j.p.Name+" will mirror the light", string(j.face.Finish), "matt or satin", "Gloss carries the window into the lens and steals the eye.", "take a matt one, tilt it, or cover it with cloth")
	}
	j.part("finish", gloss, 0.1, said)
}

func (j *judge) pattern() {
	v := 1 - j.face.Pattern
	words := "plain"
	switch {
	case j.p.Kind == Glass:
		v, words = 0.6+0.4*j.face.Pattern, "patterned glass catches the light better than plain"
	case j.face.Pattern > 0.5:
		words = "a loud pattern"
		j.find("pattern-loud", finding.Note, j.p.Name+" has a loud pattern", fmt.Sprintf("%.1f", j.face.Pattern), "0.5", "It cannot be used again without every picture looking alike.", "keep it for one picture, or show only a corner")
	case j.face.Pattern > 0.1:
		words = "a quiet pattern"
	}
	j.part("pattern", v, 0.06, words)
}

// school: neutrals and softened colours by the quiet school, clean colour by the
// bold; pure primaries are called so (P3).
func (j *judge) school() {
	primary := Primary(j.face.Colour)
	v, words := near(j.lch.Chroma, 0.03, 0.16), "a quiet colour"
	if j.ask.Bold {
		v, words = near(j.lch.Chroma, 0.12, 0.14), fmt.Sprintf("chroma %.2f for a bold picture", j.lch.Chroma)
	} else if j.lch.Chroma > 0.12 {
		words = "a strong colour in a quiet picture"
	}
	if primary && !j.ask.Bold {
		v = 0
		j.find("primary", finding.Care, j.p.Name+" is a pure primary", j.lch.Name(), "softened colours", "A pure red, yellow or blue takes the eye before the food does.", "keep it for bold grounds and hard light on purpose")
	}
	j.part("school", v, 0.06, words)
}

// Primary reports a pure red, yellow or blue: OKLCH chroma high and hue within 12°
// of theirs (29, 110 and 264).
func Primary(hex string) bool {
	c, err := colour.Parse(hex)
	if err != nil || c.Chroma < 0.17 {
		return false
	}
	for _, h := range []float64{29.2, 109.8, 264} {
		if colour.Between(c.HueDeg, h) <= 12 {
			return true
		}
	}
	return false
}

func (j *judge) condition() {
	v := map[string]float64{"new": 0.9, "patina": 1, "worn": 0.7, "scratched": 0.35, "chipped": 0.2, "broken": 0}[j.p.Condition]
	j.part("condition", v, 0.06, j.p.Condition)
	switch j.p.Condition {
	case "chipped", "scratched":
		j.find("damaged", finding.Care, j.p.Name+" is "+j.p.Condition, j.p.Condition, "patina is good, scratches and chips are not", "The lens finds a chip before anyone else does.", "turn it away, or take another; mind the edge when you wash it")
	case "broken":
		j.find("damaged", finding.Stop, j.p.Name+" is broken", "broken", "whole", "It cannot be used.", "take another, and take it off the shelf")
	}
	if j.out.Role == "vessel" && j.p.FoodContact == "no" && !j.ask.Altered {
		j.find("no-food", finding.Care, "Nothing to be eaten from "+j.p.Name, "not food-safe", "food-safe, or a lining", "Some glazes, paints and home-made boards are not for food; props kept for pictures are not eaten from.", "line it, or mark the dish not for eating")
	}
}

func (j *judge) freshness() {
	if j.seen.Times == 0 {
		j.part("not seen", 1, 0.06, "in no published frame yet")
		return
	}
	v := math.Min(1, float64(j.seen.DaysAgo)/lately) * math.Max(0.2, 1-float64(j.seen.Times)/10)
	j.part("not seen", v, 0.06, fmt.Sprintf("in %d published frames, last %d days ago", j.seen.Times, j.seen.DaysAgo))
	if j.seen.Times >= oftenTimes && j.seen.DaysAgo < lately {
		j.find("seen-often", finding.Note, j.p.Name+" has been seen a lot", fmt.Sprintf("%d published frames, last %d days ago", j.seen.Times, j.seen.DaysAgo), fmt.Sprintf("%d in %d days", oftenTimes, lately), "Pictures begin to look alike.", "give it a rest")
	}
}

// relevance: every object must have to do with the dish; one that does not is
// questioned, never refused (P6).
func (j *judge) relevance() {
	if len(j.p.Ties) == 0 {
		j.part("belongs", 0.75, 0.04, "belongs to no dish in particular")
		return
	}
	text := strings.ToLower(j.ask.Dish + " " + strings.Join(j.ask.Ingredients, " "))
	for _, t := range j.p.Ties {
		if w := strings.ToLower(strings.TrimSpace(t)); w != "" && strings.Contains(text, strings.TrimSuffix(w, "s")) {
			j.part("belongs", 1, 0.04, "belongs to "+t)
			return
		}
	}
	j.part("belongs", 0.1, 0.04, "belongs to "+strings.Join(j.p.Ties, ", "))
	j.find("unrelated", finding.Note, "What has "+j.p.Name+" to do with it?", strings.Join(j.p.Ties, ", "), j.ask.Dish, "A stray unrelated item looks silly; one that echoes an ingredient tells the story.", "leave it, or say what it is there for")
}

// Ranked is a prop with how it suits.
type Ranked struct {
	ID    string `json:"id" doc:"Key of the prop"`
	Prop  Prop   `json:"prop" doc:"The prop"`
	Seen  Seen   `json:"seen" doc:"How often it was published"`
	Suits Suits  `json:"suits" doc:"How it suits"`
}

// Rank orders props by how they suit, the best first; of equals by name.
func Rank(all []Ranked) {
	sort.SliceStable(all, func(a, b int) bool {
		if x, y := all[a].Suits.Score, all[b].Suits.Score; math.Abs(x-y) > 1e-9 {
			return x > y
		}
		return all[a].Prop.Name < all[b].Prop.Name
	})
}
