package ladder

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

var top = Facts{Angle: "level", SetSaved: true, Frames: 2, Kept: true, Copies: 2, FinishTotal: 4, FinishDone: 4, Approved: true, Accepted: 1}

func TestEachMissingFactStopsTheClimbAndIsNamed(t *testing.T) {
	assert.Equal(t, 8, Climb(top).At)
	assert.Empty(t, Climb(top).Next)
	for at, row := range []struct {
		take func(*Facts)
		next string
	}{
		{func(f *Facts) { f.Angle = "" }, "Choose an angle"},
		{func(f *Facts) { f.SetSaved = false }, "Build its set"},
		{func(f *Facts) { f.Frames = 0 }, "Take a frame"},
		{func(f *Facts) { f.Copies = 1 }, "Two verified copies wanted, 1 so far"},
		{func(f *Facts) { f.Kept = false }, "Keep one frame"},
		{func(f *Facts) { f.FinishDone = 3 }, "3 of 4 finish steps done"},
		{func(f *Facts) { f.Approved = false }, "Approve the kept frame"},
		{func(f *Facts) { f.Accepted = 0 }, "Send a cut to an outlet"},
	} {
		f := top
		row.take(&f)
		m := Climb(f)
		assert.Equal(t, at, m.At)
		assert.Equal(t, row.next, m.Next)
		assert.Equal(t, row.next, m.Rungs[at].Missing)
	}
}

func TestARefusalIsWhatIsMissing(t *testing.T) {
	f := top
	f.Accepted, f.LastRefusal = 0, "alt text is missing"
	assert.Equal(t, "Refused: alt text is missing", Climb(f).Next)
	f.WaitingInOut = true
	assert.Equal(t, "On its way to the outlet", Climb(f).Next)
}

func TestWhatAClientSaidIsWhatIsMissing(t *testing.T) {
	f := top
	f.Approved, f.Said = false, "Round 2, number 3. Bo: a change, “less red”"
	assert.Equal(t, f.Said, Climb(f).Next)
	f.Approved = true
	assert.Empty(t, Climb(f).Next)
}

// No rung is reached above one that is not, whatever is recorded.
func TestNoRungHangsInTheAir(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := func(name string) bool { return rapid.Bool().Draw(t, name) }
		n := func(name string) int { return rapid.IntRange(0, 3).Draw(t, name) }
		f := Facts{SetSaved: b("set"), Frames: n("frames"), Kept: b("kept"), Copies: n("copies"), FinishTotal: n("total"), FinishDone: n("done"), Approved: b("ok"), Accepted: n("out")}
		if b("angle") {
			f.Angle = "level"
		}
		m := Climb(f)
		for i, r := range m.Rungs {
			assert.Equal(t, i < m.At, r.Reached)
			assert.Equal(t, r.Reached, r.Missing == "")
		}
	})
}
