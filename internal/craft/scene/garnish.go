package scene

import (
	"sync"

	"figladder/internal/craft/shape"
)

// garnish is a piece that is strewn: its surfaces about the origin, resting on z = 0, with what
// each is of. size is about half of its length; h gives chance for one piece.
type garnish struct {
	make    func(size float64, h func(int64) float64, seed int64, steps int) []shape.Mesh
	stuffs  func(t Thing) []Stuff
	leanDeg float64 // how far it may lie askew
}

const (
	pipColour   = "#3a2415"
	stalkColour = "#4f6b32"
	pitColour   = "#7a2a1c"
	stoneColour = "#8a5a34"
	twigColour  = "#4a3826"

	cressStalkColour = "#d3dcb0"
)

// garnishes are the pieces that are of more than one surface, by their names.
var garnishes = map[string]garnish{
	"citrus": {func(size float64, _ func(int64) float64, _ int64, steps int) []shape.Mesh {
		rind, pith, flesh := shape.Citrus(size, max(2.5, size*0.16), citrusSegments, 2*steps+8)
		return []shape.Mesh{flesh, pith, rind}
	}, func(t Thing) []Stuff {
		return []Stuff{fleshOf(t.Colour, freeCitrus, 5), edibleStuff(pithColour, "", "dry"), skinOf(orElse(t.Second, t.Colour))}
	}, 14},
	"wedge": {func(size float64, _ func(int64) float64, _ int64, steps int) []shape.Mesh {
		flesh, rind := shape.CitrusWedge(size, 62, 3*steps)
		return []shape.Mesh{flesh, rind}
	}, func(t Thing) []Stuff {
		return []Stuff{fleshOf(t.Colour, freeCitrus, t.HeightMm), skinOf(orElse(t.Second, t.Colour))}
	}, 0},
	"slice": {func(size float64, _ func(int64) float64, seed int64, steps int) []shape.Mesh {
		flesh, skin, pips := shape.Round(size, max(2.2, size*0.13), pipsOf(5, steps), seed, steps+4)
		return []shape.Mesh{flesh, skin, pips}
	}, cutFruit, 12},
	"round": {func(size float64, _ func(int64) float64, seed int64, steps int) []shape.Mesh {
		flesh, skin, _ := shape.Round(size, max(2, size*0.11), 0, seed, steps+4)
		return []shape.Mesh{flesh, skin}
	}, func(t Thing) []Stuff { return cutFruit(t)[:2] }, 14},
	"ring": {func(size float64, h func(int64) float64, _ int64, steps int) []shape.Mesh {
		return []shape.Mesh{shape.Rings(size, max(2.5, size*0.2), 2+int(3*h(13)), steps+4)}
	}, func(t Thing) []Stuff { return []Stuff{fleshOf(t.Colour, freeFruit, t.HeightMm*0.1)} }, 12},
	"stone": {func(size float64, h func(int64) float64, seed int64, steps int) []shape.Mesh {
		flesh, skin, pit := shape.Stone(size, seed, steps+4)
		lean := func(m shape.Mesh) shape.Mesh { return m.Tilted(-8 - 12*h(9)) }
		return []shape.Mesh{lean(flesh), lean(skin), lean(pit)}
	}, func(t Thing) []Stuff {
		of := cutFruit(t)
		of[2] = edibleStuff(stoneColour, "", "dry")
		return of
	}, 0},
	"curl": {func(size float64, h func(int64) float64, seed int64, _ int) []shape.Mesh {
		return []shape.Mesh{shape.Curl(1.6*size, max(0.7, size*0.09), h(14), seed)}
	}, func(t Thing) []Stuff { return []Stuff{edibleStuff(t.Colour, "", "cream")} }, 30},
	"cress": {func(size float64, _ func(int64) float64, seed int64, _ int) []shape.Mesh {
		stalk, leaves := shape.Cress(2*size, seed)
		middle := at(0, -size, 0)
		return []shape.Mesh{stalk.Moved(0, middle), leaves.Moved(0, middle)}
	}, func(t Thing) []Stuff {
		return []Stuff{edibleStuff(cressStalkColour, "", "dry"), edibleStuff(t.Colour, "", "leaf")}
	}, 10},
	"dust": {func(size float64, _ func(int64) float64, seed int64, steps int) []shape.Mesh {
		return []shape.Mesh{shape.Dust(2.2*size, 6*steps, seed)}
	}, func(t Thing) []Stuff { return []Stuff{edibleStuff(t.Colour, "", "dry")} }, 0},
	"pear": {func(size float64, h func(int64) float64, seed int64, steps int) []shape.Mesh {
		flesh, skin, pips := shape.Pear(2.4*size, pipsOf(4, steps), seed, steps+4)
		lean := func(m shape.Mesh) shape.Mesh { return m.Tilted(-6 - 8*h(9)) }
		return []shape.Mesh{lean(flesh), lean(skin), lean(pips)}
	}, cutFruit, 0},
	"apple": {func(size float64, h func(int64) float64, seed int64, steps int) []shape.Mesh {
		skin, stalk := shape.Apple(size, 70*(h(9)-0.4), seed, 2*steps)
		return []shape.Mesh{skin, stalk}
	}, wholeFruit, 0},
	"whole pear": {func(size float64, h func(int64) float64, seed int64, steps int) []shape.Mesh {
		skin, stalk := shape.WholePear(size, 14*(h(9)-0.5), seed, 2*steps)
		return []shape.Mesh{skin, stalk}
	}, wholeFruit, 0},
	"half": {func(size float64, h func(int64) float64, seed int64, steps int) []shape.Mesh {
		flesh, skin, pips := shape.Half(size, pipsOf(6, steps), seed, steps+4)
		lean := func(m shape.Mesh) shape.Mesh { return m.Tilted(-10 - 12*h(9)) }
		return []shape.Mesh{lean(flesh), lean(skin), lean(pips)}
	}, cutFruit, 0},
	"tomato": {func(size float64, _ func(int64) float64, seed int64, steps int) []shape.Mesh {
		body, star := shape.Tomato(size, seed, 2*steps)
		return []shape.Mesh{body, star}
	}, func(t Thing) []Stuff {
		return []Stuff{skinOf(t.Colour), edibleStuff(stalkColour, "", "leaf")}
	}, 16},
	"olive": {func(size float64, _ func(int64) float64, _ int64, steps int) []shape.Mesh {
		body := shape.Ball(size*0.42, size*0.58, size*0.42, 0, 1, 1, 2*steps).Moved(0, at(0, 0, size*0.42))
		hole := shape.Ball(size*0.13, size*0.06, size*0.13, 0, 1, 1, steps).Moved(0, at(0, -size*0.57, size*0.42))
		return []shape.Mesh{body, hole}
	}, func(t Thing) []Stuff {
		return []Stuff{skinOf(t.Colour), edibleStuff(orElse(t.Second, pitColour), "", "wet")}
	}, 0},
	"nut": {func(size float64, _ func(int64) float64, _ int64, steps int) []shape.Mesh {
		return []shape.Mesh{shape.Nut(2*size, steps+4)}
	}, func(t Thing) []Stuff { return []Stuff{baked(t.Colour, 4)} }, 10},
	"shard": {func(size float64, h func(int64) float64, _ int64, _ int) []shape.Mesh {
		a, b := size*(0.7+0.5*h(10)), size*(0.4+0.4*h(11))
		m := shape.Extrude([][2]float64{{-a, -b * 0.6}, {a * 0.7, -b}, {a, b * 0.3}, {-a * 0.1, b}}, max(1, size*0.12), 0.2)
		return []shape.Mesh{m.Tilted(44 * (h(12) - 0.5))}
	}, func(t Thing) []Stuff {
		st := edibleStuff(t.Colour, "", "dry")
		st.Coat, st.Rough, st.Pattern = 0.5, 0.25, ""
		return []Stuff{st}
	}, 0},
	"sprig": {func(size float64, _ func(int64) float64, seed int64, steps int) []shape.Mesh {
		return []shape.Mesh{shape.Sprig(2.4*size, size*0.5, max(4, 2*steps-12), seed).Moved(0, at(0, -1.2*size, 0))}
	}, func(t Thing) []Stuff { return []Stuff{edibleStuff(t.Colour, "", "leaf")} }, 0},
}

