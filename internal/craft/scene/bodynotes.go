package scene

import (
	"fmt"
	"math"

	"figladder/internal/craft/finding"
	"gonum.org/v1/gonum/spatial/r3"
)

// bodyMm is the radius of a camera body with its lens and a hand's breadth of arm, as it
// stands in the light (a start value of our own).
const bodyMm = 85

// shaded is the share of what a light could send to the top of the dish that the camera
// stands in the way of.
func (s Set) shaded(l Light) float64 {
	top := r3.Vec{X: s.Vessel.XMm, Y: s.Vessel.YMm, Z: s.TopMm() + 1}
	// The body is a disc behind the lens, square to the line of sight.
	_, _, forward := s.Axes()
	body := r3.Sub(s.Lens(), r3.Scale(60, forward))
	face := l.face()
	const n = 9
	hidden, all := 0.0, 0.0
	for i := range n {
		for k := range n {
			q := face.At((2*float64(i)+1)/n-1, (2*float64(k)+1)/n-1)
			d := r3.Sub(q, top)
			if d.Z <= 0 {
				continue
			}
			w := d.Z / math.Pow(r3.Norm(d), 3)
			all += w
			if t := r3.Dot(r3.Sub(body, top), forward) / r3.Dot(d, forward); t > 0 && t < 1 && r3.Norm(r3.Sub(r3.Add(top, r3.Scale(t, d)), body)) < bodyMm {
				hidden += w
			}
		}
	}
	if all == 0 {
		return 0
	}
	return hidden / all
}

// cameraShades: the camera throws its own shadow on the dish.
func cameraShades(r *reader) []finding.Finding {
	for i, l := range r.s.Lights {
		if !l.On {
			continue
		}
		share := r.s.shaded(l)
		if share < 0.12 {
			continue
		}
		at := fmt.Sprintf("lights.%d.", i)
		// Beside the line of sight, at the height it has.
		side := r.s.Vessel.XMm - math.Max(500, l.ZMm)
		f := finding.Finding{Code: "camera-shadow", Severity: finding.Care, Subject: "Camera", Measure: fmt.Sprintf("it hides %.0f %% of %s from the dish", 100*share, l.Name), Limit: "12 %",
			Because: "The camera stands in its own light."}
		if !l.Window() {
			f.Try = append(f.Try, finding.Press("Bring “"+l.Name+"” to the left side", finding.SetNumber(at+"xMm", math.Round(side)), finding.SetNumber(at+"yMm", r.s.Vessel.YMm), finding.SetNumber(at+"facingDeg", 90), finding.SetNumber(at+"tiltDeg", -30)))
		}
		f.Try = append(f.Try, finding.Hands("Raise the camera with a longer lens, or light it from the side"))
		return one(f)
	}
	return nil
}

// cameraMirrored: straight down, what is level and shines mirrors the lens.
func cameraMirrored(r *reader) []finding.Finding {
	c := r.s.Camera
	if c.ElevationDeg < 82 {
		return nil
	}
	what := ""
	switch {
	case r.s.Food.liquid(r.s.Vessel):
		what = "the drink"
	case r.s.Ground.On && (r.s.Ground.Finish == "gloss" || r.s.Ground.Finish == "mirror"):
		what = "the board"
	case !r.s.Ground.On && (r.s.Table.Finish == "gloss" || r.s.Table.Finish == "mirror"):
		what = "the table"
	default:
		return nil
	}
	return one(finding.Finding{Code: "camera-mirrored", Severity: finding.Note, Subject: "Camera", Measure: fmt.Sprintf("%.0f° from level, over what shines", c.ElevationDeg), Limit: "under 82°",
		Because: "Straight down, " + what + " shows the lens and the arm that holds it.",
		Try:     []finding.Try{finding.Press("Tip the camera to 78°", finding.SetNumber("camera.elevationDeg", 78)), finding.Hands("Hang a black cloth with a hole for the lens")}})
}
