package draft

import (
	"fmt"
	"math"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/words"
)

// onTable stands the set on a table of the place, in its room.
func (m *maker) onTable(s scene.Set) scene.Set {
	if p := m.ask.Place; p != nil {
		s = s.OnTable(*p, m.ask.PlaceID, 0)
	}
	return s
}

// lit puts the windows of the place round a set at the best hour of the day, and turns the set
// so that the largest comes from where the light is wanted.
func (m *maker) lit(s scene.Set, g group) (scene.Set, []Choice) {
	from := g.light
	p := m.ask.Place
	right := m.ask.Variant == 1 // another draft is lit from the other side
	if p == nil || len(p.Windows) == 0 {
		m.lack(finding.Finding{Code: "no-place", Severity: finding.Note, Subject: "Place", Measure: "no windows are known", Limit: "the place with its windows", Because: "The draft takes a usual window, and no hour can be said.",
			Try: []finding.Try{finding.Hands("Put the place of the shoot in under Windows")}})
		s.Lights[0] = usualWindow(s, from, right)
		return s, []Choice{{Key: "light", Label: "Light", Took: "a usual window, " + string(from), Because: "The windows of the place are not known.", Swap: []finding.Edit{}}}
	}
	main := 0
	for i, w := range p.Windows {
		if area(w) > area(p.Windows[main]) {
			main = i
		}
	}
	w := p.Windows[main]
	// The window is seen at this angle from the dish, clockwise from behind it.
	angle := map[words.Direction]float64{words.FromBehind: -25, words.FromCorner: -45}[from]
	if _, told := map[words.Direction]bool{words.FromBehind: true, words.FromCorner: true}[from]; !told {
		angle = -90
	}
	turned := "The set is turned to it."
	if edge := boardEdge(s); from == words.FromBehind && edge > 0 {
		// A board that stands behind would shut it out.
		angle, turned = -math.Min(75, edge+8), "The set is turned until it shines past the board behind."
	}
	if right {
		angle = -angle
	}
	farSide := math.Mod(w.BearingDeg-angle+720, 360)
	s = s.InRoom(*p, farSide)
	out := []Choice{{Key: "light", Label: "Light", Took: fmt.Sprintf("%s, %s", w.Name, from), From: len(p.Windows), Swap: []finding.Edit{},
		Because: g.wants() + " This is the largest window. " + turned}}
	if len(p.Windows) > 1 {
		out[0].Next = p.Windows[(main+1)%len(p.Windows)].Name
	}
	if m.ask.Day == "" {
		s.Daylight.On = false
		return s, append(out, Choice{Key: "hour", Label: "Hour", Took: "an overcast sky at no hour", Because: "The shoot has no day yet.", Swap: []finding.Edit{}})
	}
	s.Daylight.Day, s.Daylight.Weather = m.ask.Day, "overcast"
	clock, why, hours := m.hour(*p, w)
	s.Daylight.Clock = clock
	return s, append(out, Choice{Key: "hour", Label: "Hour", Took: clock, Because: why, From: hours, Swap: []finding.Edit{}})
}

// boardEdge is how far to the side the edge of a backdrop is seen from the dish, degrees; 0 where
// none stands.
func boardEdge(s scene.Set) float64 {
	if !s.Backdrop.On || s.Backdrop.YMm <= s.Vessel.YMm {
		return 0
	}
	return math.Atan2(s.Backdrop.WidthMm/2, s.Backdrop.YMm-s.Vessel.YMm) * 180 / math.Pi
}

func area(w almanac.Window) float64 {
	if w.Roof {
		return w.WidthMm * w.HeightMm / 2 // it lights from above, which is no side
	}
	return w.WidthMm * w.HeightMm
}

// hour is the middle of the longest stretch of soft light by a window, or the brightest
// moment without the sun on the set.
func (m *maker) hour(p almanac.Place, w almanac.Window) (clock, why string, from int) {
	d, err := almanac.DayOf(p, w, m.ask.Day, nil)
	if err != nil || len(d.Moments) == 0 {
		return "12:00", "The sun of that day is not known.", 0
	}
	if len(d.Best) > 0 {
		b := d.Best[0]
		mid := (b.FromMin + b.ToMin) / 2 / 15 * 15
		return almanac.Clock(mid), fmt.Sprintf("Soft light by %s lasts from %s to %s, the longest that day; this is its middle.", w.Name, almanac.Clock(b.FromMin), almanac.Clock(b.ToMin)), len(d.Moments)
	}
	best := d.Moments[0]
	for _, x := range d.Moments {
		if x.Direct == 0 && x.Overcast > best.Overcast {
			best = x
		}
	}
	return best.Clock, "No hour is soft and bright enough; this is the brightest without sun on the set.", len(d.Moments)
}

