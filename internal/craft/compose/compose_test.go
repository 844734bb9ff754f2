package compose

import (
	"math"
	"strings"
	"testing"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// table is a quiet set that nothing stands against: dish off the middle, cloth on the
// diagonal, fork toward it, three sloes, a small bowl on the other side.
func quiet() scene.Set {
	s := scene.Start()
	s.Vessel = scene.Vessel{Kind: "plate", XMm: 800, YMm: 430, DiameterMm: 240, HeightMm: 24, Colour: "#6f6a62", Finish: "matt"}
	s.Food = scene.Food{Name: "Tart", AboveMm: 40, Colour: "#d8934a"}
	s.Camera.FocalMm, s.Camera.DistanceMm, s.Camera.AimXMm, s.Camera.AimYMm = 50, 850, 70, 25
	s.Things = []scene.Thing{
		thing("Cloth", "linen", 930, 400, 25, 300, 380, 6, "#7a756c"),
		thing("Fork", "fork", 960, 330, -40, 20, 150, 3, "#5c5850"),
		{Name: "Sloes", Kind: "scatter", Piece: "berry", On: true, XMm: 1010, YMm: 540, WidthMm: 60, HeightMm: 14, Count: 5, Colour: "#5a4a6a", Finish: "gloss"},
		thing("Small bowl", "tiny bowl", 640, 600, 0, 60, 0, 32, "#4f4c48"),
	}
	return s
}

func thing(name, kind string, x, y, turn, w, d, h float64, colour string) scene.Thing {
	return scene.Thing{Name: name, Kind: kind, On: true, XMm: x, YMm: y, TurnDeg: turn, WidthMm: w, DepthMm: d, HeightMm: h, Colour: colour, Finish: "matt"}
}

func frameOf(s scene.Set) *Frame {
	return Of(s, s.Objects(scene.Rough), light.NewEngine(s.Lighting(), light.Search))
}

func has(list []finding.Finding, code string) *finding.Finding {
	for i := range list {
		if list[i].Code == code {
			return &list[i]
		}
	}
	return nil
}

func TestTheQuietSetHasNothingAgainstIt(t *testing.T) {
	s := quiet()
	require.Empty(t, s.Check())
	f := frameOf(s)
	for _, x := range f.Findings() {
		t.Errorf("%s: %s, %s", x.Code, x.Subject, x.Measure)
	}
	for _, x := range f.Look().Seen {
		t.Logf("%-12s share %.3f inside %.2f at %.2f %.2f L %.0f C %.0f", x.Name, x.Share, x.Inside, x.X, x.Y, x.L, x.C)
	}
}

// Every check has a scene that must set it off and one near it that must not; its first
// try that the application can make must mend it, where one is promised.
func TestEveryCheckAndItsNeighbour(t *testing.T) {
	add := func(s *scene.Set, all ...scene.Thing) { s.Things = append(s.Things, all...) }
	leaf := func(x, y float64) scene.Thing {
		return scene.Thing{Name: "Berry", Kind: "scatter", Piece: "berry", On: true, XMm: x, YMm: y, WidthMm: 2, HeightMm: 12, Count: 1, Colour: "#5e7457", Finish: "matt"}
	}
	for _, c := range []struct {
		code      string
		must, not func(*scene.Set)
		mends     bool
	}{
		{"brighter-prop", func(s *scene.Set) { s.Things[3].Colour = "#ffffff" }, func(s *scene.Set) { s.Things[3].Colour = "#8a8578" }, true},
		{"louder-prop", func(s *scene.Set) { s.Things[3].Colour, s.Food.Colour = "#b01818", "#8d7a62" }, func(s *scene.Set) { s.Things[3].Colour, s.Food.Colour = "#6e5a52", "#8d7a62" }, true},
		{"colour-twin", func(s *scene.Set) {
			add(s, thing("Spoon", "spoon", 940, 440, -60, 30, 140, 4, "#d8934a"))
			s.Things[4].Material = "wood"
		}, func(s *scene.Set) {
			add(s, thing("Spoon", "spoon", 940, 440, -60, 30, 140, 4, "#4a4a55"))
			s.Things[4].Material = "wood"
		}, true},
		{"vessel-fights", func(s *scene.Set) { s.Vessel.Colour, s.Food.Colour = "#2a8a3a", "#d8742a" }, func(s *scene.Set) { s.Vessel.Colour, s.Food.Colour = "#2a5a9a", "#d8742a" }, true},
		{"cut-off", func(s *scene.Set) { s.Things[1].XMm, s.Things[1].YMm, s.Things[1].TurnDeg = 1205, 400, 90 }, func(s *scene.Set) {}, true},
		{"centre-prop", func(s *scene.Set) {
			s.Camera.AimXMm = -260
			add(s, thing("Cup", "tiny bowl", 540, 450, 0, 70, 0, 60, "#4f4c48"))
		}, func(s *scene.Set) { add(s, thing("Cup", "tiny bowl", 600, 380, 0, 70, 0, 60, "#3a3733")) }, true},
		{"hero-lost", func(s *scene.Set) { s.Camera.DistanceMm, s.Camera.FocalMm = 1900, 40 }, func(s *scene.Set) { s.Camera.DistanceMm = 1000 }, true},
		{"dead-centre", func(s *scene.Set) { s.Camera.AimXMm, s.Camera.AimYMm, s.Camera.DistanceMm = 0, 0, 900 }, func(s *scene.Set) { s.Camera.AimXMm, s.Camera.DistanceMm = 90, 900 }, true},
		{"empty-side", func(s *scene.Set) {
			s.Camera.AimXMm = -230
			s.Things = s.Things[:3]
		}, func(s *scene.Set) { s.Camera.AimXMm = 0 }, false},
		{"crowded", func(s *scene.Set) {
			s.Camera.DistanceMm = 520
			for i, x := range []float64{620, 660, 950, 980, 800} {
				add(s, thing("Plate", "bowl", x, []float64{330, 540, 540, 330, 640}[i], 0, 200+float64(i), 0, 60, "#4f4c48"))
			}
		}, func(s *scene.Set) {}, false},
		{"even-count", func(s *scene.Set) { s.Things[2].Count = 4 }, func(s *scene.Set) { s.Things[2].Count = 3 }, true},
		{"garnish-line", func(s *scene.Set) { add(s, leaf(660, 330), leaf(720, 300), leaf(780, 270)) }, func(s *scene.Set) { add(s, leaf(660, 330), leaf(735, 400), leaf(780, 270)) }, true},
		{"round-on-round", func(s *scene.Set) {
			s.Things = []scene.Thing{s.Things[3], thing("Dish", "tiny bowl", 1000, 560, 0, 74, 0, 30, "#4f4c48"), thing("Saucer", "plate", 1010, 330, 0, 100, 0, 12, "#4f4c48")}
		}, func(s *scene.Set) {
			s.Things = []scene.Thing{s.Things[0], s.Things[3], thing("Dish", "tiny bowl", 1000, 560, 0, 74, 0, 30, "#4f4c48"), thing("Saucer", "plate", 1010, 330, 0, 100, 0, 12, "#4f4c48")}
		}, false},
		{"dead-level", func(s *scene.Set) { s.Things[0].TurnDeg = 90 }, func(s *scene.Set) { s.Things[0].TurnDeg = 78 }, true},
		{"leads-out", func(s *scene.Set) { s.Things[1].TurnDeg = 40 }, func(s *scene.Set) { s.Things[1].TurnDeg = -10 }, true},
		{"afterthought", func(s *scene.Set) { add(s, thing("Second plate", "plate", 500, 480, 0, 230, 0, 24, "#6f6a62")) }, func(s *scene.Set) {
			s.Camera.AimXMm = -60
			add(s, thing("Second plate", "plate", 545, 500, 0, 230, 0, 24, "#6f6a62"))
		}, false},
		{"big-cutlery", func(s *scene.Set) { s.Vessel.DiameterMm, s.Things[1].DepthMm = 170, 205 }, func(s *scene.Set) { s.Vessel.DiameterMm, s.Things[1].DepthMm = 170, 150 }, true},
		{"range-wide", func(s *scene.Set) { s.Vessel.Colour, s.Food.Colour = "#fafafa", "#3a2c22" }, func(s *scene.Set) { s.Vessel.Colour, s.Food.Colour = "#8f8a80", "#6a5240" }, true},
		{"best-side", func(s *scene.Set) { s.Food.Best = "far" }, func(s *scene.Set) { s.Food.Best = "near" }, true},
		{"diners-side", func(s *scene.Set) { s.Camera.ElevationDeg, s.Things[1].TurnDeg = 90, 170 }, func(s *scene.Set) { s.Camera.ElevationDeg, s.Things[1].TurnDeg = 90, 8 }, true},
		{"stands-in", func(s *scene.Set) {
			add(s, thing("Cup", "mug", 560, 480, 0, 80, 0, 90, "#4f4c48"), thing("Jug", "jug", 630, 480, 0, 80, 0, 110, "#4a4a50"))
		}, func(s *scene.Set) {
			add(s, thing("Cup", "mug", 550, 480, 0, 80, 0, 90, "#4f4c48"), thing("Jug", "jug", 635, 480, 0, 80, 0, 110, "#4a4a50"))
		}, true},
	} {
		t.Run(c.code, func(t *testing.T) {
			s := quiet()
			c.must(&s)
			require.Empty(t, s.Check())
			got := has(frameOf(s).Findings(), c.code)
			if !assert.NotNil(t, got, "must be found") {
				for _, x := range frameOf(s).Look().Seen {
					t.Logf("%-12s share %.3f inside %.2f at %.2f %.2f L %.0f C %.0f h %.0f", x.Name, x.Share, x.Inside, x.X, x.Y, x.L, x.C, x.HueDeg)
				}
				t.Log(frameOf(s).Look().HeroShare, frameOf(s).Look().EmptyShare)
				return
			}
			assert.NotEmpty(t, got.Try)
			assert.NotEmpty(t, got.Because)
			if c.mends {
				require.NotEmpty(t, got.Try[0].Edits)
				after, bad := scene.Apply(s, got.Try[0].Edits)
				require.Empty(t, bad)
				require.Empty(t, after.Check())
				again := has(frameOf(after).Findings(), c.code)
				assert.False(t, again != nil && again.Subject == got.Subject && again.Measure == got.Measure, "the try “%s” must do something", got.Try[0].Words)
				if c.code != "dead-centre" && c.code != "leads-out" && c.code != "cut-off" {
					assert.Nil(t, again, "the try “%s” must mend it", got.Try[0].Words)
				}
			}
			near := quiet()
			c.not(&near)
			assert.Nil(t, has(frameOf(near).Findings(), c.code), "must not be found beside it")
		})
	}
}

func TestAdviceCanBeLoudQuietOrOff(t *testing.T) {
	s := quiet()
	s.Things[3].Colour = "#ffffff" // care
	s.Things[2].Count = 4          // note
	loud := frameOf(s).Findings()
	assert.NotNil(t, has(loud, "even-count"))
	s.Advice = "quiet"
	assert.Nil(t, has(frameOf(s).Findings(), "even-count"))
	assert.NotNil(t, has(frameOf(s).Findings(), "brighter-prop"))
	s.Advice = "off"
	assert.Empty(t, frameOf(s).Findings())
}

func TestShareOfTheFrameIsTheProjectedArea(t *testing.T) {
	s := quiet()
	s.Things, s.Food.AboveMm = nil, 0
	s.Camera.ElevationDeg, s.Camera.AimXMm, s.Camera.AimYMm = 90, 0, 0
	got := Of(s, s.Objects(scene.Smooth), light.NewEngine(s.Lighting(), light.Search)).Look().HeroShare
	// Straight down the rim is a circle at its own distance from the lens.
	across, high := s.Camera.FrameSensor()
	u := s.Camera.DistanceMm - (s.Vessel.HeightMm - s.TopMm()/2)
	k := s.ImageDistanceMm() / u
	want := math.Pi * math.Pow(s.Vessel.DiameterMm/2*k, 2) / (across * high)
	assert.InEpsilon(t, want, got, 0.03)
}

func TestRunOutIsFoundAndMended(t *testing.T) {
	s := quiet()
	assert.Empty(t, RunOut(s, nil), "the table fills the frame")
	s.Camera.ElevationDeg = 12
	got := RunOut(s, nil)
	require.Len(t, got, 1)
	assert.Contains(t, got[0].Measure, "top")
	mended := 0
	for _, try := range got[0].Try {
		if len(try.Edits) == 0 {
			continue
		}
		after, bad := scene.Apply(s, try.Edits)
		require.Empty(t, bad)
		assert.Empty(t, RunOut(after, nil), try.Words)
		mended++
	}
	assert.GreaterOrEqual(t, mended, 2)
	// The least: one degree less, or one board smaller, does not do.
	for _, try := range got[0].Try {
		if strings.HasPrefix(try.Words, "Raise the camera") {
			less := s.Copy()
			less.Camera.ElevationDeg = *try.Edits[0].Number - 1
			assert.NotEmpty(t, RunOut(less, nil))
		}
	}
	// With a board up at the far edge there is none.
	s.Backdrop = scene.Backdrop{On: true, YMm: 920, WidthMm: 2400, HeightMm: 1600, Colour: "#555555"}
	assert.Empty(t, RunOut(s, nil))
}

func TestRunOutThatNoCropKeepsIsOnlyANote(t *testing.T) {
	for _, c := range []struct {
		wideMm float64 // of the frame; its square is two thirds as wide, the board 560
		keeps  bool
	}{{700, false}, {960, true}} {
		runOutAt(t, c.wideMm, c.keeps)
	}
}

func runOutAt(t *testing.T, wideMm float64, keepsIt bool) {
	s := quiet()
	s.Camera.DistanceMm = s.Camera.FocalMm * (1 + wideMm/s.Camera.SensorWidthMm)
	s.Ground = scene.Ground{On: true, Kind: "board", XMm: 800, YMm: 450, WidthMm: 560, DepthMm: 800, Colour: "#777777"}
	s.Camera.ElevationDeg, s.Camera.AimXMm, s.Camera.AimYMm = 90, 0, 0
	f := frameOf(s)
	square := f.Crops([]Wanted{{Name: "Tile", Shape: "1:1", Ratio: 1}})
	got := RunOut(s, square)
	require.Len(t, got, 1)
	width := s.Camera.SensorWidthMm * s.Camera.DistanceMm / s.ImageDistanceMm()
	require.Greater(t, width, 560.0)
	keeps, _ := runsOut(s, square[0].Box)
	assert.Equal(t, keepsIt, keeps > 0, "%.0f mm", wideMm)
	if keepsIt {
		assert.Contains(t, got[0].Measure, "1:1")
	} else {
		assert.Equal(t, finding.Note, got[0].Severity)
	}
}

func TestCropsKeepTheirShapeAndCountPixels(t *testing.T) {
	s := quiet()
	wanted := []Wanted{{"Feed", "4:5", 0.8, 1350}, {"Tile", "1:1", 1, 1080}, {"Tall", "9:16", 9. / 16, 1920}, {"Board", "3:2", 1.5, 2000}, {"Wide", "16:9", 16. / 9, 9000}}
	crops := frameOf(s).Crops(wanted)
	require.Len(t, crops, 5)
	for i, c := range crops {
		assert.InEpsilon(t, wanted[i].Ratio, float64(c.WidePx)/float64(c.HighPx), 0.002, c.Shape)
		assert.True(t, c.Box.X >= 0 && c.Box.Y >= 0 && c.Box.X+c.Box.W <= 1+1e-9 && c.Box.Y+c.Box.H <= 1+1e-9)
		assert.True(t, c.Box.W > 0.999 || c.Box.H > 0.999, "as large as it goes")
	}
	assert.True(t, crops[0].PixelsOK)
	assert.False(t, crops[4].PixelsOK)
	assert.InEpsilon(t, float64(s.Camera.PixelsLong)/(36*850/s.ImageDistanceMm()), crops[0].PxPerMm, 1e-9)
}

func TestOneCameraServesEveryShape(t *testing.T) {
	s := quiet()
	s.Camera.DistanceMm, s.Camera.AimXMm, s.Camera.AimYMm = 560, 0, 0
	wanted := []Wanted{{"Feed", "4:5", 0.8, 0}, {"Tall", "9:16", 9. / 16, 0}, {"Board", "3:2", 1.5, 0}}
	f := frameOf(s)
	got := has(f.CropFindings(f.Crops(wanted), wanted), "crop-cuts")
	require.NotNil(t, got)
	require.NotEmpty(t, got.Try[0].Edits)
	after, bad := scene.Apply(s, got.Try[0].Edits)
	require.Empty(t, bad)
	f = frameOf(after)
	assert.Nil(t, has(f.CropFindings(f.Crops(wanted), wanted), "crop-cuts"), got.Try[0].Words)
}

// BenchmarkSixty reads a frame of sixty things.
func BenchmarkSixty(b *testing.B) {
	s := quiet()
	for i := range 56 {
		s.Things = append(s.Things, thing("Thing", []string{"tiny bowl", "fork", "scatter", "board", "glass", "knife", "mound"}[i%7], 300+float64(i%8)*140, 120+float64(i/8)*100, float64(i*17), 50, 120, 30, "#777777"))
	}
	objects := s.Objects(scene.Rough)
	e := light.NewEngine(s.Lighting(), light.Search)
	b.Run("stand sixty things up", func(b *testing.B) {
		for b.Loop() {
			s.Objects(scene.Rough)
		}
	})
	b.Run("outlines in three views", func(b *testing.B) {
		for b.Loop() {
			s.Outlines(objects)
		}
	})
	b.Run("projection and all findings", func(b *testing.B) {
		for b.Loop() {
			Of(s, objects, e).Findings()
		}
	})
}

// A frame that is for one shape is judged by that alone; the others are still shown.
func TestAFrameIsJudgedByItsOwnCrop(t *testing.T) {
	s := quiet()
	s.Camera.DistanceMm, s.Camera.AimXMm, s.Camera.AimYMm = 560, 0, 0
	wanted := []Wanted{{"Feed", "4:5", 0.8, 0}, {"Tall", "9:16", 9. / 16, 0}, {"Board", "3:2", 1.5, 0}}
	judge := func(shape string) Judged {
		s.Crop = shape
		j, err := Judge(t.Context(), s, scene.Wants{}, wanted, light.Search)
		require.NoError(t, err)
		return j
	}
	assert.NotNil(t, has(judge("").Findings, "crop-cuts"), "some of all shapes cuts the dish")
	board := judge("3:2")
	assert.Nil(t, has(board.Findings, "crop-cuts"))
	require.Len(t, board.Crops, 3)
	assert.Equal(t, []bool{false, false, true}, []bool{board.Crops[0].Own, board.Crops[1].Own, board.Crops[2].Own})
	banner := judge("21:9")
	require.Len(t, banner.Crops, 4, "a shape that is not published is its own")
	assert.True(t, banner.Crops[0].Own)
	s.Crop = "wide"
	require.Len(t, s.Check(), 1)
	assert.Equal(t, "crop", s.Check()[0].Path)
}
