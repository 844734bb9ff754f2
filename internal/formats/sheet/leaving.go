package sheet

import (
	"context"

	"github.com/johnfercher/maroto/v2/pkg/core"
	"github.com/johnfercher/maroto/v2/pkg/core/entity"
)

// left is a part of a page that is no longer measured and drawn once whoever asked for the
// sheet has left: the library draws all pages in one call that cannot be stopped.
type left struct {
	core.Component
	ctx context.Context
}

func leaving(ctx context.Context, c core.Component) core.Component {
	return left{c, ctx}
}

func (l left) GetHeight(provider core.Provider, cell *entity.Cell) float64 {
	if l.ctx.Err() != nil {
		return 1 // mm; the sheet is thrown away
	}
	return l.Component.GetHeight(provider, cell)
}

func (l left) Render(provider core.Provider, cell *entity.Cell) {
	if l.ctx.Err() == nil {
		l.Component.Render(provider, cell)
	}
}
