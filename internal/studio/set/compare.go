package set

import (
	"context"
	"errors"

	"figladder/internal/craft/scene"
	"figladder/internal/studio/core"
)

// Compared is two variants of a set beside one another.
type Compared struct {
	Changes  []scene.FieldChange `json:"changes" doc:"Fields that differ"`
	Readings []ComparedLine      `json:"readings" doc:"What was worked out for each"`
	OnlyA    []string            `json:"onlyA" doc:"Findings of the first alone"`
	OnlyB    []string            `json:"onlyB" doc:"Findings of the second alone"`
}

// ComparedLine is one reading of both.
type ComparedLine struct {
	Key     string `json:"key" doc:"The reading"`
	Label   string `json:"label" doc:"What it is called"`
	A       string `json:"a" doc:"In the first, with its unit"`
	B       string `json:"b" doc:"In the second"`
	Differs bool   `json:"differs" doc:"Whether they do"`
}

// CompareSets reads two sets and says how they differ.
func (s *Room) CompareSets(ctx context.Context, shotID string, a, b scene.Set) (*Compared, error) {
	if err := errors.Join(core.Fields("a.", a.Check()), core.Fields("b.", b.Check())); err != nil {
		return nil, err
	}
	ra, err := s.ReadSet(ctx, shotID, a, true)
	if err != nil {
		return nil, err
	}
	rb, err := s.ReadSet(ctx, shotID, b, true)
	if err != nil {
		return nil, err
	}
	out := &Compared{Changes: scene.Changes(a, b), Readings: []ComparedLine{}, OnlyA: []string{}, OnlyB: []string{}}
	second := map[string]string{}
	for _, r := range rb.Readings {
		second[r.Key] = r.Shown + " " + r.Unit
	}
	for _, r := range ra.Readings {
		l := ComparedLine{Key: r.Key, Label: r.Label, A: r.Shown + " " + r.Unit, B: second[r.Key]}
		l.Differs = l.A != l.B
		out.Readings = append(out.Readings, l)
	}
	only := func(x, y *SetReading) []string {
		have := map[string]bool{}
		for _, f := range y.Findings {
			have[f.Code+f.Subject] = true
		}
		list := []string{}
		for _, f := range x.Findings {
			if !have[f.Code+f.Subject] {
				list = append(list, f.Subject+": "+f.Measure)
			}
		}
		return list
	}
	out.OnlyA, out.OnlyB = only(ra, rb), only(rb, ra)
	return out, nil
}
