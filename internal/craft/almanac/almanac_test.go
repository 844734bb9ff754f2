package almanac

import (
	"strings"
	"testing"

	"figladder/internal/craft/sun"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func window(bearing float64) Window {
	return Window{Name: "Window", BearingDeg: bearing, WidthMm: 1400, HeightMm: 1600, SillMm: 700, Glass: 0.8, AwayMm: 1200}
}

func place(lat float64) Place {
	return Place{Name: "Loft", LatDeg: lat, Zone: "Europe/London", TableMm: 750, Windows: []Window{window(270)}}
}

func day(t *testing.T, y Year, d string) DayRow {
	for _, x := range y.Days {
		if x.Day == d {
			return x
		}
	}
	require.Fail(t, d)
	return DayRow{}
}

// The rule of thumb that north and south windows never get the sun is half wrong.
func TestNorthAndSouthWindowsAt50North(t *testing.T) {
	wide := window(0) // near a wide one, so that the set sees far aside
	wide.WidthMm, wide.AwayMm = 2600, 600
	north, err := YearOf(place(50), wide, 2026)
	require.NoError(t, err)
	for _, d := range []string{"2026-01-05", "2026-02-10", "2026-11-20", "2026-12-21"} {
		assert.Empty(t, day(t, north, d).Direct, "north in winter, %s", d)
	}
	june := day(t, north, "2026-06-21").Direct
	require.NotEmpty(t, june)
	assert.Less(t, june[0].FromMin, 8*60, "early on a June morning")
	south, err := YearOf(place(50), window(180), 2026)
	require.NoError(t, err)
	noon := false
	for _, s := range day(t, south, "2026-12-21").Direct {
		noon = noon || s.FromMin <= 12*60 && s.ToMin > 12*60
	}
	assert.True(t, noon, "a south window in December at noon")
	// South of the equator it is the other way round.
	down, err := YearOf(place(-50), window(0), 2026)
	require.NoError(t, err)
	assert.NotEmpty(t, day(t, down, "2026-06-21").Direct)
	assert.Len(t, north.Days, 365)
}

func TestAWallOutsideTakesTheEveningSun(t *testing.T) {
	open := window(270)
	walled := open
	walled.Outside = []Outside{{Kind: "wall", AwayMm: 6000, BottomMm: -3000, WidthMm: 20000, HeightMm: 6000, Colour: "#b8863b"}}
	a, err := YearOf(place(50), open, 2027)
	require.NoError(t, err)
	b, err := YearOf(place(50), walled, 2027)
	require.NoError(t, err)
	assert.Greater(t, a.DirectHours, b.DirectHours+50)
	assert.Greater(t, a.SkyShare, b.SkyShare)
	tree := open
	tree.Outside = []Outside{{Kind: "tree", AwayMm: 6000, BottomMm: -3000, WidthMm: 20000, HeightMm: 6000, Colour: "#3f6b32"}}
	c, err := YearOf(place(50), tree, 2027)
	require.NoError(t, err)
	assert.Equal(t, a.DirectHours, c.DirectHours, "leaves let some sun through")
}

// Deeper in the room the window is smaller, and the sun reaches less far.
func TestFartherFromTheWindowIsDarker(t *testing.T) {
	near, far := window(180), window(180)
	far.AwayMm = 4000
	p := place(50)
	assert.Greater(t, p.skyShare(near), 3*p.skyShare(far))
	deep := near
	deep.RevealMm = 500
	assert.Greater(t, p.skyShare(near), 1.05*p.skyShare(deep), "a deep opening takes light away")
}

func TestDayAndTheClock(t *testing.T) {
	p := place(50.35)
	p.LonDeg = -4.12
	winter, err := DayOf(p, window(270), "2026-12-03", nil)
	require.NoError(t, err)
	assert.Equal(t, "+00:00", winter.Offset)
	summer, err := DayOf(p, window(270), "2027-06-21", nil)
	require.NoError(t, err)
	assert.Equal(t, "+01:00", summer.Offset)
	assert.Contains(t, []string{"05:05", "05:06"}, summer.Rise)
	require.NotEmpty(t, summer.Direct)
	assert.GreaterOrEqual(t, summer.Direct[0].FromMin, 13*60, "a west window has the sun in the afternoon")
	require.NotEmpty(t, summer.Best)
	assert.Less(t, summer.Best[0].FromMin, 12*60)
	for _, m := range append(winter.Moments, summer.Moments...) {
		if m.Direct > 0.9 {
			assert.Greater(t, m.Clear, 3*m.Overcast, m.Clock)
			assert.Equal(t, "hard", m.Hard)
		}
		assert.GreaterOrEqual(t, m.Overcast, 0.0)
	}
	// The day the clock goes forward has no 01:30; the day it goes back has its hours once.
	spring, err := DayOf(place(50), window(90), "2027-03-28", nil)
	require.NoError(t, err)
	seen := map[string]bool{}
	for _, m := range spring.Moments {
		assert.False(t, seen[m.Clock], m.Clock)
		seen[m.Clock] = true
	}
	_, err = DayOf(place(50), window(90), "2027-02-30", nil)
	assert.Error(t, err)
	_, err = DayOf(place(50), window(90), "2150-01-01", nil)
	assert.ErrorIs(t, err, sun.ErrDate)
}

func TestPolarDaysHaveNoSunriseAndNoNaN(t *testing.T) {
	p := place(80)
	d, err := DayOf(p, window(0), "2026-06-21", nil)
	require.NoError(t, err)
	assert.Empty(t, d.Rise)
	assert.NotEmpty(t, d.Direct, "the midnight sun looks in from the north")
	night, err := DayOf(p, window(180), "2026-12-21", nil)
	require.NoError(t, err)
	assert.Empty(t, night.Moments)
	assert.Contains(t, night.Words, "No hour")
	for _, lat := range []float64{90, -90} {
		_, err := YearOf(place(lat), window(0), 2026)
		assert.NoError(t, err)
	}
}

func TestRoofLight(t *testing.T) {
	p := place(50)
	w := Window{Name: "Roof light", Roof: true, WidthMm: 1200, HeightMm: 1200, SillMm: 3200, Glass: 0.8, BearingDeg: 180, AwayMm: 1000}
	p.Windows = []Window{w}
	require.Empty(t, p.Check())
	y, err := YearOf(p, w, 2026)
	require.NoError(t, err)
	assert.Empty(t, day(t, y, "2026-12-21").Direct, "the winter sun is too low for it")
	assert.NotEmpty(t, day(t, y, "2026-06-21").Direct)
}

func TestPlaceIsCheckedInWords(t *testing.T) {
	for path, spoil := range map[string]func(*Place){
		"latDeg":               func(p *Place) { p.LatDeg = 95 },
		"zone":                 func(p *Place) { p.Zone = "Port Merrow" },
		"windows.0.name":       func(p *Place) { p.Windows[0].Name = " " },
		"windows.0.widthMm":    func(p *Place) { p.Windows[0].WidthMm = 0 },
		"windows.0.awayMm":     func(p *Place) { p.Windows[0].AwayMm = 20 },
		"windows.0.glass":      func(p *Place) { p.Windows[0].Glass = 3 },
		"windows.0.bearingDeg": func(p *Place) { p.Windows[0].BearingDeg = 1e9 },
	} {
		p := place(50)
		spoil(&p)
		bad := p.Check()
		require.NotEmpty(t, bad, path)
		assert.Equal(t, path, bad[0].Path)
	}
	assert.Empty(t, place(50).Check())
}

func BenchmarkYear(b *testing.B) {
	for b.Loop() {
		_, _ = YearOf(place(50), window(270), 2026)
	}
}

func TestAPlaceThatNobodyWroteDownIsSaid(t *testing.T) {
	for lat, said := range map[float64]bool{0: true, 50: false} {
		p := place(lat)
		y, err := YearOf(p, p.Windows[0], 2026)
		require.NoError(t, err)
		assert.Equal(t, said, strings.Contains(y.Words, "No place is written down"))
		d, err := DayOf(p, p.Windows[0], "2026-06-21", nil)
		require.NoError(t, err)
		assert.Equal(t, said, strings.Contains(d.Words, "No place is written down"))
	}
}

func TestTheRecceOfAPlace(t *testing.T) {
	known := func(p Place) (keys []string) {
		for _, a := range p.Recce() {
			assert.NotEmpty(t, a.Because)
			if a.Done {
				keys = append(keys, a.Key)
			}
		}
		return keys
	}
	p := StartPlace()
	assert.Empty(t, known(p))
	p.LatDeg, p.Windows, p.Tables = 50, []Window{StartWindow()}, []Table{StartTable()}
	p.Walls, p.BackMm, p.Sockets, p.Crockery = Walls{WidthMm: 4000, DepthMm: 3000, HeightMm: 2600, Returns: 0.5}, 1800, 2, []Crockery{{Name: "Bowl", Count: 4}}
	assert.Empty(t, p.Check())
	assert.Len(t, known(p), len(p.Recce()))
	p.Tables[0].Colour, p.Tables[0].WidthMm, p.Walls.HeightMm, p.BackMm = "brown", 90, 100, -1
	var fields []string
	for _, b := range p.Check() {
		fields = append(fields, b.Path)
	}
	assert.ElementsMatch(t, []string{"tables.0.colour", "tables.0.widthMm", "walls.heightMm", "backMm"}, fields)
}
