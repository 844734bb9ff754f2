package frames_test

import (
	"bytes"
	"image"
	"image/jpeg"
	"testing"

	"figladder/internal/studio/frames"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/require"
)

// manyFrames lays so many pictures on a shoot's table.
func manyFrames(b *testing.B, k *studiotest.Kit, shoot, shot string, n int) {
	b.Helper()
	require.NoError(b, k.Store.Exec(`insert into frames (id, version, created_at, shoot_id, shot_id, sha256, bytes, width_px, height_px, taken_at, settings, set, copies, kept, came, match, mark)
		select 'f' || lpad(i::text, 8, '0'), 1, now(), ?, case when i % 5 = 0 then null else ? end, md5(i::text) || md5(i::text), 1, 6000, 4000, timestamptz '2026-12-05 08:00+00' + i * interval '1 second', '{}', '{}', '[]', false,
			jsonb_build_object('cardId', 'c', 'path', 'roll/' || i || '.jpg'), '{"sure": "likely", "words": "Taken at noon."}', case when i % 7 = 0 then 'short list' when i % 3 = 0 then 'passed over' else '' end
		from generate_series(1, ?) i`, shoot, shot, n).Error)
	require.NoError(b, k.Store.Exec(`insert into looks (file, fields, aspect, crisp) select sha256, decode(repeat('7f', 192), 'hex'), 1.5, 40 from frames`).Error)
	require.NoError(b, k.Store.Exec(`analyze frames, looks`).Error)
}

// Parts of 500 in the middle of 100,000 pictures.
func BenchmarkTableOf100000(b *testing.B) {
	k := studiotest.New(b)
	shoot, _, shots := k.Toddy(b)
	manyFrames(b, k, shoot.Key, shots[0].Key, 100_000)
	for _, which := range []frames.Which{frames.Every, frames.Unlaid, frames.Listed, frames.Chosen} {
		b.Run(string(which), func(b *testing.B) {
			after := ""
			for b.Loop() {
				part, err := k.Frames.TableOf(b.Context(), shoot.Key, "", which, after, 500)
				require.NoError(b, err)
				after = part.Next
			}
		})
	}
	b.Run("sums", func(b *testing.B) {
		for b.Loop() {
			_, err := k.Frames.SumsOf(b.Context(), shoot.Key)
			require.NoError(b, err)
		}
	})
}

// Looking at pictures of 24 megapixels that came: opened, made smaller twice, its look and crispness.
func BenchmarkLookAt24Megapixels(b *testing.B) {
	k := studiotest.New(b)
	img := image.NewRGBA(image.Rect(0, 0, 6000, 4000))
	for i := range img.Pix {
		img.Pix[i] = uint8(i * 7919 >> 9)
	}
	var buf bytes.Buffer
	require.NoError(b, jpeg.Encode(&buf, img, nil))
	for b.Loop() {
		require.NoError(b, k.Frames.Remember(b.Context(), buf.Bytes()))
	}
}
