// Package review is what is learned from what was done: old frames read again, faults counted, what was planned against what came
// of it.
package review

import (
	"figladder/internal/studio/core"
	"figladder/internal/studio/finish"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Finish *finish.Room
}
