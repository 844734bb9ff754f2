package studio_test

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/eating"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/series"
	"figladder/internal/craft/shopping"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"figladder/internal/studio"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestMain(m *testing.M) { os.Exit(storetest.Run(m)) }

func TestOneShotClimbsByFactsAlone(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	at := func() int { n, _ := studiotest.MarkOf(t, k, shoot.Key, hero.Key); return n }

	assert.Equal(t, 1, at(), "listed")
	_, err := k.Take(ctx, k.Owner, hero.Key)
	assert.ErrorContains(t, err, "Build the set first")

	f := k.KeptFrame(t, hero)
	assert.Equal(t, 5, at(), "set, taken, copied and kept")
	assert.Len(t, f.Copies, 2)
	_, err = k.Approve(ctx, k.Owner, hero.Key, "", "")
	assert.ErrorContains(t, err, "Finish it first")
	k.Finished(t, hero)
	assert.Equal(t, 6, at(), "finished")
	order := studio.CutOrder{Outlet: "feed", Zoom: 1, CentreX: .5, CentreY: .5, Words: studiotest.Words}
	_, err = k.Publish(ctx, k.Owner, hero.Key, order)
	assert.ErrorContains(t, err, "waits for a yes from the client")
	_, err = k.Approve(ctx, k.Owner, hero.Key, "The kitchen", "Lovely")
	require.NoError(t, err)
	assert.Equal(t, 7, at(), "approved")

	noAlt := order
	noAlt.Words.Alt = ""
	p, err := k.Publish(ctx, k.Owner, hero.Key, noAlt)
	require.NoError(t, err)
	_, next := studiotest.MarkOf(t, k, shoot.Key, hero.Key)
	assert.Equal(t, "On its way to the outlet", next)
	require.NoError(t, k.Deliver(ctx, p.ID))
	_, next = studiotest.MarkOf(t, k, shoot.Key, hero.Key)
	assert.Contains(t, next, "Refused: alt text", "the outlet read the file itself and said no")

	p, err = k.Publish(ctx, k.Owner, hero.Key, order)
	require.NoError(t, err)
	assert.Equal(t, []string{k.Asked()[0], p.ID}, k.Asked(), "each was handed to the queue")
	require.NoError(t, k.Deliver(ctx, p.ID))
	require.NoError(t, k.Deliver(ctx, p.ID), "delivering again, as after a crash, changes nothing")
	at8, next := studiotest.MarkOf(t, k, shoot.Key, hero.Key)
	assert.Equal(t, 8, at8)
	assert.Empty(t, next)

	err = k.RemoveShoot(ctx, k.Owner, shoot.Key)
	assert.ErrorContains(t, err, "stays on record")
}

func TestAnOutletThatIsDownLosesNothing(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	k.KeptFrame(t, hero)
	k.Finished(t, hero)
	_, err := k.Approve(ctx, k.Owner, hero.Key, "", "")
	require.NoError(t, err)
	p, err := k.Publish(ctx, k.Owner, hero.Key, studio.CutOrder{Outlet: "tile", Zoom: 1, CentreX: .5, CentreY: .5, Words: studiotest.Words})
	require.NoError(t, err)
	up := k.Outlet
	k.Outlet = standin.Courier{URL: "http://127.0.0.1:1"}
	assert.ErrorContains(t, k.Deliver(ctx, p.ID), "does not answer", "an error, so that the queue tries again")
	k.Outlet = up
	require.NoError(t, k.Deliver(ctx, p.ID))
	all, err := k.Publications(ctx, "", hero.Key)
	require.NoError(t, err)
	assert.Equal(t, "accepted", all[0].State)
}

