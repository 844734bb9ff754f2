package light

import (
	"math"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

// The map that asks only where the light bends, against asking everywhere.
func TestMapAgainstAskingEverywhere(t *testing.T) {
	s, _ := benchSet()
	s.Sun = &Sun{Toward: unit(r3.Vec{X: -0.8, Y: 0.1, Z: 0.5}), Lux: White(20000)}
	e := NewEngine(s, Fine)
	m := e.Map(10)
	require.Equal(t, 161, m.NX)
	require.Equal(t, 91, m.NY)
	most, worst, sum := 0.0, 0.0, 0.0
	slow := make([]float64, len(m.Lux))
	e.each(len(slow), func(k int) {
		slow[k] = e.tableLux(r3.Vec{X: 10 * float64(k%m.NX), Y: 10 * float64(k/m.NX)})
	})
	for _, v := range slow {
		most = math.Max(most, v)
	}
	for k, v := range slow {
		off := math.Abs(v-m.Lux[k]) / most
		sum, worst = sum+off, math.Max(worst, off)
	}
	t.Logf("%d of %d nodes asked; mean error %.3f %%, worst %.1f %% of the brightest", m.Asked, len(slow), 100*sum/float64(len(slow)), 100*worst)
	assert.Less(t, m.Asked, len(slow)/2)
	assert.Less(t, sum/float64(len(slow)), 0.002)
}

// points reads an SVG path of M, L and Z back into rings.
func points(t *testing.T, path string) [][][2]float64 {
	var rings [][][2]float64
	for _, ring := range strings.Split(path, "M") {
		if ring == "" {
			continue
		}
		var out [][2]float64
		for _, p := range strings.Split(strings.TrimSuffix(ring, "Z"), "L") {
			x, y, _ := strings.Cut(p, " ")
			a, err := strconv.ParseFloat(x, 64)
			require.NoError(t, err)
			b, err := strconv.ParseFloat(y, 64)
			require.NoError(t, err)
			out = append(out, [2]float64{a, b})
		}
		rings = append(rings, out)
	}
	return rings
}

func area(ring [][2]float64) float64 {
	sum := 0.0
	for i, a := range ring {
		b := ring[(i+1)%len(ring)]
		sum += a[0]*b[1] - b[0]*a[1]
	}
	return math.Abs(sum) / 2
}

func TestBandsOfAHillAreItsCircles(t *testing.T) {
	m := Map{StepMm: 10, DepthMm: 800, NX: 101, NY: 81}
	values := make([]float64, m.NX*m.NY)
	for k := range values {
		values[k] = -math.Hypot(float64(k%m.NX)*10-500, float64(k/m.NX)*10-400)
	}
	bands := m.Bands(values, []float64{-300, -100})
	for i, r := range []float64{300, 100} {
		rings := points(t, bands[i].Path)
		require.Len(t, rings, 1)
		assert.InEpsilon(t, math.Pi*r*r, area(rings[0]), 0.01)
		for _, p := range rings[0] {
			assert.InDelta(t, r, math.Hypot(p[0]-500, 800-p[1]-400), 2)
		}
	}
}

func TestABandThatFillsTheTableIsItsEdge(t *testing.T) {
	m := Map{StepMm: 10, DepthMm: 50, NX: 11, NY: 6}
	values := make([]float64, m.NX*m.NY)
	b := m.Bands(values, []float64{-1, 1})
	rings := points(t, b[0].Path)
	require.Len(t, rings, 1)
	assert.Equal(t, 100.0*50, area(rings[0]))
	assert.Empty(t, b[0].Line, "no line: the light is nowhere just that")
	assert.Empty(t, b[1].Path)
}

func TestBandsWithAHole(t *testing.T) {
	m := Map{StepMm: 1, DepthMm: 40, NX: 41, NY: 41}
	values := make([]float64, m.NX*m.NY)
	for k := range values {
		d := math.Hypot(float64(k%m.NX)-20, float64(k/m.NX)-20)
		values[k] = 5 - math.Abs(d-12) // a ring between 7 and 17
	}
	rings := points(t, m.Bands(values, []float64{0})[0].Path)
	require.Len(t, rings, 2)
	assert.InEpsilon(t, math.Pi*(17*17-7*7), math.Abs(area(rings[0])-area(rings[1])), 0.04)
}

func BenchmarkMap(b *testing.B) {
	s, _ := benchSet()
	b.Run("whole, 1 cm, fine engine ready", func(b *testing.B) {
		e := NewEngine(s, Fine)
		for b.Loop() {
			e.Map(10)
		}
	})
	b.Run("whole, 1 cm, from nothing", func(b *testing.B) {
		asked := 0
		for b.Loop() {
			m := NewEngine(s, Coarse).Map(10)
			asked = m.Asked
		}
		b.ReportMetric(float64(asked), "nodes")
	})
	b.Run("while dragging, 5 cm, from nothing", func(b *testing.B) {
		asked := 0
		for b.Loop() {
			m := NewEngine(s, Search).Map(50)
			asked = m.Asked
		}
		b.ReportMetric(float64(asked), "nodes")
	})
}
