package scene

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"
	"time"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/colour"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/words"
)

// HeldProp is a prop of the cupboard with its key.
type HeldProp struct {
	ID   string
	Prop cupboard.Prop
}

// Decided is what was decided of a shot before its set is built. What is nil or empty was
// not.
type Decided struct {
	Held   []HeldProp     // for its dish, in the order in which they were
	Plan   colour.Plan    // the dish's colours
	Day    string         // of the shoot, YYYY-MM-DD
	Place  *almanac.Place // where the studio is
	Camera *Camera        // of the set that was built last for this shoot
}

// vessel is the first held prop that the dish can be served in; a board only where it lies on
// one, since beside a plate a board is a prop.
func (d Decided) vessel(on Vessel) (Vessel, *HeldProp) {
	for i := range d.Held {
		if v, ok := VesselOf(d.Held[i].Prop); ok && (v.Kind != "board" || on.Kind == "board") {
			return v, &d.Held[i]
		}
	}
	return Vessel{}, nil
}

// ground is the first held prop that lies under the set.
func (d Decided) ground() (Ground, *HeldProp) {
	for i := range d.Held {
		if g, ok := GroundOf(d.Held[i].Prop, d.Held[i].ID); ok {
			return g, &d.Held[i]
		}
	}
	return Ground{}, nil
}

// VesselOf is a prop as the vessel of a dish, not yet placed; false for what nothing is
// served in. Sizes are the prop's true ones.
func VesselOf(p cupboard.Prop) (Vessel, bool) {
	v := Vessel{DiameterMm: p.Sizes.DiameterMm, HeightMm: p.Sizes.HeightMm, Colour: p.Front.Colour, Second: p.Front.Second, Finish: p.Front.Finish}
	name := strings.ToLower(p.Name)
	usual := 0.0 // height over diameter where none is written down
	switch p.Kind {
	case cupboard.Plate:
		v.Kind, usual = "plate", 0.1
	case cupboard.Bowl, cupboard.Tiny:
		v.Kind, usual = "bowl", 0.4
	case cupboard.Glass:
		v.Kind, usual = "glass", 1.6
	case cupboard.Board, cupboard.Tile:
		// A dish is as round as its vessel here: what goes on the short side is what it holds.
		v.Kind, v.DiameterMm = "board", math.Min(p.Sizes.LengthMm, p.Sizes.WidthMm)
		if v.DiameterMm <= 0 {
			v.DiameterMm = math.Max(p.Sizes.LengthMm, p.Sizes.DiameterMm)
		}
		v.HeightMm = math.Max(v.HeightMm, math.Max(p.Sizes.ThicknessMm, 8))
	default:
		return v, false
	}
	for word, kind := range map[string]string{"coupe": "coupe", "mug": "mug", "cup": "mug", "handled": "mug", "pot": "pot", "casserole": "pot"} {
		for _, part := range strings.FieldsFunc(name, func(r rune) bool { return r == ' ' || r == ',' || r == '-' }) {
			if part == word {
				v.Kind = kind
			}
		}
	}
	if v.HeightMm <= 0 {
		v.HeightMm = math.Round(usual * v.DiameterMm)
	}
	v.Material = material(p, "ceramic", "enamel", "glass", "metal", "wood", "stone")
	v.Worked = workedOf(v.Kind, p.Name)
	return v, v.DiameterMm > 0
}

// GroundOf is a backdrop as the ground of a set, not yet placed; false for anything else.
func GroundOf(p cupboard.Prop, id string) (Ground, bool) {
	if p.Kind != cupboard.Backdrop {
		return Ground{}, false
	}
	g := Ground{On: true, Kind: "board", WidthMm: math.Max(p.Sizes.LengthMm, p.Sizes.WidthMm), DepthMm: math.Min(p.Sizes.LengthMm, p.Sizes.WidthMm),
		Colour: p.Front.Colour, Finish: p.Front.Finish, PropID: id, Material: material(p, "paint", "wood", "stone", "linen", "paper", "metal")}
	if g.DepthMm <= 0 {
		g.DepthMm = g.WidthMm
	}
	return g, g.WidthMm > 0
}

// ofMetal are words for what is of metal, in what a prop is made of or, where that is not written
// down, in its name: a steel coupe.
var ofMetal = regexp.MustCompile(`\b(?:steel|stainless|brass|copper|bronze|tin|pewter|silver|alumini?um|metal)\b`)

