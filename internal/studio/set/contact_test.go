package set_test

import (
	"bytes"
	"os"
	"os/exec"
	"path/filepath"
	"testing"
	"time"

	"figladder/internal/studio/set"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func (b table) contact() *set.Contact {
	b.t.Helper()
	c, err := b.Set.ContactSheet(b.t.Context(), b.shoot.Key)
	require.NoError(b.t, err)
	return c
}

// made waits until the pictures of a sheet are made.
func (b table) made(ahead ...string) *set.Contacting {
	b.t.Helper()
	w, err := b.Set.StartContact(b.t.Context(), b.shoot.Key, ahead)
	require.NoError(b.t, err)
	require.Eventually(b.t, func() bool {
		w, err = b.Set.ContactOf(w.ID)
		return err != nil || w.Done
	}, 3*time.Minute, 20*time.Millisecond)
	require.NoError(b.t, err)
	return w
}

func TestAContactSheetFillsIn(t *testing.T) {
	b := lay(t, 3)
	ctx := t.Context()
	c := b.contact()
	require.Len(t, c.SetUps, 1)
	assert.Len(t, c.SetUps[0].Frames, 3)
	assert.Len(t, c.Open, len(b.shots)-3)
	assert.Equal(t, []int{3, 0}, []int{c.Frames, c.Made})

	w := b.made(b.shots[2].Key)
	assert.Empty(t, w.Failed)
	assert.Equal(t, []int{3, 3}, []int{w.Made, w.Wanted})
	c = b.contact()
	assert.Equal(t, 3, c.Made)
	for _, f := range c.SetUps[0].Frames {
		row, err := b.Set.Preview(ctx, f.Picture)
		require.NoError(t, err)
		assert.Equal(t, f.ShotID, row.ShotID)
		kept, err := b.Set.Previews(ctx, f.ShotID)
		require.NoError(t, err)
		assert.Empty(t, kept, "it is no picture that somebody asked to keep")
	}
	again, err := b.Set.StartContact(ctx, b.shoot.Key, nil)
	require.NoError(t, err)
	assert.Zero(t, again.Wanted, "what is done is not made again")

	// One frame's camera: one picture; the light: all.
	p := b.at(1)
	p.Set.Camera.ElevationDeg = 70
	b.save(1, p)
	c = b.contact()
	assert.Equal(t, 2, c.Made)
	assert.True(t, c.SetUps[0].Frames[1].Old, "the one there is shows how it was")
	assert.Equal(t, 1, b.made().Wanted)
	p = b.at(0)
	p.Set.Lights[0].LuminanceCdM2 = 900
	b.save(0, p)
	assert.Zero(t, b.contact().Made)
	var n int64
	require.NoError(t, b.Store.Table("previews").Where("small").Count(&n).Error)
	assert.EqualValues(t, 3, n, "one of each shot is kept")
}

func TestAContactSheetSaysWhatDiffers(t *testing.T) {
	b := lay(t, 3)
	p := b.at(2)
	p.Set.OwnVessel, p.Set.Vessel.DiameterMm = true, 150
	b.save(2, p)
	q := b.at(1)
	q.Set.Ground.Kind = "board"
	q.Set.Ground.On, q.Set.Ground.WidthMm, q.Set.Ground.DepthMm, q.Set.Ground.Colour, q.Set.Ground.Finish = true, 900, 700, "#445566", "matt"
	_, err := b.Set.TakeOut(t.Context(), b.Owner, b.shots[1].Key, set.Apart{Set: q.Set, Version: b.at(1).Version})
	require.NoError(t, err)
	c := b.contact()
	require.Len(t, c.SetUps, 2)
	assert.Equal(t, []string{"ground"}, c.SetUps[1].Differs)
	assert.Equal(t, []string{"vessel"}, c.SetUps[0].Frames[1].Differs)
	assert.NotEqual(t, c.SetUps[0].Words, c.SetUps[1].Words)
}

func TestAContactSheetIsPrintedWithItsPictures(t *testing.T) {
	b := lay(t, 2)
	b.made()
	pdf, err := b.Set.PrintContact(t.Context(), b.shoot.Key)
	require.NoError(t, err)
	path := filepath.Join(t.TempDir(), "contact.pdf")
	require.NoError(t, os.WriteFile(path, pdf, 0o600))
	out, err := exec.Command("pdfimages", "-list", path).CombinedOutput()
	require.NoError(t, err, string(out))
	assert.Equal(t, 2, bytes.Count(out, []byte(" 264 ")), string(out))
	words, err := exec.Command("pdftotext", path, "-").Output()
	require.NoError(t, err)
	assert.Contains(t, string(words), "2 frames of 1 set-up")
	assert.Contains(t, string(words), b.shots[0].Title)
}

func TestACancelledContactSheetKeepsWhatIsMade(t *testing.T) {
	b := lay(t, 4)
	w, err := b.Set.StartContact(t.Context(), b.shoot.Key, nil)
	require.NoError(t, err)
	require.NoError(t, b.Set.CancelContact(w.ID))
	require.Eventually(t, func() bool {
		now, err := b.Set.ContactOf(w.ID)
		return err == nil && now.Done
	}, time.Minute, 20*time.Millisecond)
	had := b.contact().Made
	assert.Less(t, had, 4)
	assert.Equal(t, 4-had, b.made().Wanted, "the rest is made the next time")
	assert.Equal(t, 4, b.contact().Made)
	_, err = b.Set.StartContact(t.Context(), "nowhere", nil)
	assert.Error(t, err)
}
