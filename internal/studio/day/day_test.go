package day_test

import (
	"bytes"
	"strings"
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/dayplan"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/day"
	"figladder/internal/studio/studiotest"
	goical "github.com/emersion/go-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A day from a shoot: offered, taken as it was offered, moved with what that breaks told, printed, planned again.
func TestAShootHasItsDay(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	dated := shoot.Brief
	dated.When, dated.Zone = "2027-03-28", "Europe/London" // on which clocks change
	_, err := k.Brief.SaveShoot(ctx, k.Owner, shoot.Key, shoot.Version, shoot.Name, dated)
	require.NoError(t, err)
	b, err := k.Day.BenchOf(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Zero(t, b.Version)
	assert.False(t, b.Planned)
	assert.Equal(t, len(b.Jobs), b.New)
	_, err = k.Day.PrintCallSheet(ctx, shoot.Key)
	var rule *core.RuleError
	require.ErrorAs(t, err, &rule, "nothing to print yet")

	o, err := k.Day.OffersOf(ctx, shoot.Key)
	require.NoError(t, err)
	require.Len(t, o.Offers, 3)
	assert.Nil(t, o.Clash)
	assert.LessOrEqual(t, o.Offers[0].EndMin, o.Offers[1].EndMin, "the shortest is no longer than another")
	assert.LessOrEqual(t, o.Offers[0].EndMin, o.Offers[2].EndMin)
	assert.LessOrEqual(t, o.Offers[2].LightOff, o.Offers[0].LightOff)
	b, err = k.Day.Take(ctx, k.Owner, shoot.Key, day.Taking{Style: dayplan.Shortest, Starts: o.Offers[0].Starts})
	require.NoError(t, err)
	assert.True(t, b.Planned)
	assert.Zero(t, b.Broken)
	assert.Equal(t, 1, b.Version)
	_, err = k.Day.Take(ctx, k.Owner, shoot.Key, day.Taking{Version: 1, Style: dayplan.Shortest, Starts: o.Offers[0].Starts[1:]})
	assert.ErrorAs(t, err, &rule, "half a day is none")

	// Moving the hero before its dish is made is told, and undone in one.
	at := 0
	for _, j := range b.Jobs {
		if j.ShotID == hero.Key && j.Kind == dayplan.Frame {
			at = j.AtMin
		}
	}
	early := b.Day.Terms.StartMin + 20
	moved, err := k.Day.MoveJob(ctx, k.Owner, shoot.Key, day.Move{Version: 1, Key: hero.Key, AtMin: &early})
	require.NoError(t, err)
	assert.Positive(t, moved.Broken)
	_, err = k.Day.MoveJob(ctx, k.Owner, shoot.Key, day.Move{Version: 1, Key: hero.Key, AtMin: &at})
	var stale *store.StaleError
	require.ErrorAs(t, err, &stale, "somebody else was there first")
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	b, err = k.Day.BenchOf(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Zero(t, b.Broken)

	// On paper and in a calendar, whose second reader finds every job.
	sheet, err := k.Day.PrintCallSheet(ctx, shoot.Key)
	require.NoError(t, err)
	assert.True(t, bytes.HasPrefix(sheet, []byte("%PDF")))
	data, err := k.Day.Calendar(ctx, shoot.Key)
	require.NoError(t, err)
	cal, err := goical.NewDecoder(bytes.NewReader(data)).Decode()
	require.NoError(t, err)
	assert.Len(t, cal.Events(), len(b.Jobs))
	zone, err := time.LoadLocation(b.Zone)
	require.NoError(t, err)
	for _, e := range cal.Events() {
		title, err := e.Props.Text(goical.PropSummary)
		require.NoError(t, err)
		for _, j := range b.Jobs {
			if j.ShotID == hero.Key && j.Kind == dayplan.Frame && title == j.Name {
				from, err := e.DateTimeStart(time.UTC)
				require.NoError(t, err)
				assert.Equal(t, dayplan.Clock(j.AtMin), from.In(zone).Format("15:04"))
			}
		}
	}

	// At noon: what has begun stays, and nothing else lies before noon.
	noon := 9 * 60
	again, err := k.Day.PlanAgain(ctx, k.Owner, shoot.Key, day.Again{Version: b.Version, NowMin: noon, Late: []dayplan.Gone{}})
	require.NoError(t, err)
	assert.Zero(t, again.Bench.Broken, "%+v", again.Bench.Jobs)
	for _, j := range again.Bench.Jobs {
		assert.True(t, j.Done || j.AtMin >= noon, j.Name)
	}

	// A dish that goes takes its jobs along: the rest of the plan stays.
	require.NoError(t, k.Kitchen.RemoveDish(ctx, k.Owner, dish.Key))
	b, err = k.Day.BenchOf(ctx, shoot.Key)
	require.NoError(t, err)
	for _, j := range b.Jobs {
		assert.NotEqual(t, dish.Key, j.DishID)
	}
}

// On the set: what has begun and what is over is written down at the clock there; what cannot be taken back waits for its
// safe frame, or for a reason, which is kept; planning again goes by what was said.
func TestTheDayGoes(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	o, err := k.Day.OffersOf(ctx, shoot.Key)
	require.NoError(t, err)
	b, err := k.Day.Take(ctx, k.Owner, shoot.Key, day.Taking{Style: dayplan.Shortest, Starts: o.Offers[0].Starts})
	require.NoError(t, err)
	var guarded, safe day.PlacedJob
	for _, j := range b.Jobs {
		if len(j.Guards) > 0 && guarded.Key == "" {
			guarded = j
		}
	}
	require.NotEmpty(t, guarded.Key, "a pour has its safe frame")
	for _, j := range b.Jobs {
		if j.Safe && j.Name == guarded.Guards[0] {
			safe = j
		}
	}
	said := func(key, how, because string) (*day.Bench, error) {
		now, err := k.Day.BenchOf(ctx, shoot.Key)
		require.NoError(t, err)
		return k.Day.Went(ctx, k.Owner, shoot.Key, day.WentAsk{Version: now.Version, Key: key, How: how, Because: because})
	}
	job := func(b *day.Bench, key string) day.PlacedJob {
		for _, j := range b.Jobs {
			if j.Key == key {
				return j
			}
		}
		t.Fatalf("%s is gone", key)
		return day.PlacedJob{}
	}
	_, err = said(guarded.Key, "begun", "")
	var rule *core.RuleError
	require.ErrorAs(t, err, &rule)
	assert.Contains(t, rule.Words, safe.Name)
	b, err = said(guarded.Key, "begun", "The light goes")
	require.NoError(t, err)
	assert.True(t, job(b, guarded.Key).On)
	kept, _ := b.Day.WentOf(guarded.Key)
	assert.Equal(t, "The light goes", kept.Because)
	assert.Equal(t, b.NowMin, job(b, guarded.Key).AtMin, "at the clock there")
	b, err = said(guarded.Key, "not", "")
	require.NoError(t, err)
	assert.False(t, job(b, guarded.Key).On)
	_, err = said(safe.Key, "over", "")
	require.NoError(t, err)
	b, err = said(guarded.Key, "begun", "")
	require.NoError(t, err, "its safe frame is taken")
	assert.True(t, job(b, safe.Key).Done)
	b, err = said(guarded.Key, "over", "")
	require.NoError(t, err)
	assert.True(t, job(b, guarded.Key).Done)
	_, err = said("nothing", "begun", "")
	assert.ErrorAs(t, err, &rule)
}

// A day that cannot be says which wishes clash, and what easing one buys.
func TestAnImpossibleDaySaysWhy(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	terms := dayplan.StartTerms()
	terms.EndMin = terms.StartMin + 60
	_, err := k.Day.Say(ctx, k.Owner, shoot.Key, day.TermsOfDay{Terms: terms, Own: []dayplan.OwnJob{}})
	require.NoError(t, err)
	o, err := k.Day.OffersOf(ctx, shoot.Key)
	require.NoError(t, err)
	require.NotNil(t, o.Clash)
	assert.Empty(t, o.Offers)
	assert.Contains(t, o.Words, "no such day")
	require.NotEmpty(t, o.Clash.Wishes)
	kinds := []string{}
	for _, w := range o.Clash.Wishes {
		kinds = append(kinds, w.Kind)
		assert.NotEmpty(t, w.Words)
	}
	assert.Contains(t, strings.Join(kinds, " "), "hours")
}

// What is said of a day is checked, field by field, and nothing is lost by it.
func TestWhatIsSaidOfADayIsChecked(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	terms := dayplan.StartTerms()
	terms.EndMin = terms.StartMin - 1
	terms.LunchFrom, terms.LunchUntil = 720, 730
	_, err := k.Day.Say(ctx, k.Owner, shoot.Key, day.TermsOfDay{Terms: terms, Own: []dayplan.OwnJob{{Key: "a", Name: "x", Min: 90, From: 600, Until: 630}, {Key: "a", Name: "y", Min: 5}}})
	var field *core.FieldError
	require.ErrorAs(t, err, &field)
	paths := []string{}
	for _, p := range field.Problems {
		paths = append(paths, p.Path)
	}
	assert.Equal(t, []string{"terms.endMin", "terms.lunchUntil", "own.0.until", "own.1.key"}, paths)
	_, err = k.Day.Take(ctx, k.Owner, shoot.Key, day.Taking{Style: "quickest"})
	require.ErrorAs(t, err, &field)
	none, err := k.Brief.MakeShoot(ctx, k.Owner, "Empty", brief.Brief{})
	require.NoError(t, err)
	_, err = k.Day.OffersOf(ctx, none.Key)
	assert.Error(t, err, "nothing to plan")
	_, err = k.Day.Calendar(ctx, none.Key)
	assert.Error(t, err)
}
