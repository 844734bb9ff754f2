package scene

import (
	"fmt"
	"math"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/light"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/shape"
	"gonum.org/v1/gonum/spatial/r3"
)

// notes turns what was read into findings. Each check stands on its own.
func (r *reader) notes() {
	for _, check := range []func(*reader) []finding.Finding{
		depthShort, stackNeeded, diffractionLeads, frameTight, exposureMissed, ratioAgainstMood, frontLight, cardInFrame,
		mixedLight, colouredLight, brightElsewhere, fallsOff, glares, hardSun, nowhere, backgroundUneven, darkCorner, steamLost, phoneFlash, lampCaution, movementBlurs, boomOverhead, rigFalls, cameraShades, cameraMirrored, lowAngleTooDeep, portionFits,
	} {
		r.out.Findings = append(r.out.Findings, check(r)...)
	}
}

func one(f finding.Finding) []finding.Finding { return []finding.Finding{f} }

// depthShort: the dish reaches past what is sharp.
func depthShort(r *reader) []finding.Finding {
	got, need := r.out.Sharp, r.out.Needed
	if got.NearMm <= need.NearMm*1.0005 && (got.Endless || got.FarMm >= need.FarMm*0.9995) {
		return nil
	}
	c := r.s.Camera
	f := finding.Finding{Code: "depth-short", Severity: finding.Care, Subject: "Depth of field",
		Measure: fmt.Sprintf("%.0f mm sharp at f/%s", got.FarMm-got.NearMm, exposure.ShowNumber(c.Aperture)),
		Limit:   fmt.Sprintf("%.0f mm for %s", r.span, r.must),
		Because: "Too wide open leaves the garnish and the far rim mushy."}
	if n := r.out.CoverNumber; n > 0 {
		f.Try = append(f.Try, finding.Press("Close to f/"+exposure.ShowNumber(n), finding.SetNumber("camera.aperture", n)))
	}
	if back := backOff(r); back > c.DistanceMm {
		f.Try = append(f.Try, finding.Press(fmt.Sprintf("Go back to %.0f cm and crop", back/10), finding.SetNumber("camera.distanceMm", back)))
	}
	if r.out.CoverNumber == 0 {
		f.Try = append(f.Try, finding.Hands("Take several frames with the focus moved, and join them"))
	}
	return one(f)
}

// backOff returns the shortest distance, on a grid of 5 cm, at which the set
// aperture covers the dish, or 0 when two and a half times the distance does not.
func backOff(r *reader) float64 {
	c := r.s.Camera
	start := math.Ceil(c.DistanceMm/50) * 50
	for d := start; d <= c.DistanceMm*2.5 && d <= 10000; d += 50 {
		n, err := optics.NumberToCover(c.FocalMm, r.confusion, d-r.span/2, d+r.span/2)
		if err == nil && n <= c.Aperture {
			return d
		}
	}
	return 0
}

// diffractionLeads: closing further costs more sharpness than it gains.
func diffractionLeads(r *reader) []finding.Finding {
	airy := optics.AiryMm(r.effective)
	if airy <= r.confusion {
		return nil
	}
	c := r.s.Camera
	f := finding.Finding{Code: "diffraction", Severity: finding.Note, Subject: "Aperture",
		Measure: fmt.Sprintf("%.1f µm from diffraction alone", airy*1000),
		Limit:   fmt.Sprintf("%.1f µm taken for sharp", r.confusion*1000),
		Because: "Past this aperture the whole picture softens, the sharp parts too."}
	widest := r.confusion / (2.44 * optics.WavelengthMm * (1 + r.m))
	for _, a := range exposure.Apertures(c.WidestAperture, c.NarrowAperture) {
		if a <= widest {
			f.Try = []finding.Try{finding.Press("Open to f/"+exposure.ShowNumber(a), finding.SetNumber("camera.aperture", a))}
		}
	}
	if f.Try == nil {
		f.Try = []finding.Try{finding.Hands("Go back a little: a smaller scale wants less depth")}
	}
	return one(f)
}

