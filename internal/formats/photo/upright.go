package photo

import (
	"bytes"
	"image"
	"image/draw"

	"github.com/bep/imagemeta"
)

// orientation is which way up a JPEG or TIFF says that it is to be seen, 1 to 8 (Exif 2.32, Orientation); 1 where it says
// nothing that can be read.
func orientation(data []byte, kind string) int {
	format := map[string]imagemeta.ImageFormat{"jpeg": imagemeta.JPEG, "tiff": imagemeta.TIFF}[kind]
	if format == imagemeta.ImageFormatAuto {
		return 1
	}
	out := 1
	_, _ = imagemeta.Decode(imagemeta.Options{R: bytes.NewReader(data), ImageFormat: format, Sources: imagemeta.EXIF, LimitNumTags: 500, LimitTagSize: 1024,
		ShouldHandleTag: func(t imagemeta.TagInfo) bool { return t.Tag == "Orientation" && t.Namespace == "IFD0" },
		HandleTag: func(t imagemeta.TagInfo) error {
			if v, ok := t.Value.(uint16); ok && v >= 1 && v <= 8 {
				out = int(v)
			}
			return imagemeta.ErrStopWalking
		}})
	return out
}

// Plain says whether a JPEG's pixels lie the way they are to be seen.
func Plain(jpeg []byte) bool { return orientation(jpeg, "jpeg") == 1 }

// upright turns a picture the way it is to be seen.
func upright(img image.Image, orientation int) image.Image {
	if orientation <= 1 {
		return img
	}
	b := img.Bounds()
	w, h := b.Dx(), b.Dy()
	from := image.NewRGBA(image.Rect(0, 0, w, h))
	draw.Draw(from, from.Bounds(), img, b.Min, draw.Src)
	if orientation >= 5 {
		w, h = h, w
	}
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			i, j := x, y
			switch orientation {
			case 2:
				i = w - 1 - x
			case 3:
				i, j = w-1-x, h-1-y
			case 4:
				j = h - 1 - y
			case 5:
				i, j = y, x
			case 6:
				i, j = y, w-1-x
			case 7:
				i, j = h-1-y, w-1-x
			case 8:
				i, j = h-1-y, x
			}
			copy(out.Pix[out.PixOffset(x, y):][:4], from.Pix[from.PixOffset(i, j):][:4])
		}
	}
	return out
}
