package ical

import (
	"bytes"
	"strings"
	"testing"
	"time"

	goical "github.com/emersion/go-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// read is what a second library reads of a calendar: its events in their order.
func read(t *testing.T, data []byte) []goical.Event {
	t.Helper()
	c, err := goical.NewDecoder(bytes.NewReader(data)).Decode()
	require.NoError(t, err)
	return c.Events()
}

// Words come back as they were written, whatever is in them, and no line is longer than a reader must take.
func TestWordsComeBack(t *testing.T) {
	title := "Pour; the sloe, “slowly” — then wait\\rest"
	words := strings.Repeat("Crème brûlée, then the torch; ", 9) + "\nsecond line"
	c := New("Day", "Merrow, winter", time.Date(2026, 12, 3, 7, 0, 0, 0, time.UTC))
	e := c.Add("a job", title, words)
	e.SetStartAt(time.Date(2026, 12, 3, 9, 30, 0, 0, time.FixedZone("", 3600)))
	Remind(e, "-PT5M", "Pour")
	data := c.Bytes()
	got := read(t, data)
	require.Len(t, got, 1)
	text := func(name string) string {
		s, err := got[0].Props.Text(name)
		require.NoError(t, err)
		return s
	}
	assert.Equal(t, title, text("SUMMARY"))
	assert.Equal(t, words, text("DESCRIPTION"))
	at, err := got[0].DateTimeStart(time.UTC)
	require.NoError(t, err)
	assert.True(t, at.Equal(time.Date(2026, 12, 3, 8, 30, 0, 0, time.UTC)), at)
	require.Len(t, got[0].Children, 1)
	assert.Equal(t, "-PT5M", got[0].Children[0].Props.Get("TRIGGER").Value)
	for _, line := range strings.Split(strings.TrimSuffix(string(data), "\r\n"), "\r\n") {
		assert.LessOrEqual(t, len(line), 75, line)
	}
}

// The same key is the same event in a later file, another key another.
func TestAKeyKeepsItsEvent(t *testing.T) {
	now := time.Now()
	uid := func(key string) string {
		c := New("Day", "d", now)
		c.Add(key, "x", "y").SetStartAt(now)
		s, err := read(t, c.Bytes())[0].Props.Text("UID")
		require.NoError(t, err)
		return s
	}
	assert.Equal(t, uid("job 1"), uid("job 1"))
	assert.NotEqual(t, uid("job 1"), uid("job 2"))
}
