package drink

import (
	"fmt"
	"math"

	"figladder/internal/craft/reading"
)

const magnus = "Magnus, WMO Guide No. 8: g = ln(RH/100) + 17.62 T/(243.12 + T); Td = 243.12 g/(17.62 − g)"

// Dew is the temperature below which dew forms in air of a temperature and a humidity in percent, °C; where
// the formula ends, −243, for air without any water.
func Dew(airC, humidity float64) float64 {
	if humidity <= 0 {
		return -243.12
	}
	g := math.Log(humidity/100) + 17.62*airC/(243.12+airC)
	return 243.12 * g / (17.62 - g)
}

// pressure is what water vapour presses with at most, Pa (Magnus).
func pressure(c float64) float64 { return 611.2 * math.Exp(17.62*c/(243.12+c)) }

// Vapour is the water in air of a temperature and a humidity in percent, g/m³.
func Vapour(c, humidity float64) float64 {
	return humidity / 100 * pressure(c) / (461.5 * (c + 273.15)) * 1000
}

// inside is what a drink that stands still gives to its glass, W/(m² K): start value of our own for 40 to 100 mm.
var inside = Span{100, 300}

// Outside is how warm the outside of a glass is whose drink is cold: between drink and room, as the one takes from
// the other (two resistances in a row; the glass itself hardly hinders).
func Outside(drinkC, roomC float64) Span {
	at := func(out, in float64) float64 { return drinkC + (roomC-drinkC)*out/(out+in) }
	return spanOf(at(Air.From, inside.To), at(Air.To, inside.From))
}

// Mist is from how much water on a square metre dew is seen, and from how much it runs, g/m²: start values of our own
// for a clean glass (Beysens 1995 has drops of 10 to 100 µm at these).
const (
	mist = 2.0
	runs = 100.0
)

// DewDay is what becomes of a cold glass in a room.
type DewDay struct {
	DewC      float64 `json:"dewC" doc:"Dew point of the room, °C"`
	OutsideC  Span    `json:"outsideC" doc:"The outside of the glass when the drink is in, °C"`
	Forms     bool    `json:"forms" doc:"Whether dew will form for sure"`
	Perhaps   bool    `json:"perhaps" doc:"Whether it may: the range has the dew point in it"`
	SeenS     Span    `json:"seenS" doc:"From when it is seen, seconds after pouring"`
	RunsS     Span    `json:"runsS" doc:"From when drops run, seconds; 0 when they never do"`
	LastsS    Span    `json:"lastsS" doc:"Until when it goes on forming, seconds after pouring"`
	Words     string  `json:"words" doc:"That in a sentence"`
	Seen      bool    `json:"seen" doc:"Whether there comes to be enough of it to be seen"`
	Advice    string  `json:"advice" doc:"What else to do, in a sentence"`
	NeedsC    float64 `json:"needsC" doc:"The drink must be colder than this for dew to form for sure, °C"`
	BreathS   Span    `json:"breathS" doc:"How long a breath stays on the glass, seconds; 0 when it does not take"`
	BreathWet bool    `json:"breathWet" doc:"Whether a breath does not dry at all, since the glass lies below the dew point"`
}

// coolsIn is how long a glass takes to come near to the drink in it, s: ρ c d / h with 3 mm of glass.
func coolsIn(h float64) float64 { return glassDensity * heatGlass * 0.003 / h }

// DewOn works out whether dew forms on a cup of a drink and for how long, as a range: for the least and the most that
// still air gives, and for a drink that stands or is stirred.
func DewOn(c Cup, drinkC, roomC, humidity float64) DewDay {
	d := DewDay{DewC: Dew(roomC, humidity), OutsideC: Outside(drinkC, roomC)}
	d.Forms = d.OutsideC.To < d.DewC
	d.Perhaps = !d.Forms && d.OutsideC.From < d.DewC
	share := Air.To / (Air.To + inside.From)
	d.NeedsC = (d.DewC - roomC*share) / (1 - share)
	area := c.AreaMm2 * 1e-6
	if d.Forms || d.Perhaps {
		var seen, ends, run []float64
		for _, h := range []float64{Air.From, Air.To} {
			for _, in := range []float64{inside.From, inside.To} {
				w := c.Warm(drinkC, roomC, humidity, h, 6*3600, 20)
				late := 3 * coolsIn(in)
				at := func(g float64) float64 {
					for i, dew := range w.DewG {
						if dew/area >= g {
							return late + float64(i)*w.StepS
						}
					}
					return math.Inf(1)
				}
				if s := at(mist); !math.IsInf(s, 1) {
					seen = append(seen, s)
				}
				if s := at(runs); !math.IsInf(s, 1) {
					run = append(run, s)
				}
				for i, t := range w.C {
					if t+(roomC-t)*h/(h+in) >= d.DewC || i == len(w.C)-1 {
						ends = append(ends, float64(i)*w.StepS)
						break
					}
				}
			}
		}
		d.LastsS = spanOf(ends...)
		if len(seen) > 0 {
			d.SeenS = spanOf(seen...)
		}
		if len(run) > 0 {
			d.RunsS = spanOf(run...)
		}
	}
	d.Seen = d.SeenS.To > 0 && d.SeenS.From < d.LastsS.To
	d.BreathS, d.BreathWet = breath(d.OutsideC.Mid(), roomC, humidity)
	d.say(roomC, humidity)
	return d
}

