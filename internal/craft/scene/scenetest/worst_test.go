package scenetest

import (
	"context"
	"math"
	"testing"
	"time"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The fullest sets there may be are read and drawn: nothing panics, and every number is one.
func TestTheWorstSetsAreReadAndDrawn(t *testing.T) {
	for name, s := range Worst() {
		require.Empty(t, s.Check(), name)
		r, objects, engine, err := scene.ReadWith(t.Context(), s, scene.Wants{}, light.Search)
		require.NoError(t, err)
		compose.Of(s, objects, engine).Findings()
		for _, x := range r.Readings {
			assert.False(t, math.IsNaN(x.Value), "%s: %s", name, x.Key)
		}
		img := preview.Render(s, r.Exposure, r.FocusMm, preview.Options{LongPx: 32, Samples: 2, Seed: 1})
		assert.NotEmpty(t, img.Pix, name)
	}
}

// One more piece than fits is refused with the field, before anything is worked out.
func TestWhatIsMoreThanTheWorstIsRefused(t *testing.T) {
	s := scene.Start()
	for range 8 {
		s.Things = append(s.Things, scene.Thing{Kind: "crumb", WidthMm: 300, HeightMm: 5, Finish: "matt", Colour: "#8a6d4b", Count: 260})
	}
	bad := s.Check()
	require.Len(t, bad, 1, "things that are out count too")
	assert.Equal(t, "things", bad[0].Path)
	assert.Contains(t, bad[0].Words, "2080 pieces")
	s.Things = nil
	for range 60 {
		s.Things = append(s.Things, scene.Thing{Kind: "linen", WidthMm: 1, DepthMm: 3000, HeightMm: 5, Finish: "matt", Colour: "#8a6d4b"})
	}
	require.Len(t, s.Check(), 1)
}

// Whoever leaves in the middle is not worked for any longer.
func TestReadingTheWorstSetStopsWithItsContext(t *testing.T) {
	all := Worst()
	for _, name := range []string{"pieces", "one pixel wide"} { // the longest to read, the longest to draw
		s := all[name]
		r := scene.Read(s, scene.Wants{}, light.Search)
		for _, after := range []time.Duration{0, 20 * time.Millisecond, 300 * time.Millisecond} {
			ctx, cancel := context.WithTimeout(t.Context(), after)
			_, _, _, err := scene.ReadWith(ctx, s, scene.Wants{}, light.Fine)
			assert.ErrorIs(t, err, context.DeadlineExceeded, name)
			cancel()
			ctx, cancel = context.WithTimeout(t.Context(), after)
			_, err = preview.RenderUntil(ctx, s, r.Exposure, r.FocusMm, preview.Options{LongPx: 640, Samples: 64, Seed: 1})
			assert.ErrorIs(t, err, context.DeadlineExceeded, name)
			cancel()
		}
	}
}
