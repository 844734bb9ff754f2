package demo

import (
	"figladder/internal/craft/words"
	"strings"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/kit"
	"figladder/internal/store"
)

// shelf is a prop of the demo in short: name, shelf, sizes in mm (what they are
// depends on the kind), colour and second colour, finish, pattern, condition,
// count.
type shelf struct {
	kind    cupboard.Kind
	name    string
	at      string
	sizes   [3]float64
	colours string
	finish  words.Finish
	pattern float64
	state   string
	n       int
}

var shelves = []shelf{
	{cupboard.Plate, "Side plate, slate", "A1", [3]float64{205, 140, 19}, "#5f6b79", "matt", 0, "patina", 4},
	{cupboard.Plate, "Side plate, oat", "A1", [3]float64{210, 150, 20}, "#cfc4ae", "matt", 0.05, "patina", 3},
	{cupboard.Plate, "Side plate, charcoal", "A1", [3]float64{198, 140, 18}, "#34353a", "satin", 0, "new", 2},
	{cupboard.Plate, "Side plate, speckled", "A1", [3]float64{190, 130, 20}, "#d8d2c4 #8a7c68", "matt", 0.3, "patina", 2},
	{cupboard.Plate, "Cake plate, blue rim", "A1", [3]float64{165, 110, 16}, "#e4e2da #5b6f8a", "satin", 0.2, "patina", 3},
	{cupboard.Plate, "Oval plate, sage", "A2", [3]float64{220, 150, 22}, "#8d9a84", "matt", 0, "worn", 1},
	{cupboard.Plate, "Plate, rust", "A2", [3]float64{200, 140, 20}, "#8a5138", "matt", 0, "patina", 2},
	{cupboard.Plate, "Dinner plate, glossy white", "A2", [3]float64{290, 200, 26}, "#fbfbf9", "gloss", 0, "new", 6},
	{cupboard.Plate, "Pewter plate", "A2", [3]float64{215, 160, 14}, "#8f9294", "satin", 0, "patina", 1},
	{cupboard.Plate, "Saucer, ink", "A2", [3]float64{145, 90, 18}, "#2b3346", "satin", 0, "patina", 4},
	{cupboard.Bowl, "Bowl, ash grey", "A3", [3]float64{165, 62, 4}, "#8b8d8c", "matt", 0, "patina", 3},
	{cupboard.Bowl, "Bowl, deep slate", "A3", [3]float64{180, 75, 4}, "#4a5568", "satin", 0, "new", 2},
	{cupboard.Bowl, "Bowl, cream glaze", "A3", [3]float64{155, 58, 5}, "#e3d9c3", "satin", 0.05, "patina", 4},
	{cupboard.Bowl, "Bowl, scarlet", "A3", [3]float64{170, 64, 4}, "#d81414", "gloss", 0, "new", 1},
	{cupboard.Bowl, "Wide bowl, straw", "A3", [3]float64{235, 52, 5}, "#c8b48a", "matt", 0.1, "patina", 1},
	{cupboard.Bowl, "Black pot, two handles", "A4", [3]float64{240, 105, 5}, "#26262a", "matt", 0, "patina", 1},
	{cupboard.Bowl, "Wooden bowl", "A4", [3]float64{200, 70, 8}, "#8a6239", "matt", 0.2, "worn", 1},
	{cupboard.Bowl, "Steel coupe", "A4", [3]float64{95, 70, 2}, "#9aa0a3", "satin", 0, "patina", 2},
	{cupboard.Tiny, "Pinch bowl, bone", "A5", [3]float64{52, 24, 3}, "#e0d8c8", "matt", 0, "patina", 6},
	{cupboard.Tiny, "Pinch bowl, iron", "A5", [3]float64{55, 26, 3}, "#3c3a3a", "matt", 0, "patina", 4},
	{cupboard.Tiny, "Pinch bowl, moss", "A5", [3]float64{60, 28, 3}, "#6c7a58", "satin", 0, "new", 3},
	{cupboard.Tiny, "Brass salt cup", "A5", [3]float64{48, 22, 2}, "#a9822f", "satin", 0, "patina", 1},
	{cupboard.Glass, "Tall glass, ribbed", "B1", [3]float64{68, 160, 66}, "#cbd6d8", "gloss", 0.55, "new", 4},
	{cupboard.Glass, "Tumbler, cut", "B1", [3]float64{82, 92, 80}, "#d5dcdc", "gloss", 0.7, "patina", 6},
	{cupboard.Glass, "Tumbler, plain", "B1", [3]float64{80, 95, 78}, "#d9dfdf", "gloss", 0, "chipped", 3},
	{cupboard.Glass, "Toddy glass, handled", "B1", [3]float64{76, 120, 74}, "#d6dcd8", "gloss", 0.15, "new", 2},
	{cupboard.Glass, "Stem glass, smoke", "B1", [3]float64{84, 170, 70}, "#a8a6a2", "gloss", 0.1, "new", 4},
	{cupboard.Glass, "Cordial glass, amber", "B1", [3]float64{52, 110, 50}, "#c79a55", "gloss", 0.4, "patina", 6},
	{cupboard.Jug, "Milk jug, enamel", "B2", [3]float64{95, 120, 70}, "#e7e6df", "gloss", 0, "worn", 1},
	{cupboard.Jug, "Sauce jug, slate", "B2", [3]float64{80, 95, 60}, "#59636f", "matt", 0, "patina", 1},
	{cupboard.Jug, "Copper jug", "B2", [3]float64{100, 150, 64}, "#a8653f", "satin", 0, "patina", 1},
	{cupboard.Cutlery, "Cake fork, old silver", "B3", [3]float64{148, 48, 0}, "#8d8b86", "satin", 0, "patina", 6},
	{cupboard.Cutlery, "Tea spoon, old silver", "B3", [3]float64{135, 44, 0}, "#8f8d88", "satin", 0, "patina", 6},
	{cupboard.Cutlery, "Bone-handled knife", "B3", [3]float64{172, 80, 0}, "#9b958a", "satin", 0, "patina", 3},
	{cupboard.Cutlery, "Dinner fork, full size", "B3", [3]float64{208, 70, 0}, "#c6c8c9", "mirror", 0, "new", 8},
	{cupboard.Cutlery, "Table spoon, full size", "B3", [3]float64{212, 72, 0}, "#c6c8c9", "mirror", 0, "new", 8},
	{cupboard.Cutlery, "Oyster knife", "B3", [3]float64{150, 60, 0}, "#7c6a55", "matt", 0, "worn", 1},
	{cupboard.Cutlery, "Horn spoon", "B3", [3]float64{140, 46, 0}, "#5d4632", "satin", 0, "patina", 2},
	{cupboard.Board, "Oak board, round end", "B4", [3]float64{400, 220, 22}, "#8f6c46", "matt", 0.25, "patina", 1},
	{cupboard.Board, "Walnut board", "B4", [3]float64{340, 200, 20}, "#553b29", "satin", 0.2, "new", 1},
	{cupboard.Board, "Slate board", "B4", [3]float64{300, 200, 8}, "#474b50", "matt", 0.05, "scratched", 2},
	{cupboard.Board, "Bread board, pale", "B4", [3]float64{360, 240, 18}, "#c9a777", "matt", 0.2, "worn", 1},
	{cupboard.Tile, "Tile offcut, blue-grey", "B5", [3]float64{300, 300, 9}, "#6d7a87", "satin", 0.1, "new", 3},
	{cupboard.Tile, "Zellige tile, ink", "B5", [3]float64{100, 100, 11}, "#22304a", "gloss", 0.2, "patina", 8},
	{cupboard.Linen, "Napkin, flax", "C1", [3]float64{450, 450, 0}, "#c7b694", "matt", 0.05, "patina", 4},
	{cupboard.Linen, "Tea towel, slate stripe", "C1", [3]float64{700, 500, 0}, "#d6d2c8 #5b6f8a", "matt", 0.3, "patina", 2},
	{cupboard.Linen, "Cloth, washed plum", "C1", [3]float64{900, 700, 0}, "#5a3a4e", "matt", 0, "patina", 1},
	{cupboard.Linen, "Muslin", "C1", [3]float64{1000, 900, 0}, "#eae4d6", "matt", 0.05, "worn", 2},
	{cupboard.Linen, "Gingham, red", "C1", [3]float64{600, 600, 0}, "#efe7e2 #c22626", "matt", 0.85, "new", 1},
	{cupboard.Paper, "Brown paper, crumpled", "C2", [3]float64{1000, 700, 0}, "#a98a63", "matt", 0.15, "worn", 5},
	{cupboard.Paper, "Parchment", "C2", [3]float64{600, 400, 0}, "#d9cdb4", "satin", 0, "new", 10},
	{cupboard.Backdrop, "Board, slate and ink", "D", [3]float64{1200, 900, 6}, "#47525f|#262d3d", "matt", 0.1, "patina", 1},
	{cupboard.Backdrop, "Board, plaster and oat", "D", [3]float64{1200, 900, 6}, "#d8d3c9|#c4b595", "matt", 0.15, "patina", 1},
	{cupboard.Backdrop, "Washed planks", "D", [3]float64{1100, 850, 20}, "#8d8377|#5e5348", "matt", 0.35, "worn", 1},
	{cupboard.Backdrop, "Dark walnut planks", "D", [3]float64{1300, 900, 20}, "#4a382c", "matt", 0.3, "patina", 1},
	{cupboard.Backdrop, "Small board, white", "D", [3]float64{600, 600, 5}, "#eeece6", "matt", 0, "new", 1},
	{cupboard.Backdrop, "Stone-effect vinyl", "D", [3]float64{1000, 1000, 1}, "#a5a39d", "satin", 0.4, "scratched", 1},
	{cupboard.Backdrop, "Painted board, sage", "D", [3]float64{1200, 800, 6}, "#7d8a75", "matt", 0.1, "new", 1},
	{cupboard.Backdrop, "Copper sheet", "D", [3]float64{1000, 800, 1}, "#a2623c", "mirror", 0.1, "scratched", 1},
	{cupboard.Backdrop, "Linen on board, stone", "D", [3]float64{1150, 850, 8}, "#b9b0a1", "matt", 0.05, "patina", 1},
	{cupboard.Backdrop, "Tile board, chalk", "D", [3]float64{1000, 820, 12}, "#d9d6cf", "satin", 0.25, "new", 1},
	{cupboard.Other, "Old scales, black iron", "E", [3]float64{280, 160, 300}, "#2b2a2a", "matt", 0, "patina", 1},
	{cupboard.Other, "Wire rack", "E", [3]float64{400, 250, 20}, "#6f7173", "satin", 0.3, "worn", 1},
	{cupboard.Other, "Sushi mat", "E", [3]float64{240, 240, 4}, "#c7b06b", "matt", 0.5, "new", 1},
	{cupboard.Other, "Stoneware crock", "E", [3]float64{140, 140, 190}, "#9a8464", "satin", 0, "patina", 1},
	{cupboard.Other, "Fishing net, old", "E", [3]float64{1200, 800, 30}, "#5f5a4a", "matt", 0.6, "worn", 1},
}