// pipsOf is how many pips are drawn: none while something is dragged.
func pipsOf(n, steps int) int {
	if steps <= 8 {
		return 0
	}
	return n
}

// cutPieces keeps pieces that were made: a thing that is moved about is the same pieces elsewhere.
var cutPieces = struct {
	sync.Mutex
	made map[pieceKey][]shape.Mesh
}{made: map[pieceKey][]shape.Mesh{}}

type pieceKey struct {
	piece string
	size  float64
	seed  int64
	steps int
}

// mostKept is how many pieces are remembered; then all are forgotten.
const mostKept = 300

// piece is a piece of a garnish, made or remembered. What is returned may not be changed.
func (g garnish) piece(k pieceKey) []shape.Mesh {
	cutPieces.Lock()
	defer cutPieces.Unlock()
	if m, ok := cutPieces.made[k]; ok {
		return m
	}
	if len(cutPieces.made) >= mostKept {
		cutPieces.made = map[pieceKey][]shape.Mesh{}
	}
	chance := func(n int64) float64 { return shape.Hash(k.seed, n, 5, 77) }
	m := g.make(k.size, chance, k.seed, k.steps)
	cutPieces.made[k] = m
	return m
}

// fleshOf is the wet flesh of a fruit, so thick, which light goes some way into.
func fleshOf(colour string, freeMm, thickMm float64) Stuff {
	st := edibleStuff(colour, "", "wet")
	st.Pattern, st.Coat = "", 1
	return st.lit(freeMm, thickMm)
}

// skinOf is a taut skin: even, and shining.
func skinOf(colour string) Stuff {
	st := edibleStuff(colour, "", "wet")
	st.Pattern, st.Coat, st.Rough = "", 0.6, 0.2
	return st
}

// wholeFruit is a skin that took sun on one side, and a stalk.
func wholeFruit(t Thing) []Stuff {
	skin := skinOf(t.Colour)
	skin.Pattern, skin.GrainMm, skin.Rough = "flesh", t.HeightMm*0.4, 0.3
	skin.Second = skin.Colour.Times(0.45)
	if t.Second != "" {
		skin.Second = linear(t.Second)
	}
	return []Stuff{skin, edibleStuff(twigColour, "", "dry")}
}

// cutFruit is flesh, skin and pips: the skin of the second colour, or a darker one of the first.
func cutFruit(t Thing) []Stuff {
	thick := t.HeightMm // half a fruit is about as thick as it is wide
	if t.Piece == "slice" || t.Piece == "round" {
		thick *= 0.13
	}
	skin := skinOf(orElse(t.Second, t.Colour))
	if t.Second == "" {
		skin.Colour = skin.Colour.Times(0.55)
	}
	return []Stuff{fleshOf(t.Colour, freeFruit, thick), skin, edibleStuff(pipColour, "", "wet")}
}
