package scene

import (
	"fmt"
	"math"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/reading"
	"gonum.org/v1/gonum/spatial/r3"
)

// Along is where a thing lies along the line of sight, and how it is blurred.
type Along struct {
	Key     string  `json:"key" doc:"vessel, food, thing-3"`
	Name    string  `json:"name" doc:"What it is called"`
	NearMm  float64 `json:"nearMm" doc:"Nearest part of it, mm from the lens along its axis"`
	FarMm   float64 `json:"farMm" doc:"Farthest part"`
	BlurPx  float64 `json:"blurPx" doc:"Blur of its middle in published pixels, defocus and diffraction together"`
	OtherPx float64 `json:"otherPx" doc:"The same at the other f-number"`
	Sharp   bool    `json:"sharp" doc:"Whether all of it is sharp"`
	Wanted  bool    `json:"wanted" doc:"Whether it must be"`
}

// Strip is the line of sight with everything on it.
type Strip struct {
	Things  []Along   `json:"things" doc:"Nearest first"`
	Number  float64   `json:"number" doc:"f-number set"`
	Other   float64   `json:"other" doc:"f-number it is set against: the one that covers what must be sharp"`
	Bracket []float64 `json:"bracket" doc:"Focus distances that together make all that must be sharp, mm; empty when one frame does"`
}

// along is an object's extent along the line of sight.
func (s Set) along(o *Object) (near, far float64) {
	_, _, forward := s.Axes()
	eye := s.Lens()
	near, far = math.Inf(1), math.Inf(-1)
	for k := range o.Parts {
		for _, p := range o.Parts[k].Mesh.P {
			d := r3.Dot(r3.Sub(p, eye), forward)
			near, far = math.Min(near, d), math.Max(far, d)
		}
	}
	return near, far
}

// mustBeSharp is the part of the line of sight that must be sharp, by what is chosen: all
// of the dish by the handbook's geometry, its near rim, its food, what is poured on it,
// or one of the things.
func (s Set) mustBeSharp(objects []Object, span float64) (near, far float64, words string) {
	u := s.Camera.DistanceMm
	find := func(key string) *Object {
		for i := range objects {
			if objects[i].Key == key {
				return &objects[i]
			}
		}
		return nil
	}
	// Measured from the dish's middle, which the aim may be beside.
	_, _, forward := s.Axes()
	middle := r3.Dot(r3.Sub(r3.Vec{X: s.Vessel.XMm, Y: s.Vessel.YMm, Z: s.TopMm() / 2}, s.Lens()), forward)
	switch w := s.Camera.Sharp; {
	case w == "rim":
		sin, cos := math.Sincos(s.Camera.ElevationDeg * math.Pi / 180)
		d := middle - s.Vessel.DiameterMm/2*cos - (s.Vessel.HeightMm-s.TopMm()/2)*sin
		return d - 8, d + 8, "the near rim, 16 mm of it"
	case w == "food":
		if o := find("food"); o != nil {
			near, far = s.along(o)
			return near, far, "the food, by its own shape"
		}
	case w == "near":
		if o := find("food"); o != nil {
			near, far = s.along(o)
			return near, (near + far) / 2, "the near half of the food, by its own shape"
		}
	case w == "pour" && s.Food.PourMm > 0:
		sin, _ := math.Sincos(s.Camera.ElevationDeg * math.Pi / 180)
		top := middle - (s.Vessel.HeightMm+s.Food.PourMm-s.TopMm()/2)*sin
		return math.Min(top, middle) - 10, math.Max(top, middle) + 10, "the pour, from where it leaves to the dish's middle"
	case w != "" && w != "dish":
		if o := find(w); o != nil {
			near, far = s.along(o)
			return near, far, "“" + o.Name + "”, by its own shape"
		}
	}
	if s.Camera.AimXMm == 0 && s.Camera.AimYMm == 0 && s.Camera.AimZMm == 0 {
		middle = u
	}
	return middle - span/2, middle + span/2, ""
}

