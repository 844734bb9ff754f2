package styling

import (
	"math"
	"testing"

	"figladder/internal/craft/drink"

	"github.com/stretchr/testify/assert"
)

// What rises takes in the room's air: its width times its share of hot air may only follow the flow of a plume.
func TestAPlumeMixesAsItRises(t *testing.T) {
	p := UsualPlume(40)
	assert.InDelta(t, 1, p.Share(0), 1e-12)
	last := 1.0
	for z := 20.0; z <= 400; z += 20 {
		k := p.Share(z)
		assert.Less(t, k, last)
		// Share times flow (z⁵ᐟ³ from the point it would have started at) is the same at every height.
		assert.InDelta(t, math.Pow(p.startsBelowMm(), 5./3), k*math.Pow(p.startsBelowMm()+z, 5./3), 1e-6*math.Pow(p.startsBelowMm(), 5./3))
		last = k
	}
	assert.InDelta(t, 0.156, (p.Radius(200)-p.Radius(100))/100, 1e-12)
}

// The most fine water of any mixture is what the lab tells of steam.
func TestFineWaterIsTheLabs(t *testing.T) {
	for _, hot := range []float64{45, 65, 80, 95} {
		p := Plume{RadiusMm: 40, HotC: hot, RoomC: 21, Humidity: 50}
		most := 0.0
		for i := range 1001 {
			most = math.Max(most, p.Fine(float64(i)/1000))
		}
		assert.InEpsilon(t, FineWater(hot, 21, 50), most, 1e-3)
	}
	assert.Zero(t, Plume{RadiusMm: 40, HotC: 22, RoomC: 22, Humidity: 40}.Fine(0.5), "nothing hot, nothing fine")
	assert.Zero(t, UsualPlume(40).Fine(0.001), "spread thin enough it is gone")
}

// Geometry says the same: so many balls of water a cubic metre, each taking out twice its disc.
func TestHowMuchSteamDims(t *testing.T) {
	const w, r = 25.0, 7e-6
	balls := w / 1000 / 1000 / (4. / 3 * math.Pi * r * r * r)
	assert.InEpsilon(t, balls*2*math.Pi*r*r/1000, Dims(w), 1e-9)
	assert.InEpsilon(t, 0.28, Dims(seenAnyway)*1000/20, 0.1, "through 5 cm, what the lab calls thick takes a quarter of the light")
	assert.Positive(t, drink.Vapour(20, 45))
}
