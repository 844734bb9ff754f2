package scene

import (
	"cmp"
	"figladder/internal/craft/words"
	"math"
	"slices"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/light"
	"figladder/internal/craft/sun"

	"gonum.org/v1/gonum/spatial/r3"
)

// Light is a window or a lamp: a rectangle that sends light the way it faces.
type Light struct {
	Name      string          `json:"name" maxLength:"60" doc:"What you call it"`
	On        bool            `json:"on" doc:"Whether it is lit, or the window open"`
	Kind      words.LightKind `json:"kind" doc:"What it is"`
	XMm       float64         `json:"xMm" doc:"Centre, from the table's left edge"`
	YMm       float64         `json:"yMm" doc:"Centre, from the table's near edge"`
	ZMm       float64         `json:"zMm" doc:"Centre above the table top"`
	WidthMm   float64         `json:"widthMm" doc:"Across"`
	HeightMm  float64         `json:"heightMm" doc:"Up"`
	FacingDeg float64         `json:"facingDeg" doc:"Direction it shines in plan: 0 away from the camera, 90 right"`
	TiltDeg   float64         `json:"tiltDeg" doc:"Leans back by; negative looks down"`
	// How bright: a guide number or watt-seconds for a flash, lux at a metre for a
	// lamp, or the brightness of the face. The first that is above 0 counts.
	GuideM        float64   `json:"guideM" doc:"Flash: guide number with what is on it, metres at ISO 100; 0 for a light that stays on"`
	WattS         float64   `json:"wattS" doc:"Flash: watt-seconds, when its guide number is not known"`
	LuxAt1m       float64   `json:"luxAt1m" doc:"Lamp: light at one metre before it; 0 when its brightness is given"`
	LuminanceCdM2 float64   `json:"luminanceCdM2" doc:"Brightness of its face; for a window, of the sky behind the glass when that is not worked out"`
	Kelvin        float64   `json:"kelvin" doc:"Colour temperature"`
	Glass         float64   `json:"glass" doc:"Window: share of light the glass lets through, 0 to 1"`
	RevealMm      float64   `json:"revealMm" doc:"Window: depth of the opening"`
	CurtainLeft   float64   `json:"curtainLeft" doc:"Window: share closed from the left as you face it, 0 to 1"`
	CurtainRight  float64   `json:"curtainRight" doc:"Window: share closed from the right"`
	BlindTop      float64   `json:"blindTop" doc:"Window: share closed from the top"`
	Outside       []Outside `json:"outside" maxItems:"4" doc:"Window: what stands before the sky, nearest first"`
}

// Outside is what stands outside a window; in a set its lower edge is told above the table
// top, in a room above the floor.
type Outside = almanac.Outside

// Card is a card, a flag or a diffuser standing on the table, or hung above it.
type Card struct {
	Name      string         `json:"name" maxLength:"60" doc:"What you call it"`
	Kind      words.CardFace `json:"kind" doc:"Its face"`
	On        bool           `json:"on" doc:"Whether it is in"`
	XMm       float64        `json:"xMm" doc:"Middle of its lower edge, from the table's left edge"`
	YMm       float64        `json:"yMm" doc:"Middle of its lower edge, from the table's near edge"`
	ZMm       float64        `json:"zMm" doc:"Lower edge above the table top"`
	WidthMm   float64        `json:"widthMm" doc:"Across"`
	HeightMm  float64        `json:"heightMm" doc:"Up"`
	FacingDeg float64        `json:"facingDeg" doc:"Direction its face looks in plan: 0 away from the camera, 90 right"`
	TiltDeg   float64        `json:"tiltDeg" doc:"Leans back by"`
	Cut       []float64      `json:"cut,omitempty" required:"false" maxItems:"24" doc:"Cut to an outline: how wide it is at even steps from its lower edge up, as shares of its width; empty for a rectangle"`
}

// Backdrop is an upright board behind the dish, square to the camera.
type Backdrop struct {
	On       bool    `json:"on" doc:"Whether it is up"`
	YMm      float64 `json:"yMm" doc:"From the table's near edge"`
	WidthMm  float64 `json:"widthMm" doc:"Across; its middle is behind the dish's"`
	HeightMm float64 `json:"heightMm" doc:"Up from the table top"`
	Colour   string  `json:"colour" doc:"#rrggbb"`
}

