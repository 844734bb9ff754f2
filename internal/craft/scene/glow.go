package scene

import (
	"math"

	"figladder/internal/craft/shape"
	"figladder/internal/craft/styling"
	"figladder/internal/craft/words"
)

// Glass is the dish's vessel as a turned form, mm, and how high a drink stands in it over the table.
func (s Set) Glass() (v shape.Vessel, levelMm float64) {
	return shape.VesselOf(s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm, 0), s.Food.fill() * s.Vessel.HeightMm
}

// Drinks reports whether the dish is a drink.
func (s Set) Drinks() bool { return s.Food.liquid(s.Vessel) && s.Food.Form != "soup" }

// How far a glow card stands behind its glass, mm, and which way it looks: to the lens, leaning back and turned a
// little to the light.
const (
	glowGapMm   = 12
	glowTiltDeg = 8
	glowTurnDeg = 190
)

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
	c := Card{Name: "Glow card", Kind: words.White, On: true, XMm: s.Vessel.XMm + k*dx, YMm: s.Vessel.YMm + k*dy, ZMm: g.FootMm, WidthMm: g.WidthMm, HeightMm: g.HeightMm, FacingDeg: glowTurnDeg, TiltDeg: glowTiltDeg}
	for _, strip := range styling.Strips(g.Outline, 12) {
		c.Cut = append(c.Cut, math.Round(1000*strip.WidthMm/g.WidthMm)/1000)
	}
	return c, g, nil
}
