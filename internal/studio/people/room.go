// Package people is who works here: accounts, signing in, invitations, roles given and taken.
package people

import (
	"figladder/internal/studio/core"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core

	passwords oven
	doors     throttle
}
