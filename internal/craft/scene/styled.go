package scene

import (
	"figladder/internal/craft/drink"
	"figladder/internal/craft/styling"
)

// Filled is the dish's vessel with what is in it, made of parts.
func (s Set) Filled(parts drink.Parts) styling.Filled {
	glass, level := s.Glass()
	return styling.Filled{Vessel: glass, LevelMm: level, Colour: s.Food.Colour, Share: s.Food.strength(), Parts: parts}
}

// Styling is what the amounts of techniques are worked out from on this set: the glasses that it shows, and one to
// replace them.
func (s Set) Styling(parts drink.Parts) styling.For {
	n := 1
	for _, t := range s.Things {
		if t.On && t.Drink != "" {
			n++
		}
	}
	return styling.ForDish(s.Filled(parts), n, 1, 1)
}
