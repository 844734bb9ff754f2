package scene

import (
	"slices"
	"strings"

	"figladder/internal/craft/shape"
)

// workedOf is what the name of a prop says its outside is worked into; empty for plain, and for a kind that is never
// worked.
func workedOf(kind, name string) string {
	if !(Thing{Kind: kind}).Works() {
		return ""
	}
	said := strings.FieldsFunc(strings.ToLower(name), func(r rune) bool { return r == ' ' || r == ',' || r == '-' })
	for _, how := range []string{shape.Ribbed, shape.CutFacets} {
		if slices.Contains(said, how) {
			return how
		}
	}
	return ""
}

// made is how the outside of a vessel is made: plain, or ribbed or cut, for pictures alone, since no outline changes.
type made struct {
	kind, how string
	f         Fineness
}

// turned is the mesh of a profile that begins with a vessel's outside.
func (w made) turned(v shape.Vessel, profile []shape.RZ) shape.Mesh {
	if w.how == "" || w.f != Smooth {
		return shape.Revolve(profile, int(w.f))
	}
	z := v.Outer[len(v.Outer)-1].Z / 2
	return shape.Worked(profile, len(v.Outer), w.kind, w.how, v.OutsideAt(z).R-v.InsideAt(z), int(w.f))
}

// Works reports whether a thing's outside may be worked.
func (t Thing) Works() bool { return shape.WorkedRows(t.Kind, shape.Ribbed, 100) > 0 }

// workedTriangles is about how many more triangles a worked outside takes in a picture.
func workedTriangles(kind, how string, diameterMm, heightMm float64) int {
	return shape.WorkedRows(kind, how, heightMm) * 2 * shape.WorkedSteps(kind, how, diameterMm, int(Smooth))
}
