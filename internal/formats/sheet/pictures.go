package sheet

import (
	"context"

	"figladder/internal/formats/fonts"
	"github.com/johnfercher/maroto/v2/pkg/components/col"
	"github.com/johnfercher/maroto/v2/pkg/components/image"
	"github.com/johnfercher/maroto/v2/pkg/components/page"
	"github.com/johnfercher/maroto/v2/pkg/components/row"
	"github.com/johnfercher/maroto/v2/pkg/components/text"
	"github.com/johnfercher/maroto/v2/pkg/consts/extension"
	"github.com/johnfercher/maroto/v2/pkg/core"
	"github.com/johnfercher/maroto/v2/pkg/props"
)

// How many pictures stand side by side on a sheet, and how high the row is, mm: a landscape
// frame of 3:2 fills it.
const (
	sideBySide   = 6
	pictureHigh  = 30.0
	captionHigh  = 9.0
	captionLarge = 7.5
)

// headingHigh is what a heading takes, mm.
const headingHigh = 13.0

// together begins a new page where so many mm would not go on this one: a heading never stands
// alone at a page's foot, nor a picture without its words.
func together(m core.Maroto, highMm float64) {
	if !m.FitlnCurrentPage(highMm) {
		m.AddPages(page.New())
	}
}

// pictures adds rows of pictures with their captions; the last row is filled with nothing.
func pictures(ctx context.Context, m core.Maroto, all []Picture) error {
	for len(all) > 0 {
		if err := ctx.Err(); err != nil {
			return err
		}
		some := all[:min(sideBySide, len(all))]
		all = all[len(some):]
		var seen, said []core.Col
		for i := range sideBySide {
			if i >= len(some) {
				seen, said = append(seen, col.New(Grid/sideBySide)), append(said, col.New(Grid/sideBySide))
				continue
			}
			data := some[i].PNG
			if data == nil {
				data = some[i].Drawing.png()
			}
			seen = append(seen, col.New(Grid/sideBySide).Add(leaving(ctx, image.NewFromBytes(data, extension.Png, props.Rect{Percent: 96, Center: true}))))
			said = append(said, col.New(Grid/sideBySide).Add(leaving(ctx, text.New(fonts.Plain(some[i].Caption), props.Text{Size: captionLarge, Top: 0.6, Right: 2}))))
		}
		together(m, pictureHigh+captionHigh)
		m.AddRows(row.New(pictureHigh).Add(seen...), row.New(captionHigh).Add(said...))
	}
	return nil
}
