package look

import (
	"fmt"
	"math"
	"reflect"
	"slices"
	"strings"
)

// Merge is what is done to a frame that follows a look and differs from it: a step of its own with the same key stands where
// the look's stood, what it has besides comes after.
func Merge(base, own []Step) []Step {
	out := make([]Step, 0, len(base)+len(own))
	for _, s := range base {
		if i := slices.IndexFunc(own, func(o Step) bool { return o.Key == s.Key }); i >= 0 {
			s = own[i]
		}
		out = append(out, s)
	}
	for _, o := range own {
		if !slices.ContainsFunc(base, func(s Step) bool { return s.Key == o.Key }) {
			out = append(out, o)
		}
	}
	return out
}

// Own is what of a frame's steps is not as its look has it, so that Merge makes them again. A step that the frame has not is
// there as one that is left out.
func Own(base, steps []Step) []Step {
	out := []Step{}
	for _, s := range steps {
		if i := slices.IndexFunc(base, func(b Step) bool { return b.Key == s.Key }); i < 0 || !same(base[i], s) {
			out = append(out, s)
		}
	}
	for _, b := range base {
		if !b.Off && !slices.ContainsFunc(steps, func(s Step) bool { return s.Key == b.Key }) {
			b.Off = true
			out = append(out, b)
		}
	}
	return out
}

// same compares all that two steps say but why.
func same(a, b Step) bool {
	a.Why, b.Why = "", ""
	return reflect.DeepEqual(a, b)
}

// names are the kinds as a person says them.
var names = map[Kind]string{Mend: "Spot mended", Crop: "Crop", Level: "Level", White: "White", Tone: "Tone", Local: "Part", Band: "Hues", Sharpen: "Edges", Grain: "Grain"}

// Words says what a step does, in a line.
func (s Step) Words() string {
	var says []string
	say := func(format string, v ...any) { says = append(says, fmt.Sprintf(format, v...)) }
	switch s.Kind {
	case Level:
		say("%s stops", signed(s.Stops, 2))
	case White:
		k := s.Kelvin
		if k == 0 {
			k = Daylight
		}
		say("taken at %.0f K", k)
		if s.Tint != 0 {
			say("tint %s", signed(s.Tint, 1))
		}
	case Tone:
		if s.Slope != 0 && s.Slope != 1 {
			say("slope %.2f", s.Slope)
		}
		if s.Toe != 0 {
			say("shadows %s", signed(s.Toe, 2))
		}
		if s.Shoulder != 0 {
			say("white %s", signed(s.Shoulder, 2))
		}
	case Local:
		say("%s stops", signed(s.Stops, 2))
		if m := s.Mask; m != nil {
			say("%s", m.words())
		}
	case Band:
		say("%.0f° and %.0f° about it", s.HueDeg, s.WidthDeg/2)
		if s.WidthDeg >= 360 {
			says = []string{"all"}
		}
		if s.TurnDeg != 0 {
			say("turned %s°", signed(s.TurnDeg, 0))
		}
		if s.Chroma != 0 {
			say("colour %s %%", signed(100*s.Chroma, 0))
		}
		if s.Lightness != 0 {
			say("lightness %s", signed(s.Lightness, 2))
		}
	case Crop:
		if b := s.Box; b != nil {
			say("%.0f × %.0f %% from %.0f, %.0f %%", 100*b.W, 100*b.H, 100*b.X, 100*b.Y)
		}
		if s.TurnDeg != 0 {
			say("turned %s°", signed(s.TurnDeg, 1))
		}
	case Mend:
		if s.At != nil && s.From != nil {
			say("at %.1f, %.1f %%, from %.1f, %.1f %%", 100*s.At.X, 100*s.At.Y, 100*s.From.X, 100*s.From.Y)
		}
	case Sharpen:
		say("%.1f px, %.2f", s.RadiusPx, s.Amount)
	case Grain:
		say("%.1f px, %.2f stops", s.RadiusPx, s.Amount)
	}
	if len(says) == 0 {
		says = []string{"as it was"}
	}
	return names[s.Kind] + ": " + strings.Join(says, ", ")
}

func (m Mask) words() string {
	where := map[bool]string{false: "in", true: "outside"}[m.Outside]
	what := map[Shape]string{Oval: "an oval", Fade: "a fade", Stroke: "a stroke"}[m.Shape]
	if len(m.Points) == 0 {
		return where + " " + what
	}
	return fmt.Sprintf("%s %s at %.0f, %.0f %%", where, what, 100*m.Points[0].X, 100*m.Points[0].Y)
}

func signed(v float64, decimals int) string {
	sign := "+"
	if v < 0 {
		sign = "−"
	}
	return sign + fmt.Sprintf("%.*f", decimals, math.Abs(v))
}

// Differs says in words how a frame's own steps are not as its look has them: nothing of one that became so since, or that is
// left out of both.
func Differs(base, own []Step) []string {
	out := []string{}
	for _, o := range own {
		i := slices.IndexFunc(base, func(b Step) bool { return b.Key == o.Key })
		switch {
		case i >= 0 && same(base[i], o), o.Off && (i < 0 || base[i].Off):
		case i < 0:
			out = append(out, o.Words())
		case o.Off:
			out = append(out, names[o.Kind]+" left out")
		case base[i].Off:
			out = append(out, o.Words()+", which the look leaves out")
		default:
			out = append(out, o.Words()+", not "+strings.TrimPrefix(base[i].Words(), names[base[i].Kind]+": "))
		}
	}
	return out
}
