package kitchen

import (
	"context"
	"fmt"
	"strings"

	"figladder/internal/formats/recipeld"
	"figladder/internal/formats/sheet"
	briefroom "figladder/internal/studio/brief"
)

// PrintShopping writes a shoot's shopping as PDF, shop by shop; what the cupboard
// covers comes last.
func (s *Room) PrintShopping(ctx context.Context, shootID, region string) ([]byte, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	b, err := s.Shopping(ctx, shootID, region)
	if err != nil {
		return nil, err
	}
	out := sheet.Sheet{Title: "Shopping: " + shoot.Name, Under: briefroom.Under(fmt.Sprintf("%d to buy", b.List.ToBuy), shoot.Brief), At: s.Now()}
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
	return out.PDF(ctx)
}

// PrintRecipe writes a dish's recipe as made, as PDF.
func (s *Room) PrintRecipe(ctx context.Context, dishID string) ([]byte, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	e, err := s.EatingOf(ctx, dishID)
	if err != nil {
		return nil, err
	}
	r := dish.Recipe
	out := sheet.Sheet{Title: r.Title, Under: briefroom.Join(" · ", "As made", r.Yield), At: s.Now()}
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
		what := briefroom.Join(", ", in.Item, in.Note)
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
	return out.PDF(ctx)
}

// RecipeLD writes a dish's recipe as made, as JSON-LD.
func (s *Room) RecipeLD(ctx context.Context, dishID string) ([]byte, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	return recipeld.Write(dish.Recipe)
}
