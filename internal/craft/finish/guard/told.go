package guard

import (
	"fmt"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Findings are what went too far, without what to take back: that depends on the look.
func (m Measures) Findings() []finding.Finding {
	var out []finding.Finding
	say := func(f finding.Finding) { f.Severity, f.Try = finding.Care, []finding.Try{}; out = append(out, f) }
	if m.Colour > MostColour || m.Colour > loudFrom && m.Loudest > MostLoudest {
		measure, limit := fmt.Sprintf("%.2f times as strong", m.Colour), fmt.Sprintf("%.1f times", MostColour)
		if m.Colour <= MostColour {
			measure, limit = fmt.Sprintf("%.0f %% of it as strong as a screen can", 100*m.Loudest), fmt.Sprintf("%.0f %%", 100*MostLoudest)
		}
		say(finding.Finding{Code: "cartoon-colour", Subject: "The colours look drawn", Measure: measure, Limit: limit, Because: "Food that is more colourful than food can be is not believed."})
	}
	if m.TurnDeg > MostTurnDeg {
		say(finding.Finding{Code: "cartoon-hue", Subject: "Some colours are no longer their own", Measure: fmt.Sprintf("%.0f° turned", m.TurnDeg), Limit: fmt.Sprintf("%.0f°", MostTurnDeg), Because: "A herb or a crust in another hue is another food."})
	}
	if m.Halo > MostHalo {
		say(finding.Finding{Code: "cartoon-halo", Subject: "Edges have a line or a glow", Measure: fmt.Sprintf("%.2f stops", m.Halo), Limit: fmt.Sprintf("%.2f stops", MostHalo), Because: "What is outlined looks cut out and laid on."})
	}
	if m.Clipped > MostClipped {
		say(finding.Finding{Code: "cartoon-clipped", Subject: "More of it is plain white than in the frame", Measure: fmt.Sprintf("%.1f %% more", 100*m.Clipped), Limit: fmt.Sprintf("%.0f %%", 100*MostClipped), Because: "A white without drawing is a hole in the plate."})
	}
	if m.Blocked > MostBlocked {
		say(finding.Finding{Code: "cartoon-blocked", Subject: "More of it is plain black than in the frame", Measure: fmt.Sprintf("%.1f %% more", 100*m.Blocked), Limit: fmt.Sprintf("%.1f %%", 100*MostBlocked), Because: "Food that is black is not seen."})
	}
	return out
}

// Readings are the measures with how they come about.
func (m Measures) Readings() []reading.Reading {
	line := func(words, formula, shown string) reading.Line {
		return reading.Line{Words: words, Formula: formula, Shown: shown}
	}
	const own = "own measure; OKLCH by B. Ottosson 2020"
	return []reading.Reading{
		reading.New("push-colour", "Strength of colours", m.Colour, "×", 2, own, line("Chroma by lightness where there is colour, by that of the frame", "Σ C′/L′ ÷ Σ C/L", fmt.Sprintf("%.2f", m.Colour)), line("As strong as a screen can, more than in the frame", "", fmt.Sprintf("%.1f %%", 100*m.Loudest))),
		reading.New("push-hue", "Hues turned", m.TurnDeg, "°", 0, own, line("The most turned 25th of what has colour, mean", "|h′ − h|", fmt.Sprintf("%.1f°", m.TurnDeg))),
		reading.New("push-halo", "Halo at edges", m.Halo, "stops", 2, own, line("What edges differ by from what became of their tones elsewhere, mean", "log₂ Y′/Y less its middle for that Y, less its mean round about", fmt.Sprintf("%.3f stops", m.Halo))),
		reading.New("push-ends", "More at the ends", 100*(m.Clipped+m.Blocked), "%", 1, own, line("Clipped and was not", "", fmt.Sprintf("%.1f %%", 100*m.Clipped)), line("Blocked and was not", "", fmt.Sprintf("%.1f %%", 100*m.Blocked))),
	}
}
