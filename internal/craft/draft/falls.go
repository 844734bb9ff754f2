package draft

import (
	"fmt"
	"math"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
)

// leastBurst is how many frames a burst has at the least, perSecond how many in a second.
const leastBurst, perSecond = 3.0, 10.0

// falls lets something fall on the dish in a frame of a deed that does (E2): from how high,
// how fast it is when it lands, and so which shutter freezes it. What is in the way of it, and
// whether there is light enough, is judged as for any set.
func (m *maker) falls(s scene.Set, x Shot) (scene.Set, []Choice) {
	if x.FallsMm <= 0 || x.Kind != shots.Action && x.Kind != shots.Clip {
		return s, nil
	}
	up, _ := m.frameMm(s)
	// No higher than the frame shows: what is above it is not seen.
	h := math.Round(math.Min(x.FallsMm, math.Max(40, 0.45*up))/10) * 10
	v := optics.FallSpeed(h)
	s.Food.PourMm, s.Food.Movement, s.OwnFood = h, math.Round(v/10)*10, true
	c := s.Camera
	perPublished := 1.0
	if m.ask.Wants.OutputLongPx > 0 && c.PixelsLong > 0 {
		perPublished = math.Max(1, float64(c.PixelsLong)/float64(m.ask.Wants.OutputLongPx))
	}
	out := Choice{Key: "falls", Label: "What falls", Took: fmt.Sprintf("from %.0f cm above the rim", h/10), From: 1,
		Swap: []finding.Edit{finding.SetNumber("food.movementMmS", 0)}, Next: "let it smear"}
	if c.PixelsLong > 0 {
		pitch := math.Max(c.SensorWidthMm, c.SensorHeightMm) / float64(c.PixelsLong)
		t := exposure.ShutterNoSlower(optics.ShutterFor(v, 2*perPublished, s.ImageDistanceMm()/c.DistanceMm, pitch))
		takes := optics.FallSeconds(h)
		out.Because = fmt.Sprintf("It lands at %.1f m/s after %.2f s: %s freezes it, and a burst of %.0f frames has it. Say where it lands before it falls.",
			v/1000, takes, exposure.ShowShutter(t), math.Max(leastBurst, math.Ceil(2*takes*perSecond)))
	}
	return s, []Choice{out}
}
