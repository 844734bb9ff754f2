// Package out is what leaves the studio: cuts for outlets, and their answers.
package out

import (
	"figladder/internal/standin"
	"figladder/internal/studio/core"
	"figladder/internal/studio/finish"
	"figladder/internal/studio/frames"

	lru "github.com/hashicorp/golang-lru/v2"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Frames *frames.Room
	Finish *finish.Room
	Outlet standin.Outlet

	parts *lru.Cache[string, seen] // frames as they were read, by what their sets show
}

// New opens the room.
func New(c *core.Core, f *frames.Room, fin *finish.Room, o standin.Outlet) *Room {
	parts, err := lru.New[string, seen](partsKept)
	if err != nil {
		panic(err) // only of a size that is not above nought
	}
	return &Room{Core: c, Frames: f, Finish: fin, Outlet: o, parts: parts}
}
