package scene

import (
	"figladder/internal/craft/bounds"
	"figladder/internal/craft/brief"
	"figladder/internal/craft/words"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
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
			bad(path, "%s", bounds.Outside(path, v, lo, hi, unit))
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
	if s.Crop != "" {
		if _, _, ok := brief.Shape(s.Crop); !ok {
			bad("crop", "“%s” is not a shape. Write width:height, such as 4:5.", s.Crop)
		}
	}
	hex("table.colour", s.Table.Colour)

	within("vessel.diameterMm", s.Vessel.DiameterMm, 10, 800, "mm")
	within("vessel.heightMm", s.Vessel.HeightMm, 2, 800, "mm")
	within("vessel.xMm", s.Vessel.XMm, 0, s.Table.WidthMm, "mm, or it falls off the table")
	within("vessel.yMm", s.Vessel.YMm, 0, s.Table.DepthMm, "mm, or it falls off the table")
	hex("vessel.colour", s.Vessel.Colour)
	within("vessel.dew", s.Vessel.Dew, 0, 1, "(how thick it lies)")
	within("food.aboveMm", s.Food.AboveMm, 0, 500, "mm")
	within("food.movementMmS", s.Food.Movement, 0, 20000, "mm/s")
	hex("food.colour", s.Food.Colour)
	if s.Food.Garnish != "" {
		hex("food.garnish", s.Food.Garnish)
	}
	s.Camera.check("camera.", bad, within)

	choice := func(path, v string, all ...string) {
		if !slices.Contains(all, v) {
			bad(path, "“%s” is none of: %s.", v, strings.Join(all, ", "))
		}
	}
	word(bad, "table.finish", s.Table.Finish)
	word(bad, "vessel.finish", s.Vessel.Finish)
	if s.State != words.Served {
		word(bad, "state", s.State)
	}
	within("through", float64(s.Through), 0, float64(len(s.Views)), "of the other cameras")
	s.checkLights(&out, bad, within, choice)
	s.checkThings(bad, within, hex, choice)
	if s.Backdrop.On {
		within("backdrop.yMm", s.Backdrop.YMm, s.Vessel.YMm+s.Vessel.DiameterMm/2, 6000, "mm, behind the dish")
	}
	within("backdrop.widthMm", s.Backdrop.WidthMm, 50, 5000, "mm")
	within("backdrop.heightMm", s.Backdrop.HeightMm, 50, 4000, "mm")
	hex("backdrop.colour", s.Backdrop.Colour)
	within("room.widthMm", s.Room.WidthMm, 1000, 50000, "mm")
	within("room.depthMm", s.Room.DepthMm, 1000, 50000, "mm")
	within("room.heightMm", s.Room.HeightMm, 1500, 20000, "mm")
	within("room.reflectance", s.Room.Reflectance, 0, 0.9, "(share of light)")
	within("room.ceiling", s.Room.Ceiling, 0, 0.9, "(share of light)")
	within("room.floor", s.Room.Floor, 0, 0.9, "(share of light)")
	within("room.leftMm", s.Room.LeftMm, 0, math.Max(0, s.Room.WidthMm-s.Table.WidthMm), "mm")
	within("room.behindMm", s.Room.BehindMm, 0, math.Max(0, s.Room.DepthMm-s.Table.DepthMm), "mm")
	return out
}

