package scene

import (
	"encoding/json"
	"fmt"
	"strconv"
	"strings"

	"figladder/internal/craft/finding"
)

// Apply returns the set with edits made. An edit that names no field of a set,
// or puts the wrong kind of value there, is a FieldProblem and nothing changes.
func Apply(s Set, edits []finding.Edit) (Set, []finding.FieldProblem) {
	raw, err := json.Marshal(s)
	if err != nil {
		return s, []finding.FieldProblem{{Path: "", Words: "This set holds a number that cannot be written: " + err.Error()}}
	}
	var doc any
	if err := json.Unmarshal(raw, &doc); err != nil {
		return s, []finding.FieldProblem{{Path: "", Words: err.Error()}}
	}
	var bad []finding.FieldProblem
	for _, e := range edits {
		var v any
		switch {
		case e.Number != nil:
			v = *e.Number
		case e.Flag != nil:
			v = *e.Flag
		case e.Text != nil:
			v = *e.Text
		default:
			continue
		}
		if !put(doc, strings.Split(e.Path, "."), v) {
			bad = append(bad, finding.FieldProblem{Path: e.Path, Words: fmt.Sprintf("A set has no “%s”.", e.Path)})
		}
	}
	if bad != nil {
		return s, bad
	}
	raw, _ = json.Marshal(doc)
	var out Set
	if err := json.Unmarshal(raw, &out); err != nil {
		return s, []finding.FieldProblem{{Path: "", Words: "That kind of value does not fit there: " + err.Error()}}
	}
	return out, nil
}

// Values are edits that put back what a set has where others would change it; one for a place
// that the set has not is left out.
func Values(s Set, of []finding.Edit) []finding.Edit {
	out := []finding.Edit{}
	raw, err := json.Marshal(s)
	if err != nil {
		return out
	}
	var doc any
	_ = json.Unmarshal(raw, &doc)
	for _, e := range of {
		switch v := valueAt(doc, strings.Split(e.Path, ".")).(type) {
		case float64:
			out = append(out, finding.SetNumber(e.Path, v))
		case string:
			out = append(out, finding.SetText(e.Path, v))
		case bool:
			out = append(out, finding.SetFlag(e.Path, v))
		}
	}
	return out
}

// valueAt reads what stands at a path; nil when there is no such place.
func valueAt(doc any, path []string) any {
	for _, k := range path {
		switch x := doc.(type) {
		case map[string]any:
			doc = x[k]
		case []any:
			i, err := strconv.Atoi(k)
			if err != nil || i < 0 || i >= len(x) {
				return nil
			}
			doc = x[i]
		default:
			return nil
		}
	}
	return doc
}

// put writes a value at a path of field names and places in lists, and reports
// whether there is such a place.
func put(doc any, path []string, v any) bool {
	last := len(path) == 1
	switch at := doc.(type) {
	case map[string]any:
		was, ok := at[path[0]]
		if !ok {
			return false
		}
		if last {
			at[path[0]] = v
			return true
		}
		return put(was, path[1:], v)
	case []any:
		i, err := strconv.Atoi(path[0])
		if err != nil || i < 0 || i >= len(at) || last {
			return false
		}
		return put(at[i], path[1:], v)
	}
	return false
}
