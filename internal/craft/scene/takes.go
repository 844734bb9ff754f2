package scene

import (
	"slices"

	"figladder/internal/craft/kit"
	"figladder/internal/craft/words"
)

// Takes is what the set needs of the kit, for a shot of a title; a clip needs light that
// stays on. Of the cards that are in, the largest counts: smaller ones are cut from it.
func (s Set) Takes(shot string, clip bool) kit.Planned {
	p := kit.Planned{Shot: shot, FocalMm: s.Camera.FocalMm, ElevationDeg: s.Camera.ElevationDeg, Clip: clip,
		Softbox: slices.ContainsFunc(s.Lights, func(l Light) bool { return l.On && l.Kind == words.Softbox })}
	for _, c := range s.Cards {
		if c.On && c.Kind != words.Diffuser && c.WidthMm*c.HeightMm > p.CardWMm*p.CardHMm {
			p.CardWMm, p.CardHMm = c.WidthMm, c.HeightMm
		}
	}
	return p
}
