package day

import (
	"context"
	"fmt"

	craftbrief "figladder/internal/craft/brief"
	"figladder/internal/craft/cost"
	"figladder/internal/craft/dayplan"
	"figladder/internal/formats/sheet"
	"figladder/internal/store"
	briefroom "figladder/internal/studio/brief"
	"figladder/internal/studio/core"
)

// Money is what a shoot comes to, with what is said of it.
type Money struct {
	Version  int           `json:"version" doc:"Of the day, to send back; 0 for the first save"`
	Doc      cost.Doc      `json:"doc" doc:"What is said"`
	Estimate cost.Estimate `json:"estimate" doc:"What it comes to"`
	Went     string        `json:"went" doc:"What hours came to on the day against the plan; empty before"`
}

// MoneyOf works it out.
func (s *Room) MoneyOf(ctx context.Context, shootID string) (*Money, error) {
	a, err := s.of(ctx, shootID)
	if err != nil {
		return nil, err
	}
	f, err := s.facts(ctx, a)
	if err != nil {
		return nil, err
	}
	out := &Money{Version: a.version, Doc: a.costs, Estimate: cost.Of(a.costs, f)}
	planned, went := 0, 0
	for _, t := range dayplan.Times(a.day, a.jobs, a.doc) {
		planned, went = planned+t.PlannedMin, went+t.WentMin
	}
	if planned > 0 {
		out.Went = fmt.Sprintf("Jobs that are over took %d min; %d min were planned.", went, planned)
	}
	return out, nil
}

// CameTo is what a shoot comes to as it was estimated, and with other minutes at the edit of a final and another number of
// rounds than were said.
func (s *Room) CameTo(ctx context.Context, shootID string, editMin, rounds int) (estimated, came cost.Estimate, err error) {
	a, err := s.of(ctx, shootID)
	if err != nil {
		return estimated, came, err
	}
	f, err := s.facts(ctx, a)
	if err != nil {
		return estimated, came, err
	}
	then := a.costs
	then.EditMin, then.Rounds = editMin, rounds
	return cost.Of(a.costs, f), cost.Of(then, f), nil
}

// region is whose cups and spoons the shopping is reckoned in; prices are by packs, and the same in all.
const region = "metric"

// facts are what the rest of the shoot knows of its cost: the crew's hours from call to end of the day that was taken,
// the shopping with its spares, finals owed, and how the studio's own days went.
func (s *Room) facts(ctx context.Context, a *all) (cost.Facts, error) {
	b := a.shoot.Brief
	basket, err := s.Kitchen.Shopping(ctx, a.shoot.Key, region)
	if err != nil {
		return cost.Facts{}, err
	}
	f := cost.Facts{Currency: basket.Currency, FoodMinor: basket.List.CostMinor, Unpriced: basket.List.Unpriced, Finals: b.Finals()}
	starts, whole := a.doc.StartsOf(a.day)
	t := a.doc.Terms
	from, to := t.StartMin, t.EndMin // of the last day; the others are whole ones
	days, eve := max(1, t.Days), map[string]int{}
	if whole {
		f.Planned, to = true, from
		who := dayplan.Assign(a.day, a.jobs, starts, a.people())
		for i, at := range starts {
			to = max(to, at+a.day.Tasks[i].Min-1440*(days-1))
			for _, name := range who[i] {
				if at < 0 {
					eve[name] += a.day.Tasks[i].Min
				}
			}
		}
	}
	there := func(h craftbrief.Hand) int {
		sum := eve[h.Name]
		for day := range days {
			end := t.EndMin
			if day == days-1 {
				end = to
			}
			in, out := h.There(from, end)
			sum += max(0, min(out, end)-in)
		}
		return sum
	}
	for _, h := range b.Crew {
		if h.Works() {
			f.Crew = append(f.Crew, cost.Hours{Name: h.Name, Does: h.Does, Min: there(h)})
		}
	}
	if len(b.Crew) == 0 { // nobody is written down: whoever takes the pictures is there
		f.Crew = []cost.Hours{{Name: "You", Does: "photographer", Min: there(craftbrief.Hand{Name: "You", Does: "photographer"})}}
	}
	f.Over, f.Days, err = s.ownDays(ctx, a.shoot.Key)
	return f, err
}

