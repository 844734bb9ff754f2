package kit

import (
	"fmt"
	"strings"
)

// FixedLens is a lens of a phone: one focal length, one aperture, a sensor of its own.
type FixedLens struct {
	Name       string  `json:"name" maxLength:"40" doc:"What it is called, such as Main"`
	FocalMm    float64 `json:"focalMm" minimum:"0" maximum:"100" doc:"Focal length as it is, not as an equivalent, mm"`
	Number     float64 `json:"number" minimum:"0" maximum:"32" doc:"Its f-number"`
	SensorWMm  float64 `json:"sensorWMm" minimum:"0" maximum:"100" doc:"Long side of the sensor behind it, mm"`
	SensorHMm  float64 `json:"sensorHMm" minimum:"0" maximum:"100" doc:"Short side, mm"`
	PixelsLong int     `json:"pixelsLong" minimum:"0" maximum:"30000" doc:"Pixels on the long side"`
	ClosestMm  float64 `json:"closestMm" minimum:"0" maximum:"5000" doc:"Closest focus, from the lens, mm"`
}

func (l FixedLens) problem() string {
	switch {
	case strings.TrimSpace(l.Name) == "" || strings.ContainsAny(l.Name, ":;"):
		return "Give the lens a name, without a colon or a semicolon."
	case l.FocalMm <= 0 || l.Number <= 0:
		return fmt.Sprintf("%s: say its focal length and f-number.", l.Name)
	case l.SensorWMm <= 0 || l.SensorHMm <= 0 || l.SensorHMm > l.SensorWMm:
		return fmt.Sprintf("%s: its sensor has a long and a short side, in mm.", l.Name)
	case l.PixelsLong <= 0:
		return fmt.Sprintf("%s: say how many pixels its sensor has on the long side.", l.Name)
	case l.ClosestMm <= l.FocalMm:
		return fmt.Sprintf("%s: it cannot focus closer than its focal length.", l.Name)
	}
	return ""
}

// String is the lens on a line, as ParseFixedLens reads it.
func (l FixedLens) String() string {
	return fmt.Sprintf("%s: %g mm f/%g, sensor %g x %g mm, %d px, from %g mm", l.Name, l.FocalMm, l.Number, l.SensorWMm, l.SensorHMm, l.PixelsLong, l.ClosestMm)
}

// ParseFixedLens reads what String writes.
func ParseFixedLens(text string) (FixedLens, error) {
	var l FixedLens
	name, rest, ok := strings.Cut(text, ":")
	if ok {
		_, err := fmt.Sscanf(strings.TrimSpace(rest), "%g mm f/%g, sensor %g x %g mm, %d px, from %g mm", &l.FocalMm, &l.Number, &l.SensorWMm, &l.SensorHMm, &l.PixelsLong, &l.ClosestMm)
		ok = err == nil
	}
	if l.Name = strings.TrimSpace(name); !ok {
		return l, fmt.Errorf("%q is no phone lens: write it as “Main: 6.8 mm f/1.8, sensor 9.8 x 7.3 mm, 8064 px, from 120 mm”", text)
	}
	return l, nil
}
