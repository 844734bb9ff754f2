package optics

import (
	"fmt"
	"math"
	"sort"
)

// Lens is one of the kit, as far as choosing asks.
type Lens struct {
	Name       string
	ShortestMm float64 // focal lengths
	LongestMm  float64
	Widest     float64 // f-number
	ClosestMm  float64 // closest focus, from the lens; 0 when not known
}

// Need is what must be in the frame and where the camera can be.
type Need struct {
	WidthMm   float64 // to be seen at the dish, across
	SensorMm  float64 // side of the sensor that lies across
	NearestMm float64 // the camera can come so near
	FarMm     float64 // and go back so far
	DepthMm   float64 // of the dish along the line of sight, for perspective
	PixelsPx  int     // across the sensor
}

// Choice is what a lens would do.
type Choice struct {
	Lens        string  `json:"lens" doc:"The lens"`
	OK          bool    `json:"ok" doc:"Whether it does it"`
	FocalMm     float64 `json:"focalMm" doc:"Focal length to set"`
	DistanceMm  float64 `json:"distanceMm" doc:"From the dish"`
	Perspective float64 `json:"perspective" doc:"How much larger the near side of the dish comes out than the far side; 1 is flat"`
	CropPx      int     `json:"cropPx" doc:"Pixels across what must be seen, when the rest is cropped"`
	Words       string  `json:"words" doc:"Why, or why not"`
}

// Choose works out for every lens where it would stand: as far back as allowed, since
// farther is flatter, unless the frame then takes in too much; then it is nearer, or
// cropped. The lenses that do it come first, the flattest of them leading.
func Choose(n Need, lenses []Lens) []Choice {
	out := []Choice{}
	for _, l := range lenses {
		out = append(out, n.with(l))
	}
	sort.SliceStable(out, func(i, j int) bool {
		if out[i].OK != out[j].OK {
			return out[i].OK
		}
		if out[i].CropPx != out[j].CropPx && math.Abs(float64(out[i].CropPx-out[j].CropPx)) > 0.1*float64(n.PixelsPx) {
			return out[i].CropPx > out[j].CropPx
		}
		return out[i].Perspective < out[j].Perspective
	})
	return out
}

func (n Need) with(l Lens) Choice {
	c := Choice{Lens: l.Name}
	nearest := math.Max(n.NearestMm, l.ClosestMm)
	// The focal length that fills the frame from a distance: f = u S / (W + S).
	fills := func(u float64) float64 { return u * n.SensorMm / (n.WidthMm + n.SensorMm) }
	far := n.FarMm
	longAt := DistanceForWidth(l.LongestMm, n.SensorMm, n.WidthMm)
	shortAt := DistanceForWidth(l.ShortestMm, n.SensorMm, n.WidthMm)
	switch {
	case shortAt > far+0.5:
		c.Words = fmt.Sprintf("Too long: even at %.0f mm it must be %.0f cm away, and there are %.0f.", l.ShortestMm, shortAt/10, far/10)
		c.FocalMm, c.DistanceMm = l.ShortestMm, shortAt
		return c
	case nearest > far:
		c.Words = fmt.Sprintf("It does not focus nearer than %.0f cm.", nearest/10)
		c.FocalMm, c.DistanceMm = l.LongestMm, nearest
		return c
	case longAt >= far: // the zoom fills the frame from as far back as one can go
		c.FocalMm, c.DistanceMm = fills(far), far
	case longAt >= nearest:
		c.FocalMm, c.DistanceMm = l.LongestMm, longAt
	default: // it would have to come nearer than it can: crop
		c.FocalMm, c.DistanceMm = l.LongestMm, nearest
	}
	c.OK = true
	m, err := Magnification(c.FocalMm, c.DistanceMm)
	if err != nil {
		c.OK, c.Words = false, "It stands nearer than its own focal length."
		return c
	}
	seen := WidthSeen(n.SensorMm, m)
	c.CropPx = int(float64(n.PixelsPx) * math.Min(1, n.WidthMm/seen))
	half := math.Min(n.DepthMm/2, c.DistanceMm*0.8)
	c.Perspective = (c.DistanceMm + half) / (c.DistanceMm - half)
	c.Words = fmt.Sprintf("At %.0f mm from %.0f cm; the near side comes out %.0f %% larger than the far one.", c.FocalMm, c.DistanceMm/10, 100*(c.Perspective-1))
	if n.WidthMm < 0.97*seen {
		c.Words += fmt.Sprintf(" It takes in %.0f cm, so crop: %d pixels are left across.", seen/10, c.CropPx)
	}
	return c
}
