package api

import (
	"reflect"

	"figladder/internal/craft/card"
	"figladder/internal/craft/dayplan"
	"figladder/internal/craft/method"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
	"figladder/internal/studio/frames"

	"github.com/danielgtaylor/huma/v2"
)

// listed describes a vocabulary to whoever reads the API: its words, and the empty one, which
// says that nothing is chosen. Whether something must be, the document itself checks.
type listed[T words.Vocabulary] struct{}

// Schema implements huma.SchemaProvider.
func (listed[T]) Schema(huma.Registry) *huma.Schema {
	var of T
	s := &huma.Schema{Type: huma.TypeString, Enum: []any{""}}
	for _, w := range of.Words() {
		s.Enum = append(s.Enum, w)
	}
	s.PrecomputeMessages()
	return s
}

func tellWords[T words.Vocabulary](r huma.Registry) {
	r.RegisterTypeAlias(reflect.TypeFor[T](), reflect.TypeFor[listed[T]]())
}

// vocabularies tells the API's description every vocabulary of craft/words.
func vocabularies(r huma.Registry) huma.Registry {
	tellWords[words.Angle](r)
	tellWords[words.CardFace](r)
	tellWords[words.Direction](r)
	tellWords[words.DishState](r)
	tellWords[words.Finish](r)
	tellWords[words.Hold](r)
	tellWords[words.LightKind](r)
	tellWords[method.Class](r)
	tellWords[method.State](r)
	tellWords[shots.Form](r)
	tellWords[dayplan.JobKind](r)
	tellWords[dayplan.Style](r)
	tellWords[card.From](r)
	tellWords[card.Laid](r)
	tellWords[card.Mark](r)
	tellWords[card.Sureness](r)
	tellWords[frames.Stage](r)
	tellWords[frames.Which](r)
	return r
}
