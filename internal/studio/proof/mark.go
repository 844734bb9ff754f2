package proof

import (
	"bytes"
	"context"
	"image"
	"image/color"
	"math"

	"figladder/internal/formats/fonts"
	"figladder/internal/formats/photo"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"golang.org/x/image/draw"
	"golang.org/x/image/font"
	"golang.org/x/image/font/opentype"
	"golang.org/x/image/math/f64"
	"golang.org/x/image/math/fixed"
)

// shownPx is the long side at which a picture is shown before it is approved, pixels: enough for a screen, too little to print.
const shownPx = 1600

// shown is a kept picture at the size of a screen, with words across it.
func (s *Room) shown(ctx context.Context, sha, words string) ([]byte, error) {
	key := store.Hash([]byte(sha + " " + words))
	if data, there := s.marked.Get(key); there {
		return data, nil
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	data, err := s.Shown(ctx, sha, shownPx)
	if err != nil {
		return nil, err
	}
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	marked, err := mark(core.Scaled(img, shownPx), fonts.Plain(words))
	if err != nil {
		return nil, err
	}
	var b bytes.Buffer
	if err := core.Encode(&b, marked); err != nil {
		return nil, err
	}
	s.marked.Add(key, b.Bytes())
	return b.Bytes(), nil
}

// How strongly the words cover a picture: light ones over a dark edge, so that they are seen on white plates and in deep
// shadows alike, and food is still judged between them (values of our own).
const (
	lightness = 0.42
	edge      = 0.3
	rows      = 6 // lines of a pair of rows, what is free between them included
)

// mark writes words across a picture, in rows that rise, so close that no crop of a usable size is without.
func mark(img *image.RGBA, words string) (*image.RGBA, error) {
	face, err := faceOf(float64(max(img.Rect.Dx(), img.Rect.Dy())) / 34)
	if err != nil {
		return nil, err
	}
	line := words + "   \u00b7   "
	wide := font.MeasureString(face, line).Ceil()
	high := face.Metrics().Height.Ceil()
	tile := image.NewAlpha(image.Rect(0, 0, max(1, wide), high*rows))
	for row, shift := range []int{0, -wide / 2} { // every other row is shifted by half
		for x := shift; x < wide; x += wide {
			d := font.Drawer{Dst: tile, Src: image.Opaque, Face: face, Dot: fixed.P(x, high*(1+rows/2*row))}
			d.DrawString(line)
		}
	}
	const rise = -math.Pi / 7
	sin, cos := math.Sincos(rise)
	for _, layer := range []struct {
		of    color.Gray
		much  float64
		shift float64
	}{{color.Gray{}, edge, float64(high) / 24}, {color.Gray{Y: 255}, lightness, 0}} {
		mask := &repeated{tile: tile, much: layer.much}
		// A place of the picture lies in the tile where turning it back puts it; a drawing of the tile, unbounded, would be cut.
		mask.at = f64.Aff3{cos, sin, -layer.shift, -sin, cos, -layer.shift}
		draw.DrawMask(img, img.Bounds(), image.NewUniform(layer.of), image.Point{}, mask, img.Rect.Min, draw.Over)
	}
	return img, nil
}

// repeated is a tile laid over everything, turned.
type repeated struct {
	tile *image.Alpha
	much float64
	at   f64.Aff3
}

// ColorModel implements image.Image.
func (r *repeated) ColorModel() color.Model { return color.AlphaModel }

// Bounds implements image.Image.
func (r *repeated) Bounds() image.Rectangle {
	return image.Rect(math.MinInt32, math.MinInt32, math.MaxInt32, math.MaxInt32)
}

// At implements image.Image: between the four places of the tile that lie about it, so that letters have smooth edges.
func (r *repeated) At(x, y int) color.Color {
	u := r.at[0]*float64(x) + r.at[1]*float64(y) + r.at[2]
	v := r.at[3]*float64(x) + r.at[4]*float64(y) + r.at[5]
	fx, fy := math.Floor(u), math.Floor(v)
	du, dv := u-fx, v-fy
	w, h := r.tile.Rect.Dx(), r.tile.Rect.Dy()
	of := func(i, j int) float64 {
		return float64(r.tile.Pix[((j%h+h)%h)*r.tile.Stride+(i%w+w)%w])
	}
	i, j := int(fx), int(fy)
	a := (of(i, j)*(1-du)+of(i+1, j)*du)*(1-dv) + (of(i, j+1)*(1-du)+of(i+1, j+1)*du)*dv
	return color.Alpha{A: uint8(a*r.much + 0.5)}
}

func faceOf(px float64) (font.Face, error) {
	f, err := opentype.Parse(fonts.Bold)
	if err != nil {
		return nil, err
	}
	return opentype.NewFace(f, &opentype.FaceOptions{Size: px, DPI: 72})
}
