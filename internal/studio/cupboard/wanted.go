package cupboard

import (
	"context"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// Lacking is what the cupboard lacks, and what is looked for.
type Lacking struct {
	Gaps   []cupboard.Gap    `json:"gaps" doc:"Against a starter set and for the dishes of shoots to come"`
	Wanted []WantedThing     `json:"wanted" doc:"What is looked for"`
	Due    []finding.Finding `json:"due" doc:"Loans that go back soon or should have gone"`
}

// WantedThing is a thing looked for with whether to rent or buy it.
type WantedThing struct {
	Row    store.WantedRow `json:"row" doc:"What is looked for"`
	Choice cupboard.Choice `json:"choice" doc:"Rent or buy"`
}

// dueSoonDays is how long before its day a loan is called due.
const dueSoonDays = 7

// Lacking says what the cupboard lacks for the dishes of shoots to come, what is
// wanted, and which loans are due.
func (s *Room) Lacking(ctx context.Context) (*Lacking, error) {
	tx := s.Store.WithContext(ctx)
	var rows []store.PropRow
	if err := tx.Order("name, id").Limit(mostJudged).Find(&rows).Error; err != nil {
		return nil, err
	}
	today := s.Now().Format("2006-01-02")
	var dishes []store.Dish
	if err := tx.Joins("join shoots on shoots.id = dishes.shoot_id").Where("coalesce(shoots.day, '9999') >= ?", today).Order("shoots.day, dishes.position").Limit(60).Find(&dishes).Error; err != nil {
		return nil, err
	}
	var asks []cupboard.Ask
	for i := range dishes {
		a, err := s.JudgedFor(ctx, &dishes[i])
		if err != nil {
			return nil, err
		}
		asks = append(asks, a)
	}
	var all []cupboard.Prop
	for _, r := range rows {
		all = append(all, r.Prop)
	}
	out := &Lacking{Wanted: []WantedThing{}, Due: []finding.Finding{}}
	soon := s.Now().AddDate(0, 0, dueSoonDays).Format("2006-01-02")
	var lent []store.PropRow
	if err := tx.Where("prop #>> '{loan,from}' <> '' and prop #>> '{loan,due}' between '0' and ? and prop #>> '{loan,returned}' = 'false'", soon).Order("prop #>> '{loan,due}', name, id").Find(&lent).Error; err != nil {
		return nil, err
	}
	for _, r := range lent {
		l := r.Prop.Loan
		f := finding.Finding{Code: "loan-due", Severity: finding.Note, Subject: r.Prop.Name + " goes back to " + l.From, Measure: core.DayOf(l.Due), Limit: core.Plural(dueSoonDays, "day") + " ahead", Because: "What is lent comes back whole and on time, or is not lent again.", Try: []finding.Try{finding.Hands("clean it, wrap it, take it back")}}
		if l.Due < today {
			f.Code, f.Severity, f.Subject = "loan-late", finding.Care, r.Prop.Name+" should have gone back to "+l.From
		}
		out.Due = append(out.Due, f)
	}
	out.Gaps = cupboard.Gaps(all, asks)
	var wanted []store.WantedRow
	if err := tx.Order("id").Find(&wanted).Error; err != nil {
		return nil, err
	}
	for _, w := range wanted {
		out.Wanted = append(out.Wanted, WantedThing{w, cupboard.RentOrBuy(w.Wanted)})
	}
	return out, nil
}

// SaveWanted adds to the wanted list (id empty) or saves an entry.
func (s *Room) SaveWanted(ctx context.Context, who core.Who, id string, version int, w cupboard.Wanted) (*store.WantedRow, error) {
	if err := core.Fields("wanted", w.Check()); err != nil {
		return nil, err
	}
	var row *store.WantedRow
	if err := s.Deed(ctx, who, Cupboard, "Wanted: "+w.Name, func(j *store.Journal) (err error) {
		if id == "" {
			row = &store.WantedRow{Base: store.NewBase(), Wanted: w}
			return j.Create(row)
		}
		if row, err = store.Find[store.WantedRow](j.TX, id); err != nil {
			return err
		}
		row.Version, row.Wanted = version, w
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveWanted takes an entry off the wanted list.
func (s *Room) RemoveWanted(ctx context.Context, who core.Who, id string) error {
	return s.Deed(ctx, who, Cupboard, "Took a wish off the list", func(j *store.Journal) error {
		row, err := store.Find[store.WantedRow](j.TX, id)
		if err != nil {
			return err
		}
		j.Removes(row, row.Wanted.Name)
		return j.Delete(row)
	})
}
