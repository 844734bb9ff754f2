package shots

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"figladder/internal/craft/recipe"
	"figladder/internal/craft/words"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

type phrase struct {
	Step   int
	Phrase string
}

// labelled is a recipe with one photographer's judgement of it.
type labelled struct {
	Title       string
	Ingredients []string
	Method      []string
	Expect      struct {
		Form          Form
		Angle         []words.Angle
		Steams        bool
		Irreversible  []phrase
		Actions       []phrase
		MustNot       []phrase `json:"must_not"`
		Standalone    []string
		NotStandalone []string `json:"not_standalone"`
	}
}

func labelledIn(t *testing.T, dir string) []labelled {
	t.Helper()
	files, err := filepath.Glob(filepath.Join("testdata", dir, "*.json"))
	require.NoError(t, err)
	var all []labelled
	for _, f := range files {
		raw, err := os.ReadFile(f)
		require.NoError(t, err)
		var some []labelled
		require.NoError(t, json.Unmarshal(raw, &some))
		all = append(all, some...)
	}
	require.NotEmpty(t, all)
	return all
}

var longWords = regexp.MustCompile(`[\p{L}'’]{3,}`)

// says reports whether a clause has at least half of a phrase's words of three letters and more.
func says(clause, phrase string) bool {
	have := longWords.FindAllString(strings.ToLower(clause), -1)
	n, all := 0, longWords.FindAllString(strings.ToLower(phrase), -1)
	for _, w := range all {
		if slices.Contains(have, w) {
			n++
		}
	}
	return len(all) > 0 && 2*n >= len(all)
}

// share counts how much of something there is.
type share struct{ n, of int }

func (s *share) count(yes bool) {
	s.of++
	if yes {
		s.n++
	}
}

func (s share) percent() float64 {
	if s.of == 0 {
		return 100
	}
	return 100 * float64(s.n) / float64(s.of)
}

type measured struct{ form, angle, steams, irreversible, beyond, actions, traps, alone share }

func scored(t *testing.T, all []labelled) (m measured) {
	for _, x := range all {
		r := recipe.Typed(x.Title, strings.Join(x.Ingredients, "\n"), strings.Join(x.Method, "\n"))
		require.Len(t, r.Steps, len(x.Method), x.Title)
		miss := func(what string, args ...any) {
			if os.Getenv("FIGLADDER_MISSED") != "" {
				fmt.Printf("%-40.40s %-12s %s\n", x.Title, what, fmt.Sprint(args...))
			}
		}
		guess := FormOf(r, nil)
		mined := Mine(r, guess.Form, MostSupporting, nil)
		m.form.count(guess.Form == x.Expect.Form)
		if guess.Form != x.Expect.Form {
			miss("form", guess.Form, " for ", x.Expect.Form, " ", guess.Evidence)
		}
		angle, _ := MainAngle(guess.Form, mined.Served)
		m.angle.count(slices.Contains(x.Expect.Angle, angle))
		if !slices.Contains(x.Expect.Angle, angle) {
			miss("angle", angle, " for ", x.Expect.Angle)
		}
		m.steams.count(mined.Served.Steams == x.Expect.Steams)
		if mined.Served.Steams != x.Expect.Steams {
			miss("steams", mined.Served.Steams, " ", mined.Served.Because)
		}
		for _, want := range x.Expect.Irreversible {
			found := slices.ContainsFunc(mined.Irreversible, func(i Irreversible) bool { return i.Step == want.Step && says(i.Clause, want.Phrase) })
			m.irreversible.count(found)
			if !found {
				miss("irreversible", want)
			}
		}
		for _, i := range mined.Irreversible {
			beyond := !slices.ContainsFunc(x.Expect.Irreversible, func(w phrase) bool { return i.Step == w.Step && (says(i.Clause, w.Phrase) || says(w.Phrase, i.Clause)) })
			m.beyond.count(beyond)
			if beyond {
				miss("beyond", i.Step, " ", i.Clause)
			}
		}
		acts := slices.DeleteFunc(slices.Clone(mined.Proposals), func(p Proposal) bool { return p.Kind != Action })
		for _, want := range x.Expect.Actions {
			found := slices.ContainsFunc(acts, func(p Proposal) bool { return p.Step == want.Step && says(p.Title, want.Phrase) })
			m.actions.count(found)
			if !found {
				miss("action", want)
			}
		}
		for _, not := range x.Expect.MustNot {
			fallen := slices.ContainsFunc(acts, func(p Proposal) bool { return p.Step == not.Step && says(p.Title, not.Phrase) }) ||
				slices.ContainsFunc(mined.Irreversible, func(i Irreversible) bool { return i.Step == not.Step && says(i.Clause, not.Phrase) })
			m.traps.count(fallen)
			if fallen {
				miss("trap", not)
			}
		}
		var offered []string
		for _, p := range mined.Proposals {
			if p.Kind == Ingredient {
				offered = append(offered, strings.ToLower(p.Title))
			}
		}
		has := func(thing string) bool {
			return slices.ContainsFunc(offered, func(o string) bool {
				return strings.Contains(o, recipe.Thing(thing)) || strings.Contains(o, strings.TrimSuffix(thing, "s"))
			})
		}
		for _, thing := range x.Expect.Standalone {
			m.alone.count(has(thing))
			if !has(thing) {
				miss("alone", thing, " of ", offered)
			}
		}
		for _, thing := range x.Expect.NotStandalone {
			m.alone.count(!has(thing))
			if has(thing) {
				miss("not alone", thing, " of ", offered)
			}
		}
	}
	return m
}

