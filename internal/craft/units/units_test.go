package units

import (
	"encoding/json"
	"strconv"
	"strings"
	"testing"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var american = Preferences{Length: "in", Temperature: "F", Amounts: "cups", Clock: "12", Currency: "USD"}

func TestWordsOfTheRulesInOtherUnits(t *testing.T) {
	for _, c := range [][2]string{
		{"Go back to 90 cm and crop", "Go back to 35.4 in and crop"},
		{"100 × 80 cm or more", "39.4 × 31.5 in or more"},
		{"small plates, 16 to 22 cm", "small plates, 6.3 to 8.7 in"},
		{"about 5 cm", "about 1.97 in"},
		{"Move it −2.5 cm", "Move it −0.98 in"},
		{"1\u202f000 cm off", "393.7 in off"},
		{"150 °C, was 130 °C", "302 °F, was 266 °F"},
		{"−18 °C", "0 °F"},
		{"soft from 09:10 to 12:00, gone by 00:05", "soft from 9:10 am to 12:00 pm, gone by 12:05 am"},
		// What is not a length, a heat or an hour stays.
		{"a 50 mm lens at f/8, 4:5 and 16:9, 20 cmol", "a 50 mm lens at f/8, 4:5 and 16:9, 20 cmol"},
		{"5000 K, 300 cd/m²", "5000 K, 300 cd/m²"},
	} {
		assert.Equal(t, c[1], american.Words(c[0]))
		assert.Equal(t, c[0], Usual().Words(c[0]), "the rules' own words")
	}
}

// Printed on rulers and ovens everywhere; physics.md has the formula of the degrees.
func TestAgainstPrintedTables(t *testing.T) {
	for mm, in := range map[float64]string{25.4: "1", 304.8: "12", 914.4: "36", 12.7: "0.5", 0: "0"} {
		assert.Equal(t, in+" in", american.Long(mm))
	}
	assert.Equal(t, "91.4 cm", Usual().Long(914.4))
	for c, f := range map[float64]string{-40: "−40", 0: "32", 100: "212", 180: "356", 220: "428"} {
		assert.Equal(t, f+" °F", american.Degrees(c))
	}
}

// What is written can be read back to within what a tape shows.
func TestFiguresReadBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		mm := rapid.Float64Range(-5000, 5000).Draw(t, "mm")
		for _, p := range []Preferences{Usual(), american} {
			v, err := strconv.ParseFloat(strings.Replace(p.Figure(mm), "−", "-", 1), 64)
			require.NoError(t, err)
			assert.InDelta(t, mm, v*p.LengthMm(), 1.28, "a twentieth of an inch")
		}
	})
}

func TestAReadingSaysHowItCameToInches(t *testing.T) {
	r := reading.New("frameWidth", "Frame width", 89, "cm", 1, "x", reading.Line{Words: "At 14:00", Formula: "a", Shown: "89.0 cm"})
	got := american.Reading(r)
	assert.Equal(t, "in", got.Unit)
	assert.Equal(t, "35", got.Shown)
	assert.InDelta(t, 89/2.54, got.Value, 1e-9)
	assert.Equal(t, []reading.Line{{Words: "At 2:00 pm", Formula: "a", Shown: "89.0 cm"}, {Words: "In inches", Formula: "89.0 cm / 2.54", Shown: "35 in"}}, got.Working)
	assert.Equal(t, r, Usual().Reading(r))
	assert.Len(t, r.Working, 1, "the one that was given is as it was")
	mm := reading.New("depth", "Depth of field", 23, "mm", 0, "x")
	assert.Equal(t, mm, american.Reading(mm), "millimetres stay")
}

func TestAFindingKeepsItsEditsAndItsSubject(t *testing.T) {
	f := finding.Finding{Subject: "Cutter, 5 cm", Measure: "5 cm", Limit: "10 cm", Because: "It is under 10 cm.", Try: []finding.Try{finding.Press("Go to 10 cm", finding.SetNumber("a", 100))}}
	before, err := json.Marshal(f)
	require.NoError(t, err)
	got := american.Finding(f)
	assert.Equal(t, finding.Finding{Subject: "Cutter, 5 cm", Measure: "1.97 in", Limit: "3.94 in", Because: "It is under 3.94 in.", Try: []finding.Try{{Words: "Go to 3.94 in", Edits: f.Try[0].Edits}}}, got)
	after, err := json.Marshal(f)
	require.NoError(t, err)
	assert.Equal(t, before, after, "the one that was given is as it was")
}

func TestChoicesAreHeldToTheirWords(t *testing.T) {
	assert.Empty(t, Usual().Check())
	assert.Empty(t, american.Check())
	assert.Len(t, Preferences{Length: "c"}.Check(), 5, "no part of a word will do")
}
