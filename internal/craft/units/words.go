package units

import (
	"regexp"
	"strconv"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/measure"
	"figladder/internal/craft/reading"
)

var (
	// "12.5 cm", "100 × 80 cm", "16 to 22 cm".
	lengths = regexp.MustCompile(`([−-]?\d[\d\x{202f}]*(?:\.\d+)?)(?:( × | to |–)(\d[\d\x{202f}]*(?:\.\d+)?))? cm\b`)
	// "150 °C".
	degrees = regexp.MustCompile(`([−-]?\d+(?:\.\d+)?) ?°C\b`)
	// "14:05"; a shape of frame such as 4:5 or 16:9 has one figure behind.
	clocks = regexp.MustCompile(`\b([01]\d|2[0-3]):([0-5]\d)\b`)
)

func number(s string) float64 {
	v, _ := strconv.ParseFloat(strings.NewReplacer("\u202f", "", "−", "-").Replace(s), 64)
	return v
}

// Words tells a sentence of the rules in the studio's units. What people wrote themselves
// is not for it.
func (p Preferences) Words(s string) string {
	if p.Length == "in" && strings.Contains(s, "cm") {
		s = lengths.ReplaceAllStringFunc(s, func(m string) string {
			at := lengths.FindStringSubmatch(m)
			out := p.Figure(number(at[1]) * 10)
			if at[3] != "" {
				out += at[2] + p.Figure(number(at[3])*10)
			}
			return out + " in"
		})
	}
	if p.Temperature == "F" && strings.Contains(s, "°C") {
		s = degrees.ReplaceAllStringFunc(s, func(m string) string {
			return p.Degrees(number(degrees.FindStringSubmatch(m)[1]))
		})
	}
	if p.Clock == "12" && strings.Contains(s, ":") {
		s = clocks.ReplaceAllStringFunc(s, p.Hour)
	}
	return s
}

// Degrees writes a temperature given in °C, to a whole degree.
func (p Preferences) Degrees(celsius float64) string {
	if p.Temperature == "F" {
		return short(measure.Fahrenheit(celsius), 0) + " °F"
	}
	return short(celsius, 0) + " °C"
}

// Hour writes a time of day given as 14:05. Anything else comes back as it is.
func (p Preferences) Hour(clock string) string {
	at := clocks.FindStringSubmatch(clock)
	if p.Clock != "12" || at == nil || at[0] != clock {
		return clock
	}
	h, _ := strconv.Atoi(at[1])
	half := " am"
	if h >= 12 {
		half = " pm"
	}
	return strconv.Itoa((h+11)%12+1) + ":" + at[2] + half
}

// Finding tells a finding in the studio's units. Its subject is a name that people gave.
func (p Preferences) Finding(f finding.Finding) finding.Finding {
	f.Measure, f.Limit, f.Because = p.Words(f.Measure), p.Words(f.Limit), p.Words(f.Because)
	tries := make([]finding.Try, len(f.Try))
	for i, t := range f.Try {
		tries[i] = finding.Try{Words: p.Words(t.Words), Edits: t.Edits}
	}
	if f.Try != nil {
		f.Try = tries
	}
	return f
}

// Reading tells a reading in the studio's units. A length gets one more line in its
// working, so that the formulas before it stay true.
func (p Preferences) Reading(r reading.Reading) reading.Reading {
	lines := make([]reading.Line, 0, len(r.Working)+1)
	for _, l := range r.Working {
		if p.Clock == "12" {
			l.Words, l.Formula, l.Shown = clocks.ReplaceAllStringFunc(l.Words, p.Hour), clocks.ReplaceAllStringFunc(l.Formula, p.Hour), clocks.ReplaceAllStringFunc(l.Shown, p.Hour)
		}
		lines = append(lines, l)
	}
	if p.Length == "in" && r.Unit == "cm" && !r.Unbounded {
		was := r.Shown
		r.Value, r.Unit = r.Value*10/MmPerInch, "in"
		r.Shown = p.Figure(r.Value * MmPerInch)
		lines = append(lines, reading.Line{Words: "In inches", Formula: was + " cm / 2.54", Shown: r.Shown + " in"})
	}
	r.Working = lines
	return r
}
