package day

import (
	"context"
	"fmt"

	"figladder/internal/craft/dayplan"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// errands are the ways that a shoot takes before its first frame: to the shop while lines are not ticked, to whoever rents
// things out, and to the shelves. What is not wanted, or takes no time by the day's terms, is none.
func (s *Room) errands(ctx context.Context, a *all) ([]dayplan.OwnJob, error) {
	var out []dayplan.OwnJob
	t := a.doc.Terms
	if t.ShopMin > 0 {
		basket, err := s.Kitchen.Shopping(ctx, a.shoot.Key, region)
		if err != nil {
			return nil, err
		}
		left, fresh := 0, 0
		for _, l := range basket.List.Lines {
			if !l.Ticked && !l.Covered {
				left++
				if l.Fresh {
					fresh++
				}
			}
		}
		if left > 0 {
			because := core.Plural(left, "line") + " of the shopping list not ticked yet"
			if fresh > 0 {
				because += fmt.Sprintf(", of which %d to be had fresh on the day", fresh)
			}
			out = append(out, dayplan.OwnJob{Key: "shop", Name: "Shop", Min: t.ShopMin, Hands: 1, Eve: true, Before: dayplan.EveryDish, Because: because})
		}
	}
	if n := len(a.costs.Rentals); n > 0 && t.CollectMin > 0 {
		out = append(out, dayplan.OwnJob{Key: "collect", Name: "Collect what is rented", Min: t.CollectMin, Hands: 1, Eve: true, Before: dayplan.EveryFrame, Because: core.Plural(n, "thing") + " rented, by Cost"})
	}
	if t.FetchMin > 0 {
		var n int64
		if err := s.Store.WithContext(ctx).Model(&store.Reservation{}).Where("shoot_id = ?", a.shoot.Key).Count(&n).Error; err != nil {
			return nil, err
		}
		if n > 0 {
			out = append(out, dayplan.OwnJob{Key: "fetch", Name: "Fetch props and kit to the set", Min: t.FetchMin, Hands: 1, Before: dayplan.EveryFrame, Because: core.Plural(int(n), "prop") + " on the pull list"})
		}
	}
	return out, nil
}
