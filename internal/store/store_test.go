package store_test

import (
	"encoding/json"
	"fmt"
	"os"
	"strings"
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

// many fills a database so that the planner has a reason to choose.
func many(t *testing.T, s *store.Store) (shoot, shot string) {
	t.Helper()
	require.NoError(t, s.Exec(`
insert into shoots select 'shoot' || lpad(n::text, 6, '0'), 1, now(), 'S', (date '2020-01-01' + n)::text, '{}' from generate_series(1, 2000) n;
insert into dishes (id, version, created_at, shoot_id, position, form, recipe, dropped) select 'dish' || n, 1, now(), 'shoot' || lpad((n % 2000 + 1)::text, 6, '0'), n, 'plate', jsonb_build_object('title', 'quince ' || n, 'ingredients', '[{"item":"pear"}]'::jsonb), '[]' from generate_series(1, 10000) n;
insert into trials select 'trial' || n, 1, now(), 'shoot000001', 'dish' || (n % 10000 + 1), n, '{}' from generate_series(1, 20000) n;
insert into refs select 'ref' || n, 1, now(), 'shoot' || lpad((n % 2000 + 1)::text, 6, '0'), n, '{}', '', 0, 0 from generate_series(1, 20000) n;
insert into props select 'prop' || n, 1, now(), 'Prop ' || n, (array['plate','bowl','glass','board'])[n % 4 + 1], 100 + n % 300, (array['blue','grey','red'])[n % 3 + 1], 0.5, 'matt', 1, 'slate ' || n, '{}' from generate_series(1, 50000) n;
insert into reservations select 'res' || n, 1, now(), 'prop' || n, 'shoot' || lpad((n % 2000 + 1)::text, 6, '0'), '', 1, 'reserved' from generate_series(1, 20000) n;
insert into goods select 'goods' || n, 1, now(), 'thing ' || n, '{}' from generate_series(1, 5000) n;
insert into shots (id, version, created_at, shoot_id, dish_id, position, kind, title, because, cause, proposal, step, angle, hands, shutter, hold, caution, guards, ticks) select 'shot' || n, 1, now(), 'shoot' || lpad((n % 2000 + 1)::text, 6, '0'), 'dish' || (n % 10000 + 1), n, 'hero', 'Frame ' || n, '', '', '', 0, 'level', 0, false, '', '', '', '[]' from generate_series(1, 50000) n;
insert into frames select 'frame' || n, 1, now(), 'shoot' || lpad((n % 2000 + 1)::text, 6, '0'), 'shot' || (n % 50000 + 1), 'x', 1, 1, 1, now(), '{}', '{}', '[]', false from generate_series(1, 50000) n;
insert into publications select 'pub' || n, 'shoot' || lpad((n % 2000 + 1)::text, 6, '0'), 'shot' || (n % 50000 + 1), 'frame' || (n % 50000 + 1), 'feed', '{}', '{}', '', 1, 1, 1, 'accepted', '', now() from generate_series(1, 20000) n;
insert into deeds (shoot_id, person_id, at, words, changes, undone) select 'shoot' || lpad((n % 2000 + 1)::text, 6, '0'), 'p', now(), 'w', '[]', false from generate_series(1, 50000) n;
`).Error)
	require.NoError(t, s.Exec("analyze").Error)
	return "shoot000042", "shot41"
}

// Every list has an index that its plan uses, and none reads a whole table.
func TestEveryListUsesAnIndex(t *testing.T) {
	s := storetest.Open(t)
	shoot, shot := many(t, s)
	for name, q := range map[string]string{
		"shoots by day":      "select * from shoots where (coalesce(day, '9999'), id) > ('2021-01-01', 'x') order by coalesce(day, '9999'), id limit 50",
		"dishes":             fmt.Sprintf("select * from dishes where shoot_id = '%s' order by position, id", shoot),
		"shots":              fmt.Sprintf("select * from shots where shoot_id = '%s' order by position, id", shoot),
		"frames of a shoot":  fmt.Sprintf("select * from frames where shoot_id = '%s' order by id", shoot),
		"frames of a shot":   fmt.Sprintf("select * from frames where shot_id = '%s' order by id", shot),
		"sets of a shoot":    fmt.Sprintf("select sets.shot_id from sets join shots on shots.id = sets.shot_id where shots.shoot_id = '%s'", shoot),
		"publications":       fmt.Sprintf("select * from publications where shoot_id = '%s' order by id desc", shoot),
		"sent of a shot":     fmt.Sprintf("select * from publications where shot_id = '%s' order by id desc", shot),
		"the last deed":      fmt.Sprintf("select * from deeds where shoot_id = '%s' and undone = false order by id desc limit 1", shoot),
		"approvals":          fmt.Sprintf("select * from approvals where shoot_id = '%s'", shoot),
		"the kept frame":     fmt.Sprintf("select * from frames where shot_id = '%s' and kept", shot),
		"shots of a dish":    "select * from shots where dish_id = 'dish7'",
		"a page of a list":   fmt.Sprintf("select * from shots where shoot_id = '%s' and angle = 'level' and (position, id) > (10, 'x') order by position, id limit 201", shoot),
		"facts of a page":    fmt.Sprintf("select * from frames where shot_id in ('%s', 'shot7') and kept", shot),
		"trials of a dish":   "select * from trials where dish_id = 'dish7' order by position, id",
		"references":         fmt.Sprintf("select * from refs where shoot_id = '%s' order by position, id", shoot),
		"goods of a list":    "select * from goods where thing in ('thing 7', 'thing 900') order by thing",
		"search in dishes":   "select id from dishes where words ilike '%quince 77%' order by id desc limit 20",
		"search in shots":    "select id from shots where title ilike '%4711%' order by id desc limit 20",
		"props, four ways":   "select * from props where kind = 'plate' and hue = 'blue' and size_mm between 180 and 200 and finish = 'matt' order by name, id limit 81",
		"props by words":     "select * from props where words like '%slate 77%' order by name, id limit 81",
		"the pull list":      fmt.Sprintf("select * from reservations where shoot_id = '%s' order by id", shoot),
		"held on a day":      "select r.prop_id, sum(r.count) from reservations r join shoots s on s.id = r.shoot_id where s.day = '2021-05-05' group by r.prop_id",
		"a person's sign-in": "select * from people where email = 'a'",
	} {
		rows, err := s.SQL.QueryContext(t.Context(), "explain "+q)
		require.NoError(t, err, name)
		var plan []string
		for rows.Next() {
			var line string
			require.NoError(t, rows.Scan(&line))
			plan = append(plan, line)
		}
		require.NoError(t, rows.Close())
		text := strings.Join(plan, "\n")
		for _, table := range []string{"shoots", "dishes", "shots", "frames", "publications", "deeds", "trials", "refs", "goods", "props", "reservations"} {
			assert.NotContains(t, text, "Seq Scan on "+table, "%s:\n%s", name, text)
		}
	}
}

func TestDeletingAShootTakesItsRowsAlong(t *testing.T) {
	s := storetest.Open(t)
	shoot, _ := many(t, s)
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

// Every table of ours is empty after Empty; the queue's and the migrations' own stay.
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
	set := &store.SetRow{Set: scene.Set{Lights: []scene.Light{{Name: "a window of before"}}}}
	store.Fill(set)
	assert.NotNil(t, set.Set.Lights[0].Outside, "lists in lists")
	assert.NotNil(t, set.Set.Views)
}
