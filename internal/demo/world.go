package demo

import (
	"figladder/internal/craft/brief"
	"figladder/internal/craft/release"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
)

type dish struct{ title, form, ingredients, method string }

var winter = []dish{
	{"Cider mussels with sea beet", "soup",
		"1 kg mussels, scrubbed\n2 shallots, finely chopped\n25 g butter\n300 ml dry cider\n100 g sea beet, stalks stripped\n2 tbsp double cream\n1 handful parsley, chopped",
		"Rinse the mussels and pull off the beards.\nSoften the shallots in the butter in the black pot.\nPour in the cider, add the mussels, cover and steam for 4 minutes.\nStir in the sea beet and cream until the beet wilts.\nServe steaming hot, with parsley scattered over the top."},
	{"Cured trout on rye crispbread with horseradish", "flat",
		"500 g trout fillet\n60 g salt\n40 g sugar\n4 rye crispbreads\n3 tbsp fresh horseradish, grated\n150 ml soured cream\n1 lemon\na few sprigs of dill",
		"Cure the trout in salt and sugar for two days, then rinse and pat dry.\nStir half the horseradish into the soured cream.\nSpread the crispbreads with the cream.\nLay on the trout in folds.\nGrate the rest of the horseradish over and squeeze lemon over just before serving."},
	{"Quince pavlova", "tall",
		"For the meringue:\n4 egg whites\n220 g caster sugar\n1 tsp cornflour\nFor the top:\n2 quinces\n100 g sugar\n300 ml double cream",
		"Whisk the egg whites to stiff peaks, then whisk in the sugar by the spoonful.\nHeap on to a tray and bake at 120 °C for 90 minutes; leave to cool in the oven.\nPoach the quinces in sugar and water until they turn pink.\nWhip the cream softly and pile it on.\nTop with the quinces and drizzle their syrup over.\nCut into wedges at the table."},
	{"Black sesame ice cream", "frozen",
		"60 g black sesame seeds\n500 ml milk\n4 egg yolks\n120 g sugar\na pinch of salt",
		"Toast the sesame seeds and grind them to a paste.\nWhisk the yolks with the sugar, pour on the hot milk and cook to a custard.\nStir in the paste, chill, churn, then freeze for 4 hours.\nScoop into a cold steel coupe and sprinkle with sesame seeds."},
	{"Sloe and tonic", "drink",
		"50 ml sloe spirit\n150 ml tonic water\nice\n1 sprig of rosemary\n3 sloes",
		"Fill a tall glass with ice.\nPour the sloe spirit over the ice.\nTop with tonic and lay the rosemary across the rim."},
	{"Smoked pear toddy", "drink",
		"1 pear\n50 ml pear spirit\n2 tsp honey\n150 ml boiling water\n1 strip of orange peel",
		"Smoke the pear over oak shavings for ten minutes and slice it.\nWarm the spirit with the honey in a handled glass.\nTop with boiling water and add the pear.\nFlame the orange peel over the glass and serve hot."},
}

func (l *loader) winter() *store.Shoot {
	s := l.shoot(winterName, brief.Brief{
		Kind: "commission", Who: "Merrow Ferry Kitchen; one stylist, one pair of hands", What: "Six dishes and drinks of the winter menu",
		When: "2026-12-03", Where: "Tern Loft Studio, west window", Why: "Feed, menu board and tiles for the season", How: "Muted and dark, one warm accent a frame",
		Mood: brief.Mood{Key: "dark", Colour: "muted"}, HouseColours: []string{"#5b6f8a"}, Hands: 3,
		Crew: []brief.Hand{{Name: "Maud Pellow", Does: "photographer"}, {Name: "Ines Corrow", Does: "stylist", Avoids: []string{"sesame"}}, {Name: "Tam Lisk", Does: "assistant"},
			{Name: "Oda Wrenfield", Does: "client", From: "11:00", To: "15:00", Avoids: []string{"molluscs"}}},
		Candidates: []brief.Candidate{
			{Name: "Quince pavlova", State: "chosen", Because: "height and a warm pink among four dark dishes"},
			{Name: "Leek and potato soup", State: "dropped", Because: "a third bowl; the mussels have the steam already"},
			{Name: "Treacle tart", State: "open", Because: ""},
		},
		Deliverables: []brief.Deliverable{
			{Name: "Feed", Count: 6, Shape: "4:5", LongPx: 1350, Due: "2026-12-11"},
			{Name: "Menu board", Count: 6, Shape: "3:2", LongPx: 2000, Due: "2026-12-11"},
			{Name: "Tiles", Count: 6, Shape: "1:1", LongPx: 1080, Due: "2026-12-18"},
		}})
	mussels := l.dish(s, winter[0], "action", "safe", "ingredient", "alternate")
	trout := l.dish(s, winter[1], "action", "safe", "detail")
	pavlova := l.dish(s, winter[2], "action", "safe", "before", "alternate")
	sesame := l.dish(s, winter[3], "safe")
	sloe := l.dish(s, winter[4], "action", "safe")
	toddy := l.dish(s, winter[5], "safe")
	if l.err != nil {
		return s
	}
	l.say("Building the winter sets and taking three frames.")
	l.set(hero(mussels), musselSet)
	l.set(hero(trout), troutSet)
	l.set(hero(pavlova), pavlovaSet)
	l.set(hero(sesame), sesameSet)
	l.set(hero(sloe), sloeSet)
	l.set(hero(toddy), toddySet)
	l.say("Drafting the other frames of the winter menu.")
	l.draft(s)
	for _, shots := range [][]string{{hero(mussels)}, {hero(trout)}, {hero(pavlova)}} {
		l.take(shots[0], true)
	}
	l.finish(hero(mussels), false)
	return s
}

