package colour

import (
	"strings"
	"testing"

	"figladder/internal/craft/finding"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func plan(school string, parts ...string) Plan {
	p := Plan{School: school}
	for i := 0; i < len(parts); i += 2 {
		p.Food = append(p.Food, Part{Name: parts[i], Hex: parts[i+1], Share: 1, From: "typed"})
	}
	return p
}

func codes(p Palette) (out []string) {
	for _, f := range p.Findings {
		out = append(out, f.Code)
	}
	return out
}

func with(p Plan, vessel, ground, accent string) Plan {
	p.Vessel, p.Ground, p.Accent = vessel, ground, accent
	return p
}

// Each finding has a plan that must cause it and one close by that must not.
func TestPaletteFindings(t *testing.T) {
	brown := plan("quiet", "gratin", "#8f6b45", "bread", "#b98a54", "mushroom", "#a98d6c")
	trout := plan("quiet", "trout", "#d98360", "cream", "#f4ecd9", "dill", "#5f8a4c")
	salad := plan("quiet", "tomato", "#c4331f", "leaf", "#4c7a34", "corn", "#efc53a", "plum", "#54213f", "blue cheese", "#39608f")
	for _, c := range []struct {
		code  string
		ask   Ask
		bad   Plan
		good  Plan
		mends bool // whether a press clears it
	}{
		{"brown", Ask{}, brown, with(brown, "", "", "#3f7330"), true},
		{"loud", Ask{}, plan("quiet", "tomato", "#c4331f"), plan("quiet", "leek", "#9db36a"), false},
		{"many-hues", Ask{}, salad, Plan{Food: salad.Food[:3], School: "quiet"}, false},
		{"vessel-twin", Ask{}, with(trout, "#d98a66", "", ""), with(trout, "#39425f", "", ""), true},
		{"ground-twin", Ask{}, with(trout, "", "#f2ead8", ""), with(trout, "", "#39425f", ""), true},
		{"vessel-shouts", Ask{}, with(plan("quiet", "leek", "#9db36a"), "#c1301f", "", ""), with(plan("bold", "leek", "#9db36a"), "#c1301f", "", ""), true},
		{"ground-shouts", Ask{}, with(plan("quiet", "leek", "#9db36a"), "", "#0040ff", ""), with(plan("quiet", "leek", "#9db36a"), "", "#6a7180", ""), true},
		{"vessel-fights", Ask{}, with(plan("bold", "tomato", "#c4331f"), "#2f7a3a", "", ""), with(plan("bold", "tomato", "#c4331f"), "#d9743a", "", ""), true},
		{"plate-bright", Ask{Dark: true}, with(plan("quiet", "mussels", "#3a3744"), "#f5f5f2", "", ""), with(plan("quiet", "mussels", "#3a3744"), "#6f7a86", "", ""), true},
		{"no-opposite", Ask{}, with(plan("bold", "trout", "#d98360"), "#b98a54", "#c98a3c", ""), with(plan("bold", "trout", "#d98360"), "#b98a54", "#2f6f9c", ""), true},
		{"house", Ask{House: []string{"#5b6f8a"}}, with(trout, "", "#7a4a2a", ""), with(trout, "", "#4a5a70", ""), true},
	} {
		t.Run(c.code, func(t *testing.T) {
			bad := c.bad.Read(c.ask)
			require.Contains(t, codes(bad), c.code)
			assert.NotContains(t, codes(c.good.Read(c.ask)), c.code)
			if !c.mends {
				return
			}
			for _, f := range bad.Findings {
				for _, try := range f.Try {
					if f.Code == c.code && len(try.Edits) > 0 {
						assert.NotContains(t, codes(tried(c.bad, try).Read(c.ask)), c.code, "after “%s”", try.Words)
					}
				}
			}
		})
	}
}

func tried(p Plan, t finding.Try) Plan {
	for _, e := range t.Edits {
		switch e.Path {
		case "vessel":
			p.Vessel = *e.Text
		case "ground":
			p.Ground = *e.Text
		case "accent":
			p.Accent = *e.Text
		case "school":
			p.School = *e.Text
		}
	}
	return p
}

func TestSuggestionsFollowMoodSchoolAndHouse(t *testing.T) {
	trout := plan("quiet", "trout", "#d98360", "cream", "#f4ecd9")
	lightness := func(c []Choice) float64 { l, _ := Parse(c[0].Hex); return l.Lightness }
	chroma := func(c []Choice) float64 { l, _ := Parse(c[0].Hex); return l.Chroma }
	dark, bright := trout.Read(Ask{Dark: true}), trout.Read(Ask{})
	assert.Less(t, lightness(dark.Grounds)+0.25, lightness(bright.Grounds), "a dark mood has a darker ground")
	assert.Less(t, lightness(dark.Vessels), lightness(bright.Vessels))
	bold := trout
	bold.School = "bold"
	assert.Greater(t, chroma(bold.Read(Ask{}).Grounds), chroma(bright.Grounds)+0.05, "the bold school has a stronger ground")
	b, _ := Parse(bold.Read(Ask{}).Grounds[0].Hex)
	lead, _ := Parse("#d98360")
	assert.Greater(t, Between(b.HueDeg, lead.HueDeg), 120., "and one opposite the food")
	house := trout.Read(Ask{Dark: true, House: []string{"#5b6f8a"}})
	h, _ := Parse("#5b6f8a")
	g, _ := Parse(house.Grounds[0].Hex)
	assert.Less(t, Between(h.HueDeg, g.HueDeg), 40., "the house colour fixes the background")
}

// Whatever the food: scores add up from their parts, are in order, and nothing
// suggested is the colour of the food.
func TestScoresAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := Plan{School: rapid.SampledFrom([]string{"quiet", "bold"}).Draw(t, "school")}
		for range rapid.IntRange(1, 6).Draw(t, "n") {
			p.Food = append(p.Food, Part{Name: "x", Hex: rapid.StringMatching(`#[0-9a-f]{6}`).Draw(t, "hex"), Share: rapid.Float64Range(0, 5).Draw(t, "share")})
		}
		got := p.Read(Ask{Dark: rapid.Bool().Draw(t, "dark"), Bold: rapid.Bool().Draw(t, "bold")})
		for _, list := range [][]Choice{got.Vessels, got.Grounds, got.Accents} {
			require.NotEmpty(t, list)
			last := 101.0
			for _, c := range list {
				sum, weights := 0.0, 0.0
				for _, s := range c.Parts {
					assert.GreaterOrEqual(t, s.Value, 0.0)
					assert.LessOrEqual(t, s.Value, 1.0)
					sum, weights = sum+100*s.Value*s.Weight, weights+s.Weight
				}
				assert.InDelta(t, sum, c.Score, 1e-9)
				assert.InDelta(t, 1, weights, 1e-9)
				assert.LessOrEqual(t, c.Score, last)
				last = c.Score
			}
		}
		for _, r := range got.Readings {
			assert.False(t, r.Unbounded, r.Key)
		}
	})
}

