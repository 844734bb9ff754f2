package standin

import (
	"bytes"
	"context"
	"image"
	"image/jpeg"
	"math"

	"figladder/internal/craft/optics"
	"figladder/internal/craft/preview"
	"figladder/internal/formats/exif"

	"golang.org/x/image/draw"
)

// Drawn is a simulated camera's lens and sensor: it renders what stands before it. Whatever the body's pixels, it
// delivers LongPx on the long side; it follows light at TracedPx and enlarges, since a real camera takes no seconds.
type Drawn struct {
	LongPx   int // 2000 when 0
	TracedPx int // long side at which light is followed, half of LongPx when 0
	Samples  int // paths a pixel, 3 when 0
}

// Expose is one frame as a file.
func (d Drawn) Expose(ctx context.Context, o Order) ([]byte, error) {
	long, samples := d.LongPx, d.Samples
	if long == 0 {
		long = 2000
	}
	if samples == 0 {
		samples = 3
	}
	traced := d.TracedPx
	if traced == 0 {
		traced = long / 2
	}
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	small, err := preview.RenderUntil(ctx, o.Before, o.Settings, o.FocusMm, preview.Options{LongPx: traced, Samples: samples, Seed: o.At.UnixNano()})
	if err != nil {
		return nil, err
	}
	sa, su := o.Before.Camera.FrameSensor()
	across, up := long, max(1, int(math.Round(float64(long)*su/sa)))
	if su > sa {
		across, up = max(1, int(math.Round(float64(long)*sa/su))), long
	}
	img := image.NewRGBA(image.Rect(0, 0, across, up))
	draw.CatmullRom.Scale(img, img.Bounds(), small, small.Bounds(), draw.Src, nil)
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, &jpeg.Options{Quality: 92}); err != nil {
		return nil, err
	}
	c := o.Before.Camera
	return exif.Write(b.Bytes(), exif.Tags{
		FNumber: o.Settings.Aperture, Seconds: o.Settings.Seconds, ISO: o.Settings.ISO, FocalMm: o.FocalMm,
		Focal35Mm: optics.EquivalentFocalMm(o.FocalMm, c.SensorWidthMm, c.SensorHeightMm), TakenAt: o.At,
		WidthPx: img.Bounds().Dx(), HeightPx: img.Bounds().Dy(),
		Model: "Simulated camera", Description: o.Title,
	})
}
