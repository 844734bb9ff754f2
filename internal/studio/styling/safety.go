package styling

import (
	"context"
	"fmt"
	"strings"

	"figladder/internal/craft/eating"
	craft "figladder/internal/craft/styling"
	"figladder/internal/formats/sheet"
	briefroom "figladder/internal/studio/brief"
)

// Safety is what follows from the techniques on a shoot's frames.
func (s *Room) Safety(ctx context.Context, shootID string) (*craft.Safety, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	styled, err := s.Kitchen.StyledIn(ctx, shootID)
	if err != nil {
		return nil, err
	}
	var frames []craft.OnFrame
	for _, x := range styled {
		frames = append(frames, craft.OnFrame{Frame: x.Shot.Title, Dish: x.Dish.Recipe.Title, Cards: x.Cards})
	}
	out := craft.SafetyOf(frames)
	dishes, err := s.Kitchen.Dishes(ctx, shootID)
	if err != nil {
		return nil, err
	}
	served := make([]craft.Served, 0, len(dishes))
	for _, d := range dishes {
		one := craft.Served{Dish: d.Recipe.Title, Report: eating.Read(d.Recipe, d.Eating)}
		if d.Eating.Altered {
			out.Marked(one.Dish, d.Eating.Why)
		}
		for _, t := range out.Tags {
			if t.Dish == one.Dish {
				one.Spoilt = strings.Join(t.What, "; ")
			}
		}
		served = append(served, one)
	}
	out.ForCrew(shoot.Brief.Crew, served)
	return &out, nil
}

// PrintTags are the marks that follow altered dishes to the table and to the bin.
func (s *Room) PrintTags(ctx context.Context, shootID string) ([]byte, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	safe, err := s.Safety(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := sheet.Sheet{Title: "Not for eating", Under: briefroom.Under(fmt.Sprintf("%s: %d to be marked", shoot.Name, len(safe.Tags)), shoot.Brief), At: s.Now()}
	for _, t := range safe.Tags {
		lines := t.Lines()
		if len(t.Frame) > 0 {
			lines = append(lines, "Frames: "+strings.Join(t.Frame, "; "))
		}
		out.Parts = append(out.Parts, sheet.Part{Heading: lines[0] + ": " + lines[1], Lines: append(lines[2:], "Cut out, fold, stand it before the dish; it goes along to the wrap table.")})
	}
	if len(safe.Tags) == 0 {
		out.Parts = []sheet.Part{{Lines: []string{"Nothing on this shoot's frames makes food unfit for eating."}}}
	}
	return out.PDF(ctx)
}

// PrintRisks is the sheet of cautions with what is counted out at wrap.
func (s *Room) PrintRisks(ctx context.Context, shootID string) ([]byte, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	safe, err := s.Safety(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := sheet.Sheet{Title: shoot.Name, Under: briefroom.Under("What to take care of. "+safe.Words, shoot.Brief), At: s.Now()}
	risks := sheet.Part{Heading: "At these steps", Columns: []sheet.Column{{Name: "", Width: 1}, {Name: "Kind", Width: 4}, {Name: "Care", Width: 12}, {Name: "Where", Width: 7}}}
	for _, r := range safe.Risks {
		risks.Rows = append(risks.Rows, []string{sheet.Tick, r.Kind, r.Words, strings.Join(r.At, "; ")})
	}
	counts := sheet.Part{Heading: "Counted out at wrap", Columns: []sheet.Column{{Name: "", Width: 1}, {Name: "Dish", Width: 8}, {Name: "What", Width: 8}, {Name: "Went in", Width: 7}}}
	for _, c := range safe.Counts {
		counts.Rows = append(counts.Rows, []string{sheet.Tick, c.Dish, c.What, c.In})
	}
	tags := sheet.Part{Heading: "Not for eating", Columns: []sheet.Column{{Name: "", Width: 1}, {Name: "Dish", Width: 8}, {Name: "What was done", Width: 15}}}
	for _, t := range safe.Tags {
		tags.Rows = append(tags.Rows, []string{sheet.Tick, t.Dish, strings.Join(t.What, "; ")})
	}
	crew := sheet.Part{Heading: "Allergies on the crew", Columns: []sheet.Column{{Name: "", Width: 1}, {Name: "Care", Width: 12}, {Name: "On the table", Width: 11}}}
	for _, a := range safe.Allergies {
		crew.Rows = append(crew.Rows, []string{sheet.Tick, a.Words, strings.Join(a.Dishes, "; ")})
	}
	eaten := sheet.Part{Heading: "Who may eat it afterwards", Columns: []sheet.Column{{Name: "", Width: 1}, {Name: "Dish", Width: 8}, {Name: "Who", Width: 15}}}
	for _, e := range safe.Eaters {
		eaten.Rows = append(eaten.Rows, []string{sheet.Tick, e.Dish, e.Words})
	}
	for _, p := range []sheet.Part{risks, crew, counts, tags, eaten} {
		if len(p.Rows) > 0 {
			out.Parts = append(out.Parts, p)
		}
	}
	if len(out.Parts) == 0 {
		out.Parts = []sheet.Part{{Lines: []string{"No technique on this shoot's frames raises a caution of its own."}}}
	}
	return out.PDF(ctx)
}

// StoodIn is how long each dish of a shoot has stood between 5 and 60 °C, by its title, by the strictest rule; only
// those of which somebody wrote it down.
func (s *Room) StoodIn(ctx context.Context, shootID string) (map[string]craft.Stood, error) {
	dishes, err := s.Kitchen.Dishes(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := map[string]craft.Stood{}
	for _, d := range dishes {
		rows, stood, err := s.stood(ctx, d.Key, craft.TwoHours)
		if err != nil {
			return nil, err
		}
		if len(rows) > 0 {
			out[d.Recipe.Title] = stood
		}
	}
	return out, nil
}
