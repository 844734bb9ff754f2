package light

import (
	"testing"

	"figladder/internal/craft/words"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// facesAgree holds faces of the dish to rays.
func facesAgree(t *testing.T, s Set, h Hero, within float64, degs ...float64) {
	t.Helper()
	e, rays := NewEngine(s, Fine), traces(s, 5, 17)
	for _, deg := range degs {
		p, n := facetAt(h, deg)
		got, want := e.At(p, n).Total(), rays.lux(p, n, 200_000)
		t.Logf("%v°: %.1f for %.1f lx", deg, got, want)
		assert.InEpsilon(t, want, got, within, "%v°", deg)
	}
}

// A foil stands between the dish and what is bright, its mirror to the dish: the dish's image in it lies beyond the
// diffuser, the lamp or the sunlit card, which is behind the mirror and not seen in it.
func TestWhatStandsBehindAMirrorIsNotSeenInIt(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 500, Y: 330}, RadiusMm: 94, HeightMm: 169}
	foil := Panel{Rect: Upright(r3.Vec{X: 281, Y: 355, Z: 200}, 326, 388, 98, -5), Front: Surfaces["shiny foil"], Back: Plain(0.3)}
	base := Set{Table: Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.3)}, Solids: []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}}, Panels: []Panel{foil}}
	side := Upright(r3.Vec{X: -660, Y: 700, Z: 600}, 1440, 500, 90, 0)
	for name, add := range map[string]func(s *Set){
		"a diffuser": func(s *Set) {
			s.Windows = []Window{{Rect: side, Glass: 0.8, Sky: EvenSky(White(3000))}}
			s.Panels = append(s.Panels, Panel{Rect: Upright(r3.Vec{X: 136, Y: 391, Z: 520}, 1000, 1000, 90, 0), Front: Plain(0.25), Back: Plain(0.25), Through: White(0.6)})
		},
		"a lamp that looks away": func(s *Set) {
			s.Windows = []Window{{Rect: side, Glass: 0.8, Sky: EvenSky(White(300))}}
			s.Sources = []Source{{Rect: Upright(r3.Vec{X: 200, Y: 340, Z: 220}, 200, 200, 270, 0), Luminance: White(4000), Solid: true}}
		},
		"a card in the sun": func(s *Set) {
			s.Windows = []Window{{Rect: side, Glass: 0.8, Sky: EvenSky(White(3000))}}
			s.Sun = &Sun{Toward: unit(r3.Vec{X: -0.9, Y: 0.2, Z: 0.2}), Lux: White(30000)}
			s.Panels = append(s.Panels, Panel{Rect: Upright(r3.Vec{X: 190, Y: 391, Z: 300}, 500, 560, 270, 0), Front: Surfaces["white"], Back: Plain(0.3)})
		},
	} {
		s := base
		s.Panels = append([]Panel{}, base.Panels...)
		add(&s)
		t.Run(name, func(t *testing.T) { facesAgree(t, s, h, 0.09, 195, 225, 255) }) // the sunny card leaks half a lux under the foil
	}
}

// A window that a dull foil does not see lights it by way of a mirror beside the dish, and the dull foil shows the
// mirror's image of it to the dish.
func TestAGlossShowsWhatAMirrorShows(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 1100, Y: 517}, RadiusMm: 42, HeightMm: 60}
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -666, Y: 254, Z: 550}, 1212, 900, 75, 0), Glass: 0.8, Sky: EvenSky(White(3000))}},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.1)},
		Solids:  []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
		Panels: []Panel{
			{Rect: Upright(r3.Vec{X: 1251, Y: 589, Z: 206}, 428, 402, 241, 0), Front: Surfaces["shiny foil"], Back: Plain(0.3)},
			{Rect: Upright(r3.Vec{X: 998, Y: 396, Z: 187}, 336, 364, 27, 0), Front: Surfaces["dull foil"], Back: Plain(0.3)},
		},
	}
	facesAgree(t, s, h, 0.05, 135, 165, 195)
}

