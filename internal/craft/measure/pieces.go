package measure

import "strings"

// Piece is what one of a counted thing weighs as it goes into a dish, without
// shell or stone.
type Piece struct {
	Name  string
	Grams Rational
	words []string
}

// Pieces are usual weights: hen's eggs of the size sold as medium to large, and a
// few things recipes count. Like Densities they follow household weights of USDA
// FoodData Central as remembered, and each is to be weighed when it matters.
var Pieces = []Piece{
	{"egg", Ratio(50, 1), []string{"egg", "eggs"}},
	{"egg white", Ratio(33, 1), []string{"egg white", "egg whites", "whites"}},
	{"egg yolk", Ratio(17, 1), []string{"egg yolk", "egg yolks", "yolks", "yolk"}},
	{"banana", Ratio(118, 1), []string{"banana", "bananas"}},
	{"shallot", Ratio(30, 1), []string{"shallot", "shallots"}},
	{"garlic clove", Ratio(3, 1), []string{"garlic clove", "garlic cloves"}},
}

// PieceOf finds the weight of one of a counted thing: the row whose words end the
// item's name, the longest first.
func PieceOf(item string) (Piece, bool) {
	s := " " + strings.ToLower(strings.TrimSpace(item))
	var best Piece
	longest := 0
	for _, p := range Pieces {
		for _, w := range p.words {
			if len(w) > longest && strings.HasSuffix(s, " "+w) {
				best, longest = p, len(w)
			}
		}
	}
	return best, longest > 0
}
