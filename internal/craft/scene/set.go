// Package scene is the set on the table: the vessel and its food, the camera, the
// light, the card and the room, and everything Fig Ladder can read off them
// before a frame is taken.
//
// Positions are millimetres from the table's near left corner: x to the right
// and y away as the camera sees it, z up from the table top. The camera always
// stands at 6 o'clock.
package scene

import (
	"figladder/internal/craft/drink"
	"figladder/internal/craft/words"
	"math"

	"figladder/internal/craft/light"

	"gonum.org/v1/gonum/spatial/r3"
)

// Set is one frame's arrangement, as planned or as it stood when a frame was
// taken.
type Set struct {
	Table  Table  `json:"table" doc:"The table top"`
	Vessel Vessel `json:"vessel" doc:"What the food is in or on"`
	Food   Food   `json:"food" doc:"The food as a simple shape"`
	Camera Camera `json:"camera" doc:"Camera and lens"`
	// Lights and cards are told apart by their place in the list.
	Lights   []Light   `json:"lights" maxItems:"8" doc:"Windows and lamps"`
	Cards    []Card    `json:"cards" maxItems:"8" doc:"Cards, flags and diffusers"`
	Backdrop Backdrop  `json:"backdrop" doc:"An upright board behind the dish"`
	Ground   Ground    `json:"ground" doc:"A board or sheet under the set"`
	Things   []Thing   `json:"things" maxItems:"120" doc:"Props and pieces of food beside, under and on the dish"`
	Views    []View    `json:"views" maxItems:"8" doc:"Other cameras on this set"`
	Advice   string    `json:"advice" enum:",loud,quiet,off" doc:"How much advice about composition is given; empty is loud"`
	Follows  string    `json:"follows" maxLength:"64" doc:"The shot of its series whose camera and light it keeps, or empty"`
	Answers  Questions `json:"answers" doc:"The three questions that decide"`
	Daylight Daylight  `json:"daylight" doc:"What is outside the windows"`
	PlaceID  string    `json:"placeId" maxLength:"64" doc:"The place it stands in; empty when none was chosen"`
	Room     Room      `json:"room" doc:"The room round the set"`

	// What a frame has of its own on a set-up that it shares (setup.go).
	Through   int             `json:"through" minimum:"0" maximum:"8" doc:"Which of the other cameras it looks through, from 1; 0 for its own"`
	State     words.DishState `json:"state" enum:",empty,half filled,undressed,cut" doc:"How far the dish is; empty is as it is served"`
	Crop      string          `json:"crop,omitempty" required:"false" maxLength:"12" doc:"The one shape that this frame is for, such as 4:5; empty for every shape that is published"`
	OwnVessel bool            `json:"ownVessel" doc:"Whether the vessel is this frame's own, not the set-up's"`
	OwnFood   bool            `json:"ownFood" doc:"Whether the food is this frame's own, not the set-up's"`
	OwnCards  bool            `json:"ownCards" doc:"Whether which cards are in is this frame's own, not the set-up's"`
}

// Table is the table top. Its surface is at z = 0.
type Table struct {
	WidthMm     float64      `json:"widthMm" doc:"Extent to the right, mm"`
	DepthMm     float64      `json:"depthMm" doc:"Extent away from the camera, mm"`
	Reflectance float64      `json:"reflectance" doc:"Share of light returned, 0 to 1"`
	Colour      string       `json:"colour" doc:"#rrggbb"`
	Finish      words.Finish `json:"finish" doc:"How it shines"`
	Material    string       `json:"material" enum:",wood,stone,linen,paint,metal" doc:"What the top is; empty is wood"`
}

// Vessel is a round thing standing on the table.
type Vessel struct {
	Kind       string       `json:"kind" enum:"plate,bowl,pot,glass,coupe,mug,board" doc:"Its shape"`
	XMm        float64      `json:"xMm" doc:"Centre, from the table's left edge"`
	YMm        float64      `json:"yMm" doc:"Centre, from the table's near edge"`
	DiameterMm float64      `json:"diameterMm" doc:"At its widest"`
	HeightMm   float64      `json:"heightMm" doc:"From the table to the rim"`
	Colour     string       `json:"colour" doc:"#rrggbb"`
	Second     string       `json:"second" doc:"Second colour, #rrggbb, or empty"`
	Finish     words.Finish `json:"finish" doc:"How it shines"`
	Material   string       `json:"material" enum:",ceramic,enamel,glass,metal,wood,stone" doc:"What it is made of; empty is usual for its kind"`
	Worked     string       `json:"worked" required:"false" enum:",ribbed,cut" doc:"Glass, mug: what its outside is worked into; empty is plain. Under dew it is not drawn"`
	Dew        float64      `json:"dew,omitempty" required:"false" doc:"Glass: how thick dew lies on it up to the drink, 0 to 1"`
}

