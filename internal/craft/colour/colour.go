// Package colour reads the colours of a dish and of what stands round it: which
// are in the picture, how they stand to each other, and what is missing.
//
// Colours are sRGB written as #rrggbb. Distances are CIEDE2000; lightness, chroma
// and hue are OKLCH (B. Ottosson, "A perceptual color space for image
// processing", 2020): lightness 0 to 1, chroma 0 to about 0.32 in sRGB, hue in
// degrees 0 to 360, red about 29, yellow 110, green 142, blue 264.
package colour

import (
	"errors"
	"fmt"
	"math"
	"regexp"
	"strings"

	"github.com/lucasb-eyer/go-colorful"
)

// ErrColour is returned for what is no #rrggbb.
var ErrColour = errors.New("not a colour; write it as #5b6f8a")

var written = regexp.MustCompile(`^#[0-9a-fA-F]{6}$`)

// LCH is a colour in OKLCH.
type LCH struct {
	Lightness float64 // 0 black to 1 white
	Chroma    float64 // 0 grey
	HueDeg    float64 // 0 to 360; means nothing when Chroma is near 0
}

// Parse reads #rrggbb.
func Parse(hex string) (LCH, error) {
	if !written.MatchString(hex) {
		return LCH{}, fmt.Errorf("“%s” is %w", hex, ErrColour)
	}
	c, err := colorful.Hex(hex)
	if err != nil {
		return LCH{}, fmt.Errorf("“%s” is %w", hex, ErrColour)
	}
	return OfColorful(c), nil
}

// wrapped brings a hue into 0 to 360 degrees.
func wrapped(deg float64) float64 { return math.Mod(deg+360, 360) }

// Hex writes the nearest #rrggbb, chroma reduced until it is one that a screen
// can show.
func (c LCH) Hex() string {
	for k := 1.0; k > 0; k -= 0.02 {
		if x := colorful.OkLch(c.Lightness, c.Chroma*k, c.HueDeg); all(x, -hair, 1+hair) {
			return x.Clamped().Hex()
		}
	}
	return colorful.OkLch(c.Lightness, 0, 0).Clamped().Hex()
}

// hair is by how much a part may stand out of the screen's range and still be taken
// as on its edge: less than one step of eight bits. A colour that is there and back
// would otherwise lose chroma to rounding.
const hair = 0.003

func all(c colorful.Color, lo, hi float64) bool {
	return c.R >= lo && c.R <= hi && c.G >= lo && c.G <= hi && c.B >= lo && c.B <= hi
}

// Distance is CIEDE2000 between two colours: about 1 is just to be seen side by
// side, under 5 is one colour to someone who is not comparing. Infinite when one
// of them is no colour.
func Distance(a, b string) float64 {
	x, errA := colorful.Hex(a)
	y, errB := colorful.Hex(b)
	if errA != nil || errB != nil {
		return math.Inf(1)
	}
	return 100 * x.DistanceCIEDE2000(y)
}

// Reflectance is the share of light a surface of this colour sends back, 0 to 1:
// its relative luminance Y (IEC 61966-2-1). 0 when it is no colour.
func Reflectance(hex string) float64 {
	c, err := colorful.Hex(hex)
	if err != nil {
		return 0
	}
	_, y, _ := c.Xyz()
	return y
}

// Between returns the smaller angle between two hues, 0 to 180 degrees.
func Between(a, b float64) float64 {
	d := math.Mod(math.Abs(a-b), 360)
	return math.Min(d, 360-d)
}

// greyBelow is the chroma under which a colour is called by its lightness alone.
const greyBelow = 0.035

// Grey reports whether a colour has no hue to speak of.
func (c LCH) Grey() bool { return c.Chroma < greyBelow }

// families are hue names by OKLCH angle, where each begins.
var families = []struct {
	from float64
	name string
}{{0, "pink"}, {15, "red"}, {42, "orange"}, {82, "yellow"}, {116, "green"}, {168, "teal"}, {216, "blue"}, {292, "purple"}, {332, "pink"}}

// FamilyNames are all that Family can say, without hue first, then round the wheel.
var FamilyNames = []string{"white", "grey", "black", "cream", "brown", "red", "orange", "yellow", "green", "teal", "blue", "purple", "pink"}

// Family names a hue in one word; black, grey or white when there is none. Dark
// orange is brown.
func (c LCH) Family() string {
	if c.Grey() {
		switch {
		case c.Lightness < 0.32:
			return "black"
		case c.Lightness > 0.9:
			return "white"
		}
		return "grey"
	}
	name := families[0].name
	for _, f := range families {
		if c.HueDeg >= f.from {
			name = f.name
		}
	}
	if name == "pink" && c.Lightness < 0.5 && (c.HueDeg < 15 || c.HueDeg > 350) {
		return "red" // a dark pink of this side is called red
	}
	if name == "orange" || name == "yellow" && c.Chroma < 0.09 || name == "red" && c.Chroma < 0.09 && c.HueDeg > 28 {
		if c.Lightness < 0.62 || c.Lightness < 0.74 && c.Chroma < 0.12 && c.HueDeg < 85 {
			return "brown"
		}
		if c.Chroma < 0.09 {
			return "cream"
		}
	}
	return name
}

// Name is a colour in a few words: "dark blue", "pale cream", "muted red".
func (c LCH) Name() string {
	family := c.Family()
	var w []string
	if family != "black" && family != "white" {
		switch {
		case c.Lightness < 0.4:
			w = append(w, "dark")
		case c.Lightness > 0.82:
			w = append(w, "pale")
		}
		switch {
		case !c.Grey() && c.Chroma < 0.07 && family != "cream":
			w = append(w, "muted")
		case c.Chroma > 0.16:
			w = append(w, "strong")
		}
	}
	return strings.Join(append(w, family), " ")
}
