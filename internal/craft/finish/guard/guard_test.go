package guard

import (
	"context"
	"fmt"
	"image"
	"image/color"
	"math"
	"math/rand/v2"
	"testing"

	"figladder/internal/craft/finish/look"

	"github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// table is a made-up frame: a muted ground, a light plate with a shadow, food of several colours with leaves on it, some dark.
func table(seed uint64) *image.RGBA {
	r := rand.New(rand.NewPCG(seed, 4))
	const w, h = 360, 240
	type disc struct {
		x, y, r float64
		c       [3]float64
	}
	light := func(h, c, l float64) [3]float64 {
		r, g, b := colorful.Hcl(math.Mod(h+360, 360), c, l).Clamped().LinearRgb()
		return [3]float64{r, g, b}
	}
	ground := light(360*r.Float64(), 0.03+0.15*r.Float64(), 0.3+0.4*r.Float64())
	var discs []disc
	discs = append(discs, disc{0.52, 0.54, 0.3, light(0, 0, 0.12+0.2*r.Float64())}, disc{0.5, 0.5, 0.3, light(80, 0.03, 0.8+0.12*r.Float64())})
	main := []float64{25, 55, 80, 20, 100, 350}[r.IntN(6)]
	for range 60 {
		a, d := 2*math.Pi*r.Float64(), 0.2*math.Sqrt(r.Float64())
		c := light(main+25*r.NormFloat64(), 0.2+0.3*r.Float64(), 0.25+0.45*r.Float64())
		if r.IntN(4) == 0 {
			c = light(118+12*r.NormFloat64(), 0.2+0.3*r.Float64(), 0.25+0.4*r.Float64())
		}
		discs = append(discs, disc{0.5 + d*math.Cos(a), 0.5 + d*math.Sin(a), 0.01 + 0.04*r.Float64(), c})
	}
	return drawn(w, h, func(fx, fy float64) [3]float64 {
		c := ground
		for _, d := range discs {
			if e := (d.r - math.Hypot(fx-d.x, (fy-d.y)*h/w)) * w; e > 0 {
				c = over(c, d.c, e/1.2)
			}
		}
		return times(c, (1.1-0.35*fx)*(1+0.04*(r.Float64()-0.5)))
	})
}

// board is another kind of frame, made when the bounds were set: slices on a wooden board in low light from one side, seen
// aslant, with a cloth and a bright drink.
func board(seed uint64) *image.RGBA {
	r := rand.New(rand.NewPCG(seed, 77))
	const w, h = 360, 240
	light := func(h, c, l float64) [3]float64 {
		r, g, b := colorful.OkLch(l, c, math.Mod(h+360, 360)).Clamped().LinearRgb()
		return [3]float64{r, g, b}
	}
	wall, wood, cloth := light(250*r.Float64(), 0.02, 0.18+0.15*r.Float64()), light(60, 0.05+0.03*r.Float64(), 0.4+0.15*r.Float64()), light(360*r.Float64(), 0.03+0.04*r.Float64(), 0.7+0.15*r.Float64())
	drink := light([]float64{40, 70, 20, 350, 120}[r.IntN(5)], 0.12+0.06*r.Float64(), 0.55+0.15*r.Float64())
	crumb, crust, leaf := light(85, 0.06, 0.85), light(60, 0.09, 0.42), light(125+10*r.NormFloat64(), 0.11, 0.5)
	slices := 3 + r.IntN(4)
	tilt := 0.2 * r.NormFloat64()
	return drawn(w, h, func(fx, fy float64) [3]float64 {
		v := fy + tilt*(fx-0.5)
		c := wall
		c = over(c, wood, (v-0.35)*w/1.5)
		c = over(c, times(wood, 0.7), math.Sin(90*v+3*math.Sin(9*fx))*2-1.2)
		c = over(c, cloth, (0.16-math.Abs(fx-0.85))*w/1.5*bigger(v, 0.5))
		for i := range slices {
			x, y := 0.2+0.45*float64(i)/float64(slices), 0.62
			d := math.Hypot((fx-x)/0.09, (v-y)/0.14)
			c = over(c, crust, (1-d)*30)
			c = over(c, crumb, (0.88-d)*30)
			c = over(c, leaf, (0.3-math.Hypot((fx-x-0.01)/0.09, (v-y+0.05)/0.1))*30)
		}
		c = over(c, drink, (0.06-math.Abs(fx-0.76))*w/1.5*bigger(0.7, v)*bigger(v, 0.3))
		return times(c, math.Max(0.12, 1.25-1.3*fx)*(1+0.05*(r.Float64()-0.5)))
	})
}

func bigger(a, b float64) float64 {
	if a > b {
		return 1
	}
	return 0
}

func drawn(w, h int, at func(fx, fy float64) [3]float64) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			c := at((float64(x)+0.5)/float64(w), (float64(y)+0.5)/float64(h))
			code := func(l float64) uint8 { return uint8(math.Round(255 * look.Coded(math.Min(1, math.Max(0, l))))) }
			img.SetRGBA(x, y, color.RGBA{code(c[0]), code(c[1]), code(c[2]), 255})
		}
	}
	return img
}

// over lays one light over another, from nothing at 0 to all of it at 1.
func over(a, b [3]float64, k float64) [3]float64 {
	k = math.Min(1, math.Max(0, k))
	for i := range a {
		a[i] += k * (b[i] - a[i])
	}
	return a
}

func times(c [3]float64, k float64) [3]float64 { return [3]float64{c[0] * k, c[1] * k, c[2] * k} }

