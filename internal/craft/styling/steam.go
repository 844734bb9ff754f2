package styling

import (
	"fmt"
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/reading"
)

// Steam is what is seen over something hot.
type Steam struct {
	Water   reading.Reading `json:"water" doc:"The most fine water in a cubic metre of air over it, g/m³"`
	Shows   bool            `json:"shows" doc:"Whether it is seen before a dark ground and against the light"`
	Thick   bool            `json:"thick" doc:"Whether it is thick enough to be seen in any light"`
	BestS   drink.Span      `json:"bestS" doc:"For how long it shows in any light, s; 0 when it never does"`
	LastsS  drink.Span      `json:"lastsS" doc:"For how long it shows, s"`
	FogMm   float64         `json:"fogMm" doc:"A lens straight above fogs nearer than this, mm over the dish; 0 when it does not"`
	Words   string          `json:"words" doc:"That in a sentence"`
	Advice  []string        `json:"advice" doc:"Ways to keep it coming"`
	Caution string          `json:"caution" doc:"What to take care of"`
}

// Fine water at most in the first hand's breadth that is seen against the light before something dark, and in any
// light, g/m³ (start values of our own: about what a cup of 40 and of 60 °C makes in a kitchen).
const (
	seenAgainst = 6.0
	seenAnyway  = 25.0
)

const mixSource = "Mixing of damp airs (Wells; Schmidt and Appleman): both lie on a line, and what is above the curve of full air is fine water; Magnus for the curve"

// FineWater is the most water that falls out as fine drops where air that is full at the heat of a dish mixes with a
// room's, g/m³. Both heat and vapour mix evenly, so every mixture lies on the line between the two.
func FineWater(dishC, roomC, humidity float64) float64 {
	hot, room := drink.Vapour(dishC, 100), drink.Vapour(roomC, humidity)
	most := 0.0
	for i := 0; i <= 400; i++ {
		k := float64(i) / 400
		most = math.Max(most, room+k*(hot-room)-drink.Vapour(roomC+k*(dishC-roomC), 100))
	}
	return most
}

// SteamOver works out steam over a cup or a bowl of something hot. A thin liquid turns over as it cools and is as warm
// everywhere; what is still, a thick soup or food, cools at its top first, by the air and, more, by the steam itself,
// and steams for minutes at the most.
func SteamOver(c drink.Cup, topMm2, dishC, roomC, humidity float64, still bool) Steam {
	w := FineWater(dishC, roomC, humidity)
	out := Steam{Shows: w >= seenAgainst, Thick: w >= seenAnyway}
	out.Water = reading.New("steam", "Fine water in the air over it", w, "g/m³", 1, mixSource,
		reading.Line{Words: "Air full of water at the dish", Formula: fmt.Sprintf("Magnus at %.0f °C", dishC), Shown: fmt.Sprintf("%.1f g/m³", drink.Vapour(dishC, 100))},
		reading.Line{Words: "The room's air", Formula: fmt.Sprintf("%.0f °C, %.0f %%", roomC, humidity), Shown: fmt.Sprintf("%.1f g/m³", drink.Vapour(roomC, humidity))},
		reading.Line{Words: "The most that any mixture has too much", Formula: "line less curve", Shown: fmt.Sprintf("%.1f g/m³", w)})
	if out.Shows {
		cools := func(h, enough float64) float64 {
			if still {
				return topCoolsUntil(dishC, roomC, humidity, h, enough)
			}
			return coolsUntil(c, topMm2, dishC, roomC, humidity, h, enough)
		}
		a, b := cools(drink.Air.To, seenAgainst), cools(drink.Air.From, seenAgainst)
		out.LastsS = drink.Span{From: math.Min(a, b), To: math.Max(a, b)}
		if out.Thick {
			a, b = cools(drink.Air.To, seenAnyway), cools(drink.Air.From, seenAnyway)
			out.BestS = drink.Span{From: math.Min(a, b), To: math.Max(a, b)}
		}
	}
	out.FogMm = fogsBelow(topMm2, dishC, roomC, humidity)
	switch {
	case !out.Shows:
		out.Words = fmt.Sprintf("No steam to be seen: %.1f g/m³ of fine water at %.0f °C in this room.", w, dishC)
	case out.Thick:
		out.Words = fmt.Sprintf("Steam is at its best for %s, thin after that, and gone after %s.", out.BestS.Told(), out.LastsS.Told())
	default:
		out.Words = fmt.Sprintf("Thin steam: it shows before a dark ground with the light from behind, for %s.", out.LastsS.Told())
	}
	if out.FogMm > 0 {
		out.Words += fmt.Sprintf(" A lens straight above fogs nearer than %.0f cm.", out.FogMm/10)
	}
	out.Advice = []string{
		"Keep it lidded and hot until the lens is ready, lift the lid, take frames at once.",
		"Cool the room and damp its air: both make more of the same heat.",
		"A second hot bowl or a wet cloth from hot water, hidden behind the dish, steams in its place.",
		"A hand-held steamer from behind, out of frame, switched off while anybody's hand is near.",
	}
	out.Caution = "Steam scalds: hands and faces stay beside it, never over it. A steamer stands on something firm, its cable taped down and away from water."
	return out
}