func (s shelf) prop() cupboard.Prop {
	p := cupboard.Prop{Name: s.name, Kind: s.kind, Shelf: s.at, Condition: s.state, Count: s.n, FoodContact: "yes"}
	for i, f := range cupboard.Fields(s.kind) {
		if i < len(s.sizes) {
			p.Sizes.Set(f.Key, s.sizes[i])
		}
	}
	front, back, two := strings.Cut(s.colours, "|")
	main, second, _ := strings.Cut(front, " ")
	p.Front = cupboard.Face{Colour: main, Second: second, Finish: s.finish, Pattern: s.pattern}
	if two {
		p.Back = cupboard.Face{Colour: back, Finish: s.finish, Pattern: s.pattern}
	}
	switch s.kind {
	case cupboard.Backdrop, cupboard.Paper, cupboard.Linen:
		p.FoodContact = "no"
	}
	return p
}

var pieces = []kit.Item{
	{Name: "Full-frame body, 45 megapixels", Kind: kit.Body, Count: 1, Shelf: "K1", WeightG: 740, SensorWMm: 36, SensorHMm: 24, PixelsLong: 8192, HighestISO: 3200},
	{Name: "APS-C body, 24 megapixels", Kind: kit.Body, Count: 1, Shelf: "K1", WeightG: 480, SensorWMm: 23.5, SensorHMm: 15.6, PixelsLong: 6000, HighestISO: 1600},
	{Name: "Phone", Kind: kit.Phone, Count: 1, Shelf: "K1", WeightG: 190, SensorWMm: 9.8, SensorHMm: 7.3, PixelsLong: 8064, HighestISO: 800, Lenses: []kit.FixedLens{
		{Name: "Main", FocalMm: 6.8, Number: 1.8, SensorWMm: 9.8, SensorHMm: 7.3, PixelsLong: 8064, ClosestMm: 120},
		{Name: "Wide", FocalMm: 2.2, Number: 2.2, SensorWMm: 5.6, SensorHMm: 4.2, PixelsLong: 4032, ClosestMm: 30},
		{Name: "Long", FocalMm: 9, Number: 2.8, SensorWMm: 4.8, SensorHMm: 3.6, PixelsLong: 4032, ClosestMm: 500}}},
	{Name: "24–70 mm f/2.8", Kind: kit.Lens, Count: 1, Shelf: "K2", WeightG: 800, ShortestMm: 24, LongestMm: 70, WidestNumber: 2.8, ClosestMm: 380},
	{Name: "50 mm f/1.8", Kind: kit.Lens, Count: 1, Shelf: "K2", WeightG: 190, ShortestMm: 50, LongestMm: 50, WidestNumber: 1.8, ClosestMm: 400},
	{Name: "105 mm f/2.8 macro", Kind: kit.Lens, Count: 1, Shelf: "K2", WeightG: 720, ShortestMm: 105, LongestMm: 105, WidestNumber: 2.8, ClosestMm: 210, Largest: 1},
	{Name: "35 mm f/1.8", Kind: kit.Lens, Count: 1, Shelf: "K2", WeightG: 300, ShortestMm: 35, LongestMm: 35, WidestNumber: 1.8, ClosestMm: 250},
	{Name: "Tripod", Kind: kit.Support, Count: 1, Shelf: "K3", WeightG: 2400, ReachMm: 1500, LoadG: 8000},
	{Name: "Boom", Kind: kit.Support, Count: 1, Shelf: "K3", WeightG: 5200, Overhead: true, ReachMm: 1250, LoadG: 3500},
	{Name: "Strobe, 400 Ws", Kind: kit.Lamp, Count: 1, Shelf: "K4", WeightG: 2600, Guide: 60},
	{Name: "LED panel", Kind: kit.Lamp, Count: 1, Shelf: "K4", WeightG: 1300, LuxAt1m: 3200},
	{Name: "Softbox 60 × 90", Kind: kit.Modifier, Count: 1, Shelf: "K4", WidthMm: 600, HeightMm: 900},
	{Name: "White card A2", Kind: kit.Card, Count: 2, Shelf: "K5", WidthMm: 594, HeightMm: 420, Surface: "white", Clamps: 2},
	{Name: "White card A1", Kind: kit.Card, Count: 1, Shelf: "K5", WidthMm: 841, HeightMm: 594, Surface: "white", Clamps: 2},
	{Name: "Black card A2", Kind: kit.Card, Count: 2, Shelf: "K5", WidthMm: 594, HeightMm: 420, Surface: "black", Clamps: 2},
	{Name: "Dull foil card A3", Kind: kit.Card, Count: 1, Shelf: "K5", WidthMm: 420, HeightMm: 297, Surface: "dull foil", Clamps: 1},
	{Name: "Silver card A3", Kind: kit.Card, Count: 1, Shelf: "K5", WidthMm: 420, HeightMm: 297, Surface: "silver", Clamps: 1},
	{Name: "Diffuser, 1 m", Kind: kit.Diffuser, Count: 1, Shelf: "K5", WidthMm: 1000, HeightMm: 1000, Surface: "diffuser", Clamps: 2},
}

