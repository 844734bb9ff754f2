package train

import (
	"context"
	"math"
	"math/rand/v2"
	"slices"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/review"
	"figladder/internal/craft/scene"
)

// Things of a good set, by their place in its list.
const (
	knifeAt = iota
	clothAt
	bowlAt
	herbsAt // three of them
)

// spoil is a fault that a good set can be given, by the words of what is noted on old frames, with the check that finds it. It is
// one change.
type spoil struct {
	fault, code string
	do          func(scene.Set) scene.Set
}

var spoils = []spoil{
	{"depth-thin", "depth-short", func(s scene.Set) scene.Set {
		s.Camera.WidestAperture, s.Camera.Aperture = 1.8, 1.8 // so that it shows at the size of a screen
		return s
	}},
	{"garnish-line", "garnish-line", func(s scene.Set) scene.Set {
		first := s.Things[herbsAt]
		for k := range 3 {
			t := &s.Things[herbsAt+k]
			t.XMm, t.YMm = first.XMm+float64(k)*75*toward(s, first.XMm), first.YMm-float64(k)*8
		}
		return s
	}},
	{"cut-badly", "cut-off", func(s scene.Set) scene.Set {
		across, _ := s.Camera.FrameSensor()
		half := across * s.Camera.DistanceMm / s.ImageDistanceMm() / 2
		t := &s.Things[knifeAt]
		side := -toward(s, t.XMm)
		t.XMm, t.TurnDeg = s.Aim().X+side*(half+45), 90*side
		return s
	}},
	{"hero-small", "hero-lost", func(s scene.Set) scene.Set {
		s.Camera.DistanceMm *= 2.3
		s.Camera.AimXMm *= 2.3
		s.Camera.Aperture = 11
		return s
	}},
	{"middle", "dead-centre", func(s scene.Set) scene.Set {
		s.Camera.AimXMm, s.Camera.AimYMm = 0, 0
		return s
	}},
	{"leads-out", "leads-out", func(s scene.Set) scene.Set {
		t := &s.Things[knifeAt]
		t.TurnDeg = math.Round(math.Atan2(s.Vessel.XMm-t.XMm, s.Vessel.YMm-t.YMm)*180/math.Pi) + 88
		return s
	}},
	{"bright-prop", "brighter-prop", func(s scene.Set) scene.Set {
		s.Things[bowlAt].Colour = "#ffffff"
		return s
	}},
	{"loud-prop", "louder-prop", func(s scene.Set) scene.Set {
		s.Things[bowlAt].Colour = "#c4162a"
		return s
	}},
	{"spoon-colour", "colour-twin", func(s scene.Set) scene.Set {
		t := &s.Things[bowlAt]
		t.Colour = s.Food.Colour
		t.XMm, t.YMm = s.Vessel.XMm-toward(s, t.XMm)*(s.Vessel.DiameterMm/2+t.WidthMm*0.4), s.Vessel.YMm+40
		return s
	}},
	{"cutlery-big", "big-cutlery", func(s scene.Set) scene.Set {
		t := &s.Things[knifeAt]
		t.DepthMm, t.WidthMm = 320, 34
		t.XMm -= toward(s, t.XMm) * 40
		return s
	}},
	{"all-round", "round-on-round", func(s scene.Set) scene.Set {
		s.Things[knifeAt].On = false
		t := &s.Things[clothAt]
		*t = s.Things[bowlAt]
		t.Kind, t.Name, t.WidthMm, t.HeightMm = "plate", "Plate", 150, 16
		t.XMm, t.YMm = s.Vessel.XMm+(s.Vessel.XMm-s.Things[bowlAt].XMm)*1.05, s.Vessel.YMm+130
		return s
	}},
	{"flat-light", "front-light", func(s scene.Set) scene.Set {
		s.Cards[0].On = false
		return s.KeyFrom(0, 6, 45, lampMm)
	}},
	{"cast", "mixed-light", func(s scene.Set) scene.Set {
		lit, err := s.WithLight("bulb")
		if err != nil {
			panic(err) // the kinds are ours
		}
		n := len(lit.Lights) - 1
		lit.Lights[n].LuxAt1m = 1200
		return lit.KeyFrom(n, math.Mod(clockOf(lit, 0)+6, 12), 40, 1000)
	}},
}

// toward is 1 where what stands at x has the dish on its right, -1 where on its left.
func toward(s scene.Set, x float64) float64 {
	if x < s.Vessel.XMm {
		return 1
	}
	return -1
}

// clockOf is the hour at which a light stands, by its place.
func clockOf(s scene.Set, i int) float64 {
	a := s.Aim()
	return math.Mod(math.Atan2(s.Lights[i].XMm-a.X, s.Lights[i].YMm-a.Y)/(2*math.Pi)*12+12, 12)
}