func TestUndoAndRedo(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	p, err := k.SetOf(ctx, hero.Key)
	require.NoError(t, err)
	before := p.Set
	p, err = k.SaveSet(ctx, k.Owner, hero.Key, 0, p.Set)
	require.NoError(t, err)
	changed := p.Set
	changed.Camera.Aperture = 16
	_, err = k.SaveSet(ctx, k.Owner, hero.Key, p.Version, changed)
	require.NoError(t, err)

	aperture := func() float64 {
		p, err := k.SetOf(ctx, hero.Key)
		require.NoError(t, err)
		return p.Set.Camera.Aperture
	}
	_, err = k.Undo(ctx, k.Owner, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, before.Camera.Aperture, aperture())
	_, err = k.Redo(ctx, k.Owner, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, 16.0, aperture())

	// A dish taken away comes back with its shots, their sets and frames.
	k.KeptFrame(t, shots[0])
	require.NoError(t, k.RemoveDish(ctx, k.Owner, dish.Key))
	list := k.Listed(t, shoot.Key)
	assert.Empty(t, list)
	d, err := k.Undo(ctx, k.Owner, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, "Removed Pear toddy", d.Words)
	list = k.Listed(t, shoot.Key)
	assert.Len(t, list, len(shots))
	assert.Equal(t, 16.0, aperture())
	at, _ := studiotest.MarkOf(t, k, shoot.Key, shots[0].Key)
	assert.Equal(t, 5, at, "still kept")
}

// state is everything of a shoot that deeds change, versions aside.
func state(t *testing.T, k *studiotest.Kit, shootID string) string {
	t.Helper()
	var out []string
	for _, q := range []string{
		"select to_jsonb(x) - 'version' from shoots x where id = ?",
		"select to_jsonb(x) - 'version' from dishes x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from shots x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from sets x where shot_id in (select id from shots where shoot_id = ?) order by id",
		"select to_jsonb(x) - 'version' from frames x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from approvals x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from trials x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from shopping x where shoot_id = ?",
		"select to_jsonb(x) - 'version' from series x where shoot_id = ?",
		"select to_jsonb(x) - 'version' from refs x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from asides x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from goods x where ? <> '' order by id",
	} {
		var rows []string
		require.NoError(t, k.Store.Raw(q, shootID).Scan(&rows).Error)
		out = append(out, rows...)
	}
	return strings.Join(out, "\n")
}

