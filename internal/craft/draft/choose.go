package draft

import (
	"fmt"
	"math"
	"sort"
	"strings"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/scene"
)

// ranked is a prop that can be taken, and how well.
type ranked struct {
	*Prop
	suits cupboard.Suits
	score float64
	said  string // the reference that asks for it, or against it
}

// Start values of our own: what is held for the dish was decided; what another dish of the
// shoot has already makes the pictures look alike.
const (
	heldBonus = 1000.0
	usedMalus = 25.0
	leastSuit = 40.0 // a prop below it is no help

	// What is lighter than the food by more than the slack, in OKLab lightness, takes the eye.
	brightMalus, brightSlack = 160.0, 0.06
)

// lightness is the food's, by its largest part; middling where its colours are not known.
func (d *Dish) lightness() float64 {
	best, l := -1.0, 0.6
	for _, p := range d.Plan.Food {
		if p.Share > best {
			best, l = p.Share, lightness(p.Hex)
		}
	}
	return l
}

// rank orders the props that are something for a dish, best first; of equals by name.
func (m *maker) rank(d *Dish, is func(ranked) bool) []ranked {
	var out []ranked
	for i := range m.ask.Props {
		p := &m.ask.Props[i]
		if p.Held != "" && p.Held != d.ID {
			continue // it is promised
		}
		r := ranked{Prop: p, suits: p.Prop.Suit(d.Ask, p.Seen)}
		told, said := d.Told.bonus(r.face())
		if r.score, r.said = r.suits.Score+told, said; p.Held == d.ID {
			r.score += heldBonus
		} else if told < 0 {
			continue // a reference does without it
		}
		r.score -= usedMalus*float64(m.used[p.ID]) + brightMalus*math.Max(0, lightness(r.face().Front.Colour)-d.lightness()-brightSlack)
		if is(r) {
			out = append(out, r)
		}
	}
	sort.SliceStable(out, func(i, j int) bool {
		if out[i].score != out[j].score {
			return out[i].score > out[j].score
		}
		return out[i].Prop.Prop.Name < out[j].Prop.Prop.Name
	})
	return out
}

// face is the prop with the side up that suits better.
func (r ranked) face() cupboard.Prop {
	p := r.Prop.Prop
	if r.suits.Back {
		p.Front, p.Back = p.Back, p.Front
	}
	return p
}

func (r ranked) name() string {
	if r.suits.Back {
		return r.Prop.Prop.Name + ", other side up"
	}
	return r.Prop.Prop.Name
}

func (r ranked) because(d *Dish) string {
	if r.Held == d.ID {
		return "It is held for this dish."
	}
	if r.said != "" {
		return fmt.Sprintf("%s Suits %.0f of 100.", quoted(r.said), r.suits.Score)
	}
	return fmt.Sprintf("%s Suits %.0f of 100.", sentence(r.suits.Because), r.suits.Score)
}

// take is the choice of the best of some, noted as used.
func (m *maker) take(d *Dish, key, label string, all []ranked, swap func(ranked) []finding.Edit) (ranked, Choice) {
	best := all[0]
	if m.ask.Variant > 0 && len(all) > m.ask.Variant && key == "ground" && best.Held == "" {
		best = all[m.ask.Variant] // another draft stands on another ground
	}
	m.used[best.ID]++
	c := Choice{Key: key, Label: label, Took: best.name(), Because: best.because(d), From: len(all), Swap: []finding.Edit{}}
	for _, x := range all {
		if x.ID != best.ID {
			c.Next, c.Swap = x.name(), swap(x)
			break
		}
	}
	return best, c
}

func groundEdits(g scene.Ground) []finding.Edit {
	return []finding.Edit{finding.SetNumber("ground.widthMm", g.WidthMm), finding.SetNumber("ground.depthMm", g.DepthMm), finding.SetText("ground.colour", g.Colour),
		finding.SetText("ground.finish", string(g.Finish)), finding.SetText("ground.material", g.Material), finding.SetText("ground.propId", g.PropID)}
}

func thingEdits(i int, t scene.Thing) []finding.Edit {
	at := func(f string) string { return fmt.Sprintf("things.%d.%s", i, f) }
	return []finding.Edit{finding.SetText(at("name"), t.Name), finding.SetText(at("kind"), t.Kind), finding.SetNumber(at("widthMm"), t.WidthMm), finding.SetNumber(at("depthMm"), t.DepthMm), finding.SetNumber(at("heightMm"), t.HeightMm),
		finding.SetText(at("colour"), t.Colour), finding.SetText(at("second"), t.Second), finding.SetText(at("finish"), string(t.Finish)), finding.SetText(at("material"), t.Material), finding.SetText(at("worked"), t.Worked), finding.SetText(at("propId"), t.PropID)}
}

// quoted is what a reference says, as a reason.
func quoted(said string) string {
	return "A reference says: “" + strings.TrimRight(said, ".") + "”."
}

// sentence begins with a capital and ends with a full stop.
func sentence(s string) string {
	if s == "" {
		return ""
	}
	r := []rune(s)
	if r[0] >= 'a' && r[0] <= 'z' {
		r[0] -= 'a' - 'A'
	}
	if last := r[len(r)-1]; last != '.' && last != '!' && last != '?' {
		r = append(r, '.')
	}
	return string(r)
}
