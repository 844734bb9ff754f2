package draft

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"sort"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
)

// above is how high food of a form rises over its rim, as a share of the vessel's diameter:
// start values of our own.
var above = map[shots.Form]float64{"plate": 0.13, "flat": 0.06, "tall": 0.4, "stack": 0.45, "soup": 0, "bowl": 0.08, "drink": 0, "frozen": 0.42, "many-alike": 0.1, "bite": 0.14, "spread": 0.08, "whole": 0.28}

// aboveNamed is the same for shapes that a dish's name says, where its form would have it too low
// or too high: start values of our own.
var aboveNamed = map[string]float64{"tart": 0.08, "pie": 0.2, "cake": 0.42, "loaf": 0.38, "toast": 0.08, "noodles": 0.16, "rice": 0.12, "burger": 0.42, "leaves": 0.2, "biscuits": 0.1,
	"bird": 0.36, "joint": 0.32, "fish": 0.06, "skewers": 0.07, "soup": 0, "eggs": 0.04, "balls": 0.18, "dumplings": 0.1, "pancakes": 0.4, "pudding": 0.32, "crumble": 0.04, "layers": 0.22, "pizza": 0.06, "sandwich": 0.26, "curry": 0.14}

// shapes are the shapes of food of a form; the vessel's usual where none is named.
var shapes = map[shots.Form]string{"plate": "mound", "flat": "slices", "tall": "mound", "stack": "stack", "soup": "liquid", "bowl": "mound", "drink": "liquid", "frozen": "scoops", "many-alike": "slices", "bite": "mound", "spread": "mound", "whole": "mound"}

// shapeOf is the shape of a dish: by its name, else as its form usually is.
func shapeOf(d *Dish) string {
	if named := scene.ShapeNamed(d.Title); named != "" && d.Form != shots.Drink {
		return named
	}
	return shapes[d.Form]
}

// leastDrink is how light a drink is at the least, OKLab: the skin of a fruit is darker than
// what it colours.
const leastDrink = 0.52

// vessel stands the dish in a vessel of the cupboard. Where there is none that it can be
// served in, a usual one stands in its place, and what to find is said.
func (m *maker) vessel(s scene.Set, d *Dish) (scene.Set, Choice) {
	usual := s.Vessel
	all := m.rank(d, func(r ranked) bool {
		v, ok := scene.VesselOf(r.face())
		if !ok || v.DiameterMm < 30 || v.DiameterMm > s.Table.WidthMm/2 {
			return false
		}
		return r.Held == d.ID && (v.Kind != "board" || usual.Kind == "board") || r.suits.Role == "vessel" && r.suits.Score >= leastSuit
	})
	all = byPortion(all, d)
	if len(all) == 0 {
		m.lack(finding.Finding{Code: "no-vessel", Severity: finding.Note, Subject: d.Title, Measure: "nothing that is free suits", Limit: fmt.Sprintf("a %s of about %.0f cm", usual.Kind, usual.DiameterMm/10),
			Because: "The draft stands it in a usual one, so that the frame can be planned.", Try: []finding.Try{finding.Hands(fmt.Sprintf("Rent or buy a %s of %.0f to %.0f cm, matt and quiet", usual.Kind, 0.9*usual.DiameterMm/10, 1.1*usual.DiameterMm/10))}})
		return s, Choice{Key: "vessel", Label: "Vessel", Took: "a usual " + usual.Kind, Because: "Nothing that is free suits.", Swap: []finding.Edit{}}
	}
	best, c := m.take(d, "vessel", "Vessel", all, func(r ranked) []finding.Edit {
		v, _ := scene.VesselOf(r.face())
		return v.Edits()
	})
	v, _ := scene.VesselOf(best.face())
	v.XMm, v.YMm = usual.XMm, usual.YMm
	s.Vessel = v
	return s, c
}

// leastPoured is how full a vessel is drafted at the least, as a share of its height: lower it
// looks left over. portionPoints is what a vessel loses for each doubling by which it is too
// small or too large for a helping. Start values of our own.
const leastPoured, portionPoints = 0.45, 22.0

// byPortion orders vessels of what is poured by how well a helping fits them, too.
func byPortion(all []ranked, d *Dish) []ranked {
	if d.PortionMl <= 0 {
		return all
	}
	out := slices.Clone(all)
	for i := range out {
		if v, ok := scene.VesselOf(out[i].face()); ok && v.Kind != "plate" && v.Kind != "board" {
			// Filled to four fifths is as it is carried.
			out[i].score -= portionPoints * math.Abs(math.Log2(0.85*v.HoldsMl()/d.PortionMl))
		}
	}
	slices.SortStableFunc(out, func(a, b ranked) int { return cmp.Compare(b.score, a.score) })
	return out
}

