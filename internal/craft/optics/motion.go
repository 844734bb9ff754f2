package optics

import "math"

// GravityMmS2 is the pull of the earth, mm/s².
const GravityMmS2 = 9806.65

// FallSpeed is how fast (mm/s) something is after falling freely from hMm: √(2 g h).
func FallSpeed(hMm float64) float64 { return math.Sqrt(2 * GravityMmS2 * math.Max(0, hMm)) }

// FallSeconds is how long (s) it takes to fall hMm: √(2h/g).
func FallSeconds(hMm float64) float64 { return math.Sqrt(2 * math.Max(0, hMm) / GravityMmS2) }

// MotionPx is how many pixels a thing that crosses the line of sight at v mm/s draws
// itself out by in t seconds: v · t · m / pixel pitch.
func MotionPx(vMmS, seconds, magnification, pitchMm float64) float64 {
	return vMmS * seconds * magnification / pitchMm
}

// ShutterFor is the slowest shutter (s) that keeps the motion under so many pixels.
func ShutterFor(vMmS, px, magnification, pitchMm float64) float64 {
	return px * pitchMm / (magnification * vMmS)
}
