package scene

import "figladder/internal/craft/words"

// nothing is the form of food that is not there.
const nothing = "nothing"

// InState is the food as the frame shows it: all of it as it is served, none of it, half of
// it, or without what is strewn on it. What is cut or bitten is so where it is
// stood up.
func (s Set) InState() Food {
	f := s.Food
	switch s.State {
	case words.Empty:
		return Food{Form: nothing, Colour: s.Vessel.Colour, Finish: f.Finish}
	case words.HalfFilled:
		f.AboveMm, f.Garnish, f.Steams = 0, "", false
		f.FillShare = f.fill() / 2
	case words.Undressed:
		f.Garnish = ""
	}
	return f
}

// shown is the set with the food in its state, for whoever looks at the food.
func (s Set) shown() Set {
	s.Food = s.InState()
	if s.State != words.Cut && s.State != words.Bitten {
		s.State = words.Served
	}
	return s
}
