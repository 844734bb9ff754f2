package scene

import (
	"errors"
	"fmt"
	"math"
	"strings"

	"figladder/internal/craft/light"
	"figladder/internal/craft/reading"
	"gonum.org/v1/gonum/spatial/r3"
)

// Lit is the light on a set, as it is drawn and listed beside it.
type Lit struct {
	Bands    []MapBand    `json:"bands" doc:"The table's light in steps against the dish, darkest first"`
	SunPatch string       `json:"sunPatch" doc:"Patch of sun on the table, SVG path in mm as the bands are; empty when there is none"`
	SunWords string       `json:"sunWords" doc:"Where the sun is, when sky and sun are worked out"`
	Shares   []LightShare `json:"shares" doc:"What each light gives the dish"`
	Cards    []CardEffect `json:"cards" doc:"What each card does to the fill; empty while dragging"`
	Key      int          `json:"key" doc:"Place in the list of the light that gives most; -1 for none"`
}

// ErrNoLight is returned when every light is off.
var ErrNoLight = errors.New("no light is on: switch a window or a lamp on first")

// MapBand is where the table is at least so bright.
type MapBand struct {
	Stops float64 `json:"stops" doc:"Against the light on the dish"`
	Path  string  `json:"path" doc:"SVG path, mm from the table's far left corner, to be filled by the even-odd rule"`
	Line  string  `json:"line" doc:"The stop line alone"`
}

// LightShare is what one light gives.
type LightShare struct {
	Index     int     `json:"index" doc:"Place in the list of lights"`
	Name      string  `json:"name" doc:"Its name"`
	Lux       float64 `json:"lux" doc:"On top of the dish, by every way"`
	Share     float64 `json:"share" doc:"Of all of it, 0 to 1"`
	Kelvin    float64 `json:"kelvin" doc:"Its colour at the dish; 0 when it has none"`
	Clock     string  `json:"clock" doc:"Where it stands"`
	HeightDeg float64 `json:"heightDeg" doc:"How high it stands from the dish"`
	SizeDeg   float64 `json:"sizeDeg" doc:"How large it looks from the dish"`
}

// CardEffect is what a card does.
type CardEffect struct {
	Index   int     `json:"index" doc:"Place in the list of cards"`
	Name    string  `json:"name" doc:"Its name"`
	On      bool    `json:"on" doc:"Whether it is in"`
	With    float64 `json:"with" doc:"Key to fill with it, stops; 99 when the dark side has no light"`
	Without float64 `json:"without" doc:"Key to fill without it, stops; 99 when the dark side has no light"`
}

// noFill stands for a ratio without limit in what is sent.
const noFill = 99

// bandSteps are the stops at which the map is cut.
var bandSteps = []float64{-4, -3, -2, -1.5, -1, -0.5, 0, 0.5, 1, 2, 3}

const (
	mapFineMm   = 10.0
	mapCoarseMm = 50.0
)

// Nodes of the finest map and of a coarse one at the most: a large table is mapped in wider
// steps rather than in more of them.
const (
	mapNodesFine   = 16_000
	mapNodesCoarse = 1_600
)

// mapStep is the step that a table is mapped in when so much is wanted, mm.
func (t Table) mapStep(wantedMm float64) float64 {
	nodes := float64(mapNodesFine)
	if wantedMm >= mapCoarseMm {
		nodes = mapNodesCoarse
	}
	return math.Round(math.Max(wantedMm, math.Sqrt(t.WidthMm*t.DepthMm/nodes)))
}