func (l *loader) rind() {
	s := l.shoot("Rind", brief.Brief{
		Kind: "own", Who: "On my own", What: "Five small cheeses, each with its cracker and its fruit", When: "2027-03-18", Where: "Tern Loft Studio, north roof light",
		Why: "Portfolio series", How: "", Mood: brief.Mood{Key: "bright", Colour: "muted"}})
	l.dish(s, dish{"Ash-rolled goat's cheese, oat cracker, pear", "plate", "1 small goat's cheese\n4 oat crackers\n1 pear", "Let the cheese come to room temperature.\nSlice the pear and fan it out.\nCut the cheese at the last moment."})
	l.dish(s, dish{"Washed-rind cow's cheese, rye cracker, fig", "plate", "1 washed-rind cheese\n4 rye crackers\n2 figs", "Let the cheese come to room temperature.\nTear the figs open.\nBreak the cheese so that it shows its paste."})
}

func (l *loader) allotment() *store.Shoot {
	l.say("Taking, finishing and publishing the autumn frames.")
	s := l.shoot("Allotment table", brief.Brief{
		Kind: "own", Who: "On my own", What: "Leeks, chard, beans and new potatoes", When: "2026-10-08", Where: "Tern Loft Studio, west window",
		Why: "A post about the allotment", How: "Plain, bright, from the side", Mood: brief.Mood{Key: "bright", Colour: "muted"},
		Deliverables: []brief.Deliverable{{Name: "Feed", Count: 4, Shape: "4:5", LongPx: 1350, Due: "2026-10-20"}}})
	dishes := []struct {
		dish
		form, food, garnish, vessel string
	}{
		{dish{"Leeks in vinaigrette", "plate", "6 leeks\n2 tbsp mustard vinaigrette", "Simmer the leeks until soft, then cool.\nArrange on a plate.\nPour the vinaigrette over just before serving."}, "slices", "#9db36a", "#d9c86a", "#d9d6cd"},
		{dish{"Chard gratin", "plate", "500 g chard\n200 ml cream\n60 g hard cheese", "Wilt the chard.\nStir in the cream, top with cheese.\nBake for 25 minutes until brown."}, "crumble", "#b58a4a", "#4f6b3a", "#b9a58c"},
		{dish{"White beans with sage", "soup", "2 tins white beans\n8 sage leaves\n3 tbsp oil", "Warm the beans in their liquid.\nCrisp the sage in oil.\nSpoon into bowls and drizzle the sage oil over."}, "soup", "#d8c79f", "#5e7457", "#7c8a91"},
		{dish{"New potatoes with dill", "plate", "1 kg new potatoes\n1 bunch dill\n50 g butter", "Boil the potatoes.\nToss with butter.\nScatter dill over and serve."}, "balls", "#d3b268", "#5f8a4c", "#d9d6cd"},
	}
	var heroes []string
	for _, d := range dishes {
		shots := l.dish(s, d.dish)
		if l.err != nil {
			return s
		}
		id := hero(shots)
		l.set(id, func(x *scene.Set) {
			loft(x, 3000)
			x.Table.Reflectance, x.Table.Colour = 0.42, "#a58f76"
			x.Vessel.Colour = d.vessel
			x.Food = scene.Food{Name: d.title, Form: d.form, AboveMm: 26, Colour: d.food, Garnish: d.garnish}
			x.Camera.Orientation, x.Camera.DistanceMm, x.Camera.Aperture = "portrait", 560, 9
			x.Cards = []scene.Card{{Name: "White card A2", Kind: "white", On: true, XMm: 1140, YMm: 430, WidthMm: 594, HeightMm: 420, FacingDeg: 270}, {Name: "Black card A2", Kind: "black", XMm: 420, YMm: 300, WidthMm: 594, HeightMm: 420, FacingDeg: 90}}
		})
		l.take(id, true)
		heroes = append(heroes, id)
	}
	for _, f := range l.looks(s, "From the garden", gardenLook, gardenLooks) {
		if _, l.err = l.st.Finish.Make(l.ctx, l.who, f); l.err != nil {
			return s
		}
	}
	for i, d := range dishes {
		l.finish(heroes[i], true)
		l.publish(heroes[i], "feed", release.Words{Title: d.title, Caption: d.title + ", from the allotment.", Alt: "A plate of " + d.title + " on a pale wooden table, lit from the left.", Credit: "Tern Loft Studio"})
	}
	l.notes(s, gardenNotes)
	return s
}