// frameTight: the dish does not fit the frame, or is lost in it.
func frameTight(r *reader) []finding.Finding {
	c, d := r.s.Camera, r.s.Vessel.DiameterMm
	sin, cos := math.Sincos(c.ElevationDeg * math.Pi / 180)
	tall := d*sin + r.s.TopMm()*cos // extent of the dish up the frame
	share := math.Max(d/r.out.Frame.WidthMm, tall/r.out.Frame.HeightMm)
	need := func(fill float64) float64 {
		across, up := c.FrameSensor()
		return math.Ceil(math.Max(optics.DistanceForWidth(c.FocalMm, across, d/fill), optics.DistanceForWidth(c.FocalMm, up, tall/fill))/10) * 10
	}
	switch {
	case share > 1:
		return one(finding.Finding{Code: "frame-tight", Severity: finding.Note, Subject: "Frame",
			Measure: fmt.Sprintf("the dish takes %.0f %% of the frame", share*100), Limit: "100 %",
			Because: "Part of the dish is cut. That may be what you want; if not, there is no getting it back.",
			Try:     []finding.Try{finding.Press(fmt.Sprintf("Go back to %.0f cm", need(0.7)/10), finding.SetNumber("camera.distanceMm", need(0.7)))}})
	case share < 0.15:
		at := math.Max(need(0.4), math.Ceil(math.Max(c.ClosestMm, c.FocalMm*1.06)))
		if at >= c.DistanceMm {
			return nil
		}
		return one(finding.Finding{Code: "frame-empty", Severity: finding.Note, Subject: "Frame",
			Measure: fmt.Sprintf("the dish takes %.0f %% of the frame", share*100), Limit: "15 % or more",
			Because: "The dish is lost in empty space.",
			Try:     []finding.Try{finding.Press(fmt.Sprintf("Come in to %.0f cm", at/10), finding.SetNumber("camera.distanceMm", at))}})
	}
	return nil
}

// exposureMissed: no shutter and ISO within the limits give the metered exposure.
func exposureMissed(r *reader) []finding.Finding {
	if r.exposureDark {
		return one(finding.Finding{Code: "no-light", Severity: finding.Stop, Subject: "Exposure", Measure: "0 lx", Limit: "some light",
			Because: "No light reaches the dish: the lights are off or face away from it.",
			Try:     turnLights(r)})
	}
	x := r.out.Exposure
	if math.Abs(x.OffStops) < 0.34 {
		return nil
	}
	f := finding.Finding{Code: "exposure-missed", Severity: finding.Care, Subject: "Exposure",
		Measure: fmt.Sprintf("%+.1f stops at %s", x.OffStops, x.Shown), Limit: "within a third of a stop"}
	c := r.s.Camera
	if x.OffStops < 0 {
		f.Because = "Even at the highest ISO you accept and the slowest shutter you trust, the frame comes out dark."
		slower := exposure.NearestShutter(c.SlowestS * math.Exp2(-x.OffStops))
		f.Try = append(f.Try, finding.Press("Trust "+exposure.ShowShutter(slower)+" on a firm support with a remote release", finding.SetNumber("camera.slowestS", slower)))
		f.Try = append(f.Try, finding.Hands("Bring the light nearer"))
		return one(f)
	}
	f.Because = "Even at the fastest shutter and lowest ISO the frame comes out bright."
	f.Try = append(f.Try, finding.Hands("Close the aperture, or take the light back"))
	return one(f)
}

// turnLights offers each light turned to the dish and switched on.
func turnLights(r *reader) []finding.Try {
	out := []finding.Try{}
	for i, l := range r.s.Lights {
		at := fmt.Sprintf("lights.%d.", i)
		out = append(out, finding.Press("Turn “"+l.Name+"” to the dish", finding.SetNumber(at+"facingDeg", towards(l.XMm, l.YMm, r.s)), finding.SetNumber(at+"tiltDeg", 0),
			finding.SetFlag(at+"on", true), finding.SetNumber(at+"curtainLeft", 0), finding.SetNumber(at+"curtainRight", 0), finding.SetNumber(at+"blindTop", 0)))
	}
	if len(out) == 0 {
		out = append(out, finding.Hands("Put a window or a lamp in"))
	}
	return out
}

// towards returns the direction in plan from a point to the dish, 0 away from
// the camera, 90 right, rounded to a degree.
func towards(x, y float64, s Set) float64 {
	deg := math.Atan2(s.Vessel.XMm-x, s.Vessel.YMm-y) * 180 / math.Pi
	return math.Round(math.Mod(deg+360, 360))
}

