package guard

import (
	"context"
	"fmt"
	"image"
	"math"
	"slices"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/finish/look"
)

// Judged is what a look is told.
type Judged struct {
	Measures Measures
	Findings []finding.Finding // with what to take back, as edits of steps by their place
}

// Judge measures what a look does to a frame. The frame is one at about the size of a screen; scale as in look.Render.
func Judge(ctx context.Context, frame image.Image, steps []look.Step, scale float64) (Judged, error) {
	// What stays of the look for the comparison: the crop, so that the two lie on one another, and the white, since a cast that
	// is taken out turns every hue.
	var plain []look.Step
	for _, s := range steps {
		if s.Kind == look.Mend || s.Kind == look.Crop || s.Kind == look.White {
			plain = append(plain, s)
		}
	}
	was, err := look.Render(ctx, frame, plain, scale)
	if err != nil {
		return Judged{}, err
	}
	before, err := gridOf(ctx, was)
	if err != nil {
		return Judged{}, err
	}
	pushed := func(steps []look.Step) (m Measures, err error) {
		is, err := look.Render(ctx, frame, steps, scale)
		if err != nil {
			return m, err
		}
		m, _, err = measure(ctx, before, is)
		return m, err
	}
	m, err := pushed(steps)
	if err != nil {
		return Judged{}, err
	}
	out := Judged{m, m.Findings()}
	for i := range out.Findings {
		f := &out.Findings[i]
		if f.Try, err = takeBack(f.Code, steps, pushed); err != nil {
			return Judged{}, err
		}
	}
	return out, nil
}

// pushes are the parts of a step that lead to each finding: the field, what it is, and what it is at rest.
var pushes = map[string]func(s *look.Step) []part{
	"cartoon-colour": func(s *look.Step) []part {
		return of(s, look.Band, s.Chroma > 0, part{"chroma", &s.Chroma, 0})
	},
	"cartoon-hue": func(s *look.Step) []part {
		return of(s, look.Band, s.TurnDeg != 0, part{"turnDeg", &s.TurnDeg, 0})
	},
	"cartoon-halo": func(s *look.Step) []part {
		return append(of(s, look.Sharpen, s.Amount > 0, part{"amount", &s.Amount, 0}), of(s, look.Local, s.Stops != 0, part{"stops", &s.Stops, 0})...)
	},
	"cartoon-clipped": func(s *look.Step) []part {
		return slices.Concat(of(s, look.Level, s.Stops > 0, part{"stops", &s.Stops, 0}), of(s, look.Local, s.Stops > 0, part{"stops", &s.Stops, 0}),
			of(s, look.Tone, s.Shoulder > 0, part{"shoulder", &s.Shoulder, 0}), of(s, look.Tone, s.Slope > 1, part{"slope", &s.Slope, 1}), of(s, look.Band, s.Lightness > 0, part{"lightness", &s.Lightness, 0}))
	},
	"cartoon-blocked": func(s *look.Step) []part {
		return slices.Concat(of(s, look.Level, s.Stops < 0, part{"stops", &s.Stops, 0}), of(s, look.Local, s.Stops < 0, part{"stops", &s.Stops, 0}),
			of(s, look.Tone, s.Toe < 0, part{"toe", &s.Toe, 0}), of(s, look.Tone, s.Slope > 1, part{"slope", &s.Slope, 1}), of(s, look.Band, s.Lightness < 0, part{"lightness", &s.Lightness, 0}))
	},
}

// part is a number of a step.
type part struct {
	field string
	value *float64
	rest  float64
}

func of(s *look.Step, k look.Kind, is bool, p part) []part {
	if s.Kind != k || s.Off || !is {
		return nil
	}
	return []part{p}
}

// least of what was pushed that is tried to stay, in turn.
var stays = []float64{0.75, 0.5, 0.25, 0}

// takeBack finds the one number that, taken back least, ends a finding: pressed, it is set. Where no one alone does, it says by
// hand which there are.
func takeBack(code string, steps []look.Step, measure func([]look.Step) (Measures, error)) ([]finding.Try, error) {
	type way struct {
		stays float64
		try   finding.Try
	}
	var ways []way
	parts := 0
	for i := range steps {
		for n := range pushes[code](&steps[i]) {
			parts++
			for _, k := range stays {
				tried := slices.Clone(steps)
				p := pushes[code](&tried[i])[n]
				*p.value = p.rest + k*(*p.value-p.rest)
				*p.value = math.Round(*p.value*1000) / 1000
				v := *p.value
				m, err := measure(tried)
				if err != nil {
					return nil, err
				}
				if !slices.ContainsFunc(m.Findings(), func(f finding.Finding) bool { return f.Code == code }) {
					words := fmt.Sprintf("Take it back to %.0f %%: %s", 100*k, tried[i].Words())
					ways = append(ways, way{k, finding.Press(words, finding.SetNumber(fmt.Sprintf("steps.%d.%s", i, p.field), v))})
					break
				}
			}
		}
	}
	slices.SortStableFunc(ways, func(a, b way) int { return int(math.Copysign(1, b.stays-a.stays)) * b2i(a.stays != b.stays) })
	var out []finding.Try
	for _, w := range ways[:min(2, len(ways))] {
		out = append(out, w.try)
	}
	switch {
	case len(out) > 0:
	case parts == 0:
		out = append(out, finding.Hands("Look at the white: nothing else in the look leads here"))
	default:
		out = append(out, finding.Hands("No one step does it alone: take back several by half"))
	}
	return out, nil
}

func b2i(b bool) int {
	if b {
		return 1
	}
	return 0
}
