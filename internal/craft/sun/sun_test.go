package sun

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"os/exec"
	"testing"
	"time"

	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

func utc(s string) time.Time {
	t, err := time.Parse("2006-01-02 15:04:05", s)
	if err != nil {
		panic(err)
	}
	return t
}

var merrow = Place{50.35, -4.12}

func TestReferenceTable(t *testing.T) {
	for _, c := range []struct {
		p       Place
		when    string
		alt, az float64
	}{
		{merrow, "2026-12-03 09:00:00", 6.694, 137.376},
		{merrow, "2026-12-03 12:00:00", 17.498, 178.480},
		{merrow, "2027-03-20 08:00:00", 14.869, 109.038},
		{merrow, "2027-06-21 05:00:00", 6.334, 60.452},
		{merrow, "2027-06-21 18:30:00", 16.042, 287.552},
		{Place{39.742476, -105.1786}, "2003-10-17 19:30:30", 39.872, 194.340},
	} {
		got, err := At(c.p, utc(c.when))
		require.NoError(t, err)
		assert.InDelta(t, c.alt, got.AltitudeDeg, 0.02, c.when)
		assert.InDelta(t, c.az, got.AzimuthDeg, 0.02, c.when)
	}
}

// TestAgainstEphem asks Debian's python3-ephem, which reckons by VSOP87, for 1,000
// random places and times.
func TestAgainstEphem(t *testing.T) {
	if err := exec.Command("python3", "-c", "import ephem").Run(); err != nil {
		if err := exec.Command("/usr/bin/python3", "-c", "import ephem").Run(); err != nil {
			t.Skip("python3-ephem is not on this machine: the sun's place is checked against the table only")
		}
	}
	rng := rand.New(rand.NewPCG(1, 2))
	type ask struct{ Lat, Lon, JD float64 }
	var asks []ask
	var times []time.Time
	for range 1000 {
		when := time.Unix(rng.Int64N(140*365*86400)-40*365*86400, 0).UTC() // 1930 to 2070
		times = append(times, when)
		asks = append(asks, ask{rng.Float64()*170 - 85, rng.Float64()*360 - 180, float64(when.Unix())/86400 + 2440587.5})
	}
	in, err := json.Marshal(asks)
	require.NoError(t, err)
	cmd := exec.Command("/usr/bin/python3", "-c", `
import ephem, json, sys, math
out = []
for a in json.loads(sys.argv[1]):
    o = ephem.Observer(); o.lat, o.lon = str(a["Lat"]), str(a["Lon"]); o.pressure = 0; o.elevation = 0
    o.date = a["JD"] - 2415020.0
    s = ephem.Sun(o)
    out.append([math.degrees(s.alt), math.degrees(s.az)])
print(json.dumps(out))`, string(in))
	data, err := cmd.Output()
	require.NoError(t, err)
	var want [][2]float64
	require.NoError(t, json.Unmarshal(data, &want))
	worst := 0.0
	for i, w := range want {
		p := Place{asks[i].Lat, asks[i].Lon}
		got, err := At(p, times[i])
		require.NoError(t, err)
		// The angle between the two directions.
		cos := sind(w[0])*sind(got.AltitudeDeg) + cosd(w[0])*cosd(got.AltitudeDeg)*cosd(w[1]-got.AzimuthDeg)
		worst = math.Max(worst, math.Acos(math.Min(1, cos))*180/math.Pi)
	}
	t.Logf("worst of %d: %.4f°", len(want), worst)
	assert.Len(t, want, 1000)
	assert.Less(t, worst, 0.02)
}

func TestWhatCannotBeReckonedIsSaid(t *testing.T) {
	_, err := At(Place{91, 0}, utc("2026-01-01 00:00:00"))
	assert.ErrorIs(t, err, ErrPlace)
	_, err = At(Place{math.NaN(), 0}, utc("2026-01-01 00:00:00"))
	assert.ErrorIs(t, err, ErrPlace)
	_, err = At(merrow, utc("2150-01-01 00:00:00"))
	assert.ErrorIs(t, err, ErrDate)
	for _, lat := range []float64{90, -90} {
		at, err := At(Place{lat, 0}, utc("2026-06-21 12:00:00"))
		require.NoError(t, err)
		assert.False(t, math.IsNaN(at.AzimuthDeg))
		assert.InDelta(t, math.Copysign(23.43, lat), at.AltitudeDeg, 0.02)
	}
}

