package store_test

import (
	"encoding/json"
	"os"
	"strings"
	"testing"

	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"github.com/pressly/goose/v3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A set as it was kept when it had one light and one card.
const oldSet = `{"table": {"widthMm": 1600, "depthMm": 900, "reflectance": 0.12, "colour": "#4a4039"},
 "vessel": {"kind": "pot", "xMm": 800, "yMm": 430, "diameterMm": 240, "heightMm": 105, "colour": "#26262a"},
 "food": {"name": "Mussels “à la” Ferry", "aboveMm": 22, "colour": "#3a3744", "garnish": "#6f8f4a", "movementMmS": 0},
 "camera": {"elevationDeg": 42, "distanceMm": 1000, "orientation": "landscape", "focalMm": 50, "aperture": 14, "widestAperture": 2.8, "narrowAperture": 22, "shortestMm": 24, "longestMm": 70, "closestMm": 380, "sensorWidthMm": 36, "sensorHeightMm": 24, "pixelsLong": 8192, "baseIso": 100, "highestIso": 3200, "slowestS": 0.5},
 "light": {"kind": "window", "xMm": -450, "yMm": 560, "zMm": 750, "widthMm": 1400, "heightMm": 1600, "facingDeg": 90, "tiltDeg": 0, "luminanceCdM2": 1500},
 "card": {"on": ON, "xMm": 1330, "yMm": 330, "widthMm": 594, "heightMm": 420, "facingDeg": 280, "tiltDeg": 0, "reflectance": 0.85},
 "room": {"widthMm": 6200, "depthMm": 5100, "heightMm": 2900, "reflectance": 0.35}}`

// A studio from before lists comes through the migration whole: its sets are
// accepted as they stand, and what was done before can still be undone.
func TestSetsFromBeforeListsComeThrough(t *testing.T) {
	s := storetest.Open(t)
	ctx := t.Context()
	p, err := goose.NewProvider(goose.DialectPostgres, s.SQL, os.DirFS("migrations"))
	require.NoError(t, err)
	_, err = p.DownTo(ctx, 3)
	require.NoError(t, err)

	with := func(on string) string {
		var doc any
		require.NoError(t, json.Unmarshal([]byte(strings.Replace(oldSet, "ON", on, 1)), &doc))
		out, _ := json.Marshal(doc)
		return string(out)
	}
	row := func(set string, version int) []byte {
		out, err := json.Marshal(map[string]any{"id": "set1", "version": version, "createdAt": "2026-11-20T10:00:00Z", "shotId": "shot1", "set": json.RawMessage(set)})
		require.NoError(t, err)
		return out
	}
	require.NoError(t, s.Exec(`insert into shoots values ('shoot1', 1, now(), 'S', null, '{}')`).Error)
	require.NoError(t, s.Exec(`insert into dishes (id, version, created_at, shoot_id, position, form, recipe) values ('dish1', 1, now(), 'shoot1', 1, 'soup', '{}')`).Error)
	require.NoError(t, s.Exec(`insert into shots (id, version, created_at, shoot_id, dish_id, position, kind, title, because, cause, proposal, step, angle, hands, shutter, hold, caution, guards) values ('shot1', 1, now(), 'shoot1', 'dish1', 1, 'hero', 'H', '', '', '', 0, 'level', 0, false, '', '', '')`).Error)
	require.NoError(t, s.Exec(`insert into sets values ('set1', 2, '2026-11-20T10:00:00Z', 'shot1', ?)`, with("true")).Error)
	changes, err := json.Marshal([]store.Change{{Table: "sets", ID: "set1", Before: row(with("false"), 1), After: row(with("true"), 2)}})
	require.NoError(t, err)
	require.NoError(t, s.Exec(`insert into deeds (shoot_id, person_id, at, words, changes, undone) values ('shoot1', 'p', now(), 'Put the card in', ?, false), ('shoot1', 'p', now(), 'Something else', '[]', true)`, string(changes)).Error)

	require.NoError(t, s.Migrate(ctx))
	find := func() scene.Set {
		own, err := store.Find[store.SetRow](s.DB, "set1")
		require.NoError(t, err)
		own.Up, err = store.Find[store.SetUpRow](s.DB, own.SetUpID)
		require.NoError(t, err)
		return own.Set()
	}
	now := find()
	assert.Empty(t, now.Check())
	require.Len(t, now.Lights, 1)
	assert.Equal(t, -450.0, now.Lights[0].XMm)
	assert.Equal(t, 1500.0, now.Lights[0].LuminanceCdM2)
	assert.True(t, now.Lights[0].On)
	require.Len(t, now.Cards, 1)
	assert.Equal(t, scene.Card{Name: "White card", Kind: "white", On: true, XMm: 1330, YMm: 330, WidthMm: 594, HeightMm: 420, FacingDeg: 280}, now.Cards[0])
	assert.Equal(t, "Mussels “à la” Ferry", now.Food.Name)

	d, err := store.Undo(s.DB, "shoot1")
	require.NoError(t, err, "what was done before is undone after")
	assert.Equal(t, "Put the card in", d.Words)
	assert.False(t, find().Cards[0].On)
	_, err = store.Redo(s.DB, "shoot1")
	require.NoError(t, err)
}
