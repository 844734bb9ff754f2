package preview_test

import (
	"fmt"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
)

// The frame of the set that a shot begins with, small.
func ExampleRender() {
	set := scene.Start()
	img := preview.Render(set, exposure.Settings{Aperture: 8, Seconds: 1. / 8, ISO: 200}, set.Camera.DistanceMm, preview.Options{LongPx: 60, Samples: 1, Seed: 1})
	fmt.Println(img.Bounds().Size())
	// Output: (60,40)
}
