package kitchen

import (
	"context"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/styling"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// Styled is a frame with the techniques that are on it, their amounts worked out for its glass and its dish.
type Styled struct {
	Shot  store.Shot
	Dish  store.Dish
	Cards []styling.Technique
}

// StyledIn are a shoot's frames that techniques are on, in its order. What shopping, packing and the safety sheet have
// of them is worked out from here each time, so that taking one off takes all of that back.
func (s *Room) StyledIn(ctx context.Context, shootID string) ([]Styled, error) {
	tx := s.Store.WithContext(ctx)
	rows, err := store.All[store.Shot](tx.Where("shoot_id = ? and techniques <> '[]'", shootID).Order("position, id"))
	if err != nil || len(rows) == 0 {
		return nil, err
	}
	planned, err := core.PlannedIn(tx, shootID)
	if err != nil {
		return nil, err
	}
	sets := map[string]scene.Set{}
	for _, p := range planned {
		sets[p.ShotID] = p.Set()
	}
	all, err := s.Dishes(ctx, shootID)
	if err != nil {
		return nil, err
	}
	dishes := map[string]store.Dish{}
	for _, d := range all {
		dishes[d.Key] = d
	}
	out := make([]Styled, 0, len(rows))
	for _, r := range rows {
		f := styling.Usual()
		if set, ok := sets[r.Key]; ok {
			f = set.Styling(drink.PartsOf(dishes[r.DishID].Recipe))
		}
		out = append(out, Styled{r, dishes[r.DishID], styling.Of(r.Techniques, f)})
	}
	return out, nil
}

// boughtFor is what a shoot's techniques need to be bought, by dish: each technique once a dish. What is the dish's
// own, such as the drink that is thinned, is in its recipe already.
func (s *Room) boughtFor(ctx context.Context, shootID string) (map[string][]recipe.Ingredient, error) {
	styled, err := s.StyledIn(ctx, shootID)
	out := map[string][]recipe.Ingredient{}
	done := map[string]bool{}
	for _, x := range styled {
		for _, t := range x.Cards {
			if done[x.Dish.Key+t.Key] {
				continue
			}
			done[x.Dish.Key+t.Key] = true
			for _, m := range t.Materials {
				if m.Bought() {
					out[x.Dish.Key] = append(out[x.Dish.Key], recipe.ParseIngredient(m.Line()))
				}
			}
		}
	}
	return out, err
}
