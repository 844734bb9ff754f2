// Package optics is the thin-lens geometry of a still camera at close range:
// what a lens sees, what is sharp, and how small an aperture may usefully be.
//
// Lengths are millimetres, angles degrees. All formulas are Gaussian optics for
// a thin lens as in any optics text (for instance Ray, Applied Photographic
// Optics, chapters 4 and 22). Distances are measured along the optical axis
// from the lens to the subject.
package optics

import (
	"errors"
	"math"
)

// WavelengthMm is the wavelength used for diffraction, 0.55 µm, the middle of
// the visible band.
const WavelengthMm = 0.55e-3

// ErrTooClose is returned when the subject is nearer than the focal length, so
// that no real image forms.
var ErrTooClose = errors.New("the subject is nearer than the lens's focal length")

// Magnification returns image size over subject size, m = f/(u−f), for focal
// length f and subject distance u in mm. It is an error unless u > f > 0.
func Magnification(focalMm, distanceMm float64) (float64, error) {
	if !(focalMm > 0) || !(distanceMm > focalMm) {
		return 0, ErrTooClose
	}
	return focalMm / (distanceMm - focalMm), nil
}

// FromLens turns a closest focus as makers state it, from the sensor, into the distance from
// the lens that the formulas here use, mm. With a stated magnification m the focal length
// at closest focus is D/(2 + m + 1/m), since lenses that focus close shorten; u = f(1 + 1/m).
// Without one (0), u + v = D and 1/f = 1/u + 1/v: u = (D + √(D² − 4fD))/2. Nearer than four
// focal lengths a lens that does not shorten forms no image; life size is taken then, u = D/2.
func FromLens(fromSensorMm, focalMm, largest float64) float64 {
	d := fromSensorMm
	if largest > 0 {
		return d / (2 + largest + 1/largest) * (1 + 1/largest)
	}
	if d < 4*focalMm {
		return d / 2
	}
	return (d + math.Sqrt(d*d-4*focalMm*d)) / 2
}

// DistanceForWidth returns how far away (mm) a lens of focal length f must be
// for a subject widthMm wide to fill a sensor side sensorMm: u = f(1 + 1/m).
func DistanceForWidth(focalMm, sensorMm, widthMm float64) float64 {
	return focalMm * (1 + widthMm/sensorMm)
}

// WidthSeen returns the width (mm) at the subject that fills a sensor side
// sensorMm at magnification m.
func WidthSeen(sensorMm, magnification float64) float64 { return sensorMm / magnification }

// Depth is the range of distances that look sharp.
type Depth struct {
	NearMm float64 // nearest sharp distance
	FarMm  float64 // farthest sharp distance; +Inf past the hyperfocal distance
}

// LengthMm is the length of the sharp range, +Inf when it has no far end.
func (d Depth) LengthMm() float64 { return d.FarMm - d.NearMm }

// DepthOfField returns the sharp range for focal length f, f-number N, blur
// limit c (circle of confusion, mm) and focus distance u:
//
//	near = u f² / (f² + N c (u−f))   far = u f² / (f² − N c (u−f))
//
// The far end is +Inf when its denominator is zero or below.
func DepthOfField(focalMm, fNumber, confusionMm, focusMm float64) Depth {
	f2 := focalMm * focalMm
	k := fNumber * confusionMm * (focusMm - focalMm)
	d := Depth{NearMm: focusMm * f2 / (f2 + k), FarMm: math.Inf(1)}
	if f2 > k {
		d.FarMm = focusMm * f2 / (f2 - k)
	}
	return d
}

// FocusBetween returns the focus distance that serves a near and a far distance
// equally: their harmonic mean, 2nf/(n+f).
func FocusBetween(nearMm, farMm float64) float64 { return 2 * nearMm * farMm / (nearMm + farMm) }

// NumberToCover returns the f-number at which nearMm and farMm are both just
// sharp with the focus from FocusBetween. It inverts DepthOfField:
// N = f²(far−near) / (2 c far near) · u/(u−f), u the focus distance. It is an
// error when the focus distance is not beyond the focal length.
func NumberToCover(focalMm, confusionMm, nearMm, farMm float64) (float64, error) {
	u := FocusBetween(nearMm, farMm)
	if !(u > focalMm) || !(nearMm > 0) {
		return 0, ErrTooClose
	}
	return focalMm * focalMm * (u - nearMm) / (nearMm * confusionMm * (u - focalMm)), nil
}

// Span returns the depth along the optical axis that a dish of diameter D and
// height h takes up when seen at an elevation above the table:
// D·cos e + h·sin e.
func Span(diameterMm, heightMm, elevationDeg float64) float64 {
	s, c := math.Sincos(elevationDeg * math.Pi / 180)
	return diameterMm*math.Abs(c) + heightMm*math.Abs(s)
}

// Confusion returns the circle of confusion c in mm for a sensor: diagonal/1500,
// or less when the published picture is large enough to ask for it. For a
// publication of outputLongPx pixels on the long side (0 when unknown) it is
// sensorLong/P × 1.5, never under two pixel pitches.
func Confusion(sensorWMm, sensorHMm float64, pixelsLong, outputLongPx int) float64 {
	c := math.Hypot(sensorWMm, sensorHMm) / 1500
	if outputLongPx <= 0 {
		return c
	}
	long := math.Max(sensorWMm, sensorHMm)
	asked := long / float64(outputLongPx) * 1.5
	if pixelsLong > 0 {
		asked = math.Max(asked, 2*long/float64(pixelsLong))
	}
	return math.Min(c, asked)
}

// EffectiveNumber returns the f-number that counts for light and diffraction at
// magnification m: N(1 + m/p), p the pupil ratio (1 when unknown).
func EffectiveNumber(fNumber, magnification, pupilRatio float64) float64 {
	if pupilRatio <= 0 {
		pupilRatio = 1
	}
	return fNumber * (1 + magnification/pupilRatio)
}

// AiryMm returns the diameter (mm) of the Airy disc, 2.44 λ Ne.
func AiryMm(effectiveNumber float64) float64 { return 2.44 * WavelengthMm * effectiveNumber }

// BlurMm returns the diameter on the sensor (mm) of the disc into which a point
// at distance d spreads when the lens is focused at u: (f²/N)·|d−u|/(d(u−f)).
func BlurMm(focalMm, fNumber, focusMm, pointMm float64) float64 {
	return focalMm * focalMm / fNumber * math.Abs(pointMm-focusMm) / (pointMm * (focusMm - focalMm))
}

// EquivalentFocalMm returns the focal length that sees the same on a sensor
// 36 × 24 mm, by the diagonals.
func EquivalentFocalMm(focalMm, sensorWMm, sensorHMm float64) float64 {
	return focalMm * math.Hypot(36, 24) / math.Hypot(sensorWMm, sensorHMm)
}
