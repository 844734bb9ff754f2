package shape

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

// volume is what a closed surface holds: the signed volumes of its triangles with the origin
// (the divergence theorem); positive when the outside is outside.
func volume(m Mesh) float64 {
	sum := 0.0
	for _, t := range m.T {
		sum += r3.Dot(m.P[t[0]], r3.Cross(m.P[t[1]], m.P[t[2]])) / 6
	}
	return sum
}

// open are the edges that two triangles do not share the opposite way about, by place.
func open(m Mesh) int {
	micron := func(v float64) int64 { return int64(math.Round(v * 1000)) }
	key := func(p r3.Vec) string { return fmt.Sprint(micron(p.X), micron(p.Y), micron(p.Z)) }
	edges := map[string]int{}
	for _, t := range m.T {
		a, b, c := key(m.P[t[0]]), key(m.P[t[1]]), key(m.P[t[2]])
		if a == b || b == c || c == a {
			continue // nothing to see
		}
		for _, e := range [][2]string{{a, b}, {b, c}, {c, a}} {
			edges[e[0]+"|"+e[1]]++
			edges[e[1]+"|"+e[0]]--
		}
	}
	n := 0
	for _, v := range edges {
		if v != 0 {
			n++
		}
	}
	return n
}

// normals reports the share of corners whose normal looks to the side that their triangle does.
func normals(m Mesh) float64 {
	good, all := 0.0, 0.0
	for _, t := range m.T {
		n := r3.Cross(r3.Sub(m.P[t[1]], m.P[t[0]]), r3.Sub(m.P[t[2]], m.P[t[0]]))
		if r3.Norm(n) < 1e-9 {
			continue
		}
		for _, k := range t {
			all++
			if r3.Dot(n, m.N[k]) > 0 {
				good++
			}
		}
	}
	return good / all
}

func sized(t *testing.T, name string, m Mesh, x, y, z float64) {
	t.Helper()
	lo, hi := m.Bounds()
	for i, d := range [3][2]float64{{hi.X - lo.X, x}, {hi.Y - lo.Y, y}, {hi.Z - lo.Z, z}} {
		if d[1] > 0 {
			assert.InEpsilon(t, d[1], d[0], 0.011, "%s, side %d", name, i)
		}
	}
	assert.GreaterOrEqual(t, normals(m), 0.999, "%s looks outward", name)
}

// Pappus: a ring's volume is its outline's area times the way of its middle.
func TestASectorIsClosedAndHoldsWhatPappusSays(t *testing.T) {
	line := ring(20, 30, 5, 17)
	for _, c := range [][2]float64{{0, 360}, {40, 310}, {0, 90}} {
		m := Sector(line, c[0], c[1], 200, nil)
		assert.Zero(t, open(m), "%v", c)
		want := (c[1] - c[0]) * math.Pi / 180 * 25 * 120
		assert.InEpsilon(t, want, volume(m), 0.002, "%v", c)
		assert.GreaterOrEqual(t, normals(m), 0.999)
	}
	cone := Sector([]RZ{{0, 0}, {30, 0}, {0, 40}}, 0, 360, 200, nil)
	assert.Zero(t, open(cone))
	assert.InEpsilon(t, math.Pi*900*40/3, volume(cone), 0.002)
}

// A dome of many sides has one normal where they meet: the one of the ball that it is.
func TestACurveOfManySidesIsSmooth(t *testing.T) {
	line := []RZ{{0, 0}}
	for i := range 13 {
		a := math.Pi / 2 * float64(i) / 12
		line = append(line, RZ{50 * math.Cos(a), 50 * math.Sin(a)})
	}
	m := Sector(line, 0, 360, 96, nil)
	for i, p := range m.P {
		if p.Z > 3 && p.Z < 49 { // not at the foot's edge, nor at the pole
			assert.Greater(t, r3.Dot(m.N[i], unit(p)), 0.997, "%v", p)
		}
	}
}

