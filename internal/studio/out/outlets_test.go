package out_test

import (
	"bytes"
	"image"
	_ "image/jpeg" // the three kinds of cut, read by others than wrote them
	_ "image/png"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"figladder/internal/craft/release"
	"figladder/internal/standin"
	"figladder/internal/studio/out"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	_ "golang.org/x/image/webp"
)

func keptOutlet(t *testing.T, k *studiotest.Kit, key string) out.OutletNow {
	t.Helper()
	all, err := k.Out.KeptOutlets(t.Context())
	require.NoError(t, err)
	at := slices.IndexFunc(all, func(o out.OutletNow) bool { return o.Row.Outlet.Key == key })
	require.GreaterOrEqual(t, at, 0, key)
	return all[at]
}

// An outlet that the studio wrote down has its files as it asks for them, whatever kind; read by exiftool and a decoder of another
// hand, the size, the profile and the words are true.
func TestEachOutletHasItsKindOfFile(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	k.KeptFrame(t, hero)
	k.Finished(t, hero)
	require.NoError(t, k.Says(t, hero.Key, "The kitchen", ""))
	for _, format := range []release.Format{release.JPEG, release.PNG, release.WebP} {
		o := release.StartOutlet()
		o.Name, o.Format, o.MostLongPx, o.Shape = "Shop "+string(format), format, 1100, ""
		row, err := k.Out.SaveOutlet(ctx, k.Owner, "", 0, o)
		require.NoError(t, err)
		p, err := k.Out.Publish(ctx, k.Owner, hero.Key, out.CutOrder{Outlet: row.Outlet.Key, Zoom: 1, CentreX: .5, CentreY: .5, Words: studiotest.Words})
		require.NoError(t, err)
		assert.Equal(t, "accepted", p.State, "made, to be handed over")
		assert.Equal(t, format, p.Format)
		data, err := k.Out.CutFile(ctx, p.ID)
		require.NoError(t, err)
		conf, kind, err := image.DecodeConfig(bytes.NewReader(data))
		require.NoError(t, err)
		assert.Equal(t, string(format), kind)
		assert.Equal(t, [2]int{p.WidthPx, p.HeightPx}, [2]int{conf.Width, conf.Height})
		file := filepath.Join(t.TempDir(), "cut"+format.Ends())
		require.NoError(t, os.WriteFile(file, data, 0o600))
		read, err := exec.CommandContext(ctx, "exiftool", "-s3", "-ProfileDescription", "-XMP:Title", "-XMP:AltTextAccessibility", "-XMP:Credit", file).Output()
		require.NoError(t, err)
		assert.Equal(t, []string{"sRGB", studiotest.Words.Title, studiotest.Words.Alt, studiotest.Words.Credit}, strings.Split(strings.TrimSpace(string(read)), "\n"), format)
	}
}

func TestAnOutletIsWrittenDownChangedAndTakenAway(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	first, err := k.Out.Outlets(ctx)
	require.NoError(t, err)
	assert.Equal(t, standin.Places[0].Key, first[0].Key, "what there was before is there")
	feed := keptOutlet(t, k, "feed")
	assert.Empty(t, feed.Laxer)
	lax := feed.Row.Outlet
	lax.MostLongPx, lax.NeedsAlt, lax.Key = 0, false, "another"
	row, err := k.Out.SaveOutlet(ctx, k.Owner, feed.Row.Key, feed.Row.Version, lax)
	require.NoError(t, err)
	assert.Equal(t, "feed", row.Outlet.Key, "its key stays: rights go by it")
	assert.Equal(t, []string{"It takes 2000 px on the long side at the most.", "It asks for alt text."}, keptOutlet(t, k, "feed").Laxer)
	_, err = k.Out.SaveOutlet(ctx, k.Owner, feed.Row.Key, feed.Row.Version, lax)
	assert.Error(t, err, "somebody else was there first")
	k.Out.Outlet = standin.Courier{URL: "http://127.0.0.1:1"}
	assert.Empty(t, keptOutlet(t, k, "feed").Laxer, "a place that is down says nothing")
	for field, change := range map[string]func(*release.Outlet){
		"outlet.name": func(o *release.Outlet) { o.Name = " " }, "outlet.shape": func(o *release.Outlet) { o.Shape = "wide" },
		"outlet.mostLongPx": func(o *release.Outlet) { o.MostLongPx, o.LeastLongPx = 100, 200 }, "outlet.mostBytes": func(o *release.Outlet) { o.MostBytes = 12 }, "outlet.format": func(o *release.Outlet) { o.Format = "tiff" },
	} {
		bad := lax
		change(&bad)
		_, err := k.Out.SaveOutlet(ctx, k.Owner, "", 0, bad)
		require.Error(t, err, field)
	}
}

// What is on its way to an outlet that was taken away meanwhile is not sent; brought back, it is there as it was.
func TestNothingGoesToAnOutletThatIsGone(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	k.KeptFrame(t, hero)
	k.Finished(t, hero)
	require.NoError(t, k.Says(t, hero.Key, "The kitchen", ""))
	order := out.CutOrder{Outlet: "tile", Zoom: 1, CentreX: .5, CentreY: .5, Words: studiotest.Words}
	p, err := k.Out.Publish(ctx, k.Owner, hero.Key, order)
	require.NoError(t, err)
	require.NoError(t, k.Out.RemoveOutlet(ctx, k.Owner, keptOutlet(t, k, "tile").Row.Key))
	require.NoError(t, k.Out.Deliver(ctx, p.ID))
	all, err := k.Out.Publications(ctx, "", hero.Key)
	require.NoError(t, err)
	assert.Equal(t, "refused", all[0].State)
	assert.Contains(t, all[0].Answer, "taken away")
	assert.Empty(t, k.Hall.Shown())
	_, err = k.Out.Publish(ctx, k.Owner, hero.Key, order)
	assert.ErrorContains(t, err, "no outlet")
	_, err = k.Undo(ctx, k.Owner, "cupboard", false)
	require.NoError(t, err)
	p, err = k.Out.Publish(ctx, k.Owner, hero.Key, order)
	require.NoError(t, err)
	require.NoError(t, k.Out.Deliver(ctx, p.ID))
	assert.Len(t, k.Hall.Shown(), 1)
}
