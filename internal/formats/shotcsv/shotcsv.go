// Package shotcsv writes a shot list as CSV and reads it back (RFC 4180, UTF-8).
//
// Cells that a spreadsheet would take for a formula are written with an
// apostrophe before them, which reading takes off again, so that a list survives
// the way out and back unchanged and runs nothing on the way.
package shotcsv

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"
	"unicode/utf8"

	"figladder/internal/formats/cells"
)

// Row is one shot as the file has it.
type Row struct {
	Line    int    // where it stands in the file, 1-based; 0 when writing
	ID      string // empty for a new shot
	Dish    string
	Kind    string
	Title   string
	Angle   string
	Hands   int
	Shutter bool
	Light   string
	Vessel  string
	Because string // written for people; not read back
	has     map[string]bool
}

// Has reports whether the file had a column, so that one that was taken out
// changes nothing.
func (r Row) Has(column string) bool { return r.has[column] }

// LineError says what is wrong on one line.
type LineError struct {
	Line  int
	Words string
}

// Errors is all that is wrong with a file: nothing of it is taken.
type Errors []LineError

func (e Errors) Error() string {
	out := make([]string, len(e))
	for i, l := range e {
		out[i] = fmt.Sprintf("Line %d: %s", l.Line, l.Words)
	}
	return strings.Join(out, " ")
}

var header = []string{"order", "dish", "kind", "shot", "angle", "hands", "shutter matters", "light", "vessel", "because", "id"}

// MostRows is the longest list that is read.
const MostRows = 5000

// Write returns the list as CSV with a header.
func Write(rows []Row) ([]byte, error) {
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	w.UseCRLF = true
	_ = w.Write(header)
	for i, r := range rows {
		shutter := "no"
		if r.Shutter {
			shutter = "yes"
		}
		_ = w.Write([]string{strconv.Itoa(i + 1), cells.Guard(r.Dish), cells.Guard(r.Kind), cells.Guard(r.Title), cells.Guard(r.Angle), strconv.Itoa(r.Hands), shutter, cells.Guard(r.Light), cells.Guard(r.Vessel), cells.Guard(r.Because), r.ID})
	}
	w.Flush()
	return b.Bytes(), w.Error()
}

// Read returns the rows of a file in its order. Columns are found by their
// header, in any order; "shot" must be there. A file with anything wrong gives
// Errors that name each line, beside the rows that could be read, so that what is
// wrong with those can be said at the same time.
func Read(data []byte) ([]Row, error) {
	data = bytes.TrimPrefix(data, []byte("\xef\xbb\xbf"))
	if !utf8.Valid(data) {
		return nil, Errors{{1, "This is not text in UTF-8. Save it as CSV UTF-8."}}
	}
	r := csv.NewReader(bytes.NewReader(data))
	r.FieldsPerRecord = -1
	head, err := r.Read()
	if err != nil {
		return nil, Errors{{1, "There is no header. The first line names the columns: " + strings.Join(header, ", ") + "."}}
	}
	at, has := map[string]int{}, map[string]bool{}
	for i, h := range head {
		name := strings.ToLower(strings.TrimSpace(h))
		at[name], has[name] = i, true
	}
	if _, ok := at["shot"]; !ok {
		return nil, Errors{{1, "There is no column “shot”."}}
	}
	var out []Row
	var bad Errors
	for {
		record, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		var parse *csv.ParseError
		if errors.As(err, &parse) {
			return nil, append(bad, LineError{parse.Line, "The quotes do not close: " + parse.Err.Error() + "."})
		}
		if err != nil {
			return nil, err
		}
		line, _ := r.FieldPos(0)
		if len(out) == MostRows {
			return nil, append(bad, LineError{line, fmt.Sprintf("A list of more than %d shots is not read.", MostRows)})
		}
		cell := func(name string) string {
			if i, ok := at[name]; ok && i < len(record) {
				return cells.Unguard(strings.TrimSpace(record[i]))
			}
			return ""
		}
		row := Row{Line: line, ID: cell("id"), Dish: cell("dish"), Kind: strings.ToLower(cell("kind")), Title: cell("shot"), Angle: cell("angle"), Light: cell("light"), Vessel: cell("vessel"), has: has}
		if row.Title == "" {
			bad = append(bad, LineError{line, "The shot has no words."})
		}
		if h := cell("hands"); h != "" {
			n, err := strconv.Atoi(h)
			if err != nil || n < 0 || n > 9 {
				bad = append(bad, LineError{line, "“" + h + "” is not a number of hands from 0 to 9."})
			}
			row.Hands = n
		}
		switch s := strings.ToLower(cell("shutter matters")); s {
		case "yes", "y", "true", "1":
			row.Shutter = true
		case "", "no", "n", "false", "0":
		default:
			bad = append(bad, LineError{line, "“" + s + "” is neither yes nor no."})
		}
		out = append(out, row)
	}
	if bad != nil {
		return out, bad
	}
	return out, nil
}
