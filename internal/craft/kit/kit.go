// Package kit knows what cameras, lenses, supports, lamps, cards and boards can
// do, and what of them a shoot takes along (handbook K1, D2).
package kit

import (
	"figladder/internal/craft/bounds"
	"figladder/internal/craft/words"
	"fmt"
	"math"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/reading"
)

// Kind is what a piece of kit is.
type Kind string

// The kinds of kit.
const (
	Body     Kind = "body"
	Lens     Kind = "lens"
	Phone    Kind = "phone"
	Support  Kind = "support"
	Lamp     Kind = "lamp"
	Modifier Kind = "modifier"
	Card     Kind = "card"
	Diffuser Kind = "diffuser"
	Other    Kind = "other"
)

// Kinds lists them.
var Kinds = []Kind{Body, Lens, Phone, Support, Lamp, Modifier, Card, Diffuser, Other}

// Surfaces of cards and boards.
var Surfaces = append([]words.CardFace{""}, words.CardFaces...)

// Item is a piece of kit, or several alike. Which figures matter depends on its
// kind; 0 is not known.
type Item struct {
	Name         string         `json:"name" minLength:"1" maxLength:"160" doc:"What it is called"`
	Kind         Kind           `json:"kind" enum:"body,lens,phone,support,lamp,modifier,card,diffuser,other" doc:"What it is"`
	Count        int            `json:"count" minimum:"0" maximum:"99" doc:"How many alike"`
	Shelf        string         `json:"shelf" maxLength:"60" doc:"Where it is kept"`
	WeightG      float64        `json:"weightG" minimum:"0" maximum:"100000" doc:"Weight"`
	SensorWMm    float64        `json:"sensorWMm" minimum:"0" maximum:"100" doc:"Body, phone: long side of the sensor"`
	SensorHMm    float64        `json:"sensorHMm" minimum:"0" maximum:"100" doc:"Body, phone: short side of the sensor"`
	PixelsLong   int            `json:"pixelsLong" minimum:"0" maximum:"30000" doc:"Body, phone: pixels on the long side"`
	HighestISO   int            `json:"highestIso" minimum:"0" maximum:"409600" doc:"Body, phone: highest ISO you accept from it"`
	ShortestMm   float64        `json:"shortestMm" minimum:"0" maximum:"2000" doc:"Lens: shortest focal length"`
	LongestMm    float64        `json:"longestMm" minimum:"0" maximum:"2000" doc:"Lens: longest focal length"`
	WidestNumber float64        `json:"widestNumber" minimum:"0" maximum:"64" doc:"Lens: smallest f-number"`
	ClosestMm    float64        `json:"closestMm" minimum:"0" maximum:"20000" doc:"Lens: closest focus, from the lens"`
	SensorNearMm float64        `json:"closestSensorMm" minimum:"0" maximum:"20000" doc:"Lens: closest focus as its maker states it, from the sensor"`
	Largest      float64        `json:"largest" minimum:"0" maximum:"20" doc:"Lens: largest magnification its maker states"`
	ReachMm      float64        `json:"reachMm" minimum:"0" maximum:"10000" doc:"Support: how far it holds a camera out beyond its base, or how high"`
	LoadG        float64        `json:"loadG" minimum:"0" maximum:"100000" doc:"Support: what it carries"`
	Overhead     bool           `json:"overhead" doc:"Support: whether it holds a camera over the table"`
	Guide        float64        `json:"guide" minimum:"0" maximum:"500" doc:"Lamp that flashes: guide number in metres at ISO 100"`
	LuxAt1m      float64        `json:"luxAt1m" minimum:"0" maximum:"1000000" doc:"Lamp that stays on: lux at one metre"`
	WidthMm      float64        `json:"widthMm" minimum:"0" maximum:"5000" doc:"Modifier, card, diffuser: width"`
	HeightMm     float64        `json:"heightMm" minimum:"0" maximum:"5000" doc:"Modifier, card, diffuser: height"`
	Surface      words.CardFace `json:"surface" doc:"Card, diffuser: its surface"`
	Clamps       int            `json:"clamps" minimum:"0" maximum:"9" doc:"Card, diffuser: clamps it needs to stand"`

	Lenses []FixedLens `json:"lenses" maxItems:"6" doc:"Phone: its lenses, each fixed to a sensor of its own"`
}

