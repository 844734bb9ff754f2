// Package standin holds simulated devices and services, each behind the interface
// that a real one would have. They are small, honest and run on this machine only.
package standin

import (
	"bytes"
	"context"
	"image/jpeg"
	"time"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"figladder/internal/formats/exif"
)

// Order is what a camera on a cable is told.
type Order struct {
	Settings exposure.Settings // aperture, shutter, ISO
	FocusMm  float64           // where to focus, from the lens
	FocalMm  float64           // where the zoom stands
	Title    string            // what the frame shows, for the file's description
	At       time.Time         // the clock, in the shoot's own zone
	Before   scene.Set         // what stands before the lens; only a simulated camera asks
}

// Camera takes a frame when told and hands over the file.
type Camera interface {
	Take(ctx context.Context, o Order) ([]byte, error)
}

// Drawn is the simulated camera: it draws what stands before it. Whatever the
// body's pixels, it delivers LongPx on the long side.
type Drawn struct {
	LongPx  int // 2000 when 0
	Samples int // looks through the lens per pixel, 8 when 0
}

// Take implements Camera.
func (d Drawn) Take(ctx context.Context, o Order) ([]byte, error) {
	long, samples := d.LongPx, d.Samples
	if long == 0 {
		long = 2000
	}
	if samples == 0 {
		samples = 8
	}
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	img := preview.Render(o.Before, o.Settings, o.FocusMm, preview.Options{LongPx: long, Samples: samples, Seed: o.At.UnixNano()})
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
