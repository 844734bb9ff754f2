package out_test

import (
	"archive/zip"
	"bytes"
	"encoding/csv"
	"fmt"
	"image"
	"io"
	"slices"
	"strings"
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/release"
	"figladder/internal/store"
	"figladder/internal/studio/out"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// opened is a delivery, read by another program's rules: files by name.
func opened(t *testing.T, k *studiotest.Kit, shoot string) map[string][]byte {
	t.Helper()
	var b bytes.Buffer
	require.NoError(t, k.Out.Hand(t.Context(), shoot, &b))
	z, err := zip.NewReader(bytes.NewReader(b.Bytes()), int64(b.Len()))
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

// What is handed over has the newest cut for each outlet, a list whose hashes and sizes are true, a contact sheet and what may be
// done with them; what an embargo keeps back is left out, and the list says why.
func TestWhatIsHandedOver(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	assert.ErrorContains(t, k.Out.Hand(ctx, shoot.Key, io.Discard), "Nothing of this shoot")
	assert.ErrorContains(t, k.Out.Post(ctx, hero.Key, io.Discard), "went out")
	k.KeptFrame(t, hero)
	k.Finished(t, hero)
	require.NoError(t, k.Says(t, hero.Key, "The kitchen", ""))
	shop := release.StartOutlet()
	shop.Name, shop.Format, shop.Shape = "../Shop: “new”", release.WebP, "1:1"
	row, err := k.Out.SaveOutlet(ctx, k.Owner, "", 0, shop)
	require.NoError(t, err)
	send := func(outlet, caption string) *store.Publication {
		t.Helper()
		w := studiotest.Words
		w.Caption = caption
		p, err := k.Out.Publish(ctx, k.Owner, hero.Key, out.CutOrder{Outlet: outlet, Zoom: 1, CentreX: .5, CentreY: .5, Words: w})
		require.NoError(t, err)
		require.NoError(t, k.Out.Deliver(ctx, p.ID))
		return p
	}
	send("feed", "The first words")
	second := send("feed", "=cmd()")
	send(row.Outlet.Key, "In the shop")

	all := opened(t, k, shoot.Key)
	var pictures []string
	for name := range all {
		assert.NotContains(t, name, "..")
		if strings.HasPrefix(name, "pictures/") {
			pictures = append(pictures, name)
		}
	}
	assert.Len(t, pictures, 2, "of each outlet the newest")
	lines, err := csv.NewReader(bytes.NewReader(all["manifest.csv"])).ReadAll()
	require.NoError(t, err)
	require.Len(t, lines, 3)
	for _, l := range lines[1:] {
		data := all[l[0]]
		assert.Equal(t, l[6], store.Hash(data))
		assert.Equal(t, l[5], fmt.Sprint(len(data)))
		conf, _, err := image.DecodeConfig(bytes.NewReader(data))
		require.NoError(t, err)
		assert.Equal(t, []string{l[3], l[4]}, []string{fmt.Sprint(conf.Width), fmt.Sprint(conf.Height)})
	}
	line := func(outlet string) []string {
		t.Helper()
		at := slices.IndexFunc(lines, func(l []string) bool { return l[2] == outlet })
		require.GreaterOrEqual(t, at, 1)
		return lines[at]
	}
	assert.Equal(t, second.SHA256, line("Feed")[6])
	assert.Equal(t, "'=cmd()", line("Feed")[8], "nothing in it runs")
	assert.Contains(t, studiotest.Text(t, all["contact sheet.pdf"]), "Feed")
	assert.Contains(t, string(all["what may be done with them.txt"]), "No rights are written down")

	var post bytes.Buffer
	require.NoError(t, k.Out.Post(ctx, hero.Key, &post))
	z, err := zip.NewReader(bytes.NewReader(post.Bytes()), int64(post.Len()))
	require.NoError(t, err)
	names := []string{}
	for _, f := range z.File {
		names = append(names, f.Name)
	}
	assert.Equal(t, []string{"post.html", "picture.webp", "recipe.json"}, names, "with the picture that went out last")

	b := shoot.Brief
	b.Rights = []brief.Right{{Who: "Ferry Kitchen", Outlets: []string{"feed"}, Until: k.Now().Add(48 * time.Hour).Format(time.DateOnly)}}
	doc, err := k.Brief.Shoot(ctx, shoot.Key)
	require.NoError(t, err)
	_, err = k.Brief.SaveShoot(ctx, k.Owner, shoot.Key, doc.Version, doc.Name, b)
	require.NoError(t, err)
	all = opened(t, k, shoot.Key)
	lines, err = csv.NewReader(bytes.NewReader(all["manifest.csv"])).ReadAll()
	require.NoError(t, err)
	assert.Empty(t, line(shop.Name)[0])
	assert.Contains(t, line(shop.Name)[12], "Rights")
	assert.NotEmpty(t, line("Feed")[0])
	assert.Contains(t, string(all["what may be done with them.txt"]), "Ferry Kitchen, at Feed")
	assert.ErrorContains(t, k.Out.Post(ctx, hero.Key, io.Discard), "Rights", "what is held back is not posted either")
}
