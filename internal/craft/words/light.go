package words

// LightKind is what a light is.
type LightKind string

// Lights: two that let daylight in, and lamps.
const (
	Window      LightKind = "window"
	RoofLight   LightKind = "roof light"
	Softbox     LightKind = "softbox"
	BareHead    LightKind = "bare head"
	GriddedHead LightKind = "gridded head"
	LEDPanel    LightKind = "LED panel"
	PhoneLamp   LightKind = "phone lamp"
	Bulb        LightKind = "bulb"
)

// LightKinds in the order they are offered.
var LightKinds = []LightKind{Window, RoofLight, Softbox, BareHead, GriddedHead, LEDPanel, PhoneLamp, Bulb}

// Words implements Vocabulary.
func (LightKind) Words() []string { return plain(LightKinds) }

// Daylight reports whether it lets daylight in, rather than shining by itself.
func (k LightKind) Daylight() bool { return k == Window || k == RoofLight }

// CardFace is the face of a card, or a diffuser.
type CardFace string

// Faces of cards, by what they send back; a diffuser lets light through.
const (
	White     CardFace = "white"
	Black     CardFace = "black"
	DullFoil  CardFace = "dull foil"
	Silver    CardFace = "silver"
	ShinyFoil CardFace = "shiny foil"
	Gold      CardFace = "gold"
	Diffuser  CardFace = "diffuser"
)

// CardFaces in the order they are offered.
var CardFaces = []CardFace{White, Black, DullFoil, Silver, ShinyFoil, Gold, Diffuser}

// Words implements Vocabulary.
func (CardFace) Words() []string { return plain(CardFaces) }