// strip lays everything along the line of sight.
func (r *reader) strip() {
	c := r.s.Camera
	out := Strip{Things: []Along{}, Number: c.Aperture, Other: r.out.CoverNumber, Bracket: []float64{}}
	if out.Other == 0 || math.Abs(out.Other-c.Aperture) < 0.05 {
		out.Other, _ = exposure.ApertureAtLeast(math.Min(c.NarrowAperture, c.Aperture*2))
	}
	n := r.out.Needed
	if r.out.CoverNumber == 0 || optics.AiryMm(optics.EffectiveNumber(r.out.CoverNumber, r.m, 1)) > r.confusion {
		at := math.Min(c.NarrowAperture, math.Max(c.WidestAperture, sharpestNumber(r)))
		if stack, err := optics.Bracket(c.FocalMm, at, r.confusion, n.NearMm, n.FarMm, 0.2, 60); err == nil && len(stack) > 1 {
			for _, u := range stack {
				out.Bracket = append(out.Bracket, math.Round(u*10)/10)
			}
			out.Other = at
		}
	}
	px := float64(r.w.OutputLongPx)
	if px == 0 {
		px = 2000
	}
	perMm := px / math.Max(c.SensorWidthMm, c.SensorHeightMm)
	blur := func(number, d float64) float64 {
		airy := optics.AiryMm(optics.EffectiveNumber(number, r.m, 1))
		return math.Round(optics.CombinedMm(optics.BlurMm(c.FocalMm, number, r.out.FocusMm, math.Max(d, c.FocalMm*1.02)), airy)*perMm*10) / 10
	}
	for i := range r.objects {
		o := &r.objects[i]
		if o.under() || len(o.Parts) == 0 {
			continue
		}
		near, far := r.s.along(o)
		if near < c.FocalMm {
			continue
		}
		a := Along{Key: o.Key, Name: o.Name, NearMm: math.Round(near), FarMm: math.Round(far), BlurPx: blur(c.Aperture, (near+far)/2), OtherPx: blur(out.Other, (near+far)/2)}
		a.Sharp = near >= r.out.Sharp.NearMm-0.5 && (r.out.Sharp.Endless || far <= r.out.Sharp.FarMm+0.5)
		w := c.Sharp
		a.Wanted = o.Key == w || (w == "" || w == "dish") && (o.Key == "vessel" || o.Key == "food") || w == "rim" && o.Key == "vessel"
		out.Things = append(out.Things, a)
	}
	sortAlong(out.Things)
	r.out.Strip = out
}

// sharpestNumber is the engraved aperture at which diffraction alone is two thirds of the
// blur that is taken for sharp.
func sharpestNumber(r *reader) float64 {
	n := r.confusion * 0.66 / (2.44 * optics.WavelengthMm * (1 + r.m))
	a, _ := exposure.ApertureAtLeast(math.Max(1, n/1.12))
	return a
}

func sortAlong(a []Along) {
	for i := 1; i < len(a); i++ {
		for k := i; k > 0 && a[k].NearMm < a[k-1].NearMm; k-- {
			a[k], a[k-1] = a[k-1], a[k]
		}
	}
}

// stackNeeded: no single frame has it all sharp.
func stackNeeded(r *reader) []finding.Finding {
	n := len(r.out.Strip.Bracket)
	if n < 2 {
		return nil
	}
	first, last := r.out.Strip.Bracket[0], r.out.Strip.Bracket[n-1]
	return one(finding.Finding{Code: "focus-stack", Severity: finding.Note, Subject: "Focus",
		Measure: fmt.Sprintf("%d frames at f/%s, focused from %.0f to %.0f mm", n, exposure.ShowNumber(r.out.Strip.Other), first, last), Limit: "one frame, while diffraction stays the smaller part",
		Because: "One frame cannot have it all sharp without going soft all over.",
		Try:     []finding.Try{finding.Press("Set f/"+exposure.ShowNumber(r.out.Strip.Other), finding.SetNumber("camera.aperture", r.out.Strip.Other)), finding.Hands("Take the frames with the focus moved, nothing else touched, and join them")}})
}

// pour is when to press for something that is poured.
func (r *reader) pour() {
	h := r.s.Food.PourMm
	if h <= 0 {
		return
	}
	f := r.s.Falls(h, r.w.OutputLongPx)
	v, t, shutter := f.SpeedMmS, f.Seconds, f.ShutterS
	fastest := exposure.ShutterNoSlower(shutter)
	x := reading.New("pour", "Pour", shutter, "s", 5, "Free fall; motion in pixels = v·t·m / pitch",
		reading.Line{Words: fmt.Sprintf("Speed after falling %.0f mm", h), Formula: "√(2 g h)", Shown: fmt.Sprintf("%.0f mm/s", v)},
		reading.Line{Words: "Shutter that freezes it to two published pixels", Formula: "px · pitch / (m · v)", Shown: exposure.ShowShutter(shutter)},
		reading.Line{Words: "It takes so long to arrive: press when it leaves the jug, and keep the burst going for as long again", Formula: "√(2h / g)", Shown: fmt.Sprintf("%.2f s", t)},
		reading.Line{Words: "At ten frames a second the burst has", Formula: "10 × 2t, three at least", Shown: fmt.Sprintf("%.0f frames", f.Frames)})
	x.Shown, x.Unit = exposure.ShowShutter(fastest)+" or faster", ""
	r.add(x)
}