// ownDays is by how much the studio's other days took longer than planned, as a share, and of how many that is known.
func (s *Room) ownDays(ctx context.Context, but string) (over float64, days int, err error) {
	rows, err := store.All[store.DayRow](s.Store.WithContext(ctx).Where("shoot_id <> ?", but))
	if err != nil {
		return 0, 0, err
	}
	var planned, went []int
	for _, r := range rows {
		p, w := r.Day.Logged()
		if _, ok := cost.History(p, w); ok {
			planned, went, days = append(planned, p...), append(went, w...), days+1
		}
	}
	if days > 0 {
		over, _ = cost.History(planned, went)
	}
	return over, days, nil
}

// MoneySaid is what is said of a shoot's money.
type MoneySaid struct {
	Version int      `json:"version" doc:"The version that was read; 0 for the first save"`
	Doc     cost.Doc `json:"doc" doc:"What is said"`
}

// SayMoney keeps it.
func (s *Room) SayMoney(ctx context.Context, who core.Who, shootID string, m MoneySaid) (*Money, error) {
	a, err := s.of(ctx, shootID)
	if err != nil {
		return nil, err
	}
	if err := core.Fields("doc", m.Doc.Check()); err != nil {
		return nil, err
	}
	if err := s.Deed(ctx, who, shootID, "Said what the shoot costs", func(j *store.Journal) error {
		_, err := core.SaveOnly(j, j.TX.Where("shoot_id = ?", shootID), m.Version, store.DayRow{Base: store.NewBase(), ShootID: shootID, Day: a.doc}, func(r *store.DayRow) { r.Costs = &m.Doc })
		return err
	}); err != nil {
		return nil, err
	}
	return s.MoneyOf(ctx, shootID)
}

// PrintEstimate is the estimate for a client: sums by what they are for, without what an hour is paid.
func (s *Room) PrintEstimate(ctx context.Context, shootID string) ([]byte, error) {
	a, err := s.of(ctx, shootID)
	if err != nil {
		return nil, err
	}
	m, err := s.MoneyOf(ctx, shootID)
	if err != nil {
		return nil, err
	}
	e := m.Estimate
	if len(e.Lines) == 0 {
		return nil, core.Rule("There is nothing to estimate yet: say what an hour is paid, or price the shopping.")
	}
	words := []struct{ key, name string }{{"crew", "Crew, on the day"}, {"room", "Room"}, {"rental", "Rental"}, {"food", "Food and drink, with spares"}, {"edit", "Edit and rounds"}, {"spare", "For what goes wrong"}}
	out := sheet.Sheet{Title: "Estimate: " + a.shoot.Name, Under: briefroom.Under(fmt.Sprintf("%d finals; an estimate, not a bill", a.shoot.Brief.Finals()), a.shoot.Brief), At: s.Now()}
	part := sheet.Part{Heading: "What it comes to, " + e.Currency, Columns: []sheet.Column{{Name: "For", Width: 16}, {Name: e.Currency, Width: 8, Right: true}}}
	for _, w := range words {
		var sum int64
		for _, l := range e.Lines {
			if l.Group == w.key {
				sum += l.Minor
			}
		}
		if sum > 0 {
			part.Rows = append(part.Rows, []string{w.name, fmt.Sprintf("%.2f", float64(sum)/100)})
		}
	}
	part.Rows = append(part.Rows, []string{"All of it", e.Total.Shown})
	out.Parts = []sheet.Part{part}
	var owed []string
	for _, d := range a.shoot.Brief.Deliverables {
		owed = append(owed, fmt.Sprintf("%s: %d finals, %s, at least %d px", d.Name, d.Count, d.Shape, d.LongPx))
	}
	if len(owed) > 0 {
		out.Parts = append(out.Parts, sheet.Part{Heading: "For", Lines: append(owed, fmt.Sprintf("%d rounds of changes are in it.", m.Doc.Rounds))})
	}
	return out.PDF(ctx)
}

// CostsSaid is what was said of a shoot's money, and its currency, with nothing worked out.
func (s *Room) CostsSaid(ctx context.Context, shootID string) (cost.Doc, string, error) {
	rows, err := store.All[store.DayRow](s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).Limit(1))
	if err != nil {
		return cost.Doc{}, "", err
	}
	terms, err := s.Kitchen.SeriesTerms(ctx, shootID)
	if err != nil {
		return cost.Doc{}, "", err
	}
	if len(rows) == 0 || rows[0].Costs == nil {
		return cost.Start(), terms.Terms.Currency, nil
	}
	return *rows[0].Costs, terms.Terms.Currency, nil
}
