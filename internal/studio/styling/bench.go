package styling

import (
	"context"
	"fmt"
	"math"
	"time"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/hold"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shape"
	craft "figladder/internal/craft/styling"
	"figladder/internal/store"
)

// Air is what the room's air may be: outdoors by the forecast, and the same air warmed to a room.
type Air struct {
	OutsideC float64 `json:"outsideC" doc:"Outdoors, °C"`
	Outside  float64 `json:"outsideHumidity" doc:"Outdoors, %"`
	RoomC    float64 `json:"roomC" doc:"A heated room, °C"`
	Room     float64 `json:"roomHumidity" doc:"What the same air has there, %"`
	Words    string  `json:"words" doc:"That in a sentence; empty without a forecast"`
}

// Bench is what is styled on one frame.
type Bench struct {
	ShotID     string            `json:"shotId" doc:"The shot"`
	Shot       string            `json:"shot" doc:"Its title"`
	Version    int               `json:"version" doc:"Of the shot, to send back with its techniques"`
	DishID     string            `json:"dishId" doc:"Its dish"`
	Dish       string            `json:"dish" doc:"The dish's title"`
	Planned    bool              `json:"planned" doc:"Whether its set has been planned"`
	Vessel     scene.Vessel      `json:"vessel" doc:"What the dish is in or on"`
	Outer      []craft.Point     `json:"outer" doc:"Its outside, from the middle of its foot to its rim"`
	Inner      []craft.Point     `json:"inner" doc:"Its inside, from the middle of its floor to its rim"`
	LevelMm    float64           `json:"levelMm" doc:"How high a liquid stands in it over the table"`
	Drinks     bool              `json:"drinks" doc:"Whether the dish is a drink"`
	Wet        bool              `json:"wet" doc:"Whether a liquid is in it at all"`
	Glass      bool              `json:"glass" doc:"Whether light goes through what it is in"`
	Colour     string            `json:"colour" doc:"Of the drink through 5 cm of it, #rrggbb"`
	Layers     []drink.Layer     `json:"layers" doc:"What lies on one another in it on the set, from below; empty for one drink"`
	Hot        bool              `json:"hot" doc:"Whether it is served hot"`
	Techniques []craft.Technique `json:"techniques" doc:"What is put on this frame, with amounts for the dish"`
	Proposed   []craft.Proposal  `json:"proposed" doc:"What this frame calls for"`
	Plan       hold.Plan         `json:"plan" doc:"The order in which things go on"`
	Times      []store.HoldRow   `json:"times" doc:"The studio's own times of what is on this dish, the latest first"`
	Moments    []store.MomentRow `json:"moments" doc:"When it came to stand warm and when it went back, the latest first"`
	Stood      craft.Stood       `json:"stood" doc:"How long it has stood between 5 and 60 °C"`
	Rules      []craft.Rule      `json:"rules" doc:"Rules for that to choose from; local ones come first"`
	Air        Air               `json:"air" doc:"What the air may be on the day"`
	Liquids    []craft.Liquid    `json:"liquids" doc:"What can be poured"`
	Spouts     []craft.Spout     `json:"spouts" doc:"What it can be poured from"`
	Foams      []craft.Foam      `json:"foams" doc:"What foams"`
	Frozens    []string          `json:"frozens" doc:"What is scooped"`
	Sauces     []craft.Sauce     `json:"sauces" doc:"What shines"`
	EachMl     float64           `json:"eachMl" doc:"What is in the vessel, ml"`
}

// shutterS is how long after the last thing is on a frame is taken (start value of our own).
const shutterS = 10

