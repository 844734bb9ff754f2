package recipe

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// misread are the recipes of a labelled set whose portions are read otherwise.
func misread(t *testing.T, name string) (wrong []string, of int) {
	t.Helper()
	raw, err := os.ReadFile("testdata/" + name)
	require.NoError(t, err)
	for line := range strings.Lines(string(raw)) {
		line = strings.TrimSpace(line)
		if line == "" || strings.HasPrefix(line, "#") {
			continue
		}
		c := strings.Split(line, "|")
		require.Len(t, c, 5, line)
		r := Recipe{Yield: c[0], Title: c[1]}
		if c[2] != "" {
			r.Steps = []Step{{Text: c[2]}}
		}
		p := r.Portions()
		got := fmt.Sprint(p.From)
		if p.To > p.From {
			got = fmt.Sprintf("%d-%d", p.From, p.To)
		}
		if of++; got != c[3] || fmt.Sprint(p.Makes) != c[4] {
			wrong = append(wrong, fmt.Sprintf("%s: serves %s, makes %d", line, got, p.Makes))
		}
	}
	return wrong, of
}

func TestPortionsAreReadAsLabelled(t *testing.T) {
	for name, atMost := range map[string]int{"portions-own.psv": 0, "portions-second.psv": 0, "portions-third.psv": 0} {
		wrong, of := misread(t, name)
		t.Logf("%s: %d of %d as labelled", name, of-len(wrong), of)
		for _, w := range wrong {
			t.Log(w)
		}
		assert.LessOrEqual(t, len(wrong), atMost, name)
	}
}
