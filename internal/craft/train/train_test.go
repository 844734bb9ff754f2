package train

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"testing"
	"time"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/light"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/review"
	"figladder/internal/craft/scene"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

// fits reports whether an answer is true of a drill's picture, by the engine or by a second way, whatever the drill holds for right.
func fits(t *testing.T, d Drill, choice int) bool {
	t.Helper()
	s, words := d.Set, d.Options[choice].Words
	switch d.Kind {
	case Clock: // by where the lamp stands, not by the light it gives
		hour, _ := strconv.ParseFloat(words, 64)
		return hoursOff(clockOf(s, 0), hour) < 0.5
	case Source: // similar triangles
		var cm float64
		_, _ = fmt.Sscanf(words, "%f", &cm)
		l := s.Lights[0].Rect()
		dist := r3.Norm(r3.Sub(l.Centre, s.Aim()))
		want := 2 * math.Atan(cm*10/2/dist) * 180 / math.Pi
		return math.Abs(d.Truth.Value-want) < 0.15*want
	case Aperture: // the depth of field formula at that number
		var n float64
		_, _ = fmt.Sscanf(words, "f/%f", &n)
		c := optics.Confusion(s.Camera.SensorWidthMm, s.Camera.SensorHeightMm, s.Camera.PixelsLong, 0)
		rep := scene.Read(s, scene.Wants{}, light.Search)
		long := optics.DepthOfField(s.Camera.FocalMm, n, c, rep.FocusMm).LengthMm()
		return math.Abs(d.Truth.Value-long) < 0.1*long
	case Lens: // how small what stands behind is drawn against the dish, for a lens from where it would stand
		var f float64
		_, _ = fmt.Sscanf(words, "%f mm", &f)
		if _, err := optics.Magnification(f, s.Camera.DistanceMm); err != nil {
			return false
		}
		m, _ := optics.Magnification(s.Camera.FocalMm, s.Camera.DistanceMm)
		from := f * (1 + 1/m)
		behind := 300.0
		want, got := from/(from+behind), s.Camera.DistanceMm/(s.Camera.DistanceMm+behind)
		return math.Abs(want-got) < 0.03
	case Fill:
		n, _ := strconv.ParseFloat(words[:1], 64)
		r := light.Ratio(light.NewEngine(s.Lighting(), light.Fine).Facets(s.Hero(), s.ToCamera())).Stops
		return math.Abs(r-n) < 0.5
	case Fault:
		j, err := compose.Judge(t.Context(), s, scene.Wants{}, nil, light.Fine)
		require.NoError(t, err)
		return slices.ContainsFunc(review.FaultsOf(j.Findings), func(x review.Term) bool { return x.Words == words })
	}
	// Crop: by the outline of dish and spoon through the camera, not by pixels.
	b := d.Options[choice].Box
	in := func(x, y, z float64) bool {
		px, py, ok := s.Project(r3.Vec{X: x, Y: y, Z: z})
		px, py = (px+1)/2, (1-py)/2
		return ok && px > b.X-0.004 && px < b.X+b.W+0.004 && py > b.Y-0.004 && py < b.Y+b.H+0.004
	}
	for k := range 48 {
		sin, cos := math.Sincos(float64(k) * math.Pi / 24)
		r := s.Vessel.DiameterMm / 2
		if !in(s.Vessel.XMm+r*cos, s.Vessel.YMm+r*sin, s.Vessel.HeightMm) {
			return false
		}
	}
	for _, x := range s.Things {
		if x.Kind == "spoon" {
			sin, cos := math.Sincos(x.TurnDeg * math.Pi / 180)
			for _, e := range []float64{-0.5, 0.5} {
				for _, w := range []float64{-0.2, 0.2} {
					if !in(x.XMm+x.DepthMm*e*sin+w*x.WidthMm*cos, x.YMm+x.DepthMm*e*cos-w*x.WidthMm*sin, x.HeightMm) {
						return false
					}
				}
			}
		}
	}
	return true
}

// A hundred drills, of every skill there is: each has exactly one answer that is true of its picture, and grades by it.
func TestAHundredDrillsHaveOneRightAnswerEach(t *testing.T) {
	skills := Skills()
	made := 0
	for n := 0; made < 100; n++ {
		for _, s := range skills {
			if made == 100 {
				break
			}
			made++
			key := KeyOf(s, n)
			d, err := Make(t.Context(), key)
			require.NoError(t, err, key)
			var right []int
			for i := range d.Options {
				if fits(t, d, i) {
					right = append(right, i)
				}
			}
			assert.Equal(t, []int{d.Right}, right, "%s: %v, told %s", key, d.Options, d.Truth.Shown)
			for i := range d.Options {
				yes, _ := d.Graded(i)
				assert.Equal(t, i == d.Right, yes, key)
			}
			assert.NotEmpty(t, d.Truth.Working, key)
			assert.Empty(t, d.Set.Check(), key)
		}
	}
}

