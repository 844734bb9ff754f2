package kitchen

import (
	"context"
	"errors"
	"slices"
	"strings"
	"time"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/shopping"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"gorm.io/gorm"
)

// Cooked is a dish or trial of a shoot with how often it is made.
type Cooked struct {
	ID    string           `json:"id" doc:"Key of the dish or trial"`
	Name  string           `json:"name" doc:"What it is"`
	Kind  string           `json:"kind" enum:"dish,trial" doc:"Which of the two"`
	Times measure.Rational `json:"times" doc:"How often it is made"`
}

// Basket is a shoot's shopping.
type Basket struct {
	List     shopping.List    `json:"list" doc:"What to buy"`
	Choices  shopping.Choices `json:"choices" doc:"What was decided"`
	Version  int              `json:"version" doc:"Of the choices; 0 before the first"`
	Cooked   []Cooked         `json:"cooked" doc:"What is made, and how often"`
	Goods    []store.GoodsRow `json:"goods" doc:"How the studio buys the things on this list"`
	Currency string           `json:"currency" doc:"Of all prices"`
}

// choicesOf reads a shoot's shopping row; a fresh one, not yet kept, when there is
// none.
func choicesOf(tx *gorm.DB, shootID string) (*store.ShoppingRow, bool, error) {
	row := &store.ShoppingRow{}
	err := tx.Where("shoot_id = ?", shootID).First(row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		row = &store.ShoppingRow{Base: store.NewBase(), ShootID: shootID}
		store.Fill(row)
		return row, false, nil
	}
	return row, true, err
}

// Shopping works a shoot's shopping out.
func (s *Room) Shopping(ctx context.Context, shootID, region string) (*Basket, error) {
	cups, ok := regions[region]
	if !ok {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "region", Words: "“" + region + "” is no region of cups and spoons here: us, metric, uk or au."}})
	}
	if _, err := s.Brief.Shoot(ctx, shootID); err != nil {
		return nil, err
	}
	tx := s.Store.WithContext(ctx)
	row, kept, err := choicesOf(tx, shootID)
	if err != nil {
		return nil, err
	}
	out := &Basket{Choices: row.Choices, Cooked: []Cooked{}, Goods: []store.GoodsRow{}}
	if kept {
		out.Version = row.Version
	}
	needs, err := s.needs(ctx, shootID, row.Choices, out)
	if err != nil {
		return nil, err
	}
	goods, err := s.GoodsFor(tx, needs)
	if err != nil {
		return nil, err
	}
	out.Goods = goods
	out.List = shopping.Make(needs, Bare(goods), cups, row.Choices)
	earlier, err := s.leftBefore(tx, shootID)
	if err != nil {
		return nil, err
	}
	out.List.Remember(earlier)
	others, err := s.across(ctx, shootID, cups)
	if err != nil {
		return nil, err
	}
	out.List.Across(others)
	terms, err := s.SeriesTerms(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out.Currency = terms.Terms.Currency
	return out, nil
}

// Shoots within so many days of one another are shopped for in one go, so many of them at the most (values of our own).
const (
	acrossDays = 10
	acrossMost = 6
)

// across are the lists of the shoots about the day of one.
func (s *Room) across(ctx context.Context, shootID string, cups measure.Region) ([]shopping.Other, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	day, err := time.Parse(time.DateOnly, shoot.Brief.When)
	if err != nil {
		return nil, nil // it has no day yet
	}
	tx := s.Store.WithContext(ctx)
	near, err := store.All[store.Shoot](tx.Where("id <> ? and coalesce(brief ->> 'putAway', 'false') <> 'true' and brief ->> 'when' between ? and ?", shootID,
		day.AddDate(0, 0, -acrossDays).Format(time.DateOnly), day.AddDate(0, 0, acrossDays).Format(time.DateOnly)).Order("brief ->> 'when', id").Limit(acrossMost))
	if err != nil {
		return nil, err
	}
	var out []shopping.Other
	for _, x := range near {
		row, _, err := choicesOf(tx, x.Key)
		if err != nil {
			return nil, err
		}
		needs, err := s.needs(ctx, x.Key, row.Choices, &Basket{})
		if err != nil {
			return nil, err
		}
		goods, err := s.GoodsFor(tx, needs)
		if err != nil {
			return nil, err
		}
		on, _ := time.Parse(time.DateOnly, x.Brief.When)
		out = append(out, shopping.Other{Shoot: x.Name, On: on.Format("2 January"), List: shopping.Make(needs, Bare(goods), cups, row.Choices)})
	}
	return out, nil
}

