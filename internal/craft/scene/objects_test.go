package scene

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r2"
	"gonum.org/v1/gonum/spatial/r3"
)

func prop(name, kind string, x, y, w, h float64) Thing {
	return Thing{Name: name, Kind: kind, On: true, XMm: x, YMm: y, WidthMm: w, DepthMm: w, HeightMm: h, Colour: "#888888", Finish: "matt"}
}

func object(all []Object, name string) Object {
	for _, o := range all {
		if o.Name == name {
			return o
		}
	}
	return Object{}
}

func TestThingsRestOnWhatIsBelow(t *testing.T) {
	s := Start()
	s.Things = []Thing{prop("Board", "board", 400, 400, 200, 20), prop("Box", "box", 400, 400, 60, 30), prop("Cup", "mug", 400, 400, 40, 60), prop("Far", "mug", 1300, 200, 60, 60)}
	s.Things[2].LiftMm = 5
	all := s.Objects(Rough)
	assert.InDelta(t, 20, object(all, "Box").Lo.Z, 0.01)
	assert.InDelta(t, 55, object(all, "Cup").Lo.Z, 0.01, "board, box and a lift of 5")
	assert.InDelta(t, 0, object(all, "Far").Lo.Z, 0.01)
	s.Things[0].On = false
	assert.InDelta(t, 0, object(s.Objects(Rough), "Box").Lo.Z, 0.01)
}

func TestVesselStandsOnTheGroundBoard(t *testing.T) {
	s := Start()
	s.Ground = Ground{On: true, Kind: "board", XMm: 800, YMm: 450, WidthMm: 600, DepthMm: 600, Colour: "#777777"}
	assert.InDelta(t, 4, object(s.Objects(Rough), "Vessel").Lo.Z, 0.01)
}

func TestFoodStaysInItsVessel(t *testing.T) {
	for _, kind := range []string{"plate", "bowl", "pot", "glass", "coupe", "mug"} {
		for _, form := range Forms() {
			s := Start()
			s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm, s.Food.Form = kind, 220, 90, form
			for _, o := range s.Objects(Smooth) {
				for _, p := range o.Parts {
					for _, v := range p.Mesh.P {
						if away := math.Hypot(v.X-s.Vessel.XMm, v.Y-s.Vessel.YMm); away > 110*1.02 && o.Key == "food" {
							t.Fatalf("%s in a %s: %.0f mm from the middle of a vessel of 110 mm", form, kind, away)
						}
					}
				}
			}
		}
	}
}

func TestSizesAreWhatTheySay(t *testing.T) {
	for _, kind := range Kinds {
		th := prop("It", kind, 0, 0, 100, 40)
		th.DepthMm = 160
		o := th.object(0, nil, Smooth)
		require.NotEmpty(t, o.Parts, kind)
		for _, p := range o.Parts {
			for _, v := range append(append([]r3.Vec{}, p.Mesh.P...), p.Mesh.N...) {
				require.False(t, math.IsNaN(v.X+v.Y+v.Z), kind)
			}
			for _, n := range p.Mesh.N {
				require.InDelta(t, 1, r3.Norm(n), 1e-6, kind)
			}
		}
		if th.Round() && kind != "mug" && kind != "jug" {
			assert.InDelta(t, 100, o.Hi.X-o.Lo.X, 1.5, kind)
			assert.InDelta(t, 40, o.Hi.Z-o.Lo.Z, 0.5, kind)
		}
		if th.Lies() && kind != "linen" || th.Cutlery() {
			assert.InDelta(t, 160, o.Hi.Y-o.Lo.Y, 2, kind)
		}
	}
}