func TestTheLarderKeepsItsSizes(t *testing.T) {
	out := Slice{120, 170}
	for _, lid := range []bool{false, true} {
		crust, filling := Tart(120, 40, Slice{}, lid, 48)
		sized(t, "tart", Join(crust, filling), 240, 240, 40)
		assert.Zero(t, open(crust))
		assert.Zero(t, open(filling))
		cut, less := Tart(120, 40, out, lid, 48)
		assert.Zero(t, open(cut), "with a slice out")
		assert.InEpsilon(t, volume(filling)*310/360, volume(less), 0.01, "the slice is missing")
	}
	crumb, cream, coat := Cake(90, 110, 3, 6, out, 48)
	sized(t, "cake", Join(crumb, cream, coat), 180, 0, 110)
	for _, m := range []Mesh{crumb, cream, coat} {
		assert.Zero(t, open(m))
		assert.Positive(t, volume(m))
	}
	_, _, thin := Cake(4, 60, 2, 3, Slice{}, 20)
	sized(t, "icing on next to nothing", thin, 8, 8, 60)
	assert.Zero(t, open(thin))
	bare, _, iced := Cake(90, 110, 3, 6, Slice{}, 48)
	assert.Zero(t, open(iced), "with no slice out")
	// A knife leaves its coat between how thick it is and what its grooves leave of it.
	full := volume(Sector(ring(0, 90, 0, 110), 0, 360, 48, nil)) - volume(Sector(ring(0, 84, 0, 104), 0, 360, 48, nil))
	assert.Less(t, volume(iced), 0.9*full)
	assert.Greater(t, volume(iced), (1-grooveDeep)*full)
	assert.NotEmpty(t, bare.T)
	crust, torn, inside := Loaf(220, 110, 95, 0, 12, 3, 40)
	sized(t, "loaf", Join(crust, torn), 110, 220, 95)
	assert.Empty(t, inside.T, "nothing of it is cut")
	assert.Zero(t, open(Join(crust, torn)))
	whole := volume(Join(crust, torn))
	crust, torn, inside = Loaf(220, 110, 95, 3, 12, 3, 40)
	sized(t, "loaf, cut", Join(crust, torn), 0, 220, 95)
	assert.Zero(t, open(Join(crust, torn, inside)), "each slice is whole")
	assert.Less(t, volume(Join(crust, torn, inside)), whole)
	seared, fat, inside := Carved(260, 110, 95, 0, 13, 3, 40)
	sized(t, "joint", Join(seared, fat, inside), 110, 260, 95)
	assert.Empty(t, inside.T, "seared all round")
	assert.Zero(t, open(Join(seared, fat, inside)))
	seared, fat, inside = Carved(260, 110, 95, 3, 13, 3, 40)
	assert.Zero(t, open(Join(seared, fat, inside)), "each slice is whole")
	crust, inside = Toast(110, 95, 14, 40)
	sized(t, "toast", Join(crust, inside), 110, 95, 14)
	for seed := range int64(5) {
		for what, make := range map[string]func(float64, float64, int64, int) (Mesh, Mesh){"apple": Apple, "pear": WholePear} {
			skin, stalk := make(70, 0, seed, 28)
			lo, hi := skin.Bounds()
			across, up := 70.0, 53.0 // an apple is as wide as said, a pear as high
			if what == "pear" {
				across, up = 44.1, 70
			}
			assert.InEpsilon(t, across, hi.X-lo.X, 0.05, what) // but for the bend of a neck
			assert.InEpsilon(t, across, hi.Y-lo.Y, 0.14, "%s: no rounder than it grew", what)
			assert.InEpsilon(t, up, hi.Z-lo.Z, 0.05, what)
			assert.InDelta(t, 0, lo.Z, 1e-9, "%s stands", what)
			_, end := stalk.Bounds()
			assert.Greater(t, end.Z, hi.Z, "%s: its stalk is seen", what)
			for _, m := range []Mesh{skin, stalk} {
				assert.Zero(t, open(m), what)
				assert.Positive(t, volume(m), what)
			}
			leant, _ := make(70, 24, seed, 28)
			low, _ := leant.Bounds()
			assert.InDelta(t, 0, low.Z, 1e-9, "%s lies", what)
			assert.InEpsilon(t, volume(skin), volume(leant), 1e-6, what)
		}
	}
	rind, pith, flesh := Citrus(32, 5, 9, 48)
	sized(t, "citrus", rind, 64, 64, 5)
	for _, m := range []Mesh{rind, pith, flesh} {
		assert.Zero(t, open(m))
		assert.Positive(t, volume(m))
	}
	lo, hi := flesh.Bounds()
	assert.Less(t, hi.X-lo.X, 60.0, "the flesh stays within its pith")
	nest := Noodles(70, 45, 5, 30, 2, 24)
	lo, hi = nest.Bounds()
	assert.True(t, hi.X <= 70.8 && lo.X >= -70.8 && hi.Z <= 45.5 && lo.Z >= -0.5, "%v %v", lo, hi)
	assert.Greater(t, hi.Z, 38.0)
	require.Len(t, nest.Runs, 30)
}

