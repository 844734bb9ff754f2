// Package cutsheet writes outlines to be cut out at their true size, as SVG and as PDF over sheets of A4 or Letter:
// several on a sheet where they fit, one over several sheets where it is larger, each with a bar of 50 mm to check
// the printer by.
package cutsheet

import (
	"bytes"
	"errors"
	"fmt"
	"html"
	"math"

	"figladder/internal/formats/fonts"

	"github.com/phpdave11/gofpdf"
)

// Point is a corner, mm: to the right and up.
type Point struct{ X, Y float64 }

// Piece is one outline, closed, with what is written on it.
type Piece struct {
	Name    string
	Outline []Point
}

// box is a piece's corners.
func (p Piece) box() (lo, hi Point) {
	lo, hi = Point{math.Inf(1), math.Inf(1)}, Point{math.Inf(-1), math.Inf(-1)}
	for _, q := range p.Outline {
		lo.X, lo.Y = math.Min(lo.X, q.X), math.Min(lo.Y, q.Y)
		hi.X, hi.Y = math.Max(hi.X, q.X), math.Max(hi.Y, q.Y)
	}
	return lo, hi
}

// Paper is a size of sheet, mm.
type Paper struct {
	Name string
	W, H float64
}

// The papers there are, upright.
var (
	A4     = Paper{"A4", 210, 297}
	Letter = Paper{"Letter", 215.9, 279.4}
)

// margin is what a printer may not reach, foot the room for bar and words, overlap what neighbouring sheets both
// show, mm.
const (
	margin  = 10.0
	foot    = 22.0
	gap     = 6.0
	overlap = 10.0
	barMm   = 50.0
)

// field is what of a sheet is drawn on.
func (p Paper) field() (w, h float64) { return p.W - 2*margin, p.H - 2*margin - foot }

// most sheets that one outline may take.
const most = 24

// Errors of what cannot be printed.
var (
	ErrNothing  = errors.New("there is no outline to print")
	ErrTooLarge = errors.New("this outline is larger than two dozen sheets")
)

// laid is a piece on a sheet: its lower left corner lies at X, Y of the field, from below. A tile of a larger one
// begins at a place of it and is cut off at the field's edge.
type laid struct {
	piece Piece
	x, y  float64
	tile  string // "2 of 4" for a part of a larger one
}

// sheets lays pieces out, the tallest first, in rows from the upper edge.
func sheets(paper Paper, pieces []Piece) ([][]laid, error) {
	if len(pieces) == 0 {
		return nil, ErrNothing
	}
	w, h := paper.field()
	var out [][]laid
	var row []laid
	x, top, tall := 0.0, h, 0.0
	end := func() {
		if len(row) > 0 {
			out = append(out, row)
		}
		row, x, top, tall = nil, 0, h, 0
	}
	for _, p := range pieces {
		if len(p.Outline) < 3 {
			return nil, ErrNothing
		}
		lo, hi := p.box()
		pw, ph := hi.X-lo.X, hi.Y-lo.Y
		if pw > w || ph > h {
			end()
			tiles, err := tiled(p, w, h, pw, ph)
			if err != nil {
				return nil, err
			}
			out = append(out, tiles...)
			continue
		}
		if x+pw > w {
			x, top, tall = 0, top-tall-gap, 0
		}
		if ph > top {
			end()
		}
		row = append(row, laid{piece: p, x: x, y: top - ph})
		x, tall = x+pw+gap, math.Max(tall, ph)
	}
	end()
	return out, nil
}

func tiled(p Piece, w, h, pw, ph float64) ([][]laid, error) {
	nx, ny := int(math.Ceil((pw-overlap)/(w-overlap))), int(math.Ceil((ph-overlap)/(h-overlap)))
	nx, ny = max(1, nx), max(1, ny)
	if math.IsNaN(pw) || math.IsInf(pw, 0) || math.IsNaN(ph) || math.IsInf(ph, 0) || nx*ny > most {
		return nil, ErrTooLarge
	}
	var out [][]laid
	for j := range ny {
		for i := range nx {
			out = append(out, []laid{{piece: p, x: -float64(i) * (w - overlap), y: -float64(ny-1-j) * (h - overlap), tile: fmt.Sprintf("part %d of %d", j*nx+i+1, nx*ny)}})
		}
	}
	return out, nil
}

