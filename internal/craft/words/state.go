package words

// DishState is how far a dish is when a frame shows it; the empty word is as it is served.
type DishState string

// Served is what a finished dish is: no word of the list.
const Served = DishState("")

// The states a frame shows before and after that.
const (
	Empty      DishState = "empty"
	HalfFilled DishState = "half filled"
	Undressed  DishState = "undressed"
	Cut        DishState = "cut"
	Bitten     DishState = "bitten"
)

// DishStates in the order of a method.
var DishStates = []DishState{Empty, HalfFilled, Undressed, Cut, Bitten}

// Words implements Vocabulary.
func (DishState) Words() []string { return plain(DishStates) }
