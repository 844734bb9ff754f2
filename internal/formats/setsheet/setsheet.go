// Package setsheet writes one set on one page, as SVG and as PDF: from above, from the
// side and through the lens, with settings and positions, so that someone else can build
// it.
package setsheet

import (
	"bytes"
	"encoding/base64"
	"fmt"
	"html"
	"math"
	"strconv"
	"strings"
	"unicode/utf8"

	"figladder/internal/craft/bounds"
	"figladder/internal/formats/fonts"
	"github.com/phpdave11/gofpdf"
)

// Shape is one flat shape: an SVG path of M, L and Z only.
type Shape struct {
	Path   string
	Colour string // #rrggbb
	Clear  bool
}

// View is a drawing with what part of its plane is shown.
type View struct {
	Title      string
	X, Y, W, H float64 // in the shapes' own units
	ScaleWords string  // such as "1 : 20"; worked out by the page when Scaled
	Scaled     bool    // whether its units are mm, so that it has a scale
	Shapes     []Shape
	Crops      []Rect // drawn as dashed frames
}

// Rect is a part of a view with its name.
type Rect struct {
	X, Y, W, H float64
	Name       string
}

// Sheet is the page.
type Sheet struct {
	Title, Under string
	Views        []View // above, side, lens
	Settings     [][2]string
	Rows         [][]string // name, from the left, from the near edge, height, turned; lengths in Unit, degrees
	Unit         string     // of lengths: cm or in
	Caution      []string
}

// page is A4 lying, mm.
const (
	pageW, pageH = 297.0, 210.0
	margin       = 10.0
)

// places are where the three views go.
var places = [3][4]float64{{margin, 26, 132, 92}, {margin, 124, 132, 76}, {148, 26, 86, 84}}

// fit places a view in a box: the scale, and where its corner goes.
func fit(v View, box [4]float64) (k, x, y float64) {
	k = math.Min(box[2]/v.W, (box[3]-5)/v.H)
	return k, box[0] + (box[2]-v.W*k)/2, box[1] + 5 + (box[3]-5-v.H*k)/2
}

func title(v View, k float64) string {
	if v.Scaled {
		return fmt.Sprintf("%s, 1 : %.0f", v.Title, 1/k)
	}
	return v.Title
}

// titleSize is the size, mm, from which words are a title.
const titleSize = 5

// face is a font for a style sheet.
func face(family, weight string, file []byte) string {
	return "@font-face{font-family:" + family + ";font-weight:" + weight + ";src:url(data:font/ttf;base64," + base64.StdEncoding.EncodeToString(file) + ")}"
}

// columns of the list of positions, mm from the page's left edge.
var columns = []float64{148, 202, 222, 242, 262}

var heads = []string{"What", "from left", "from near", "height", "turned"}

// SVG writes the page.
func (s Sheet) SVG() []byte {
	var b bytes.Buffer
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%gmm" height="%gmm" viewBox="0 0 %g %g" font-family="text, sans-serif" fill="#201a22">`, pageW, pageH, pageW, pageH)
	// The page carries its fonts with it, so that it looks the same wherever it is printed.
	b.WriteString("<style>" + face("text", "normal", fonts.Text) + face("text", "bold", fonts.Bold) + face("head", "normal", fonts.Head) + "</style>")
	fmt.Fprintf(&b, `<title>%s</title><rect width="%g" height="%g" fill="#fff"/>`, safe(s.Title), pageW, pageH)
	text := func(x, y, size float64, bold bool, words string) {
		weight := ""
		if bold {
			weight = ` font-weight="bold"`
		}
		if size >= titleSize {
			weight = ` font-family="head, serif"`
		}
		fmt.Fprintf(&b, `<text x="%g" y="%g" font-size="%g"%s>%s</text>`, x, y, size, weight, safe(fonts.Plain(words)))
	}
	text(margin, 15, 6, true, s.Title)
	text(margin, 21, 3.4, false, s.Under)
	for i, v := range s.Views {
		box := places[i]
		k, x, y := fit(v, box)
		text(box[0], box[1]+3, 3.2, true, title(v, k))
		fmt.Fprintf(&b, `<clipPath id="c%d"><rect x="%g" y="%g" width="%g" height="%g"/></clipPath><g clip-path="url(#c%d)"><g transform="translate(%g %g) scale(%g) translate(%g %g)">`, i, x, y, v.W*k, v.H*k, i, x, y, k, -v.X, -v.Y)
		for _, p := range v.Shapes {
			opacity := 1.0
			if p.Clear {
				opacity = 0.35
			}
			fmt.Fprintf(&b, `<path d="%s" fill="%s" fill-opacity="%g" stroke="#201a22" stroke-width="%g"/>`, safe(p.Path), p.Colour, opacity, 0.2/k)
		}
		for _, c := range v.Crops {
			fmt.Fprintf(&b, `<rect x="%g" y="%g" width="%g" height="%g" fill="none" stroke="#B4456A" stroke-width="%g" stroke-dasharray="%g %g"/>`, c.X, c.Y, c.W, c.H, 0.4/k, 1.6/k, 1/k)
		}
		fmt.Fprintf(&b, `</g></g><rect x="%g" y="%g" width="%g" height="%g" fill="none" stroke="#6c6168" stroke-width="0.3"/>`, x, y, v.W*k, v.H*k)
	}
	s.words(text)
	b.WriteString(`</svg>`)
	return b.Bytes()
}

