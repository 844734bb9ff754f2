package frames

import (
	"fmt"
	"math"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Shot is how a frame was planned, or taken.
type Shot struct {
	Settings exposure.Settings
	FocalMm  float64 // 0 where nobody says
	DepthMm  float64 // depth of field that comes of it; 0 where it cannot be told
	// RatioStops is key to fill by the set, stops; nil where it cannot be told.
	RatioStops *float64
}

// How far what was taken may be from its plan before it is told (start values of our own): stops, a factor of focal
// length, and a factor of depth.
const (
	gotStops = 1.0
	gotFocal = 1.15
	gotDepth = 1.5
)

// Got says how a frame was taken against how it was planned (handbook I2). What the file or the plan does not say is left
// out.
func Got(plan, got Shot) ([]reading.Reading, []finding.Finding) {
	var readings []reading.Reading
	var found []finding.Finding
	line := func(words, shown string) reading.Line { return reading.Line{Words: words, Shown: shown} }
	p, g := plan.Settings, got.Settings
	if p.Seconds > 0 && g.Seconds > 0 && g.Aperture > 0 && p.Aperture > 0 && g.ISO > 0 && p.ISO > 0 {
		stops := g.Stops() - p.Stops()
		readings = append(readings, reading.New("got-exposure", "Exposed against its plan", stops, "stops", 1, "log₂ of t · ISO ÷ N²", line("Planned", p.Shown), line("Taken", g.Shown)))
		if math.Abs(stops) > gotStops+1e-6 {
			how := "lighter"
			if stops < 0 {
				how = "darker"
			}
			found = append(found, finding.Finding{Code: "got-exposure", Severity: finding.Note, Subject: "Exposed otherwise than planned", Measure: fmt.Sprintf("%.1f stops %s", math.Abs(stops), how), Limit: fmt.Sprintf("%.0f stop", gotStops),
				Because: "Either the light was not what the plan took it for, or the frame was meant otherwise: the plan is worth mending where it was the light.", Try: []finding.Try{finding.Hands("Compare the light on the set with the plan's"), finding.Hands("Leave it where it was meant")}})
		}
	}
	if plan.FocalMm > 0 && got.FocalMm > 0 {
		readings = append(readings, reading.New("got-focal", "Focal length", got.FocalMm, "mm", 0, "the file", line("Planned", fmt.Sprintf("%.0f mm", plan.FocalMm)), line("Taken", fmt.Sprintf("%.0f mm", got.FocalMm))))
		if k := math.Max(got.FocalMm/plan.FocalMm, plan.FocalMm/got.FocalMm); k > gotFocal {
			found = append(found, finding.Finding{Code: "got-focal", Severity: finding.Note, Subject: "Another focal length than planned", Measure: fmt.Sprintf("%.0f mm", got.FocalMm), Limit: fmt.Sprintf("%.0f mm", plan.FocalMm),
				Because: "From the same place the dish is larger or smaller; from another it has another shape.", Try: []finding.Try{finding.Hands("Look at it beside the drafted picture"), finding.Hands("Change the plan, if this is better")}})
		}
	}
	if plan.DepthMm > 0 && got.DepthMm > 0 {
		readings = append(readings, reading.New("got-depth", "Depth of field", got.DepthMm, "mm", 0, "physics: depth of field, at the planned distance", line("Planned", fmt.Sprintf("%.0f mm", plan.DepthMm)), line("As it was taken", fmt.Sprintf("%.0f mm", got.DepthMm))))
		if k := got.DepthMm / plan.DepthMm; k < 1/gotDepth {
			found = append(found, finding.Finding{Code: "got-depth", Severity: finding.Note, Subject: "Less is sharp than planned", Measure: fmt.Sprintf("%.0f mm", got.DepthMm), Limit: fmt.Sprintf("%.0f mm", plan.DepthMm),
				Because: "A wider aperture or a longer lens than planned leaves less of the dish sharp.", Try: []finding.Try{finding.Hands("Look at the far edge of the hero from near"), finding.Hands("Stop down, if there is another")}})
		}
	}
	if plan.RatioStops != nil && got.RatioStops != nil {
		readings = append(readings, reading.New("got-set-ratio", "Key to fill of the set", *got.RatioStops, "stops", 1, "log₂ of light on the dish's faces", line("Planned", fmt.Sprintf("%.1f stops", *plan.RatioStops)), line("As it stood", fmt.Sprintf("%.1f stops", *got.RatioStops))))
	}
	return readings, found
}
