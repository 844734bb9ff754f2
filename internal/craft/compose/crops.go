package compose

import (
	"fmt"
	"math"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/scene"
)

// Crop is a published shape laid over the frame.
type Crop struct {
	Name     string   `json:"name" doc:"What it is for"`
	Shape    string   `json:"shape" doc:"Such as 4:5"`
	Box      Box      `json:"box" doc:"The part of the frame it keeps"`
	WidePx   int      `json:"widePx" doc:"Pixels left across"`
	HighPx   int      `json:"highPx" doc:"Pixels left up"`
	WantsPx  int      `json:"wantsPx" doc:"Pixels it asks for on its long side; 0 when it does not say"`
	PxPerMm  float64  `json:"pxPerMm" doc:"Pixels a mm at the dish"`
	Cuts     []string `json:"cuts" doc:"What it cuts or leaves out"`
	Reads    string   `json:"reads" doc:"How it reads, in words"`
	HeroCut  bool     `json:"heroCut" doc:"Whether it cuts the dish"`
	Own      bool     `json:"own" doc:"Whether the frame is for this shape alone"`
	PixelsOK bool     `json:"pixelsOk" doc:"Whether there are pixels enough"`
}

// Wanted is a shape that is to be published.
type Wanted struct {
	Name   string
	Shape  string
	Ratio  float64 // width over height
	LongPx int
}

// Shown are the shapes that are laid over a frame: all that are published, and the one that it
// is for.
func Shown(shape string, wanted []Wanted) []Wanted {
	all, _ := judgedBy(shape, wanted)
	return all
}

// judgedBy are those, and the ones that the frame is judged by: the one that it is for, else
// all.
func judgedBy(shape string, wanted []Wanted) (all, by []Wanted) {
	for _, w := range wanted {
		if w.Shape == shape {
			by = append(by, w)
		}
	}
	w, h, ok := brief.Shape(shape)
	switch {
	case !ok:
		return wanted, wanted
	case by == nil:
		by = []Wanted{{Name: shape, Shape: shape, Ratio: float64(w) / float64(h)}}
		return append(by, wanted...), by
	}
	return wanted, by
}

// Crops lays every wanted shape over the frame, as large as it goes, its middle as near
// the dish as the frame allows.
func (f *Frame) Crops(wanted []Wanted) []Crop {
	out := []Crop{}
	_, hx, hy := f.hero()
	across, high := f.Set.Camera.FrameSensor()
	long := math.Max(across, high)
	frameRatio := across / high
	pxWide, pxHigh := float64(f.Set.Camera.PixelsLong)*across/long, float64(f.Set.Camera.PixelsLong)*high/long
	mmWide := across * f.Set.Camera.DistanceMm / f.Set.ImageDistanceMm()
	for _, w := range wanted {
		if !(w.Ratio > 0) {
			continue
		}
		b := boxOf(w.Ratio, frameRatio)
		b.X, b.Y = math.Max(0, math.Min(1-b.W, hx-b.W/2)), math.Max(0, math.Min(1-b.H, hy-b.H/2))
		c := Crop{Name: w.Name, Shape: w.Shape, Box: b, WidePx: int(pxWide * b.W), HighPx: int(pxHigh * b.H), WantsPx: w.LongPx, Cuts: []string{}, PxPerMm: pxWide / mmWide}
		c.Own = w.Shape == f.Set.Crop
		c.PixelsOK = w.LongPx == 0 || max(c.WidePx, c.HighPx) >= w.LongPx
		for i := range f.seen {
			s := &f.seen[i]
			if s.within == 0 || ground(s.object) {
				continue
			}
			in := f.keeps(int16(i), b)
			hero := s.Key == "vessel" || s.Key == "food"
			switch {
			case hero && in < 0.985:
				c.HeroCut = true
				c.Cuts = append(c.Cuts, fmt.Sprintf("%s of the %s", percent(1-in), s.object.Kind))
			case !hero && in < 0.02:
				c.Cuts = append(c.Cuts, s.Name+", left out")
			case !hero && in < 0.9:
				c.Cuts = append(c.Cuts, fmt.Sprintf("%s of %s", percent(1-in), s.Name))
			}
		}
		c.Reads = c.words()
		out = append(out, c)
	}
	return out
}

// Keeps is the share of what the frame shows of an object, vessel, food or thing-3, that a part of the frame keeps; 0 where it shows
// nothing of it.
func (f *Frame) Keeps(key string, b Box) float64 {
	for i := range f.seen {
		if f.seen[i].Key == key {
			return f.keeps(int16(i), b)
		}
	}
	return 0
}

// BoxAt is the largest part of a frame of a shape, width over height, so far along what there is to move: 0 at the left or top, 1 at
// the right or foot.
func (f *Frame) BoxAt(ratio, along float64) Box {
	across, high := f.Set.Camera.FrameSensor()
	b := boxOf(ratio, across/high)
	b.X, b.Y = along*(1-b.W), along*(1-b.H)
	return b
}

func boxOf(ratio, frameRatio float64) Box {
	b := Box{W: 1, H: 1}
	if ratio > frameRatio {
		b.H = frameRatio / ratio
	} else {
		b.W = ratio / frameRatio
	}
	return b
}

