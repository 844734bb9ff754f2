// Package kitchen is what is cooked: dishes, amounts, trials, colours, shopping, terms of a series, who may eat it.
package kitchen

import (
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Brief *brief.Room
}
