package frames

import (
	"fmt"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

const own = "our own"

// From where on something is told (start values of our own).
const (
	clippedMost  = 0.005 // of the picture
	heroMost     = 0.01  // of the hero
	blockedMost  = 0.1
	softPx       = 1.3 // blur at looksPx
	sharperBy    = 2.0
	notable      = 1.0 // blur at looksPx from which on it matters that something else is sharper
	pixelPx      = 0.4 // nothing is sharper than pixels are
	castMost     = 7.0
	neutralLeast = 0.01
	dimmerBy     = 10.0
	mergesUnder  = 8.0
)

func share(v float64) string { return fmt.Sprintf("%.1f %%", 100*v) }

// looked is a blur at the size at which a picture is looked at.
func (p picture) looked(px float64) float64 {
	return px * math.Min(1, looksPx/float64(max(p.w, p.h)))
}

func readings(p picture, t tones, s sharpness, c colours) []reading.Reading {
	line := func(words, formula, shown string) reading.Line {
		return reading.Line{Words: words, Formula: formula, Shown: shown}
	}
	out := []reading.Reading{
		reading.New("clipped", "Clipped", 100*t.clipped, "%", 1, own, line("Pixels of which a channel is at its end", fmt.Sprintf("code ≥ %d of 255", white), share(t.clipped)), line("Of the hero's box", "the same", share(t.heroClipped))),
		reading.New("blocked", "Blocked", 100*t.blocked, "%", 1, own, line("Pixels without anything in them", fmt.Sprintf("every code ≤ %d of 255", black), share(t.blocked))),
	}
	if s.hero >= 0 {
		out = append(out, reading.New("blur", "Blur on the hero", p.looked(s.hero), "px", 1, "Zhuo & Sim 2011, doi 10.1016/j.patcog.2011.03.009",
			line("Steepest edges against themselves, blurred once more", fmt.Sprintf("σ = %.1f ÷ √(R² − 1)", reblurPx), fmt.Sprintf("%.2f px", s.hero)),
			line(fmt.Sprintf("Looked at %d pixels long", looksPx), fmt.Sprintf("%.2f · %d ÷ %d", s.hero, min(looksPx, max(p.w, p.h)), max(p.w, p.h)), fmt.Sprintf("%.2f px", p.looked(s.hero)))))
	}
	if c.neutral >= neutralLeast {
		out = append(out, reading.New("cast", "Cast", c.cast(), "", 1, "CIE 1976 L*a*b*", line("Mean of what is light and nearly without colour", fmt.Sprintf("%s of the picture", share(c.neutral)), fmt.Sprintf("a* %.1f, b* %.1f", c.a, c.b)),
			line("How far from none", "√(a*² + b*²)", fmt.Sprintf("%.1f", c.cast()))))
	}
	return append(out, reading.New("hero-light", "Hero against what is round it", c.heroL-c.roundL, "L*", 0, "CIE 1976 L*a*b*", line("Hero, on the mean", "", fmt.Sprintf("L* %.0f", c.heroL)), line("All else", "", fmt.Sprintf("L* %.0f", c.roundL)), line("Colour and light together", "ΔE", fmt.Sprintf("%.0f", c.deltaE()))))
}

// cast is a cast in a word, by where it lies.
func (c colours) words() string {
	switch deg := math.Mod(math.Atan2(c.b, c.a)*180/math.Pi+360, 360); {
	case deg < 20 || deg >= 320:
		return "pink"
	case deg < 110:
		return "yellow"
	case deg < 200:
		return "green"
	}
	return "blue"
}

// at is where in a picture a field lies, in words.
func at(column, row int) string {
	across := []string{"left", "in the middle", "right"}[column*3/columns]
	up := []string{"at the top", "half way up", "at the bottom"}[row*3/rows]
	return up + ", " + across
}

func findings(p picture, t tones, s sharpness, c colours) []finding.Finding {
	var out []finding.Finding
	if t.clipped > clippedMost || t.heroClipped > heroMost {
		most := 0
		for k, v := range t.where {
			if v > t.where[most] {
				most = k
			}
		}
		out = append(out, finding.Finding{Code: "frame-clipped", Severity: finding.Care, Subject: "Clipped", Measure: fmt.Sprintf("%s of the frame, %s of the hero; most %s", share(t.clipped), share(t.heroClipped), at(most%columns, most/columns)), Limit: fmt.Sprintf("%s of the frame, %s of the hero", share(clippedMost), share(heroMost)),
			Because: "What is clipped has no drawing left, and no edit brings it back: a white plate becomes a hole.", Try: []finding.Try{finding.Hands("Take it again, darker by a third or two of a stop"), finding.Hands("Or take what throws it there out of the light: a gloss, a window in a spoon")}})
	}
	if t.blocked > blockedMost {
		out = append(out, finding.Finding{Code: "frame-blocked", Severity: finding.Note, Subject: "Blocked", Measure: share(t.blocked) + " of the frame", Limit: share(blockedMost),
			Because: "Shadows without anything in them are heavy, and come up as noise when they are opened.", Try: []finding.Try{finding.Hands("A white card on the shadow side"), finding.Hands("Leave it where the dark is meant")}})
	}
	soft := s.hero >= 0 && p.looked(s.hero) > softPx
	elsewhere := s.hero >= 0 && p.looked(s.hero) > notable && s.best >= 0 && max(s.best, pixelPx)*sharperBy < s.hero
	switch {
	case elsewhere:
		out = append(out, finding.Finding{Code: "frame-focus-elsewhere", Severity: finding.Care, Subject: "Sharp elsewhere", Measure: fmt.Sprintf("blur %.1f px on the hero, %.1f px %s", p.looked(s.hero), p.looked(s.best), at(s.bestAt.X, s.bestAt.Y)), Limit: "the hero is the sharpest",
			Because: "The eye goes where it is sharp.", Try: []finding.Try{finding.Hands("Focus on the hero's near edge, and take it again"), finding.Hands("Leave it where the place is meant")}})
	case soft:
		out = append(out, finding.Finding{Code: "frame-soft", Severity: finding.Care, Subject: "Soft", Measure: fmt.Sprintf("blur %.1f px on the hero", p.looked(s.hero)), Limit: fmt.Sprintf("%.1f px at %d pixels long", softPx, looksPx),
			Because: "Nothing of the hero is sharp at the size at which it is looked at.", Try: []finding.Try{finding.Hands("Focus anew, and look at it full size"), finding.Hands("Stop down, or steady the camera")}})
	}
	if c.neutral >= neutralLeast && c.cast() > castMost {
		out = append(out, finding.Finding{Code: "frame-cast", Severity: finding.Note, Subject: "A cast", Measure: fmt.Sprintf("%s by %.0f", c.words(), c.cast()), Limit: fmt.Sprintf("%.0f from neutral", castMost),
			Because: "What should be white or grey has a colour, and the food has it too.", Try: []finding.Try{finding.Hands("Take a grey card once in this light, and set white by it"), finding.Hands("Leave it where the light is meant warm or cold")}})
	}
	if c.heroL < c.roundL-dimmerBy {
		out = append(out, finding.Finding{Code: "frame-hero-dim", Severity: finding.Note, Subject: "The hero is darker than the rest", Measure: fmt.Sprintf("L* %.0f against %.0f", c.heroL, c.roundL), Limit: fmt.Sprintf("no more than %.0f under it", dimmerBy),
			Because: "The eye goes to what is bright first.", Try: []finding.Try{finding.Hands("A card on the hero, or a darker ground"), finding.Hands("Leave it where dark food lies on a light ground")}})
	} else if c.deltaE() < mergesUnder {
		out = append(out, finding.Finding{Code: "frame-hero-merges", Severity: finding.Note, Subject: "The hero is like the rest", Measure: fmt.Sprintf("ΔE %.0f", c.deltaE()), Limit: fmt.Sprintf("%.0f", mergesUnder),
			Because: "Nothing sets it off: neither light nor colour.", Try: []finding.Try{finding.Hands("Light it a little more than what is round it"), finding.Hands("Or another ground")}})
	}
	return out
}
