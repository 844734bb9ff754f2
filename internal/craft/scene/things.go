package scene

import (
	"figladder/internal/craft/words"
	"fmt"
	"math"
	"slices"

	"figladder/internal/craft/shape"
	"gonum.org/v1/gonum/spatial/r3"
)

// Thing is a prop or a piece of food beside, under or on the dish. It rests on what
// lies below it and comes before it in the list.
type Thing struct {
	Name      string       `json:"name" maxLength:"120" doc:"What you call it"`
	Kind      string       `json:"kind" enum:"plate,bowl,tiny bowl,pot,glass,coupe,mug,jug,bottle,jar,board,wire rack,box,knife,fork,spoon,linen,tile,paper,mound,slices,stack,scatter,drizzle,foam,ice,herbs,crumb,bite on a fork" doc:"What it is"`
	On        bool         `json:"on" doc:"Whether it is in the set"`
	XMm       float64      `json:"xMm" doc:"Middle, from the table's left edge"`
	YMm       float64      `json:"yMm" doc:"Middle, from the table's near edge"`
	LiftMm    float64      `json:"liftMm" doc:"On a riser or hidden lift of so much, above what it rests on"`
	TurnDeg   float64      `json:"turnDeg" doc:"Turned in plan; 0 its length points away from the camera, 90 right"`
	TiltDeg   float64      `json:"tiltDeg" doc:"Leans away from the camera by, before it is turned"`
	WidthMm   float64      `json:"widthMm" doc:"Diameter at the widest, or across"`
	DepthMm   float64      `json:"depthMm" doc:"Length; for round things not asked"`
	HeightMm  float64      `json:"heightMm" doc:"Height or thickness"`
	Colour    string       `json:"colour" doc:"#rrggbb"`
	Second    string       `json:"second" doc:"Second colour, #rrggbb, or empty"`
	Finish    words.Finish `json:"finish" doc:"How it shines"`
	Material  string       `json:"material" enum:",ceramic,enamel,glass,metal,wood,stone,linen,paper,food" doc:"What it is made of; empty is usual for its kind"`
	Piece     string       `json:"piece" enum:",berry,slice,citrus,shell,leaf,seed,cube,flake,sprig,half,wedge,tomato,olive,nut,shard,round,ring,stone,curl,cress,pear,dust,apple,whole pear" doc:"Scatter: what each piece is"`
	Count     int          `json:"count" doc:"How many pieces, slices or cubes; 0 is usual for its kind"`
	Drink     string       `json:"drink" doc:"Vessel: colour that 50 mm of what is in it lets through, #rrggbb; empty for none"`
	FillShare float64      `json:"fillShare" doc:"Vessel: how full it is, 0 to 1 of its height"`
	Worked    string       `json:"worked" required:"false" enum:",ribbed,cut" doc:"Glass, jar, mug, jug, bottle: what its outside is worked into; empty is plain"`
	PropID    string       `json:"propId" maxLength:"64" doc:"The cupboard's prop, or empty"`
}

// Food kinds, and kinds that are turned about an axis.
var (
	foodKinds  = []string{"mound", "slices", "stack", "scatter", "drizzle", "foam", "ice", "herbs", "crumb", biteOnAFork}
	roundKinds = []string{"plate", "bowl", "tiny bowl", "pot", "glass", "coupe", "mug", "jug", "bottle", "jar"}
	flatKinds  = []string{"board", "linen", "tile", "paper", wireRack}
)

// Kinds of thing in the order they are offered.
var Kinds = slices.Concat(roundKinds, flatKinds, []string{"box", "knife", "fork", "spoon"}, foodKinds)

// Edible reports whether the thing is food.
func (t Thing) Edible() bool { return slices.Contains(foodKinds, t.Kind) }

// Round reports whether it is turned about an axis.
func (t Thing) Round() bool { return slices.Contains(roundKinds, t.Kind) }

// Cutlery reports whether it is a knife, a fork or a spoon.
func (t Thing) Cutlery() bool { return t.Kind == "knife" || t.Kind == "fork" || t.Kind == "spoon" }

// wireRack is the kind of a rack to cool on, which things stand on.
const wireRack = "wire rack"

// biteOnAFork is the kind of a bite that is held up.
const biteOnAFork = "bite on a fork"

// held reports whether it is a bite held up on a fork (S6): DepthMm is the fork's length, the rest the bite's.
func (t Thing) held() bool { return t.Kind == biteOnAFork }

