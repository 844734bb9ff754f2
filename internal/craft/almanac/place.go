// Package almanac tells, for each window of a studio, when the sun comes in and
// when the light is soft, by day and through the year (handbook L1, L2).
package almanac

import (
	"fmt"
	"math"
	"strings"
	"time"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/sun"
	"figladder/internal/craft/words"
	"gonum.org/v1/gonum/spatial/r3"
)

// Place is where a shoot can be: the studio, a café, a client's kitchen, with what a recce
// finds out about it (handbook B7).
type Place struct {
	Name    string   `json:"name" maxLength:"120" doc:"What it is called"`
	LatDeg  float64  `json:"latDeg" doc:"North of the equator, -90 to 90"`
	LonDeg  float64  `json:"lonDeg" doc:"East of Greenwich, -180 to 180"`
	Zone    string   `json:"zone" maxLength:"60" doc:"Time zone, such as Europe/London"`
	TableMm float64  `json:"tableMm" doc:"Height of the table"`
	Windows []Window `json:"windows" maxItems:"12" doc:"Its windows"`

	Tables   []Table    `json:"tables" maxItems:"12" doc:"Tables to work on; the first is taken"`
	Walls    Walls      `json:"walls" doc:"The room round it"`
	BackMm   float64    `json:"backMm" minimum:"0" maximum:"10000" doc:"How far back from the dish a camera can go; 0 when nobody has looked"`
	Sockets  int        `json:"sockets" minimum:"0" maximum:"99" doc:"Sockets within reach of the set; 0 when nobody has looked"`
	Crockery []Crockery `json:"crockery" maxItems:"60" doc:"What the house has and lends"`
	Notes    string     `json:"notes" maxLength:"4000" doc:"Whatever else the recce found"`
}

// Table is a table of a place.
type Table struct {
	Name        string       `json:"name" maxLength:"60" doc:"What it is called"`
	Round       bool         `json:"round" doc:"Whether it is round; its width is its diameter then"`
	WidthMm     float64      `json:"widthMm" doc:"Along"`
	DepthMm     float64      `json:"depthMm" doc:"Across"`
	Reflectance float64      `json:"reflectance" doc:"Share of light its top returns, 0 to 1"`
	Colour      string       `json:"colour" doc:"#rrggbb"`
	Finish      words.Finish `json:"finish" doc:"How it shines"`
	Material    string       `json:"material" enum:",wood,stone,linen,paint,metal" doc:"What its top is; empty is wood"`
}

// Walls are the room of a place; all 0 when nobody has measured it.
type Walls struct {
	WidthMm  float64 `json:"widthMm" doc:"Wall to wall"`
	DepthMm  float64 `json:"depthMm" doc:"Wall to wall, the other way"`
	HeightMm float64 `json:"heightMm" doc:"Floor to ceiling"`
	Returns  float64 `json:"returns" doc:"Share of light that the walls return, 0 to 1"`
	Ceiling  float64 `json:"ceiling" doc:"Share that the ceiling returns; 0 for as the walls"`
	Floor    float64 `json:"floor" doc:"Share that the floor returns; 0 for as the walls"`
}

// Measured reports whether somebody has.
func (w Walls) Measured() bool { return w.WidthMm > 0 && w.DepthMm > 0 && w.HeightMm > 0 }

// Crockery is something the house has.
type Crockery struct {
	Name       string  `json:"name" maxLength:"120" doc:"What it is"`
	DiameterMm float64 `json:"diameterMm" minimum:"0" maximum:"1000" doc:"At its widest; 0 when nobody has measured it"`
	Count      int     `json:"count" minimum:"1" maximum:"999" doc:"How many"`
}

// Asked is a line of the recce's checklist.
type Asked struct {
	Key     string `json:"key" doc:"Stable name"`
	Words   string `json:"words" doc:"What to find out"`
	Because string `json:"because" doc:"What it decides"`
	Done    bool   `json:"done" doc:"Whether it is known"`
}

// Recce is the checklist of a place: what decides the kit, and whether it is known.
func (p Place) Recce() []Asked {
	return []Asked{
		{"where", "Where it is, north and east, and its time zone", "The sun is worked out from it.", !p.Nowhere()},
		{"windows", "Each window: which way, how large, how far from the set", "It is the light.", len(p.Windows) > 0},
		{"tables", "A table: sides, height, colour", "The set stands on it. Too many round plates on a round table: ask for a square one.", len(p.Tables) > 0 && p.TableMm > 0},
		{"walls", "The room: sides, height, how light its walls are", "It fills the shadows.", p.Walls.Measured()},
		{"back", "How far back the camera can go", "It decides the lens.", p.BackMm > 0},
		{"sockets", "Sockets in reach", "Without one, lamps and screen run on batteries.", p.Sockets > 0},
		{"crockery", "What the house has of plates, bowls and glasses", "What is there need not be carried.", len(p.Crockery) > 0},
	}
}

