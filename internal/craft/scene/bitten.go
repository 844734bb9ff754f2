package scene

import (
	"math"
	"slices"

	"figladder/internal/craft/shape"
)

// inHand are the dishes that are eaten from the hand, of which a bite may be missing.
var inHand = []string{"burger", "sandwich", "toast", "pizza", "tart", "pie"}

// Where a bite is missing: a bearing toward the camera, a little to the right, and how wide a mouth
// is on it. Start values of our own.
const bittenDeg, mouthMm = 158.0, 46.0

// bitten takes a bite out of its edge, before it is put in its place. What was baked shows its
// crumb there.
func (o *Object) bitten() {
	if !slices.Contains(inHand, o.Kind) {
		return
	}
	sin, cos := math.Sincos(bittenDeg * math.Pi / 180)
	away := 0.0
	for _, p := range o.Parts {
		for _, q := range p.Mesh.P {
			if math.Abs(q.X*cos-q.Y*sin) < mouthMm/4 {
				away = math.Max(away, q.X*sin+q.Y*cos)
			}
		}
	}
	bite := shape.BiteAt(bittenDeg, away, math.Min(mouthMm, 0.9*away))
	var inside []Part
	for i, p := range o.Parts {
		rest, faces := p.Mesh.Bitten(bite)
		o.Parts[i].Mesh = rest
		if len(faces.T) == 0 || p.Stuff.Pattern != "baked" {
			continue
		}
		inside = append(inside, Part{faces, edibleStuff(crumbColour, "", "cake")})
	}
	o.Parts = append(o.Parts, inside...)
}
