package kitchen

import (
	"context"
	"strings"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/styling"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// styled is what the techniques on a shoot's frames need to be bought, by dish: each technique once a dish. What is
// the dish's own, such as the drink that is thinned, is in its recipe already.
func (s *Room) styled(ctx context.Context, shootID string) (map[string][]recipe.Ingredient, error) {
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
	out := map[string][]recipe.Ingredient{}
	done := map[string]bool{}
	for _, r := range rows {
		f := styling.Usual()
		if set, ok := sets[r.Key]; ok {
			dish, err := s.Dish(ctx, r.DishID)
			if err != nil {
				return nil, err
			}
			f = set.Styling(drink.PartsOf(dish.Recipe))
		}
		for _, t := range styling.Of(r.Techniques, f) {
			if done[r.DishID+t.Key] {
				continue
			}
			done[r.DishID+t.Key] = true
			for _, m := range t.Materials {
				if m.Bought() {
					out[r.DishID] = append(out[r.DishID], recipe.ParseIngredient(strings.TrimSpace(m.Amount+" "+m.Name)))
				}
			}
		}
	}
	return out, nil
}