// material is the first of the words that a prop's material has, or its name where no material
// is written down; empty when it has none.
func material(p cupboard.Prop, all ...string) string {
	of := strings.ToLower(p.Material)
	for _, m := range all {
		if strings.Contains(of, m) {
			return m
		}
	}
	if of == "" {
		of = strings.ToLower(p.Name)
	}
	if slices.Contains(all, "enamel") && strings.Contains(of, "enamel") {
		return "enamel"
	}
	if slices.Contains(all, "metal") && ofMetal.MatchString(of) {
		return "metal"
	}
	return ""
}

// WithGround returns the set with a ground lying under the dish: the set's own when it has
// one of some size, or a board of a usual size.
func (s Set) WithGround() Set {
	g := s.Ground
	if g.WidthMm < 100 || g.DepthMm < 100 {
		g.WidthMm, g.DepthMm = usualGround.WidthMm, usualGround.DepthMm
	}
	if g.Colour == "" {
		g.Colour = usualGround.Colour
	}
	if g.Finish == "" {
		g.Finish = usualGround.Finish
	}
	if g.Kind == "" {
		g.Kind = usualGround.Kind
	}
	if g.Kind == "sweep" && g.RiseMm < 100 {
		g.RiseMm = 800
	}
	return s.lay(g)
}

// usualGround is what lies under a set where nothing was chosen: a board that hides the
// table in a usual frame; a start value of our own, the size after handbook line P4.
var usualGround = Ground{Kind: "board", WidthMm: 1000, DepthMm: 800, Colour: "#8d8580", Finish: "matt"}

// lay puts a ground under the dish, turned as it is: its middle a little behind the dish's,
// since a lens from the front sees more of what is behind.
func (s Set) lay(g Ground) Set {
	g.On = true
	g.XMm, g.YMm = s.Vessel.XMm, s.Vessel.YMm
	if g.Kind != "sweep" && g.DepthMm > 2*s.Vessel.DiameterMm {
		g.YMm += math.Round(0.1 * g.DepthMm)
	}
	s.Ground = g
	return s
}

// OnGround is the set with a ground laid under the dish, as WithDecided lays what is held.
func (s Set) OnGround(g Ground) Set { return s.lay(g) }

// stand puts a vessel where the dish's is.
func (s Set) stand(v Vessel) Set {
	v.XMm, v.YMm = s.Vessel.XMm, s.Vessel.YMm
	s.Vessel = v
	return s
}

// WithDecided returns a set that was not built yet with all that was decided before.
func (s Set) WithDecided(d Decided) Set {
	if v, held := d.vessel(s.Vessel); held != nil {
		s = s.stand(v)
	} else if d.Plan.Vessel != "" {
		s.Vessel.Colour = d.Plan.Vessel
	}
	if g, held := d.ground(); held != nil {
		s = s.lay(g)
	} else if d.Plan.Ground != "" {
		s.Table.Colour = d.Plan.Ground
	}
	// The two largest colours of the food: itself, and what is on it.
	first, second := -1, -1
	for i, f := range d.Plan.Food {
		switch {
		case first < 0 || f.Share > d.Plan.Food[first].Share:
			first, second = i, first
		case second < 0 || f.Share > d.Plan.Food[second].Share:
			second = i
		}
	}
	if first >= 0 {
		s.Food.Colour = d.Plan.Food[first].Hex
	}
	if second >= 0 && s.Food.Garnish != "" {
		s.Food.Garnish = d.Plan.Food[second].Hex
	}
	if _, err := time.Parse("2006-01-02", d.Day); err == nil {
		s.Daylight.Day = d.Day
	}
	if d.Place != nil && !d.Place.Nowhere() {
		s.Daylight.LatDeg, s.Daylight.LonDeg, s.Daylight.Zone = d.Place.LatDeg, d.Place.LonDeg, d.Place.Zone
	}
	if d.Camera != nil {
		s.Camera = s.Camera.fittedWith(*d.Camera)
	}
	return s
}

