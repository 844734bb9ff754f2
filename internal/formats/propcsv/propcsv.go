// Package propcsv writes the cupboard and the kit as CSV and reads them back.
package propcsv

import (
	"figladder/internal/craft/words"
	"strings"

	"encoding/json"
	"fmt"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/kit"
	"figladder/internal/formats/table"
)

// Prop is a prop with its key, empty for a new one.
type Prop struct {
	ID   string
	Prop cupboard.Prop
}

// Item is a piece of kit with its key, empty for a new one.
type Item struct {
	ID   string
	Item kit.Item
}

var contacts = []string{"", "yes", "no"}

// Props are the columns of a cupboard.
func Props() []table.Column[Prop] {
	size := func(name string, at func(*cupboard.Sizes) *float64, also ...string) table.Column[Prop] {
		return table.Size(name, func(p *Prop) *float64 { return at(&p.Prop.Sizes) }, also...)
	}
	text := func(name string, at func(*cupboard.Prop) *string, also ...string) table.Column[Prop] {
		return table.Text(name, func(p *Prop) *string { return at(&p.Prop) }, also...)
	}
	name := text("name", func(p *cupboard.Prop) *string { return &p.Name }, "prop", "what")
	name.Needed = true
	kindOf := table.OneOf("kind", cupboard.Kinds, func(p *Prop) *cupboard.Kind { return &p.Prop.Kind }, "type")
	kindOf.Needed = true
	return []table.Column[Prop]{
		name, kindOf,
		size("diameter", func(s *cupboard.Sizes) *float64 { return &s.DiameterMm }, "Ø", "rim", "across"),
		size("well", func(s *cupboard.Sizes) *float64 { return &s.WellMm }),
		size("height", func(s *cupboard.Sizes) *float64 { return &s.HeightMm }, "h"),
		size("wall", func(s *cupboard.Sizes) *float64 { return &s.WallMm }),
		size("opening", func(s *cupboard.Sizes) *float64 { return &s.OpeningMm }),
		size("length", func(s *cupboard.Sizes) *float64 { return &s.LengthMm }, "l"),
		size("width", func(s *cupboard.Sizes) *float64 { return &s.WidthMm }, "w"),
		size("thickness", func(s *cupboard.Sizes) *float64 { return &s.ThicknessMm }),
		size("blade", func(s *cupboard.Sizes) *float64 { return &s.BladeMm }),
		text("colour", func(p *cupboard.Prop) *string { return &p.Front.Colour }, "color"),
		text("second colour", func(p *cupboard.Prop) *string { return &p.Front.Second }, "second color"),
		table.Formerly(table.OneOf("finish", words.Finishes, func(p *Prop) *words.Finish { return &p.Prop.Front.Finish }), finishesWere),
		table.Real("pattern", func(p *Prop) *float64 { return &p.Prop.Front.Pattern }),
		text("face", func(p *cupboard.Prop) *string { return &p.Front.Name }),
		text("back colour", func(p *cupboard.Prop) *string { return &p.Back.Colour }, "back color"),
		text("back second colour", func(p *cupboard.Prop) *string { return &p.Back.Second }),
		table.Formerly(table.OneOf("back finish", append([]words.Finish{""}, words.Finishes...), func(p *Prop) *words.Finish { return &p.Prop.Back.Finish }), finishesWere),
		table.Real("back pattern", func(p *Prop) *float64 { return &p.Prop.Back.Pattern }),
		text("back face", func(p *cupboard.Prop) *string { return &p.Back.Name }),
		text("material", func(p *cupboard.Prop) *string { return &p.Material }),
		table.OneOf("condition", cupboard.Conditions, func(p *Prop) *string { return &p.Prop.Condition }),
		table.Whole("count", 1, func(p *Prop) *int { return &p.Prop.Count }, "how many", "number"),
		text("shelf", func(p *cupboard.Prop) *string { return &p.Shelf }, "place"),
		text("maker", func(p *cupboard.Prop) *string { return &p.Maker }),
		table.Price("price", func(p *Prop) *int64 { return &p.Prop.PriceMinor }),
		table.OneOf("food contact", contacts, func(p *Prop) *string { return &p.Prop.FoodContact }),
		table.Words("ties", func(p *Prop) *[]string { return &p.Prop.Ties }, "belongs to"),
		text("loan from", func(p *cupboard.Prop) *string { return &p.Loan.From }),
		text("loan due", func(p *cupboard.Prop) *string { return &p.Loan.Due }),
		table.Price("loan a day", func(p *Prop) *int64 { return &p.Prop.Loan.DayMinor }),
		table.Flag("loan returned", func(p *Prop) *bool { return &p.Prop.Loan.Returned }),
		{Name: "history", Get: func(p Prop) string {
			if len(p.Prop.History) == 0 {
				return ""
			}
			b, _ := json.Marshal(p.Prop.History)
			return string(b)
		}, Set: func(p *Prop, s string) error {
			p.Prop.History = []cupboard.Event{}
			if s == "" {
				return nil
			}
			if json.Unmarshal([]byte(s), &p.Prop.History) != nil {
				return fmt.Errorf("this is not as it was written; leave the column as it came")
			}
			return nil
		}},
		text("picture", func(p *cupboard.Prop) *string { return &p.Picture }),
		table.Text("id", func(p *Prop) *string { return &p.ID }),
	}
}

