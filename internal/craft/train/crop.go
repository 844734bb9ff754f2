package train

import (
	"context"
	"fmt"
	"math/rand/v2"
	"slices"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/light"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/scene"
)

// cropItems are where the dish lies in the frame.
var cropItems = []string{"left", "middle", "right"}

// Shares of the dish and of its spoon that a crop keeps: whole from the one, plainly cut under the other. What lies between is not
// asked about.
const (
	wholeShare = 0.985
	cutShare   = 0.85
	cutSpoon   = 0.5
)

// judged is a crop and what it keeps.
type judged struct {
	box         compose.Box
	dish, spoon float64
}

func (j judged) whole() bool { return min(j.dish, j.spoon) >= wholeShare }
func (j judged) cut() bool   { return j.dish < cutShare || j.spoon < cutSpoon }

// makeCrop lays four crops of 4:5 over a frame, of which one alone cuts neither the dish nor the spoon beside it.
func makeCrop(ctx context.Context, item string, r *rand.Rand) (Drill, bool, error) {
	s := dish(r)
	out := s.Vessel.DiameterMm / 2
	width := 3.1*s.Vessel.DiameterMm + 120
	s = framed(s, 50, width)
	side := []float64{-1, 1}[r.IntN(2)]
	s = placed(s, "spoon", "#8a8478", side*(out+28), -15, 6*side)
	spoon := fmt.Sprintf("thing-%d", len(s.Things)-1)
	s = placed(s, "jar", "#7a8a70", -side*(out+190), 150, 0)
	s.Camera.AimXMm = map[string]float64{"left": 0.16, "middle": 0, "right": -0.16}[item]*width + float64(r.IntN(31)-15)
	_, objects, engine, err := scene.ReadWith(ctx, s, scene.Wants{}, light.Search)
	if err != nil {
		return Drill{}, false, err
	}
	f := compose.Of(s, objects, engine)
	d := Drill{Set: s, Right: -1, Ask: "Which crop of 4:5 keeps the dish and its spoon whole?", Why: "Look along the edges of each crop: a dish that is cut cannot be dressed back, and half a spoon cannot be read."}
	var good, bad []judged
	for k := range 11 {
		b := f.BoxAt(4./5, float64(k)/10)
		j := judged{b, min(f.Keeps("vessel", b), f.Keeps("food", b)), f.Keeps(spoon, b)}
		switch {
		case j.whole():
			good = append(good, j)
		case j.cut():
			bad = append(bad, j)
		}
	}
	if len(good) == 0 || len(bad) < 3 {
		return d, false, nil
	}
	r.Shuffle(len(bad), func(i, j int) { bad[i], bad[j] = bad[j], bad[i] })
	right := good[r.IntN(len(good))]
	shown := append(slices.Clone(bad[:3]), right)
	slices.SortFunc(shown, func(a, b judged) int { return int(1e6 * (a.box.X - b.box.X)) })
	var lines []reading.Line
	for i, j := range shown {
		name := string(rune('A' + i))
		d.Options = append(d.Options, Option{Words: name, Box: j.box})
		lines = append(lines, reading.Line{Words: "Crop " + name + " keeps of the dish, and of the spoon", Formula: "pixels inside / pixels in the frame", Shown: fmt.Sprintf("%.0f %%, %.0f %%", 100*j.dish, 100*j.spoon)})
		if j == right {
			d.Right = i
		}
	}
	d.Truth = reading.New("crop", "Kept by the crop", 100*min(right.dish, right.spoon), "%", 0, "What the frame shows of each thing, counted by pixel", lines...)
	return d, true, nil
}
