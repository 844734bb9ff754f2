// Package sheet writes printed sheets as PDF: shot lists, shopping lists, recipes.
// They are meant for a clipboard beside flour and water: large enough to read at
// arm's length, a box to tick before each line.
package sheet

import (
	"fmt"
	"strings"
	"time"

	"github.com/johnfercher/maroto/v2"
	"github.com/johnfercher/maroto/v2/pkg/components/col"
	"github.com/johnfercher/maroto/v2/pkg/components/row"
	"github.com/johnfercher/maroto/v2/pkg/components/text"
	"github.com/johnfercher/maroto/v2/pkg/config"
	"github.com/johnfercher/maroto/v2/pkg/consts/align"
	"github.com/johnfercher/maroto/v2/pkg/consts/border"
	"github.com/johnfercher/maroto/v2/pkg/consts/fontstyle"
	"github.com/johnfercher/maroto/v2/pkg/consts/orientation"
	"github.com/johnfercher/maroto/v2/pkg/core"
	"github.com/johnfercher/maroto/v2/pkg/props"
	"github.com/johnfercher/maroto/v2/pkg/repository"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"
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
	Lines   []string
}

// Column is a column of a part. The widths of a part's columns add up to Grid.
type Column struct {
	Name  string
	Width int
	Right bool // figures stand to the right
}

// Grid is the width of a page in columns of the grid.
const Grid = 24

// Tick is an empty box for a pencil.
const Tick = "\u25a1"

const family = "go"

// PDF writes the sheet. Characters that the font lacks are written as “?”, so that
// a gap is seen.
func (s Sheet) PDF() ([]byte, error) {
	fonts, err := repository.New().
		AddUTF8FontFromBytes(family, fontstyle.Normal, goregular.TTF).
		AddUTF8FontFromBytes(family, fontstyle.Bold, gobold.TTF).Load()
	if err != nil {
		return nil, fmt.Errorf("loading the sheet's fonts: %w", err)
	}
	way := orientation.Vertical
	if s.Wide {
		way = orientation.Horizontal
	}
	m := maroto.New(config.NewBuilder().WithOrientation(way).WithMaxGridSize(Grid).WithCustomFonts(fonts).
		WithDefaultFont(&props.Font{Family: family, Size: 9.5}).WithLeftMargin(14).WithRightMargin(14).WithTopMargin(12).WithBottomMargin(12).
		WithPageNumber(props.PageNumber{Pattern: "{current} / {total}", Place: props.RightBottom, Family: family, Size: 8}).
		WithTitle(plain(s.Title), true).WithCreator("Fig Ladder", true).WithCreationDate(s.At).Build())
	m.AddRow(11, text.NewCol(Grid, plain(s.Title), props.Text{Size: 17, Style: fontstyle.Bold}))
	if s.Under != "" {
		m.AddAutoRow(text.NewCol(Grid, plain(s.Under), props.Text{Size: 9.5, Bottom: 3}))
	}
	for _, p := range s.Parts {
		add(m, p)
	}
	doc, err := m.Generate()
	if err != nil {
		return nil, fmt.Errorf("writing the sheet: %w", err)
	}
	return doc.GetBytes(), nil
}

func add(m core.Maroto, p Part) {
	if p.Heading != "" {
		m.AddAutoRow(text.NewCol(Grid, plain(p.Heading), props.Text{Size: 12, Style: fontstyle.Bold, Top: 4, Bottom: 1.5}))
	}
	for _, l := range p.Lines {
		m.AddAutoRow(text.NewCol(Grid, plain(l), props.Text{Bottom: 1.6}))
	}
	if len(p.Columns) == 0 {
		return
	}
	under := &props.Cell{BorderType: border.Bottom, BorderColor: &props.Color{Red: 190, Green: 178, Blue: 166}, BorderThickness: 0.2}
	cells := func(texts []string, style fontstyle.Type, size float64) core.Row {
		var cols []core.Col
		for i, c := range p.Columns {
			t := ""
			if i < len(texts) {
				t = plain(texts[i])
			}
			at := align.Left
			if c.Right {
				at = align.Right
			}
			cols = append(cols, col.New(c.Width).Add(text.New(t, props.Text{Size: size, Style: style, Align: at, Top: 1.2, Bottom: 1.2, Right: 2})))
		}
		return row.New().Add(cols...).WithStyle(under)
	}
	var names []string
	for _, c := range p.Columns {
		names = append(names, c.Name)
	}
	m.AddRows(cells(names, fontstyle.Bold, 8))
	for _, r := range p.Rows {
		m.AddRows(cells(r, fontstyle.Normal, 9.5))
	}
}

var narrow = strings.NewReplacer("\u202f", " ", "\u2009", " ", "\u00a0", " ")

// plain keeps what the Go fonts can draw (WGL4: Latin, Greek, Cyrillic, common
// signs) and marks the rest.
func plain(s string) string {
	return strings.Map(func(r rune) rune {
		switch {
		case r == '\n' || r == '\t':
			return ' '
		case r < ' ':
			return -1
		case r < 0x250, r >= 0x370 && r < 0x530, r >= 0x2010 && r < 0x2040, strings.ContainsRune("€™→←↑↓−≈≤≥□■▲►▼◄○●◊⅓⅔⅛⅜⅝⅞∞√Δ", r):
			return r
		}
		return '?'
	}, narrow.Replace(s))
}