// check is Check for a camera; the paths of its fields begin with at.
func (c Camera) check(at string, bad badFunc, within withinFunc) {
	within(at+"elevationDeg", c.ElevationDeg, 0, 90, "degrees")
	within(at+"sensorWidthMm", c.SensorWidthMm, 3, 60, "mm")
	within(at+"sensorHeightMm", c.SensorHeightMm, 2, 60, "mm")
	within(at+"pixelsLong", float64(c.PixelsLong), 500, 30000, "pixels")
	within(at+"shortestMm", c.ShortestMm, 1, 1000, "mm")
	within(at+"longestMm", c.LongestMm, 1, 1000, "mm")
	within(at+"widestAperture", c.WidestAperture, 0.9, 45, "")
	within(at+"narrowAperture", c.NarrowAperture, 0.9, 64, "")
	if c.Orientation != "landscape" && c.Orientation != "portrait" {
		bad(at+"orientation", "The frame lies landscape or portrait, not “%s”.", c.Orientation)
	}
	if c.FocalMm < c.ShortestMm || c.FocalMm > c.LongestMm || !(c.FocalMm > 0) {
		bad(at+"focalMm", "%s mm is beyond this lens, which goes from %s to %s mm. Set a focal length inside that, or put on another lens.",
			show(c.FocalMm), show(c.ShortestMm), show(c.LongestMm))
	}
	if c.Aperture < c.WidestAperture-0.01 || !(c.Aperture > 0) {
		bad(at+"aperture", "f/%s is wider than this lens opens. Its widest is f/%s.", show(c.Aperture), show(c.WidestAperture))
	} else if c.Aperture > c.NarrowAperture+0.01 {
		bad(at+"aperture", "f/%s is narrower than this lens closes. Its narrowest is f/%s.", show(c.Aperture), show(c.NarrowAperture))
	}
	closest := math.Max(c.ClosestMm, c.FocalMm*1.05)
	if !(c.DistanceMm >= closest) {
		bad(at+"distanceMm", "%s cm is nearer than this lens focuses. Its closest is %s cm.", bounds.Shown("distanceMm", c.DistanceMm), bounds.Shown("distanceMm", math.Ceil(closest)))
	} else if c.DistanceMm > 10000 {
		bad(at+"distanceMm", "%s cm is farther than a still set needs. 1000 cm is the most.", bounds.Shown("distanceMm", c.DistanceMm))
	}
	within(at+"baseIso", float64(c.BaseISO), 25, 25600, "ISO")
	if c.HighestISO < c.BaseISO || c.HighestISO > 102400 {
		bad(at+"highestIso", "ISO %d is not between the lowest this body has, %d, and 102400.", c.HighestISO, c.BaseISO)
	}
	within(at+"slowestS", c.SlowestS, 0.0001, 30, "s")
	within(at+"closestMm", c.ClosestMm, 0, 10000, "mm")
	within(at+"aimXMm", c.AimXMm, -3000, 3000, "mm")
	within(at+"aimYMm", c.AimYMm, -3000, 3000, "mm")
	within(at+"aimZMm", c.AimZMm, -1000, 1000, "mm")
}

// word holds a field to its vocabulary.
func word[T interface {
	~string
	words.Vocabulary
}](bad badFunc, path string, w T) {
	if !words.Is(w) {
		bad(path, "“%s” is none of: %s.", w, strings.Join(w.Words(), ", "))
	}
}

type (
	badFunc    func(path, words string, args ...any)
	withinFunc func(path string, v, lo, hi float64, unit string)
)