// food puts the dish into its vessel, in its shape and colours.
func (m *maker) food(s scene.Set, d *Dish) scene.Set {
	f := &s.Food
	f.Name, f.Steams = d.Title, d.Served.Steams
	f.Form = shapeOf(d)
	flat := s.Vessel.Kind == "plate" || s.Vessel.Kind == "board"
	liquid := f.Form == "liquid" || f.Form == "soup"
	switch {
	case f.Form == "liquid" && d.Iced:
		f.Form = "iced"
	case flat && (liquid || f.Form == "crumble" || f.Form == "layers"): // nothing holds it
		f.Form, liquid = "mound", false
	}
	high := above[d.Form]
	if named, ok := aboveNamed[f.Form]; ok {
		high = named
	}
	f.AboveMm = math.Round(high * s.Vessel.DiameterMm)
	if liquid {
		f.AboveMm, f.FillShare = 0, 0.8
		if d.PortionMl > 0 && s.Pours() { // as full as a helping makes it
			share, _ := s.Vessel.LevelFor(d.PortionMl)
			f.FillShare = math.Max(leastPoured, math.Round(100*share)/100)
		}
		if c, err := colour.Parse(f.Colour); err == nil && s.Vessel.Kind == "glass" && c.Lightness < leastDrink {
			c.Lightness = leastDrink
			f.Colour = c.Hex()
		}
	}
	if body, on, ok := dressed(f.Form, d); ok {
		f.Colour, f.Garnish = body, on
		if fruit, ok := laidOn(f.Form, d); ok {
			look, _ := scene.LookOf(f.Form) // the fruit is on it, not in it
			f.Colour, f.Piece, f.Garnish = look.Body, fruit.Piece, fruit.Colour
		}
		return s
	}
	if f.Garnish == "" && (!liquid || f.Form == "soup") {
		f.Garnish = usualLeaf
	}
	return s
}

func lightness(hex string) float64 {
	c, _ := colour.Parse(hex)
	return c.Lightness
}

// darkest is the lightness of a board's darker face.
func darkest(p cupboard.Prop) float64 {
	l := lightness(p.Front.Colour)
	if p.TwoFaced() {
		l = math.Min(l, lightness(p.Back.Colour))
	}
	return l
}

// ground lies under the dish, and a second board stands behind it where the lens looks that
// far (P5).
func (m *maker) ground(s scene.Set, d *Dish, low bool) (scene.Set, []Choice) {
	var out []Choice
	boards := m.rank(d, func(r ranked) bool {
		_, ok := scene.GroundOf(r.face(), r.ID)
		return ok && r.Prop.Prop.Kind == cupboard.Backdrop
	})
	if len(boards) == 0 {
		m.lack(finding.Finding{Code: "no-ground", Severity: finding.Note, Subject: d.Title, Measure: "no backdrop is free", Limit: "one of about 100 × 80 cm", Because: "The draft stands it on the bare table.",
			Try: []finding.Try{finding.Hands("Paint a board of 100 × 80 cm, matt, both faces another colour, or rent one")}})
		return s, []Choice{{Key: "ground", Label: "Ground", Took: "the bare table", Because: "No backdrop is free.", Swap: []finding.Edit{}}}
	}
	best, c := m.take(d, "ground", "Ground", boards, func(r ranked) []finding.Edit {
		g, _ := scene.GroundOf(r.face(), r.ID)
		return groundEdits(g)
	})
	g, _ := scene.GroundOf(best.face(), best.ID)
	s = s.OnGround(g)
	out = append(out, c)
	if !low {
		return s, out
	}
	b := &s.Backdrop
	b.On, b.YMm = true, math.Max(s.Ground.YMm+s.Ground.DepthMm/2+20, s.Vessel.YMm+s.Vessel.DiameterMm/2+300)
	behind := Choice{Key: "backdrop", Label: "Backdrop", Took: "a painted board", Because: "At a low angle the lens sees past what lies under the dish.", Swap: []finding.Edit{}}
	if d.Served.Steams { // steam needs a dark ground behind it (L8)
		sort.SliceStable(boards, func(i, j int) bool { return darkest(boards[i].Prop.Prop) < darkest(boards[j].Prop.Prop) })
		behind.Because = "Steam shows before what is dark, and this is the darkest that is free."
	}
	for _, r := range boards {
		if r.ID == best.ID && r.Prop.Prop.Count < 2 {
			continue
		}
		p := r.face()
		if back := p.Back; d.Served.Steams && p.TwoFaced() && lightness(back.Colour) < lightness(p.Front.Colour) {
			p.Front = back
		}
		b.WidthMm, b.HeightMm, b.Colour = math.Max(p.Sizes.LengthMm, p.Sizes.WidthMm), math.Min(p.Sizes.LengthMm, p.Sizes.WidthMm), p.Front.Colour
		behind.Took, behind.From = r.name(), len(boards)-1
		return s, append(out, behind)
	}
	b.WidthMm, b.HeightMm, b.Colour = 1200, 900, "#4d5158"
	m.lack(finding.Finding{Code: "no-backdrop", Severity: finding.Note, Subject: d.Title, Measure: "no second board is free", Limit: "one of 120 × 90 cm to stand behind", Because: behind.Because,
		Try: []finding.Try{finding.Hands("Rent or paint a board of 120 × 90 cm to stand behind the dish")}})
	return s, append(out, behind)
}
