package bounds

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

type inner struct {
	Word string `json:"word" maxLength:"4"`
}

type outer struct {
	inner
	Name  string   `json:"name" maxLength:"5"`
	Free  string   `json:"free"`
	Kind  string   `json:"kind" enum:",plate,bowl"`
	Size  float64  `json:"size" minimum:"1" maximum:"9"`
	Count int      `json:"count"`
	List  []inner  `json:"list" maxItems:"2"`
	Own   []string `json:"-"`
	At    *inner   `json:"at"`
}

func TestCheckHoldsAFieldToItsTags(t *testing.T) {
	good := func() outer { return outer{Size: 2} }
	assert.Empty(t, Check(good()))
	for path, spoil := range map[string]func(o *outer){
		"name":        func(o *outer) { o.Name = "éééééé" },
		"free":        func(o *outer) { o.Free = strings.Repeat("x", MostText+1) },
		"kind":        func(o *outer) { o.Kind = "mug" },
		"size":        func(o *outer) { o.Size = math.NaN() },
		"count":       func(o *outer) { o.Count = 2e9 },
		"list":        func(o *outer) { o.List = make([]inner, 3) },
		"list.1.word": func(o *outer) { o.List = []inner{{}, {"abcde"}} },
		"at.word":     func(o *outer) { o.At = &inner{"a\x07"} },
	} {
		o := good()
		spoil(&o)
		got := Check(&o)
		if assert.Len(t, got, 1, path) {
			assert.Equal(t, path, got[0].Path)
		}
	}
	assert.False(t, Invisible("Crème\tfraîche\n½"))
	assert.True(t, Invisible("a\u0085b"))
}
