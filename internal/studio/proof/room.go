// Package proof is what a client is shown and says: links, rounds and answers.
package proof

import (
	"figladder/internal/studio/core"
	"figladder/internal/studio/finish"

	lru "github.com/hashicorp/golang-lru/v2"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Finish *finish.Room

	doors  core.Throttle
	marked *lru.Cache[string, []byte] // pictures with their mark, while they are looked at
}

// mostMarked is how many are held: some hundred kilobytes each.
const mostMarked = 100

// New makes the room.
func New(c *core.Core, f *finish.Room) *Room {
	marked, err := lru.New[string, []byte](mostMarked)
	if err != nil {
		panic(err) // mostMarked is above 0
	}
	return &Room{Core: c, Finish: f, marked: marked}
}
