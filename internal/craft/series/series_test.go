package series

import (
	"fmt"
	"math"
	"testing"

	"figladder/internal/craft/shots"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// every tries all divisions into days, one dish after the other: the plain way.
func every(p *problem, maxDays int) (price, minutes float64) {
	price, minutes = math.Inf(1), math.Inf(1)
	var days [][]int
	var place func(i int)
	place = func(i int) {
		if i == len(p.dishes) {
			sum, time := 0.0, 0.0
			for _, on := range days {
				c, m, ok := p.cost(on)
				if !ok {
					return
				}
				sum, time = sum+c, time+m
			}
			if sum < price-1e-6 || sum < price+1e-6 && time < minutes {
				price, minutes = sum, time
			}
			return
		}
		for d := range days {
			days[d] = append(days[d], i)
			place(i + 1)
			days[d] = days[d][:len(days[d])-1]
		}
		if len(days) < maxDays {
			days = append(days, []int{i})
			place(i + 1)
			days = days[:len(days)-1]
		}
	}
	place(0)
	return price, minutes
}

func drawn(t *rapid.T, least, most int) ([]Dish, map[string]Pack, Day) {
	n := rapid.IntRange(least, most).Draw(t, "dishes")
	things := []string{"cream", "quince", "rye"}
	packs := map[string]Pack{}
	for _, k := range things {
		packs[k] = Pack{float64(rapid.IntRange(1, 5).Draw(t, k+" size")), float64(rapid.IntRange(0, 900).Draw(t, k+" price"))}
	}
	dishes := make([]Dish, n)
	for i := range dishes {
		d := Dish{Name: fmt.Sprint("dish ", i), Minutes: float64(rapid.IntRange(10, 150).Draw(t, "minutes")), Setup: rapid.SampledFrom([]string{"window", "box", "above"}).Draw(t, "setup"), Uses: map[string]float64{}}
		for _, k := range things {
			if v := rapid.IntRange(0, 4).Draw(t, k); v > 0 {
				d.Uses[k] = float64(v) / 2
			}
		}
		dishes[i] = d
	}
	return dishes, packs, Day{Minutes: float64(rapid.IntRange(200, 500).Draw(t, "day")), Price: float64(rapid.IntRange(0, 40000).Draw(t, "day price")),
		SetupMinutes: float64(rapid.IntRange(0, 50).Draw(t, "setup minutes")), SetupPrice: float64(rapid.IntRange(0, 3000).Draw(t, "setup price"))}
}

func TestExactEqualsTryingEverything(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		dishes, packs, day := drawn(t, 1, 7)
		maxDays := rapid.IntRange(1, 7).Draw(t, "max days")
		p, err := newProblem(dishes, packs, day)
		require.NoError(t, err)
		price, minutes := every(p, min(maxDays, len(dishes)))
		got, err := Best(dishes, packs, day, maxDays)
		if math.IsInf(price, 1) {
			assert.ErrorIs(t, err, ErrDays)
			return
		}
		require.NoError(t, err)
		assert.True(t, got.Exact)
		assert.InDelta(t, price, got.Price, 1e-6)
		assert.InDelta(t, minutes, got.Minutes, 1e-6)
		assert.Equal(t, got.Price, got.Bound)
	})
}

func TestGatheredHoldsToItsBoundAndItsDays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		dishes, packs, day := drawn(t, 1, 9)
		p, err := newProblem(dishes, packs, day)
		require.NoError(t, err)
		got, err := p.gathered(0)
		require.NoError(t, err)
		best, err := p.exact(0)
		require.NoError(t, err)
		assert.LessOrEqual(t, got.Bound, best.Price+1e-6, "the bound is under the best")
		assert.GreaterOrEqual(t, got.Price, best.Price-1e-6, "nothing is cheaper than the best")
		seen := map[int]bool{}
		for _, on := range got.Days {
			_, _, ok := p.cost(on)
			assert.True(t, ok, "each day holds what is put on it")
			for _, i := range on {
				assert.False(t, seen[i])
				seen[i] = true
			}
		}
		assert.Len(t, seen, len(dishes))
	})
}

