// Package styling is what a stylist does at the table, as arithmetic: the card behind a drink, hidden lifts, a pour,
// steam, and the cards of technique with their amounts. Lengths are mm, volumes ml, masses g, temperatures °C, times s.
package styling

import (
	"errors"
	"fmt"
	"math"

	"figladder/internal/craft/reading"
	"figladder/internal/craft/shape"
)

// Point is a place on a card, mm: across from its middle, and up from the table.
type Point struct {
	XMm float64 `json:"xMm" doc:"Across, from the middle"`
	ZMm float64 `json:"zMm" doc:"Up from the table"`
}

// GlowAsk is what a glow card is cut for.
type GlowAsk struct {
	Glass      shape.Vessel
	LevelMm    float64 // how high the drink stands over the table
	CameraMm   float64 // lens to the axis of the glass, along the table
	LensHighMm float64 // lens over the table
	BehindMm   float64 // card behind the axis of the glass
	MarginMm   float64 // by how much it stays inside the drink's outline
}

// Glow is a card cut to the outline of what a glass holds, so that it hides behind it.
type Glow struct {
	Outline  []Point         `json:"outline" doc:"Its outline, from its lower left, clockwise"`
	WidthMm  float64         `json:"widthMm" doc:"Across at its widest"`
	HeightMm float64         `json:"heightMm" doc:"From its lower edge to its upper"`
	FootMm   float64         `json:"footMm" doc:"How high its lower edge stands over the table"`
	Stem     bool            `json:"stem" doc:"Whether a strip as narrow as the glass's stem holds it up"`
	Scale    reading.Reading `json:"scale" doc:"By how much it is larger than the glass, since it stands behind it"`
	Words    string          `json:"words" doc:"How it is used"`
}

// Errors of a card that cannot be cut.
var (
	ErrNoProfile = errors.New("this glass has no profile: write its sizes down first")
	ErrNoDrink   = errors.New("there is no drink to light: fill the glass first")
	ErrTooFar    = errors.New("the lens must be before the glass and the card behind it")
	ErrTooSmall  = errors.New("with this margin nothing is left of the card: take a smaller one")
)

const glowSource = "outline × (lens to card) / (lens to glass), less a margin (physics.md)"

// stemHalf is the half width of the inside below which a glass has its stem there.
const stemMm = 7

// GlowCard cuts it. Seen from the lens each point of the card lies on the drink's own outline, less the margin: the
// card stands behind it, so it is larger by how much farther it is, and as it is seen from above it stands lower.
func GlowCard(a GlowAsk) (Glow, error) {
	in := a.Glass.Inner
	if len(in) < 2 {
		return Glow{}, ErrNoProfile
	}
	if a.CameraMm <= 0 || a.BehindMm <= 0 || math.IsInf(a.CameraMm, 1) {
		return Glow{}, ErrTooFar
	}
	if a.LevelMm <= in[0].Z+1 {
		return Glow{}, ErrNoDrink
	}
	k := (a.CameraMm + a.BehindMm) / a.CameraMm
	up := func(z float64) float64 { return a.LensHighMm + (z-a.LensHighMm)*k }
	var side []Point // right edge, from below
	top, low := up(a.LevelMm)-a.MarginMm, up(in[0].Z)+a.MarginMm
	for i := 0; i <= glowSteps; i++ {
		z := in[0].Z + (a.LevelMm-in[0].Z)*float64(i)/glowSteps
		x, y := a.Glass.InsideAt(z)*k-a.MarginMm, math.Max(low, math.Min(top, up(z)))
		if x <= 0 || y < 0 {
			continue // under the table the glass hides nothing of it
		}
		side = append(side, Point{x, y})
	}
	if len(side) < 2 || side[len(side)-1].ZMm-side[0].ZMm < leastMm || 2*side[len(side)-1].XMm < leastMm {
		return Glow{}, ErrTooSmall
	}
	g := Glow{FootMm: side[0].ZMm}
	if stem := stemOf(a.Glass); stem > 0 {
		// A strip that the stem hides holds it up.
		g.Stem, g.FootMm = true, 0
		w := math.Max(2, stem*k-1)
		side = append([]Point{{w, 0}, {w, side[0].ZMm}}, side...)
	}
	for _, p := range side {
		g.Outline = append(g.Outline, Point{-p.XMm, p.ZMm})
		g.WidthMm = math.Max(g.WidthMm, 2*p.XMm)
	}
	for i := len(side) - 1; i >= 0; i-- {
		g.Outline = append(g.Outline, side[i])
	}
	g.HeightMm = side[len(side)-1].ZMm - g.FootMm
	g.Scale = reading.New("glow", "Larger than the glass", k, "×", 3, glowSource,
		reading.Line{Words: "Lens to card over lens to glass", Formula: fmt.Sprintf("(%.0f + %.0f) / %.0f mm", a.CameraMm, a.BehindMm, a.CameraMm), Shown: fmt.Sprintf("%.4f", k)})
	g.Words = "Cut it from white or silver card, stand it behind the glass and lean it until the drink lights up. Check through the lens that no edge of it shows; a handle stays free and is turned to the side."
	return g, nil
}

// leastMm is the least height and width of a card that is worth cutting.
const leastMm = 10

// glowSteps is in how many steps an outline is followed upward.
const glowSteps = 24

// stemOf is the half width of a glass's stem; 0 for one that stands on its bowl.
func stemOf(v shape.Vessel) float64 {
	least, high := math.Inf(1), 0.0
	floor := v.FloorMm()
	for _, p := range v.Outer {
		if p.Z > 2 && p.Z < floor && p.R > 0 {
			least, high = math.Min(least, p.R), math.Max(high, p.Z)
		}
	}
	if least < stemMm && high > 10 {
		return least
	}
	return 0
}

// Strip is a part of a card as wide everywhere.
type Strip struct{ WidthMm, LowMm, HighMm float64 }

// Strips are rectangles that stand for an outline, from below: as wide as it is half way up each. The light on a
// drink asks no finer.
func Strips(outline []Point, n int) []Strip {
	low, high := math.Inf(1), math.Inf(-1)
	for _, p := range outline {
		low, high = math.Min(low, p.ZMm), math.Max(high, p.ZMm)
	}
	var out []Strip
	for i := range n {
		a, b := low+(high-low)*float64(i)/float64(n), low+(high-low)*float64(i+1)/float64(n)
		if w := widthAt(outline, (a+b)/2); w > 0 {
			out = append(out, Strip{w, a, b})
		}
	}
	return out
}

// widthAt is how far an outline reaches at a height.
func widthAt(outline []Point, z float64) float64 {
	left, right := math.Inf(1), math.Inf(-1)
	for i, p := range outline {
		q := outline[(i+1)%len(outline)]
		if (p.ZMm <= z) == (q.ZMm <= z) {
			continue
		}
		x := p.XMm + (q.XMm-p.XMm)*(z-p.ZMm)/(q.ZMm-p.ZMm)
		left, right = math.Min(left, x), math.Max(right, x)
	}
	return math.Max(0, right-left)
}
