package train

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strconv"

	"figladder/internal/craft/light"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/scene"
)

// read is the engine's reading of a set by its key.
func read(ctx context.Context, s scene.Set, key string, d light.Detail) (reading.Reading, error) {
	out, _, _, err := scene.ReadWith(ctx, s, scene.Wants{}, d)
	if err != nil {
		return reading.Reading{}, err
	}
	i := slices.IndexFunc(out.Readings, func(x reading.Reading) bool { return x.Key == key })
	if i < 0 {
		return reading.Reading{}, fmt.Errorf("no reading %q", key)
	}
	return out.Readings[i], nil
}

func clockItems() (out []string) {
	for h := 1; h <= 12; h++ {
		out = append(out, strconv.Itoa(h))
	}
	return out
}

// hoursOff is how far two places of the clock lie from one another, hours.
func hoursOff(a, b float64) float64 { return math.Abs(math.Mod(a-b+18, 12) - 6) }

// makeClock lights a dish from one of twelve places.
func makeClock(ctx context.Context, item string, r *rand.Rand) (Drill, bool, error) {
	hour, _ := strconv.ParseFloat(item, 64)
	s := dish(r)
	s = framed(s, 50, 2.1*s.Vessel.DiameterMm+120)
	s = s.KeyFrom(0, hour, float64(30+5*r.IntN(4)), lampMm)
	d := Drill{Set: s, Ask: "Where does the light come from?", Right: int(hour) - 1,
		Why: "Look where the shadow falls on the table, and which edge of the dish is bright: the light stands opposite the shadow."}
	for h := 1; h <= 12; h++ {
		d.Options = append(d.Options, Option{Words: strconv.Itoa(h)})
	}
	var err error
	if d.Truth, err = read(ctx, s, "direction", light.Fine); err != nil {
		return d, false, err
	}
	return d, hoursOff(d.Truth.Value, hour) < 0.4 && !s.SeesLight(0), nil
}

// sizes are how large sources are that can be told from one another by their shadows, cm: each three times the one before.
var sizes = []struct {
	cm    int
	words string
}{{6, "6 cm: a bare head, hard"}, {18, "18 cm: a small panel"}, {55, "55 cm: a softbox"}, {165, "165 cm: a window, soft"}}

func sourceItems() (out []string) {
	for _, s := range sizes {
		out = append(out, strconv.Itoa(s.cm))
	}
	return out
}

// makeSource lights a dish by a source of some size.
func makeSource(ctx context.Context, item string, r *rand.Rand) (Drill, bool, error) {
	s := dish(r)
	s = framed(s, 50, 2*s.Vessel.DiameterMm+150)
	s = placed(s, "bottle", "", s.Vessel.DiameterMm/2+80, 120, 0)
	s = s.KeyFrom(0, []float64{8, 9, 10, 2, 3, 4}[r.IntN(6)], 35, lampMm)
	d := Drill{Ask: "How large is the light?", Right: -1, Why: "Look at the edge of the shadow where it ends on the table: the larger the light looks from the dish, the wider the edge runs out."}
	for i, x := range sizes {
		d.Options = append(d.Options, Option{Words: x.words})
		if strconv.Itoa(x.cm) == item {
			d.Right = i
			s = sized(s, x.cm)
		}
	}
	d.Set = s
	var err error
	d.Truth, err = read(ctx, s, "softness", light.Search)
	return d, err == nil && d.Right >= 0 && !s.SeesLight(0), err
}

// sized gives the lamp a size, as bright at the dish as before.
func sized(s scene.Set, cm int) scene.Set {
	s = s.Copy()
	s.Lights[0].WidthMm, s.Lights[0].HeightMm = float64(cm)*10, float64(cm)*10
	return s
}

// ratios are what the two sides of a dish are told apart by, stops.
var ratios = []int{1, 2, 3, 4}

func fillItems() (out []string) {
	for _, x := range ratios {
		out = append(out, strconv.Itoa(x))
	}
	return out
}

// sure is how near the figure must lie to a whole stop to be the one answer.
const sure = 0.2

// makeFill lights a dish from beside, and so much from all round above that its two sides lie so many stops apart.
func makeFill(ctx context.Context, item string, r *rand.Rand) (Drill, bool, error) {
	want, _ := strconv.Atoi(item)
	s := dish(r)
	s = framed(s, 50, 2*s.Vessel.DiameterMm+140)
	s = s.KeyFrom(0, []float64{9, 3}[r.IntN(2)], 30, lampMm)
	s.Room.Reflectance = 0.05
	s, err := s.WithLight("roof light")
	if err != nil {
		return Drill{}, false, err
	}
	s.Lights[1].WidthMm, s.Lights[1].HeightMm, s.Lights[1].Kelvin = 3000, 3000, s.Lights[0].Kelvin
	at := func(cdM2 float64) scene.Set {
		t := s.Copy()
		t.Lights[1].LuminanceCdM2 = cdM2
		return t
	}
	stops := func(t scene.Set, d light.Detail) float64 {
		return light.Ratio(light.NewEngineUntil(ctx, t.Lighting(), d).SeenFacets(t.Hero(), t.ToCamera())).Stops
	}
	// Looked for quickly, and again by as much as the fine figure differs from the quick one.
	aim, found := float64(want), 0.0
	for range 5 {
		low, high := 0.1, 4000.0
		for range 14 {
			if mid := math.Sqrt(low * high); stops(at(mid), light.Search) > aim {
				low = mid
			} else {
				high = mid
			}
			if err := ctx.Err(); err != nil {
				return Drill{}, false, err
			}
		}
		found = math.Round(10*math.Sqrt(low*high)) / 10
		off := float64(want) - stops(at(found), light.Fine)
		if math.Abs(off) < sure/3 {
			break
		}
		aim += off
	}
	d := Drill{Set: at(found), Ask: "How many stops lie between the light side of the dish and its dark side?", Right: want - 1,
		Why: "Look at the same colour on both sides: one stop is half the light, and the dark side still shows all; at four it hardly shows anything."}
	for _, x := range ratios {
		d.Options = append(d.Options, Option{Words: stopsWords(x)})
	}
	if d.Truth, err = read(ctx, d.Set, "keyFill", light.Fine); err != nil {
		return d, false, err
	}
	return d, math.Abs(d.Truth.Value-float64(want)) < sure && !d.Set.SeesLight(0) && !d.Set.SeesLight(1), nil
}

func stopsWords(n int) string {
	if n == 1 {
		return "1 stop"
	}
	return fmt.Sprintf("%d stops", n)
}