// Every kind of deed, taken back one by one to the first and done again one by
// one to the last: each stage is what it was.
func TestEveryDeedCanBeTakenBackAndDoneAgain(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, err := k.MakeShoot(ctx, k.Owner, "Winter menu", brief.Brief{Kind: "own"})
	require.NoError(t, err)
	stages := []string{state(t, k, shoot.Key)}
	var dish *store.Dish
	var shots []store.Shot
	var trialRow *store.TrialRow
	var ref *store.ReferenceRow
	var aside *store.Aside
	steps := []func() error{
		func() error {
			_, err := k.SaveShoot(ctx, k.Owner, shoot.Key, 1, "Spring menu", shoot.Brief)
			return err
		},
		func() error {
			dish, err = k.AddTyped(ctx, k.Owner, shoot.Key, studio.Typed{Title: "Pear toddy", Ingredients: "1 pear", Method: "Warm it.\nPour over the spirit."})
			return err
		},
		func() error {
			_, err := k.SaveDish(ctx, k.Owner, dish.Key, 1, studio.Typed{Title: "Pear toddy", Ingredients: "2 pears", Method: "Warm it.\nPour over the spirit."})
			return err
		},
		func() error { return k.Drop(ctx, k.Owner, dish.Key, "free", true) },
		func() error {
			shots, err = k.Accept(ctx, k.Owner, dish.Key, []string{"hero", "detail", "free"})
			return err
		},
		func() error {
			_, err := k.AddShot(ctx, k.Owner, dish.Key, "alternate", studio.ShotEdit{Title: "Low", Angle: "low"})
			return err
		},
		func() error {
			s, err := k.Shot(ctx, shots[0].Key)
			if err == nil {
				_, err = k.SaveShot(ctx, k.Owner, s.Key, s.Version, studio.ShotEdit{Title: "The hero", Angle: "level", Hands: 1})
			}
			return err
		},
		func() error { return k.Move(ctx, k.Owner, shots[1].Key, shots[0].Key) },
		func() error {
			p, err := k.SetOf(ctx, shots[0].Key)
			if err == nil {
				_, err = k.SaveSet(ctx, k.Owner, shots[0].Key, 0, p.Set)
			}
			return err
		},
		func() error {
			_, err := k.Want(ctx, k.Owner, dish.Key, 5)
			return err
		},
		func() error {
			d, err := k.Dish(ctx, dish.Key)
			if err == nil {
				_, err = k.SaveDish(ctx, k.Owner, dish.Key, d.Version, studio.Typed{Title: "Pear toddy", Ingredients: "2 pears", Method: "Peel the pears.\nWarm it.\nPour over the spirit."})
			}
			return err
		},
		func() error {
			_, err := k.Renew(ctx, k.Owner, dish.Key)
			return err
		},
		func() error {
			trialRow, err = k.AddTrial(ctx, k.Owner, dish.Key, studio.TrialEdit{Kind: "trial", Ingredients: "3 pears", Faults: []string{"cloudy"}, Verdict: "fails"})
			return err
		},
		func() error {
			_, err := k.SaveTrial(ctx, k.Owner, trialRow.Key, 1, studio.TrialEdit{Name: "Second", Kind: "trial", Ingredients: "3 pears\n1 tbsp honey", Verdict: "works"})
			return err
		},
		func() error {
			_, err := k.AdoptTrial(ctx, k.Owner, trialRow.Key)
			return err
		},
		func() error {
			c, err := k.Colours(ctx, dish.Key)
			if err == nil {
				c.Plan.Ground = "#39425f"
				_, err = k.SaveColours(ctx, k.Owner, dish.Key, c.Version, c.Plan)
			}
			return err
		},
		func() error {
			e, err := k.EatingOf(ctx, dish.Key)
			if err == nil {
				_, err = k.MarkEating(ctx, k.Owner, dish.Key, e.Version, eating.Mark{Altered: true, Why: "glycerine"})
			}
			return err
		},
		func() error {
			return k.SaveChoices(ctx, k.Owner, shoot.Key, 0, shopping.Choices{Ticked: []string{"pear"}}, "")
		},
		func() error {
			return k.SaveChoices(ctx, k.Owner, shoot.Key, 1, shopping.Choices{}, "Unticked")
		},
		func() error {
			_, err := k.SaveGoods(ctx, k.Owner, shoot.Key, "", 0, shopping.Goods{Thing: "pears", PriceMinor: 40})
			return err
		},
		func() error {
			terms := series.UsualTerms()
			terms.DayMin = 300
			_, err := k.SaveSeriesTerms(ctx, k.Owner, shoot.Key, 0, terms)
			return err
		},
		func() error {
			ref, err = k.AddReference(ctx, k.Owner, shoot.Key, brief.Reference{Words: "the light", Takes: []string{"light"}}, nil)
			return err
		},
		func() error {
			_, err := k.SaveReference(ctx, k.Owner, ref.Key, 1, brief.Reference{Words: "the crop", Takes: []string{"crop"}})
			return err
		},
		func() error { return k.RemoveReference(ctx, k.Owner, ref.Key) },
		func() error {
			aside, err = k.SetAside(ctx, k.Owner, shoot.Key, studio.AsideEdit{Code: "no-choice", Subject: "x", Because: "own work"})
			return err
		},
		func() error { return k.TakeUp(ctx, k.Owner, aside.Key) },
		func() error {
			return k.TryList(ctx, k.Owner, shoot.Key, []finding.Edit{finding.SetText(shots[0].Key+".angle", "low")})
		},
		func() error {
			_, err := k.MergeShots(ctx, k.Owner, shots[0].Key, shots[1].Key)
			return err
		},
		func() error { return k.RemoveTrial(ctx, k.Owner, trialRow.Key) },
		func() error { return k.RemoveShot(ctx, k.Owner, shots[2].Key) },
		func() error { return k.RemoveDish(ctx, k.Owner, dish.Key) },
	}
	for i, step := range steps {
		require.NoError(t, step(), "step %d", i)
		stages = append(stages, state(t, k, shoot.Key))
		require.NotEqual(t, stages[i], stages[i+1], "step %d did something", i)
	}
	for i := len(steps) - 1; i >= 0; i-- {
		d, err := k.Undo(ctx, k.Owner, shoot.Key)
		require.NoError(t, err, "taking back step %d", i)
		require.Equal(t, stages[i], state(t, k, shoot.Key), "after taking back %q", d.Words)
	}
	_, err = k.Undo(ctx, k.Owner, shoot.Key)
	require.ErrorIs(t, err, store.ErrNothing, "the shoot itself stays")
	for i := range steps {
		d, err := k.Redo(ctx, k.Owner, shoot.Key)
		require.NoError(t, err, "doing step %d again", i)
		require.Equal(t, stages[i+1], state(t, k, shoot.Key), "after doing %q again", d.Words)
	}
}

