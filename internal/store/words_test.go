package store_test

import (
	"encoding/json"
	"os"
	"testing"

	"figladder/internal/craft/words"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"github.com/pressly/goose/v3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A cupboard from before finishes had one name comes through the migration: props and kit
// are called as everything else, also in what can still be undone.
func TestACupboardOfBeforeIsCalledAsEverythingElse(t *testing.T) {
	s := storetest.Open(t)
	ctx := t.Context()
	p, err := goose.NewProvider(goose.DialectPostgres, s.SQL, os.DirFS("migrations"))
	require.NoError(t, err)
	_, err = p.DownTo(ctx, 7)
	require.NoError(t, err)
	prop := func(name, finish string) map[string]any {
		return map[string]any{"name": name, "kind": "plate", "front": map[string]any{"colour": "#fbfbf9", "finish": finish}, "back": map[string]any{"finish": ""}, "condition": "new", "count": 1}
	}
	row := func(version int, doc map[string]any) []byte {
		out, err := json.Marshal(map[string]any{"id": "prop1", "version": version, "createdAt": "2026-11-20T10:00:00Z", "prop": doc})
		require.NoError(t, err)
		return out
	}
	text := func(v any) string { out, _ := json.Marshal(v); return string(out) }
	require.NoError(t, s.Exec(`insert into props (id, version, created_at, name, kind, size_mm, hue, lightness, finish, count, words, prop) values ('prop1', 2, '2026-11-20T10:00:00Z', 'Plate “one”', 'plate', 0, '', 0, 'glossy', 1, '', ?)`, text(prop("Plate “one”", "glossy"))).Error)
	require.NoError(t, s.Exec(`insert into kit (id, version, created_at, name, kind, item) values ('kit1', 1, now(), 'Diffuser, 1 m', 'diffuser', '{"name": "Diffuser, 1 m", "kind": "diffuser", "surface": "diffusion"}')`).Error)
	changes := text([]store.Change{{Table: "props", ID: "prop1", Before: row(1, prop("Plate", "glossy")), After: row(2, prop("Plate “one”", "glossy"))}})
	require.NoError(t, s.Exec(`insert into deeds (shoot_id, person_id, at, words, changes, undone) values ('cupboard', 'p', now(), 'Changed the plate', ?, false)`, changes).Error)

	require.NoError(t, s.Migrate(ctx))
	var now store.PropRow
	require.NoError(t, s.Where("id = 'prop1' and finish = 'gloss'").First(&now).Error)
	assert.Equal(t, words.Gloss, now.Prop.Front.Finish)
	assert.Empty(t, now.Prop.Back.Finish)
	var piece store.KitRow
	require.NoError(t, s.Where("id = 'kit1'").First(&piece).Error)
	assert.Equal(t, words.Diffuser, piece.Item.Surface)
	_, err = store.Undo(s.DB, "cupboard")
	require.NoError(t, err, "what was done before is undone after")
	require.NoError(t, s.Where("id = 'prop1'").First(&now).Error)
	assert.Equal(t, "Plate", now.Prop.Name)
	assert.Equal(t, words.Gloss, now.Prop.Front.Finish)
}
