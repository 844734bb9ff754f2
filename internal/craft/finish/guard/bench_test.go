package guard

import (
	"context"
	"image"
	"image/color"
	"math/rand/v2"
	"testing"

	"figladder/internal/craft/finish/look"

	"github.com/stretchr/testify/require"
)

// What a look is told while it is drawn: a plate on a cloth with noise, 800 pixels long, by the steps of an ordinary look.
func BenchmarkJudge(b *testing.B) {
	r := rand.New(rand.NewPCG(7, 7))
	img := image.NewRGBA(image.Rect(0, 0, 800, 533))
	for y := range 533 {
		for x := range 800 {
			c := color.RGBA{180, 150, 110, 255}
			if dx, dy := x-400, y-266; dx*dx+dy*dy < 160*160 {
				c = color.RGBA{190, 60, 70, 255}
			}
			n := uint8(r.IntN(24))
			img.SetRGBA(x, y, color.RGBA{c.R - n, c.G - n, c.B - n, 255})
		}
	}
	steps := []look.Step{
		{Key: "tone", Kind: look.Tone, Slope: 1.1, Toe: 0.3, Shoulder: -0.2},
		{Key: "level", Kind: look.Level, Stops: 0.3},
		{Key: "crop", Kind: look.Crop, Box: &look.Box{X: 0.05, Y: 0.05, W: 0.9, H: 0.9}},
		{Key: "edges", Kind: look.Sharpen, RadiusPx: 1, Amount: 0.6},
	}
	for b.Loop() {
		_, err := Judge(context.Background(), img, steps, 0.25)
		require.NoError(b, err)
	}
}
