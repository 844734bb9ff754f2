package styling

import craft "figladder/internal/craft/styling"

// Techniques are the cards that help against a problem, the likeliest first; all of them for none.
func Techniques(problem string) []craft.Technique {
	if problem == "" {
		return craft.Cards(craft.Usual())
	}
	out := []craft.Technique{}
	for _, t := range craft.Find(problem) {
		out = append(out, t.Filled(craft.Usual()))
	}
	return out
}
