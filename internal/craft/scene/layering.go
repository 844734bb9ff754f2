package scene

import (
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"
)

// A liquid's edge to the next is not drawn as a line: it is so wide, and in so many steps from one to the other.
const (
	softEdgeMm = 2.4
	softSteps  = 3
)

// slab is what lies between two heights of a vessel.
type slab struct {
	from, to float64
	absorbs  light.RGB // of a liquid
	solid    bool
	colour   string
}

// slabs are the layers of a drink in its vessel up to a level, from below, each with its share of what is in it. Two
// liquids go over into one another; nothing goes over into what stands by itself.
func (f Food) slabs(v shape.Vessel, levelMm float64) []slab {
	all := 0.0
	for _, l := range f.Layers {
		all += math.Max(0, l.Ml)
	}
	if all <= 0 || levelMm <= v.FloorMm()+1 {
		return nil
	}
	holds, ml, from := v.VolumeMl(levelMm), 0.0, v.FloorMm()
	var out []slab
	for i, l := range f.Layers {
		ml += math.Max(0, l.Ml)
		to := drink.LevelFor(v, holds*ml/all)
		if i == len(f.Layers)-1 {
			to = levelMm
		}
		if to-from < 0.2 {
			continue
		}
		next := slab{from: from, to: to, solid: l.Solid, colour: l.Colour}
		if !l.Solid { // about what stands by itself is a film of something clear
			next.absorbs = drink.Absorbs(l.Colour, f.strength())
		}
		out = append(out, next)
		from = to
	}
	soft := make([]slab, 0, len(out)*(1+softSteps))
	for i, s := range out {
		if i > 0 && !s.solid && !out[i-1].solid {
			below := &soft[len(soft)-1]
			half := math.Min(softEdgeMm, math.Min(below.to-below.from, s.to-s.from)*0.6) / 2
			z, up := s.from-half, 2*half/softSteps
			was := below.absorbs
			below.to = z
			for k := range softSteps {
				t := (float64(k) + 0.5) / softSteps
				soft = append(soft, slab{from: z + up*float64(k), to: z + up*float64(k+1), absorbs: was.Times(1 - t).Plus(s.absorbs.Times(t))})
			}
			s.from += half
		}
		soft = append(soft, s)
	}
	return soft
}

// layeredParts are a clear vessel with layers in it: the glass to air, and to each layer that wets it; the faces
// between layers; what stands by itself.
func layeredParts(v shape.Vessel, tint light.RGB, all []slab, outside made) []Part {
	none, f := light.RGB{}, outside.f
	top := all[len(all)-1].to
	dry := append([]shape.RZ{}, v.Outer...)
	for i := len(v.Inner) - 1; i >= 0 && v.Inner[i].Z > top; i-- {
		dry = append(dry, v.Inner[i])
	}
	dry = append(dry, shape.RZ{R: v.InsideAt(top), Z: top})
	out := []Part{{outside.turned(v, dry), withHollow(clear(1, glassIndex, none, tint))}}
	for i, s := range all {
		out = append(out, Part{shape.Revolve(wallBetween(v, s.from, s.to), int(f)), withHollow(clear(drinkIndex, glassIndex, s.absorbs, tint))})
		if s.solid { // it wets the glass, too
			out = append(out, Part{standing(v, s, f), edibleStuff(s.colour, "", "cream")})
		}
		if i == len(all)-1 {
			out = append(out, Part{surface(v.InsideAt(s.to), s.to, f), clear(1, drinkIndex, none, s.absorbs)})
		} else {
			out = append(out, Part{level(v, s.to), withHollow(clear(drinkIndex, drinkIndex, all[i+1].absorbs, s.absorbs))})
		}
	}
	return out
}

// level is a level face right across the inside at a height.
func level(v shape.Vessel, z float64) shape.Mesh {
	return shape.Revolve([]shape.RZ{{R: v.InsideAt(z), Z: z}, {Z: z}}, 48)
}

// wallBetween is the inside of a vessel between two heights, from above; from its floor when the lower is there.
func wallBetween(v shape.Vessel, from, to float64) []shape.RZ {
	out := []shape.RZ{{R: v.InsideAt(to), Z: to}}
	for i := len(v.Inner) - 1; i >= 0; i-- {
		if p := v.Inner[i]; p.Z < to-1e-6 && p.Z > from+1e-6 {
			out = append(out, p)
		}
	}
	if from <= v.FloorMm()+1e-6 {
		for i := len(v.Inner) - 1; i >= 0; i-- {
			if p := v.Inner[i]; p.Z <= from+1e-6 {
				out = append(out, p)
			}
		}
		return out
	}
	return append(out, shape.RZ{R: v.InsideAt(from), Z: from})
}

// standing is a layer that stands by itself, a hair off the glass and off what lies on it.
func standing(v shape.Vessel, s slab, f Fineness) shape.Mesh {
	const hair = 0.3
	lo, hi := s.from+hair/2, s.to-hair/2
	line := []shape.RZ{{Z: lo}}
	const steps = 6
	for k := range steps + 1 {
		z := lo + (hi-lo)*float64(k)/steps
		line = append(line, shape.RZ{R: math.Max(0.5, v.InsideAt(z)-hair), Z: z})
	}
	return shape.Sector(append(line, shape.RZ{Z: hi}), 0, 360, 2*int(f)+8, nil)
}
