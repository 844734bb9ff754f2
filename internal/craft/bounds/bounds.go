// Package bounds holds documents to the bounds that their fields declare in their tags
// (maxLength, maxItems, minimum, maximum, enum), the same that the API is told. What comes
// in by a file goes through here.
package bounds

import (
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"figladder/internal/craft/finding"
)

// What a field that says nothing of its own may hold at the most: nothing is without a bound.
const (
	MostText   = 4000
	MostItems  = 2000
	MostNumber = 1e9
)

// Check returns what in a document is beyond its bounds, by the path of its field.
func Check(v any) []finding.FieldProblem {
	var out []finding.FieldProblem
	check(reflect.ValueOf(v), "", "", &out)
	return out
}

func check(v reflect.Value, path string, tag reflect.StructTag, out *[]finding.FieldProblem) {
	bad := func(words string, args ...any) {
		*out = append(*out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(words, args...)})
	}
	switch v.Kind() {
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			check(v.Elem(), path, tag, out)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			f := v.Type().Field(i)
			if !f.IsExported() {
				continue
			}
			name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
			if name == "-" {
				continue
			}
			at := strings.TrimPrefix(path+"."+name, ".")
			if f.Anonymous || name == "" {
				at = path
			}
			check(v.Field(i), at, f.Tag, out)
		}
	case reflect.Slice, reflect.Array:
		if most := number(tag, "maxItems", MostItems); float64(v.Len()) > most {
			bad("%d are more than the %.0f that fit here.", v.Len(), most)
			return
		}
		for i := range v.Len() {
			check(v.Index(i), fmt.Sprintf("%s.%d", path, i), "", out)
		}
	case reflect.Map:
		for it := v.MapRange(); it.Next(); {
			check(it.Value(), fmt.Sprintf("%s.%v", path, it.Key()), "", out)
		}
	case reflect.String:
		s := v.String()
		if n, most := utf8.RuneCountInString(s), number(tag, "maxLength", MostText); float64(n) > most {
			bad("%d characters are more than the %.0f that fit here.", n, most)
		} else if Invisible(s) {
			bad("There is a character in this that cannot be seen. Type the words anew rather than pasting them.")
		} else if all, ok := tag.Lookup("enum"); ok && !slices.Contains(strings.Split(all, ","), s) {
			bad("“%s” is none of: %s.", s, strings.TrimPrefix(strings.ReplaceAll(all, ",", ", "), ", "))
		}
	case reflect.Int, reflect.Int8, reflect.Int16, reflect.Int32, reflect.Int64:
		within(path, float64(v.Int()), tag, bad)
	case reflect.Float32, reflect.Float64:
		within(path, v.Float(), tag, bad)
	}
}

func within(path string, v float64, tag reflect.StructTag, bad func(string, ...any)) {
	lo, hi := number(tag, "minimum", -MostNumber), number(tag, "maximum", MostNumber)
	if !(v >= lo && v <= hi) { // also catches what is no number
		unit := ""
		if Long(path) {
			unit = "mm"
		}
		bad("%s", Outside(path, v, lo, hi, unit))
	}
}

func number(tag reflect.StructTag, key string, usual float64) float64 {
	if v, err := strconv.ParseFloat(tag.Get(key), 64); err == nil {
		return v
	}
	return usual
}

// Invisible reports whether a text holds a control character other than tab and ends of
// lines, or one of the two code points that XML cannot hold.
func Invisible(s string) bool {
	return strings.ContainsFunc(s, func(r rune) bool {
		return r < 0x20 && r != '\t' && r != '\n' && r != '\r' || r >= 0x7f && r < 0xa0 || r == 0xfffe || r == 0xffff
	})
}