// OfGlass reports whether what the dish is in lets light through.
func (s Set) OfGlass() bool { return s.Vessel.ofGlass() }

// ofGlass reports whether the vessel lets light through.
func (v Vessel) ofGlass() bool { return v.Material == "glass" || v.Material == "" && v.Kind == "glass" }

// Food is what is in the vessel.
type Food struct {
	Name      string        `json:"name" maxLength:"120" doc:"What it is"`
	AboveMm   float64       `json:"aboveMm" doc:"How far it rises above the rim; 0 when level or below"`
	Colour    string        `json:"colour" doc:"#rrggbb"`
	Garnish   string        `json:"garnish" doc:"Colour of what is scattered on it, #rrggbb, or empty"`
	Piece     string        `json:"piece,omitempty" enum:",berry,slice,citrus,shell,leaf,seed,cube,flake,sprig,half,wedge,tomato,olive,nut,shard,round,ring,stone,curl,cress,pear,dust,apple,whole pear" doc:"A tart: what each piece that lies on it is; empty is usual"`
	Form      string        `json:"form" enum:",mound,slices,stack,scoops,liquid,iced,meringue,shells,tart,pie,cake,loaf,toast,noodles,rice,burger,leaves,biscuits,bird,joint,fish,skewers,soup,eggs,balls,dumplings,pancakes,pudding,crumble,layers,pizza,sandwich,curry" doc:"Its shape; empty is usual for its vessel"`
	Finish    words.Finish  `json:"finish" enum:",matt,satin,gloss" doc:"How it shines"`
	Strength  float64       `json:"strength" doc:"Drink: share of full strength, 0 to 1; 0 is full"`
	FillShare float64       `json:"fillShare" doc:"Drink or soup: how full the vessel is, 0 to 1 of its height; 0 is usual"`
	Best      string        `json:"best" enum:",near,far,left,right" doc:"Where its best side looks; empty when it has none"`
	PourMm    float64       `json:"pourMm" doc:"Something is poured on it from so high above the rim; 0 for nothing"`
	Steams    bool          `json:"steams" doc:"Whether steam is to be seen"`
	Layers    []drink.Layer `json:"layers,omitempty" maxItems:"9" doc:"Drink: what lies on one another in it, from below; each has its share of what is in the glass. Empty is one drink"`
	Movement  float64       `json:"movementMmS" doc:"Speed of anything that moves while the frame is taken, mm/s; 0 for a still dish"`
}

// Camera is the body, lens and where they are.
type Camera struct {
	ElevationDeg   float64 `json:"elevationDeg" doc:"Above the table plane; 90 is straight down"`
	DistanceMm     float64 `json:"distanceMm" doc:"Lens to the middle of the dish"`
	AimXMm         float64 `json:"aimXMm" doc:"Aims so far to the right of the dish's middle"`
	AimYMm         float64 `json:"aimYMm" doc:"And so far beyond it"`
	AimZMm         float64 `json:"aimZMm" doc:"And so far above it"`
	Sharp          string  `json:"sharp" maxLength:"20" doc:"What must be sharp: dish, rim, food, near, pour, or a thing's key; empty is the dish"`
	Body           string  `json:"body" maxLength:"120" doc:"The body, as the kit names it"`
	Lens           string  `json:"lens" maxLength:"120" doc:"The lens, as the kit names it"`
	Orientation    string  `json:"orientation" enum:"landscape,portrait" doc:"How the frame lies"`
	FocalMm        float64 `json:"focalMm" doc:"Focal length set"`
	Aperture       float64 `json:"aperture" doc:"f-number set"`
	WidestAperture float64 `json:"widestAperture" doc:"Smallest f-number of the lens"`
	NarrowAperture float64 `json:"narrowAperture" doc:"Largest f-number of the lens"`
	ShortestMm     float64 `json:"shortestMm" doc:"Shortest focal length of the lens"`
	LongestMm      float64 `json:"longestMm" doc:"Longest focal length of the lens"`
	ClosestMm      float64 `json:"closestMm" doc:"Closest focus, from the lens"`
	SensorWidthMm  float64 `json:"sensorWidthMm" doc:"Long side of the sensor"`
	SensorHeightMm float64 `json:"sensorHeightMm" doc:"Short side of the sensor"`
	PixelsLong     int     `json:"pixelsLong" doc:"Pixels on the sensor's long side"`
	BaseISO        int     `json:"baseIso" doc:"Lowest ISO"`
	HighestISO     int     `json:"highestIso" doc:"Highest ISO you accept from it"`
	SlowestS       float64 `json:"slowestS" doc:"Slowest shutter you trust on this support, s"`
}

// TopMm is the height of the highest thing on the dish above the table.
func (s Set) TopMm() float64 { return s.Vessel.HeightMm + math.Max(0, s.InState().AboveMm) }

