package scene

import (
	"fmt"
	"math"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/reading"
)

// Wants is what the shoot asks of the set.
type Wants struct {
	OutputLongPx   int     // most pixels a deliverable asks for on its long side; 0 unknown
	RatioLowStops  float64 // key-to-fill the mood asks for, from
	RatioHighStops float64 // to; 0 when there is no mood
	RatioBecause   string
	Mood           string
}

// Span is a range along the line of sight, mm from the lens. Far is 0 and
// Endless true when nothing bounds it.
type Span struct {
	NearMm  float64 `json:"nearMm" doc:"Nearest, mm from the lens"`
	FarMm   float64 `json:"farMm" doc:"Farthest, mm from the lens; 0 when endless"`
	Endless bool    `json:"endless" doc:"True when there is no far end"`
}

// Report is everything read off a set.
type Report struct {
	Readings    []reading.Reading   `json:"readings" doc:"The numbers, each with its working"`
	Findings    []finding.Finding   `json:"findings" doc:"What to look at"`
	Exposure    exposure.Settings   `json:"exposure" doc:"Shutter and ISO at the set aperture"`
	Equivalents []exposure.Settings `json:"equivalents" doc:"The same exposure other ways"`
	FocusMm     float64             `json:"focusMm" doc:"Where to focus, mm from the lens"`
	Sharp       Span                `json:"sharp" doc:"What is sharp at the set aperture"`
	Needed      Span                `json:"needed" doc:"What the dish needs sharp"`
	CoverNumber float64             `json:"coverNumber" doc:"Engraved f-number that covers the dish; 0 when none does"`
	Frame       Footprint           `json:"frame" doc:"What the frame takes in at the dish"`
}

// Footprint is the frame's extent at the dish, across the line of sight.
type Footprint struct {
	WidthMm  float64 `json:"widthMm" doc:"Across"`
	HeightMm float64 `json:"heightMm" doc:"Up"`
}

const (
	srcOptics   = "Gaussian optics of a thin lens"
	srcExposure = "ISO 2720, flat receptor, C = 250"
	srcLight    = "Lambert's contour formula for view factors; Howell's catalogue"
)

// Read works out everything about an accepted set (one that Check has nothing
// against). Detail says how finely the light is summed.
func Read(s Set, w Wants, d light.Detail) Report {
	r := &reader{s: s, w: w}
	r.optics()
	r.light(d)
	r.exposure()
	r.notes()
	if r.out.Findings == nil {
		r.out.Findings = []finding.Finding{}
	}
	return r.out
}

// reader gathers a Report; later parts use what earlier ones worked out.
type reader struct {
	s   Set
	w   Wants
	out Report

	m, confusion, span, coverExact, effective float64
	lux                                       light.Parts
	stops, stopsOther                         float64
	facing                                    light.Direction
	exposureDark                              bool
}

func (r *reader) add(x reading.Reading) { r.out.Readings = append(r.out.Readings, x) }

