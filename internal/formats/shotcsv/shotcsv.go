// Package shotcsv writes a shot list as CSV and reads it back (RFC 4180, UTF-8), column by
// column as formats/table does. It survives the way out and back unchanged.
package shotcsv

import (
	"errors"
	"fmt"
	"strconv"
	"strings"

	"figladder/internal/formats/table"
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
	order   int    // written for people; the order of the file is what counts
	has     map[string]bool
}

// Has reports whether the file had a column, so that one that was taken out
// changes nothing.
func (r Row) Has(column string) bool { return r.has[column] }

// LineError says what is wrong on one line.
type LineError = table.LineError

// Errors is all that is wrong with a file: nothing of it is taken.
type Errors = table.Errors

// MostRows is the longest list that is read.
const MostRows = 5000

var columns = []table.Column[Row]{
	{Name: "order", Get: func(r Row) string { return strconv.Itoa(r.order) }, Set: func(*Row, string) error { return nil }},
	text("dish", func(r *Row) *string { return &r.Dish }),
	{Name: "kind", Get: func(r Row) string { return r.Kind }, Set: func(r *Row, s string) error { r.Kind = strings.ToLower(strings.TrimSpace(s)); return nil }},
	{Name: "shot", Needed: true, Get: func(r Row) string { return r.Title }, Set: func(r *Row, s string) error {
		if r.Title = strings.TrimSpace(s); r.Title == "" {
			return errors.New("it has no words")
		}
		return nil
	}},
	text("angle", func(r *Row) *string { return &r.Angle }),
	{Name: "hands", Get: func(r Row) string { return strconv.Itoa(r.Hands) }, Set: func(r *Row, s string) (err error) {
		if s = strings.TrimSpace(s); s == "" {
			s = "0"
		}
		if r.Hands, err = strconv.Atoi(s); err != nil || r.Hands < 0 || r.Hands > 9 {
			return fmt.Errorf("“%s” is not a number of hands from 0 to 9", s)
		}
		return nil
	}},
	table.Flag("shutter matters", func(r *Row) *bool { return &r.Shutter }),
	text("light", func(r *Row) *string { return &r.Light }),
	text("vessel", func(r *Row) *string { return &r.Vessel }),
	{Name: "because", Get: func(r Row) string { return r.Because }, Set: func(*Row, string) error { return nil }},
	text("id", func(r *Row) *string { return &r.ID }),
}

// text is a column of words, without the blanks round them.
func text(name string, at func(*Row) *string) table.Column[Row] {
	return table.Column[Row]{Name: name, Get: func(r Row) string { return *at(&r) }, Set: func(r *Row, s string) error { *at(r) = strings.TrimSpace(s); return nil }}
}

// Write returns the list as CSV with a header.
func Write(rows []Row) ([]byte, error) {
	numbered := make([]Row, len(rows))
	for i, r := range rows {
		r.order = i + 1
		numbered[i] = r
	}
	return table.Write(columns, numbered)
}

// Read returns the rows of a file in its order. Columns are found by their
// header, in any order; "shot" must be there. A file with anything wrong gives
// Errors that name each line, beside the rows that could be read, so that what is
// wrong with those can be said at the same time.
func Read(data []byte) ([]Row, error) {
	read, mapped, err := table.Read(columns, data)
	has := map[string]bool{}
	for _, m := range mapped {
		has[m.Column] = true
	}
	var out []Row
	for _, r := range read {
		if len(out) == MostRows {
			return nil, Errors{{Line: r.Line, Words: fmt.Sprintf("A list of more than %d shots is not read.", MostRows)}}
		}
		r.Value.Line, r.Value.has = r.Line, has
		out = append(out, r.Value)
	}
	return out, err
}
