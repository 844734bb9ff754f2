// Package exposure turns light at the food into aperture, shutter and ISO.
//
// Formulas from ISO 2720 (meters, flat receptor constant C = 250) and ISO 12232
// (speed). Illuminance is in lux, times in seconds.
package exposure

import (
	"errors"
	"fmt"
	"math"
	"strings"
)

// ReceptorConstant is C of ISO 2720 for a flat receptor, lux·s.
const ReceptorConstant = 250.0

// ErrDark is returned when there is no light to expose for.
var ErrDark = errors.New("there is no light at the food")

// EV returns the exposure value log2(N²/t).
func EV(fNumber, seconds float64) float64 { return math.Log2(fNumber * fNumber / seconds) }

// EV100 returns the exposure value for ISO 100: EV − log2(ISO/100).
func EV100(fNumber, seconds, iso float64) float64 {
	return EV(fNumber, seconds) - math.Log2(iso/100)
}

// LuxFromEV100 returns incident illuminance E = 2.5·2^EV100.
func LuxFromEV100(ev100 float64) float64 { return ReceptorConstant / 100 * math.Exp2(ev100) }

// EV100FromLux inverts LuxFromEV100. It is −Inf for no light.
func EV100FromLux(lux float64) float64 { return math.Log2(lux / (ReceptorConstant / 100)) }

// Seconds returns the shutter time for an illuminance, an f-number (the
// effective one close up) and an ISO. +Inf for no light.
func Seconds(lux, fNumber, iso float64) float64 {
	return fNumber * fNumber * ReceptorConstant / (lux * iso)
}

// Settings is one way to expose a frame.
type Settings struct {
	Aperture float64 `json:"aperture" doc:"f-number set on the lens"`
	Seconds  float64 `json:"seconds" doc:"Shutter time, s"`
	ISO      int     `json:"iso" doc:"Sensitivity"`
	Shown    string  `json:"shown" doc:"As a photographer writes it"`
	OffStops float64 `json:"offStops" doc:"Stops brighter (+) or darker (−) than metered, from rounding to settings that exist"`
}

// Limits is what this camera and support stand.
type Limits struct {
	SlowestSeconds float64 // slowest shutter trusted on this support
	FastestSeconds float64 // fastest shutter the body has
	BaseISO        int     // lowest ISO
	HighestISO     int     // highest ISO the photographer accepts
}

// Solve returns shutter and ISO for a chosen aperture: the lowest ISO at which
// the shutter is no slower than trusted, on the third-stop series. fNumber is
// what is set on the lens and effective what counts for light. When even the
// highest ISO leaves the frame dark, or the fastest shutter leaves it bright,
// OffStops says by how much. ErrDark when lux is not above 0.
func Solve(lux, fNumber, effective float64, lim Limits) (Settings, error) {
	if !(lux > 0) || math.IsInf(lux, 1) {
		return Settings{}, ErrDark
	}
	isos := ISOs(lim.BaseISO, lim.HighestISO)
	iso := isos[len(isos)-1]
	for _, v := range isos {
		if Seconds(lux, effective, float64(v)) <= lim.SlowestSeconds*1.0001 {
			iso = v
			break
		}
	}
	want := Seconds(lux, effective, float64(iso))
	t := NearestShutter(math.Min(math.Max(want, lim.FastestSeconds), lim.SlowestSeconds))
	return made(fNumber, t, iso, want), nil
}

// Stops is how bright settings make a picture, in stops: only differences mean something. What is not said counts as
// next to nothing.
func (s Settings) Stops() float64 {
	return math.Log2(math.Max(1e-9, s.Seconds*math.Max(1, float64(s.ISO))/math.Max(0.01, s.Aperture*s.Aperture)))
}

// Said are settings as a file says them: nothing is rounded, nothing is off. Shown leaves out what it does not say.
func Said(fNumber, seconds float64, iso int) Settings {
	out := Settings{Aperture: fNumber, Seconds: seconds, ISO: iso}
	var parts []string
	if fNumber > 0 {
		parts = append(parts, "f/"+ShowNumber(fNumber))
	}
	if seconds > 0 {
		parts = append(parts, ShowShutter(seconds))
	}
	if iso > 0 {
		parts = append(parts, fmt.Sprintf("ISO %d", iso))
	}
	out.Shown = strings.Join(parts, ", ")
	return out
}

func made(fNumber, seconds float64, iso int, wanted float64) Settings {
	return Settings{Aperture: fNumber, Seconds: seconds, ISO: iso,
		OffStops: math.Log2(seconds / wanted),
		Shown:    fmt.Sprintf("f/%s, %s, ISO %d", ShowNumber(fNumber), ShowShutter(seconds), iso)}
}

// Equivalents returns the same exposure at each whole-stop ISO the limits allow,
// aperture kept, leaving out those past the slowest or fastest shutter.
func Equivalents(lux, fNumber, effective float64, lim Limits) []Settings {
	out := []Settings{}
	if !(lux > 0) {
		return out
	}
	for iso := lim.BaseISO; iso > 0 && iso <= lim.HighestISO; iso *= 2 {
		want := Seconds(lux, effective, float64(iso))
		if want > lim.SlowestSeconds*1.13 || want < lim.FastestSeconds/1.13 {
			continue
		}
		out = append(out, made(fNumber, NearestShutter(want), iso, want))
	}
	return out
}
