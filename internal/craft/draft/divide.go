package draft

import (
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
)

// Ingredients is the key of the set-up in which ingredients are taken one by one (P11).
const Ingredients = "ingredients"

// group are the frames of one set-up.
type group struct {
	key    string
	dish   *Dish // of the first frame
	light  words.Direction
	shots  []Shot
	raw    bool      // ingredients in vessels alike (P11)
	stands *Standing // what a person has made of it
}

// seeded is what chance depends on in a set-up: names, not keys, so that the same recipes come
// out the same in another studio.
func (g group) seeded() string {
	if g.raw {
		return Ingredients
	}
	return g.dish.Title + " " + string(g.light)
}

// lead is the frame that the set-up is built for: the hero, or the first.
func (g group) lead() Shot {
	for _, k := range []shots.Kind{shots.Hero, shots.Alternate} {
		for _, x := range g.shots {
			if x.Kind == k {
				return x
			}
		}
	}
	return g.shots[0]
}

// divide puts frames together that can be taken of one set-up: those of a dish in light from
// one side, since only the light has to be moved between others; all frames of ingredients
// are one, whatever dish they are for (P11).
func divide(a Ask) []group {
	dishes := map[string]*Dish{}
	for i := range a.Dishes {
		dishes[a.Dishes[i].ID] = &a.Dishes[i]
	}
	hero := map[string]words.Direction{}
	for _, x := range a.Shots {
		if _, told := hero[x.DishID]; !told && real(x.Light) && x.Kind != shots.Ingredient || x.Kind == shots.Hero && real(x.Light) {
			hero[x.DishID] = x.Light
		}
	}
	var out []group
	at := map[string]int{}
	for _, x := range a.Shots {
		d := dishes[x.DishID]
		if d == nil {
			continue
		}
		from := x.Light
		if d.Told.Light != "" && (from == hero[x.DishID] || x.Kind == shots.Hero) {
			from = d.Told.Light // a reference says where its light comes from
		}
		if !real(from) { // light that stays on comes from where the hero's does
			from = hero[x.DishID]
		}
		if from == "" {
			from = words.FromSide
		}
		key, raw := d.ID+" "+string(from), x.Kind == shots.Ingredient
		if raw {
			key, from = Ingredients, words.FromSide
		}
		i, known := at[key]
		if !known {
			i = len(out)
			at[key] = i
			out = append(out, group{key: key, dish: d, light: from, raw: raw})
		}
		out[i].shots = append(out[i].shots, x)
		if s, made := a.Standing[x.ID]; made && (out[i].stands == nil || x.Kind == shots.Hero) {
			out[i].stands = &s
		}
	}
	return out
}

// wants says why its light comes from where it does.
func (g group) wants() string {
	if !g.raw && g.dish.Told.Light == g.light {
		return quoted(g.dish.Told.LightWords)
	}
	return "The list asks for light " + string(g.light) + "."
}

// open are the frames that are still to be drafted.
func (g group) open(a Ask) []Shot {
	var out []Shot
	for _, x := range g.shots {
		if _, made := a.Standing[x.ID]; !made {
			out = append(out, x)
		}
	}
	return out
}

// real reports whether a direction says from where.
func real(d words.Direction) bool { return d != "" && d != words.Continuous }
