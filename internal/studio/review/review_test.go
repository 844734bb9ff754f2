package review_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"figladder/internal/craft/finding"
	craft "figladder/internal/craft/review"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// thin is a set of which too little is sharp; deep is the same with enough of it.
func thin(s scene.Set) scene.Set {
	s.Camera.Aperture = s.Camera.WidestAperture
	return s
}

func againOf(found []finding.Finding) (out []finding.Finding) {
	for _, f := range found {
		if strings.HasPrefix(f.Code, "again-") {
			out = append(out, f)
		}
	}
	return out
}

// A fault noted on three frames comes up on the next set that has it, and not on one that has not; taken back, forgotten or older
// than a year it does not.
func TestAFaultNotedThreeTimesComesUp(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	shot := studiotest.Hero(shots)
	var frames []*store.Frame
	f := k.KeptFrame(t, shot)
	frames = append(frames, f)
	for range 2 {
		f, err := k.Frames.Take(ctx, k.Owner, shot.Key, false)
		require.NoError(t, err)
		frames = append(frames, f)
	}
	planned, err := k.Set.SetOf(ctx, shot.Key)
	require.NoError(t, err)
	has := thin(planned.Set)
	codes := func(s scene.Set, quick bool) []finding.Finding {
		t.Helper()
		r, err := k.Review.ReadSet(ctx, shot.Key, s, quick)
		require.NoError(t, err)
		return r.Findings
	}
	require.Contains(t, fmt.Sprint(codes(has, false)), "depth-short", "the set has the fault")
	note := func(f *store.Frame, words string) {
		t.Helper()
		_, err := k.Review.SaveReview(ctx, k.Owner, f.Key, 0, store.ReviewDoc{Pins: []craft.Pin{{Key: "a", Says: craft.Bad, What: "depth-thin", Words: words}}})
		require.NoError(t, err)
	}
	note(frames[0], "")
	note(frames[1], "")
	assert.Empty(t, againOf(codes(has, false)), "twice is no habit")
	note(frames[2], "only the rim")
	told := codes(has, false)
	again := againOf(told)
	require.Len(t, again, 1)
	assert.Equal(t, again[0].Code, told[0].Code, "it comes first")
	assert.Equal(t, "again-depth-thin", again[0].Code)
	assert.Equal(t, frames[2].Key, again[0].Frame)
	assert.Contains(t, again[0].Because, "only the rim")
	assert.Empty(t, againOf(codes(has, true)), "not while something is dragged")

	deep := has
	deep.Camera.Aperture = has.Camera.NarrowAperture
	require.NotContains(t, fmt.Sprint(codes(deep, false)), "depth-short")
	assert.Empty(t, againOf(codes(deep, false)), "not on a set that has it not")
	off := has
	off.Advice = "off"
	assert.Empty(t, againOf(codes(off, false)), "nor where no advice is wanted")

	now := k.Now()
	k.Clock = func() time.Time { return now.Add(370 * 24 * time.Hour) }
	assert.Empty(t, againOf(codes(has, false)), "who has not had it for a year has learned it")
}

