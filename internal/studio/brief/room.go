// Package brief is what a shoot is for: shoots, their briefs and what they refer to.
package brief

import (
	"figladder/internal/studio/core"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
}