func (r *reader) optics() {
	c := r.s.Camera
	across, upSide := c.FrameSensor()
	r.m, _ = optics.Magnification(c.FocalMm, c.DistanceMm)
	r.out.Frame = Footprint{optics.WidthSeen(across, r.m), optics.WidthSeen(upSide, r.m)}
	r.add(reading.New("frameWidth", "Frame width at the dish", r.out.Frame.WidthMm/10, "cm", 1, srcOptics,
		reading.Line{Words: "Magnification", Formula: fmt.Sprintf("f / (u − f) = %s / (%s − %s)", show(c.FocalMm), show(c.DistanceMm), show(c.FocalMm)), Shown: fmt.Sprintf("%.4f", r.m)},
		reading.Line{Words: "Sensor side that lies across, divided by it", Formula: fmt.Sprintf("%s mm / %.4f", show(across), r.m), Shown: fmt.Sprintf("%.0f mm", r.out.Frame.WidthMm)}))

	r.span = optics.Span(r.s.Vessel.DiameterMm, r.s.TopMm(), c.ElevationDeg)
	need := Span{NearMm: c.DistanceMm - r.span/2, FarMm: c.DistanceMm + r.span/2}
	r.out.Needed = need
	r.add(reading.New("depthNeeded", "Depth the dish needs", r.span, "mm", 0, "Handbook geometry: along the optical axis",
		reading.Line{Words: "Dish of diameter D and height h seen at elevation e", Formula: fmt.Sprintf("D·cos e + h·sin e = %s·cos %s° + %s·sin %s°", show(r.s.Vessel.DiameterMm), show(c.ElevationDeg), show(r.s.TopMm()), show(c.ElevationDeg)), Shown: fmt.Sprintf("%.0f mm", r.span)}))

	r.confusion = optics.Confusion(c.SensorWidthMm, c.SensorHeightMm, c.PixelsLong, r.w.OutputLongPx)
	near := math.Max(need.NearMm, c.FocalMm*1.02)
	r.out.FocusMm = optics.FocusBetween(near, need.FarMm)
	dof := optics.DepthOfField(c.FocalMm, c.Aperture, r.confusion, r.out.FocusMm)
	r.out.Sharp = Span{NearMm: dof.NearMm, FarMm: dof.FarMm}
	if math.IsInf(dof.FarMm, 1) {
		r.out.Sharp = Span{NearMm: dof.NearMm, Endless: true}
	}
	blurWords := fmt.Sprintf("sensor diagonal %.1f mm / 1500", math.Hypot(c.SensorWidthMm, c.SensorHeightMm))
	if r.confusion < math.Hypot(c.SensorWidthMm, c.SensorHeightMm)/1500-1e-9 {
		blurWords = fmt.Sprintf("what %d published pixels ask for", r.w.OutputLongPx)
	}
	r.add(reading.New("depthOfField", "Depth of field", dof.LengthMm(), "mm", 0, srcOptics,
		reading.Line{Words: "Blur still taken for sharp: " + blurWords, Formula: "c", Shown: fmt.Sprintf("%.4f mm", r.confusion)},
		reading.Line{Words: "Focus between the nearest and farthest part of the dish", Formula: fmt.Sprintf("2nf/(n+f), n = %.0f, f = %.0f", near, need.FarMm), Shown: fmt.Sprintf("%.0f mm", r.out.FocusMm)},
		reading.Line{Words: "Near end", Formula: "u f² / (f² + N c (u − f))", Shown: fmt.Sprintf("%.0f mm", dof.NearMm)},
		reading.Line{Words: "Far end", Formula: "u f² / (f² − N c (u − f))", Shown: reading.New("", "", dof.FarMm, "", 0, "").Shown + " mm"}))

	r.coverExact, _ = optics.NumberToCover(c.FocalMm, r.confusion, near, need.FarMm)
	cover, _ := exposure.ApertureAtLeast(r.coverExact)
	if r.coverExact <= c.NarrowAperture*1.005 {
		r.out.CoverNumber = math.Max(cover, c.WidestAperture)
	}
	coverReading := reading.New("coverNumber", "Aperture that covers the dish", cover, "", 1, srcOptics,
		reading.Line{Words: "Exact f-number, from the depth formulas turned round", Formula: "f² (u − n) / (n c (u − f))", Shown: fmt.Sprintf("f/%.2f", r.coverExact)},
		reading.Line{Words: "Next engraved aperture", Formula: "third-stop series", Shown: "f/" + exposure.ShowNumber(cover)})
	coverReading.Shown = "f/" + exposure.ShowNumber(cover)
	r.add(coverReading)

	r.effective = optics.EffectiveNumber(c.Aperture, r.m, 1)
	airy := optics.AiryMm(r.effective) * 1000
	r.add(reading.New("diffraction", "Diffraction blur", airy, "µm", 1, "Airy disc, 0.55 µm light",
		reading.Line{Words: "Effective f-number close up", Formula: fmt.Sprintf("N (1 + m) = %s × (1 + %.3f)", show(c.Aperture), r.m), Shown: fmt.Sprintf("f/%.2f", r.effective)},
		reading.Line{Words: "Airy disc", Formula: fmt.Sprintf("2.44 × 0.55 µm × %.2f", r.effective), Shown: fmt.Sprintf("%.1f µm", airy)},
		reading.Line{Words: "Against the blur taken for sharp", Formula: "c", Shown: fmt.Sprintf("%.1f µm", r.confusion*1000)}))
}

