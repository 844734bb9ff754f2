package release

import (
	"strings"
	"testing"

	"figladder/internal/craft/brief"
	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

var feed = Outlet{Key: "feed", Name: "The feed", Shape: "4:5", LeastLongPx: 1350, MostLongPx: 2000, MostWords: 50, NeedsAlt: true, NeedsCredit: true}
var said = Words{Title: "Toddy", Caption: "Warm.", Alt: "A glass", Credit: "Tern Loft Studio"}

func codes(o Outlet, w, h int, c Crop, words Words) string {
	var out []string
	for _, f := range Check(o, w, h, c, words) {
		out = append(out, f.Code)
	}
	return strings.Join(out, " ")
}

func TestFitStaysInsideAndKeepsTheShape(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		i := func(n string, lo, hi int) int { return rapid.IntRange(lo, hi).Draw(t, n) }
		W, H, w, h := i("W", 100, 9000), i("H", 100, 9000), i("w", 1, 20), i("h", 1, 20)
		zoom := rapid.Float64Range(0.1, 1).Draw(t, "zoom")
		c := Fit(W, H, w, h, zoom, rapid.Float64Range(-1, 2).Draw(t, "cx"), rapid.Float64Range(-1, 2).Draw(t, "cy"))
		assert.True(t, c.X >= 0 && c.Y >= 0 && c.X+c.Width <= W && c.Y+c.Height <= H, "%+v in %dx%d", c, W, H)
		assert.InDelta(t, float64(w)/float64(h), float64(c.Width)/float64(c.Height), float64(w)/float64(h)*(1.5/float64(min(c.Width, c.Height))))
		if zoom == 1 {
			assert.True(t, c.Width >= W-1 || c.Height >= H-1, "the largest touches two edges")
		}
	})
}

func TestCheckFindsEachLack(t *testing.T) {
	c := Fit(3000, 2000, 4, 5, 1, .5, .5)
	assert.Equal(t, "crop-loses", codes(feed, 3000, 2000, c, said), "a landscape frame loses much to 4:5, and that is a note only")
	assert.Contains(t, codes(feed, 3000, 2000, Fit(3000, 2000, 4, 5, .5, .5, .5), said), "pixels")
	assert.Contains(t, codes(feed, 3000, 2000, Crop{0, 0, 2000, 2000}, said), "shape")
	assert.Contains(t, codes(feed, 3000, 2000, Crop{2900, 0, 1600, 2000}, said), "crop-outside")
	assert.Contains(t, codes(feed, 3000, 2000, c, Words{Title: "T", Credit: "c"}), "alt")
	assert.Contains(t, codes(feed, 3000, 2000, c, Words{Title: "T", Alt: "a"}), "credit")
	assert.Contains(t, codes(feed, 3000, 2000, c, Words{Alt: "a", Credit: "c"}), "title")
	long := said
	long.Caption = strings.Repeat("é", 51)
	assert.Contains(t, codes(feed, 3000, 2000, c, long), "caption-long")
	long.Caption = strings.Repeat("é", 50)
	assert.NotContains(t, codes(feed, 3000, 2000, c, long), "caption-long", "counted in characters, not bytes")
	assert.False(t, Refused(Check(feed, 3000, 2000, c, said)))
	assert.True(t, Refused(Check(feed, 3000, 2000, c, Words{})))
}

func TestOutMakesLargeCutsSmaller(t *testing.T) {
	w, h := feed.Out(Crop{0, 0, 4000, 5000})
	assert.Equal(t, [2]int{1600, 2000}, [2]int{w, h})
	w, h = feed.Out(Crop{0, 0, 1200, 1500})
	assert.Equal(t, [2]int{1200, 1500}, [2]int{w, h})
}

func TestACutSmallerThanItsFinalIsTold(t *testing.T) {
	asked := []brief.Deliverable{{Name: "Feed", Shape: "4:5", LongPx: 1350}, {Name: "Poster", Shape: "4:5", LongPx: 5000}, {Name: "Board", Shape: "3:2", LongPx: 9000}}
	got := Finals(feed, 1600, 2000, asked)
	assert.Len(t, got, 1, "only what is of the shape, and larger")
	assert.Equal(t, "Poster", got[0].Subject)
	assert.Equal(t, "2000 px on the long side", got[0].Measure)
	assert.Len(t, Finals(feed, 800, 1000, asked), 2)
	assert.False(t, Refused(got), "the outlet takes it all the same")
}
