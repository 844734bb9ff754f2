package scene

import (
	"fmt"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/optics"
)

// LensWish is what must be in the frame and where the camera can be.
type LensWish struct {
	WidthMm   float64 `json:"widthMm" minimum:"1" maximum:"5000" doc:"To be seen across at the dish"`
	NearestMm float64 `json:"nearestMm" minimum:"0" maximum:"10000" doc:"The camera can come so near"`
	FarMm     float64 `json:"farMm" minimum:"1" maximum:"10000" doc:"And go back so far"`
}

// LensChoice is a lens of the kit for a frame, and the edits that put it on.
type LensChoice struct {
	optics.Choice
	Edits []finding.Edit `json:"edits" doc:"Changes to the set that put it on"`

	on Camera // with it on
}

// On is the camera with the lens on.
func (c LensChoice) On() Camera { return c.on }

// Lenses says which of a kit's lenses, and of its phones' lenses, show what is wished for,
// and from where; those that a school would take come first (handbook C2).
func (s Set) Lenses(items []kit.Item, school string, w LensWish) []LensChoice {
	c := bodyOf(s.Camera, items)
	across, _ := c.FrameSensor()
	long := max(c.SensorWidthMm, c.SensorHeightMm)
	need := optics.Need{WidthMm: w.WidthMm, SensorMm: across, LongMm: long, NearestMm: w.NearestMm, FarMm: w.FarMm, School: school,
		DepthMm: optics.Span(s.Vessel.DiameterMm, s.TopMm(), c.ElevationDeg), PixelsPx: int(float64(c.PixelsLong) * across / long)}
	var lenses []optics.Lens
	on := map[string]func(*Camera){} // what a lens changes of the camera
	for _, i := range items {
		switch i.Kind {
		case kit.Lens:
			if i.ShortestMm <= 0 {
				continue
			}
			lenses = append(lenses, optics.Lens{Name: i.Name, ShortestMm: i.ShortestMm, LongestMm: i.LongestMm, Widest: i.WidestNumber, ClosestMm: i.Closest()})
			on[i.Name] = func(to *Camera) {
				*to = c
				to.Lens, to.ShortestMm, to.LongestMm, to.WidestAperture, to.ClosestMm = i.Name, i.ShortestMm, i.LongestMm, i.WidestNumber, i.Closest()
				to.NarrowAperture = max(22, i.WidestNumber)
			}
		case kit.Phone:
			for _, l := range i.Lenses {
				side := l.SensorWMm
				if c.Orientation == "portrait" {
					side = l.SensorHMm
				}
				name := fmt.Sprintf("%s, %s", i.Name, l.Name)
				lenses = append(lenses, optics.Lens{Name: name, ShortestMm: l.FocalMm, LongestMm: l.FocalMm, Widest: l.Number, ClosestMm: l.ClosestMm, SensorMm: side, PixelsPx: int(float64(l.PixelsLong) * side / l.SensorWMm)})
				on[name] = func(to *Camera) {
					to.Body, to.Lens, to.ShortestMm, to.LongestMm, to.ClosestMm = i.Name, l.Name, l.FocalMm, l.FocalMm, l.ClosestMm
					to.WidestAperture, to.NarrowAperture = l.Number, l.Number // it has no blades to close
					to.SensorWidthMm, to.SensorHeightMm, to.PixelsLong, to.HighestISO = l.SensorWMm, l.SensorHMm, l.PixelsLong, max(i.HighestISO, to.BaseISO)
				}
			}
		}
	}
	out := []LensChoice{}
	for _, x := range optics.Choose(need, lenses) {
		to := s.Camera
		on[x.Lens](&to)
		to.FocalMm, to.DistanceMm = tenth(x.FocalMm), tenth(x.DistanceMm)
		to.Aperture = math.Min(math.Max(to.Aperture, to.WidestAperture), to.NarrowAperture)
		out = append(out, LensChoice{Choice: x, Edits: to.edits(), on: to})
	}
	return out
}

// bodyOf is the camera on a body that takes lenses: as it is, or, when it is a phone, on the
// body of the kit with most pixels.
func bodyOf(c Camera, items []kit.Item) Camera {
	var best *kit.Item
	phone := false
	for n := range items {
		i := &items[n]
		phone = phone || i.Kind == kit.Phone && i.Name == c.Body
		if i.Kind == kit.Body && (best == nil || i.PixelsLong > best.PixelsLong) {
			best = i
		}
	}
	if phone && best != nil {
		c = c.OnBody(*best)
	}
	return c
}

// OnBody is the camera with another body behind its lens.
func (c Camera) OnBody(i kit.Item) Camera {
	c.Body, c.SensorWidthMm, c.SensorHeightMm, c.PixelsLong = i.Name, i.SensorWMm, i.SensorHMm, i.PixelsLong
	c.HighestISO = max(i.HighestISO, c.BaseISO)
	return c
}

// edits are the edits that put a body and a lens on.
func (c Camera) edits() []finding.Edit {
	return []finding.Edit{finding.SetText("camera.body", c.Body), finding.SetText("camera.lens", c.Lens), finding.SetNumber("camera.shortestMm", c.ShortestMm), finding.SetNumber("camera.longestMm", c.LongestMm),
		finding.SetNumber("camera.widestAperture", c.WidestAperture), finding.SetNumber("camera.narrowAperture", c.NarrowAperture), finding.SetNumber("camera.closestMm", c.ClosestMm), finding.SetNumber("camera.focalMm", c.FocalMm),
		finding.SetNumber("camera.distanceMm", c.DistanceMm), finding.SetNumber("camera.aperture", c.Aperture), finding.SetNumber("camera.sensorWidthMm", c.SensorWidthMm), finding.SetNumber("camera.sensorHeightMm", c.SensorHeightMm),
		finding.SetNumber("camera.pixelsLong", float64(c.PixelsLong)), finding.SetNumber("camera.highestIso", float64(c.HighestISO))}
}

func tenth(v float64) float64 { return math.Floor(v*10+0.5) / 10 }
