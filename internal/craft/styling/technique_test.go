package styling

import (
	"testing"
	"time"

	"figladder/internal/craft/hold"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestEveryCardIsWhole(t *testing.T) {
	cards := Cards(Usual())
	assert.GreaterOrEqual(t, len(cards), 48)
	seen := map[string]bool{}
	for _, c := range cards {
		assert.False(t, seen[c.Key], c.Key)
		seen[c.Key] = true
		assert.Contains(t, []string{Real, Made}, c.School, c.Key)
		assert.NotEmpty(t, c.Problems, c.Key)
		assert.NotEmpty(t, c.Purpose, c.Key)
		assert.NotEmpty(t, c.Look, c.Key)
		assert.NotEmpty(t, c.Wrong, c.Key)
		assert.NotEmpty(t, c.Drawing, c.Key)
		assert.GreaterOrEqual(t, len(c.Steps), 3, c.Key)
		assert.NotEmpty(t, c.Materials, c.Key)
		for _, m := range c.Materials {
			assert.NotContains(t, m.Amount, "{", c.Key)
		}
		if c.Hold != "" {
			_, known := hold.ByKey(c.Hold)
			assert.True(t, known, "%s keeps a class that there is none of: %s", c.Key, c.Hold)
		}
		for _, o := range c.Other {
			back, ok := ByKey(o)
			assert.True(t, ok, "%s names %s", c.Key, o)
			assert.NotEqual(t, c.Key, back.Key)
		}
	}
}

// Both schools stand side by side wherever something is only made to look like it.
func TestMadeOnesSayWhatTheyMakeInedible(t *testing.T) {
	inedible, counted := 0, 0
	for _, c := range Cards(Usual()) {
		if c.Inedible != "" {
			inedible++
			assert.NotEmpty(t, c.Cautions, "%s: what nobody eats carries a caution or a count", c.Key)
		}
		if c.Counted {
			counted++
			assert.NotEmpty(t, c.Inedible, c.Key)
		}
	}
	assert.GreaterOrEqual(t, inedible, 12)
	assert.GreaterOrEqual(t, counted, 5)
}

func TestAmountsFollowTheDish(t *testing.T) {
	one := Usual()
	four := one
	four.Glasses, four.Spare, four.EachMl, four.Share = 4, 2, 300, 0.25
	get := func(f For) string { return Of([]string{"dilute"}, f)[0].Materials[0].Amount }
	assert.Equal(t, "200 ml", get(one))
	assert.Equal(t, "450 ml", get(four))
	assert.Empty(t, Of([]string{"there is none"}, one))
}

// Problems in a cook's words, with the card that should be among the first three. The first were written before the
// search was run on them; so were the second.
func TestACardIsFoundByItsProblem(t *testing.T) {
	for _, set := range []map[string]string{{
		"sauce looks dull": "thin-sauce", "glass looks black": "glow-card", "salad falls": "dress-late", "the drink looks black": "dilute", "ice melts too fast": "ice-acrylic",
		"no steam": "steam-lid", "foam is gone": "foam-salt", "things sink in the soup": "hidden-lift", "ice cream melts": "scoop-real", "butter melts": "butter-cold",
		"apples turn brown": "lemon-cut", "biscuits are not round": "ring-biscuit", "pancakes sink": "card-between", "skin on the sauce": "skin-off", "meat is grey": "rest-slice",
		"syrup soaks in": "seal-syrup", "layers mix": "layers-spoon", "fingerprints on the glass": "polish", "rice is sticky": "rinse-rice", "cream slumps": "cream-stiff",
	}, {
		"the beer has no head": "foam-salt", "leaves hang limp": "dress-late", "fork slides away": "putty", "dew runs down": "dew-lasting", "drops above the line": "fill-line",
		"greens turned grey": "blanch", "pour runs down the jug": "pour-thin", "cheese is stiff": "cheese-late", "icing sugar disappears": "icing-late", "coffee without bubbles": "foam-soap",
		"flying raspberries": "wires", "cereal gets soft": "flakes-dry", "roast too pale": "brown-brush", "vegetables look dry": "water-mist", "gravy all over the plate": "sauce-wall",
	}} {
		right := 0
		for asked, want := range set {
			ok := false
			for i, c := range Find(asked) {
				if i < 3 && c.Key == want {
					ok = true
				}
			}
			if ok {
				right++
			} else {
				var got []string
				for _, c := range Find(asked) {
					got = append(got, c.Key)
				}
				t.Logf("%q: wanted %s, got %v", asked, want, got)
			}
		}
		t.Logf("%d of %d", right, len(set))
		assert.GreaterOrEqual(t, float64(right)/float64(len(set)), 0.9)
	}
	assert.Empty(t, Find("the is of"))
	assert.Empty(t, Find("quarterly tax return"))
}

func TestAFrameCallsForItsCards(t *testing.T) {
	keys := func(p []Proposal) (out []string) {
		for _, x := range p {
			out = append(out, x.Key)
		}
		return out
	}
	black := keys(Propose(Frame{Drinks: true, Glass: true, Lightness: 8, Cold: true, Iced: true}, ""))
	assert.Equal(t, []string{"dilute", "glow-card"}, black[:2])
	assert.Contains(t, black, "dew-real")
	pale := keys(Propose(Frame{Drinks: true, Glass: true, Lightness: 70}, ""))
	assert.NotContains(t, pale, "dilute")
	assert.NotContains(t, pale, "dew-real")
	made := keys(Propose(Frame{Drinks: true, Glass: true, Lightness: 70, Iced: true}, Made))
	assert.Equal(t, "ice-acrylic", made[0], "the studio's school comes first")
	real_ := keys(Propose(Frame{Drinks: true, Glass: true, Lightness: 70, Iced: true}, Real))
	assert.Equal(t, "ice-clear", real_[0])
	assert.Equal(t, []string{"scoop-real"}, keys(Propose(Frame{Holds: []string{"ice cream"}}, "")))
	assert.Empty(t, Propose(Frame{}, ""))
}

// Whatever alters food leads to a tag, and what is counted in is counted out: all of them, one by one.
func TestEveryAlteringCardLeadsToATag(t *testing.T) {
	for _, c := range Cards(Usual()) {
		s := SafetyOf([]OnFrame{{"Hero", "Sloe and tonic", []Technique{c}}})
		if c.Inedible != "" {
			require.Len(t, s.Tags, 1, c.Key)
			assert.Equal(t, []string{c.Inedible}, s.Tags[0].What)
			assert.Contains(t, s.Tags[0].Lines(), "NOT FOR EATING")
		} else {
			assert.Empty(t, s.Tags, c.Key)
		}
		assert.Equal(t, c.Counted, len(s.Counts) == 1, c.Key)
		assert.Len(t, s.Risks, len(c.Cautions), c.Key)
	}
	two := SafetyOf([]OnFrame{{"Hero", "Toddy", Of([]string{"dew-lasting", "ice-acrylic"}, Usual())}, {"Detail", "Toddy", Of([]string{"ice-acrylic"}, Usual())}, {"Hero", "Soup", Of([]string{"hidden-lift"}, Usual())}})
	require.Len(t, two.Tags, 2)
	assert.Len(t, two.Tags[0].What, 2, "a dish with two altered parts has both on its tag")
	assert.Equal(t, []string{"Hero", "Detail"}, two.Tags[0].Frame)
	assert.Len(t, two.Counts, 2)
	assert.Empty(t, SafetyOf(nil).Tags)
}

func TestTimeBetweenFiveAndSixty(t *testing.T) {
	at := func(min int) time.Time {
		return time.Date(2026, 12, 3, 9, 0, 0, 0, time.UTC).Add(time.Duration(min) * time.Minute)
	}
	moments := []Moment{{at(0), true}, {at(50), false}, {at(90), true}, {at(140), false}}
	assert.InDelta(t, 100, StoodFor(moments, at(300), TwoHours).Minutes, 1e-9, "cooling does not wind it back")
	assert.Equal(t, "good", StoodFor(moments, at(300), TwoHours).State)
	on := append(moments, Moment{at(200), true})
	assert.Equal(t, "refuse", StoodFor(on, at(221), TwoHours).State)
	assert.Equal(t, "hurry", StoodFor(on, at(221), TwoFour).State)
	assert.Equal(t, "refuse", StoodFor(on, at(345), TwoFour).State)
	assert.InDelta(t, 100, StoodFor([]Moment{moments[3], moments[1], moments[0], moments[2]}, at(300), TwoHours).Minutes, 1e-9, "whatever the order they were written in")
	assert.Zero(t, StoodFor([]Moment{{at(30), true}, {at(10), true}}, at(5), TwoHours).Minutes, "what has not come yet counts nothing")
	assert.Equal(t, "refuse", StoodFor(on, at(221), RuleOf("own", 60)).State, "one's own rule")
	assert.Equal(t, TwoHours.Refuse, RuleOf("own", 100000).Refuse, "which is no way round a rule")
	assert.Equal(t, TwoHours, RuleOf("", 0))
	assert.Contains(t, StoodFor(nil, at(0), TwoHours).Words, "local rules come first")
}