// shootsBack is how many of the last shoots with something left are looked at.
const shootsBack = 40

// leftBefore is what was left at other shoots, the latest first.
func (s *Room) leftBefore(tx *gorm.DB, shootID string) ([]shopping.Before, error) {
	rows, err := store.All[store.ShoppingRow](tx.Where("shoot_id <> ? and jsonb_array_length(coalesce(choices->'left', '[]')) > 0", shootID).Order("created_at desc").Limit(shootsBack))
	if err != nil || len(rows) == 0 {
		return nil, err
	}
	var ids []string
	for _, r := range rows {
		ids = append(ids, r.ShootID)
	}
	shoots, err := store.All[store.Shoot](tx.Where("id in ?", ids))
	if err != nil {
		return nil, err
	}
	name := map[string]string{}
	for _, x := range shoots {
		name[x.Key] = x.Name
	}
	var out []shopping.Before
	for _, r := range rows {
		for _, l := range r.Choices.Left {
			out = append(out, shopping.Before{Leftover: l, Shoot: name[r.ShootID]})
		}
	}
	return out, nil
}

// SaveLeft says how much of a line was left at the end, as a share; nil takes that back.
func (s *Room) SaveLeft(ctx context.Context, who core.Who, shootID string, version int, key string, share *float64) error {
	b, err := s.Shopping(ctx, shootID, "metric")
	if err != nil {
		return err
	}
	at := slices.IndexFunc(b.List.Lines, func(l shopping.Line) bool { return l.Key == key })
	if at < 0 {
		return core.Rule("That line is not on the list any more.")
	}
	if share != nil && !(*share >= 0 && *share <= 1) {
		return core.Fields("", []finding.FieldProblem{{Path: "share", Words: "From none of it to all of it: 0 to 1."}})
	}
	return s.SaveChoices(ctx, who, shootID, version, b.Choices.WithLeft(b.List.Lines[at], share), "Said what was left of "+b.List.Lines[at].Thing)
}

// needs is what is cooked for a shoot: each dish once and no trial, unless said.
func (s *Room) needs(ctx context.Context, shootID string, c shopping.Choices, out *Basket) ([]shopping.Need, error) {
	dishes, err := s.Dishes(ctx, shootID)
	if err != nil {
		return nil, err
	}
	var trials []store.TrialRow
	if err := s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).Order("dish_id, position, id").Find(&trials).Error; err != nil {
		return nil, err
	}
	said := map[string]measure.Rational{}
	for _, t := range c.Times {
		said[t.ID] = t.Times
	}
	var needs []shopping.Need
	add := func(id, name, kind string, r recipe.Recipe, usual measure.Rational) error {
		times, ok := said[id]
		if !ok {
			times = usual
		}
		out.Cooked = append(out.Cooked, Cooked{id, name, kind, times})
		if times.IsZero() {
			return nil
		}
		scaled, err := r.Scaled(times)
		if err != nil {
			return err
		}
		needs = append(needs, shopping.Need{Dish: name, Lines: scaled.Ingredients})
		return nil
	}
	styled, err := s.boughtFor(ctx, shootID)
	if err != nil {
		return nil, err
	}
	for _, d := range dishes {
		if lines := styled[d.Key]; len(lines) > 0 {
			needs = append(needs, shopping.Need{Dish: d.Recipe.Title + ", styling", Lines: lines})
		}
		if err := add(d.Key, d.Recipe.Title, "dish", d.Recipe, measure.Ratio(1, 1)); err != nil {
			return nil, err
		}
		for _, t := range trials {
			if t.DishID == d.Key && t.Trial.Kind == "trial" {
				if err := add(t.Key, t.Trial.Name+" of "+d.Recipe.Title, "trial", t.Trial.Recipe, measure.Rational{}); err != nil {
					return nil, err
				}
			}
		}
	}
	return needs, nil
}

