package frames_test

import (
	"archive/zip"
	"bytes"
	"context"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/card"
	"figladder/internal/formats/exif"
	"figladder/internal/formats/sidecar"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio/frames"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// aPicture is a small JPEG that differs by its number, taken at a time.
func aPicture(t testing.TB, n int, at time.Time) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, 240, 160))
	for y := range 160 {
		for x := range 240 {
			img.SetRGBA(x, y, color.RGBA{uint8(x + 13*n), uint8(y * (n + 1)), uint8(90 + n), 255})
		}
	}
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, img, nil))
	data, err := exif.Write(b.Bytes(), exif.Tags{FNumber: 5.6, Seconds: 1. / 60, ISO: 200, FocalMm: 85, TakenAt: at, WidthPx: 240, HeightPx: 160, Model: "Larch 2"})
	require.NoError(t, err)
	return data
}

var noon = time.Date(2026, 12, 5, 12, 0, 0, 0, time.UTC)

// settled waits until nobody is at a card any more.
func settled(t testing.TB, k *studiotest.Kit, id string) *frames.CardNow {
	t.Helper()
	var now *frames.CardNow
	require.Eventually(t, func() bool {
		var err error
		now, err = k.Frames.CardOf(context.Background(), id)
		require.NoError(t, err)
		return now.Stage == frames.Done || now.Stage == frames.Stopped || now.Stage == frames.Sending
	}, 60*time.Second, 20*time.Millisecond)
	return now
}

// A card is copied, what is on it becomes frames once, and it may be cleared only then. What is no picture is kept and
// said.
func TestACardBecomesFramesAndMayBeClearedThen(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	for i := range 6 {
		require.NoError(t, k.Slot.Lay(fmt.Sprintf("roll/%02d.jpg", i), aPicture(t, i, noon.Add(time.Duration(i)*time.Minute)), noon))
	}
	require.NoError(t, k.Slot.Lay("roll/05 again.jpg", aPicture(t, 5, noon.Add(5*time.Minute)), noon))
	require.NoError(t, k.Slot.Lay("roll/broken.jpg", aPicture(t, 7, noon)[:4000], noon))
	require.NoError(t, k.Slot.Lay("roll/empty.jpg", nil, noon))
	require.NoError(t, k.Slot.Lay("roll/notes.txt", []byte("grey card at noon"), noon))
	require.NoError(t, k.Slot.Lay("roll/phone.heic", []byte("\x00\x00\x00\x18ftypheic\x00\x00\x00\x00mif1heic"), noon))

	now, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Reader, "")
	require.NoError(t, err)
	now = settled(t, k, now.ID)
	assert.Equal(t, frames.Done, now.Stage, now.Why)
	assert.Equal(t, []int{11, 11, 6, 5, 0}, []int{now.Progress.Files, now.Progress.Done, now.Frames, now.Others, now.Unseen})
	assert.True(t, now.Verdict.MayClear, now.Verdict.Words)
	all, err := k.Frames.Frames(ctx, shoot.Key, "")
	require.NoError(t, err)
	require.Len(t, all, 6)
	for _, f := range all {
		assert.Len(t, f.Copies, 2)
		assert.Equal(t, "Larch 2", f.Came.Body)
		assert.Equal(t, "f/5.6, 1/60 s, ISO 200", f.Settings.Shown)
		assert.Equal(t, []int{240, 160}, []int{f.WidthPx, f.HeightPx})
		pic, err := k.Frames.Picture(ctx, f.Key, 120)
		require.NoError(t, err)
		conf, err := jpeg.DecodeConfig(bytes.NewReader(pic))
		require.NoError(t, err)
		assert.Equal(t, 120, conf.Width)
	}
	said := map[string]string{}
	files, err := k.Frames.FilesOf(ctx, now.ID, "", true, 100)
	require.NoError(t, err)
	for _, f := range files {
		said[f.Path] = f.Said
	}
	assert.Contains(t, said["roll/broken.jpg"], "breaks off")
	assert.Contains(t, said["roll/empty.jpg"], "0 bytes")
	assert.Contains(t, said["roll/notes.txt"], "no picture")
	assert.Contains(t, said["roll/phone.heic"], "HEIF")
	assert.Contains(t, said["roll/05.jpg"]+said["roll/05 again.jpg"], "The same file is here already as roll/05")

	table, err := k.Frames.TableOf(ctx, shoot.Key, "", frames.Every, "", 100)
	require.NoError(t, err)
	assert.Equal(t, "roll/00.jpg", table.Rows[0].Name)

	// Once more: nothing comes twice.
	again, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Reader, "")
	require.NoError(t, err)
	again = settled(t, k, again.ID)
	assert.Zero(t, again.Frames)
	all, err = k.Frames.Frames(ctx, shoot.Key, "")
	require.NoError(t, err)
	assert.Len(t, all, 6)

	// The camera goes on: the gate is shut again, and clearing is refused.
	require.NoError(t, k.Slot.Lay("roll/99.jpg", aPicture(t, 99, noon), noon))
	_, err = k.Frames.ClearCard(ctx, now.ID)
	require.ErrorContains(t, err, "1 of 12 files")
	left, err := k.Slot.List(ctx)
	require.NoError(t, err)
	assert.Len(t, left, 12, "nothing was erased")
	_, err = k.Frames.GoOn(ctx, now.ID)
	require.NoError(t, err)
	settled(t, k, now.ID)

	// A copy that was spoilt since is mended before anything is erased.
	spoilt := filepath.Join(k.Dir, "first", all[0].SHA256[:2], all[0].SHA256)
	data, err := os.ReadFile(spoilt)
	require.NoError(t, err)
	data[len(data)/2] ^= 1
	require.NoError(t, os.WriteFile(spoilt, data, 0o600))
	require.NoError(t, k.Slot.Lay(".hidden", []byte("nobody copied it"), noon))
	_, err = k.Frames.ClearCard(ctx, now.ID)
	require.NoError(t, err)
	mended, err := os.ReadFile(spoilt)
	require.NoError(t, err)
	assert.Equal(t, all[0].SHA256, store.Hash(mended))
	left, err = k.Slot.List(ctx)
	require.NoError(t, err)
	assert.Empty(t, left)
	r, err := k.Slot.Open(ctx, ".hidden")
	require.NoError(t, err, "what was not copied is not erased")
	require.NoError(t, r.Close())
}

