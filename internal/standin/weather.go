package standin

import (
	"context"
	"hash/fnv"
	"math"
	"time"
)

// Weather forecasts cloud and air for a place and a day.
type Weather interface {
	// Cloud returns the share of cloud, 0 to 1, for each hour of a day by the wall clock.
	Cloud(ctx context.Context, latDeg, lonDeg float64, day string) ([]float64, error)
	// Air returns what it is outdoors about noon, °C and percent of humidity.
	Air(ctx context.Context, latDeg, lonDeg float64, day string) (celsius, humidity float64, err error)
}

// Skies is the simulated forecast: made up from the place and the day, the same each
// time it is asked, with weather that comes and goes over hours.
type Skies struct{}

// Cloud implements Weather.
func (Skies) Cloud(ctx context.Context, latDeg, lonDeg float64, day string) ([]float64, error) {
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	h := fnv.New64a()
	_, _ = h.Write([]byte(day))
	_, _ = h.Write([]byte{byte(int(latDeg * 4)), byte(int(lonDeg * 4))})
	seed := float64(h.Sum64()%100000) / 100000
	out := make([]float64, 24)
	for i := range out {
		t := float64(i)
		v := 0.55 + 0.5*math.Sin(2*math.Pi*(seed+t/31)) + 0.25*math.Sin(2*math.Pi*(3*seed+t/7))
		out[i] = math.Round(100*math.Max(0, math.Min(1, v))) / 100
	}
	return out, nil
}

// Air implements Weather: made up from the place and the day, as cloud is, colder in winter and toward the poles.
func (Skies) Air(ctx context.Context, latDeg, lonDeg float64, day string) (celsius, humidity float64, err error) {
	if err := ctx.Err(); err != nil {
		return 0, 0, err
	}
	h := fnv.New64a()
	_, _ = h.Write([]byte("air" + day))
	_, _ = h.Write([]byte{byte(int(latDeg * 4)), byte(int(lonDeg * 4))})
	a, b := float64(h.Sum64()%1000)/1000, float64(h.Sum64()/1000%1000)/1000
	season := 0.0
	if t, err := time.Parse(time.DateOnly, day); err == nil {
		season = -math.Cos(2 * math.Pi * float64(t.YearDay()-20) / 365)
	}
	if latDeg < 0 {
		season = -season
	}
	celsius = 27 - 0.35*math.Abs(latDeg) + 9*season*math.Min(1, math.Abs(latDeg)/45) + 6*(a-0.5)
	return math.Round(celsius), math.Round(55 + 40*b - 6*season), nil
}
