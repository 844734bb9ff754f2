package train

import (
	"context"
	"fmt"
	"math/rand/v2"
	"strconv"
	"strings"

	"figladder/internal/craft/light"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/scene"
)

// numbers are f-numbers two stops apart: what lies before and behind is twice as blurred from one to the next.
var numbers = []float64{2.8, 5.6, 11, 22}

func number(n float64) string {
	return strings.ReplaceAll(strconv.FormatFloat(n, 'g', -1, 64), ".", "_")
}

func apertureItems() (out []string) {
	for _, n := range numbers {
		out = append(out, number(n))
	}
	return out
}

// about is a set with things before and behind the dish, by which depth and perspective are read.
func about(r *rand.Rand) scene.Set {
	s := dish(r)
	s.Camera.ElevationDeg = float64(20 + 5*r.IntN(3))
	out := s.Vessel.DiameterMm / 2
	s = placed(s, "bottle", "", -out*0.7, out+230, 0)
	s = placed(s, "jar", "#7a8a70", out*0.75, out+120, 0)
	s = placed(s, "tiny bowl", "#7d4a50", out*0.9, -out*0.75-40, 0)
	return s
}

// makeAperture takes a set at one of four f-numbers.
func makeAperture(ctx context.Context, item string, r *rand.Rand) (Drill, bool, error) {
	s := about(r)
	s = framed(s, 85, 1.6*s.Vessel.DiameterMm+120)
	d := Drill{Ask: "At which aperture was it taken?", Right: -1, Why: "Look at what stands behind and before the dish: with each two stops down, its blur is half as wide."}
	for i, n := range numbers {
		d.Options = append(d.Options, Option{Words: "f/" + strconv.FormatFloat(n, 'g', -1, 64)})
		if number(n) == item {
			d.Right, s.Camera.Aperture = i, n
		}
	}
	d.Set = s
	var err error
	d.Truth, err = read(ctx, s, "depthOfField", light.Search)
	return d, err == nil && d.Right >= 0, err
}

// focals are focal lengths that draw the same dish plainly unlike one another, on a sensor 36 mm wide.
var focals = []float64{24, 40, 65, 105}

func lensItems() (out []string) {
	for _, f := range focals {
		out = append(out, strconv.FormatFloat(f, 'g', -1, 64))
	}
	return out
}

// makeLens takes a set with one of four lenses, the dish always of the same size.
func makeLens(_ context.Context, item string, r *rand.Rand) (Drill, bool, error) {
	s := about(r)
	width := 2*s.Vessel.DiameterMm + 140
	d := Drill{Ask: "With which lens was it taken, on a sensor 36 mm wide?", Right: -1, Why: "Look how small what stands behind is drawn against the dish: a short lens stands near, so what is behind shrinks; a long one piles all up."}
	for i, f := range focals {
		d.Options = append(d.Options, Option{Words: fmt.Sprintf("%g mm", f)})
		if strconv.FormatFloat(f, 'g', -1, 64) == item {
			d.Right, s = i, framed(s, f, width)
		}
	}
	s.Camera.Aperture = 16
	d.Set = s
	u := s.Camera.DistanceMm
	d.Truth = reading.New("perspective", "Taken from", u/10, "cm", 0, "Central projection: what is drawn shrinks as 1 / distance",
		reading.Line{Words: "So far away the frame is that wide at the dish", Formula: fmt.Sprintf("f · (1 + width / sensor) = %g · (1 + %.0f / %g)", s.Camera.FocalMm, width, s.Camera.SensorWidthMm), Shown: fmt.Sprintf("%.0f mm", u)},
		reading.Line{Words: "What stands 30 cm behind is drawn against the dish", Formula: "u / (u + 300 mm)", Shown: fmt.Sprintf("%.0f %%", 100*u/(u+300))})
	return d, d.Right >= 0, nil
}