// A card that reads badly, comes out in the middle and is pushed in again: said in words, gone on with, nothing twice.
func TestACardThatComesOut(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	for i := range 12 {
		require.NoError(t, k.Slot.Lay(fmt.Sprintf("%02d.jpg", i), aPicture(t, i, noon), noon))
	}
	require.NoError(t, k.Slot.Handle(ctx, standin.SlowDown))
	now, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Reader, "")
	require.NoError(t, err)
	require.Eventually(t, func() bool {
		c, err := k.Frames.CardOf(ctx, now.ID)
		require.NoError(t, err)
		return c.Progress.Done > 0
	}, 20*time.Second, 10*time.Millisecond)
	require.NoError(t, k.Slot.Handle(ctx, standin.TakeOut))
	now = settled(t, k, now.ID)
	assert.Equal(t, frames.Stopped, now.Stage)
	assert.Contains(t, now.Why, "no card in the reader")
	assert.False(t, now.Verdict.MayClear)
	_, err = k.Frames.ClearCard(ctx, now.ID)
	require.ErrorContains(t, err, "no card in the reader")
	_, err = k.Frames.BeginCopy(ctx, shoot.Key, card.Reader, "")
	require.ErrorContains(t, err, "no card in the reader")

	for _, act := range []string{standin.PushIn, standin.SpeedUp, standin.Scratch} {
		require.NoError(t, k.Slot.Handle(ctx, act))
	}
	same, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Reader, "")
	require.NoError(t, err)
	assert.Equal(t, now.ID, same.ID, "it goes on with the same")
	now = settled(t, k, now.ID)
	require.NotZero(t, now.Progress.Refused)
	assert.False(t, now.Verdict.MayClear)
	assert.Contains(t, now.Verdict.Missing[0].Why, "could not be read there")
	require.NoError(t, k.Slot.Handle(ctx, standin.Polish))
	_, err = k.Frames.GoOn(ctx, now.ID)
	require.NoError(t, err)
	now = settled(t, k, now.ID)
	assert.True(t, now.Verdict.MayClear, now.Verdict.Words)
	assert.Equal(t, 12, now.Frames)
}

