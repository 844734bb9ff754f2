package scene

import (
	"cmp"
	"context"
	"math"

	"figladder/internal/craft/cores"
	"figladder/internal/craft/shape"
	"figladder/internal/craft/styling"

	"gonum.org/v1/gonum/spatial/r3"
)

// Steam is what is seen over a hot dish, as pictures have it: how much light each place of an upright box takes out of
// its way. Checks and readings know nothing of it.
type Steam struct {
	Lo, Hi r3.Vec
	Cells  [3]int    // along x, y and z
	Dims   []float32 // natural units a mm at the middles of cells, x first
}

// How the wisps are made (start values of our own): what hot air there is hangs in sheets, thin and bent; between them
// is the room's. They bend the more the higher they are, and are longer than broad.
const (
	steamTallMm = 230.0
	steamCellMm = 3.2
	sheetMm     = 29
	longer      = 2.3
	bendMm      = 30
	bentOverMm  = 70
)

// SteamOver returns the steam over the dish, and false when nothing steams.
func (s Set) SteamOver() (Steam, bool) {
	s = s.shown()
	food := s.InState()
	if !food.Steams {
		return Steam{}, false
	}
	in := shape.VesselOf(s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm, 0)
	foot := s.TopMm()
	radius := in.RimMm()
	if food.liquid(s.Vessel) {
		foot = food.fill() * s.Vessel.HeightMm
		radius = in.InsideAt(foot)
	} else if s.Vessel.Kind == "plate" || s.Vessel.Kind == "board" { // the food steams, not its plate
		radius *= cmp.Or(reaches[food.form(s.Vessel)], heapReach)
	}
	p := styling.UsualPlume(radius)
	wide := p.Radius(steamTallMm) + bendMm
	out := Steam{Lo: at(s.Vessel.XMm-wide, s.Vessel.YMm-wide, foot), Hi: at(s.Vessel.XMm+wide, s.Vessel.YMm+wide, foot+steamTallMm)}
	across, up := max(4, int(2*wide/steamCellMm)), steamTallMm/steamCellMm
	out.Cells = [3]int{across, across, int(up)}
	out.Dims = make([]float32, across*across*out.Cells[2])
	fine := p.Fines()
	// In a cup or deep bowl the walls keep it together up to the rim.
	rim := math.Max(0, s.Vessel.HeightMm-foot)
	_ = cores.Each(context.Background(), out.Cells[2], func(c int) {
		i := c * out.Cells[0] * out.Cells[1]
		z := (float64(c) + 0.5) * steamTallMm / float64(out.Cells[2])
		share, r := p.Share(math.Max(0, z-rim)), p.Radius(math.Max(0, z-rim))
		fades := 1 - shape.Eased((z/steamTallMm-0.6)/0.4) // nothing ends in a plane
		w := newWisps()
		for b := range out.Cells[1] {
			y := (float64(b)+0.5)*2*wide/float64(out.Cells[1]) - wide
			for a := range out.Cells[0] {
				x := (float64(a)+0.5)*2*wide/float64(out.Cells[0]) - wide
				if w := w.at(x, y, z, r); w > 0 { // most of the box is the room's air
					out.Dims[i] = float32(styling.Dims(fine(share*w)) * fades)
				}
				i++
			}
		}
	})
	return out, true
}

// looseMm is how far over what steams the wisps have spread over all of their breadth.
const looseMm = 24

// wisps are the sheets of one layer: what bends them and what they are made of.
type wisps struct {
	bent         [3]shape.Grain // along x, y and z
	sheet, finer shape.Grain
}

func newWisps() wisps {
	return wisps{bent: [3]shape.Grain{{Seed: 3}, {Seed: 5}, {Seed: 7}}, sheet: shape.Grain{Seed: 11}, finer: shape.Grain{Seed: 13}}
}

// at is how much more or less than the mean of its height a place has of what rises.
func (w *wisps) at(x, y, z, r float64) float64 {
	k := min(1, z/80)
	if reach := k*bendMm*math.Sqrt2 + 2*r; reach*reach < x*x+y*y { // however it is bent
		return 0
	}
	bent := func(axis int) float64 { return w.bent[axis].At(x/bentOverMm, y/bentOverMm, z/bentOverMm/1.4) - 0.5 }
	x, y = x+k*bendMm*2*bent(0), y+k*bendMm*2*bent(1)
	d := (x*x + y*y) / (r * r)
	if d > 4 {
		return 0
	}
	loose := shape.Eased(z / looseMm)
	z += 2 * bendMm * bent(2)
	sheet := func(g *shape.Grain, mm float64) float64 {
		return 1 - math.Abs(2*g.At(x/mm, y/mm, z/mm/longer)-1)
	}
	thin := sheet(&w.sheet, sheetMm)
	v := thin * thin * thin * thin * thin * (0.35 + 0.9*sheet(&w.finer, sheetMm/2.7))
	return 1.5 * v * math.Exp(-d*(1.4+3*(1-loose))) // it begins on what steams, not beside it
}