// words writes settings, places and cautions where they go, by whatever writes a text:
// both forms of the page say the same.
func (s Sheet) words(text func(x, y, size float64, bold bool, words string)) {
	y := 31.0
	for _, r := range s.Settings {
		text(238, y, 2.9, false, r[0])
		text(238, y+4, 3.6, true, r[1])
		y += 10.4
	}
	y = 118
	text(148, y, 3.2, true, "Where everything stands, "+s.Unit+" from the table's near left corner")
	y += 5
	for i, h := range heads {
		text(columns[i], y, 2.8, true, h)
	}
	for _, r := range s.Rows[:min(len(s.Rows), most)] {
		y += 4.2
		for i, c := range r {
			if i < len(columns) {
				text(columns[i], y, 2.9, false, short(c, i))
			}
		}
	}
	if n := len(s.Rows) - most; n > 0 {
		text(148, y+4.2, 2.9, false, fmt.Sprintf("and %d more, in the application", n))
	}
	for i, c := range s.Caution {
		text(margin, 204+float64(i)*3.4-float64(len(s.Caution)-1)*3.4, 2.8, false, "Care: "+c)
	}
}

// most rows fit on the page.
const most = 17

func short(s string, column int) string {
	limit := 30
	if column > 0 {
		limit = 14
	}
	if r := []rune(s); len(r) > limit {
		return string(r[:limit-1]) + "…"
	}
	return s
}

// PDF writes the same page.
func (s Sheet) PDF() ([]byte, error) {
	p := gofpdf.New("L", "mm", "A4", "")
	p.SetAutoPageBreak(false, 0)
	p.AddUTF8FontFromBytes("text", "", fonts.Text)
	p.AddUTF8FontFromBytes("text", "B", fonts.Bold)
	p.AddUTF8FontFromBytes("head", "", fonts.Head)
	p.SetTitle(s.Title, true)
	p.AddPage()
	text := func(x, y, size float64, bold bool, words string) {
		family, style := "text", ""
		if bold {
			style = "B"
		}
		if size >= titleSize {
			family, style = "head", ""
		}
		p.SetFont(family, style, size/0.3528)
		p.SetTextColor(32, 26, 34)
		p.Text(x, y, fonts.Plain(words))
	}
	text(margin, 15, 6, true, s.Title)
	text(margin, 21, 3.4, false, s.Under)
	for i, v := range s.Views {
		box := places[i]
		k, x, y := fit(v, box)
		text(box[0], box[1]+3, 3.2, true, title(v, k))
		p.ClipRect(x, y, v.W*k, v.H*k, false)
		p.SetLineWidth(0.2)
		p.SetDrawColor(32, 26, 34)
		for _, shape := range v.Shapes {
			r, g, bl := rgb(shape.Colour)
			p.SetFillColor(r, g, bl)
			if shape.Clear {
				p.SetAlpha(0.35, "Normal")
			}
			for _, run := range runs(shape.Path) {
				for n, q := range run {
					px, py := x+(q[0]-v.X)*k, y+(q[1]-v.Y)*k
					if n == 0 {
						p.MoveTo(px, py)
					} else {
						p.LineTo(px, py)
					}
				}
				p.ClosePath()
				p.DrawPath("DF")
			}
			p.SetAlpha(1, "Normal")
		}
		p.SetDrawColor(180, 69, 106)
		p.SetDashPattern([]float64{1.6, 1}, 0)
		for _, c := range v.Crops {
			p.Rect(x+(c.X-v.X)*k, y+(c.Y-v.Y)*k, c.W*k, c.H*k, "D")
		}
		p.SetDashPattern([]float64{}, 0)
		p.ClipEnd()
		p.SetDrawColor(108, 97, 104)
		p.Rect(x, y, v.W*k, v.H*k, "D")
	}
	s.words(text)
	var b bytes.Buffer
	err := p.Output(&b)
	return b.Bytes(), err
}

func rgb(hex string) (r, g, b int) {
	v, err := strconv.ParseUint(strings.TrimPrefix(hex, "#"), 16, 32)
	if err != nil {
		return 128, 128, 128
	}
	return int(v >> 16 & 255), int(v >> 8 & 255), int(v & 255)
}

// runs reads a path of M, L and Z into its closed runs of points; what it does not know
// it leaves out.
func runs(path string) [][][2]float64 {
	var out [][][2]float64
	var run [][2]float64
	for _, part := range strings.FieldsFunc(strings.ReplaceAll(strings.ReplaceAll(path, "M", "\x00M"), "L", "\x00L"), func(r rune) bool { return r == 0 }) {
		if part == "" {
			continue
		}
		ends := strings.HasSuffix(part, "Z")
		f := strings.Fields(strings.TrimSuffix(part[1:], "Z"))
		if part[0] == 'M' && run != nil {
			out, run = append(out, run), nil
		}
		if len(f) == 2 {
			x, ex := strconv.ParseFloat(f[0], 64)
			y, ey := strconv.ParseFloat(f[1], 64)
			if ex == nil && ey == nil {
				run = append(run, [2]float64{x, y})
			}
		}
		if ends && run != nil {
			out, run = append(out, run), nil
		}
	}
	if run != nil {
		out = append(out, run)
	}
	return out
}

// safe is a text as XML can hold it: rows of earlier versions may have characters that it
// cannot.
func safe(s string) string {
	return html.EscapeString(strings.Map(func(r rune) rune {
		if bounds.Invisible(string(r)) || r == utf8.RuneError {
			return -1
		}
		return r
	}, s))
}
