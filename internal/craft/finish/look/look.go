// Package look makes a finished picture of a frame: a list of steps in the craft's words, worked out in linear light, that
// never touches the frame itself. The same steps on the same frame give the same pixels.
//
// Light is linear sRGB (IEC 61966-2-1), 1 is white. Places are shares of the frame's width and height from its top left,
// lengths shares of its long side, so that a look means the same on the small picture and on the large one.
package look

import (
	"fmt"
	"math"

	"figladder/internal/craft/finding"
)

// Version is that of the way in which steps become pixels. A picture made by one version is never made anew by another
// without being told.
const Version = 1

// Kind says what a step does.
type Kind string

// The kinds of steps, in the order in which they are worked: what is a place in the frame first, then tone and colour as
// they are listed, then what belongs to the finished size.
const (
	Mend    Kind = "mend"
	Crop    Kind = "crop"
	Level   Kind = "level"
	White   Kind = "white"
	Tone    Kind = "tone"
	Local   Kind = "local"
	Band    Kind = "band"
	Sharpen Kind = "sharpen"
	Grain   Kind = "grain"
)

// stages say when a kind is worked.
var stages = map[Kind]int{Mend: 0, Crop: 1, Level: 2, White: 2, Tone: 2, Local: 2, Band: 2, Sharpen: 3, Grain: 4}

// Spot is a place, as shares of width and height from the top left.
type Spot struct {
	X float64 `json:"x" minimum:"0" maximum:"1" doc:"Share of the width, from the left"`
	Y float64 `json:"y" minimum:"0" maximum:"1" doc:"Share of the height, from the top"`
}

// Step is one thing done to a frame. What its kind does not use is zero.
type Step struct {
	Key  string `json:"key" maxLength:"40" doc:"Name of the step within its look, which a frame's differences go by"`
	Kind Kind   `json:"kind" enum:"mend,crop,level,white,tone,local,band,sharpen,grain" doc:"What it does"`
	Off  bool   `json:"off" doc:"Whether it is left out"`
	Why  string `json:"why" maxLength:"300" doc:"Why, in words"`

	Stops float64 `json:"stops" minimum:"-5" maximum:"5" doc:"level, local: how much lighter, stops; 0 as it was"`

	Kelvin float64 `json:"kelvin" minimum:"0" maximum:"15000" doc:"white: colour of the light that it was taken in, kelvin; 0 for daylight, 6504"`
	Tint   float64 `json:"tint" minimum:"-50" maximum:"50" doc:"white: how much greener that light was than daylight, thousandths of Duv"`

	Slope    float64 `json:"slope" minimum:"0" maximum:"3" doc:"tone: stops out for a stop in at mid-grey; 0 for 1, as it was"`
	Toe      float64 `json:"toe" minimum:"-3" maximum:"3" doc:"tone: how much lighter what is four stops under mid-grey becomes, stops"`
	Shoulder float64 `json:"shoulder" minimum:"-2" maximum:"1" doc:"tone: how much lighter white becomes, stops; under 0 keeps drawing in what is nearly white"`

	HueDeg    float64 `json:"hueDeg" minimum:"0" maximum:"360" doc:"band: middle of the hues, OKLCH degrees; red about 29, yellow 110, green 142"`
	WidthDeg  float64 `json:"widthDeg" minimum:"0" maximum:"360" doc:"band: how wide the hues are, degrees; 360 for all"`
	TurnDeg   float64 `json:"turnDeg" minimum:"-60" maximum:"60" doc:"band: by how much the hue is turned; crop: by how much the picture is turned, degrees clockwise"`
	Chroma    float64 `json:"chroma" minimum:"-1" maximum:"1" doc:"band: how much more colour, as a share; −1 for none"`
	Lightness float64 `json:"lightness" minimum:"-0.5" maximum:"0.5" doc:"band: how much lighter, OKLab lightness"`

	Mask *Mask `json:"mask,omitempty" doc:"local: where"`

	Box  *Box  `json:"box,omitempty" doc:"crop: what stays"`
	At   *Spot `json:"at,omitempty" doc:"mend: where; grain: not used"`
	From *Spot `json:"from,omitempty" doc:"mend: where what covers it is taken"`

	Radius float64 `json:"radius" minimum:"0" maximum:"0.3" doc:"mend: how large, share of the long side"`

	RadiusPx float64 `json:"radiusPx" minimum:"0" maximum:"12" doc:"sharpen, grain: how large, pixels of the full size"`
	Amount   float64 `json:"amount" minimum:"0" maximum:"3" doc:"sharpen: how much of what is finer is added; grain: deviation at mid-grey, stops"`
}

// Box is a part of a frame.
type Box struct {
	X float64 `json:"x" minimum:"0" maximum:"1" doc:"Its left, share of the width"`
	Y float64 `json:"y" minimum:"0" maximum:"1" doc:"Its top, share of the height"`
	W float64 `json:"w" minimum:"0.02" maximum:"1" doc:"Its width, share of the width"`
	H float64 `json:"h" minimum:"0.02" maximum:"1" doc:"Its height, share of the height"`
}

// Most is how many steps a look can have.
const Most = 60

// Check returns what cannot be carried out, by the path of its field.
func Check(steps []Step) (out []finding.FieldProblem) {
	bad := func(path, words string) { out = append(out, finding.FieldProblem{Path: path, Words: words}) }
	if len(steps) > Most {
		bad("steps", fmt.Sprintf("%d steps are more than the %d that a look can have.", len(steps), Most))
		return out
	}
	keys, crops := map[string]bool{}, 0
	for i, s := range steps {
		at := fmt.Sprintf("steps.%d.", i)
		if _, known := stages[s.Kind]; !known {
			bad(at+"kind", "There is no such step.")
		}
		if s.Key == "" || keys[s.Key] {
			bad(at+"key", "Every step has a name of its own.")
		}
		keys[s.Key] = true
		switch s.Kind {
		case Local:
			if s.Mask == nil {
				bad(at+"mask", "Draw where it is to be lighter or darker.")
			} else {
				s.Mask.check(at+"mask.", bad)
			}
		case Crop:
			if crops++; crops > 1 {
				bad(at+"kind", "A picture is cropped once; change the crop that is there.")
			}
			if s.Box == nil || s.Box.X+s.Box.W > 1+1e-9 || s.Box.Y+s.Box.H > 1+1e-9 {
				bad(at+"box", "The crop reaches out of the frame.")
			}
			if math.Abs(s.TurnDeg) > MostTurnDeg {
				bad(at+"turnDeg", fmt.Sprintf("%.0f degrees are the most a frame is turned; beyond that it is another frame.", MostTurnDeg))
			}
		case Mend:
			if s.At == nil || s.From == nil || s.Radius <= 0 {
				bad(at+"at", "Say where, from where, and how large.")
			}
		case White:
			if s.Kelvin != 0 && s.Kelvin < leastKelvin {
				bad(at+"kelvin", fmt.Sprintf("%.0f K is the warmest that can be read.", leastKelvin))
			}
		case Level, Tone, Band, Sharpen, Grain:
		}
	}
	return out
}