// Kit are the columns of the kit.
func Kit() []table.Column[Item] {
	size := func(name string, at func(*kit.Item) *float64, also ...string) table.Column[Item] {
		return table.Size(name, func(i *Item) *float64 { return at(&i.Item) }, also...)
	}
	real := func(name string, at func(*kit.Item) *float64, also ...string) table.Column[Item] {
		return table.Real(name, func(i *Item) *float64 { return at(&i.Item) }, also...)
	}
	name := table.Text("name", func(i *Item) *string { return &i.Item.Name }, "what")
	name.Needed = true
	kindOf := table.OneOf("kind", kit.Kinds, func(i *Item) *kit.Kind { return &i.Item.Kind }, "type")
	kindOf.Needed = true
	return []table.Column[Item]{
		name, kindOf,
		table.Whole("count", 1, func(i *Item) *int { return &i.Item.Count }, "how many"),
		table.Text("shelf", func(i *Item) *string { return &i.Item.Shelf }, "place"),
		real("weight g", func(i *kit.Item) *float64 { return &i.WeightG }, "weight"),
		size("sensor long side", func(i *kit.Item) *float64 { return &i.SensorWMm }),
		size("sensor short side", func(i *kit.Item) *float64 { return &i.SensorHMm }),
		table.Whole("pixels long side", 0, func(i *Item) *int { return &i.Item.PixelsLong }),
		table.Whole("highest iso", 0, func(i *Item) *int { return &i.Item.HighestISO }),
		size("shortest focal length", func(i *kit.Item) *float64 { return &i.ShortestMm }),
		size("longest focal length", func(i *kit.Item) *float64 { return &i.LongestMm }),
		real("widest f-number", func(i *kit.Item) *float64 { return &i.WidestNumber }),
		size("closest focus", func(i *kit.Item) *float64 { return &i.ClosestMm }),
		size("closest focus from sensor", func(i *kit.Item) *float64 { return &i.SensorNearMm }),
		real("largest magnification", func(i *kit.Item) *float64 { return &i.Largest }),
		size("reach", func(i *kit.Item) *float64 { return &i.ReachMm }),
		real("load g", func(i *kit.Item) *float64 { return &i.LoadG }, "load"),
		table.Flag("overhead", func(i *Item) *bool { return &i.Item.Overhead }),
		real("guide number", func(i *kit.Item) *float64 { return &i.Guide }),
		real("lux at 1 m", func(i *kit.Item) *float64 { return &i.LuxAt1m }),
		size("width", func(i *kit.Item) *float64 { return &i.WidthMm }),
		size("height", func(i *kit.Item) *float64 { return &i.HeightMm }),
		table.Formerly(table.OneOf("surface", kit.Surfaces, func(i *Item) *words.CardFace { return &i.Item.Surface }), map[string]string{"diffusion": string(words.Diffuser)}),
		table.Whole("clamps", 0, func(i *Item) *int { return &i.Item.Clamps }),
		phoneLenses(),
		table.Text("id", func(i *Item) *string { return &i.ID }),
	}
}

// phoneLenses are written one after another with semicolons between.
func phoneLenses() table.Column[Item] {
	return table.Column[Item]{Name: "phone lenses",
		Get: func(i Item) string {
			var all []string
			for _, l := range i.Item.Lenses {
				all = append(all, l.String())
			}
			return strings.Join(all, "; ")
		},
		Set: func(i *Item, text string) error {
			i.Item.Lenses = nil
			for _, part := range strings.Split(text, ";") {
				if strings.TrimSpace(part) == "" {
					continue
				}
				l, err := kit.ParseFixedLens(part)
				if err != nil {
					return err
				}
				i.Item.Lenses = append(i.Item.Lenses, l)
			}
			return nil
		}}
}

// finishesWere is what finishes were called in files written before they had one name.
var finishesWere = map[string]string{"glossy": string(words.Gloss)}
