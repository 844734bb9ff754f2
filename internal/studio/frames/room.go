// Package frames is what the camera took: frames, which is kept, what it answers, how it is finished.
package frames

import (
	"sync"

	"figladder/internal/standin"
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/day"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
	"figladder/internal/studio/set"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Brief   *brief.Room
	Kitchen *kitchen.Room
	List    *list.Room
	Set     *set.Room
	Day     *day.Room
	Camera  standin.Camera

	Reader   standin.Reader // nil where there is none
	Folders  []string       // folders of this machine that may be copied
	Arriving string         // where files lie while they are sent

	copies   copies
	folders  seen
	sending  sending
	fetching sync.Mutex // one at a time asks the camera's card
}
