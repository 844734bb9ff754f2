// Package train is where the eye is trained: drills of the engine, and who knows what.
package train

import (
	"figladder/internal/craft/train"
	"figladder/internal/studio/core"
	"figladder/internal/studio/review"
	"figladder/internal/studio/set"

	lru "github.com/hashicorp/golang-lru/v2"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Set    *set.Room
	Review *review.Room

	made *lru.Cache[string, train.Drill] // a drill is asked for, drawn and answered
}

// drillsKept is how many drills are remembered: a few people's sessions.
const drillsKept = 128

// New opens the room.
func New(c *core.Core, s *set.Room, r *review.Room) *Room {
	made, err := lru.New[string, train.Drill](drillsKept)
	if err != nil {
		panic(err) // only of a size that is not above nought
	}
	return &Room{Core: c, Set: s, Review: r, made: made}
}