// Daylight is what is outside the windows. Off, each window's sky has the brightness
// and colour that is given for it, all over.
type Daylight struct {
	On         bool    `json:"on" doc:"Whether sky and sun are worked out from place, day and hour"`
	Weather    string  `json:"weather" enum:"overcast,mixed,clear" doc:"The sky"`
	Day        string  `json:"day" doc:"YYYY-MM-DD"`
	Clock      string  `json:"clock" doc:"Wall clock, HH:MM"`
	Zone       string  `json:"zone" doc:"Time zone, such as Europe/London"`
	LatDeg     float64 `json:"latDeg" doc:"North of the equator"`
	LonDeg     float64 `json:"lonDeg" doc:"East of Greenwich"`
	FarSideDeg float64 `json:"farSideDeg" doc:"Compass bearing of the set's far side, 0 north, 90 east"`
}

// Window reports whether the light is an opening onto the sky.
func (l Light) Window() bool { return l.Kind.Daylight() }

// Flash reports whether the light is a flash.
func (l Light) Flash() bool { return !l.Window() && (l.GuideM > 0 || l.WattS > 0) }

// Guide is a flash's guide number in metres at ISO 100. From watt-seconds it is
// reckoned for a face that sends evenly: with Q = 40 lm/W × Ws × the share that
// leaves the head (half through a softbox, two thirds else; start values of our own),
// light at a metre is Q/π lux·s and G² = that / 2.5. A metered guide number is better.
func (l Light) Guide() float64 {
	if l.GuideM > 0 {
		return l.GuideM
	}
	share := 0.67
	if l.Kind == words.Softbox {
		share = 0.5
	}
	return math.Sqrt(40 * l.WattS * share / math.Pi / 2.5)
}

// SyncSeconds is the shutter a flash is used with, s. Beside it other light counts
// for so long.
const SyncSeconds = 1. / 160

// Rect is the light's face.
func (l Light) Rect() light.Rect {
	return light.Upright(r3.Vec{X: l.XMm, Y: l.YMm, Z: l.ZMm}, l.WidthMm, l.HeightMm, l.FacingDeg, l.TiltDeg)
}

// beams is how tightly a kind of lamp shines: the power of the cosine off its axis
// (start values of our own: a grid of 20° falls to half at about 12°).
var beams = map[words.LightKind]float64{words.GriddedHead: 30, words.LEDPanel: 1}

// Luminance is the brightness of a lamp's face along its axis, cd/m². A flash counts
// as a light that gives in SyncSeconds what it gives in one burst: with a guide
// number G its light at a metre is 2.5 G² lux·s (ISO 2720 with N = G/d, C = 250).
func (l Light) Luminance() float64 {
	m2 := l.WidthMm * l.HeightMm / 1e6
	switch {
	case l.Flash():
		return 2.5 * l.Guide() * l.Guide() / m2 / SyncSeconds
	case !l.Window() && l.LuxAt1m > 0:
		return l.LuxAt1m / light.Source{Rect: l.Rect(), Beam: beams[l.Kind]}.AtMetre()
	}
	return l.LuminanceCdM2
}

// Rect is the card's face.
func (c Card) Rect() light.Rect {
	st, ct := math.Sincos(c.TiltDeg * math.Pi / 180)
	sf, cf := math.Sincos(c.FacingDeg * math.Pi / 180)
	// Leaning back moves the middle away from the foot, opposite to where it faces.
	back := c.HeightMm / 2 * st
	at := r3.Vec{X: c.XMm - back*sf, Y: c.YMm - back*cf, Z: c.ZMm + c.HeightMm/2*ct}
	return light.Upright(at, c.WidthMm, c.HeightMm, c.FacingDeg, c.TiltDeg)
}

// Panel is the card as the light engine sees it. White and black are so on both
// sides; foils have a plain white back.
func (c Card) Panel() light.Panel {
	p := light.Panel{Rect: c.Rect()}
	switch c.Kind {
	case words.Diffuser:
		p.Front, p.Back, p.Through = light.Plain(0.3), light.Plain(0.3), light.White(0.6)
	case words.White, words.Black:
		p.Front, p.Back = light.Surfaces[c.Kind], light.Surfaces[c.Kind]
	default:
		p.Front, p.Back = light.Surfaces[c.Kind], light.Plain(0.7)
	}
	return p
}

// cutInto is how many rectangles stand for a card that is cut to an outline.
const cutInto = 4

