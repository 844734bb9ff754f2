package finish_test

import (
	"bytes"
	"context"
	"image"
	"image/color"
	"image/jpeg"
	"math"
	"math/rand/v2"
	"os"
	"path/filepath"
	"testing"

	"figladder/internal/craft/finish/look"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/finish"
	"figladder/internal/studio/studiotest"

	"github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A frame is finished by steps and by a look; the picture is made once, goes out, and the frame's file is as it was.
func TestAFrameIsFinished(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	frame := k.KeptFrame(t, studiotest.Hero(shots))
	before, err := os.ReadFile(filepath.Join(k.Dir, "first", frame.SHA256[:2], frame.SHA256))
	require.NoError(t, err)
	f, err := k.Finish.Of(ctx, frame.Key)
	require.NoError(t, err)
	assert.Zero(t, f.Row.Version)
	assert.Empty(t, f.Steps)

	base, err := k.Finish.SaveLook(ctx, k.Owner, shoot.Key, "", 0, "Winter", []look.Step{{Key: "tone", Kind: look.Tone, Toe: 0.4}, {Key: "level", Kind: look.Level, Stops: 0.2}})
	require.NoError(t, err)
	own := []look.Step{{Key: "tone", Kind: look.Tone, Toe: 0.4}, {Key: "level", Kind: look.Level, Stops: 0.5}, {Key: "crop", Kind: look.Crop, Box: &look.Box{X: 0.1, Y: 0.1, W: 0.8, H: 0.8}}}
	f, err = k.Finish.Save(ctx, k.Owner, frame.Key, 0, base.Key, own)
	require.NoError(t, err)
	assert.Len(t, f.Row.Own, 2, "what is as the look has it is the look's")
	assert.Equal(t, []string{"Level: +0.50 stops, not +0.20 stops", "Crop: 80 × 80 % from 10, 10 %"}, f.Differs)
	_, err = k.Finish.Save(ctx, k.Owner, frame.Key, 7, base.Key, own)
	require.Error(t, err, "somebody else saved meanwhile")
	var fields *core.FieldError
	_, err = k.Finish.Save(ctx, k.Owner, frame.Key, f.Row.Version, "", []look.Step{{Key: "x", Kind: "paint"}})
	require.ErrorAs(t, err, &fields)

	// The first deed taken back leaves a row that goes on counting.
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	undone, err := k.Finish.Of(ctx, frame.Key)
	require.NoError(t, err)
	assert.Empty(t, undone.Steps)
	assert.Greater(t, undone.Row.Version, f.Row.Version)
	_, err = k.Redo(ctx, k.Owner, shoot.Key)
	require.NoError(t, err)

	// The look changes, and the frame along with it but where it differs.
	_, err = k.Finish.SaveLook(ctx, k.Owner, shoot.Key, base.Key, base.Version, "Winter", []look.Step{{Key: "tone", Kind: look.Tone, Toe: 0.6}, {Key: "level", Kind: look.Level, Stops: -0.5}})
	require.NoError(t, err)
	f, err = k.Finish.Of(ctx, frame.Key)
	require.NoError(t, err)
	assert.InDelta(t, 0.6, f.Steps[0].Toe, 0)
	assert.InDelta(t, 0.5, f.Steps[1].Stops, 0)
	var rule *core.RuleError
	require.ErrorAs(t, k.Finish.RemoveLook(ctx, k.Owner, shoot.Key, base.Key), &rule, "a frame follows it")

	made, err := k.Finish.Make(ctx, k.Owner, frame.Key)
	require.NoError(t, err)
	again, err := k.Finish.Make(ctx, k.Owner, frame.Key)
	require.NoError(t, err)
	assert.Equal(t, made.Key, again.Key, "with nothing changed it is made")
	assert.InDelta(t, float64(frame.WidthPx)*0.8, float64(made.WidthPx), 1)
	file, err := k.Vault.Get(ctx, made.SHA256)
	require.NoError(t, err)
	conf, err := jpeg.DecodeConfig(bytes.NewReader(file))
	require.NoError(t, err)
	assert.Equal(t, made.WidthPx, conf.Width)
	out, err := k.Finish.PictureOf(ctx, frame)
	require.NoError(t, err)
	assert.Equal(t, made.SHA256, out.SHA256)
	after, err := os.ReadFile(filepath.Join(k.Dir, "first", frame.SHA256[:2], frame.SHA256))
	require.NoError(t, err)
	assert.True(t, bytes.Equal(before, after), "the frame's file is as it was")
	named, err := store.Files(k.Store.WithContext(ctx))
	require.NoError(t, err)
	assert.Contains(t, named[made.SHA256], "a finished picture of")

	seen, err := k.Finish.Seen(ctx, frame.Key, own, 600)
	require.NoError(t, err)
	small, err := jpeg.Decode(bytes.NewReader(seen))
	require.NoError(t, err)
	assert.InDelta(t, float64(made.WidthPx)/float64(made.HeightPx), float64(small.Bounds().Dx())/float64(small.Bounds().Dy()), 0.01)
	told, err := k.Finish.Judge(ctx, frame.Key, append(own, look.Step{Key: "loud", Kind: look.Band, WidthDeg: 360, Chroma: 0.9}))
	require.NoError(t, err)
	require.NotEmpty(t, told.Findings)
	assert.Equal(t, "cartoon-colour", told.Findings[0].Code)
	line := finish.LineOf(look.Step{Kind: look.Tone, Toe: 0.5})
	require.Len(t, line.Hold, 3)
	assert.InDelta(t, -3.5, line.Hold[0].Out, 0.001, "four stops under mid-grey comes half a stop lighter")
}

// brought puts a made-up picture in the place of a frame's, as a camera with another white and level would have taken it.
func brought(t *testing.T, k *studiotest.Kit, frame *store.Frame, dish, stops, kelvin float64) {
	t.Helper()
	r := rand.New(rand.NewPCG(uint64(dish), 3))
	const w, h = 900, 600
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	fr, fg, fb := colorful.Hcl(dish, 0.4, 0.5).Clamped().LinearRgb()
	for y := range h {
		for x := range w {
			c := [3]float64{0.3, 0.27, 0.22}
			if math.Hypot(float64(x-w/2)/200, float64(y-h/2)/140) < 1 {
				c = [3]float64{fr, fg, fb}
			}
			c = look.Whitened(c, kelvin, 0)
			k := math.Exp2(stops) * (1 + 0.04*(r.Float64()-0.5))
			code := func(v float64) uint8 { return uint8(math.Round(255 * look.Coded(math.Min(1, math.Max(0, v*k))))) }
			img.SetRGBA(x, y, color.RGBA{code(c[0]), code(c[1]), code(c[2]), 255})
		}
	}
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, img, &jpeg.Options{Quality: 95}))
	sha, copies, err := k.Vault.Put(context.Background(), b.Bytes())
	require.NoError(t, err)
	require.NoError(t, k.Store.Model(frame).Select("sha256", "bytes", "width_px", "height_px", "copies").Updates(&store.Frame{FrameDoc: store.FrameDoc{SHA256: sha, Bytes: b.Len(), WidthPx: w, HeightPx: h, Copies: copies}}).Error)
}

