// Package sheet writes printed sheets as PDF: shot lists, shopping lists, recipes.
// They are meant for a clipboard beside flour and water: large enough to read at
// arm's length, a box to tick before each line.
package sheet

import (
	"context"
	"fmt"
	"time"

	"figladder/internal/formats/fonts"
	"github.com/johnfercher/maroto/v2"
	"github.com/johnfercher/maroto/v2/pkg/components/col"
	"github.com/johnfercher/maroto/v2/pkg/components/image"
	"github.com/johnfercher/maroto/v2/pkg/components/row"
	"github.com/johnfercher/maroto/v2/pkg/components/text"
	"github.com/johnfercher/maroto/v2/pkg/config"
	"github.com/johnfercher/maroto/v2/pkg/consts/align"
	"github.com/johnfercher/maroto/v2/pkg/consts/border"
	"github.com/johnfercher/maroto/v2/pkg/consts/extension"
	"github.com/johnfercher/maroto/v2/pkg/consts/fontstyle"
	"github.com/johnfercher/maroto/v2/pkg/consts/orientation"
	"github.com/johnfercher/maroto/v2/pkg/core"
	"github.com/johnfercher/maroto/v2/pkg/props"
	"github.com/johnfercher/maroto/v2/pkg/repository"
)

// Sheet is one printed document, A4.
type Sheet struct {
	Title string
	Under string // a line under the title
	Wide  bool   // landscape
	Parts []Part
	At    time.Time // when it was printed
}

// Part is a table with a heading, or lines of text when there are no columns.
type Part struct {
	Heading string
	Columns []Column
	Rows    [][]string
	Drawn   []Drawing // one a row, or none: drawn in the column that is for it
	Lines   []string

	Pictures []Picture // side by side, as many as the page is wide for
}

// Picture is one of a row of pictures, with words under it.
type Picture struct {
	PNG     []byte  // the picture
	Drawing Drawing // what stands there where there is none
	Caption string
}

// Column is a column of a part. The widths of a part's columns add up to Grid.
type Column struct {
	Name  string
	Width int
	Right bool // figures stand to the right
	Drawn bool // holds the row's drawing instead of words
}

// Grid is the width of a page in columns of the grid.
const Grid = 24

// Tick is an empty box for a pencil.
const Tick = "\u25a1"

// The families: running text, and titles.
const (
	family  = "text"
	heading = "head"
)

// PDF writes the sheet. Characters that the font lacks are written as “?”, so that
// a gap is seen. Errors: the context's, soon after whoever asked has left.
func (s Sheet) PDF(ctx context.Context) ([]byte, error) {
	faces, err := repository.New().
		AddUTF8FontFromBytes(family, fontstyle.Normal, fonts.Text).
		AddUTF8FontFromBytes(family, fontstyle.Bold, fonts.Bold).
		AddUTF8FontFromBytes(heading, fontstyle.Normal, fonts.Head).Load()
	if err != nil {
		return nil, fmt.Errorf("loading the sheet's fonts: %w", err)
	}
	way := orientation.Vertical
	if s.Wide {
		way = orientation.Horizontal
	}
	m := maroto.New(config.NewBuilder().WithOrientation(way).WithMaxGridSize(Grid).WithCustomFonts(faces).
		WithDefaultFont(&props.Font{Family: family, Size: 9.5}).WithLeftMargin(14).WithRightMargin(14).WithTopMargin(12).WithBottomMargin(12).
		WithPageNumber(props.PageNumber{Pattern: "{current} / {total}", Place: props.RightBottom, Family: family, Size: 8}).
		WithTitle(fonts.Plain(s.Title), true).WithCreator("Fig Ladder", true).WithCreationDate(s.At).Build())
	m.AddRow(11, text.NewCol(Grid, fonts.Plain(s.Title), props.Text{Size: 18, Family: heading}))
	if s.Under != "" {
		m.AddAutoRow(text.NewCol(Grid, fonts.Plain(s.Under), props.Text{Size: 9.5, Bottom: 3}))
	}
	for _, p := range s.Parts {
		if err := add(ctx, m, p); err != nil {
			return nil, err
		}
	}
	doc, err := m.Generate()
	if gone := ctx.Err(); gone != nil {
		return nil, gone
	}
	if err != nil {
		return nil, fmt.Errorf("writing the sheet: %w", err)
	}
	return doc.GetBytes(), nil
}

func add(ctx context.Context, m core.Maroto, p Part) error {
	if p.Heading != "" {
		if len(p.Pictures) > 0 {
			together(m, headingHigh+pictureHigh+captionHigh)
		}
		m.AddAutoRow(text.NewCol(Grid, fonts.Plain(p.Heading), props.Text{Size: 13, Family: heading, Top: 4, Bottom: 1.5}))
	}
	for _, l := range p.Lines {
		if err := ctx.Err(); err != nil {
			return err
		}
		m.AddAutoRow(col.New(Grid).Add(leaving(ctx, text.New(fonts.Plain(l), props.Text{Bottom: 1.6}))))
	}
	if err := pictures(ctx, m, p.Pictures); err != nil {
		return err
	}
	if len(p.Columns) == 0 {
		return nil
	}
	under := &props.Cell{BorderType: border.Bottom, BorderColor: &props.Color{Red: 190, Green: 178, Blue: 166}, BorderThickness: 0.2}
	cells := func(texts []string, drawn *Drawing, style fontstyle.Type, size float64) core.Row {
		var cols []core.Col
		for i, c := range p.Columns {
			if c.Drawn && drawn != nil {
				cols = append(cols, col.New(c.Width).Add(leaving(ctx, image.NewFromBytes(drawn.png(), extension.Png, props.Rect{Percent: 86, Top: 1.2}))))
				continue
			}
			t := ""
			if i < len(texts) {
				t = fonts.Plain(texts[i])
			}
			large := size
			if t == Tick {
				large = 15 // for a pencil in a wet hand
			}
			at := align.Left
			if c.Right {
				at = align.Right
			}
			cols = append(cols, col.New(c.Width).Add(leaving(ctx, text.New(t, props.Text{Size: large, Style: style, Align: at, Top: 1.2, Bottom: 1.2, Right: 2}))))
		}
		return row.New().Add(cols...).WithStyle(under)
	}
	var names []string
	for _, c := range p.Columns {
		names = append(names, c.Name)
	}
	m.AddRows(cells(names, nil, fontstyle.Bold, 8))
	for i, r := range p.Rows {
		if err := ctx.Err(); err != nil {
			return err
		}
		var drawn *Drawing
		if i < len(p.Drawn) {
			drawn = &p.Drawn[i]
		}
		m.AddRows(cells(r, drawn, fontstyle.Normal, 9.5))
	}
	return nil
}