// Panels are the card as the light engine sees it: one, or for one that is cut to an outline a few that lie on one
// another, each as wide as the outline is on the mean.
func (c Card) Panels() []light.Panel {
	if len(c.Cut) == 0 {
		return []light.Panel{c.Panel()}
	}
	out := make([]light.Panel, 0, cutInto)
	whole := c.Panel()
	for i := range cutInto {
		from, to := i*len(c.Cut)/cutInto, (i+1)*len(c.Cut)/cutInto
		if from == to {
			continue
		}
		wide := 0.0
		for _, w := range c.Cut[from:to] {
			wide += w / float64(to-from)
		}
		if wide <= 0 {
			continue
		}
		lo, hi := 2*float64(from)/float64(len(c.Cut))-1, 2*float64(to)/float64(len(c.Cut))-1
		p := whole
		p.Centre = whole.At(0, (lo+hi)/2)
		p.U, p.V = r3.Scale(wide, whole.U), r3.Scale((hi-lo)/2, whole.V)
		out = append(out, p)
	}
	return out
}

// Rect is the backdrop's face, toward the camera.
func (s Set) backdropRect() light.Rect {
	b := s.Backdrop
	return light.Upright(r3.Vec{X: s.Vessel.XMm, Y: b.YMm, Z: b.HeightMm / 2}, b.WidthMm, b.HeightMm, 180, 0)
}

// linear is a colour's share of light returned, by part.
func linear(hex string) light.RGB { return light.OfColour(hex) }

// tinted is a reflectance with the tint of a colour.
func tinted(hex string, reflectance float64) light.RGB {
	c := linear(hex)
	if y := c.Lux(); y > 1e-4 {
		c = c.Times(reflectance / y)
	} else {
		c = light.White(reflectance)
	}
	return c.Each(func(v float64) float64 { return math.Min(v, 0.95) })
}

// Outdoors is the sun's place and the sky of the set's daylight.
func (d Daylight) Outdoors() (sun.Position, *sun.Dome, *light.Sun, error) {
	when, err := sun.Instant(d.Day, d.Clock, d.Zone)
	if err != nil {
		return sun.Position{}, nil, nil, err
	}
	at, err := sun.At(sun.Place{LatDeg: d.LatDeg, LonDeg: d.LonDeg}, when)
	if err != nil {
		return at, nil, nil, err
	}
	return at, sun.NewDome(sun.Weather(d.Weather), at, d.FarSideDeg), sun.Beam(sun.Weather(d.Weather), at, d.FarSideDeg), nil
}

// obstruction is something outside a window, lit by sky and sun as it stands.
func (s Set) obstruction(l Light, o Outside, sky light.Sky, beam *light.Sun) light.Obstruction {
	q := l.Rect()
	n := q.Normal()
	if math.Abs(n.Z) > 0.9 { // over a roof light it lies level
		n = r3.Vec{Z: -1}
	} else {
		n = r3.Unit(r3.Vec{X: n.X, Y: n.Y})
	}
	facing := math.Atan2(n.X, n.Y) * 180 / math.Pi
	// As one looks out, right is the way the window's U points away from the room.
	right := r3.Vec{X: -n.Y, Y: n.X}
	at := r3.Add(r3.Sub(q.Centre, r3.Scale(o.AwayMm, n)), r3.Scale(o.AlongMm, right))
	at.Z = o.BottomMm + o.HeightMm/2
	face := light.Upright(at, o.WidthMm, o.HeightMm, facing, 0)
	// It is lit by half the sky it faces, and by the sun when that shines on it.
	lit := sky.Luminance(r3.Unit(r3.Add(n, r3.Vec{Z: 0.6}))).Times(math.Pi / 2)
	if beam != nil {
		lit = lit.Plus(beam.Lux.Times(math.Max(0, r3.Dot(n, beam.Toward))))
	}
	return light.Obstruction{Rect: face, Luminance: lit.Through(linear(o.Colour)).Times(1 / math.Pi), Through: almanac.Through[o.Kind]}
}

