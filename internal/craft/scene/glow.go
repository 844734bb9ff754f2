package scene

import (
	"math"
	"slices"

	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"
	"figladder/internal/craft/styling"
	"figladder/internal/craft/words"

	"gonum.org/v1/gonum/spatial/r3"
)

// Glass is the dish's vessel as a turned form, mm, and how high a drink stands in it over the table.
func (s Set) Glass() (v shape.Vessel, levelMm float64) {
	return shape.VesselOf(s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm, 0), s.Food.fill() * s.Vessel.HeightMm
}

// Drinks reports whether the dish is a drink.
func (s Set) Drinks() bool { return s.Food.liquid(s.Vessel) && s.Food.Form != "soup" }

// glowGapMm is how far a glow card stands behind its glass.
const glowGapMm = 12

// A glow card looks to the lens; it is leant back and turned as far as one of these to catch the light.
var (
	glowTilts = []float64{8, 0, 16, 28}
	glowTurns = []float64{0, -15, 15, -30, 30, -45, 45}
)

// towardLight leans and turns a card so that it gives the lens the most and still hides behind the glass: as bright as
// the light on it, as large as it is still seen. What stands in the way of the light does.
func (s Set) towardLight(c Card) Card {
	lens := s.Lens()
	facing := math.Atan2(lens.X-c.XMm, lens.Y-c.YMm) * 180 / math.Pi
	bare := s.Copy()
	bare.Cards = slices.DeleteFunc(bare.Cards, func(x Card) bool { return x.Name == c.Name })
	engine := light.NewEngine(bare.Lighting(), light.Search)
	best := -1.0
	out := c
	for _, tilt := range glowTilts {
		for _, turn := range glowTurns {
			x := c
			x.FacingDeg, x.TiltDeg = facing+turn, tilt
			q := x.Rect()
			n := q.Normal()
			seen := r3.Dot(n, r3.Unit(r3.Sub(lens, q.Centre)))
			if alone := (Set{Vessel: s.Vessel, Food: s.Food, Camera: s.Camera, State: s.State, Cards: []Card{x}}); seen <= 0 || alone.SeesCard(0) {
				continue
			}
			if gives := engine.At(r3.Add(q.Centre, r3.Scale(1, n)), n).Total() * math.Sqrt(seen); gives > best*1.02 {
				best, out = gives, x
			}
		}
	}
	out.FacingDeg = math.Mod(out.FacingDeg+360, 360)
	return out
}

// GlowAsk is what a glow card of this set is cut for, with a margin, mm.
func (s Set) GlowAsk(marginMm float64) styling.GlowAsk {
	glass, level := s.Glass()
	lens := s.Lens()
	return styling.GlowAsk{Glass: glass, LevelMm: level, LensHighMm: lens.Z, BehindMm: s.Vessel.DiameterMm/2 + glowGapMm, MarginMm: marginMm,
		CameraMm: math.Hypot(lens.X-s.Vessel.XMm, lens.Y-s.Vessel.YMm)}
}

// GlowCard is a white card cut to the outline of what the dish's glass holds, as it stands behind it on this set.
func (s Set) GlowCard(marginMm float64) (Card, styling.Glow, error) {
	ask := s.GlowAsk(marginMm)
	g, err := styling.GlowCard(ask)
	if err != nil {
		return Card{}, g, err
	}
	// Straight behind the glass as the lens sees it.
	lens := s.Lens()
	dx, dy := s.Vessel.XMm-lens.X, s.Vessel.YMm-lens.Y
	k := ask.BehindMm / math.Hypot(dx, dy)
	c := Card{Name: "Glow card", Kind: words.White, On: true, XMm: s.Vessel.XMm + k*dx, YMm: s.Vessel.YMm + k*dy, ZMm: g.FootMm, WidthMm: g.WidthMm, HeightMm: g.HeightMm, FacingDeg: 180, TiltDeg: glowTilts[0]}
	for _, strip := range styling.Strips(g.Outline, 12) {
		c.Cut = append(c.Cut, math.Round(1000*strip.WidthMm/g.WidthMm)/1000)
	}
	return s.towardLight(c), g, nil
}