func TestRedoIsGoneAfterANewDeed(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	require.NoError(t, k.Drop(ctx, k.Owner, dish.Key, "free", true))
	_, err := k.Undo(ctx, k.Owner, shoot.Key)
	require.NoError(t, err)
	require.NoError(t, k.Drop(ctx, k.Owner, dish.Key, "detail", true))
	_, err = k.Redo(ctx, k.Owner, shoot.Key)
	assert.ErrorIs(t, err, store.ErrNothing)
}

func TestUndoNeverOverwritesALaterChange(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	require.NoError(t, k.Drop(ctx, k.Owner, dish.Key, "free", true))
	// Something outside the journal moves the row on.
	require.NoError(t, k.Store.Exec("update dishes set form = 'tall' where id = ?", dish.Key).Error)
	_, err := k.Undo(ctx, k.Owner, shoot.Key)
	assert.ErrorIs(t, err, store.ErrMovedOn)
}

func TestStaleSaveBringsBothVersions(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	first, err := k.SaveShoot(ctx, k.Owner, shoot.Key, shoot.Version, "Theirs", shoot.Brief)
	require.NoError(t, err)
	_, err = k.SaveShoot(ctx, k.Owner, shoot.Key, shoot.Version, "Mine", shoot.Brief)
	var stale *store.StaleError
	require.ErrorAs(t, err, &stale)
	assert.Equal(t, "Theirs", stale.Current.(*store.Shoot).Name)
	_, err = k.SaveShoot(ctx, k.Owner, shoot.Key, first.Version, "Mine", shoot.Brief)
	assert.NoError(t, err, "keeping mine on top of theirs")
}

func TestManyKeepingAtOnceLeaveOneKept(t *testing.T) {
	k := studiotest.New(t)
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	first := k.KeptFrame(t, hero)
	var frames []*store.Frame
	for range 5 {
		f, err := k.Take(t.Context(), k.Owner, hero.Key)
		require.NoError(t, err)
		frames = append(frames, f)
	}
	var all sync.WaitGroup
	won := make(chan string, len(frames))
	for _, f := range frames {
		all.Go(func() {
			if _, err := k.Keep(context.Background(), k.Owner, f.Key, f.Version, true); err == nil {
				won <- f.Key
			}
		})
	}
	all.Wait()
	require.NotEmpty(t, won)
	now, err := k.Frames(t.Context(), "", hero.Key)
	require.NoError(t, err)
	n := 0
	for _, f := range now {
		if f.Kept {
			n++
			assert.NotEqual(t, first.Key, f.Key)
		}
	}
	assert.Equal(t, 1, n)
}

func TestOnlyOneFirstOwner(t *testing.T) {
	k := studiotest.New(t)
	require.NoError(t, k.Store.Exec("delete from people").Error)
	var all sync.WaitGroup
	made := make(chan string, 10)
	for _, email := range []string{"a@loft.example", "b@loft.example", "c@loft.example", "d@loft.example"} {
		all.Go(func() {
			if p, err := k.FirstOwner(context.Background(), email, "A", "long enough password"); err == nil {
				made <- p.ID
			}
		})
	}
	all.Wait()
	assert.Len(t, made, 1)
}

func TestSignIn(t *testing.T) {
	k := studiotest.New(t)
	p, err := k.SignIn(t.Context(), "127.0.0.1", " OWNER@loft.example ", "four plain words")
	require.NoError(t, err)
	assert.Contains(t, p.PasswordHash, "$argon2id$")
	for _, c := range [][2]string{{"owner@loft.example", "five plain words"}, {"nobody@loft.example", "four plain words"}} {
		_, err := k.SignIn(t.Context(), "127.0.0.1", c[0], c[1])
		assert.ErrorIs(t, err, studio.ErrSignIn)
	}
	_, err = k.FirstOwner(t.Context(), "not an email", "", "short")
	var f *studio.FieldError
	require.ErrorAs(t, err, &f)
	assert.Len(t, f.Problems, 3)
}