// Lighting is the set as the light engine sees it.
func (s Set) Lighting() light.Set {
	h := s.Hero()
	out := light.Set{
		Table:  light.Table{WidthMm: s.Table.WidthMm, DepthMm: s.Table.DepthMm, Diffuse: tinted(s.Table.Colour, s.Table.Reflectance)},
		Solids: []light.Cylinder{s.dish(h)},
	}
	var dome *sun.Dome
	if s.Daylight.On {
		if _, d, beam, err := s.Daylight.Outdoors(); err == nil {
			dome, out.Sun = d, beam
		}
	}
	for _, l := range s.Lights {
		if !l.On {
			continue
		}
		if !l.Window() {
			out.Sources = append(out.Sources, light.Source{Rect: l.Rect(), Luminance: light.OfKelvin(l.Kelvin).Times(l.Luminance()), Beam: beams[l.Kind], Solid: true})
			continue
		}
		win := light.Window{Rect: l.Rect(), Glass: l.Glass, RevealMm: l.RevealMm, Reveal: 0.7, Left: l.CurtainLeft, Right: l.CurtainRight, Top: l.BlindTop}
		var sky light.Sky
		if dome != nil {
			sky = dome
		} else {
			// The brightness that is given is that of the face, after the glass.
			sky = light.EvenSky(light.OfKelvin(l.Kelvin).Times(l.LuminanceCdM2))
			win.Glass = 1
		}
		win.Sky = sky
		for _, o := range l.Outside {
			win.Outside = append(win.Outside, s.obstruction(l, o, sky, out.Sun))
		}
		out.Windows = append(out.Windows, win)
	}
	out.Room = s.enclosure(out.Windows)
	for _, c := range s.Cards {
		if c.On {
			out.Panels = append(out.Panels, c.Panels()...)
		}
	}
	if s.Backdrop.On {
		out.Panels = append(out.Panels, light.Panel{Rect: s.backdropRect(), Front: light.Surface{Diffuse: linear(s.Backdrop.Colour)}, Back: light.Plain(0.3)})
	}
	if s.Ground.On {
		out.Table.Diffuse = linear(s.Ground.Colour)
	}
	if s.HasSweep() { // last: the renderer stands it up with its curve
		g := s.Ground
		at := r3.Vec{X: g.XMm, Y: g.YMm + g.DepthMm/2, Z: g.RiseMm / 2}
		out.Panels = append(out.Panels, light.Panel{Rect: light.Upright(at, g.WidthMm, g.RiseMm, 180, 0), Front: light.Surface{Diffuse: linear(g.Colour)}, Back: light.Plain(0.3)})
	}
	out.Solids = append(out.Solids, s.inTheWay()...)
	return out
}

// dish is the dish as light has it: a cylinder with the colours of vessel and food. A plate and
// what lies on it are seen as one. Glass lets light through, and is left to send none.
func (s Set) dish(h light.Hero) light.Cylinder {
	c := h.Body()
	c.Side, c.Top = linear(s.Vessel.Colour), linear(s.InState().Colour)
	switch {
	case s.Vessel.ofGlass():
		c.Side = light.RGB{}
	case s.Vessel.Kind == "plate":
		c.Side = c.Side.Plus(c.Top).Times(0.5)
		c.Top = c.Side
	}
	return c
}

// HasSweep reports whether a sheet runs up behind the set.
func (s Set) HasSweep() bool { return s.Ground.On && s.Ground.Kind == "sweep" && s.Ground.RiseMm > 20 }

// Shadows of at most so many things beside the dish are followed by the light engine,
// of things at least so high; the rest hardly throw one.
const (
	shadowsMost = 8
	shadowsMm   = 25
)

// inTheWay are the things beside the dish that stand in the way of light: the tallest
// few, as cylinders.
func (s Set) inTheWay() []light.Cylinder {
	var out []light.Cylinder
	for _, t := range s.Things {
		if !t.On || t.HeightMm+t.LiftMm < shadowsMm || t.Lies() || t.Cutlery() || t.settles() || t.held() {
			continue
		}
		if math.Hypot(t.XMm-s.Vessel.XMm, t.YMm-s.Vessel.YMm) < s.Vessel.DiameterMm/2 { // on the dish
			continue
		}
		out = append(out, light.Cylinder{Foot: r3.Vec{X: t.XMm, Y: t.YMm}, RadiusMm: t.WidthMm / 2, HeightMm: t.HeightMm + t.LiftMm})
	}
	slices.SortStableFunc(out, func(a, b light.Cylinder) int { return cmp.Compare(b.HeightMm*b.RadiusMm, a.HeightMm*a.RadiusMm) })
	return out[:min(len(out), shadowsMost)]
}

// Only returns the set with one light on and the rest off.
func (s Set) Only(i int) Set {
	out := s.Copy()
	for k := range out.Lights {
		out.Lights[k].On = out.Lights[k].On && k == i
	}
	return out
}