func all(chroma, turn float64) look.Step {
	return look.Step{Kind: look.Band, WidthDeg: 360, Chroma: chroma, TurnDeg: turn}
}
func sharp(px, amount float64) look.Step {
	return look.Step{Kind: look.Sharpen, RadiusPx: px, Amount: amount}
}
func level(stops float64) look.Step { return look.Step{Kind: look.Level, Stops: stops} }
func tone(slope, toe, shoulder float64) look.Step {
	return look.Step{Kind: look.Tone, Slope: slope, Toe: toe, Shoulder: shoulder}
}
func greens(turn, chroma, light float64) look.Step {
	return look.Step{Kind: look.Band, HueDeg: 115, WidthDeg: 70, TurnDeg: turn, Chroma: chroma, Lightness: light}
}

// What somebody does who goes too far, by what it is told by; and what a careful person does.
var (
	pushed = map[string]struct {
		steps []look.Step
		code  string
	}{
		"colour by half":           {[]look.Step{all(0.5, 0)}, "cartoon-colour"},
		"colour by four fifths":    {[]look.Step{all(0.8, 0)}, "cartoon-colour"},
		"colour and hardness":      {[]look.Step{tone(1.3, 0, 0), all(0.45, 0)}, "cartoon-colour"},
		"hues turned":              {[]look.Step{all(0, 30)}, "cartoon-hue"},
		"greens made blue":         {[]look.Step{greens(45, 0, 0)}, "cartoon-hue"},
		"edges drawn":              {[]look.Step{sharp(3, 2)}, "cartoon-halo"},
		"a wide glow round things": {[]look.Step{sharp(7, 1.2)}, "cartoon-halo"},
		"lifted until it is white": {[]look.Step{level(1.3)}, "cartoon-clipped"},
		"very hard":                {[]look.Step{tone(2.6, -2.5, 1)}, "cartoon-clipped"},
		"shadows closed":           {[]look.Step{level(-3), tone(1.3, -3, 0)}, "cartoon-blocked"},
	}
	honest = map[string][]look.Step{
		"nothing":               nil,
		"half a stop up":        {level(0.3)},
		"a stop down":           {level(-1)},
		"shadows opened":        {tone(1, 0.7, 0)},
		"white kept":            {level(0.3), tone(1, 0.3, -0.4)},
		"a little harder":       {tone(1.2, 0, -0.5)},
		"softer":                {tone(0.85, 0.2, 0)},
		"a little more colour":  {all(0.15, 0)},
		"less colour":           {all(-0.3, 0)},
		"greens pulled back":    {greens(12, -0.1, 0.02)},
		"sharpened":             {sharp(0.7, 0.6)},
		"the plate held back":   {{Kind: look.Local, Stops: -0.5, Mask: &look.Mask{Shape: look.Oval, Points: []look.Spot{{X: 0.5, Y: 0.5}}, Across: 0.3, Down: 0.3, Soft: 0.5}}},
		"the far corner lifted": {{Kind: look.Local, Stops: 0.6, Mask: &look.Mask{Shape: look.Fade, Points: []look.Spot{{X: 1, Y: 0.5}, {X: 0.4, Y: 0.5}}}}},
		"grain":                 {{Kind: look.Grain, RadiusPx: 1.2, Amount: 0.06}},
		"an evening's work":     {level(0.2), tone(1.1, 0.4, -0.2), greens(10, -0.05, 0), all(0.1, 0), sharp(0.8, 0.5)},
	}
)

// told are the codes that a look gets on a made-up frame.
func told(t *testing.T, frame image.Image, steps []look.Step) (codes []string, m Measures) {
	t.Helper()
	for i := range steps {
		steps[i].Key = fmt.Sprint("s", i)
	}
	out, err := look.Render(context.Background(), frame, steps, 1)
	require.NoError(t, err)
	before, err := gridOf(t.Context(), frame)
	require.NoError(t, err)
	m, ok, err := measure(t.Context(), before, out)
	require.NoError(t, err)
	require.True(t, ok)
	for _, f := range m.Findings() {
		codes = append(codes, f.Code)
	}
	return codes, m
}

// Each pushed picture is told by what was pushed, and no honest one is told at all. The bounds were set on tables; the boards
// were made before the bounds were tried on them.
func TestWhatIsPushedIsToldAndWhatIsHonestIsNot(t *testing.T) {
	for seed, frame := range map[string]image.Image{"table 1": table(1), "table 13": table(13), "board 1": board(1), "board 6": board(6)} {
		for name, p := range pushed {
			codes, m := told(t, frame, p.steps)
			assert.Contains(t, codes, p.code, "%s, %s: %+v", seed, name, m)
		}
		for name, steps := range honest {
			codes, m := told(t, frame, steps)
			assert.Empty(t, codes, "%s, %s: %+v", seed, name, m)
		}
	}
}

// What does not lie on one another is not compared.
func TestWhatCannotBeCompared(t *testing.T) {
	of := func(a, b image.Rectangle) (Measures, bool) {
		before, err := gridOf(t.Context(), image.NewRGBA(a))
		require.NoError(t, err)
		m, ok, err := measure(t.Context(), before, image.NewRGBA(b))
		require.NoError(t, err)
		return m, ok
	}
	_, ok := of(image.Rect(0, 0, 4, 4), image.Rect(0, 0, 5, 4))
	assert.False(t, ok)
	_, ok = of(image.Rectangle{}, image.Rectangle{})
	assert.False(t, ok)
	m, ok := of(image.Rect(0, 0, 4, 4), image.Rect(0, 0, 4, 4))
	assert.True(t, ok)
	assert.Empty(t, m.Findings())
}
