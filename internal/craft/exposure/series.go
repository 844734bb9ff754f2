package exposure

import (
	"fmt"
	"math"
	"strconv"
)

// The third-stop series as engraved on cameras. The figures are rounded by up to
// a tenth of a stop or so (1/8 to 1/6 is 0.415 of a stop, not a third); sums use
// them as engraved, and Settings.OffStops says what the rounding cost.
var apertures = []float64{1, 1.1, 1.2, 1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3.2, 3.5, 4, 4.5, 5, 5.6, 6.3, 7.1, 8, 9, 10, 11, 13, 14, 16, 18, 20, 22, 25, 29, 32, 36, 40, 45}

var fractions = []float64{8000, 6400, 5000, 4000, 3200, 2500, 2000, 1600, 1250, 1000, 800, 640, 500, 400, 320, 250, 200, 160, 125, 100, 80, 60, 50, 40, 30, 25, 20, 15, 13, 10, 8, 6, 5, 4, 3}

var slow = []float64{0.4, 0.5, 0.6, 0.8, 1, 1.3, 1.6, 2, 2.5, 3.2, 4, 5, 6, 8, 10, 13, 15, 20, 25, 30}

// Apertures returns the engraved third-stop f-numbers from widest to narrowest,
// both ends included.
func Apertures(widest, narrowest float64) []float64 {
	out := []float64{}
	for _, a := range apertures {
		if a >= widest-0.01 && a <= narrowest+0.01 {
			out = append(out, a)
		}
	}
	return out
}

// ApertureAtLeast returns the widest engraved f-number that is not wider than n
// (a hair of rounding allowed), and false when the series ends before it.
func ApertureAtLeast(n float64) (float64, bool) {
	for _, a := range apertures {
		if a >= n*0.995 {
			return a, true
		}
	}
	return apertures[len(apertures)-1], false
}

// NearestShutter returns the engraved shutter time nearest to t in stops.
func NearestShutter(t float64) float64 {
	best, gap := 30.0, math.Inf(1)
	for _, s := range shutters() {
		if g := math.Abs(math.Log2(s / t)); g < gap {
			best, gap = s, g
		}
	}
	return best
}

// ShutterNoSlower returns the slowest engraved shutter time not slower than t.
func ShutterNoSlower(t float64) float64 {
	best := 1 / fractions[0]
	for _, s := range shutters() {
		if s <= t*1.0001 {
			best = math.Max(best, s)
		}
	}
	return best
}

func shutters() []float64 {
	out := make([]float64, 0, len(fractions)+len(slow))
	for _, f := range fractions {
		out = append(out, 1/f)
	}
	return append(out, slow...)
}

// ISOs returns the third-stop ISO series between two values, both included.
func ISOs(base, highest int) []int {
	series := []int{50, 64, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640, 800, 1000, 1250, 1600, 2000, 2500, 3200, 4000, 5000, 6400, 8000, 10000, 12800, 16000, 20000, 25600}
	out := []int{}
	for _, v := range series {
		if v >= base && v <= highest {
			out = append(out, v)
		}
	}
	if len(out) == 0 {
		out = append(out, max(base, 1))
	}
	return out
}

// ShowNumber writes an f-number as engraved: "8", "5.6".
func ShowNumber(n float64) string {
	return strconv.FormatFloat(math.Round(n*10)/10, 'f', -1, 64)
}

// ShowShutter writes a shutter time as engraved: "1/60 s", "0.5 s", "2 s".
func ShowShutter(t float64) string {
	if t < 0.35 {
		return fmt.Sprintf("1/%.0f s", 1/t)
	}
	return strconv.FormatFloat(math.Round(t*10)/10, 'f', -1, 64) + " s"
}
