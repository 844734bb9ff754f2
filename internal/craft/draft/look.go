package draft

import (
	"slices"
	"strings"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/scene"
)

// fitted is a dish whose vessel is chosen for the shape that its name says: a trifle for a glass, a
// roast bird for something it fits on.
func fitted(d Dish) Dish {
	look, ok := scene.LookOf(scene.ShapeNamed(d.Title))
	if !ok {
		return d
	}
	if look.Serve != "" {
		d.Ask.Form = look.Serve
	}
	if d.Ask.AcrossMm <= 0 {
		d.Ask.AcrossMm = look.AcrossMm
	}
	return d
}

// usualLeaf is what lies on a dish where no leaf is among its ingredients; an own estimate.
const usualLeaf = "#5e7457"

// usualOn is the fruit, the citrus or the sauce that goes on a shape where no ingredient has such a
// colour; own estimates.
var usualOn = map[string]string{"fish": "#e6c84a", "pancakes": "#35406a", "pudding": "#8a2f3c", "crumble": "#6a1f38", "layers": "#8e2f4c"}

// dressed is the colour of a shape's body and of what goes on it, by what the dish's title and its
// ingredients name. ok is false for a shape that has no colours of its own.
func dressed(form string, d *Dish) (body, on string, ok bool) {
	look, known := scene.LookOf(form)
	if !known || look.From == "" {
		return "", "", false
	}
	title := colour.Named(look.Without(before(d.Title, " with ")))
	body = look.Body
	first := ""
	if len(title) > 0 {
		first, _ = colour.Of(title[0])
	}
	switch {
	case look.From == "own" || first == "":
	case look.From == "mix":
		body = colour.Blended([]colour.Weighed{{Hex: look.Body, Amount: 1}, {Hex: first, Amount: 1}})
	default:
		body = first
	}
	if body == "" && len(d.Plan.Food) > 0 {
		body = d.Plan.Food[0].Hex
	}
	switch look.On {
	case "leaf":
		on = among(d, usualLeaf, func(c colour.LCH) bool { return c.Chroma > 0.04 && c.HueDeg > 100 && c.HueDeg < 165 })
	case "fruit":
		usual := usualOn[form]
		if hex, n := colour.Of(strings.Join(title, " ")); n != "" && vivid(hex) {
			usual = hex
		}
		on = among(d, usual, func(c colour.LCH) bool { return c.Chroma > 0.06 && (c.HueDeg < 40 || c.HueDeg > 260) })
	case "citrus":
		on = among(d, usualOn[form], func(c colour.LCH) bool { return c.Chroma > 0.1 && c.HueDeg > 60 && c.HueDeg < 135 })
	case "other":
		on = usualOn[form]
		if len(title) > 1 {
			on, _ = colour.Of(title[1])
		}
		if on == "" {
			for _, p := range d.Plan.Food {
				if colour.Distance(p.Hex, body) > 20 {
					on = p.Hex
					break
				}
			}
		}
	default:
		on = look.On
	}
	return body, on, body != ""
}

// laidOn is the fruit that shows on a shape, as its piece and the colour of it: the first of the
// title, or else of the ingredients, that is laid on and not mixed in.
func laidOn(form string, d *Dish) (scene.Thing, bool) {
	if form != "tart" {
		return scene.Thing{}, false
	}
	for _, name := range append([]string{before(d.Title, " with ")}, d.Ask.Ingredients...) {
		t, ok := strewn(name, "")
		if !ok || !slices.Contains(laid, t.Piece) {
			continue
		}
		if t.Colour == "" {
			if t.Colour, _ = colour.Of(name); t.Colour == "" {
				continue
			}
		}
		return t, true
	}
	return scene.Thing{}, false
}

// laid are the pieces that lie on a tart as they are: start values of our own.
var laid = []string{"pear", "half", "slice", "stone", "berry", "tomato", "round"}

// before is a text up to a word.
func before(text, word string) string {
	out, _, _ := strings.Cut(strings.ToLower(text), word)
	return out
}

func vivid(hex string) bool {
	c, err := colour.Parse(hex)
	return err == nil && c.Chroma > 0.06
}

// among is the first of a dish's colours that is of a kind, or a usual one.
func among(d *Dish, usual string, is func(colour.LCH) bool) string {
	for _, p := range d.Plan.Food {
		if c, err := colour.Parse(p.Hex); err == nil && is(c) {
			return p.Hex
		}
	}
	return usual
}
