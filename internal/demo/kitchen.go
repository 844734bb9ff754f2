package demo

import (
	"strings"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/eating"
	"figladder/internal/craft/measure"
	"figladder/internal/craft/series"
	"figladder/internal/craft/shopping"
	"figladder/internal/store"
	"figladder/internal/studio/kitchen"
)

// kitchen gives the winter shoot what is decided before the day: trials, colours,
// goods, days.
func (l *loader) kitchen(s *store.Shoot) {
	if l.err != nil {
		return
	}
	l.say("Cooking the trials, choosing colours and writing the shopping.")
	dishes, err := l.st.Kitchen.Dishes(l.ctx, s.Key)
	if l.err = err; err != nil {
		return
	}
	at := map[string]store.Dish{}
	for _, d := range dishes {
		at[d.Recipe.Title] = d
	}
	l.trials(at["Quince pavlova"].Key)
	for title, c := range map[string]struct{ vessel, ground, accent string }{
		"Cider mussels with sea beet":                    {"#26262a", "#4a5a70", "#c98a3c"},
		"Cured trout on rye crispbread with horseradish": {"#5b6f8a", "#39425f", ""},
		"Quince pavlova":                                 {"#6f7a86", "#39425f", "#b4456a"},
		"Black sesame ice cream":                         {"#8d9396", "#2f3038", ""},
		"Sloe and tonic":                                 {"#c9d3d6", "#39425f", ""},
		"Smoked pear toddy":                              {"#b9a58c", "#3a332c", "#c98a3c"},
	} {
		l.colours(at[title].Key, c.vessel, c.ground, c.accent)
	}
	l.deed(func() error {
		sloe, err := l.st.Kitchen.Dish(l.ctx, at["Sloe and tonic"].Key)
		if err == nil {
			_, err = l.st.Kitchen.MarkEating(l.ctx, l.who, sloe.Key, sloe.Version, eating.Mark{Altered: true, Why: "glass coated with clear matt lacquer and sprayed with glycerine"})
		}
		return err
	})
	l.goods(s.Key)
	l.deed(func() error {
		t := series.UsualTerms()
		t.DayMinor, t.SetupMin, t.SetupMinor = 64000, 35, 0
		_, err := l.st.Kitchen.SaveSeriesTerms(l.ctx, l.who, s.Key, 0, t)
		return err
	})
	l.deed(func() error {
		return l.st.Kitchen.SaveChoices(l.ctx, l.who, s.Key, 0, shopping.Choices{Ticked: []string{"caster sugar", "cornflour"}, Times: []shopping.Times{{ID: at["Quince pavlova"].Key, Times: measure.Ratio(2, 1)}},
			Extra: []shopping.Extra{{Key: "parchment", Words: "Parchment, two rolls", Shop: "Grocer"}}}, "Wrote the shopping")
	})
}

// deed does one deed unless one before it failed.
func (l *loader) deed(f func() error) {
	if l.err == nil {
		l.err = f()
	}
}

func (l *loader) trials(dishID string) {
	meringue := "Whisk the egg whites to stiff peaks, then whisk in the sugar by the spoonful.\nBake at %.\nPoach the quinces in sugar and water until they turn pink.\nWhip the cream softly and pile it on."
	rest := "\n2 quinces\n100 g sugar\n300 ml double cream"
	for _, t := range []kitchen.TrialEdit{
		{Kind: "trial", Day: "2026-11-10", Ingredients: "4 egg whites\n260 g caster sugar\n1 tsp cornflour" + rest, Method: strings.ReplaceAll(meringue, "%", "150 °C for 60 minutes"), Result: "Wide cracks, beads of syrup at the foot.", Faults: []string{"cracks", "weeps"}, Verdict: "fails"},
		{Kind: "trial", Day: "2026-11-14", Ingredients: "4 egg whites\n220 g caster sugar\n1 tsp cornflour" + rest, Method: strings.ReplaceAll(meringue, "%", "150 °C for 60 minutes"), Result: "Dry foot, still cracked.", Faults: []string{"cracks"}, Verdict: "nearly"},
		{Kind: "trial", Day: "2026-11-18", Ingredients: "4 egg whites\n220 g caster sugar\n1 tsp cornflour" + rest, Method: strings.ReplaceAll(meringue, "%", "120 °C for 90 minutes"), Result: "Whole, pale, one hairline crack at the back.", Verdict: "works"},
		{Kind: "source", Name: "Aunt Pellow's card", Ingredients: "6 egg whites\n360 g caster sugar\n2 tsp cornflour\n1 tsp vinegar\n3 pears\n500 ml double cream", Method: "Bake at 130 °C for 75 minutes."},
	} {
		l.deed(func() error {
			_, err := l.st.Kitchen.AddTrial(l.ctx, l.who, dishID, t)
			return err
		})
	}
}

