package look

import (
	"bytes"
	"context"
	"image/jpeg"
	"testing"

	"github.com/stretchr/testify/require"
)

// A picture of 24 megapixels, as a JPEG is opened, by plain steps, by all, and turned.
func BenchmarkRender24MP(b *testing.B) {
	var file bytes.Buffer
	require.NoError(b, jpeg.Encode(&file, noisy(6000, 4000), nil))
	img, err := jpeg.Decode(&file)
	require.NoError(b, err)
	all := everything()
	upright := append([]Step{}, all...)
	for i := range upright {
		if upright[i].Kind == Crop {
			upright[i].TurnDeg = 0
		}
	}
	for name, steps := range map[string][]Step{"none": nil, "level white tone": all[1:4], "and a band": all[1:5], "all but turned": upright, "all": all} {
		b.Run(name, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				_, err := Render(context.Background(), img, steps, 1)
				require.NoError(b, err)
			}
		})
	}
}

// What is looked at while a handle is drawn.
func BenchmarkRenderAtScreenSize(b *testing.B) {
	var file bytes.Buffer
	require.NoError(b, jpeg.Encode(&file, noisy(1600, 1067), nil))
	img, err := jpeg.Decode(&file)
	require.NoError(b, err)
	for b.Loop() {
		_, err := Render(context.Background(), img, everything(), 1600.0/6000)
		require.NoError(b, err)
	}
}
