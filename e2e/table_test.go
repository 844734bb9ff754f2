package e2e

import (
	"database/sql"
	"os"
	"sort"
	"testing"
	"time"

	_ "github.com/jackc/pgx/v5/stdlib" // how the database is reached
	"github.com/stretchr/testify/require"
)

// How soon the next of 5,000 pictures is shown large: from the key to the frame in which the browser has drawn it. Told, not
// asserted (docs/benchmarks.md).
//
//	FIGLADDER_TABLE=1 bin/figladder with-database -- go test -v -count=1 -run TestNextOfThousands ./e2e
func TestNextOfThousands(t *testing.T) {
	if os.Getenv("FIGLADDER_TABLE") == "" {
		t.Skip("set FIGLADDER_TABLE=1; it measures and asserts nothing")
	}
	s := demoServer(t)
	db, err := sql.Open("pgx", s.args[1])
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	_, err = db.Exec(`insert into frames (id, version, created_at, shoot_id, shot_id, sha256, bytes, width_px, height_px, taken_at, settings, set, copies, kept, answers, camera_file, free, plated_s, changes, note, came)
		select f.id || '-' || i, 1, f.created_at, f.shoot_id, f.shot_id, f.sha256, f.bytes, f.width_px, f.height_px, f.taken_at + i * interval '7 seconds', f.settings, '{}', f.copies, false, f.answers, '', false, 0, '[]', '', '{"cardId": "x", "path": "a.jpg"}'
		from (select * from frames where shoot_id = (select id from shoots where name like 'Merrow%') order by id limit 1) f, generate_series(1, 5000) i`)
	require.NoError(t, err)
	p := signedIn(t, s.URL)
	p.visit("Merrow", "/table", "Lay it to", "")
	p.until("document.querySelectorAll('.pic').length > 10", "pictures lie there")
	p.press(" ")
	p.until("document.querySelector('.big img')?.complete", "large")
	time.Sleep(2 * time.Second)
	eval[any](p, `window.took = []; window.once = async () => { const was = document.querySelector('.big img').src, t = performance.now();
		document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
		for (;;) { await new Promise(requestAnimationFrame); const i = document.querySelector('.big img'); if (i.src !== was && i.complete) { await i.decode(); break } }
		window.took.push(performance.now() - t) }; null`)
	for i := range 40 {
		eval[any](p, "window.once(); null")
		p.until("window.took.length === "+num(float64(i+1)), "the next one")
		time.Sleep(250 * time.Millisecond)
	}
	took := eval[[]float64](p, "window.took")
	sort.Float64s(took)
	t.Logf("next of 5,000 shown: median %.0f ms, nine of ten %.0f ms, longest %.0f ms", took[20], took[36], took[39])
}
