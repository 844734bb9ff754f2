package continuity

import (
	"fmt"
	"math"
	"slices"
	"strings"
)

// Change is a way in which a frame differs from another.
type Change struct {
	Against string  `json:"against" enum:"last,plan" doc:"The frame before it, or the frame as it was planned"`
	Key     string  `json:"key" enum:"framing,distance,exposure,light,side,colour,moved" doc:"What differs"`
	Care    bool    `json:"care" doc:"Whether something to look at, not only to know"`
	Value   float64 `json:"value" doc:"By how much: percent of the frame's long side, percent, or stops"`
	Words   string  `json:"words" doc:"That in a sentence"`
}

// Against are what a frame can be compared with.
const (
	Last = "last"
	Plan = "plan"
)

// What is told (start values of our own, set on rendered pictures: see docs/benchmarks.md).
const (
	framingPct  = 0.5   // of the long side
	distancePct = 1.0   // nearer or farther
	lightStops  = 0.15  // stronger or weaker all over
	sideStops   = 0.35  // from one edge to the other
	colourStops = 0.12  // of red against blue
	movedStops  = 0.40  // in one place, everything else put right
	movedShare  = 0.004 // of the frame
	plannedMore = 2.5   // a plan is drawn, and has a grain of its own: so much more of the frame
)

// Setting is how a frame was exposed, in stops: more is brighter.
type Setting struct{ Stops float64 }

// Compare tells how b differs from a, of one set as both should be. Exposed differently on
// purpose is told, and not taken for a change of light.
func Compare(a, b Look, as, bs Setting, against string) []Change {
	out := []Change{}
	if a.W < 8 || a.H < 8 || a.W != b.W || a.H != b.H {
		return out
	}
	tell := func(key string, care bool, v float64, words string, args ...any) {
		out = append(out, Change{Against: against, Key: key, Care: care, Value: math.Round(100*v) / 100, Words: fmt.Sprintf(words, args...)})
	}
	than := map[string]string{Last: "than in the frame before", Plan: "than planned"}[against]
	v := align(a, b)
	long := float64(max(a.W, a.H))
	dx, dy := 100*v.dx/long, 100*v.dy/long
	if moved := math.Hypot(dx, dy); moved >= framingPct {
		tell("framing", true, moved, "Everything stands %.1f %% of the frame farther %s %s: was the camera touched?", moved, way(dx, dy), than)
	}
	if nearer := 100 * (v.scale - 1); math.Abs(nearer) >= distancePct {
		word := "larger"
		if nearer < 0 {
			word = "smaller"
		}
		tell("distance", true, nearer, "Everything is %.1f %% %s %s: the camera or the zoom has moved.", math.Abs(nearer), word, than)
	}
	set := bs.Stops - as.Stops
	if math.Abs(set) >= 0.05 {
		tell("exposure", false, set, "It is exposed %.1f %s %s %s.", math.Abs(set), stops(set), brighter(set), than)
	}
	r := residual(a, b, v)
	if level := r.level - set; math.Abs(level) >= lightStops {
		tell("light", true, level, "The light is %.1f %s %s %s, settings aside.", math.Abs(level), stops(level), brighter(level), than)
	}
	if side := math.Hypot(r.slopeX, r.slopeY); side >= sideStops {
		tell("side", true, side, "The light comes more from the %s %s: %.1f stops across the frame. Was a light or a card moved?", way(r.slopeX, r.slopeY), than, side)
	}
	if math.Abs(r.warm) >= colourStops {
		word := "warmer"
		if r.warm < 0 {
			word = "cooler"
		}
		tell("colour", true, r.warm, "It is %s %s, by %.2f stops of red against blue.", word, than, math.Abs(r.warm))
	}
	// Seen from elsewhere, near and far lie otherwise on one another: nothing on the table need have moved.
	if len(out) > 0 && (out[0].Key == "framing" || out[0].Key == "distance") {
		return out
	}
	least := movedShare
	if against == Plan {
		least *= plannedMore
	}
	if r.share >= least {
		tell("moved", true, 100*r.share, "Something is not as it was %s, over %.1f %% of the frame.", place(r.atX, r.atY), 100*r.share)
	}
	return out
}

