package day

import (
	"testing"

	"figladder/internal/craft/dayplan"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/words"

	"github.com/stretchr/testify/assert"
)

// A frame planned in the sun is kept to it, any other out of it; on each day of several.
func TestALightIsWishedForAsItWasPlanned(t *testing.T) {
	x := scene.Set{Lights: []scene.Light{{Name: "West window", Kind: words.Window, On: true}}}
	x.Daylight = scene.Daylight{On: true, Weather: "clear", Clock: "15:30"}
	light := []Light{}
	for day := range 2 {
		by := 1440 * day
		light = append(light, Light{Window: "West window", Day: dayplan.Span{FromMin: 480 + by, ToMin: 1000 + by}, Direct: []dayplan.Span{{FromMin: 900 + by, ToMin: 960 + by}}, Best: []dayplan.Span{{FromMin: 600 + by, ToMin: 800 + by}}})
	}
	cost := func(min int) int {
		within, _, costs := wishOf(x, light)
		assert.Len(t, within, 2)
		return dayplan.Task{Costs: costs}.CostAt(min)
	}
	for _, by := range []int{0, 1440} {
		assert.Zero(t, cost(910+by), "the sun it was planned in")
		assert.Equal(t, inTheSun, cost(700+by))
	}
	_, wish, _ := wishOf(x, light)
	assert.Contains(t, wish, "Sun by the West window")
	for _, c := range []string{"12:00", ""} {
		x.Daylight.Clock = c
		for _, by := range []int{0, 1440} {
			assert.Equal(t, inTheSun, cost(910+by))
			assert.Zero(t, cost(700+by))
			assert.Equal(t, notAtBest, cost(850+by))
		}
	}
	x.Daylight.Clock, x.Daylight.Weather = "15:30", "overcast"
	assert.Zero(t, cost(700), "no sun was planned with")
	x.Lights[0].On = false
	within, wish, _ := wishOf(x, light)
	assert.Empty(t, within)
	assert.Empty(t, wish)
}
