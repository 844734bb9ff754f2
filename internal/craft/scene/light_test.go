package scene

import (
	"context"
	"math"
	"testing"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

// low is a set with a lamp, off, and a black card and a diffuser at hand.
func low() Set {
	s := Start()
	s.Lights = append(s.Lights, Light{Name: "Softbox", Kind: "softbox", XMm: 1500, YMm: 1300, ZMm: 800, WidthMm: 600, HeightMm: 900, FacingDeg: 215, TiltDeg: -20, LuxAt1m: 1500, Kelvin: 5600, Outside: []Outside{}})
	s.Cards = append(s.Cards, Card{Name: "Black card", Kind: "black", XMm: 300, YMm: 300, WidthMm: 594, HeightMm: 420, FacingDeg: 90},
		Card{Name: "Diffuser", Kind: "diffuser", XMm: 300, YMm: 450, WidthMm: 1000, HeightMm: 1000, FacingDeg: 90})
	s.Camera.Aperture = 14
	return s
}

// Each check has a set that must call it up and one near it that must not, and its
// tries that can be pressed mend it.
func TestChecksOfLight(t *testing.T) {
	cases := map[string]struct{ spoil, near func(*Set) }{
		"mixed-light": {
			func(s *Set) { s.Lights[1].On, s.Lights[1].Kelvin = true, 2700 },
			func(s *Set) { s.Lights[1].On, s.Lights[1].Kelvin = true, 6300 }},
		"tinted-light": {
			func(s *Set) {
				s.Lights[0].Outside = []Outside{{Kind: "wall", AwayMm: 2000, BottomMm: -2000, WidthMm: 9000, HeightMm: 9000, Colour: "#3f8a2c"}}
			},
			func(s *Set) {
				s.Lights[0].Outside = []Outside{{Kind: "wall", AwayMm: 2000, BottomMm: -2000, WidthMm: 9000, HeightMm: 9000, Colour: "#8a8a8a"}}
			}},
		"brightest-elsewhere": {
			func(s *Set) { s.Table.Reflectance, s.Food.Colour = 0.5, "#5a4030" },
			func(s *Set) { s.Table.Reflectance, s.Food.Colour = 0.1, "#d8c79f" }},
		"falls-off": {
			func(s *Set) {
				s.Lights[0].XMm, s.Lights[0].WidthMm, s.Lights[0].HeightMm, s.Lights[0].ZMm = 380, 300, 300, 200
			},
			func(s *Set) { s.Lights[0].XMm = -2500 }},
		"glare": {
			func(s *Set) {
				s.Table.Finish, s.Camera.ElevationDeg = "gloss", 20
				s.Lights[0].XMm, s.Lights[0].YMm, s.Lights[0].FacingDeg = 800, 1500, 180
			},
			func(s *Set) { s.Table.Finish, s.Camera.ElevationDeg = "gloss", 20 }},
		"direct-sun": {
			func(s *Set) {
				s.Daylight = Daylight{On: true, Weather: "clear", Day: "2027-03-20", Clock: "17:00", Zone: "Europe/London", LatDeg: 50.35, LonDeg: -4.12}
				s.Lights[0].FacingDeg = 90 // a west window, the far side north
			},
			func(s *Set) {
				s.Daylight = Daylight{On: true, Weather: "clear", Day: "2027-03-20", Clock: "10:00", Zone: "Europe/London", LatDeg: 50.35, LonDeg: -4.12}
			}},
		"background-uneven": {
			func(s *Set) {
				s.Backdrop.On, s.Backdrop.YMm, s.Camera.ElevationDeg, s.Camera.DistanceMm = true, 620, 8, 1500
				s.Lights[0].XMm, s.Lights[0].YMm, s.Lights[0].WidthMm = 250, 450, 300
			},
			func(s *Set) { s.Backdrop.On, s.Backdrop.YMm, s.Camera.ElevationDeg = true, 2200, 8 }},
		"dark-corner": {
			func(s *Set) {
				s.Room.Reflectance = 0.05
				l := &s.Lights[0]
				l.XMm, l.YMm, l.ZMm, l.WidthMm, l.HeightMm = 420, 450, 220, 200, 200
			},
			func(s *Set) { s.Room.Reflectance = 0.5 }},
		"steam-lost": {
			func(s *Set) {
				s.Food.Steams, s.Backdrop.On, s.Backdrop.Colour, s.Camera.ElevationDeg = true, true, "#e8e4dc", 15
			},
			func(s *Set) {
				s.Food.Steams, s.Backdrop.On, s.Backdrop.Colour, s.Backdrop.YMm, s.Camera.ElevationDeg = true, true, "#151316", 1600, 15
				l := &s.Lights[0]
				l.XMm, l.YMm, l.FacingDeg = 100, 1500, 145
			}},
		"lamp-caution": {
			func(s *Set) { s.Lights[1].On = true },
			func(s *Set) {}},
		"phone-front": {
			func(s *Set) {
				s.Lights[1] = Light{Name: "Phone", On: true, Kind: "phone lamp", XMm: 800, YMm: -300, ZMm: 400, WidthMm: 10, HeightMm: 10, FacingDeg: 0, LuxAt1m: 50, Kelvin: 5000, Outside: []Outside{}}
			},
			func(s *Set) {
				s.Lights[1] = Light{Name: "Phone", On: true, Kind: "phone lamp", XMm: 300, YMm: 500, ZMm: 400, WidthMm: 10, HeightMm: 10, FacingDeg: 90, LuxAt1m: 50, Kelvin: 5000, Outside: []Outside{}}
			}},
	}
	helpsOnly := map[string]bool{"brightest-elsewhere": true, "background-uneven": true, "steam-lost": true, "direct-sun": true}
	for code, c := range cases {
		t.Run(code, func(t *testing.T) {
			s := low()
			c.spoil(&s)
			require.Empty(t, s.Check())
			r := Read(s, Wants{}, light.Coarse)
			f := find(r, code)
			require.NotNil(t, f, "readings %+v", r.Readings)
			require.NotEmpty(t, f.Try)
			for _, try := range f.Try {
				if len(try.Edits) == 0 {
					continue
				}
				after, bad := Apply(s, try.Edits)
				require.Empty(t, bad)
				require.Empty(t, after.Check(), try.Words)
				if !helpsOnly[code] {
					assert.Nil(t, find(Read(after, Wants{}, light.Coarse), code), "%q did not mend it", try.Words)
				}
			}
			calm := low()
			c.near(&calm)
			require.Empty(t, calm.Check())
			assert.Nil(t, find(Read(calm, Wants{}, light.Coarse), code))
		})
	}
}

func TestFlashByItsGuideNumber(t *testing.T) {
	s := low()
	s.Lights[0].On = false
	s.Room.Reflectance, s.Table.Reflectance = 0, 0
	// A small head 2 m before the dish's top, straight above: f-number = G / d at ISO 100.
	s.Lights[1] = Light{Name: "Flash", On: true, Kind: "bare head", GuideM: 22, Kelvin: 5600, WidthMm: 60, HeightMm: 60, XMm: 800, YMm: 450, ZMm: s.TopMm() + 2000, TiltDeg: -90, Outside: []Outside{}}
	require.Empty(t, s.Check())
	r := Read(s, Wants{}, light.Fine)
	h := value(t, r, "illuminance").Value * SyncSeconds // lux·s
	assert.InEpsilon(t, 11, math.Sqrt(h*100/250), 0.01)
	assert.Equal(t, 1./160, r.Exposure.Seconds, "the flash sets the time")
	assert.InEpsilon(t, 11, value(t, r, "flash").Value, 0.01)
	// Watt-seconds: the formula turned round, and twice the energy is √2 of the f-number.
	w := s.Copy()
	w.Lights[1].GuideM, w.Lights[1].WattS = 0, 22*22*2.5*math.Pi/40/0.67
	assert.InEpsilon(t, 11, value(t, Read(w, Wants{}, light.Coarse), "flash").Value, 0.01)
	w.Lights[1].WattS *= 2
	assert.InEpsilon(t, 11*math.Sqrt2, value(t, Read(w, Wants{}, light.Coarse), "flash").Value, 0.01)
	// One stop less is √2 of the guide number.
	s.Lights[1].GuideM = 22 / math.Sqrt2
	assert.InEpsilon(t, h/2, value(t, Read(s, Wants{}, light.Fine), "illuminance").Value*SyncSeconds, 1e-6)
}

func TestSharesAddUpAndNameTheKey(t *testing.T) {
	s := low()
	s.Lights[1].On = true
	r := Read(s, Wants{}, light.Coarse)
	require.Len(t, r.Lit.Shares, 2)
	assert.InDelta(t, 1, r.Lit.Shares[0].Share+r.Lit.Shares[1].Share, 1e-9)
	sum := r.Lit.Shares[0].Lux + r.Lit.Shares[1].Lux
	assert.InEpsilon(t, value(t, r, "illuminance").Value, sum, 0.03, "light adds up")
	best := 0
	if r.Lit.Shares[1].Share > 0.5 {
		best = 1
	}
	assert.Equal(t, best, r.Lit.Key)
}

func TestADiffuserIsSofterAndTheCurtainHardens(t *testing.T) {
	s := low()
	s.Lights[0].WidthMm, s.Lights[0].HeightMm, s.Lights[0].XMm = 500, 500, -900
	bare := value(t, Read(s, Wants{}, light.Coarse), "softness").Value
	d := s.Copy()
	d.Cards[2].On, d.Cards[2].XMm, d.Cards[2].YMm = true, 350, 500
	assert.Greater(t, value(t, Read(d, Wants{}, light.Coarse), "softness").Value, 2*bare)
	c := s.Copy()
	c.Lights[0].CurtainLeft, c.Lights[0].CurtainRight, c.Lights[0].BlindTop = 0.35, 0.35, 0.7
	assert.Less(t, value(t, Read(c, Wants{}, light.Coarse), "softness").Value, 0.5*bare)
	assert.Less(t, value(t, Read(c, Wants{}, light.Coarse), "penumbra").Value, value(t, Read(s, Wants{}, light.Coarse), "penumbra").Value)
}

func TestSunComesInWhenItShould(t *testing.T) {
	s := low()
	at := func(day, clock string, farSide float64) Report {
		s.Daylight = Daylight{On: true, Weather: "clear", Day: day, Clock: clock, Zone: "Europe/London", LatDeg: 50, LonDeg: 0, FarSideDeg: farSide}
		return Read(s, Wants{}, light.Coarse)
	}
	// The window stands on the left and shines right: it faces 90° left of the far side.
	south := 180. + 90
	north := 0. + 90
	assert.NotEmpty(t, at("2026-12-21", "12:00", south).Lit.SunPatch, "a south window in December at noon")
	for _, clock := range []string{"09:00", "10:30", "12:00", "14:00", "15:30"} {
		assert.Empty(t, at("2026-12-21", clock, north).Lit.SunPatch, "a north window in winter, %s", clock)
	}
	assert.NotEmpty(t, at("2027-06-21", "05:30", north).Lit.SunPatch, "a north window early on a June morning")
}

func TestBadLightIsRefusedInWords(t *testing.T) {
	for path, spoil := range map[string]func(*Set){
		"lights.1.zMm":      func(s *Set) { s.Lights[1].On, s.Lights[1].YMm, s.Lights[1].ZMm = true, 400, 100 },
		"cards.1.widthMm":   func(s *Set) { s.Cards[1].WidthMm = 0 },
		"cards.0.kind":      func(s *Set) { s.Cards[0].Kind = "chrome" },
		"lights.0.kelvin":   func(s *Set) { s.Lights[0].Kelvin = 0 },
		"lights.0.blindTop": func(s *Set) { s.Lights[0].BlindTop = 1.2 },
		"daylight.latDeg":   func(s *Set) { s.Daylight.On, s.Daylight.LatDeg = true, 91 },
		"daylight.day":      func(s *Set) { s.Daylight.On, s.Daylight.Day = true, "2150-01-01" },
		"daylight.weather":  func(s *Set) { s.Daylight.Weather = "foggy" },
		"backdrop.yMm":      func(s *Set) { s.Backdrop.On, s.Backdrop.YMm = true, 300 },
		"table.finish":      func(s *Set) { s.Table.Finish = "wet" },
		"lights.0.outside.0.colour": func(s *Set) {
			s.Lights[0].Outside = []Outside{{Kind: "wall", AwayMm: 900, WidthMm: 900, HeightMm: 900, Colour: "red"}}
		},
	} {
		s := low()
		spoil(&s)
		bad := s.Check()
		require.NotEmpty(t, bad, path)
		assert.Equal(t, path, bad[0].Path)
	}
	pole := low()
	pole.Daylight = Daylight{On: true, Weather: "clear", Day: "2026-06-21", Clock: "12:00", Zone: "UTC", LatDeg: 90}
	require.Empty(t, pole.Check())
	for _, x := range Read(pole, Wants{}, light.Coarse).Readings {
		assert.False(t, math.IsNaN(x.Value), x.Key)
	}
}

var studioKit = []Owned{{"White card A2", "white", 594, 420, 2}, {"White card A1", "white", 841, 594, 1}, {"Black card A2", "black", 594, 420, 2},
	{"Dull foil card A3", "dull foil", 420, 297, 1}, {"Silver card A3", "silver", 420, 297, 1}, {"Diffuser, 1 m", "diffuser", 1000, 1000, 1}}

func TestSolveMeetsAGoalItCan(t *testing.T) {
	s := Start()
	s.Table.Reflectance, s.Food.Colour = 0.12, "#c79a62"
	g := Goal{FillStops: 2, FoodBrightest: true, NoGlare: true}
	var told []float64
	found, err := Solve(context.Background(), s, g, studioKit, 1, func(v float64) { told = append(told, v) })
	require.NoError(t, err)
	require.True(t, found.Meets, "%+v", found.Words)
	best := found.Answers[0]
	assert.Empty(t, best.Misses)
	// The set that is handed over does it when it is read as any set is.
	r := Read(best.Set, Wants{}, light.Fine)
	assert.InDelta(t, 2, value(t, r, "keyFill").Value, fillWithin+0.1)
	assert.Empty(t, best.Set.Check())
	assert.Nil(t, find(r, "card-in-frame"))
	assert.IsIncreasing(t, told)
	seen := map[string]bool{}
	for _, a := range found.Answers {
		key := kinds(a.Set) + ClockWords(a.Clock)
		assert.False(t, seen[key], "answers differ")
		seen[key] = true
	}
	again, err := Solve(context.Background(), s, g, studioKit, 1, nil)
	require.NoError(t, err)
	assert.Equal(t, found.Answers, again.Answers, "the same seed, the same answers")
}

func TestSolveSaysWhenItCannot(t *testing.T) {
	s := Start()
	s.Room.Reflectance, s.Table.Reflectance = 0.02, 0.02
	found, err := Solve(context.Background(), s, Goal{FillStops: 0, FromClock: 3}, []Owned{{"Black card", "black", 594, 420, 1}}, 1, nil)
	require.NoError(t, err)
	assert.False(t, found.Meets)
	assert.Contains(t, found.Words, "none does all you asked")
	for _, a := range found.Answers {
		assert.NotEmpty(t, a.Misses)
	}
	turned, err := Solve(context.Background(), Start(), Goal{FillStops: 2, FromClock: 3, TurnSet: true}, studioKit, 1, nil)
	require.NoError(t, err)
	assert.True(t, turned.Meets, "with the set turned the window comes from the right: %s", turned.Words)
	ctx, stop := context.WithCancel(context.Background())
	stop()
	_, err = Solve(ctx, s, Goal{FillStops: 1}, studioKit, 1, nil)
	assert.ErrorIs(t, err, context.Canceled)
	s.Lights[0].On = false
	dark, err := Solve(context.Background(), s, Goal{FillStops: 1}, nil, 1, nil)
	require.NoError(t, err)
	assert.False(t, dark.Meets)
}

func TestTurnedKeepsTheLightAndTurnsTheWorld(t *testing.T) {
	s := Start()
	full := s.Turned(90).Turned(90).Turned(90).Turned(90)
	assert.InDelta(t, s.Lights[0].XMm, full.Lights[0].XMm, 2)
	assert.InDelta(t, s.Lights[0].FacingDeg, full.Lights[0].FacingDeg, 1e-9)
	q := s.Turned(90)
	before, after := light.DirectionOf(s.Aim(), s.Lights[0].Rect()), light.DirectionOf(q.Aim(), q.Lights[0].Rect())
	assert.InDelta(t, 3, math.Mod(after.Clock-before.Clock+12, 12), 0.02)
	assert.InDelta(t, before.HeightDeg, after.HeightDeg, 0.1)
}

func TestRound(t *testing.T) {
	cells, err := Round(context.Background(), Start(), nil)
	require.NoError(t, err)
	require.Len(t, cells, 36)
	for _, c := range cells {
		way := light.DirectionOf(c.Set.Aim(), c.Set.Lights[0].Rect())
		assert.InDelta(t, 0, math.Abs(math.Mod(way.Clock-c.Clock+18, 12)-6), 0.1)
		assert.NotEmpty(t, c.Bands)
		assert.NotEmpty(t, c.Words)
	}
	front, side, behind := cells[6], cells[9], cells[0]
	assert.Less(t, front.FillStops, side.FillStops, "front light is flat")
	brightest := func(c RoundCell) int {
		at := 0
		for i, v := range c.Faces {
			if v > c.Faces[at] {
				at = i
			}
		}
		return at * 12 / len(c.Faces)
	}
	assert.Contains(t, []int{11, 0, 1}, brightest(behind))
	assert.InDelta(t, 9, brightest(side), 1)
	// A camera farther off than its light looks past none that stands before it: it goes behind
	// the camera, and the dish is seen.
	far := Start()
	far.Camera.ElevationDeg, far.Camera.DistanceMm = 20, 1700
	far.Lights[0].XMm, far.Lights[0].YMm, far.Lights[0].ZMm = far.Aim().X-900, far.Aim().Y, 500
	cells, err = Round(context.Background(), far, nil)
	require.NoError(t, err)
	moved := 0
	for _, c := range cells {
		assert.False(t, c.Set.hides(c.Set.Lights[0].Rect()), "at %g o'clock", c.Clock)
		if c.Behind {
			moved++
			assert.InDelta(t, 6, c.Clock, 1.5)
		}
	}
	assert.NotZero(t, moved)
	assert.False(t, cells[9].Behind, "from the side it stays where it was")

	s := Start()
	s.Lights[0].On = false
	_, err = Round(context.Background(), s, nil)
	assert.ErrorIs(t, err, ErrNoLight)
}

func TestACardAcrossFromTheLightFillsByTheFigureTold(t *testing.T) {
	s := Start()
	s.Cards[0].On = true
	with := Read(s, Wants{}, light.Fine)
	s.Cards[0].On = false
	without := Read(s, Wants{}, light.Fine)
	assert.InDelta(t, value(t, without, "keyFill").Value, with.Lit.Cards[0].Without, 0.1, "told coarsely, within a tenth of a stop")
	assert.InDelta(t, value(t, with, "keyFill").Value, without.Lit.Cards[0].With, 0.1)
}

func TestApplyReachesIntoLists(t *testing.T) {
	s := low()
	after, bad := Apply(s, []finding.Edit{finding.SetNumber("cards.1.xMm", 123), finding.SetFlag("lights.1.on", true)})
	require.Empty(t, bad)
	assert.Equal(t, 123.0, after.Cards[1].XMm)
	assert.True(t, after.Lights[1].On)
	assert.False(t, s.Lights[1].On, "the set that was given is left alone")
	for _, path := range []string{"cards.9.xMm", "cards.x.xMm", "cards.0", "cards.0.nothing"} {
		_, bad := Apply(s, []finding.Edit{finding.SetNumber(path, 1)})
		assert.NotEmpty(t, bad, path)
	}
}

func BenchmarkSolve(b *testing.B) {
	for b.Loop() {
		_, _ = Solve(context.Background(), Start(), Goal{FillStops: 1.5, FoodBrightest: true, NoGlare: true}, studioKit, 1, nil)
	}
}

func BenchmarkRound(b *testing.B) {
	s := Start()
	s.Cards[0].On = true
	for b.Loop() {
		_, _ = Round(context.Background(), s, nil)
	}
}

func TestAPlaceThatNobodyWroteDownIsSaid(t *testing.T) {
	codes := func(lat float64) (out []string) {
		s := Start()
		s.Daylight = Daylight{On: true, Weather: "overcast", Day: "2027-03-20", Clock: "12:00", Zone: "UTC", LatDeg: lat}
		for _, f := range Read(s, Wants{}, light.Coarse).Findings {
			out = append(out, f.Code)
		}
		return out
	}
	assert.Contains(t, codes(0), "no-place")
	assert.NotContains(t, codes(0.1), "no-place")
}

// The room's box: a window is in its wall, else the table is in the middle, and where the
// table is said to stand goes before both.
func TestWhereTheTableStandsInTheRoom(t *testing.T) {
	s := Start()
	s.Room = Room{WidthMm: 6000, DepthMm: 5000, HeightMm: 2800, Reflectance: 0.5, Floor: 0.2}
	s.Lights[0].XMm, s.Lights[0].FacingDeg = -700, 90
	box := s.Lighting().Room
	assert.InDelta(t, -700, box.Low.X, 1e-6)
	assert.InDelta(t, 5300, box.High.X, 1e-6)
	assert.InDelta(t, s.Table.DepthMm/2, (box.Low.Y+box.High.Y)/2, 1e-6)
	assert.InDelta(t, 2800, box.High.Z-box.Low.Z, 1e-6)
	assert.Equal(t, 0.2, box.Floor)
	s.Lights[0].XMm, s.Lights[0].FacingDeg = 2500, 270
	assert.InDelta(t, 2500, s.Lighting().Room.High.X, 1e-6)
	s.Room.LeftMm, s.Room.BehindMm = 1200, 400
	box = s.Lighting().Room
	assert.InDelta(t, -1200, box.Low.X, 1e-6)
	assert.InDelta(t, s.Table.DepthMm+400, box.High.Y, 1e-6)
	assert.InDelta(t, 5000, box.High.Y-box.Low.Y, 1e-6)
	s.Room.BehindMm = 4900
	assert.Equal(t, "room.behindMm", s.Check()[0].Path)
}

// What a lamp is said to give at a metre it gives there, however large its face.
func TestALampGivesAtAMetreWhatIsSaid(t *testing.T) {
	for _, l := range []Light{{Kind: "softbox", WidthMm: 900, HeightMm: 900}, {Kind: "bulb", WidthMm: 60, HeightMm: 60}, {Kind: "LED panel", WidthMm: 500, HeightMm: 300}} {
		l.On, l.LuxAt1m, l.Kelvin, l.YMm, l.ZMm, l.FacingDeg = true, 1000, 5600, 2000, 800, 180
		s := Start()
		s.Lights = []Light{l}
		lit := s.Lighting()
		lit.Room, lit.Panels, lit.Solids, lit.Table = light.Enclosure{}, nil, nil, light.Table{}
		got := light.NewEngine(lit, light.Fine).At(r3.Vec{X: l.XMm, Y: 1000, Z: 800}, r3.Vec{Y: 1})
		assert.InEpsilon(t, 1000, got.Total(), 0.01, string(l.Kind))
	}
}

func TestACardBehindTheGlassIsNotInTheFrame(t *testing.T) {
	s := StartFor("level", "drink")
	v := s.Vessel
	s.Cards = []Card{{Name: "Glow card", Kind: "white", On: true, XMm: v.XMm, YMm: v.YMm + v.DiameterMm/2 + 12, ZMm: 10, WidthMm: 0.7 * v.DiameterMm, HeightMm: 0.6 * v.HeightMm, FacingDeg: 190, TiltDeg: 8}}
	assert.False(t, s.SeesCard(0), "cut to the glass it is hidden by it")
	for name, change := range map[string]func(*Set){
		"moved aside":     func(s *Set) { s.Cards[0].XMm += v.DiameterMm },
		"before it":       func(s *Set) { s.Cards[0].YMm = v.YMm - v.DiameterMm },
		"too tall":        func(s *Set) { s.Cards[0].HeightMm = 1.4 * v.HeightMm },
		"from high above": func(s *Set) { s.Camera.ElevationDeg = 60 },
		"behind a stem":   func(s *Set) { s.Vessel.Kind = "coupe" },
	} {
		t.Run(name, func(t *testing.T) {
			x := s.Copy()
			change(&x)
			assert.True(t, x.SeesCard(0))
		})
	}
}
