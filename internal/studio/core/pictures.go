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
		words = "This is no picture that can be read here. JPEG, PNG, GIF, WebP or TIFF can."
	}
	return nil, Fields("", []finding.FieldProblem{{Path: "file", Words: words}})
}

// Encode writes a picture as JPEG, as everything that is kept or sent.
func Encode(b *bytes.Buffer, img image.Image) error {
	return jpeg.Encode(b, img, &jpeg.Options{Quality: 90})
}

// Sizes at which pictures lie on the shelf, pixels on the long side: beside others, and by itself.
const (
	ShelfSmall = 320
	ShelfLarge = 1600
)

// Shown is a kept picture as it is sent to be shown: the right way up, no longer than longPx, JPEG. The file itself for 0,
// or when it is a JPEG that is no longer.
func (s *Core) Shown(ctx context.Context, sha string, longPx int) ([]byte, error) {
	for _, size := range []int{ShelfSmall, ShelfLarge} {
		if longPx <= 0 || longPx > size {
			continue
		}
		data := s.Shelf.Get(sha, size)
		if data == nil {
			continue
		}
		if conf, err := jpeg.DecodeConfig(bytes.NewReader(data)); err == nil {
			if max(conf.Width, conf.Height) <= longPx {
				return data, nil
			}
			if img, err := jpeg.Decode(bytes.NewReader(data)); err == nil {
				return smaller(img, longPx)
			}
		}
	}
	data, err := s.Vault.Get(ctx, sha)
	if err != nil || longPx <= 0 {
		return data, err
	}
	if conf, kind, err := image.DecodeConfig(bytes.NewReader(data)); err == nil && kind == "jpeg" && max(conf.Width, conf.Height) <= longPx && photo.Plain(data) {
		return data, nil
	}
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	s.LayBy(sha, img, longPx)
	return smaller(img, longPx)
}

// LayBy lays an open picture on the shelf at the sizes at which it will be asked for, from a size on: it is opened but
// once. It returns the smallest that it made, or the picture itself: what is looked at from far needs no more.
func (s *Core) LayBy(sha string, img image.Image, fromPx int) image.Image {
	for _, size := range []int{ShelfLarge, ShelfSmall} {
		if fromPx > size {
			break
		}
		b := img.Bounds()
		if max(b.Dx(), b.Dy()) <= size {
			continue
		}
		img = Scaled(img, size) // the small one of the large one
		var shown bytes.Buffer
		if err := Encode(&shown, img); err == nil {
			s.Shelf.Put(sha, size, shown.Bytes())
		}
	}
	return img
}

// Scaled is a picture no longer than longPx.
func Scaled(img image.Image, longPx int) *image.RGBA {
	from := img.Bounds()
	k := min(1, float64(longPx)/float64(max(from.Dx(), from.Dy())))
	small := image.NewRGBA(image.Rect(0, 0, max(1, int(float64(from.Dx())*k)), max(1, int(float64(from.Dy())*k))))
	draw.ApproxBiLinear.Scale(small, small.Bounds(), img, from, draw.Src, nil)
	return small
}

// smaller is a picture as JPEG, no longer than longPx.
func smaller(img image.Image, longPx int) ([]byte, error) {
	var b bytes.Buffer
	if err := Encode(&b, Scaled(img, longPx)); err != nil {
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
