package almanac

import (
	"fmt"
	"math"
	"time"

	"figladder/internal/craft/light"
	"figladder/internal/craft/sun"
	"gonum.org/v1/gonum/spatial/r3"
)

// Span is a stretch of a day by the wall clock, minutes after its midnight.
type Span struct {
	FromMin int `json:"fromMin" doc:"Start, minutes after midnight by the wall clock"`
	ToMin   int `json:"toMin" doc:"End"`
}

// DayRow is one day of the ribbon.
type DayRow struct {
	Day    string `json:"day" doc:"YYYY-MM-DD"`
	Up     []Span `json:"up" doc:"Sun above the horizon"`
	Direct []Span `json:"direct" doc:"Sun on the set by this window"`
	Soft   []Span `json:"soft" doc:"No sun on the set, and light enough to work by even when overcast"`
}

// Year is a window through a year.
type Year struct {
	Window      string   `json:"window" doc:"The window"`
	Year        int      `json:"year" doc:"The year"`
	SkyShare    float64  `json:"skyShare" doc:"Light on the set against light outdoors under an overcast sky, in hundredths"`
	Days        []DayRow `json:"days" doc:"Every day"`
	DirectHours float64  `json:"directHours" doc:"Hours of direct sun on the set in the year, if it always shone"`
	SoftHours   float64  `json:"softHours" doc:"Hours of soft light in the year"`
	Words       string   `json:"words" doc:"What to make of it"`
}

// WorkLux is the least light on the set that counts as enough to work by: f/8 at a
// half second and ISO 200, about (a start value of our own).
const WorkLux = 150

// yearStep is how far apart the sun is looked for through the year.
const yearStep = 10

// YearOf works out a window through a year. It is the page's ribbon. The sun is
// looked for every ten minutes by the wall clock, so summer time shows as it is
// lived. ErrDate or ErrPlace of package sun when it cannot be reckoned.
func YearOf(p Place, w Window, year int) (Year, error) {
	zone, err := time.LoadLocation(p.Zone)
	if err != nil {
		return Year{}, fmt.Errorf("“%s” is no time zone", p.Zone)
	}
	if _, err := sun.At(p.Sun(), time.Date(year, 1, 2, 0, 0, 0, 0, zone)); err != nil {
		return Year{}, err
	}
	if _, err := sun.At(p.Sun(), time.Date(year, 12, 30, 0, 0, 0, 0, zone)); err != nil {
		return Year{}, err
	}
	out := Year{Window: w.Name, Year: year}
	win := p.frame(w, light.EvenSky{})
	share := p.skyShare(w)
	out.SkyShare = math.Round(1e4*share) / 100
	for day := time.Date(year, 1, 1, 0, 0, 0, 0, zone); day.Year() == year; day = day.AddDate(0, 0, 1) {
		row := DayRow{Day: day.Format("2006-01-02"), Up: []Span{}, Direct: []Span{}, Soft: []Span{}}
		for m := 0; m < 24*60; m += yearStep {
			// The wall clock's minute; in the hour that summer time skips it is the next.
			t := time.Date(day.Year(), day.Month(), day.Day(), 0, m, 0, 0, zone)
			at, _ := sun.At(p.Sun(), t)
			if at.AltitudeDeg < -0.8333 {
				continue
			}
			row.Up = grow(row.Up, m)
			if toward := sun.Toward(at, w.BearingDeg); direct(&win, toward) > 0 {
				row.Direct = grow(row.Direct, m)
				out.DirectHours += yearStep / 60.
			} else if share*sun.OutdoorsAt(sun.Overcast, at.AltitudeDeg).SkyLux >= WorkLux {
				row.Soft = grow(row.Soft, m)
				out.SoftHours += yearStep / 60.
			}
		}
		out.Days = append(out.Days, row)
	}
	out.DirectHours, out.SoftHours = math.Round(out.DirectHours), math.Round(out.SoftHours)
	out.Words = p.unset() + out.say()
	return out, nil
}

func grow(spans []Span, m int) []Span {
	if n := len(spans); n > 0 && spans[n-1].ToMin == m {
		spans[n-1].ToMin = m + yearStep
		return spans
	}
	return append(spans, Span{m, m + yearStep})
}