func TestRiseAndSet(t *testing.T) {
	london, err := time.LoadLocation("Europe/London")
	require.NoError(t, err)
	d, err := DayOf(merrow, 2026, time.December, 3, london)
	require.NoError(t, err)
	for _, x := range []time.Time{d.Rise, d.Set} {
		at, err := At(merrow, x)
		require.NoError(t, err)
		assert.InDelta(t, risen, at.AltitudeDeg, 0.01)
	}
	assert.Equal(t, 7, d.Rise.In(london).Hour())
	assert.Equal(t, 16, d.Set.In(london).Hour())
	summer, err := DayOf(merrow, 2027, time.June, 21, london)
	require.NoError(t, err)
	assert.Equal(t, 5, summer.Rise.In(london).Hour(), "by summer time")
	polar, err := DayOf(Place{80, 0}, 2026, time.June, 21, time.UTC)
	require.NoError(t, err)
	assert.True(t, polar.Up)
	assert.True(t, polar.Rise.IsZero())
	dark, err := DayOf(Place{80, 0}, 2026, time.December, 21, time.UTC)
	require.NoError(t, err)
	assert.False(t, dark.Up)
}

// The dome's own light on level ground is what the daylight formula says, by a
// second way of summing: rings of the hemisphere.
func TestDomeGivesTheDaylightItShould(t *testing.T) {
	for _, w := range Weathers {
		for _, alt := range []float64{5, 20, 50} {
			d := NewDome(w, Position{alt, 150}, 30)
			sum := 0.0
			const n, m = 90, 180
			for i := range n {
				z := (float64(i) + 0.5) / n * math.Pi / 2
				s, c := math.Sincos(z)
				for j := range m {
					x, y := math.Sincos(2 * math.Pi * (float64(j) + 0.5) / m)
					sum += d.Luminance(r3.Vec{X: s * x, Y: s * y, Z: c}).Lux() * c * s * (math.Pi / 2 / n) * (2 * math.Pi / m)
				}
			}
			assert.InEpsilon(t, OutdoorsAt(w, alt).SkyLux, sum, 0.02, "%s at %v°", w, alt)
		}
	}
}

func TestOvercastSkyIsThreeTimesAsBrightOverhead(t *testing.T) {
	d := NewDome(Overcast, Position{20, 180}, 0)
	assert.InEpsilon(t, 3, d.Luminance(r3.Vec{Z: 1}).Lux()/d.Luminance(r3.Vec{Y: 1}).Lux(), 1e-9)
	// Lz = 9 E / 7π for the CIE overcast sky.
	assert.InEpsilon(t, 9*OutdoorsAt(Overcast, 20).SkyLux/(7*math.Pi), d.Luminance(r3.Vec{Z: 1}).Lux(), 0.005)
}

func TestClearSkyIsBrightestAboutTheSun(t *testing.T) {
	at := Position{30, 210}
	d := NewDome(Clear, at, 0)
	near, away := d.Luminance(Toward(at, 0)), d.Luminance(Toward(Position{30, 30}, 0))
	assert.Greater(t, near.Lux(), 3*away.Lux())
	warm, _, err := near.Kelvin()
	require.NoError(t, err)
	cool, _, err := away.Kelvin()
	require.NoError(t, err)
	assert.Greater(t, cool, warm+2000)
}

func TestTowardTurnsWithTheSet(t *testing.T) {
	v := Toward(Position{0, 90}, 0)
	assert.InDelta(t, 1, v.X, 1e-12, "east is right of a set that looks north")
	v = Toward(Position{0, 90}, 90)
	assert.InDelta(t, 1, v.Y, 1e-12, "and ahead of one that looks east")
	assert.Nil(t, Beam(Overcast, Position{30, 180}, 0))
	assert.Nil(t, Beam(Clear, Position{-1, 180}, 0))
	var _ light.Sky = NewDome(Clear, Position{10, 10}, 0)
}

func TestTwilightFades(t *testing.T) {
	day, dusk, night := OutdoorsAt(Clear, 0.01).SkyLux, OutdoorsAt(Clear, -3.5).SkyLux, OutdoorsAt(Clear, -14).SkyLux
	assert.InEpsilon(t, day/10, dusk, 0.3)
	assert.Less(t, night, 0.5)
}
