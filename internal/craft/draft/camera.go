package draft

import (
	"fmt"
	"math"
	"slices"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
)

// across is how much of the scene a kind of frame takes in, in diameters of the vessel; start
// values of our own.
var across = map[shots.Kind]float64{shots.Hero: 2.3, shots.Alternate: 2.7, shots.Detail: 1.2, shots.Ingredient: 2.6, shots.Before: 2.1, shots.After: 2.1, shots.Action: 2.1, shots.Safe: 2.2, shots.Repeat: 2.8, shots.Free: 2.4, shots.Clip: 2.2}

// farMm is how far back a camera goes where the place does not say, and overMm how high over
// the table its support holds it.
const farMm, overMm = 1600.0, 1300.0

// camera sets angle, frame, lens and distance of a shot.
func (m *maker) camera(s scene.Set, x Shot, d *Dish) (scene.Set, []Choice) {
	angle, why := x.Angle, "The list says so."
	if angle == "" {
		angle, why = words.ThreeQuarter, "Most plates are seen as one sits down to them."
	}
	if m.ask.Variant == 2 && x.Kind == shots.Hero && angle == words.ThreeQuarter && !d.Served.Steams {
		angle, why = words.StraightDown, "Another draft looks from elsewhere on purpose."
	}
	list := angle
	if told := toldAngle(x, d); told != "" && told != angle {
		angle, why = told, quoted(d.Told.AngleWords)
	}
	deg, _ := angle.Deg()
	c := &s.Camera
	c.ElevationDeg, c.AimXMm, c.AimYMm, c.AimZMm = deg, 0, 0, 0
	c.Orientation = m.orientation(s, deg)
	need := m.widthMm(s, across[x.Kind]*near(x, d), x.Kind != shots.Detail && near(x, d) >= 1)
	far := farMm
	if m.ask.Place != nil && m.ask.Place.BackMm > 0 {
		far = m.ask.Place.BackMm
	}
	if deg > 75 {
		far = math.Min(far, overMm)
	}
	out := []Choice{{Key: "angle", Label: "Angle", Took: string(angle), Because: why, From: len(words.Angles), Swap: []finding.Edit{}}}
	if next, ok := otherAngle(angle); ok {
		if list != angle {
			next = list
		}
		to, _ := next.Deg()
		out[0].Next, out[0].Swap = string(next), []finding.Edit{finding.SetNumber("camera.elevationDeg", to)}
	}
	choices := bodiesFirst(s.Lenses(m.ask.Kit, m.ask.School, scene.LensWish{WidthMm: need, NearestMm: 250, FarMm: far}), m.ask.Kit)
	if len(choices) == 0 || !choices[0].OK {
		if len(choices) == 0 {
			m.lack(finding.Finding{Code: "no-lens", Severity: finding.Note, Subject: "Lens", Measure: "the kit has none", Limit: "one that is written down", Because: "The draft takes a usual zoom.", Try: []finding.Try{finding.Hands("Write the lenses of the kit down")}})
		}
		c.DistanceMm = math.Max(c.ClosestMm, math.Round(c.FocalMm*(need+c.SensorWidthMm)/c.SensorWidthMm))
		return s, append(out, Choice{Key: "lens", Label: "Lens", Took: fmt.Sprintf("%.0f mm", c.FocalMm), Because: "No lens of the kit shows all of it from where the camera can stand.", From: len(choices), Swap: []finding.Edit{}})
	}
	best := choices[0]
	if near(x, d) != 1 {
		best.Words += " " + quoted(d.Told.NearWords)
	}
	lens := Choice{Key: "lens", Label: "Lens", Took: fmt.Sprintf("%s at %.0f mm from %.0f cm", best.Lens, best.FocalMm, best.DistanceMm/10), Because: best.Words, From: len(choices), Swap: []finding.Edit{}}
	if len(choices) > 1 && choices[1].OK {
		lens.Next, lens.Swap = choices[1].Lens, choices[1].Edits
	}
	s.Camera = best.On()
	// Off the middle, on the side from which the light comes, so that it falls into the space.
	_, wide := m.frameMm(s)
	side := 1.0
	if fromRight(s) {
		side = -1
	}
	if x.Kind != shots.Detail {
		s.Camera.AimXMm = math.Round(side * 0.075 * wide)
	}
	return s, append(out, lens)
}

// bestBody is the body with the largest sensor, and of those alike with the most pixels; the
// first of equals.
func bestBody(items []kit.Item) (kit.Item, bool) {
	var best kit.Item
	found := false
	for _, i := range items {
		area, most := i.SensorWMm*i.SensorHMm, best.SensorWMm*best.SensorHMm
		if i.Kind == kit.Body && (!found || area > most || area == most && i.PixelsLong > best.PixelsLong) {
			best, found = i, true
		}
	}
	return best, found
}

// bodiesFirst puts a phone's lenses behind those of a body that show it as well: a phone is
// taken when there is nothing else.
func bodiesFirst(all []scene.LensChoice, items []kit.Item) []scene.LensChoice {
	place := func(c scene.LensChoice) int {
		phone := slices.ContainsFunc(items, func(i kit.Item) bool { return i.Kind == kit.Phone && i.Name == c.On().Body })
		switch {
		case !c.OK:
			return 2
		case phone:
			return 1
		}
		return 0
	}
	slices.SortStableFunc(all, func(a, b scene.LensChoice) int { return place(a) - place(b) })
	return all
}

// toldNear is how much nearer or wider a frame is than usual when a reference says so: start
// values of our own.
var toldNear = map[string]float64{"tight": 0.68, "wide": 1.35}

