package set_test

import (
	"testing"

	"figladder/internal/craft/scene"
	"figladder/internal/craft/words"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/set"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// table is a shoot whose first shots stand in one set-up.
type table struct {
	*studiotest.Kit
	t     *testing.T
	shoot *store.Shoot
	shots []store.Shot
}

func lay(t *testing.T, frames int) table {
	k := studiotest.New(t)
	shoot, _, shots := k.Toddy(t)
	b := table{k, t, shoot, studiotest.DishFirst(shots)}
	for i := range frames {
		p := b.at(i)
		if i == 0 {
			for _, kind := range []string{"jar", "mug", "fork"} {
				p.Set, _ = p.Set.WithThing(kind)
			}
		} else {
			p.SetUpID = b.at(0).SetUpID
		}
		b.save(i, p)
	}
	return b
}

func (b table) at(i int) *set.PlannedSet {
	b.t.Helper()
	p, err := b.Set.SetOf(b.t.Context(), b.shots[i].Key)
	require.NoError(b.t, err)
	return p
}

func (b table) save(i int, p *set.PlannedSet) *set.PlannedSet {
	b.t.Helper()
	out, err := b.Set.SaveSet(b.t.Context(), b.Owner, b.shots[i].Key, *p)
	require.NoError(b.t, err)
	return out
}

func (b table) undo() {
	b.t.Helper()
	_, err := b.Undo(b.t.Context(), b.Owner, b.shoot.Key, false)
	require.NoError(b.t, err)
}

func (b table) redo() {
	b.t.Helper()
	_, err := b.Redo(b.t.Context(), b.Owner, b.shoot.Key)
	require.NoError(b.t, err)
}

func TestOneLightServesFiveFrames(t *testing.T) {
	b := lay(t, 5)
	before := make([]int, 5)
	for i := range 5 {
		before[i] = b.at(i).Version
		assert.Equal(t, b.at(0).SetUpID, b.at(i).SetUpID)
	}
	p := b.at(2)
	p.Set.Lights[0].LuminanceCdM2, p.Set.Camera.Aperture = 1234, 4
	b.save(2, p)
	for i := range 5 {
		now := b.at(i)
		assert.Equal(t, 1234.0, now.Set.Lights[0].LuminanceCdM2, "shot %d", i)
		assert.Equal(t, i == 2, now.Set.Camera.Aperture == 4, "the camera is its own")
		assert.Greater(t, now.Version, before[i], "whoever holds it learns of the change")
	}
	// A save from another window, read before, brings back what stands now.
	old := b.at(4)
	old.Version = before[4]
	old.Set.Food.Name = "Late"
	_, err := b.Set.SaveSet(t.Context(), b.Owner, b.shots[4].Key, *old)
	var stale *store.StaleError
	require.ErrorAs(t, err, &stale)
	row, is := stale.Current.(*store.SetRow)
	require.True(t, is)
	assert.Equal(t, 1234.0, row.Set().Lights[0].LuminanceCdM2)

	held := b.at(3)
	b.undo()
	for i := range 5 {
		assert.NotEqual(t, 1234.0, b.at(i).Set.Lights[0].LuminanceCdM2, "one press takes it back for all")
	}
	_, err = b.Set.SaveSet(t.Context(), b.Owner, b.shots[3].Key, *held)
	require.ErrorAs(t, err, &stale, "what was read before undo is old, too")
	b.redo()
	assert.Equal(t, 1234.0, b.at(0).Set.Lights[0].LuminanceCdM2)
}

func TestSavingTheSameIsNoDeed(t *testing.T) {
	b := lay(t, 2)
	var n, then int64
	require.NoError(t, b.Store.Table("deeds").Count(&n).Error)
	p := b.at(1)
	assert.Equal(t, p.Version, b.save(1, p).Version)
	require.NoError(t, b.Store.Table("deeds").Count(&then).Error)
	assert.Equal(t, n, then)
}

func TestWhatIsEachFramesOwn(t *testing.T) {
	b := lay(t, 3)
	p := b.at(1)
	p.Set.Things[1].On, p.Set.State = false, words.HalfFilled
	b.save(1, p)
	for i := range 3 {
		now := b.at(i).Set
		assert.Equal(t, i != 1, now.Things[1].On)
		assert.Equal(t, i == 1, now.State == words.HalfFilled)
	}
	// The first thing is taken away by another: what the second leaves out is still the same.
	q := b.at(0)
	q.Set.Things = q.Set.Things[1:]
	b.save(0, q)
	now := b.at(1).Set
	require.Len(t, now.Things, 2)
	assert.Equal(t, []string{"mug", "fork"}, []string{now.Things[0].Kind, now.Things[1].Kind})
	assert.False(t, now.Things[0].On)
	assert.True(t, now.Things[1].On)
	b.undo()
	assert.False(t, b.at(1).Set.Things[1].On)
	assert.Len(t, b.at(1).Set.Things, 3)

	// A vessel of its own stays when the set-up's is changed.
	r := b.at(2)
	r.Set.OwnVessel, r.Set.Vessel.DiameterMm = true, 99
	b.save(2, r)
	q = b.at(0)
	q.Set.Vessel.DiameterMm = 123
	b.save(0, q)
	assert.Equal(t, 99.0, b.at(2).Set.Vessel.DiameterMm)
	assert.Equal(t, 123.0, b.at(1).Set.Vessel.DiameterMm)
	r = b.at(2)
	r.Set.OwnVessel = false
	b.save(2, r)
	assert.Equal(t, 123.0, b.at(2).Set.Vessel.DiameterMm, "and is given back")
}

func TestOnlyHere(t *testing.T) {
	b := lay(t, 3)
	ctx := t.Context()
	was := b.at(1).Set
	p := b.at(1)
	p.Set.Lights[0].LuminanceCdM2 = 77
	p = b.save(1, p) // for all, as the page does at once
	out, err := b.Set.TakeOut(ctx, b.Owner, b.shots[1].Key, set.Apart{Set: p.Set, Version: p.Version, Others: &was})
	require.NoError(t, err)
	assert.NotEqual(t, b.at(0).SetUpID, out.SetUpID)
	assert.Equal(t, 77.0, b.at(1).Set.Lights[0].LuminanceCdM2)
	for _, i := range []int{0, 2} {
		assert.Equal(t, was.Lights, b.at(i).Set.Lights, "the others have theirs back")
	}
	_, err = b.Set.TakeOut(ctx, b.Owner, b.shots[1].Key, set.Apart{Set: out.Set, Version: out.Version})
	assert.ErrorContains(t, err, "alone")

	back, err := b.Set.PutInto(ctx, b.Owner, b.shots[1].Key, out.Version, b.at(0).SetUpID)
	require.NoError(t, err)
	assert.Equal(t, was.Lights, back.Set.Lights)
	all, err := b.Set.SetUps(ctx, b.shoot.Key)
	require.NoError(t, err)
	require.Len(t, all, 1, "one that nobody is left in goes")
	assert.Len(t, all[0].Shots, 3)
	b.undo()
	assert.Equal(t, 77.0, b.at(1).Set.Lights[0].LuminanceCdM2)
	b.undo()
	assert.Equal(t, 77.0, b.at(2).Set.Lights[0].LuminanceCdM2, "back to one light for all")
	b.redo()
	b.redo()
	assert.Equal(t, was.Lights, b.at(1).Set.Lights)

	_, err = b.Set.PutInto(ctx, b.Owner, b.shots[1].Key, b.at(1).Version, "nowhere")
	assert.ErrorContains(t, err, "not there any more")
	_, err = b.Set.PutInto(ctx, b.Owner, b.shots[1].Key, b.at(1).Version+1, b.at(0).SetUpID)
	var stale *store.StaleError
	assert.ErrorAs(t, err, &stale)
}

func TestASetUpTakenAway(t *testing.T) {
	b := lay(t, 3)
	ctx := t.Context()
	frame, err := b.Frames.Take(ctx, b.Owner, b.shots[0].Key, false)
	require.NoError(t, err)
	id := b.at(0).SetUpID
	sets := []scene.Set{b.at(0).Set, b.at(1).Set, b.at(2).Set}
	require.NoError(t, b.Set.RemoveSetUp(ctx, b.Owner, id))
	assert.Zero(t, b.at(0).Version)
	_, err = b.Frames.Frame(ctx, frame.Key)
	require.NoError(t, err, "what was taken stays")
	b.undo()
	for i, s := range sets {
		assert.Equal(t, s, b.at(i).Set)
	}
	// A shot taken away leaves the set-up to the others; the last takes it along.
	for i := range 3 {
		require.NoError(t, b.List.RemoveShot(ctx, b.Owner, b.shots[i].Key))
	}
	var n int64
	require.NoError(t, b.Store.Table("setups").Count(&n).Error)
	assert.Zero(t, n)
	for range 3 {
		b.undo()
	}
	for i, s := range sets {
		assert.Equal(t, s, b.at(i).Set)
		assert.Equal(t, id, b.at(i).SetUpID)
	}
}

func TestTheNextFrameOfADishStandsInItsSetUp(t *testing.T) {
	b := lay(t, 1)
	for i, x := range b.shots[1:] {
		if x.Kind == "ingredient" {
			continue
		}
		p := b.at(i + 1)
		assert.Zero(t, p.Version)
		assert.Len(t, p.Set.Things, 3, "what stands there already")
		same := x.Light == b.shots[0].Light || x.Light == "" || b.shots[0].Light == ""
		assert.Equal(t, same, p.SetUpID != "", "%s, %s", x.Title, x.Light)
		if deg, ok := x.Angle.Deg(); ok {
			assert.Equal(t, deg, p.Set.Camera.ElevationDeg)
		}
	}
	_, err := b.Set.SaveSet(t.Context(), b.Owner, b.shots[1].Key, set.PlannedSet{Set: b.at(0).Set, SetUpID: "nowhere"})
	var rule *core.RuleError
	assert.ErrorAs(t, err, &rule)
}

func TestANewFrameTakesNothingThatIsAnothersOwn(t *testing.T) {
	b := lay(t, 0)
	at := -1
	for i, x := range b.shots {
		if x.Kind == "hero" {
			at = i
		}
	}
	p := b.at(at)
	p.Set.OwnFood, p.Set.OwnVessel = true, true
	saved := b.save(at, p)
	assert.False(t, saved.Set.OwnFood || saved.Set.OwnVessel, "the first of a set-up shares all it has")
	for i, x := range b.shots {
		if q := b.at(i); i != at {
			assert.False(t, q.Set.OwnFood || q.Set.OwnVessel)
			assert.Empty(t, q.Set.Check(), x.Title)
			if x.Kind == "ingredient" {
				assert.Empty(t, q.SetUpID, "an ingredient is no frame of the dish's set-up")
			}
		}
	}
}