func TestClosedSolidsFaceOutward(t *testing.T) {
	// The volume by the divergence theorem is above 0 when every face looks out.
	volume := func(m shape.Mesh) float64 {
		sum := 0.0
		for _, t := range m.T {
			sum += r3.Dot(m.P[t[0]], r3.Cross(m.P[t[1]], m.P[t[2]])) / 6
		}
		return sum
	}
	assert.InEpsilon(t, 4./3*math.Pi*50*50*50, volume(shape.Ball(50, 50, 50, 0, 1, 1, 96)), 0.005)
	assert.InEpsilon(t, 100.*60*20, volume(shape.Box(100, 60, 20, 0)), 1e-9)
	assert.InEpsilon(t, math.Pi*30*30*200, volume(shape.Tube([][3]float64{{0, 0, 0}, {0, 0, 100}, {0, 0, 200}}, 30, 96)), 0.01)
	v := shape.VesselOf("glass", 70, 150, 2.2)
	glass := volume(shape.Revolve(v.Profile(), 96)) / 1000
	assert.Greater(t, glass, 20.0, "ml of glass")
	assert.Less(t, glass, 150.0)
	// What it holds, by frusta, against the same turned as a solid.
	full := append(v.Below(120), shape.RZ{R: 0, Z: 120})
	assert.InEpsilon(t, volume(shape.Revolve(full, 192))/1000, v.VolumeMl(120), 0.002)
}

func TestClashesAreFoundAndStackingIsNone(t *testing.T) {
	s := Start()
	s.Things = []Thing{prop("A", "mug", 300, 300, 80, 90), prop("B", "mug", 372, 300, 80, 90)}
	got := Overlaps(s.Objects(Rough))
	require.Len(t, got, 1)
	assert.InDelta(t, 8, got[0].DeepMm, 0.2)
	s.Things[1].XMm = 385
	assert.Empty(t, Overlaps(s.Objects(Rough)))
	s.Things[1] = prop("B", "bowl", 300, 300, 60, 30) // stands in the mug's mouth: on its rim or in it
	assert.Empty(t, Overlaps(s.Objects(Rough)))
}

// An independent pinhole: the ray through a projected point passes the point.
func TestProjectionAgainstAPinhole(t *testing.T) {
	s := Start()
	s.Camera.AimXMm, s.Camera.AimYMm, s.Camera.ElevationDeg = 60, -30, 37
	for _, p := range []r3.Vec{{X: 800, Y: 450, Z: 20}, {X: 620, Y: 380, Z: 0}, {X: 950, Y: 600, Z: 140}} {
		x, y, ok := s.Project(p)
		require.True(t, ok)
		// Built from the camera's own angles, not from its axes.
		e := s.Camera.ElevationDeg * math.Pi / 180
		d := r3.Sub(p, s.Lens())
		depth := d.Y*math.Cos(e) - d.Z*math.Sin(e)
		across := d.X
		up := d.Y*math.Sin(e) + d.Z*math.Cos(e)
		f, u := s.Camera.FocalMm, s.Camera.DistanceMm
		image := 1 / (1/f - 1/u)
		assert.InEpsilon(t, across*image/depth/(s.Camera.SensorWidthMm/2), x, 1e-9)
		assert.InEpsilon(t, up*image/depth/(s.Camera.SensorHeightMm/2), y, 1e-9)
	}
}

func TestDrawingThroughTheLensGoesBackToTheTable(t *testing.T) {
	for _, deg := range []float64{8, 20, 45, 70, 90} {
		s := Start()
		s.Camera.ElevationDeg = deg
		v := s.Outlines(s.Objects(Rough))
		for _, p := range []r3.Vec{{X: 800, Y: 450}, {X: 650, Y: 380}, {X: 990, Y: 700}} {
			x, y, ok := s.Project(p)
			if !ok {
				continue
			}
			x, y = (x+1)/2*v.LensW, (1-y)/2*v.LensH
			m := v.ToTable
			k := m[6]*x + m[7]*y + m[8]
			require.Positive(t, k, "below the horizon")
			assert.InDelta(t, p.X, (m[0]*x+m[1]*y+m[2])/k, 0.01, "%g°", deg)
			assert.InDelta(t, p.Y, (m[3]*x+m[4]*y+m[5])/k, 0.01, "%g°", deg)
		}
	}
	s := Start()
	s.Camera.ElevationDeg, s.Camera.FocalMm = 5, 24
	m := s.Outlines(s.Objects(Rough)).ToTable
	assert.Negative(t, m[6]*500+m[7]*0+m[8], "the top of the frame is above the horizon")
}

// pointsOf reads an outline back as SVG has it, run by run.
func pointsOf(t *testing.T, path string) [][]r2.Vec {
	t.Helper()
	var out [][]r2.Vec
	for run := range strings.SplitSeq(strings.TrimSuffix(path, "Z"), "Z") {
		var points []r2.Vec
		for p := range strings.SplitSeq(strings.TrimPrefix(run, "M"), "L") {
			var v r2.Vec
			_, err := fmt.Sscan(p, &v.X, &v.Y)
			require.NoError(t, err, p)
			points = append(points, v)
		}
		out = append(out, points)
	}
	return out
}

