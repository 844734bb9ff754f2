package api

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"figladder/internal/craft/bounds"
	"figladder/internal/craft/measure"
	"github.com/danielgtaylor/huma/v2"
	jsonv2 "github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"
	jsonv1 "github.com/go-json-experiment/json/v1"
)

func init() { huma.ValidateStrictCasing = true }

// strictly reads JSON as it is written: a key is known by its exact letters, stands once,
// and is one that there is. What is looked at by the checks is then what is kept. Text
// holds no control characters but tabs and ends of lines.
var strictly = huma.Format{
	Unmarshal: func(data []byte, v any) error {
		err := jsonv2.Unmarshal(data, v, jsonv1.DefaultOptionsV1(), jsonv1.ReportErrorsWithLegacySemantics(false), jsonv2.MatchCaseInsensitiveNames(false), jsonv2.RejectUnknownMembers(true),
			jsontext.AllowDuplicateNames(false), jsontext.AllowInvalidUTF8(false))
		if err != nil {
			return inWords(err)
		}
		if tree, ok := v.(*any); ok { // the first reading, which is checked before the second
			return controls(*tree, nil)
		}
		return nil
	},
}

// UnreadError says at which field a body could not be read.
type UnreadError struct{ Field, Words string }

// Error implements error; huma keeps only this text, so field and words are in it.
func (e *UnreadError) Error() string { return e.Field + unreadMark + e.Words }

// inWords says what could not be read, by the field's path and in no language's terms.
func inWords(err error) error {
	out := &UnreadError{Words: "This could not be read"}
	var syntax *jsontext.SyntacticError
	var kind *jsonv2.SemanticError
	if errors.As(err, &kind) {
		out.Field = dotted(kind.JSONPointer)
	}
	switch {
	case errors.Is(err, measure.ErrNumber) && kind != nil && kind.Err != nil:
		out.Words = kind.Err.Error() // it says so itself
	case errors.As(err, &syntax):
		out.Field, out.Words = dotted(syntax.JSONPointer), notJSON
		if errors.Is(err, jsontext.ErrDuplicateName) {
			out.Words = "this is given twice"
		}
	case kind != nil:
		if out.Words = "this is of the wrong kind"; errors.Is(err, jsonv2.ErrUnknownName) {
			out.Words = "there is no such field"
		}
	}
	return out
}

// notJSON is said of what is no JSON at all.
const notJSON = "this is not JSON as it should be"

// dotted turns /set/cards/1/on into set.cards[1].on, as the checks write paths.
func dotted(p jsontext.Pointer) string {
	var b strings.Builder
	for tok := range p.Tokens() {
		switch {
		case tok != "" && strings.Trim(tok, "0123456789") == "":
			fmt.Fprintf(&b, "[%s]", tok)
		case b.Len() > 0:
			b.WriteString("." + tok)
		default:
			b.WriteString(tok)
		}
	}
	return b.String()
}

// controls finds text with a character that cannot be seen and cannot be printed.
func controls(v any, path []string) error {
	switch x := v.(type) {
	case string:
		if bounds.Invisible(x) {
			return &UnreadError{Field: strings.Join(path, "."), Words: "there is a character in this that cannot be seen. Type the words anew rather than pasting them"}
		}
	case []any:
		for i, e := range x {
			if err := controls(e, append(slices.Clone(path), fmt.Sprint(i))); err != nil {
				return err
			}
		}
	case map[string]any:
		for k, e := range x {
			if err := controls(e, append(slices.Clone(path), k)); err != nil {
				return err
			}
		}
	}
	return nil
}

// bound gives every field of the API a bound that has none of its own (craft/bounds holds
// files to the same). Whole numbers fit the columns that they are kept in.
func bound(doc *huma.OpenAPI) {
	done := map[*huma.Schema]bool{}
	var each func(s *huma.Schema)
	each = func(s *huma.Schema) {
		if s == nil || done[s] {
			return
		}
		done[s] = true
		switch s.Type {
		case huma.TypeString:
			if s.MaxLength == nil && s.Enum == nil && s.Format == "" {
				s.MaxLength = ptr(bounds.MostText)
			}
		case huma.TypeArray:
			if s.MaxItems == nil {
				s.MaxItems = ptr(bounds.MostItems)
			}
		case huma.TypeInteger, huma.TypeNumber:
			if s.Minimum == nil && s.ExclusiveMinimum == nil {
				s.Minimum = ptr(-bounds.MostNumber)
			}
			if s.Maximum == nil && s.ExclusiveMaximum == nil {
				s.Maximum = ptr(bounds.MostNumber)
			}
		}
		each(s.Items)
		for _, p := range s.Properties {
			each(p)
		}
		if more, ok := s.AdditionalProperties.(*huma.Schema); ok {
			each(more)
		}
		s.PrecomputeMessages()
	}
	for _, s := range doc.Components.Schemas.Map() {
		each(s)
	}
	for _, path := range doc.Paths {
		for _, op := range operations(path) {
			for _, p := range op.Parameters {
				each(p.Schema)
			}
			if op.RequestBody != nil {
				for _, m := range op.RequestBody.Content {
					each(m.Schema)
				}
			}
		}
	}
}

func ptr[T any](v T) *T { return &v }

// operations are those of a path.
func operations(p *huma.PathItem) []*huma.Operation {
	var out []*huma.Operation
	for _, op := range []*huma.Operation{p.Get, p.Post, p.Put, p.Delete} {
		if op != nil {
			out = append(out, op)
		}
	}
	return out
}
