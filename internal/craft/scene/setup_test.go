package scene

import (
	"math"
	"testing"

	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"
	"figladder/internal/craft/words"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

// anySet is a set with things, cameras and all that a frame can have of its own.
func anySet(t *rapid.T) Set {
	s := Start()
	kinds := rapid.SliceOfN(rapid.SampledFrom(Kinds), 0, 9).Draw(t, "things")
	for _, k := range kinds {
		s, _ = s.WithThing(k)
	}
	for i := range s.Things {
		s.Things[i].On = rapid.Bool().Draw(t, "on")
	}
	for range rapid.IntRange(0, 3).Draw(t, "cameras") {
		v := View{Name: rapid.SampledFrom([]string{"Main", "Left", "Above"}).Draw(t, "name"), Camera: s.Camera}
		v.Camera.ElevationDeg = rapid.Float64Range(0, 90).Draw(t, "up")
		s.Views = append(s.Views, v)
	}
	if len(s.Views) > 0 {
		s.Through = rapid.IntRange(0, len(s.Views)).Draw(t, "through")
	}
	if n := s.Through; n > 0 {
		s.Camera = s.Views[n-1].Camera
	}
	s.OwnVessel, s.OwnFood, s.OwnCards = rapid.Bool().Draw(t, "own vessel"), rapid.Bool().Draw(t, "own food"), rapid.Bool().Draw(t, "own cards")
	for range rapid.IntRange(0, 2).Draw(t, "cards") {
		s = s.WithCard(StartCard(), 0)
		s.Cards[len(s.Cards)-1].On = rapid.Bool().Draw(t, "in")
	}
	s.Crop = rapid.SampledFrom([]string{"", "4:5", "21:9"}).Draw(t, "crop")
	s.State = rapid.SampledFrom(append([]words.DishState{words.Served}, words.DishStates...)).Draw(t, "state")
	if len(s.Things) > 0 {
		s.Camera.Sharp = thingKey(rapid.IntRange(0, len(s.Things)-1).Draw(t, "sharp"))
		if s.Through > 0 {
			s.Views[s.Through-1].Camera = s.Camera
		}
	}
	s.Vessel.DiameterMm = rapid.Float64Range(50, 300).Draw(t, "across")
	return s
}

func TestPartsOfASetMakeItAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := anySet(t)
		up, own := s.Parts(Start().up())
		assert.Equal(t, s, up.With(own))
		again, _ := up.With(own).Parts(up)
		assert.True(t, again.Same(up), "saved as it is, nothing that is shared changes")
		for _, x := range up.Things {
			assert.True(t, x.On)
		}
		if s.OwnVessel {
			assert.Equal(t, Start().Vessel, up.Vessel, "a vessel of its own leaves the set-up's alone")
		}
	})
}

// up is what a set shares.
func (s Set) up() SetUp { return first(s.Parts(SetUp{})) }

func TestAnotherFrameKeepsWhatItLeavesOut(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := anySet(t)
		for i := range s.Things {
			s.Things[i].Name = string(rune('a' + i)) // each its own
		}
		was, own := s.Parts(SetUp{})
		out := map[string]bool{}
		for _, i := range own.Off {
			out[was.Things[i].Name] = true
		}
		sharp := ""
		if i, ok := ThingOfKey(own.Camera.Sharp); ok {
			sharp = was.Things[i].Name
		}
		// Another frame changes the list: some go, some come, the rest in another order.
		now := was.With(Own{Camera: own.Camera}).up()
		order := rapid.Permutation(now.Things).Draw(t, "order")
		now.Things = order[:rapid.IntRange(0, len(order)).Draw(t, "left")]
		for range rapid.IntRange(0, 2).Draw(t, "new") {
			now.Things = append([]Thing{{Name: "new", Kind: "some other", On: true}}, now.Things...)
		}
		now = now.Refocused(was, 0)
		got := now.With(own.Moved(was, now))
		for i, x := range got.Things {
			assert.Equal(t, out[x.Name], !x.On, x.Name)
			if x.Name == sharp {
				assert.Equal(t, thingKey(i), got.Camera.Sharp)
			}
		}
		if got.Camera.Sharp != "" {
			i, ok := ThingOfKey(got.Camera.Sharp)
			require.True(t, ok)
			assert.Equal(t, sharp, got.Things[i].Name)
		}
	})
}