// Aim is the point the camera looks at: the middle of the dish, or beside it.
func (s Set) Aim() r3.Vec {
	return r3.Vec{X: s.Vessel.XMm + s.Camera.AimXMm, Y: s.Vessel.YMm + s.Camera.AimYMm, Z: s.TopMm()/2 + s.Camera.AimZMm}
}

// ToCamera is the unit vector from the dish to the lens.
func (s Set) ToCamera() r3.Vec {
	sin, cos := math.Sincos(s.Camera.ElevationDeg * math.Pi / 180)
	return r3.Vec{Y: -cos, Z: sin}
}

// Lens is where the lens is.
func (s Set) Lens() r3.Vec { return r3.Add(s.Aim(), r3.Scale(s.Camera.DistanceMm, s.ToCamera())) }

// FrameSensor returns the sensor's sides in mm as the frame lies: across, up.
func (c Camera) FrameSensor() (acrossMm, upMm float64) {
	if c.Orientation == "portrait" {
		return c.SensorHeightMm, c.SensorWidthMm
	}
	return c.SensorWidthMm, c.SensorHeightMm
}

// Hero is the dish as the light engine judges it.
func (s Set) Hero() light.Hero {
	return light.Hero{Foot: r3.Vec{X: s.Vessel.XMm, Y: s.Vessel.YMm}, RadiusMm: s.Vessel.DiameterMm / 2, HeightMm: s.TopMm()}
}

// Start returns the set a new shot begins with: a plate in the middle of a
// 160 × 90 table, a full-frame body with a 24–70, a west window on the left and
// a white card, not yet in.
func Start() Set {
	return Set{
		Table:  Table{WidthMm: 1600, DepthMm: 900, Reflectance: 0.25, Colour: "#6b5b4b", Finish: "matt"},
		Vessel: Vessel{Kind: "plate", XMm: 800, YMm: 450, DiameterMm: 210, HeightMm: 22, Colour: "#d8d4cb", Finish: "satin"},
		Food:   Food{Name: "Dish", AboveMm: 30, Colour: "#a8763e", Garnish: "#5e7457"},
		Camera: Camera{ElevationDeg: 45, DistanceMm: 900, Orientation: "landscape", FocalMm: 50, Aperture: 8,
			WidestAperture: 2.8, NarrowAperture: 22, ShortestMm: 24, LongestMm: 70, ClosestMm: 380,
			SensorWidthMm: 36, SensorHeightMm: 24, PixelsLong: 8192, BaseISO: 100, HighestISO: 3200, SlowestS: 0.5},
		Lights:   []Light{{Name: "Window", On: true, Kind: "window", XMm: -500, YMm: 600, ZMm: 750, WidthMm: 1400, HeightMm: 1600, FacingDeg: 90, LuminanceCdM2: 2500, Kelvin: 6500, Glass: 0.8, Outside: []Outside{}}},
		Cards:    []Card{{Name: "White card", Kind: "white", XMm: 1090, YMm: 450, WidthMm: 594, HeightMm: 420, FacingDeg: 270}},
		Backdrop: Backdrop{YMm: 1100, WidthMm: 1200, HeightMm: 800, Colour: "#8d8580"},
		Daylight: Daylight{Weather: "overcast", Day: "2026-12-03", Clock: "11:00", Zone: "Europe/London"},
		Room:     Room{WidthMm: 6000, DepthMm: 5000, HeightMm: 2800, Reflectance: 0.5},
		Things:   []Thing{},
		Views:    []View{},
	}
}

// StartFor returns Start with the camera at an angle word and the vessel that
// suits a dish form.
func StartFor(angle words.Angle, form string) Set {
	s := Start()
	switch form {
	case "drink":
		s.Vessel = Vessel{Kind: "glass", XMm: 800, YMm: 450, DiameterMm: 70, HeightMm: 150, Colour: "#cfd6d2", Finish: "gloss"}
		s.Food = Food{Name: "Drink", Colour: "#a9622f"}
		s.Camera.FocalMm, s.Camera.DistanceMm = 70, 800
	case "soup", "bowl":
		s.Vessel = Vessel{Kind: "bowl", XMm: 800, YMm: 450, DiameterMm: 180, HeightMm: 65, Colour: "#b9b4a8", Finish: "satin"}
		s.Food.AboveMm = 8
	case "tall", "stack":
		s.Food.AboveMm = 95
	case "many-alike", "spread":
		s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm = "board", 360, 20
		s.Food.AboveMm = 30
	case "whole":
		s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm = "board", 400, 20
		s.Food.AboveMm = 110
	case "frozen":
		s.Vessel = Vessel{Kind: "coupe", XMm: 800, YMm: 450, DiameterMm: 95, HeightMm: 110, Colour: "#9aa0a3", Finish: "gloss"}
		s.Food.AboveMm = 45
	}
	if deg, ok := angle.Deg(); ok {
		s.Camera.ElevationDeg = deg
	}
	return s
}
