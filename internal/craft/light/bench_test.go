package light

import (
	"testing"

	"gonum.org/v1/gonum/spatial/r3"
)

// benchSet is a window with an uneven sky, a lamp, a diffuser, three cards and a flag.
func benchSet() (Set, Hero) {
	h := Hero{Foot: r3.Vec{X: 800, Y: 450}, RadiusMm: 120, HeightMm: 90}
	return Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -450, Y: 560, Z: 750}, 1400, 1600, 90, 0), Glass: 0.8, RevealMm: 150, Reveal: 0.7, Sky: testSky{6000},
			Outside: []Obstruction{{Rect: Upright(r3.Vec{X: -6000, Y: 560, Z: 600}, 12000, 5000, 90, 0), Luminance: White(900)}}}},
		Sources: []Source{{Rect: Upright(r3.Vec{X: 1500, Y: 1300, Z: 900}, 600, 900, 215, -25), Luminance: White(2500), Solid: true}},
		Panels: []Panel{
			{Rect: Upright(r3.Vec{X: 350, Y: 500, Z: 520}, 1000, 1000, 90, 0), Front: Plain(0.25), Back: Plain(0.25), Through: White(0.6)},
			{Rect: Upright(r3.Vec{X: 1150, Y: 400, Z: 215}, 594, 420, 270, 0), Front: Surfaces["white"], Back: Surfaces["white"]},
			{Rect: Upright(r3.Vec{X: 800, Y: 180, Z: 155}, 420, 297, 0, 0), Front: Surfaces["white"], Back: Surfaces["white"]},
			{Rect: Upright(r3.Vec{X: 1000, Y: 700, Z: 155}, 420, 297, 225, 10), Front: Surfaces["white"], Back: Surfaces["white"]},
			{Rect: Upright(r3.Vec{X: 520, Y: 700, Z: 215}, 594, 420, 135, 0), Front: Surfaces["black"], Back: Surfaces["black"]},
		},
		Table:  Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.25)},
		Room:   Enclosure{SurfaceM2: 120, Reflectance: 0.5},
		Solids: []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
	}, h
}

// foils changes the cards' faces for glossy ones.
func foils(s Set) Set {
	s.Panels[1].Front, s.Panels[2].Front, s.Panels[3].Front = Surfaces["dull foil"], Surfaces["silver"], Surfaces["shiny foil"]
	return s
}

func BenchmarkReading(b *testing.B) {
	white, h := benchSet()
	shiny, _ := benchSet()
	for name, s := range map[string]Set{"white": white, "foils": foils(shiny)} {
		for _, d := range []struct {
			name string
			d    Detail
		}{{"fine", Fine}, {"coarse", Coarse}, {"search", Search}} {
			b.Run(name+"/"+d.name+"/engine", func(b *testing.B) {
				for b.Loop() {
					NewEngine(s, d.d)
				}
			})
			b.Run(name+"/"+d.name+"/facets", func(b *testing.B) {
				e := NewEngine(s, d.d)
				for b.Loop() {
					Ratio(e.Facets(h, r3.Vec{Y: -1, Z: 0.8}))
				}
			})
		}
	}
}