// More of the larder: closed, and as large as said.
func TestRoastsAndRunsKeepTheirSizes(t *testing.T) {
	body, head, fins, eye := Fish(300, 40)
	lo, hi := Join(body, head, fins, eye).Bounds()
	assert.InEpsilon(t, 300, hi.Y-lo.Y, 0.01)
	assert.GreaterOrEqual(t, normals(Join(body, head)), 0.995, "but at the tips of the lofts")
	for name, m := range map[string]Mesh{"body": body, "head": head, "eye": eye} {
		assert.Zero(t, open(m), name)
		assert.Positive(t, volume(m), name)
	}
	lo, hi = Join(body, head).Bounds()
	assert.InEpsilon(t, 75, hi.X-lo.X, 0.02, "a quarter as deep as it is long")
	assert.InDelta(t, 37, hi.Z-lo.Z, 2)

	skin, bone := Bird(130, 110, 3, 40)
	lo, hi = Join(skin, bone).Bounds()
	assert.InDelta(t, 110, hi.Z, 1.1, "as high as said")
	assert.InDelta(t, -130, lo.Y, 4, "its legs reach as far as said")
	assert.Zero(t, open(skin))

	d := Dumpling(70, 34, 26, 8, 40)
	sized(t, "dumpling", d, 0, 70, 26)
	assert.Zero(t, open(d))

	pool := Pool(80, 3, 0, 1, 64)
	sized(t, "pool", pool, 160, 160, 3)
	assert.Zero(t, open(pool))
	assert.InEpsilon(t, math.Pi*80*80*3*0.95, volume(pool), 0.03)
	assert.Zero(t, open(Pool(80, 3, 0.1, 1, 64)), "uneven, it is still closed")

	run := Run(60, 50, 30, 5, 90, 20)
	assert.Zero(t, open(run))
	lo, hi = run.Bounds()
	assert.Greater(t, lo.Z, 50-30-6.0)
	assert.Less(t, hi.X, 66.0, "it hugs what it runs down")

	swirl := Swirl(50, 2.5, 6, 1.5, 30)
	lo, hi = swirl.Bounds()
	assert.True(t, hi.X < 51 && lo.X > -51 && lo.Z > -0.01 && hi.Z < 1.51, "%v %v", lo, hi)
}

// A loft of one section all along is a cylinder of an ellipse.
func TestALoftHoldsWhatAnEllipseDoes(t *testing.T) {
	m := Loft(along(9, func(t float64) Section { return Section{Y: 100 * t, HalfX: 30, Up: 20} }), 96)
	assert.Zero(t, open(m))
	assert.InEpsilon(t, math.Pi*30*20*100, volume(m), 0.005)
	assert.GreaterOrEqual(t, normals(m), 0.98)
}

