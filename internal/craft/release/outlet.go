package release

import (
	"fmt"
	"math"
	"strings"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finding"
)

// Outlet is what a place that shows pictures asks for.
type Outlet struct {
	Key         string `json:"key" maxLength:"64" readOnly:"true" doc:"Stable name"`
	Name        string `json:"name" maxLength:"80" doc:"Name for a person"`
	Shape       string `json:"shape" maxLength:"12" doc:"width:height; empty for any"`
	LeastLongPx int    `json:"leastLongPx" minimum:"0" maximum:"30000" doc:"Fewest pixels on the long side"`
	MostLongPx  int    `json:"mostLongPx" minimum:"0" maximum:"30000" doc:"Most pixels on the long side; larger is made smaller, 0 for no limit"`
	MostBytes   int    `json:"mostBytes" minimum:"0" maximum:"1000000000" doc:"Largest file, bytes; 0 for no limit"`
	MostWords   int    `json:"mostWords" minimum:"0" maximum:"4000" doc:"Longest caption, characters; 0 for no limit"`
	NeedsAlt    bool   `json:"needsAlt" doc:"Whether alt text is required"`
	NeedsCredit bool   `json:"needsCredit" doc:"Whether a credit is required"`
	Format      Format `json:"format" enum:"jpeg,png,webp" doc:"What kind of file"`
	Place       string `json:"place" maxLength:"40" doc:"Where it is delivered by itself; empty where it is handed over by hand"`
}

// Format is a kind of picture file.
type Format string

// The kinds there are.
const (
	JPEG Format = "jpeg"
	PNG  Format = "png"
	WebP Format = "webp"
)

// Ends is how the names of such files end.
func (f Format) Ends() string {
	if f == JPEG || f == "" {
		return ".jpg"
	}
	return "." + string(f)
}

// StartOutlet is what another outlet begins with.
func StartOutlet() Outlet {
	return Outlet{Name: "", Shape: "4:5", LeastLongPx: 1080, MostLongPx: 2000, MostBytes: 4 << 20, MostWords: 600, NeedsAlt: true, Format: JPEG}
}

// leastBytes is the smallest limit that a picture can be told from another by.
const leastBytes = 10_000

// Check says what of an outlet cannot be accepted.
func (o Outlet) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string) { out = append(out, finding.FieldProblem{Path: path, Words: words}) }
	if strings.TrimSpace(o.Name) == "" {
		bad("name", "Give it a name, such as Feed.")
	}
	if o.Shape != "" {
		if _, _, ok := brief.Shape(o.Shape); !ok {
			bad("shape", "“"+o.Shape+"” is not a shape. Write width:height, such as 4:5, or leave it empty for any.")
		}
	}
	if o.MostLongPx > 0 && o.MostLongPx < o.LeastLongPx {
		bad("mostLongPx", fmt.Sprintf("The most, %d px, is less than the fewest, %d px.", o.MostLongPx, o.LeastLongPx))
	}
	if o.MostBytes > 0 && o.MostBytes < leastBytes {
		bad("mostBytes", "No picture is smaller than 10 kB. Write more, or 0 for no limit.")
	}
	switch o.Format {
	case JPEG, PNG, WebP:
	default:
		bad("format", "“"+string(o.Format)+"” is none of jpeg, png and webp.")
	}
	return out
}

// Laxer says where an outlet was written down with less than the place itself asks for: it would refuse what is let through here.
func Laxer(o, asks Outlet) []string {
	out := []string{}
	say := func(is bool, words string, args ...any) {
		if is {
			out = append(out, fmt.Sprintf(words, args...))
		}
	}
	limit := func(v int) float64 {
		if v == 0 {
			return math.Inf(1)
		}
		return float64(v)
	}
	say(asks.Shape != "" && o.Shape != asks.Shape, "It shows %s only.", asks.Shape)
	say(o.LeastLongPx < asks.LeastLongPx, "It wants %d px on the long side or more.", asks.LeastLongPx)
	say(limit(o.MostLongPx) > limit(asks.MostLongPx), "It takes %d px on the long side at the most.", asks.MostLongPx)
	say(limit(o.MostBytes) > limit(asks.MostBytes), "It takes %d kB at the most.", asks.MostBytes>>10)
	say(limit(o.MostWords) > limit(asks.MostWords), "It cuts captions off after %d characters.", asks.MostWords)
	say(!o.NeedsAlt && asks.NeedsAlt, "It asks for alt text.")
	say(!o.NeedsCredit && asks.NeedsCredit, "It asks for a credit.")
	return out
}
