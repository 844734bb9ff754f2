package scene

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Axes returns the camera's unit vectors: to the right in the frame, up in the
// frame, and forward along the line of sight.
func (s Set) Axes() (right, up, forward r3.Vec) {
	forward = r3.Scale(-1, s.ToCamera())
	right = r3.Vec{X: 1}
	return right, r3.Cross(right, forward), forward
}

// Project returns where a point falls in the frame, −1 to 1 from left to right
// and from bottom to top, and false when it is behind the lens. The image
// distance is that of the focus on the dish, so that the frame width at the dish
// is the one that the readings give.
func (s Set) Project(p r3.Vec) (x, y float64, ok bool) {
	right, up, forward := s.Axes()
	d := r3.Sub(p, s.Lens())
	depth := r3.Dot(d, forward)
	if depth <= 0 {
		return 0, 0, false
	}
	across, upSide := s.Camera.FrameSensor()
	image := s.ImageDistanceMm()
	return r3.Dot(d, right) / depth * image / (across / 2), r3.Dot(d, up) / depth * image / (upSide / 2), true
}

// ImageDistanceMm is the distance from lens to sensor when the lens is focused
// on the middle of the dish, f·u/(u−f).
func (s Set) ImageDistanceMm() float64 {
	f, u := s.Camera.FocalMm, s.Camera.DistanceMm
	return f * u / math.Max(u-f, 1e-9)
}
