package table

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Number writes a number so that it reads back as the same; 0 is an empty cell.
func Number(v float64) string {
	if v == 0 {
		return ""
	}
	return strconv.FormatFloat(v, 'f', -1, 64)
}

// Text is a column of text.
func Text[T any](name string, at func(*T) *string, also ...string) Column[T] {
	return Column[T]{Name: name, Also: also, Get: func(v T) string { return *at(&v) }, Set: func(v *T, s string) error { *at(v) = s; return nil }}
}

// OneOf is a column that takes one of some words, whatever their case; an empty
// cell is the first of them.
func OneOf[T any, S ~string](name string, words []S, at func(*T) *S, also ...string) Column[T] {
	return Column[T]{Name: name, Also: also, Get: func(v T) string { return string(*at(&v)) }, Set: func(v *T, s string) error {
		s = strings.TrimSpace(s)
		if s == "" {
			*at(v) = words[0]
			return nil
		}
		for _, w := range words {
			if strings.EqualFold(string(w), s) {
				*at(v) = w
				return nil
			}
		}
		list := make([]string, len(words))
		for i, w := range words {
			list[i] = string(w)
		}
		return fmt.Errorf("“%s” is none of: %s", s, strings.Join(list, ", "))
	}}
}

// Formerly is a column that also takes words which files written earlier have, and what
// each is called now.
func Formerly[T any](c Column[T], now map[string]string) Column[T] {
	set := c.Set
	c.Set = func(v *T, s string) error {
		if w, was := now[strings.ToLower(strings.TrimSpace(s))]; was {
			s = w
		}
		return set(v, s)
	}
	return c
}

// Real is a column of a number.
func Real[T any](name string, at func(*T) *float64, also ...string) Column[T] {
	return Column[T]{Name: name, Also: also, Get: func(v T) string { return Number(*at(&v)) }, Set: func(v *T, s string) (err error) { *at(v), err = real(s); return err }}
}

// Size is a column of a length, kept in mm.
func Size[T any](name string, at func(*T) *float64, also ...string) Column[T] {
	c := Real(name, at, also...)
	c.Length = true
	return c
}

// Whole is a column of a whole number; an empty cell is usual.
func Whole[T any](name string, usual int, at func(*T) *int, also ...string) Column[T] {
	return Column[T]{Name: name, Also: also, Get: func(v T) string { return strconv.Itoa(*at(&v)) }, Set: func(v *T, s string) error {
		s = strings.TrimSpace(s)
		if s == "" {
			*at(v) = usual
			return nil
		}
		n, err := strconv.Atoi(s)
		if err != nil {
			return fmt.Errorf("“%s” is not a whole number", s)
		}
		*at(v) = n
		return nil
	}}
}

// Price is a column of money, kept in minor units and written with a point.
func Price[T any](name string, at func(*T) *int64, also ...string) Column[T] {
	return Column[T]{Name: name, Also: also, Get: func(v T) string {
		if *at(&v) == 0 {
			return ""
		}
		return fmt.Sprintf("%d.%02d", *at(&v)/100, *at(&v)%100)
	}, Set: func(v *T, s string) error {
		f, err := real(s)
		if err != nil || f < 0 || f > 1e6 {
			return fmt.Errorf("“%s” is not a price. Write 12.50", s)
		}
		*at(v) = int64(math.Round(f * 100))
		return nil
	}}
}

// Flag is a column of yes or no.
func Flag[T any](name string, at func(*T) *bool, also ...string) Column[T] {
	return Column[T]{Name: name, Also: also, Get: func(v T) string {
		if *at(&v) {
			return "yes"
		}
		return "no"
	}, Set: func(v *T, s string) error {
		switch strings.ToLower(strings.TrimSpace(s)) {
		case "yes", "y", "true", "1":
			*at(v) = true
		case "", "no", "n", "false", "0":
			*at(v) = false
		default:
			return fmt.Errorf("“%s” is neither yes nor no", s)
		}
		return nil
	}}
}

// Words is a column of a list of words, semicolons between them; one inside a word
// is written \;.
func Words[T any](name string, at func(*T) *[]string, also ...string) Column[T] {
	esc := strings.NewReplacer(`\`, `\\`, `;`, `\;`)
	return Column[T]{Name: name, Also: also, Get: func(v T) string {
		var out []string
		for _, w := range *at(&v) {
			out = append(out, esc.Replace(w))
		}
		return strings.Join(out, ";")
	}, Set: func(v *T, s string) error {
		*at(v) = []string{}
		if s == "" {
			return nil
		}
		var word strings.Builder
		escaped := false
		for _, r := range s {
			switch {
			case escaped:
				word.WriteRune(r)
				escaped = false
			case r == '\\':
				escaped = true
			case r == ';':
				*at(v) = append(*at(v), word.String())
				word.Reset()
			default:
				word.WriteRune(r)
			}
		}
		*at(v) = append(*at(v), word.String())
		return nil
	}}
}

func real(s string) (float64, error) {
	s = strings.TrimSpace(s)
	if s == "" {
		return 0, nil
	}
	if !strings.Contains(s, ".") {
		s = strings.Replace(s, ",", ".", 1)
	}
	v, err := strconv.ParseFloat(s, 64)
	if err != nil || math.IsNaN(v) || math.IsInf(v, 0) {
		return 0, fmt.Errorf("“%s” is not a number", s)
	}
	return v, nil
}
