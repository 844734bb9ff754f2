package cupboard

import (
	"fmt"
	"math"
	"strings"
)

// Point is a place on the outline of a round thing: how far from its axis, and how
// high.
type Point struct {
	RadiusMm float64 `json:"radiusMm" doc:"From the axis"`
	HeightMm float64 `json:"heightMm" doc:"Above the table"`
}

// Profile is the outline of a round prop from the middle of its foot to its rim,
// made from its sizes; nil for what is not round. A plate rises from its well to
// its rim; a bowl is a spherical cap on a foot; a glass goes straight from its foot
// to its opening.
func (p Prop) Profile() []Point {
	s := p.Sizes
	r, h := s.DiameterMm/2, s.HeightMm
	if r <= 0 {
		return nil
	}
	switch p.Kind {
	case Plate:
		well := s.WellMm / 2
		if well <= 0 {
			well = 0.7 * r
		}
		if h <= 0 {
			h = 0.1 * s.DiameterMm
		}
		return []Point{{0, 0}, {well, 0}, {well + 0.12*(r-well), 0.45 * h}, {r, h}}
	case Bowl, Tiny:
		foot := 0.4 * r
		out := []Point{{0, 0}, {foot, 0}}
		// A cap through foot and rim, steeper toward the rim.
		for i := 1; i <= 8; i++ {
			t := float64(i) / 8
			out = append(out, Point{foot + (r-foot)*math.Sin(t*math.Pi/2), h * (1 - math.Cos(t*math.Pi/2))})
		}
		return out
	case Glass, Jug:
		open := s.OpeningMm / 2
		if open <= 0 {
			open = r
		}
		if p.Kind == Jug {
			return []Point{{0, 0}, {0.7 * r, 0}, {r, 0.4 * h}, {math.Min(open, 0.8*r), 0.78 * h}, {open, h}}
		}
		return []Point{{0, 0}, {math.Min(r, 0.86*open), 0}, {r, math.Max(0, 0.55*h)}, {open, h}}
	}
	return nil
}

// Drawing is a prop as the wall shows it, to scale: 1 unit is 1 mm.
type Drawing struct {
	WidthMm  float64        `json:"widthMm" doc:"Width of the drawing"`
	HeightMm float64        `json:"heightMm" doc:"Height of the drawing"`
	Shapes   []DrawingShape `json:"shapes" doc:"Back to front"`
}

// DrawingShape is one shape of a drawing.
type DrawingShape struct {
	Path   string `json:"path" doc:"SVG path, mm"`
	Colour string `json:"colour" doc:"Fill, #rrggbb, or none"`
	Edge   bool   `json:"edge" doc:"Whether it has an edge line"`
}

// Draw draws a prop from its sizes and colours: plates from above, glasses from
// the side, everything else as it lies.
func (p Prop) Draw() Drawing {
	s, c := p.Sizes, p.Front.Colour
	second := p.Front.Second
	if second == "" {
		second = c
	}
	d := Drawing{Shapes: []DrawingShape{}}
	add := func(path, fill string, edge bool) { d.Shapes = append(d.Shapes, DrawingShape{path, fill, edge}) }
	switch p.Kind {
	case Plate, Bowl, Tiny:
		r := s.DiameterMm / 2
		d.WidthMm, d.HeightMm = 2*r, 2*r
		well := s.WellMm / 2
		if well <= 0 {
			well = 0.72 * r
		}
		if p.Kind != Plate {
			well = r - math.Max(s.WallMm, 0.05*r)
		}
		add(circle(r, r, r), second, true) // a second colour is that of the rim
		if second != c {
			add(circle(r, r, 0.9*r), c, false)
		}
		add(circle(r, r, well), c, true)
		if p.Kind != Plate {
			add(circle(r, r*1.04, 0.42*r), "none", true)
		}
	case Glass, Jug:
		d.WidthMm, d.HeightMm = s.DiameterMm, s.HeightMm
		add(outline(p.Profile(), s.DiameterMm/2, s.HeightMm), c, true)
		if p.Kind == Jug {
			d.WidthMm *= 1.3
			add(fmt.Sprintf("M%g %gQ%g %g %g %g", s.DiameterMm*0.97, s.HeightMm*0.25, s.DiameterMm*1.4, s.HeightMm*0.4, s.DiameterMm*0.94, s.HeightMm*0.72), "none", true)
		}
	case Cutlery:
		blade := s.BladeMm
		if blade <= 0 {
			blade = 0.32 * s.LengthMm
		}
		w := 0.16 * s.LengthMm
		d.WidthMm, d.HeightMm = w, s.LengthMm
		add(fmt.Sprintf("M%g 0C%g 0 %g %g %g %gC0 %g 0 0 %g 0Z", w/2, w, w, blade*0.8, w/2, blade, blade*0.8, w/2), c, true)
		add(fmt.Sprintf("M%g %gL%g %gL%g %gL%g %gZ", w*0.42, blade*0.9, w*0.58, blade*0.9, w*0.66, s.LengthMm, w*0.34, s.LengthMm), c, true)
	default:
		w, h := s.LengthMm, s.WidthMm
		if h <= 0 {
			h = math.Max(s.HeightMm, 0.4*w)
		}
		d.WidthMm, d.HeightMm = w, h
		add(rect(0, 0, w, h), c, true)
		if second != c || p.Front.Pattern > 0.1 {
			for i := 1; i < 6; i++ {
				add(rect(0, h*float64(i)/6-h*0.012, w, h*0.024), second, false)
			}
		}
	}
	return d
}

func circle(x, y, r float64) string {
	return fmt.Sprintf("M%g %ga%g %g 0 1 0 %g 0a%g %g 0 1 0 %g 0Z", x-r, y, r, r, 2*r, r, r, -2*r)
}

func rect(x, y, w, h float64) string { return fmt.Sprintf("M%g %gh%gv%gh%gZ", x, y, w, h, -w) }

// outline mirrors a profile about its axis, drawn with the table below.
func outline(profile []Point, middle, height float64) string {
	var b strings.Builder
	for i, p := range profile {
		letter := "L"
		if i == 0 {
			letter = "M"
		}
		fmt.Fprintf(&b, "%s%g %g", letter, middle+p.RadiusMm, height-p.HeightMm)
	}
	for i := len(profile) - 1; i > 0; i-- {
		fmt.Fprintf(&b, "L%g %g", middle-profile[i].RadiusMm, height-profile[i].HeightMm)
	}
	return b.String() + "Z"
}