// Window is one window, and where the table stands to it.
type Window struct {
	Name       string    `json:"name" maxLength:"60" doc:"What it is called"`
	Roof       bool      `json:"roof" doc:"Whether it lies level in the roof"`
	BearingDeg float64   `json:"bearingDeg" doc:"Compass bearing it looks out to: 0 north, 90 east; for a roof light, that of its upper edge"`
	WidthMm    float64   `json:"widthMm" doc:"Across"`
	HeightMm   float64   `json:"heightMm" doc:"Up; for a roof light, its length"`
	SillMm     float64   `json:"sillMm" doc:"Lower edge above the floor; for a roof light, its height"`
	RevealMm   float64   `json:"revealMm" doc:"Depth of the opening"`
	Glass      float64   `json:"glass" doc:"Share of light the glass lets through, 0 to 1"`
	AwayMm     float64   `json:"awayMm" doc:"From the window to the middle of the set; for a roof light, along the floor"`
	AlongMm    float64   `json:"alongMm" doc:"How far the set's middle is to the right of the window's, as you look out"`
	Outside    []Outside `json:"outside" maxItems:"4" doc:"What stands before the sky, nearest first"`
}

// Outside is something outside a window, upright and square to it.
type Outside struct {
	Kind     string  `json:"kind" enum:"wall,tree,awning" doc:"What it is. A tree lets a third of the light through, an awning a fifth"`
	AwayMm   float64 `json:"awayMm" doc:"Distance from the window"`
	AlongMm  float64 `json:"alongMm" doc:"How far its middle is to the right of the window's, as you look out"`
	BottomMm float64 `json:"bottomMm" doc:"Its lower edge, above the floor of a room or the table top of a set; negative below"`
	WidthMm  float64 `json:"widthMm" doc:"Across"`
	HeightMm float64 `json:"heightMm" doc:"Up"`
	Colour   string  `json:"colour" doc:"#rrggbb"`
}

// Check returns what cannot be accepted in a place.
func (p Place) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	within := bounded(&out)
	within("latDeg", p.LatDeg, -90, 90, "degrees north")
	within("lonDeg", p.LonDeg, -180, 180, "degrees east")
	within("tableMm", p.TableMm, 0, 2000, "mm")
	if _, err := time.LoadLocation(p.Zone); err != nil || p.Zone == "" {
		out = append(out, finding.FieldProblem{Path: "zone", Words: "“" + p.Zone + "” is no time zone. Write it as Europe/London."})
	}
	for i, t := range p.Tables {
		at := func(f string) string { return fmt.Sprintf("tables.%d.%s", i, f) }
		within(at("widthMm"), t.WidthMm, 200, 5000, "mm")
		within(at("depthMm"), t.DepthMm, 200, 3000, "mm")
		within(at("reflectance"), t.Reflectance, 0, 0.95, "(share of light)")
		if !hexColour.MatchString(t.Colour) {
			out = append(out, finding.FieldProblem{Path: at("colour"), Words: "“" + t.Colour + "” is not a colour. Write it as #a8763e."})
		}
		if !words.Is(t.Finish) {
			out = append(out, finding.FieldProblem{Path: at("finish"), Words: "“" + string(t.Finish) + "” is none of: " + strings.Join(t.Finish.Words(), ", ") + "."})
		}
	}
	if w := p.Walls; w != (Walls{}) {
		within("walls.widthMm", w.WidthMm, 1000, 50000, "mm")
		within("walls.depthMm", w.DepthMm, 1000, 50000, "mm")
		within("walls.heightMm", w.HeightMm, 1500, 20000, "mm")
		within("walls.returns", w.Returns, 0, 0.9, "(share of light)")
		within("walls.ceiling", w.Ceiling, 0, 0.9, "(share of light)")
		within("walls.floor", w.Floor, 0, 0.9, "(share of light)")
	}
	within("backMm", p.BackMm, 0, 10000, "mm")
	if len(p.Windows) > 12 {
		out = append(out, finding.FieldProblem{Path: "windows", Words: "Twelve windows are the most a studio takes."})
	}
	for i, w := range p.Windows {
		at := func(f string) string { return fmt.Sprintf("windows.%d.%s", i, f) }
		if strings.TrimSpace(w.Name) == "" {
			out = append(out, finding.FieldProblem{Path: at("name"), Words: "Give it a name, such as “West window”."})
		}
		within(at("bearingDeg"), w.BearingDeg, -360, 360, "degrees")
		out = append(out, Opening{w.WidthMm, w.HeightMm, w.RevealMm, w.Glass}.Check(at(""))...)
		within(at("sillMm"), w.SillMm, 0, 8000, "mm")
		within(at("awayMm"), w.AwayMm, 0, 10000, "mm")
		within(at("alongMm"), w.AlongMm, -8000, 8000, "mm")
		if !w.Roof {
			within(at("awayMm"), w.AwayMm, 100, 10000, "mm: the set stands in the room")
		} else {
			within(at("sillMm"), w.SillMm, p.TableMm+300, 8000, "mm: a roof light is above the table")
		}
		for k, o := range w.Outside {
			out = append(out, o.Check(fmt.Sprintf("windows.%d.outside.%d.", i, k))...)
		}
	}
	return out
}

