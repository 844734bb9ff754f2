package compose

import (
	"math"
	"strings"

	"figladder/internal/craft/finding"
)

// Shares of a thing by which it is told whether a crop cuts it: under the one it is left out, over the other it is whole (as for the
// shapes of a plan).
const (
	leftOut = 0.02
	readAs  = 0.9
	uncut   = 0.985
)

// tries is at how many places a crop is tried along what there is to move.
const tries = 41

// Placed is a crop and where it lies.
type Placed struct {
	Box   Box    `json:"box" doc:"The part of the picture, as shares"`
	Words string `json:"words" doc:"Why it lies there"`
}

// Proposed is where the largest crop of a shape, width over height, should lie in a part of the frame: the dish whole, nothing cut so
// that it cannot be read, and the dish in its middle or on a third, whatever of that is to be had, in this order. The box is told as
// shares of that part.
func (f *Frame) Proposed(ratio float64, part Box) Placed {
	across, high := f.Set.Camera.FrameSensor()
	inner := boxOf(ratio, across*part.W/(high*part.H))
	_, hx, hy := f.hero()
	best, least := Box{}, math.Inf(1)
	var cuts []string
	heroCut := 0.0
	for k := range tries {
		along := float64(k) / (tries - 1)
		b := Box{X: along * (1 - inner.W), Y: along * (1 - inner.H), W: inner.W, H: inner.H}
		in := within(part, b)
		lost, names := f.cut(in)
		x, y := (hx-in.X)/in.W, (hy-in.Y)/in.H
		cost := 1000*lost + 10*float64(len(names)) + third(x) + third(y)
		if cost < least-1e-9 {
			best, least, cuts, heroCut = b, cost, names, lost
		}
	}
	p := Placed{Box: best, Words: "The dish whole, nothing cut."}
	switch {
	case heroCut > 0:
		p.Words = "No crop of this shape holds the whole dish: this one keeps most of it."
	case len(cuts) > 0:
		p.Words = "The dish whole; it cuts " + strings.Join(cuts, " and ") + "."
	}
	return p
}

// within is a part of a part, as a part of the frame.
func within(part, b Box) Box {
	return Box{X: part.X + b.X*part.W, Y: part.Y + b.Y*part.H, W: b.W * part.W, H: b.H * part.H}
}

// third is how far a place is from the middle or from the nearer third, as a share.
func third(v float64) float64 {
	return math.Min(math.Abs(v-0.5), math.Min(math.Abs(v-1./3), math.Abs(v-2./3)))
}

// cut is how much of the dish a part of the frame loses, and which things it cuts.
func (f *Frame) cut(b Box) (dish float64, names []string) {
	for i := range f.seen {
		s := &f.seen[i]
		if s.within == 0 || ground(s.object) {
			continue
		}
		in := f.keeps(int16(i), b)
		switch hero := s.Key == "vessel" || s.Key == "food"; {
		case hero && in < uncut:
			dish = math.Max(dish, 1-in)
		case !hero && in > leftOut && in < readAs:
			names = append(names, s.Name)
		}
	}
	return dish, names
}

// Cutting says what a part of a part of the frame cuts of what is seen.
func (f *Frame) Cutting(part, b Box) []finding.Finding {
	dish, names := f.cut(within(part, b))
	out := []finding.Finding{}
	if dish > 0 {
		out = append(out, finding.Finding{Code: "crop-cuts", Severity: finding.Care, Subject: "Crop", Measure: percent(dish) + " of the dish is cut", Limit: "whole",
			Because: "What the crop cuts off cannot be dressed back.", Try: []finding.Try{finding.Hands("Move it, or mean the cut")}})
	}
	for _, n := range names {
		out = append(out, finding.Finding{Code: "cut-off", Severity: finding.Note, Subject: n, Measure: "cut by the crop", Limit: "enough to be read, or none",
			Because: "What is cut like this only puzzles the viewer.", Try: []finding.Try{finding.Hands("Take all of it in, or leave it out")}})
	}
	return out
}

// SeenIn are the things of which a part of a part of the frame shows enough to be read, the largest first.
func (f *Frame) SeenIn(part, b Box) []string {
	var out []string
	in := within(part, b)
	for _, s := range f.props() {
		if f.keeps(int16(f.indexOf(s.Key)), in) >= readAs && s.Share >= smallShare/3 {
			out = append(out, s.Name)
		}
	}
	return out
}

func (f *Frame) indexOf(key string) int {
	for i := range f.seen {
		if f.seen[i].Key == key {
			return i
		}
	}
	return -1
}

// HeroIn is the share of a part of a part of the frame that dish and vessel cover.
func (f *Frame) HeroIn(part, b Box) float64 {
	in := within(part, b)
	share := 0.0
	for _, key := range []string{"vessel", "food"} {
		if s := f.find(key); s != nil {
			share += s.Share * f.Keeps(key, in)
		}
	}
	return share / (in.W * in.H)
}
