package jobs_test

import (
	"image"
	"image/draw"
	"math"
	"math/rand/v2"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"figladder/internal/craft/card"
	"figladder/internal/craft/frames"
	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"figladder/internal/demo"
	"figladder/internal/studio/core"
)

// How well pictures are told apart by what was drafted: every planned frame of the demo's shoots, rendered small as the
// studio drafts it, and five times as a hand would take it on the day: moved, nearer or further, raised, lighter or darker,
// warmer or colder. Told apart by looks alone; then by the plan, of which the day falls behind and catches up, and by the
// day's log, with a clock that is an hour fast.
//
//	FIGLADDER_LOOKS=1 bin/figladder with-database -- go test -v -run StudyOfLooks -timeout 30m ./internal/jobs
func TestStudyOfLooks(t *testing.T) {
	if os.Getenv("FIGLADDER_LOOKS") == "" {
		t.Skip("set FIGLADDER_LOOKS=1; it renders some 200 pictures")
	}
	st, _ := studioWithQueue(t)
	ctx := t.Context()
	require.NoError(t, demo.Load(ctx, st, func(string) {}))
	shoots, err := st.Ladder.Shoots(ctx, "", 10)
	require.NoError(t, err)
	for s, c := range shoots {
		rows, err := core.PlannedIn(st.Store.WithContext(ctx), c.Shoot.Key)
		require.NoError(t, err)
		if len(rows) < 5 {
			continue
		}
		draw := func(x scene.Set, long, paths int, seed int64) image.Image {
			r, _, _, err := scene.ReadWith(ctx, x, scene.Wants{}, light.Search)
			require.NoError(t, err)
			img, err := preview.RenderUntil(ctx, x, r.Exposure, r.FocusMm, preview.Options{LongPx: long, Samples: paths, Seed: seed})
			require.NoError(t, err)
			return img
		}
		dice := rand.New(rand.NewPCG(uint64(s), 33))
		var drafted, taken []frames.Look
		var of []int
		var shots []card.Wanted
		var pictures []card.Taken
		var began []float64
		late, last := 0.0, 0.0
		for i, row := range rows {
			x := row.Set()
			drafted = append(drafted, frames.LookOf(draw(x, 264, 5, 1)))
			at := float64(540 + 14*i)
			late = math.Max(-10, math.Min(40, late+10*(dice.Float64()-0.45)))
			began = append(began, math.Max(at+late, last))
			shots = append(shots, card.Wanted{Shot: row.ShotID, FromMin: at, ToMin: at + 8, FocalMm: x.Camera.FocalMm})
			for k := range 5 {
				y := x
				y.Camera.DistanceMm *= 0.88 + 0.24*dice.Float64()
				y.Camera.AimXMm += y.Camera.DistanceMm * 0.06 * (dice.Float64() - 0.5)
				y.Camera.AimYMm += y.Camera.DistanceMm * 0.06 * (dice.Float64() - 0.5)
				y.Camera.ElevationDeg = math.Min(90, math.Max(0, y.Camera.ElevationDeg+8*(dice.Float64()-0.5)))
				img := tinted(draw(y, 240, 4, int64(k+2)), 0.7+0.6*dice.Float64(), 0.94+0.12*dice.Float64())
				taken, of = append(taken, frames.LookOf(img)), append(of, i)
				last = began[i] + 1.5*float64(k) + 0.5
				pictures = append(pictures, card.Taken{AtMin: last + 60, FocalMm: x.Camera.FocalMm})
			}
		}
		like := func(i, j int) float64 { return frames.Alike(taken[i], drafted[j]) }
		alone := 0
		for i := range taken {
			best := 0
			for j := range drafted {
				if like(i, j) > like(i, best) {
					best = j
				}
			}
			if best == of[i] {
				alone++
			}
		}
		t.Logf("%s: %d frames, %d pictures; most like its own draft %d (%.0f %%)", c.Shoot.Name, len(rows), len(taken), alone, 100*float64(alone)/float64(len(taken)))
		logged := make([]card.Wanted, len(shots))
		for i, w := range shots {
			w.FromMin, w.ToMin, w.Logged = began[i], began[i]+8, true
			logged[i] = w
		}
		for name, wanted := range map[string][]card.Wanted{"plan": shots, "log": logged} {
			clock := card.ClockOf(pictures, wanted, like)
			right, wrong, sure, wrongSure := 0, 0, 0, 0
			for i, m := range card.MatchAll(pictures, wanted, like, clock.OffMin) {
				own := m.Shot == wanted[of[i]].Shot
				if m.Sure == card.Sure || m.Sure == card.Likely {
					if own {
						right++
					} else {
						wrong++
					}
				}
				if m.Sure == card.Sure {
					sure++
					if !own {
						wrongSure++
					}
				}
			}
			t.Logf("by %s: clock %.0f min off (sure: %v); laid right %d (%.1f %%), wrong %d, to none %d; sure %d, of them wrong %d", name, clock.OffMin, clock.Sure, right, 100*float64(right)/float64(len(taken)), wrong, len(taken)-right-wrong, sure, wrongSure)
		}
	}
}

// tinted is a picture lighter and warmer by a factor.
func tinted(img image.Image, level, warm float64) image.Image {
	out := image.NewRGBA(image.Rect(0, 0, img.Bounds().Dx(), img.Bounds().Dy()))
	draw.Draw(out, out.Bounds(), img, img.Bounds().Min, draw.Src)
	for i := 0; i < len(out.Pix); i += 4 {
		for k, by := range []float64{level * warm, level, level / warm} {
			out.Pix[i+k] = uint8(math.Min(255, float64(out.Pix[i+k])*by))
		}
	}
	return out
}
