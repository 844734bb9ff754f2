package styling

import (
	"math"

	"figladder/internal/craft/drink"
)

// Plume is the mean of what rises from something hot and round: how far its air is mixed with the room's at a height,
// and how much fine water is in it. A plume of Morton, Taylor & Turner that starts as wide as the dish lets it: at a
// place below the dish it would have started from a point.
type Plume struct {
	RadiusMm              float64 // of what steams
	HotC, RoomC, Humidity float64
}

// Before the camera a dish is about as hot as this, in a heated room (start values of our own; a drink in a mug is
// poured at 80 to 85 °C).
const (
	usualHotC     = 80
	usualRoomC    = 20
	usualHumidity = 45
)

// UsualPlume is what rises from something just served in a heated room.
func UsualPlume(radiusMm float64) Plume {
	return Plume{RadiusMm: radiusMm, HotC: usualHotC, RoomC: usualRoomC, Humidity: usualHumidity}
}

// widens is how fast a plume's radius grows with height, 6 α/5 with α = 0.13 (Morton, Taylor & Turner 1956).
const widens = 0.156

// Of its width something hot steams with so much: the wall cools the air beside it.
const steamsOf = 0.72

// startsBelowMm is how far below the dish it would have started from a point.
func (p Plume) startsBelowMm() float64 { return steamsOf * p.RadiusMm / widens }

// Radius is how wide it is at a height over the dish, mm.
func (p Plume) Radius(zMm float64) float64 {
	return widens * (math.Max(0, zMm) + p.startsBelowMm())
}

// Share is what share of the air at a height has come from the dish's top, on the mean: as much as is left of what
// was full of water there, since the plume takes in the room's air as it widens (its flow grows as z^5/3).
func (p Plume) Share(zMm float64) float64 {
	z0 := p.startsBelowMm()
	return math.Pow(z0/(z0+math.Max(0, zMm)), 5./3)
}

// Fine is the fine water in air of which a share has come from the dish, g/m³: what is over the curve of full air.
func (p Plume) Fine(share float64) float64 { return p.Fines()(share) }

// Fines is Fine for many shares: what the dish's air and the room's hold is worked out once.
func (p Plume) Fines() func(share float64) float64 {
	hot, room := drink.Vapour(p.HotC, 100), drink.Vapour(p.RoomC, p.Humidity)
	return func(share float64) float64 {
		share = min(1, max(0, share))
		return max(0, room+share*(hot-room)-drink.Vapour(p.RoomC+share*(p.HotC-p.RoomC), 100))
	}
}

// Drops of steam over food are about as large as a fog's (effective radius 5 to 10 µm in fogs and young clouds), and
// take out twice the light that falls on them, as whatever is large beside a wavelength does (van de Hulst 1957).
const (
	dropUm   = 7
	takesOut = 2
)

// Dims is how much light fine water takes out of its way, a mm (natural units): 3 Q W / (4 ρ r) for drops of radius r.
func Dims(fineGM3 float64) float64 {
	return 3 * takesOut * (fineGM3 / 1000) / (4 * 1000 * dropUm * 1e-6) / 1000
}
