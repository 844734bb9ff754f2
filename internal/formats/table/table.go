// Package table reads and writes lists of things as CSV (RFC 4180, UTF-8), a
// column a field. Reading finds columns by their header, in any order and by
// several names, with a unit of length in it where there is one ("diameter cm",
// "Ø (in)").
package table

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"math/big"
	"regexp"
	"strings"
	"unicode/utf8"

	"figladder/internal/formats/cells"
)

// Column is one field of a T.
type Column[T any] struct {
	Name   string   // its header when written
	Also   []string // other headers it goes by
	Needed bool     // whether a file without it is refused
	Length bool     // whether it is a length: Get gives mm, and a unit may stand in the header
	Get    func(T) string
	Set    func(*T, string) error // what is wrong, in words
}

// Row is one thing read, with the line it stands on.
type Row[T any] struct {
	Line  int
	Value T
}

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

// Mapped says what became of a header of the file.
type Mapped struct {
	Header string `json:"header" doc:"As it stands in the file"`
	Column string `json:"column" doc:"The field it was taken for; empty when it was left out"`
	Unit   string `json:"unit" doc:"The unit that was read in it, or empty"`
}

// MostRows is the longest file that is read.
const MostRows = 20000

// Write returns the rows as CSV with a header. A cell that a spreadsheet would run
// is guarded.
func Write[T any](columns []Column[T], rows []T) ([]byte, error) {
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	w.UseCRLF = true
	head := make([]string, len(columns))
	for i, c := range columns {
		head[i] = c.header()
	}
	_ = w.Write(head)
	for _, r := range rows {
		out := make([]string, len(columns))
		for i, c := range columns {
			out[i] = cells.Guard(c.Get(r))
		}
		_ = w.Write(out)
	}
	w.Flush()
	return b.Bytes(), w.Error()
}

func (c Column[T]) header() string {
	if c.Length {
		return c.Name + " mm"
	}
	return c.Name
}

// lengths are how many mm a unit is.
var lengths = map[string]*big.Rat{"mm": big.NewRat(1, 1), "cm": big.NewRat(10, 1), "m": big.NewRat(1000, 1), "in": big.NewRat(254, 10), "inch": big.NewRat(254, 10), "inches": big.NewRat(254, 10), `"`: big.NewRat(254, 10)}

var unitAt = regexp.MustCompile(`(?i)[\s_(\[,/]+(mm|cm|m|in|inch|inches|")[\s)\]]*$`)

// Read returns the rows of a file, blank lines left out, and what became of its
// headers. What is wrong is told by line, all of it; the rows that could be read
// come with it, so that what is wrong with those can be said at the same time.
func Read[T any](columns []Column[T], data []byte) ([]Row[T], []Mapped, error) {
	data = bytes.TrimPrefix(data, []byte("\xef\xbb\xbf"))
	if !utf8.Valid(data) {
		return nil, nil, Errors{{1, "This is not text in UTF-8. Save it as CSV UTF-8."}}
	}
	r := csv.NewReader(bytes.NewReader(data))
	r.FieldsPerRecord = -1
	r.Comma = comma(data)
	head, err := r.Read()
	if err != nil {
		return nil, nil, Errors{{1, "There is no header. The first line names the columns."}}
	}
	mapped, at, bad := mapHeader(columns, head)
	if bad != nil {
		return nil, mapped, bad
	}
	var out []Row[T]
	for {
		record, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		var parse *csv.ParseError
		if errors.As(err, &parse) {
			return out, mapped, append(bad, LineError{parse.Line, "The quotes do not close: " + parse.Err.Error() + "."})
		}
		if err != nil {
			return nil, mapped, err
		}
		line, _ := r.FieldPos(0)
		if strings.TrimSpace(strings.Join(record, "")) == "" {
			continue
		}
		if len(out) == MostRows {
			return out, mapped, append(bad, LineError{line, fmt.Sprintf("A file of more than %d lines is not read.", MostRows)})
		}
		row := Row[T]{Line: line}
		for _, c := range columns { // what a file leaves out is as an empty cell
			if err := c.Set(&row.Value, ""); err != nil && !c.Needed {
				return nil, mapped, fmt.Errorf("column %s has no value for an empty cell: %w", c.Name, err)
			}
		}
		for i, text := range record {
			if i >= len(at) || at[i] < 0 {
				continue
			}
			c := columns[at[i]]
			text = cells.Unguard(text)
			if c.Length {
				if text, err = toMm(text, mapped[i].Unit); err != nil {
					bad = append(bad, LineError{line, c.Name + ": " + err.Error() + "."})
					continue
				}
			}
			if err := c.Set(&row.Value, text); err != nil {
				bad = append(bad, LineError{line, c.Name + ": " + err.Error() + "."})
			}
		}
		out = append(out, row)
	}
	if bad != nil {
		return out, mapped, bad
	}
	return out, mapped, nil
}

// comma is the separator of a file: a semicolon where the header has more of those
// than commas, as spreadsheets of some countries write.
func comma(data []byte) rune {
	line, _, _ := bytes.Cut(data, []byte("\n"))
	if bytes.Count(line, []byte(";")) > bytes.Count(line, []byte(",")) {
		return ';'
	}
	return ','
}

func mapHeader[T any](columns []Column[T], head []string) (mapped []Mapped, at []int, bad Errors) {
	used := map[int]string{}
	for _, h := range head {
		h = strings.TrimSpace(cells.Unguard(h))
		name, unit := h, ""
		if m := unitAt.FindStringSubmatchIndex(h); m != nil {
			name, unit = h[:m[0]], strings.ToLower(h[m[2]:m[3]])
		}
		found := -1
		for i, c := range columns {
			for _, n := range append([]string{c.Name}, c.Also...) {
				if strings.EqualFold(n, h) || c.Length && strings.EqualFold(n, strings.TrimSpace(name)) {
					found = i
				}
			}
		}
		m := Mapped{Header: h}
		if found >= 0 {
			if before, twice := used[found]; twice {
				bad = append(bad, LineError{1, fmt.Sprintf("“%s” and “%s” are both %s.", before, h, columns[found].Name)})
			}
			used[found] = h
			m.Column = columns[found].Name
			if columns[found].Length {
				if m.Unit = unit; unit == "" {
					m.Unit = "mm"
				}
			}
		}
		mapped, at = append(mapped, m), append(at, found)
	}
	for i, c := range columns {
		if _, ok := used[i]; c.Needed && !ok {
			bad = append(bad, LineError{1, fmt.Sprintf("There is no column “%s”.", c.Name)})
		}
	}
	return mapped, at, bad
}

// toMm turns a length in a unit into mm, exactly; a unit in the cell goes before
// that in the header. A decimal comma is a point.
func toMm(text, unit string) (string, error) {
	s := strings.TrimSpace(text)
	if s == "" {
		return "", nil
	}
	lower := strings.ToLower(s)
	for _, u := range []string{"mm", "cm", "inches", "inch", "in", `"`, "m"} {
		if strings.HasSuffix(lower, u) {
			unit, s = u, strings.TrimSpace(s[:len(s)-len(u)])
			break
		}
	}
	if len(s) > 24 || strings.ContainsAny(s, "eExXpP_/") {
		return "", fmt.Errorf("“%s” is not a length. Write 21.5, or 21.5 cm", text)
	}
	v, ok := new(big.Rat).SetString(strings.Replace(s, ",", ".", 1))
	if !ok {
		return "", fmt.Errorf("“%s” is not a length. Write 21.5, or 21.5 cm", text)
	}
	f, _ := v.Mul(v, lengths[unit]).Float64()
	return Number(f), nil
}
