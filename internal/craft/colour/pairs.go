package colour

import (
	"fmt"

	"figladder/internal/craft/finding"
	"github.com/lucasb-eyer/go-colorful"
)

// How two colours stand to each other; start values of physics.md, "Colour", all
// preferences.
const (
	TwinDE       = 10.0  // CIEDE2000 under which two things are one colour: the spoon in the soup
	StrongChroma = 0.11  // OKLCH chroma from which a colour can fight another
	NearDeg      = 40.0  // hues closer than this are kin
	OppositeDeg  = 140.0 // hues farther apart than this are opposites
)

// Twin reports whether two things of a CIEDE2000 distance are one colour in a picture.
func Twin(deltaE float64) bool { return deltaE < TwinDE }

// Fight reports whether two colours pull at each other: both strong, and in hues that are
// neither kin nor opposite; and how many degrees of hue they are apart.
func Fight(a, b LCH) (apartDeg float64, fights bool) {
	apartDeg = Between(a.HueDeg, b.HueDeg)
	return apartDeg, a.Chroma > StrongChroma && b.Chroma > StrongChroma && apartDeg > NearDeg && apartDeg < OppositeDeg
}

// OfColorful is a colour of the library as OKLCH.
func OfColorful(c colorful.Color) LCH {
	l, ch, h := c.OkLch()
	return LCH{l, ch, wrapped(h)}
}

// TwinFinding says that two things are nearly one colour. What is to be tried depends on
// where they stand, and is added by who knows.
func TwinFinding(code, one, other string, deltaE float64) finding.Finding {
	return finding.Finding{Code: code, Severity: finding.Care, Subject: one + " and " + other + " are nearly one colour",
		Measure: fmt.Sprintf("ΔE %.0f", deltaE), Limit: fmt.Sprintf("ΔE %.0f or more", TwinDE), Because: "Between two things of one colour there is no edge in the picture."}
}

// FightFinding says that two strong colours pull at each other.
func FightFinding(code, one, other string, a, b LCH) finding.Finding {
	apart, _ := Fight(a, b)
	return finding.Finding{Code: code, Severity: finding.Note, Subject: one + " fights " + other,
		Measure: fmt.Sprintf("%.0f° of hue apart, chroma %.2f and %.2f", apart, a.Chroma, b.Chroma),
		Limit:   fmt.Sprintf("under %.0f° or over %.0f° when both are over %.2f", NearDeg, OppositeDeg, StrongChroma),
		Because: "Two strong colours that are neither near nor opposite pull at each other."}
}
