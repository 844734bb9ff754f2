package drink

import "math"

// Parts is what a drink is made of, g.
type Parts struct {
	WaterG, SugarG, SpiritG, FatG float64
}

// G is what it weighs.
func (p Parts) G() float64 { return p.WaterG + p.SugarG + p.SpiritG + p.FatG }

// table is a figure by mass share in percent, in steps of ten.
type table []float64

func (t table) at(percent float64) float64 {
	x := math.Max(0, math.Min(float64(len(t)-1), percent/10))
	i := min(int(x), len(t)-2)
	return t[i] + (t[i+1]-t[i])*(x-float64(i))
}

// Densities at 20 °C, kg/m³: ethanol in water by mass (OIML R 22), sucrose in water by mass (ICUMSA).
var (
	ethanol = table{998.2, 981.9, 968.6, 953.8, 935.2, 913.8, 891.1, 867.7, 843.4, 818.0, 789.3}
	sucrose = table{998.2, 1038.1, 1081.0, 1127.0, 1176.5, 1229.6, 1286.5, 1347.2, 1411.8}
)

// fat is milk fat, kg/m³ (FAO/INFOODS density database, 2012).
const fatDensity = 915

// Density is that of a drink at 20 °C, kg/m³: sugar takes the room that it takes in as much water, spirit shrinks
// with the water as the tables have it, fat adds its own. 998 for nothing at all. Within 0.5 % of the tables for
// sugar or spirit alone; together they are an approximation of our own.
func Density(p Parts) float64 {
	if p.G() <= 0 {
		return Water
	}
	litre := 0.0 // cm³
	if thin := p.WaterG + p.SpiritG; thin > 0 {
		litre += thin / ethanol.at(100*p.SpiritG/thin) * 1000
	}
	if p.SugarG > 0 {
		share := math.Min(80, 100*p.SugarG/(p.SugarG+p.WaterG))
		share = math.Max(share, 1)
		// What the sugar adds to the water it is in.
		own := (100/sucrose.at(share) - (100-share)/sucrose[0]) / share
		litre += p.SugarG * own * 1000
	}
	litre += p.FatG / fatDensity * 1000
	return p.G() / litre * 1000
}
