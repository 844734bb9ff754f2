package propcsv

import (
	"bytes"
	"encoding/csv"
	"figladder/internal/craft/words"
	"strings"
	"testing"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/kit"
	"figladder/internal/formats/table"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// text is anything a person may paste: quotes, newlines, formulas, semicolons.
var text = rapid.OneOf(rapid.StringMatching(`[=+\-@'";,\\ a-z\n]{0,14}`), rapid.String()).Filter(func(s string) bool { return !strings.ContainsAny(s, "\r\x00") })

func TestACupboardComesBackExactly(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var rows []Prop
		for range rapid.IntRange(0, 4).Draw(t, "props") {
			p := cupboard.Prop{Name: text.Draw(t, "name") + "x", Kind: rapid.SampledFrom(cupboard.Kinds).Draw(t, "kind"), Material: text.Draw(t, "material"), Condition: rapid.SampledFrom(cupboard.Conditions).Draw(t, "condition"),
				Count: rapid.IntRange(0, 99).Draw(t, "count"), Shelf: text.Draw(t, "shelf"), Maker: text.Draw(t, "maker"), PriceMinor: rapid.Int64Range(0, 1e7).Draw(t, "price"), FoodContact: rapid.SampledFrom(contacts).Draw(t, "contact"),
				Front: cupboard.Face{Colour: "#aabbcc", Finish: rapid.SampledFrom(words.Finishes).Draw(t, "finish"), Pattern: rapid.Float64Range(0, 1).Draw(t, "pattern")}, Ties: []string{}, History: []cupboard.Event{}}
			for _, key := range cupboard.SizeKeys {
				p.Sizes.Set(key, float64(rapid.IntRange(0, 3_000_000).Draw(t, key))/1000) // a thousandth of a millimetre is finer than any ruler
			}
			for range rapid.IntRange(0, 3).Draw(t, "ties") {
				p.Ties = append(p.Ties, text.Draw(t, "tie")+"y")
			}
			if rapid.Bool().Draw(t, "history") {
				p.History = append(p.History, cupboard.Event{Day: "2026-10-01", Words: text.Draw(t, "event")})
			}
			rows = append(rows, Prop{ID: text.Draw(t, "id"), Prop: p})
		}
		data, err := table.Write(Props(), rows)
		require.NoError(t, err)
		back, _, err := table.Read(Props(), data)
		require.NoError(t, err)
		require.Len(t, back, len(rows))
		for i := range rows {
			assert.Equal(t, rows[i], back[i].Value)
		}
		// A reader that is not ours finds the same cells, and none of them runs.
		cells, err := csv.NewReader(bytes.NewReader(data)).ReadAll()
		require.NoError(t, err)
		for _, r := range cells {
			for _, c := range r {
				assert.False(t, c != "" && strings.ContainsRune("=+-@", rune(c[0])), "%q would run", c)
			}
		}
	})
}

func TestKitComesBackExactly(t *testing.T) {
	rows := []Item{{"a", kit.Item{Name: "=24–70 mm", Kind: kit.Lens, Count: 1, ShortestMm: 24, LongestMm: 70, WidestNumber: 2.8, ClosestMm: 380}}, {"", kit.Item{Name: "Boom", Kind: kit.Support, Count: 2, Overhead: true, ReachMm: 1200.5}}}
	data, err := table.Write(Kit(), rows)
	require.NoError(t, err)
	back, _, err := table.Read(Kit(), data)
	require.NoError(t, err)
	for i := range rows {
		assert.Equal(t, rows[i], back[i].Value)
	}
}

// Headers of other people: units in them, other names, other separators.
func TestHeadersWithUnits(t *testing.T) {
	got, mapped, err := table.Read(Props(), []byte("What;Type;Ø in;Height (cm);Colour;Notes\nSide plate;Plate;8;2,1;#6f7a86;from the market\n;;;;;\nJug;jug;4.5 cm;150mm;#8d9396;\n"))
	require.NoError(t, err)
	require.Len(t, got, 2, "blank lines are passed over")
	assert.InDelta(t, 203.2, got[0].Value.Prop.Sizes.DiameterMm, 1e-9)
	assert.InDelta(t, 21, got[0].Value.Prop.Sizes.HeightMm, 1e-9)
	assert.InDelta(t, 45, got[1].Value.Prop.Sizes.DiameterMm, 1e-9, "a unit in the cell goes before that in the header")
	assert.InDelta(t, 150, got[1].Value.Prop.Sizes.HeightMm, 1e-9)
	assert.Equal(t, table.Mapped{Header: "Ø in", Column: "diameter", Unit: "in"}, mapped[2])
	assert.Equal(t, table.Mapped{Header: "Notes"}, mapped[5], "what is not known is said to be left out")
}

func TestFaultsAreToldByLine(t *testing.T) {
	_, _, err := table.Read(Props(), []byte("name,kind,diameter,count\nA,plate,wide,1\nB,spaceship,20,1\nC,plate,200,many\nD,plate,200,1\n"))
	var bad table.Errors
	require.ErrorAs(t, err, &bad)
	require.Len(t, bad, 3)
	for i, b := range bad {
		assert.Equal(t, i+2, b.Line)
		assert.NotEmpty(t, b.Words)
	}
	for _, file := range []string{"", "name,kind,name\n", "kind\nplate\n", "\xff\xfe", "name,kind\n\"A,plate\n"} {
		_, _, err := table.Read(Props(), []byte(file))
		assert.Error(t, err, "%q", file)
	}
}

func FuzzRead(f *testing.F) {
	f.Add([]byte("name,kind,diameter cm\nA,plate,20\n"))
	f.Add([]byte("name;kind;Ø \"\nA;plate;8\n"))
	f.Fuzz(func(t *testing.T, data []byte) {
		rows, _, err := table.Read(Props(), data)
		if err != nil {
			return
		}
		for _, r := range rows {
			if r.Line < 2 {
				t.Fatal("a row on the header's line")
			}
		}
	})
}
