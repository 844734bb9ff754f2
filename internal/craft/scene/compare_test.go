package scene

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestChangesNameEveryFieldThatDiffers(t *testing.T) {
	a := Start()
	b := a.Copy()
	b.Camera.Aperture, b.Food.Name = 4, "Other"
	b.Things = append(b.Things, prop("Cup", "mug", 900, 700, 70, 80))
	got := map[string]FieldChange{}
	for _, c := range Changes(a, b) {
		got[c.Path] = c
	}
	assert.Equal(t, FieldChange{"camera.aperture", "8", "4"}, got["camera.aperture"])
	assert.Equal(t, "Other", got["food.name"].B)
	assert.Equal(t, FieldChange{"things.0.kind", "", "mug"}, got["things.0.kind"])
	assert.Empty(t, Changes(a, a.Copy()))
	b = a.Copy()
	b.Advice, b.Answers.Tells = "off", "yes"
	assert.Empty(t, Changes(a, b), "what has no bearing on the picture")
}

func TestASeriesKeepsCameraAndLight(t *testing.T) {
	from := Start()
	from.Camera.ElevationDeg, from.Lights[0].XMm = 60, -700
	own := Start()
	own.Food.Name, own.Vessel.DiameterMm = "Second", 150
	own.Things = []Thing{prop("Cup", "mug", 900, 700, 70, 80)}
	got := own.Locked(from, "shot-1")
	assert.Equal(t, from.Camera, got.Camera)
	assert.Equal(t, from.Lights, got.Lights)
	assert.Equal(t, "Second", got.Food.Name)
	assert.Equal(t, 150.0, got.Vessel.DiameterMm)
	assert.Len(t, got.Things, 1)
	assert.Empty(t, Drift(got, from, "First"))
	got.Lights[0].XMm = -500
	require.Len(t, Drift(got, from, "First"), 1)
	assert.Contains(t, Drift(got, from, "First")[0].Measure, "lights")
	assert.Equal(t, -700.0, from.Lights[0].XMm, "nothing is shared")
}

func TestAnglesRoundSaysWhatEachDoes(t *testing.T) {
	s := Start()
	s.Food.Steams = true
	cells, err := Angles(t.Context(), s, Wants{OutputLongPx: 2000})
	require.NoError(t, err)
	require.Len(t, cells, len(Elevations))
	for i, c := range cells {
		assert.Equal(t, Elevations[i], c.Set.Camera.ElevationDeg)
		assert.NotEmpty(t, c.Lens)
		assert.NotEmpty(t, c.Words)
	}
	assert.Contains(t, cells[len(cells)-1].Words, "fogs")
	assert.Greater(t, cells[0].DepthMm, cells[len(cells)-1].DepthMm, "a flat dish is deepest from the side")
}