// Food and thick soup carry heat as water that does not move: W/(m K), J/(m³ K); and so deep it is followed, mm.
const (
	carries = 0.6
	stores  = 4.186e6
	deepMm  = 40
)

// topOf follows the top of something still and deep, °C, second by second, as long as it wants to go on: heat climbs
// to it by conduction (finite differences over half a millimetre) and leaves it as loses has it, W/m².
func topOf(startC float64, loses func(c float64) float64, on func(second int, c float64) bool) {
	const dz, steps = 0.5, 2
	n := int(deepMm / dz)
	t, next := make([]float64, n), make([]float64, n)
	for i := range t {
		t[i] = startC
	}
	k := carries / stores * 1e6 / (dz * dz) / steps
	for s := 0; on(s, t[0]-loses(t[0])*dz/2000/carries); s++ {
		for range steps {
			next[0] = t[0] + k*(t[1]-t[0]) - loses(t[0])/stores/(dz/1000)/steps
			for i := 1; i < n-1; i++ {
				next[i] = t[i] + k*(t[i-1]-2*t[i]+t[i+1])
			}
			next[n-1] = t[n-1] + k*(t[n-2]-t[n-1])
			t, next = next, t
		}
	}
}

// topCoolsUntil is when the top of something still no longer makes enough, s.
func topCoolsUntil(dishC, roomC, humidity, h, enough float64) float64 {
	out := 0.0
	topOf(dishC, func(c float64) float64 {
		return h*(c-roomC) + drink.Dries(h, c, roomC, humidity)*drink.SteamJG
	}, func(s int, c float64) bool {
		out = float64(s)
		return s < 3600 && FineWater(c, roomC, humidity) >= enough
	})
	return out
}

// coolsUntil is when the fine water over it falls below enough, s, in steps of five seconds.
func coolsUntil(c drink.Cup, topMm2, dishC, roomC, humidity, h, enough float64) float64 {
	t, s := dishC, 0.0
	heats := c.HeatsJK()
	for ; s < 3*3600 && FineWater(t, roomC, humidity) >= enough; s += 5 {
		off := drink.Dries(h, t, roomC, humidity) * topMm2 * 1e-6 // g/s
		t -= 5 * (h*(c.AreaMm2+topMm2)*1e-6*(t-roomC) + off*drink.SteamJG) / heats
	}
	return s
}

// plumeM3S is how much air a plume carries past a height over a small warm thing, m³/s: (6 α/5) (9 α/10)^⅓ π^⅔ B^⅓ z^5/3
// with α = 0.13 (Morton, Taylor & Turner 1956). buoyancy is in m⁴/s³.
func plumeM3S(buoyancy, zMm float64) float64 {
	return 0.164 * math.Cbrt(buoyancy) * math.Pow(zMm/1000, 5./3)
}

// Damp air is lighter than dry air by so much of the water in it.
const lighter = 0.61

// fogsBelow is up to what height over the dish a lens as warm as the room lies under the dew point of the plume, mm:
// the water that the dish gives off is spread over the air that its plume carries.
func fogsBelow(topMm2, dishC, roomC, humidity float64) float64 {
	h, area := drink.Air.Mid(), topMm2*1e-6
	gives := drink.Dries(h, dishC, roomC, humidity) * area // g/s
	lacks := drink.Vapour(roomC, 100) - drink.Vapour(roomC, humidity)
	buoyancy := gravity / 1.2 * (h*area*(dishC-roomC)/(1006*(roomC+273.15)) + lighter*gives/1000)
	if gives <= 0 || buoyancy <= 0 {
		return 0
	}
	lo, hi := 0.0, 5000.0
	for range 50 {
		if mid := (lo + hi) / 2; gives > lacks*plumeM3S(buoyancy, mid) {
			lo = mid
		} else {
			hi = mid
		}
	}
	return math.Round(lo/10) * 10
}
