package scene

import (
	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Told is what was worked out for a set.
type Told struct {
	Readings []reading.Reading
	Findings []finding.Finding
}

// Compared is two variants of a set beside one another.
type Compared struct {
	Changes  []FieldChange  `json:"changes" doc:"Fields that differ"`
	Readings []ComparedLine `json:"readings" doc:"What was worked out for each"`
	OnlyA    []string       `json:"onlyA" doc:"Findings of the first alone"`
	OnlyB    []string       `json:"onlyB" doc:"Findings of the second alone"`
}

// ComparedLine is one reading of both.
type ComparedLine struct {
	Key     string `json:"key" doc:"The reading"`
	Label   string `json:"label" doc:"What it is called"`
	A       string `json:"a" doc:"In the first, with its unit"`
	B       string `json:"b" doc:"In the second"`
	Differs bool   `json:"differs" doc:"Whether they do"`
}

// Compare tells how two sets differ, and what was worked out for them.
func Compare(a, b Set, told, other Told) Compared {
	out := Compared{Changes: Changes(a, b), Readings: []ComparedLine{}, OnlyA: only(told.Findings, other.Findings), OnlyB: only(other.Findings, told.Findings)}
	second := map[string]string{}
	for _, r := range other.Readings {
		second[r.Key] = r.Shown + " " + r.Unit
	}
	for _, r := range told.Readings {
		l := ComparedLine{Key: r.Key, Label: r.Label, A: r.Shown + " " + r.Unit, B: second[r.Key]}
		l.Differs = l.A != l.B
		out.Readings = append(out.Readings, l)
	}
	return out
}

// only lists the findings that the others do not have; one finding is another of the same
// code about the same subject.
func only(list, others []finding.Finding) []string {
	have := map[[2]string]bool{}
	for _, f := range others {
		have[[2]string{f.Code, f.Subject}] = true
	}
	out := []string{}
	for _, f := range list {
		if !have[[2]string{f.Code, f.Subject}] {
			out = append(out, f.Subject+": "+f.Measure)
		}
	}
	return out
}
