package dayplan

import (
	"testing"

	"figladder/internal/craft/shots"
	"figladder/internal/craft/styling"
	"figladder/internal/craft/words"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func workOf(t *testing.T, key string) Work {
	t.Helper()
	card, ok := styling.ByKey(key)
	require.True(t, ok, key)
	return WorkOf(card)
}

// A technique on frames is prepared once, before the first of them; taken off, it takes its jobs back.
func TestTechniquesComeIntoTheDay(t *testing.T) {
	frames := []Shot{{Key: "hero", Title: "Sloe and tonic", DishKey: "sloe", Kind: shots.Hero, Hold: words.Keeps, SetUp: "a", Work: []Work{workOf(t, "dew-lasting")}},
		{Key: "close", Title: "Close", DishKey: "sloe", Kind: shots.Detail, Hold: words.Keeps, SetUp: "a", Work: []Work{workOf(t, "dew-lasting"), workOf(t, "ice-clear")}}}
	d := dishOf("sloe", "Sloe and tonic", "Pour the sloe spirit over the ice.\nTop with tonic.")
	day, jobs, ahead := Jobs([]Dish{d}, frames, nil, nil, StartTerms())
	require.Empty(t, day.Check())
	require.Len(t, ahead, 1, "clear ice takes days")
	assert.Equal(t, 1, ahead[0].Days)
	hand, j := one(t, jobs, func(j Job) bool { return j.Key == "sloe:dew-lasting" })
	assert.NotEmpty(t, j.Caution)
	assert.Equal(t, 5, day.Tasks[hand].Min)
	wait, _ := one(t, jobs, func(j Job) bool { return j.Key == "sloe:dew-lasting:wait" })
	assert.Equal(t, 15, day.Tasks[wait].Min)
	assert.Empty(t, day.Tasks[wait].Needs, "a coat dries by itself")
	o, err := PlanDay(t.Context(), day, jobs, StartTerms(), Styles[0], Usual, nil)
	require.NoError(t, err)
	require.Empty(t, Audit(day, o.Starts))
	for _, key := range []string{"hero", "close"} {
		at, _ := one(t, jobs, func(j Job) bool { return j.Key == key })
		assert.GreaterOrEqual(t, o.Starts[at], o.Starts[hand]+5)
	}
	frames[0].Work, frames[1].Work = nil, nil
	_, bare, ahead := Jobs([]Dish{d}, frames, nil, nil, StartTerms())
	assert.Len(t, bare, len(jobs)-3)
	assert.Empty(t, ahead)
}