func (r *reader) light(d light.Detail) {
	h := r.s.Hero()
	r.engine = r.lightOf(r.s, d)
	r.facets = light.Ratio(r.engine.SeenFacets(h, r.s.ToCamera()))
	r.stops = r.facets.Stops
	r.add(ratioReading("keyFill", "Key to fill", r.facets))

	top := r3.Add(h.Foot, r3.Vec{Z: h.HeightMm + 0.5})
	r.lux = r.engine.At(top, r3.Vec{Z: 1})
	r.add(reading.New("illuminance", "Light at the dish", r.lux.Total(), "lx", 0, srcLight,
		reading.Line{Words: "On a flat receptor on top of the food, looking up. Straight from windows and lamps", Formula: "E = ∫ L cosθ₁ cosθ₂ / r² dA over what is seen", Shown: lux(r.lux.Direct.Lux())},
		reading.Line{Words: "Straight from the sun", Formula: "E · sin h where its beam comes in", Shown: lux(r.lux.Sun.Lux())},
		reading.Line{Words: "By way of cards and diffusers", Formula: "L = ρ E / π or τ E / π, then the same sum", Shown: lux(r.lux.Card.Lux())},
		reading.Line{Words: "From walls, ceiling and floor, past what stands in the way", Formula: "L = ρ E / π, all bounces in the room's box", Shown: lux(r.lux.Room.Lux())},
		reading.Line{Words: "Sum", Formula: "", Shown: lux(r.lux.Total())}))
	ev := evOf(r.lux.Total())
	r.add(reading.New("ev100", "Light value", ev, "EV 100", 1, srcExposure,
		reading.Line{Words: "Illuminance over 2.5 lx, in stops", Formula: fmt.Sprintf("log2(%.0f / 2.5)", r.lux.Total()), Shown: fmt.Sprintf("%.2f", ev)}))
	r.quick = d.Facets <= light.Search.Facets
	r.shares(top)
	r.direction(top)
	r.colour()
	step := mapFineMm
	if r.quick {
		step = mapCoarseMm
	}
	r.mapping(step)
	r.glare()
	r.background()
	r.steaming(top)
	if !r.quick {
		r.cardEffects(d)
	}
	r.out.Lit.SunPatch = r.sunPatch()
}

// shares asks for each light by itself.
func (r *reader) shares(top r3.Vec) {
	r.out.Lit.Shares, r.out.Lit.Key = []LightShare{}, -1
	each := make([]float64, len(r.s.Lights))
	total := 0.0
	least, most := math.Inf(1), 0.0
	lit := make([]light.RGB, len(r.s.Lights))
	d := light.Coarse
	if r.quick {
		d = light.Search
	}
	on := 0
	for _, l := range r.s.Lights {
		if l.On {
			on++
		}
	}
	for i, l := range r.s.Lights {
		if !l.On {
			continue
		}
		if on == 1 {
			lit[i] = r.lux.Sum()
		} else {
			only := r.s.Only(i)
			lit[i] = r.lightOf(only, d).At(top, r3.Vec{Z: 1}).Sum()
		}
		each[i] = lit[i].Lux()
		total += each[i]
	}
	for i, l := range r.s.Lights {
		if !l.On {
			continue
		}
		way := light.DirectionOf(top, l.face())
		s := LightShare{Index: i, Name: l.Name, Lux: each[i], Share: each[i] / math.Max(total, 1e-9), Clock: ClockWords(way.Clock), HeightDeg: way.HeightDeg, SizeDeg: way.SizeDeg}
		if k, _, err := lit[i].Kelvin(); err == nil {
			s.Kelvin = math.Round(k/10) * 10
			if s.Share > 0.05 {
				least, most = math.Min(least, light.Mired(k)), math.Max(most, light.Mired(k))
			}
		}
		r.out.Lit.Shares = append(r.out.Lit.Shares, s)
	}
	if most > 0 {
		r.mired = most - least
	}
	r.flash(each)
	r.out.Lit.Key = r.s.key(each)
	if key := r.out.Lit.Key; key >= 0 {
		lines := []reading.Line{}
		for _, x := range r.out.Lit.Shares {
			lines = append(lines, reading.Line{Words: x.Name + ", by itself: straight, by cards, table and room", Formula: fmt.Sprintf("%.0f lx of %.0f", x.Lux, total), Shown: fmt.Sprintf("%.0f %%", 100*x.Share)})
		}
		x := reading.New("keyShare", "Most light from", 100*each[key]/math.Max(total, 1e-9), "%", 0, srcLight, lines...)
		x.Shown, x.Unit = fmt.Sprintf("%s, %.0f %%", r.s.Lights[key].Name, x.Value), ""
		r.add(x)
	}
}