// A long room is many times as bright beside its window as at its far end: a silver card shows the dish the bright end,
// not the mean of half a wall.
func TestAGlossShowsTheBrightEndOfARoom(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 507, Y: 481}, RadiusMm: 90, HeightMm: 60}
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -388, Y: 381, Z: 572}, 510, 509, 63, 0), Glass: 0.8, Sky: EvenSky(White(3000))}},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.07)},
		Solids:  []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
		Panels:  []Panel{{Rect: Upright(r3.Vec{X: 830, Y: 170, Z: 101}, 228, 193, -46, 0), Front: Surfaces["silver"], Back: Plain(0.3)}},
		Room:    Enclosure{Low: r3.Vec{X: -995, Y: -3000, Z: -816}, High: r3.Vec{X: 5730, Y: 1032, Z: 1584}, Reflectance: 0.5},
	}
	e, rays := NewEngine(s, Fine), traces(s, 5, 17)
	got, want := 0.0, 0.0
	for _, deg := range []float64{135, 150, 165} {
		p, n := facetAt(h, deg)
		got, want = got+e.At(p, n).Total(), want+rays.lux(p, n, 300_000)
	}
	t.Logf("%.1f for %.1f lx", got, want)
	assert.InEpsilon(t, want, got, 0.05)
}

// A foil that leans back has the image of what is low before it under the table, from where no table is seen: a silver
// card low before such a foil does not shine with the table.
func TestAMirrorThatLeansBackShowsNoTableFromBelow(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 900, Y: 450}, RadiusMm: 40, HeightMm: 50}
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: 600, Y: 2200, Z: 900}, 900, 900, 180, 0), Glass: 0.8, Sky: EvenSky(White(3000))}},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.8)},
		Solids:  []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
		Panels: []Panel{
			{Rect: Upright(r3.Vec{X: 1200, Y: 450, Z: 200}, 500, 380, 270, 25), Front: Surfaces["shiny foil"], Back: Plain(0)},
			{Rect: Upright(r3.Vec{X: 760, Y: 450, Z: 41}, 300, 80, 90, 0), Front: Surfaces["silver"], Back: Plain(0)},
		},
	}
	e, rays := NewEngine(s, Fine), traces(s, 5, 17)
	got, want := 0.0, 0.0
	for _, deg := range []float64{255, 270, 285} {
		p, n := facetAt(h, deg)
		got, want = got+e.At(p, n).Total(), want+rays.lux(p, n, 300_000)
	}
	t.Logf("%.1f for %.1f lx", got, want)
	assert.InEpsilon(t, want, got, 0.02)
}

// A diffuser passes on what the table gives it, to a card as well.
func TestADiffuserPassesOnWhatTheTableGivesIt(t *testing.T) {
	s := Set{Windows: []Window{{Rect: Upright(r3.Vec{X: -340, Y: 254, Z: 503}, 500, 1084, 120, 0), Glass: 0.8, Sky: EvenSky(White(2500))}},
		Table:  Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.59)},
		Solids: []Cylinder{{Foot: r3.Vec{X: 1085, Y: 300}, RadiusMm: 136, HeightMm: 83}},
		Panels: []Panel{
			{Rect: Upright(r3.Vec{X: 1258, Y: 485, Z: 201}, 396, 392, 223, 0), Front: Surfaces["white"], Back: Plain(0.3)},
			{Rect: Upright(r3.Vec{X: 799, Y: 360, Z: 520}, 1000, 1000, 90, 0), Front: Plain(0.25), Back: Plain(0.25), Through: White(0.6)},
		}}
	e, rays := NewEngine(s, Fine), traces(s, 13, 14)
	for _, p := range []r3.Vec{{X: 1240, Y: 440, Z: 0.01}, {X: 1215, Y: 410, Z: 0.01}} {
		assert.InEpsilon(t, rays.surely(p, up, 100_000, 1), e.At(p, up).Total(), 0.025, "%v", p)
	}
}

