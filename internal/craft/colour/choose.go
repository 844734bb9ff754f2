package colour

import (
	"fmt"
	"math"
	"sort"
)

// ladderOf lists the colours tried for a role: lightness by chroma by hue.
func ladderOf(lights, chromas []float64) []LCH {
	var out []LCH
	for _, l := range lights {
		for _, c := range chromas {
			if c < greyBelow {
				out = append(out, LCH{l, 0.012, 70})
				continue
			}
			for h := 0.0; h < 360; h += 30 {
				out = append(out, LCH{l, c, h})
			}
		}
	}
	return out
}

// near is 1 at the wished value and falls to 0 at width away.
func near(v, want, width float64) float64 { return math.Max(0, 1-math.Abs(v-want)/width) }

// apart is how clearly a colour stands off every part of the food: 0 at ΔE 8 or
// less from a part of weight, 1 at ΔE 30 or more.
func (f food) apart(hex string) (float64, string) {
	least, from := math.Inf(1), ""
	for _, t := range f.tones {
		if d := Distance(hex, t.part.Hex); t.weight >= 0.05 && d < least {
			least, from = d, t.part.Name
		}
	}
	return math.Min(1, math.Max(0, (least-8)/22)), fmt.Sprintf("ΔE %.0f from %s, the nearest", least, from)
}

// lift is how well a hue lifts the food's strongest: 1 opposite, 0.6 for a grey,
// least beside it.
func (f food) lift(c LCH) (float64, string) {
	lead, ok := f.lead()
	if !ok {
		return 0.6, "the food has no hue of its own"
	}
	if c.Grey() {
		return 0.6, "no hue: it takes none from the food"
	}
	d := Between(c.HueDeg, lead)
	return 0.15 + 0.85*d/180, fmt.Sprintf("%.0f° from the food's strongest hue", d)
}

func (f food) house(c LCH) (float64, string) {
	best, words := 0.0, "no house colour to fit"
	if len(f.ask.House) == 0 {
		return 0.5, words
	}
	words = "away from the house colour"
	for _, hex := range f.ask.House {
		h, err := Parse(hex)
		if err != nil {
			continue
		}
		s := near(c.Lightness, h.Lightness, 0.45) * near(Between(c.HueDeg, h.HueDeg), 0, 60) * near(c.Chroma, h.Chroma, 0.12)
		if c.Grey() && !h.Grey() {
			s = 0.25
		}
		if s > best {
			best = s
			if s > 0.5 {
				words = "near the house colour " + hex
			}
		}
	}
	return best, words
}

func (f food) vessels(p Plan) []Choice {
	wish, width := 0.88, 0.35
	if f.ask.Dark {
		wish, width = 0.42, 0.4
	}
	quiet := 0.02
	if f.ask.Bold || p.School == "bold" {
		quiet = 0.07
	}
	return f.rank(ladderOf([]float64{0.25, 0.42, 0.6, 0.78, 0.93}, []float64{0, 0.05, 0.09}), func(c LCH, hex string) []Score {
		a, aw := f.apart(hex)
		l, lw := f.lift(c)
		h, hw := f.house(c)
		trap := 1.0
		tw := "fits one exposure with the food"
		if stops := math.Log2(Reflectance(hex) / math.Max(0.01, meanReflectance(f.tones))); stops > 2.5 {
			trap, tw = math.Max(0, 1-(stops-2.5)/2), fmt.Sprintf("%.1f stops brighter than the food", stops)
		}
		return []Score{{"edge", a, 0.3, aw}, {"hue", l, 0.2, lw}, {"mood", near(c.Lightness, wish, width), 0.2, fmt.Sprintf("in keeping with the mood: %.0f %% light, wanted %.0f %%", 100*c.Lightness, 100*wish)},
			{"quiet", near(c.Chroma, quiet, 0.1), 0.1, fmt.Sprintf("chroma %.2f", c.Chroma)}, {"exposure", trap, 0.15, tw}, {"house", h, 0.05, hw}}
	})
}