// Files are sent in parts; a part that comes again, out of turn or damaged changes nothing; a window that was closed goes
// on where it stood; a raw file lies beside its picture whichever comes first.
func TestFilesAreSentInParts(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	jpg := aPicture(t, 1, noon)
	raw := append([]byte("II*\x00\x08\x00\x00\x00\x00\x00\x00\x00\x00\x00"), make([]byte, 50_000)...)
	files := []card.File{{Path: "a.dng", Bytes: int64(len(raw)), Modified: noon}, {Path: "a.jpg", Bytes: int64(len(jpg)), Modified: noon}, {Path: "zero.jpg", Modified: noon}}
	now, err := k.Frames.BeginSending(ctx, shoot.Key, "", "", files)
	require.NoError(t, err)
	assert.False(t, now.Verdict.MayClear)
	half := len(jpg) / 2
	p, err := k.Frames.PutPart(ctx, now.ID, "a.jpg", 0, store.Hash(jpg[:half]), jpg[:half])
	require.NoError(t, err)
	assert.Equal(t, frames.PartSent{Has: int64(half)}, *p)
	p, err = k.Frames.PutPart(ctx, now.ID, "a.jpg", 0, "", jpg[:half]) // again
	require.NoError(t, err)
	assert.Equal(t, int64(half), p.Has)
	_, err = k.Frames.PutPart(ctx, now.ID, "a.jpg", int64(half), store.Hash(jpg), jpg[half:])
	require.ErrorContains(t, err, "not what was sent")
	p, err = k.Frames.PutPart(ctx, now.ID, "a.jpg", int64(half), "", append(bytes.Clone(jpg[half:]), "more than it has"...))
	require.NoError(t, err)
	assert.Equal(t, frames.PartSent{Has: int64(half)}, *p, "more than it is long is not taken")

	// The window is closed; another asks with the same files.
	same, err := k.Frames.BeginSending(ctx, shoot.Key, now.ID, "", files)
	require.NoError(t, err)
	assert.Equal(t, now.ID, same.ID)
	list, err := k.Frames.FilesOf(ctx, now.ID, "", false, 10)
	require.NoError(t, err)
	assert.Equal(t, int64(half), list[1].Has)
	for _, f := range []struct {
		path string
		at   int
		data []byte
	}{{"a.dng", 0, raw}, {"a.jpg", half, jpg[half:]}} {
		p, err = k.Frames.PutPart(ctx, now.ID, f.path, int64(f.at), "", f.data)
		require.NoError(t, err)
		assert.True(t, p.Kept, f.path)
	}
	require.Eventually(t, func() bool {
		now, err = k.Frames.CardOf(ctx, now.ID)
		require.NoError(t, err)
		return now.Stage == frames.Done
	}, 20*time.Second, 20*time.Millisecond)
	assert.True(t, now.Verdict.MayClear)
	assert.Contains(t, now.Verdict.Words, "What you chose is safe")
	all, err := k.Frames.Frames(ctx, shoot.Key, "")
	require.NoError(t, err)
	require.Len(t, all, 1)
	data, err := k.Vault.Get(ctx, all[0].SHA256)
	require.NoError(t, err)
	assert.True(t, bytes.Equal(jpg, data))

	_, err = k.Frames.PutPart(ctx, now.ID, "other.jpg", 0, "", jpg)
	require.ErrorIs(t, err, store.ErrNotFound)
	for _, bad := range []string{"", "../../x.jpg", "/"} {
		_, err = k.Frames.BeginSending(ctx, shoot.Key, "", "", []card.File{{Path: bad, Bytes: 1}})
		require.Error(t, err, bad)
	}
	// Another file of the same name keeps both.
	more, err := k.Frames.BeginSending(ctx, shoot.Key, now.ID, "", []card.File{{Path: "a.jpg", Bytes: 7, Modified: noon.Add(time.Hour)}})
	require.NoError(t, err)
	list, err = k.Frames.FilesOf(ctx, more.ID, "", false, 10)
	require.NoError(t, err)
	assert.Equal(t, "a (2).jpg", list[0].Path)
}

