package look

import (
	"image"
	"image/color"
	"math"
)

// Linear is the light of an sRGB value, both 0 to 1 (IEC 61966-2-1).
func Linear(v float64) float64 {
	if v <= 0.04045 {
		return v / 12.92
	}
	return math.Pow((v+0.055)/1.055, 2.4)
}

// Coded is the sRGB value of a light, both 0 to 1 (IEC 61966-2-1).
func Coded(l float64) float64 {
	if l <= 0.0031308 {
		return l * 12.92
	}
	return 1.055*math.Pow(l, 1/2.4) - 0.055
}

// fine is into how many a table parts light: near black a step of eight bits is twenty of them, so that a value that goes
// through light and back is what it was.
const fine = 1 << 16

var (
	lightOf8  [256]float32
	lightOf16 [1 << 16]float32
	codeOf    [fine]uint8
)

func init() {
	for i := range lightOf8 {
		lightOf8[i] = float32(Linear(float64(i) / 255))
	}
	for i := range lightOf16 {
		lightOf16[i] = float32(Linear(float64(i) / 65535))
	}
	for i := range codeOf {
		codeOf[i] = uint8(math.Round(255 * Coded(float64(i)/(fine-1))))
	}
}

// row is one line of a picture, or part of one, in linear light.
type row struct{ r, g, b []float32 }

func newRow(n int) row {
	all := make([]float32, 3*n)
	return row{all[:n:n], all[n : 2*n : 2*n], all[2*n:]}
}

// part is the row from a to b.
func (p row) part(a, b int) row { return row{p.r[a:b], p.g[a:b], p.b[a:b]} }

// source reads a frame's lines in linear light.
type source struct {
	img  image.Image
	w, h int
	deep bool // more than eight bits
}

func sourceOf(img image.Image) source {
	b := img.Bounds()
	s := source{img: img, w: b.Dx(), h: b.Dy()}
	switch img.(type) {
	case *image.RGBA64, *image.NRGBA64, *image.Gray16:
		s.deep = true
	}
	return s
}

// read fills a row from line y of the frame, from column x on.
func (s source) read(x, y int, into row) {
	o := s.img.Bounds().Min
	x, y = x+o.X, y+o.Y
	switch img := s.img.(type) {
	case *image.YCbCr:
		for i := range into.r {
			yi, ci := img.YOffset(x+i, y), img.COffset(x+i, y)
			r, g, b := color.YCbCrToRGB(img.Y[yi], img.Cb[ci], img.Cr[ci])
			into.r[i], into.g[i], into.b[i] = lightOf8[r], lightOf8[g], lightOf8[b]
		}
	case *image.RGBA: // frames are opaque: premultiplied is the same
		pix := img.Pix[img.PixOffset(x, y):]
		for i := range into.r {
			into.r[i], into.g[i], into.b[i] = lightOf8[pix[4*i]], lightOf8[pix[4*i+1]], lightOf8[pix[4*i+2]]
		}
	case *image.NRGBA:
		pix := img.Pix[img.PixOffset(x, y):]
		for i := range into.r {
			into.r[i], into.g[i], into.b[i] = lightOf8[pix[4*i]], lightOf8[pix[4*i+1]], lightOf8[pix[4*i+2]]
		}
	default:
		for i := range into.r {
			r, g, b, _ := s.img.At(x+i, y).RGBA()
			if s.deep {
				into.r[i], into.g[i], into.b[i] = lightOf16[r], lightOf16[g], lightOf16[b]
			} else {
				into.r[i], into.g[i], into.b[i] = lightOf8[r>>8], lightOf8[g>>8], lightOf8[b>>8]
			}
		}
	}
}

// result is a picture that is being made.
type result struct {
	eight *image.RGBA
	deep  *image.RGBA64
}

func resultOf(w, h int, deep bool) result {
	if deep {
		return result{deep: image.NewRGBA64(image.Rect(0, 0, w, h))}
	}
	return result{eight: image.NewRGBA(image.Rect(0, 0, w, h))}
}

func (o result) image() image.Image {
	if o.deep != nil {
		return o.deep
	}
	return o.eight
}

// write puts a row as line y.
func (o result) write(y int, from row) {
	if o.deep != nil {
		for i := range from.r {
			r, g, b := ends(from.r[i], from.g[i], from.b[i])
			o.deep.SetRGBA64(i, y, color.RGBA64{R: deepCode(r), G: deepCode(g), B: deepCode(b), A: 0xffff})
		}
		return
	}
	pix := o.eight.Pix[o.eight.PixOffset(0, y):]
	for i := range from.r {
		r, g, b := ends(from.r[i], from.g[i], from.b[i])
		at := pix[4*i : 4*i+4 : 4*i+4]
		at[0], at[1], at[2], at[3] = codeOf[code(r)], codeOf[code(g)], codeOf[code(b)], 0xff
	}
}

// code is where a light from 0 to 1 lies in codeOf.
func code(l float32) uint16 { return uint16(l*(fine-1) + 0.5) }

func deepCode(l float32) uint16 { return uint16(math.Round(65535 * Coded(float64(l)))) }

// luma is the luminance of linear sRGB (IEC 61966-2-1).
func luma(r, g, b float32) float32 { return 0.2126*r + 0.7152*g + 0.0722*b }

// ends brings light into 0 to 1. What is out of it loses colour and not its hue: cut part by part, a bright red turns
// yellow.
func ends(r, g, b float32) (float32, float32, float32) {
	lo, hi := min(r, g, b), max(r, g, b)
	if lo >= 0 && hi <= 1 {
		return r, g, b
	}
	y := luma(r, g, b)
	switch {
	case !(y > 0): // also what is no number
		return 0, 0, 0
	case y >= 1:
		return 1, 1, 1
	}
	k := float32(1)
	if lo < 0 {
		k = y / (y - lo)
	}
	if hi > 1 {
		k = min(k, (1-y)/(hi-y))
	}
	return held(y + k*(r-y)), held(y + k*(g-y)), held(y + k*(b-y))
}

func held(v float32) float32 { return min(1, max(0, v)) }