func (l *loader) colours(dishID, vessel, ground, accent string) {
	l.deed(func() error {
		c, err := l.st.Kitchen.Colours(l.ctx, dishID)
		if err != nil {
			return err
		}
		c.Plan.Vessel, c.Plan.Ground, c.Plan.Accent = vessel, ground, accent
		for i := range c.Plan.Food { // the first ingredient has most of the plate, as it usually has
			c.Plan.Food[i].Share = float64(max(1, 5-2*i))
			if strings.Contains(c.Plan.Food[i].Name, "quince") {
				c.Plan.Food[i].Share = 3
			}
		}
		_, err = l.st.Kitchen.SaveColours(l.ctx, l.who, dishID, c.Version, c.Plan)
		return err
	})
}

func (l *loader) goods(shootID string) {
	for _, g := range []struct {
		thing, pack, unit string
		minor             int64
		shop, aisle       string
		stock, stockUnit  string
	}{
		{"double cream", "300", "ml", 185, "Harbour dairy", "hatch", "", ""},
		{"soured cream", "150", "ml", 110, "Harbour dairy", "hatch", "", ""},
		{"milk", "1", "l", 130, "Harbour dairy", "hatch", "", ""},
		{"butter", "250", "g", 240, "Harbour dairy", "hatch", "100", "g"},
		{"egg", "6", "", 210, "Harbour dairy", "hatch", "", ""},
		{"mussels", "1", "kg", 650, "Quay fish", "counter", "", ""},
		{"trout fillet", "500", "g", 1150, "Quay fish", "counter", "", ""},
		{"caster sugar", "500", "g", 95, "Grocer", "dry goods", "", ""},
		{"sugar", "1", "kg", 125, "Grocer", "dry goods", "2", "kg"},
		{"salt", "750", "g", 80, "Grocer", "dry goods", "500", "g"},
		{"cornflour", "250", "g", 115, "Grocer", "dry goods", "", ""},
		{"black sesame seeds", "100", "g", 260, "Grocer", "dry goods", "", ""},
		{"sloe spirit", "70", "cl", 2450, "Grocer", "drinks", "", ""},
		{"pear spirit", "50", "cl", 2200, "Grocer", "drinks", "", ""},
		{"tonic water", "500", "ml", 120, "Grocer", "drinks", "", ""},
		{"dry cider", "500", "ml", 240, "Grocer", "drinks", "", ""},
		{"quince", "", "", 90, "Merrow market", "fruit", "", ""},
		{"pear", "", "", 45, "Merrow market", "fruit", "", ""},
		{"lemon", "", "", 40, "Merrow market", "fruit", "", ""},
	} {
		l.deed(func() error {
			amount := func(s string) measure.Rational { r, _ := measure.ParseRational(s); return r }
			_, err := l.st.Kitchen.SaveGoods(l.ctx, l.who, shootID, "", 0, shopping.Goods{Thing: g.thing, Pack: amount(g.pack), PackUnit: g.unit, PriceMinor: g.minor, Shop: g.shop, Aisle: g.aisle, Stock: amount(g.stock), StockUnit: g.stockUnit})
			return err
		})
	}
}

// references gives the winter shoot pictures to take something from: frames of
// the autumn shoot, and a note.
func (l *loader) references(winter, autumn *store.Shoot) {
	if l.err != nil {
		return
	}
	frames, err := l.st.Frames.Frames(l.ctx, autumn.Key, "")
	if l.err = err; err != nil {
		return
	}
	for i, r := range []brief.Reference{
		{Words: "The window from the left, nothing opposite it: keep that direction, go darker.", Takes: []string{"light"}, From: "our own Allotment table, October"},
		{Words: "How much room the plate has at the top.", Takes: []string{"crop", "angle"}, From: "our own Allotment table, October"},
	} {
		if i >= len(frames) {
			break
		}
		l.deed(func() error {
			jpg, err := l.st.Frames.Picture(l.ctx, frames[i].Key, 1200)
			if err == nil {
				_, err = l.st.Brief.AddReference(l.ctx, l.who, winter.Key, r, jpg)
			}
			return err
		})
	}
	l.deed(func() error {
		_, err := l.st.Brief.AddReference(l.ctx, l.who, winter.Key, brief.Reference{Words: "Fog over the estuary at eight in the morning: slate, and one lit window.", Takes: []string{"mood", "colour"}, From: "the walk to the studio"}, nil)
		return err
	})
}