// Sun is the place as the sun sees it.
func (p Place) Sun() sun.Place { return sun.Place{LatDeg: p.LatDeg, LonDeg: p.LonDeg} }

// frame is a window as the light engine sees it from a set whose middle, on the
// table, is the origin and whose far side looks out of the window.
func (p Place) frame(w Window, sky light.Sky) light.Window {
	out := light.Window{Glass: w.Glass, RevealMm: w.RevealMm, Reveal: 0.7, Sky: sky}
	x := -w.AlongMm
	if w.Roof {
		out.Rect = light.Upright(r3.Vec{X: x, Y: w.AwayMm, Z: w.SillMm - p.TableMm}, w.WidthMm, w.HeightMm, 180, -90)
	} else {
		out.Rect = light.Upright(r3.Vec{X: x, Y: w.AwayMm, Z: w.SillMm + w.HeightMm/2 - p.TableMm}, w.WidthMm, w.HeightMm, 180, 0)
	}
	for _, o := range w.Outside {
		out.Outside = append(out.Outside, light.Obstruction{
			Rect:    light.Upright(r3.Vec{X: x + o.AlongMm, Y: w.AwayMm + o.AwayMm, Z: o.BottomMm + o.HeightMm/2 - p.TableMm}, o.WidthMm, o.HeightMm, 180, 0),
			Through: Through[o.Kind]})
	}
	return out
}

// Through is the share of light that a kind of thing outside lets through (start
// values of our own).
var Through = map[string]float64{"tree": 0.33, "awning": 0.2}

// onSet are the places of a set that the sun is looked for at: its middle and 20 cm
// round it, at the height of a dish.
var onSet = []r3.Vec{{Z: 40}, {X: 200, Z: 40}, {X: -200, Z: 40}, {Y: 200, Z: 40}, {Y: -200, Z: 40}}

// direct is the share of the set that the sun shines on.
func direct(w *light.Window, toward r3.Vec) float64 {
	if toward.Z <= 0 {
		return 0
	}
	n := 0
	for _, p := range onSet {
		if share, _ := w.Passes(p, toward); share > 0.02 {
			n++
		}
	}
	return float64(n) / float64(len(onSet))
}

// litBy is the light on the set's middle from one window, room left out, and what
// of it is the sun's own beam. Walls outside are lit by sky and sun.
func (p Place) litBy(w Window, weather sun.Weather, at sun.Position) (all, beam light.RGB) {
	dome := sun.NewDome(weather, at, w.BearingDeg)
	ray := sun.Beam(weather, at, w.BearingDeg)
	win := p.frame(w, dome)
	for i := range win.Outside {
		o := &win.Outside[i]
		n := o.Normal()
		lit := dome.Luminance(r3.Unit(r3.Add(n, r3.Vec{Z: 0.6}))).Times(math.Pi / 2)
		if ray != nil {
			lit = lit.Plus(ray.Lux.Times(math.Max(0, r3.Dot(n, ray.Toward))))
		}
		o.Luminance = lit.Through(light.OfColour(w.Outside[i].Colour)).Times(1 / math.Pi)
	}
	e := light.NewEngine(light.Set{Windows: []light.Window{win}, Sun: ray}, light.Coarse)
	parts := e.At(r3.Vec{Z: 40}, r3.Vec{Z: 1})
	return parts.Sum(), parts.Sun
}
