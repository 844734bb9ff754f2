package scene

import (
	"testing"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func foundIn(s Set, code string) *finding.Finding {
	for _, f := range Read(s, Wants{}, light.Search).Findings {
		if f.Code == code {
			return &f
		}
	}
	return nil
}

func TestCameraInItsOwnLight(t *testing.T) {
	s := Start()
	s.Camera.ElevationDeg, s.Camera.DistanceMm = 90, 600
	s.Lights = []Light{{Name: "Lamp", On: true, Kind: "softbox", XMm: 800, YMm: 450, ZMm: 1200, WidthMm: 300, HeightMm: 300, TiltDeg: -90, LuxAt1m: 1500, Kelvin: 5600, Outside: []Outside{}}}
	require.Empty(t, s.Check())
	got := foundIn(s, "camera-shadow")
	require.NotNil(t, got)
	after, bad := Apply(s, got.Try[0].Edits)
	require.Empty(t, bad)
	require.Empty(t, after.Check())
	assert.Nil(t, foundIn(after, "camera-shadow"))
	s.Lights[0].XMm = 300
	assert.Nil(t, foundIn(s, "camera-shadow"), "from the side it is clear")
}

func TestCameraMirroredStraightDown(t *testing.T) {
	s := Start()
	s.Camera.ElevationDeg, s.Table.Finish = 90, "gloss"
	got := foundIn(s, "camera-mirrored")
	require.NotNil(t, got)
	after, bad := Apply(s, got.Try[0].Edits)
	require.Empty(t, bad)
	assert.Nil(t, foundIn(after, "camera-mirrored"))
	s.Table.Finish = "matt"
	assert.Nil(t, foundIn(s, "camera-mirrored"))
}
