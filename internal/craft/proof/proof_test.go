package proof_test

import (
	"fmt"
	"strings"
	"testing"

	"figladder/internal/craft/proof"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

func choices(shots ...string) []proof.Choice {
	out := make([]proof.Choice, len(shots))
	for i, s := range shots {
		out[i] = proof.Choice{Key: fmt.Sprint("c", i), ShotID: s}
	}
	return out
}

func labels(cs []proof.Choice) string {
	var out []string
	for _, c := range cs {
		out = append(out, c.Label)
	}
	return strings.Join(out, " ")
}

func TestAShotKeepsItsNumberFromRoundToRound(t *testing.T) {
	first := proof.Round{Choices: proof.Number(choices("mussels", "trout", "trout", "pavlova"), nil)}
	assert.Equal(t, "1 2a 2b 3", labels(first.Choices))
	second := proof.Round{Choices: proof.Number(choices("pavlova", "trout", "toddy", "toddy"), []proof.Round{first})}
	assert.Equal(t, "3 2 4a 4b", labels(second.Choices))
	third := proof.Number(choices("mussels", "sloe"), []proof.Round{first, second})
	assert.Equal(t, "1 5", labels(third))
	many := proof.Number(choices(strings.Split(strings.Repeat("same ", 28)+"same", " ")...), nil)
	assert.Equal(t, []string{"1z", "1aa", "1ab"}, []string{many[25].Label, many[26].Label, many[27].Label})
}

func TestWhatAnswersComeTo(t *testing.T) {
	r := proof.Round{Choices: choices("mussels")}
	for _, row := range []struct {
		said  string // who and what, in order
		state proof.State
		words string
	}{
		{"", proof.Open, "No answer yet"},
		{"Ada yes", proof.Agree, "Ada: yes"},
		{"Ada yes, Bo yes", proof.Agree, "Ada: yes; Bo: yes"},
		{"Ada yes, Bo change", proof.Split, "They do not agree. Ada: yes; Bo: a change"},
		{"Ada yes, Bo change, bo yes", proof.Agree, "Ada: yes; bo: yes"},
		{"Ada no, ada change", proof.Asked, "ada: a change"},
		{"Ada no, Bo no", proof.Not, "Ada: no; Bo: no"},
		{"Ada no, Bo change", proof.Split, "They do not agree. Ada: no; Bo: a change"},
		{"Ada yes, Bo yes, Ada no", proof.Split, "They do not agree. Bo: yes; Ada: no"},
	} {
		var all []proof.Answer
		for said := range strings.SplitSeq(row.said, ", ") {
			if by, kind, ok := strings.Cut(said, " "); ok {
				all = append(all, proof.Answer{Choice: "c0", By: by, Kind: proof.Kind(kind)})
			}
		}
		s := proof.Stand(r, append(all, proof.Answer{Choice: "another", By: "Cy", Kind: proof.No}))
		assert.Equal(t, row.state, s[0].State, row.said)
		assert.Equal(t, row.words, s[0].Words, row.said)
		assert.Len(t, s[0].All, len(all))
	}
}

// However answers come, each is kept, and nobody's yes stands against what another said last.
func TestAYesStandsOnlyWhereNobodySpeaksAgainst(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := proof.Round{Choices: choices("a", "a", "b")}
		all := rapid.SliceOf(rapid.Custom(func(t *rapid.T) proof.Answer {
			return proof.Answer{Choice: rapid.SampledFrom([]string{"c0", "c1", "c2"}).Draw(t, "choice"), By: rapid.SampledFrom([]string{"Ada", "ada ", "Bo"}).Draw(t, "by"),
				Kind: rapid.SampledFrom([]proof.Kind{proof.Yes, proof.Change, proof.No}).Draw(t, "kind")}
		})).Draw(t, "answers")
		standing := proof.Stand(r, all)
		kept := 0
		for i, s := range standing {
			kept += len(s.All)
			// By a plainer way: walk from the end, the first of each person is what counts.
			said := map[string]proof.Kind{}
			for j := len(all) - 1; j >= 0; j-- {
				who := strings.ToLower(strings.TrimSpace(all[j].By))
				if _, there := said[who]; all[j].Choice == r.Choices[i].Key && !there {
					said[who] = all[j].Kind
				}
			}
			want := len(said) > 0
			for _, k := range said {
				want = want && k == proof.Yes
			}
			assert.Equal(t, want, s.State == proof.Agree)
			assert.Len(t, s.Last, len(said))
		}
		assert.Equal(t, len(all), kept)
		c := proof.Count(r, standing)
		assert.Equal(t, 2, c.Choices)
		assert.LessOrEqual(t, c.Yes, c.Answered)
	})
}

func TestARoundIsCountedByShots(t *testing.T) {
	r := proof.Round{Choices: choices("a", "a", "b")}
	count := func(answers ...proof.Answer) string { return proof.Count(r, proof.Stand(r, answers)).Words }
	assert.Equal(t, "No answer yet", count())
	assert.Equal(t, "1 of 2 answered, 1 with a yes", count(proof.Answer{Choice: "c1", By: "Ada", Kind: proof.Yes}, proof.Answer{Choice: "c0", By: "Ada", Kind: proof.No}))
	assert.Equal(t, "All answered, 1 of 2 with a yes", count(proof.Answer{Choice: "c1", By: "Ada", Kind: proof.Yes}, proof.Answer{Choice: "c2", By: "Ada", Kind: proof.Change}))
	assert.Equal(t, "All have a yes", count(proof.Answer{Choice: "c1", By: "Ada", Kind: proof.Yes}, proof.Answer{Choice: "c2", By: "Ada", Kind: proof.Yes}))
}

func TestRoundsAreHeldAgainstThePrice(t *testing.T) {
	terms := proof.Terms{InPrice: 2, RoundMin: 10, HourMinor: 4800, Currency: "EUR"}
	extra, words, _ := terms.Next(1, 6)
	assert.False(t, extra)
	assert.Equal(t, "Round 1 of 2 in the price", words)
	_, words, _ = terms.Next(2, 6)
	assert.Equal(t, "Round 2 of 2 in the price: the last one", words)
	extra, words, cost := terms.Next(3, 6)
	assert.True(t, extra)
	assert.Equal(t, "Round 3; 2 are in the price. This one is extra", words)
	assert.InDelta(t, 48.0, cost.Value, 1e-9, "six times ten minutes at 48 an hour")
	assert.Equal(t, "48.00", cost.Shown)
	terms.HourMinor = 0
	_, _, cost = terms.Next(3, 6)
	assert.Equal(t, "60 min", cost.Shown+" "+cost.Unit, "without an hour's pay, its time")
}

func TestWordsAreKeptPlain(t *testing.T) {
	a := proof.Answer{By: "  Ada\t\u202e Fenn ", Words: "Less\u200b red,\nplease\x00 <script>", Kind: proof.Change}.Clean()
	assert.Equal(t, "Ada Fenn", a.By)
	assert.Equal(t, "Less red,\nplease <script>", a.Words, "what it says stays; the page shows it as words")
	assert.Empty(t, a.Check())
	assert.Equal(t, "by", proof.Answer{By: " ", Kind: proof.Yes}.Check()[0].Path)
	assert.Equal(t, "words", proof.Answer{By: "Ada", Kind: proof.Change, Words: " "}.Check()[0].Path)
}
