package preview

import (
	"math"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shape"
	"gonum.org/v1/gonum/spatial/r3"
)

// painted is the colour of a surface at a place, by its pattern. A pattern's mean is
// near 1, so that a surface returns on the whole what its colour says; nothing returns more
// light than falls on it.
func painted(st *scene.Stuff, p r3.Vec, object int32) light.RGB {
	c := patterned(st, p, object)
	return light.RGB{R: min(1, c.R), G: min(1, c.G), B: min(1, c.B)}
}

func patterned(st *scene.Stuff, p r3.Vec, object int32) light.RGB {
	c := st.Colour
	g := st.GrainMm
	seed := int64(object)*31 + 7
	switch st.Pattern {
	case "", "liquid", "brushed":
		return c
	case "wood":
		// Boards along x, each of a tone of its own, with a grain.
		width := g * 5.5
		board := math.Floor(p.Y / width)
		k := 0.86 + 0.28*shape.Hash(int64(board), 3, 0, seed)
		k *= 0.84 + 0.2*shape.Noise(p.X/170+board*17, p.Y/3.4, p.Z/40, seed+1) + 0.12*shape.Noise(p.X/46, p.Y/1.3, p.Z/30, seed+2)
		ring := shape.Noise(p.X/400+board*5, p.Y/22, 0, seed+3)
		k *= 0.92 + 0.16*math.Abs(math.Sin(ring*26))
		if edge := math.Abs(p.Y/width - math.Round(p.Y/width)); edge*width < 1.1 {
			k *= 0.35
		}
		return c.Times(k)
	case "stone":
		n := shape.Noise(p.X/g, p.Y/g, p.Z/g, seed)*0.5 + shape.Noise(p.X/g*2.7, p.Y/g*2.7, p.Z/g*2.7, seed+1)*0.3 + shape.Noise(p.X/g*9, p.Y/g*9, p.Z/g*9, seed+2)*0.2
		vein := math.Abs(shape.Noise(p.X/g/1.6, p.Y/g/1.6, 1, seed+4) - 0.5)
		k := 0.75 + 0.5*n
		if vein < 0.02 {
			k *= 1.25
		}
		return c.Times(k)
	case "paint":
		n := shape.Noise(p.X/g, p.Y/g*0.6, p.Z/g, seed)*0.6 + shape.Noise(p.X/7, p.Y/60, p.Z/7, seed+1)*0.4
		return c.Times(0.82 + 0.36*n)
	case "linen":
		a, b := math.Sin(2*math.Pi*p.X/g), math.Sin(2*math.Pi*p.Y/g)
		k := 0.92 + 0.1*a*b + 0.16*(shape.Noise(p.X/0.9, p.Y/24, 0, seed)-0.5) + 0.16*(shape.Noise(p.X/24, p.Y/0.9, 0, seed+1)-0.5)
		return c.Times(k)
	case "enamel":
		if st.HighMm-p.Z < 2.2 {
			return st.Second
		}
		return c
	case "paper":
		return c.Times(0.95 + 0.1*shape.Noise(p.X/g, p.Y/g, 0, seed))
	case "glaze":
		return c.Times(0.95 + 0.1*shape.Noise(p.X/g, p.Y/g, p.Z/g*2, seed))
	case "speckle":
		if n := shape.Noise(p.X/g, p.Y/g, p.Z/g, seed); n > 0.8 {
			return blend(c, st.Second, math.Min(1, (n-0.8)*9))
		}
		return c
	case "crumb":
		n := shape.Noise(p.X/g, p.Y/g, p.Z/g, seed)
		return blend(c, st.Second, math.Max(0, n-0.55)*1.6).Times(0.86 + 0.3*shape.Noise(p.X/g/3, p.Y/g/3, p.Z/g/3, seed+1))
	case "flesh":
		n := shape.Noise(p.X/g, p.Y/g, p.Z/g, seed)
		return blend(c, st.Second, 0.5*math.Max(0, n-0.45)).Times(0.88 + 0.24*shape.Noise(p.X/g*3, p.Y/g*3, p.Z/g*3, seed+1))
	case "marbled":
		n := math.Abs(math.Sin(p.X/g*0.9 + 5*shape.Noise(p.X/g/3, p.Y/g/3, p.Z/g, seed)))
		return blend(c, st.Second, 0.45*math.Pow(n, 6))
	case "baked":
		// An oven browns what stands out of the dish first, and not evenly: pale where it was
		// sheltered, dark on the heights, freckled between.
		high := 0.5
		if rise := st.HighMm - st.LowMm; rise > 1 {
			high = math.Min(1, math.Max(0, (p.Z-st.LowMm)/rise))
		}
		n := shape.Noise(p.X/g, p.Y/g, p.Z/g, seed)
		fine := shape.Noise(p.X/g*3.3, p.Y/g*3.3, p.Z/g*3.3, seed+1)
		brown := 0.15 + 0.75*high*high + 0.9*(n-0.5) + 0.35*(fine-0.5)
		return blend(c.Times(1.12), st.Second, math.Min(1, math.Max(0, brown)))
	case "leaf":
		return c.Times(0.8 + 0.4*shape.Noise(p.X/g, p.Y/g, p.Z/g, seed))
	}
	return c
}

func blend(a, b light.RGB, k float64) light.RGB { return a.Times(1 - k).Plus(b.Times(k)) }