// Pictures of one and the same second lie in the order of their names, whichever was looked at first.
func TestPicturesOfOneSecondLieByName(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	for i := range 20 {
		require.NoError(t, k.Slot.Lay(fmt.Sprintf("%02d.jpg", i), aPicture(t, i, noon), noon))
	}
	now, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Reader, "")
	require.NoError(t, err)
	settled(t, k, now.ID)
	table, err := k.Frames.TableOf(ctx, shoot.Key, "", frames.Every, "", 100)
	require.NoError(t, err)
	for i, r := range table.Rows {
		assert.Equal(t, fmt.Sprintf("%02d.jpg", i), r.Name)
	}
}

// A folder is read only where folders may be.
func TestOnlyFoldersThatMayBeReadAreCopied(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	for _, dir := range []string{"/etc", k.Inbox + "/../..", "inbox", k.Inbox + "x"} {
		_, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Folder, dir)
		require.Error(t, err, dir)
	}
	_, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Folder, k.Inbox)
	require.ErrorContains(t, err, "nothing to copy")
	require.NoError(t, os.Mkdir(filepath.Join(k.Inbox, "last year"), 0o700))
	require.NoError(t, os.WriteFile(filepath.Join(k.Inbox, "last year", "a.jpg"), aPicture(t, 1, noon), 0o600))
	places, err := k.Frames.PlacesNow(ctx)
	require.NoError(t, err)
	require.Len(t, places.Folders, 1)
	now, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Folder, places.Folders[0].Path)
	require.NoError(t, err)
	now = settled(t, k, now.ID)
	assert.Equal(t, 1, now.Frames)
	assert.Equal(t, "last year", now.Name)
	_, err = k.Frames.ClearCard(ctx, now.ID)
	require.ErrorContains(t, err, "Only a card in the reader")
}

// Pictures are laid to shots and marked, many in one deed; undo takes it back; what came with a card outlasts its shot.
func TestPicturesAreLaidAndMarked(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	for i := range 5 {
		require.NoError(t, k.Slot.Lay(fmt.Sprintf("%02d.jpg", i), aPicture(t, 1, noon.Add(time.Duration(i)*time.Second)), noon))
	}
	now, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Reader, "")
	require.NoError(t, err)
	settled(t, k, now.ID)
	table, err := k.Frames.TableOf(ctx, shoot.Key, "", frames.Every, "", 2)
	require.NoError(t, err)
	require.Len(t, table.Rows, 2)
	assert.Equal(t, []bool{false, true}, []bool{table.Rows[0].Joins, table.Rows[1].Joins}, "a burst")
	var ids []string
	for after, n := "", 0; ; n++ {
		part, err := k.Frames.TableOf(ctx, shoot.Key, "", frames.Every, after, 2)
		require.NoError(t, err)
		for _, r := range part.Rows {
			ids = append(ids, r.ID)
			assert.Equal(t, len(ids) > 1, r.Joins, "also across parts")
		}
		if after = part.Next; after == "" {
			break
		}
	}
	require.Len(t, ids, 5)

	require.NoError(t, k.Frames.Lay(ctx, k.Owner, shoot.Key, ids[:3], hero.Key))
	require.NoError(t, k.Frames.MarkAll(ctx, k.Owner, shoot.Key, ids[:2], card.Short))
	require.NoError(t, k.Frames.MarkAll(ctx, k.Owner, shoot.Key, ids[3:], card.PassedOver))
	sums, err := k.Frames.SumsOf(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, []int{5, 2, 2, 2}, []int{sums.All, sums.Unlaid, sums.PassedOver, sums.Short})
	standing, err := k.Frames.TableOf(ctx, shoot.Key, "", frames.Standing, "", 100)
	require.NoError(t, err)
	assert.Len(t, standing.Rows, 3)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	sums, err = k.Frames.SumsOf(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Zero(t, sums.PassedOver)

	f, err := k.Frames.Frame(ctx, ids[4])
	require.NoError(t, err)
	_, err = k.Frames.Keep(ctx, k.Owner, f.Key, f.Version, true)
	require.ErrorContains(t, err, "Lay it to its shot first")
	f, err = k.Frames.Frame(ctx, ids[0])
	require.NoError(t, err)
	_, err = k.Frames.Keep(ctx, k.Owner, f.Key, f.Version, true)
	require.NoError(t, err)
	require.ErrorContains(t, k.Frames.MarkAll(ctx, k.Owner, shoot.Key, ids[:1], card.PassedOver), "not passed over")
	require.ErrorIs(t, k.Frames.Lay(ctx, k.Owner, shoot.Key, []string{"nobody's"}, hero.Key), store.ErrNotFound)

	require.NoError(t, k.List.RemoveShot(ctx, k.Owner, hero.Key))
	all, err := k.Frames.Frames(ctx, shoot.Key, "")
	require.NoError(t, err)
	require.Len(t, all, 5, "they lie on the table again")
	assert.False(t, all[0].Kept)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	sums, err = k.Frames.SumsOf(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, []int{2, 1}, []int{sums.Unlaid, sums.Kept})
	require.NoError(t, k.Brief.RemoveShoot(ctx, k.Owner, shoot.Key))
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	sums, err = k.Frames.SumsOf(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, []int{5, 2, 1}, []int{sums.All, sums.Unlaid, sums.Kept})
	cards, err := k.Frames.Cards(ctx, shoot.Key)
	require.NoError(t, err)
	assert.True(t, cards[0].Verdict.MayClear)
}