// A plate's outline from above is held against the circle that it is: no point of an edge
// is further off than a screen could show, once nothing moves.
func TestCirclesAtRestAreRound(t *testing.T) {
	s := Start()
	worst := func(d light.Detail) float64 {
		off := 0.0
		for _, o := range Read(s, Wants{}, d).Views.Above {
			if o.Key != "vessel" {
				continue
			}
			points := pointsOf(t, o.Path)[0]
			for i, p := range points {
				q := points[(i+1)%len(points)]
				middle := r2.Scale(0.5, r2.Add(p, q))
				r := math.Hypot(middle.X-s.Vessel.XMm, middle.Y+s.Vessel.YMm)
				off = math.Max(off, s.Vessel.DiameterMm/2-r)
			}
		}
		return off
	}
	assert.Less(t, worst(light.Fine), 0.002*s.Vessel.DiameterMm)
	assert.Greater(t, worst(light.Search), 0.005*s.Vessel.DiameterMm, "while it moves a few corners do")
}

func TestAGlassShowsWhatIsInIt(t *testing.T) {
	s := Start()
	s.Vessel.Kind, s.Vessel.Material, s.Vessel.DiameterMm, s.Vessel.HeightMm = "glass", "glass", 70, 150
	s.Food = Food{Name: "Cold tea", Form: "liquid", Colour: "#c46a1e", FillShare: 0.5}
	pitcher := prop("Pitcher", "jug", 1000, 500, 110, 200)
	pitcher.Material, pitcher.Drink, pitcher.FillShare = "glass", "#8a3b2a", 0.7
	mug := prop("Mug", "mug", 600, 500, 80, 90)
	s.Things = []Thing{pitcher, mug}
	extent := func(o Outline) (low, high float64) {
		low, high = math.Inf(1), math.Inf(-1)
		for _, run := range pointsOf(t, o.Path) {
			for _, p := range run {
				low, high = math.Min(low, -p.Y), math.Max(high, -p.Y)
			}
		}
		return low, high
	}
	held := map[string]Outline{}
	for _, o := range s.Outlines(s.Objects(Rough)).Side {
		if !o.Clear {
			held[o.Name] = o
		}
	}
	tea, wine := held["Cold tea"], held["Pitcher, what is in it"]
	require.NotEmpty(t, tea.Path)
	require.NotEmpty(t, wine.Path)
	assert.Equal(t, "food", tea.Key)
	assert.Equal(t, "thing-0", wine.Key)
	_, top := extent(tea)
	assert.InDelta(t, 75, top, 2, "up to where it is filled")
	_, top = extent(wine)
	assert.InDelta(t, 140, top, 2)
	for name := range held {
		assert.NotContains(t, name, "Mug, what", "an empty mug holds nothing")
	}
	// Beer and Lambert: a jug of 110 mm lets through what 50 mm do, to the power of its inside over 50.
	inside := pitcher.vesselOf().RimMm() * 2
	want := linear(pitcher.Drink).Each(func(part float64) float64 { return math.Pow(part, inside/50) })
	assert.Equal(t, want.Hex(), wine.Colour)
}

func TestWhatMustBeSharpIsChosen(t *testing.T) {
	s := Start()
	s.Things = []Thing{prop("Cup", "mug", 900, 700, 70, 80)}
	read := func(sharp string) Report {
		s.Camera.Sharp = sharp
		return Read(s, Wants{OutputLongPx: 2000}, light.Search)
	}
	dish := read("")
	assert.InDelta(t, dish.Needed.FarMm-dish.Needed.NearMm, 210*math.Cos(math.Pi/4)+52*math.Sin(math.Pi/4), 0.5)
	rim := read("rim")
	assert.Less(t, rim.FocusMm, dish.FocusMm)
	assert.Less(t, rim.CoverNumber, dish.CoverNumber)
	cup := read("thing-0")
	assert.Greater(t, cup.FocusMm, dish.FocusMm+100)
	for _, a := range cup.Strip.Things {
		if a.Key == "thing-0" {
			assert.True(t, a.Wanted)
			assert.Less(t, a.BlurPx, 2.5)
		}
		if a.Key == "vessel" {
			assert.Greater(t, a.BlurPx, 2.5)
		}
	}
}