func stops(v float64) string {
	if math.Abs(math.Abs(v)-1) < 0.05 {
		return "stop"
	}
	return "stops"
}

func brighter(v float64) string {
	if v > 0 {
		return "brighter"
	}
	return "darker"
}

// way is a direction on the picture in words, y downwards.
func way(dx, dy float64) string {
	var out []string
	if math.Abs(dy) > 0.4*math.Abs(dx) {
		out = append(out, map[bool]string{true: "down", false: "up"}[dy > 0])
	}
	if math.Abs(dx) > 0.4*math.Abs(dy) {
		out = append(out, map[bool]string{true: "right", false: "left"}[dx > 0])
	}
	return strings.Join(out, " and ")
}

// place is where on the picture, 0 to 1, in words.
func place(x, y float64) string {
	row, col := "half way up", "in the middle"
	switch {
	case y < 0.36:
		row = "high"
	case y > 0.64:
		row = "low"
	}
	switch {
	case x < 0.36:
		col = "on the left"
	case x > 0.64:
		col = "on the right"
	}
	if row == "half way up" && col == "in the middle" {
		return "in the middle"
	}
	return row + " " + col
}

// view is how one picture lies on another: b(x, y) shows what a has at
// (x − middle − d) / scale + middle.
type view struct{ dx, dy, scale float64 }

// align finds it where the drawing of both agrees best: normalised correlation of their
// drawing (what is left of stops when their surroundings are taken off, so that neither
// exposure nor the light's side counts), coarse first, then between pixels.
func align(a, b Look) view {
	pa, pb := drawing(a), drawing(b)
	best, at := math.Inf(-1), view{scale: 1}
	try := func(v view, step int) {
		if c := agrees(pa, pb, v, step); c > best {
			best, at = c, v
		}
	}
	reach := max(a.W, a.H) / 9
	for _, s := range []float64{1, 0.96, 1.04, 0.92, 1.08} {
		for dy := -reach; dy <= reach; dy += 2 {
			for dx := -reach; dx <= reach; dx += 2 {
				try(view{float64(dx), float64(dy), s}, 3)
			}
		}
	}
	best = agrees(pa, pb, at, 1)
	for step, ds := 1.0, 0.02; step > 0.04; step, ds = step/2, ds/2 {
		for moved := true; moved; {
			moved = false
			was := at
			for _, v := range []view{{was.dx + step, was.dy, was.scale}, {was.dx - step, was.dy, was.scale}, {was.dx, was.dy + step, was.scale}, {was.dx, was.dy - step, was.scale}, {was.dx, was.dy, was.scale + ds}, {was.dx, was.dy, was.scale - ds}} {
				if math.Abs(v.scale-1) < 0.15 {
					try(v, 1)
				}
			}
			moved = at != was
		}
	}
	// Standing still is told unless moving agrees clearly better: noise moves nothing.
	if still := agrees(pa, pb, view{scale: 1}, 1); best-still < 0.002 {
		return view{scale: 1}
	}
	return at
}

// drawing is what stands out from its surroundings.
func drawing(l Look) Look {
	const r = 6
	out := Look{W: l.W, H: l.H, lum: make([]float64, len(l.lum))}
	mean := blur(l.lum, l.W, l.H, r)
	for i := range out.lum {
		out.lum[i] = math.Max(-1.5, math.Min(1.5, l.lum[i]-mean[i]))
	}
	return out
}

// blur is the mean over squares of 2r+1, by running sums.
func blur(in []float64, w, h, r int) []float64 {
	sums := make([]float64, (w+1)*(h+1))
	for y := range h {
		row := 0.0
		for x := range w {
			row += in[y*w+x]
			sums[(y+1)*(w+1)+x+1] = sums[y*(w+1)+x+1] + row
		}
	}
	out := make([]float64, len(in))
	for y := range h {
		y0, y1 := max(0, y-r), min(h, y+r+1)
		for x := range w {
			x0, x1 := max(0, x-r), min(w, x+r+1)
			out[y*w+x] = (sums[y1*(w+1)+x1] - sums[y0*(w+1)+x1] - sums[y1*(w+1)+x0] + sums[y0*(w+1)+x0]) / float64((y1-y0)*(x1-x0))
		}
	}
	return out
}