// A folder from last year, written by other software, that nobody planned anything of: what can be shown becomes pictures,
// the rest is said, and shots are made by naming some of them; named again it is the same shot.
func TestAFolderFromLastYearBecomesAShoot(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, err := k.Brief.MakeShoot(ctx, k.Owner, "Last year", brief.Brief{Kind: "own", Zone: "Europe/London", Mood: brief.Mood{Key: "dark", Colour: "muted"}})
	require.NoError(t, err)
	run := func(name string, args ...string) {
		out, err := exec.CommandContext(ctx, name, args...).CombinedOutput()
		require.NoError(t, err, "%s", out)
	}
	at := func(name string) string { return filepath.Join(k.Inbox, name) }
	for _, name := range []string{"a.jpg", "b.png", "c.webp", "d.tif", "side.jpg"} {
		run("/usr/bin/convert", "-size", "320x200", "plasma:tan-brown", at(name))
	}
	run("exiftool", "-q", "-n", "-overwrite_original", "-Orientation=6", "-DateTimeOriginal=2025:11:03 15:00:00", at("side.jpg"))
	run("heif-enc", "-o", at("e.heic"), at("b.png"))
	now, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Folder, k.Inbox)
	require.NoError(t, err)
	now = settled(t, k, now.ID)
	assert.True(t, now.Verdict.MayClear)
	assert.Equal(t, []int{5, 1, 5}, []int{now.Frames, now.Others, now.Unlaid})
	table, err := k.Frames.TableOf(ctx, shoot.Key, "", frames.Unlaid, "", 100)
	require.NoError(t, err)
	assert.Equal(t, "side.jpg", table.Rows[0].Name, "the only one that says when")
	assert.InDelta(t, 200./320, table.Rows[0].Aspect, 1e-9, "upright")
	var ids []string
	for _, r := range table.Rows {
		ids = append(ids, r.ID)
	}
	_, err = k.Frames.LayToNew(ctx, k.Owner, shoot.Key, "  ", ids)
	require.ErrorContains(t, err, "what the pictures show")
	shot, err := k.Frames.LayToNew(ctx, k.Owner, shoot.Key, "Quince tart", ids[:3])
	require.NoError(t, err)
	same, err := k.Frames.LayToNew(ctx, k.Owner, shoot.Key, "quince tart ", ids[3:])
	require.NoError(t, err)
	assert.Equal(t, shot, same)
	list, err := k.Frames.Frames(ctx, shoot.Key, shot)
	require.NoError(t, err)
	assert.Len(t, list, 5)
	dishes, err := k.Kitchen.Dishes(ctx, shoot.Key)
	require.NoError(t, err)
	require.Len(t, dishes, 1)
	assert.Equal(t, "Quince tart", dishes[0].Recipe.Title)
}