// Copy returns a set that shares nothing with s.
func (s Set) Copy() Set {
	out := s
	out.Lights = append([]Light{}, s.Lights...)
	for i := range out.Lights {
		out.Lights[i].Outside = append([]Outside{}, s.Lights[i].Outside...)
	}
	out.Cards = append([]Card{}, s.Cards...)
	out.Things = append([]Thing{}, s.Things...)
	out.Views = append([]View{}, s.Views...)
	out.Food.Layers = slices.Clone(s.Food.Layers)
	return out
}

// key returns the index of the light that gives the dish the most, straight or by a
// diffuser; −1 when none is on.
func (s Set) key(share []float64) int {
	best := -1
	for i, v := range share {
		if s.Lights[i].On && (best < 0 || v > share[best]) {
			best = i
		}
	}
	return best
}

// HasFlash reports whether a flash is on.
func (s Set) HasFlash() bool {
	for _, l := range s.Lights {
		if l.On && l.Flash() {
			return true
		}
	}
	return false
}

// OnTable is the set on one of the tables of a place, in its room, the dish in the middle of
// it; as it is where the place has no such table.
func (s Set) OnTable(p almanac.Place, placeID string, n int) Set {
	s.PlaceID = placeID
	if n < len(p.Tables) {
		t := p.Tables[n]
		s.Table = Table{WidthMm: t.WidthMm, DepthMm: t.DepthMm, Reflectance: t.Reflectance, Colour: t.Colour, Finish: t.Finish, Material: t.Material}
		if t.Round {
			s.Table.DepthMm = t.WidthMm
		}
		dx, dy := s.Table.WidthMm/2-s.Vessel.XMm, s.Table.DepthMm/2-s.Vessel.YMm
		s = s.Copy() // all that stands goes with the dish
		s.Vessel.XMm, s.Vessel.YMm = s.Vessel.XMm+dx, s.Vessel.YMm+dy
		s.Ground.XMm, s.Ground.YMm, s.Backdrop.YMm = s.Ground.XMm+dx, s.Ground.YMm+dy, s.Backdrop.YMm+dy
		for i := range s.Things {
			s.Things[i].XMm, s.Things[i].YMm = s.Things[i].XMm+dx, s.Things[i].YMm+dy
		}
		for i := range s.Cards {
			s.Cards[i].XMm, s.Cards[i].YMm = s.Cards[i].XMm+dx, s.Cards[i].YMm+dy
		}
	}
	if w := p.Walls; w.Measured() {
		s.Room = Room{WidthMm: w.WidthMm, DepthMm: w.DepthMm, HeightMm: w.HeightMm, Reflectance: w.Returns, Ceiling: w.Ceiling, Floor: w.Floor}
	}
	return s
}

// InRoom puts the windows of a studio round the set, whose far side looks to a
// compass bearing, with sky and sun worked out. Lamps stay.
func (s Set) InRoom(p almanac.Place, farSideDeg float64) Set {
	out := s.Copy()
	lights := []Light{}
	for _, w := range p.Windows {
		if len(lights) == 6 {
			break
		}
		a := w.BearingDeg - farSideDeg
		sin, cos := math.Sincos(a * math.Pi / 180)
		// Out of the window is (sin, cos); to the right as one looks out is (cos, −sin).
		at := r3.Vec{X: s.Vessel.XMm + w.AwayMm*sin - w.AlongMm*cos, Y: s.Vessel.YMm + w.AwayMm*cos + w.AlongMm*sin}
		l := Light{Name: w.Name, On: true, Kind: "window", XMm: math.Round(at.X), YMm: math.Round(at.Y), ZMm: math.Round(w.SillMm + w.HeightMm/2 - p.TableMm), WidthMm: w.WidthMm, HeightMm: w.HeightMm,
			FacingDeg: math.Mod(a+180+720, 360), LuminanceCdM2: 2500, Kelvin: 6500, Glass: w.Glass, RevealMm: w.RevealMm, Outside: []Outside{}}
		if w.Roof {
			l.Kind, l.TiltDeg, l.ZMm = words.RoofLight, -90, math.Round(w.SillMm-p.TableMm)
		}
		for _, o := range w.Outside {
			x := o
			x.BottomMm -= p.TableMm
			l.Outside = append(l.Outside, x)
		}
		lights = append(lights, l)
	}
	for _, l := range s.Lights {
		if !l.Window() && len(lights) < 8 {
			lights = append(lights, l)
		}
	}
	out.Lights = lights
	d := &out.Daylight
	d.On, d.LatDeg, d.LonDeg, d.Zone, d.FarSideDeg = true, p.LatDeg, p.LonDeg, p.Zone, math.Mod(farSideDeg+720, 360)
	return out
}
