package demo

import (
	"image"
	"image/draw"
	"image/png"
	"os"
	"strings"
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
	{"Plum trifle", "glass", "layers", "#d9b06a", "#8e2f4c", "#d8dedd", 92, 110, 22, 12, false},
	{"Lamb skewers", "plate", "skewers", "#7a4a2c", "#c2412e", "#34353a", 290, 18, 14, 45, false},
	{"Roast chicken", "plate", "bird", "#b06a2c", "#5e7457", "#5f6b79", 330, 22, 105, 24, false},
	{"Roast beef", "board", "joint", "#b4615a", "#4d6b3a", "#8f6c46", 320, 20, 92, 30, true},
	{"Whole bream", "plate", "fish", "#a9adb0", "#e6c84a", "#4a5568", 360, 18, 22, 52, false},
	{"Pork dumplings", "plate", "dumplings", "#e9dcc0", "#5e8a4a", "#34353a", 250, 18, 14, 40, false},
	{"Squash soup", "bowl", "soup", "#c8772a", "#5e7457", "#8b8d8c", 210, 66, 8, 42, false},
	{"Eggs in tomato", "bowl", "eggs", "#a8341f", "#5e7457", "#34353a", 240, 50, 10, 52, false},
	{"Pancakes", "plate", "pancakes", "#e0b777", "#35406a", "#5f6b79", 230, 18, 82, 14, false},
	{"Plum crumble", "bowl", "crumble", "#c99a5a", "#6a1f38", "#4a5568", 200, 62, 6, 40, false},
	{"Meatballs", "bowl", "balls", "#8a4426", "#5e7457", "#8b8d8c", 230, 56, 40, 36, false},
	{"Tomato flatbread", "board", "pizza", "#a8341f", "#4d7a36", "#8f6c46", 320, 18, 16, 50, true},
	{"Ham sandwich", "plate", "sandwich", "#d59a8c", "#7d9a45", "#5f6b79", 230, 18, 60, 14, false},
	{"Set cream", "plate", "pudding", "#f0e4cc", "#8a2f3c", "#4d5158", 190, 18, 60, 18, false},
}

func larderSet(i int) scene.Set {
	d := larderDishes[i]
	s := scene.Start()
	s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm, s.Vessel.Colour, s.Vessel.Finish = d.vessel, d.across, d.high, d.plate, "matt"
	s.Food = scene.Food{Name: d.name, Form: d.form, Colour: d.food, Garnish: d.garnish, AboveMm: d.above}
	if d.cut {
		s.State = "cut"
	}
	s.Camera.ElevationDeg, s.Camera.Aperture, s.Camera.DistanceMm = d.deg, 8, 2.1*d.across+160
	return s
}

func TestLarderPicture(t *testing.T) {
	to := os.Getenv("FIGLADDER_LARDER")
	if to == "" {
		t.Skip("set FIGLADDER_LARDER to a file")
	}
	const w = 300
	if one := os.Getenv("FIGLADDER_LARDER_ONLY"); one != "" {
		all := larderDishes
		larderDishes = nil
		for _, d := range all {
			if strings.Contains(","+one+",", ","+d.form+",") {
				larderDishes = append(larderDishes, d)
			}
		}
	}
	sheet := image.NewRGBA(image.Rect(0, 0, 6*w, (len(larderDishes)+5)/6*w))
	for i := range larderDishes {
		s := larderSet(i)
		require.Empty(t, s.Check())
		r := scene.Read(s, scene.Wants{}, light.Search)
		img := preview.Render(s, r.Exposure, r.FocusMm, preview.Options{LongPx: 480, Samples: 16, Seed: 1})
		b := img.Bounds()
		draw.Draw(sheet, image.Rect(i%6*w, i/6*w, i%6*w+w, i/6*w+w).Inset(2), img, image.Pt((b.Dx()-w)/2, (b.Dy()-w)/2), draw.Src)
	}
	f, err := os.Create(to)
	require.NoError(t, err)
	require.NoError(t, png.Encode(f, sheet))
	require.NoError(t, f.Close())
}
