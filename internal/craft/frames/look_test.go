package frames

import (
	"image"
	"image/color"
	"image/draw"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"golang.org/x/image/math/f64"

	xdraw "golang.org/x/image/draw"
)

// plate is a round plate of one colour on a ground of another, somewhere in a picture.
func plate(ground, dish color.RGBA, x, y, radius float64, w, h int) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	draw.Draw(img, img.Bounds(), image.NewUniform(ground), image.Point{}, draw.Src)
	for j := range h {
		for i := range w {
			if math.Hypot(float64(i)/float64(w)-x, (float64(j)/float64(h)-y)*float64(h)/float64(w)) < radius {
				img.SetRGBA(i, j, dish)
			}
		}
	}
	return img
}

// shone is a picture a share lighter and warmer.
func shone(img *image.RGBA, level, warm float64) *image.RGBA {
	out := image.NewRGBA(img.Bounds())
	for i := 0; i < len(img.Pix); i += 4 {
		out.Pix[i] = code(float64(img.Pix[i]) * level * warm)
		out.Pix[i+1] = code(float64(img.Pix[i+1]) * level)
		out.Pix[i+2] = code(float64(img.Pix[i+2]) * level / warm)
		out.Pix[i+3] = 255
	}
	return out
}

// A picture that was moved a little, lighter and warmer is still more like its own plan than any other plan is.
func TestAPictureIsMostLikeItsOwnPlan(t *testing.T) {
	grounds := []color.RGBA{{30, 30, 34, 255}, {220, 214, 204, 255}, {96, 70, 50, 255}}
	dishes := []color.RGBA{{200, 40, 40, 255}, {230, 190, 70, 255}, {80, 130, 60, 255}, {240, 236, 230, 255}}
	at := [][3]float64{{0.5, 0.5, 0.3}, {0.35, 0.55, 0.2}, {0.62, 0.4, 0.26}}
	var plans, taken []Look
	dice := rand.New(rand.NewPCG(1, 2))
	for _, g := range grounds {
		for _, d := range dishes {
			for _, p := range at {
				plans = append(plans, LookOf(plate(g, d, p[0], p[1], p[2], 300, 200)))
				moved := plate(g, d, p[0]+0.03*(dice.Float64()-0.5), p[1]+0.03*(dice.Float64()-0.5), p[2]*(0.95+0.1*dice.Float64()), 600, 400)
				taken = append(taken, LookOf(shone(moved, 0.8+0.4*dice.Float64(), 0.95+0.1*dice.Float64())))
			}
		}
	}
	for i := range taken {
		for j := range plans {
			if i != j {
				assert.Greater(t, Alike(taken[i], plans[i]), Alike(taken[i], plans[j]), "%d taken for %d", i, j)
			}
		}
	}
}

func TestAlikeHasItsBounds(t *testing.T) {
	a := LookOf(plate(color.RGBA{30, 30, 34, 255}, color.RGBA{200, 40, 40, 255}, 0.5, 0.5, 0.3, 300, 200))
	b := LookOf(plate(color.RGBA{220, 220, 204, 255}, color.RGBA{40, 40, 200, 255}, 0.3, 0.3, 0.1, 200, 300))
	assert.InDelta(t, 1, Alike(a, a), 1e-9)
	assert.InDelta(t, Alike(a, b), Alike(b, a), 1e-12)
	assert.Less(t, Alike(a, b), 0.3)
	assert.True(t, math.IsNaN(Alike(a, Look{})))
	assert.Empty(t, LookOf(image.NewRGBA(image.Rectangle{})).Fields)
	even := LookOf(plate(color.RGBA{128, 128, 128, 255}, color.RGBA{128, 128, 128, 255}, 0.5, 0.5, 0.3, 300, 200))
	assert.InDelta(t, 1, Alike(even, even), 1e-9)
}

// The sharpest of a burst is the one with the least blur, whatever its level.
func TestTheSharpestOfABurst(t *testing.T) {
	dice := rand.New(rand.NewPCG(3, 4))
	sharp := image.NewRGBA(image.Rect(0, 0, 800, 600))
	for range 900 { // crumbs
		x, y := dice.IntN(780), dice.IntN(580)
		c := color.RGBA{byte(60 + dice.IntN(180)), byte(60 + dice.IntN(150)), byte(40 + dice.IntN(120)), 255}
		draw.Draw(sharp, image.Rect(x, y, x+4+dice.IntN(14), y+4+dice.IntN(14)), image.NewUniform(c), image.Point{}, draw.Src)
	}
	blurred := func(by int) *image.RGBA {
		small := image.NewRGBA(image.Rect(0, 0, 800/by, 600/by))
		xdraw.ApproxBiLinear.Scale(small, small.Bounds(), sharp, sharp.Bounds(), xdraw.Src, nil)
		out := image.NewRGBA(sharp.Bounds())
		xdraw.CatmullRom.Transform(out, f64.Aff3{float64(by), 0, 0, 0, float64(by), 0}, small, small.Bounds(), xdraw.Src, nil)
		return out
	}
	last := math.Inf(1)
	for _, by := range []int{1, 2, 4, 8} {
		is := Crisp(blurred(by), Box{})
		assert.Less(t, is, 0.8*last, "made small by %d", by)
		last = is
	}
	assert.InEpsilon(t, Crisp(sharp, Box{}), Crisp(shone(sharp, 0.7, 1), Box{}), 0.05, "darker is no less crisp")
	assert.Zero(t, Crisp(image.NewRGBA(image.Rect(0, 0, 3, 3)), Box{}))
	assert.Zero(t, Crisp(image.NewRGBA(image.Rectangle{}), Box{}))
}
