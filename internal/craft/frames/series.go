package frames

import (
	"fmt"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Moment is a picture of a series: when it was taken, minutes from the first, and what it looks like from far.
type Moment struct {
	AtMin float64
	Look  Look
}

// From where on a series is told to drift, and of how many pictures over what time it takes (start values of our own).
const (
	driftLeast  = 4
	driftMin    = 2.0
	driftLevel  = 5.0 // L* from the first to the last, about a third of a stop on middle grey
	driftColour = 5.0 // of a* and b* together
	driftSteady = 0.5 // how much of the scatter the drift accounts for (R²): what jumps about does not drift
)

// trend is a straight line through what was seen: from where to where, and how much of the scatter it accounts for.
type trend struct{ from, to, r2 float64 }

func trendOf(at, v []float64) trend {
	n := float64(len(at))
	var st, sv, stt, stv, svv float64
	for i := range at {
		st, sv, stt, stv, svv = st+at[i], sv+v[i], stt+at[i]*at[i], stv+at[i]*v[i], svv+v[i]*v[i]
	}
	tt, tv, vv := stt-st*st/n, stv-st*sv/n, svv-sv*sv/n
	if tt <= 0 {
		return trend{sv / n, sv / n, 0}
	}
	slope := tv / tt
	out := trend{from: sv/n + slope*(at[0]-st/n), to: sv/n + slope*(at[len(at)-1]-st/n)}
	if vv > 0 {
		out.r2 = tv * tv / (tt * vv)
	}
	return out
}

func (t trend) by() float64 { return t.to - t.from }

// Drift says how the light of a series drifted, by the fields at the edges of its pictures: what is round the food stays
// as it is, so that what changes there is the light. Nothing for a few pictures, or for seconds.
func Drift(series []Moment) ([]reading.Reading, []finding.Finding) {
	var at, level, a, b []float64
	for _, m := range series {
		if len(m.Look.Fields) != 3*across*across {
			continue
		}
		l, ma, mb := m.Look.edge()
		at, level, a, b = append(at, m.AtMin), append(level, l), append(a, ma), append(b, mb)
	}
	if len(at) < driftLeast || at[len(at)-1]-at[0] < driftMin {
		return nil, nil
	}
	l, ta, tb := trendOf(at, level), trendOf(at, a), trendOf(at, b)
	colour := math.Hypot(ta.by(), tb.by())
	over := at[len(at)-1] - at[0]
	lines := func(what string, t trend, words string) []reading.Line {
		return []reading.Line{
			{Words: fmt.Sprintf("A straight line through %d pictures of this frame, %.0f minutes", len(at), over), Formula: "least squares", Shown: fmt.Sprintf("%s %.1f → %.1f", what, t.from, t.to)},
			{Words: words, Formula: "R²", Shown: fmt.Sprintf("%.2f", t.r2)},
		}
	}
	readings := []reading.Reading{reading.New("drift", "Light over the series", l.by(), "L*", 1, "CIE 1976 L*a*b*", lines("L*", l, "How much of the scatter it accounts for")...),
		reading.New("drift-colour", "Colour over the series", colour, "", 1, "CIE 1976 L*a*b*", append(lines("a*", ta, "How much of that scatter it accounts for"), lines("b*", tb, "How much of that scatter it accounts for")...)...)}
	var found []finding.Finding
	if math.Abs(l.by()) > driftLevel && l.r2 > driftSteady {
		how := "lighter"
		if l.by() < 0 {
			how = "darker"
		}
		found = append(found, finding.Finding{Code: "series-level", Severity: finding.Care, Subject: "The series drifts", Measure: fmt.Sprintf("%.0f L* %s over %.0f min", math.Abs(l.by()), how, over), Limit: fmt.Sprintf("%.0f L*", driftLevel),
			Because: "Pictures of one frame that were taken one after the other do not lie beside one another: the sky changed, or a lamp.", Try: []finding.Try{finding.Hands("Meter again every quarter of an hour in window light"), finding.Hands("Even the series when it is finished, by what is round the food")}})
	}
	if colour > driftColour && max(ta.r2, tb.r2) > driftSteady {
		how := "bluer"
		if tb.by() > 0 {
			how = "warmer"
		}
		found = append(found, finding.Finding{Code: "series-colour", Severity: finding.Note, Subject: "The series changes colour", Measure: fmt.Sprintf("%.0f %s over %.0f min", colour, how, over), Limit: fmt.Sprintf("%.0f of a* and b*", driftColour),
			Because: "White that follows the camera, or daylight that goes, makes the same plate two colours.", Try: []finding.Try{finding.Hands("Hold white to one setting for a frame"), finding.Hands("A grey card at the beginning and at the end")}})
	}
	return readings, found
}

// edge is the mean of the fields at a look's edges: L*, a*, b*.
func (l Look) edge() (lightness, a, b float64) {
	n := 0.0
	for y := range across {
		for x := range across {
			if x > 0 && x < across-1 && y > 0 && y < across-1 {
				continue
			}
			f := l.Fields[3*(y*across+x):]
			lightness, a, b, n = lightness+float64(f[0])/2.55, a+float64(f[1])-128, b+float64(f[2])-128, n+1
		}
	}
	return lightness / n, a / n, b / n
}
