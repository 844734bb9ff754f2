package outcal

import (
	"bytes"
	"testing"
	"time"

	goical "github.com/emersion/go-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A second reader finds the same moments and days.
func TestASecondReaderFindsTheSame(t *testing.T) {
	at := time.Date(2027, 3, 28, 6, 30, 0, 0, time.FixedZone("", 3600))
	raw := Write("What goes out", []Entry{
		{Key: "a", Day: "2027-03-28", At: &at, Title: "Goes out: Toddy; warm, Feed", Words: "Winter menu", Alarm: true},
		{Key: "b", Day: "2027-03-28", Title: "Last day: Toddy"},
		{Key: "c", Day: "soon", Title: "none"},
	}, at)
	cal, err := goical.NewDecoder(bytes.NewReader(raw)).Decode()
	require.NoError(t, err)
	events := cal.Events()
	require.Len(t, events, 2, "a day that is none is left out")
	start, err := events[0].DateTimeStart(time.UTC)
	require.NoError(t, err)
	assert.True(t, start.Equal(at))
	title, err := events[0].Props.Text(goical.PropSummary)
	require.NoError(t, err)
	assert.Equal(t, "Goes out: Toddy; warm, Feed", title)
	assert.Len(t, events[0].Children, 1, "with a reminder")
	assert.Equal(t, "20270328", events[1].Props.Get(goical.PropDateTimeStart).Value)
	assert.Equal(t, "20270329", events[1].Props.Get(goical.PropDateTimeEnd).Value, "the end of a day is the next one (RFC 5545 3.6.1)")
	again, err := goical.NewDecoder(bytes.NewReader(Write("x", []Entry{{Key: "a", Day: "2027-04-01", Title: "moved"}}, at))).Decode()
	require.NoError(t, err)
	assert.Equal(t, events[0].Props.Get(goical.PropUID).Value, again.Events()[0].Props.Get(goical.PropUID).Value, "a new file moves the entry of the old one")
}
