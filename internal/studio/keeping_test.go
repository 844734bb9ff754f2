package studio_test

import (
	"os"
	"path/filepath"
	"testing"
	"time"

	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/people"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A dish with its shots, sets and frames is taken away, other work goes on, and it comes
// back whole; so does a shoot with all in it, and a prop.
func TestWhatWasTakenAwayComesBackWhole(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, shots := k.Toddy(t)
	frame := k.KeptFrame(t, shots[0])
	prop, err := k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 2))
	require.NoError(t, err)

	require.NoError(t, k.Kitchen.RemoveDish(ctx, k.Owner, dish.Key))
	_, err = k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, kitchen.Typed{Title: "Another"})
	require.NoError(t, err)
	require.NoError(t, k.Cupboard.RemoveProp(ctx, k.Owner, prop.Key))
	bin, err := k.Bin(ctx, k.Owner)
	require.NoError(t, err)
	require.Len(t, bin, 2)
	assert.Equal(t, "Prop", bin[0].Kind)
	assert.Equal(t, "Slate plate", bin[0].Name)
	assert.Equal(t, "Pear toddy", bin[1].Name)
	assert.Equal(t, shoot.Name, bin[1].Of)
	assert.Equal(t, k.Owner.Name, bin[1].By)
	assert.True(t, bin[1].May)

	require.NoError(t, k.BringBack(ctx, k.Owner, bin[1].Deed))
	again, err := k.Frames.Frame(ctx, frame.Key)
	require.NoError(t, err)
	assert.True(t, again.Kept, "the frame that was kept is kept")
	set, err := k.Set.SetOf(ctx, shots[0].Key)
	require.NoError(t, err)
	assert.NotZero(t, set.Version)
	assert.Len(t, k.Listed(t, shoot.Key), len(shots))
	require.Error(t, k.BringBack(ctx, k.Owner, bin[1].Deed), "it is there already")
	require.NoError(t, k.BringBack(ctx, k.Owner, bin[0].Deed))
	bin, err = k.Bin(ctx, k.Owner)
	require.NoError(t, err)
	assert.Empty(t, bin)

	// The bringing back is a deed itself.
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	bin, err = k.Bin(ctx, k.Owner)
	require.NoError(t, err)
	require.Len(t, bin, 1)
	asOwner := k.Owner
	asOwner.Needs = core.Owner // as the route asks
	require.NoError(t, k.Brief.RemoveShoot(ctx, asOwner, shoot.Key))
	err = k.BringBack(ctx, k.Owner, bin[0].Deed)
	assert.ErrorContains(t, err, "Bring that back first")
	bin, err = k.Bin(ctx, core.Who{ID: "x", Role: core.Photographer})
	require.NoError(t, err)
	require.Equal(t, "Shoot", bin[0].Kind)
	assert.False(t, bin[0].May, "a shoot is the owner's to bring back")
	assert.ErrorContains(t, k.BringBack(ctx, core.Who{Role: core.Photographer}, bin[0].Deed), "Only the owner")
	require.NoError(t, k.BringBack(ctx, k.Owner, bin[0].Deed))
	require.NoError(t, k.BringBack(ctx, k.Owner, bin[1].Deed), "and the dish into it")
	assert.Len(t, k.Listed(t, shoot.Key), len(shots))

	k.Clock = func() time.Time { return time.Now().AddDate(0, 0, 31) }
	require.NoError(t, k.Store.Exec("update deeds set undone = false").Error)
	bin, err = k.Bin(ctx, k.Owner)
	require.NoError(t, err)
	assert.Empty(t, bin, "after thirty days it is over")
}

// A frame is taken away and comes back; one that was kept gives way to another that was
// kept meanwhile.
func TestAFrameComesBackBesideTheOneThatIsKept(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	one := k.KeptFrame(t, shots[0])
	two, err := k.Frames.Take(ctx, k.Owner, shots[0].Key, false)
	require.NoError(t, err)
	require.NoError(t, k.Frames.RemoveFrame(ctx, k.Owner, one.Key))
	_, err = k.Frames.Keep(ctx, k.Owner, two.Key, two.Version, true)
	require.NoError(t, err)
	bin, err := k.Bin(ctx, k.Owner)
	require.NoError(t, err)
	require.Len(t, bin, 1)
	assert.Equal(t, "Frame", bin[0].Kind)
	require.NoError(t, k.BringBack(ctx, k.Owner, bin[0].Deed))
	back, err := k.Frames.Frame(ctx, one.Key)
	require.NoError(t, err)
	assert.False(t, back.Kept)
	_, err = k.Frames.Picture(ctx, one.Key, 0)
	assert.NoError(t, err, "its file was never gone")
}