func (s Set) checkLights(out *[]finding.FieldProblem, bad badFunc, within withinFunc, choice func(path, v string, all ...string)) {
	if len(s.Lights) > 8 {
		bad("lights", "Eight windows and lamps are the most a set takes.")
	}
	if len(s.Cards) > 8 {
		bad("cards", "Eight cards are the most a set takes.")
	}
	for i, l := range s.Lights {
		at := func(field string) string { return fmt.Sprintf("lights.%d.%s", i, field) }
		word(bad, at("kind"), l.Kind)
		if l.Window() {
			*out = append(*out, almanac.Opening{WidthMm: l.WidthMm, HeightMm: l.HeightMm, RevealMm: l.RevealMm, Glass: l.Glass}.Check(at(""))...)
		} else {
			within(at("widthMm"), l.WidthMm, 5, 5000, "mm")
			within(at("heightMm"), l.HeightMm, 5, 5000, "mm")
			within(at("glass"), l.Glass, 0, 1, "(share of light)")
			within(at("revealMm"), l.RevealMm, 0, 1500, "mm")
		}
		within(at("xMm"), l.XMm, -8000, 8000, "mm")
		within(at("yMm"), l.YMm, -8000, 8000, "mm")
		within(at("zMm"), l.ZMm, 1, 5000, "mm above the table")
		within(at("facingDeg"), l.FacingDeg, -360, 360, "degrees")
		within(at("tiltDeg"), l.TiltDeg, -90, 90, "degrees")
		within(at("guideM"), l.GuideM, 0, 200, "metres")
		within(at("wattS"), l.WattS, 0, 10000, "watt-seconds")
		within(at("luxAt1m"), l.LuxAt1m, 0, 1e6, "lx")
		within(at("kelvin"), l.Kelvin, 1700, 20000, "K")
		within(at("curtainLeft"), l.CurtainLeft, 0, 1, "(share closed)")
		within(at("curtainRight"), l.CurtainRight, 0, 1, "(share closed)")
		within(at("blindTop"), l.BlindTop, 0, 1, "(share closed)")
		if l.Window() || l.GuideM == 0 && l.WattS == 0 && l.LuxAt1m == 0 {
			within(at("luminanceCdM2"), l.LuminanceCdM2, 1, 1e7, "cd/m²")
		}
		if len(l.Outside) > 4 {
			bad(at("outside"), "Four things outside a window are the most.")
		}
		for k, o := range l.Outside {
			*out = append(*out, o.Check(fmt.Sprintf("lights.%d.outside.%d.", i, k))...)
		}
		if s.inDish(l.Rect()) {
			bad(at("xMm"), "This light stands inside the dish. Move it clear of it.")
		} else if l.On && s.throughTable(l.Rect()) && !l.Window() {
			bad(at("zMm"), "This light stands in the table. Raise it until its lower edge is clear of the top.")
		}
	}
	for i, c := range s.Cards {
		at := func(field string) string { return fmt.Sprintf("cards.%d.%s", i, field) }
		word(bad, at("kind"), c.Kind)
		within(at("widthMm"), c.WidthMm, 10, 3000, "mm; a card without size is none")
		within(at("heightMm"), c.HeightMm, 10, 3000, "mm; a card without size is none")
		within(at("xMm"), c.XMm, -3000, 8000, "mm")
		within(at("yMm"), c.YMm, -3000, 6000, "mm")
		within(at("zMm"), c.ZMm, 0, 3000, "mm above the table")
		within(at("facingDeg"), c.FacingDeg, -360, 360, "degrees")
		within(at("tiltDeg"), c.TiltDeg, -90, 90, "degrees")
		for k, w := range c.Cut {
			within(at(fmt.Sprintf("cut.%d", k)), w, 0, 1, "(share of the card's width)")
		}
	}
	d := s.Daylight
	choice("daylight.weather", d.Weather, "overcast", "mixed", "clear")
	within("daylight.farSideDeg", d.FarSideDeg, -360, 360, "degrees")
	within("daylight.latDeg", d.LatDeg, -90, 90, "degrees north")
	within("daylight.lonDeg", d.LonDeg, -180, 180, "degrees east")
	if d.On && d.LatDeg >= -90 && d.LatDeg <= 90 && d.LonDeg >= -180 && d.LonDeg <= 180 && slices.Contains([]string{"overcast", "mixed", "clear"}, d.Weather) {
		if _, _, _, err := d.Outdoors(); err != nil {
			bad("daylight.day", "%s.", capital(err.Error()))
		}
	}
}

// inDish reports whether a face passes through the dish.
func (s Set) inDish(l light.Rect) bool {
	h := s.Hero()
	for _, u := range []float64{-1, -.5, 0, .5, 1} {
		for _, v := range []float64{-1, -.5, 0, .5, 1} {
			p := l.At(u, v)
			if p.Z < h.HeightMm && p.Z > 0 && math.Hypot(p.X-h.Foot.X, p.Y-h.Foot.Y) < h.RadiusMm {
				return true
			}
		}
	}
	return false
}

// throughTable reports whether a face cuts the table top.
func (s Set) throughTable(l light.Rect) bool {
	below, above := false, false
	for _, u := range []float64{-1, 0, 1} {
		for _, v := range []float64{-1, 1} {
			p := l.At(u, v)
			if p.X < 0 || p.X > s.Table.WidthMm || p.Y < 0 || p.Y > s.Table.DepthMm {
				continue
			}
			below, above = below || p.Z < -1, above || p.Z > 1
		}
	}
	return below && above
}

func capital(s string) string {
	if s == "" {
		return s
	}
	r := []rune(s)
	return strings.ToUpper(string(r[0])) + string(r[1:])
}

func show(v float64) string {
	if math.IsNaN(v) {
		return "no number"
	}
	return fmt.Sprintf("%g", math.Round(v*1000)/1000)
}