func TestCheckNamesTheField(t *testing.T) {
	p := Plan{School: "loud", Vessel: "blue", Food: []Part{{Hex: "#zzzzzz"}, {Hex: "#ffffff", Share: -1}}}
	var paths []string
	for _, f := range p.Check() {
		paths = append(paths, f.Path)
	}
	assert.ElementsMatch(t, []string{"school", "vessel", "food.0.hex", "food.1.share"}, paths)
	assert.Empty(t, FromIngredients([]string{"2 quinces", "double cream", "gravel"}).Check())
}

func TestEveryColourIsOnTheWheel(t *testing.T) {
	p := with(plan("quiet", "trout", "#d98360", "cream", "#f4ecd9"), "#39425f", "", "#3f7330")
	got := p.Read(Ask{})
	require.Len(t, got.Points, 4)
	sum := 0.0
	for _, x := range got.Points {
		c, err := Parse(x.Hex)
		require.NoError(t, err)
		assert.Equal(t, c.HueDeg, x.HueDeg)
		assert.NotEmpty(t, x.Words)
		sum += x.Percent
	}
	assert.InDelta(t, 100, sum, 1e-9)
}

func TestNoFoodNoAdvice(t *testing.T) {
	got := Plan{School: "quiet"}.Read(Ask{})
	assert.Empty(t, got.Grounds)
	assert.Empty(t, got.Findings)
	assert.Len(t, got.Schools, 2)
	for _, s := range got.Schools {
		assert.True(t, strings.Count(s.Words, ".") == 1, "one sentence each")
	}
}
