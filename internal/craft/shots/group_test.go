package shots

import (
	"figladder/internal/craft/words"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func drawnWork(t *rapid.T, most int) []Work {
	n := rapid.IntRange(0, most).Draw(t, "frames")
	out := make([]Work, n)
	holds := map[string]words.Hold{}
	for i := range out {
		w := &out[i]
		w.Dish = rapid.SampledFrom([]string{"mussels", "trout", "ice cream"}).Draw(t, "dish")
		w.Title = fmt.Sprint("frame ", i)
		w.Kind = rapid.SampledFrom([]Kind{Hero, Ingredient, Action, Safe, Detail}).Draw(t, "kind")
		w.Step = rapid.IntRange(0, 2).Draw(t, "step")
		if w.Kind == Ingredient {
			w.Step = -1
		}
		w.Angle = rapid.SampledFrom([]words.Angle{words.StraightDown, words.Level, words.ThreeQuarter}).Draw(t, "angle")
		w.Light = rapid.SampledFrom([]words.Direction{words.FromSide, words.FromBehind}).Draw(t, "light")
		if holds[w.Dish] == "" {
			holds[w.Dish] = rapid.SampledFrom([]words.Hold{words.Holds, words.Melts}).Draw(t, "hold")
		}
		if w.Step == 2 {
			w.Hold = holds[w.Dish]
		}
	}
	return out
}

// allowed checks an order the long way round: by the words of Possible and by
// looking whether a hurried dish was left.
func allowed(list []Work, order []int) bool {
	placed := make([]Placed, len(order))
	for i, at := range order {
		placed[i] = list[at].Placed
	}
	for i := range placed {
		if Possible(placed, i) != "" {
			return false
		}
	}
	g := newGrouping(list)
	for b, own := range g.blocks {
		first, last := -1, -1
		for i, at := range order {
			if g.block[at] == b {
				if first < 0 {
					first = i
				}
				last = i
			}
		}
		if last-first+1 != len(own) {
			return false
		}
	}
	return true
}

// everyOrder tries all orders and returns the fewest sets.
func everyOrder(list []Work) int {
	best := len(list) + 1
	order := []int{}
	used := make([]bool, len(list))
	var go_ func()
	go_ = func() {
		if len(order) == len(list) {
			if allowed(list, order) {
				w := make([]Work, len(order))
				for i, at := range order {
					w[i] = list[at]
				}
				best = min(best, Sets(w))
			}
			return
		}
		for i := range list {
			if !used[i] {
				used[i] = true
				order = append(order, i)
				go_()
				order = order[:len(order)-1]
				used[i] = false
			}
		}
	}
	go_()
	return best
}

func TestGroupingEqualsTryingEveryOrder(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		list := drawnWork(t, 6)
		got := Group(list)
		require.Len(t, got.Order, len(list))
		if len(list) == 0 {
			return
		}
		assert.True(t, allowed(list, got.Order), "%v", got.Order)
		assert.True(t, got.Exact)
		assert.Equal(t, everyOrder(list), got.Sets)
		assert.Equal(t, got.Sets, got.Bound)
	})
}

func TestGroupingOfALongDay(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		list := drawnWork(t, 60)
		got := Group(list)
		assert.Len(t, got.Order, len(list))
		assert.LessOrEqual(t, got.Bound, got.Sets)
		if len(list) > 0 {
			assert.True(t, allowed(list, got.Order))
		}
	})
}

func TestGroupingSavesAndLeavesAHurriedDishWhole(t *testing.T) {
	frame := func(dish string, k Kind, step int, angle words.Angle, hold words.Hold) Work {
		return Work{Placed{Dish: dish, Title: dish + " " + string(k), Kind: k, Step: step}, angle, words.FromSide, hold, ""}
	}
	list := []Work{
		frame("trout", Ingredient, -1, words.StraightDown, "keeps"), frame("trout", Hero, 3, words.ThreeQuarter, "holds"),
		frame("mussels", Ingredient, -1, words.StraightDown, "keeps"), frame("mussels", Hero, 3, words.ThreeQuarter, "under 1 min while it steams"), frame("mussels", Alternate, 3, words.Low, "under 1 min while it steams"),
		frame("leeks", Ingredient, -1, words.StraightDown, "keeps"), frame("leeks", Hero, 3, words.ThreeQuarter, "holds"),
	}
	got := Group(list)
	assert.Equal(t, 7, got.Was)
	assert.Equal(t, 3, got.Sets, "everything from above, then three-quarter, then the low one")
	assert.True(t, allowed(list, got.Order))
	at := map[int]int{}
	for i, x := range got.Order {
		at[x] = i
	}
	assert.InDelta(t, at[3], at[4], 1, "nothing comes between the hero that steams and its alternate")
}

func BenchmarkGroupSixtyFrames(b *testing.B) {
	list := []Work{}
	for i := range 60 {
		list = append(list, Work{Placed{Dish: fmt.Sprint("dish ", i/8), Title: fmt.Sprint(i), Kind: []Kind{Ingredient, Before, Safe, Action, Hero, Alternate, Detail, Free}[i%8], Step: []int{-1, 1, 2, 2, 4, 4, 4, 4}[i%8]},
			words.Angles[(i*7)%5], words.Directions[(i*3)%3], []words.Hold{"holds", "2 to 3 min, then it runs"}[i/8%2], ""})
	}
	b.ResetTimer()
	for range b.N {
		Group(list)
	}
}

func TestFramesOfOneSetUpAreBuiltOnce(t *testing.T) {
	w := func(dish, up string, angle words.Angle) Work {
		return Work{Placed: Placed{Dish: dish, Kind: Detail}, Angle: angle, Light: words.FromSide, SetUp: up}
	}
	list := []Work{w("a", "one", words.Level), w("b", "two", words.Level), w("a", "one", words.StraightDown), w("b", "two", words.Low), w("c", "", words.Low), w("d", "", words.Low)}
	assert.Equal(t, 5, Sets(list), "a set-up that stands is one, whatever the angle; two without one share angle and light")
	g := Group(list)
	assert.Equal(t, []int{3, 5}, []int{g.Sets, g.Was})
	assert.True(t, g.Exact)
}
