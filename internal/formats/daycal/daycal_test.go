package daycal

import (
	"bytes"
	"strings"
	"testing"
	"time"

	goical "github.com/emersion/go-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A second reader finds the same hours, also on the days on which clocks change: nine on the wall stays nine.
func TestASecondReaderFindsTheDay(t *testing.T) {
	zone, err := time.LoadLocation("Europe/London")
	require.NoError(t, err)
	for _, day := range []string{"2026-12-03", "2027-03-28", "2026-10-25"} {
		midnight, err := time.ParseInLocation("2006-01-02", day, zone)
		require.NoError(t, err)
		entries := []Entry{
			{Key: "bake", From: At(midnight, 9*60), To: At(midnight, 10*60+30), Title: "Bake; at 120 °C, for long", Words: "Quince pavlova\nwith a line", Alarm: true},
			{Key: "eve", From: At(midnight, -300), To: At(midnight, -280), Title: strings.Repeat("Toast the seeds ", 12)},
		}
		data := Write("shoot", "Winter menu", "Europe/London", entries, midnight)
		for _, line := range strings.Split(string(data), "\r\n") {
			assert.LessOrEqual(t, len(line), 75)
		}
		cal, err := goical.NewDecoder(bytes.NewReader(data)).Decode()
		require.NoError(t, err)
		events := cal.Events()
		require.Len(t, events, 2)
		for i, e := range events {
			from, err := e.DateTimeStart(time.UTC)
			require.NoError(t, err)
			assert.True(t, from.Equal(entries[i].From))
			to, err := e.DateTimeEnd(time.UTC)
			require.NoError(t, err)
			assert.True(t, to.Equal(entries[i].To))
			title, err := e.Props.Text(goical.PropSummary)
			require.NoError(t, err)
			assert.Equal(t, entries[i].Title, title)
		}
		from, err := events[0].DateTimeStart(time.UTC)
		require.NoError(t, err)
		assert.Equal(t, "09:00", from.In(zone).Format("15:04"), day)
		assert.Equal(t, day, from.In(zone).Format("2006-01-02"))
		var alarms []*goical.Component
		for _, c := range events[0].Children {
			if c.Name == goical.CompAlarm {
				alarms = append(alarms, c)
			}
		}
		require.Len(t, alarms, 1)
		before, err := alarms[0].Props.Get(goical.PropTrigger).Duration()
		require.NoError(t, err)
		assert.Equal(t, -5*time.Minute, before)
		assert.Empty(t, events[1].Children, "no reminder where none is wanted")
	}
}

// A job keeps its UID when it moves, so that a calendar moves it instead of having it twice.
func TestAMovedJobIsTheSameEvent(t *testing.T) {
	at := time.Date(2026, 12, 3, 9, 0, 0, 0, time.UTC)
	uid := func(key string, from time.Time) string {
		cal, err := goical.NewDecoder(bytes.NewReader(Write("shoot", "W", "UTC", []Entry{{Key: key, From: from, To: from.Add(time.Hour), Title: "x"}}, at))).Decode()
		require.NoError(t, err)
		s, err := cal.Events()[0].Props.Text(goical.PropUID)
		require.NoError(t, err)
		return s
	}
	assert.Equal(t, uid("a", at), uid("a", at.Add(time.Hour)))
	assert.NotEqual(t, uid("a", at), uid("b", at))
}