func (r *reader) light(d light.Detail) {
	h := r.s.Hero()
	read := func(card bool) (*light.Engine, light.KeyFill) {
		e := light.NewEngine(r.s.Lighting(card), d)
		return e, light.Ratio(e.Facets(h, r.s.ToCamera()))
	}
	e, now := read(r.s.Card.On)
	_, other := read(!r.s.Card.On)
	r.stops, r.stopsOther = now.Stops, other.Stops
	with, without := now, other
	if !r.s.Card.On {
		with, without = other, now
	}
	r.add(ratioReading("keyFill", "Key to fill", now, r.s.Card.On))
	r.add(ratioReading("keyFillWith", "with the card", with, true))
	r.add(ratioReading("keyFillWithout", "without", without, false))

	top := h.Foot
	top.Z = h.HeightMm + 0.5
	up := top
	up.X, up.Y, up.Z = 0, 0, 1
	r.lux = e.At(top, up)
	r.add(reading.New("illuminance", "Light at the dish", r.lux.Total(), "lx", 0, srcLight,
		reading.Line{Words: "On a flat receptor on top of the food, looking up. Straight from the light", Formula: "E = ∫ L cosθ₁ cosθ₂ / r² dA", Shown: lux(r.lux.Direct)},
		reading.Line{Words: "By way of the card", Formula: "L = ρ E / π, then the same sum", Shown: lux(r.lux.Card)},
		reading.Line{Words: "From the room's walls", Formula: "Φ ρ / (A (1 − ρ))", Shown: lux(r.lux.Room)},
		reading.Line{Words: "Sum", Formula: "", Shown: lux(r.lux.Total())}))
	ev := exposure.EV100FromLux(r.lux.Total())
	r.add(reading.New("ev100", "Light value", ev, "EV 100", 1, srcExposure,
		reading.Line{Words: "Illuminance over 2.5 lx, in stops", Formula: fmt.Sprintf("log2(%.0f / 2.5)", r.lux.Total()), Shown: fmt.Sprintf("%.2f", ev)}))

	r.facing = light.DirectionOf(top, r.s.Light.Rect())
	dir := reading.New("direction", "Light comes from", r.facing.Clock, "o'clock", 1, "Plan geometry; 12 is behind the food, 6 the camera's side",
		reading.Line{Words: "Height above the table", Formula: "from the top of the dish to the middle of the light", Shown: fmt.Sprintf("%.0f°", r.facing.HeightDeg)})
	dir.Shown = ClockWords(r.facing.Clock)
	dir.Unit = ""
	r.add(dir)
	r.add(reading.New("softness", "Light looks", r.facing.SizeDeg, "° across", 0, "Apparent size from the dish; larger is softer",
		reading.Line{Words: "Larger of the two angles it subtends", Formula: "angle between opposite edges", Shown: fmt.Sprintf("%.0f°", r.facing.SizeDeg)}))
}

func lux(v float64) string { return reading.Number(v, 0) + " lx" }

// brink is a ratio past which the dark side is as good as unlit.
const brink = 12

func ratioReading(key, label string, k light.KeyFill, card bool) reading.Reading {
	word := "out"
	if card {
		word = "in"
	}
	stops := k.Stops
	if stops > brink {
		stops = math.Inf(1)
	}
	return reading.New(key, label, stops, "stops", 1, srcLight,
		reading.Line{Words: "Brightest upright face the camera sees, card " + word, Formula: ClockWords(k.Key.Deg / 30), Shown: lux(k.Key.Lux.Total())},
		reading.Line{Words: "Darkest face it sees", Formula: ClockWords(k.Fill.Deg / 30), Shown: lux(k.Fill.Lux.Total())},
		reading.Line{Words: "of which card, table, room", Formula: "one bounce each", Shown: fmt.Sprintf("%s, %s, %s", lux(k.Fill.Lux.Card), lux(k.Fill.Lux.Table), lux(k.Fill.Lux.Room))},
		reading.Line{Words: "Ratio", Formula: "log2(brightest / darkest)", Shown: reading.New("", "", stops, "", 2, "").Shown + " stops"})
}

// ClockWords says a clock position in words: "behind, left (10 o'clock)".
func ClockWords(clock float64) string {
	hour := int(math.Round(clock)) % 12
	if hour == 0 {
		hour = 12
	}
	words := map[int]string{12: "behind", 1: "behind, right", 2: "behind, right", 3: "right", 4: "front, right", 5: "front, right",
		6: "front", 7: "front, left", 8: "front, left", 9: "left", 10: "behind, left", 11: "behind, left"}
	return fmt.Sprintf("%s (%d o'clock)", words[hour], hour)
}

func (r *reader) exposure() {
	c := r.s.Camera
	lim := exposure.Limits{SlowestSeconds: c.SlowestS, FastestSeconds: 1. / 8000, BaseISO: c.BaseISO, HighestISO: c.HighestISO}
	set, err := exposure.Solve(r.lux.Total(), c.Aperture, r.effective, lim)
	if err != nil {
		r.exposureDark = true
		r.out.Equivalents = []exposure.Settings{}
		return
	}
	r.out.Exposure = set
	r.out.Equivalents = exposure.Equivalents(r.lux.Total(), c.Aperture, r.effective, lim)
	x := reading.New("exposure", "Exposure", set.Seconds, "s", 4, srcExposure,
		reading.Line{Words: "Aperture first, from depth; close up it counts as", Formula: fmt.Sprintf("N (1 + m), N = %s", show(c.Aperture)), Shown: fmt.Sprintf("f/%.2f", r.effective)},
		reading.Line{Words: fmt.Sprintf("Time at the lowest ISO whose shutter is no slower than %s", exposure.ShowShutter(c.SlowestS)), Formula: fmt.Sprintf("250 N² / (E × ISO) = 250 × %.2f² / (%.0f × %d)", r.effective, r.lux.Total(), set.ISO), Shown: fmt.Sprintf("%.4f s", exposure.Seconds(r.lux.Total(), r.effective, float64(set.ISO)))},
		reading.Line{Words: "Nearest engraved shutter; off by", Formula: exposure.ShowShutter(set.Seconds), Shown: fmt.Sprintf("%+.2f stop", set.OffStops)})
	x.Shown, x.Unit = set.Shown, ""
	r.add(x)
}