func (y Year) say() string {
	if y.DirectHours == 0 {
		return fmt.Sprintf("The sun never reaches the set by this window in %d: soft light all day.", y.Year)
	}
	first, last := "", ""
	for _, d := range y.Days {
		if len(d.Direct) > 0 {
			if first == "" {
				first = d.Day
			}
			last = d.Day
		}
	}
	return fmt.Sprintf("Sun on the set on some days from %s to %s, %.0f hours in all if it always shone; %.0f hours of soft light.", human(first), human(last), y.DirectHours, y.SoftHours)
}

func human(day string) string {
	t, err := time.Parse("2006-01-02", day)
	if err != nil {
		return day
	}
	return t.Format("2 January")
}

// skyShare is the light on the set's middle against that on open ground outdoors
// under an overcast sky: it is the same at any hour, since the overcast sky only
// brightens and dims as a whole.
func (p Place) skyShare(w Window) float64 {
	at := sun.Position{AltitudeDeg: 30}
	all, _ := p.litBy(w, sun.Overcast, at)
	return all.Lux() / sun.OutdoorsAt(sun.Overcast, 30).SkyLux
}

// Moment is the window at one time of a day.
type Moment struct {
	Clock       string  `json:"clock" doc:"HH:MM by the wall clock"`
	Min         int     `json:"min" doc:"The same, minutes after midnight"`
	AltitudeDeg float64 `json:"altitudeDeg" doc:"Height of the sun"`
	BearingDeg  float64 `json:"bearingDeg" doc:"Compass bearing of the sun"`
	Overcast    float64 `json:"overcastLux" doc:"Light on the set under an overcast sky"`
	Clear       float64 `json:"clearLux" doc:"Light on the set under a clear one"`
	Direct      float64 `json:"direct" doc:"Share of the set with sun on it, when it shines"`
	Kelvin      float64 `json:"kelvin" doc:"Colour of the light under a clear sky; 0 when there is next to none"`
	SizeDeg     float64 `json:"sizeDeg" doc:"How large the light looks from the set when it shines: the window, or the sun"`
	Hard        string  `json:"hard" doc:"Soft or hard, in a word"`
	Cloud       float64 `json:"cloud" doc:"Forecast share of cloud, 0 to 1; -1 when there is no forecast"`
}

// DayStrip is a window through one day.
type DayStrip struct {
	Window  string   `json:"window" doc:"The window"`
	Day     string   `json:"day" doc:"YYYY-MM-DD"`
	Zone    string   `json:"zone" doc:"Time zone of the clock"`
	Offset  string   `json:"offset" doc:"Its distance from universal time that noon, such as +01:00"`
	Rise    string   `json:"rise" doc:"Sunrise HH:MM; empty when there is none"`
	Set     string   `json:"set" doc:"Sunset HH:MM; empty when there is none"`
	Moments []Moment `json:"moments" doc:"Every quarter of an hour with daylight"`
	Direct  []Span   `json:"direct" doc:"Sun on the set, when it shines"`
	Best    []Span   `json:"best" doc:"Best hours for soft light from this side, the longest first"`
	Words   string   `json:"words" doc:"What to make of it"`
}

const dayStep = 15

