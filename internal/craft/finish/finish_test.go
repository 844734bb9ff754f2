package finish

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func keys(w Wanted) []string {
	var out []string
	for _, s := range Steps(w) {
		out = append(out, s.Key)
	}
	return out
}

func TestStepsFollowTheFrame(t *testing.T) {
	assert.Equal(t, []string{"base-look", "tone", "colour", "spots", "sharp"}, keys(Wanted{Kind: "hero", Form: "plate"}))
	assert.Contains(t, keys(Wanted{Form: "drink"}), "glass")
	assert.Contains(t, keys(Wanted{Kind: "action"}), "hands")
	assert.Contains(t, keys(Wanted{HasCard: true}), "card-edge")
	assert.Contains(t, keys(Wanted{LongPx: 4000, FrameLong: 3000}), "enlarge")
	assert.NotContains(t, keys(Wanted{LongPx: 2000, FrameLong: 3000}), "enlarge")
	all := keys(Wanted{Kind: "action", Form: "drink", HasCard: true, LongPx: 4000, FrameLong: 3000})
	assert.Equal(t, "sharp", all[len(all)-1], "full size comes last")
}