// ratioAgainstMood: too flat or too deep for the mood of the brief.
func ratioAgainstMood(r *reader) []finding.Finding {
	if r.w.RatioHighStops == 0 || r.exposureDark {
		return nil
	}
	f := finding.Finding{Subject: "Key to fill", Severity: finding.Note,
		Measure: fmt.Sprintf("%.1f stops", math.Min(r.stops, brink)),
		Limit:   fmt.Sprintf("%.1f to %.1f stops for a %s mood", r.w.RatioLowStops, r.w.RatioHighStops, r.w.Mood)}
	// The card that helps most is offered, in or out.
	best := func(black bool, wants func(was, then float64) bool) {
		at, then := -1, r.stops
		for _, c := range r.out.Lit.Cards {
			// A black card is put in to deepen, never to fill.
			if k := r.s.Cards[c.Index]; k.Kind == "black" && k.On == black {
				continue
			}
			other := c.With
			if c.On {
				other = c.Without
			}
			if wants(then, other) {
				at, then = c.Index, other
			}
		}
		if at < 0 {
			return
		}
		c := r.s.Cards[at]
		word := "Put “" + c.Name + "” in"
		if c.On {
			word = "Take “" + c.Name + "” out"
		}
		f.Try = append(f.Try, finding.Press(fmt.Sprintf("%s: %.1f stops", word, math.Min(then, brink)), finding.SetFlag(fmt.Sprintf("cards.%d.on", at), !c.On)))
	}
	switch {
	case r.stops > r.w.RatioHighStops+0.05:
		f.Code, f.Because = "fill-short", "The shadow side goes darker than the brief asks: "+r.w.RatioBecause+"."
		best(false, func(was, then float64) bool { return then < was-0.05 && then >= r.w.RatioLowStops-0.3 })
		f.Try = append(f.Try, cardNearer(r)...)
	case r.stops < r.w.RatioLowStops-0.05:
		f.Code, f.Because = "fill-strong", "The light is flatter than the brief asks: "+r.w.RatioBecause+"."
		best(true, func(was, then float64) bool { return then > was+0.05 && then <= r.w.RatioHighStops+0.3 })
	default:
		return nil
	}
	if f.Try == nil {
		f.Try = []finding.Try{finding.Hands("Move the light further to the side of the dish, or look for light with what you own")}
	}
	return one(f)
}

// cardNearer offers a white card that is in, moved toward the dish, when there is room.
func cardNearer(r *reader) []finding.Try {
	h := r.s.Hero()
	for i, c := range r.s.Cards {
		if !c.On || c.Kind == "black" || c.Kind == "diffuser" {
			continue
		}
		to := r3.Sub(h.Foot, r3.Vec{X: c.XMm, Y: c.YMm})
		gap, want := r3.Norm(to), h.RadiusMm+60
		if gap-want < 20 {
			continue
		}
		at := r3.Sub(h.Foot, r3.Scale(want/gap, to))
		path := fmt.Sprintf("cards.%d.", i)
		return []finding.Try{finding.Press("Bring “"+c.Name+"” to a hand's breadth from the dish",
			finding.SetNumber(path+"xMm", math.Round(at.X)), finding.SetNumber(path+"yMm", math.Round(at.Y)),
			finding.SetNumber(path+"facingDeg", towards(at.X, at.Y, r.s)))}
	}
	return nil
}

// frontLight: light from the camera's side draws no shape.
func frontLight(r *reader) []finding.Finding {
	gap := math.Abs(math.Mod(r.facing.Clock, 12) - 6)
	if gap > 1 || r.facing.HeightDeg > 60 || r.s.Camera.ElevationDeg > 75 {
		return nil
	}
	f := finding.Finding{Code: "front-light", Severity: finding.Note, Subject: "Direction of light",
		Measure: ClockWords(r.facing.Clock), Limit: "side or behind: 8 to 4 o'clock round the back",
		Because: "Light from the camera's side is flat. From the side or behind it draws shape and texture."}
	if key := r.out.Lit.Key; key >= 0 && !r.s.Lights[key].Window() {
		at := fmt.Sprintf("lights.%d.", key)
		f.Try = append(f.Try, finding.Press("Bring “"+r.s.Lights[key].Name+"” round to the left",
			finding.SetNumber(at+"xMm", r.s.Vessel.XMm-1100), finding.SetNumber(at+"yMm", r.s.Vessel.YMm+150), finding.SetNumber(at+"facingDeg", 90)))
	} else {
		f.Try = append(f.Try, finding.Hands("Turn the table, or go round to the other side of it"))
	}
	return one(f)
}

