package jobs_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/shots"
	"figladder/internal/demo"
	"figladder/internal/studio/core"
	"figladder/internal/studio/list"
)

// The demo's six dishes, drafted from nothing with its own cupboard: read as finely as the page
// reads them, at most one hero has more against it than what is worth knowing, and that one is
// the caution of a camera overhead.
func TestHeroesOfTheDemoAreDraftedClean(t *testing.T) {
	st, _ := studioWithQueue(t)
	ctx := t.Context()
	require.NoError(t, demo.Load(ctx, st, func(string) {}))
	owner, err := st.People.SignIn(ctx, "127.0.0.1", demo.Email, demo.Password)
	require.NoError(t, err)
	who := core.Who{ID: owner.ID, Name: owner.Name, Role: core.Role(owner.Role)}
	cards, err := st.Ladder.Shoots(ctx, "", 10)
	require.NoError(t, err)
	shoot := cards[1].Shoot.Key
	ups, err := st.Set.SetUps(ctx, shoot)
	require.NoError(t, err)
	for _, u := range ups {
		require.NoError(t, st.Set.RemoveSetUp(ctx, who, u.ID))
	}
	_, err = st.Set.Draft(ctx, who, shoot, 0)
	require.NoError(t, err)
	page, err := st.List.List(ctx, shoot, list.ListAsk{})
	require.NoError(t, err)
	heroes := 0
	worse := map[string][]string{}
	for _, r := range page.Rows {
		if r.Shot.Kind != string(shots.Hero) {
			continue
		}
		heroes++
		p, err := st.Set.SetOf(ctx, r.Shot.Key)
		require.NoError(t, err)
		read, err := st.Set.ReadSet(ctx, r.Shot.Key, p.Set, false)
		require.NoError(t, err)
		for _, f := range read.Findings {
			if f.Severity != finding.Note {
				worse[r.Shot.Title] = append(worse[r.Shot.Title], f.Code)
			}
		}
	}
	assert.Equal(t, 6, heroes)
	assert.Equal(t, map[string][]string{"Cured trout on rye crispbread with horseradish": {"overhead-caution"}}, worse)
}
