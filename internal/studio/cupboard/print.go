package cupboard

import (
	"context"
	"fmt"

	"figladder/internal/formats/sheet"
	briefroom "figladder/internal/studio/brief"
	"figladder/internal/studio/core"
)

// PrintPulls writes a shoot's pull list, by shelf, and its pack list, as PDF.
func (s *Room) PrintPulls(ctx context.Context, shootID string) ([]byte, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	pulls, err := s.Pulls(ctx, shootID)
	if err != nil {
		return nil, err
	}
	bag, err := s.PackFor(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := sheet.Sheet{Title: "Pull and pack: " + shoot.Name, Under: briefroom.Under(core.Plural(len(pulls.Pulls), "prop"), shoot.Brief), At: s.Now()}
	columns := []sheet.Column{{Name: "", Width: 1}, {Name: "", Width: 2, Right: true}, {Name: "What", Width: 11}, {Name: "For", Width: 10}}
	shelf := ""
	for i, p := range pulls.Pulls {
		if i == 0 || p.Prop.Prop.Shelf != shelf {
			shelf = p.Prop.Prop.Shelf
			out.Parts = append(out.Parts, sheet.Part{Heading: briefroom.Join(" ", "Shelf", shelf), Columns: columns})
		}
		at := &out.Parts[len(out.Parts)-1]
		at.Rows = append(at.Rows, []string{sheet.Tick, fmt.Sprint(p.Reservation.Count), p.Prop.Prop.Name, p.Dish})
	}
	var clashes []string
	for _, c := range pulls.Clashes {
		clashes = append(clashes, "▲ "+c.Words)
	}
	if len(clashes) > 0 {
		out.Parts = append(out.Parts, sheet.Part{Heading: "Clashes", Lines: clashes})
	}
	packed := sheet.Part{Heading: "Kit", Columns: columns}
	for _, t := range bag.Takes {
		packed.Rows = append(packed.Rows, []string{sheet.Tick, fmt.Sprint(t.Count), t.Name, t.Because})
	}
	out.Parts = append(out.Parts, packed)
	var told []string
	for _, f := range bag.Findings {
		told = append(told, "▲ "+f.Subject+": "+f.Measure+". "+f.Because)
	}
	if len(told) > 0 {
		out.Parts = append(out.Parts, sheet.Part{Heading: "Missing, and to mind", Lines: told})
	}
	return out.PDF(ctx)
}