func TestManyDishes(t *testing.T) {
	var dishes []Dish
	for i := range 60 {
		dishes = append(dishes, Dish{Name: fmt.Sprint(i), Minutes: 40 + float64(i%5)*15, Setup: []string{"window", "above", "box"}[i%3], Uses: map[string]float64{"cream": 0.3}})
	}
	day := Day{Minutes: 480, Price: 60000, SetupMinutes: 40, SetupPrice: 0}
	packs := map[string]Pack{"cream": {1, 220}}
	got, err := Best(dishes, packs, day, 0)
	require.NoError(t, err)
	apart, err := OneADay(dishes, packs, day)
	require.NoError(t, err)
	assert.Less(t, got.Price, apart.Price/4)
	assert.GreaterOrEqual(t, got.Price, got.Bound)
	assert.LessOrEqual(t, got.Price, 1.25*got.Bound, "good, and it says how good")
}

func TestSharingWhatIsLeftOfAPack(t *testing.T) {
	// Two dishes each use half a pack of quinces: together one pack does.
	dishes := []Dish{{"Pavlova", 90, "window", map[string]float64{"quince": 2}}, {"Tart", 90, "window", map[string]float64{"quince": 2}}}
	packs := map[string]Pack{"quince": {4, 500}}
	day := Day{Minutes: 480, Price: 10000, SetupMinutes: 30, SetupPrice: 0}
	both, err := Best(dishes, packs, day, 0)
	require.NoError(t, err)
	apart, err := OneADay(dishes, packs, day)
	require.NoError(t, err)
	assert.Equal(t, [][]int{{0, 1}}, both.Days)
	assert.Equal(t, 10500.0, both.Price)
	assert.Equal(t, 21000.0, apart.Price)
	assert.Equal(t, 30.0, apart.Minutes-both.Minutes, "and one set-up is built once")
}

func TestWhatCannotBePlannedIsNamed(t *testing.T) {
	_, err := Best(nil, nil, Day{Minutes: 100}, 0)
	assert.ErrorIs(t, err, ErrNothing)
	_, err = Best([]Dish{{"Roast", 300, "w", nil}}, nil, Day{Minutes: 240}, 0)
	assert.ErrorIs(t, err, ErrTooLong)
	assert.ErrorContains(t, err, "Roast")
	_, err = Best([]Dish{{"A", 200, "w", nil}, {"B", 200, "w", nil}}, nil, Day{Minutes: 240}, 1)
	assert.ErrorIs(t, err, ErrDays)
	_, err = Best([]Dish{{"A", math.NaN(), "w", nil}}, nil, Day{Minutes: 240}, 1)
	assert.ErrorContains(t, err, "not a time")
}

func BenchmarkTwelveDishesExactly(b *testing.B) {
	var dishes []Dish
	for i := range 12 {
		dishes = append(dishes, Dish{Minutes: 30 + float64(i*7%50), Setup: []string{"a", "b", "c"}[i%3], Uses: map[string]float64{"x": float64(i%3) / 2, "y": 1}})
	}
	packs := map[string]Pack{"x": {1, 100}, "y": {3, 250}}
	for b.Loop() {
		if _, err := Best(dishes, packs, Day{Minutes: 300, Price: 5000, SetupMinutes: 20}, 0); err != nil {
			b.Fatal(err)
		}
	}
}

func TestTermsAndMinutes(t *testing.T) {
	assert.Empty(t, UsualTerms().Check())
	long := UsualTerms()
	long.SetupMin = long.DayMin
	assert.Equal(t, "setupMin", long.Check()[0].Path)
	m, words := Minutes([]shots.Kind{shots.Hero, shots.Safe, shots.Safe})
	assert.Equal(t, 36.0, m)
	assert.Equal(t, "1 hero × 30 + 2 safe × 3", words)
	for _, k := range shots.Kinds {
		one, _ := Minutes([]shots.Kind{k})
		assert.Positive(t, one, k)
	}
	none, words := Minutes(nil)
	assert.Zero(t, none)
	assert.Empty(t, words)
}
