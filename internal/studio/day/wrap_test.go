package day_test

import (
	"bytes"
	"slices"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/cost"
	"figladder/internal/craft/dayplan"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/scene"
	"figladder/internal/studio/day"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The wrap list gathers what was altered and hidden, and what may be eaten by whom; ticks stay, and come off.
func TestTheWrapListIsTicked(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	b := shoot.Brief
	b.Crew = []brief.Hand{{Name: "Maud", Does: "photographer"}}
	_, err := k.Brief.SaveShoot(ctx, k.Owner, shoot.Key, shoot.Version, shoot.Name, b)
	require.NoError(t, err)
	w, err := k.Day.WrapOf(ctx, shoot.Key)
	require.NoError(t, err)
	all := func(w *day.Wrap) (keys []string) {
		for _, p := range w.Parts {
			for _, l := range p.Lines {
				keys = append(keys, l.Key)
			}
		}
		return keys
	}
	assert.Contains(t, all(w), "eat:Pear toddy")
	_, err = k.Styling.SetTechniques(ctx, k.Owner, hero.Key, hero.Version, []string{"dew-lasting", "ice-acrylic"})
	require.NoError(t, err)
	w, err = k.Day.WrapOf(ctx, shoot.Key)
	require.NoError(t, err)
	assert.NotContains(t, all(w), "eat:Pear toddy", "nobody eats it any more")
	assert.Contains(t, all(w), "bin:Pear toddy")
	count := slices.IndexFunc(all(w), func(s string) bool { return s[:6] == "count:" })
	require.GreaterOrEqual(t, count, 0, "pieces that went in come out")
	left := w.Left
	w, err = k.Day.Wrapped(ctx, k.Owner, shoot.Key, day.WrapTick{Version: w.Version, On: []string{"bin:Pear toddy", "heat", "nothing of the kind"}, Off: []string{}})
	require.NoError(t, err)
	assert.Equal(t, left-2, w.Left)
	w, err = k.Day.Wrapped(ctx, k.Owner, shoot.Key, day.WrapTick{Version: w.Version, On: []string{}, Off: []string{"heat"}})
	require.NoError(t, err)
	assert.Equal(t, left-1, w.Left)
	_, err = k.Day.Wrapped(ctx, k.Owner, shoot.Key, day.WrapTick{Version: 1, On: []string{"water"}, Off: []string{}})
	require.Error(t, err, "ticked over what somebody else did")
	pdf, err := k.Day.PrintWrap(ctx, shoot.Key)
	require.NoError(t, err)
	assert.True(t, bytes.HasPrefix(pdf, []byte("%PDF")))
}

// What went on one day is what the next estimate reckons with.
func TestOwnDaysFeedTheNextEstimate(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	first, _, _ := k.Toddy(t)
	doc := cost.Start()
	doc.Rates = []cost.Rate{{Does: "photographer", HourMinor: 6000}}
	m, err := k.Day.SayMoney(ctx, k.Owner, first.Key, day.MoneySaid{Doc: doc})
	require.NoError(t, err)
	require.NotEmpty(t, m.Estimate.Lines)
	assert.Contains(t, m.Estimate.Lines[len(m.Estimate.Lines)-1].Reading.Working[0].Words, "as you said")
	assert.EqualValues(t, 60000, m.Estimate.Lines[0].Minor, "ten hours from call to end while no day is taken")
	b, err := k.Day.BenchOf(ctx, first.Key)
	require.NoError(t, err)
	require.Equal(t, m.Version, b.Version)
	n := 0
	for _, j := range b.Jobs {
		if j.Kind == dayplan.Break || n == 6 {
			continue
		}
		for _, how := range []string{"begun", "over"} { // begun and over in the same minute: it took none
			if b, err = k.Day.Went(ctx, k.Owner, first.Key, day.WentAsk{Version: b.Version, Key: j.Key, How: how, Because: "for the test"}); err != nil {
				require.NoError(t, err)
			}
		}
		n++
	}
	w, err := k.Day.WrapOf(ctx, first.Key)
	require.NoError(t, err)
	require.Len(t, w.Times, 6)
	assert.True(t, w.Known)
	assert.InDelta(t, -1, w.Over, 0.2)

	second, err := k.Brief.MakeShoot(ctx, k.Owner, "Spring menu", brief.Brief{Kind: "own"})
	require.NoError(t, err)
	b, err = k.Day.BenchOf(ctx, second.Key)
	require.NoError(t, err)
	assert.Equal(t, 5, b.Day.Terms.SlackShare, "the least there is, not the usual 20")
	m, err = k.Day.SayMoney(ctx, k.Owner, second.Key, day.MoneySaid{Doc: doc})
	require.NoError(t, err)
	for _, l := range m.Estimate.Lines {
		assert.NotEqual(t, "spare", l.Group, "whose days went quickly needs none")
	}
	pdf, err := k.Day.PrintEstimate(ctx, second.Key)
	require.NoError(t, err)
	assert.True(t, bytes.HasPrefix(pdf, []byte("%PDF")))
	doc.Rates = append(doc.Rates, doc.Rates[0])
	_, err = k.Day.SayMoney(ctx, k.Owner, second.Key, day.MoneySaid{Version: m.Version, Doc: doc})
	require.Error(t, err, "two rates for one")
}

// What was left of the food is told on the next list with it, and not on its own; kit is packed by a tick and goes back.
func TestWhatWasLeftIsToldNextTime(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	first, _, _ := k.Toddy(t)
	w, err := k.Day.WrapOf(ctx, first.Key)
	require.NoError(t, err)
	require.NotEmpty(t, w.Food)
	f := w.Food[0]
	require.Nil(t, f.Share)
	half, none, twice := 0.5, 0.0, 2.0
	w, err = k.Day.SayLeft(ctx, k.Owner, first.Key, day.LeftSaid{Version: w.FoodVersion, Key: f.Key, Share: &half})
	require.NoError(t, err)
	require.Equal(t, &half, w.Food[0].Share)
	_, err = k.Day.SayLeft(ctx, k.Owner, first.Key, day.LeftSaid{Version: w.FoodVersion, Key: f.Key, Share: &twice})
	require.Error(t, err, "more than there was")
	_, err = k.Day.SayLeft(ctx, k.Owner, first.Key, day.LeftSaid{Version: w.FoodVersion, Key: "feathers", Share: &half})
	require.Error(t, err)
	last := func(shoot string) string {
		b, err := k.Kitchen.Shopping(ctx, shoot, "metric")
		require.NoError(t, err)
		for _, l := range b.List.Lines {
			if l.Key == f.Key {
				return l.LastTime
			}
		}
		return "no such line"
	}
	assert.Empty(t, last(first.Key))
	second, _, _ := k.Toddy(t)
	assert.Contains(t, last(second.Key), "left at "+first.Name)
	w, err = k.Day.SayLeft(ctx, k.Owner, first.Key, day.LeftSaid{Version: w.FoodVersion, Key: f.Key, Share: &none})
	require.NoError(t, err)
	assert.Equal(t, "none left at "+first.Name, last(second.Key))
	_, err = k.Day.SayLeft(ctx, k.Owner, first.Key, day.LeftSaid{Version: w.FoodVersion, Key: f.Key})
	require.NoError(t, err)
	assert.Empty(t, last(second.Key), "taken back")
}

func TestKitIsPackedAndGoesBack(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	_, err := k.SaveSet(ctx, studiotest.Hero(shots).Key, 0, scene.Start())
	require.NoError(t, err)
	_, err = k.Cupboard.SaveKit(ctx, k.Owner, "", 0, kit.Item{Name: "Body", Kind: kit.Body, Count: 1, SensorWMm: 36, SensorHMm: 24, PixelsLong: 8192})
	require.NoError(t, err)
	bag, err := k.Cupboard.PackFor(ctx, shoot.Key)
	require.NoError(t, err)
	require.NotEmpty(t, bag.Takes)
	key := "pack:" + bag.Takes[0].Name
	w, err := k.Day.WrapOf(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Empty(t, w.Packed)
	left := w.Left
	w, err = k.Day.Wrapped(ctx, k.Owner, shoot.Key, day.WrapTick{Version: w.Version, On: []string{key, "kit:" + bag.Takes[0].Name}, Off: []string{}})
	require.NoError(t, err)
	assert.Equal(t, []string{key}, w.Packed)
	assert.Equal(t, left-1, w.Left, "what is packed is no line of the wrap; what is back is")
	w, err = k.Day.Wrapped(ctx, k.Owner, shoot.Key, day.WrapTick{Version: w.Version, On: []string{}, Off: []string{key}})
	require.NoError(t, err)
	assert.Empty(t, w.Packed)
}

// A shoot of two days is planned over both, and both are paid.
func TestAShootOfTwoDaysIsPaidForBoth(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	terms := dayplan.StartTerms()
	terms.Days = 2
	b, err := k.Day.Say(ctx, k.Owner, shoot.Key, day.TermsOfDay{Terms: terms, Own: []dayplan.OwnJob{}})
	require.NoError(t, err)
	assert.Equal(t, terms.EndMin+1440, b.ToMin)
	doc := cost.Start()
	doc.Rates = []cost.Rate{{Does: "photographer", HourMinor: 6000}}
	m, err := k.Day.SayMoney(ctx, k.Owner, shoot.Key, day.MoneySaid{Version: b.Version, Doc: doc})
	require.NoError(t, err)
	assert.EqualValues(t, 120000, m.Estimate.Lines[0].Minor, "ten hours on each")
	o, err := k.Day.OffersOf(ctx, shoot.Key)
	require.NoError(t, err)
	require.NotEmpty(t, o.Offers, "%+v", o.Clash)
	b, err = k.Day.Take(ctx, k.Owner, shoot.Key, day.Taking{Version: m.Version, Style: o.Offers[0].Style, Starts: o.Offers[0].Starts})
	require.NoError(t, err)
	assert.Zero(t, b.Broken)
}