// flash is the f-number that the flashes alone give at ISO 100: N = √(H × 100 / 250).
func (r *reader) flash(each []float64) {
	h := 0.0
	lines := []reading.Line{}
	for i, l := range r.s.Lights {
		if l.On && l.Flash() {
			h += each[i] * SyncSeconds
			lines = append(lines, reading.Line{Words: l.Name + ", guide number", Formula: "metered, or from watt-seconds: √(40 × Ws × share / π / 2.5)", Shown: fmt.Sprintf("%.0f m", l.Guide())})
		}
	}
	if h <= 0 {
		return
	}
	n := math.Sqrt(h * 100 / 250)
	lines = append(lines, reading.Line{Words: "Their light on the dish in one burst", Formula: "E × t, by every way", Shown: fmt.Sprintf("%.0f lx·s", h)},
		reading.Line{Words: "f-number at ISO 100", Formula: fmt.Sprintf("√(%.0f × 100 / 250)", h), Shown: fmt.Sprintf("f/%.1f", n)})
	x := reading.New("flash", "Flash at the dish, ISO 100", n, "", 1, "Guide number = distance × f-number; ISO 2720, C = 250", lines...)
	x.Shown = fmt.Sprintf("f/%.1f", n)
	r.add(x)
}

// face is what of a light can be seen: for a window what is not closed.
func (l Light) face() light.Rect {
	if !l.Window() {
		return l.Rect()
	}
	return light.Window{Rect: l.Rect(), Left: l.CurtainLeft, Right: l.CurtainRight, Top: l.BlindTop}.Opening()
}

// vector is Gershun's light vector over the dish: on each axis the light from one
// side less that from the other, lux, of what comes straight, by cards and through
// diffusers.
func (r *reader) vector(top r3.Vec) r3.Vec {
	at := func(n r3.Vec) float64 { return r.engine.Thrown(top, n).Lux() }
	x, y, z := r3.Vec{X: 1}, r3.Vec{Y: 1}, r3.Vec{Z: 1}
	return r3.Vec{X: at(x) - at(r3.Scale(-1, x)), Y: at(y) - at(r3.Scale(-1, y)), Z: at(z) - at(r3.Scale(-1, z))}
}

// direction is where the light comes from on the whole, and how large it looks.
func (r *reader) direction(top r3.Vec) {
	v := r.vector(top)
	r.facing = light.DirectionToward(v)
	dir := reading.New("direction", "Light comes from", r.facing.Clock, "o'clock", 1, "Gershun's light vector; 12 is behind the food, 6 the camera's side",
		reading.Line{Words: "Light from the right less from the left", Formula: "E(+x) − E(−x)", Shown: lux(v.X)},
		reading.Line{Words: "From behind less from the front", Formula: "E(+y) − E(−y)", Shown: lux(v.Y)},
		reading.Line{Words: "From above less from below", Formula: "E(+z) − E(−z)", Shown: lux(v.Z)},
		reading.Line{Words: "Height above the table", Formula: "atan(z / √(x² + y²))", Shown: fmt.Sprintf("%.0f°", r.facing.HeightDeg)})
	dir.Shown, dir.Unit = ClockWords(r.facing.Clock), ""
	r.add(dir)

	size, by := r.apparentSize(top)
	r.facing.SizeDeg = size
	r.add(reading.New("softness", "Light looks", size, "° across", 1, "Apparent size from the dish; larger is softer",
		reading.Line{Words: "What gives the dish most: " + by, Formula: "larger of the two angles it subtends", Shown: fmt.Sprintf("%.1f°", size)}))
	rimMm := r.s.Vessel.HeightMm
	edge := rimMm * 2 * math.Tan(size/2*math.Pi/180)
	r.add(reading.New("penumbra", "Shadow edge of the rim", edge, "mm soft", 0, "Similar triangles: height × size / distance",
		reading.Line{Words: "Height of the rim times how large the light looks", Formula: fmt.Sprintf("%.0f mm × 2·tan(%.1f° / 2)", rimMm, size), Shown: fmt.Sprintf("%.0f mm", edge)}))
}

