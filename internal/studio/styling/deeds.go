package styling

import (
	"context"
	"fmt"
	"slices"
	"time"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/hold"
	"figladder/internal/craft/scene"
	craft "figladder/internal/craft/styling"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// most techniques on one frame, and longest time that something is said to hold, s.
const (
	mostCards = 24
	longest   = 24 * 3600
)

// SetTechniques says which techniques are on a frame. What they add to shopping, packing and the safety sheet is worked
// out from there, so that taking one off takes that back.
func (s *Room) SetTechniques(ctx context.Context, who core.Who, shotID string, version int, keys []string) (*store.Shot, error) {
	var bad []finding.FieldProblem
	once := []string{}
	for i, k := range keys {
		if _, ok := craft.ByKey(k); !ok {
			bad = append(bad, finding.FieldProblem{Path: fmt.Sprintf("keys.%d", i), Words: "“" + k + "” is no technique of this list."})
		}
		if !slices.Contains(once, k) {
			once = append(once, k)
		}
	}
	if len(once) > mostCards {
		bad = append(bad, finding.FieldProblem{Path: "keys", Words: fmt.Sprintf("Up to %d techniques on one frame.", mostCards)})
	}
	if err := core.Fields("", bad); err != nil {
		return nil, err
	}
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	words := "Changed what is styled on “" + shot.Title + "”"
	for _, k := range once {
		if t, _ := craft.ByKey(k); !slices.Contains(shot.Techniques, k) {
			words = "Put “" + t.Name + "” on “" + shot.Title + "”"
		}
	}
	for _, k := range shot.Techniques {
		if t, ok := craft.ByKey(k); ok && !slices.Contains(once, k) {
			words = "Took “" + t.Name + "” off “" + shot.Title + "”"
		}
	}
	if err := s.Deed(ctx, who, shot.ShootID, words, func(j *store.Journal) error {
		shot.Version, shot.Techniques = version, once
		return j.Update(shot)
	}); err != nil {
		return nil, err
	}
	return shot, nil
}

// times are the studio's own, the latest first.
func (s *Room) times(ctx context.Context) ([]store.HoldRow, error) {
	return store.All[store.HoldRow](s.Store.WithContext(ctx).Order("created_at desc, id desc").Limit(500))
}

// Logs are those times by class.
func (s *Room) Logs(ctx context.Context) ([]hold.Log, error) {
	rows, err := s.times(ctx)
	return logsOf(rows), err
}

func logsOf(rows []store.HoldRow) []hold.Log {
	out := make([]hold.Log, len(rows))
	for i, r := range rows {
		out[i] = r.Log
	}
	return out
}

// AddTime writes down how long something held at a dish.
func (s *Room) AddTime(ctx context.Context, who core.Who, dishID string, l hold.Log) (*store.HoldRow, error) {
	var bad []finding.FieldProblem
	class, known := hold.ByKey(l.Class)
	if !known {
		bad = append(bad, finding.FieldProblem{Path: "class", Words: "“" + l.Class + "” is nothing of which it is known how long it holds."})
	}
	if !(l.Seconds >= 1 && l.Seconds <= longest) {
		bad = append(bad, finding.FieldProblem{Path: "seconds", Words: "From one second to a day."})
	}
	if err := core.Fields("", bad); err != nil {
		return nil, err
	}
	dish, err := s.Kitchen.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	row := &store.HoldRow{Base: store.NewBase(), HoldDoc: store.HoldDoc{DishID: dish.Key, Log: l}}
	if err := s.Deed(ctx, who, dish.ShootID, fmt.Sprintf("Timed %s at %s: %.0f s", class.Name, dish.Recipe.Title, l.Seconds), func(j *store.Journal) error { return j.Create(row) }); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveTime takes such a time away.
func (s *Room) RemoveTime(ctx context.Context, who core.Who, id string) error {
	row, err := store.Find[store.HoldRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return err
	}
	dish, err := s.Kitchen.Dish(ctx, row.DishID)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, dish.ShootID, "Took a time of "+row.Log.Class+" away", func(j *store.Journal) error { return j.Delete(row) })
}

// AddMoment writes down that a dish came to stand warm now, or went back to the cold or the heat.
func (s *Room) AddMoment(ctx context.Context, who core.Who, dishID string, out bool) (*store.MomentRow, error) {
	dish, err := s.Kitchen.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	row := &store.MomentRow{Base: store.NewBase(), MomentDoc: store.MomentDoc{DishID: dish.Key, When: s.Now().UTC().Truncate(time.Second), Out: out}}
	words := dish.Recipe.Title + " went back to the cold or the heat"
	if out {
		words = dish.Recipe.Title + " stands out"
	}
	if err := s.Deed(ctx, who, dish.ShootID, words, func(j *store.Journal) error { return j.Create(row) }); err != nil {
		return nil, err
	}
	return row, nil
}

// stood are a dish's moments and what they come to, by a rule.
func (s *Room) stood(ctx context.Context, dishID string, rule craft.Rule) ([]store.MomentRow, craft.Stood, error) {
	rows, err := store.All[store.MomentRow](s.Store.WithContext(ctx).Where("dish_id = ?", dishID).Order("at desc, id desc"))
	if err != nil {
		return nil, craft.Stood{}, err
	}
	var moments []craft.Moment
	for _, m := range rows {
		moments = append(moments, craft.Moment{At: m.When, Out: m.Out})
	}
	return rows, craft.StoodFor(moments, s.Now(), rule), nil
}

// PutGlowCard cuts a card to what the frame's glass holds and stands it behind it, in place of one that was there.
func (s *Room) PutGlowCard(ctx context.Context, who core.Who, shotID string, marginMm float64) (*store.Shot, error) {
	a, err := s.at(ctx, shotID)
	if err != nil {
		return nil, err
	}
	card, _, err := a.set.Set.GlowCard(marginMm)
	if err != nil {
		return nil, core.Rule("%s.", capital(err))
	}
	next := a.set.Set.Copy()
	at := slices.IndexFunc(next.Cards, func(c scene.Card) bool { return c.Name == card.Name })
	switch {
	case at >= 0:
		next.Cards[at] = card
	case len(next.Cards) >= 8:
		return nil, core.Rule("Eight cards are the most a set takes: take one away first.")
	default:
		next.Cards = append(next.Cards, card)
	}
	p := *a.set
	p.Set = next
	if _, err := s.Set.SaveSet(ctx, who, shotID, p); err != nil {
		return nil, err
	}
	return a.shot, nil
}

// Bedew sets how thick dew lies on a frame's glass on the set, 0 to 1.
func (s *Room) Bedew(ctx context.Context, who core.Who, shotID string, share float64) (*store.Shot, error) {
	if !(share >= 0 && share <= 1) {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "share", Words: "From none to all of the glass."}})
	}
	a, err := s.at(ctx, shotID)
	if err != nil {
		return nil, err
	}
	if !a.set.Set.OfGlass() {
		return nil, core.Rule("Dew shows on glass: this dish is in something else.")
	}
	p := *a.set
	p.Set = a.set.Set.Copy()
	p.Set.Vessel.Dew = share
	if _, err := s.Set.SaveSet(ctx, who, shotID, p); err != nil {
		return nil, err
	}
	return a.shot, nil
}

