package brief_test

import (
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Past shoots together count by name, whatever its case; what the dishes ask for is told of who is strong in it.
func TestPastShootsTogetherCount(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	made := func(name string, crew ...brief.Hand) string {
		t.Helper()
		s, err := k.Brief.MakeShoot(ctx, k.Owner, name, brief.Brief{Kind: "own", Mood: brief.Mood{Key: "dark", Colour: "muted"}, Crew: crew})
		require.NoError(t, err)
		return s.Key
	}
	ben := brief.Hand{Name: "Ben Marl", Does: "stylist", Strengths: []brief.Strength{brief.Drinks}}
	first := made("One", ben)
	made("Two", brief.Hand{Name: "ben marl ", Does: "cook"}, brief.Hand{Name: "Cy", Does: "assistant"})
	made("None")
	read := func(id string) (out []string) {
		r, err := k.Brief.ReadBrief(ctx, id)
		require.NoError(t, err)
		for _, w := range r.Crew {
			out = append(out, w.Name+": "+w.Words)
		}
		return out
	}
	shoot, _, _ := k.Toddy(t)
	s, err := k.Brief.Shoot(ctx, shoot.Key)
	require.NoError(t, err)
	b := s.Brief
	b.Crew = []brief.Hand{ben, {Name: "Dot", Does: "assistant"}}
	_, err = k.Brief.SaveShoot(ctx, k.Owner, s.Key, s.Version, s.Name, b)
	require.NoError(t, err)
	assert.Equal(t, []string{"Ben Marl: With you on 2 shoots before; strong in drinks, which one dish asks for."}, read(shoot.Key))
	assert.Empty(t, read(first), "what came later is not before")
}
