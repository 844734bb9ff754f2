package hold

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestWhatIsCookedInDoesNotDieOnTheDish(t *testing.T) {
	steps := []string{"Melt the butter and soften the shallots.", "Pour in the cider and boil hard.", "Add the mussels, cover and steam.", "Stir in the cream and scatter the parsley."}
	assert.True(t, CookedIn("dry cider", steps))
	assert.True(t, CookedIn("butter", steps))
	assert.False(t, CookedIn("double cream", steps), "it goes in after the heat")
	assert.False(t, CookedIn("parsley", steps))
	assert.False(t, CookedIn("mussels", steps), "cooked food dies as it is")
	assert.False(t, CookedIn("tonic water", []string{"Fill the glass with ice.", "Top with tonic water."}))
	assert.True(t, CookedIn("pears", []string{"Poach the pears.", "Cool them."}))
	assert.False(t, CookedIn("star anise", steps))
	assert.False(t, CookedIn("honey", steps), "nobody says what becomes of it")
}
