package shots

import (
	"figladder/internal/craft/words"
	"strings"
	"testing"

	"figladder/internal/craft/finding"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func listed(id string, k Kind, angle words.Angle) Listed {
	return Listed{ID: id, Placed: Placed{Dish: "d", Title: id, Kind: k}, DishName: "Mussels", Angle: angle}
}

func codesOf(fs []finding.Finding) map[string]finding.Finding {
	out := map[string]finding.Finding{}
	for _, f := range fs {
		out[f.Code] = f
	}
	return out
}

// Each check has a list that must cause it and one close by that must not; a
// press clears what it was about.
func TestListChecks(t *testing.T) {
	whole := []Listed{listed("hero", Hero, words.ThreeQuarter), listed("alt", Alternate, words.Low), listed("a", Action, words.ThreeQuarter), listed("b", Detail, words.ThreeQuarter)}
	crew := Crew{Hands: 2, Supporting: Usual}
	require.Empty(t, Check(whole, nil, crew))
	with := func(more ...Listed) []Listed { return append(append([]Listed{}, whole...), more...) }
	handed := listed("pour", Action, words.ThreeQuarter)
	handed.Hands = 1
	busy := handed
	busy.Hands = 2
	spread := with(listed("p", Before, words.StraightDown), listed("q", Action, words.Low), listed("r", Clip, words.Level))
	steam := map[string]bool{"d": true}
	for _, c := range []struct {
		code      string
		bad, good []Listed
		steam     map[string]bool
	}{
		{"no-hero", whole[1:], whole, nil},
		{"no-choice", []Listed{whole[0], whole[2], whole[3]}, whole, nil},
		{"few-supporting", whole[:3], whole, nil},
		{"hands-short", with(busy), with(handed), nil},
		{"steam-from-above", with(listed("x", Detail, words.StraightDown)), with(listed("x", Ingredient, words.StraightDown)), steam},
		{"many-angles", spread, spread[:6], nil},
	} {
		t.Run(c.code, func(t *testing.T) {
			bad := codesOf(Check(c.bad, c.steam, crew))
			require.Contains(t, bad, c.code)
			assert.NotContains(t, codesOf(Check(c.good, c.steam, crew)), c.code)
			for _, try := range bad[c.code].Try {
				after := append([]Listed{}, c.bad...)
				for _, e := range try.Edits {
					id, field, _ := strings.Cut(e.Path, ".")
					require.Equal(t, "angle", field)
					for i := range after {
						if after[i].ID == id {
							after[i].Angle = words.Angle(*e.Text)
						}
					}
				}
				if len(try.Edits) > 0 {
					assert.NotContains(t, codesOf(Check(after, c.steam, crew)), c.code, "after “%s”", try.Words)
				}
			}
		})
	}
}