// sunAcross is how large the sun looks, degrees.
const sunAcross = 0.53

// apparentSize is how large what lights the dish most looks from it: the key light,
// the sun itself, or a diffuser.
func (r *reader) apparentSize(top r3.Vec) (float64, string) {
	if r.lux.Sun.Lux() > r.lux.Total()/3 {
		return sunAcross, "the sun itself"
	}
	key := r.out.Lit.Key
	if key < 0 {
		return 0, "nothing"
	}
	best, face, name := r.lux.Direct.Lux(), r.s.Lights[key].face(), r.s.Lights[key].Name
	at := 0 // panels of the engine are the cards that are in, in order
	for _, c := range r.s.Cards {
		if !c.On {
			continue
		}
		if c.Kind == "diffuser" {
			if got := r.engine.FromPanel(at, top, r3.Vec{Z: 1}).Lux(); got > best {
				best, face, name = got, c.Rect(), c.Name
			}
		}
		at++
	}
	return light.DirectionOf(top, face).SizeDeg, name
}

func (r *reader) colour() {
	k, duv, err := r.lux.Sum().Kelvin()
	if err != nil {
		return
	}
	tint := "neutral"
	switch {
	case duv > 0.004:
		tint = "greenish"
	case duv < -0.004:
		tint = "pinkish"
	}
	x := reading.New("temperature", "Colour of the light", math.Round(k/50)*50, "K", 0, "CIE 15; nearest place on the locus in CIE 1960 uv",
		reading.Line{Words: "All the light on the dish, with what walls outside, cards and table did to it", Formula: "colour temperature nearest to it", Shown: fmt.Sprintf("%.0f K", k)},
		reading.Line{Words: "Off the line of white lights, " + tint, Formula: "Duv", Shown: fmt.Sprintf("%+.4f", duv)})
	r.add(x)
	if len(r.out.Lit.Shares) > 1 {
		lines := []reading.Line{}
		for _, s := range r.out.Lit.Shares {
			if s.Kelvin > 0 {
				lines = append(lines, reading.Line{Words: fmt.Sprintf("%s, %.0f %% of the light", s.Name, 100*s.Share), Formula: fmt.Sprintf("10⁶ / %.0f K", s.Kelvin), Shown: fmt.Sprintf("%.0f mired", light.Mired(s.Kelvin))})
			}
		}
		r.add(reading.New("mired", "Lights differ by", r.mired, "mired", 0, "10⁶/K; more than about 20 shows", lines...))
	}
}

