package card

import (
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The gate by hand: each doubt shuts it.
func TestEachDoubtShutsTheGate(t *testing.T) {
	at := time.Unix(1000, 0)
	f := File{"a.jpg", 10, at}
	twice := []Copy{{"first", at}, {"second", at}}
	good := Entry{File: f, Kept: Kept{SHA256: "x", Bytes: 10, Copies: twice}}
	with := func(change func(*Entry)) []Entry {
		e := good
		e.Kept.Copies = slices.Clone(e.Kept.Copies)
		change(&e)
		return []Entry{e}
	}
	assert.True(t, Gate([]File{f}, []Entry{good}).MayClear)
	for name, entries := range map[string][]Entry{
		"not copied yet":           nil,
		"1 of 2":                   with(func(e *Entry) { e.Kept.Copies = e.Kept.Copies[:1] }),
		"1 of 2 ":                  with(func(e *Entry) { e.Kept.Copies[1].Where = "first" }),
		"1 of 2  ":                 with(func(e *Entry) { e.Kept.Copies[1].VerifiedAt = time.Time{} }),
		"could not be copied: tea": with(func(e *Entry) { e.Why = "tea" }),
		"changed":                  with(func(e *Entry) { e.File.Bytes = 11 }),
		"changed ":                 with(func(e *Entry) { e.File.Modified = at.Add(time.Second) }),
		"not as long":              with(func(e *Entry) { e.Kept.Bytes = 9 }),
	} {
		v := Gate([]File{f}, entries)
		assert.False(t, v.MayClear, name)
		require.Len(t, v.Missing, 1, name)
		assert.Contains(t, v.Missing[0].Why, strings.TrimSpace(name))
	}
	assert.False(t, Gate(nil, []Entry{good}).MayClear, "nothing seen is no reason to clear")
	assert.False(t, Gate([]File{f, {"b.jpg", 1, at}}, []Entry{good}).MayClear)
}

func TestStem(t *testing.T) {
	assert.Equal(t, Stem("DAY/Take-1.JPG"), Stem("day/take-1.raw"))
	assert.NotEqual(t, Stem("a/take-1.jpg"), Stem("b/take-1.jpg"))
	assert.NotEqual(t, Stem("take.1.jpg"), Stem("take.2.jpg"))
}
