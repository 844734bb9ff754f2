package scene

import (
	"math"

	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"

	"gonum.org/v1/gonum/spatial/r3"
)

// A small jug that pours, tipped over its spout, and a stand-in for the hand that holds it: a mitt and a plain sleeve
// (start values of our own, mm and degrees).
const (
	jugWide, jugTall = 78.0, 96.0
	jugTipsDeg       = 74
	sleeveMm         = 30.0
)

// pouring is what pours a stream that leaves at lip, flowing toward −x.
func pouring(lip r3.Vec, f Fineness) []Object {
	// Tipped about the y axis, its spout first, and its tip brought to the lip.
	tip := func(m shape.Mesh) shape.Mesh {
		return m.Moved(90, r3.Vec{}).Tilted(jugTipsDeg).Moved(-90, r3.Vec{})
	}
	v := shape.VesselOf("jug", jugWide, jugTall, 0)
	spout := tip(shape.Mesh{P: []r3.Vec{{X: -v.RimMm() - spoutShare*jugWide, Z: jugTall}}, N: []r3.Vec{{Z: 1}}}).P[0]
	by := r3.Sub(lip, spout)
	put := func(m shape.Mesh) shape.Mesh { return tip(m).Moved(0, by) }

	st := stuffOf("mug", "ceramic", "#cfc8ba", "", "satin")
	body := shape.Spouted(shape.Revolve(v.Profile(), int(f)), jugTall, spoutShare*jugWide)
	jug := Object{Key: "jug", Name: "Jug that pours", Kind: "jug", Thing: -2, Colour: st.Colour, Foot: lip}
	handle := shape.Handle(v.OutsideAt(jugTall*0.25), v.OutsideAt(jugTall*0.78), jugWide*0.3, 9)
	jug.Parts = []Part{{put(body), st}, {put(handle), st}}
	jug.bound()

	grip := put(shape.Mesh{P: []r3.Vec{{X: jugWide/2 + jugWide*0.3, Z: jugTall * 0.52}}, N: []r3.Vec{{Z: 1}}}).P[0]
	cloth := stuffOf("linen", "linen", "#9c9484", "", "matt")
	mitt := shape.Ball(34, 27, 30, 0.05, 22, 5, int(f)/2+8).Moved(0, grip)
	cuff := stuffOf("linen", "linen", "#45474d", "", "matt")
	sleeve := shape.Tube([][3]float64{{grip.X + 14, grip.Y, grip.Z + 6}, {grip.X + 120, grip.Y - 14, grip.Z + 52}, {grip.X + 300, grip.Y - 60, grip.Z + 96}}, sleeveMm, 20)
	hand := Object{Key: "hand", Name: "Whoever pours", Kind: "hand", Thing: -2, Colour: cloth.Colour, Foot: grip}
	hand.Parts = []Part{{mitt, cloth}, {sleeve, cuff}}
	hand.bound()
	return []Object{jug, hand}
}

// splash is what springs up where a stream lands in a liquid: a low ring and a few drops about the place.
func splash(lands r3.Vec, roomMm float64, st Stuff) []Part {
	const drops = 9
	reach := math.Min(15, math.Max(5, roomMm*0.45))
	ring := shape.Revolve([]shape.RZ{{R: reach * 0.75, Z: -0.4}, {R: reach * 0.62, Z: 1.5}, {R: reach * 0.5, Z: 2.1}, {R: reach * 0.38, Z: 1.2}, {R: reach * 0.3, Z: -0.4}, {R: reach * 0.75, Z: -0.4}}, 28).Moved(0, lands)
	var all []shape.Mesh
	for k := range int64(drops) {
		h := func(i int64) float64 { return shape.Hash(k, i, 2, 41) }
		a, d := 2*math.Pi*h(1), reach*(0.35+0.6*h(2))
		r := 0.7 + 1.1*h(3)*h(3)
		all = append(all, shape.Ball(r, r, r*1.15, 0, 1, k, 8).Moved(0, r3.Add(lands, at(d*math.Cos(a), d*math.Sin(a), 2.5+13*h(4)*h(4)))))
	}
	return []Part{{ring, withHollow(st)}, {shape.Join(all...), withHollow(st)}}
}

// wetStuff is a drink as a body of its own in the air.
func wetStuff(absorbs light.RGB) Stuff { return clear(1, drinkIndex, light.RGB{}, absorbs) }
