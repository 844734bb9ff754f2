package list

import (
	"context"
	"fmt"
	"unicode"
	"unicode/utf8"

	"figladder/internal/craft/cores"
	"figladder/internal/craft/measure"
	"figladder/internal/craft/method"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/series"
	"figladder/internal/craft/shopping"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
)

// PlannedDish is a dish as the days are divided.
type PlannedDish struct {
	ID      string   `json:"id" doc:"Key of the dish"`
	Name    string   `json:"name" doc:"What it is"`
	Minutes float64  `json:"minutes" doc:"Before the lens, set-up apart"`
	Counted string   `json:"counted" doc:"How the minutes were counted, or that they are your own"`
	Setup   string   `json:"setup" doc:"Angle and light it is built for"`
	Buys    []string `json:"buys" doc:"Things it takes that are sold in packs"`
}

// PlannedDay is one day of a plan.
type PlannedDay struct {
	Dishes     []string `json:"dishes" doc:"Keys of the dishes"`
	Minutes    float64  `json:"minutes" doc:"Before the lens and at set-ups"`
	PriceMinor int64    `json:"priceMinor" doc:"Room, hands, sets and packs"`
	Setups     int      `json:"setups" doc:"Sets built"`
	Shared     []string `json:"shared" doc:"Things of which dishes of this day share a pack"`
}

// Division is a way to divide the dishes into days.
type Division struct {
	Days       []PlannedDay `json:"days" doc:"Day by day"`
	PriceMinor int64        `json:"priceMinor" doc:"All of it"`
	Minutes    float64      `json:"minutes" doc:"All of it"`
	Setups     int          `json:"setups" doc:"Sets built"`
}

// SeriesPlan is a shoot's dishes divided into days at the least price, beside one
// dish a day.
type SeriesPlan struct {
	Terms      series.Terms      `json:"terms" doc:"What days offer and cost"`
	Version    int               `json:"version" doc:"Version of the terms; 0 before the first"`
	Dishes     []PlannedDish     `json:"dishes" doc:"What is divided"`
	Best       *Division         `json:"best" doc:"The plan; null when there is none"`
	Apart      *Division         `json:"apart" doc:"One dish a day; null when there is none"`
	BoundMinor int64             `json:"boundMinor" doc:"No plan is cheaper than this"`
	Exact      bool              `json:"exact" doc:"Whether no plan can be cheaper"`
	Problem    string            `json:"problem" doc:"Why there is no plan, or empty"`
	Readings   []reading.Reading `json:"readings" doc:"What the plan saves"`
}

// PlanSeries divides a shoot's dishes into days by the terms given, which are not
// saved.
func (s *Room) PlanSeries(ctx context.Context, shootID string, t series.Terms) (*SeriesPlan, error) {
	if err := core.Fields("terms", t.Check()); err != nil {
		return nil, err
	}
	out := &SeriesPlan{Terms: t, Dishes: []PlannedDish{}, Readings: []reading.Reading{}}
	list, _, err := s.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	rows, err := s.Kitchen.Dishes(ctx, shootID)
	if err != nil {
		return nil, err
	}
	dishes, packs, err := s.seriesDishes(ctx, rows, list, t, out)
	if err != nil {
		return nil, err
	}
	day := series.Day{Minutes: t.DayMin, Price: float64(t.DayMinor), SetupMinutes: t.SetupMin, SetupPrice: float64(t.SetupMinor)}
	best, err := series.BestUntil(ctx, dishes, packs, day, t.MostDays)
	if ctx.Err() != nil {
		return nil, ctx.Err()
	}
	if err != nil {
		out.Problem = sentenceOf(err)
		return out, nil
	}
	apart, err := series.OneADay(dishes, packs, day)
	if err != nil {
		out.Problem = sentenceOf(err)
		return out, nil
	}
	out.Exact, out.BoundMinor = best.Exact, int64(best.Bound+0.5)
	out.Best, out.Apart = division(best, dishes, packs, day, out.Dishes), division(apart, dishes, packs, day, out.Dishes)
	out.savings(t.Currency)
	return out, nil
}

func sentenceOf(err error) string {
	r, n := utf8.DecodeRuneInString(err.Error())
	return string(unicode.ToUpper(r)) + err.Error()[n:] + "."
}