// cupboard fills the shelves, holds props for the winter shoot, and lets a second
// shoot of the same day hold one of them too: the double booking of the demo.
func (l *loader) cupboard(winter, autumn *store.Shoot) {
	if l.err != nil {
		return
	}
	l.say("Filling the cupboard.")
	keys := map[string]string{}
	for _, s := range shelves {
		l.deed(func() error {
			p := s.prop()
			switch s.name {
			case "Sushi mat":
				p.Ties = []string{"sushi", "rice"}
			case "Oyster knife", "Fishing net, old":
				p.Ties = []string{"mussels", "oysters", "trout", "fish"}
			case "Pewter plate":
				p.Loan = cupboard.Loan{From: "Merrow pottery", Due: "2026-12-08", DayMinor: 350}
			case "Side plate, slate":
				p.History = []cupboard.Event{{Day: "2026-09-14", Words: "one of five broken at the sink"}}
			case "Copper sheet", "Stone-effect vinyl", "Painted board, sage":
				p.FoodContact = "no"
			}
			row, err := l.st.Cupboard.AddProp(l.ctx, l.who, p)
			if err == nil {
				keys[s.name] = row.Key
			}
			return err
		})
	}
	for _, i := range pieces {
		l.deed(func() error {
			_, err := l.st.Cupboard.SaveKit(l.ctx, l.who, "", 0, i)
			return err
		})
	}
	for _, w := range []cupboard.Wanted{
		{Name: "Fish kettle, old copper", Kind: cupboard.Other, Because: "the mussels series in spring", Maker: "any", PriceMinor: 14500, ResaleShare: 0.6, DayMinor: 1800, Days: 3},
		{Name: "Two-faced board, rust and bone", Kind: cupboard.Backdrop, Because: "warm ground for the spring series", Maker: "home-made", PriceMinor: 6200, ResaleShare: 0.2, DayMinor: 1200, Days: 12},
	} {
		l.deed(func() error {
			_, err := l.st.Cupboard.SaveWanted(l.ctx, l.who, "", 0, w)
			return err
		})
	}
	l.hold(winter, keys)
	l.seen(autumn, keys)
}

