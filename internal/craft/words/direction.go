package words

// Direction is where the light comes from, as the food sees it.
type Direction string

// Directions; continuous light is for what moves.
const (
	FromSide   Direction = "from the side"
	FromBehind Direction = "from behind"
	FromCorner Direction = "from a top corner"
	Continuous Direction = "continuous"
)

// Directions in the order they are offered.
var Directions = []Direction{FromSide, FromBehind, FromCorner, Continuous}

// Words implements Vocabulary.
func (Direction) Words() []string { return plain(Directions) }
