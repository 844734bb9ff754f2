package demo

import (
	"image"
	"image/draw"
	"image/png"
	"os"
	"slices"
	"strconv"
	"testing"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var winterSets = []struct {
	name  string
	build func(*scene.Set)
}{{"mussels", musselSet}, {"trout", troutSet}, {"sesame", sesameSet}, {"pavlova", pavlovaSet}, {"sloe", sloeSet}, {"toddy", toddySet}}

func TestWinterSetsAreAcceptedAndNothingStandsInAnother(t *testing.T) {
	for _, w := range winterSets {
		s := scene.Start()
		w.build(&s)
		assert.Empty(t, s.Check(), w.name)
		assert.Empty(t, scene.Overlaps(s.Objects(scene.Rough)), w.name)
		assert.NotZero(t, scene.Read(s, scene.Wants{}, light.Search).Exposure.Seconds, w.name)
	}
}

// What is left in on purpose, and the cautions that go with a lamp and an overhead.
var leftIn = map[string][]string{"mussels": {"brighter-prop", "steam-lost"}, "trout": {"overhead-caution"}, "sloe": {"brighter-prop", "lamp-caution"}}

func TestWinterSetsStandAsTheyWouldBeHandedIn(t *testing.T) {
	wants := scene.Wants{OutputLongPx: 2000, RatioLowStops: 2.5, RatioHighStops: 4, Mood: "dark"}
	published := []compose.Wanted{{Name: "Feed", Shape: "4:5", Ratio: 0.8, LongPx: 1350}, {Name: "Menu board", Shape: "3:2", Ratio: 1.5, LongPx: 2000}, {Name: "Tiles", Shape: "1:1", Ratio: 1, LongPx: 1080}}
	for _, w := range winterSets {
		s := scene.Start()
		w.build(&s)
		j, err := compose.Judge(t.Context(), s, wants, published, light.Fine)
		require.NoError(t, err)
		var got []string
		for _, f := range j.Findings {
			if f.Severity != finding.Note {
				got = append(got, f.Code)
			}
		}
		slices.Sort(got)
		assert.Equal(t, leftIn[w.name], got, w.name)
	}
}

// TestDishesPicture renders the six dishes side by side for docs/screenshots; make shots
// asks for it.
func TestDishesPicture(t *testing.T) {
	if os.Getenv("FIGLADDER_SHOTS") == "" {
		t.Skip("set FIGLADDER_SHOTS=1, as make shots does")
	}
	const w, h = 432, 432
	sheet := image.NewRGBA(image.Rect(0, 0, 3*w, 2*h))
	draw.Draw(sheet, sheet.Bounds(), image.NewUniform(image.Black.C), image.Point{}, draw.Src)
	for i, d := range winterSets {
		s := scene.Start()
		d.build(&s)
		r := scene.Read(s, scene.Wants{}, light.Search)
		img := preview.Render(s, r.Exposure, r.FocusMm, preview.Options{LongPx: 640, Samples: 48, Seed: 1})
		b := img.Bounds() // the square round its middle
		at := image.Pt((b.Dx()-w)/2, (b.Dy()-h)/2)
		if b.Dx() < b.Dy() {
			at.Y = (b.Dy() - h) / 2
		}
		draw.Draw(sheet, image.Rect(i%3*w, i/3*h, i%3*w+w, i/3*h+h).Inset(2), img, at, draw.Src)
	}
	f, err := os.Create("../../docs/screenshots/dishes.png")
	require.NoError(t, err)
	require.NoError(t, png.Encode(f, sheet))
	require.NoError(t, f.Close())
}

// BenchmarkDishes says how long a good picture of each of the winter menu's sets takes.
func BenchmarkDishes(b *testing.B) {
	for i, d := range winterSets {
		s := scene.Start()
		d.build(&s)
		r := scene.Read(s, scene.Wants{}, light.Search)
		b.Run(strconv.Itoa(i+1), func(b *testing.B) {
			for b.Loop() {
				preview.Render(s, r.Exposure, r.FocusMm, preview.Options{LongPx: 640, Samples: 5, Seed: 1})
			}
		})
	}
}
