package set_test

import (
	"bytes"
	"image"
	"image/jpeg"
	"image/png"
	"testing"
	"time"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	cupboardroom "figladder/internal/studio/cupboard"
	"figladder/internal/studio/set"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestAPictureIsMadeKeptAndStopped(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	r, err := k.Set.StartRendering(ctx, hero.Key, scene.Start(), set.RenderWish{LongPx: 96, Samples: 2, Keep: true})
	require.NoError(t, err)
	require.Eventually(t, func() bool { got, err := k.Set.RenderingOf(r.ID); return err == nil && got.Done }, time.Minute, 20*time.Millisecond)
	got, err := k.Set.RenderingOf(r.ID)
	require.NoError(t, err)
	assert.Empty(t, got.Failed)
	assert.Equal(t, 1.0, got.Share)
	assert.Positive(t, got.Step)
	data, err := k.Set.RenderingPicture(r.ID)
	require.NoError(t, err)
	whole, err := jpeg.DecodeConfig(bytes.NewReader(data))
	require.NoError(t, err)
	assert.Equal(t, 96, whole.Width)
	kept, err := k.Set.Previews(ctx, hero.Key)
	require.NoError(t, err)
	require.Len(t, kept, 1)
	assert.Equal(t, []int{96, 64}, []int{kept[0].WidthPx, kept[0].HeightPx})
	file, err := k.Shown(ctx, kept[0].SHA256, 0)
	require.NoError(t, err)
	exact, err := png.Decode(bytes.NewReader(file))
	require.NoError(t, err, "kept without loss")
	assert.Equal(t, 96, exact.Bounds().Dx())
	small, err := k.Shown(ctx, kept[0].SHA256, 48)
	require.NoError(t, err)
	seen, err := jpeg.Decode(bytes.NewReader(small))
	require.NoError(t, err)
	assert.Equal(t, []int{48, 32}, []int{seen.Bounds().Dx(), seen.Bounds().Dy()}, "sent at the size it is shown at")
	for _, at := range []image.Point{{12, 8}, {24, 16}, {40, 28}} {
		r, g, b, _ := seen.At(at.X, at.Y).RGBA()
		R, G, B, _ := exact.At(2*at.X, 2*at.Y).RGBA()
		assert.InDeltaSlice(t, []float64{float64(R), float64(G), float64(B)}, []float64{float64(r), float64(g), float64(b)}, 9000, "the same picture at %v", at)
	}

	// Stopped: nothing more is kept. A newer one of the same shot takes its place.
	long, err := k.Set.StartRendering(ctx, hero.Key, scene.Start(), set.RenderWish{LongPx: 640, Samples: 1024, Keep: true})
	require.NoError(t, err)
	require.Eventually(t, func() bool { got, err := k.Set.RenderingOf(long.ID); return err == nil && got.Step > 0 }, time.Minute, 20*time.Millisecond)
	require.NoError(t, k.Set.CancelRendering(long.ID))
	require.Eventually(t, func() bool { got, err := k.Set.RenderingOf(long.ID); return err == nil && got.Done }, time.Minute, 20*time.Millisecond)
	got, _ = k.Set.RenderingOf(long.ID)
	assert.Equal(t, "Cancelled.", got.Failed)
	_, err = k.Set.RenderingPicture(long.ID)
	assert.NoError(t, err, "what was seen of it stays")
	kept, err = k.Set.Previews(ctx, hero.Key)
	require.NoError(t, err)
	assert.Len(t, kept, 1)

	// One made in passing leaves one that is to be kept alone.
	long, err = k.Set.StartRendering(ctx, hero.Key, scene.Start(), set.RenderWish{LongPx: 320, Samples: 64, Keep: true})
	require.NoError(t, err)
	quick, err := k.Set.StartRendering(ctx, hero.Key, scene.Start(), set.RenderWish{LongPx: 96, Samples: 1})
	require.NoError(t, err)
	require.Eventually(t, func() bool { got, err := k.Set.RenderingOf(quick.ID); return err == nil && got.Done }, time.Minute, 20*time.Millisecond)
	require.Eventually(t, func() bool { got, err := k.Set.RenderingOf(long.ID); return err == nil && got.Done }, time.Minute, 20*time.Millisecond)
	kept, err = k.Set.Previews(ctx, hero.Key)
	require.NoError(t, err)
	assert.Len(t, kept, 2, "one made in passing is not kept, and took nothing's place")
	got, err = k.Set.RenderingOf(long.ID)
	require.NoError(t, err)
	assert.Empty(t, got.Failed)

	dark := scene.Start()
	dark.Lights[0].On = false
	r, err = k.Set.StartRendering(ctx, hero.Key, dark, set.RenderWish{LongPx: 96, Samples: 2, Keep: true})
	require.NoError(t, err)
	require.Eventually(t, func() bool { got, err := k.Set.RenderingOf(r.ID); return err == nil && got.Done }, time.Minute, 20*time.Millisecond)
	got, _ = k.Set.RenderingOf(r.ID)
	assert.Contains(t, got.Failed, "No light reaches the dish")
	bad := scene.Start()
	bad.Vessel.DiameterMm = -1
	_, err = k.Set.StartRendering(ctx, hero.Key, bad, set.RenderWish{LongPx: 96, Samples: 2, Keep: true})
	assert.ErrorContains(t, err, "outside what makes sense")
	_, err = k.Set.RenderingOf("none")
	assert.ErrorIs(t, err, store.ErrNotFound)
}

func TestASetFollowsAnotherAndDriftIsTold(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	require.GreaterOrEqual(t, len(shots), 2)
	a, b := shots[0].Key, shots[1].Key
	_, err := k.Set.FollowSet(ctx, k.Owner, b, a)
	assert.ErrorContains(t, err, "no set yet")
	_, err = k.Set.FollowSet(ctx, k.Owner, a, a)
	assert.ErrorContains(t, err, "cannot follow itself")
	first := scene.Start()
	first.Camera.ElevationDeg = 33
	_, err = k.SaveSet(ctx, a, 0, first)
	require.NoError(t, err)
	got, err := k.Set.FollowSet(ctx, k.Owner, b, a)
	require.NoError(t, err)
	assert.Equal(t, 33.0, got.Set.Camera.ElevationDeg)
	off := func(s scene.Set) bool {
		r, err := k.Set.ReadSet(ctx, b, s, true)
		require.NoError(t, err)
		for _, f := range r.Findings {
			if f.Code == "off-series" {
				return true
			}
		}
		return false
	}
	assert.False(t, off(got.Set))
	moved := got.Set.Copy()
	moved.Camera.ElevationDeg = 40
	assert.True(t, off(moved))
}

func TestLensesOfTheKitAndPropsAsThings(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	for _, i := range []kit.Item{{Name: "24–70", Kind: kit.Lens, Count: 1, ShortestMm: 24, LongestMm: 70, WidestNumber: 2.8, ClosestMm: 380}, {Name: "100 macro", Kind: kit.Lens, Count: 1, ShortestMm: 100, LongestMm: 100, WidestNumber: 2.8, ClosestMm: 300}} {
		_, err := k.Cupboard.SaveKit(ctx, k.Owner, "", 0, i)
		require.NoError(t, err)
	}
	got, err := k.Set.LensChoices(ctx, scene.Start(), scene.LensWish{WidthMm: 600, NearestMm: 300, FarMm: 1200})
	require.NoError(t, err)
	require.Len(t, got, 2)
	assert.True(t, got[0].OK)
	after, bad := scene.Apply(scene.Start(), got[0].Edits)
	require.Empty(t, bad)
	assert.Empty(t, after.Check(), "it can be put on")
	assert.Equal(t, "24–70", after.Camera.Lens)
	_, err = k.Set.LensChoices(ctx, scene.Start(), scene.LensWish{WidthMm: 600, NearestMm: 900, FarMm: 300})
	assert.ErrorContains(t, err, "between which distances")

	row, err := k.Cupboard.AddProp(ctx, k.Owner, cupboard.Prop{Name: "Steel spoon", Kind: cupboard.Cutlery, Sizes: cupboard.Sizes{LengthMm: 142}, Front: cupboard.Face{Colour: "#b9b6ae", Finish: "satin"}, Material: "steel", Condition: "patina", Count: 1})
	require.NoError(t, err)
	thing, err := k.Set.PropAsThing(ctx, row.Key)
	require.NoError(t, err)
	assert.Equal(t, "spoon", thing.Kind)
	assert.Equal(t, 142.0, thing.DepthMm)
	assert.Equal(t, "metal", thing.Material)
	s, err := k.Set.AddToSet(ctx, scene.Start(), set.Addition{Prop: row.Key})
	require.NoError(t, err)
	require.Len(t, s.Things, 1)
	assert.Equal(t, row.Key, s.Things[0].PropID)
	for _, a := range []set.Addition{{Thing: "mug"}, {Light: "softbox"}, {Card: &scene.Card{Name: "White", Kind: "white", WidthMm: 594, HeightMm: 420}}} {
		s, err = k.Set.AddToSet(ctx, *s, a)
		require.NoError(t, err)
	}
	assert.Equal(t, []int{2, 2, 2}, []int{len(s.Things), len(s.Lights), len(s.Cards)})
	_, err = k.Set.AddToSet(ctx, *s, set.Addition{Thing: "sofa"})
	assert.ErrorContains(t, err, "sofa")
}

func TestPhoneIsACameraOfASetAndSchoolsAreKept(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	for _, i := range []kit.Item{
		{Name: "Body A", Kind: kit.Body, Count: 1, SensorWMm: 36, SensorHMm: 24, PixelsLong: 8192, HighestISO: 6400},
		{Name: "Fifty", Kind: kit.Lens, Count: 1, ShortestMm: 50, LongestMm: 50, WidestNumber: 1.8, ClosestMm: 450},
		{Name: "24–70", Kind: kit.Lens, Count: 1, ShortestMm: 24, LongestMm: 70, WidestNumber: 2.8, ClosestMm: 380},
		{Name: "Phone", Kind: kit.Phone, Count: 1, SensorWMm: 9.8, SensorHMm: 7.3, PixelsLong: 8064, HighestISO: 800, Lenses: []kit.FixedLens{{Name: "Main", FocalMm: 6.8, Number: 1.8, SensorWMm: 9.8, SensorHMm: 7.3, PixelsLong: 8064, ClosestMm: 120}}},
	} {
		_, err := k.Cupboard.SaveKit(ctx, k.Owner, "", 0, i)
		require.NoError(t, err)
	}
	wish := scene.LensWish{WidthMm: 400, NearestMm: 100, FarMm: 1200}
	named := func(set scene.Set, name string) (scene.Set, int) {
		all, err := k.Set.LensChoices(ctx, set, wish)
		require.NoError(t, err)
		for i, c := range all {
			if c.Lens == name {
				require.True(t, c.OK, c.Words)
				after, bad := scene.Apply(set, c.Edits)
				require.Empty(t, bad)
				require.Empty(t, after.Check())
				return after, i
			}
		}
		t.Fatalf("no %s among %d", name, len(all))
		return set, 0
	}
	phone, _ := named(scene.Start(), "Phone, Main")
	assert.Equal(t, 1.8, phone.Camera.Aperture, "it cannot be closed")
	assert.Equal(t, 9.8, phone.Camera.SensorWidthMm)
	r := scene.Read(phone, scene.Wants{}, light.Search)
	assert.InDelta(t, 400, r.Frame.WidthMm, 4)
	assert.Equal(t, 1.8, r.Exposure.Aperture)
	back, _ := named(phone, "Fifty")
	assert.Equal(t, []any{"Body A", 36.0, 8192}, []any{back.Camera.Body, back.Camera.SensorWidthMm, back.Camera.PixelsLong}, "back on a body with its sensor")

	_, before := named(scene.Start(), "24–70")
	h, err := k.Set.SetHabits(ctx, k.Owner, 0, "zoom")
	require.NoError(t, err)
	_, after := named(scene.Start(), "24–70")
	assert.LessOrEqual(t, after, before)
	assert.Zero(t, after, "a zoom first")
	_, err = k.Set.SetHabits(ctx, k.Owner, h.Version, "fifty")
	require.NoError(t, err)
	_, err = k.Set.SetHabits(ctx, k.Owner, h.Version, "long")
	assert.Error(t, err, "an old version")
	_, err = k.Set.SetHabits(ctx, k.Owner, 9, "short")
	assert.ErrorContains(t, err, "no such school")
	_, err = k.Undo(ctx, k.Owner, cupboardroom.Cupboard, false)
	require.NoError(t, err)
	h, err = k.Set.Habits(ctx)
	require.NoError(t, err)
	assert.Equal(t, "zoom", h.LensSchool, "undo takes the choice back")
}

func TestTwoVariantsAndTheSheet(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	a := scene.Start()
	b := a.Copy()
	b.Camera.Aperture = 2.8
	got, err := k.Set.CompareSets(ctx, hero.Key, a, b)
	require.NoError(t, err)
	require.Len(t, got.Changes, 1)
	assert.Equal(t, "camera.aperture", got.Changes[0].Path)
	differs := map[string]bool{}
	for _, l := range got.Readings {
		differs[l.Key] = l.Differs
	}
	assert.True(t, differs["depthOfField"])
	assert.False(t, differs["illuminance"])
	cells, err := k.Set.AnglesOf(ctx, hero.Key, a)
	require.NoError(t, err)
	assert.Len(t, cells, len(scene.Elevations))
	sheet, err := k.Set.SetSheet(ctx, hero.Key)
	require.NoError(t, err)
	assert.Len(t, sheet.Views, 3)
	assert.NotEmpty(t, sheet.Rows)
	data, err := sheet.PDF()
	require.NoError(t, err)
	assert.Equal(t, "%PDF", string(data[:4]))
}
