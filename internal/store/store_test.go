package store_test

import (
	"encoding/json"
	"os"
	"testing"
	"time"

	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gorm.io/gorm"
)

func TestMain(m *testing.M) { os.Exit(storetest.Run(m)) }

func TestMigratingAgainChangesNothing(t *testing.T) {
	s := storetest.Open(t)
	require.NoError(t, s.Migrate(t.Context()))
	require.NoError(t, s.Migrate(t.Context()))
}

func TestDeletingAShootTakesItsRowsAlong(t *testing.T) {
	s := storetest.Open(t)
	shoot, _ := storetest.Many(t, s)
	require.NoError(t, s.Exec("delete from shoots where id = ?", shoot).Error)
	for _, table := range []string{"dishes", "shots", "frames", "publications"} {
		var n int64
		require.NoError(t, s.Table(table).Where("shoot_id = ?", shoot).Count(&n).Error)
		assert.Zero(t, n, table)
	}
}

func TestMarks(t *testing.T) {
	s := storetest.Open(t)
	ctx := t.Context()
	made, err := s.Marked(ctx, "x")
	require.NoError(t, err)
	assert.False(t, made)
	require.NoError(t, s.Mark(ctx, "x"))
	require.NoError(t, s.Mark(ctx, "x"))
	made, err = s.Marked(ctx, "x")
	require.NoError(t, err)
	assert.True(t, made)
	require.NoError(t, s.Empty(ctx))
	made, err = s.Marked(ctx, "x")
	require.NoError(t, err)
	assert.False(t, made)
}

func TestRowsReadBackAsTheyWereWrittenInAnyZone(t *testing.T) {
	was := time.Local
	time.Local = time.FixedZone("far", 9*3600)
	defer func() { time.Local = was }()
	s := storetest.Open(t)
	row := &store.Shoot{Base: store.NewBase(), ShootDoc: store.ShootDoc{Name: "S"}}
	store.Fill(row)
	require.NoError(t, s.Create(row).Error)
	back, err := store.Find[store.Shoot](s.DB, row.Key)
	require.NoError(t, err)
	a, err := json.Marshal(row)
	require.NoError(t, err)
	b, err := json.Marshal(back)
	require.NoError(t, err)
	assert.Equal(t, string(a), string(b))
}

func TestFindSaysWhenNothingIsThere(t *testing.T) {
	s := storetest.Open(t)
	_, err := store.Find[store.Shoot](s.DB, "none")
	assert.ErrorIs(t, err, store.ErrNotFound)
}

// Every table of ours is empty after Empty but the outlets, which the migration laid and a
// studio's own words are in; the queue's and the migrations' own stay.
func TestEmptyForgetsNoTable(t *testing.T) {
	s := storetest.Open(t)
	for _, q := range []string{
		"insert into shoots values ('s', 1, now(), 'S', null, '{}')", "insert into people values ('p', 'a@b', 'n', 'owner', 'x', now(), 1)", "insert into sessions values ('t', '', now())", "insert into habits values ('studio', 1, now(), '{}')",
		"insert into places values ('x', 1, now(), '{}')", "insert into wanted values ('x', 1, now(), '{}')", "insert into marks values ('x', now())", "insert into kit values ('x', 1, now(), 'n', 'body', '{}')",
		"insert into invitations values ('x', 'h', 'n', 'stylist', 'p', now(), now(), null)", "insert into vault_checks values ('x', now(), null, 'p', 0, 0, 0, 0)",
	} {
		require.NoError(t, s.Exec(q).Error, q)
	}
	require.NoError(t, s.Empty(t.Context()))
	var tables []string
	require.NoError(t, s.Raw("select tablename from pg_tables where schemaname = 'public' and tablename not like 'river%' and tablename not like 'goose%'").Scan(&tables).Error)
	require.Greater(t, len(tables), 20)
	for _, name := range tables {
		var n int64
		require.NoError(t, s.Table(name).Count(&n).Error)
		if name == "outlets" {
			assert.EqualValues(t, 3, n, "the outlets the migration laid stay")
			continue
		}
		assert.Zero(t, n, name)
	}
}

// Every registered table is there, gorm means the same one, and no table that has versions
// is forgotten.
func TestEveryTableIsRegistered(t *testing.T) {
	s := storetest.Open(t)
	var versioned []string
	require.NoError(t, s.Raw("select table_name from information_schema.columns where table_schema = 'public' and column_name = 'version' and table_name not like 'river%' and table_name not like 'goose%'").Scan(&versioned).Error)
	var names []string
	for name, row := range store.Kinds() {
		names = append(names, name)
		stmt := &gorm.Statement{DB: s.DB}
		require.NoError(t, stmt.Parse(row))
		assert.Equal(t, name, stmt.Table)
		assert.Equal(t, name, store.TableOf(row))
		require.NoError(t, s.Limit(1).Find(row).Error, name)
	}
	assert.ElementsMatch(t, versioned, append(names, "previews"), "a kept picture is never changed")
	assert.Equal(t, "Piece of kit", store.Called("kit"))
}

// A row fills in its lists however it is read: one, or many.
func TestEveryRowIsWholeWhenFound(t *testing.T) {
	s := storetest.Open(t)
	require.NoError(t, s.Exec(`insert into kit (id, version, created_at, name, kind, item) values ('k', 1, now(), 'n', 'body', '{}')`).Error)
	one, err := store.Find[store.KitRow](s.DB, "k")
	require.NoError(t, err)
	assert.NotNil(t, one.Item.Lenses)
	many, err := store.All[store.KitRow](s.DB)
	require.NoError(t, err)
	require.Len(t, many, 1)
	assert.NotNil(t, many[0].Item.Lenses)
	var pointers []*store.KitRow
	require.NoError(t, s.Find(&pointers).Error)
	assert.NotNil(t, pointers[0].Item.Lenses)
	up := &store.SetUpRow{SetUpDoc: store.SetUpDoc{SetUp: scene.SetUp{Lights: []scene.Light{{Name: "a window of before"}}}}}
	store.Fill(up)
	assert.NotNil(t, up.SetUp.Lights[0].Outside, "lists in lists")
	assert.NotNil(t, up.SetUp.Cameras)
}
