package out

import (
	"bytes"
	"image"
	"image/jpeg"
	"image/png"

	"figladder/internal/craft/release"
	"figladder/internal/formats/carry"
	"figladder/internal/formats/icc"
	"figladder/internal/formats/xmp"
	"figladder/internal/studio/core"

	"github.com/gen2brain/webp"
)

// Qualities of a cut (start values of our own): the best one is not told from the frame on a screen; under the least one blocks
// are seen on plain grounds.
const (
	bestQuality  = 92
	leastQuality = 40
)

// encode writes a cut with its profile and words, as well as it fits into so many bytes; 0 for no limit. A PNG loses nothing, and so
// cannot be made to fit.
func encode(img image.Image, as release.Format, most int, w xmp.Words) ([]byte, error) {
	best, err := written(img, as, bestQuality, w)
	if err != nil || most == 0 || len(best) <= most {
		return best, err
	}
	if as == release.PNG {
		return nil, core.Rule("As PNG it is %d kB, and the outlet takes %d kB. Write it smaller, or choose JPEG or WebP for this outlet.", len(best)>>10, most>>10)
	}
	var fits []byte
	for lo, hi := leastQuality, bestQuality-1; lo <= hi; {
		mid := (lo + hi) / 2
		data, err := written(img, as, mid, w)
		if err != nil {
			return nil, err
		}
		if len(data) <= most {
			fits, lo = data, mid+1
		} else {
			hi = mid - 1
		}
	}
	if fits == nil {
		return nil, core.Rule("Even pressed hard it is larger than the %d kB that the outlet takes. Write it smaller, or come in closer.", most>>10)
	}
	return fits, nil
}

// written is a file at a quality, with its profile and words.
func written(img image.Image, as release.Format, quality int, w xmp.Words) ([]byte, error) {
	var b bytes.Buffer
	switch as {
	case release.PNG:
		if err := png.Encode(&b, img); err != nil {
			return nil, err
		}
		return carry.PNG(b.Bytes(), icc.SRGB, xmp.Packet(w))
	case release.WebP:
		if err := webp.Encode(&b, img, webp.Options{Quality: quality, Method: 4}); err != nil {
			return nil, err
		}
		return carry.WebP(b.Bytes(), img.Bounds().Dx(), img.Bounds().Dy(), icc.SRGB, xmp.Packet(w))
	}
	if err := jpeg.Encode(&b, img, &jpeg.Options{Quality: quality}); err != nil {
		return nil, err
	}
	with, err := icc.Embed(b.Bytes())
	if err != nil {
		return nil, err
	}
	return xmp.Write(with, w)
}
