package frames

import (
	"fmt"
	"image"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"

	"github.com/lucasb-eyer/go-colorful"
)

// Spot is a place in a picture, as shares of its width and height from the top left.
type Spot struct{ X, Y float64 }

// How large a facet is looked at, as a share of the picture's short side, and from how far off its plan a ratio is told
// (start values of our own).
const (
	facet     = 0.015
	gotRatio  = 0.75
	facetEnds = 0.02 // of a facet at an end: then it is not what it was
)

// KeyToFill is how much lighter a picture is on a facet that the key meets than on one that only the fill does, in stops,
// against what was planned; planned is NaN where nothing was. Both have to be of one thing: the same plate, the same bread.
// The codes are taken for sRGB (IEC 61966-2-1): a camera's own curve widens what it shows a little.
func KeyToFill(img image.Image, key, fill Spot, planned float64) (reading.Reading, []finding.Finding) {
	k, kEnds := lightAt(img, key)
	f, fEnds := lightAt(img, fill)
	stops := math.Log2(math.Max(k, 1e-6) / math.Max(f, 1e-6))
	lines := []reading.Line{
		{Words: "Light on the key's facet, mean", Formula: "linear, 1 is white", Shown: fmt.Sprintf("%.3f", k)},
		{Words: "Light on the fill's facet, mean", Formula: "linear, 1 is white", Shown: fmt.Sprintf("%.3f", f)},
		{Words: "Between them", Formula: "log₂ of one by the other", Shown: fmt.Sprintf("%.1f stops", stops)},
	}
	if kEnds > facetEnds || fEnds > facetEnds {
		lines = append(lines, reading.Line{Words: "Part of a facet is clipped or blocked: the light itself differs by more", Shown: share(math.Max(kEnds, fEnds))})
	}
	var found []finding.Finding
	if !math.IsNaN(planned) {
		lines = append(lines, reading.Line{Words: "Planned", Shown: fmt.Sprintf("%.1f stops", planned)})
		if d := stops - planned; math.Abs(d) > gotRatio {
			how, try := "harder", "A white card nearer on the shadow side"
			if d < 0 {
				how, try = "flatter", "The card further off, or a black one"
			}
			found = append(found, finding.Finding{Code: "got-ratio", Severity: finding.Note, Subject: "Key to fill is not as planned", Measure: fmt.Sprintf("%.1f stops %s", math.Abs(d), how), Limit: fmt.Sprintf("%.1f stops", planned),
				Because: "The mood was planned by it: shadows are deeper or flatter than it asked for.", Try: []finding.Try{finding.Hands(try), finding.Hands("Leave it where the picture is better so")}})
		}
	}
	return reading.New("got-ratio", "Key to fill as it came out", stops, "stops", 1, "log₂ of linear light, IEC 61966-2-1", lines...), found
}

// lightAt is the mean linear light about a spot, and how much of it is at an end.
func lightAt(img image.Image, at Spot) (light, ends float64) {
	b := img.Bounds()
	r := math.Max(2, facet*math.Min(float64(b.Dx()), float64(b.Dy())))
	cx, cy := float64(b.Min.X)+at.X*float64(b.Dx()), float64(b.Min.Y)+at.Y*float64(b.Dy())
	n := 0.0
	for y := int(cy - r); y <= int(cy+r); y++ {
		for x := int(cx - r); x <= int(cx+r); x++ {
			if !(image.Point{x, y}.In(b)) || math.Hypot(float64(x)-cx, float64(y)-cy) > r {
				continue
			}
			cr, cg, cb, _ := img.At(x, y).RGBA()
			l, m, s := colorful.Color{R: float64(cr) / 65535, G: float64(cg) / 65535, B: float64(cb) / 65535}.LinearRgb()
			light += 0.2126*l + 0.7152*m + 0.0722*s
			if max(cr, cg, cb)>>8 >= white || max(cr, cg, cb)>>8 <= black {
				ends++
			}
			n++
		}
	}
	if n == 0 {
		return 0, 1
	}
	return light / n, ends / n
}
