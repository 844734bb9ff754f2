package look

import "math"

// Shape is what a mask is drawn as.
type Shape string

// The shapes of a mask.
const (
	Oval   Shape = "oval"   // about a place
	Fade   Shape = "fade"   // from a place, where it is whole, to another, where it has gone
	Stroke Shape = "stroke" // along a line that is drawn
)

// Mask says where in a frame a step works, and how much.
type Mask struct {
	Shape   Shape   `json:"shape" enum:"oval,fade,stroke" doc:"What it is drawn as"`
	Points  []Spot  `json:"points" maxItems:"200" doc:"oval: its middle; fade: where it is whole and where it has gone; stroke: its line"`
	Across  float64 `json:"across" minimum:"0" maximum:"1" doc:"oval, stroke: half its width, share of the long side"`
	Down    float64 `json:"down" minimum:"0" maximum:"1" doc:"oval: half its height, share of the long side"`
	TurnDeg float64 `json:"turnDeg" minimum:"-180" maximum:"180" doc:"oval: how it is turned, degrees clockwise"`
	Soft    float64 `json:"soft" minimum:"0" maximum:"1" doc:"How much of it fades: 0 a hard edge, 1 from the middle on"`
	Outside bool    `json:"outside" doc:"Whether it works outside instead"`
}

func (m Mask) check(at string, bad func(path, words string)) {
	least := map[Shape]int{Oval: 1, Fade: 2, Stroke: 2}[m.Shape]
	switch {
	case least == 0:
		bad(at+"shape", "There is no such shape.")
	case len(m.Points) < least:
		bad(at+"points", "Draw it: places are missing.")
	case m.Shape == Oval && (m.Across <= 0 || m.Down <= 0), m.Shape == Stroke && m.Across <= 0:
		bad(at+"across", "It has no size.")
	}
}

// drawn is a mask on a frame of w by h pixels.
type drawn struct {
	Mask
	px, py   []float64
	across   float64
	down     float64
	cos, sin float64
	soft     float64
}

func (m Mask) on(w, h int) drawn {
	long := float64(max(w, h))
	d := drawn{Mask: m, across: m.Across * long, down: m.Down * long, cos: math.Cos(m.TurnDeg * math.Pi / 180), sin: math.Sin(m.TurnDeg * math.Pi / 180),
		soft: math.Max(m.Soft, 1.5/math.Max(2, m.Across*long))} // an edge is never harder than its pixels
	for _, p := range m.Points {
		d.px, d.py = append(d.px, p.X*float64(w)), append(d.py, p.Y*float64(h))
	}
	return d
}

// At is how much of the step a place takes, 0 to 1; x and y are pixels of the frame.
func (d *drawn) at(x, y float64) float64 {
	w := d.inside(x, y)
	if d.Outside {
		return 1 - w
	}
	return w
}

func (d *drawn) inside(x, y float64) float64 {
	switch d.Shape {
	case Oval:
		dx, dy := x-d.px[0], y-d.py[0]
		along, over := (dx*d.cos+dy*d.sin)/d.across, (dy*d.cos-dx*d.sin)/d.down
		return d.edge(along*along + over*over)
	case Fade:
		dx, dy := d.px[1]-d.px[0], d.py[1]-d.py[0]
		t := ((x-d.px[0])*dx + (y-d.py[0])*dy) / math.Max(1e-9, dx*dx+dy*dy)
		return 1 - float64(smooth(0, 1, float32(t)))
	case Stroke:
		near := math.Inf(1)
		for i := 1; i < len(d.px); i++ {
			if to := toSegment(x, y, d.px[i-1], d.py[i-1], d.px[i], d.py[i]); to < near {
				near = to
			}
		}
		return d.edge(near / (d.across * d.across))
	}
	return 0
}

// edge is how much there is left at √square, where 1 is the shape's edge.
func (d *drawn) edge(square float64) float64 {
	whole := 1 - d.soft
	switch {
	case square >= 1:
		return 0
	case whole > 0 && square <= whole*whole:
		return 1
	}
	return 1 - float64(smooth(float32(whole), 1, float32(math.Sqrt(square))))
}

// toSegment is the square of how far a place is from a line between two.
func toSegment(x, y, ax, ay, bx, by float64) float64 {
	dx, dy := bx-ax, by-ay
	t := ((x-ax)*dx + (y-ay)*dy) / (dx*dx + dy*dy + 1e-9)
	if t < 0 {
		t = 0
	} else if t > 1 {
		t = 1
	}
	ex, ey := x-ax-t*dx, y-ay-t*dy
	return ex*ex + ey*ey
}
