package finding

import (
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Which of two faults a photographer mends first, whatever else they look at.
func TestWhatCostsMoreIsMendedFirst(t *testing.T) {
	for _, pair := range [][2]string{
		{"no-light", "depth-short"}, {"exposure-missed", "glare"}, {"run-out", "crop-pixels"}, {"card-in-frame", "louder-prop"},
		{"hero-lost", "dead-centre"}, {"movement", "diffraction"}, {"depth-short", "focus-stack"}, {"glare", "falls-off"},
		{"crop-cuts", "frame-tight"}, {"mixed-light", "tinted-light"}, {"camera-shadow", "front-light"}, {"steam-lost", "dark-corner"},
		{"brighter-prop", "even-count"}, {"louder-prop", "round-on-round"}, {"cut-off", "empty-side"}, {"best-side", "dead-level"},
		{"range-wide", "background-uneven"}, {"crop-pixels", "crowded"}, {"rig-load", "run-out"}, {"boom", "best-side"},
		{"held-vessel", "depth-short"}, {"direct-sun", "diners-side"}, {"off-series", "afterthought"}, {"overhead-caution", "range-wide"},
	} {
		for _, order := range [][]Finding{{{Code: pair[0]}, {Code: pair[1]}}, {{Code: pair[1]}, {Code: pair[0]}}} {
			got := Weighed(order)
			assert.Equal(t, pair[0], got[0].Code, "%v", pair)
			assert.Greater(t, got[0].Cost, got[1].Cost, "%v", pair)
		}
	}
}

func TestWhatStopsTheWorkComesFirst(t *testing.T) {
	got := Weighed([]Finding{{Code: "run-out", Severity: Care}, {Code: "nobody-knows", Severity: Note}, {Code: "even-count", Severity: Stop}})
	assert.Equal(t, "even-count", got[0].Code)
	assert.Equal(t, "run-out", got[1].Code)
	assert.Equal(t, 20, got[2].Cost)
	assert.Equal(t, Frame, got[2].Group)
}

// Every check of a set has its cost, and no cost is of a check that is gone.
func TestEveryCheckOfASetOrAFrameHasItsCost(t *testing.T) {
	code := regexp.MustCompile(`Code: "([a-z-]+)"`)
	found := map[string]bool{}
	for _, dir := range []string{"scene", "compose", "frames", "finish/guard"} {
		files, err := filepath.Glob(filepath.Join("..", dir, "*.go"))
		require.NoError(t, err)
		for _, f := range files {
			if strings.HasSuffix(f, "_test.go") {
				continue
			}
			raw, err := os.ReadFile(f)
			require.NoError(t, err)
			for _, m := range code.FindAllStringSubmatch(string(raw), -1) {
				found[m[1]] = true
			}
		}
	}
	require.Greater(t, len(found), 40)
	for c := range found {
		if c != "no-place" { // of a search for light, not of a set
			assert.Contains(t, costs, c)
		}
	}
	for c := range costs {
		assert.True(t, found[c] || c == "boom" || c == "held-vessel" || c == "held-ground" || c == "alike-vessels" || c == "off-series", "no check says %s", c)
	}
}
