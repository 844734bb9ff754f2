// Package draft makes a first plan of a whole shoot: from dishes, frames, cupboard, kit, place
// and day to set-ups, and to each frame's camera, state of the dish and crop. Every choice says
// why, what was next, and out of how many it was taken. What is drafted is judged by the same
// checks as what a person sets (handbook S2, S6, S8, C1 to C6, L1 to L11, P2 to P6, P11, O2).
package draft

import (
	"figladder/internal/craft/almanac"
	"figladder/internal/craft/colour"
	"figladder/internal/craft/compose"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
)

// Ask is what a draft is made from.
type Ask struct {
	Dishes  []Dish
	Shots   []Shot // in the order of the list
	Props   []Prop // free on the day
	Kit     []kit.Item
	School  string         // of lenses that is followed
	Place   *almanac.Place // nil when none is known
	PlaceID string
	Day     string // YYYY-MM-DD, or empty
	Wants   scene.Wants
	Shapes  []compose.Wanted // what is published
	// Standing are sets that a person has made, by shot: they stay, and the other frames that can
	// be taken of their set-up are.
	Standing map[string]Standing
	Variant  int // 0 for the first draft; 1 and 2 differ on purpose in ground, cloth, light and angle
	Seed     uint64
}

// Standing is a set that a person has made.
type Standing struct {
	SetUpID string
	Up      scene.SetUp
	Own     scene.Own
}

// Dish is a dish as far as its pictures matter.
type Dish struct {
	ID     string
	Title  string
	Form   shots.Form
	Ask    cupboard.Ask // what props are judged against
	Plan   colour.Plan
	Served shots.Served
	Iced   bool // whether it stands on ice
	Told   Told // what its references ask for in words
	// PortionMl is one helping of what is poured; 0 where it is not known.
	PortionMl float64
}

// Prop is a prop of the cupboard that is free.
type Prop struct {
	ID   string
	Prop cupboard.Prop
	Seen cupboard.Seen
	Held string // the dish it is held for, or empty
}

// Shot is a frame that is wanted.
type Shot struct {
	ID     string
	DishID string
	Kind   shots.Kind
	Title  string
	Cause  string // the word or ingredient that caused it
	Angle  words.Angle
	Light  words.Direction
	Moves  bool // whether the shutter decides how it looks
	// FallsMm is from how far above the rim something falls on the dish in it; 0 for nothing.
	FallsMm float64
}

// Draft is the plan.
type Draft struct {
	SetUps []SetUp           `json:"setUps" doc:"What is built, in the order of the list"`
	Lacks  []finding.Finding `json:"lacks" doc:"What the cupboard, the kit or the place could not give, with what to rent, buy or find out"`
}

// SetUp is a drafted set-up with its frames.
type SetUp struct {
	Key     string      `json:"key" doc:"Stable name within the shoot: dish and light, or ingredients"`
	Words   string      `json:"words" doc:"What it is called"`
	Stands  string      `json:"stands" doc:"Key of the set-up that stood before and is left as it is; empty for a drafted one"`
	Up      scene.SetUp `json:"up" doc:"What stands and shines"`
	Frames  []Frame     `json:"frames" doc:"The frames taken of it, in the order of the list"`
	Choices []Choice    `json:"choices" doc:"What was chosen for it"`
}

// Frame is a shot with what is its own.
type Frame struct {
	ShotID  string    `json:"shotId" doc:"The shot"`
	Own     scene.Own `json:"own" doc:"What is its own"`
	Choices []Choice  `json:"choices" doc:"What was chosen for it"`
}

// Choice is one thing that was chosen.
type Choice struct {
	Key     string         `json:"key" doc:"What was chosen: vessel, ground, backdrop, beside-0, light, hour, cards, angle, lens, sharp, aperture, aim"`
	Label   string         `json:"label" doc:"The same, as it is called"`
	Took    string         `json:"took" doc:"What was taken"`
	Because string         `json:"because" doc:"Why"`
	Next    string         `json:"next" doc:"What would have been next; empty when there was nothing else"`
	From    int            `json:"from" doc:"How many it was chosen from"`
	Swap    []finding.Edit `json:"swap" doc:"Edits that put the next in its place"`
	Back    []finding.Edit `json:"back" doc:"Edits that put back what was taken"`
}
