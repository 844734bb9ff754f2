package standin

import (
	"context"
	"hash/fnv"
	"math"
)

// Weather forecasts cloud for a place and a day.
type Weather interface {
	// Cloud returns the share of cloud, 0 to 1, for each hour of a day by the wall clock.
	Cloud(ctx context.Context, latDeg, lonDeg float64, day string) ([]float64, error)
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
