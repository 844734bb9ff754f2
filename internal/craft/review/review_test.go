package review

import (
	"io/fs"
	"math"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"figladder/internal/craft/finding"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A word that no check knows would never come up on a set, and nobody would miss it.
func TestEveryCodeOfAFaultIsACheck(t *testing.T) {
	var code strings.Builder
	require.NoError(t, filepath.WalkDir("..", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") || strings.HasPrefix(path, "../review") {
			return err
		}
		src, err := os.ReadFile(path)
		code.Write(src)
		return err
	}))
	faults := 0
	for _, x := range Terms {
		assert.Contains(t, []finding.Group{finding.Light, finding.Depth, finding.Frame, finding.Props}, x.Group, x.Key)
		if x.Good {
			assert.Empty(t, x.Codes, x.Key)
			assert.Empty(t, x.Next, x.Key)
			continue
		}
		faults++
		assert.NotEmpty(t, x.Next, x.Key)
		for _, c := range x.Codes {
			assert.Contains(t, code.String(), `"`+c+`"`, x.Key)
		}
	}
	assert.Greater(t, faults, 20)
	for _, named := range []string{"depth-thin", "garnish-line", "bright-prop", "spoon-colour"} { // the handbook's own
		x, known := Of(named)
		assert.True(t, known && len(x.Codes) > 0, named)
	}
}

func TestWhatAPinMaySay(t *testing.T) {
	ok := []Pin{{Key: "a", Says: Bad, What: "depth-thin"}, {Key: "b", Says: Next, Words: "the green linen"}, {Key: "c", Says: Good, What: "light-good"}, {Key: "d", Says: Next, What: "glare"}}
	assert.Empty(t, Check(ok))
	for field, pins := range map[string][]Pin{
		"pins.0.words": {{Key: "a", Says: Bad, Words: "  "}},
		"pins.1.key":   {ok[0], ok[0]},
		"pins.0.what":  {{Key: "a", Says: Bad, What: "no such word", Words: "x"}},
	} {
		problems := Check(pins)
		require.Len(t, problems, 1, field)
		assert.Equal(t, field, problems[0].Path)
	}
	assert.Len(t, Check([]Pin{{Key: "a", Says: Good, What: "glare"}, {Key: "b", Says: Bad, What: "light-good"}}), 2, "a fault does not work, and what works is none")
}

func day(n int) time.Time { return time.Date(2026, 10, n, 12, 0, 0, 0, time.UTC) }

func TestFaultsAreCountedByFrames(t *testing.T) {
	all := Count([]Noted{
		{What: "glare", FrameID: "1", On: day(9)}, {What: "depth-thin", FrameID: "1", On: day(1), Title: "Leeks"}, {What: "depth-thin", FrameID: "1", On: day(1), Title: "Leeks"},
		{What: "depth-thin", FrameID: "3", On: day(3), Title: "Beans", Words: "only the front"}, {What: "depth-thin", FrameID: "2", On: day(2), Title: "Chard"},
		{What: "light-good", FrameID: "1", On: day(4)}, {What: "", FrameID: "1", On: day(4)}, {What: "cast", FrameID: "7", On: day(10)},
	})
	require.Len(t, all, 3)
	assert.Equal(t, "depth-thin", all[0].Term.Key)
	assert.Equal(t, 3, all[0].Times, "two pins on one frame are one time")
	assert.Equal(t, "Beans", all[0].Last.Title)
	assert.Equal(t, []string{"cast", "glare"}, []string{all[1].Term.Key, all[2].Term.Key}, "of equals the newer first")
}

// A fault noted three times comes up on a set that has it, and not on one that has not.
func TestWhatWasNotedOftenComesUp(t *testing.T) {
	noted := func(n int) (out []Noted) {
		for i := range n {
			out = append(out, Noted{What: "depth-thin", FrameID: string(rune('a' + i)), On: day(i + 1), Title: "Leeks", Words: "only the front fork"})
		}
		return out
	}
	has := []finding.Finding{{Code: "front-light", Subject: "Light"}, {Code: "depth-short", Subject: "Depth", Measure: "21 mm", Limit: "60 mm", Group: finding.Depth, Cost: 68, Try: []finding.Try{finding.Press("Stop down", finding.SetNumber("camera.aperture", 11))}}}
	hasNot := has[:1]

	assert.Equal(t, has, Again(Count(noted(2)), has), "twice is no habit")
	assert.Equal(t, hasNot, Again(Count(noted(3)), hasNot), "not here")
	told := Again(Count(noted(3)), has)
	require.Len(t, told, 3)
	f := told[0]
	assert.Equal(t, "again-depth-thin", f.Code)
	assert.Equal(t, "Again: depth too thin", f.Subject)
	assert.Equal(t, "Depth: 21 mm", f.Measure)
	assert.Equal(t, "c", f.Frame, "the newest shows it")
	assert.Contains(t, f.Because, "on 3 of your frames, last on “Leeks”, taken on 3 October 2026")
	assert.Contains(t, f.Because, "only the front fork")
	assert.Equal(t, "camera.aperture", f.Try[0].Edits[0].Path, "and is mended by the same press")
	assert.Len(t, has[1].Try, 1, "what was found is not touched")
	assert.Equal(t, has, told[1:])
}

