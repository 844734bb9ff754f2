// Package continuity compares two frames of one set: whether the camera was touched, whether
// the light changed in strength, side or colour, and whether something moved (handbook S8, D3,
// D4). It works on what pictures show, whatever took them.
package continuity

import (
	"image"
	"math"
)

// Look is a picture made small, in linear light.
type Look struct {
	W, H int
	rgb  [][3]float64 // 0 to 1, row by row
	lum  []float64    // stops under white, from −noise to 0
}

// longPx is how long a Look is. Small pictures are compared: a camera that moved by a hundredth of
// a frame moves it by more than a pixel, and noise is gone.
const longPx = 144

// floor keeps the dark from shouting: what is under it in luminance has no drawing that counts.
const floor = 0.008

// linear is a code of 8 bits as light (IEC 61966-2-1).
var linear = func() (out [256]float64) {
	for i := range out {
		v := float64(i) / 255
		if v <= 0.04045 {
			out[i] = v / 12.92
		} else {
			out[i] = math.Pow((v+0.055)/1.055, 2.4)
		}
	}
	return out
}()

// Of is a picture's Look; the zero Look of an empty one.
func Of(img image.Image) Look {
	b := img.Bounds()
	if b.Empty() {
		return Look{}
	}
	k := math.Min(1, longPx/float64(max(b.Dx(), b.Dy())))
	l := Look{W: max(1, int(math.Round(float64(b.Dx())*k))), H: max(1, int(math.Round(float64(b.Dy())*k)))}
	l.rgb, l.lum = make([][3]float64, l.W*l.H), make([]float64, l.W*l.H)
	for y := range l.H {
		y0, y1 := b.Min.Y+y*b.Dy()/l.H, b.Min.Y+max(y*b.Dy()/l.H+1, (y+1)*b.Dy()/l.H)
		for x := range l.W {
			x0, x1 := b.Min.X+x*b.Dx()/l.W, b.Min.X+max(x*b.Dx()/l.W+1, (x+1)*b.Dx()/l.W)
			var sum [3]float64
			for v := y0; v < y1; v++ {
				for u := x0; u < x1; u++ {
					r, g, bl, _ := img.At(u, v).RGBA()
					sum[0], sum[1], sum[2] = sum[0]+linear[r>>8], sum[1]+linear[g>>8], sum[2]+linear[bl>>8]
				}
			}
			n := float64((y1 - y0) * (x1 - x0))
			i := y*l.W + x
			l.rgb[i] = [3]float64{sum[0] / n, sum[1] / n, sum[2] / n}
			l.lum[i] = math.Log2(math.Max(floor, 0.2126*l.rgb[i][0]+0.7152*l.rgb[i][1]+0.0722*l.rgb[i][2]))
		}
	}
	return l
}

// at is a stop value between pixels; ok is false outside.
func (l Look) at(x, y float64) (float64, bool) {
	if x < 0 || y < 0 || x > float64(l.W-1) || y > float64(l.H-1) {
		return 0, false
	}
	i, j := min(int(x), l.W-2), min(int(y), l.H-2)
	if i < 0 || j < 0 {
		return l.lum[0], true
	}
	fx, fy := x-float64(i), y-float64(j)
	a := j*l.W + i
	return (1-fy)*((1-fx)*l.lum[a]+fx*l.lum[a+1]) + fy*((1-fx)*l.lum[a+l.W]+fx*l.lum[a+l.W+1]), true
}