// usualWindow is a window where none is known, from the side that is wanted.
func usualWindow(s scene.Set, from words.Direction, right bool) scene.Light {
	l := s.Lights[0]
	away, side := 1250.0, -1.0
	if right {
		side = 1
	}
	deg := map[words.Direction]float64{words.FromBehind: 0, words.FromCorner: 45}
	a, told := deg[from]
	if !told {
		a = 90
	}
	a *= side
	sin, cos := math.Sincos(a * math.Pi / 180)
	l.XMm, l.YMm, l.FacingDeg = s.Vessel.XMm+away*sin, s.Vessel.YMm+away*cos, math.Mod(a+180+720, 360)
	return l
}

// glowMarginMm is by how much a glow card stays inside the drink's outline.
const glowMarginMm = 3

// cardSteps is how far beyond the dish a card stands, mm.
var cardSteps = []float64{90, 160, 240, 340, 460, 620, 820}

// cards solves for the mood's ratio: a white card across from the light, nearer or farther; a
// black one when there is too much fill already. A drink in glass, lit from behind, gets its
// glow card (L5, L8).
func (m *maker) cards(s scene.Set, from words.Direction, cameras []scene.Camera) (scene.Set, []Choice) {
	var out []Choice
	s.Cards = []scene.Card{}
	v := s.Vessel
	if from == words.FromBehind && s.OfGlass() {
		if c, _, err := s.GlowCard(glowMarginMm); err == nil {
			s.Cards = append(s.Cards, c)
			out = append(out, Choice{Key: "cards", Label: "Card", Took: "a glow card cut to the glass", Because: "A drink needs light through it: a card behind it, cut to its outline.", Swap: []finding.Edit{}})
		}
	}
	low, high := m.ask.Wants.RatioLowStops, m.ask.Wants.RatioHighStops
	if high <= 0 {
		return s, out
	}
	aim := (low + high) / 2
	read := func(t scene.Set) (stops float64, cost float64, ok bool) {
		j, err := m.judge(t)
		if err != nil {
			return 0, 0, false
		}
		for _, r := range j.Readings {
			if r.Key == "keyFill" {
				return r.Value, costOf(j.Findings), true
			}
		}
		return 0, 0, false
	}
	now, _, ok := read(s)
	if !ok || now >= low && now <= high {
		return s, out
	}
	face := words.White
	if now < low {
		face = words.Black
	}
	card, owned := m.owned(face)
	right := !fromRight(s)
	if now < low {
		right = !right // it takes light away from the open side
	}
	best, off := s, math.Abs(now-aim)+0.3
	said := ""
	for _, step := range cardSteps {
		t := s.Copy()
		c := card
		c.On, c.YMm, c.TiltDeg = true, v.YMm, 0
		x := v.DiameterMm/2 + step
		if c.XMm, c.FacingDeg = v.XMm+x, 270; !right {
			c.XMm, c.FacingDeg = v.XMm-x, 90
		}
		t.Cards = append(t.Cards, c)
		if seen(t, len(t.Cards)-1, cameras) {
			continue
		}
		stops, cost, ok := read(t)
		if !ok {
			break
		}
		if miss := math.Abs(stops-aim) + cost/400; miss < off {
			best, off = t, miss
			said = fmt.Sprintf("Key to fill would be %.1f stops without it; the mood asks for %s to %s, and with it they are %.1f.", now, number(low), number(high), stops)
		}
	}
	if said == "" {
		return s, out
	}
	if !owned {
		m.lack(finding.Finding{Code: "no-card", Severity: finding.Note, Subject: card.Name, Measure: "the kit has none", Limit: "one of A2", Because: "The draft fills with it.", Try: []finding.Try{finding.Hands("Cut one of foam board, 42 × 59 cm")}})
	}
	return best, append(out, Choice{Key: "cards", Label: "Card", Took: card.Name, Because: said, From: len(cardSteps), Swap: []finding.Edit{}})
}

// seen reports whether any of the cameras sees a card.
func seen(s scene.Set, card int, cameras []scene.Camera) bool {
	for _, c := range cameras {
		t := s
		t.Camera = c
		if t.SeesCard(card) {
			return true
		}
	}
	return false
}

func number(v float64) string { return fmt.Sprintf("%g", math.Round(10*v)/10) }

// owned is a card of the kit with a face, the one nearest to A2.
func (m *maker) owned(face words.CardFace) (scene.Card, bool) {
	best := scene.Card{Name: string(face) + " card A2", Kind: face, WidthMm: 594, HeightMm: 420}
	best.Name = capital(best.Name)
	found, off := false, math.Inf(1)
	for _, i := range m.ask.Kit {
		if i.Kind != kit.Card || i.Surface != face || i.WidthMm <= 0 || i.HeightMm <= 0 {
			continue
		}
		if d := math.Abs(i.WidthMm*i.HeightMm - 594*420); d < off {
			best, found, off = scene.Card{Name: i.Name, Kind: face, WidthMm: i.WidthMm, HeightMm: i.HeightMm}, true, d
		}
	}
	if _, known := light.Surfaces[face]; !known {
		return best, false
	}
	return best, found
}

// fromRight reports whether the largest light that is on stands to the right of the dish.
func fromRight(s scene.Set) bool {
	key := s.KeyWindow()
	return key >= 0 && s.Lights[key].XMm > s.Vessel.XMm
}