// mapping is the map of the table, its bands, falloff and brightest place.
func (r *reader) mapping(stepMm float64) {
	e := r.engine
	if !r.quick {
		e = r.lightOf(r.s, light.Coarse)
	}
	m := e.Map(r.s.Table.mapStep(stepMm))
	r.lightMap = m
	r.out.Lit.Bands = []MapBand{}
	level := r.lux.Total()
	if level <= 0 {
		return
	}
	values := m.Stops(level, 12)
	for _, b := range m.Bands(values, bandSteps) {
		if b.Path != "" {
			r.out.Lit.Bands = append(r.out.Lit.Bands, MapBand{Stops: b.Stops, Path: b.Path, Line: b.Line})
		}
	}
	half := r.out.Frame.WidthMm / 2
	clamp := func(x float64) float64 { return math.Max(0, math.Min(r.s.Table.WidthMm, x)) }
	left, right := clamp(r.s.Vessel.XMm-half), clamp(r.s.Vessel.XMm+half)
	a, b := r.onTable(r3.Vec{X: left, Y: r.s.Vessel.YMm}), r.onTable(r3.Vec{X: right, Y: r.s.Vessel.YMm})
	r.falloff = math.Log2(math.Max(a, 1e-6) / math.Max(b, 1e-6))
	x := reading.New("falloff", "Falls off across the frame", math.Abs(r.falloff), "stops", 1, srcLight,
		reading.Line{Words: "Table at the frame's left edge, level with the dish", Formula: fmt.Sprintf("%.0f cm from the left", left/10), Shown: lux(a)},
		reading.Line{Words: "At its right edge", Formula: fmt.Sprintf("%.0f cm from the left", right/10), Shown: lux(b)},
		reading.Line{Words: "Ratio", Formula: "log2(left / right)", Shown: fmt.Sprintf("%+.2f stops", r.falloff)})
	r.add(x)
	r.brightest()
}

// onTable is the light on a bare place of the table, lx: as finely as the set is read, or from
// the map while something is moved and where something stands.
func (r *reader) onTable(p r3.Vec) float64 {
	if r.quick || r.engine.Covered(p) {
		return r.lightMap.At(p.X, p.Y)
	}
	return r.engine.At(r3.Vec{X: p.X, Y: p.Y, Z: 0.01}, r3.Vec{Z: 1}).Total()
}

// brightest finds the brightest place of the table in the frame, and compares how
// bright it looks with how bright the food looks.
func (r *reader) brightest() {
	m, most := r.lightMap, -1.0
	foot := r.s.Vessel
	for k, v := range m.Lux {
		p := r3.Vec{X: m.StepMm * float64(k%m.NX), Y: m.StepMm * float64(k/m.NX)}
		if m.Covered[k] || v <= most || math.Hypot(p.X-foot.XMm, p.Y-foot.YMm) < foot.DiameterMm/2+10 {
			continue
		}
		if x, y, ok := r.s.Project(p); !ok || math.Abs(x) > 1 || math.Abs(y) > 1 {
			continue
		}
		most, r.brightAt = v, p
	}
	food := linear(r.s.Food.Colour).Lux()
	if most < 0 || r.lux.Total() <= 0 {
		return
	}
	most = r.onTable(r.brightAt)
	table := r.s.Table.Reflectance
	r.brightStops = math.Log2(most * table / (r.lux.Total() * math.Max(food, 0.01)))
	words := "the food"
	if r.brightStops > 0 {
		words = "the table"
	}
	x := reading.New("brightest", "Brightest in the frame", -r.brightStops, "stops", 1, srcLight,
		reading.Line{Words: "Food: light on it times what it returns", Formula: fmt.Sprintf("%.0f lx × %.2f", r.lux.Total(), food), Shown: fmt.Sprintf("%.0f", r.lux.Total()*food)},
		reading.Line{Words: fmt.Sprintf("Brightest place of the table in the frame, %.0f cm from the left, %.0f cm away", r.brightAt.X/10, r.brightAt.Y/10), Formula: fmt.Sprintf("%.0f lx × %.2f", most, table), Shown: fmt.Sprintf("%.0f", most*table)},
		reading.Line{Words: "The food against it", Formula: "log2(food / table)", Shown: fmt.Sprintf("%+.2f stops", -r.brightStops)})
	x.Shown, x.Unit = words, ""
	r.add(x)
}

