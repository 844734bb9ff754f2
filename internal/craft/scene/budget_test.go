package scene

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// What a set is reckoned to take, against the surfaces themselves counted.
func TestBudgetsFollowTheSurfaces(t *testing.T) {
	one := func(x Thing) {
		s := Start()
		bare := 0
		count := func() (n int) {
			for _, o := range s.Objects(Smooth) {
				for _, p := range o.Parts {
					n += len(p.Mesh.T)
				}
			}
			return n
		}
		bare = count()
		s.Things = []Thing{x}
		n := count() - bare
		t.Logf("%s %s %d pieces: %d, each %d, reckoned %d", x.Kind, x.Piece, x.pieces(), n, n/x.pieces(), x.triangles())
		assert.LessOrEqual(t, n, x.triangles(), "%s %s is reckoned too small", x.Kind, x.Piece)
		assert.Less(t, x.triangles(), 2*n+40, "%s %s is reckoned far too large", x.Kind, x.Piece)
	}
	for _, kind := range Kinds {
		x := Thing{Kind: kind, On: true, XMm: 300, YMm: 300, WidthMm: 200, DepthMm: 300, HeightMm: 60, Finish: "satin", Colour: "#8a6d4b", Drink: "#a9622f", FillShare: 0.7, Count: 12}
		if kind == "scatter" {
			for _, piece := range enum[Thing]("Piece") {
				x.Piece = piece
				one(x)
			}
			continue
		}
		one(x)
		for _, how := range enum[Thing]("Worked") {
			x.Worked = how
			one(x)
		}
	}
}

// The dish itself takes no more than what is set aside for it, whatever its shape.
func TestTheDishStaysWithinWhatIsSetAsideForIt(t *testing.T) {
	for _, form := range Forms() {
		s := larderSet(form)
		s.Food.Garnish = "#5e7457"
		n := 0
		for _, o := range s.Objects(Smooth) {
			if o.Key == "food" {
				for _, p := range o.Parts {
					n += len(p.Mesh.T)
				}
			}
		}
		t.Logf("%s: %d triangles", form, n)
		assert.LessOrEqual(t, n, dishTriangles, form)
	}
}
