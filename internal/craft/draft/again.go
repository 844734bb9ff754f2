package draft

import (
	"encoding/json"
	"reflect"

	"figladder/internal/craft/scene"
)

// OfSetUp is what was drafted of a set-up, kept with it, so that what a person has changed
// since can be told from what is still the draft's.
type OfSetUp struct {
	Key     string      `json:"key" doc:"Stable name within the shoot"`
	Up      scene.SetUp `json:"up" doc:"As it was drafted"`
	Choices []Choice    `json:"choices" doc:"What was chosen"`
}

// OfFrame is the same of a frame.
type OfFrame struct {
	Own     scene.Own `json:"own" doc:"As it was drafted"`
	Choices []Choice  `json:"choices" doc:"What was chosen"`
}

// Again puts a fresh draft over an older one: a field that is as it was drafted takes the fresh
// value, one that a person has changed stays. A list is one field.
func Again[T any](drafted, now, fresh T) (T, error) {
	var out T
	was, err := plain(drafted)
	if err != nil {
		return out, err
	}
	is, err := plain(now)
	if err != nil {
		return out, err
	}
	to, err := plain(fresh)
	if err != nil {
		return out, err
	}
	raw, err := json.Marshal(over(was, is, to))
	if err != nil {
		return out, err
	}
	err = json.Unmarshal(raw, &out)
	return out, err
}

func plain(v any) (any, error) {
	raw, err := json.Marshal(v)
	if err != nil {
		return nil, err
	}
	var out any
	err = json.Unmarshal(raw, &out)
	return out, err
}

func over(was, is, to any) any {
	if reflect.DeepEqual(was, is) {
		return to
	}
	a, aIs := was.(map[string]any)
	b, bIs := is.(map[string]any)
	c, cIs := to.(map[string]any)
	if !aIs || !bIs || !cIs {
		return is
	}
	out := map[string]any{}
	for k := range b {
		out[k] = over(a[k], b[k], c[k])
	}
	return out
}