func TestKeptLeavesOutWholePieces(t *testing.T) {
	m := Strewn(Box(4, 4, 4, 0), Box(4, 4, 4, 0).Moved(0, vec(50, 0, 0)), Box(4, 4, 4, 0).Moved(0, vec(0, 80, 0)))
	got := Kept(m, func(x, y float64) bool { return math.Hypot(x, y) < 60 })
	require.Len(t, got.Runs, 2)
	assert.Zero(t, open(got))
	assert.InEpsilon(t, 128, volume(got), 1e-9)
	whole := Box(3, 3, 3, 0)
	assert.Equal(t, whole, Kept(whole, func(x, y float64) bool { return false }), "what is not of pieces stays")
}

// What is strewn: closed, resting on z = 0, as large as said.
func TestGarnishesKeepTheirSizes(t *testing.T) {
	flesh, skin, pips := Round(24, 3, 5, 1, 24)
	sized(t, "round", Join(flesh, skin), 48, 48, 3)
	half, peel, _ := Half(26, 6, 1, 24)
	lo, hi := Join(half, peel).Bounds()
	assert.InEpsilon(t, 52, hi.X-lo.X, 0.01)
	assert.InDelta(t, 0, lo.Z, 1e-9)
	body, star := Tomato(17, 1, 24)
	lo, hi = body.Bounds()
	assert.InEpsilon(t, 34, hi.X-lo.X, 0.02)
	assert.InDelta(t, 0, lo.Z, 0.2)
	lo, _ = star.Bounds()
	assert.Greater(t, lo.Z, 25.0, "its star lies on top")
	pulp, rind := CitrusWedge(26, 60, 36)
	whole := Sector([]RZ{{0, -26 * 1.12}, {26, 0}, {0, 26 * 1.12}}, 0, 360, 36, nil)
	assert.Less(t, volume(pulp), volume(whole), "a sixth of a ball is less than two cones on one foot")
	assert.InEpsilon(t, 4./3*math.Pi*math.Pow(26*0.965, 3)*1.12/6, volume(pulp), 0.06)
	nut := Nut(20, 16)
	lo, hi = nut.Bounds()
	assert.InEpsilon(t, 20, hi.Y-lo.Y, 0.01)
	for name, m := range map[string]Mesh{"flesh": flesh, "skin": skin, "pips": pips, "half": half, "peel": peel, "tomato": body, "pulp": pulp, "rind": rind, "nut": nut} {
		assert.Zero(t, open(m), name)
		assert.Positive(t, volume(m), "%s looks outward", name)
	}
}

// A spout stands out on one side, as far as said, and leaves the foot and the other side alone.
func TestASpoutStandsOutOnOneSide(t *testing.T) {
	m := Sector([]RZ{{0, 0}, {40, 0}, {40, 60}, {40, 100}, {0, 100}}, 0, 360, 180, nil)
	s := Spouted(m, 100, 10)
	lo, hi := s.Bounds()
	assert.InDelta(t, -50, lo.X, 0.1)
	assert.InDelta(t, 40, hi.X, 1e-9)
	assert.Zero(t, open(s))
	for i, p := range m.P {
		if p.Z <= 100*spoutFrom {
			assert.Equal(t, p, s.P[i])
		}
	}
}

// A cloth is as large as said, its creases cross in its middle and its hem is thicker.
func TestAClothHasCreasesAndAHem(t *testing.T) {
	assert.InDelta(t, 3.0, pressed(0, 0, 300, 400), 1e-9)
	assert.InDelta(t, 1.5, pressed(0, 100, 300, 400), 1e-3)
	assert.InDelta(t, 0.7, pressed(146, 100, 300, 400), 1e-3)
	lo, hi := Cloth(300, 400, 8, 3, 60).Bounds()
	assert.InDelta(t, 300, hi.X-lo.X, 8)
	assert.InDelta(t, 400, hi.Y-lo.Y, 8)
}

// A ribbon along a straight way is a cylinder of an ellipse, however it is folded it stays closed.
func TestARibbonIsClosedAndAsThickAsSaid(t *testing.T) {
	var straight, folded [][2]float64
	for i := range 21 {
		u := float64(i) / 20
		straight = append(straight, [2]float64{80 * u, 5})
		folded = append(folded, [2]float64{60*u + 8*math.Sin(9*u), 5 + 10*math.Sin(7*u)})
	}
	half := func(float64) float64 { return 15 }
	m := Ribbon(straight, half, 4, 48)
	assert.Zero(t, open(m))
	assert.InEpsilon(t, math.Pi*15*2*80, volume(m), 0.01)
	assert.Zero(t, open(Ribbon(folded, half, 4, 24)))
}

