package out

import (
	"bytes"
	"image"
	"image/jpeg"

	"figladder/internal/formats/icc"
	"figladder/internal/formats/xmp"
	"figladder/internal/studio/core"
)

// Qualities of a cut (start values of our own): the best one is not told from the frame on a screen; under the least one blocks
// are seen on plain grounds.
const (
	bestQuality  = 92
	leastQuality = 40
)

// encode writes a cut as JPEG with its profile and words, as well as it fits into so many bytes; 0 for no limit.
func encode(img image.Image, most int, w xmp.Words) ([]byte, error) {
	at := func(quality int) ([]byte, error) {
		var b bytes.Buffer
		if err := jpeg.Encode(&b, img, &jpeg.Options{Quality: quality}); err != nil {
			return nil, err
		}
		with, err := icc.Embed(b.Bytes())
		if err != nil {
			return nil, err
		}
		return xmp.Write(with, w)
	}
	best, err := at(bestQuality)
	if err != nil || most == 0 || len(best) <= most {
		return best, err
	}
	var fits []byte
	for lo, hi := leastQuality, bestQuality-1; lo <= hi; {
		mid := (lo + hi) / 2
		data, err := at(mid)
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
