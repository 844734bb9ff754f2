package store_test

import (
	"encoding/json"
	"fmt"
	"os"
	"testing"

	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"github.com/pressly/goose/v3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gorm.io/gorm"
)

// Sets from before there were set-ups: those that stand alike become one, each shows what it
// showed, and what was done before can be undone.
func TestSetsFromBeforeSetUpsComeThrough(t *testing.T) {
	s := storetest.Open(t)
	ctx := t.Context()
	p, err := goose.NewProvider(goose.DialectPostgres, s.SQL, os.DirFS("migrations"))
	require.NoError(t, err)
	_, err = p.DownTo(ctx, 11)
	require.NoError(t, err)

	start := scene.Start()
	for _, kind := range []string{"jar", "fork"} {
		start, err = start.WithThing(kind)
		require.NoError(t, err)
	}
	alike, own, other, gone := start.Copy(), start.Copy(), start.Copy(), start.Copy()
	alike.Camera.ElevationDeg, alike.Things[1].On = 90, false // other camera, without the fork
	own.Food.Name = "Before it is dressed"
	other.Lights[0].LuminanceCdM2 = 99
	gone.Table.Colour = "#123456"
	raw := func(x scene.Set) string { // as it was written: none of what came with set-ups
		out, err := json.Marshal(x)
		require.NoError(t, err)
		var doc map[string]any
		require.NoError(t, json.Unmarshal(out, &doc))
		for _, k := range []string{"through", "state", "ownVessel", "ownFood", "ownCards", "placeId"} {
			delete(doc, k)
		}
		out, _ = json.Marshal(doc)
		return string(out)
	}
	row := func(n int, x scene.Set) []byte {
		out, err := json.Marshal(map[string]any{"id": fmt.Sprint("set", n), "version": 3, "createdAt": fmt.Sprintf("2026-11-20T10:00:0%dZ", n), "shotId": fmt.Sprint("shot", n), "set": json.RawMessage(raw(x))})
		require.NoError(t, err)
		return out
	}
	require.NoError(t, s.Exec(`insert into shoots values ('shoot1', 1, now(), 'S', null, '{}')`).Error)
	require.NoError(t, s.Exec(`insert into dishes (id, version, created_at, shoot_id, position, form, recipe) values ('dish1', 1, now(), 'shoot1', 1, 'soup', '{}')`).Error)
	sets := []scene.Set{start, alike, own, other}
	for i := range 5 {
		require.NoError(t, s.Exec(`insert into shots (id, version, created_at, shoot_id, dish_id, position, kind, title, because, cause, proposal, step, angle, hands, shutter, hold, caution, guards) values (?, 1, now(), 'shoot1', 'dish1', ?, 'hero', 'H', '', '', '', 0, 'level', 0, false, '', '', '')`, fmt.Sprint("shot", i), i).Error)
	}
	for i, x := range sets {
		require.NoError(t, s.Exec(`insert into sets values (?, 3, ?, ?, ?)`, fmt.Sprint("set", i), fmt.Sprintf("2026-11-20T10:00:0%dZ", i), fmt.Sprint("shot", i), raw(x)).Error)
	}
	dark := other.Copy()
	dark.Lights[0].On = false
	deeds := [][]store.Change{
		{{Table: "sets", ID: "set4", Before: row(4, gone), After: nil}},                   // taken away
		{{Table: "sets", ID: "set3", Before: nil, After: row(3, dark)}},                   // made
		{{Table: "sets", ID: "set3", Before: row(3, dark), After: row(3, other)}},         // changed
		{{Table: "sets", ID: "set1", Before: row(1, start.Copy()), After: row(1, alike)}}, // of one that is not the first
	}
	for i, d := range deeds {
		changes, err := json.Marshal(d)
		require.NoError(t, err)
		require.NoError(t, s.Exec(`insert into deeds (shoot_id, person_id, at, words, changes, undone) values (?, 'p', now(), 'x', ?, false)`, fmt.Sprint("scope", i), string(changes)).Error)
	}
	// The journal of a set is the one of its shoot.
	require.NoError(t, s.Exec(`update deeds set shoot_id = 'shoot1'`).Error)

	require.NoError(t, s.Migrate(ctx))
	find := func(n int) (scene.Set, string) {
		r, err := store.Find[store.SetRow](s.DB, fmt.Sprint("set", n))
		require.NoError(t, err)
		r.Up, err = store.Find[store.SetUpRow](s.DB, r.SetUpID)
		require.NoError(t, err)
		return r.Set(), r.SetUpID
	}
	ups := map[string]bool{}
	for i, want := range sets {
		got, up := find(i)
		ups[up] = true
		want.OwnFood = i == 2 // its own food, on the set-up of the first
		assert.Equal(t, want, got, "set %d", i)
	}
	assert.Len(t, ups, 2)

	err = s.Transaction(func(tx *gorm.DB) error { _, err := store.Undo(tx, "shoot1"); return err })
	assert.ErrorIs(t, err, store.ErrMovedOn, "its set-up is the first's now: said, and nothing changed")
	got, _ := find(1)
	assert.Equal(t, alike, got)
	require.NoError(t, s.Exec(`delete from deeds where changes::text like '%"set1"%'`).Error)
	_, err = store.Undo(s.DB, "shoot1")
	require.NoError(t, err)
	got, _ = find(3)
	assert.Equal(t, dark, got)
	_, err = store.Undo(s.DB, "shoot1")
	require.NoError(t, err, "made no more")
	_, err = store.Find[store.SetRow](s.DB, "set3")
	assert.ErrorIs(t, err, store.ErrNotFound)
	_, err = store.Undo(s.DB, "shoot1")
	require.NoError(t, err, "what was taken away comes back")
	got, _ = find(4)
	assert.Equal(t, gone, got)
	for range 3 {
		_, err = store.Redo(s.DB, "shoot1")
		require.NoError(t, err)
	}
	got, _ = find(3)
	assert.Equal(t, other, got)

	_, err = p.DownTo(ctx, 11)
	require.NoError(t, err)
	var back string
	require.NoError(t, s.Raw(`select set::text from sets where id = 'set3'`).Scan(&back).Error)
	assert.JSONEq(t, raw(other), back, "and the way back loses nothing")
}