// Crumpled paper keeps its sides, stays on the table and stands as high as said at the most.
func TestCrumpledPaperKeepsItsSize(t *testing.T) {
	m := Crumpled(300, 200, 7, 5, 60)
	lo, hi := m.Bounds()
	assert.InDelta(t, 300, hi.X-lo.X, 1e-9)
	assert.InDelta(t, 200, hi.Y-lo.Y, 1e-9)
	assert.True(t, lo.Z >= 0.29 && hi.Z <= 7 && hi.Z > 4, "%v %v", lo.Z, hi.Z)
	flat := 0
	for _, n := range m.N {
		if n.Z > 0.999 {
			flat++
		}
	}
	assert.Less(t, flat, len(m.N)/2, "most of it is not flat")
}

// Rings, halves with a stone, threads and leaves are as large as said; what is solid is closed.
func TestWhatIsStrewnKeepsItsSizes(t *testing.T) {
	rings := Rings(20, 5, 3, 48)
	sized(t, "rings", rings, 40, 40, 5)
	assert.Zero(t, open(rings))
	assert.Less(t, volume(rings), 0.7*math.Pi*400*5, "there is air between them")
	flesh, skin, stone := Stone(22, 1, 24)
	lo, hi := Join(flesh, skin).Bounds()
	assert.InEpsilon(t, 44, hi.X-lo.X, 0.01)
	lo, hi = stone.Bounds()
	assert.Less(t, lo.Z, 22*0.86, "it lies in the flesh")
	assert.Greater(t, hi.Z, 22*0.9, "and stands out of it")
	assert.Zero(t, open(stone))
	for _, bend := range []float64{0.1, 0.6, 1} {
		curl := Curl(14, 0.8, bend, 3)
		lo, hi = curl.Bounds()
		assert.GreaterOrEqual(t, lo.Z, -1e-9, "%v", bend)
		assert.Less(t, hi.X-lo.X, 16.0, "%v: no longer than its thread", bend)
		assert.Greater(t, hi.X-lo.X, 12.0, "%v", bend)
	}
	stalk, leaves := Cress(30, 2)
	lo, hi = Join(stalk, leaves).Bounds()
	assert.InDelta(t, 33, hi.Y-lo.Y, 8)
	leaf := Lobed(60, 24, 1, 24)
	lo, hi = leaf.Bounds()
	assert.InEpsilon(t, 60, hi.Y-lo.Y, 0.01)
	assert.InEpsilon(t, 24, hi.X-lo.X, 0.1)
	narrow := 0.0
	for _, p := range leaf.P {
		if p.Y > 5 && p.Y < 15 {
			narrow = math.Max(narrow, math.Abs(p.X))
		}
	}
	assert.Less(t, narrow, 3.0, "its stalk is no leaf")
}

// Pears and thin slices: closed, as long as said, a fan on its cut face and half a pear on its back.
func TestOrchardFruitKeepsItsSize(t *testing.T) {
	flesh, skin, core := Pear(80, 4, 1, 24)
	lo, hi := skin.Bounds()
	assert.InEpsilon(t, 80, hi.Y-lo.Y, 0.02)
	assert.InEpsilon(t, 80*2*0.315, hi.X-lo.X, 0.01)
	assert.InDelta(t, 0, lo.Z, 0.3)
	_, top := flesh.Bounds()
	assert.Greater(t, top.Z, hi.Z, "the flesh is what is seen of the cut face")
	pips, _ := core.Bounds()
	assert.Greater(t, pips.Z, hi.Z-1.2)
	fan := PearFan(80, 11, 24)
	lo, hi = fan.Bounds()
	assert.InEpsilon(t, 80, hi.Y-lo.Y, 0.01)
	assert.InDelta(t, 0, lo.Z, 0.1)
	assert.Less(t, hi.Z, 20.0)
	inner, rim := Crescent(30, 3, 20)
	lo, hi = Join(inner, rim).Bounds()
	assert.InEpsilon(t, 60, hi.X-lo.X, 0.02)
	assert.InDelta(t, 0, lo.Z, 0.1)
	for name, m := range map[string]Mesh{"flesh": flesh, "skin": skin, "fan": fan, "crescent": inner, "rim": rim} {
		assert.Zero(t, open(m), name)
		assert.Positive(t, volume(m), name)
	}
	assert.InEpsilon(t, math.Pi/2*30*30*0.955*0.955*0.94*3, volume(inner), 0.1, "half a round, less its core")
}

