package core

import (
	"bytes"
	"context"
	"errors"
	"image"
	"image/jpeg"

	"figladder/internal/craft/finding"
	"figladder/internal/formats/photo"
	"golang.org/x/image/draw"
)

// OpenPicture opens a picture that somebody sent, or says what is wrong with it.
func OpenPicture(ctx context.Context, data []byte) (image.Image, error) {
	img, err := photo.Decode(ctx, data)
	var much *photo.TooMuchError
	words := "This picture breaks off in the middle. Copy it again."
	switch {
	case err == nil:
		return img, nil
	case ctx.Err() != nil:
		return nil, ctx.Err()
	case errors.As(err, &much):
		words = much.Words
	case errors.Is(err, photo.ErrNone):
		words = "This is no picture that can be read here. JPEG, PNG, GIF or WebP can."
	}
	return nil, Fields("", []finding.FieldProblem{{Path: "file", Words: words}})
}

// Encode writes a picture as JPEG, as everything that is kept or sent.
func Encode(b *bytes.Buffer, img image.Image) error {
	return jpeg.Encode(b, img, &jpeg.Options{Quality: 90})
}

// Shown is a kept picture as it is sent to be shown: no longer than longPx, JPEG. The file
// itself for 0, or when it is a JPEG that is no longer.
func (s *Core) Shown(ctx context.Context, sha string, longPx int) ([]byte, error) {
	data, err := s.Vault.Get(ctx, sha)
	if err != nil || longPx <= 0 {
		return data, err
	}
	conf, kind, err := image.DecodeConfig(bytes.NewReader(data))
	if err != nil {
		return nil, err
	}
	k := min(1, float64(longPx)/float64(max(conf.Width, conf.Height)))
	if k == 1 && kind == "jpeg" {
		return data, nil
	}
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	small := image.NewRGBA(image.Rect(0, 0, max(1, int(float64(conf.Width)*k)), max(1, int(float64(conf.Height)*k))))
	draw.ApproxBiLinear.Scale(small, small.Bounds(), img, img.Bounds(), draw.Src, nil)
	var b bytes.Buffer
	if err := Encode(&b, small); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

// mostKept is the long side of a reference as it is kept, pixels: enough to look
// at, too little to publish.
const mostKept = 1600

// KeepPicture puts a picture into the vault, made smaller to mostKept, as JPEG.
func (s *Core) KeepPicture(ctx context.Context, img image.Image) (sha string, widthPx, heightPx int, err error) {
	b := img.Bounds()
	k := min(1, float64(mostKept)/float64(max(b.Dx(), b.Dy())))
	small := image.NewRGBA(image.Rect(0, 0, max(1, int(float64(b.Dx())*k)), max(1, int(float64(b.Dy())*k))))
	draw.Draw(small, small.Bounds(), image.White, image.Point{}, draw.Src)
	draw.ApproxBiLinear.Scale(small, small.Bounds(), img, b, draw.Over, nil)
	var jpg bytes.Buffer
	if err := Encode(&jpg, small); err != nil {
		return "", 0, 0, err
	}
	sha, _, err = s.Vault.Put(ctx, jpg.Bytes())
	return sha, small.Bounds().Dx(), small.Bounds().Dy(), err
}
