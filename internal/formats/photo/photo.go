// Package photo opens pictures that strangers may have made: JPEG, PNG, GIF, WebP and TIFF. What
// a picture would cost in memory and time is reckoned from its headers before it is opened;
// a few hundred kilobytes can otherwise ask for gigabytes. Opening stops with a context, and
// all pictures that are open at once share one budget of memory.
package photo

import (
	"bytes"
	"context"
	"encoding/binary"
	"errors"
	"fmt"
	"image"
	_ "image/gif" // the kinds that can be opened
	"image/jpeg"
	_ "image/png"
	"io"

	_ "golang.org/x/image/tiff"
	_ "golang.org/x/image/webp"
	"golang.org/x/sync/semaphore"
)

// What is opened at the most.
const (
	MostPixels = 120e6 // width by height
	MostMiB    = 400   // memory while it is opened
	MostVisits = 1.5e9 // coefficients by scans of a progressive JPEG: how often one is looked at in all
)

// open is the memory that all pictures together may take while they are opened.
var open = semaphore.NewWeighted(600)

// TooMuchError says why a picture is not opened.
type TooMuchError struct{ Words string }

func (e *TooMuchError) Error() string { return e.Words }

// ErrNone is returned for what is no picture.
var ErrNone = errors.New("this is no picture that can be read here; JPEG, PNG, GIF, WebP or TIFF can")

// Cost is what a picture asks for, from its headers.
type Cost struct {
	Kind          string // jpeg, png, gif, webp, tiff
	Width, Height int
	MiB           int     // memory while it is opened, at the most
	Visits        float64 // see MostVisits; 0 for what is opened in one go
}

// Reckon works out what opening would cost, without opening.
func Reckon(data []byte) (Cost, error) {
	conf, kind, err := image.DecodeConfig(bytes.NewReader(data))
	if err != nil || conf.Width < 1 || conf.Height < 1 {
		return Cost{}, ErrNone
	}
	c := Cost{Kind: kind, Width: conf.Width, Height: conf.Height}
	pixels := float64(conf.Width) * float64(conf.Height)
	each := map[string]float64{"gif": 2, "png": 9, "webp": 9, "tiff": 17}[kind]
	if kind == "png" && len(data) > 25 {
		if depth, colour := data[24], data[25]; depth <= 8 && colour != 4 && colour != 6 {
			each = 5 // without transparency and deep colour
		}
	}
	if kind == "jpeg" {
		j := scan(data)
		each = j.samples // a byte each, four more for what is kept between the scans
		if j.progressive {
			each *= 5
			c.Visits = pixels * j.samples * float64(j.scans)
		}
	}
	c.MiB = int(pixels*each/(1<<20)) + 1
	return c, nil
}

// check says whether it is too much.
func (c Cost) check() error {
	switch pixels := float64(c.Width) * float64(c.Height); {
	case pixels > MostPixels:
		return &TooMuchError{fmt.Sprintf("This picture has %.0f megapixels; %.0f are the most. Make it smaller first.", pixels/1e6, MostPixels/1e6)}
	case c.MiB > MostMiB, c.Visits > MostVisits:
		return &TooMuchError{"Opening this picture would take more than the server gives one picture. Make it smaller, or save it again as a plain JPEG."}
	}
	return nil
}

// Decode opens a picture, the way up that it is to be seen. *TooMuchError when it is too large, ErrNone when it is none, and
// ctx's error when that ends; any other error is a picture that breaks off.
func Decode(ctx context.Context, data []byte) (image.Image, error) {
	c, err := Reckon(data)
	if err != nil {
		return nil, err
	}
	if err := c.check(); err != nil {
		return nil, err
	}
	if err := open.Acquire(ctx, int64(c.MiB)); err != nil {
		return nil, err
	}
	defer open.Release(int64(c.MiB))
	from := &until{ctx, bytes.NewReader(data)}
	var img image.Image
	way := orientation(data, c.Kind)
	if c.Kind == "jpeg" {
		img, err = jpeg.Decode(from)
	} else {
		img, _, err = image.Decode(from)
	}
	if ctx.Err() != nil {
		return nil, ctx.Err()
	}
	if err != nil {
		return nil, err
	}
	return upright(img, way), nil
}

// until reads until its context ends.
type until struct {
	ctx context.Context
	r   io.Reader
}

func (u *until) Read(p []byte) (int, error) {
	if err := u.ctx.Err(); err != nil {
		return 0, err
	}
	return u.r.Read(p[:min(len(p), 2048)])
}

// scanned is what a JPEG's markers tell.
type scanned struct {
	progressive bool
	samples     float64 // of all components together, a pixel
	scans       int
}

// scan walks through the markers of a JPEG (ITU T.81, annex B).
func scan(data []byte) scanned {
	out := scanned{samples: 4}
	for i := 2; i+4 <= len(data); {
		if data[i] != 0xff {
			i++
			continue
		}
		m := data[i+1]
		if m == 0xff || m == 0 || m >= 0xd0 && m <= 0xd9 { // filling, a stuffed byte, or a marker without a length
			if i++; m != 0xff {
				i++
			}
			continue
		}
		size := int(binary.BigEndian.Uint16(data[i+2:]))
		part := data[min(i+4, len(data)):min(i+2+max(size, 2), len(data))]
		switch m {
		case 0xda: // the start of a scan; what follows is looked through for the next marker
			out.scans++
		case 0xc0, 0xc1, 0xc2:
			out.progressive = m == 0xc2
			if len(part) >= 6 {
				if s := samplesOf(part[6:], int(part[5])); s > 0 {
					out.samples = s
				}
			}
		}
		i += 2 + max(size, 2)
	}
	return out
}

// samplesOf is how many samples a pixel there are, from the sampling factors.
func samplesOf(part []byte, n int) float64 {
	sum, most := 0.0, 0.0
	for k := 0; k < n && 3*k+1 < len(part); k++ {
		f := float64(part[3*k+1]>>4) * float64(part[3*k+1]&15)
		sum += f
		most = max(most, f)
	}
	if most == 0 {
		return 0
	}
	return sum / most
}
