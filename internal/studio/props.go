package studio

import (
	"context"
	"fmt"
	"sort"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
)

// askOfDish is what props for a dish are judged against.
func (s *Studio) askOfDish(ctx context.Context, dish *store.Dish) (cupboard.Ask, error) {
	shoot, err := s.Shoot(ctx, dish.ShootID)
	if err != nil {
		return cupboard.Ask{}, err
	}
	b := askOf(shoot.Brief)
	a := cupboard.Ask{Dish: dish.Recipe.Title, Form: dish.Form, Ingredients: items(dish.Recipe), Food: dish.Colour.Food, Dark: b.Dark, Bold: b.Bold || dish.Colour.School == "bold", Altered: dish.Eating.Altered}
	var hero store.Shot
	got := s.Store.WithContext(ctx).Where("dish_id = ? and kind = 'hero'", dish.Key).Limit(1).Find(&hero)
	if got.Error != nil {
		return a, got.Error
	}
	a.Angle, a.Light = hero.Angle, hero.Light
	if got.RowsAffected == 0 {
		for _, p := range mine(dish).Proposals {
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
func (s *Studio) SuitedTo(ctx context.Context, dishID string) (*Suited, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	ask, err := s.askOfDish(ctx, dish)
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
	out.Asked = join(", ", dish.Form, ask.Angle, ask.Light, map[bool]string{true: "dark", false: "bright"}[ask.Dark], map[bool]string{true: "bold", false: "quiet"}[ask.Bold])
	for role, into := range map[string]*[]SuitedProp{"vessel": &out.Vessels, "ground": &out.Grounds, "beside": &out.Beside} {
		*into = best(byRole[role], free)
		if len(*into) == 0 {
			out.Missing = append(out.Missing, finding.Finding{Code: "nothing-" + role, Severity: finding.Note, Subject: "Nothing in the cupboard is a " + role + " for this", Measure: "none", Limit: "one", Because: "It has to come from somewhere.", Try: []finding.Try{finding.Hands("look at the wanted list")}})
		}
	}
	if len(rows) == mostJudged {
		out.Missing = append(out.Missing, finding.Finding{Code: "not-all-judged", Severity: finding.Note, Subject: "Not every prop was judged", Measure: plural(mostJudged, "prop"), Limit: plural(mostJudged, "prop"), Because: "Only the first by name are judged in one go.", Try: []finding.Try{finding.Hands("look for others on the wall")}})
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
func (s *Studio) free(ctx context.Context, shootID string, rows []store.PropRow) (map[string]int, error) {
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

// Reserve holds props for a shoot, for one of its dishes or for all of it. The last
// one goes to whoever is first; the other is told.
func (s *Studio) Reserve(ctx context.Context, who Who, shootID, dishID, propID string, count int) (*store.Reservation, error) {
	prop, err := s.Prop(ctx, propID)
	if err != nil {
		return nil, err
	}
	if count < 1 || count > 999 {
		return nil, fields("", []finding.FieldProblem{{Path: "count", Words: "From 1 to 999."}})
	}
	row := &store.Reservation{Base: store.NewBase(), PropID: propID, ShootID: shootID, DishID: dishID, Count: count, State: "reserved"}
	err = s.deed(ctx, who, shootID, "Held "+prop.Prop.Name, func(j *store.Journal) error {
		if _, err := store.Find[store.Shoot](j.TX, shootID); err != nil {
			return err
		}
		if dishID != "" {
			if dish, err := store.Find[store.Dish](j.TX, dishID); err != nil {
				return err
			} else if dish.ShootID != shootID {
				return fields("", []finding.FieldProblem{{Path: "dishId", Words: "That dish belongs to another shoot."}})
			}
		}
		return j.Create(row)
	})
	if err != nil {
		return nil, held(err, prop.Prop.Name)
	}
	return row, nil
}

// SetHeld changes how many are held, or where they are: reserved, pulled, back,
// broken. What is broken is taken off the prop's count and written in its history.
func (s *Studio) SetHeld(ctx context.Context, who Who, id string, version, count int, state string) (*store.Reservation, error) {
	row, err := store.Find[store.Reservation](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	prop, err := s.Prop(ctx, row.PropID)
	if err != nil {
		return nil, err
	}
	if count < 1 || count > 999 {
		return nil, fields("", []finding.FieldProblem{{Path: "count", Words: "From 1 to 999."}})
	}
	was := row.State
	words := map[string]string{"reserved": "Held " + prop.Prop.Name, "pulled": "Pulled " + prop.Prop.Name, "back": "Put " + prop.Prop.Name + " back", "broken": "Wrote " + prop.Prop.Name + " down as broken"}[state]
	err = s.deed(ctx, who, row.ShootID, words, func(j *store.Journal) error {
		row.Version, row.Count, row.State = version, count, state
		if err := j.Update(row); err != nil {
			return err
		}
		if state != "broken" || was == "broken" {
			return nil
		}
		prop.Prop.Count = max(0, prop.Prop.Count-count)
		prop.Prop.History = append(prop.Prop.History, cupboard.Event{Day: s.now().Format("2006-01-02"), Words: plural(count, "piece") + " broken on a shoot"})
		return j.Update(prop)
	})
	if err != nil {
		return nil, held(err, prop.Prop.Name)
	}
	return row, nil
}

// Release takes a prop off a shoot's pull list.
func (s *Studio) Release(ctx context.Context, who Who, id string) error {
	row, err := store.Find[store.Reservation](s.Store.WithContext(ctx), id)
	if err != nil {
		return err
	}
	return s.deed(ctx, who, row.ShootID, "Let a prop go", func(j *store.Journal) error { return j.Delete(row) })
}

// Pull is one line of a pull list.
type Pull struct {
	Reservation store.Reservation `json:"reservation" doc:"What is held"`
	Prop        ShelvedProp       `json:"prop" doc:"The prop"`
	Dish        string            `json:"dish" doc:"The dish it is for, or empty"`
}

// Clash is a prop held more often on one day than there are.
type Clash struct {
	PropID string           `json:"propId" doc:"The prop"`
	Name   string           `json:"name" doc:"What it is called"`
	Day    string           `json:"day" doc:"The day"`
	There  int              `json:"there" doc:"How many there are"`
	Held   int              `json:"held" doc:"How many are held"`
	Shoots []string         `json:"shoots" doc:"For which shoots"`
	Others []SuitedProp     `json:"others" doc:"Free that day instead, best first"`
	Words  string           `json:"words" doc:"The clash in words"`
	Mine   string           `json:"mine" doc:"Key of this shoot's reservation"`
	Drawn  cupboard.Drawing `json:"drawn" doc:"The prop, to scale"`
}

// PullList is what a shoot takes off the shelves.
type PullList struct {
	Pulls   []Pull  `json:"pulls" doc:"By shelf"`
	Clashes []Clash `json:"clashes" doc:"Held twice on the shoot's day"`
}

// Pulls is a shoot's pull list, by shelf, with what clashes on its day.
func (s *Studio) Pulls(ctx context.Context, shootID string) (*PullList, error) {
	shoot, err := s.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	tx := s.Store.WithContext(ctx)
	var held []store.Reservation
	if err := tx.Where("shoot_id = ?", shootID).Order("id").Find(&held).Error; err != nil {
		return nil, err
	}
	ids := make([]string, len(held))
	for i, r := range held {
		ids[i] = r.PropID
	}
	var props []store.PropRow
	if err := tx.Where("id in ?", ids).Find(&props).Error; err != nil {
		return nil, err
	}
	byID := map[string]store.PropRow{}
	for _, p := range props {
		byID[p.Key] = p
	}
	_, dishes, err := s.wholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := &PullList{Pulls: []Pull{}, Clashes: []Clash{}}
	for _, r := range held {
		out.Pulls = append(out.Pulls, Pull{r, shelved(byID[r.PropID]), dishes[r.DishID].Recipe.Title})
	}
	sort.SliceStable(out.Pulls, func(a, b int) bool {
		x, y := out.Pulls[a].Prop.Prop, out.Pulls[b].Prop.Prop
		return x.Shelf < y.Shelf || x.Shelf == y.Shelf && x.Name < y.Name
	})
	if shoot.Brief.When != "" {
		if out.Clashes, err = s.clashes(ctx, shoot, held, byID); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// clashes finds props of a shoot that are held more often on its day than there
// are, with others that are free instead.
func (s *Studio) clashes(ctx context.Context, shoot *store.Shoot, held []store.Reservation, byID map[string]store.PropRow) ([]Clash, error) {
	out := []Clash{}
	tx := s.Store.WithContext(ctx)
	var days []struct {
		PropID, Shoot string
		Count         int
	}
	if err := tx.Raw(`select r.prop_id, s.name as shoot, sum(r.count) as count from reservations r join shoots s on s.id = r.shoot_id
		where s.day = ? and r.state in ? group by r.prop_id, s.id, s.name order by s.name`, shoot.Brief.When, store.Holding).Scan(&days).Error; err != nil {
		return nil, err
	}
	told := map[string]bool{}
	for _, r := range held {
		p := byID[r.PropID]
		c := Clash{PropID: r.PropID, Name: p.Prop.Name, Day: shoot.Brief.When, There: p.Prop.Count, Shoots: []string{}, Mine: r.Key, Drawn: p.Prop.Draw()}
		for _, d := range days {
			if d.PropID == r.PropID {
				c.Held += d.Count
				c.Shoots = append(c.Shoots, d.Shoot)
			}
		}
		if c.Held <= c.There || told[r.PropID] {
			continue
		}
		told[r.PropID] = true
		c.Words = fmt.Sprintf("%s is held %s on %s, and there is %d: for %s.", c.Name, plural(c.Held, "time"), dayOf(c.Day), c.There, join(" and ", c.Shoots...))
		others, err := s.alternatives(ctx, shoot, r, p)
		if err != nil {
			return nil, err
		}
		c.Others = others
		out = append(out, c)
	}
	return out, nil
}

// alternatives are props of the same kind that are free on the shoot's day, the
// most alike or the best suited first.
func (s *Studio) alternatives(ctx context.Context, shoot *store.Shoot, r store.Reservation, p store.PropRow) ([]SuitedProp, error) {
	page := []store.PropRow{}
	q, err := s.siftedProps(s.Store.WithContext(ctx), PropAsk{Kind: string(p.Prop.Kind), FreeOn: shoot.Brief.When})
	if err != nil {
		return nil, err
	}
	if err := q.Where("id <> ? and prop ->> 'condition' not in ('broken', 'chipped')", p.Key).Limit(300).Find(&page).Error; err != nil {
		return nil, err
	}
	ask := cupboard.Ask{Form: "plate"}
	if r.DishID != "" {
		if dish, err := s.Dish(ctx, r.DishID); err == nil {
			if ask, err = s.askOfDish(ctx, dish); err != nil {
				return nil, err
			}
		}
	}
	free, err := s.free(ctx, shoot.Key, page)
	if err != nil {
		return nil, err
	}
	var all []cupboard.Ranked
	for _, x := range page {
		all = append(all, cupboard.Ranked{ID: x.Key, Prop: x.Prop, Suits: x.Prop.Suit(ask, cupboard.Seen{})})
	}
	out := best(all, free)
	return out[:min(5, len(out))], nil
}

// Swap holds another prop instead of one that is held.
func (s *Studio) Swap(ctx context.Context, who Who, id, propID string) (*store.Reservation, error) {
	row, err := store.Find[store.Reservation](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	other, err := s.Prop(ctx, propID)
	if err != nil {
		return nil, err
	}
	err = s.deed(ctx, who, row.ShootID, "Took "+other.Prop.Name+" instead", func(j *store.Journal) error {
		if err := j.Delete(row); err != nil {
			return err
		}
		row = &store.Reservation{Base: store.NewBase(), PropID: propID, ShootID: row.ShootID, DishID: row.DishID, Count: row.Count, State: "reserved"}
		return j.Create(row)
	})
	if err != nil {
		return nil, held(err, other.Prop.Name)
	}
	return row, nil
}
