package scene

import (
	"reflect"
	"slices"
	"strconv"
	"strings"

	"figladder/internal/craft/words"
)

// SetUp is what stands and shines for all frames that are taken of it: a set without what
// each frame has of its own. Its things are all on; a frame leaves out what it does not show.
type SetUp struct {
	Table    Table    `json:"table" doc:"The table top"`
	Vessel   Vessel   `json:"vessel" doc:"What the food is in or on"`
	Food     Food     `json:"food" doc:"The food as it is served"`
	Lights   []Light  `json:"lights" maxItems:"8" doc:"Windows and lamps"`
	Cards    []Card   `json:"cards" maxItems:"8" doc:"Cards, flags and diffusers"`
	Backdrop Backdrop `json:"backdrop" doc:"An upright board behind the dish"`
	Ground   Ground   `json:"ground" doc:"A board or sheet under the set"`
	Things   []Thing  `json:"things" maxItems:"120" doc:"Props and pieces of food beside, under and on the dish"`
	Cameras  []View   `json:"cameras" maxItems:"8" doc:"The main camera and others, for frames that share one"`
	Daylight Daylight `json:"daylight" doc:"What is outside the windows"`
	Room     Room     `json:"room" doc:"The room round the set"`
	PlaceID  string   `json:"placeId" doc:"The place it stands in, or empty"`
}

// Own is what a frame has of its own on a set-up.
type Own struct {
	Camera   Camera          `json:"camera" doc:"Its camera; where it looks through one of the set-up's, that one as it was last"`
	Through  int             `json:"through" minimum:"0" maximum:"8" doc:"Which of the set-up's cameras it looks through, from 1; 0 for its own"`
	State    words.DishState `json:"state" doc:"How far the dish is"`
	Crop     string          `json:"crop,omitempty" doc:"The one shape that it is for; empty for all"`
	Off      []int           `json:"off" doc:"Places in the list of the things that it leaves out"`
	CardsOut *[]int          `json:"cardsOut" doc:"Places in the list of the cards that are out for this frame; null where they are as the set-up has them"`
	Vessel   *Vessel         `json:"vessel" doc:"A vessel of its own; null for the set-up's"`
	Food     *Food           `json:"food" doc:"Food of its own; null for the set-up's"`
	Advice   string          `json:"advice" doc:"How much advice about composition is given"`
	Follows  string          `json:"follows" doc:"The shot of its series whose camera and light it keeps, or empty"`
	Answers  Questions       `json:"answers" doc:"The three questions that decide"`
}

// Parts divides a set into what it shares with the other frames of its set-up and what is
// this frame's own. With puts them together again. shared is the set-up as it was, for what
// the set does not say: the vessel and food of a frame that has its own.
func (s Set) Parts(shared SetUp) (SetUp, Own) {
	s = s.Copy()
	up := SetUp{Table: s.Table, Vessel: s.Vessel, Food: s.Food, Lights: s.Lights, Cards: s.Cards, Backdrop: s.Backdrop, Ground: s.Ground,
		Things: s.Things, Cameras: s.Views, Daylight: s.Daylight, Room: s.Room, PlaceID: s.PlaceID}
	own := Own{Camera: s.Camera, Through: s.Through, State: s.State, Crop: s.Crop, Off: []int{}, Advice: s.Advice, Follows: s.Follows, Answers: s.Answers}
	for i := range up.Things {
		if !up.Things[i].On {
			own.Off = append(own.Off, i)
		}
		up.Things[i].On = true
	}
	if s.OwnCards {
		out := []int{}
		to := followCards(shared.Cards, up.Cards)
		for i := range up.Cards {
			if !up.Cards[i].On {
				out = append(out, i)
			}
			if k := slices.Index(to, i); k >= 0 { // in or out for the others as it was
				up.Cards[i].On = shared.Cards[k].On
			}
		}
		own.CardsOut = &out
	}
	if s.OwnVessel {
		v := s.Vessel
		own.Vessel, up.Vessel = &v, shared.Vessel
	}
	if s.OwnFood {
		f := s.Food
		own.Food, up.Food = &f, shared.Food
	}
	if own.Through > len(up.Cameras) {
		own.Through = 0
	}
	if n := own.Through; n > 0 {
		up.Cameras[n-1].Camera = s.Camera
	}
	return up, own
}

// With is the set that a frame is taken of.
func (u SetUp) With(o Own) Set {
	s := Set{Table: u.Table, Vessel: u.Vessel, Food: u.Food, Camera: o.Camera, Lights: u.Lights, Cards: u.Cards, Backdrop: u.Backdrop, Ground: u.Ground,
		Things: u.Things, Views: u.Cameras, Daylight: u.Daylight, Room: u.Room, PlaceID: u.PlaceID, Through: o.Through, State: o.State, Crop: o.Crop, Advice: o.Advice, Follows: o.Follows, Answers: o.Answers}.Copy()
	for _, i := range o.Off {
		if i >= 0 && i < len(s.Things) {
			s.Things[i].On = false
		}
	}
	if o.CardsOut != nil {
		s.OwnCards = true
		for i := range s.Cards {
			s.Cards[i].On = !slices.Contains(*o.CardsOut, i)
		}
	}
	if o.Vessel != nil {
		s.Vessel, s.OwnVessel = *o.Vessel, true
	}
	if o.Food != nil {
		s.Food, s.OwnFood = *o.Food, true
	}
	switch n := o.Through; {
	case n > len(s.Views):
		s.Through = 0
	case n > 0:
		s.Camera = s.Views[n-1].Camera
	}
	return s
}

// Same reports whether two set-ups stand alike.
func (u SetUp) Same(o SetUp) bool { return reflect.DeepEqual(u.Whole(), o.Whole()) }

