package cost

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func facts() Facts {
	return Facts{Currency: "GBP", Planned: true, FoodMinor: 8450, Finals: 18, Crew: []Hours{{"Maud", "photographer", 540}, {"Ines", "stylist", 540}}}
}

func doc() Doc {
	d := Start()
	d.FeeMinor = 180000
	d.Rates = []Rate{{"photographer", 6000}, {"stylist", 4500}, {"editor", 4000}}
	d.Rentals = []Rental{{Name: "Steamer", DayMinor: 2500, Days: 2, BuyMinor: 12000, Uses: 4}, {Name: "Long lens", DayMinor: 4000, Days: 1, BuyMinor: 120000, Uses: 3}}
	d.RoomMinor = 15000
	return d
}

// Worked by hand: 9 h at 60 and at 45; room 150; rentals 50 and 40; food 84.50; 18 × 50 min at 40; 15 % of 945.
func TestWhatItComesTo(t *testing.T) {
	e := Of(doc(), facts())
	byGroup := map[string]int64{}
	for _, l := range e.Lines {
		require.NotEmpty(t, l.Reading.Working, l.Reading.Label)
		assert.InDelta(t, float64(l.Minor)/100, l.Reading.Value, 1e-9)
		byGroup[l.Group] += l.Minor
	}
	assert.Equal(t, map[string]int64{"crew": 94500, "room": 15000, "rental": 9000, "food": 8450, "edit": 60000, "spare": 14175}, byGroup)
	assert.EqualValues(t, 201125, e.TotalMinor)
	assert.InDelta(t, 2011.25, e.Total.Value, 1e-9)
	assert.InDelta(t, 111.73, e.PerFinal.Value, 0.01)
	assert.InDelta(t, -211.25, e.Left.Value, 1e-9)
	assert.Contains(t, e.Words[len(e.Words)-1], "It does not pay: 211.25 GBP are missing")
	assert.Equal(t, []string{"Steamer: bought it is paid for after 3 shoots like this, and you want it 4 times a year. Buy it.", "Long lens: rent it; bought it is paid for only after 30 shoots like this."}, e.Advice)
}

// The studio's own days say what goes wrong, once there are any.
func TestOwnDaysReplaceTheSpare(t *testing.T) {
	f := facts()
	f.Over, f.Days = 0.3, 2
	e := Of(doc(), f)
	for _, l := range e.Lines {
		if l.Group == "spare" {
			assert.EqualValues(t, 28350, l.Minor)
			assert.Contains(t, l.Reading.Working[0].Words, "2 days")
		}
	}
	f.Over = -0.2
	for _, l := range Of(doc(), f).Lines {
		assert.NotEqual(t, "spare", l.Group, "who is quick gives nothing back")
	}
	over, ok := History([]int{10, 20, 30, 20, 20}, []int{15, 20, 40, 25, 25})
	require.True(t, ok)
	assert.InDelta(t, 0.25, over, 1e-12)
	_, ok = History([]int{10}, []int{30})
	assert.False(t, ok, "one job is no history")
}

func TestWhatIsNotKnownIsSaid(t *testing.T) {
	f := facts()
	f.Planned, f.Unpriced = false, 4
	e := Of(Start(), f)
	assert.EqualValues(t, 8450, e.TotalMinor)
	words := ""
	for _, w := range e.Words {
		words += w + "\n"
	}
	for _, want := range []string{"hour of a stylist", "No day is taken", "4 lines of the shopping", "15 h 00 at the edit"} {
		assert.Contains(t, words, want)
	}
	assert.True(t, e.Left.Unbounded)
	f.Finals = 0
	assert.True(t, Of(Start(), f).PerFinal.Unbounded)
}

func TestMoneyThatCannotBe(t *testing.T) {
	d := doc()
	d.Rates = append(d.Rates, Rate{"stylist", 1})
	d.Rentals = append(d.Rentals, Rental{Name: "  ", Days: 1})
	var paths []string
	for _, p := range d.Check() {
		paths = append(paths, p.Path)
	}
	assert.Equal(t, []string{"rates.3.does", "rentals.2.name"}, paths)
}
