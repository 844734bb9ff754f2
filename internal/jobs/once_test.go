package jobs_test

import (
	"bytes"
	"context"
	"database/sql"
	"fmt"
	"image"
	"image/jpeg"
	"math/rand/v2"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/continuity"
	"figladder/internal/craft/release"
	"figladder/internal/formats/xmp"
	"figladder/internal/jobs"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"figladder/internal/studio"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gorm.io/gorm"
)

// aCut is a picture that tiles take.
func aCut(t *testing.T) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, 900, 900))
	for i := range img.Pix {
		img.Pix[i] = uint8(i >> 9)
	}
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, img, &jpeg.Options{Quality: 40}))
	out, err := xmp.Write(b.Bytes(), xmp.Words{Title: "Toddy", Alt: "A glass", Credit: "Tern Loft Studio"})
	require.NoError(t, err)
	return out
}

// many is how many pictures are sent.
const many = 200

// outlet is a stand-in that has its days.
type outlet struct {
	*standin.Hall
	dir  string
	mu   sync.Mutex
	sent int
}

func moody(t *testing.T, dir string) *outlet {
	t.Helper()
	o := &outlet{dir: filepath.Join(dir, "outlet")}
	var err error
	o.Hall, err = standin.OpenHall(o.dir)
	require.NoError(t, err)
	t.Cleanup(o.Close)
	moods := []standin.Mood{"", "", "", standin.Failing, standin.Busy, standin.Gone, standin.Forgetful, standin.Late}
	rng := rand.New(rand.NewPCG(23, 1))
	o.Mood = func() standin.Mood {
		o.mu.Lock()
		defer o.mu.Unlock()
		o.sent++
		return moods[rng.IntN(len(moods))]
	}
	return o
}

// standsOnce says that by the outlet's own count each picture stands there once, and that every row says so.
func (o *outlet) standsOnce(t *testing.T, s *store.Store) {
	t.Helper()
	assert.Len(t, o.Shown(), many)
	files, err := filepath.Glob(filepath.Join(o.dir, "tile-*.jpg"))
	require.NoError(t, err)
	assert.Len(t, files, many, "one picture each")
	var accepted int64
	require.NoError(t, s.Model(&store.Publication{}).Where("state = 'accepted' and answer = 'tile/' || id").Count(&accepted).Error)
	assert.EqualValues(t, many, accepted)
	o.mu.Lock()
	defer o.mu.Unlock()
	assert.Greater(t, o.sent, many*5/4, "it had its days")
	t.Logf("%d deliveries for %d pictures", o.sent, many)
}

// ordered puts so many pictures of a frame into the queue, for an hour or for at once.
func ordered(t *testing.T, s *store.Store, vault *store.Vault, st *studio.Studio, n int, at *time.Time) *store.Frame {
	t.Helper()
	ctx := t.Context()
	shoot, err := st.Brief.MakeShoot(ctx, core.Who{}, "Winter menu", brief.Brief{Kind: "own", Mood: brief.Mood{Key: "dark", Colour: "muted"}})
	require.NoError(t, err)
	sha, _, err := vault.Put(ctx, aCut(t))
	require.NoError(t, err)
	dish, err := st.Kitchen.AddTyped(ctx, core.Who{}, shoot.Key, kitchen.Typed{Title: "Pear toddy", Form: "drink", Ingredients: "1 pear", Method: "Warm it."})
	require.NoError(t, err)
	mined, err := st.List.Mined(ctx, dish.Key)
	require.NoError(t, err)
	shots, err := st.List.Accept(ctx, core.Who{}, dish.Key, []string{mined.Frames[0].Key})
	require.NoError(t, err)
	frame := &store.Frame{Base: store.NewBase(), FrameDoc: store.FrameDoc{ShootID: shoot.Key, ShotID: shots[0].Key, SHA256: sha, WidthPx: 900, HeightPx: 900, TakenAt: time.Now(), Copies: []store.Copy{}, Changes: []continuity.Change{}}}
	require.NoError(t, s.Create(frame).Error)
	for i := range n {
		row := &store.Publication{ID: fmt.Sprintf("picture-%03d", i), ShootID: shoot.Key, ShotID: shots[0].Key, FrameID: frame.Key, Outlet: "tile", Crop: release.Crop{Width: 900, Height: 900},
			SHA256: sha, WidthPx: 900, HeightPx: 900, SameAs: fmt.Sprint(i), State: "waiting", Picture: sha, GoesAt: at, CreatedAt: time.Now()}
		require.NoError(t, st.In(ctx, func(tx *gorm.DB) error {
			if err := tx.Create(row).Error; err != nil {
				return err
			}
			return st.Queue.Publish(ctx, tx.Statement.ConnPool.(*sql.Tx), row.ID, at)
		}))
	}
	return frame
}

func waiting(t *testing.T, s *store.Store) int64 {
	t.Helper()
	var n int64
	require.NoError(t, s.Model(&store.Publication{}).Where("state = 'waiting'").Count(&n).Error)
	return n
}

// Two hundred pictures go to an outlet that fails, is busy, breaks off and forgets to answer, from two servers on one database of
// which one stops in the middle and comes up again: by the outlet's own count each stands there once, and every row says so.
func TestTwoHundredArriveOnce(t *testing.T) {
	defer jobs.Hurried(20 * time.Millisecond)()
	dir := t.TempDir()
	vault, err := store.OpenVault(filepath.Join(dir, "files"))
	require.NoError(t, err)
	hall := moody(t, dir)
	s := storetest.Open(t)
	server := func() (*studio.Studio, *jobs.Queue) {
		st := studio.New(studio.Outside{Store: s, Vault: vault, Outlet: standin.Courier{URL: hall.URL}})
		q, err := jobs.Start(context.Background(), s, st)
		require.NoError(t, err)
		return st, q
	}
	stop := func(q *jobs.Queue) {
		short, cancel := context.WithTimeout(context.Background(), 2*time.Second) // long enough to be cut off, not to end
		defer cancel()
		_ = q.Stop(short)
	}
	st, one := server()
	_, two := server()
	t.Cleanup(func() { stop(two) })
	ordered(t, s, vault, st, many, nil)
	stop(one)
	_, again := server()
	t.Cleanup(func() { stop(again) })
	require.Eventually(t, func() bool { return waiting(t, s) == 0 }, 3*time.Minute, 200*time.Millisecond)
	hall.standsOnce(t, s)
}