// Every file is read again: a damaged copy is made anew, one that is lost twice is named.
func TestTheVaultIsCheckedAndMended(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	_, err := k.SaveSet(ctx, shots[0].Key, 0, scene.Start())
	require.NoError(t, err)
	a, err := k.Frames.Take(ctx, k.Owner, shots[0].Key, false)
	require.NoError(t, err)
	b, err := k.Frames.Take(ctx, k.Owner, shots[0].Key, false)
	require.NoError(t, err)
	at := func(place, sha string) string { return filepath.Join(k.Dir, place, sha[:2], sha) }
	check := func() store.VaultCheck {
		t.Helper()
		c, err := k.AskVaultCheck(ctx, "Maud")
		require.NoError(t, err)
		same, err := k.AskVaultCheck(ctx, "Maud")
		require.NoError(t, err)
		assert.Equal(t, c.ID, same.ID, "one that runs is not begun twice")
		require.Contains(t, k.Asked(), c.ID)
		require.NoError(t, k.RunVaultCheck(ctx, c.ID))
		all, err := k.VaultChecks(ctx)
		require.NoError(t, err)
		return all[0]
	}
	got := check()
	assert.Equal(t, 2, got.Files)
	assert.Equal(t, int64(a.Bytes+b.Bytes), got.Bytes)
	assert.Zero(t, got.Mended)
	require.NoError(t, os.WriteFile(at("first", a.SHA256), []byte("spoilt"), 0o600))
	require.NoError(t, os.Remove(at("first", b.SHA256)))
	require.NoError(t, os.Remove(at("second", b.SHA256)))
	got = check()
	assert.Equal(t, 1, got.Mended)
	require.Len(t, got.Lost, 1)
	assert.Equal(t, store.LostFile{SHA256: b.SHA256, What: "a frame of " + shots[0].Title}, got.Lost[0])
	assert.NotNil(t, got.EndedAt)
	data, err := os.ReadFile(at("first", a.SHA256))
	require.NoError(t, err)
	assert.Len(t, data, a.Bytes)
	assert.NoError(t, k.RunVaultCheck(ctx, "none"), "one that is not there any more is no error")
}

// store.Files names every column that names a file.
func TestNoFileColumnIsForgotten(t *testing.T) {
	k := studiotest.New(t)
	var tables []string
	require.NoError(t, k.Store.Raw("select table_name from information_schema.columns where column_name = 'sha256' and table_schema = 'public' order by 1").Scan(&tables).Error)
	assert.Equal(t, []string{"card_files", "frames", "previews", "publications", "refs", "versions"}, tables, "a new one belongs into store.Files")
}

// The clock of the machine jumps an hour on and two back: work goes on, its order stays,
// and nobody is locked out.
func TestTheClockMovesByAnHour(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	off := time.Duration(0)
	k.Clock = func() time.Time { return time.Now().Add(off) }
	for i, jump := range []time.Duration{time.Hour, -time.Hour, 0} {
		off = jump
		title := []string{"One on", "One back", "As it was"}[i]
		_, err := k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, kitchen.Typed{Title: title})
		require.NoError(t, err)
		dishes, err := k.Kitchen.Dishes(ctx, shoot.Key)
		require.NoError(t, err)
		assert.Equal(t, title, dishes[len(dishes)-1].Recipe.Title, "what is added comes last")
		d, err := k.Undo(ctx, k.Owner, shoot.Key, false)
		require.NoError(t, err)
		assert.Equal(t, "Added "+title, d.Words, "the last deed is the one undone")
		_, err = k.Redo(ctx, k.Owner, shoot.Key)
		require.NoError(t, err)
		_, err = k.People.SignIn(ctx, "10.0.0.1", "owner@loft.example", "four plain words")
		assert.NoError(t, err)
		_, err = k.People.SignIn(ctx, "10.0.0.2", "owner@loft.example", "wrong words here")
		assert.ErrorIs(t, err, people.ErrSignIn, "a wrong try is a wrong try, not too many")
		s, err := k.Set.StartSearch(ctx, scene.Start(), scene.Goal{FillStops: 2})
		require.NoError(t, err)
		require.NoError(t, k.Set.CancelSearch(s.ID))
	}
	dishes, err := k.Kitchen.Dishes(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Len(t, dishes, 4)
}
