package cupboard_test

import (
	"fmt"
	"sync"
	"sync/atomic"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Fifty people reach for the same props at once, for shoots of one day and of
// others: never more are held for a day than there are, and everyone who missed is
// told in words.
func TestNeverMoreHeldThanThereAre(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	prop, err := k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 7))
	require.NoError(t, err)
	var shoots []string
	for i := range 5 {
		day := []string{"2026-12-03", "2026-12-03", "2026-12-04", "2026-12-04", ""}[i]
		s, err := k.Brief.MakeShoot(ctx, k.Owner, fmt.Sprint("Shoot ", i), brief.Brief{Kind: "own", When: day})
		require.NoError(t, err)
		shoots = append(shoots, s.Key)
	}
	var won, told atomic.Int64
	var wg sync.WaitGroup
	for i := range 50 {
		wg.Go(func() {
			_, err := k.Cupboard.Reserve(ctx, k.Owner, shoots[i%5], "", prop.Key, 1+i%2)
			var no *core.RuleError
			switch {
			case err == nil:
				won.Add(1)
			case assert.ErrorAs(t, err, &no):
				assert.Contains(t, no.Words, "free that day")
				told.Add(1)
			}
		})
	}
	wg.Wait()
	assert.Positive(t, won.Load())
	assert.Positive(t, told.Load())
	assert.Equal(t, int64(50), won.Load()+told.Load())
	var sums []struct {
		Day  string
		Held int
	}
	require.NoError(t, k.Store.Raw("select coalesce(s.day, s.id) as day, sum(r.count) as held from reservations r join shoots s on s.id = r.shoot_id where r.state in ('reserved', 'pulled') group by 1").Scan(&sums).Error)
	require.Len(t, sums, 3)
	for _, s := range sums {
		assert.LessOrEqual(t, s.Held, 7, s.Day)
		assert.GreaterOrEqual(t, s.Held, 6, "and nearly all of them went")
	}
}

// Undo and redo hold to the count too.
func TestRedoCannotTakeWhatSomebodyElseHolds(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	prop, err := k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("Last plate", 1))
	require.NoError(t, err)
	a, err := k.Brief.MakeShoot(ctx, k.Owner, "A", brief.Brief{Kind: "own", When: "2026-12-03"})
	require.NoError(t, err)
	b, err := k.Brief.MakeShoot(ctx, k.Owner, "B", brief.Brief{Kind: "own", When: "2026-12-03"})
	require.NoError(t, err)
	_, err = k.Cupboard.Reserve(ctx, k.Owner, a.Key, "", prop.Key, 1)
	require.NoError(t, err)
	_, err = k.Undo(ctx, k.Owner, a.Key, false)
	require.NoError(t, err)
	_, err = k.Cupboard.Reserve(ctx, k.Owner, b.Key, "", prop.Key, 1)
	require.NoError(t, err)
	_, err = k.Redo(ctx, k.Owner, a.Key)
	var no *core.RuleError
	assert.ErrorAs(t, err, &no, "%v", err)
}

// A shoot that moves to another day may clash; that is found, with what is free
// instead, and a swap mends it.
func TestADoubleBookingIsFoundAndMended(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	_, err := k.Brief.SaveShoot(ctx, k.Owner, shoot.Key, 1, shoot.Name, brief.Brief{Kind: "own", When: "2026-12-03"})
	require.NoError(t, err)
	other, err := k.Brief.MakeShoot(ctx, k.Owner, "Second table", brief.Brief{Kind: "own", When: "2026-12-10"})
	require.NoError(t, err)
	one, err := k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 1))
	require.NoError(t, err)
	two, err := k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("Grey plate", 1))
	require.NoError(t, err)
	chipped := studiotest.APlate("Chipped plate", 1)
	chipped.Condition = "chipped"
	_, err = k.Cupboard.AddProp(ctx, k.Owner, chipped)
	require.NoError(t, err)
	_, err = k.Cupboard.Reserve(ctx, k.Owner, shoot.Key, dish.Key, one.Key, 1)
	require.NoError(t, err)
	_, err = k.Cupboard.Reserve(ctx, k.Owner, other.Key, "", one.Key, 1)
	require.NoError(t, err, "another day")
	_, err = k.Brief.SaveShoot(ctx, k.Owner, other.Key, 1, "Second table", brief.Brief{Kind: "own", When: "2026-12-03"})
	require.NoError(t, err)

	list, err := k.Cupboard.Pulls(ctx, shoot.Key)
	require.NoError(t, err)
	require.Len(t, list.Clashes, 1)
	c := list.Clashes[0]
	assert.Equal(t, "Slate plate is held 2 times on 3 December 2026, and there is 1: for Second table and Winter menu.", c.Words)
	require.Len(t, c.Others, 1, "the grey one; the chipped one is not offered")
	assert.Equal(t, two.Key, c.Others[0].ID)
	_, err = k.Cupboard.Swap(ctx, k.Owner, c.Mine, two.Key)
	require.NoError(t, err)
	list, err = k.Cupboard.Pulls(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Empty(t, list.Clashes)
	require.Len(t, list.Pulls, 1)
	assert.Equal(t, "Grey plate", list.Pulls[0].Prop.Prop.Name)
	assert.Equal(t, "Pear toddy", list.Pulls[0].Dish)
}

func TestPulledBackAndBroken(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	prop, err := k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 3))
	require.NoError(t, err)
	r, err := k.Cupboard.Reserve(ctx, k.Owner, shoot.Key, "", prop.Key, 2)
	require.NoError(t, err)
	_, err = k.Cupboard.SetHeld(ctx, k.Owner, r.Key, r.Version, 4, "pulled")
	assert.ErrorContains(t, err, "free that day")
	r, err = k.Cupboard.SetHeld(ctx, k.Owner, r.Key, 1, 2, "pulled")
	require.NoError(t, err)
	assert.ErrorContains(t, k.Cupboard.RemoveProp(ctx, k.Owner, prop.Key), "pull list")
	_, err = k.Cupboard.SetHeld(ctx, k.Owner, r.Key, r.Version, 2, "broken")
	require.NoError(t, err)
	row, err := k.Cupboard.Prop(ctx, prop.Key)
	require.NoError(t, err)
	assert.Equal(t, 1, row.Prop.Count)
	assert.Equal(t, "2 pieces broken on a shoot", row.Prop.History[0].Words)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	row, err = k.Cupboard.Prop(ctx, prop.Key)
	require.NoError(t, err)
	assert.Equal(t, 3, row.Prop.Count, "undo mends it, on the list if not on the floor")
}
