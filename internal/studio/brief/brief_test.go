package brief_test

import (
	"bytes"
	"image"
	"image/png"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestReferencesKeepAPictureAndWhatToTake(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	_, err := k.Brief.AddReference(ctx, k.Owner, shoot.Key, brief.Reference{Words: "lovely"}, nil)
	assert.ErrorContains(t, err, "what to take")
	var b bytes.Buffer
	require.NoError(t, png.Encode(&b, image.NewRGBA(image.Rect(0, 0, 3000, 1500))))
	row, err := k.Brief.AddReference(ctx, k.Owner, shoot.Key, brief.Reference{Takes: []string{"light"}}, b.Bytes())
	require.NoError(t, err)
	assert.Equal(t, 1600, row.WidthPx)
	assert.Equal(t, 800, row.HeightPx)
	jpg, err := k.Shown(ctx, row.SHA256, 0)
	require.NoError(t, err)
	_, kind, err := image.DecodeConfig(bytes.NewReader(jpg))
	require.NoError(t, err)
	assert.Equal(t, "jpeg", kind)
	_, err = k.Brief.AddReference(ctx, k.Owner, shoot.Key, brief.Reference{Takes: []string{"light"}}, []byte("no"))
	assert.ErrorContains(t, err, "no picture")
	_, err = k.Brief.AddReference(ctx, k.Owner, "nowhere", brief.Reference{Takes: []string{"light"}}, nil)
	assert.ErrorIs(t, err, store.ErrNotFound)
}

func TestABriefThatCannotBeIsRefusedByField(t *testing.T) {
	k := studiotest.New(t)
	_, err := k.Brief.MakeShoot(t.Context(), k.Owner, " ", brief.Brief{Kind: "own", Zone: "Port/Merrow", When: "tomorrow"})
	var f *core.FieldError
	require.ErrorAs(t, err, &f)
	var paths []string
	for _, p := range f.Problems {
		paths = append(paths, p.Path)
	}
	assert.Equal(t, []string{"brief.when", "brief.zone", "name"}, paths)
}