func TestOrderOfWork(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	list := k.Listed(t, shoot.Key)
	at := map[string]int{}
	var flame, safe, hero string
	for i, r := range list {
		assert.Equal(t, i+1, r.Shot.Position)
		at[r.Shot.Key] = i
		switch {
		case r.Shot.Kind == "safe" && r.Shot.Step == 3:
			safe = r.Shot.Key
		case r.Shot.Cause == "flame":
			flame = r.Shot.Key
		case r.Shot.Kind == "hero":
			hero = r.Shot.Key
		}
	}
	assert.Less(t, at[safe], at[flame])
	err := k.Move(ctx, k.Owner, flame, safe)
	var no *studio.RuleError
	require.ErrorAs(t, err, &no)
	assert.Contains(t, no.Words, "cannot be undone")
	assert.ErrorContains(t, k.Move(ctx, k.Owner, hero, safe), "does not exist yet")
	require.NoError(t, k.Move(ctx, k.Owner, list[len(list)-1].Shot.Key, hero), "the last two both show the finished drink")
	_, err = k.Undo(ctx, k.Owner, shoot.Key)
	require.NoError(t, err)
	again := k.Listed(t, shoot.Key)
	for i := range list {
		assert.Equal(t, list[i].Shot.Key, again[i].Shot.Key)
	}
}

func TestAcceptTwiceAddsNothing(t *testing.T) {
	k := studiotest.New(t)
	_, dish, shots := k.Toddy(t)
	_, err := k.Accept(t.Context(), k.Owner, dish.Key, []string{"hero"})
	assert.ErrorContains(t, err, "on the list already")
	m, err := k.Mined(t.Context(), dish.Key)
	require.NoError(t, err)
	for _, f := range m.Frames {
		assert.Equal(t, "accepted", f.State)
	}
	require.NoError(t, k.RemoveShot(t.Context(), k.Owner, studiotest.Hero(shots).Key))
	m, err = k.Mined(t.Context(), dish.Key)
	require.NoError(t, err)
	for _, f := range m.Frames {
		if f.Key == "hero" {
			assert.Equal(t, "open", f.State, "taken off the list it is offered again")
		}
	}
}

func TestShootsArePagedByDay(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	for _, day := range []string{"2026-12-03", "", "2026-10-08", "2027-03-18", "2026-12-03"} {
		_, err := k.MakeShoot(ctx, k.Owner, "Shoot "+day, brief.Brief{Kind: "own", When: day})
		require.NoError(t, err)
	}
	var got []string
	after := ""
	for {
		page, err := k.Shoots(ctx, after, 2)
		require.NoError(t, err)
		if len(page) == 0 {
			break
		}
		for _, c := range page {
			got = append(got, c.Shoot.Brief.When)
		}
		after = page[len(page)-1].Shoot.Key
	}
	assert.Equal(t, []string{"2026-10-08", "2026-12-03", "2026-12-03", "2027-03-18", ""}, got)
}

func TestABriefThatCannotBeIsRefusedByField(t *testing.T) {
	k := studiotest.New(t)
	_, err := k.MakeShoot(t.Context(), k.Owner, " ", brief.Brief{Kind: "own", Zone: "Port/Merrow", When: "tomorrow"})
	var f *studio.FieldError
	require.ErrorAs(t, err, &f)
	var paths []string
	for _, p := range f.Problems {
		paths = append(paths, p.Path)
	}
	assert.Equal(t, []string{"brief.when", "brief.zone", "name"}, paths)
}

func TestASpoiltCopyIsPassedOver(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	sha, copies, err := k.Vault.Put(ctx, []byte("a frame"))
	require.NoError(t, err)
	require.Len(t, copies, 2)
	path := filepath.Join(k.Dir, "first", sha[:2], sha)
	require.NoError(t, os.WriteFile(path, []byte("a frane"), 0o600))
	data, err := k.Vault.Get(ctx, sha)
	require.NoError(t, err)
	assert.Equal(t, "a frame", string(data), "read from the second place")
	require.NoError(t, os.Remove(filepath.Join(k.Dir, "second", sha[:2], sha)))
	_, err = k.Vault.Get(ctx, sha)
	assert.True(t, errors.Is(err, store.ErrNotFound), "a file that is not what it was is not handed out")
}