// A bite is held up over the dish, its handle higher than its tines; it is food, and throws no column of shade.
func TestABiteIsHeldUp(t *testing.T) {
	s := Start()
	s, err := s.WithThing(biteOnAFork)
	require.NoError(t, err)
	bite := &s.Things[len(s.Things)-1]
	bite.XMm, bite.YMm = s.Vessel.XMm, s.Vessel.YMm
	o := object(s.Objects(Smooth), "food")
	held := s.Objects(Smooth)[len(s.Objects(Smooth))-1]
	require.Equal(t, biteOnAFork, held.Kind)
	assert.True(t, held.Edible)
	assert.Greater(t, held.Lo.Z, o.Hi.Z+30, "over the dish")
	require.Len(t, held.Parts, 3)
	piece, fork := held.Parts[0].Mesh, held.Parts[2].Mesh
	lo, hi := piece.Bounds()
	_, up := fork.Bounds()
	assert.InDelta(t, s.Vessel.XMm, (lo.X+hi.X)/2, 8)
	assert.Greater(t, up.Z, hi.Z+20, "the handle goes up")
	bare := len(s.inTheWay())
	s.Things = s.Things[:len(s.Things)-1]
	assert.Equal(t, bare, len(s.inTheWay()))
}

// What cools on a wire rack stands on its wires, between two of them too; a rack of the cupboard is one.
func TestThingsStandOnAWireRack(t *testing.T) {
	s := Start()
	rack, err := ThingOf(cupboard.Prop{Kind: cupboard.Other, Name: "Wire rack", Sizes: cupboard.Sizes{LengthMm: 400, WidthMm: 250, HeightMm: 20}, Front: cupboard.Face{Colour: "#6f7173", Finish: "satin"}}, "p")
	require.NoError(t, err)
	require.Equal(t, wireRack, rack.Kind)
	rack.XMm, rack.YMm, rack.TurnDeg = 300, 300, 30
	for _, dx := range []float64{0, 4, 7.5, 11} {
		s.Things = []Thing{{Kind: "tiny bowl", On: true, XMm: 300 + dx, YMm: 300, WidthMm: 50, HeightMm: 25, Colour: "#888888"}, rack}
		all := s.Objects(Smooth)
		bowl := all[len(all)-1]
		require.Equal(t, "tiny bowl", bowl.Kind)
		assert.InDelta(t, 20, bowl.Foot.Z, 0.01, "%v", dx)
	}
	wires, _ := shape.Rack(250, 400, 20)
	lo, hi := wires.Bounds()
	assert.InDelta(t, 250, hi.X-lo.X, 0.5)
	assert.InDelta(t, 400, hi.Y-lo.Y, 0.5)
	assert.InDelta(t, 20, hi.Z, 1)
}

// What is smaller than the gap between its wires falls through it, or lies on a wire.
func TestSeedsFallThroughAWireRack(t *testing.T) {
	s := Start()
	s.Things = []Thing{{Kind: "scatter", Piece: "seed", On: true, XMm: 300, YMm: 300, WidthMm: 150, HeightMm: 4, Count: 60, Colour: "#c0a060"},
		{Kind: wireRack, On: true, XMm: 300, YMm: 300, WidthMm: 250, DepthMm: 400, HeightMm: 20, Colour: "#6f7173"}}
	all := s.Objects(Smooth)
	seeds := all[len(all)-1]
	require.Equal(t, "scatter", seeds.Kind)
	low, high, at := 0, 0, 0
	for _, n := range seeds.Parts[0].Mesh.Runs {
		z := 0.0
		for _, p := range seeds.Parts[0].Mesh.P[at : at+n] {
			z += p.Z / float64(n)
		}
		if at += n; z < 8 {
			low++
		} else if z > 15 {
			high++
		}
	}
	assert.Equal(t, 60, low+high, "none hangs in the air")
	assert.Greater(t, low, 40)
	assert.Positive(t, high)
	s.Things[0].HeightMm = 30
	all = s.Objects(Smooth)
	assert.Greater(t, all[len(all)-1].Lo.Z, 15.0, "what is larger lies on the wires")
}
