package list_test

import (
	"figladder/internal/craft/words"
	"fmt"
	"strings"
	"testing"

	"figladder/internal/craft/finding"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestPagesAndSieves(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	all := k.Listed(t, shoot.Key)
	var paged []string
	ask := list.ListAsk{Limit: 2}
	for {
		page, err := k.List.List(ctx, shoot.Key, ask)
		require.NoError(t, err)
		assert.LessOrEqual(t, len(page.Rows), 2)
		paged = append(paged, keys(page.Rows)...)
		if ask.After = page.Next; ask.After == "" {
			break
		}
	}
	assert.Equal(t, keys(all), paged)
	sums, err := k.List.ListSums(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, len(all), sums.Shots)
	assert.Contains(t, sums.Angles, "level")
	assert.NotContains(t, sums.Vessels, "")
	for name, c := range map[string]struct {
		ask  list.ListAsk
		keep func(list.ListedShot) bool
	}{
		"angle":  {list.ListAsk{Angle: "level"}, func(r list.ListedShot) bool { return r.Shot.Angle == "level" }},
		"light":  {list.ListAsk{Light: "from behind"}, func(r list.ListedShot) bool { return r.Shot.Light == "from behind" }},
		"vessel": {list.ListAsk{Vessel: "glass"}, func(r list.ListedShot) bool { return r.Shot.Vessel == "glass" }},
		"hands":  {list.ListAsk{Hands: "more"}, func(r list.ListedShot) bool { return r.Shot.Hands > 0 }},
		"alone":  {list.ListAsk{Hands: "none"}, func(r list.ListedShot) bool { return r.Shot.Hands == 0 }},
		"kind":   {list.ListAsk{Kind: "safe"}, func(r list.ListedShot) bool { return r.Shot.Kind == "safe" }},
		"two":    {list.ListAsk{Kind: "action", Hands: "more"}, func(r list.ListedShot) bool { return r.Shot.Kind == "action" && r.Shot.Hands > 0 }},
		"words":  {list.ListAsk{Words: "JUST"}, func(r list.ListedShot) bool { return strings.HasPrefix(r.Shot.Title, "Just the pear") }},
		"wild":   {list.ListAsk{Words: "%"}, func(list.ListedShot) bool { return false }},
	} {
		page, err := k.List.List(ctx, shoot.Key, c.ask)
		require.NoError(t, err, name)
		var want []string
		for _, r := range all {
			if c.keep(r) {
				want = append(want, r.Shot.Key)
			}
		}
		assert.Equal(t, want, keys(page.Rows), name)
		assert.Equal(t, name == "wild", len(want) == 0, name)
	}
}

func TestGroupingIsOneDeedAndSaysWhatItSaves(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	for _, d := range []kitchen.Typed{{Title: "Leek tart", Ingredients: "6 leeks", Method: "Bake.\nCut into wedges."}, {Title: "Rye crispbread", Ingredients: "100 g rye flour\n2 figs", Method: "Bake.\nBreak it."}} {
		dish, err := k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, d)
		require.NoError(t, err)
		m, _ := minedBy(t, k, dish.Key)
		var all []string
		for _, f := range m.Frames {
			all = append(all, f.Key)
		}
		_, err = k.List.Accept(ctx, k.Owner, dish.Key, all)
		require.NoError(t, err)
	}
	before := keys(k.Listed(t, shoot.Key))
	g, err := k.List.GroupingOf(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Less(t, g.Sets, g.Was)
	assert.Equal(t, float64(g.Was-g.Sets)*40, g.SavedMin, "forty minutes a set, as the usual terms say")
	assert.Equal(t, before, keys(k.Listed(t, shoot.Key)), "looking changes nothing")
	sums, err := k.List.ListSums(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, g.Was, sums.Sets, "the database counts sets as the rule does")
	done, err := k.List.GroupList(ctx, k.Owner, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, done.Order, keys(k.Listed(t, shoot.Key)))
	sums, err = k.List.ListSums(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, g.Sets, sums.Sets)
	_, err = k.List.GroupList(ctx, k.Owner, shoot.Key)
	assert.ErrorContains(t, err, "already builds as few")
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	assert.Equal(t, before, keys(k.Listed(t, shoot.Key)))
}

func TestAdviceAboutAListCanBeTakenAndSetAside(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	require.NoError(t, k.List.TryList(ctx, k.Owner, shoot.Key, []finding.Edit{finding.SetText(hero.Key+".angle", "straight down")}))
	got, err := k.List.CheckList(ctx, shoot.Key)
	require.NoError(t, err)
	var steam *finding.Finding
	for i := range got {
		if got[i].Code == "steam-from-above" {
			steam = &got[i]
		}
	}
	require.NotNil(t, steam, "a toddy steams: %v", got)
	require.NoError(t, k.List.TryList(ctx, k.Owner, shoot.Key, steam.Try[0].Edits))
	back, err := k.List.Shot(ctx, hero.Key)
	require.NoError(t, err)
	assert.Equal(t, words.ThreeQuarter, back.Angle)
	for _, e := range []finding.Edit{finding.SetText(hero.Key+".title", "x"), finding.SetText(hero.Key+".angle", "sideways"), finding.SetText("nobody.angle", "low")} {
		assert.Error(t, k.List.TryList(ctx, k.Owner, shoot.Key, []finding.Edit{e}))
	}

	_, err = k.List.SetAside(ctx, k.Owner, shoot.Key, list.AsideEdit{Code: "no-choice", Subject: "s"})
	assert.ErrorContains(t, err, "Say why")
	for i := range 2 {
		_, err = k.List.SetAside(ctx, k.Owner, shoot.Key, list.AsideEdit{Code: "no-choice", Subject: "s", Because: fmt.Sprint("reason ", i)})
		require.NoError(t, err)
	}
	asides, err := k.List.Asides(ctx, shoot.Key)
	require.NoError(t, err)
	require.Len(t, asides, 1)
	assert.Equal(t, "reason 1", asides[0].Because)
}

func TestSearchFindsDishesByIngredientAndShotsByWords(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	hits, err := k.List.Search(ctx, "spirit")
	require.NoError(t, err)
	require.NotEmpty(t, hits)
	assert.Equal(t, list.Hit{Kind: "dish", ID: dish.Key, ShootID: shoot.Key, Shoot: "Winter menu", Title: "Pear toddy", With: "pear spirit"}, hits[0])
	hits, err = k.List.Search(ctx, "just the pea")
	require.NoError(t, err)
	require.Len(t, hits, 1)
	assert.Equal(t, "shot", hits[0].Kind)
	assert.Equal(t, "Pear toddy", hits[0].With)
	for _, none := range []string{"", "pe", "%%%", "aardvark"} {
		hits, err = k.List.Search(ctx, none)
		require.NoError(t, err)
		assert.Empty(t, hits, none)
	}
}
