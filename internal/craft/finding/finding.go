// Package finding is the one shape of every check in Fig Ladder: what was
// noticed, how it was measured, why it matters, and what to try.
package finding

// Severity says how much a finding asks of the person. It is always shown as a
// word and a shape, never as colour alone.
type Severity string

// The severities, mildest first.
const (
	Note Severity = "note" // worth knowing
	Care Severity = "care" // likely to spoil the picture, or needs caution
	Stop Severity = "stop" // the deed cannot be done as it stands
)

// Edit is one change a Try makes: a dotted path into the document that the
// finding is about, and the value to put there.
type Edit struct {
	Path   string   `json:"path" doc:"Dotted path, such as camera.aperture"`
	Number *float64 `json:"number,omitempty" doc:"New number"`
	Text   *string  `json:"text,omitempty" doc:"New text"`
	Flag   *bool    `json:"flag,omitempty" doc:"New yes or no"`
}

// Try is something to do about a finding. One with edits can be applied with
// one press; one without is advice for hands.
type Try struct {
	Words string `json:"words" doc:"What to do"`
	Edits []Edit `json:"edits" doc:"Changes that do it; empty when only hands can"`
}

// Finding is the result of one check.
type Finding struct {
	Code     string   `json:"code" doc:"Stable name of the check"`
	Severity Severity `json:"severity" enum:"note,care,stop" doc:"How much it asks"`
	Subject  string   `json:"subject" doc:"What it is about"`
	Measure  string   `json:"measure" doc:"What was measured, with its unit"`
	Limit    string   `json:"limit" doc:"What it was measured against"`
	Because  string   `json:"because" doc:"Why it matters, in a sentence"`
	Try      []Try    `json:"try" doc:"What to do about it"`
	Group    Group    `json:"group,omitempty" enum:"safety,light,depth,frame,props" doc:"What kind of fault it is, where findings are weighed against one another"`
	Cost     int      `json:"cost,omitempty" doc:"What it costs the picture, 0 to 100: from 60 the client sends it back, from 40 it is seen at once"`
	Frame    string   `json:"frame,omitempty" doc:"An own frame that shows what comes of it"`
}

// SetNumber is an Edit that puts a number at path.
func SetNumber(path string, v float64) Edit { return Edit{Path: path, Number: &v} }

// SetFlag is an Edit that puts a yes or no at path.
func SetFlag(path string, v bool) Edit { return Edit{Path: path, Flag: &v} }

// SetText is an Edit that puts words at path.
func SetText(path, v string) Edit { return Edit{Path: path, Text: &v} }

// Hands is a Try that only a person can carry out.
func Hands(words string) Try { return Try{Words: words, Edits: []Edit{}} }

// Press is a Try that the application can carry out.
func Press(words string, edits ...Edit) Try { return Try{Words: words, Edits: edits} }

// FieldProblem says that one field of a document cannot be accepted, and how to
// mend it.
type FieldProblem struct {
	Path  string // dotted path of the field
	Words string // what is wrong and what would be right
}
