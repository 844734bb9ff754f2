// Package cupboard is what stands on the shelves: props, kit, what is lacking; what suits a dish, who holds
// it, what is packed.
package cupboard

import (
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Brief   *brief.Room
	Kitchen *kitchen.Room
	List    *list.Room
}
