package cupboard

import (
	"context"
	"fmt"
	"sort"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
)

// JudgedFor is what props for a dish are judged against.
func (s *Room) JudgedFor(ctx context.Context, dish *store.Dish) (cupboard.Ask, error) {
	shoot, err := s.Brief.Shoot(ctx, dish.ShootID)
	if err != nil {
		return cupboard.Ask{}, err
	}
	b := kitchen.AskOf(shoot.Brief)
	a := cupboard.Ask{Dish: dish.Recipe.Title, Form: string(dish.Form), AcrossMm: dish.Recipe.Across(), Ingredients: kitchen.Items(dish.Recipe), Food: dish.Colour.Food, Dark: b.Dark, Bold: b.Bold || dish.Colour.School == "bold", Altered: dish.Eating.Altered}
	var hero store.Shot
	got := s.Store.WithContext(ctx).Where("dish_id = ? and kind = 'hero'", dish.Key).Limit(1).Find(&hero)
	if got.Error != nil {
		return a, got.Error
	}
	a.Angle, a.Light = hero.Angle, hero.Light
	if got.RowsAffected == 0 {
		m, err := s.List.Mine(ctx, dish)
		if err != nil {
			return a, err
		}
		for _, p := range m.Proposals {
			if p.Kind == shots.Hero {
				a.Angle, a.Light = p.Angle, p.Light
			}
		}
	}
	return a, nil
}

// Suited are a cupboard's props for a dish, in three roles.
type Suited struct {
	Dish    string            `json:"dish" doc:"The dish"`
	Asked   string            `json:"asked" doc:"What they were judged for, in words"`
	Vessels []SuitedProp      `json:"vessels" doc:"Plates, bowls and glasses for it, best first"`
	Grounds []SuitedProp      `json:"grounds" doc:"Backdrops, best first"`
	Beside  []SuitedProp      `json:"beside" doc:"What may stand beside it, best first"`
	Held    []string          `json:"held" doc:"Keys of props held for this dish already"`
	Schools []colour.School   `json:"schools" doc:"The schools of colour, each with its reason"`
	Missing []finding.Finding `json:"missing" doc:"What the cupboard lacks for it, and which vessels go through its frames of ingredients"`
}

// SuitedProp is a prop with its drawing and how it suits.
type SuitedProp struct {
	cupboard.Ranked
	Drawing cupboard.Drawing `json:"drawing" doc:"To scale"`
	Free    int              `json:"free" doc:"How many are free on the shoot's day"`
}

// mostJudged is how many props are judged at once, by name; beyond it is said so.
const mostJudged = 20000

// mostSuited is how many of each role are shown.
const mostSuited = 24

// SuitedTo ranks the cupboard for a dish.
func (s *Room) SuitedTo(ctx context.Context, dishID string) (*Suited, error) {
	dish, err := s.Kitchen.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	ask, err := s.JudgedFor(ctx, dish)
	if err != nil {
		return nil, err
	}
	tx := s.Store.WithContext(ctx)
	var rows []store.PropRow
	if err := tx.Where("count > 0").Order("name, id").Limit(mostJudged).Find(&rows).Error; err != nil {
		return nil, err
	}
	seen, err := s.seen(tx, keysOf(rows))
	if err != nil {
		return nil, err
	}
	free, err := s.free(ctx, dish.ShootID, rows)
	if err != nil {
		return nil, err
	}
	byRole := map[string][]cupboard.Ranked{}
	for _, r := range rows {
		x := cupboard.Ranked{ID: r.Key, Prop: r.Prop, Seen: seen[r.Key], Suits: r.Prop.Suit(ask, seen[r.Key])}
		byRole[x.Suits.Role] = append(byRole[x.Suits.Role], x)
	}
	out := &Suited{Dish: dish.Recipe.Title, Schools: colour.Schools, Held: []string{}, Missing: []finding.Finding{}}
	out.Asked = brief.Join(", ", string(dish.Form), string(ask.Angle), string(ask.Light), map[bool]string{true: "dark", false: "bright"}[ask.Dark], map[bool]string{true: "bold", false: "quiet"}[ask.Bold])
	for role, into := range map[string]*[]SuitedProp{"vessel": &out.Vessels, "ground": &out.Grounds, "beside": &out.Beside} {
		*into = best(byRole[role], free)
		if len(*into) == 0 {
			out.Missing = append(out.Missing, finding.Finding{Code: "nothing-" + role, Severity: finding.Note, Subject: "Nothing in the cupboard is a " + role + " for this", Measure: "none", Limit: "one", Because: "It has to come from somewhere.", Try: []finding.Try{finding.Hands("look at the wanted list")}})
		}
	}
	if len(rows) == mostJudged {
		out.Missing = append(out.Missing, finding.Finding{Code: "not-all-judged", Severity: finding.Note, Subject: "Not every prop was judged", Measure: core.Plural(mostJudged, "prop"), Limit: core.Plural(mostJudged, "prop"), Because: "Only the first by name are judged in one go.", Try: []finding.Try{finding.Hands("look for others on the wall")}})
	}
	var ingredients int64
	if err := tx.Model(&store.Shot{}).Where("dish_id = ? and kind = ?", dishID, string(shots.Ingredient)).Count(&ingredients).Error; err != nil {
		return nil, err
	}
	if ingredients > 1 {
		props := make([]cupboard.Prop, len(rows))
		for i := range rows {
			props[i] = rows[i].Prop
		}
		out.Missing = append(out.Missing, cupboard.OneVessel(props, int(ingredients))...)
	}
	sort.Slice(out.Missing, func(a, b int) bool { return out.Missing[a].Code < out.Missing[b].Code })
	if err := tx.Model(&store.Reservation{}).Where("dish_id = ? and state in ?", dishID, store.Holding).Pluck("prop_id", &out.Held).Error; err != nil {
		return nil, err
	}
	return out, nil
}

func keysOf(rows []store.PropRow) []string {
	out := make([]string, len(rows))
	for i, r := range rows {
		out[i] = r.Key
	}
	return out
}

// best are the best of a role, each finding's hands pointed at the prop that suits
// best instead.
func best(all []cupboard.Ranked, free map[string]int) []SuitedProp {
	cupboard.Rank(all)
	out := []SuitedProp{}
	for i, x := range all {
		if i == mostSuited {
			break
		}
		if i > 0 {
			for k := range x.Suits.Findings {
				f := &x.Suits.Findings[k]
				f.Try = append(f.Try, finding.Hands(fmt.Sprintf("from this cupboard: %s (%.0f of 100)", all[0].Prop.Name, all[0].Suits.Score)))
			}
		}
		out = append(out, SuitedProp{x, x.Prop.Draw(), free[x.ID]})
	}
	return out
}

// free counts how many of each prop are free on a shoot's day.
func (s *Room) free(ctx context.Context, shootID string, rows []store.PropRow) (map[string]int, error) {
	var taken []struct {
		PropID string
		Taken  int
	}
	err := s.Store.WithContext(ctx).Raw(`select r.prop_id, sum(r.count) as taken from reservations r join shoots s on s.id = r.shoot_id, shoots mine
		where mine.id = ? and (s.id = mine.id or s.day = mine.day) and r.state in ? group by r.prop_id`, shootID, store.Holding).Scan(&taken).Error
	out := map[string]int{}
	for _, r := range rows {
		out[r.Key] = r.Prop.Count
	}
	for _, t := range taken {
		out[t.PropID] -= t.Taken
	}
	return out, err
}
