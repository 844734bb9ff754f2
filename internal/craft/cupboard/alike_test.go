package cupboard

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func clearGlass(name string, count int, diameter float64) Prop {
	return Prop{Name: name, Kind: Glass, Count: count, Sizes: Sizes{DiameterMm: diameter, HeightMm: 90}, Front: Face{Colour: "#d6dedb", Finish: "gloss"}, Material: "pressed glass", Condition: "patina"}
}

func TestClearVesselsAlike(t *testing.T) {
	all := []Prop{clearGlass("Tumbler", 2, 70), clearGlass("Beaker", 2, 73), clearGlass("Goblet", 3, 95), {Name: "Cup", Kind: Glass, Count: 9, Sizes: Sizes{DiameterMm: 70}, Front: Face{Colour: "#d6dedb"}, Material: "steel", Condition: "new"}}
	group, pieces := Alike(all, 3)
	require.Len(t, group, 1, "one kind is better than two")
	assert.Equal(t, "Goblet", group[0].Name)
	assert.Equal(t, 3, pieces)
	group, pieces = Alike(all, 4)
	require.Len(t, group, 2, "two near alike, when one kind is too few")
	assert.Equal(t, 4, pieces)
	all[1].Condition = "chipped"
	_, pieces = Alike(all, 4)
	assert.Equal(t, 3, pieces)
	all[2].Front.Colour = "#7c3a2e" // amber: alike among themselves still
	_, pieces = Alike(all, 4)
	assert.Equal(t, 3, pieces)
	group, pieces = Alike(nil, 3)
	assert.Empty(t, group)
	assert.Zero(t, pieces)
}

func TestOneVesselIsSaidOnlyOfSeveralFrames(t *testing.T) {
	all := []Prop{clearGlass("Tumbler", 3, 70)}
	assert.Empty(t, OneVessel(all, 1))
	f := OneVessel(all, 3)
	require.Len(t, f, 1)
	assert.Equal(t, "Use Tumbler", f[0].Try[0].Words)
	assert.Contains(t, OneVessel(all, 4)[0].Try[0].Words, "wash between frames")
	assert.Contains(t, OneVessel(nil, 4)[0].Try[0].Words, "wanted list")
}
