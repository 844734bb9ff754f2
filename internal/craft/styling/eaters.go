package styling

import (
	"slices"
	"strings"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/eating"
)

// Served is a dish as it is when its frames are taken.
type Served struct {
	Dish   string
	Report eating.Report
	Spoilt string // why nobody eats it, or empty
}

// Marked adds a dish that somebody said is not for eating, where no technique has said so already.
func (s *Safety) Marked(dish, why string) {
	if !slices.ContainsFunc(s.Tags, func(t Tag) bool { return t.Dish == dish }) {
		s.Tags = append(s.Tags, Tag{Dish: dish, What: []string{why}, Parts: []string{"marked by hand"}, Frame: []string{}})
	}
}

// ForCrew adds to a safety sheet who keeps away from what, and who may eat what afterwards.
func (s *Safety) ForCrew(crew []brief.Hand, dishes []Served) {
	for _, h := range crew {
		for _, from := range h.Avoids {
			a := Allergy{Who: h.Name, From: from, Dishes: []string{}, Maybe: true}
			for _, d := range dishes {
				if c, has := contains(d.Report, from); has {
					a.Dishes = append(a.Dishes, d.Dish+" ("+strings.Join(c.Words, ", ")+")")
					a.Maybe = a.Maybe && c.Maybe
				}
			}
			if len(a.Dishes) == 0 {
				continue
			}
			a.Words = h.Name + " keeps away from " + from + "."
			switch h.Does {
			case "stylist", "cook", "assistant":
				a.Words += " Somebody else handles it, or with gloves and boards of its own; ask how strongly."
			default:
				a.Words += " It is kept apart, and nothing that touched it goes back."
			}
			if a.Maybe {
				a.Words += " It depends on which kind is bought: read the packet."
			}
			s.Allergies = append(s.Allergies, a)
		}
	}
	if len(crew) == 0 {
		return
	}
	for _, d := range dishes {
		e := Eater{Dish: d.Dish, May: []string{}, Not: []string{}}
		for _, h := range crew {
			var why []string
			for _, from := range h.Avoids {
				if _, has := contains(d.Report, from); has {
					why = append(why, from)
				}
			}
			switch {
			case d.Spoilt != "": // nobody; said once below
			case len(why) > 0:
				e.Not = append(e.Not, h.Name+" ("+strings.Join(why, ", ")+")")
			default:
				e.May = append(e.May, h.Name)
			}
		}
		switch {
		case d.Spoilt != "":
			e.Words = "Nobody: " + d.Spoilt + "."
		case len(e.May) == 0:
			e.Words = "Nobody of the crew: " + strings.Join(e.Not, "; ") + "."
		case len(e.Not) == 0:
			e.Words = "Everybody, if it has not stood warm too long."
		default:
			e.Words = strings.Join(e.May, ", ") + "; not " + strings.Join(e.Not, "; ") + "."
		}
		s.Eaters = append(s.Eaters, e)
	}
}

func contains(r eating.Report, name string) (eating.Contains, bool) {
	i := slices.IndexFunc(r.Allergens, func(c eating.Contains) bool { return c.Name == name })
	if i < 0 {
		return eating.Contains{}, false
	}
	return r.Allergens[i], true
}
