package jobs_test

import (
	"context"
	"os"
	"path/filepath"
	"testing"
	"time"

	"figladder/internal/demo"
	"figladder/internal/jobs"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"figladder/internal/studio"
	"figladder/internal/studio/cupboard"
	"figladder/internal/studio/list"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestMain(m *testing.M) {
	if os.Getenv(serves) != "" {
		serveUntilKilled()
	}
	os.Exit(storetest.Run(m))
}

// studioWithQueue is a studio whose queue really works, and where its outlet
// keeps what it accepts.
func studioWithQueue(t *testing.T) (*studio.Studio, string) {
	t.Helper()
	dir := t.TempDir()
	vault, err := store.OpenVault(filepath.Join(dir, "files"))
	require.NoError(t, err)
	hall, err := standin.OpenHall(filepath.Join(dir, "outlet"))
	require.NoError(t, err)
	t.Cleanup(hall.Close)
	s := storetest.Open(t)
	camera, err := standin.OnCable(standin.Drawn{LongPx: 1900, TracedPx: 240, Samples: 1}, t.TempDir())
	require.NoError(t, err)
	st := studio.New(studio.Outside{Store: s, Vault: vault, Camera: camera, Outlet: standin.Courier{URL: hall.URL}})
	q, err := jobs.Start(context.Background(), s, st)
	require.NoError(t, err)
	t.Cleanup(func() {
		ctx, cancel := context.WithTimeout(context.Background(), 10*time.Second)
		defer cancel()
		_ = q.Stop(ctx)
	})
	return st, filepath.Join(dir, "outlet")
}

// The demo goes through the real queue: its four autumn frames arrive.
func TestTheDemoLoadsWholeAndOnce(t *testing.T) {
	st, outlet := studioWithQueue(t)
	ctx := t.Context()
	require.NoError(t, demo.Load(ctx, st, func(string) {}))
	files, err := filepath.Glob(filepath.Join(outlet, "feed-*.jpg"))
	require.NoError(t, err)
	assert.Len(t, files, 4)
	cards, err := st.Ladder.Shoots(ctx, "", 10)
	require.NoError(t, err)
	require.Len(t, cards, 4)
	assert.Equal(t, "Allotment table", cards[0].Shoot.Name)
	assert.Equal(t, cards[0].Shots, cards[0].Out, "the autumn shoot is out")
	assert.Empty(t, cards[0].Wants)
	assert.Equal(t, "Take the next frame", cards[1].Wants)
	assert.Equal(t, "Answer “how”", cards[3].Wants)
	page, err := st.List.List(ctx, cards[1].Shoot.Key, list.ListAsk{})
	require.NoError(t, err)
	safe := 0
	for _, r := range page.Rows {
		if r.Shot.Kind == "safe" {
			safe++
		}
	}
	assert.GreaterOrEqual(t, safe, 6)

	// The flawed props are each found by the finding meant for them, and the double
	// booking is found.
	shelves, err := st.Cupboard.Props(ctx, cupboard.PropAsk{Limit: 200})
	require.NoError(t, err)
	assert.GreaterOrEqual(t, len(shelves.Rows), 60)
	flaws := map[string][]string{}
	for _, r := range shelves.Rows {
		for _, f := range r.Prop.Flaws() {
			flaws[r.Prop.Name] = append(flaws[r.Prop.Name], f.Code)
		}
	}
	for name, code := range map[string]string{"Dinner plate, glossy white": "plate-large", "Bowl, scarlet": "primary", "Tumbler, plain": "damaged", "Dinner fork, full size": "cutlery-large", "Small board, white": "backdrop-small", "Gingham, red": "pattern-loud"} {
		assert.Contains(t, flaws[name], code, name)
	}
	assert.Contains(t, flaws["Dinner plate, glossy white"], "white-shiny")
	assert.Empty(t, flaws["Side plate, slate"])
	pulls, err := st.Cupboard.Pulls(ctx, cards[1].Shoot.Key)
	require.NoError(t, err)
	require.Len(t, pulls.Clashes, 1)
	assert.Equal(t, "Pewter plate", pulls.Clashes[0].Name)
	assert.NotEmpty(t, pulls.Clashes[0].Others)

	// What is read can be saved unchanged, and so can what was written before there were
	// some of its fields.
	count := savedAsRead(t, st)
	t.Logf("saved as read: %v", count)
	for _, kind := range []string{"prop", "kit", "wanted", "place", "units", "habits", "shoot", "dish", "colours", "eating", "trial", "shot", "set", "answers", "reference", "shopping", "goods", "series", "pull"} {
		assert.NotZero(t, count[kind], kind)
	}
	asOfBefore(t, st)
	assert.Equal(t, count, savedAsRead(t, st))

	require.NoError(t, demo.Load(ctx, st, func(s string) { t.Errorf("loaded again: %s", s) }))
	// A load that broke off is begun again, not left half done.
	require.NoError(t, st.Store.Exec("delete from marks").Error)
	require.NoError(t, st.Store.Exec("delete from shoots where name = 'Rind'").Error)
	said := ""
	require.NoError(t, demo.Load(ctx, st, func(s string) { said += s }))
	assert.Contains(t, said, "beginning again")
	cards, err = st.Ladder.Shoots(ctx, "", 10)
	require.NoError(t, err)
	assert.Len(t, cards, 4)
}

func TestSomebodysOwnStudioIsLeftAlone(t *testing.T) {
	st, _ := studioWithQueue(t)
	_, err := st.People.FirstOwner(t.Context(), "own@loft.example", "Own", "four plain words")
	require.NoError(t, err)
	require.NoError(t, demo.Load(t.Context(), st, func(s string) { t.Errorf("said %s", s) }))
	cards, err := st.Ladder.Shoots(t.Context(), "", 10)
	require.NoError(t, err)
	assert.Empty(t, cards)
}
