package cells

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

func TestThereAndBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := rapid.OneOf(rapid.String(), rapid.StringMatching(`[=+\-@'\t\r]{0,3}.*`)).Draw(t, "cell")
		g := Guard(s)
		assert.Equal(t, s, Unguard(g))
		assert.False(t, g != "" && strings.ContainsRune("=+-@\t\r", rune(g[0])), "%q would run", g)
	})
}