// cardEffects is the key to fill with each card in and out. Both are worked out less finely
// than the figure itself, and their difference is put to it.
func (r *reader) cardEffects(of light.Detail) {
	r.out.Lit.Cards = []CardEffect{}
	d := light.Coarse
	if of == light.Fine {
		d = light.Effect
	}
	ratio := func(s Set) float64 {
		return light.Ratio(r.lightOf(s, d).SeenFacets(s.Hero(), s.ToCamera())).Stops
	}
	if len(r.s.Cards) == 0 {
		return
	}
	now := ratio(r.s)
	bare := r.s.Copy()
	for i := range bare.Cards {
		bare.Cards[i].On = false
	}
	for i, c := range r.s.Cards {
		other := r.s.Copy()
		other.Cards[i].On = !c.On
		changed := r.stops + ratio(other) - now
		e := CardEffect{Index: i, Name: c.Name, On: c.On, With: finite(r.stops), Without: finite(changed)}
		if !c.On {
			e.With, e.Without = e.Without, e.With
		}
		r.out.Lit.Cards = append(r.out.Lit.Cards, e)
	}
	without := r.stops + ratio(bare) - now
	x := reading.New("keyFillBare", "Without any card", limited(without), "stops", 1, srcLight,
		reading.Line{Words: "All cards out", Formula: "the same faces of the dish", Shown: reading.New("", "", limited(without), "", 2, "").Shown + " stops"},
		reading.Line{Words: "As it stands", Formula: "", Shown: reading.New("", "", limited(r.stops), "", 2, "").Shown + " stops"})
	r.add(x)
}

func finite(stops float64) float64 {
	if math.IsNaN(stops) || stops > brink {
		return noFill
	}
	return math.Round(stops*100) / 100
}

func limited(stops float64) float64 {
	if stops > brink {
		return math.Inf(1)
	}
	return stops
}

// sunPatch is the sun on the table as a path, as the bands are drawn.
func (r *reader) sunPatch() string {
	if !r.s.Daylight.On {
		return ""
	}
	at, _, beam, err := r.s.Daylight.Outdoors()
	if err != nil {
		return ""
	}
	r.out.Lit.SunWords = fmt.Sprintf("Sun %.0f° high, %s", at.AltitudeDeg, compass(at.AzimuthDeg))
	if at.AltitudeDeg < 0 {
		r.out.Lit.SunWords = "The sun is down"
	}
	if beam == nil {
		return ""
	}
	var b strings.Builder
	for _, w := range r.s.Lighting().Windows {
		for i, p := range w.Patch(*beam, 0) {
			letter := "L"
			if i == 0 {
				letter = "M"
			}
			fmt.Fprintf(&b, "%s%.0f %.0f", letter, p.X, r.s.Table.DepthMm-p.Y)
		}
		if b.Len() > 0 {
			b.WriteByte('Z')
		}
	}
	return b.String()
}

// compass says a bearing in words.
func compass(deg float64) string {
	names := []string{"north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west"}
	return names[int(math.Mod(deg+22.5+360, 360)/45)%8]
}

// brink is a ratio past which the dark side is as good as unlit.
const brink = 12

func ratioReading(key, label string, k light.KeyFill) reading.Reading {
	stops := limited(k.Stops)
	fill := k.Fill.Lux
	return reading.New(key, label, stops, "stops", 1, srcLight,
		reading.Line{Words: "Brightest upright face the camera sees", Formula: ClockWords(k.Key.Deg / 30), Shown: lux(k.Key.Lux.Total())},
		reading.Line{Words: "Darkest face it sees", Formula: ClockWords(k.Fill.Deg / 30), Shown: lux(fill.Total())},
		reading.Line{Words: "of which straight, by cards, table, room", Formula: "two bounces", Shown: fmt.Sprintf("%s, %s, %s, %s", lux(fill.Direct.Lux()+fill.Sun.Lux()), lux(fill.Card.Lux()), lux(fill.Table.Lux()), lux(fill.Room.Lux()))},
		reading.Line{Words: "Ratio", Formula: "log2(brightest / darkest)", Shown: reading.New("", "", stops, "", 2, "").Shown + " stops"})
}