func faultItems() (out []string) {
	for _, s := range spoils {
		out = append(out, s.fault)
	}
	return out
}

// good is a set that nothing is to be said against of what can be drilled: the dish over a third, a knife that leads to it, a cloth
// askew, a quiet bowl, three sprigs that make a triangle, a white card opposite the lamp, and depth enough.
func good(ctx context.Context, r *rand.Rand) (scene.Set, error) {
	s := dish(r)
	out := s.Vessel.DiameterMm / 2
	side := []float64{-1, 1}[r.IntN(2)] // where the things lie; the lamp stands on the other side
	width := 2.2*s.Vessel.DiameterMm + 150
	s = framed(s, 60, width)
	s.Camera.AimXMm, s.Camera.AimYMm = side*width*0.13, 25
	s = placed(s, "knife", "#77736a", side*(out+75), -30, -side*30)
	s = placed(s, "linen", "#6d7069", side*out*1.3, 50, 17*side)
	s = placed(s, "bowl", "#4b4f52", side*(out+95), out*0.6+70, 0)
	t := &s.Things[bowlAt]
	t.WidthMm, t.HeightMm = 95, 42
	for _, p := range [][2]float64{{-0.2, -1.35}, {0.25, -1.6}, {0.4, -1.2}} {
		s = placed(s, "herbs", "#5e7457", p[0]*out*side, p[1]*out, 0)
		t := &s.Things[len(s.Things)-1]
		t.WidthMm, t.HeightMm = 26, 8
	}
	s = s.KeyFrom(0, 12-side*2.5, 40, lampMm)
	c := scene.StartCard()
	c.On, c.WidthMm, c.HeightMm = true, 600, 420
	c.XMm, c.YMm, c.FacingDeg = s.Vessel.XMm+side*width*0.95, s.Vessel.YMm-60, 180+90*side
	s.Cards = append(s.Cards, c)
	rep, _, _, err := scene.ReadWith(ctx, s, scene.Wants{}, light.Search)
	if err != nil {
		return s, err
	}
	if n, ok := exposure.ApertureAtLeast(math.Max(rep.CoverNumber, s.Camera.Aperture) * 1.15); ok && n <= s.Camera.NarrowAperture {
		s.Camera.Aperture = n
	}
	return s, nil
}

// faultsIn are the faults that the checks find in a set.
func faultsIn(ctx context.Context, s scene.Set) ([]string, []finding.Finding, error) {
	j, err := compose.Judge(ctx, s, scene.Wants{}, nil, light.Fine)
	if err != nil {
		return nil, nil, err
	}
	var out []string
	for _, t := range review.FaultsOf(j.Findings) {
		out = append(out, t.Key)
	}
	return out, j.Findings, nil
}

// makeFault gives a good set one fault, and asks which among faults that it has not.
func makeFault(ctx context.Context, item string, r *rand.Rand) (Drill, bool, error) {
	s, err := good(ctx, r)
	if err != nil {
		return Drill{}, false, err
	}
	x := spoils[slices.IndexFunc(spoils, func(x spoil) bool { return x.fault == item })]
	s = x.do(s.Copy())
	has, found, err := faultsIn(ctx, s)
	at := slices.IndexFunc(found, func(f finding.Finding) bool { return f.Code == x.code })
	if err != nil || at < 0 {
		return Drill{}, false, err
	}
	var others []string
	for _, x := range spoils {
		if !slices.Contains(has, x.fault) {
			others = append(others, x.fault)
		}
	}
	if len(others) < 3 {
		return Drill{}, false, nil
	}
	r.Shuffle(len(others), func(i, j int) { others[i], others[j] = others[j], others[i] })
	shown := append(others[:3:3], item)
	r.Shuffle(len(shown), func(i, j int) { shown[i], shown[j] = shown[j], shown[i] })
	d := Drill{Set: s, Ask: "What is wrong with it?", Right: slices.Index(shown, item)}
	for _, key := range shown {
		t, _ := review.Of(key)
		d.Options = append(d.Options, Option{Words: t.Words})
	}
	t, _ := review.Of(item)
	f := found[at]
	d.Why = f.Because
	d.Truth = reading.New("fault", f.Subject, 0, "", 0, "The same check that reads your sets",
		reading.Line{Words: "Measured", Formula: "", Shown: f.Measure}, reading.Line{Words: "Wanted", Formula: "", Shown: f.Limit}, reading.Line{Words: "Next time", Formula: "", Shown: t.Next})
	d.Truth.Shown = f.Measure
	return d, true, nil
}

// Drilled reports whether a fault can be drilled: whether a good set can be given it.
func Drilled(fault string) bool {
	return slices.ContainsFunc(spoils, func(x spoil) bool { return x.fault == fault })
}