// A handle ends in the wall, as narrow as the wall may be there.
func TestAHandleEndsInItsWall(t *testing.T) {
	for _, kind := range []string{"jug", "mug"} {
		v := VesselOf(kind, 110, 140, 0)
		low, high := v.OutsideAt(35), v.OutsideAt(109)
		m := Handle(low, high, 33, 10)
		assert.Zero(t, open(m), kind)
		for _, end := range []RZ{low, high} {
			nearest := math.Inf(1)
			for _, p := range m.P {
				if math.Abs(p.Z-end.Z) < 5.5 {
					nearest = math.Min(nearest, p.X)
				}
			}
			assert.Less(t, nearest, end.R, "%s: at %.0f mm it begins within %.1f mm", kind, end.Z, end.R)
		}
		_, hi := m.Bounds()
		assert.InDelta(t, (low.R+high.R)/2+33-10*0.4+5, hi.X, 3, kind)
	}
	jug := VesselOf("jug", 110, 140, 0)
	assert.Less(t, jug.OutsideAt(130).R, jug.OutsideAt(60).R, "a jug is narrower above")
	assert.Equal(t, jug.Outer[len(jug.Outer)-1].R, jug.OutsideAt(500).R)
}

// What a mouth takes out of a disc: its edge there, and nothing else; what is left is closed.
func TestABiteIsMissingAndTheRestIsClosed(t *testing.T) {
	disc := Sector([]RZ{{0, 0}, {60, 0}, {60, 20}, {0, 20}}, 0, 360, 40, nil)
	rest, faces := disc.Bitten(BiteAt(150, 60, 46))
	assert.Zero(t, open(rest))
	taken := volume(disc) - volume(rest)
	assert.InDelta(t, 46*18*20*0.8, taken, 46*18*20*0.35, "about as wide as a mouth and as deep as teeth reach")
	sin, cos := math.Sincos(150 * math.Pi / 180)
	_, in := rest.HeightAt(54*sin, 54*cos)
	assert.False(t, in, "the edge went")
	_, in = rest.HeightAt(30*sin, 30*cos)
	assert.True(t, in)
	_, in = rest.HeightAt(-58*sin, -58*cos)
	assert.True(t, in, "and the other side is whole")
	require.NotEmpty(t, faces.T)
	for _, p := range faces.P {
		assert.True(t, math.Hypot(p.X, p.Y) < 60.5 && p.X*sin+p.Y*cos > 25, "%v", p)
	}
	box, _ := Box(80, 80, 20, 2).Bitten(BiteAt(150, 46, 40))
	assert.Zero(t, open(box), "of long triangles, too")
}

// Dust is closed specks that lie flat, most of them near its middle.
func TestDustThinsOut(t *testing.T) {
	m := Dust(30, 400, 2)
	assert.Zero(t, open(m))
	lo, hi := m.Bounds()
	assert.Zero(t, lo.Z)
	assert.Less(t, hi.Z, 1.0)
	near, far := 0, 0
	for _, p := range m.P {
		if d := math.Hypot(p.X, p.Y); d < 10 {
			near++
		} else if d > 20 {
			far++
		}
		assert.Less(t, math.Hypot(p.X, p.Y), 36.0)
	}
	assert.Greater(t, near, 2*far)
	assert.Positive(t, far)
}
