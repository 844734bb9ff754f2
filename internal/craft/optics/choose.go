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
	SensorMm   float64 // side across of the sensor it is fixed to; 0 for the one that is asked about
	PixelsPx   int     // pixels across that sensor
}

// School is a habit of choosing lenses (handbook C2). It decides which of the lenses that
// do it come first, never whether they do.
type School struct {
	Key   string `json:"key" doc:"zoom, fifty, long, or empty for none"`
	Words string `json:"words" doc:"What it is called"`
	Why   string `json:"why" doc:"Its reason"`
}

// Schools in the order they are offered.
var Schools = []School{
	{"", "No school", "The flattest perspective that fits comes first."},
	{"zoom", "A standard zoom", "Over a table the mount is fixed, so the frame is set by turning the zoom."},
	{"fifty", "Fifty for everything", "One perspective through all pictures, near what the eye expects."},
	{"long", "85 to 105 or macro", "Small things fill the frame from farther off: flatter, and clear of the light."},
}

// belongs reports whether a choice is what a school would take: focal lengths by their
// equivalent on a sensor 36 mm long.
func (n Need) belongs(l Lens, c Choice) bool {
	as := c.FocalMm * 36 / n.on(l).LongMm
	switch n.School {
	case "zoom":
		return l.LongestMm > l.ShortestMm
	case "fifty":
		return as > 45 && as < 56
	case "long":
		return as > 80
	}
	return false
}

// on is the need on the sensor that a lens draws on.
func (n Need) on(l Lens) Need {
	if l.SensorMm > 0 {
		n.LongMm *= l.SensorMm / n.SensorMm
		n.SensorMm, n.PixelsPx = l.SensorMm, l.PixelsPx
	}
	if n.LongMm == 0 {
		n.LongMm = n.SensorMm
	}
	return n
}

// Need is what must be in the frame and where the camera can be.
type Need struct {
	WidthMm   float64 // to be seen at the dish, across
	SensorMm  float64 // side of the sensor that lies across
	NearestMm float64 // the camera can come so near
	FarMm     float64 // and go back so far
	DepthMm   float64 // of the dish along the line of sight, for perspective
	PixelsPx  int     // across the sensor
	LongMm    float64 // long side of the sensor; 0 for the side across
	School    string  // which of the Schools is followed
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
	School      bool    `json:"school" doc:"Whether it is what the school followed would take"`
}

// Choose works out for every lens where it would stand: as far back as allowed, since
// farther is flatter, unless the frame then takes in too much; then it is nearer, or
// cropped. The lenses that do it come first, the flattest of them leading.
func Choose(n Need, lenses []Lens) []Choice {
	out := []Choice{}
	for _, l := range lenses {
		c := n.on(l).with(l)
		c.School = c.OK && n.belongs(l, c)
		out = append(out, c)
	}
	sort.SliceStable(out, func(i, j int) bool {
		if out[i].OK != out[j].OK {
			return out[i].OK
		}
		if out[i].School != out[j].School {
			return out[i].School
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
		c.Words = fmt.Sprintf("Too long: even at %s mm it must be %.0f cm away, and there are %.0f cm.", focal(l.ShortestMm), shortAt/10, far/10)
		c.FocalMm, c.DistanceMm = l.ShortestMm, shortAt
		return c
	case nearest > far:
		c.Words = fmt.Sprintf("It does not focus nearer than %.0f cm.", nearest/10)
		c.FocalMm, c.DistanceMm = l.LongestMm, nearest
		return c
	case n.School == "fifty" && n.fits(fifty(n), l, nearest, far):
		c.FocalMm, c.DistanceMm = fifty(n), DistanceForWidth(fifty(n), n.SensorMm, n.WidthMm)
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
	c.Words = fmt.Sprintf("At %s mm from %.0f cm; the near side comes out %.0f %% larger than the far one.", focal(c.FocalMm), c.DistanceMm/10, 100*(c.Perspective-1))
	if n.WidthMm < 0.97*seen {
		c.Words += fmt.Sprintf(" It takes in %.0f cm, so crop: %d pixels are left across.", seen/10, c.CropPx)
	}
	return c
}

// fifty is the focal length that sees what 50 mm does on a sensor 36 mm long.
func fifty(n Need) float64 { return 50 * n.LongMm / 36 }

// fits reports whether a lens can be set to a focal length and fill the frame with it from
// between two distances.
func (n Need) fits(focal float64, l Lens, nearest, far float64) bool {
	u := DistanceForWidth(focal, n.SensorMm, n.WidthMm)
	return focal >= l.ShortestMm && focal <= l.LongestMm && u >= nearest && u <= far
}

// focal shows a focal length: a phone's to a tenth.
func focal(mm float64) string {
	if mm < 20 {
		return fmt.Sprintf("%.1f", mm)
	}
	return fmt.Sprintf("%.0f", mm)
}
