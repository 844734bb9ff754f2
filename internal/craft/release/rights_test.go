package release

import (
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finding"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

func codesOf(fs []finding.Finding) (out []string) {
	for _, f := range fs {
		out = append(out, f.Code)
	}
	return out
}

// A right ends at midnight where the shoot is, on the days the clocks change, too; an embargo ends so as well.
func TestARightEndsAtMidnightInItsZone(t *testing.T) {
	feed := Outlet{Key: "feed", Name: "Feed"}
	for _, row := range []struct {
		zone, until string
		last, over  string // the last moment that it holds, and the first that it does not
	}{
		{"Europe/London", "2027-03-28", "2027-03-28T22:59:59Z", "2027-03-28T23:00:00Z"},      // spring: that day is 23 hours long
		{"Europe/London", "2026-10-25", "2026-10-25T23:59:59Z", "2026-10-26T00:00:00Z"},      // autumn: 25 hours
		{"America/St_Johns", "2026-12-03", "2026-12-04T03:29:59Z", "2026-12-04T03:30:00Z"},   // half an hour off
		{"Pacific/Kiritimati", "2026-12-03", "2026-12-03T09:59:59Z", "2026-12-03T10:00:00Z"}, // 14 hours ahead
		{"", "2026-12-03", "2026-12-03T23:59:59Z", "2026-12-04T00:00:00Z"},                   // nobody said where
		{"Europe/London", "2026-10-24", "2026-10-24T22:59:59Z", "2026-10-24T23:00:00Z"},      // still summer time
	} {
		b := brief.Brief{Zone: row.zone, Rights: []brief.Right{{Who: "Client", Until: row.until}}}
		at := func(s string) time.Time { v, err := time.Parse(time.RFC3339, s); assert.NoError(t, err); return v }
		assert.Equal(t, []string{"rights-end"}, codesOf(May(b, feed, at(row.last))), "%v", row)
		assert.Equal(t, "ends at midnight", May(b, feed, at(row.last))[0].Measure)
		assert.Equal(t, []string{"rights"}, codesOf(May(b, feed, at(row.over))), "%v", row)
	}
	b := brief.Brief{Zone: "Europe/London", Embargo: "2027-03-29"}
	assert.Equal(t, []string{"embargo"}, codesOf(May(b, feed, time.Date(2027, 3, 28, 22, 59, 59, 0, time.UTC))))
	assert.Empty(t, May(b, feed, time.Date(2027, 3, 28, 23, 0, 0, 0, time.UTC)))
}

func TestRightsAreOfOutletsAndDays(t *testing.T) {
	feed, board := Outlet{Key: "feed", Name: "Feed"}, Outlet{Key: "board", Name: "Menu board"}
	noon := time.Date(2026, 12, 3, 12, 0, 0, 0, time.UTC)
	assert.Empty(t, May(brief.Brief{}, feed, noon), "nobody said anything")
	b := brief.Brief{Rights: []brief.Right{{Who: "A", Outlets: []string{"board"}}, {Who: "B", From: "2026-12-10", Until: "2026-12-20"}, {Who: "C", Outlets: []string{"feed"}, Until: "2026-12-01"}}}
	assert.Empty(t, May(b, board, noon))
	assert.Equal(t, []string{"rights"}, codesOf(May(b, feed, noon)), "one is over, one has not begun")
	assert.Equal(t, []string{"rights-end"}, codesOf(May(b, feed, noon.AddDate(0, 0, 8))))
	assert.Empty(t, May(b, board, noon.AddDate(0, 0, 8)), "the one without an end holds longest")
	b.Embargo = "2027-01-01"
	assert.Equal(t, []string{"embargo", "rights"}, codesOf(May(b, feed, noon)))
}

// More rights never take any away, and nothing passes an embargo.
func TestRightsOnlyAdd(t *testing.T) {
	day := rapid.SampledFrom([]string{"", "2026-12-01", "2026-12-03", "2026-12-04", "2027-01-01"})
	right := rapid.Custom(func(t *rapid.T) brief.Right {
		return brief.Right{Who: "A", Outlets: rapid.SliceOfN(rapid.SampledFrom([]string{"feed", "board"}), 0, 2).Draw(t, "outlets"), From: day.Draw(t, "from"), Until: day.Draw(t, "until")}
	})
	rapid.Check(t, func(t *rapid.T) {
		b := brief.Brief{Zone: "Europe/London", Rights: rapid.SliceOfN(right, 1, 4).Draw(t, "rights")}
		at := time.Date(2026, 12, 3, rapid.IntRange(0, 23).Draw(t, "hour"), 0, 0, 0, time.UTC)
		feed := Outlet{Key: "feed", Name: "Feed"}
		was := Refused(May(b, feed, at))
		b.Rights = append(b.Rights, right.Draw(t, "one more"))
		if !was {
			assert.False(t, Refused(May(b, feed, at)))
		}
		b.Embargo = "2026-12-04"
		assert.True(t, Refused(May(b, feed, at)))
	})
}

func TestALicenceSaysWhatWasWrittenDownAndNoMore(t *testing.T) {
	at := time.Date(2026, 11, 28, 12, 0, 0, 0, time.UTC)
	none := Licence(brief.Brief{}, "Winter menu", "", nil, at)
	assert.Contains(t, none, "No rights are written down")
	assert.NotContains(t, none, "Made by")
	b := brief.Brief{Zone: "Europe/London", Embargo: "2026-12-18", Rights: []brief.Right{
		{Who: "Ferry Kitchen", Outlets: []string{"tile", "feed"}, From: "2026-12-18", Until: "2027-12-17"}, {Who: "The studio"}, {Who: "A paper", Outlets: []string{"gone"}, Until: "2026-12-31"}}}
	got := Licence(b, "Winter menu", "Tern Loft Studio", map[string]string{"feed": "Feed", "tile": "Tiles"}, at)
	for _, words := range []string{"Made by Tern Loft Studio.", "Nothing of it is shown before 18 December 2026.", "- Ferry Kitchen, at Feed, Tiles, from 18 December 2026 to the end of 17 December 2027",
		"- The studio, anywhere, without an end", "- A paper, at gone, to the end of 31 December 2026", "midnight in Europe/London"} {
		assert.Contains(t, got, words)
	}
}

func TestARightGoesOnWhereOneLeftOff(t *testing.T) {
	b := brief.Brief{Rights: []brief.Right{{Who: "A", Until: "2026-12-31"}, {Who: "A", Outlets: []string{"feed"}, From: "2027-01-01", Until: "2027-02-28"}, {Who: "B", From: "2027-03-02"}}}
	assert.Equal(t, "2027-02-28", Until(b, "feed", "2026-12-03"))
	assert.Equal(t, "2026-12-31", Until(b, "board", "2026-12-03"))
	assert.Empty(t, Until(b, "board", "2027-03-05"), "one without an end")
	assert.Empty(t, Until(brief.Brief{}, "feed", "2026-12-03"))
}