// A series of other levels and whites is evened in one deed, also where frames have a look and steps of their own; the one that the
// others follow stays as it is.
func TestASeriesIsEvened(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	var frames []*store.Frame
	for i, x := range []struct{ stops, kelvin float64 }{{0, look.Daylight}, {-0.7, 5200}, {0.4, 8000}, {-0.3, 6504}} {
		f := k.KeptFrame(t, shots[i])
		brought(t, k, f, 40*float64(i)+20, x.stops, x.kelvin)
		frames = append(frames, f)
	}
	corner := look.Step{Key: "corner", Kind: look.Local, Stops: 0.3, Mask: &look.Mask{Shape: look.Fade, Points: []look.Spot{{X: 0, Y: 0}, {X: 0.2, Y: 0.2}}}}
	_, err := k.Finish.Save(ctx, k.Owner, frames[1].Key, 0, "", []look.Step{corner})
	require.NoError(t, err)
	base, err := k.Finish.SaveLook(ctx, k.Owner, shoot.Key, "", 0, "House", []look.Step{{Key: "tone", Kind: look.Tone, Slope: 1.1, Toe: 0.3}})
	require.NoError(t, err)
	ids := []string{frames[0].Key, frames[1].Key, frames[2].Key, frames[3].Key}
	n, err := k.Finish.Follow(ctx, k.Owner, shoot.Key, base.Key, ids)
	require.NoError(t, err)
	assert.Equal(t, 4, n)
	was, err := k.Finish.SeriesOf(ctx, shoot.Key, ids[0])
	require.NoError(t, err)
	assert.Greater(t, was.GroundDE, 5.0)
	n, err = k.Finish.Even(ctx, k.Owner, shoot.Key, ids[0], false)
	require.NoError(t, err)
	assert.Equal(t, 3, n)
	is, err := k.Finish.SeriesOf(ctx, shoot.Key, ids[0])
	require.NoError(t, err)
	assert.Equal(t, ids[0], is.Reference)
	for _, f := range is.Frames {
		assert.Less(t, f.IsDE, 1.0, f.Title)
		assert.True(t, f.Read)
	}
	assert.Zero(t, is.Frames[0].Differs)
	n, err = k.Finish.Even(ctx, k.Owner, shoot.Key, ids[0], false)
	require.NoError(t, err)
	assert.Zero(t, n, "again, nothing is left to do")
	still, err := k.Finish.SeriesOf(ctx, shoot.Key, ids[0])
	require.NoError(t, err)
	assert.Less(t, still.GroundDE, 1.0)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false) // the first: one that does nothing is no deed
	require.NoError(t, err)

	// What lies on another ground is left as it is.
	blue := *frames[3]
	blue.Set.Ground.On, blue.Set.Ground.Material, blue.Set.Ground.Colour = true, "linen", "#30506a"
	require.NoError(t, k.Store.Model(&blue).Select("set").Updates(&blue).Error)
	n, err = k.Finish.Even(ctx, k.Owner, shoot.Key, ids[0], false)
	require.NoError(t, err)
	assert.Equal(t, 2, n)
	apart, err := k.Finish.SeriesOf(ctx, shoot.Key, "")
	require.NoError(t, err)
	assert.NotEqual(t, ids[3], apart.Reference, "most lie on the other")
	assert.True(t, apart.Frames[3].Other)
	assert.Zero(t, apart.Frames[3].Differs)

	// The white of what has no colour is read where it is pressed, in the picture as it is seen.
	white, err := k.Finish.WhiteAt(ctx, ids[1], []look.Step{{Key: "c", Kind: look.Crop, Box: &look.Box{X: 0, Y: 0, W: 0.5, H: 0.5}}}, look.Spot{X: 0.1, Y: 0.1})
	require.NoError(t, err)
	assert.Greater(t, white.Kelvin, 4000.0)
	var rule *core.RuleError
	brought(t, k, frames[3], 30, 4, look.Daylight)
	_, err = k.Finish.WhiteAt(ctx, ids[3], nil, look.Spot{X: 0.05, Y: 0.05})
	require.ErrorAs(t, err, &rule, "plain white has lost its colour")
}

