package colour

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// okOf is OKLab written out from its author's matrices, apart from the library's
// way through XYZ.
func okOf(r, g, b uint8) (l, a, bb float64) {
	lin := func(v uint8) float64 {
		x := float64(v) / 255
		if x <= 0.04045 {
			return x / 12.92
		}
		return math.Pow((x+0.055)/1.055, 2.4)
	}
	R, G, B := lin(r), lin(g), lin(b)
	x := math.Cbrt(0.4122214708*R + 0.5363325363*G + 0.0514459929*B)
	y := math.Cbrt(0.2119034982*R + 0.6806995451*G + 0.1073969566*B)
	z := math.Cbrt(0.0883024619*R + 0.2817188376*G + 0.6299787005*B)
	return 0.2104542553*x + 0.7936177850*y - 0.0040720468*z, 1.9779984951*x - 2.4285922050*y + 0.4505937099*z, 0.0259040371*x + 0.7827717662*y - 0.8086757660*z
}

func TestPixelsAgreeWithTheMatricesOfOKLab(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, g, b := rapid.Uint8().Draw(t, "r"), rapid.Uint8().Draw(t, "g"), rapid.Uint8().Draw(t, "b")
		p := PixelOf(r, g, b)
		l, a, bb := okOf(r, g, b)
		assert.InDelta(t, l, p.L, 5e-4)
		assert.InDelta(t, a, p.A, 5e-4)
		assert.InDelta(t, bb, p.B, 5e-4)
	})
}

func TestHexThereAndBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		hex := rapid.StringMatching(`#[0-9a-f]{6}`).Draw(t, "hex")
		c, err := Parse(hex)
		require.NoError(t, err)
		assert.LessOrEqual(t, Distance(hex, c.Hex()), 1.5, "%s came back as %s", hex, c.Hex())
	})
	for _, bad := range []string{"", "red", "#12345", "5b6f8a", "#5b6f8z", "#5b6f8a "} {
		_, err := Parse(bad)
		assert.ErrorIs(t, err, ErrColour, bad)
		assert.True(t, math.IsInf(Distance(bad, "#ffffff"), 1))
	}
}

func TestDistanceOfPublishedPair(t *testing.T) {
	assert.InDelta(t, 100, Distance("#000000", "#ffffff"), 0.01)
	assert.Zero(t, Distance("#5b6f8a", "#5b6f8a"))
	assert.InDelta(t, 1, Reflectance("#ffffff"), 1e-4)
	assert.InDelta(t, 0.2126, Reflectance("#ff0000"), 1e-3, "the red weight of relative luminance")
}

func TestNames(t *testing.T) {
	for hex, want := range map[string]string{"#000000": "black", "#ffffff": "white", "#808080": "grey", "#0000ff": "strong blue", "#5b6f8a": "muted blue", "#c1301f": "strong red",
		"#4b2e20": "dark muted brown", "#47703a": "green", "#f4ecd9": "white", "#b98a54": "brown", "#571527": "dark red", "#ead9a4": "pale cream"} {
		c, err := Parse(hex)
		require.NoError(t, err)
		assert.Equal(t, want, c.Name(), hex)
	}
}

func TestEveryFoodColourIsOne(t *testing.T) {
	assert.Greater(t, len(foods), 120)
	for name, hex := range foods {
		_, err := Parse(hex)
		assert.NoError(t, err, name)
	}
}

func TestOf(t *testing.T) {
	for line, want := range map[string]string{"black sesame seeds": "black sesame", "sesame seeds": "sesame", "cherry tomatoes": "tomato", "double cream": "double cream",
		"fresh horseradish": "horseradish", "egg whites": "egg white", "blackberries": "blackberry", "red onions": "red onion", "sea beet": "sea beet", "gravel": "", "": ""} {
		_, got := Of(line)
		assert.Equal(t, want, got, line)
	}
}

// Planted patches come back in their shares and colours.
func TestDominantFindsPlantedPatches(t *testing.T) {
	plant := []struct {
		r, g, b uint8
		n       int
	}{{0x5b, 0x6f, 0x8a, 5000}, {0xd9, 0x83, 0x60, 3000}, {0xf4, 0xec, 0xd9, 1500}, {0x3f, 0x6b, 0x34, 500}}
	var px []Pixel
	jitter := uint32(7)
	for _, p := range plant {
		for range p.n {
			jitter = jitter*1664525 + 1013904223
			d := int(jitter>>28) - 8
			at := func(v uint8) uint8 { return uint8(min(255, max(0, int(v)+d/2))) }
			px = append(px, PixelOf(at(p.r), at(p.g), at(p.b)))
		}
	}
	got := Dominant(px, 6)
	require.Len(t, got, len(plant))
	for i, p := range plant {
		want := PixelOf(p.r, p.g, p.b).Hex()
		assert.Less(t, Distance(want, got[i].Hex), 2.5, "%s for %s", got[i].Hex, want)
		assert.InDelta(t, float64(p.n)/10000, got[i].Share, 0.01)
	}
	assert.Equal(t, got, Dominant(px, 6), "the same picture, the same answer")
}

// Against trying every way to part the pixels in two: when there are two colours
// in them, the parting found is the best there is.
func TestDominantIsTheBestOfTwo(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var px []Pixel
		for _, c := range [][3]int{{60, 80, 120}, {220, 170, 90}} {
			for range rapid.IntRange(2, 6).Draw(t, "n") {
				at := func(v int) uint8 { return uint8(v + rapid.IntRange(-12, 12).Draw(t, "off")) }
				px = append(px, PixelOf(at(c[0]), at(c[1]), at(c[2])))
			}
		}
		middle := func(mask int, in int) (m Pixel, n float64, sum float64) {
			for i, p := range px {
				if mask>>i&1 == in {
					m, n = Pixel{m.L + p.L, m.A + p.A, m.B + p.B}, n+1
				}
			}
			m = Pixel{m.L / n, m.A / n, m.B / n}
			for i, p := range px {
				if mask>>i&1 == in {
					sum += p.to(m)
				}
			}
			return m, n, sum
		}
		best, at := math.Inf(1), 0
		for mask := 1; mask < 1<<(len(px)-1); mask++ {
			_, _, a := middle(mask, 1)
			_, _, b := middle(mask, 0)
			if a+b < best {
				best, at = a+b, mask
			}
		}
		got := Dominant(px, 2)
		require.Len(t, got, 2)
		var want []string
		for _, in := range []int{0, 1} {
			m, _, _ := middle(at, in)
			want = append(want, m.Hex())
		}
		assert.ElementsMatch(t, want, []string{got[0].Hex, got[1].Hex})
	})
}

func TestDominantOfNothingAndOfOneColour(t *testing.T) {
	assert.Empty(t, Dominant(nil, 5))
	one := Dominant([]Pixel{PixelOf(10, 20, 30), PixelOf(10, 20, 30)}, 5)
	require.Len(t, one, 1)
	assert.Equal(t, 1.0, one[0].Share)
	assert.Equal(t, "#0a141e", one[0].Hex)
}
