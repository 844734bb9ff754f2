package words

// Finish is how a surface shines.
type Finish string

// Finishes from none to a mirror.
const (
	Matt   Finish = "matt"
	Satin  Finish = "satin"
	Gloss  Finish = "gloss"
	Mirror Finish = "mirror"
)

// Finishes in that order.
var Finishes = []Finish{Matt, Satin, Gloss, Mirror}

// Words implements Vocabulary.
func (Finish) Words() []string { return plain(Finishes) }

// Shines reports whether it shows what is round it.
func (f Finish) Shines() bool { return f == Gloss || f == Mirror }