// near is that of a frame; only a dish's hero follows a reference.
func near(x Shot, d *Dish) float64 {
	if k, ok := toldNear[d.Told.Near]; ok && x.Kind == shots.Hero {
		return k
	}
	return 1
}

// otherAngle is what an angle is swapped for.
func otherAngle(a words.Angle) (words.Angle, bool) {
	next, ok := map[words.Angle]words.Angle{words.StraightDown: words.ThreeQuarter, words.ThreeQuarter: words.StraightDown, words.Low: words.ThreeQuarter, words.Level: words.Low, words.SlightlyBelow: words.Level}[a]
	return next, ok
}

// orientation lies as most of what is published does, and stands for what is tall.
func (m *maker) orientation(s scene.Set, deg float64) string {
	upright := 0
	for _, w := range m.ask.Shapes {
		switch {
		case w.Ratio < 1:
			upright++
		case w.Ratio > 1:
			upright--
		}
	}
	if upright > 0 || upright == 0 && deg < 35 && s.TopMm() > s.Vessel.DiameterMm {
		return "portrait"
	}
	return "landscape"
}

// frameMm is what the frame takes in at the dish: up and across.
func (m *maker) frameMm(s scene.Set) (up, wide float64) {
	a, u := s.Camera.FrameSensor()
	k := s.Camera.DistanceMm / s.ImageDistanceMm()
	return u * k, a * k
}

// margin is what a crop leaves round the dish, as a share of it.
const margin = 1.16

// widthMm is how wide the frame must be at the dish: so many diameters, and, for a final, wide
// enough that every published crop holds the dish off its middle.
func (m *maker) widthMm(s scene.Set, diameters float64, whole bool) float64 {
	sin, cos := math.Sincos(s.Camera.ElevationDeg * math.Pi / 180)
	d := s.Vessel.DiameterMm
	tall := d*sin + s.TopMm()*cos
	a, u := s.Camera.FrameSensor()
	frame := a / u
	// Seen level a dish is a narrow band: the frame comes nearer.
	diameters *= 0.72 + 0.28*sin
	need := math.Max(diameters*d, 1.5*tall*frame)
	if !whole {
		return math.Max(diameters*d, 1.15*tall*frame)
	}
	for _, w := range m.ask.Shapes {
		if w.Ratio <= 0 {
			continue
		}
		wide, high := 1.0, 1/frame // of the frame's width
		if w.Ratio > frame {
			high = 1 / w.Ratio
		} else {
			wide = w.Ratio / frame
		}
		need = math.Max(need, math.Max(margin*d/wide, margin*tall/high))
	}
	return need
}

// sharp says what must be sharp, by angle (C4): straight down all of it, three-quarter the
// near half of the food, level its front.
func (m *maker) sharp(s scene.Set, x Shot) (scene.Set, Choice) {
	c := Choice{Key: "sharp", Label: "Sharp", From: 3, Swap: []finding.Edit{finding.SetText("camera.sharp", "dish")}, Next: "the whole dish"}
	switch e := s.Camera.ElevationDeg; {
	case x.Kind == shots.Ingredient && s.Vessel.HeightMm > 0.45*s.Vessel.DiameterMm:
		s.Camera.Sharp, c.Took, c.Because = "rim", "the rim, where the food ends", "So near, a whole vessel is deeper than any aperture covers."
	case x.Kind == shots.Ingredient:
		s.Camera.Sharp, c.Took, c.Because = "food", "the food alone", "The vessel only holds it."
	case e >= 75:
		s.Camera.Sharp, c.Took, c.Because = "dish", "the whole dish", "Straight down all of it lies in the picture's plane."
		c.Next, c.Swap = "the food alone", []finding.Edit{finding.SetText("camera.sharp", "food")}
	case s.InState().AboveMm > 0 && s.State != words.Empty:
		s.Camera.Sharp, c.Took, c.Because = "near", "the near half of the food", "One looks at its front; what lies behind may melt away."
	default:
		s.Camera.Sharp, c.Took, c.Because = "rim", "the near rim", "There is nothing above the rim, and the eye begins at its edge."
	}
	return s, c
}

// aperture closes the lens as far as what must be sharp needs it, and no further than
// diffraction lets it gain.
func (m *maker) aperture(s scene.Set) (scene.Set, Choice) {
	c := Choice{Key: "aperture", Label: "Aperture", Swap: []finding.Edit{}}
	j, err := m.judge(s)
	if err != nil {
		return s, c
	}
	at := j.CoverNumber
	why := fmt.Sprintf("f/%s covers %.0f mm, from %.0f to %.0f mm before the lens.", number(at), j.Needed.FarMm-j.Needed.NearMm, j.Needed.NearMm, j.Needed.FarMm)
	if at == 0 || at > mostClosed {
		at, why = math.Min(mostClosed, s.Camera.NarrowAperture), "No aperture covers it all before diffraction takes more than it gives; this is as far as it helps."
	}
	at = math.Min(math.Max(at, math.Max(s.Camera.WidestAperture, leastClosed)), s.Camera.NarrowAperture)
	s.Camera.Aperture = math.Round(10*at) / 10
	c.Took, c.Because, c.From = "f/"+number(s.Camera.Aperture), why, 1
	if wider, ok := exposure.ApertureAtLeast(math.Max(s.Camera.WidestAperture, at/1.5)); ok && wider < s.Camera.Aperture {
		c.Next, c.Swap = "f/"+number(wider), []finding.Edit{finding.SetNumber("camera.aperture", wider)}
	}
	return s, c
}

// leastClosed keeps a draft from a depth that nobody can focus by hand, mostClosed from
// diffraction; start values of our own.
const leastClosed, mostClosed = 4.0, 16.0
