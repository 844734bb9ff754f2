package scene

import (
	"fmt"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/shape"
)

// How full a vessel is carried at the most, as a share of its height, and from how little it
// looks left over; start values of our own.
const fullest, leastFull = 0.92, 0.35

// portionSlack is by how much a portion may miss before it is told: a recipe's amounts are
// no closer.
const portionSlack = 1.25

// Portion is what one helping of a dish comes to.
type Portion struct {
	Ml      float64 // 0 when it is not known
	Working []reading.Line
}

// LevelFor is how full, as a share of its height, a vessel is with so many ml in it; false when
// they do not fit.
func (v Vessel) LevelFor(ml float64) (share float64, ok bool) {
	in := shape.VesselOf(v.Kind, v.DiameterMm, v.HeightMm, 0)
	if in.VolumeMl(fullest*v.HeightMm) < ml {
		return fullest, false
	}
	lo, hi := in.FloorMm(), fullest*v.HeightMm
	for range 40 {
		if mid := (lo + hi) / 2; in.VolumeMl(mid) < ml {
			lo = mid
		} else {
			hi = mid
		}
	}
	return hi / v.HeightMm, true
}

// HoldsMl is how much a vessel holds, filled as it is carried.
func (v Vessel) HoldsMl() float64 {
	return shape.VesselOf(v.Kind, v.DiameterMm, v.HeightMm, 0).VolumeMl(fullest * v.HeightMm)
}

// Pours reports whether what is in the vessel is measured by what it holds.
func (s Set) Pours() bool {
	return s.Food.liquid(s.Vessel) && s.Vessel.Kind != "plate" && s.Vessel.Kind != "board"
}

// portion tells one helping against what the vessel holds.
func (r *reader) portion() {
	ml := r.w.Portion.Ml
	if ml <= 0 || !r.s.Pours() {
		return
	}
	v := r.s.Vessel
	share, fits := v.LevelFor(ml)
	said := fmt.Sprintf("%.0f %% of its height", 100*share)
	if !fits {
		said = "more than it holds"
	}
	x := reading.New("portion", "One portion", ml, "ml", 0, "the recipe's amounts; the vessel's inside, turned about its axis", append(append([]reading.Line{}, r.w.Portion.Working...),
		reading.Line{Words: fmt.Sprintf("The vessel, %.0f %% full at the most, holds", 100*fullest), Formula: "∫ π r² dz", Shown: fmt.Sprintf("%.0f ml", v.HoldsMl())},
		reading.Line{Words: "A portion fills it to", Formula: "by halving", Shown: said})...)
	r.add(x)
}

// portionFits: the vessel is too small for a helping of the recipe, or so large that it looks
// left over.
func portionFits(r *reader) []finding.Finding {
	ml := r.w.Portion.Ml
	if ml <= 0 || !r.s.Pours() || r.s.State != "" {
		return nil
	}
	v := r.s.Vessel
	holds := v.HoldsMl()
	share, _ := v.LevelFor(ml)
	k := math.Cbrt(ml / holds / 0.85) // alike in shape, and not quite full
	like := fmt.Sprintf("one of about %.1f × %.1f cm", k*v.DiameterMm/10, k*v.HeightMm/10)
	told := fmt.Sprintf("about %.0f ml", ml)
	switch {
	case ml > holds*portionSlack:
		return one(finding.Finding{Code: "portion-over", Severity: finding.Note, Subject: "Portion", Measure: told, Limit: fmt.Sprintf("%.0f ml that the %s holds", holds, v.Kind),
			Because: "A helping as the recipe has it does not fit: it is served in something larger, or the picture shows less of it than the client sells.",
			Try:     []finding.Try{finding.Hands("Serve it in " + like + ", or say that it is a small helping")}})
	case share < leastFull/portionSlack:
		return one(finding.Finding{Code: "portion-small", Severity: finding.Note, Subject: "Portion", Measure: told, Limit: fmt.Sprintf("%.0f %% full, a third at the least", 100*share),
			Because: "A helping as the recipe has it lies low in it and looks left over.",
			Try:     []finding.Try{finding.Hands("Serve it in " + like + ", or fill it with more than one helping")}})
	}
	return nil
}
