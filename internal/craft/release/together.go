package release

import (
	"fmt"
	"math"
	"slices"

	"figladder/internal/craft/finding"
)

// Member is a picture of a set that is published together, in the figures that the eye takes in at once.
type Member struct {
	Key       string
	Title     string
	L, A, B   float64 // mean of the whole picture, CIE L*a*b* (D65)
	Clock     float64 // where its light comes from, o'clock; 0 where that is not known
	HeroShare float64 // of the picture that the dish covers, 0 to 1; 0 where that is not known
	Shape     float64 // width over height
}

// How far a picture may be off the middle of its set before it is told (handbook H4: light, colour, crop; the values are of our own).
const (
	offL     = 12.0 // L*
	offHue   = 9.0  // distance in a*b*
	offHours = 3.0
	offSize  = 2.0 // times as large or small
	offShape = 0.02
)

// Together says which pictures of a set do not belong to the others: in light, colour or crop. It takes three to say so.
func Together(all []Member) map[string][]finding.Finding {
	out := map[string][]finding.Finding{}
	if len(all) < 3 {
		return out
	}
	of := func(get func(Member) float64, known func(float64) bool) (float64, int) {
		var v []float64
		for _, m := range all {
			if x := get(m); known(x) {
				v = append(v, x)
			}
		}
		if len(v) == 0 {
			return 0, 0
		}
		slices.Sort(v)
		return (v[(len(v)-1)/2] + v[len(v)/2]) / 2, len(v)
	}
	always := func(float64) bool { return true }
	there := func(x float64) bool { return x > 0 }
	l, _ := of(func(m Member) float64 { return m.L }, always)
	a, _ := of(func(m Member) float64 { return m.A }, always)
	b, _ := of(func(m Member) float64 { return m.B }, always)
	size, sizes := of(func(m Member) float64 { return m.HeroShare }, there)
	shape, _ := of(func(m Member) float64 { return m.Shape }, always)
	hour, hours := middleHour(all)
	for _, m := range all {
		tell := func(code, subject, measure, limit, because, try string) {
			out[m.Key] = append(out[m.Key], finding.Finding{Code: code, Severity: finding.Care, Subject: subject, Measure: measure, Limit: limit, Because: because, Try: []finding.Try{finding.Hands(try)}})
		}
		if d := m.L - l; math.Abs(d) > offL {
			tell("set-light", "Lightness", fmt.Sprintf("L* %.0f", m.L), fmt.Sprintf("%.0f, the set's middle, within %.0f", l, offL), "Beside the others it looks "+map[bool]string{true: "washed out", false: "dark"}[d > 0]+".", "Even the series in Look, or leave it out of this set")
		}
		if d := math.Hypot(m.A-a, m.B-b); d > offHue {
			tell("set-colour", "Colour", fmt.Sprintf("%.0f away in a*b*", d), fmt.Sprintf("%.0f", offHue), "Its colour parts it from the others: another ground, another white, or a loud thing.", "Set its white as the others', or leave it out of this set")
		}
		if m.Clock > 0 && hours >= 3 {
			if d := math.Abs(math.Mod(m.Clock-hour+18, 12) - 6); d > offHours {
				tell("set-side", "Light", fmt.Sprintf("from %.0f o'clock", m.Clock), fmt.Sprintf("about %.0f", hour), "Shadows that fall the other way show at once side by side.", "Choose a frame lit from the same side; a mirrored one only where nothing can be read in it")
			}
		}
		if m.HeroShare > 0 && sizes >= 3 {
			if k := m.HeroShare / size; k > offSize || k < 1/offSize {
				tell("set-crop", "Crop", fmt.Sprintf("the dish covers %.0f %%", 100*m.HeroShare), fmt.Sprintf("about %.0f %%", 100*size), "One dish much larger than its neighbours breaks the row.", "Come in closer, or go back, in Out")
			}
		}
		if math.Abs(m.Shape/shape-1) > offShape {
			tell("set-shape", "Shape", fmt.Sprintf("%.2f", m.Shape), fmt.Sprintf("%.2f", shape), "Shapes that differ leave holes in a grid.", "Cut it to the same shape")
		}
	}
	return out
}

// middleHour is the hour that is nearest to all known ones round the clock, and how many are known.
func middleHour(all []Member) (hour float64, n int) {
	least := math.Inf(1)
	for _, c := range all {
		if c.Clock <= 0 {
			continue
		}
		n++
		sum := 0.0
		for _, m := range all {
			if m.Clock > 0 {
				sum += math.Abs(math.Mod(m.Clock-c.Clock+18, 12) - 6)
			}
		}
		if sum < least {
			hour, least = c.Clock, sum
		}
	}
	return hour, n
}