// Lies reports whether it is a flat ground that other things stand on.
func (t Thing) Lies() bool { return Lies(t.Kind) }

// Lies reports whether things of a kind are a flat ground that other things stand on.
func Lies(kind string) bool { return slices.Contains(flatKinds, kind) }

// Ground is a board or sheet that lies under the set, or runs up behind it as a sweep.
type Ground struct {
	On       bool         `json:"on" doc:"Whether there is one"`
	Kind     string       `json:"kind" enum:",board,sweep" doc:"A lying board, or a sheet swept up behind"`
	XMm      float64      `json:"xMm" doc:"Middle, from the table's left edge"`
	YMm      float64      `json:"yMm" doc:"Middle of what lies, from the table's near edge"`
	WidthMm  float64      `json:"widthMm" doc:"Across"`
	DepthMm  float64      `json:"depthMm" doc:"What lies, away from the camera"`
	TurnDeg  float64      `json:"turnDeg" doc:"Turned in plan; a sweep is not"`
	RiseMm   float64      `json:"riseMm" doc:"Sweep: how high it goes behind"`
	Colour   string       `json:"colour" doc:"#rrggbb"`
	Finish   words.Finish `json:"finish" doc:"How it shines"`
	Material string       `json:"material" enum:",paint,wood,stone,linen,paper,metal" doc:"What its face is"`
	PropID   string       `json:"propId" maxLength:"64" doc:"The cupboard's backdrop, or empty"`
}

// View is another camera on the same set, kept by name.
type View struct {
	Name   string `json:"name" maxLength:"60" doc:"What it is for"`
	Camera Camera `json:"camera" doc:"Camera and lens"`
}

// Questions are the three that decide about a planned frame; each empty until it is
// answered.
type Questions struct {
	Stands   string `json:"stands" enum:",yes,no" doc:"Does the hero stand out?"`
	Balanced string `json:"balanced" enum:",yes,no" doc:"Is it balanced?"`
	Tells    string `json:"tells" enum:",yes,no" doc:"Does it tell a story?"`
}

// Answered reports whether all three are.
func (q Questions) Answered() bool { return q.Stands != "" && q.Balanced != "" && q.Tells != "" }

// Good reports whether all three say yes.
func (q Questions) Good() bool { return q.Stands == "yes" && q.Balanced == "yes" && q.Tells == "yes" }

// checkThings is Check for what stands beside the dish, the ground and other cameras.
func (s Set) checkThings(bad badFunc, within withinFunc, hex func(path, v string), choice func(path, v string, all ...string)) {
	s.checkSize(bad)
	for i, t := range s.Things {
		at := func(field string) string { return fmt.Sprintf("things.%d.%s", i, field) }
		choice(at("kind"), t.Kind, Kinds...)
		within(at("xMm"), t.XMm, -3000, 8000, "mm")
		within(at("yMm"), t.YMm, -3000, 6000, "mm")
		within(at("liftMm"), t.LiftMm, 0, 600, "mm")
		within(at("turnDeg"), t.TurnDeg, -360, 360, "degrees")
		within(at("tiltDeg"), t.TiltDeg, -90, 90, "degrees")
		within(at("widthMm"), t.WidthMm, 1, 3000, "mm")
		if t.Lies() || t.Cutlery() || t.Kind == "box" || t.held() {
			within(at("depthMm"), t.DepthMm, 1, 3000, "mm")
		}
		within(at("heightMm"), t.HeightMm, 0.1, 1200, "mm")
		within(at("count"), float64(t.Count), 0, 300, "pieces")
		within(at("fillShare"), t.FillShare, 0, 1, "(share of its height)")
		word(bad, at("finish"), t.Finish)
		hex(at("colour"), t.Colour)
		if t.Second != "" {
			hex(at("second"), t.Second)
		}
		if t.Drink != "" {
			hex(at("drink"), t.Drink)
		}
	}
	if g := s.Ground; g.On {
		choice("ground.kind", g.Kind, "board", "sweep")
		within("ground.widthMm", g.WidthMm, 100, 5000, "mm")
		within("ground.depthMm", g.DepthMm, 100, 5000, "mm")
		within("ground.xMm", g.XMm, -3000, 8000, "mm")
		within("ground.yMm", g.YMm, -3000, 6000, "mm")
		within("ground.riseMm", g.RiseMm, 0, 4000, "mm")
		hex("ground.colour", g.Colour)
	}
	if s.Ground.Finish != "" {
		word(bad, "ground.finish", s.Ground.Finish)
	}
	within("ground.turnDeg", s.Ground.TurnDeg, -360, 360, "degrees")
	if len(s.Views) > 8 {
		bad("views", "Eight cameras are the most a set keeps.")
	}
	for i, v := range s.Views {
		v.Camera.check(fmt.Sprintf("views.%d.camera.", i), bad, within)
	}
	within("food.pourMm", s.Food.PourMm, 0, 3000, "mm")
	within("food.strength", s.Food.Strength, 0, 1, "(share of full strength)")
	within("food.fillShare", s.Food.FillShare, 0, 1, "(share of the height)")
}