// DayOf works out a window through a day. cloud is the forecast share of cloud for
// each hour by the wall clock, nil when there is none.
func DayOf(p Place, w Window, day string, cloud []float64) (DayStrip, error) {
	if _, err := sun.Instant(day, "12:00", p.Zone); err != nil {
		return DayStrip{}, err
	}
	zone, _ := time.LoadLocation(p.Zone)
	d, _ := time.ParseInLocation("2006-01-02", day, zone)
	ends, err := sun.DayOf(p.Sun(), d.Year(), d.Month(), d.Day(), zone)
	if err != nil {
		return DayStrip{}, err
	}
	noon := time.Date(d.Year(), d.Month(), d.Day(), 12, 0, 0, 0, zone)
	out := DayStrip{Window: w.Name, Day: day, Zone: p.Zone, Offset: noon.Format("-07:00"), Moments: []Moment{}, Direct: []Span{}, Best: []Span{}}
	if !ends.Rise.IsZero() {
		out.Rise = ends.Rise.In(zone).Format("15:04")
	}
	if !ends.Set.IsZero() {
		out.Set = ends.Set.In(zone).Format("15:04")
	}
	share := p.skyShare(w)
	win := p.frame(w, light.EvenSky{})
	size := light.DirectionOf(r3.Vec{Z: 40}, win.Rect).SizeDeg
	var soft []Span
	for m := 0; m < 24*60; m += dayStep {
		t := time.Date(d.Year(), d.Month(), d.Day(), 0, m, 0, 0, zone)
		if got := t.Hour()*60 + t.Minute(); got != m {
			continue // an hour that summer time skips
		}
		at, err := sun.At(p.Sun(), t)
		if err != nil {
			return DayStrip{}, err
		}
		if at.AltitudeDeg < -6 {
			continue
		}
		x := Moment{Clock: t.Format("15:04"), Min: m, AltitudeDeg: round(at.AltitudeDeg, 1), BearingDeg: round(at.AzimuthDeg, 0), Cloud: -1, SizeDeg: round(size, 0)}
		if len(cloud) == 24 {
			x.Cloud = cloud[m/60]
		}
		x.Overcast = round(share*sun.OutdoorsAt(sun.Overcast, at.AltitudeDeg).SkyLux, 0)
		all, beam := p.litBy(w, sun.Clear, at)
		x.Clear = round(all.Lux(), 0)
		if k, _, err := all.Kelvin(); err == nil {
			x.Kelvin = round(k/100, 0) * 100
		}
		x.Direct = direct(&win, sun.Toward(at, w.BearingDeg))
		x.Hard = "soft"
		if x.Direct > 0 {
			x.Hard = "sun on part of the set"
			if beam.Lux() > 0 {
				x.Hard, x.SizeDeg = "hard", 0.5
			}
			out.Direct = growBy(out.Direct, m, dayStep)
		} else if size < 15 {
			x.Hard = "rather hard"
		}
		if x.Direct == 0 && x.Overcast >= WorkLux {
			soft = growBy(soft, m, dayStep)
		}
		out.Moments = append(out.Moments, x)
	}
	for len(soft) > 0 {
		longest := 0
		for i, s := range soft {
			if s.ToMin-s.FromMin > soft[longest].ToMin-soft[longest].FromMin {
				longest = i
			}
		}
		out.Best = append(out.Best, soft[longest])
		soft = append(soft[:longest:longest], soft[longest+1:]...)
	}
	out.Words = p.unset() + out.say()
	return out, nil
}

func growBy(spans []Span, m, step int) []Span {
	if n := len(spans); n > 0 && spans[n-1].ToMin == m {
		spans[n-1].ToMin = m + step
		return spans
	}
	return append(spans, Span{m, m + step})
}

func round(v float64, places int) float64 {
	k := math.Pow(10, float64(places))
	return math.Round(v*k) / k
}

// Nowhere reports whether a place was never written down: 0°, 0° lies in the open sea.
func (p Place) Nowhere() bool { return p.LatDeg == 0 && p.LonDeg == 0 }

// unset says so, before anything that is reckoned from it.
func (p Place) unset() string {
	if !p.Nowhere() {
		return ""
	}
	return "No place is written down yet, so the sun is reckoned for the open sea at 0°, 0°. "
}

// Clock writes minutes after midnight as HH:MM.
func Clock(min int) string { return fmt.Sprintf("%02d:%02d", min/60, min%60) }

func (d DayStrip) say() string {
	words := "No hour of this day is soft and bright enough by this window."
	if len(d.Best) > 0 {
		b := d.Best[0]
		lo, hi := math.Inf(1), 0.0
		for _, m := range d.Moments {
			if m.Min >= b.FromMin && m.Min < b.ToMin {
				lo, hi = math.Min(lo, math.Min(m.Overcast, m.Clear)), math.Max(hi, math.Max(m.Overcast, m.Clear))
			}
		}
		words = fmt.Sprintf("Soft from %s to %s, %.0f to %.0f lx between overcast and clear.", Clock(b.FromMin), Clock(b.ToMin), lo, hi)
	}
	if len(d.Direct) > 0 {
		words += fmt.Sprintf(" Sun on the set from %s to %s if it shines.", Clock(d.Direct[0].FromMin), Clock(d.Direct[len(d.Direct)-1].ToMin))
	} else {
		words += " No sun on the set."
	}
	return words
}
