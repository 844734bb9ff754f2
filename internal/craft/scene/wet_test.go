package scene

import (
	"math"
	"testing"

	"figladder/internal/craft/styling"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

// wet is a drink in a tall glass.
func wet() Set {
	s := StartFor("level", "drink")
	s.Food.Form, s.Food.FillShare = "liquid", 0.8
	return s
}

// Dew is drawn in pictures alone: on the outside of the glass, below the surface of the drink, no drop on another;
// checks and outlines know nothing of it.
func TestDewLiesOnTheGlassUpToItsDrink(t *testing.T) {
	dry, dewy := wet(), wet()
	dewy.Vessel.Dew = 1
	for _, f := range []Fineness{Rough, Still} {
		assert.Len(t, dewy.Objects(f)[0].Parts, len(dry.Objects(f)[0].Parts))
	}
	parts := dewy.Objects(Smooth)[0].Parts
	assert.Len(t, parts, len(dry.Objects(Smooth)[0].Parts)+2, "the glass parted, and the drops")
	misty := 0
	for _, p := range parts {
		if p.Stuff.Mist > 0 {
			misty++
			_, hi := p.Mesh.Bounds()
			assert.InDelta(t, 0.8*dewy.Vessel.HeightMm, hi.Z, 0.5)
		}
	}
	assert.Equal(t, 1, misty)
	drops := parts[len(parts)-1]
	assert.InDelta(t, waterIndex, drops.Stuff.Back, 1e-9)
	glass, level := dewy.Glass()
	v := dewy.Vessel
	for _, p := range drops.Mesh.P {
		at := math.Hypot(p.X-v.XMm, p.Y-v.YMm)
		outside, _, ok := outsideAt(glass, math.Max(0.5, math.Min(p.Z, glass.Outer[len(glass.Outer)-1].Z-0.5)), 0)
		require.True(t, ok)
		assert.Greater(t, at, outside.X-0.4, "on the glass, not in it")
		assert.Less(t, at, outside.X+largestMm, "and not off it")
		assert.Less(t, p.Z, level+largestMm)
	}
	half := wet()
	half.Vessel.Dew = 0.3
	assert.Less(t, len(half.Objects(Smooth)[0].Parts[len(parts)-1].Mesh.T), len(drops.Mesh.T)/2)
	pot := wet()
	pot.Vessel.Kind, pot.Vessel.Material, pot.Vessel.Dew = "pot", "metal", 1
	plain := pot.Copy()
	plain.Vessel.Dew = 0
	assert.Len(t, pot.Objects(Smooth)[0].Parts, len(plain.Objects(Smooth)[0].Parts), "no dew on iron")
	dewy.Vessel.Dew = 1.5
	assert.NotEmpty(t, dewy.Check())
}

// A pour is drawn in pictures alone: closed, from so high above the rim to the surface of the drink, as thick as a jet
// is at either end.
func TestAPourFallsIntoTheDrink(t *testing.T) {
	s := wet()
	s.Food.PourMm = 90
	assert.Len(t, s.Objects(Rough), len(wet().Objects(Rough)))
	var stream *Object
	for _, o := range s.Objects(Smooth) {
		if o.Key == "stream" {
			stream = &o
		}
	}
	require.NotNil(t, stream)
	var jug Object
	for _, o := range s.Objects(Smooth) {
		if o.Key == "jug" {
			jug = o
		}
	}
	lip := math.Inf(1) // the stream begins at the jug's spout
	for _, p := range jug.Parts[0].Mesh.P {
		for _, q := range stream.Parts[0].Mesh.P {
			lip = math.Min(lip, r3.Norm(r3.Sub(p, q)))
		}
	}
	assert.Less(t, lip, streamMm/2.)
	assert.Greater(t, jug.Lo.Z, s.Vessel.HeightMm+5, "it does not knock against the glass")
	top, lands := s.Vessel.HeightMm+90, 0.8*s.Vessel.HeightMm
	assert.InDelta(t, top, stream.Hi.Z, 0.5)
	assert.InDelta(t, lands, stream.Lo.Z, 0.5)
	assert.Len(t, stream.Parts, 3, "with a ring and drops where it lands")
	m := stream.Parts[0].Mesh
	edges := map[[2]int32]int{}
	for _, f := range m.T {
		for k := range 3 {
			a, b := f[k], f[(k+1)%3]
			edges[[2]int32{a, b}]++
			edges[[2]int32{b, a}]--
		}
	}
	for _, n := range edges {
		assert.Zero(t, n, "light goes through it, so it is closed")
	}
	wide := func(z float64) float64 {
		lo, hi := math.Inf(1), math.Inf(-1)
		for _, p := range m.P {
			if math.Abs(p.Z-z) < 0.01 {
				lo, hi = math.Min(lo, p.Y), math.Max(hi, p.Y)
			}
		}
		return hi - lo
	}
	assert.InDelta(t, streamMm, wide(top), 0.3)
	assert.InDelta(t, styling.JetMm(streamMm, streamFlow, top-lands), wide(lands), 0.8)
	glass, _ := s.Glass()
	for _, p := range m.P {
		if p.Z <= s.Vessel.HeightMm {
			assert.Less(t, math.Hypot(p.X-s.Vessel.XMm, p.Y-s.Vessel.YMm), glass.InsideAt(p.Z)+0.5, "inside the glass")
		}
	}
}
