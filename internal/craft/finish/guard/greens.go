package guard

import (
	"context"
	"image"
	"math"

	"figladder/internal/craft/finish/look"
)

// What a herb's green looks like when the light or the camera has made it yellow, and what it is turned toward (OKLCH; start
// values of our own: a fresh leaf lies about 130 to 140, mustard and butter under 100).
const (
	yellowFrom  = 104.0
	yellowTo    = 127.0
	leafDeg     = 135.0
	leafChroma  = 0.055
	leafDarkest = 0.25
	leafLight   = 0.82
	leavesLeast = 0.004 // share of the hero
)

// Greens finds greens that have gone yellow in the hero, and the step that pulls them back; the share of the hero that they
// are is 0 where there are hardly any. ctx's error when that ends. Whether what is green there is a leaf cannot be seen from its colour: ask it only of food that has some.
func Greens(ctx context.Context, img image.Image, hero look.Box) (s look.Step, share float64, err error) {
	g, err := gridOf(ctx, img)
	if err != nil {
		return s, 0, err
	}
	x0, y0, x1, y1 := int(hero.X*float64(g.w)), int(hero.Y*float64(g.h)), int(math.Ceil((hero.X+hero.W)*float64(g.w))), int(math.Ceil((hero.Y+hero.H)*float64(g.h)))
	n, in, sum := 0.0, 0.0, 0.0
	for y := max(0, y0); y < min(g.h, y1); y++ {
		for x := max(0, x0); x < min(g.w, x1); x++ {
			p := g.at[y*g.w+x]
			n++
			if p.c > leafChroma && p.l > leafDarkest && p.l < leafLight && p.h > yellowFrom && p.h < yellowTo {
				in++
				sum += p.h
			}
		}
	}
	if in < leavesLeast*n || n == 0 {
		return s, 0, nil
	}
	mean := sum / in
	turn := math.Max(4, math.Min(16, math.Round(0.6*(leafDeg-mean))))
	return look.Step{Key: "greens", Kind: look.Band, HueDeg: math.Round(mean), WidthDeg: 44, TurnDeg: turn, Chroma: -0.05, Why: "Greens that the light made yellow, turned back toward leaf"}, in / n, nil
}
