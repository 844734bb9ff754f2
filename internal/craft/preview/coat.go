package preview

import (
	"math"
	"sync"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// coatReturns is the share that a coat returns at right angles: an index of 1.5, as oil, glaze and varnish have.
var coatReturns = light.White(0.04)

// How fine the shares of coats are kept, and how many facets are drawn for each.
const (
	coatCosines, coatAlphas = 32, 20
	coatFacets              = 32
)

// coats are the shares that coats return, by the root of the cosine and by the roughness, both 0 to 1.
var coats = sync.OnceValue(func() *[coatAlphas + 1][coatCosines + 1]float64 {
	var out [coatAlphas + 1][coatCosines + 1]float64
	for i := range out {
		for j := range out[i] {
			root := float64(j) / coatCosines
			out[i][j] = facets(root*root, float64(i)/coatAlphas)
		}
	}
	return &out
})

// facets is the mean that the facets of a coat return, seen at a cosine: seldom is one seen as flat as all of them
// are, so a rough coat's rim is darker than a smooth one's (Schlick's curve at the facet, shadowed after Heitz 2018).
func facets(cos, alpha float64) float64 {
	cos = max(1e-3, cos)
	v := r3.Vec{X: math.Sqrt(1 - cos*cos), Z: cos}
	al := max(1e-3, alpha*alpha)
	lv, sum := hidden(v.Z, al), 0.0
	for i := range coatFacets {
		for j := range coatFacets {
			half := microfacet(v, al, (float64(i)+0.5)/coatFacets, (float64(j)+0.5)/coatFacets)
			l := r3.Sub(r3.Scale(2*r3.Dot(v, half), half), v)
			if l.Z > 0 {
				sum += schlick(coatReturns.R, r3.Dot(half, l)) * (1 + lv) / (1 + lv + hidden(l.Z, al))
			}
		}
	}
	return sum / (coatFacets * coatFacets)
}

// coated is the share that a coat of a roughness returns at a cosine, however it goes: what is under it has the rest.
func coated(cos, alpha float64) float64 {
	table := coats()
	place := func(x float64, n int) (int, float64) {
		x = max(0, min(1, x)) * float64(n)
		i := min(n-1, int(x))
		return i, x - float64(i)
	}
	i, a := place(alpha, coatAlphas)
	j, c := place(math.Sqrt(max(0, cos)), coatCosines)
	row := func(i int) float64 { return (1-c)*table[i][j] + c*table[i][j+1] }
	return (1-a)*row(i) + a*row(i+1)
}