// Whole returns the set-up with every list there, if an empty one.
func (u SetUp) Whole() SetUp { return first(u.With(Own{}).Parts(SetUp{})) }

func first(u SetUp, _ Own) SetUp { return u }

// OwnOn is what a set has of its own when it is stood in a set-up: its camera and state; its
// vessel and food when they were its own, or when it is of another dish.
func (s Set) OwnOn(up SetUp, otherDish bool) Own {
	_, own := s.Parts(SetUp{})
	own.Off, own.Through, own.CardsOut = []int{}, 0, nil
	if _, is := ThingOfKey(own.Camera.Sharp); is {
		own.Camera.Sharp = ""
	}
	if otherDish {
		v, f := s.Vessel, s.Food
		own.Vessel, own.Food = &v, &f
	}
	if own.Vessel != nil {
		own.Vessel.XMm, own.Vessel.YMm = up.Vessel.XMm, up.Vessel.YMm
	}
	return own
}

// Moved returns what is another frame's own after the set-up was changed by one of its
// frames: what it leaves out, looks through and focuses on is still the same, wherever that
// now stands in its list.
func (o Own) Moved(was, now SetUp) Own {
	to := follow(was.Things, now.Things)
	off := []int{}
	for _, i := range o.Off {
		if i >= 0 && i < len(to) && to[i] >= 0 {
			off = append(off, to[i])
		}
	}
	slices.Sort(off)
	o.Off = off
	if o.CardsOut != nil {
		out, at := []int{}, followCards(was.Cards, now.Cards)
		for _, i := range *o.CardsOut {
			if i >= 0 && i < len(at) && at[i] >= 0 {
				out = append(out, at[i])
			}
		}
		slices.Sort(out)
		o.CardsOut = &out
	}
	o.Camera = o.Camera.refocused(to)
	if n := o.Through; n > 0 && n <= len(was.Cameras) {
		at := followCameras(was.Cameras, now.Cameras)[n-1]
		o.Through = at + 1
		if at < 0 { // the camera it looked through is gone: it keeps looking so
			o.Camera = was.Cameras[n-1].Camera.refocused(to)
		} else {
			o.Camera = now.Cameras[at].Camera
		}
	}
	return o
}

// SeenFrom is the set for another frame of the same set-up: the same camera, lens and
// distance, at an angle of its own and looking at the middle of the dish as it is served.
func (s Set) SeenFrom(angle words.Angle) Set {
	out := s.Copy()
	c := &out.Camera
	if deg, ok := angle.Deg(); ok {
		c.ElevationDeg = deg
	}
	c.AimXMm, c.AimYMm, c.AimZMm, c.Sharp = 0, 0, 0, ""
	out.Through, out.State, out.Answers, out.Follows = 0, words.Served, Questions{}, ""
	return out
}

// Refocused returns the set-up after a frame changed its list of things: the cameras that the
// frame does not look through focus on what they focused on.
func (u SetUp) Refocused(was SetUp, through int) SetUp {
	to := follow(was.Things, u.Things)
	u.Cameras = slices.Clone(u.Cameras)
	for i, j := range followCameras(was.Cameras, u.Cameras) {
		if j >= 0 && j != through-1 && u.Cameras[j].Camera.Sharp == was.Cameras[i].Camera.Sharp {
			u.Cameras[j].Camera = u.Cameras[j].Camera.refocused(to)
		}
	}
	return u
}

// refocused is the camera when things went to other places in their list; what is gone is
// not focused on any more.
func (c Camera) refocused(to []int) Camera {
	if i, ok := ThingOfKey(c.Sharp); ok {
		c.Sharp = ""
		if i < len(to) && to[i] >= 0 {
			c.Sharp = thingKey(to[i])
		}
	}
	return c
}

// follow says where each thing of a list went in another; −1 for one that is gone. What is
// quite the same is itself, in order; then what has the same name and kind; then what has one of
// the two and is in the same place.
func follow(was, now []Thing) []int {
	return matched(len(was), len(now),
		func(i, j int) bool { return reflect.DeepEqual(was[i], now[j]) },
		func(i, j int) bool { return was[i].Name == now[j].Name && was[i].Kind == now[j].Kind },
		func(i, j int) bool { return i == j && (was[i].Name == now[j].Name || was[i].Kind == now[j].Kind) })
}

// ThingOfKey is the place of a thing that a key names; false for any other key.
func ThingOfKey(key string) (int, bool) {
	n, is := strings.CutPrefix(key, "thing-")
	i, err := strconv.Atoi(n)
	return i, is && err == nil
}

func followCards(was, now []Card) []int {
	return matched(len(was), len(now),
		func(i, j int) bool { a, b := was[i], now[j]; a.On = b.On; return reflect.DeepEqual(a, b) },
		func(i, j int) bool { return was[i].Name == now[j].Name && was[i].Kind == now[j].Kind },
		func(i, j int) bool { return i == j && (was[i].Name == now[j].Name || was[i].Kind == now[j].Kind) })
}

func followCameras(was, now []View) []int {
	return matched(len(was), len(now),
		func(i, j int) bool { return was[i] == now[j] },
		func(i, j int) bool { return was[i].Name == now[j].Name },
		func(i, j int) bool { return i == j && was[i].Camera == now[j].Camera })
}

func matched(was, now int, alike ...func(i, j int) bool) []int {
	to, taken := make([]int, was), make([]bool, now)
	for i := range to {
		to[i] = -1
	}
	for _, is := range alike {
		for i := range to {
			for j := 0; to[i] < 0 && j < now; j++ {
				if !taken[j] && is(i, j) {
					to[i], taken[j] = j, true
				}
			}
		}
	}
	return to
}
