package lightcal

import (
	"bytes"
	"strings"
	"testing"
	"time"

	goical "github.com/emersion/go-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A second reader finds the same hours and words, whatever they hold.
func TestASecondReaderFindsTheSame(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		at := time.Date(2026, 12, 3, 10, 0, 0, 0, time.UTC)
		var hours []Hours
		for i := range rapid.IntRange(1, 5).Draw(t, "n") {
			from := at.Add(time.Duration(i*1440+rapid.IntRange(0, 600).Draw(t, "from")) * time.Minute)
			hours = append(hours, Hours{from, from.Add(time.Duration(rapid.IntRange(15, 400).Draw(t, "long")) * time.Minute),
				rapid.StringMatching(`[a-zA-ZäøЖ日,;:\\ ]{1,120}`).Draw(t, "title"), rapid.StringMatching(`[a-z,;\\.° –]{1,200}`).Draw(t, "words")})
		}
		data := Write("West window", hours, at)
		cal, err := goical.NewDecoder(bytes.NewReader(data)).Decode()
		require.NoError(t, err)
		events := cal.Events()
		require.Len(t, events, len(hours))
		for i, e := range events {
			from, err := e.DateTimeStart(time.UTC)
			require.NoError(t, err)
			to, err := e.DateTimeEnd(time.UTC)
			require.NoError(t, err)
			assert.True(t, from.Equal(hours[i].From))
			assert.True(t, to.Equal(hours[i].To))
			title, err := e.Props.Text(goical.PropSummary)
			require.NoError(t, err)
			assert.Equal(t, hours[i].Title, title)
			words, err := e.Props.Text(goical.PropDescription)
			require.NoError(t, err)
			assert.Equal(t, hours[i].Words, words)
		}
	})
}

func TestLinesAreFoldedAndUIDsStay(t *testing.T) {
	at := time.Date(2026, 12, 3, 10, 0, 0, 0, time.UTC)
	h := []Hours{{at, at.Add(time.Hour), strings.Repeat("soft light ", 20), "x"}}
	a, b := Write("W", h, at), Write("W", h, at.Add(time.Hour))
	for _, line := range strings.Split(string(a), "\r\n") {
		assert.LessOrEqual(t, len(line), 75)
	}
	uid := func(data []byte) string {
		cal, err := goical.NewDecoder(bytes.NewReader(data)).Decode()
		require.NoError(t, err)
		s, _ := cal.Events()[0].Props.Text(goical.PropUID)
		return s
	}
	assert.Equal(t, uid(a), uid(b))
}
