package draft

import (
	"fmt"
	"math"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
)

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
	f := s.Falls(h, m.ask.Wants.OutputLongPx)
	s.Food.PourMm, s.Food.Movement, s.OwnFood = h, math.Round(f.SpeedMmS/10)*10, true
	out := Choice{Key: "falls", Label: "What falls", Took: fmt.Sprintf("from %.0f cm above the rim", h/10), From: 1,
		Swap: []finding.Edit{finding.SetNumber("food.movementMmS", 0)}, Next: "let it smear"}
	if s.Camera.PixelsLong > 0 {
		out.Because = fmt.Sprintf("It lands at %.1f m/s after %.2f s: %s freezes it, and a burst of %.0f frames has it. Say where it lands before it falls.",
			f.SpeedMmS/1000, f.Seconds, exposure.ShowShutter(exposure.ShutterNoSlower(f.ShutterS)), f.Frames)
	}
	return s, []Choice{out}
}
