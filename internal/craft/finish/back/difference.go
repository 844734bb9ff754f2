package back

import (
	"context"
	"fmt"
	"image"
	"image/color"
	"math"

	"figladder/internal/craft/reading"

	"github.com/lucasb-eyer/go-colorful"
	"golang.org/x/image/draw"
)

// Difference is how two versions of a picture differ.
type Difference struct {
	Map      *image.RGBA       // grey as the first, with what changed in colour: the stronger the more
	Readings []reading.Reading // how much, with its working
	Words    string            // what to make of it
}

// Seen is from when a difference of colour is seen beside the other, ΔE 2000 (CIE 142-2001; two to three by common practice),
// and Plain from when nobody misses it.
const (
	Seen  = 2.0
	Plain = 10.0
)

// differencePx is the long side at which pictures are compared.
const differencePx = 640

// Differ compares two versions of a picture. ok is false when their shapes differ by more than a hundredth: places cannot be
// laid over one another then.
func Differ(ctx context.Context, a, b image.Image) (d Difference, ok bool, err error) {
	ra, rb := a.Bounds(), b.Bounds()
	if ra.Empty() || rb.Empty() {
		return d, false, nil
	}
	if math.Abs(math.Log(float64(ra.Dx())*float64(rb.Dy())/(float64(ra.Dy())*float64(rb.Dx())))) > 0.01 {
		return d, false, nil
	}
	k := math.Min(1, differencePx/float64(max(ra.Dx(), ra.Dy(), rb.Dx(), rb.Dy())))
	size := image.Rect(0, 0, max(1, int(k*float64(ra.Dx()))), max(1, int(k*float64(ra.Dy()))))
	p, q := scaled(a, size), scaled(b, size)
	d.Map = image.NewRGBA(size)
	var sum, top float64
	all := size.Dx() * size.Dy()
	apart := make([]float64, all)
	for y := range size.Dy() {
		if err := ctx.Err(); err != nil {
			return d, false, err
		}
		for x := range size.Dx() {
			i := p.PixOffset(x, y)
			de := 0.0
			if p.Pix[i] != q.Pix[i] || p.Pix[i+1] != q.Pix[i+1] || p.Pix[i+2] != q.Pix[i+2] {
				de = 100 * at(p, i).DistanceCIEDE2000(at(q, i))
			}
			sum, top = sum+de, math.Max(top, de)
			apart[y*size.Dx()+x] = de
			grey := 0.299*float64(p.Pix[i]) + 0.587*float64(p.Pix[i+1]) + 0.114*float64(p.Pix[i+2])
			d.Map.SetRGBA(x, y, shade(grey, de))
		}
	}
	seen, box := changed(apart, size.Dx(), size.Dy())
	share := float64(seen) / float64(all)
	const source = "CIEDE2000 (ISO/CIE 11664-6)"
	d.Readings = []reading.Reading{
		reading.New("changed", "Changed to be seen", 100*share, "%", 1, source, reading.Line{Words: fmt.Sprintf("Places that differ by ΔE %.0f or more, single specks left out, of all", Seen), Formula: fmt.Sprintf("%d / %d", seen, all), Shown: fmt.Sprintf("%.1f %%", 100*share)}),
		reading.New("mean", "On the whole", sum/float64(all), "ΔE", 2, source, reading.Line{Words: "The mean of all places", Shown: fmt.Sprintf("%.2f", sum/float64(all))}),
		reading.New("most", "At the most", top, "ΔE", 1, source, reading.Line{Words: "The place that differs most", Shown: fmt.Sprintf("%.1f", top)}),
	}
	w, h := float64(size.Dx()), float64(size.Dy())
	switch {
	case top == 0:
		d.Words = "They are the same, pixel for pixel at this size."
	case seen == 0:
		d.Words = "No difference is large enough to be seen."
	case share > 0.6:
		d.Words = "The whole picture is changed: its level, white or colour."
	default:
		d.Words = fmt.Sprintf("Most of what is changed lies from %.0f to %.0f %% across and %.0f to %.0f %% down.", 100*float64(box.Min.X)/w, 100*float64(box.Max.X)/w, 100*float64(box.Min.Y)/h, 100*float64(box.Max.Y)/h)
	}
	return d, true, nil
}

// changed counts the places that differ to be seen, and says where most of it lies. A place counts with three of its neighbours,
// and where it lies by the square of how much it differs: what a picture loses by being pressed once more lies all over it, in
// specks that differ little.
func changed(apart []float64, w, h int) (n int, box image.Rectangle) {
	across, down := make([]float64, w), make([]float64, h)
	for y := range h {
		for x := range w {
			de := apart[y*w+x]
			if de < Seen {
				continue
			}
			with := 0
			for j := max(0, y-1); j <= min(h-1, y+1); j++ {
				for i := max(0, x-1); i <= min(w-1, x+1); i++ {
					if apart[j*w+i] >= Seen {
						with++
					}
				}
			}
			if with > 3 {
				n++
				across[x] += de * de
				down[y] += de * de
			}
		}
	}
	box.Min.X, box.Max.X = most(across)
	box.Min.Y, box.Max.Y = most(down)
	return n, box
}

// most is between which places all but a fiftieth at either end lies.
func most(of []float64) (from, to int) {
	all := 0.0
	for _, v := range of {
		all += v
	}
	sum, from, to := 0.0, 0, len(of)
	for i, v := range of {
		if sum <= all/50 {
			from = i
		}
		if sum < all*49/50 {
			to = i + 1
		}
		sum += v
	}
	return from, to
}

func scaled(img image.Image, size image.Rectangle) *image.RGBA {
	out := image.NewRGBA(size)
	if img.Bounds().Size() == size.Size() {
		draw.Draw(out, size, img, img.Bounds().Min, draw.Src)
		return out
	}
	draw.CatmullRom.Scale(out, size, img, img.Bounds(), draw.Src, nil)
	return out
}

func at(p *image.RGBA, i int) colorful.Color {
	return colorful.Color{R: float64(p.Pix[i]) / 255, G: float64(p.Pix[i+1]) / 255, B: float64(p.Pix[i+2]) / 255}
}

// shade draws a place: a pale grey of what is there, and from where it is seen a red that grows deeper.
func shade(grey, de float64) color.RGBA {
	base := 90 + grey*0.45
	k := math.Max(0, math.Min(1, (de-Seen/2)/(Plain-Seen/2)))
	mix := func(to float64) uint8 { return uint8(math.Round(base + k*(to-base))) }
	return color.RGBA{mix(200), mix(20), mix(70), 255}
}