// Thin sets the share of its strength at which a frame's drink stands on the set.
func (s *Room) Thin(ctx context.Context, who core.Who, shotID string, share float64) (*store.Shot, error) {
	if !(share >= 0.01 && share <= 1) {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "share", Words: "From 1 to 100 % of its strength."}})
	}
	a, err := s.at(ctx, shotID)
	if err != nil {
		return nil, err
	}
	p := *a.set
	p.Set = a.set.Set.Copy()
	p.Set.Food.Strength = share
	if _, err := s.Set.SaveSet(ctx, who, shotID, p); err != nil {
		return nil, err
	}
	return a.shot, nil
}

// LayIn lays layers on one another in a frame's glass on the set, in the order in which they stand and as high as they
// come to; none takes them out again.
func (s *Room) LayIn(ctx context.Context, who core.Who, shotID string, layers []drink.Layer) (*store.Shot, error) {
	a, err := s.at(ctx, shotID)
	if err != nil {
		return nil, err
	}
	if !a.set.Set.OfGlass() {
		return nil, core.Rule("Layers show in glass: this dish is in something else.")
	}
	p := *a.set
	p.Set = a.set.Set.Copy()
	food := &p.Set.Food
	food.Layers = nil
	if len(layers) > 0 {
		lab, bad := craft.Layers(filled(a), layers)
		if err := core.Fields("", bad); err != nil {
			return nil, err
		}
		food.Form = "layers"
		for _, l := range lab.Layers {
			food.Layers = append(food.Layers, l.Layer)
			if !l.Solid {
				food.Form = "liquid"
			}
		}
		food.FillShare = min(1, lab.Layers[len(lab.Layers)-1].ToMm/p.Set.Vessel.HeightMm)
	}
	if _, err := s.Set.SaveSet(ctx, who, shotID, p); err != nil {
		return nil, err
	}
	return a.shot, nil
}