// Check returns what cannot be accepted.
func (i Item) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, said string, args ...any) {
		out = append(out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(said, args...)})
	}
	if strings.TrimSpace(i.Name) == "" {
		bad("name", "Give it a name.")
	}
	if i.Surface != "" && !words.Is(i.Surface) {
		bad("surface", "“%s” is none of: %s.", i.Surface, strings.Join(i.Surface.Words(), ", "))
	}
	switch i.Kind {
	case Body, Phone:
		if i.SensorWMm <= 0 || i.SensorHMm <= 0 || i.PixelsLong <= 0 {
			bad("sensorWMm", "A camera has a sensor: its sides in mm and its pixels.")
		} else if i.SensorHMm > i.SensorWMm {
			bad("sensorHMm", "The short side is longer than the long one.")
		}
		for n, l := range i.Lenses {
			if said := l.problem(); said != "" {
				bad(fmt.Sprintf("lenses.%d", n), "%s", said)
			}
		}
	case Lens:
		if i.ShortestMm <= 0 || i.LongestMm < i.ShortestMm {
			bad("longestMm", "A lens goes from its shortest to its longest focal length; for a fixed one they are the same.")
		}
		if i.WidestNumber < 0.5 {
			bad("widestNumber", "Write its smallest f-number, such as 2.8. It is engraved on the lens.")
		}
		if i.SensorNearMm > 0 && i.SensorNearMm <= i.LongestMm {
			bad("closestSensorMm", "It cannot focus closer to the sensor than its focal length: %s cm is under %.0f mm.", bounds.Shown("closestSensorMm", i.SensorNearMm), i.LongestMm)
		}
		if i.ClosestMm <= i.LongestMm && i.ClosestMm > 0 {
			bad("closestMm", "It cannot focus closer than its focal length: %s cm is under %.0f mm.", bounds.Shown("closestMm", i.ClosestMm), i.LongestMm)
		}
	case Card, Diffuser:
		if i.WidthMm <= 0 || i.HeightMm <= 0 {
			bad("widthMm", "Say how large it is.")
		}
	}
	return out
}

// Closest is the closest focus from the lens, mm: as it was measured, or else worked out
// from what the maker states. 0 when neither is known.
func (i Item) Closest() float64 {
	if i.ClosestMm > 0 || i.SensorNearMm <= 0 {
		return i.ClosestMm
	}
	return optics.FromLens(i.SensorNearMm, i.LongestMm, i.Largest)
}

const gauss = "Thin lens: m = f/(u−f), width = sensor/m; field = 2·atan(sensor/2f)"

// Can works out what a lens does on a body: its field of view at both ends, the
// narrowest width it fills the frame with, its magnification there. Other kinds
// have other figures, or none.
func Can(i Item, body Item) []reading.Reading {
	out := []reading.Reading{}
	field := func(f float64) float64 { return 2 * math.Atan(body.SensorWMm/(2*f)) * 180 / math.Pi }
	switch i.Kind {
	case Lens:
		if body.SensorWMm <= 0 || i.ShortestMm <= 0 {
			return out
		}
		label := "Field across"
		if i.LongestMm > i.ShortestMm {
			label = "Field across at its shortest"
		}
		out = append(out, reading.New("fieldWide", label, field(i.ShortestMm), "°", 1, gauss, reading.Line{Words: "Twice the angle of half the sensor", Formula: fmt.Sprintf("2·atan(%.1f / (2·%.0f))", body.SensorWMm, i.ShortestMm), Shown: fmt.Sprintf("%.1f°", field(i.ShortestMm))}))
		if i.LongestMm > i.ShortestMm {
			out = append(out, reading.New("fieldLong", "Field across at its longest", field(i.LongestMm), "°", 1, gauss, reading.Line{Words: "The same at the longest", Formula: fmt.Sprintf("2·atan(%.1f / (2·%.0f))", body.SensorWMm, i.LongestMm), Shown: fmt.Sprintf("%.1f°", field(i.LongestMm))}))
		}
		if m, err := optics.Magnification(i.LongestMm, i.Closest()); err == nil && m > 0 {
			if i.Largest > 0 {
				m = math.Min(m, i.Largest)
			}
			w := optics.WidthSeen(body.SensorWMm, m)
			out = append(out, reading.New("closestWidth", "Fills the frame with", w, "mm", 0, gauss,
				reading.Line{Words: "Magnification at closest focus", Formula: fmt.Sprintf("%.0f / (%.0f − %.0f), at the most what is stated", i.LongestMm, i.Closest(), i.LongestMm), Shown: fmt.Sprintf("%.3f", m)},
				reading.Line{Words: "Width that fills the frame", Formula: fmt.Sprintf("%.1f / %.3f", body.SensorWMm, m), Shown: fmt.Sprintf("%.0f mm", w)}))
		}
	case Body, Phone:
		if i.PixelsLong > 0 && i.SensorWMm > 0 {
			pitch := 1000 * i.SensorWMm / float64(i.PixelsLong)
			out = append(out, reading.New("pitch", "Pixel pitch", pitch, "µm", 2, "Sensor's long side over its pixels", reading.Line{Words: "Over its pixels", Formula: fmt.Sprintf("%.1f mm / %d", i.SensorWMm, i.PixelsLong), Shown: fmt.Sprintf("%.2f µm", pitch)}))
		}
	case Lamp:
		if i.Guide > 0 {
			n := i.Guide / 1.0
			out = append(out, reading.New("numberAt1m", "f-number at one metre, ISO 100", n, "", 1, "Guide number = distance × f-number", reading.Line{Words: "Guide number over the distance", Formula: fmt.Sprintf("%.0f / 1 m", i.Guide), Shown: fmt.Sprintf("f/%.1f", n)}))
		}
	}
	return out
}

// Covers reports whether a lens has a focal length.
func (i Item) Covers(focalMm float64) bool {
	return i.Kind == Lens && i.ShortestMm-0.5 <= focalMm && focalMm <= i.LongestMm+0.5
}

// StartItem is what a piece of kit begins with when it is written down.
func StartItem() Item { return Item{Kind: Lens, Count: 1, Lenses: []FixedLens{}} }