// The sun on a part of a glossy card comes from that part, not from all of its cell: close to a dull foil that another
// card half shades.
func TestTheSunInAGlossHasAnEdge(t *testing.T) {
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -596, Y: 219, Z: 1083}, 1164, 905, 63, 0), Glass: 0.8, Sky: EvenSky(White(1000))}},
		Sun:     &Sun{Toward: unit(r3.Vec{X: -0.942, Z: 0.336}), Lux: White(30000)},
		Panels: []Panel{
			{Rect: Upright(r3.Vec{X: 1164, Y: 496, Z: 215}, 414, 420, 213, 0), Front: Plain(0), Back: Plain(0)},
			{Rect: Upright(r3.Vec{X: 1301, Y: 609, Z: 113}, 567, 216, 216, 11), Front: Surface{Gloss: White(0.5), Lobe: 7}, Back: Plain(0)},
		}}
	e, rays := NewEngine(s, Fine), traces(s, 15, 16)
	for _, p := range []r3.Vec{{X: 1280, Y: 450, Z: 0.01}, {X: 1330, Y: 400, Z: 0.01}} {
		assert.InEpsilon(t, rays.surely(p, up, 100_000, 1), e.At(p, up).Total(), 0.012, "%v", p)
	}
}

// Two silver cards on two sides of a dish: one shows it the other, in which the window is bright at one place.
func TestAGlossShowsAnotherWhereItIsBright(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 567, Y: 385}, RadiusMm: 44, HeightMm: 82}
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -305, Y: 405, Z: 1055}, 1124, 530, 62, 0), Glass: 0.8, Sky: EvenSky(White(3000))}},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.08)},
		Solids:  []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
		Panels: []Panel{
			{Rect: Upright(r3.Vec{X: 833, Y: 498, Z: 173}, 558, 336, 245, 4), Front: Surfaces["silver"], Back: Plain(0.3)},
			{Rect: Upright(r3.Vec{X: 512, Y: 285, Z: 105}, 558, 200, 4, 0), Front: Surfaces["silver"], Back: Plain(0.3)},
		},
	}
	facesAgree(t, s, h, 0.04, 120, 150, 180)
}

// The sun's patch on a far wall is seen past a low dish from the upper part of a silver card behind it, and shown to the
// dish: where that begins lies between two cells' middles.
func TestAGlossShowsWhatShinesPastTheDish(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 505, Y: 398}, RadiusMm: 119, HeightMm: 50}
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -900, Y: 321, Z: 1066}, 1480, 500, 115, 0), Glass: 0.8, Sky: EvenSky(White(2000))}},
		Sun:     &Sun{Toward: unit(r3.Vec{X: -0.973, Y: -0.006, Z: 0.23}), Lux: White(6700)},
		Table:   Table{WidthMm: 1600, DepthMm: 900},
		Room:    Enclosure{Low: r3.Vec{X: -2074, Y: -1675, Z: -721}, High: r3.Vec{X: 2583, Y: 4026, Z: 2808}, Reflectance: 0.5},
		Solids:  []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
		Panels:  []Panel{{Rect: Upright(r3.Vec{X: 304, Y: 398, Z: 181}, 200, 352, 88.5, 0), Front: Surfaces["silver"], Back: Plain(0.3)}},
	}
	facesAgree(t, s, h, 0.06, 240, 255)
}

// A black card beside a silver one hides the window from a part of it that ends between two cells' middles.
func TestAGlossShowsWhatIsSeenPastACard(t *testing.T) {
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -455, Y: 436, Z: 550}, 700, 500, 83, 0), Glass: 0.8, Sky: EvenSky(White(2500))}},
		Table:   Table{WidthMm: 1600, DepthMm: 900},
		Panels: []Panel{
			{Rect: Upright(r3.Vec{X: 627, Y: 547, Z: 80}, 562, 150, 280.3, 0), Front: Surfaces["black"], Back: Plain(0.3)},
			{Rect: Upright(r3.Vec{X: 627, Y: 859, Z: 128.5}, 380, 247, 200, 0), Front: Surfaces["silver"], Back: Plain(0.3)},
		},
	}
	p := r3.Vec{X: 800, Y: 720, Z: 0.01}
	e, rays := NewEngine(s, Fine), traces(s, 15, 16)
	got, want := e.At(p, up).Total(), rays.surely(p, up, 100_000, 1)
	t.Logf("%.2f for %.2f lx", got, want)
	assert.InEpsilon(t, want, got, 0.04)
}

