package table

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// bowl has a field of every kind that a column can be.
type bowl struct {
	Name   string
	AcrMm  float64
	Weight float64
	Pence  int64
	Count  int
	Lent   bool
	Glaze  string
	Words  []string
}

var bowls = []Column[bowl]{
	{Name: "name", Also: []string{"what"}, Needed: true, Get: func(b bowl) string { return b.Name }, Set: func(b *bowl, s string) error {
		if b.Name = strings.TrimSpace(s); b.Name == "" {
			return errors.New("a bowl needs a name")
		}
		return nil
	}},
	Size("diameter", func(b *bowl) *float64 { return &b.AcrMm }, "Ø"),
	Real("weight", func(b *bowl) *float64 { return &b.Weight }),
	Price("price", func(b *bowl) *int64 { return &b.Pence }),
	Whole("count", 1, func(b *bowl) *int { return &b.Count }),
	Flag("lent", func(b *bowl) *bool { return &b.Lent }),
	Formerly(OneOf("glaze", []string{"matt", "shiny"}, func(b *bowl) *string { return &b.Glaze }), map[string]string{"gloss": "shiny"}),
	Words("words", func(b *bowl) *[]string { return &b.Words }),
}

// What is written is read back as it was, whatever stands in it; another reader of CSV finds as many rows and cells, and none of
// them is one that a spreadsheet would run.
func TestATableIsReadBackAsItWasWritten(t *testing.T) {
	words := rapid.SliceOfN(rapid.StringMatching(`[a-z;\\",=+@ -]{1,9}`), 0, 4)
	one := rapid.Custom(func(t *rapid.T) bowl {
		b := bowl{Name: rapid.StringMatching(`[=+@-]?[A-Za-zé“”,;"'|]{1,12}`).Draw(t, "name"), AcrMm: float64(rapid.IntRange(0, 90000).Draw(t, "tenths")) / 10,
			Weight: rapid.Float64Range(-1e6, 1e6).Draw(t, "weight"), Pence: rapid.Int64Range(0, 1e8).Draw(t, "pence"), Count: rapid.IntRange(-9, 99).Draw(t, "count"),
			Lent: rapid.Bool().Draw(t, "lent"), Glaze: rapid.SampledFrom([]string{"matt", "shiny"}).Draw(t, "glaze"), Words: words.Draw(t, "words")}
		if len(b.Words) == 0 {
			b.Words = []string{}
		}
		return b
	})
	rapid.Check(t, func(t *rapid.T) {
		want := rapid.SliceOfN(one, 1, 6).Draw(t, "bowls")
		data, err := Write(bowls, want)
		require.NoError(t, err)
		rows, mapped, err := Read(bowls, data)
		require.NoError(t, err, string(data))
		require.Len(t, rows, len(want))
		for i, r := range rows {
			assert.Equal(t, want[i], r.Value)
		}
		for i, m := range mapped {
			assert.Equal(t, bowls[i].Name, m.Column)
		}
		other, err := csv.NewReader(bytes.NewReader(data)).ReadAll()
		require.NoError(t, err)
		require.Len(t, other, len(want)+1)
		for _, record := range other {
			require.Len(t, record, len(bowls))
			for i, cell := range record {
				if bowls[i].Name == "name" || bowls[i].Name == "words" {
					assert.NotContains(t, "=+@", cell[:min(1, len(cell))]+"?", "a spreadsheet would run it")
				}
			}
		}
	})
}

