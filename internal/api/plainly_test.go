package api

import (
	"testing"

	"figladder/internal/craft/bounds"
	"figladder/internal/craft/units"
	"github.com/danielgtaylor/huma/v2"
	"github.com/stretchr/testify/assert"
)

// Every bound that a field of the API has is told in plain words, whatever it is.
func TestNoCheckIsToldInItsOwnWords(t *testing.T) {
	d := New(nil, nil, Options{}).Huma.OpenAPI()
	asked := 0
	var walk func(s *huma.Schema, name string)
	said := func(name string, messages ...string) {
		for _, m := range messages {
			if m == "" {
				continue
			}
			asked++
			got := plainly("body."+name, m)
			assert.NotContains(t, got, "expected", name)
			assert.NotContains(t, got, "%", name)
			assert.NotContains(t, got, "RFC", name)
			assert.NotContains(t, got, "e+", name)
		}
	}
	walk = func(s *huma.Schema, name string) {
		s.PrecomputeMessages()
		for n, p := range s.Properties {
			p.PrecomputeMessages()
			set := func(is bool, m func() string) string {
				if is {
					return m()
				}
				return ""
			}
			said(n, set(p.Minimum != nil, func() string { return "expected number >= " + bounds.Figure(*p.Minimum) }), set(p.Maximum != nil, func() string { return "expected number <= " + bounds.Figure(*p.Maximum) }),
				set(p.MaxLength != nil, func() string { return "expected length <= 10" }), set(len(p.Enum) > 0, func() string { return `expected value to be one of "a, b"` }))
			walk(p, n)
		}
	}
	for _, s := range d.Components.Schemas.Map() {
		walk(s, "")
	}
	assert.Greater(t, asked, 300)
}

func TestABoundIsToldInTheUnitThatIsShown(t *testing.T) {
	in := units.Preferences{Length: "in", Temperature: "F", Amounts: "cups", Clock: "12", Currency: "USD"}
	for _, c := range []struct{ field, message, cm, inch string }{
		{"brief.deliverables[0].count", "expected number >= 1", "Write 1 or more", "Write 1 or more"},
		{"set.camera.distanceMm", "expected number <= 1e+04", "Write 1000 cm or less", "Write 393.7 in or less"},
		{"set.camera.focalMm", "expected number >= 8", "Write 8 mm or more", "Write 8 mm or more"},
		{"set.camera.elevationDeg", "expected number <= 90", "Write 90° or less", "Write 90° or less"},
		{"name", "expected length >= 1", "Write something here", "Write something here"},
		{"brief.mood.key", `expected value to be one of "bright, dark"`, "Choose one of: bright, dark", "Choose one of: bright, dark"},
	} {
		got := plainly(c.field, c.message)
		assert.Equal(t, c.cm, got)
		assert.Equal(t, c.inch, in.Words(got))
	}
	assert.Equal(t, "Deliverable 1, count", label("brief.deliverables[0].count"))
	assert.Equal(t, "Distance", label("set.camera.distanceMm"))
	assert.Equal(t, "Fill stops", label("goal.fillStops"))
}
