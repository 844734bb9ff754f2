package scene

import (
	"encoding/json"
	"fmt"
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
	var doc map[string]map[string]any
	if err := json.Unmarshal(raw, &doc); err != nil {
		return s, []finding.FieldProblem{{Path: "", Words: err.Error()}}
	}
	var bad []finding.FieldProblem
	for _, e := range edits {
		thing, field, _ := strings.Cut(e.Path, ".")
		if _, ok := doc[thing][field]; !ok {
			bad = append(bad, finding.FieldProblem{Path: e.Path, Words: fmt.Sprintf("A set has no “%s”.", e.Path)})
			continue
		}
		switch {
		case e.Number != nil:
			doc[thing][field] = *e.Number
		case e.Flag != nil:
			doc[thing][field] = *e.Flag
		case e.Text != nil:
			doc[thing][field] = *e.Text
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
