package brief

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestOpenListsWhatIsUnanswered(t *testing.T) {
	b := Brief{Kind: "commission", Who: "The ferry kitchen", When: "2026-12-03", Why: "  "}
	assert.Equal(t, []string{"what", "where", "why", "how", "deliverables"}, b.Open())
	b.Kind = "own"
	assert.NotContains(t, b.Open(), "deliverables", "own work owes nothing")
}

func TestCheckNamesTheField(t *testing.T) {
	b := Brief{When: "3 December", HouseColours: []string{"#5b6f8a", "slate"}, Deliverables: []Deliverable{
		{Name: "Feed", Count: 6, Shape: "4:5", LongPx: 1350, Due: "2026-12-18"},
		{Name: "Board", Count: 1, Shape: "wide", LongPx: 2400, Due: "2026-13-01"},
	}}
	var paths []string
	for _, p := range b.Check() {
		paths = append(paths, p.Path)
		assert.Contains(t, p.Words, "Write", "says the mend")
	}
	assert.Equal(t, []string{"when", "houseColours.1", "deliverables.1.shape", "deliverables.1.due"}, paths)
	assert.Equal(t, 2400, b.LongestPx())
	assert.Zero(t, b.Finals(), "own work owes nothing")
	b.Kind = "commission"
	assert.Equal(t, 7, b.Finals())
}

func TestShape(t *testing.T) {
	w, h, ok := Shape("16:9")
	assert.True(t, ok)
	assert.Equal(t, [2]int{16, 9}, [2]int{w, h})
	for _, s := range []string{"", "0:5", "4:0", "4x5", "4:5:6", "-4:5", "400:5"} {
		_, _, ok := Shape(s)
		assert.False(t, ok, s)
	}
}

func TestMoodsDoNotAskForTheSameRatio(t *testing.T) {
	assert.LessOrEqual(t, Mood{Key: "bright"}.TargetRatio().HighStops, Mood{Key: "dark"}.TargetRatio().LowStops)
}

func TestADecisionNeedsItsReason(t *testing.T) {
	good := Brief{Candidates: []Candidate{{"Quince pavlova", "", "open"}, {"Pear tart", "too like last year's", "dropped"}}}
	assert.Empty(t, good.Check())
	var paths []string
	for _, p := range (Brief{Candidates: []Candidate{{" ", "tall", "chosen"}, {"Trout", " ", "dropped"}}}).Check() {
		paths = append(paths, p.Path)
	}
	assert.Equal(t, []string{"candidates.0.name", "candidates.1.because"}, paths)
}

func TestAReferenceSaysWhatToTake(t *testing.T) {
	assert.Empty(t, Reference{Takes: []string{"light", "crop"}}.Check())
	assert.Len(t, Reference{Words: "lovely"}.Check(), 1)
	assert.Len(t, Reference{Takes: []string{"everything"}}.Check(), 1)
}
