package scene

import (
	"figladder/internal/craft/words"
	"fmt"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// mixedLight: lights of different colour on one dish (handbook L6).
func mixedLight(r *reader) []finding.Finding {
	if r.mired <= 20 {
		return nil
	}
	f := finding.Finding{Code: "mixed-light", Severity: finding.Care, Subject: "Colour of the lights",
		Measure: fmt.Sprintf("%.0f mired apart", r.mired), Limit: "20 mired",
		Because: "One white balance cannot suit both: shadows go blue or the bulb's side goes orange."}
	// The weaker of what differs goes.
	weak := -1
	for k, s := range r.out.Lit.Shares {
		if l := r.s.Lights[s.Index]; !l.Window() && s.Share > 0.05 && (weak < 0 || s.Share < r.out.Lit.Shares[weak].Share) {
			weak = k
		}
	}
	if weak >= 0 {
		s := r.out.Lit.Shares[weak]
		at := fmt.Sprintf("lights.%d.", s.Index)
		f.Try = append(f.Try, finding.Press("Switch “"+s.Name+"” off", finding.SetFlag(at+"on", false)))
		if key := r.out.Lit.Key; key >= 0 && key != s.Index {
			for _, o := range r.out.Lit.Shares {
				if o.Index == key && o.Kelvin > 0 {
					f.Try = append(f.Try, finding.Press(fmt.Sprintf("Change it for one of %.0f K", o.Kelvin), finding.SetNumber(at+"kelvin", math.Max(1700, math.Min(20000, o.Kelvin)))))
				}
			}
		}
	}
	if f.Try == nil {
		f.Try = []finding.Try{finding.Hands("Close one of the windows, or cover it with a diffuser")}
	}
	return one(f)
}

// colouredLight: greenery, a painted wall or an awning outside tints the light.
func colouredLight(r *reader) []finding.Finding {
	outside := false
	for _, l := range r.s.Lights {
		outside = outside || l.On && l.Window() && len(l.Outside) > 0
	}
	_, duv, err := r.lux.Sum().Kelvin()
	if !outside || r.lux.Total() <= 0 || err == nil && math.Abs(duv) < 0.006 {
		return nil
	}
	if err != nil { // so far from white that it has no colour temperature
		c := r.lux.Sum()
		return one(tintedLight(c.G > (c.R+c.B)/2, "far"))
	}
	return one(tintedLight(duv > 0, fmt.Sprintf("Duv %+.3f", duv)))
}

func tintedLight(green bool, measure string) finding.Finding {
	word := "green"
	if !green {
		word = "pink"
	}
	return finding.Finding{Code: "tinted-light", Severity: finding.Note, Subject: "Colour of the light",
		Measure: "toward " + word + ", " + measure, Limit: "within 0.006",
		Because: "What stands outside the window colours the light. A grey card in a first frame lets it be taken out.",
		Try:     []finding.Try{finding.Hands("Take a frame with a grey card, and set the white balance from it"), finding.Hands("Close the part of the window that faces it")}}
}

// brightElsewhere: the eye goes to the brightest place, and that is not the food.
func brightElsewhere(r *reader) []finding.Finding {
	if r.brightStops < 0.3 {
		return nil
	}
	d := r3.Sub(r.brightAt, r3.Vec{X: r.s.Vessel.XMm, Y: r.s.Vessel.YMm})
	side := ClockWords(light.DirectionToward(d).Clock)
	f := finding.Finding{Code: "brightest-elsewhere", Severity: finding.Note, Subject: "Brightest place",
		Measure: fmt.Sprintf("the table, %s, is %.1f stops brighter than the food", side, r.brightStops), Limit: "the food is brightest",
		Because: "The eye goes to the brightest place first. A low black card at that edge shades the table but not the food."}
	if i := spare(r.s, "black"); i >= 0 {
		// Between the light and that place, low, outside the frame.
		h := r.s.Hero()
		to := r3.Vec{X: d.X, Y: d.Y}
		if n := r3.Norm(to); n > 1 {
			to = r3.Scale(1/n, to)
		}
		at := r3.Add(h.Foot, r3.Scale(r3.Norm(d)+60, to))
		t := r.s.Copy()
		c := &t.Cards[i]
		c.On, c.XMm, c.YMm, c.ZMm, c.TiltDeg = true, math.Round(at.X), math.Round(at.Y), 0, 0
		c.FacingDeg = towards(at.X, at.Y, r.s)
		if x, y, ok := cardOut(t, i); !inFrame(t, c.Rect()) || ok {
			if inFrame(t, c.Rect()) {
				c.XMm, c.YMm = x, y
			}
			path := fmt.Sprintf("cards.%d.", i)
			f.Try = append(f.Try, finding.Press("Stand “"+c.Name+"” at that edge", finding.SetFlag(path+"on", true), finding.SetNumber(path+"xMm", c.XMm), finding.SetNumber(path+"yMm", c.YMm),
				finding.SetNumber(path+"zMm", 0), finding.SetNumber(path+"tiltDeg", 0), finding.SetNumber(path+"facingDeg", c.FacingDeg)))
		}
	}
	f.Try = append(f.Try, finding.Hands("Put a low black card at that edge, or a darker ground"))
	return one(f)
}

// spare is the place in the list of a card of a kind that is out, or −1.
func spare(s Set, kind words.CardFace) int {
	for i, c := range s.Cards {
		if c.Kind == kind && !c.On {
			return i
		}
	}
	return -1
}

// fallsOff: the table on the light's side is so bright that it takes the picture.
func fallsOff(r *reader) []finding.Finding {
	if math.Abs(r.falloff) < 1.5 {
		return nil
	}
	side := "left"
	if r.falloff < 0 {
		side = "right"
	}
	return one(finding.Finding{Code: "falls-off", Severity: finding.Note, Subject: "Falloff",
		Measure: fmt.Sprintf("%.1f stops across the frame, bright on the %s", math.Abs(r.falloff), side), Limit: "1.5 stops",
		Because: "Light falls with the square of the distance while the light is small or near. Further away it is more even, and less of it.",
		Try:     []finding.Try{finding.Hands("Take the set further from the light, or shade that side with a low card")}})
}

// glares: the table mirrors a light into the lens (handbook L9).
func glares(r *reader) []finding.Finding {
	if r.glareShare < 0.03 {
		return nil
	}
	f := finding.Finding{Code: "glare", Severity: finding.Care, Subject: "Glare",
		Measure: fmt.Sprintf("%.0f %% of the table in the frame mirrors a light", 100*r.glareShare), Limit: "3 %",
		Because: "At this angle the board shows the light instead of its own colour."}
	for e := math.Ceil((r.s.Camera.ElevationDeg+1)/5) * 5; e <= 90; e += 5 {
		t := *r
		t.s = r.s.Copy()
		t.s.Camera.ElevationDeg = e
		t.out.Readings = nil
		t.glare()
		if t.glareShare < 0.03 {
			f.Try = append(f.Try, finding.Press(fmt.Sprintf("Raise the camera to %.0f°", e), finding.SetNumber("camera.elevationDeg", e)))
			break
		}
	}
	f.Try = append(f.Try, finding.Press("Take a matt ground, or cover it with cloth", finding.SetText("table.finish", "matt")))
	return one(f)
}

// hardSun: the sun itself falls on the dish.
func hardSun(r *reader) []finding.Finding {
	if r.lux.Total() <= 0 || r.lux.Sun.Lux() < 0.2*r.lux.Total() {
		return nil
	}
	f := finding.Finding{Code: "direct-sun", Severity: finding.Note, Subject: "Sun on the dish",
		Measure: fmt.Sprintf("%.0f %% of the light is the sun's own", 100*r.lux.Sun.Lux()/r.lux.Total()), Limit: "wanted, or none",
		Because: "Direct sun is hard: edges of shadow are a few millimetres wide, and the range is more than one exposure holds. It is a school of its own; take it on purpose."}
	if i := spare(r.s, "diffuser"); i >= 0 {
		_, _, beam, err := r.s.Daylight.Outdoors()
		if err == nil && beam != nil {
			at := r3.Add(r.s.Hero().Foot, r3.Scale(450/math.Hypot(beam.Toward.X, beam.Toward.Y), r3.Vec{X: beam.Toward.X, Y: beam.Toward.Y}))
			path := fmt.Sprintf("cards.%d.", i)
			f.Try = append(f.Try, finding.Press("Stand “"+r.s.Cards[i].Name+"” in the beam", finding.SetFlag(path+"on", true), finding.SetNumber(path+"xMm", math.Round(at.X)), finding.SetNumber(path+"yMm", math.Round(at.Y)),
				finding.SetNumber(path+"zMm", 0), finding.SetNumber(path+"tiltDeg", 0), finding.SetNumber(path+"facingDeg", towards(at.X, at.Y, r.s))))
		}
	}
	f.Try = append(f.Try, finding.Hands("Hang a diffuser in the window, or wait until the beam has passed: the almanac says when"))
	return one(f)
}

// nowhere: daylight is reckoned for a place that nobody wrote down.
func nowhere(r *reader) []finding.Finding {
	if d := r.s.Daylight; !d.On || d.LatDeg != 0 || d.LonDeg != 0 {
		return nil
	}
	return one(finding.Finding{Code: "no-place", Severity: finding.Care, Subject: "Daylight", Measure: "0° north, 0° east", Limit: "where the studio stands",
		Because: "No place is written down, so the sun is reckoned for the open sea off Africa, and its height and hours are wrong.",
		Try:     []finding.Try{finding.Hands("Write latitude and longitude down here, or once for all under Windows, and take the window into the set")}})
}

// backgroundUneven: the backdrop is brighter on one side (handbook L7).
func backgroundUneven(r *reader) []finding.Finding {
	if r.uneven <= 1 {
		return nil
	}
	y := math.Round((r.s.Backdrop.YMm + 400) / 10 * 10)
	return one(finding.Finding{Code: "background-uneven", Severity: finding.Note, Subject: "Background",
		Measure: fmt.Sprintf("%.1f stops from its darkest to its brightest place", r.uneven), Limit: "1 stop",
		Because: "Set well back, a background is lit more evenly, and the cards round the dish do not shade it.",
		Try:     []finding.Try{finding.Press("Set it back by 40 cm", finding.SetNumber("backdrop.yMm", y))}})
}

// darkCorner: a corner of the frame sinks so far that it reads as a hole (handbook
// L11).
func darkCorner(r *reader) []finding.Finding {
	if r.lux.Total() <= 0 || r.lightMap.NX < 2 {
		return nil
	}
	worst, where := 0.0, ""
	for _, c := range []struct {
		u, v float64
		name string
	}{{-0.85, -0.85, "lower left"}, {0.85, -0.85, "lower right"}, {-0.85, 0.85, "upper left"}, {0.85, 0.85, "upper right"}} {
		p, ok := r.onTableAt(c.u, c.v)
		if !ok {
			continue
		}
		if stops := math.Log2(math.Max(r.lightMap.At(p.X, p.Y), 1e-6) / r.lux.Total()); stops < worst {
			worst, where = stops, c.name
		}
	}
	if worst > -2.5 {
		return nil
	}
	return one(finding.Finding{Code: "dark-corner", Severity: finding.Note, Subject: "Dark corner",
		Measure: fmt.Sprintf("%s corner %.1f stops under the dish", where, -worst), Limit: "2.5 stops",
		Because: "A corner so dark reads as a hole. Bounce light into it, or put a light object there; never the darkest one.",
		Try:     []finding.Try{finding.Hands("Stand a white card outside the frame that faces that corner"), finding.Hands("Put a pale prop or a fold of linen there")}})
}

// steamLost: steam does not show (handbook L8).
func steamLost(r *reader) []finding.Finding {
	if !r.s.Food.Steams || r.steam >= 0.5 {
		return nil
	}
	f := finding.Finding{Code: "steam-lost", Severity: finding.Care, Subject: "Steam",
		Measure: fmt.Sprintf("stands out by %.1f stops", r.steam), Limit: "half a stop",
		Because: "Steam needs a dark ground behind it and light from behind."}
	if r.s.Camera.ElevationDeg > 60 {
		f.Try = append(f.Try, finding.Press("Come down to 30°: from above the ground is the table, and steam fogs the lens", finding.SetNumber("camera.elevationDeg", 30)))
	}
	if key := r.out.Lit.Key; key >= 0 && !r.s.Lights[key].Window() {
		at := fmt.Sprintf("lights.%d.", key)
		f.Try = append(f.Try, finding.Press("Bring “"+r.s.Lights[key].Name+"” round behind", finding.SetNumber(at+"xMm", r.s.Vessel.XMm-350), finding.SetNumber(at+"yMm", r.s.Vessel.YMm+1100), finding.SetNumber(at+"facingDeg", 162)))
	}
	if r.s.Backdrop.On && linear(r.s.Backdrop.Colour).Lux() > 0.06 {
		f.Try = append(f.Try, finding.Press("Take a dark backdrop", finding.SetText("backdrop.colour", "#1f1d20")))
	}
	f.Try = append(f.Try, finding.Hands("Turn the set so that the window is behind it, before a dark ground"))
	return one(f)
}

// lampCaution: the caution that goes with lamps on stands.
func lampCaution(r *reader) []finding.Finding {
	for _, l := range r.s.Lights {
		if !l.On || l.Window() || l.Kind == "phone lamp" {
			continue
		}
		over := l.XMm > -l.WidthMm/2 && l.XMm < r.s.Table.WidthMm+l.WidthMm/2 && l.YMm > -l.WidthMm/2 && l.YMm < r.s.Table.DepthMm+l.WidthMm/2
		f := finding.Finding{Code: "lamp-caution", Severity: finding.Note, Subject: l.Name, Measure: fmt.Sprintf("a lamp %.0f cm above the table", l.ZMm/10), Limit: "stand weighted, cable taped, away from water",
			Because: "Heads get hot, cables trip, and water or spray near a plug can kill. Weight the stand, tape the cable down, keep sprays and spills from lamp and socket, and follow its maker and local rules.",
			Try:     []finding.Try{finding.Hands("Sandbag the stand, run the cable behind the set, dry hands before you touch the switch")}}
		if over {
			f.Severity = finding.Care
			f.Because = "It hangs over the set: tether it as well, and keep heads from under it. " + f.Because
		}
		return one(f)
	}
	return nil
}

// phoneFlash: never a bare light from the camera's place (handbook L10).
func phoneFlash(r *reader) []finding.Finding {
	var out []finding.Finding
	for i, l := range r.s.Lights {
		way := light.DirectionOf(r.s.Aim(), l.Rect())
		if !l.On || l.Kind != "phone lamp" || math.Abs(way.Clock-6) > 1 {
			continue
		}
		at := fmt.Sprintf("lights.%d.", i)
		out = append(out, finding.Finding{Code: "phone-front", Severity: finding.Note, Subject: l.Name, Measure: ClockWords(way.Clock), Limit: "from the side",
			Because: "A phone's lamp beside the lens is flat and glares. In a dim room another phone's lamp from the side does better.",
			Try:     []finding.Try{finding.Press("Hold it at the left", finding.SetNumber(at+"xMm", r.s.Vessel.XMm-500), finding.SetNumber(at+"yMm", r.s.Vessel.YMm+80), finding.SetNumber(at+"facingDeg", 99))}})
	}
	return out
}