func TestTheSameKeyIsTheSameDrill(t *testing.T) {
	for _, s := range []Skill{{Clock, "7"}, {Crop, "left"}, {Fault, "middle"}} {
		a, err := Make(t.Context(), KeyOf(s, 3))
		require.NoError(t, err)
		b, err := Make(t.Context(), KeyOf(s, 3))
		require.NoError(t, err)
		assert.Equal(t, a, b)
		c, err := Make(t.Context(), KeyOf(s, 4))
		require.NoError(t, err)
		assert.NotEqual(t, a.Set, c.Set, "another one of the same skill is another picture")
	}
	for _, key := range []string{"", "clock", "clock.13.0", "clock.7.-1", "clock.7.01", "clock.7.1e3", "nothing.7.0", "fault.tired.0", "clock.7.0.0"} {
		_, err := Make(t.Context(), key)
		assert.ErrorIs(t, err, ErrNoDrill, key)
	}
}

func TestOneHourOffIsSaid(t *testing.T) {
	d := Drill{Kind: Clock, Right: 11}
	_, off := d.Graded(0)
	assert.Equal(t, "One hour off.", off, "1 is beside 12")
	_, off = d.Graded(4)
	assert.Empty(t, off)
}

// However somebody answers over the weeks, no drill comes twice, in a session or in another, and a session is never short.
func TestNoDrillComesTwice(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		now := time.Date(2026, 12, 3, 9, 0, 0, 0, time.UTC)
		own := rapid.SliceOfN(rapid.SampledFrom(append(faultItems(), "tired")), 0, 5).Draw(t, "own")
		var answers []Answered
		seen := map[string]bool{}
		for range rapid.IntRange(1, 12).Draw(t, "sessions") {
			session := Session(answers, own, now)
			assert.Len(t, session, SessionLong)
			skills := map[Skill]bool{}
			for _, key := range session {
				assert.False(t, seen[key], "%s came before", key)
				seen[key] = true
				s, _, err := SkillOf(key)
				assert.NoError(t, err)
				assert.False(t, skills[s], "one skill twice in a session")
				skills[s] = true
				if rapid.Bool().Draw(t, "given") {
					answers = append(answers, Answered{key, rapid.Bool().Draw(t, "right"), now})
				} else {
					seen[key] = false // it was not answered, and may come again
				}
			}
			now = now.Add(time.Duration(rapid.IntRange(0, 100).Draw(t, "hours")) * time.Hour)
		}
	})
}

func TestLeitnersBoxes(t *testing.T) {
	now := time.Date(2026, 12, 3, 9, 0, 0, 0, time.UTC)
	days := func(n int) time.Time { return now.AddDate(0, 0, n) }
	of := func(answers ...Answered) Standing {
		all := Standings(answers)
		return all[slices.IndexFunc(all, func(s Standing) bool { return s.Skill == Skill{Clock, "7"} })]
	}
	assert.Equal(t, 0, of().Box)
	yes := func(on time.Time) Answered { return Answered{"clock.7.0", true, on} }
	no := func(on time.Time) Answered { return Answered{"clock.7.0", false, on} }
	assert.Equal(t, Standing{Skill{Clock, "7"}, "7 o'clock", 1, 1, 1, days(1)}, of(yes(now)))
	assert.Equal(t, Standing{Skill{Clock, "7"}, "7 o'clock", 2, 2, 2, days(3)}, of(yes(now), yes(days(1))))
	x := of(yes(now), yes(now), yes(now), yes(now), yes(now), yes(now))
	assert.Equal(t, 5, x.Box, "there is no sixth")
	assert.Equal(t, days(16), x.Due)
	assert.Equal(t, 1, of(yes(now), yes(now), yes(now), no(now)).Box, "what is not known goes back to the first")
}

func TestOwnFaultsComeFirst(t *testing.T) {
	now := time.Date(2026, 12, 3, 9, 0, 0, 0, time.UTC)
	first := Session(nil, []string{"spoon-colour", "tired", "depth-thin"}, now)
	assert.Equal(t, []string{"fault.spoon-colour.0", "fault.depth-thin.0"}, first[:2], "what no check finds cannot be drilled")
	kinds := map[Kind]bool{}
	for _, key := range first {
		s, _, _ := SkillOf(key)
		kinds[s.Kind] = true
	}
	assert.Len(t, kinds, len(Kinds), "one of each kind")
	again := Session([]Answered{{"fault.spoon-colour.0", true, now}}, []string{"spoon-colour"}, now.Add(time.Hour))
	assert.NotContains(t, again, "fault.spoon-colour.1", "what was known an hour ago rests")
	tomorrow := Session([]Answered{{"fault.spoon-colour.0", false, now}, {"clock.3.0", false, now}}, nil, now.AddDate(0, 0, 1))
	assert.Equal(t, []string{"clock.3.1", "fault.spoon-colour.1"}, tomorrowSorted(tomorrow[:2]), "what was not known comes before what is new")
}

func tomorrowSorted(s []string) []string {
	s = slices.Clone(s)
	slices.Sort(s)
	return s
}
