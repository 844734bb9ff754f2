package drink

import "math"

// Ice in a drink, W/(m² K): start values of our own for still and for stirred water (free convection round a cube).
var iceAir, iceDrink = Span{8, 12}, Span{150, 400}

// iceDensity, g/ml.
const iceDensity = 0.917

// MeltsIn is how long a cube of so many ml takes to melt away in what stays at a temperature, s: each side draws back
// at h ΔT / (ρ L), so a cube of edge a is gone after a ρ L / (2 h ΔT). +Inf at freezing and below.
func MeltsIn(ml, surroundC, h float64) float64 {
	if surroundC <= 0 || ml <= 0 {
		return math.Inf(1)
	}
	edge := math.Cbrt(ml) / 100 // m
	return edge / 2 * iceDensity * 1000 * heatMelting / (h * surroundC)
}

// Melt is what becomes of ice.
type Melt struct {
	Lasts   Span    `json:"lastsS" doc:"Until half of it is gone, seconds: by then the cubes are round"`
	Gone    Span    `json:"goneS" doc:"Until all of it is gone; 0 to 0 when it never is"`
	Stays   bool    `json:"stays" doc:"Whether some stays: the drink comes to freezing first and only the room melts it on"`
	WaterMl float64 `json:"waterMl" doc:"Melted water when half is gone"`
	Share   float64 `json:"share" doc:"To what share that thins the drink"`
	EndsC   float64 `json:"endsC" doc:"How cold the drink is then, °C"`
}

// OnPlate is how long ice lasts on a plate in a room's air.
func OnPlate(ml, roomC float64) Span {
	return spanOf(MeltsIn(ml, roomC, iceAir.From), MeltsIn(ml, roomC, iceAir.To))
}

// InDrink follows cubes and the drink round them, which they cool and the room warms, until they are gone or four
// hours have passed.
func InDrink(c Cup, pieces int, eachMl, drinkC, roomC float64) Melt {
	var out Melt
	var half, gone []float64
	for i, h := range []float64{iceDrink.From, iceDrink.To} {
		air := []float64{Air.From, Air.To}[i]
		a, b, water, t := follow(c, pieces, eachMl, drinkC, roomC, h, air, 2)
		if a > 0 {
			half = append(half, a)
		}
		if b > 0 {
			gone = append(gone, b)
		}
		if i == 0 {
			out.WaterMl, out.EndsC = water, t
			out.Share = c.DrinkG / (c.DrinkG + water)
		}
	}
	if len(half) > 0 {
		out.Lasts = spanOf(half...)
	}
	if len(gone) == 2 {
		out.Gone = spanOf(gone...)
	} else {
		out.Stays = true
	}
	return out
}

// follow is one such case, in steps by the midpoint rule: when half and all of it is gone, s (0 for never), and water
// and temperature at half or at the end.
func follow(c Cup, pieces int, eachMl, drinkC, roomC, h, air, stepS float64) (half, gone, waterG, c1 float64) {
	n := float64(pieces)
	whole := n * eachMl * iceDensity
	type state struct{ ice, t float64 }
	rate := func(s state) state {
		if s.ice <= 0 {
			return state{0, air * c.AreaMm2 * 1e-6 * (roomC - s.t) / (c.HeatsJK() + (whole-s.ice)*heatWater/1000)}
		}
		area := n * 6 * math.Pow(s.ice/n/iceDensity, 2./3) * 1e-4
		melts := math.Max(0, h*area*s.t) / heatMelting * 1000 // g/s
		heats := c.HeatsJK() + (whole-s.ice)*heatWater/1000
		watts := air*c.AreaMm2*1e-6*(roomC-s.t) - melts/1000*(heatMelting+heatWater*math.Max(0, s.t))
		return state{-melts, watts / heats}
	}
	s := state{whole, drinkC}
	for at := 0.0; at < 4*3600; at += stepS {
		a := rate(s)
		b := rate(state{s.ice + a.ice*stepS/2, s.t + a.t*stepS/2})
		s = state{s.ice + b.ice*stepS, s.t + b.t*stepS}
		if half == 0 && s.ice <= whole/2 {
			half, waterG, c1 = at+stepS, whole-s.ice, s.t
		}
		if s.ice <= whole*1e-4 {
			gone = at + stepS
			break
		}
	}
	if half == 0 {
		waterG, c1 = whole-s.ice, s.t
	}
	return half, gone, waterG, c1
}
