package studio_test

import (
	"os"
	"strings"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/eating"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/series"
	"figladder/internal/craft/shopping"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestMain(m *testing.M) { os.Exit(storetest.Run(m)) }

func TestUndoAndRedo(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	p, err := k.Set.SetOf(ctx, hero.Key)
	require.NoError(t, err)
	before := p.Set
	p, err = k.SaveSet(ctx, hero.Key, 0, p.Set)
	require.NoError(t, err)
	changed := p.Set
	changed.Camera.Aperture = 16
	_, err = k.SaveSet(ctx, hero.Key, p.Version, changed)
	require.NoError(t, err)

	aperture := func() float64 {
		p, err := k.Set.SetOf(ctx, hero.Key)
		require.NoError(t, err)
		return p.Set.Camera.Aperture
	}
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	assert.Equal(t, before.Camera.Aperture, aperture())
	_, err = k.Redo(ctx, k.Owner, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, 16.0, aperture())

	// A dish taken away comes back with its shots, their sets and frames.
	k.KeptFrame(t, shots[0])
	require.NoError(t, k.Kitchen.RemoveDish(ctx, k.Owner, dish.Key))
	list := k.Listed(t, shoot.Key)
	assert.Empty(t, list)
	d, err := k.Undo(ctx, k.Owner, shoot.Key, false)
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
		"select to_jsonb(x) - 'version' from setups x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from sets x where shot_id in (select id from shots where shoot_id = ?) order by id",
		"select to_jsonb(x) - 'version' from frames x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from approvals x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from trials x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from shopping x where shoot_id = ?",
		"select to_jsonb(x) - 'version' from series x where shoot_id = ?",
		"select to_jsonb(x) - 'version' from refs x where shoot_id = ? order by id",
		"select to_jsonb(x) - 'version' from verbs x where id <> ? order by id",
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
	shoot, err := k.Brief.MakeShoot(ctx, k.Owner, "Winter menu", brief.Brief{Kind: "own"})
	require.NoError(t, err)
	stages := []string{state(t, k, shoot.Key)}
	var dish *store.Dish
	var shots []store.Shot
	var trialRow *store.TrialRow
	var ref *store.ReferenceRow
	var aside *store.Aside
	steps := []func() error{
		func() error {
			_, err := k.Brief.SaveShoot(ctx, k.Owner, shoot.Key, 1, "Spring menu", shoot.Brief)
			return err
		},
		func() error {
			dish, err = k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, kitchen.Typed{Title: "Pear toddy", Ingredients: "1 pear", Method: "Warm it.\nPour over the spirit."})
			return err
		},
		func() error {
			_, err := k.Kitchen.SaveDish(ctx, k.Owner, dish.Key, 1, kitchen.Typed{Title: "Pear toddy", Ingredients: "2 pears", Method: "Warm it.\nPour over the spirit."})
			return err
		},
		func() error { return k.List.Drop(ctx, k.Owner, dish.Key, "free", true) },
		func() error {
			shots, err = k.List.Accept(ctx, k.Owner, dish.Key, []string{"hero", "detail", "free"})
			return err
		},
		func() error {
			_, err := k.List.AddShot(ctx, k.Owner, dish.Key, "alternate", list.ShotEdit{Title: "Low", Angle: "low"})
			return err
		},
		func() error {
			s, err := k.List.Shot(ctx, shots[0].Key)
			if err == nil {
				_, err = k.List.SaveShot(ctx, k.Owner, s.Key, s.Version, list.ShotEdit{Title: "The hero", Angle: "level", Hands: 1})
			}
			return err
		},
		func() error { return k.List.Move(ctx, k.Owner, shots[1].Key, shots[0].Key) },
		func() error {
			p, err := k.Set.SetOf(ctx, shots[0].Key)
			if err == nil {
				_, err = k.SaveSet(ctx, shots[0].Key, 0, p.Set)
			}
			return err
		},
		func() error {
			_, err := k.Kitchen.Shape(ctx, k.Owner, dish.Key, "bowl")
			return err
		},
		func() error { return k.Kitchen.DecideVerb(ctx, k.Owner, dish.Key, "zhuzh", "pours") },
		func() error { return k.Kitchen.DecideVerb(ctx, k.Owner, dish.Key, "zhuzh", "drops") },
		func() error { return k.Kitchen.DecideVerb(ctx, k.Owner, dish.Key, "zhuzh", "") },
		func() error {
			_, err := k.List.Want(ctx, k.Owner, dish.Key, 5)
			return err
		},
		func() error {
			d, err := k.Kitchen.Dish(ctx, dish.Key)
			if err == nil {
				_, err = k.Kitchen.SaveDish(ctx, k.Owner, dish.Key, d.Version, kitchen.Typed{Title: "Pear toddy", Ingredients: "2 pears", Method: "Peel the pears.\nWarm it.\nPour over the spirit."})
			}
			return err
		},
		func() error {
			_, err := k.List.Renew(ctx, k.Owner, dish.Key)
			return err
		},
		func() error {
			trialRow, err = k.Kitchen.AddTrial(ctx, k.Owner, dish.Key, kitchen.TrialEdit{Kind: "trial", Ingredients: "3 pears", Faults: []string{"cloudy"}, Verdict: "fails"})
			return err
		},
		func() error {
			_, err := k.Kitchen.SaveTrial(ctx, k.Owner, trialRow.Key, 1, kitchen.TrialEdit{Name: "Second", Kind: "trial", Ingredients: "3 pears\n1 tbsp honey", Verdict: "works"})
			return err
		},
		func() error {
			_, err := k.Kitchen.AdoptTrial(ctx, k.Owner, trialRow.Key)
			return err
		},
		func() error {
			c, err := k.Kitchen.Colours(ctx, dish.Key)
			if err == nil {
				c.Plan.Ground = "#39425f"
				_, err = k.Kitchen.SaveColours(ctx, k.Owner, dish.Key, c.Version, c.Plan)
			}
			return err
		},
		func() error {
			e, err := k.Kitchen.EatingOf(ctx, dish.Key)
			if err == nil {
				_, err = k.Kitchen.MarkEating(ctx, k.Owner, dish.Key, e.Version, eating.Mark{Altered: true, Why: "glycerine"})
			}
			return err
		},
		func() error {
			return k.Kitchen.SaveChoices(ctx, k.Owner, shoot.Key, 0, shopping.Choices{Ticked: []string{"pear"}}, "")
		},
		func() error {
			return k.Kitchen.SaveChoices(ctx, k.Owner, shoot.Key, 1, shopping.Choices{}, "Unticked")
		},
		func() error {
			_, err := k.Kitchen.SaveGoods(ctx, k.Owner, shoot.Key, "", 0, shopping.Goods{Thing: "pears", PriceMinor: 40})
			return err
		},
		func() error {
			terms := series.UsualTerms()
			terms.DayMin = 300
			_, err := k.Kitchen.SaveSeriesTerms(ctx, k.Owner, shoot.Key, 0, terms)
			return err
		},
		func() error {
			ref, err = k.Brief.AddReference(ctx, k.Owner, shoot.Key, brief.Reference{Words: "the light", Takes: []string{"light"}}, nil)
			return err
		},
		func() error {
			_, err := k.Brief.SaveReference(ctx, k.Owner, ref.Key, 1, brief.Reference{Words: "the crop", Takes: []string{"crop"}})
			return err
		},
		func() error { return k.Brief.RemoveReference(ctx, k.Owner, ref.Key) },
		func() error {
			aside, err = k.List.SetAside(ctx, k.Owner, shoot.Key, list.AsideEdit{Code: "no-choice", Subject: "x", Because: "own work"})
			return err
		},
		func() error { return k.List.TakeUp(ctx, k.Owner, aside.Key) },
		func() error {
			return k.List.TryList(ctx, k.Owner, shoot.Key, []finding.Edit{finding.SetText(shots[0].Key+".angle", "low")})
		},
		func() error {
			_, err := k.List.MergeShots(ctx, k.Owner, shots[0].Key, shots[1].Key)
			return err
		},
		func() error { return k.Kitchen.RemoveTrial(ctx, k.Owner, trialRow.Key) },
		func() error { return k.List.RemoveShot(ctx, k.Owner, shots[2].Key) },
		func() error { return k.Kitchen.RemoveDish(ctx, k.Owner, dish.Key) },
	}
	for i, step := range steps {
		require.NoError(t, step(), "step %d", i)
		stages = append(stages, state(t, k, shoot.Key))
		require.NotEqual(t, stages[i], stages[i+1], "step %d did something", i)
	}
	for i := len(steps) - 1; i >= 0; i-- {
		d, err := k.Undo(ctx, k.Owner, shoot.Key, false)
		require.NoError(t, err, "taking back step %d", i)
		require.Equal(t, stages[i], state(t, k, shoot.Key), "after taking back %q", d.Words)
	}
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
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
	require.NoError(t, k.List.Drop(ctx, k.Owner, dish.Key, "free", true))
	_, err := k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	require.NoError(t, k.List.Drop(ctx, k.Owner, dish.Key, "detail", true))
	_, err = k.Redo(ctx, k.Owner, shoot.Key)
	assert.ErrorIs(t, err, store.ErrNothing)
}

func TestUndoNeverOverwritesALaterChange(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	require.NoError(t, k.List.Drop(ctx, k.Owner, dish.Key, "free", true))
	// Something outside the journal moves the row on.
	require.NoError(t, k.Store.Exec("update dishes set form = 'tall' where id = ?", dish.Key).Error)
	_, err := k.Undo(ctx, k.Owner, shoot.Key, false)
	assert.ErrorIs(t, err, store.ErrMovedOn)
}

func TestStaleSaveBringsBothVersions(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	first, err := k.Brief.SaveShoot(ctx, k.Owner, shoot.Key, shoot.Version, "Theirs", shoot.Brief)
	require.NoError(t, err)
	_, err = k.Brief.SaveShoot(ctx, k.Owner, shoot.Key, shoot.Version, "Mine", shoot.Brief)
	var stale *store.StaleError
	require.ErrorAs(t, err, &stale)
	assert.Equal(t, "Theirs", stale.Current.(*store.Shoot).Name)
	_, err = k.Brief.SaveShoot(ctx, k.Owner, shoot.Key, first.Version, "Mine", shoot.Brief)
	assert.NoError(t, err, "keeping mine on top of theirs")
}