// Files are written by others: columns in any order and by other names, units in the header or the cell, commas for points,
// semicolons between, words that were once said otherwise.
func TestATableIsReadAsOthersWriteIt(t *testing.T) {
	for name, c := range map[string]struct {
		file string
		want bowl
	}{
		"in mm where nothing is said": {"name,diameter\nDip,145\n", bowl{Name: "Dip", AcrMm: 145}},
		"cm in the header":            {"Ø (cm),WHAT\n14.5,Dip\n", bowl{Name: "Dip", AcrMm: 145}},
		"inches":                      {"name,diameter in\nDip,5.5\n", bowl{Name: "Dip", AcrMm: 139.7}},
		"the cell before the header":  {"name,diameter cm\nDip,145 mm\n", bowl{Name: "Dip", AcrMm: 145}},
		"semicolons, decimal commas":  {"name;diameter cm;weight\nDip;14,5;0,25\n", bowl{Name: "Dip", AcrMm: 145, Weight: 0.25}},
		"a byte order mark":           {"\xef\xbb\xbfname,lent\nDip,Y\n", bowl{Name: "Dip", Lent: true}},
		"an older word":               {"name,glaze,count,price\nDip,Gloss,,3\n", bowl{Name: "Dip", Glaze: "shiny", Pence: 300}},
		"what nobody knows":           {"shelf,name\n4,Dip\n", bowl{Name: "Dip"}},
		"blank lines":                 {"name\n\n,\nDip\n", bowl{Name: "Dip"}},
	} {
		rows, _, err := Read(bowls, []byte(c.file))
		require.NoError(t, err, name)
		require.Len(t, rows, 1, name)
		c.want.Count, c.want.Words = 1, []string{}
		if c.want.Glaze == "" {
			c.want.Glaze = "matt"
		}
		assert.Equal(t, c.want, rows[0].Value, name)
	}
	_, mapped, err := Read(bowls, []byte("Ø cm,shelf,name\n1,2,Dip\n"))
	require.NoError(t, err)
	assert.Equal(t, []Mapped{{"Ø cm", "diameter", "cm"}, {"shelf", "", ""}, {"name", "name", ""}}, mapped)
}

// All that is wrong is told by its line, and what could be read comes with it.
func TestWhatIsWrongWithATableIsToldByLine(t *testing.T) {
	for file, want := range map[string]string{
		"":                                 "Line 1: There is no header",
		"\xff\xfename\n":                   "Line 1: This is not text in UTF-8",
		"diameter\n145\n":                  "Line 1: There is no column “name”.",
		"name,Ø,diameter cm\nDip,1,2\n":    "Line 1: “Ø” and “diameter cm” are both diameter.",
		"name,diameter\nDip,wide\n":        "Line 2: diameter: “wide” is not a length",
		"name,diameter\nDip,1e9\n":         "Line 2: diameter: “1e9” is not a length",
		"name,price\nDip,-3\n":             "Line 2: price: “-3” is not a price",
		"name,count\nDip,1.5\n":            "Line 2: count: “1.5” is not a whole number",
		"name,weight\nDip,NaN\n":           "Line 2: weight: “NaN” is not a number",
		"name,lent\nDip,maybe\n":           "Line 2: lent: “maybe” is neither yes nor no",
		"name,glaze\nDip,raku\n":           "Line 2: glaze: “raku” is none of: matt, shiny",
		"name,glaze\n,matt\nDip,matt\n":    "Line 2: name: a bowl needs a name",
		"name\nDip\n\"Soup\n":              "The quotes do not close",
		"name,count\nA,x\n\"B\nC\",y\nD,z": "Line 2: count: “x” is not a whole number. Line 3: count: “y” is not a whole number. Line 5: count: “z”",
	} {
		rows, _, err := Read(bowls, []byte(file))
		var told Errors
		if assert.ErrorAs(t, err, &told, "%q", file) {
			assert.Contains(t, told.Error(), want, "%q", file)
		}
		if strings.HasPrefix(file, "name\nDip\n\"") {
			assert.Len(t, rows, 1, "what could be read comes with it")
		}
	}
	var long strings.Builder
	long.WriteString("name\n")
	for i := range MostRows + 1 {
		fmt.Fprintf(&long, "Bowl %d\n", i)
	}
	rows, _, err := Read(bowls, []byte(long.String()))
	assert.ErrorContains(t, err, fmt.Sprintf("Line %d: A file of more than %d lines is not read.", MostRows+2, MostRows))
	assert.Len(t, rows, MostRows)
}
