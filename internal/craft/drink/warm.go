package drink

import "math"

// Heat, by physics.md and the usual tables (CRC Handbook): specific heats J/(kg K), heats of change J/kg.
const (
	heatWater   = 4186.0
	heatGlass   = 840.0
	heatMelting = 334e3
	airHeat     = 1006.0 * 1.2
	lewis       = 0.90 // (Sc/Pr)^(2/3) of water in air, about
)

// SteamJG is what a gram of water takes to dry, and gives as it forms, near room temperature.
const SteamJG = 2450.0

// Dries is how much water a wet surface at a temperature loses to a room, g/(m² s); below 0 it gains. Heat and vapour
// leave alike (Lewis).
func Dries(h, surfaceC, roomC, humidity float64) float64 {
	return h / (airHeat * lewis) * (Vapour(surfaceC, 100) - Vapour(roomC, humidity))
}

// Air is what a still room takes from or gives to a glass, W/(m² K) (physics.md: 8 to 10).
var Air = Span{8, 10}

// Cup is a glass of drink as one lump: it is as warm everywhere.
type Cup struct {
	DrinkG  float64
	GlassG  float64
	AreaMm2 float64 // that the room reaches
}

// HeatsJK is what warms it by a degree, J/K.
func (c Cup) HeatsJK() float64 { return (c.DrinkG*heatWater + c.GlassG*heatGlass) / 1000 }

// tau is how long it takes to come nearer to the room by a factor e, s.
func (c Cup) tau(h float64) float64 { return c.HeatsJK() / (h * c.AreaMm2 * 1e-6) }

// at is its temperature after a while by Newton's law, with no dew: Troom + (T0 − Troom) e^(−t/τ).
func (c Cup) at(from, room, h, seconds float64) float64 {
	return room + (from-room)*math.Exp(-seconds/c.tau(h))
}

// Until is when it is as warm, or as cold, as to by that law, s; +Inf when the room never makes it so.
func (c Cup) Until(from, to, room, h float64) float64 {
	k := (to - room) / (from - room)
	if k >= 1 {
		return 0
	}
	if k <= 0 || math.IsNaN(k) {
		return math.Inf(1)
	}
	return -c.tau(h) * math.Log(k)
}

// gain is what the room gives it, W: by warming, and by the dew that forms on it or dries from it when its outside
// is wet.
func (c Cup) gain(t, room, vapour, h float64, wet bool) (watts, dewGS float64) {
	a := c.AreaMm2 * 1e-6
	watts = h * a * (room - t)
	if flux := h / (airHeat * lewis) * (vapour - Vapour(t, 100)); flux > 0 || wet {
		dewGS = flux * a
		watts += dewGS * SteamJG
	}
	return watts, dewGS
}

// Warming is a glass as it warms: its temperature and the dew on it, step by step.
type Warming struct {
	StepS float64
	C     []float64
	DewG  []float64 // in all, g
}

// Warm follows a cup for a while in a room of a humidity (share in percent), with the heat that dew gives off as it
// forms: Runge and Kutta's fourth order, in steps of stepS.
func (c Cup) Warm(from, room, humidity, h, seconds, stepS float64) Warming {
	vapour, heats := Vapour(room, humidity), c.HeatsJK()
	w := Warming{StepS: stepS}
	t, dew := from, 0.0
	rate := func(t, dew float64) (float64, float64) {
		q, d := c.gain(t, room, vapour, h, dew > 0)
		return q / heats, d
	}
	for s := 0.0; s <= seconds; s += stepS {
		w.C, w.DewG = append(w.C, t), append(w.DewG, dew)
		a, da := rate(t, dew)
		b, db := rate(t+stepS/2*a, dew+stepS/2*da)
		d, dd := rate(t+stepS/2*b, dew+stepS/2*db)
		e, de := rate(t+stepS*d, dew+stepS*dd)
		t += stepS / 6 * (a + 2*b + 2*d + e)
		dew = math.Max(0, dew+stepS/6*(da+2*db+2*dd+de))
	}
	return w
}
