package scene

import (
	"math"
	"sync"

	"figladder/internal/craft/shape"
)

// relief is what stands on an object's surfaces asks: they are sorted over the plan once they
// have been asked as often as sorting costs, since most things bear little or nothing.
type relief struct {
	mu    sync.Mutex
	asked int
	parts []*shape.Relief // what bears of the surfaces; nil before they are sorted
}

// asksBeforeSorting is about as often as all triangles are looked at in the time of sorting them.
const asksBeforeSorting = 12

// over is how high an object's surfaces are over a place of the plan; 0 where they are not.
func (o *Object) over(x, y float64) float64 {
	best := 0.0
	stands := func(z float64, ok bool) {
		if ok {
			best = math.Max(best, z)
		}
	}
	if o.deck != nil {
		stands(o.deck.HeightAt(x, y))
		return best
	}
	if sorted := o.relief.sorted(o.Parts); sorted != nil {
		for _, p := range sorted {
			stands(p.HeightAt(x, y))
		}
		return best
	}
	for i := range o.Parts {
		if !o.Parts[i].Stuff.Hollow {
			stands(o.Parts[i].Mesh.HeightAt(x, y))
		}
	}
	return best
}

// sorted is what bears of the parts, sorted; nil while it is asked too seldom.
func (r *relief) sorted(parts []Part) []*shape.Relief {
	r.mu.Lock()
	defer r.mu.Unlock()
	if r.asked++; r.asked > asksBeforeSorting && r.parts == nil {
		r.parts = []*shape.Relief{}
		for _, p := range parts {
			if !p.Stuff.Hollow {
				r.parts = append(r.parts, p.Mesh.Relief())
			}
		}
	}
	return r.parts
}

// heightOver is the highest surface over a place of the plan; the table is 0.
func heightOver(below []Object, x, y float64) float64 {
	best := 0.0
	for i := range below {
		o := &below[i]
		if x < o.Lo.X || x > o.Hi.X || y < o.Lo.Y || y > o.Hi.Y || o.Hi.Z <= best {
			continue
		}
		best = math.Max(best, o.over(x, y))
	}
	return best
}
