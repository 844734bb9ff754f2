package scene

import (
	"math"
	"testing"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func overheadSet() Set {
	s := Start()
	s.Camera.ElevationDeg = 90
	return s
}

func valueOf(r Report, key string) float64 {
	for _, x := range r.Readings {
		if x.Key == key {
			return x.Value
		}
	}
	return math.NaN()
}

func has(r Report, code string) *finding.Finding {
	for i := range r.Findings {
		if r.Findings[i].Code == code {
			return &r.Findings[i]
		}
	}
	return nil
}

func TestRigHeightReachLevelAndWeight(t *testing.T) {
	s := overheadSet()
	s.Camera.Body, s.Camera.Lens = "Body A", "Fifty"
	owned := []kit.Item{{Name: "Body A", Kind: kit.Body, WeightG: 900}, {Name: "Fifty", Kind: kit.Lens, WeightG: 500}, {Name: "Long", Kind: kit.Lens, WeightG: 1100}}
	r := Read(s, Wants{Kit: owned}, light.Search)
	assert.InDelta(t, (s.TopMm()/2+900)/10, valueOf(r, "rigHeight"), 0.01)
	assert.InDelta(t, (450+100)/10.0, valueOf(r, "rigReach"), 0.01, "the near and the far edge are 450 mm off")
	assert.InDelta(t, 1.5*1900*(550-450)/500/1000, valueOf(r, "rigSandbag"), 0.001)
	// Level, by projecting the frame's own corners with the camera that far off.
	deg := valueOf(r, "rigLevel")
	u, half := s.Camera.DistanceMm, r.Frame.WidthMm/2
	sin, cos := math.Sincos(deg * math.Pi / 180)
	near, far := u-half*sin, u+half*sin
	assert.InDelta(t, 0.005, far/near-1, 0.0001)
	assert.InDelta(t, 1, cos, 0.001)
	s.Camera.ElevationDeg = 45
	assert.True(t, math.IsNaN(valueOf(Read(s, Wants{}, light.Search), "rigHeight")), "a tripod needs none of it")
}

func TestRigFindings(t *testing.T) {
	boom := func(reach, load float64) Wants {
		return Wants{Kit: []kit.Item{{Name: "Tripod", Kind: kit.Support, Count: 1, ReachMm: 1800}, {Name: "Arm", Kind: kit.Support, Count: 1, Overhead: true, ReachMm: reach, LoadG: load}}}
	}
	s := overheadSet()
	assert.Nil(t, has(Read(s, boom(560, 3000), light.Search), "rig-short"))
	assert.NotNil(t, has(Read(s, boom(540, 3000), light.Search), "rig-short"))
	assert.Nil(t, has(Read(s, boom(560, 2000), light.Search), "rig-load"))
	assert.NotNil(t, has(Read(s, boom(560, 1990), light.Search), "rig-load"))
	assert.Nil(t, has(Read(s, Wants{}, light.Search), "rig-short"), "nothing is known of the kit")
	s.Camera.DistanceMm, s.Camera.FocalMm = 1850, 70
	f := has(Read(s, Wants{}, light.Search), "rig-ceiling")
	assert.Nil(t, f, "278 cm with the table and the body, less than the room has: %v", f)
	s.Camera.DistanceMm = 1950
	f = has(Read(s, Wants{}, light.Search), "rig-ceiling")
	require.NotNil(t, f)
	after, bad := Apply(s, f.Try[0].Edits)
	require.Empty(t, bad)
	assert.Nil(t, has(Read(after, Wants{}, light.Search), "rig-ceiling"), "the try mends it")
	wide := func(s Set) float64 { return Read(s, Wants{}, light.Search).Frame.WidthMm }
	assert.InEpsilon(t, wide(s), wide(after), 0.03, "and keeps the frame")
}
