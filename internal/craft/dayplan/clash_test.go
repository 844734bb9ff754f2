package dayplan

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// The named clash cannot be done by itself, and without any one of its wishes it can: by trying everything.
func TestTheClashIsLeast(t *testing.T) {
	seen := 0
	for range 3 {
		rapid.Check(t, func(t *rapid.T) {
			d := anyDay(t)
			d.ToMin = min(d.ToMin, 7)
			for i := range d.Tasks {
				d.Tasks[i].Wish = fmt.Sprint("window of ", i)
				if rapid.IntRange(0, 5).Draw(t, "pin") == 0 {
					at := rapid.IntRange(0, 5).Draw(t, "at")
					d.Tasks[i].Pinned = &at
				}
			}
			for i := range d.Links {
				d.Links[i].Wish = fmt.Sprint("hold of ", i)
			}
			d.Resources[1].Wish = "hours"
			if _, ok := everyPlan(d, Aim{}); ok {
				return
			}
			c := ClashOf(t.Context(), d)
			require.True(t, c.Sure)
			if c.Hard {
				return
			}
			seen++
			// All others are given up; the end of the day is given up by a day, which is more than is tried here, so
			// only clashes with it in are tried.
			kept := map[Wish]bool{}
			end := false
			for _, w := range c.Wishes {
				kept[w.Wish] = true
				end = end || w.Kind == "end"
			}
			if !end {
				return
			}
			with := func(but Wish) Day {
				x := d
				for _, w := range d.Wishes() {
					if !kept[w] || w == but {
						x = x.Ease(w, never)
					}
				}
				x.ToMin = min(x.ToMin, 14)
				return x
			}
			_, ok := everyPlan(with(Wish{}), Aim{})
			require.False(t, ok, "they clash")
			for _, w := range c.Wishes {
				if len(d.Tasks) > 3 && w.Kind == "end" {
					continue // fourteen minutes for each of four are too many plans to try
				}
				_, ok := everyPlan(with(w.Wish), Aim{})
				require.True(t, ok, "without %q they do not", w.Words)
			}
		})
	}
	assert.Positive(t, seen)
}

// In words that help: an ice cream that holds three minutes cannot wait for a set-up that takes eight.
func TestAClashSaysWhatToEase(t *testing.T) {
	hold := 3
	d := Day{Span: Span{9 * 60, 12 * 60}, Resources: []Resource{{Key: "set", Name: "The set", Units: 1, ChangeMin: 8}, {Key: "hands", Name: "Pairs of hands", Units: 1}}}
	d.Tasks = []Task{
		{Key: "scoop", Min: 4, Needs: []Need{{"hands", 1}}},
		{Key: "light", Min: 8, Needs: []Need{{"hands", 1}, {"set", 1}}},
		{Key: "frame", Min: 10, Needs: []Need{{"hands", 1}, {"set", 1}}},
	}
	d.Links = []Link{{From: "scoop", To: "light"}, {From: "light", To: "frame"}, {From: "scoop", To: "frame", MostMin: &hold, Wish: "Ice cream holds 3 min"}}
	_, err := Solve(t.Context(), d, Aim{End: 1}, Usual)
	require.ErrorIs(t, err, ErrNone)
	c := ClashOf(t.Context(), d)
	require.True(t, c.Sure)
	require.Len(t, c.Wishes, 1)
	assert.Equal(t, "Ice cream holds 3 min", c.Wishes[0].Words)
	assert.Equal(t, 5, c.Wishes[0].ByMin, "eight minutes of light, of which it holds three")
	assert.Empty(t, c.More, "the set has to be lit after scooping, however many hands there are")
	// With the set lit first it goes.
	d.Links = d.Links[1:]
	p, err := Solve(t.Context(), d, Aim{End: 1}, Usual)
	require.NoError(t, err)
	assert.Empty(t, Audit(d, p.Starts))
}

// A wish that the search has looked at is not lost to those it looks at after it.
func TestTheClashKeepsEveryWishApart(t *testing.T) {
	none := 0
	d := Day{Span: Span{0, 7}, Resources: []Resource{{Key: "hands", Units: 2, Open: []Span{{1, 6}}, Wish: "hours"}},
		Tasks: []Task{{Key: "a", Wish: "a"}, {Key: "b", Min: 3, Needs: []Need{{"hands", 1}}, Within: []Span{{0, 2}, {3, 6}}, Wish: "b"}, {Key: "c", Min: 1, Within: []Span{{7, 9}, {0, 2}}, Wish: "c"}},
		Links: []Link{{From: "b", To: "a", MostMin: &none, Wish: "hold"}, {From: "a", To: "c", LeastMin: -2}}}
	c := ClashOf(t.Context(), d)
	kept := []Wish{}
	for _, w := range c.Wishes {
		kept = append(kept, w.Wish)
	}
	x := d
	for _, w := range d.Wishes() {
		if !slices.Contains(kept, w) {
			x = x.Ease(w, never)
		}
	}
	_, ok := everyPlan(x, Aim{})
	assert.False(t, ok, "%+v", kept)
	assert.Len(t, kept, 3)
}
