package scene

import (
	"context"
	"figladder/internal/craft/words"
	"fmt"
	"math"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/light"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/reading"
	"gonum.org/v1/gonum/spatial/r3"
)

// Wants is what the shoot asks of the set.
type Wants struct {
	OutputLongPx   int     // most pixels a deliverable asks for on its long side; 0 unknown
	RatioLowStops  float64 // key-to-fill the mood asks for, from
	RatioHighStops float64 // to; 0 when there is no mood
	RatioBecause   string
	Mood           string
	Kit            []kit.Item // what the studio owns
	Portion        Portion    // one helping of the dish
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
	Lit         Lit                 `json:"lit" doc:"The light on the set"`
	Strip       Strip               `json:"strip" doc:"Everything along the line of sight"`
	Views       Views               `json:"views" doc:"The set in outline"`
	Angle       words.Angle         `json:"angle" doc:"The camera's angle in a word"`
	Angles      []AngleWord         `json:"angles" doc:"The words there are, and what they stand for"`
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
	out, _, _, _ := ReadWith(context.Background(), s, w, d)
	return out
}

// ReadWith is Read that also hands over what it worked with: the things as they stand and
// the light. It gives up with ctx's error when that ends.
func ReadWith(ctx context.Context, s Set, w Wants, d light.Detail) (Report, []Object, *light.Engine, error) {
	s = s.shown()
	r := &reader{ctx: ctx, s: s, w: w}
	r.out.Angle, r.out.Angles = words.AngleAt(s.Camera.ElevationDeg), angleWordList()
	for _, part := range []func(){
		func() { r.objects, _ = s.ObjectsUntil(ctx, Rough) },
		r.optics, r.rig, r.strip, r.pour, r.portion,
		func() { r.outlines(d) },
		func() { r.light(d) },
		r.exposure, r.notes,
	} {
		if part(); ctx.Err() != nil {
			return Report{}, nil, nil, ctx.Err()
		}
	}
	if r.out.Findings == nil {
		r.out.Findings = []finding.Finding{}
	}
	return r.out, r.objects, r.engine, nil
}

// reader gathers a Report; later parts use what earlier ones worked out.
type reader struct {
	ctx     context.Context
	s       Set
	w       Wants
	out     Report
	objects []Object

	m, confusion, span, coverExact, effective float64
	lux                                       light.Parts
	stops                                     float64
	facing                                    light.Direction
	exposureDark                              bool
	engine                                    *light.Engine
	lightMap                                  light.Map
	facets                                    light.KeyFill
	glareShare                                float64 // of the table in the frame
	brightAt                                  r3.Vec  // the brightest place of the table in the frame
	brightStops                               float64 // against the food
	mired                                     float64 // span of the lights that matter
	quick                                     bool    // while something is moved: what costs most is told from the map, or not at all
	falloff                                   float64 // stops, left against right
	uneven                                    float64 // stops over the background
	steam                                     float64 // stops that steam stands out by
	hung                                      *rig    // how the camera hangs; nil when it does not
	must                                      string  // what must be sharp, in words
}

// outlines draws the set: round things are round once nothing moves any more.
func (r *reader) outlines(d light.Detail) {
	drawn := r.objects
	if d == light.Fine {
		drawn, _ = r.s.ObjectsUntil(r.ctx, Still)
	}
	r.out.Views = r.s.Outlines(drawn)
}

// lightOf makes the light of a set, until whoever asked has left.
func (r *reader) lightOf(s Set, d light.Detail) *light.Engine {
	lit := s.Lighting()
	return light.NewEngineUntil(r.ctx, lit, d.For(lit))
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
	from, to, chosen := r.s.mustBeSharp(r.objects, r.span)
	need := Span{NearMm: from, FarMm: to}
	r.span, r.must = to-from, chosen
	if chosen == "" {
		r.must = "the whole dish"
	}
	r.out.Needed = need
	needed := reading.Line{Words: "Chosen on the picture: " + chosen, Formula: "nearest to farthest along the line of sight", Shown: fmt.Sprintf("%.0f to %.0f mm", from, to)}
	if chosen == "" {
		needed = reading.Line{Words: "Dish of diameter D and height h seen at elevation e", Formula: fmt.Sprintf("D·cos e + h·sin e = %s·cos %s° + %s·sin %s°", show(r.s.Vessel.DiameterMm), show(c.ElevationDeg), show(r.s.TopMm()), show(c.ElevationDeg)), Shown: fmt.Sprintf("%.0f mm", r.span)}
	}
	r.add(reading.New("depthNeeded", "Depth that must be sharp", r.span, "mm", 0, "Handbook geometry: along the optical axis", needed))

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

func lux(v float64) string { return reading.Number(v, 0) + " lx" }

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
	if r.s.HasFlash() {
		// The flash gives what it gives; the shutter only has to be open for it.
		lim.SlowestSeconds, lim.FastestSeconds = SyncSeconds, SyncSeconds
	}
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
