package demo

import (
	"image"
	"image/draw"
	"image/png"
	"os"
	"testing"

	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/require"
)

// larderDishes are dishes of different shapes as a studio would have them before its window.
var larderDishes = []struct {
	name, vessel, form, food, garnish, plate string
	across, high, above, deg                 float64
	cut                                      bool
}{
	{"Pear tart, a slice out", "plate", "tart", "#dcb65c", "#c98f5a", "#6a7078", 280, 20, 18, 40, true},
	{"Leek pie", "plate", "pie", "#c9c08a", "", "#5f6b79", 280, 20, 48, 32, true},
	{"Honey cake, a slice out", "plate", "cake", "#c98a4a", "#efe2c4", "#4d5158", 240, 18, 95, 18, true},
	{"Rye loaf", "board", "loaf", "#7a4a26", "", "#8f6c46", 320, 20, 100, 28, true},
	{"Pea toast", "plate", "toast", "#8fae5a", "#5e7457", "#8b8d8c", 210, 18, 16, 45, false},
	{"Noodles in brown butter", "bowl", "noodles", "#dcb46a", "#5e7457", "#4a5568", 210, 62, 34, 48, false},
	{"Beetroot risotto", "bowl", "rice", "#b84468", "#e9e2cf", "#8b8d8c", 210, 55, 22, 50, false},
	{"Double burger", "plate", "burger", "#5a3826", "#7d9a45", "#34353a", 230, 18, 92, 10, false},
	{"Bitter leaves", "bowl", "leaves", "#8aa653", "#7a3148", "#a89e8a", 240, 62, 40, 45, false},
	{"Oat biscuits", "plate", "biscuits", "#c39255", "", "#5f6b79", 240, 18, 18, 42, false},
}

func larderSet(i int) scene.Set {
	d := larderDishes[i]
	s := scene.Start()
	s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm, s.Vessel.Colour, s.Vessel.Finish = d.vessel, d.across, d.high, d.plate, "matt"
	s.Food = scene.Food{Name: d.name, Form: d.form, Colour: d.food, Garnish: d.garnish, AboveMm: d.above}
	if d.cut {
		s.State = "cut"
	}
	s.Camera.ElevationDeg, s.Camera.Aperture, s.Camera.DistanceMm = d.deg, 8, 3.2*d.across+200
	return s
}

func TestLarderPicture(t *testing.T) {
	to := os.Getenv("FIGLADDER_LARDER")
	if to == "" {
		t.Skip("set FIGLADDER_LARDER to a file")
	}
	const w = 320
	sheet := image.NewRGBA(image.Rect(0, 0, 4*w, (len(larderDishes)+3)/4*w))
	for i := range larderDishes {
		s := larderSet(i)
		require.Empty(t, s.Check())
		r := scene.Read(s, scene.Wants{}, light.Search)
		img := preview.Render(s, r.Exposure, r.FocusMm, preview.Options{LongPx: 480, Samples: 16, Seed: 1})
		b := img.Bounds()
		draw.Draw(sheet, image.Rect(i%4*w, i/4*w, i%4*w+w, i/4*w+w).Inset(2), img, image.Pt((b.Dx()-w)/2, (b.Dy()-w)/2), draw.Src)
	}
	f, err := os.Create(to)
	require.NoError(t, err)
	require.NoError(t, png.Encode(f, sheet))
	require.NoError(t, f.Close())
}