// cardInFrame: the lens sees a card.
func cardInFrame(r *reader) []finding.Finding {
	var out []finding.Finding
	for i, c := range r.s.Cards {
		if !c.On || !r.s.SeesCard(i) {
			continue
		}
		f := finding.Finding{Code: "card-in-frame", Severity: finding.Care, Subject: c.Name,
			Measure: "it is in the picture", Limit: "outside the frame", Because: "The edge of a card in the frame pulls the eye from the food."}
		if x, y, ok := cardOut(r.s, i); ok {
			f.Try = []finding.Try{finding.Press("Move it out of the frame", finding.SetNumber(fmt.Sprintf("cards.%d.xMm", i), x), finding.SetNumber(fmt.Sprintf("cards.%d.yMm", i), y))}
		} else {
			f.Try = []finding.Try{finding.Hands("Crop closer, or use a smaller card")}
		}
		f.Try = append(f.Try, finding.Press("Take it out", finding.SetFlag(fmt.Sprintf("cards.%d.on", i), false)))
		out = append(out, f)
	}
	return out
}

// SeesCard reports whether the lens sees a card: whether any of it is in the frame and not
// behind the dish, where a card that is cut to a glass belongs (handbook L8).
func (s Set) SeesCard(i int) bool {
	for _, q := range s.Cards[i].Panels() {
		for _, u := range []float64{-1, -.5, 0, .5, 1} {
			for _, v := range []float64{-1, -.5, 0, .5, 1} {
				p := q.At(u, v)
				if x, y, ok := s.Project(p); ok && math.Abs(x) <= 1 && math.Abs(y) <= 1 && !s.behindDish(p) {
					return true
				}
			}
		}
	}
	return false
}

// behindDish reports whether the dish's vessel stands between the lens and a place: whether
// the line to it passes the vessel's axis nearer than the vessel is wide there.
func (s Set) behindDish(p r3.Vec) bool {
	v := s.Vessel
	lens := s.Lens()
	d := r3.Sub(p, lens)
	flat := d.X*d.X + d.Y*d.Y
	if flat < 1e-9 {
		return false
	}
	t := ((v.XMm-lens.X)*d.X + (v.YMm-lens.Y)*d.Y) / flat
	if t <= 0 || t >= 1 {
		return false
	}
	at := r3.Add(lens, r3.Scale(t, d))
	if at.Z < 0 || at.Z > v.HeightMm {
		return false
	}
	wide := 0.0
	outer := shape.VesselOf(v.Kind, v.DiameterMm, v.HeightMm, 0).Outer
	for i := 1; i < len(outer); i++ {
		a, b := outer[i-1], outer[i]
		if (at.Z-a.Z)*(at.Z-b.Z) <= 0 {
			k := 0.0
			if b.Z != a.Z {
				k = (at.Z - a.Z) / (b.Z - a.Z)
			}
			wide = math.Max(wide, a.R+k*(b.R-a.R))
		}
	}
	return math.Hypot(at.X-v.XMm, at.Y-v.YMm) <= wide
}

// hides reports whether something flat stands between the lens and the dish.
func (s Set) hides(q light.Rect) bool {
	h, lens := s.Hero(), s.Lens()
	right, _, _ := s.Axes()
	for _, z := range []float64{0, h.HeightMm} {
		for _, aside := range []float64{-h.RadiusMm, 0, h.RadiusMm} {
			if q.Blocks(lens, r3.Add(h.Foot, r3.Add(r3.Vec{Z: z}, r3.Scale(aside, right)))) {
				return true
			}
		}
	}
	return false
}

func inFrame(s Set, q light.Rect) bool {
	if s.hides(q) { // so wide that none of its places below need be in the frame
		return true
	}
	for _, u := range []float64{-1, -.5, 0, .5, 1} {
		for _, v := range []float64{-1, -.5, 0, .5, 1} {
			if x, y, ok := s.Project(q.At(u, v)); ok && math.Abs(x) <= 1 && math.Abs(y) <= 1 {
				return true
			}
		}
	}
	return false
}

