package bounds

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestBoundsAreToldInTheUnitThatPeopleSay(t *testing.T) {
	for _, c := range []struct {
		path      string
		v, lo, hi float64
		unit, say string
	}{
		{"vessel.diameterMm", 1e10, 10, 800, "mm", "1000000000 is outside what makes sense here: 1 to 80 cm."},
		{"vessel.xMm", -5, 0, 1200, "mm, or it falls off the table", "-0.5 is outside what makes sense here: 0 to 120 cm, or it falls off the table."},
		{"camera.sensorWidthMm", 80, 3, 60, "mm", "80 is outside what makes sense here: 3 to 60 mm."},
		{"camera.shortestMm", 0, 1, 1000, "mm", "0 is outside what makes sense here: 1 to 1000 mm."},
		{"camera.widestAperture", 0, 0.9, 45, "", "0 is outside what makes sense here: 0.9 to 45."},
		{"camera.elevationDeg", math.NaN(), 0, 90, "degrees", "that is outside what makes sense here: 0 to 90 degrees."},
	} {
		assert.Equal(t, c.say, Outside(c.path, c.v, c.lo, c.hi, c.unit))
	}
}
