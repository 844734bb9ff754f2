package out

import (
	"context"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/release"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/words"
	"figladder/internal/store"
	"figladder/internal/studio/finish"
)

// DraftWords drafts the words of a cut from what is known of it, for a person to read.
func (s *Room) DraftWords(ctx context.Context, shotID string, c CutOrder) (*release.Words, error) {
	check, list, o, err := s.cut(ctx, shotID, c)
	if err != nil {
		return nil, err
	}
	return s.drafted(ctx, list, o, check)
}

func (s *Room) drafted(ctx context.Context, list *finish.List, o release.Outlet, check *CutCheck) (*release.Words, error) {
	dish, err := s.Frames.List.Kitchen.Dish(ctx, list.Shot.DishID)
	if err != nil {
		return nil, err
	}
	known := release.Known{Dish: dish.Recipe.Title}
	for _, i := range dish.Recipe.Ingredients {
		known.Ingredients = append(known.Ingredients, i.Item)
	}
	if v := check.known; v != nil {
		known.State, known.Vessel, known.VesselLooks = string(v.set.State), v.set.Vessel.Kind, looks(v.set.Vessel.Colour, v.set.OfGlass())
		known.Ground, known.Angle = lyingOn(v.set), seenFrom[words.AngleAt(v.set.Camera.ElevationDeg)]
		known.Beside = v.frame.SeenIn(v.part, check.part())
	}
	last, err := store.All[store.Publication](s.Store.WithContext(ctx).Where("shoot_id = ? and words ->> 'credit' <> ''", list.Shot.ShootID).Order("id desc").Limit(1))
	if err != nil {
		return nil, err
	}
	if len(last) > 0 {
		known.Credit = last[0].Words.Credit
	}
	w := release.Drafted(known, o)
	return &w, nil
}

// seenFrom says an angle within a sentence.
var seenFrom = map[words.Angle]string{words.StraightDown: "from straight above", words.ThreeQuarter: "from above at an angle", words.Low: "from low down", words.Level: "at the height of the table", words.SlightlyBelow: "from just below its rim"}

// tops are what things stand on, within a sentence, by what the top is.
var tops = map[string]string{"": "a wooden table", "wood": "a wooden table", "stone": "a stone top", "linen": "linen", "paint": "a painted top", "metal": "a metal top", "paper": "paper"}

func lyingOn(s scene.Set) string {
	switch {
	case s.Ground.On && s.Ground.Material == "wood":
		return "a wooden board"
	case s.Ground.On && s.Ground.Material == "":
		return "" // nobody said what it is
	case s.Ground.On:
		return tops[s.Ground.Material]
	}
	return tops[s.Table.Material]
}

// looks is a colour in a word or two; of glass nothing is said.
func looks(hex string, glass bool) string {
	c, err := colour.Parse(hex)
	if err != nil || glass {
		return ""
	}
	return c.Name()
}
