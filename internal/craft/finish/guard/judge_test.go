package guard

import (
	"image"
	"image/color"
	"strings"
	"testing"

	"figladder/internal/craft/finish/look"

	"github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Each pushed look is told what to take back, and pressed, it is no longer told.
func TestWhatIsTakenBackIsEnough(t *testing.T) {
	frame := table(2)
	for _, name := range []string{"colour and hardness", "greens made blue", "edges drawn", "very hard"} {
		p := pushed[name]
		steps := append([]look.Step{{Kind: look.Crop, Box: &look.Box{X: 0.05, Y: 0.05, W: 0.9, H: 0.9}}}, p.steps...)
		for i := range steps {
			steps[i].Key = string(rune('a' + i))
		}
		was, err := Judge(t.Context(), frame, steps, 1)
		require.NoError(t, err)
		for _, f := range was.Findings {
			require.NotEmpty(t, f.Try, "%s: %s", name, f.Code)
			if len(f.Try[0].Edits) == 0 {
				continue
			}
			e := f.Try[0].Edits[0]
			at, field, _ := strings.Cut(strings.TrimPrefix(e.Path, "steps."), ".")
			s := &steps[at[0]-'0']
			before := *s
			map[string]func(float64){"chroma": func(v float64) { s.Chroma = v }, "turnDeg": func(v float64) { s.TurnDeg = v }, "amount": func(v float64) { s.Amount = v }, "stops": func(v float64) { s.Stops = v },
				"shoulder": func(v float64) { s.Shoulder = v }, "slope": func(v float64) { s.Slope = v }, "toe": func(v float64) { s.Toe = v }, "lightness": func(v float64) { s.Lightness = v }}[field](*e.Number)
			is, err := Judge(t.Context(), frame, steps, 1)
			require.NoError(t, err)
			for _, left := range is.Findings {
				assert.NotEqual(t, f.Code, left.Code, "%s: %s", name, f.Try[0].Words)
			}
			*s = before
		}
	}
}

// A white that takes out a cast is no push, however strong the cast was.
func TestACastThatIsTakenOutIsHonest(t *testing.T) {
	j, err := Judge(t.Context(), table(3), []look.Step{{Key: "w", Kind: look.White, Kelvin: 3000}}, 1)
	require.NoError(t, err)
	assert.Empty(t, j.Findings)
}

// Yellowed leaves are found and come out greener; butter, and leaves that are green, are left alone.
func TestYellowedGreens(t *testing.T) {
	dish := func(hue, chroma float64) *image.RGBA {
		img := image.NewRGBA(image.Rect(0, 0, 200, 200))
		r, g, b := colorful.OkLch(0.5, chroma, hue).Clamped().RGB255()
		for y := range 200 {
			for x := range 200 {
				img.SetRGBA(x, y, color.RGBA{150, 140, 130, 255})
				if x > 90 && x < 110 && y > 90 && y < 110 {
					img.SetRGBA(x, y, color.RGBA{r, g, b, 255})
				}
			}
		}
		return img
	}
	all := look.Box{W: 1, H: 1}
	s, share, err := Greens(t.Context(), dish(113, 0.1), all)
	require.NoError(t, err)
	assert.InDelta(t, 0.009, share, 0.002)
	out, err := look.Render(t.Context(), dish(113, 0.1), []look.Step{s}, 1)
	require.NoError(t, err)
	_, _, is := gridHue(out)
	assert.Greater(t, is, 120.0)
	assert.Less(t, is, 140.0)
	for _, fine := range []struct{ hue, chroma float64 }{{92, 0.1}, {138, 0.1}, {113, 0.03}} {
		_, share, err = Greens(t.Context(), dish(fine.hue, fine.chroma), all)
		require.NoError(t, err)
		assert.Zero(t, share, "%v", fine)
	}
	_, share, err = Greens(t.Context(), dish(113, 0.1), look.Box{X: 0, Y: 0, W: 0.3, H: 0.3})
	require.NoError(t, err)
	assert.Zero(t, share, "not in the hero")
}

func gridHue(img image.Image) (l, c, h float64) {
	r, g, b, _ := img.At(100, 100).RGBA()
	return look.OKLCH([3]float64{look.Linear(float64(r) / 65535), look.Linear(float64(g) / 65535), look.Linear(float64(b) / 65535)})
}
