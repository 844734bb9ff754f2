// Package studiotest makes studios for tests: a database of their own, files in a
// temporary folder, the simulated camera at a small size and the simulated outlet.
package studiotest

import (
	"context"
	"database/sql"
	"sync"
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"figladder/internal/studio"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Kit is a studio and what stands round it.
type Kit struct {
	Camera *standin.Tether
	*studio.Studio
	Dir   string        // where its files are
	Hall  *standin.Hall // the simulated outlet
	Owner core.Who
	Slot  *standin.Slot // the card reader
	Inbox string        // the folder that may be copied
	notes *notes
}

// notes is a queue that only notes what was asked for, so that a test says when
// delivery happens.
type notes struct {
	mu    sync.Mutex
	asked []string
}

// TakeDown implements studio.Queue.
func (k *notes) TakeDown(_ context.Context, _ *sql.Tx, id string) error {
	k.mu.Lock()
	defer k.mu.Unlock()
	k.asked = append(k.asked, id)
	return nil
}

// Publish implements studio.Queue.
func (k *notes) Publish(_ context.Context, _ *sql.Tx, id string, _ *time.Time) error {
	k.mu.Lock()
	defer k.mu.Unlock()
	k.asked = append(k.asked, id)
	return nil
}

// CheckVault implements studio.Queue.
func (k *notes) CheckVault(_ context.Context, _ *sql.Tx, id string) error {
	k.mu.Lock()
	defer k.mu.Unlock()
	k.asked = append(k.asked, id)
	return nil
}

// Asked lists what was handed to the queue.
func (k *Kit) Asked() []string {
	k.notes.mu.Lock()
	defer k.notes.mu.Unlock()
	return append([]string{}, k.notes.asked...)
}

// New makes a studio with an owner.
func New(t testing.TB) *Kit {
	t.Helper()
	k := &Kit{Dir: t.TempDir(), notes: &notes{}}
	vault, err := store.OpenVault(k.Dir)
	require.NoError(t, err)
	k.Hall, err = standin.OpenHall(t.TempDir())
	require.NoError(t, err)
	t.Cleanup(k.Hall.Close)
	k.Camera, err = standin.OnCable(standin.Drawn{LongPx: 1900, TracedPx: 240, Samples: 1}, t.TempDir())
	require.NoError(t, err)
	k.Slot, err = standin.OpenSlot(t.TempDir())
	require.NoError(t, err)
	shelf, err := store.OpenShelf(t.TempDir())
	require.NoError(t, err)
	k.Inbox = t.TempDir()
	k.Studio = studio.New(studio.Outside{Store: storetest.Open(t), Vault: vault, Shelf: shelf, Camera: k.Camera, Outlet: standin.Courier{URL: k.Hall.URL}, Queue: k.notes, Weather: standin.Skies{},
		Reader: k.Slot, Folders: []string{k.Inbox}, Arriving: t.TempDir()})
	t.Cleanup(func() { assert.NoError(t, k.Stop(context.Background())) })
	p, err := k.People.FirstOwner(t.Context(), "owner@loft.example", "Maud Pellow", "four plain words")
	require.NoError(t, err)
	k.Owner = core.Who{ID: p.ID, Name: p.Name, Role: core.Role(p.Role)}
	return k
}

// Toddy adds a shoot with one drink and its frames on the list.
func (k *Kit) Toddy(t testing.TB) (shoot *store.Shoot, dish *store.Dish, shots []store.Shot) {
	t.Helper()
	ctx := t.Context()
	shoot, err := k.Brief.MakeShoot(ctx, k.Owner, "Winter menu", brief.Brief{Kind: "commission", Zone: "Europe/London", Mood: brief.Mood{Key: "dark", Colour: "muted"}})
	require.NoError(t, err)
	dish, err = k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, kitchen.Typed{Title: "Pear toddy", Ingredients: "1 pear\n50 ml pear spirit", Method: "Warm the spirit with honey.\nFill the glass with boiling water.\nPour over the spirit.\nFlame a strip of orange peel over the glass."})
	require.NoError(t, err)
	m, err := k.List.Mined(ctx, dish.Key)
	require.NoError(t, err)
	var keys []string
	for _, f := range m.Frames {
		keys = append(keys, f.Key)
	}
	shots, err = k.List.Accept(ctx, k.Owner, dish.Key, keys)
	require.NoError(t, err)
	return shoot, dish, shots
}

// Listed is a shoot's whole list.
func (k *Kit) Listed(t testing.TB, shootID string) []list.ListedShot {
	t.Helper()
	page, err := k.List.List(t.Context(), shootID, list.ListAsk{})
	require.NoError(t, err)
	return page.Rows
}

// Hero finds the hero among shots.
func Hero(shots []store.Shot) store.Shot {
	for _, s := range shots {
		if s.Kind == "hero" {
			return s
		}
	}
	return store.Shot{}
}
