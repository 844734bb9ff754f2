// Package ladder gathers facts into rungs: how far a shoot has come, and what wants a hand next.
package ladder

import (
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/out"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Brief *brief.Room
	Out   *out.Room
}