// GoodsFor finds how the things of a list are bought.
func (s *Room) GoodsFor(tx *gorm.DB, needs []shopping.Need) ([]store.GoodsRow, error) {
	seen := map[string]bool{"egg": true} // whites and yolks are bought as eggs
	things := []string{"egg"}
	for _, n := range needs {
		for _, in := range n.Lines {
			if k := recipe.Thing(in.Item); !seen[k] {
				seen[k] = true
				things = append(things, k)
			}
		}
	}
	return store.All[store.GoodsRow](tx.Where("thing in ?", things).Order("thing"))
}

// Bare takes the goods out of their rows.
func Bare(rows []store.GoodsRow) []shopping.Goods {
	out := make([]shopping.Goods, len(rows))
	for i, r := range rows {
		out[i] = r.Goods
	}
	return out
}

// SaveChoices saves what was decided about a shoot's shopping. version is the one
// read, 0 for the first save.
func (s *Room) SaveChoices(ctx context.Context, who core.Who, shootID string, version int, c shopping.Choices, words string) error {
	var bad []finding.FieldProblem
	for _, t := range c.Times {
		if t.Times.Cmp(measure.Rational{}) < 0 || t.Times.Float() > 1000 {
			bad = append(bad, finding.FieldProblem{Path: "choices.times", Words: "A dish is made from 0 to 1000 times."})
		}
	}
	for _, sp := range c.Spares {
		if sp.Amount.Cmp(measure.Rational{}) < 0 || sp.Amount.Float() > 1e6 {
			bad = append(bad, finding.FieldProblem{Path: "choices.spares", Words: "Spares are from 0 to a million."})
		}
	}
	for _, x := range c.Extra {
		if strings.TrimSpace(x.Words) == "" {
			bad = append(bad, finding.FieldProblem{Path: "choices.extra", Words: "Say what to buy."})
		}
	}
	if err := core.Fields("", bad); err != nil {
		return err
	}
	if words == "" {
		words = "Changed the shopping"
	}
	return s.Deed(ctx, who, shootID, words, func(j *store.Journal) error {
		if _, err := store.Find[store.Shoot](j.TX, shootID); err != nil {
			return err
		}
		row, kept, err := choicesOf(j.TX, shootID)
		if err != nil {
			return err
		}
		row.Choices = c
		if !kept {
			return j.Create(row)
		}
		row.Version = version
		return j.Update(row)
	})
}

// SaveGoods says how a thing is bought. It belongs to the studio; the deed is
// noted with the shoot at which it was done, so that it can be undone there.
func (s *Room) SaveGoods(ctx context.Context, who core.Who, shootID, id string, version int, g shopping.Goods) (*store.GoodsRow, error) {
	if err := core.Fields("goods", g.Check()); err != nil {
		return nil, err
	}
	g.Thing = strings.TrimSpace(g.Thing)
	var row *store.GoodsRow
	if err := s.Deed(ctx, who, shootID, "Said how "+g.Thing+" is bought", func(j *store.Journal) (err error) {
		if _, err := store.Find[store.Shoot](j.TX, shootID); err != nil {
			return err
		}
		if id == "" {
			row = &store.GoodsRow{Base: store.NewBase(), Thing: g.Key(), Goods: g}
			return j.Create(row)
		}
		if row, err = store.Find[store.GoodsRow](j.TX, id); err != nil {
			return err
		}
		row.Version, row.Thing, row.Goods = version, g.Key(), g
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}
