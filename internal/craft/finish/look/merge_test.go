package look

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// What a frame differs by, laid over its look, is the frame's steps again, left-out ones aside.
func TestAFramesOwnStepsOverItsLook(t *testing.T) {
	step := rapid.Custom(func(t *rapid.T) Step {
		return Step{Key: rapid.SampledFrom([]string{"a", "b", "c", "d", "e"}).Draw(t, "key"), Kind: Level, Stops: float64(rapid.IntRange(-3, 3).Draw(t, "stops")), Off: rapid.Bool().Draw(t, "off")}
	})
	worked := func(steps []Step) map[string]float64 {
		out := map[string]float64{}
		for _, s := range steps {
			if !s.Off {
				out[s.Key] = s.Stops
			}
		}
		return out
	}
	rapid.Check(t, func(t *rapid.T) {
		unique := func(name string) []Step {
			return rapid.SliceOfNDistinct(step, 0, 5, func(s Step) string { return s.Key }).Draw(t, name)
		}
		base, steps := unique("base"), unique("steps")
		got := Merge(base, Own(base, steps))
		assert.Equal(t, worked(steps), worked(got))
		if len(Own(base, base)) > 0 || len(Differs(base, base)) > 0 {
			t.Fatalf("a frame that is as its look has something of its own, or is told to")
		}
	})
}

// The look comes first in its own order, what a frame has besides comes after; both are told in words.
func TestDifferencesAreTold(t *testing.T) {
	base := []Step{{Key: "white", Kind: White, Kelvin: 5200}, {Key: "tone", Kind: Tone, Toe: 0.3}, {Key: "greens", Kind: Band, HueDeg: 115, WidthDeg: 60, TurnDeg: 12}}
	own := []Step{{Key: "open", Kind: Tone, Toe: 0.5}, {Key: "tone", Kind: Tone, Toe: 0.6}, {Key: "greens", Kind: Band, HueDeg: 115, WidthDeg: 60, TurnDeg: 12, Off: true}}
	var keys []string
	for _, s := range Merge(base, own) {
		keys = append(keys, s.Key)
	}
	assert.Equal(t, []string{"white", "tone", "greens", "open"}, keys)
	assert.Equal(t, []string{"Tone: shadows +0.50", "Tone: shadows +0.60, not shadows +0.30", "Hues left out"}, Differs(base, own))
	base[1].Off = true
	own = []Step{{Key: "white", Kind: White, Kelvin: 5200, Why: "as in daylight"}, {Key: "tone", Kind: Tone, Toe: 0.3}, {Key: "edges", Kind: Sharpen, Off: true}}
	assert.Equal(t, []string{"Tone: shadows +0.30, which the look leaves out"}, Differs(base, own))
	for _, s := range everything() {
		assert.NotContains(t, s.Words(), "as it was", s.Key)
	}
}

// What steps begin as can be carried out, and does something.
func TestStepsBeginReady(t *testing.T) {
	assert.Empty(t, Check(Start()))
	assert.Len(t, Start(), len(stages))
	for _, s := range Start() {
		assert.NotContains(t, s.Words(), "as it was")
	}
}
