package demo

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"image"
	"image/color"
	"image/draw"
	"image/jpeg"
	"math/rand/v2"
	"time"

	"figladder/internal/formats/exif"
	"figladder/internal/formats/photo"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio"

	xdraw "golang.org/x/image/draw"
)

// cardMark says that the demo's card was laid into its reader once; whoever clears it has an empty one.
const cardMark = "demo card"

// winterName is what the first shoot is called.
const winterName = "Merrow Ferry Kitchen, winter menu"

// clockFast is how fast the clock of the demo's camera is.
const clockFast = time.Hour

// LayCard lays a card into the simulated reader: what a second camera, on hand between the frames, took on the day of the
// winter menu, by a clock an hour fast. Its pictures are those that the drawn camera took, held a little otherwise each
// time: lighter, nearer, moved, one in five blurred.
func LayCard(ctx context.Context, st *studio.Studio, slot *standin.Slot) error {
	if done, err := st.Store.Marked(ctx, cardMark); err != nil || done {
		return err
	}
	winter := &store.Shoot{}
	if err := st.Store.WithContext(ctx).Where("name = ?", winterName).First(winter).Error; err != nil {
		return nil //nolint:nilerr // somebody's own studio
	}
	frames, err := st.Frames.Frames(ctx, winter.Key, "")
	if err != nil {
		return err
	}
	times, err := st.Day.FrameTimes(ctx, winter.Key)
	if err != nil {
		return err
	}
	zone, err := time.LoadLocation(winter.Brief.Zone)
	if err != nil {
		return err
	}
	midnight, err := time.ParseInLocation("2006-01-02", winter.Brief.When, zone)
	if err != nil {
		return err
	}
	dice := rand.New(rand.NewPCG(7, 11))
	n := 0
	lay := func(img image.Image, at time.Time, tags exif.Tags) error {
		var b bytes.Buffer
		if err := jpeg.Encode(&b, img, &jpeg.Options{Quality: 88}); err != nil {
			return err
		}
		tags.TakenAt, tags.WidthPx, tags.HeightPx, tags.Model = at.Add(clockFast), img.Bounds().Dx(), img.Bounds().Dy(), "Larch 2 (made up)"
		data, err := exif.Write(b.Bytes(), tags)
		if err != nil {
			return err
		}
		n++
		return slot.Lay(fmt.Sprintf("roll-01/larch-%04d.jpg", 300+n), data, tags.TakenAt)
	}
	seen := map[string]bool{}
	for _, f := range frames {
		if seen[f.ShotID] {
			continue
		}
		seen[f.ShotID] = true
		from := 11 * 60
		for _, t := range times {
			if t.ShotID == f.ShotID {
				from = t.FromMin
			}
		}
		data, err := st.Vault.Get(ctx, f.SHA256)
		if err != nil {
			return err
		}
		img, err := photo.Decode(ctx, data)
		if err != nil {
			return err
		}
		at := midnight.Add(time.Duration(from) * time.Minute)
		for k := range 7 {
			at = at.Add(time.Duration(1+dice.IntN(3)) * time.Second)
			if k%3 == 0 {
				at = at.Add(time.Duration(20+dice.IntN(60)) * time.Second)
			}
			tags := exif.Tags{FNumber: f.Settings.Aperture, Seconds: f.Settings.Seconds, ISO: f.Settings.ISO, FocalMm: f.Set.Camera.FocalMm, Focal35Mm: f.Set.Camera.FocalMm}
			if err := lay(held(img, dice, k%5 == 3), at, tags); err != nil {
				return err
			}
		}
	}
	if n == 0 {
		return errors.New("no frame was taken of the winter menu")
	}
	// A grey card that was held in, and a file that the camera did not write whole.
	grey := image.NewRGBA(image.Rect(0, 0, 1500, 1000))
	draw.Draw(grey, grey.Bounds(), image.NewUniform(color.RGBA{119, 117, 121, 255}), image.Point{}, draw.Src)
	if err := lay(grey, midnight.Add(10*time.Hour+40*time.Minute), exif.Tags{FNumber: 5.6, Seconds: 1. / 30, ISO: 200, FocalMm: 50, Focal35Mm: 50}); err != nil {
		return err
	}
	if err := slot.Lay(fmt.Sprintf("roll-01/larch-%04d.jpg", 301+n), []byte("\xff\xd8\xff\xe0 broke off"), midnight.Add(17*time.Hour)); err != nil {
		return err
	}
	if err := slot.Lay("roll-01/notes.txt", []byte("grey card at 10:40\n"), midnight.Add(17*time.Hour)); err != nil {
		return err
	}
	return st.Store.Mark(ctx, cardMark)
}

// held is a picture as a hand holds the camera the next time.
func held(img image.Image, dice *rand.Rand, blurred bool) image.Image {
	b := img.Bounds()
	w, h := b.Dx(), b.Dy()
	dx, dy := int(float64(w)*0.03*dice.Float64()), int(float64(h)*0.03*dice.Float64())
	cut := image.Rect(b.Min.X+dx, b.Min.Y+dy, b.Min.X+dx+int(float64(w)*0.965), b.Min.Y+dy+int(float64(h)*0.965))
	out := image.NewRGBA(image.Rect(0, 0, 1500, 1500*h/w))
	if h > w {
		out = image.NewRGBA(image.Rect(0, 0, 1500*w/h, 1500))
	}
	if blurred {
		small := image.NewRGBA(image.Rect(0, 0, out.Bounds().Dx()/5, out.Bounds().Dy()/5))
		xdraw.BiLinear.Scale(small, small.Bounds(), img, cut, draw.Src, nil)
		xdraw.CatmullRom.Scale(out, out.Bounds(), small, small.Bounds(), draw.Src, nil)
	} else {
		xdraw.CatmullRom.Scale(out, out.Bounds(), img, cut, draw.Src, nil)
	}
	level := 0.88 + 0.24*dice.Float64()
	for i := 0; i < len(out.Pix); i += 4 {
		for k := range 3 {
			out.Pix[i+k] = uint8(min(255, float64(out.Pix[i+k])*level))
		}
	}
	return out
}