func (f food) grounds(p Plan) []Choice {
	wish := 0.9
	if f.ask.Dark {
		wish = 0.3
	}
	chromas, want := []float64{0, 0.05}, 0.02
	if p.School == "bold" {
		chromas, want = []float64{0.1, 0.15}, 0.14
	}
	cs := ladderOf([]float64{0.22, 0.34, 0.5, 0.68, 0.84, 0.94}, chromas)
	for _, hex := range f.ask.House {
		if c, err := Parse(hex); err == nil {
			darker := c
			darker.Lightness = math.Max(0.2, c.Lightness-0.18)
			cs = append(cs, c, darker)
		}
	}
	house := 0.05
	if len(f.ask.House) > 0 {
		house = 0.25
	}
	rest := 1 - house
	return f.rank(cs, func(c LCH, hex string) []Score {
		a, aw := f.apart(hex)
		l, lw := f.lift(c)
		h, hw := f.house(c)
		return []Score{{"edge", a, 0.25 * rest, aw}, {"hue", l, 0.25 * rest, lw}, {"mood", near(c.Lightness, wish, 0.45), 0.35 * rest, fmt.Sprintf("in keeping with the mood: %.0f %% light, wanted %.0f %%", 100*c.Lightness, 100*wish)},
			{"school", near(c.Chroma, want, 0.12), 0.15 * rest, fmt.Sprintf("chroma %.2f", c.Chroma)}, {"house", h, house, hw}}
	})
}

func (f food) accents(p Plan) []Choice {
	soft := 0.12
	if f.mean.Chroma > 0.12 {
		soft = 0.05 // one soft accent calms a punchy set
	}
	return f.rank(ladderOf([]float64{0.45, 0.62, 0.78}, []float64{0.05, 0.12, 0.17}), func(c LCH, hex string) []Score {
		a, aw := f.apart(hex)
		l, lw := f.lift(c)
		return []Score{{"edge", a, 0.3, aw}, {"hue", l, 0.4, lw}, {"strength", near(c.Chroma, soft, 0.1), 0.3, fmt.Sprintf("chroma %.2f, %.2f suits this food", c.Chroma, soft)}}
	})
}

// because says what sets a choice apart: the part in which it is most above the
// others, mean being their sums over n.
func (c *Choice) because(mean []float64, n float64) {
	most := math.Inf(-1)
	for i, s := range c.Parts {
		if over := (s.Value - mean[i]/n) * s.Weight; over > most {
			most, c.Because = over, s.Words
		}
	}
}

// rank scores every candidate and keeps the best five that are different to the
// eye.
func (f food) rank(candidates []LCH, score func(LCH, string) []Score) []Choice {
	var all []Choice
	var mean []float64 // of each part over all candidates
	for _, c := range candidates {
		hex := c.Hex()
		real, err := Parse(hex)
		if err != nil {
			continue
		}
		ch := Choice{Hex: hex, Name: real.Name(), Parts: score(real, hex)}
		if mean == nil {
			mean = make([]float64, len(ch.Parts))
		}
		for i, s := range ch.Parts {
			ch.Score += 100 * s.Value * s.Weight
			mean[i] += s.Value
		}
		all = append(all, ch)
	}
	for i := range all {
		all[i].because(mean, float64(len(all)))
	}
	sort.SliceStable(all, func(a, b int) bool {
		if all[a].Score != all[b].Score {
			return all[a].Score > all[b].Score
		}
		return all[a].Hex < all[b].Hex
	})
	out := []Choice{}
	for _, c := range all {
		twin := false
		for _, o := range out {
			twin = twin || Distance(c.Hex, o.Hex) < 9
		}
		if !twin {
			out = append(out, c)
		}
		if len(out) == 5 {
			break
		}
	}
	return out
}
