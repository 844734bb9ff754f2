package core

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
)

// Tries are slowed down by each of their keys; one that was turned away does not make the wait longer, and a right one forgets all.
func TestTriesAreSlowedDown(t *testing.T) {
	var of Throttle
	pace := Pace{AtOnce: 3, Every: 10 * time.Second}
	at := time.Date(2026, 11, 30, 9, 0, 0, 0, time.UTC)
	try := func(keys ...string) int {
		var crowd *CrowdError
		if assert.IsType(t, crowd, of.Try(at, pace, keys...)) {
			assert.ErrorAs(t, of.Try(at, pace, keys...), &crowd)
			return crowd.AfterS
		}
		return 0
	}
	for range 3 {
		assert.NoError(t, of.Try(at, pace, "from a", "for x"))
	}
	for range 40 {
		assert.Equal(t, 10, try("from a", "for x"))
	}
	assert.NoError(t, of.Try(at, pace, "from b", "for y"), "others are not slowed down")
	assert.Equal(t, 10, try("from b", "for x"), "the same is tried from elsewhere")
	at = at.Add(4 * time.Second)
	assert.Equal(t, 6, try("from a", "for y"))
	at = at.Add(6 * time.Second)
	assert.NoError(t, of.Try(at, pace, "from a", "for x"))
	assert.Equal(t, 10, try("from a", "for x"), "one more after each while, not three")
	of.Fits("from a", "for x")
	for range 3 {
		assert.NoError(t, of.Try(at, pace, "from a", "for x"))
	}
}

// Strangers may come from any number of addresses: what is noted of them stays bounded, and whoever is being slowed down is not
// forgotten before those who are as good as new.
func TestWhatIsNotedOfTriesIsBounded(t *testing.T) {
	var of Throttle
	pace := Pace{AtOnce: 2, Every: time.Hour}
	at := time.Date(2026, 11, 30, 9, 0, 0, 0, time.UTC)
	for i := range mostNoted - 1 {
		assert.NoError(t, of.Try(at, pace, fmt.Sprint("early ", i)))
	}
	at = at.Add(2 * time.Hour)
	for range 2 {
		assert.NoError(t, of.Try(at, pace, "busy"))
	}
	for i := range 100 {
		assert.NoError(t, of.Try(at, pace, fmt.Sprint("late ", i)))
		assert.LessOrEqual(t, len(of.tries), mostNoted)
	}
	assert.Error(t, of.Try(at, pace, "busy"))
}
