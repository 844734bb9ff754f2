package styling

import (
	"fmt"
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// HandLab is one of the small labs of what is done by hand: what to do, the figures behind it, each with its working, and
// what to take care of.
type HandLab struct {
	Words   string            `json:"words" doc:"What to do, in a sentence or two"`
	Rows    []reading.Reading `json:"rows" doc:"The figures, each with its working"`
	Caution string            `json:"caution" doc:"What to take care of, or empty"`
}

// food that warms in air and from below, in layers: a slab's from what it lies on to its top, or a ball's from its
// middle. What is held at a temperature may have melting in it.
type food struct {
	gMl  float64
	wMK  float64                 // conducts heat so, W/(m K)
	heat func(c float64) float64 // held at a temperature, kJ/kg

	longMm, wideMm, highMm float64 // a slab
	ballMm                 float64 // or a ball across; 0 for a slab
}

// layers are how many a thing is divided into: with twice as many a time changes by less than one in a hundred.
const layers = 16

// massG is its mass, g.
func (f food) massG() float64 {
	if f.ballMm > 0 {
		return math.Pi * f.ballMm * f.ballMm * f.ballMm / 6 / 1000 * f.gMl
	}
	return f.longMm * f.wideMm * f.highMm / 1000 * f.gMl
}

// longest is how long a warming is followed, s: what takes longer is as good as never.
const longest = 48 * 3600.0

// warms is how long its mean takes between two temperatures, s, the air taking h and what it lies on being at baseC and
// giving hb (0 for a ball, or air below as above); +Inf when it never gets there. Explicit steps in time, each layer's
// heat kept.
func (f food) warms(from, to, airC, h, baseC, hb float64) float64 {
	if to <= from {
		return 0
	}
	if hottest := math.Max(airC, baseC); airC <= to && (f.ballMm > 0 || hb == 0 || hottest <= to) {
		return math.Inf(1)
	}
	thick := f.highMm / 1000 / layers
	if f.ballMm > 0 {
		thick = f.ballMm / 2000 / layers
	}
	var mass, toAir, between [layers]float64 // kg, W/K, W/K to the next layer
	for i := range layers {
		if f.ballMm > 0 {
			r := float64(i+1) * thick
			mass[i] = 4. / 3 * math.Pi * (r*r*r - math.Pow(r-thick, 3)) * f.gMl * 1000
			between[i] = 4 * math.Pi * r * r * f.wMK / thick
			continue
		}
		flat := f.longMm * f.wideMm * 1e-6
		mass[i] = flat * thick * f.gMl * 1000
		between[i] = flat * f.wMK / thick
		toAir[i] = 2 * (f.longMm + f.wideMm) / 1000 * thick / (1/h + math.Min(f.longMm, f.wideMm)/2000/3/f.wMK)
	}
	last := layers - 1
	toAir[last] += 1 / (1/h + thick/2/f.wMK) * between[last] * thick / f.wMK
	between[last] = 0
	toBase := 0.0
	if f.ballMm == 0 {
		if hb == 0 {
			baseC, hb = airC, h
		}
		toBase = 1 / (1/hb + thick/2/f.wMK) * f.longMm * f.wideMm * 1e-6
	}
	var c, held [layers]float64
	step, whole := math.Inf(1), 0.0
	for i := range layers {
		c[i], held[i] = from, f.heat(from)
		out := between[i] + toAir[i]
		if i > 0 {
			out += between[i-1]
		} else {
			out += toBase
		}
		// Nothing holds less for a degree than half as much as water does.
		step = math.Min(step, 0.4*mass[i]*1800/out)
		whole += mass[i]
	}
	wanted := f.heat(to)
	for s := 0.0; s < longest; s += step {
		mean := 0.0
		for i := range layers {
			mean += held[i] * mass[i] / whole
		}
		if mean >= wanted {
			return s
		}
		flow := toBase * (baseC - c[0])
		for i := range layers {
			up := 0.0
			if i < last {
				up = between[i] * (c[i+1] - c[i])
			}
			held[i] += (flow + up + toAir[i]*(airC-c[i])) * step / mass[i] / 1000
			flow = -up
		}
		for i := range layers {
			c[i] += (held[i] - f.heat(c[i])) / ((f.heat(c[i]+0.01) - f.heat(c[i]-0.01)) / 0.02)
		}
	}
	return math.Inf(1)
}

// warmsIn is that over the range of what still air takes.
func (f food) warmsIn(from, to, airC, baseC, hb float64) drink.Span {
	return drink.Span{From: f.warms(from, to, airC, drink.Air.To, baseC, hb), To: f.warms(from, to, airC, drink.Air.From, baseC, hb)}
}

// spanRow is a range of time as a reading.
func spanRow(key, label string, s drink.Span, source string, working ...reading.Line) reading.Reading {
	r := reading.New(key, label, s.Mid(), "", 0, source, working...)
	if !r.Unbounded {
		r.Shown = s.Told()
	} else {
		r.Shown = "as long as it stands so"
	}
	return r
}

// asked gathers what cannot be accepted of what a lab is asked.
type asked []finding.FieldProblem

// from says which values a field may have; words is about them.
func (a *asked) from(path, what string, v, low, high float64) {
	if !(v >= low && v <= high) {
		*a = append(*a, finding.FieldProblem{Path: path, Words: fmt.Sprintf("%s: from %g to %g.", what, low, high)})
	}
}

func (a *asked) kind(path, word string, known bool) {
	if !known {
		*a = append(*a, finding.FieldProblem{Path: path, Words: "“" + word + "” is none of this list."})
	}
}
