package standin

import (
	"context"
	"os"
	"path/filepath"
	"testing"
	"time"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func orderFor(ref string) Order {
	s := scene.Start()
	r := scene.Read(s, scene.Wants{}, light.Search)
	return Order{Ref: ref, Settings: r.Exposure, FocusMm: r.FocusMm, FocalMm: 50, Title: "Plate", At: time.Date(2026, 12, 3, 10, 0, 0, 0, time.UTC), Before: s}
}

var small = Drawn{LongPx: 64, TracedPx: 32, Samples: 1}

// What it takes lies on its card and stays there, over an end of the server; the cable keeps it from being told and
// asked, and nothing else does.
func TestACameraKeepsWhatItTook(t *testing.T) {
	dir := t.TempDir()
	c, err := OnCable(small, dir)
	require.NoError(t, err)
	require.NoError(t, c.Press(t.Context(), orderFor("a")))
	require.NoError(t, c.Handle(t.Context(), Pull))
	assert.ErrorIs(t, c.Press(t.Context(), orderFor("b")), ErrUnplugged)
	assert.ErrorIs(t, c.SetMode(t.Context(), burst), ErrUnplugged)
	_, err = c.List(t.Context())
	assert.ErrorIs(t, err, ErrUnplugged)
	_, err = c.Fetch(t.Context(), "take-00001.jpg")
	assert.ErrorIs(t, err, ErrUnplugged)

	again, err := OnCable(small, dir)
	require.NoError(t, err)
	s, err := again.State(t.Context())
	require.NoError(t, err)
	assert.False(t, s.Plugged)
	require.NoError(t, again.Handle(t.Context(), PlugIn))
	require.NoError(t, again.SetMode(t.Context(), burst))
	require.NoError(t, again.Press(t.Context(), orderFor("c")))
	files, err := again.List(t.Context())
	require.NoError(t, err)
	require.Len(t, files, 6)
	assert.Equal(t, File{"take-00001.jpg", "a"}, files[0])
	assert.Equal(t, File{"take-00006.jpg", "c"}, files[5])
	data, err := again.Fetch(t.Context(), "take-00001.jpg")
	require.NoError(t, err)
	assert.NotEmpty(t, data)
	_, err = again.Fetch(t.Context(), "../camera.json")
	assert.Error(t, err, "nothing but its card")
	assert.ErrorIs(t, again.SetMode(t.Context(), "by thought"), ErrMode)
	assert.Error(t, again.Handle(t.Context(), "throw it"))
}

func TestACardFillsAndABatteryEmpties(t *testing.T) {
	c, err := OnCable(small, t.TempDir())
	require.NoError(t, err)
	c.body.Holds = 2
	require.NoError(t, c.SetMode(t.Context(), burst))
	assert.ErrorIs(t, c.Press(t.Context(), orderFor("a")), ErrCardFull, "five do not fit")
	require.NoError(t, c.SetMode(t.Context(), single))
	for range 2 {
		require.NoError(t, c.Press(t.Context(), orderFor("a")))
	}
	assert.ErrorIs(t, c.Press(t.Context(), orderFor("a")), ErrCardFull)
	require.NoError(t, c.Handle(t.Context(), Card))
	require.NoError(t, c.Press(t.Context(), orderFor("a")))
	files, _ := c.List(t.Context())
	assert.Equal(t, "take-00003.jpg", files[0].Name, "no name twice, whatever card is in")
	c.body.Used = 99.5
	assert.ErrorIs(t, c.Press(t.Context(), orderFor("a")), ErrBattery)
	require.NoError(t, c.Handle(t.Context(), Battery))
	require.NoError(t, c.Press(t.Context(), orderFor("a")))
	gone, cancel := context.WithCancel(t.Context())
	cancel()
	require.NoError(t, c.Handle(t.Context(), Card))
	require.NoError(t, c.SetMode(t.Context(), timer))
	assert.ErrorIs(t, c.Press(gone, orderFor("a")), context.Canceled)
	s, _ := c.State(t.Context())
	assert.False(t, s.Taking)
}

// A half-written state is not taken for one.
func TestACamerasStateIsWhole(t *testing.T) {
	dir := t.TempDir()
	_, err := OnCable(small, dir)
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(filepath.Join(dir, "camera.json"), []byte("{"), 0o600))
	_, err = OnCable(small, dir)
	assert.Error(t, err)
}