// PDF writes the sheets.
func PDF(paper Paper, title string, pieces []Piece) ([]byte, error) {
	all, err := sheets(paper, pieces)
	if err != nil {
		return nil, err
	}
	p := gofpdf.NewCustom(&gofpdf.InitType{UnitStr: "mm", Size: gofpdf.SizeType{Wd: paper.W, Ht: paper.H}})
	p.SetAutoPageBreak(false, 0)
	p.AddUTF8FontFromBytes("text", "", fonts.Text)
	p.AddUTF8FontFromBytes("text", "B", fonts.Bold)
	p.SetTitle(title, true)
	// The reader is asked not to shrink the page to the printer's edges.
	p.SetDisplayMode("real", "single")
	w, h := paper.field()
	for n, sheet := range all {
		p.AddPage()
		p.SetLineWidth(0.2)
		for _, l := range sheet {
			lo, hi := l.piece.box()
			p.SetDrawColor(32, 26, 34)
			p.ClipRect(margin, margin, w, h, false)
			var pts []gofpdf.PointType
			for _, q := range l.piece.Outline {
				pts = append(pts, gofpdf.PointType{X: margin + l.x + q.X - lo.X, Y: margin + h - (l.y + q.Y - lo.Y)})
			}
			p.Polygon(pts, "D")
			if l.tile == "" && hi.X-lo.X > 20 {
				p.SetFont("text", "", 7)
				p.Text(margin+l.x+(hi.X-lo.X)/2-p.GetStringWidth(fonts.Plain(l.piece.Name))/2, margin+h-l.y-(hi.Y-lo.Y)/2, fonts.Plain(l.piece.Name))
			}
			p.ClipEnd()
			if l.tile != "" {
				p.SetDrawColor(150, 140, 146)
				p.Rect(margin, margin, w, h, "D")
			}
		}
		p.SetDrawColor(32, 26, 34)
		y := paper.H - margin - 8
		p.SetLineWidth(0.4)
		p.Line(margin, y, margin+barMm, y)
		p.Line(margin, y-2, margin, y+2)
		p.Line(margin+barMm, y-2, margin+barMm, y+2)
		p.SetFont("text", "B", 9)
		p.Text(margin, y-5, fonts.Plain(title))
		p.SetFont("text", "", 8)
		p.Text(margin, y+6, "Print at 100 %. This bar must measure 50 mm (1.97 in).")
		right := fmt.Sprintf("%s, sheet %d of %d", paper.Name, n+1, len(all))
		if len(sheet) == 1 && sheet[0].tile != "" {
			right = fmt.Sprintf("%s: %s; lay the frames over one another by %.0f mm", paper.Name, sheet[0].tile, overlap)
		}
		p.Text(margin+70, y+0.5, right)
	}
	var b bytes.Buffer
	if err := p.Output(&b); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

// SVG writes all pieces beside one another, at true size.
func SVG(title string, pieces []Piece) ([]byte, error) {
	if len(pieces) == 0 {
		return nil, ErrNothing
	}
	wide, tall := margin, 0.0
	for _, p := range pieces {
		if len(p.Outline) < 3 {
			return nil, ErrNothing
		}
		lo, hi := p.box()
		wide, tall = wide+hi.X-lo.X+gap, math.Max(tall, hi.Y-lo.Y)
	}
	wide = math.Max(wide+margin, barMm+2*margin)
	height := tall + 2*margin + foot
	var b bytes.Buffer
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%.3fmm" height="%.3fmm" viewBox="0 0 %.3f %.3f" fill="none" stroke="#201a22" stroke-width="0.2"><title>%s</title>`, wide, height, wide, height, html.EscapeString(title))
	x := margin
	for _, p := range pieces {
		lo, hi := p.box()
		b.WriteString(`<path d="`)
		for i, q := range p.Outline {
			letter := "L"
			if i == 0 {
				letter = "M"
			}
			fmt.Fprintf(&b, "%s%.3f %.3f", letter, x+q.X-lo.X, margin+tall-(q.Y-lo.Y))
		}
		fmt.Fprintf(&b, `Z"><title>%s</title></path>`, html.EscapeString(p.Name))
		x += hi.X - lo.X + gap
	}
	y := height - margin
	fmt.Fprintf(&b, `<path id="bar" d="M%.3f %.3fL%.3f %.3f" stroke-width="0.4"/></svg>`, margin, y, margin+barMm, y)
	return b.Bytes(), nil
}
