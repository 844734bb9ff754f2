package finals

import (
	"fmt"
	"slices"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/release"
	"figladder/internal/craft/shots"
	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

func TestFinalsAreFollowedThrough(t *testing.T) {
	wanted := []brief.Deliverable{{Name: "Feed", Count: 2, Shape: "4:5", LongPx: 1350}, {Name: "Board", Count: 3, Shape: "3:2", LongPx: 2000}}
	frames := []Frame{
		{ShotID: "i", Kind: shots.Ingredient, Stage: Approved},
		{ShotID: "d", Kind: shots.Detail, Stage: Set},
		{ShotID: "a", Kind: shots.Hero, Stage: Kept, Cuts: []Cut{{WidePx: 1080, HighPx: 1350}}},
		{ShotID: "b", Kind: shots.Hero, Stage: Listed, Cuts: []Cut{{WidePx: 1000, HighPx: 1250}}}, // too small
	}
	got := Follow(wanted, frames)
	var served []string
	for _, f := range got.Finals {
		served = append(served, fmt.Sprintf("%s %d %s %v", f.Name, f.Nth, f.ShotID, f.Out))
	}
	assert.Equal(t, []string{"Feed 1 a true", "Feed 2 b false", "Board 1 a false", "Board 2 b false", "Board 3 d false"}, served)
	assert.Equal(t, []int{1, 4, 0}, []int{got.Out, got.Owed, got.Short})
	assert.Equal(t, 2, got.Finals[0].Serves, "one frame serves two")
	frames[1].Cuts = []Cut{{WidePx: 3000, HighPx: 2000}}
	got = Follow(wanted, frames)
	assert.Equal(t, "d", got.Finals[2].ShotID, "what was delivered is what it was delivered with")
	wanted[0].Count = 9
	assert.Equal(t, 6, Follow(wanted, frames).Short)
	assert.Contains(t, Follow(wanted, frames).Finals[8].Because, "accept another")
}

func TestEveryFinalIsCountedOnce(t *testing.T) {
	kinds := []shots.Kind{shots.Hero, shots.Alternate, shots.Detail, shots.Ingredient, shots.Safe}
	rapid.Check(t, func(t *rapid.T) {
		var wanted []brief.Deliverable
		total := 0
		for i := range rapid.IntRange(0, 4).Draw(t, "kinds of finals") {
			d := brief.Deliverable{Name: fmt.Sprint(i), Count: rapid.IntRange(1, 6).Draw(t, "count"), Shape: rapid.SampledFrom([]string{"4:5", "1:1", "3:2"}).Draw(t, "shape"), LongPx: 1000}
			total += d.Count
			wanted = append(wanted, d)
		}
		var frames []Frame
		for i := range rapid.IntRange(0, 8).Draw(t, "frames") {
			f := Frame{ShotID: fmt.Sprint(i), Kind: rapid.SampledFrom(kinds).Draw(t, "kind"), Stage: rapid.SampledFrom(stages).Draw(t, "stage")}
			if rapid.Bool().Draw(t, "out") {
				f.Cuts = []Cut{{WidePx: 1200, HighPx: 1500}}
			}
			frames = append(frames, f)
		}
		got := Follow(wanted, frames)
		assert.Len(t, got.Finals, total)
		assert.Equal(t, total, got.Out+got.Owed)
		used := map[string]bool{}
		for _, f := range got.Finals {
			if f.ShotID == "" {
				continue
			}
			key := f.Name + " " + f.ShotID
			assert.False(t, used[key], "a frame serves each kind of final once")
			used[key] = true
			i := slices.IndexFunc(frames, func(x Frame) bool { return x.ShotID == f.ShotID })
			assert.NotContains(t, []shots.Kind{shots.Ingredient, shots.Safe}, frames[i].Kind)
		}
	})
}

func TestAFrameChosenByHandServes(t *testing.T) {
	frames := []Frame{{ShotID: "a", Title: "A", Kind: shots.Hero}, {ShotID: "b", Title: "B", Kind: shots.Hero}, {ShotID: "s", Title: "S", Kind: shots.Safe}}
	wanted := []brief.Deliverable{{Name: "Feed", Count: 3, Shape: "4:5", LongPx: 1350, Picks: []string{"", "s", "s", "b"}}}
	got := Follow(wanted, frames).Finals
	assert.Equal(t, []string{"a", "s", "b"}, []string{got[0].ShotID, got[1].ShotID, got[2].ShotID}, "the list fills what is left")
	assert.Equal(t, []bool{false, true, false}, []bool{got[0].Picked, got[1].Picked, got[2].Picked})
	assert.Contains(t, got[2].Because, "serves another of these already")
	wanted[0].Picks = []string{"gone"}
	got = Follow(wanted, frames).Finals
	assert.Equal(t, "a", got[0].ShotID)
	assert.Contains(t, got[0].Because, "no longer on the list")
	assert.Equal(t, 1, Follow(wanted, frames).Short, "a safe frame serves only when it is chosen")
}

func TestAFinalKnowsWhereItGoes(t *testing.T) {
	outlets := []release.Outlet{{Key: "small", Name: "Wall", Shape: "4:5", MostLongPx: 1000}, {Key: "other", Name: "Other", Shape: "4:5", MostLongPx: 2000}, {Key: "feed", Name: "Feed", Shape: "4:5", MostLongPx: 2000}, {Key: "free", Name: "Print", Shape: "3:2"}}
	wanted := []brief.Deliverable{{Name: "feed ", Count: 1, Shape: "4:5", LongPx: 1350}, {Name: "Story", Count: 1, Shape: "9:16", LongPx: 1920}, {Name: "Menu", Count: 1, Shape: "3:2", LongPx: 9000}, {Name: "Poster", Count: 1, Shape: "4:5", LongPx: 6000}}
	f := Follow(wanted, []Frame{{ShotID: "a", Kind: shots.Hero}})
	f.Route(outlets)
	var to []string
	for _, x := range f.Finals {
		to = append(to, x.Outlet)
	}
	assert.Equal(t, []string{"feed", "", "free", ""}, to, "by its name; no shape; no bound; too small")
	assert.Contains(t, f.Finals[1].Handed, "No outlet takes 9:16")
	assert.Contains(t, f.Finals[3].Handed, "takes 2000 px at the most, and the brief asks for 6000")
	f.Route(outlets[:2])
	assert.Equal(t, "other", f.Finals[0].Outlet, "any of the shape that takes the pixels")
}
