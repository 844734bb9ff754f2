package brief

import (
	"slices"
	"strings"

	"figladder/internal/craft/finding"
)

// Takes are what can be taken from a picture that is liked, rather than copying it
// whole (handbook B4).
var Takes = []string{"styling", "light", "mood", "angle", "prop", "colour", "crop"}

// Reference is a picture or a note with what to take from it.
type Reference struct {
	Words  string   `json:"words" maxLength:"1000" doc:"What to look at in it"`
	Takes  []string `json:"takes" maxItems:"7" doc:"What to take: styling, light, mood, angle, prop, colour, crop"`
	From   string   `json:"from" maxLength:"300" doc:"Where it was seen"`
	DishID string   `json:"dishId" maxLength:"40" doc:"The dish it is for, or empty for the whole shoot"`
}

// Check returns what cannot be accepted. A reference has to say what to take: a
// picture that is only liked gets copied.
func (r Reference) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	if len(r.Takes) == 0 {
		out = append(out, finding.FieldProblem{Path: "takes", Words: "Say what to take from it: " + strings.Join(Takes, ", ") + "."})
	}
	for _, t := range r.Takes {
		if !slices.Contains(Takes, t) {
			out = append(out, finding.FieldProblem{Path: "takes", Words: "“" + t + "” is not something to take: " + strings.Join(Takes, ", ") + "."})
		}
	}
	return out
}
