package work

import (
	"testing"

	"figladder/internal/craft/styling"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestWhatIsNext(t *testing.T) {
	pins := func(states ...PinState) (out []Pin) {
		for _, s := range states {
			out = append(out, Pin{State: s})
		}
		return out
	}
	done := Facts{Looked: true, Ticked: 4, Ticks: 4, Commission: true, Shown: 1, Approved: true, Accepted: 1}
	for _, row := range []struct {
		change func(*Facts)
		next   Step
		words  string // of that step
	}{
		{func(*Facts) {}, "", ""},
		{func(f *Facts) { f.Looked = false }, Look, "No finished picture yet"},
		{func(f *Facts) { f.Pins = pins(Open, Done, Checked) }, Retouch, "2 of 3 pins done"},
		{func(f *Facts) { f.Pins = pins(Done, Checked) }, Check, "4 of 4 checks ticked, 1 pins to look at once more"},
		{func(f *Facts) { f.Ticked = 3 }, Check, "3 of 4 checks ticked"},
		{func(f *Facts) { f.Approved, f.Shown = false, 0 }, Round, "No round has shown it yet"},
		{func(f *Facts) { f.Approved, f.Said = false, "Round 1. Bo: a change" }, Round, "Round 1. Bo: a change"},
		{func(f *Facts) { f.Approved, f.Commission = false, false }, Round, "It waits for your yes"},
		{func(f *Facts) { f.Accepted = 0 }, Export, "No outlet has it yet"},
		{func(f *Facts) { f.Accepted, f.WaitingInOut = 0, true }, Export, "On its way"},
	} {
		f := done
		row.change(&f)
		all, next := Of(f)
		require.Len(t, all, len(Steps))
		assert.Equal(t, row.next, next)
		for _, s := range all {
			if s.Step == next {
				assert.Equal(t, row.words, s.Words)
			}
		}
	}
}

func TestAnEstimateGoesByOnesOwnPast(t *testing.T) {
	said := Estimate(Look, Past{Look: {30, 50}}, 40, 10)
	assert.InDelta(t, 16.0, said.Value, 1e-9, "two of the past are no law: 0.4 of what was said")
	assert.InDelta(t, 10.0, Estimate(Round, nil, 40, 10).Value, 1e-9)
	assert.InDelta(t, 30.0, Estimate(Look, Past{Look: {90, 20, 30}}, 40, 10).Value, 1e-9, "the middle one, whatever one long day was")
	assert.InDelta(t, 25.0, Estimate(Look, Past{Look: {90, 20, 30, 10}}, 40, 10).Value, 1e-9)
	sum := 0.0
	for _, s := range []Step{Look, Retouch, Check, Export} {
		sum += Estimate(s, nil, 40, 10).Value
	}
	assert.InDelta(t, 40.0, sum, 1e-9, "shares come to the whole")
}

func TestWhatIsLateAndWhy(t *testing.T) {
	items := []Item{
		{Due: "2026-12-01", LeftMin: 30},
		{Due: "2026-12-03", LeftMin: 60},
		{Due: "2026-12-04", LeftMin: 500},
		{Due: "2026-12-20", LeftMin: 60},
		{LeftMin: 9000},
		{Due: "2026-11-01", Out: true},
	}
	late := Late(items, "2026-12-02", 3)
	assert.Equal(t, "Late: it was due on 1 December", late[0])
	assert.Empty(t, late[1], "an hour and a half by the third, and six hours until then")
	assert.Equal(t, "Will be late: 9.8 h are left of what is due by 4 December, and there is room for 9.0 h until then", late[2])
	assert.Empty(t, late[3])
	assert.Empty(t, late[4])
	assert.Empty(t, late[5])
	assert.Equal(t, make([]string, 6), Late(items, "no day", 3))
}

// More time is never worse, and more work never better.
func TestLateOnlyGetsWorseWithMoreWork(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		items := rapid.SliceOfN(rapid.Custom(func(t *rapid.T) Item {
			return Item{Due: rapid.SampledFrom([]string{"2026-12-02", "2026-12-05", "2026-12-09", ""}).Draw(t, "due"), LeftMin: rapid.Float64Range(0, 900).Draw(t, "left")}
		}), 1, 6).Draw(t, "items")
		count := func(items []Item, hours float64) (n int) {
			for _, w := range Late(items, "2026-12-02", hours) {
				if w != "" {
					n++
				}
			}
			return n
		}
		hours := rapid.Float64Range(0.5, 8).Draw(t, "hours")
		assert.LessOrEqual(t, count(items, hours+1), count(items, hours))
		more := append([]Item{}, items...)
		more[0].LeftMin += 300
		assert.GreaterOrEqual(t, count(more, hours), count(items, hours))
	})
}

func TestHintsComeFromWhatWasDone(t *testing.T) {
	known := map[string]bool{}
	for _, x := range styling.Cards(styling.For{}) {
		known[x.Key] = true
	}
	for _, tr := range traces {
		assert.True(t, known[tr.key], "%s is no technique", tr.key)
	}
	names := map[string]string{"wires": "Flying on wires"}
	got := Hints(nil, []string{"wires", "crumbs", "scatter", "polish"}, names, []Pin{{Words: "Smears and lint on the glass"}})
	require.Len(t, got, 2, "crumbs once, smears are pinned already")
	assert.Equal(t, Hint{Kind: "remove", Words: "Wires and their shadows", Because: "It was styled with: Flying on wires", X: 0.5, Y: 0.5}, got[0])
	got = Hints([]Asked{{"Less red", "Bo", 2, 0.25, 0.75}, {"More steam", "Bo", 2, 0, 0}, {"No fork", "Bo", 2, 0.1, 0.1}}, nil, names, []Pin{{Words: "No fork"}})
	require.Len(t, got, 2)
	assert.Equal(t, Hint{Kind: "other", Words: "Less red", Because: "Bo asked for it in round 2", X: 0.25, Y: 0.75}, got[0])
	assert.InDelta(t, 0.5, got[1].X, 1e-9)
}
