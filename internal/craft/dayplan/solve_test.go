package dayplan

import (
	"errors"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// anyDay draws a small day: a few tasks, something there is one of with changes, something there are two of, hours,
// windows, costs, rests and holds.
func anyDay(t *rapid.T) Day {
	horizon := rapid.IntRange(6, 11).Draw(t, "horizon")
	span := func(name string) Span {
		a := rapid.IntRange(0, horizon-2).Draw(t, name)
		return Span{a, rapid.IntRange(a+2, horizon).Draw(t, name+"to")}
	}
	d := Day{Span: Span{0, horizon}, Resources: []Resource{{Key: "set", Name: "The set", Units: 1, ChangeMin: rapid.IntRange(0, 2).Draw(t, "change")}, {Key: "hands", Name: "Hands", Units: 2}}}
	if rapid.Bool().Draw(t, "shelves") {
		d.Resources = append(d.Resources, Resource{Key: "oven", Name: "Oven", Units: 2, OneState: true, ChangeMin: rapid.IntRange(0, 2).Draw(t, "heating")})
	}
	if rapid.Bool().Draw(t, "hours") {
		d.Resources[1].Open = []Span{span("open"), span("again")}
	}
	n := rapid.IntRange(1, 5).Draw(t, "tasks")
	for i := range n {
		x := Task{Key: fmt.Sprint("t", i), Min: rapid.IntRange(0, 3).Draw(t, "min"), State: rapid.SampledFrom([]string{"", "a", "b"}).Draw(t, "state")}
		if rapid.Bool().Draw(t, "on the set") {
			x.Needs = append(x.Needs, Need{"set", 1})
		}
		if rapid.Bool().Draw(t, "by hand") {
			x.Needs = append(x.Needs, Need{"hands", rapid.IntRange(1, 2).Draw(t, "of them")})
		}
		if len(d.Resources) == 3 && rapid.Bool().Draw(t, "in the oven") {
			x.Needs = append(x.Needs, Need{"oven", 1})
		}
		if rapid.IntRange(0, 3).Draw(t, "window") == 0 {
			x.Within = []Span{span("within"), span("or")}
		}
		if rapid.IntRange(0, 5).Draw(t, "begins") == 0 {
			x.Begins = []Span{span("begun"), span("or begun")}
		}
		if rapid.IntRange(0, 2).Draw(t, "cost") == 0 {
			x.Costs = []Cost{{span("dear"), rapid.IntRange(1, 9).Draw(t, "points")}, {span("dearer"), rapid.IntRange(1, 9).Draw(t, "points2")}}
		}
		d.Tasks = append(d.Tasks, x)
	}
	for range rapid.IntRange(0, n).Draw(t, "links") {
		a, b := rapid.IntRange(0, n-1).Draw(t, "from"), rapid.IntRange(0, n-1).Draw(t, "to")
		if a == b {
			continue
		}
		l := Link{From: d.Tasks[a].Key, To: d.Tasks[b].Key, LeastMin: rapid.IntRange(-2, 2).Draw(t, "least")}
		if rapid.Bool().Draw(t, "holds") {
			most := l.LeastMin + rapid.IntRange(0, 3).Draw(t, "most")
			l.MostMin = &most
		}
		d.Links = append(d.Links, l)
	}
	return d
}

// everyPlan tries every start of every task, and knows of rules only what Audit says.
func everyPlan(d Day, aim Aim) (best int, ok bool) {
	starts := make([]int, len(d.Tasks))
	var next func(i int)
	next = func(i int) {
		if i == len(starts) {
			if v := d.Value(starts, aim); (!ok || v < best) && len(Audit(d, starts)) == 0 {
				best, ok = v, true
			}
			return
		}
		for at := d.FromMin; at+d.Tasks[i].Min <= d.ToMin; at++ {
			starts[i] = at
			next(i + 1)
		}
	}
	next(0)
	return best, ok
}

// Equal to trying everything, on small days of every kind, for every aim.
func TestAsGoodAsTryingEverything(t *testing.T) {
	found, none := 0, 0
	for range 5 { // of a hundred each
		rapid.Check(t, func(t *rapid.T) { oneDay(t, &found, &none) })
	}
	assert.Positive(t, found)
	assert.Positive(t, none, "some cannot be done")
}

func oneDay(t *rapid.T, found, none *int) {

	d := anyDay(t)
	if len(d.Tasks) == 5 { // every plan of five is a hundred thousand and more
		d.ToMin = min(d.ToMin, 8)
	}
	aim := rapid.SampledFrom([]Aim{{End: 1}, {Costs: true}, {End: 1, Costs: true}}).Draw(t, "aim")
	want, ok := everyPlan(d, aim)
	got, err := Solve(t.Context(), d, aim, Usual)
	if !ok {
		*none++
		require.ErrorIs(t, err, ErrNone)
		return
	}
	*found++
	require.NoError(t, err)
	require.Empty(t, Audit(d, got.Starts))
	require.Equal(t, want, got.Value)
	require.True(t, got.Proved)
	require.Equal(t, want, d.Value(got.Starts, aim))
}

// Without the search that proves, what is found in parts keeps every rule and is never better than the best.
func TestInPartsKeepsEveryRule(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := anyDay(t)
		d.ToMin = min(d.ToMin, 8)
		aim := Aim{End: 1, Costs: true}
		want, ok := everyPlan(d, aim)
		e := Usual
		e.Exact = 3
		got, err := Solve(t.Context(), d, aim, e)
		if !ok {
			require.True(t, errors.Is(err, ErrNone) || errors.Is(err, ErrNotFound))
			return
		}
		require.NoError(t, err)
		require.Empty(t, Audit(d, got.Starts))
		require.GreaterOrEqual(t, got.Value, want)
		require.LessOrEqual(t, got.Bound, want, "the bound is one")
		again, err := Solve(t.Context(), d, aim, e)
		require.NoError(t, err)
		require.Equal(t, got, again, "the same seed, the same day")
	})
}
