package studiotest

import (
	"context"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"testing"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/release"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/finish"
	"figladder/internal/studio/set"
	"github.com/stretchr/testify/require"
)

// Words are what a frame goes out with.
var Words = release.Words{Title: "Pear toddy", Caption: "Warm.", Alt: "A glass of toddy", Credit: "Tern Loft Studio"}

// APlate is a slate plate that nothing is wrong with.
func APlate(name string, count int) cupboard.Prop {
	return cupboard.Prop{Name: name, Kind: cupboard.Plate, Sizes: cupboard.Sizes{DiameterMm: 200, HeightMm: 20}, Front: cupboard.Face{Colour: "#6f7a86", Finish: "matt"}, Condition: "patina", Count: count, Shelf: "A2"}
}

// KeptFrame takes a shot up to a kept frame.
func (k *Kit) KeptFrame(t testing.TB, shot store.Shot) *store.Frame {
	t.Helper()
	ctx := t.Context()
	p, err := k.Set.SetOf(ctx, shot.Key)
	require.NoError(t, err)
	_, err = k.SaveSet(ctx, shot.Key, p.Version, p.Set)
	require.NoError(t, err)
	f, err := k.Frames.Take(ctx, k.Owner, shot.Key, false)
	require.NoError(t, err)
	f, err = k.Frames.Keep(ctx, k.Owner, f.Key, f.Version, true)
	require.NoError(t, err)
	return f
}

// Finished ticks every step a shot's kept frame needs.
func (k *Kit) Finished(t testing.TB, shot store.Shot) {
	t.Helper()
	list, err := k.Finish.ListOf(t.Context(), shot.Key)
	require.NoError(t, err)
	for _, s := range list.Steps {
		_, err := k.Finish.Tick(t.Context(), k.Owner, shot.Key, s.Key, true)
		require.NoError(t, err)
	}
}

// Text is what Debian's pdftotext finds in a printed sheet.
func Text(t testing.TB, pdf []byte) string {
	t.Helper()
	path := filepath.Join(t.TempDir(), "sheet.pdf")
	require.NoError(t, os.WriteFile(path, pdf, 0o600))
	out, err := exec.Command("pdftotext", "-layout", path, "-").Output()
	require.NoError(t, err)
	return string(out)
}

// MarkOf is where a shot stands on its ladder, and what it wants next.
func MarkOf(t testing.TB, k *Kit, shootID, shotID string) (at int, next string) {
	t.Helper()
	for _, r := range k.Listed(t, shootID) {
		if r.Shot.Key == shotID {
			return r.Mark.At, r.Mark.Next
		}
	}
	require.Fail(t, "shot is not on the list")
	return 0, ""
}

// DishFirst are shots with those of ingredients last: the others can share a set-up.
func DishFirst(all []store.Shot) []store.Shot {
	out := slices.Clone(all)
	slices.SortStableFunc(out, func(a, b store.Shot) int {
		rank := func(x store.Shot) int {
			if x.Kind == "ingredient" {
				return 1
			}
			return 0
		}
		return rank(a) - rank(b)
	})
	return out
}

// SaveSet saves a shot's set at a version, in a set-up of its own when it is the first.
func (k *Kit) SaveSet(ctx context.Context, shotID string, version int, s scene.Set) (*set.PlannedSet, error) {
	return k.Set.SaveSet(ctx, k.Owner, shotID, set.PlannedSet{Set: s, Version: version})
}

// Says says a yes to what goes out of a shot's kept frame now.
func (k *Kit) Says(t testing.TB, shotID, by, words string) error {
	t.Helper()
	list, err := k.Finish.ListOf(t.Context(), shotID)
	require.NoError(t, err)
	_, err = k.Finish.Approve(t.Context(), k.Owner, shotID, finish.Yes{Who: by, Words: words, Picture: list.Picture})
	return err
}
