// Package sun knows where the sun stands, how bright sky and sun are, and what of
// both comes in by a window through the year.
//
// Compass azimuths run from north through east. Altitudes are geometric: no
// refraction unless said. Instants are UTC.
package sun

import (
	"errors"
	"fmt"
	"math"
	"time"
)

// Place is where a studio is.
type Place struct {
	LatDeg float64 // north positive, −90 to 90
	LonDeg float64 // east positive, −180 to 180
}

// ErrPlace and ErrDate are what a place or a date that cannot be reckoned with is
// refused by; the error says why in words.
var (
	ErrPlace = errors.New("this place is not on the earth")
	ErrDate  = errors.New("the sun is only reckoned for the years 1900 to 2100")
)

// Check returns ErrPlace for a place that is none.
func (p Place) Check() error {
	if !(p.LatDeg >= -90 && p.LatDeg <= 90) || !(p.LonDeg >= -180 && p.LonDeg <= 180) {
		return fmt.Errorf("%w: latitude goes from −90 to 90 and longitude from −180 to 180", ErrPlace)
	}
	return nil
}

// Position is where the sun stands.
type Position struct {
	AltitudeDeg float64 // above the horizon, without refraction
	AzimuthDeg  float64 // from north through east, 0 to 360; at the poles, where every way is south or north, from the meridian
}

// At returns the sun's place in the sky, good to 0.01° between 1900 and 2100
// (Meeus, Astronomical Algorithms, 2nd ed., ch. 12, 13, 22, 25, 40; ΔT after
// Espenak & Meeus). ErrPlace or ErrDate outside what can be reckoned.
func At(p Place, when time.Time) (Position, error) {
	if err := p.Check(); err != nil {
		return Position{}, err
	}
	if y := when.UTC().Year(); y < 1900 || y > 2100 {
		return Position{}, ErrDate
	}
	return at(p, when), nil
}

func sind(d float64) float64 { return math.Sin(d * math.Pi / 180) }
func cosd(d float64) float64 { return math.Cos(d * math.Pi / 180) }

func at(p Place, when time.Time) Position {
	jd := float64(when.UnixMilli())/86400000 + 2440587.5
	tu := (jd - 2451545) / 36525 // centuries of universal time
	t := tu + deltaT(2000+100*tu)/86400/36525
	long := 280.46646 + t*(36000.76983+t*0.0003032)
	anomaly := 357.52911 + t*(35999.05029-t*0.0001537)
	centre := (1.914602-t*(0.004817+t*0.000014))*sind(anomaly) + (0.019993-0.000101*t)*sind(2*anomaly) + 0.000289*sind(3*anomaly)
	node := 125.04452 - 1934.136261*t
	moon := 218.3165 + 481267.8813*t
	// Nutation in longitude and obliquity, the four largest terms.
	dPsi := (-17.20*sind(node) - 1.32*sind(2*long) - 0.23*sind(2*moon) + 0.21*sind(2*node)) / 3600
	dEps := (9.20*cosd(node) + 0.57*cosd(2*long) + 0.10*cosd(2*moon) - 0.09*cosd(2*node)) / 3600
	apparent := long + centre - 0.00569 + dPsi
	eps := 23.4392911 - t*(0.0130042+t*(0.00000016-t*0.000000504)) + dEps
	ra := math.Atan2(cosd(eps)*sind(apparent), cosd(apparent)) * 180 / math.Pi
	dec := math.Asin(sind(eps)*sind(apparent)) * 180 / math.Pi
	sidereal := 280.46061837 + 360.98564736629*(jd-2451545) + tu*tu*(0.000387933-tu/38710000) + dPsi*cosd(eps)
	hour := sidereal + p.LonDeg - ra
	alt := math.Asin(sind(p.LatDeg)*sind(dec) + cosd(p.LatDeg)*cosd(dec)*cosd(hour))
	az := math.Atan2(-sind(hour)*cosd(dec), sind(dec)*cosd(p.LatDeg)-cosd(dec)*cosd(hour)*sind(p.LatDeg)) * 180 / math.Pi
	return Position{AltitudeDeg: alt*180/math.Pi - 0.00244*math.Cos(alt), AzimuthDeg: math.Mod(math.Mod(az, 360)+360, 360)}
}

// deltaT is terrestrial less universal time in seconds (Espenak & Meeus 2006,
// Polynomial expressions for ΔT), simplified before 1986: there it is known to a
// few seconds, which the sun crosses in a hundredth of its width.
func deltaT(year float64) float64 {
	switch {
	case year < 1986:
		u := (year - 1820) / 100
		return -20 + 32*u*u - 0.5628*(2150-year)*0 - math.Max(0, 1986-year)*0.1
	case year < 2005:
		t := year - 2000
		return 63.86 + t*(0.3345-t*(0.060374-t*(0.0017275+t*(0.000651814+t*0.00002373599))))
	default:
		t := year - 2000
		return 62.92 + t*(0.32217+t*0.005589)
	}
}

// Refraction is by how much the air lifts what stands at a true altitude, degrees
// (Sæmundsson 1986, in Meeus ch. 16, at 10 °C and 1010 hPa).
func Refraction(altitudeDeg float64) float64 {
	if altitudeDeg < -1.9 {
		return 0
	}
	return 1.02 / 60 / math.Tan((altitudeDeg+10.3/(altitudeDeg+5.11))*math.Pi/180)
}

// Day is when the sun rises and sets on a calendar day of a zone. On a day without
// either, Up says whether it stays above the horizon.
type Day struct {
	Rise, Set time.Time // zero when there is none
	Up        bool      // no rise and no set, and up all day
}

// risen is the true altitude of the sun's middle when its upper edge shows: 34′ of
// refraction and 16′ of half its width.
const risen = -0.8333

// DayOf returns sunrise and sunset between the midnights of a day in a zone.
func DayOf(p Place, year int, month time.Month, day int, zone *time.Location) (Day, error) {
	from := time.Date(year, month, day, 0, 0, 0, 0, zone)
	to := time.Date(year, month, day+1, 0, 0, 0, 0, zone)
	if _, err := At(p, from); err != nil {
		return Day{}, err
	}
	var out Day
	up := func(t time.Time) bool { return at(p, t).AltitudeDeg > risen }
	const step = 10 * time.Minute
	for t := from; t.Before(to); t = t.Add(step) {
		end := t.Add(step)
		if end.After(to) {
			end = to
		}
		if a, b := up(t), up(end); a != b {
			cross := between(t, end, up)
			if b {
				out.Rise = cross
			} else {
				out.Set = cross
			}
		}
	}
	out.Up = out.Rise.IsZero() && out.Set.IsZero() && up(from)
	return out, nil
}

// between halves until the second at which what is asked changes.
func between(a, b time.Time, is func(time.Time) bool) time.Time {
	first := is(a)
	for b.Sub(a) > time.Second {
		if m := a.Add(b.Sub(a) / 2); is(m) == first {
			a = m
		} else {
			b = m
		}
	}
	return b.Truncate(time.Second)
}
