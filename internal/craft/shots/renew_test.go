package shots

import (
	"figladder/internal/craft/words"
	"testing"

	"figladder/internal/craft/recipe"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var tart = recipe.Typed("Lemon tart", "6 lemons\n5 eggs", "Whisk the eggs.\nBake for 35 minutes.\nPour the glaze over.\nDust with icing sugar.")

func byKey(m Mined) map[string]Proposal {
	out := map[string]Proposal{}
	for _, p := range m.Proposals {
		out[p.Key] = p
	}
	return out
}

// A step put in before others moves frames but loses none of their keys.
func TestKeysOutliveAnInsertedStep(t *testing.T) {
	longer := recipe.Typed("Lemon tart", "6 lemons\n5 eggs", "Line the tin.\nWhisk the eggs.\nBake for 35 minutes.\nPour the glaze over.\nDust with icing sugar.")
	was, now := byKey(Mine(tart, Flat, Usual, nil)), byKey(Mine(longer, Flat, Usual, nil))
	for k, p := range was {
		require.Contains(t, now, k)
		if p.Step >= 0 {
			assert.Equal(t, p.Step+1, now[k].Step, k)
		}
	}
	seen := map[string]bool{}
	for _, p := range Mine(tart, Flat, Usual, nil).Proposals {
		assert.False(t, seen[p.Key], p.Key)
		seen[p.Key] = true
	}
}

func TestRenewFollowsTheRecipeAndKeepsWhatAPersonChanged(t *testing.T) {
	was := Proposal{Key: "hero", Title: "Lemon tart", Angle: words.StraightDown, Light: words.FromCorner, Hands: 0, Step: 4, Hold: "holds"}
	have := was
	have.Title = "The tart, a slice missing"
	now := was
	now.Title, now.Angle, now.Step, now.Hold = "Lime tart", words.ThreeQuarter, 5, "keeps"
	got := Renew(was, have, now)
	assert.Equal(t, "The tart, a slice missing", got.Frame.Title, "what a person wrote stays")
	assert.Equal(t, words.ThreeQuarter, got.Frame.Angle, "what nobody touched follows")
	assert.Equal(t, 5, got.Frame.Step)
	assert.Equal(t, words.Keeps, got.Frame.Hold)
	assert.Len(t, got.Changed, 2)
	assert.Len(t, got.Kept, 1)
	assert.Empty(t, Renew(was, have, was).Changed, "a recipe that did not change asks for nothing")
}

func TestRenewTwiceIsRenewOnce(t *testing.T) {
	word := rapid.SampledFrom([]string{"", "a", "b", "c"})
	draw := func(t *rapid.T, name string) Proposal {
		return Proposal{Title: word.Draw(t, name+" title"), Angle: words.Angle(word.Draw(t, name+" angle")), Light: words.Direction(word.Draw(t, name+" light")), Vessel: word.Draw(t, name+" vessel"), Tool: word.Draw(t, name+" tool"),
			Hands: rapid.IntRange(0, 2).Draw(t, name+" hands"), Shutter: rapid.Bool().Draw(t, name+" shutter"), Step: rapid.IntRange(0, 3).Draw(t, name+" step")}
	}
	rapid.Check(t, func(t *rapid.T) {
		was, have, now := draw(t, "was"), draw(t, "have"), draw(t, "now")
		once := Renew(was, have, now)
		again := Renew(now, once.Frame, now)
		assert.Empty(t, again.Changed)
		assert.Equal(t, once.Frame, again.Frame)
		if have.Title != was.Title {
			assert.Equal(t, have.Title, once.Frame.Title)
		}
	})
}

func TestMerge(t *testing.T) {
	pour := Proposal{Kind: Action, Title: "Pour the glaze over", Step: 2, Hands: 1, Shutter: true, Because: "pour", Caution: "hot"}
	detail := Proposal{Kind: Detail, Title: "Close on the glaze", Step: 2, Because: "glaze"}
	got, why := Merge(detail, pour)
	assert.Empty(t, why)
	assert.Equal(t, "Close on the glaze, with pour the glaze over", got.Title)
	assert.Equal(t, 1, got.Hands)
	assert.True(t, got.Shutter)
	assert.Equal(t, "hot", got.Caution)
	for _, other := range []Proposal{{Kind: Safe, Step: 2}, {Kind: Clip, Step: 2}, {Kind: Hero, Step: 4}} {
		_, why := Merge(pour, other)
		assert.NotEmpty(t, why, other.Kind)
	}
}

func TestPickTakesTheBestOfEachKindFirst(t *testing.T) {
	for want, least := range map[int]int{0: 0, 2: 2, 3: 3, 12: 4} {
		n := 0
		kinds := map[Kind]int{}
		for _, p := range Mine(tart, Flat, want, nil).Proposals {
			if Supporting(p.Kind) && p.Pick {
				n++
				kinds[p.Kind]++
			}
			if !Supporting(p.Kind) {
				assert.True(t, p.Pick, "a final, a safe frame and the free slot are always taken: %s", p.Key)
			}
		}
		assert.LessOrEqual(t, n, want)
		assert.GreaterOrEqual(t, n, least)
		if want == 3 {
			assert.Equal(t, map[Kind]int{Action: 1, Ingredient: 1, Detail: 1}, kinds)
		}
	}
}

func TestToolVesselAndLight(t *testing.T) {
	all := byKey(Mine(recipe.Typed("Smoked pear toddy", "1 pear", "Whisk the honey with a fork in a jug.\nPour the spirit into the glass.\nFlame a strip of peel over the mug."), Drink, 12, nil))
	assert.Equal(t, "fork", all["action-whisk"].Tool, "what the step says")
	assert.Equal(t, "jug", all["action-whisk"].Vessel)
	assert.Equal(t, "jug", all["action-pour"].Tool, "what is usual")
	assert.Equal(t, "glass", all["action-pour"].Vessel)
	assert.Equal(t, "mug", all["hero"].Vessel, "the last thing it is in")
	assert.Equal(t, words.FromBehind, all["hero"].Light, "a drink wants light through it")
	assert.Equal(t, words.FromCorner, all["ingredient-pear"].Light)
	assert.Equal(t, words.Continuous, all["clip"].Light)
	soup := byKey(Mine(recipe.Typed("Leek soup", "leeks", "Chop the leeks.\nBlend."), Bowl, 12, nil))
	assert.Equal(t, "board", soup["action-chop"].Vessel)
	assert.Equal(t, "bowl", soup["hero"].Vessel)
	assert.Contains(t, Vessels, soup["hero"].Vessel)
	for _, p := range all {
		assert.Contains(t, words.Directions, p.Light)
		assert.Contains(t, Vessels, p.Vessel)
	}
}
