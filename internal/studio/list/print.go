package list

import (
	"context"
	"fmt"
	"strings"

	"figladder/internal/craft/scene"
	"figladder/internal/formats/sheet"
	briefroom "figladder/internal/studio/brief"
	"figladder/internal/studio/core"
)

// PrintShots writes a shoot's shot list as PDF, in its order, a box before each.
func (s *Room) PrintShots(ctx context.Context, shootID string) ([]byte, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	list, dishes, err := s.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	sets, err := s.setsOf(ctx, shootID)
	if err != nil {
		return nil, err
	}
	usual := map[scene.Drawn]scene.Sketch{}
	out := sheet.Sheet{Title: shoot.Name, Under: briefroom.Under(fmt.Sprintf("Shot list, %d shots", len(list)), shoot.Brief), Wide: true, At: s.Now()}
	columns := []sheet.Column{{Name: "", Width: 1}, {Name: "No", Width: 1, Right: true}, {Name: "Sketch", Width: 2, Drawn: true}, {Name: "Shot", Width: 8}, {Name: "For", Width: 2}, {Name: "Angle and light", Width: 4}, {Name: "In, with", Width: 2}, {Name: "Hands", Width: 2}, {Name: "Holds", Width: 2}}
	for i, x := range list {
		if i == 0 || x.DishID != list[i-1].DishID {
			out.Parts = append(out.Parts, sheet.Part{Heading: dishes[x.DishID].Recipe.Title, Columns: columns})
		}
		title := x.Title
		if x.Guards != "" {
			title = "■ " + title
		}
		if x.Caution != "" {
			title += " ▲ " + x.Caution
		}
		hands := ""
		if x.Hands > 0 {
			hands = fmt.Sprintf("+%d", x.Hands)
		}
		if x.Shutter {
			hands = strings.TrimSpace(hands + " shutter")
		}
		p := &out.Parts[len(out.Parts)-1]
		p.Drawn = append(p.Drawn, DrawingOf(sketchOf(x, dishes[x.DishID], sets, usual)))
		p.Rows = append(p.Rows, []string{sheet.Tick, fmt.Sprint(i + 1), "", title, x.Kind, briefroom.Join(", ", string(x.Angle), string(x.Light)), briefroom.Join(", ", x.Vessel, x.Tool), hands, string(x.Hold)})
	}
	return out.PDF(ctx)
}

// setsOf are the sets that were built for a shoot, by shot.
func (s *Room) setsOf(ctx context.Context, shootID string) (map[string]scene.Set, error) {
	rows, err := core.PlannedIn(s.Store.WithContext(ctx), shootID)
	out := map[string]scene.Set{}
	for _, r := range rows {
		out[r.ShotID] = r.Set()
	}
	return out, err
}

// DrawingOf is a sketch as a sheet draws it.
func DrawingOf(s scene.Sketch) sheet.Drawing {
	out := sheet.Drawing{Width: s.Width, Height: s.Height}
	for _, x := range s.Shapes {
		shape := sheet.Shape{Path: x.Path, Colour: x.Colour, Edge: x.Kind == "rim" || x.Kind == "vessel"}
		if x.Kind == "rim" {
			shape.Colour = ""
		}
		out.Shapes = append(out.Shapes, shape)
	}
	return out
}
