// Package out is what leaves the studio: cuts for outlets, and their answers.
package out

import (
	"figladder/internal/standin"
	"figladder/internal/studio/core"
	"figladder/internal/studio/finish"
	"figladder/internal/studio/frames"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Frames *frames.Room
	Finish *finish.Room
	Outlet standin.Outlet
}
