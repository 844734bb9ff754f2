package light

import (
	"math"
	"strconv"
	"strings"
)

// Band is where the map is at least so bright: closed outlines on the table.
type Band struct {
	Stops float64 // against the level the map was compared with
	// Path is an SVG path in mm, x to the right and y downward from the far edge, to be
	// filled by the even-odd rule.
	Path string
	// Line is the same without the table's own edges: the line where the light is just
	// that.
	Line string
}

// Bands cuts values on the map's grid at the given levels (marching squares: Maple,
// Geometric design and space planning using the marching squares and marching cube
// algorithms, 2003), lowest first. Crossings are put in along the grid's lines.
func (m *Map) Bands(values, levels []float64) []Band {
	out := make([]Band, 0, len(levels))
	for _, level := range levels {
		path, line := m.trace(values, level)
		out = append(out, Band{Stops: level, Path: path, Line: line})
	}
	return out
}

// trace joins the pieces of one level's outline. The grid is taken to be ringed by
// nodes of nothing, so that every outline closes along the table's edge.
func (m *Map) trace(values []float64, level float64) (path, line string) {
	w, h := m.NX+2, m.NY+2
	v := func(i, j int) float64 {
		if i < 1 || j < 1 || i > m.NX || j > m.NY {
			return math.Inf(-1)
		}
		return values[(j-1)*m.NX+i-1]
	}
	// An edge of the grid is twice the number of its lower left node, and one more if it
	// goes up.
	place := func(e int) (x, y float64, rim bool) {
		i, j := e/2%w, e/2/w
		i2, j2 := i+1, j
		if e%2 == 1 {
			i2, j2 = i, j+1
		}
		a, b := v(i, j), v(i2, j2)
		t := 0.5
		switch {
		case math.IsInf(a, -1):
			t, rim = 1, true
		case math.IsInf(b, -1):
			t, rim = 0, true
		case a != b:
			t = (level - a) / (b - a)
		}
		return (float64(i-1) + t*float64(i2-i)) * m.StepMm, m.DepthMm - (float64(j-1)+t*float64(j2-j))*m.StepMm, rim
	}
	const none = -1
	next := make([]int, 2*w*h) // the edge after each on its outline
	for e := range next {
		next[e] = none
	}
	for j := range h - 1 {
		for i := range w - 1 {
			k := j*w + i
			code := 0
			for bit, q := range [4][2]int{{i, j}, {i + 1, j}, {i + 1, j + 1}, {i, j + 1}} {
				if v(q[0], q[1]) >= level {
					code |= 1 << bit
				}
			}
			bottom, right, top, left := 2*k, 2*(k+1)+1, 2*(k+w), 2*k+1
			// What is bright lies to the left of each step.
			switch code {
			case 1:
				next[bottom] = left
			case 2:
				next[right] = bottom
			case 3:
				next[right] = left
			case 4:
				next[top] = right
			case 5:
				next[bottom], next[top] = left, right
			case 6:
				next[top] = bottom
			case 7:
				next[top] = left
			case 8:
				next[left] = top
			case 9:
				next[bottom] = top
			case 10:
				next[right], next[left] = bottom, top
			case 11:
				next[right] = top
			case 12:
				next[left] = right
			case 13:
				next[bottom] = right
			case 14:
				next[left] = bottom
			}
		}
	}
	var fill, open strings.Builder
	for start := range next {
		if next[start] == none {
			continue
		}
		letter, wasRim := byte('M'), true
		for at := start; next[at] != none; {
			to := next[at]
			next[at] = none
			x, y, rim := place(at)
			write(&fill, letter, x, y)
			letter = 'L'
			if !rim {
				if wasRim {
					write(&open, 'M', x, y)
				} else {
					write(&open, 'L', x, y)
				}
			}
			wasRim = rim
			at = to
		}
		if x, y, rim := place(start); !rim && !wasRim {
			write(&open, 'L', x, y)
		}
		fill.WriteByte('Z')
	}
	return fill.String(), open.String()
}

func write(b *strings.Builder, letter byte, x, y float64) {
	b.WriteByte(letter)
	b.WriteString(strconv.FormatFloat(math.Round(x), 'f', -1, 64))
	b.WriteByte(' ')
	b.WriteString(strconv.FormatFloat(math.Round(y), 'f', -1, 64))
}