// The frame that a look was made on follows it as the others do: what it has is the look's, nothing differs, and what is changed
// in the look is changed in it, too. What it has besides stays its own.
func TestAFrameFollowsTheLookThatWasMadeOnIt(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	f := k.KeptFrame(t, shots[0])
	tone := look.Step{Key: "tone", Kind: look.Tone, Toe: 0.3, Why: "dark berries"}
	lift := look.Step{Key: "level", Kind: look.Level, Stops: 0.25}
	_, err := k.Finish.Save(ctx, k.Owner, f.Key, 0, "", []look.Step{tone, lift})
	require.NoError(t, err)
	tone.Why = ""
	winter, err := k.Finish.SaveLook(ctx, k.Owner, shoot.Key, "", 0, "Winter table", []look.Step{tone})
	require.NoError(t, err)
	_, err = k.Finish.Follow(ctx, k.Owner, shoot.Key, winter.Key, []string{f.Key})
	require.NoError(t, err)
	is, err := k.Finish.Of(ctx, f.Key)
	require.NoError(t, err)
	assert.Equal(t, []string{lift.Words()}, is.Differs)

	tone.Toe = 0.5
	winter, err = k.Finish.SaveLook(ctx, k.Owner, shoot.Key, winter.Key, winter.Version, winter.Name, []look.Step{tone})
	require.NoError(t, err)
	is, err = k.Finish.Of(ctx, f.Key)
	require.NoError(t, err)
	assert.Equal(t, []look.Step{tone, lift}, is.Steps)

	// A look that becomes what a frame has of its own is not told as another.
	tone.Toe = 0.7
	_, err = k.Finish.Save(ctx, k.Owner, f.Key, is.Row.Version, winter.Key, []look.Step{tone})
	require.NoError(t, err)
	_, err = k.Finish.SaveLook(ctx, k.Owner, shoot.Key, winter.Key, winter.Version, winter.Name, []look.Step{tone})
	require.NoError(t, err)
	is, err = k.Finish.Of(ctx, f.Key)
	require.NoError(t, err)
	assert.Empty(t, is.Differs)
}