// hold holds props for the winter shoot's dishes; then a second, small shoot comes
// in on the same day and has one of them too.
func (l *loader) hold(winter *store.Shoot, keys map[string]string) {
	dish := map[string]string{}
	l.deed(func() error {
		all, err := l.st.Kitchen.Dishes(l.ctx, winter.Key)
		for _, d := range all {
			dish[d.Recipe.Title] = d.Key
		}
		return err
	})
	for _, h := range []struct {
		dish, prop string
		n          int
	}{
		{"Cider mussels with sea beet", "Black pot, two handles", 1}, {"Cider mussels with sea beet", "Tea towel, slate stripe", 1}, {"Cured trout on rye crispbread with horseradish", "Oval plate, sage", 1},
		{"Quince pavlova", "Pewter plate", 1}, {"Quince pavlova", "Cake fork, old silver", 2}, {"Black sesame ice cream", "Steel coupe", 1}, {"Sloe and tonic", "Tall glass, ribbed", 2},
		{"Smoked pear toddy", "Toddy glass, handled", 2}, {"Quince pavlova", "Board, slate and ink", 1},
	} {
		l.deed(func() error {
			_, err := l.st.Cupboard.Reserve(l.ctx, l.who, winter.Key, dish[h.dish], keys[h.prop], h.n)
			return err
		})
	}
	second := l.shoot("Ferry Kitchen, staff supper", brief.Brief{Kind: "own", Who: "On my own", What: "One long table, after the menu is done", When: "2026-12-04", Where: "Tern Loft Studio", Why: "A thank-you picture", How: "By lamplight", Mood: brief.Mood{Key: "dark", Colour: "muted"}})
	l.deed(func() error {
		_, err := l.st.Cupboard.Reserve(l.ctx, l.who, second.Key, "", keys["Pewter plate"], 1)
		return err
	})
	l.deed(func() error { // the supper moves to the evening of the shoot, and the plate is wanted twice
		b := second.Brief
		b.When = "2026-12-03"
		_, err := l.st.Brief.SaveShoot(l.ctx, l.who, second.Key, second.Version, second.Name, b)
		return err
	})
}

// seen holds one prop for every dish of the autumn shoot, whose frames are out.
func (l *loader) seen(autumn *store.Shoot, keys map[string]string) {
	l.deed(func() error {
		all, err := l.st.Kitchen.Dishes(l.ctx, autumn.Key)
		if err != nil {
			return err
		}
		for _, d := range all {
			r, err := l.st.Cupboard.Reserve(l.ctx, l.who, autumn.Key, d.Key, keys["Side plate, oat"], 1)
			if err != nil && strings.Contains(err.Error(), "free that day") {
				continue
			}
			if err == nil {
				_, err = l.st.Cupboard.SetHeld(l.ctx, l.who, r.Key, r.Version, 1, "back")
			}
			if err != nil {
				return err
			}
		}
		return nil
	})
}
