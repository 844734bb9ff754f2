package scene

import (
	"errors"
	"strings"

	"figladder/internal/craft/cupboard"
)

// ErrBackdrop is returned for a prop that stands behind a set, not in it.
var ErrBackdrop = errors.New("a backdrop is set under Backdrop, not among the things")

// ThingOf is a prop of the cupboard, kept under id, as it would stand in a set: by its true
// sizes in mm, or by usual ones where it has none.
func ThingOf(p cupboard.Prop, id string) (Thing, error) {
	z := p.Sizes
	t := Thing{Name: p.Name, On: true, Colour: p.Front.Colour, Second: p.Front.Second, Finish: p.Front.Finish, PropID: id}
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
		if p.Kind == cupboard.Paper && strings.Contains(strings.ToLower(p.Name), "crumpled") {
			t.HeightMm = crumpledMm
		}
	case cupboard.Backdrop:
		return Thing{}, ErrBackdrop
	default:
		t.Kind, t.WidthMm, t.DepthMm, t.HeightMm = "box", or(z.WidthMm, z.LengthMm), z.LengthMm, or(z.HeightMm, 40)
		if strings.Contains(strings.ToLower(p.Name), "rack") {
			t.Kind, t.HeightMm = wireRack, or(z.HeightMm, rackMm)
		}
	}
	t.Material = material(p, "enamel", "glass", "wood", "stone", "linen", "paper", "metal")
	t.Worked = workedOf(t.Kind, p.Name)
	return t, nil
}