// footMm is the radius in plan over which a thing bears on what is below it.
func (t Thing) footMm() float64 {
	switch {
	case t.Round():
		return t.WidthMm / 2 * 0.55
	case t.Cutlery():
		return t.WidthMm / 3
	case t.Kind == "ice", t.Kind == "box":
		return t.WidthMm / 2 * 0.8
	}
	return t.WidthMm / 2 * 0.5
}

// seat finds what a thing rests on: the highest of what lies below its foot. Scattered
// pieces, drizzle, herbs and crumb settle piece by piece instead.
func seat(t Thing, below []Object) float64 {
	best := 0.0
	points := [][2]float64{{t.XMm, t.YMm}}
	if !t.Lies() { // a cloth goes under; it bears only at its middle
		for k := range 6 {
			sin, cos := math.Sincos(float64(k) * math.Pi / 3)
			points = append(points, [2]float64{t.XMm + t.footMm()*cos, t.YMm + t.footMm()*sin})
		}
	}
	if t.Cutlery() {
		sin, cos := math.Sincos(t.TurnDeg * math.Pi / 180)
		points = nil
		for _, k := range []float64{-0.42, 0, 0.42} {
			points = append(points, [2]float64{t.XMm + t.DepthMm*k*sin, t.YMm + t.DepthMm*k*cos})
		}
	}
	for _, p := range points {
		best = math.Max(best, heightOver(below, p[0], p[1]))
	}
	return best
}

// Overlap is two things that stand in one another.
type Overlap struct {
	A      string  `json:"a" doc:"Key of one"`
	B      string  `json:"b" doc:"Key of the other"`
	Words  string  `json:"words" doc:"Their names"`
	DeepMm float64 `json:"deepMm" doc:"By how much, in plan"`
}

// Overlaps finds things that stand in one another: their footprints and their heights
// both overlap. Flat grounds, food in a vessel and what leans on a rim do not count.
func Overlaps(objects []Object) []Overlap {
	out := []Overlap{}
	for i := range objects {
		for k := i + 1; k < len(objects); k++ {
			a, b := &objects[i], &objects[k]
			if a.Solid == 0 || b.Solid == 0 {
				continue
			}
			up := math.Min(a.Hi.Z, b.Hi.Z) - math.Max(a.Lo.Z, b.Lo.Z)
			if up <= 1.5 {
				continue
			}
			apart := math.Hypot(a.Foot.X-b.Foot.X, a.Foot.Y-b.Foot.Y)
			if deep := a.Solid + b.Solid - apart; deep > 1 {
				// One that stands inside the other is in it, not in its way.
				if a.Inside > 0 && apart+b.Solid <= a.Inside+1 || b.Inside > 0 && apart+a.Solid <= b.Inside+1 {
					continue
				}
				out = append(out, Overlap{A: a.Key, B: b.Key, Words: a.Name + " and " + b.Name, DeepMm: math.Round(deep*10) / 10})
			}
		}
	}
	return out
}

// vesselOf is the vessel a round thing is turned from.
func (t Thing) vesselOf() shape.Vessel { return shape.VesselOf(t.Kind, t.WidthMm, t.HeightMm, 0) }

// at carries a mesh to a place.
func at(x, y, z float64) r3.Vec { return r3.Vec{X: x, Y: y, Z: z} }

// crumpledFromMm is how high paper stands that was crushed; flat it is thinner. crumpledMm is what
// such a sheet is planned with. Start values of our own.
const crumpledFromMm, crumpledMm = 4.0, 7.0

// crumpled reports whether it is paper that was crushed and laid out again.
func (t Thing) crumpled() bool { return t.Kind == "paper" && t.HeightMm >= crumpledFromMm }
