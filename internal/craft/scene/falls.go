package scene

import (
	"math"

	"figladder/internal/craft/optics"
)

// Fall is what falls freely into a frame (E2).
type Fall struct {
	SpeedMmS float64 // where it lands
	Seconds  float64 // until it lands
	ShutterS float64 // the slowest that freezes it to two published pixels
	Frames   float64 // of a burst at ten frames a second that has it
}

// Falls is what falls from hMm onto the dish; outputLongPx is the long side that is published, 0
// where it is not known.
func (s Set) Falls(hMm float64, outputLongPx int) Fall {
	c := s.Camera
	pitch := math.Max(c.SensorWidthMm, c.SensorHeightMm) / float64(c.PixelsLong)
	perPublished := 1.0
	if outputLongPx > 0 {
		perPublished = float64(c.PixelsLong) / float64(outputLongPx)
	}
	v, t := optics.FallSpeed(hMm), optics.FallSeconds(hMm)
	return Fall{SpeedMmS: v, Seconds: t, ShutterS: optics.ShutterFor(v, 2*perPublished, s.ImageDistanceMm()/c.DistanceMm, pitch), Frames: math.Max(3, math.Ceil(20*t))}
}
