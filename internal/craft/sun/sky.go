package sun

import (
	"math"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// Weather is what the sky is like.
type Weather string

// The skies.
const (
	Overcast Weather = "overcast"
	Mixed    Weather = "mixed"
	Clear    Weather = "clear"
)

// Weathers lists them.
var Weathers = []Weather{Overcast, Mixed, Clear}

// Outdoors is how bright sky and sun are, in lux on level ground and, for the sun,
// on a surface that faces it.
type Outdoors struct {
	SkyLux float64
	SunLux float64
}

// OutdoorsAt returns daylight for an altitude of the sun: the IES calculation of
// daylight availability (Gillette, Pierpoint & Treado 1984; IES RP-21): diffuse
// 0.8 + 15.5 √sin h (clear), 0.3 + 45 sin h (mixed), 0.3 + 21 sin h klx (overcast);
// beam 127.5 klx · exp(−c / sin h), c = 0.21 clear, 0.80 mixed. Below the horizon it
// fades out with twilight, ten-fold in each 3.5° or so.
func OutdoorsAt(w Weather, altitudeDeg float64) Outdoors {
	h := math.Max(altitudeDeg, 0)
	s := sind(h)
	var o Outdoors
	switch w {
	case Clear:
		o.SkyLux = 800 + 15500*math.Sqrt(s)
		o.SunLux = 127500 * math.Exp(-0.21/math.Max(s, 1e-3))
	case Mixed:
		o.SkyLux = 300 + 45000*s
		o.SunLux = 127500 * math.Exp(-0.80/math.Max(s, 1e-3))
	default:
		o.SkyLux = 300 + 21000*s
	}
	if altitudeDeg < 0 {
		o.SkyLux *= math.Pow(10, altitudeDeg/3.5)
		o.SunLux = 0
	}
	return o
}

// Dome is the sky over a set. It implements light.Sky: directions are in the set's
// frame, whose y axis points to the compass bearing FarSideDeg.
type Dome struct {
	Weather    Weather
	Sun        Position
	FarSideDeg float64 // compass bearing of the set's far side
	zenith     float64 // cd/m²
	ground     light.RGB
	sky        light.RGB // colour of the sky, unit luminance
	warm       light.RGB // colour of the bright sky about the sun, unit luminance
	toSun      r3.Vec
	zenithGlow float64 // what glow and brightening come to at the zenith
}

// GroundReflectance is what the ground outside returns.
const GroundReflectance = 0.2

// NewDome makes the sky of a weather with the sun at a place.
func NewDome(w Weather, at Position, farSideDeg float64) *Dome {
	d := &Dome{Weather: w, Sun: at, FarSideDeg: farSideDeg, toSun: Toward(at, farSideDeg)}
	out := OutdoorsAt(w, at.AltitudeDeg)
	d.sky, d.warm = light.OfKelvin(6500), light.OfKelvin(6500)
	if w != Overcast {
		d.sky, d.warm = light.OfKelvin(11000), light.OfKelvin(6000)
	}
	if w == Mixed {
		d.sky = light.OfKelvin(7500)
	}
	d.zenithGlow = aboutSun(d.toSun.Z) * toHorizon(1)
	d.zenith = 1
	d.zenith = out.SkyLux / d.level()
	d.ground = d.mixed(0.5).Times(GroundReflectance * (out.SkyLux + out.SunLux*math.Max(0, sind(at.AltitudeDeg))) / math.Pi)
	return d
}

// Toward is the unit vector to the sun in a set's frame.
func Toward(at Position, farSideDeg float64) r3.Vec {
	a := at.AzimuthDeg - farSideDeg
	return r3.Vec{X: cosd(at.AltitudeDeg) * sind(a), Y: cosd(at.AltitudeDeg) * cosd(a), Z: sind(at.AltitudeDeg)}
}

func (d *Dome) mixed(warm float64) light.RGB { return d.sky.Times(1 - warm).Plus(d.warm.Times(warm)) }

// relative is the luminance toward a direction against the zenith's: the CIE
// overcast sky (1 + 2 sin γ)/3, the CIE clear sky (ISO 15469, type 12), or half of
// each.
func (d *Dome) relative(dir r3.Vec) float64 {
	over := (1 + 2*math.Max(0, dir.Z)) / 3
	if d.Weather == Overcast || d.Sun.AltitudeDeg < -1 {
		return over
	}
	clear := aboutSun(r3.Dot(dir, d.toSun)) * toHorizon(dir.Z) / d.zenithGlow
	if d.Weather == Clear {
		return clear
	}
	return (over + clear) / 2
}

// aboutSun is the glow about the sun, by the cosine of the angle from it.
func aboutSun(cos float64) float64 {
	x := math.Acos(math.Max(-1, math.Min(1, cos)))
	return 1 + 10*(math.Exp(-3*x)-atRightAngles) + 0.45*cos*cos
}

// atRightAngles is what the glow's exponential comes to at 90° from the sun.
var atRightAngles = math.Exp(-3 * math.Pi / 2)

// toHorizon is the brightening toward the horizon, by the sine of the height over it.
func toHorizon(z float64) float64 { return 1 - math.Exp(-0.32/math.Max(z, 0.01)) }

// level is the light on level ground from the whole dome, lux, by summing it.
func (d *Dome) level() float64 {
	const n, m = 24, 36
	sum := 0.0
	for i := range n { // equal parts of the dome's projected area
		r := math.Sqrt((float64(i) + 0.5) / n)
		for j := range m {
			s, c := math.Sincos(2 * math.Pi * (float64(j) + 0.5) / m)
			sum += d.relative(r3.Vec{X: r * s, Y: r * c, Z: math.Sqrt(1 - r*r)})
		}
	}
	return d.zenith * math.Pi * sum / (n * m)
}

// Luminance implements light.Sky. Below the horizon it is the ground, as bright as
// sky and sun make it.
func (d *Dome) Luminance(dir r3.Vec) light.RGB {
	if dir.Z < 0 {
		return d.ground
	}
	warm := 0.0
	if d.Weather != Overcast {
		c := math.Max(0, r3.Dot(dir, d.toSun))
		warm = c * c * c * c * c * c
	}
	return d.mixed(warm).Times(d.zenith * d.relative(dir))
}

// Beam is the sun's direct light in a set's frame, nil when it is down or hidden.
func Beam(w Weather, at Position, farSideDeg float64) *light.Sun {
	out := OutdoorsAt(w, at.AltitudeDeg)
	if out.SunLux < 1 || at.AltitudeDeg <= 0 {
		return nil
	}
	return &light.Sun{Toward: Toward(at, farSideDeg), Lux: light.OfKelvin(BeamKelvin(at.AltitudeDeg)).Times(out.SunLux)}
}

// BeamKelvin is the colour temperature of the sun's beam by altitude: about 2,000 K
// on the horizon, 3,500 at 10°, 5,500 high (a smooth fit of our own to published
// measurements of daylight; start values).
func BeamKelvin(altitudeDeg float64) float64 {
	h := math.Max(altitudeDeg, 0)
	return 5700 - 3700*math.Exp(-h/14)
}
