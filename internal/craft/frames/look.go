package frames

import (
	"image"
	"math"

	"github.com/lucasb-eyer/go-colorful"
	"golang.org/x/image/draw"
)

// Look is what a picture looks like from far: its colours in eight by eight fields, row by row, lightness, a and b (CIELAB,
// D65) in a byte each, and how wide it is against its height.
type Look struct {
	Fields []byte
	Aspect float64
}

const across = 8

// LookOf makes a picture's look.
func LookOf(img image.Image) Look {
	b := img.Bounds()
	if b.Empty() {
		return Look{}
	}
	small := image.NewRGBA(image.Rect(0, 0, 8*across, 8*across))
	draw.ApproxBiLinear.Scale(small, small.Bounds(), img, b, draw.Src, nil)
	out := Look{Fields: make([]byte, 0, 3*across*across), Aspect: float64(b.Dx()) / float64(b.Dy())}
	for y := range across {
		for x := range across {
			var l, a, bb float64
			for j := range 8 {
				for i := range 8 {
					c := small.RGBAAt(8*x+i, 8*y+j)
					pl, pa, pb := colorful.Color{R: float64(c.R) / 255, G: float64(c.G) / 255, B: float64(c.B) / 255}.Lab()
					l, a, bb = l+pl, a+pa, bb+pb
				}
			}
			out.Fields = append(out.Fields, code(l/64*255), code(a/64*100+128), code(bb/64*100+128))
		}
	}
	return out
}

func code(v float64) byte { return byte(math.Round(math.Max(0, math.Min(255, v)))) }

// How far colours and shapes may be apart for a likeness to fall by e (start values of our own): ab units between fields
// once the mean is taken off, the same between means, and a factor of breadth to height.
const (
	fieldsApart = 11.0
	meansApart  = 22.0
	shapesApart = 0.5
)

// Alike is how alike two pictures are, 0 to 1; NaN where one has no look. Level and cast count little, since a camera's
// picture is lighter or warmer than its plan for many reasons; what lies where counts most.
func Alike(p, q Look) float64 {
	const n = across * across
	if len(p.Fields) != 3*n || len(q.Fields) != 3*n {
		return math.NaN()
	}
	var mp, mq [3]float64
	for i := range n {
		for k := range 3 {
			mp[k] += float64(p.Fields[3*i+k]) / n
			mq[k] += float64(q.Fields[3*i+k]) / n
		}
	}
	var pp, qq, pq, apart float64
	for i := range n {
		x, y := float64(p.Fields[3*i])-mp[0], float64(q.Fields[3*i])-mq[0]
		pp, qq, pq = pp+x*x, qq+y*y, pq+x*y
		da := float64(p.Fields[3*i+1]) - mp[1] - float64(q.Fields[3*i+1]) + mq[1]
		db := float64(p.Fields[3*i+2]) - mp[2] - float64(q.Fields[3*i+2]) + mq[2]
		apart += math.Hypot(da, db) / n
	}
	lay := 1.0 // two even fields
	if pp > 0 && qq > 0 {
		lay = math.Max(0, pq/math.Sqrt(pp*qq))
	} else if pp+qq > 0 {
		lay = 0
	}
	means := math.Hypot(mp[1]-mq[1], mp[2]-mq[2])
	shape := math.Abs(math.Log(p.Aspect / q.Aspect))
	return (0.6*lay + 0.4*math.Exp(-apart/fieldsApart)) * math.Exp(-means/meansApart) * math.Exp(-shape/shapesApart)
}

// greyOf is a part of a picture in grey: the luma of a JPEG as it is.
func greyOf(img image.Image, r image.Rectangle) *image.Gray {
	if y, ok := img.(*image.YCbCr); ok {
		return &image.Gray{Pix: y.Y[y.YOffset(r.Min.X, r.Min.Y):], Stride: y.YStride, Rect: image.Rect(0, 0, r.Dx(), r.Dy())}
	}
	grey := image.NewGray(image.Rect(0, 0, r.Dx(), r.Dy()))
	draw.Draw(grey, grey.Bounds(), img, r.Min, draw.Src)
	return grey
}

// Crisp is how crisp a picture is in a box, to be compared among pictures of the same thing: the contrast of its finest
// detail, 0 for none, as a share of its level in thousandths. It looks at no more than two megapixels in the box's middle.
func Crisp(img image.Image, box Box) float64 {
	b := img.Bounds()
	if b.Empty() {
		return 0
	}
	box = box.within()
	r := image.Rect(b.Min.X+int(box.X*float64(b.Dx())), b.Min.Y+int(box.Y*float64(b.Dy())), b.Min.X+int((box.X+box.W)*float64(b.Dx())), b.Min.Y+int((box.Y+box.H)*float64(b.Dy()))).Intersect(b)
	const side = 1414
	if d := r.Dx() - side; d > 0 {
		r.Min.X, r.Max.X = r.Min.X+d/2, r.Max.X-(d-d/2)
	}
	if d := r.Dy() - side; d > 0 {
		r.Min.Y, r.Max.Y = r.Min.Y+d/2, r.Max.Y-(d-d/2)
	}
	w, h := r.Dx(), r.Dy()
	if w < 5 || h < 5 {
		return 0
	}
	grey := greyOf(img, r)
	var sum, squares, level float64
	n := 0
	at := func(x, y int) float64 { return float64(grey.Pix[y*grey.Stride+x]) }
	for y := 2; y < h-2; y++ {
		for x := 2; x < w-2; x++ {
			// Two pixels apart: finer than that a sensor's noise speaks louder than what is sharp.
			l := 4*at(x, y) - at(x-2, y) - at(x+2, y) - at(x, y-2) - at(x, y+2)
			sum, squares, level = sum+l, squares+l*l, level+at(x, y)
			n++
		}
	}
	mean := sum / float64(n)
	spread := math.Sqrt(math.Max(0, squares/float64(n)-mean*mean))
	return 1000 * spread / math.Max(8, level/float64(n))
}