// keeps is the share of what the frame shows of an object that a part of it keeps.
func (f *Frame) keeps(id int16, b Box) float64 {
	W, _ := f.size()
	in, all := 0, 0
	x0, x1 := b.X*float64(f.w), (b.X+b.W)*float64(f.w)
	y0, y1 := b.Y*float64(f.h), (b.Y+b.H)*float64(f.h)
	for y := range f.h {
		for x := range f.w {
			if f.ids[(y+f.margin)*W+x+f.margin] != id {
				continue
			}
			all++
			if fx, fy := float64(x)+0.5, float64(y)+0.5; fx > x0 && fx < x1 && fy > y0 && fy < y1 {
				in++
			}
		}
	}
	if all == 0 {
		return 0
	}
	return float64(in) / float64(all)
}

func (c Crop) words() string {
	words := "All of it is kept."
	switch {
	case c.HeroCut:
		words = "It cuts the dish."
	case len(c.Cuts) > 0:
		words = fmt.Sprintf("It cuts %d of the things round the dish.", len(c.Cuts))
	}
	if !c.PixelsOK {
		words += fmt.Sprintf(" %d px are left of the %d it asks for.", max(c.WidePx, c.HighPx), c.WantsPx)
	}
	return words
}

// CropFindings are what stands against the crops, with one camera that serves them all
// when there is one.
func (f *Frame) CropFindings(crops []Crop, wanted []Wanted) []finding.Finding {
	var out []finding.Finding
	cut, short := "", ""
	for _, c := range crops {
		if c.HeroCut {
			cut += ", " + c.Shape
		}
		if !c.PixelsOK {
			short += ", " + c.Shape
		}
	}
	if cut != "" {
		x := finding.Finding{Code: "crop-cuts", Severity: finding.Care, Subject: "Crops", Measure: "the dish is cut in " + cut[2:], Limit: "whole in every shape",
			Because: "What the crop cuts off cannot be dressed back.", Try: []finding.Try{}}
		if t, ok := f.serves(wanted); ok {
			x.Try = append(x.Try, t)
		}
		x.Try = append(x.Try, finding.Hands("Shoot that shape on its own, or mean the cut"))
		out = append(out, x)
	}
	if short != "" {
		out = append(out, finding.Finding{Code: "crop-pixels", Severity: finding.Care, Subject: "Crops", Measure: "too few pixels in " + short[2:], Limit: "what the shape asks for",
			Because: "Enlarged, it goes soft.", Try: []finding.Try{finding.Hands("Come nearer, turn the camera, or shoot that shape on its own")}})
	}
	return out
}

// serves looks for the nearest camera, as the frame lies or turned, at which every
// wanted shape keeps the whole dish.
func (f *Frame) serves(wanted []Wanted) (finding.Try, bool) {
	c := f.Set.Camera
	other := map[string]string{"landscape": "portrait", "portrait": "landscape"}[c.Orientation]
	for _, k := range []float64{1, 1.08, 1.16, 1.25, 1.35, 1.5, 1.7, 1.9} {
		for _, lies := range []string{c.Orientation, other} {
			s := f.Set.Copy()
			s.Camera.DistanceMm = math.Round(c.DistanceMm*k/10) * 10
			s.Camera.Orientation = lies
			if k == 1 && lies == c.Orientation || !keepsDish(s, wanted) {
				continue
			}
			words := fmt.Sprintf("One camera for all: %.0f cm, %s", s.Camera.DistanceMm/10, lies)
			return finding.Press(words, finding.SetNumber("camera.distanceMm", s.Camera.DistanceMm), finding.SetText("camera.orientation", lies)), true
		}
	}
	return finding.Try{}, false
}

// keepsDish reports whether every shape keeps the whole dish: its rim and its top.
func keepsDish(s scene.Set, wanted []Wanted) bool {
	left, right, top, bottom := math.Inf(1), math.Inf(-1), math.Inf(1), math.Inf(-1)
	r := s.Vessel.DiameterMm / 2
	for k := range 24 {
		sin, cos := math.Sincos(float64(k) * math.Pi / 12)
		for _, z := range []float64{0, s.Vessel.HeightMm, s.TopMm()} {
			x, y, ok := s.Project(vec(s.Vessel.XMm+r*cos, s.Vessel.YMm+r*sin, z))
			if !ok {
				return false
			}
			x, y = (x+1)/2, (1-y)/2
			left, right, top, bottom = math.Min(left, x), math.Max(right, x), math.Min(top, y), math.Max(bottom, y)
		}
	}
	across, high := s.Camera.FrameSensor()
	const edge = 0.02
	for _, w := range wanted {
		W, H := 1.0, 1.0
		if ratio := across / high; w.Ratio > ratio {
			H = ratio / w.Ratio
		} else {
			W = w.Ratio / ratio
		}
		if right-left > W-2*edge || bottom-top > H-2*edge || left < edge || right > 1-edge || top < edge || bottom > 1-edge {
			return false
		}
	}
	return true
}
