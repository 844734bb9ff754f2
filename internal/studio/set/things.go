package set

import (
	"context"
	"strings"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// PropAsThing is a prop of the cupboard as it would stand in a set, by its true sizes.
func (s *Room) PropAsThing(ctx context.Context, id string) (*scene.Thing, error) {
	row, err := store.Find[store.PropRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	p := row.Prop
	z := p.Sizes
	t := scene.Thing{Name: p.Name, On: true, Colour: p.Front.Colour, Second: p.Front.Second, Finish: map[string]string{"glossy": "gloss"}[p.Front.Finish], PropID: id}
	if t.Finish == "" {
		t.Finish = p.Front.Finish
	}
	or := func(v, usual float64) float64 {
		if v > 0 {
			return v
		}
		return usual
	}
	switch p.Kind {
	case cupboard.Plate, cupboard.Bowl, cupboard.Tiny, cupboard.Glass, cupboard.Jug:
		t.Kind, t.WidthMm, t.HeightMm = string(p.Kind), z.DiameterMm, or(z.HeightMm, 0.1*z.DiameterMm)
		if strings.Contains(strings.ToLower(p.Name), "bottle") {
			t.Kind = "bottle"
		}
	case cupboard.Cutlery:
		t.Kind = "fork"
		for _, k := range []string{"knife", "spoon", "fork"} {
			if strings.Contains(strings.ToLower(p.Name), k) {
				t.Kind = k
			}
		}
		t.WidthMm, t.DepthMm, t.HeightMm = 0.12*z.LengthMm, z.LengthMm, 3
	case cupboard.Board, cupboard.Tile, cupboard.Linen, cupboard.Paper:
		t.Kind, t.WidthMm, t.DepthMm, t.HeightMm = string(p.Kind), or(z.WidthMm, z.LengthMm), z.LengthMm, or(z.ThicknessMm, map[cupboard.Kind]float64{cupboard.Board: 18, cupboard.Tile: 8, cupboard.Linen: 8, cupboard.Paper: 1}[p.Kind])
	case cupboard.Backdrop:
		return nil, core.Rule("A backdrop is set under Backdrop, not among the things.")
	default:
		t.Kind, t.WidthMm, t.DepthMm, t.HeightMm = "box", or(z.WidthMm, z.LengthMm), z.LengthMm, or(z.HeightMm, 40)
	}
	for _, m := range []string{"glass", "wood", "stone", "linen", "paper"} {
		if strings.Contains(strings.ToLower(p.Material), m) {
			t.Material = m
		}
	}
	if strings.Contains(strings.ToLower(p.Material), "steel") || strings.Contains(strings.ToLower(p.Material), "metal") || strings.Contains(strings.ToLower(p.Material), "brass") {
		t.Material = "metal"
	}
	return &t, nil
}