// What lies beside pictures goes out with what they have come to, and comes in again: what was written elsewhere is told
// with its picture, stays in when it goes out once more, and a mark of ours that came along counts.
func TestWhatLiesBesideGoesOutAndComesIn(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	require.NoError(t, os.WriteFile(filepath.Join(k.Inbox, "a.jpg"), aPicture(t, 1, noon), 0o600))
	require.NoError(t, os.WriteFile(filepath.Join(k.Inbox, "b.jpg"), aPicture(t, 2, noon), 0o600))
	now, err := k.Frames.BeginCopy(ctx, shoot.Key, card.Folder, k.Inbox)
	require.NoError(t, err)
	settled(t, k, now.ID)
	table, err := k.Frames.TableOf(ctx, shoot.Key, "", frames.Every, "", 10)
	require.NoError(t, err)
	require.NoError(t, k.Frames.Lay(ctx, k.Owner, shoot.Key, []string{table.Rows[0].ID}, shots[0].Key))
	require.NoError(t, k.Frames.MarkAll(ctx, k.Owner, shoot.Key, []string{table.Rows[0].ID}, card.Short))
	out := func() map[string][]byte {
		data, err := k.Frames.Besides(ctx, shoot.Key, frames.Every)
		require.NoError(t, err)
		z, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
		require.NoError(t, err)
		all := map[string][]byte{}
		for _, f := range z.File {
			r, err := f.Open()
			require.NoError(t, err)
			all[f.Name], err = io.ReadAll(r)
			require.NoError(t, err)
		}
		return all
	}
	first := out()
	require.Len(t, first, 2)
	doc, err := sidecar.Read(first["a.xmp"])
	require.NoError(t, err)
	assert.Equal(t, []string{"short list", "no", shots[0].Title, table.Rows[0].ID}, []string{doc.Mark, doc.Kept, doc.Shot, doc.Frame})

	// Elsewhere somebody writes a caption and words of their own, and marks the other.
	elsewhere := filepath.Join(k.Inbox, "a.xmp")
	require.NoError(t, os.WriteFile(elsewhere, first["a.xmp"], 0o600))
	got, err := exec.CommandContext(ctx, "exiftool", "-q", "-overwrite_original", "-XMP-dc:Description=Steam on the left", "-XMP-dc:Subject=winter", elsewhere).CombinedOutput()
	require.NoError(t, err, "%s", got)
	marked, err := sidecar.Write(first["b.xmp"], sidecar.Doc{Mark: "beside"}, "")
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(filepath.Join(k.Inbox, "b.xmp"), marked, 0o600))
	require.NoError(t, os.WriteFile(filepath.Join(k.Inbox, "z.xmp"), []byte("no XMP"), 0o600))
	_, err = k.Frames.GoOn(ctx, now.ID)
	require.NoError(t, err)
	now = settled(t, k, now.ID)
	assert.Equal(t, 3, now.Others)
	f, err := k.Frames.Frame(ctx, table.Rows[0].ID)
	require.NoError(t, err)
	assert.Equal(t, "Steam on the left", f.Came.Words)
	assert.Equal(t, card.Short, f.Mark, "what is marked here stays")
	f, err = k.Frames.Frame(ctx, table.Rows[1].ID)
	require.NoError(t, err)
	assert.Equal(t, card.Beside, f.Mark)
	assert.Contains(t, string(out()["a.xmp"]), "winter", "what others wrote goes out again")
	_, err = k.Frames.Besides(ctx, shoot.Key, frames.Unlaid)
	require.NoError(t, err)
	_, err = k.Frames.Besides(ctx, shoot.Key, "nothing like it")
	require.Error(t, err)
}