// A white card stands close behind a diffuser and throws an edge on to it, beside which the table is lit by it.
func TestADiffuserHasTheEdgeOfACardBehindIt(t *testing.T) {
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -674, Y: 336, Z: 839}, 1526, 804, 70, 0), Glass: 0.8, Sky: EvenSky(White(4000))}},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.2)},
		Panels: []Panel{
			{Rect: Upright(r3.Vec{X: 292, Y: 411, Z: 113}, 220, 215, 92.5, 0), Front: Surfaces["white"], Back: Plain(0.3)},
			{Rect: Upright(r3.Vec{X: 300, Y: 477, Z: 520}, 1000, 1000, 90, 0), Front: Plain(0.25), Back: Plain(0.25), Through: White(0.6)},
		},
	}
	p := r3.Vec{X: 320, Y: 450, Z: 0.01}
	e, rays := NewEngine(s, Fine), traces(s, 15, 16)
	got, want := e.At(p, up).Total(), rays.surely(p, up, 100_000, 1)
	t.Logf("%.2f for %.2f lx", got, want)
	assert.InEpsilon(t, want, got, 0.04)
}

// The sun passes the end of a card, and the table in it begins beside the foot of the card's shady side: there the card
// is brighter by the hand's breadth, which a place beside the foot sees.
func TestSunBesideACardsEndLightsItsFoot(t *testing.T) {
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -845, Y: 929, Z: 1060}, 1092, 1442, 61, 0), Glass: 0.8, Sky: EvenSky(White(300))}},
		Sun:     &Sun{Toward: unit(r3.Vec{X: -0.643, Z: 0.766}), Lux: White(10283)},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.36)},
		Panels:  []Panel{{Rect: Upright(r3.Vec{X: 366, Y: 434, Z: 215}, 587, 420, 81, -5), Front: Surfaces["white"], Back: Plain(0.3)}},
	}
	e, rays := NewEngine(s, Fine), traces(s, 5, 17)
	for _, p := range []r3.Vec{{X: 322, Y: 719, Z: 0.01}, {X: 330, Y: 705, Z: 0.01}, {X: 345, Y: 712, Z: 0.01}} {
		got, want := e.At(p, up).Total(), rays.surely(p, up, 100_000, 1)
		t.Logf("%v: %.1f for %.1f lx", p, got, want)
		assert.InEpsilon(t, want, got, 0.04, "%v", p)
	}
}

// A silver card behind a wide dish is told in many small cells, since it shows the dish; far from it each gives little,
// and all of them a tenth of the light.
func TestAGlossOfManyCellsIsSeenFromFar(t *testing.T) {
	s := Set{
		Sources: []Source{{Rect: Upright(r3.Vec{X: 306, Y: 952, Z: 455}, 545, 231, 151, -1), Luminance: White(6000), Solid: true}},
		Table:   Table{WidthMm: 1600, DepthMm: 900},
		Solids:  []Cylinder{{Foot: r3.Vec{X: 501, Y: 600}, RadiusMm: 134, HeightMm: 25}},
		Panels:  []Panel{{Rect: Upright(r3.Vec{X: 296, Y: 493, Z: 190}, 240, 371, 57, 0), Front: Surfaces["silver"], Back: Plain(0.3)}},
	}
	e, rays := NewEngine(s, Fine), traces(s, 5, 17)
	p := r3.Vec{X: 1280, Y: 180, Z: 0.01}
	got, want := e.At(p, up), rays.surely(p, up, 100_000, 1)
	t.Logf("%.1f for %.1f lx", got.Total(), want)
	assert.InEpsilon(t, want, got.Total(), 0.02)
	assert.Greater(t, got.Card.Lux(), 0.07*got.Total())
}

