package draft

import (
	_ "embed"
	"regexp"
	"strings"
	"sync"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/colour"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/wordlist"
	"figladder/internal/craft/words"
)

// Told is what the references of a dish ask for in words, as far as a draft can follow them.
// Each is empty where nothing is said; Words is the sentence that says it (handbook B4: what
// to take from a picture is said, or the picture gets copied).
type Told struct {
	Angle      words.Angle
	AngleWords string
	Light      words.Direction
	LightWords string
	Near       string // tight, wide
	NearWords  string
	Props      []cupboard.Kind
	Without    []cupboard.Kind
	PropWords  string
	Colours    []string // #rrggbb
	ColourSaid string
}

//go:embed references.tsv
var referencesTable string

// saying is one thing that words can mean.
type saying struct {
	list, means string
	words       *regexp.Regexp
}

var sayings = sync.OnceValue(func() []saying {
	var out []saying
	for _, r := range wordlist.Rows(referencesTable) {
		out = append(out, saying{r["list"], r["means"], wordlist.Words(r["words"])})
	}
	return out
})

// takesOf says which lists a reference's takes open: what is not to be taken is not read.
var takesOf = map[string][]string{"angle": {"angle"}, "crop": {"near"}, "light": {"light"}, "mood": {"colour"}, "prop": {"props"}, "styling": {"props"}, "colour": {"colour"}}

var (
	clauseEnd = regexp.MustCompile(`[.;:!?]+|,? but |, `)
	denied    = regexp.MustCompile(`(?i)\b(?:no|not|never|nothing|without|don.?t|nor|instead of|rather than|less)\b`)
)

// Tell reads what references ask of a dish: those for the dish itself before those for the
// whole shoot, the first that says a thing before later ones.
func Tell(refs []brief.Reference, dishID string) Told {
	var out Told
	for _, mine := range []bool{true, false} {
		for _, r := range refs {
			if r.DishID != "" && r.DishID != dishID || (r.DishID != "") != mine {
				continue
			}
			out.read(r)
		}
	}
	return out
}

func (t *Told) read(r brief.Reference) {
	open := map[string]bool{}
	for _, take := range r.Takes {
		for _, list := range takesOf[take] {
			open[list] = true
		}
		open["near"] = open["near"] || take == "angle"
	}
	said := strings.TrimSpace(r.Words)
	for _, clause := range clauseEnd.Split(said, -1) {
		from := len(clause) + 1 // where what is denied begins
		if at := denied.FindStringIndex(clause); at != nil {
			from = at[0]
		}
		for _, s := range sayings() {
			at := s.words.FindStringIndex(clause)
			if at == nil || !open[s.list] {
				continue
			}
			t.take(s, at[0] >= from, said)
		}
	}
}

// take notes one thing that is said, or denied.
func (t *Told) take(s saying, denied bool, said string) {
	if denied {
		if kind := cupboard.Kind(s.means); s.list == "props" {
			t.Without, t.PropWords = append(t.Without, kind), said
		}
		return
	}
	switch s.list {
	case "angle":
		if t.Angle == "" {
			t.Angle, t.AngleWords = words.Angle(s.means), said
		}
	case "light":
		if t.Light == "" {
			t.Light, t.LightWords = words.Direction(s.means), said
		}
	case "near":
		if t.Near == "" {
			t.Near, t.NearWords = s.means, said
		}
	case "props":
		t.Props, t.PropWords = append(t.Props, cupboard.Kind(s.means)), said
	case "colour":
		t.Colours, t.ColourSaid = append(t.Colours, s.means), said
	}
}

// How much words count for a prop, in points of what it suits, and how near a colour is
// that they mean, CIEDE2000: start values of our own.
const (
	toldBonus  = 40.0
	toldColour = 30.0
	toldWithin = 14.0
)

// bonus is what the references' words add to a prop, and the words.
func (t Told) bonus(p cupboard.Prop) (float64, string) {
	sum, said := 0.0, ""
	for _, k := range t.Without {
		if p.Kind == k {
			return -1000, t.PropWords
		}
	}
	for _, k := range t.Props {
		if p.Kind == k {
			sum, said = sum+toldBonus, t.PropWords
			break
		}
	}
	if p.Kind == cupboard.Backdrop || p.Kind == cupboard.Linen {
		for _, hex := range t.Colours {
			if colour.Distance(p.Front.Colour, hex) < toldWithin {
				return sum + toldColour, t.ColourSaid
			}
		}
	}
	return sum, said
}
