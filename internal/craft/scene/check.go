package scene

import (
	"fmt"
	"math"
	"regexp"

	"figladder/internal/craft/finding"
	"gonum.org/v1/gonum/spatial/r3"
)

var hexColour = regexp.MustCompile(`^#[0-9a-fA-F]{6}$`)

// Check returns what cannot be accepted in a set, field by field, with the mend.
// An accepted set can be read and rendered without any number going wrong.
func (s Set) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, args ...any) {
		out = append(out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(words, args...)})
	}
	within := func(path string, v, lo, hi float64, unit string) {
		if !(v >= lo && v <= hi) { // also catches NaN
			bad(path, "%s is outside what makes sense here: %s to %s %s.", show(v), show(lo), show(hi), unit)
		}
	}
	hex := func(path, v string) {
		if !hexColour.MatchString(v) {
			bad(path, "“%s” is not a colour. Write it as #a8763e.", v)
		}
	}
	within("table.widthMm", s.Table.WidthMm, 200, 5000, "mm")
	within("table.depthMm", s.Table.DepthMm, 200, 3000, "mm")
	within("table.reflectance", s.Table.Reflectance, 0, 0.95, "(share of light)")
	hex("table.colour", s.Table.Colour)

	within("vessel.diameterMm", s.Vessel.DiameterMm, 10, 800, "mm")
	within("vessel.heightMm", s.Vessel.HeightMm, 2, 800, "mm")
	within("vessel.xMm", s.Vessel.XMm, 0, s.Table.WidthMm, "mm, or it falls off the table")
	within("vessel.yMm", s.Vessel.YMm, 0, s.Table.DepthMm, "mm, or it falls off the table")
	hex("vessel.colour", s.Vessel.Colour)
	within("food.aboveMm", s.Food.AboveMm, 0, 500, "mm")
	within("food.movementMmS", s.Food.Movement, 0, 20000, "mm/s")
	hex("food.colour", s.Food.Colour)
	if s.Food.Garnish != "" {
		hex("food.garnish", s.Food.Garnish)
	}
	s.checkCamera(bad, within)

	within("light.widthMm", s.Light.WidthMm, 10, 5000, "mm")
	within("light.heightMm", s.Light.HeightMm, 10, 5000, "mm")
	within("light.xMm", s.Light.XMm, -8000, 8000, "mm")
	within("light.yMm", s.Light.YMm, -8000, 8000, "mm")
	within("light.zMm", s.Light.ZMm, 1, 5000, "mm above the table")
	within("light.facingDeg", s.Light.FacingDeg, -360, 360, "degrees")
	within("light.tiltDeg", s.Light.TiltDeg, -90, 90, "degrees")
	within("light.luminanceCdM2", s.Light.LuminanceCdM2, 1, 1e6, "cd/m²")
	if len(out) == 0 && s.lightInDish() {
		bad("light.xMm", "The light stands inside the dish. Move it clear of it.")
	}
	within("card.widthMm", s.Card.WidthMm, 10, 3000, "mm")
	within("card.heightMm", s.Card.HeightMm, 10, 3000, "mm")
	within("card.xMm", s.Card.XMm, -3000, 8000, "mm")
	within("card.yMm", s.Card.YMm, -3000, 6000, "mm")
	within("card.facingDeg", s.Card.FacingDeg, -360, 360, "degrees")
	within("card.tiltDeg", s.Card.TiltDeg, -80, 80, "degrees")
	within("card.reflectance", s.Card.Reflectance, 0, 0.98, "(share of light)")
	within("room.widthMm", s.Room.WidthMm, 1000, 50000, "mm")
	within("room.depthMm", s.Room.DepthMm, 1000, 50000, "mm")
	within("room.heightMm", s.Room.HeightMm, 1500, 20000, "mm")
	within("room.reflectance", s.Room.Reflectance, 0, 0.9, "(share of light)")
	return out
}

func (s Set) checkCamera(bad func(string, string, ...any), within func(string, float64, float64, float64, string)) {
	c := s.Camera
	within("camera.elevationDeg", c.ElevationDeg, 0, 90, "degrees")
	within("camera.sensorWidthMm", c.SensorWidthMm, 3, 60, "mm")
	within("camera.sensorHeightMm", c.SensorHeightMm, 2, 60, "mm")
	within("camera.pixelsLong", float64(c.PixelsLong), 500, 30000, "pixels")
	within("camera.shortestMm", c.ShortestMm, 1, 1000, "mm")
	within("camera.longestMm", c.LongestMm, 1, 1000, "mm")
	within("camera.widestAperture", c.WidestAperture, 0.9, 45, "")
	within("camera.narrowAperture", c.NarrowAperture, 0.9, 64, "")
	if c.Orientation != "landscape" && c.Orientation != "portrait" {
		bad("camera.orientation", "The frame lies landscape or portrait, not “%s”.", c.Orientation)
	}
	if c.FocalMm < c.ShortestMm || c.FocalMm > c.LongestMm || !(c.FocalMm > 0) {
		bad("camera.focalMm", "%s mm is beyond this lens, which goes from %s to %s mm. Set a focal length inside that, or put on another lens.",
			show(c.FocalMm), show(c.ShortestMm), show(c.LongestMm))
	}
	if c.Aperture < c.WidestAperture-0.01 || !(c.Aperture > 0) {
		bad("camera.aperture", "f/%s is wider than this lens opens. Its widest is f/%s.", show(c.Aperture), show(c.WidestAperture))
	} else if c.Aperture > c.NarrowAperture+0.01 {
		bad("camera.aperture", "f/%s is narrower than this lens closes. Its narrowest is f/%s.", show(c.Aperture), show(c.NarrowAperture))
	}
	closest := math.Max(c.ClosestMm, c.FocalMm*1.05)
	if !(c.DistanceMm >= closest) {
		bad("camera.distanceMm", "%s mm is nearer than this lens focuses. Its closest is %s mm.", show(c.DistanceMm), show(math.Ceil(closest)))
	} else if c.DistanceMm > 10000 {
		bad("camera.distanceMm", "%s mm is farther than a still set needs. Ten metres is the most.", show(c.DistanceMm))
	}
	within("camera.baseIso", float64(c.BaseISO), 25, 25600, "ISO")
	if c.HighestISO < c.BaseISO || c.HighestISO > 102400 {
		bad("camera.highestIso", "ISO %d is not between the lowest this body has, %d, and 102400.", c.HighestISO, c.BaseISO)
	}
	within("camera.slowestS", c.SlowestS, 0.0001, 30, "s")
}

// lightInDish reports whether the light's face passes through the dish.
func (s Set) lightInDish() bool {
	h := s.Hero()
	l := s.Light.Rect()
	for _, u := range []float64{-1, -.5, 0, .5, 1} {
		for _, v := range []float64{-1, -.5, 0, .5, 1} {
			p := l.At(u, v)
			if p.Z < h.HeightMm && r3.Norm(r3.Vec{X: p.X - h.Foot.X, Y: p.Y - h.Foot.Y}) < h.RadiusMm {
				return true
			}
		}
	}
	return false
}

func show(v float64) string {
	if math.IsNaN(v) {
		return "no number"
	}
	return fmt.Sprintf("%g", math.Round(v*1000)/1000)
}