func (m measured) String() string {
	out := ""
	for _, row := range []struct {
		what string
		of   share
	}{{"form", m.form}, {"angle", m.angle}, {"steams", m.steams}, {"irreversible found", m.irreversible}, {"said beyond", m.beyond}, {"actions found", m.actions}, {"traps fallen for", m.traps}, {"stand-alone", m.alone}} {
		out += fmt.Sprintf("%-20s %5.1f %%  (%d of %d)\n", row.what, row.of.percent(), row.of.n, row.of.of)
	}
	return out
}

// Twenty recipes that the code was tuned on.
func TestLabelledRecipes(t *testing.T) {
	m := scored(t, labelledIn(t, "shared"))
	t.Logf("\n%v", m)
	for _, s := range []share{m.form, m.angle, m.steams} {
		assert.GreaterOrEqual(t, s.percent(), 95.)
	}
	assert.GreaterOrEqual(t, m.irreversible.percent(), 92.)
	assert.LessOrEqual(t, m.beyond.percent(), 15.)
	assert.GreaterOrEqual(t, m.actions.percent(), 88.)
	assert.LessOrEqual(t, m.traps.percent(), 4.)
	assert.GreaterOrEqual(t, m.alone.percent(), 88.)
}

// Twenty more of other kitchens, written and labelled when the first forty were read well, and
// before the code ran on them.
func TestTwentyPlainLabelledRecipes(t *testing.T) { notMuchWorse(t, "fifth", 9) }

func TestTenMoreLabelledRecipes(t *testing.T) { notMuchWorse(t, "fourth", 9) }

func TestUnseenLabelledRecipes(t *testing.T) { notMuchWorse(t, "unseen", 10) }

// Twenty of other kitchens, written and labelled before the code ran on them.
func TestOwnLabelledRecipes(t *testing.T) { notMuchWorse(t, "own", 9) }

// notMuchWorse holds a set to five points less than those tuned on; a set of forty traps to four
// of them.
func notMuchWorse(t *testing.T, dir string, traps float64) {
	m := scored(t, labelledIn(t, dir))
	t.Logf("\n%v", m)
	for _, s := range []share{m.form, m.angle, m.steams} {
		assert.GreaterOrEqual(t, s.percent(), 90.)
	}
	assert.GreaterOrEqual(t, m.irreversible.percent(), 87.)
	assert.LessOrEqual(t, m.beyond.percent(), 20.)
	assert.GreaterOrEqual(t, m.actions.percent(), 83.)
	assert.LessOrEqual(t, m.traps.percent(), traps)
	assert.GreaterOrEqual(t, m.alone.percent(), 83.)
}
