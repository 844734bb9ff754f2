package storetest

import (
	"testing"

	"figladder/internal/store"
	"github.com/stretchr/testify/require"
)

// Many fills a database so that the planner has a reason to choose, and names a shoot and
// a shot of it.
func Many(t testing.TB, s *store.Store) (shoot, shot string) {
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