// Breath is warm and damp: out of a straw at a hand's breadth (start values of our own).
const (
	breathC        = 33
	breathHumidity = 95
	breathFilm     = 1.0 // g/m² that it leaves
)

// breath is how long it stays on a glass.
func breath(glassC, roomC, humidity float64) (Span, bool) {
	if glassC >= Dew(breathC, breathHumidity) {
		return Span{}, false
	}
	dries := func(h float64) float64 { return Dries(h, glassC, roomC, humidity) }
	if dries(Air.From) <= 0 {
		return Span{}, true
	}
	return spanOf(breathFilm/dries(Air.From), breathFilm/dries(Air.To)), false
}

func (d *DewDay) say(roomC, humidity float64) {
	switch {
	case d.Forms && d.Seen:
		d.Words = fmt.Sprintf("Dew forms: seen after %s, and goes on forming for %s.", d.SeenS.Told(), d.LastsS.Told())
		d.Advice = "Take the glass at room temperature, wipe it dry, mask it down to the fill line, pour the cold drink at the last moment and turn its best side to the lens at once."
		if d.RunsS.From > 0 {
			d.Advice += fmt.Sprintf(" Drops run from about %s on: the frame comes before that.", d.RunsS.Told())
		}
	case d.Forms:
		d.Words = fmt.Sprintf("Next to no dew: the glass lies below the dew point of %.1f °C, but warms before there is enough to be seen.", d.DewC)
		d.Advice = "Chill the drink further, put a bowl of hot water near the set, or breathe on the glass through a straw."
	case d.Perhaps:
		d.Words = fmt.Sprintf("Dew may form: the glass comes close to the dew point of %.1f °C. Below %.1f °C in the drink it does for sure.", d.DewC, d.NeedsC)
		d.Advice = "Chill the drink further, put a bowl of hot water near the set, or breathe on the glass through a straw."
	default:
		d.Words = fmt.Sprintf("No dew: the glass at %.1f °C stays above the dew point of %.1f °C.", d.OutsideC.From, d.DewC)
		d.Advice = "Breathe on it through a straw just before each frame, damp the air near it, or make dew that lasts."
		if d.NeedsC < -2 {
			d.Advice = fmt.Sprintf("Air of %.0f %% at %.0f °C is too dry for any drink: make dew that lasts.", humidity, roomC)
		}
	}
}

// DewReading tells the dew point with its working.
func DewReading(roomC, humidity float64) reading.Reading {
	g := math.Log(humidity/100) + 17.62*roomC/(243.12+roomC)
	return reading.New("dew", "Dew point", Dew(roomC, humidity), "°C", 1, magnus,
		reading.Line{Words: "The water in the air, as a power", Formula: fmt.Sprintf("ln(%.0f/100) + 17.62 × %.1f / (243.12 + %.1f)", humidity, roomC, roomC), Shown: fmt.Sprintf("g = %.4f", g)},
		reading.Line{Words: "The temperature at which it is all the air can hold", Formula: fmt.Sprintf("243.12 × %.4f / (17.62 − %.4f)", g, g), Shown: fmt.Sprintf("%.2f °C", Dew(roomC, humidity))})
}

// Sprayed is what lasting dew takes.
type Sprayed struct {
	AreaCm2 float64 `json:"areaCm2" doc:"Of glass to be covered, each, up to the fill line"`
	SyrupMl float64 `json:"syrupMl" doc:"Clear syrup or glycerine, in all"`
	WaterMl float64 `json:"waterMl" doc:"And as much water"`
	Words   string  `json:"words" doc:"That in a sentence"`
}

// What a fine sprayer lays down, mm, and what goes beside the glass (start values of our own).
const (
	filmMm     = 0.08
	besideTwo  = 2.0
	leastSpray = 10 // ml that a sprayer needs to draw at all
)

// LastingDew is the mix for glasses to be sprayed up to a fill line, one part to one.
func LastingDew(wetMm2 float64, glasses int) Sprayed {
	ml := math.Max(leastSpray, math.Ceil(wetMm2*filmMm/1000*besideTwo*float64(glasses)))
	return Sprayed{AreaCm2: wetMm2 / 100, SyrupMl: ml / 2, WaterMl: ml / 2, Words: fmt.Sprintf("%.0f ml of syrup or glycerine and %.0f ml of water for %d glasses of %.0f cm² each, half of it lost beside them.", ml/2, ml/2, glasses, wetMm2/100)}
}