// SeesLight reports whether the camera would see a light itself.
func (s Set) SeesLight(i int) bool { return inFrame(s, s.Lights[i].Rect()) }

// cardOut searches away from the dish for the nearest place, in centimetres, where
// no part of a card is in frame.
func cardOut(s Set, i int) (x, y float64, ok bool) {
	c := s.Cards[i]
	d := r3.Vec{X: c.XMm - s.Vessel.XMm, Y: c.YMm - s.Vessel.YMm}
	if r3.Norm(d) < 1 {
		d = r3.Vec{X: 1}
	}
	d = r3.Unit(d)
	for away := 10.0; away < 1500; away += 10 {
		t := s.Copy()
		t.Cards[i].XMm, t.Cards[i].YMm = math.Round((c.XMm+away*d.X)/10)*10, math.Round((c.YMm+away*d.Y)/10)*10
		if !t.SeesCard(i) {
			return t.Cards[i].XMm, t.Cards[i].YMm, true
		}
	}
	return 0, 0, false
}

// movementBlurs: something moves further than the picture can hide.
func movementBlurs(r *reader) []finding.Finding {
	c := r.s.Camera
	if r.s.Food.Movement <= 0 || r.exposureDark || c.PixelsLong <= 0 {
		return nil
	}
	perPx := c.SensorWidthMm / float64(c.PixelsLong)
	blur := r.s.Food.Movement * r.out.Exposure.Seconds * r.m / perPx
	limit := math.Max(3, r.confusion/perPx)
	if blur <= limit {
		return nil
	}
	t := exposure.ShutterNoSlower(limit * perPx / (r.s.Food.Movement * r.m))
	return one(finding.Finding{Code: "movement", Severity: finding.Care, Subject: "Movement",
		Measure: fmt.Sprintf("%.0f pixels of blur at %s", blur, exposure.ShowShutter(r.out.Exposure.Seconds)),
		Limit:   fmt.Sprintf("%.0f pixels", limit),
		Because: "What moves smears. That can be the point of a pour; say so, or freeze it.",
		Try:     []finding.Try{finding.Press("Trust no slower than "+exposure.ShowShutter(t), finding.SetNumber("camera.slowestS", t))}})
}

// boomOverhead: the caution that goes with anything hung over a set.
func boomOverhead(r *reader) []finding.Finding {
	if r.s.Camera.ElevationDeg < kit.HangsFromDeg {
		return nil
	}
	lens := r.s.Lens()
	return one(finding.Finding{Code: "overhead-caution", Severity: finding.Care, Subject: "Overhead camera",
		Measure: fmt.Sprintf("camera %.0f cm above the table", lens.Z/10), Limit: "nothing over food or heads without weight and tether",
		Because: "A boom tips or slips. Weight its foot on the side away from the load, tether the camera, keep heads and hands from under it, and follow the maker's load limits and local rules.",
		Try:     []finding.Try{finding.Hands("Sandbag the stand, clip the tether, level the camera, then put the food in")}})
}

// lowAngleTooDeep: a low angle and a wide dish that no aperture covers.
func lowAngleTooDeep(r *reader) []finding.Finding {
	c := r.s.Camera
	if c.ElevationDeg > 60 || r.out.CoverNumber > 0 || r.coverExact == 0 {
		return nil
	}
	for e := math.Ceil((c.ElevationDeg+1)/5) * 5; e <= 90; e += 5 {
		span := optics.Span(r.s.Vessel.DiameterMm, r.s.TopMm(), e)
		n, err := optics.NumberToCover(c.FocalMm, r.confusion, c.DistanceMm-span/2, c.DistanceMm+span/2)
		if err == nil && n <= c.NarrowAperture {
			return one(finding.Finding{Code: "no-aperture-covers", Severity: finding.Note, Subject: "Aperture",
				Measure: fmt.Sprintf("f/%.0f would be needed", r.coverExact), Limit: fmt.Sprintf("f/%s is this lens's narrowest", exposure.ShowNumber(c.NarrowAperture)),
				Because: "At this angle the dish runs too far along the line of sight.",
				Try:     []finding.Try{finding.Press(fmt.Sprintf("Raise the camera to %.0f°", e), finding.SetNumber("camera.elevationDeg", e))}})
		}
	}
	return nil
}
