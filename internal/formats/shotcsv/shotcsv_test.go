package shotcsv

import (
	"encoding/csv"
	"errors"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Any words survive the way out and back, formulas, quotes and line ends too.
func TestOutAndBack(t *testing.T) {
	text := rapid.OneOf(rapid.StringMatching(`[=+\-@'"a-z ,;\n]{1,12}`), rapid.String()).Filter(func(s string) bool {
		return strings.TrimSpace(s) == s && s != "" && !strings.Contains(s, "\r")
	})
	rapid.Check(t, func(t *rapid.T) {
		var rows []Row
		for range rapid.IntRange(0, 5).Draw(t, "rows") {
			rows = append(rows, Row{ID: "id", Dish: text.Draw(t, "dish"), Kind: "hero", Title: text.Draw(t, "title"), Angle: "level", Light: text.Draw(t, "light"), Vessel: text.Draw(t, "vessel"), Hands: rapid.IntRange(0, 9).Draw(t, "hands"), Shutter: rapid.Bool().Draw(t, "shutter")})
		}
		data, err := Write(rows)
		require.NoError(t, err)
		back, err := Read(data)
		require.NoError(t, err)
		require.Len(t, back, len(rows))
		for i := range rows {
			back[i].Line, back[i].has = 0, nil
			assert.Equal(t, rows[i], back[i])
		}
	})
}

func TestNoCellIsAFormula(t *testing.T) {
	data, err := Write([]Row{{Title: `=HYPERLINK("http://x")`, Dish: "+1", Angle: "@sum", Because: "-2"}})
	require.NoError(t, err)
	cells, err := csv.NewReader(strings.NewReader(string(data))).ReadAll()
	require.NoError(t, err)
	for _, c := range cells[1] {
		assert.NotContains(t, "=+-@", string((c + " ")[0]), c)
	}
}

func TestColumnsInAnyOrderAndALoneOne(t *testing.T) {
	rows, err := Read([]byte("\xef\xbb\xbfAngle,Shot\nlevel,Hero\n"))
	require.NoError(t, err)
	require.Len(t, rows, 1)
	assert.True(t, rows[0].Has("angle"))
	assert.False(t, rows[0].Has("hands"), "a column that is not there changes nothing")
	rows[0].has = nil
	assert.Equal(t, []Row{{Line: 2, Title: "Hero", Angle: "level"}}, rows)
}

func TestWhatIsWrongIsSaidLineByLine(t *testing.T) {
	_, err := Read([]byte("shot,hands,shutter matters\nA,1,yes\n,0,no\nC,ten,no\nD,1,perhaps\n"))
	var bad Errors
	require.True(t, errors.As(err, &bad))
	assert.Equal(t, []int{3, 4, 5}, []int{bad[0].Line, bad[1].Line, bad[2].Line})
	assert.Contains(t, bad.Error(), "Line 4: hands: “ten” is not a number of hands")
	for data, words := range map[string]string{"": "no header", "title\nA\n": "no column “shot”", "shot\n\"A\n": "quotes", "shot\n\xff\n": "UTF-8"} {
		_, err := Read([]byte(data))
		assert.ErrorContains(t, err, words)
	}
}