// An old frame is read again: measured first, then noted, kept, undone, and shown on the ladder.
func TestAnOldFrameIsReadAgain(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	shot := studiotest.Hero(shots)
	p, err := k.Set.SetOf(ctx, shot.Key)
	require.NoError(t, err)
	_, err = k.SaveSet(ctx, shot.Key, p.Version, thin(p.Set))
	require.NoError(t, err)
	f := k.KeptFrame(t, shot)

	r, err := k.Review.Of(ctx, f.Key)
	require.NoError(t, err)
	assert.Zero(t, r.Row.Version)
	var hint *craft.Hint
	for i := range r.Hints {
		if r.Hints[i].What == "depth-thin" {
			hint = &r.Hints[i]
		}
	}
	require.NotNil(t, hint, "%+v", r.Hints)
	assert.InDelta(t, 0.5, hint.X, 0.25, "at the hero")
	got := map[string]float64{}
	for _, g := range r.Got {
		got[g.Key] = g.Value
	}
	assert.InDelta(t, 0, got["got-exposure"], 0.05, "taken as planned")
	assert.Contains(t, got, "got-set-ratio")

	// The plan is changed afterwards: the frame was taken by the old one.
	p, err = k.Set.SetOf(ctx, shot.Key)
	require.NoError(t, err)
	deeper := p.Set
	deeper.Camera.Aperture = 11
	_, err = k.SaveSet(ctx, shot.Key, p.Version, deeper)
	require.NoError(t, err)
	row, err := k.Review.SaveReview(ctx, k.Owner, f.Key, 0, store.ReviewDoc{Done: true, Pins: []craft.Pin{{Key: "a", X: hint.X, Y: hint.Y, Says: craft.Bad, What: "depth-thin"}, {Key: "b", Says: craft.Good, What: "light-good"}}})
	require.NoError(t, err)
	r, err = k.Review.Of(ctx, f.Key)
	require.NoError(t, err)
	assert.Equal(t, row.Pins, r.Row.Pins)
	for _, h := range r.Hints {
		assert.NotEqual(t, "depth-thin", h.What, "pinned already")
	}
	for _, g := range r.Got {
		if g.Key == "got-depth" {
			assert.NotEqual(t, g.Working[0].Shown, g.Working[1].Shown, "planned deeper now")
		}
	}
	back, err := k.Review.ShootOf(ctx, shoot.Key)
	require.NoError(t, err)
	require.Len(t, back.Frames, 1)
	assert.Equal(t, [3]int{1, 1, 1}, [3]int{back.Frames[0].Good, back.Frames[0].Bad, back.Read})
	require.Len(t, back.Faults, 1)
	climb, err := k.Ladder.Ladder(ctx, shoot.Key)
	require.NoError(t, err)
	top := climb.Rungs[len(climb.Rungs)-1]
	assert.Equal(t, "1 of 1 read", top.Shown)

	_, err = k.Review.SaveReview(ctx, k.Owner, f.Key, row.Version-1, store.ReviewDoc{})
	assert.Error(t, err, "somebody else was there first")
	_, err = k.Review.SaveReview(ctx, k.Owner, f.Key, row.Version, store.ReviewDoc{Pins: []craft.Pin{{Key: "a", Says: craft.Good, What: "glare"}}})
	assert.ErrorContains(t, err, "cannot be said")
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	back, err = k.Review.ShootOf(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Empty(t, back.Faults)
	assert.Zero(t, back.Read)
}

func TestTheYearInNumbers(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	empty, err := k.Review.YearOf(ctx)
	require.NoError(t, err)
	require.Len(t, empty.Months, 12)
	assert.Equal(t, k.Now().UTC().Format("2006-01"), empty.Months[11].Month)
	_, _, shots := k.Toddy(t)
	shot := studiotest.Hero(shots)
	f := k.KeptFrame(t, shot)
	_, err = k.Frames.Take(ctx, k.Owner, shot.Key, false)
	require.NoError(t, err)
	require.NoError(t, k.Store.WithContext(ctx).Exec(`insert into frame_hours (id, shoot_id, frame_id, step, person_id, person_name, log) values ('h1', ?, ?, 'look', 'a', 'A', '{"countedS": 1800, "gaps": []}'), ('h2', ?, ?, 'retouch', 'b', 'B', '{"countedS": 600, "gaps": []}')`, f.ShootID, f.Key, f.ShootID, f.Key).Error)
	for _, outlet := range []string{"feed", "board"} {
		require.NoError(t, k.Store.WithContext(ctx).Create(&store.Publication{ID: outlet, ShootID: f.ShootID, ShotID: shot.Key, FrameID: f.Key, Outlet: outlet, SHA256: f.SHA256, State: "accepted", SameAs: outlet, CreatedAt: k.Now()}).Error)
	}
	_, err = k.Review.SaveReview(ctx, k.Owner, f.Key, 0, store.ReviewDoc{Pins: []craft.Pin{{Key: "a", Says: craft.Bad, What: "glare"}, {Key: "b", Says: craft.Next, What: "glare"}, {Key: "c", Says: craft.Bad, What: "cast"}}})
	require.NoError(t, err)
	y, err := k.Review.YearOf(ctx)
	require.NoError(t, err)
	m := y.Months[11]
	assert.Equal(t, [3]int{2, 1, 2}, [3]int{m.Frames, m.Kept, m.Finals}, "two people's hours and two outlets do not multiply one another")
	assert.InDelta(t, 40, m.EditMin, 1e-9)
	require.Len(t, m.Faults, 2)
	assert.Equal(t, 1, m.Faults[0].Times)
	kinds := map[string]int{}
	for _, u := range y.Uses {
		kinds[u.Kind]++
		assert.Equal(t, 1, u.Of)
		assert.False(t, u.Over)
		assert.NotContains(t, u.Name, "from from")
	}
	assert.Positive(t, kinds["angle"])
	assert.Equal(t, 1, kinds["ground"])
}
