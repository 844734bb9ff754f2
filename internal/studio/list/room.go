// Package list is which frames are taken: mined from dishes, put in order, grouped, divided into days,
// found again.
package list

import (
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Brief   *brief.Room
	Kitchen *kitchen.Room
}
