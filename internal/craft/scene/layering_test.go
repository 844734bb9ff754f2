package scene

import (
	"math"
	"testing"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/shape"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Layers lie on one another without a gap from the floor to the level, each with its share of what is in the glass.
func TestLayersFillTheGlass(t *testing.T) {
	v := shape.VesselOf("glass", 76, 140, 0)
	food := Food{Layers: append([]drink.Layer{{Name: "jelly", Colour: "#8a2030", Ml: 60, Solid: true}}, drink.StartLayers()...)}
	const level = 110.0
	all := food.slabs(v, level)
	require.NotEmpty(t, all)
	assert.InDelta(t, v.FloorMm(), all[0].from, 1e-9)
	assert.InDelta(t, level, all[len(all)-1].to, 1e-9)
	for i := 1; i < len(all); i++ {
		assert.InDelta(t, all[i-1].to, all[i].from, 1e-9)
		assert.Greater(t, all[i].to, all[i].from)
	}
	total := 0.0
	for _, l := range food.Layers {
		total += l.Ml
	}
	// The jelly stands by itself: its edge is not soft.
	assert.True(t, all[0].solid)
	assert.InEpsilon(t, 60/total*v.VolumeMl(level), v.VolumeMl(all[0].to), 1e-6)
	// Two liquids go over into one another: what is between absorbs between the two, step by step.
	assert.Len(t, all, 1+1+softSteps+1+softSteps+1)
	for c := range 3 {
		for i := 2; i < 2+softSteps; i++ {
			lo, hi := all[1].absorbs.Parts()[c], all[1+softSteps+1].absorbs.Parts()[c]
			assert.GreaterOrEqual(t, all[i].absorbs.Parts()[c], math.Min(lo, hi))
			assert.LessOrEqual(t, all[i].absorbs.Parts()[c], math.Max(lo, hi))
		}
	}
	assert.Nil(t, Food{}.slabs(v, level), "one drink has no layers")
	assert.Nil(t, food.slabs(v, v.FloorMm()), "nor has an empty glass")
}

// Straight down through the middle light is dimmed by each layer's own height of it: a face on each side of a layer
// tells what it takes out of light.
func TestFacesOfLayersAgree(t *testing.T) {
	s := StartFor("level", "drink")
	s.Food.Form, s.Food.FillShare, s.Food.Layers = "liquid", 0.8, drink.StartLayers()
	vessel, in := s.vesselObject(0, Smooth)
	all := s.Food.slabs(in, 0.8*s.Vessel.HeightMm)
	var faces []Part
	for _, p := range vessel.Parts {
		if p.Stuff.Clear && p.Stuff.Back == drinkIndex {
			faces = append(faces, p)
		}
	}
	require.Len(t, faces, len(all), "each layer has a face on top")
	for i, f := range faces {
		_, hi := f.Mesh.Bounds()
		assert.InDelta(t, all[i].to, hi.Z, 1)
		assert.Equal(t, all[i].absorbs, f.Stuff.AbsorbB)
		if i < len(all)-1 {
			assert.Equal(t, all[i+1].absorbs, f.Stuff.AbsorbF)
			assert.Equal(t, drinkIndex, f.Stuff.Front, "no gleam between two liquids")
		}
	}
}