// agrees is how well b's drawing lies on a's when moved so, −1 to 1.
func agrees(a, b Look, v view, step int) float64 {
	cx, cy := float64(a.W-1)/2, float64(a.H-1)/2
	var ab, aa, bb float64
	n := 0
	for y := 0; y < a.H; y += step {
		for x := 0; x < a.W; x += step {
			p, ok := a.at((float64(x)-cx-v.dx)/v.scale+cx, (float64(y)-cy-v.dy)/v.scale+cy)
			if !ok {
				continue
			}
			q := b.lum[y*b.W+x]
			ab, aa, bb, n = ab+p*q, aa+p*p, bb+q*q, n+1
		}
	}
	if n*step*step < a.W*a.H/2 || aa == 0 || bb == 0 {
		return math.Inf(-1)
	}
	return ab / math.Sqrt(aa*bb)
}

// left over once b lies on a: level and slope of light, colour, and where something else is left.
type left struct {
	level, slopeX, slopeY, warm float64
	share, atX, atY             float64
}

func residual(a, b Look, v view) left {
	cx, cy := float64(a.W-1)/2, float64(a.H-1)/2
	var d, warm []float64
	at := make([]int, 0, a.W*a.H)
	for y := range a.H {
		for x := range a.W {
			p, ok := a.at((float64(x)-cx-v.dx)/v.scale+cx, (float64(y)-cy-v.dy)/v.scale+cy)
			i := y*a.W + x
			// What is burnt out or drowned says nothing of the light.
			if !ok || p < -6 || b.lum[i] < -6 || p > -0.1 || b.lum[i] > -0.1 {
				continue
			}
			d, at = append(d, b.lum[i]-p), append(at, i)
			ax, ay := int((float64(x)-cx-v.dx)/v.scale+cx+0.5), int((float64(y)-cy-v.dy)/v.scale+cy+0.5)
			if ax >= 0 && ay >= 0 && ax < a.W && ay < a.H {
				ca, cb := a.rgb[ay*a.W+ax], b.rgb[i]
				if min(ca[0], ca[2], cb[0], cb[2]) > 0.02 {
					warm = append(warm, math.Log2(cb[0]/cb[2])-math.Log2(ca[0]/ca[2]))
				}
			}
		}
	}
	var out left
	if len(d) < 64 {
		return out
	}
	out.level = median(d)
	if len(warm) > 64 {
		out.warm = median(warm)
	}
	// Slope by Theil: medians of halves against one another, which one thing that moved does not tilt.
	half := func(first func(i int) bool) (one, other []float64) {
		for k, i := range at {
			if first(i) {
				one = append(one, d[k])
			} else {
				other = append(other, d[k])
			}
		}
		return one, other
	}
	if l, r := half(func(i int) bool { return i%a.W < a.W/2 }); len(l) > 32 && len(r) > 32 {
		out.slopeX = 2 * (median(r) - median(l)) // half centres lie half a frame apart
	}
	if u, w := half(func(i int) bool { return i/a.W < a.H/2 }); len(u) > 32 && len(w) > 32 {
		out.slopeY = 2 * (median(w) - median(u))
	}
	rest := make([]float64, a.W*a.H)
	for k, i := range at {
		x, y := float64(i%a.W)/float64(a.W)-0.5, float64(i/a.W)/float64(a.H)-0.5
		rest[i] = math.Abs(d[k] - out.level - out.slopeX*x - out.slopeY*y)
	}
	rest = blur(rest, a.W, a.H, 2) // grain is no thing
	var sx, sy, n float64
	for i, r := range rest {
		if r >= movedStops {
			sx, sy, n = sx+float64(i%a.W), sy+float64(i/a.W), n+1
		}
	}
	if n > 0 {
		out.share, out.atX, out.atY = n/float64(len(rest)), sx/n/float64(a.W), sy/n/float64(a.H)
	}
	return out
}

func median(in []float64) float64 {
	s := slices.Clone(in)
	slices.Sort(s)
	return s[len(s)/2]
}