// BenchOf tells a frame's.
func (s *Room) BenchOf(ctx context.Context, shotID, school string, rule craft.Rule) (*Bench, error) {
	a, err := s.at(ctx, shotID)
	if err != nil {
		return nil, err
	}
	x := a.set.Set
	glass, level := x.Glass()
	out := &Bench{ShotID: a.shot.Key, Shot: a.shot.Title, Version: a.shot.Version, DishID: a.dish.Key, Dish: a.dish.Recipe.Title, Planned: a.set.Version > 0, Vessel: x.Vessel,
		Outer: points(glass.Outer), Inner: points(glass.Inner), LevelMm: level, Drinks: x.Drinks(), Wet: x.Drinks() || x.Food.Form == "soup", Glass: x.OfGlass(), Colour: x.Food.Colour,
		Hot: x.Food.Steams, Techniques: craft.Of(a.shot.Techniques, amounts(a)), Liquids: craft.Liquids, Spouts: craft.Spouts, Rules: craft.Rules, Foams: craft.Foams, Frozens: craft.Frozens, Sauces: craft.Sauces,
		EachMl: math.Round(glass.VolumeMl(level))}
	out.Layers = append([]drink.Layer{}, x.Food.Layers...)
	logs, err := s.times(ctx)
	if err != nil {
		return nil, err
	}
	parts := hold.Components(onIt(a), logsOf(logs))
	out.Plan = hold.Order(parts, shutterS)
	on := map[string]bool{}
	for _, p := range parts {
		on[p.Class] = true
	}
	out.Times = []store.HoldRow{}
	for _, l := range logs {
		if on[l.Log.Class] {
			out.Times = append(out.Times, l)
		}
	}
	out.Proposed = craft.Propose(frameOf(a, parts), school)
	for _, k := range a.shot.Techniques {
		for i, p := range out.Proposed {
			if p.Key == k {
				out.Proposed = append(out.Proposed[:i], out.Proposed[i+1:]...)
				break
			}
		}
	}
	if out.Moments, out.Stood, err = s.stood(ctx, a.dish.Key, rule); err != nil {
		return nil, err
	}
	out.Air, err = s.air(ctx, a)
	return out, err
}

func points(rz []shape.RZ) []craft.Point {
	out := make([]craft.Point, len(rz))
	for i, p := range rz {
		out[i] = craft.Point{XMm: p.R, ZMm: p.Z}
	}
	return out
}

// filled is the frame's vessel with what is in it.
func filled(a *at) craft.Filled { return a.set.Set.Filled(drink.PartsOf(a.dish.Recipe)) }

// amounts are for the glasses that a frame shows, and one to replace them.
func amounts(a *at) craft.For { return a.set.Set.Styling(drink.PartsOf(a.dish.Recipe)) }

// onIt are the names of what is on a frame's dish, the dish first.
func onIt(a *at) []string {
	x := a.set.Set
	out := []string{}
	var steps []string
	for _, s := range a.dish.Recipe.Steps {
		steps = append(steps, s.Text)
	}
	for _, in := range a.dish.Recipe.Ingredients {
		if !hold.CookedIn(in.Item, steps) {
			out = append(out, in.Item)
		}
	}
	if x.Food.Form == "iced" {
		out = append(out, "ice")
	}
	if x.Food.Steams {
		out = append(out, "steam")
	}
	for _, k := range a.shot.Techniques {
		if t, ok := craft.ByKey(k); ok && t.Hold != "" {
			if c, known := hold.ByKey(t.Hold); known {
				out = append(out, c.Name)
			}
		}
	}
	return append(out, a.dish.Recipe.Title)
}

func frameOf(a *at, parts []hold.Component) craft.Frame {
	x := a.set.Set
	f := craft.Frame{Drinks: x.Drinks(), Glass: x.OfGlass(), Iced: x.Food.Form == "iced", Cold: x.Drinks() && !x.Food.Steams, Steams: x.Food.Steams, Pours: x.Food.PourMm > 0}
	for _, p := range parts {
		f.Holds = append(f.Holds, p.Class)
	}
	if f.Drinks {
		full := drink.Absorbs(x.Food.Colour, filled(a).Share)
		glass, level := x.Glass()
		f.Lightness = drink.Lightness(full, 2*glass.InsideAt((glass.FloorMm()+level)/2))
	}
	return f
}

// roomC is a heated room (start value of our own).
const roomC = 20

// air is what the forecast has for the shoot's day, outdoors and warmed to a room: the same water in warmer air.
func (s *Room) air(ctx context.Context, a *at) (Air, error) {
	out := Air{RoomC: roomC, Room: 45}
	if s.Weather == nil {
		return out, nil
	}
	d := a.set.Set.Daylight
	day := d.Day
	if day == "" {
		day = s.Now().Format(time.DateOnly)
	}
	c, humidity, err := s.Weather.Air(ctx, d.LatDeg, d.LonDeg, day)
	if err != nil {
		return out, err
	}
	out.OutsideC, out.Outside = c, humidity
	out.RoomC = math.Max(roomC, c)
	out.Room = math.Round(math.Min(100, 100*drink.Vapour(c, humidity)/drink.Vapour(out.RoomC, 100)))
	out.Words = fmt.Sprintf("Outdoors %.0f °C and %.0f %%; warmed to %.0f °C the same air has %.0f %%. People and pots add to that: measure at the set.", c, humidity, out.RoomC, out.Room)
	return out, nil
}