// seriesDishes turns rows into what series divides.
func (s *Room) seriesDishes(ctx context.Context, rows []store.Dish, list []store.Shot, t series.Terms, out *SeriesPlan) ([]series.Dish, map[string]series.Pack, error) {
	var needs []shopping.Need
	for _, d := range rows {
		needs = append(needs, shopping.Need{Lines: d.Recipe.Ingredients})
	}
	goodsRows, err := s.Kitchen.GoodsFor(s.Store.WithContext(ctx), needs)
	if err != nil {
		return nil, nil, err
	}
	goods := kitchen.Bare(goodsRows)
	packs := map[string]series.Pack{}
	for _, g := range goods {
		if !g.Pack.IsZero() && g.PriceMinor > 0 {
			packs[g.Key()] = series.Pack{Size: 1, Price: float64(g.PriceMinor)}
		}
	}
	own := map[string]float64{}
	for _, o := range t.MinutesOwn {
		own[o.DishID] = o.Minutes
	}
	verbs, err := s.Kitchen.Verbs(ctx)
	if err != nil {
		return nil, nil, err
	}
	// A long recipe without a list takes a third of a second to read, so every core reads.
	kindsOf, setups := make([][]shots.Kind, len(rows)), make([]string, len(rows))
	if err := cores.Each(ctx, len(rows), func(i int) { kindsOf[i], setups[i] = framesOf(rows[i], list, verbs) }); err != nil {
		return nil, nil, err
	}
	var dishes []series.Dish
	for i, row := range rows {
		kinds, setup := kindsOf[i], setups[i]
		p := PlannedDish{ID: row.Key, Name: row.Recipe.Title, Setup: setup, Buys: []string{}}
		p.Minutes, p.Counted = series.Minutes(kinds)
		if m, ok := own[row.Key]; ok {
			p.Minutes, p.Counted = m, "your own figure"
		}
		d := series.Dish{Name: p.Name, Minutes: p.Minutes, Setup: setup, Uses: shopping.Uses(row.Recipe.Ingredients, goods, measure.Metric)}
		for _, g := range goods {
			if d.Uses[g.Key()] > 0 {
				p.Buys = append(p.Buys, g.Thing)
			}
		}
		out.Dishes, dishes = append(out.Dishes, p), append(dishes, d)
	}
	return dishes, packs, nil
}

// framesOf is what a dish is photographed as: its frames on the list, or those
// picked for it while there are none; and the set of its hero.
func framesOf(row store.Dish, list []store.Shot, verbs map[string]method.Class) (kinds []shots.Kind, setup string) {
	add := func(k shots.Kind, angle words.Angle, light words.Direction) {
		kinds = append(kinds, k)
		if setup == "" || k == shots.Hero {
			setup = string(angle) + ", " + string(light)
		}
	}
	for _, x := range list {
		if x.DishID == row.Key {
			add(shots.Kind(x.Kind), x.Angle, x.Light)
		}
	}
	if len(kinds) == 0 {
		for _, p := range shots.Mine(row.Recipe, row.Form, row.Supporting, verbs).Proposals {
			if p.Pick {
				add(p.Kind, p.Angle, p.Light)
			}
		}
	}
	return kinds, setup
}

func division(p series.Plan, dishes []series.Dish, packs map[string]series.Pack, day series.Day, named []PlannedDish) *Division {
	out := &Division{Days: []PlannedDay{}, PriceMinor: int64(p.Price + 0.5), Minutes: p.Minutes, Setups: p.Setups}
	for _, on := range p.Days {
		one := series.On(dishes, packs, day, on)
		d := PlannedDay{Dishes: []string{}, Minutes: one.Minutes, PriceMinor: int64(one.Price + 0.5), Setups: one.Setups, Shared: []string{}}
		takers := map[string]int{}
		for _, i := range on {
			d.Dishes = append(d.Dishes, named[i].ID)
			for _, thing := range named[i].Buys {
				if takers[thing]++; takers[thing] == 2 {
					d.Shared = append(d.Shared, thing)
				}
			}
		}
		out.Days = append(out.Days, d)
	}
	return out
}

// savings says what the plan saves against one dish a day.
func (p *SeriesPlan) savings(currency string) {
	source := "Exact, by dynamic programming over sets of dishes (Held & Karp)"
	if !p.Exact {
		source = "Gathered and improved by exchange; no plan is cheaper than " + shopping.Money(p.BoundMinor) + " " + currency
	}
	saved := p.Apart.PriceMinor - p.Best.PriceMinor
	hours := (p.Apart.Minutes - p.Best.Minutes) / 60
	money := reading.New("savedMoney", "Saved against a dish a day", float64(saved)/100, currency, 2, source,
		reading.Line{Words: "One dish a day", Formula: fmt.Sprintf("%d days, %d sets", len(p.Apart.Days), p.Apart.Setups), Shown: shopping.Money(p.Apart.PriceMinor)},
		reading.Line{Words: "This plan", Formula: fmt.Sprintf("%d days, %d sets", len(p.Best.Days), p.Best.Setups), Shown: shopping.Money(p.Best.PriceMinor)},
		reading.Line{Words: "Saved", Formula: shopping.Money(p.Apart.PriceMinor) + " − " + shopping.Money(p.Best.PriceMinor), Shown: shopping.Money(saved)})
	p.Readings = append(p.Readings, money,
		reading.New("savedHours", "Hours saved", hours, "h", 1, source,
			reading.Line{Words: "One dish a day", Formula: fmt.Sprintf("%d sets", p.Apart.Setups), Shown: reading.Number(p.Apart.Minutes, 0) + " min"},
			reading.Line{Words: "This plan", Formula: fmt.Sprintf("%d sets", p.Best.Setups), Shown: reading.Number(p.Best.Minutes, 0) + " min"},
			reading.Line{Words: "Saved", Formula: fmt.Sprintf("(%.0f − %.0f) ÷ 60", p.Apart.Minutes, p.Best.Minutes), Shown: reading.Number(hours, 1) + " h"}),
		reading.New("planPrice", "Price of this plan", float64(p.Best.PriceMinor)/100, currency, 2, source, reading.Line{Words: "Days, sets and packs, day by day", Formula: dayPrices(p.Best), Shown: shopping.Money(p.Best.PriceMinor)}))
}

func dayPrices(d *Division) string {
	out := ""
	for i, x := range d.Days {
		if i > 0 {
			out += " + "
		}
		out += shopping.Money(x.PriceMinor)
	}
	return out
}
