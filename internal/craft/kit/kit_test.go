package kit

import (
	"testing"

	"figladder/internal/craft/reading"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var (
	full  = Item{Name: "Full-frame body", Kind: Body, Count: 1, SensorWMm: 36, SensorHMm: 24, PixelsLong: 8192, WeightG: 700, Shelf: "K1"}
	small = Item{Name: "APS-C body", Kind: Body, Count: 1, SensorWMm: 23.5, SensorHMm: 15.6, PixelsLong: 6000}
	zoom  = Item{Name: "24–70 mm", Kind: Lens, Count: 1, ShortestMm: 24, LongestMm: 70, WidestNumber: 2.8, ClosestMm: 380}
	macro = Item{Name: "105 mm macro", Kind: Lens, Count: 1, ShortestMm: 105, LongestMm: 105, WidestNumber: 2.8, ClosestMm: 210, Largest: 1}
	boom  = Item{Name: "Boom", Kind: Support, Count: 1, Overhead: true, ReachMm: 1200, LoadG: 3000}
	white = Item{Name: "White A2", Kind: Card, Count: 2, WidthMm: 594, HeightMm: 420, Surface: "white", Clamps: 2}
)

func find(rs []reading.Reading, key string) float64 {
	for _, r := range rs {
		if r.Key == key {
			return r.Value
		}
	}
	return -1
}

func TestWhatALensCan(t *testing.T) {
	got := Can(zoom, full)
	assert.InDelta(t, 73.74, find(got, "fieldWide"), 0.01, "2·atan(36/48)")
	assert.InDelta(t, 28.84, find(got, "fieldLong"), 0.01)
	assert.InDelta(t, 36*(380-70)/70., find(got, "closestWidth"), 1e-6)
	assert.InDelta(t, 36, find(Can(macro, full), "closestWidth"), 1e-6, "life size fills the frame with the sensor's width")
	assert.Less(t, find(Can(zoom, small), "fieldWide"), find(got, "fieldWide"), "a smaller sensor sees less")
	assert.Empty(t, Can(zoom, Item{}))
	assert.InDelta(t, 4.394, find(Can(full, Item{}), "pitch"), 0.001)
	assert.InDelta(t, 40, find(Can(Item{Kind: Lamp, Guide: 40}, full), "numberAt1m"), 1e-9)
	for _, r := range got {
		assert.NotEmpty(t, r.Working, r.Key)
	}
}

func codes(b Bag) map[string]bool {
	out := map[string]bool{}
	for _, f := range b.Findings {
		out[f.Code] = true
	}
	return out
}

func names(b Bag) map[string]Take {
	out := map[string]Take{}
	for _, x := range b.Takes {
		out[x.Name] = x
	}
	return out
}

func TestPackTakesWhatTheSetsUse(t *testing.T) {
	sets := []Planned{{Shot: "hero", FocalMm: 50, ElevationDeg: 45, CardWMm: 594, CardHMm: 420}, {Shot: "flat", FocalMm: 60, ElevationDeg: 90}, {Shot: "detail", FocalMm: 105, ElevationDeg: 30, Softbox: true}}
	all := []Item{small, full, zoom, macro, boom, white}
	b := Pack(all, sets, 30)
	got := names(b)
	assert.Contains(t, got, "Full-frame body", "the one with most pixels")
	assert.NotContains(t, got, "APS-C body")
	assert.Contains(t, got, "24–70 mm")
	assert.Contains(t, got, "105 mm macro")
	assert.Contains(t, got, "White A2")
	assert.Equal(t, 4, got["Batteries, charged"].Count, "750 frames: three, and one to spare")
	assert.Equal(t, 2, got["Memory cards, 64 GB, empty"].Count)
	assert.Contains(t, got, "Sandbags, 5 kg")
	assert.True(t, codes(b)["boom"], "with its caution")
	assert.True(t, codes(b)["no-lamp"], "a softbox without a lamp")

	for _, x := range b.Takes {
		assert.NotNil(t, x.Working, "the page never meets a null")
	}
	none := Pack(nil, sets, 30)
	for _, code := range []string{"no-body", "no-lens", "no-card", "no-boom", "no-lamp"} {
		assert.True(t, codes(none)[code], code)
	}
	assert.False(t, codes(Pack(all, sets[:1], 3))["boom"], "nothing overhead, no boom")
	heavy := boom
	heavy.LoadG = 500
	assert.True(t, codes(Pack([]Item{full, zoom, heavy}, sets[1:2], 3))["boom-load"])
	assert.True(t, codes(Pack([]Item{full, zoom}, []Planned{{Clip: true}}, 1))["no-steady-lamp"])
}

// The bag holds: its moment is the safety factor times the camera's, wherever the
// boom ends.
func TestSandbagHolds(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		mass, reach := rapid.Float64Range(100, 6000).Draw(t, "mass"), rapid.Float64Range(0, 2500).Draw(t, "reach")
		bag := SandbagG(mass, reach)
		assert.GreaterOrEqual(t, bag*bagArmMm+1e-6, safety*mass*(reach-baseEdgeMm))
		assert.GreaterOrEqual(t, bag, 0.0)
	})
}

func TestCheck(t *testing.T) {
	for _, x := range []Item{full, zoom, macro, boom, white} {
		assert.Empty(t, x.Check(), x.Name)
	}
	for path, x := range map[string]Item{"name": {Kind: Other}, "sensorWMm": {Name: "x", Kind: Body}, "sensorHMm": {Name: "x", Kind: Body, SensorWMm: 24, SensorHMm: 36, PixelsLong: 1}, "longestMm": {Name: "x", Kind: Lens, ShortestMm: 70, LongestMm: 24},
		"widestNumber": {Name: "x", Kind: Lens, ShortestMm: 50, LongestMm: 50}, "closestSensorMm": {Name: "x", Kind: Lens, ShortestMm: 50, LongestMm: 50, WidestNumber: 1.8, SensorNearMm: 50},
		"closestMm": {Name: "x", Kind: Lens, ShortestMm: 50, LongestMm: 50, WidestNumber: 1.8, ClosestMm: 40}, "widthMm": {Name: "x", Kind: Card}} {
		got := x.Check()
		require.NotEmpty(t, got, path)
		assert.Equal(t, path, got[0].Path)
	}
}
