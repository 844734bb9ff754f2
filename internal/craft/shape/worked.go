package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Ways in which the outside of a vessel is worked.
const (
	Ribbed    = "ribbed" // upright ribs, rounded
	CutFacets = "cut"    // diamonds, each a flat pyramid
)

// How far apart ribs and diamonds lie on the outside, about, and how deep they go of a wall, and at the most, mm.
const (
	ribMm, diamondMm = 7.0, 11.0
	workedDeep       = 0.45
	workedMost       = 1.2
)

// workedBetween is between which shares of its height a vessel of a kind is worked.
func workedBetween(kind, how string) (from, to float64, ok bool) {
	switch kind {
	case "glass", "jar", "mug":
		if how == Ribbed {
			return 0.1, 0.86, true
		}
		return 0.1, 0.62, true
	case "bottle":
		return 0.06, 0.52, true
	case "jug":
		return 0.1, 0.62, true
	}
	return 0, 0, false
}

// WorkedSteps is in how many steps round a worked outside of a diameter is made, a whole number of times those of the
// rest; 0 for a kind or a way that there is none of.
func WorkedSteps(kind, how string, diameterMm float64, steps int) int {
	if _, _, ok := workedBetween(kind, how); !ok {
		return 0
	}
	around := math.Pi * diameterMm
	each := 0.0 // steps that a rib or a diamond takes
	switch how {
	case Ribbed:
		each = 4 * around / ribMm
	case CutFacets:
		each = 2 * around / diamondMm
	}
	if each == 0 {
		return 0
	}
	return steps * min(6, max(1, int(math.Round(each/float64(steps)))))
}

// ribRows is how many rows of faces a ribbed outside has: a glass widens as it rises.
const ribRows = 12

// WorkedRows is how many rows of faces a worked outside has; 0 for a kind or a way that there is none of.
func WorkedRows(kind, how string, heightMm float64) int {
	from, to, ok := workedBetween(kind, how)
	switch {
	case !ok:
		return 0
	case how == Ribbed:
		return ribRows
	case how == CutFacets:
		return max(2, 2*int(math.Round((to-from)*heightMm/diamondMm)))
	}
	return 0
}

// Worked turns a vessel's profile, of which the first points are the outside from the foot to the rim, with a band of the
// outside ribbed or cut. How far a vessel reaches stays as it is: ribs and facets go into its wall. Both ends of the band
// lie on the turned surface, so that nothing gapes.
func Worked(profile []RZ, outer int, kind, how string, wallMm float64, steps int) Mesh {
	high, wide := 0.0, 0.0
	for _, p := range profile[:outer] {
		high, wide = math.Max(high, p.Z), math.Max(wide, p.R)
	}
	from, to, _ := workedBetween(kind, how)
	around := WorkedSteps(kind, how, 2*wide, steps)
	if around == 0 {
		return Revolve(profile, steps)
	}
	z0, z1 := from*high, to*high
	below, above := -1, -1 // the pieces in which the band begins and ends
	for i := 1; i < outer; i++ {
		a, b := profile[i-1], profile[i]
		if a.Z <= z0 && z0 < b.Z {
			below = i
		}
		if a.Z < z1 && z1 <= b.Z {
			above = i
		}
	}
	if below < 0 || above < below {
		return Revolve(profile, steps)
	}
	on := func(z float64) float64 {
		for i := below; i <= above; i++ {
			if a, b := profile[i-1], profile[i]; z <= b.Z || i == above {
				return a.R + (b.R-a.R)*(z-a.Z)/(b.Z-a.Z)
			}
		}
		return wide
	}
	lower := append(append([]RZ{}, profile[:below]...), RZ{on(z0), z0})
	upper := append([]RZ{{on(z1), z1}}, profile[above:]...)
	band := band{on: on, z0: z0, z1: z1, deep: math.Min(workedDeep*wallMm, workedMost), around: around, steps: steps, rows: WorkedRows(kind, how, high)}
	middle := band.ribbed()
	if how == CutFacets {
		middle = band.cut()
	}
	return Join(Revolve(lower, steps), middle, Revolve(upper, steps))
}

// band is the part of an outside that is worked.
type band struct {
	on            func(z float64) float64 // its radius
	z0, z1, deep  float64
	around, steps int
	rows          int // of faces
}

// at is a place of it, so far into its wall. At its ends it lies on the turned surface's facets.
func (b *band) at(k int, z, into float64) r3.Vec {
	angle := 2 * math.Pi * float64(k) / float64(b.around)
	r := b.on(z) - into
	if z == b.z0 || z == b.z1 {
		facet := 2 * math.Pi / float64(b.steps)
		r = b.on(z) * math.Cos(facet/2) / math.Cos(math.Mod(angle, facet)-facet/2)
	}
	sin, cos := math.Sincos(angle)
	return vec(r*cos, r*sin, z)
}

// ribbed has ribs that run out at both ends.
func (b *band) ribbed() Mesh {
	fade := math.Min(3, (b.z1-b.z0)/4) // mm
	rows := []float64{b.z0}
	for i := range ribRows - 1 {
		rows = append(rows, b.z0+fade+(b.z1-b.z0-2*fade)*float64(i)/(ribRows-2))
	}
	rows = append(rows, b.z1)
	ribs := float64(b.around) / 4
	var m Mesh
	for j, z := range rows {
		deep := b.deep
		if j == 0 || j == len(rows)-1 {
			deep = 0
		}
		slope := (b.on(math.Min(z+1, b.z1)) - b.on(math.Max(z-1, b.z0))) / (math.Min(z+1, b.z1) - math.Max(z-1, b.z0))
		for k := 0; k <= b.around; k++ {
			a := 2 * math.Pi * float64(k) / float64(b.around)
			into := deep * (1 - math.Cos(ribs*a)) / 2
			turns := -deep * ribs * math.Sin(ribs*a) / 2 / b.on(z) // the radius' way round, by the radius
			sin, cos := math.Sincos(a)
			m.P = append(m.P, b.at(k, z, into))
			m.N = append(m.N, unit(vec(cos+turns*sin, sin-turns*cos, -slope)))
		}
	}
	wide := b.around + 1
	for j := range len(rows) - 1 {
		for k := range b.around {
			p := int32(j*wide + k)
			q := p + int32(wide)
			m.T = append(m.T, [3]int32{p, p + 1, q + 1}, [3]int32{p, q + 1, q})
		}
	}
	return m
}

// cut has diamonds, whose points keep the radius and whose edges lie in the wall.
func (b *band) cut() Mesh {
	rows := b.rows
	z := func(j int) float64 {
		if j == rows {
			return b.z1
		}
		return b.z0 + (b.z1-b.z0)*float64(j)/float64(rows)
	}
	corner := func(k, j int) r3.Vec {
		into := b.deep
		if (k+j)%2 == 0 {
			into = 0
		}
		return b.at(k, z(j), into)
	}
	var m Mesh
	face := func(p, q, r r3.Vec) {
		n := unit(r3.Cross(r3.Sub(q, p), r3.Sub(r, p)))
		at := int32(len(m.P))
		m.P, m.N, m.T = append(m.P, p, q, r), append(m.N, n, n, n), append(m.T, [3]int32{at, at + 1, at + 2})
	}
	for j := range rows {
		for k := range b.around {
			p, q, r, s := corner(k, j), corner(k+1, j), corner(k+1, j+1), corner(k, j+1)
			if (k+j)%2 == 0 { // from corner to corner, so that each half has one point
				face(p, q, s)
				face(q, r, s)
			} else {
				face(p, q, r)
				face(p, r, s)
			}
		}
	}
	return m
}
