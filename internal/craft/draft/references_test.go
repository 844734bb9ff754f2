package draft

import (
	"bufio"
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/cupboard"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// labelled reads a set of references with what a photographer takes them to say.
func labelled(t *testing.T, name string) [][]string {
	t.Helper()
	f, err := os.Open("testdata/" + name)
	require.NoError(t, err)
	defer func() { _ = f.Close() }()
	var out [][]string
	lines := bufio.NewScanner(f)
	for lines.Scan() {
		if line := lines.Text(); line != "" && !strings.HasPrefix(line, "#") {
			cells := strings.Split(line, "|")
			for len(cells) < 7 {
				cells = append(cells, "")
			}
			out = append(out, cells)
		}
	}
	return out
}

// misread are the references of a set that are read otherwise than they were labelled.
func misread(t *testing.T, name string) (wrong []string, of int) {
	colours := map[string]string{}
	for _, s := range sayings() {
		if s.list == "colour" {
			colours[s.means] = s.words.String()
		}
	}
	for _, l := range labelled(t, name) {
		got := Tell([]brief.Reference{{Takes: strings.Split(l[0], ","), Words: l[1]}}, "")
		var props []string
		for _, p := range got.Props {
			props = append(props, string(p))
		}
		slices.Sort(props)
		want := strings.Split(l[5], ",")
		slices.Sort(want)
		same := string(got.Angle) == l[2] && string(got.Light) == l[3] && got.Near == l[4] && strings.Join(slices.Compact(props), ",") == strings.Join(want, ",")
		var wanted []string
		for c := range strings.SplitSeq(l[6], ",") {
			for hex, words := range colours {
				if c != "" && strings.Contains("|"+strings.TrimSuffix(strings.TrimPrefix(words, `(?i)\b(?:`), `)\b`)+"|", c) {
					wanted = append(wanted, hex)
				}
			}
		}
		slices.Sort(wanted)
		have := slices.Sorted(slices.Values(got.Colours))
		if !same || !slices.Equal(slices.Compact(have), slices.Compact(wanted)) {
			wrong = append(wrong, fmt.Sprintf("%s: %q %q %q %v %v, wanted %v", l[1], got.Angle, got.Light, got.Near, props, have, l[2:]))
		}
		of++
	}
	return wrong, of
}

func TestReferencesAreReadAsLabelled(t *testing.T) {
	for name, atMost := range map[string]int{"references-own.psv": 0, "references-second.psv": 0, "references-third.psv": 1, "references-fourth.psv": 5} {
		wrong, of := misread(t, name)
		t.Logf("%s: %d of %d as labelled", name, of-len(wrong), of)
		for _, w := range wrong {
			t.Log(w)
		}
		assert.LessOrEqual(t, len(wrong), atMost, name)
	}
}

func TestADishsOwnReferenceComesFirst(t *testing.T) {
	refs := []brief.Reference{{Takes: []string{"angle"}, Words: "Straight down."}, {Takes: []string{"angle"}, Words: "Low.", DishID: "cake"}, {Takes: []string{"angle"}, Words: "Level with it.", DishID: "soup"}, {Takes: []string{"light"}, Words: "Overhead, no linen."}}
	assert.Equal(t, "low", string(Tell(refs, "cake").Angle))
	assert.Equal(t, "straight down", string(Tell(refs, "bread").Angle))
	assert.Empty(t, Tell(refs[3:], "cake").Angle, "what is not to be taken is not read")
	without := Tell([]brief.Reference{{Takes: []string{"prop"}, Words: "No cloth."}}, "")
	off, said := without.bonus(cupboard.Prop{Kind: cupboard.Linen})
	assert.Less(t, off, -500.0)
	assert.Equal(t, "No cloth.", said)
}