// fittedWith returns the camera where it stands, with the body and lens of another.
func (c Camera) fittedWith(o Camera) Camera {
	c.Body, c.Lens = o.Body, o.Lens
	c.SensorWidthMm, c.SensorHeightMm, c.PixelsLong, c.BaseISO, c.HighestISO = o.SensorWidthMm, o.SensorHeightMm, o.PixelsLong, o.BaseISO, o.HighestISO
	c.ShortestMm, c.LongestMm, c.WidestAperture, c.NarrowAperture, c.ClosestMm = o.ShortestMm, o.LongestMm, o.WidestAperture, o.NarrowAperture, o.ClosestMm
	c.FocalMm = math.Min(math.Max(c.FocalMm, c.ShortestMm), c.LongestMm)
	c.Aperture = math.Min(math.Max(c.Aperture, c.WidestAperture), c.NarrowAperture)
	c.DistanceMm = math.Max(c.DistanceMm, math.Ceil(math.Max(c.ClosestMm, 1.06*c.FocalMm)))
	return c
}

// Edits are what stands another vessel in the place of the one there is.
func (v Vessel) Edits() []finding.Edit {
	return []finding.Edit{finding.SetText("vessel.kind", v.Kind), finding.SetNumber("vessel.diameterMm", v.DiameterMm), finding.SetNumber("vessel.heightMm", v.HeightMm),
		finding.SetText("vessel.colour", v.Colour), finding.SetText("vessel.second", v.Second), finding.SetText("vessel.finish", string(v.Finish)), finding.SetText("vessel.material", v.Material), finding.SetText("vessel.worked", v.Worked)}
}

// Differs says what was decided for the dish and stands otherwise in a set, with the press
// that mends it. What differs by less than a tape shows is the same.
func (s Set) Differs(d Decided) []finding.Finding {
	out := []finding.Finding{}
	if v, held := d.vessel(s.Vessel); held != nil && (v.Kind != s.Vessel.Kind || math.Abs(v.DiameterMm-s.Vessel.DiameterMm) > 2 || !strings.EqualFold(v.Colour, s.Vessel.Colour)) {
		out = append(out, finding.Finding{Code: "held-vessel", Severity: finding.Note, Subject: held.Prop.Name,
			Measure: fmt.Sprintf("a %s of %s cm", s.Vessel.Kind, show(s.Vessel.DiameterMm/10)), Limit: fmt.Sprintf("the %s of %s cm that is held for this dish", v.Kind, show(v.DiameterMm/10)),
			Because: "Light, depth and crops are worked out for what stands here, and another will be on the table.",
			Try:     []finding.Try{finding.Press("Stand “"+held.Prop.Name+"” here", v.Edits()...)}})
	}
	if g, held := d.ground(); held != nil && s.Ground.PropID != held.ID {
		l := s.lay(g).Ground
		out = append(out, finding.Finding{Code: "held-ground", Severity: finding.Note, Subject: held.Prop.Name, Measure: "another ground", Limit: "the one that is held for this dish",
			Because: "Its colour and its edges belong to the picture.",
			Try: []finding.Try{finding.Press("Lay “"+held.Prop.Name+"” under it", finding.SetFlag("ground.on", true), finding.SetText("ground.kind", l.Kind), finding.SetNumber("ground.xMm", l.XMm), finding.SetNumber("ground.yMm", l.YMm),
				finding.SetNumber("ground.widthMm", l.WidthMm), finding.SetNumber("ground.depthMm", l.DepthMm), finding.SetNumber("ground.turnDeg", 0), finding.SetText("ground.colour", l.Colour), finding.SetText("ground.finish", string(l.Finish)),
				finding.SetText("ground.material", l.Material), finding.SetText("ground.propId", held.ID))}})
	}
	return out
}

// Wish is what a search for light begins with: the middle of what the mood asks for, and
// the clock position that the shot's direction word names, on the side of the largest light.
func (s Set) Wish(from words.Direction, w Wants) Goal {
	g := Goal{FillStops: 1.5, FoodBrightest: true, NoGlare: true}
	if w.RatioHighStops > 0 {
		g.FillStops = math.Round(5*(w.RatioLowStops+w.RatioHighStops)) / 10
	}
	right := false
	if key := s.KeyWindow(); key >= 0 {
		right = s.Lights[key].XMm > s.Vessel.XMm
	}
	switch from {
	case words.FromBehind:
		g.FromClock = 12
	case words.FromSide:
		g.FromClock = map[bool]float64{false: 9, true: 3}[right]
	case words.FromCorner:
		g.FromClock = map[bool]float64{false: 10, true: 2}[right]
	}
	return g
}

// KeyWindow is the place in the list of the largest light that is on; −1 for none.
func (s Set) KeyWindow() int {
	best, at := 0.0, -1
	for i, l := range s.Lights {
		if area := l.WidthMm * l.HeightMm; l.On && area > best {
			best, at = area, i
		}
	}
	return at
}
