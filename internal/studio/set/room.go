// Package set is what stands before the lens: places and their windows, sets, light, lenses, rendered
// pictures, sheets.
package set

import (
	"context"
	"errors"

	"figladder/internal/standin"
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/cupboard"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Brief    *brief.Room
	Kitchen  *kitchen.Room
	List     *list.Room
	Cupboard *cupboard.Room
	Weather  standin.Weather // nil for no forecast

	searches   core.Works[LightSearch, *LightSearch]
	renderings core.Works[Rendering, *Rendering]
	contacts   core.Works[Contacting, *Contacting]
	pace       pace // of pictures
}

// Stop ends what runs in the background, and waits for it as long as ctx lasts.
func (s *Room) Stop(ctx context.Context) error {
	return errors.Join(s.searches.Close(ctx), s.renderings.Close(ctx), s.contacts.Close(ctx))
}