// A card leans against a dish: right behind it the card is dark by the finger's breadth, between two cells' middles, and what
// shades it is as round as the dish.
func TestACardIsDarkWhereItTouchesADish(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 1048, Y: 564.5}, RadiusMm: 80, HeightMm: 43.5}
	for _, face := range []words.CardFace{"white", "dull foil"} {
		s := Set{
			Windows: []Window{{Rect: Upright(r3.Vec{X: -305, Y: 508, Z: 505}, 1152, 763, 120, 0), Glass: 0.8, Sky: EvenSky(White(3000))}},
			Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.05)},
			Solids:  []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
			Panels:  []Panel{{Rect: Upright(r3.Vec{X: 1024, Y: 426.5, Z: 198.5}, 532, 388, 10, 18), Front: Surfaces[face], Back: Plain(0.3)}},
		}
		t.Run(string(face), func(t *testing.T) { facesAgree(t, s, h, 0.09, 135, 150, 165) })
	}
}

// A silver card all but touches a dish, or stands a finger's breadth behind it: what it has of the window by way of a silver card on
// the other side, or of a lamp, is seen past the dish's edge from some of its places and not from others beside them.
func TestASilverCardRightBehindADishShowsWhatLiesPastIt(t *testing.T) {
	touched := Hero{Foot: r3.Vec{X: 509, Y: 418}, RadiusMm: 140, HeightMm: 71}
	near := Hero{Foot: r3.Vec{X: 1026, Y: 307.9}, RadiusMm: 140, HeightMm: 41}
	silver := func(q Rect) Panel { return Panel{Rect: q, Front: Surfaces["silver"], Back: Plain(0.3)} }
	for name, c := range map[string]struct {
		hero   Hero
		window Rect
		lamps  []Source
		panels []Panel
		degs   []float64
	}{
		"touched": {touched, Upright(r3.Vec{X: -404, Y: 1044, Z: 854}, 505, 1418, 120, 0), nil,
			[]Panel{silver(Upright(r3.Vec{X: 708.4, Y: 428.7, Z: 215}, 200, 420, 266.4, 15.8)), silver(Upright(r3.Vec{X: 267, Y: 445.8, Z: 215}, 407, 420, 97.9, 20))}, []float64{105, 120, 135}},
		"near": {near, Upright(r3.Vec{X: -560, Y: 473.5, Z: 528}, 512, 690, 117.3, 0),
			[]Source{{Rect: Upright(r3.Vec{X: 1267.3, Y: 983, Z: 400}, 460, 514, 199.6, -35.3), Luminance: White(1000), Solid: true}},
			[]Panel{silver(Upright(r3.Vec{X: 843.4, Y: 226.2, Z: 132.2}, 200, 254, 63.7, 20))}, []float64{210, 225, 255}},
	} {
		s := Set{
			Windows: []Window{{Rect: c.window, Glass: 0.8, Sky: EvenSky(White(1000))}},
			Sources: c.lamps,
			Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.1)},
			Solids:  []Cylinder{{Foot: c.hero.Foot, RadiusMm: c.hero.RadiusMm, HeightMm: c.hero.HeightMm}},
			Panels:  c.panels,
		}
		t.Run(name, func(t *testing.T) { facesAgree(t, s, c.hero, 0.12, c.degs...) })
	}
}

// What a silver card throws on a white one has edges, as what shines has: the white card behind a glass was told it at the
// middles of its cells, and lit the glass's shaded side by up to 8 % too little.
func TestWhatASilverCardThrowsOnAWhiteOneHasEdges(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 1047.1, Y: 407.8}, RadiusMm: 35, HeightMm: 174.7}
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -361.1, Y: 463.4, Z: 1061}, 500, 1600, 67.8, 0), Glass: 0.8, Sky: EvenSky(White(3000))}},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.6)},
		Solids:  []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
		Panels: []Panel{
			{Rect: Upright(r3.Vec{X: 1033, Y: 311.4, Z: 141.6}, 529.3, 273.2, 8.36, 9.19), Front: Surfaces["white"], Back: Plain(0.3)},
			{Rect: Upright(r3.Vec{X: 1113.2, Y: 490, Z: 215}, 211.5, 420, 219.14, 2.83), Front: Surfaces["silver"], Back: Plain(0.3)},
		},
	}
	facesAgree(t, s, h, 0.05, 105, 120, 135)
}
