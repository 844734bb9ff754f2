package scene

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r2"
	"pgregory.net/rapid"
)

func shapesOf(s Sketch) map[string]string {
	out := map[string]string{}
	for _, x := range s.Shapes {
		out[x.Kind] = x.Path
	}
	return out
}

func TestSketchFollowsTheCamera(t *testing.T) {
	down, level := StartFor("straight down", "plate").Sketch(), StartFor("level", "tall").Sketch()
	assert.Equal(t, 96, down.Width)
	assert.Equal(t, 64, down.Height)
	assert.Contains(t, shapesOf(down), "food")
	assert.Equal(t, "M0 0L96 0L96 0L0 0Z", shapesOf(down)["wall"], "from straight above no wall is seen")
	assert.NotEqual(t, shapesOf(down)["wall"], shapesOf(level)["wall"], "level with it one is")
	portrait := StartFor("level", "drink")
	portrait.Camera.Orientation = "portrait"
	s := portrait.Sketch()
	assert.Greater(t, s.Height, s.Width)
	assert.Contains(t, shapesOf(StartFor("level", "frozen").Sketch()), "vessel")
}

// Every point is inside its hull, and the hull turns one way only.
func TestHull(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var p []r2.Vec
		for range rapid.IntRange(3, 25).Draw(t, "n") {
			p = append(p, r2.Vec{X: float64(rapid.IntRange(-9, 9).Draw(t, "x")), Y: float64(rapid.IntRange(-9, 9).Draw(t, "y"))})
		}
		h := hull(p)
		if len(h) < 3 {
			return // all on a line
		}
		for i := range h {
			a, b := h[i], h[(i+1)%len(h)]
			for _, q := range p {
				require.GreaterOrEqual(t, r2.Cross(r2.Sub(b, a), r2.Sub(q, a)), 0.0)
			}
		}
	})
}
