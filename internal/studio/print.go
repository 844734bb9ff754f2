package studio

import (
	"context"
	"fmt"
	"strings"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/formats/recipeld"
	"figladder/internal/formats/sheet"
)

// under is the line under a printed title: what it is, and the day.
func under(what string, b brief.Brief) string {
	parts := []string{what}
	if day, err := time.Parse("2006-01-02", b.When); err == nil {
		parts = append(parts, day.Format("Monday 2 January 2006"))
	}
	if b.Where != "" {
		parts = append(parts, b.Where)
	}
	return strings.Join(parts, " · ")
}

// PrintShots writes a shoot's shot list as PDF, in its order, a box before each.
func (s *Studio) PrintShots(ctx context.Context, shootID string) ([]byte, error) {
	shoot, err := s.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	list, dishes, err := s.wholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := sheet.Sheet{Title: shoot.Name, Under: under(fmt.Sprintf("Shot list, %d shots", len(list)), shoot.Brief), Wide: true, At: s.now()}
	columns := []sheet.Column{{Name: "", Width: 1}, {Name: "No", Width: 1, Right: true}, {Name: "Shot", Width: 9}, {Name: "For", Width: 2}, {Name: "Angle and light", Width: 4}, {Name: "In, with", Width: 2}, {Name: "Hands", Width: 2}, {Name: "Holds", Width: 3}}
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
		p.Rows = append(p.Rows, []string{sheet.Tick, fmt.Sprint(i + 1), title, x.Kind, join(", ", x.Angle, x.Light), join(", ", x.Vessel, x.Tool), hands, x.Hold})
	}
	return out.PDF()
}

func join(by string, parts ...string) string {
	var kept []string
	for _, p := range parts {
		if p != "" {
			kept = append(kept, p)
		}
	}
	return strings.Join(kept, by)
}

// PrintShopping writes a shoot's shopping as PDF, shop by shop; what the cupboard
// covers comes last.
func (s *Studio) PrintShopping(ctx context.Context, shootID, region string) ([]byte, error) {
	shoot, err := s.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	b, err := s.Shopping(ctx, shootID, region)
	if err != nil {
		return nil, err
	}
	out := sheet.Sheet{Title: "Shopping: " + shoot.Name, Under: under(fmt.Sprintf("%d to buy", b.List.ToBuy), shoot.Brief), At: s.now()}
	columns := []sheet.Column{{Name: "", Width: 1}, {Name: "Buy", Width: 5, Right: true}, {Name: "What", Width: 7}, {Name: "Where, and for what", Width: 11}}
	last := -1
	var have []string
	for i, l := range b.List.Lines {
		if l.Covered {
			have = append(have, l.Thing+" ("+l.InHouse+")")
			continue
		}
		if last < 0 || b.List.Lines[last].Shop != l.Shop {
			out.Parts = append(out.Parts, sheet.Part{Heading: l.Shop, Columns: columns})
		}
		last = i
		what := l.Thing
		if l.Care != "" {
			what += ", " + l.Care
		}
		why := []string{l.Aisle}
		if l.Fresh {
			why = append(why, "on the day")
		}
		for _, u := range l.Uses {
			why = append(why, u.Dish+": "+u.Shown)
		}
		tick := sheet.Tick
		if l.Ticked {
			tick = "■"
		}
		p := &out.Parts[len(out.Parts)-1]
		p.Rows = append(p.Rows, []string{tick, l.Shown, what, strings.Join(why, "; ")})
	}
	for _, x := range b.List.Extra {
		if len(out.Parts) == 0 || out.Parts[len(out.Parts)-1].Heading != "By hand" {
			out.Parts = append(out.Parts, sheet.Part{Heading: "By hand", Columns: columns})
		}
		p := &out.Parts[len(out.Parts)-1]
		p.Rows = append(p.Rows, []string{sheet.Tick, "", x.Words, x.Shop})
	}
	var lines []string
	for _, u := range b.List.Unread {
		lines = append(lines, "▲ "+u.Dish+": “"+u.Written+"” was not understood. Read it yourself.")
	}
	if len(have) > 0 {
		lines = append(lines, "In the cupboard: "+strings.Join(have, ", ")+".")
	}
	if len(lines) > 0 {
		out.Parts = append(out.Parts, sheet.Part{Heading: "Besides", Lines: lines})
	}
	return out.PDF()
}

// PrintRecipe writes a dish's recipe as made, as PDF.
func (s *Studio) PrintRecipe(ctx context.Context, dishID string) ([]byte, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	e, err := s.EatingOf(ctx, dishID)
	if err != nil {
		return nil, err
	}
	r := dish.Recipe
	out := sheet.Sheet{Title: r.Title, Under: join(" · ", "As made", r.Yield), At: s.now()}
	if e.Mark.Altered {
		out.Parts = append(out.Parts, sheet.Part{Heading: "■ Not for eating: " + e.Mark.Why})
	}
	part := func(heading string) *sheet.Part {
		out.Parts = append(out.Parts, sheet.Part{Heading: heading, Columns: []sheet.Column{{Width: 5, Right: true}, {Width: 19}}})
		return &out.Parts[len(out.Parts)-1]
	}
	p := part("Ingredients")
	group := ""
	for _, in := range r.Ingredients {
		if in.Group != group {
			group = in.Group
			p = part(group)
		}
		what := join(", ", in.Item, in.Note)
		if !in.Understood {
			what = in.Written
		}
		p.Rows = append(p.Rows, []string{in.Amount(), what})
	}
	section := ""
	steps := sheet.Part{Heading: "Method"}
	for i, st := range r.Steps {
		if st.Section != section {
			section = st.Section
			steps.Lines = append(steps.Lines, section+":")
		}
		steps.Lines = append(steps.Lines, fmt.Sprintf("%d. %s", i+1, st.Text))
	}
	out.Parts = append(out.Parts, steps)
	var holds []string
	for _, a := range e.Report.Allergens {
		words := a.Name
		if a.Maybe {
			words += " (depends on which is bought)"
		}
		holds = append(holds, words)
	}
	if len(holds) > 0 {
		out.Parts = append(out.Parts, sheet.Part{Heading: "Contains", Lines: []string{strings.Join(holds, ", ") + ". Labels of what was bought know more."}})
	}
	return out.PDF()
}

// RecipeLD writes a dish's recipe as made, as JSON-LD.
func (s *Studio) RecipeLD(ctx context.Context, dishID string) ([]byte, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	return recipeld.Write(dish.Recipe)
}

// PrintPulls writes a shoot's pull list, by shelf, and its pack list, as PDF.
func (s *Studio) PrintPulls(ctx context.Context, shootID string) ([]byte, error) {
	shoot, err := s.Shoot(ctx, shootID)
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
	out := sheet.Sheet{Title: "Pull and pack: " + shoot.Name, Under: under(plural(len(pulls.Pulls), "prop"), shoot.Brief), At: s.now()}
	columns := []sheet.Column{{Name: "", Width: 1}, {Name: "", Width: 2, Right: true}, {Name: "What", Width: 11}, {Name: "For", Width: 10}}
	shelf := ""
	for i, p := range pulls.Pulls {
		if i == 0 || p.Prop.Prop.Shelf != shelf {
			shelf = p.Prop.Prop.Shelf
			out.Parts = append(out.Parts, sheet.Part{Heading: join(" ", "Shelf", shelf), Columns: columns})
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
	return out.PDF()
}
