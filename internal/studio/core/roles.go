package core

import (
	"slices"
)

// Role is what a person may do.
type Role string

// The roles, least first; each may do all that those before it may. An assistant looks at
// everything and does a day's work: ticks, pulls, packs, takes frames. A stylist also
// changes dishes, props and sets. A photographer also makes shoots, judges frames, sends
// them out and keeps the kit. The owner also lets people in and takes shoots away.
const (
	Assistant    Role = "assistant"
	Stylist      Role = "stylist"
	Photographer Role = "photographer"
	Owner        Role = "owner"
)

// Roles lists them, least first.
var Roles = []Role{Assistant, Stylist, Photographer, Owner}

// May reports whether a role may do what asks for another. A role that there is none of
// may do nothing, and what asks for one is done by nobody.
func (r Role) May(need Role) bool {
	return slices.Contains(Roles, need) && slices.Index(Roles, r) >= slices.Index(Roles, need)
}

// RoleError says that a person may not do something, and who may.
type RoleError struct {
	Needs Role
	Words string // what was to be done; empty for the thing itself
}

func (e *RoleError) Error() string {
	who := map[Role]string{Stylist: "a stylist or a photographer", Photographer: "a photographer", Owner: "the owner of the studio"}[e.Needs]
	if e.Words != "" {
		return "Only " + who + " can do or undo " + e.Words + "."
	}
	return "Only " + who + " can do this."
}

// needs is what a deed of this person asks of those who would undo it.
func (w Who) needs() Role {
	if w.Needs == "" {
		return Photographer
	}
	return w.Needs
}
