package brief

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestPairsOfHands(t *testing.T) {
	b := Brief{Hands: 3}
	assert.Equal(t, 3, b.Pairs(), "as written while no crew is")
	b.Crew = []Hand{{Name: "A", Does: "photographer"}, {Name: "B", Does: "stylist"}, {Name: "C", Does: "client"}}
	assert.Equal(t, 2, b.Pairs(), "who watches has no hands")
}

func TestWhenTheyAreThere(t *testing.T) {
	from, to := Hand{From: "10:30"}.There(540, 1080)
	assert.Equal(t, []int{630, 1080}, []int{from, to})
	from, to = Hand{To: "12:00"}.There(540, 1080)
	assert.Equal(t, []int{540, 720}, []int{from, to})
}

func TestACrewThatCannotBe(t *testing.T) {
	b := Brief{Crew: []Hand{{Name: " ", Does: "cook"}, {Name: "B", From: "25:00"}, {Name: "C", From: "15:00", To: "09:00"}, {Name: "D", From: "09:00", To: "15:00"}}}
	var paths []string
	for _, p := range b.Check() {
		paths = append(paths, p.Path)
	}
	assert.Equal(t, []string{"crew.0.name", "crew.1.from", "crew.2.to"}, paths)
}