func TestAFrameLooksThroughTheCameraItChose(t *testing.T) {
	s := Start()
	low, high := s.Camera, s.Camera
	low.ElevationDeg, high.ElevationDeg = 15, 80
	s.Views = []View{{"Low", low}, {"High", high}}
	s.Through, s.Camera = 2, high
	was, own := s.Parts(SetUp{})

	moved := was.With(own)
	moved.Views[1].Camera.DistanceMm, moved.Camera.DistanceMm = 1234, 1234
	now, _ := moved.Parts(was)
	assert.Equal(t, 1234.0, now.With(own.Moved(was, now)).Camera.DistanceMm, "a moved camera is moved for all that look through it")

	now = was.With(Own{Camera: low}).up()
	now.Cameras = now.Cameras[1:]
	assert.Equal(t, 1, own.Moved(was, now).Through, "it is the first now")
	now.Cameras = []View{{"Low", low}}
	gone := own.Moved(was, now)
	assert.Zero(t, gone.Through)
	assert.Equal(t, 80.0, now.With(gone).Camera.ElevationDeg, "a camera taken away leaves the frame as it saw")
}

func TestStatesOfADish(t *testing.T) {
	s := Start()
	s.Vessel.Kind, s.Vessel.HeightMm, s.Food = "bowl", 70, Food{Name: "Broth", Form: "liquid", Colour: "#a9622f", FillShare: 0.8, Steams: true}
	find := func(s Set, key string) *Object {
		for _, o := range s.Objects(Rough) {
			if o.Key == key {
				return &o
			}
		}
		return nil
	}
	full := find(s, "food")
	require.NotNil(t, full)
	s.State = words.HalfFilled
	assert.Less(t, find(s, "food").Hi.Z, full.Hi.Z, "lower")
	assert.False(t, s.InState().Steams)
	s.State = words.Empty
	assert.Nil(t, find(s, "food"))
	assert.Empty(t, s.Check())
	r := Read(s, Wants{}, light.Search)
	assert.NotZero(t, r.Exposure.Seconds, "an empty vessel is measured, too")
	assert.Equal(t, 70.0, s.TopMm())

	cake := Start()
	cake.Food = Food{Name: "Cake", Form: "mound", AboveMm: 60, Colour: "#a8763e", Garnish: "#5e7457"}
	whole := find(cake, "food")
	cake.State = words.Undressed
	assert.Len(t, find(cake, "food").Parts, len(whole.Parts)-1, "nothing is strewn on it")
	cake.State = words.Cut
	cut := find(cake, "food")
	foot := r3.Vec{X: cake.Vessel.XMm, Y: cake.Vessel.YMm}
	inside := func(o *Object, deg float64) bool {
		sin, cos := math.Sincos(deg * math.Pi / 180)
		_, ok := o.Parts[0].Mesh.HeightAt(foot.X+40*sin, foot.Y+40*cos)
		return ok
	}
	assert.True(t, inside(whole, (cutFromDeg+cutToDeg)/2))
	assert.False(t, inside(cut, (cutFromDeg+cutToDeg)/2), "the slice is gone")
	assert.True(t, inside(cut, cutToDeg+90), "and only it")
	cake.State = "eaten"
	assert.NotEmpty(t, cake.Check())
}

// TestAWedgeTakesItsShareOfAHeap holds a cut heap to its volume by the divergence theorem.
func TestAWedgeTakesItsShareOfAHeap(t *testing.T) {
	volume := func(all ...shape.Mesh) float64 {
		v := 0.0
		for _, m := range all {
			for _, x := range m.T {
				v += r3.Dot(m.P[x[0]], r3.Cross(m.P[x[1]], m.P[x[2]])) / 6
			}
		}
		return v
	}
	heap := shape.Heap(100, 60, 0, 20, 1, 72) // open below, where z is 0 and adds nothing
	for _, deg := range []float64{30, 60, 120} {
		rest, faces := heap.Wedge(20, 20+deg)
		assert.InEpsilon(t, volume(heap)*(1-deg/360), volume(rest, faces), 0.01, "%v°", deg)
	}
}
