package out_test

import (
	"bytes"
	"image/png"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/release"
	"figladder/internal/formats/photo"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Where nothing is made smaller, what is written is what was shown, pixel by pixel; made smaller, its edges are those of the crop.
func TestACutIsWhatWasShownToThePixel(t *testing.T) {
	b := mayGoOut(t)
	ctx := t.Context()
	o := release.StartOutlet()
	o.Name, o.Format, o.MostBytes, o.MostLongPx, o.LeastLongPx, o.NeedsAlt = "Archive", release.PNG, 0, 0, 0, false
	row, err := b.Out.SaveOutlet(ctx, b.Owner, "", 0, o)
	require.NoError(t, err)
	list, err := b.Finish.ListOf(ctx, b.hero.Key)
	require.NoError(t, err)
	raw, err := b.Vault.Get(ctx, list.Picture)
	require.NoError(t, err)
	whole, err := photo.Decode(ctx, raw)
	require.NoError(t, err)
	for _, at := range [][3]float64{{1, 0, 0}, {0.61, 0.37, 0.58}, {0.33, 1, 1}} {
		order := b.order(nil)
		order.Outlet, order.Zoom, order.CentreX, order.CentreY = row.Outlet.Key, at[0], at[1], at[2]
		check, err := b.Out.CheckCut(ctx, b.hero.Key, order)
		require.NoError(t, err)
		p, err := b.Out.Publish(ctx, b.Owner, b.hero.Key, order)
		require.NoError(t, err)
		assert.Equal(t, check.Crop, p.Crop, "what was shown is what is written down")
		data, err := b.Out.CutFile(ctx, p.ID)
		require.NoError(t, err)
		got, err := png.Decode(bytes.NewReader(data))
		require.NoError(t, err)
		require.Equal(t, [2]int{check.Crop.Width, check.Crop.Height}, [2]int{got.Bounds().Dx(), got.Bounds().Dy()})
		off := 0
		for y := range check.Crop.Height {
			for x := range check.Crop.Width {
				r, g, bl, _ := whole.At(whole.Bounds().Min.X+check.Crop.X+x, whole.Bounds().Min.Y+check.Crop.Y+y).RGBA()
				r2, g2, b2, _ := got.At(x, y).RGBA()
				if r>>8 != r2>>8 || g>>8 != g2>>8 || bl>>8 != b2>>8 {
					off++
				}
			}
		}
		assert.Zero(t, off, "%v: pixels that differ", at)
	}
}

// A crop is proposed by the set that the frame was taken of; words are drafted, and go out once somebody has read them.
func TestCropsAndWordsAreProposed(t *testing.T) {
	b := mayGoOut(t)
	ctx := t.Context()
	order := b.order(nil)
	order.Words = release.Words{Title: "Pear toddy"}
	check, err := b.Out.CheckCut(ctx, b.hero.Key, order)
	require.NoError(t, err)
	require.NotNil(t, check.Proposed)
	assert.Greater(t, check.Proposed.Box.W, 0.3)
	assert.False(t, check.Drafted)
	words, err := b.Out.DraftWords(ctx, b.hero.Key, order)
	require.NoError(t, err)
	assert.Contains(t, words.Alt, "Pear toddy in a")
	assert.Contains(t, words.Alt, "glass")
	order.Words = *words
	order.Words.Credit = "Tern Loft Studio"
	_, err = b.Out.Publish(ctx, b.Owner, b.hero.Key, order)
	require.ErrorContains(t, err, "as they were drafted")
	order.Passed = true
	p, err := b.Out.Publish(ctx, b.Owner, b.hero.Key, order)
	require.NoError(t, err)
	require.NoError(t, b.Out.Deliver(ctx, p.ID))
	again, err := b.Out.DraftWords(ctx, b.hero.Key, order)
	require.NoError(t, err)
	assert.Equal(t, "Tern Loft Studio", again.Credit, "as it stood on the last one")

	// What of the shoot is not at another outlet goes there in one go, with its crop and its words; once.
	rest, err := b.Out.Rest(ctx, b.hero.ShootID, "feed")
	require.NoError(t, err)
	require.Len(t, rest, 1)
	assert.True(t, rest[0].Goes, rest[0].Why)
	went, err := b.Out.PublishRest(ctx, b.Owner, b.hero.ShootID, "feed")
	require.NoError(t, err)
	require.NotEmpty(t, went[0].PublicationID)
	require.NoError(t, b.Out.Deliver(ctx, went[0].PublicationID))
	rest, err = b.Out.Rest(ctx, b.hero.ShootID, "feed")
	require.NoError(t, err)
	assert.Empty(t, rest, "it is there")
	b.briefed(t, func(d *brief.Brief) { d.Embargo = "2099-01-01" })
	rest, err = b.Out.Rest(ctx, b.hero.ShootID, "board")
	require.NoError(t, err)
	assert.False(t, rest[0].Goes)
	assert.Contains(t, rest[0].Why, "Embargo")
	went, err = b.Out.PublishRest(ctx, b.Owner, b.hero.ShootID, "board")
	require.NoError(t, err)
	assert.Empty(t, went[0].PublicationID, "in one go an embargo holds, too")

	set, err := b.Out.Together(ctx, b.hero.ShootID, "tile")
	require.NoError(t, err)
	require.Len(t, set.Pictures, 1)
	assert.Equal(t, p.ID, set.Pictures[0].PublicationID)
	assert.Greater(t, set.Measures[0].HeroShare, 0.01)
	assert.Greater(t, set.Measures[0].L, 3.0)
	assert.Positive(t, set.Measures[0].Clock)
}