func TestTheEyeStartsAtWhatWasMeasured(t *testing.T) {
	found := []finding.Finding{{Code: "brighter-prop", Subject: "White bowl", Measure: "L* 92", Limit: "L* 80"}, {Code: "depth-short", Subject: "Depth", Measure: "21 mm", Limit: "60 mm"},
		{Code: "no-aperture-covers", Subject: "Depth", Measure: "f/22"}, {Code: "rig-load", Subject: "Boom"}}
	hints := Hints(found, Place{Name: "food", X: 0.4, Y: 0.6, W: 0.2, H: 0.2}, []Place{{Name: "White bowl", X: 0.9, Y: 1.2}}, nil)
	require.Len(t, hints, 2, "each fault once, and only what can be pinned")
	assert.Equal(t, Hint{What: "bright-prop", Words: "Bright prop away from the hero", Because: "White bowl: L* 92, wanted L* 80", X: 0.9, Y: 1}, hints[0])
	assert.InDeltaSlice(t, []float64{0.4, 0.5}, []float64{hints[1].X, hints[1].Y}, 1e-9, "depth shows at the far edge")
	many := Hints([]finding.Finding{{Code: "front-light"}, {Code: "glare"}, {Code: "mixed-light"}, {Code: "garnish-line"}}, Place{X: 0.5, Y: 0.5}, nil, nil)
	require.Len(t, many, 4)
	for i, a := range many {
		for _, b := range many[i+1:] {
			assert.Greater(t, math.Hypot(a.X-b.X, a.Y-b.Y), 0.05, "%s lies on %s", a.What, b.What)
		}
	}
	assert.Len(t, Hints(found, Place{}, nil, []Pin{{What: "depth-thin"}}), 1)
}

func TestWhatWasPlannedAgainstWhatCame(t *testing.T) {
	all, words := Against(Came{})
	assert.Empty(t, all)
	assert.Empty(t, words)
	all, words = Against(Came{DayPlannedMin: 100, DayMin: 150, EditPlannedMin: 160, EditMin: 400, RoundsPlanned: 1, Rounds: 3, FramesPlanned: 6, Kept: 4, CostMinor: 10000, CameMinor: 11000, Currency: "EUR"})
	require.Len(t, all, 5)
	assert.Equal(t, "1.7 h", all[1].Working[2].Shown, "400 minutes for four frames")
	assert.InDelta(t, 110, all[4].Value, 1e-9)
	assert.Equal(t, []string{
		"The day's jobs took 1.5 times what was planned: the next estimate goes by that.",
		"A frame took 1.7 h at the edit: say that in the next estimate.",
		"3 rounds instead of 1: ask what was open in the brief when the first was shown.",
	}, words)
	_, words = Against(Came{DayPlannedMin: 100, DayMin: 110, EditPlannedMin: 160, EditMin: 150, RoundsPlanned: 2, Rounds: 2, FramesPlanned: 4, Kept: 4})
	assert.Empty(t, words, "near enough")
}

func TestWhatIsUsedTooOften(t *testing.T) {
	uses := Uses([]Use{{Kind: "prop", Name: "Linen", Times: 2}, {Kind: "prop", Name: "Fork", Times: 3}, {Kind: "angle", Name: "low", Times: 5}, {Kind: "angle", Name: "level", Times: 5}}, 10)
	assert.Equal(t, []string{"level", "low", "Fork", "Linen"}, []string{uses[0].Name, uses[1].Name, uses[2].Name, uses[3].Name})
	assert.False(t, uses[0].Over, "half is not more than half")
	assert.True(t, uses[2].Over)
	assert.Contains(t, uses[2].Words, "Fork on 3 of 10")
	assert.InDelta(t, 0.2, uses[3].Share, 1e-9)
	assert.False(t, Uses([]Use{{Kind: "prop", Name: "Fork", Times: 5}}, 5)[0].Over, "too few to say")
	assert.Zero(t, Uses([]Use{{Kind: "prop", Name: "Fork"}}, 0)[0].Share)
}
