package api_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/http"
	"os"
	"regexp"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// maker makes bodies from the API's description: mostly such as it allows, now and then
// such as nobody would send.
type maker struct {
	schemas map[string]any
	keys    []string // of rows that there are
	rng     *rand.Rand
	wild    float64 // how often a value is anything at all
}

var oddText = []string{"", " ", "é½日本\u202e", "<script>alert(1)</script>", "'; drop table shoots; --", "a\x00b", "\u0007", "1e309", "2026-02-30", "../../etc/passwd", "{}", strings.Repeat("x", 700), strings.Repeat("line\n", 500), "#zzzzzz"}

// oddValues makes them anew each time: a body that is sent is changed further.
func oddValues() []any {
	return []any{nil, true, 0, -1, 1e308, -1e308, 1e-320, 2147483648, 9007199254740993, "", []any{}, map[string]any{}, []any{[]any{[]any{}}}, "NaN"}
}

func (m *maker) schema(s map[string]any) map[string]any {
	if ref, ok := s["$ref"].(string); ok {
		got, _ := m.schemas[strings.TrimPrefix(ref, "#/components/schemas/")].(map[string]any)
		return got
	}
	return s
}

func (m *maker) value(s map[string]any, depth int) any {
	s = m.schema(s)
	if m.rng.Float64() < m.wild {
		if m.rng.IntN(2) == 0 {
			return oddText[m.rng.IntN(len(oddText))]
		}
		odd := oddValues()
		return odd[m.rng.IntN(len(odd))]
	}
	if all, ok := s["enum"].([]any); ok {
		return all[m.rng.IntN(len(all))]
	}
	kind := s["type"]
	if list, ok := kind.([]any); ok {
		kind = list[0]
	}
	switch kind {
	case "object":
		out := map[string]any{}
		props, _ := s["properties"].(map[string]any)
		for name, p := range props {
			if m.rng.Float64() < m.wild/2 {
				continue
			}
			out[name] = m.value(p.(map[string]any), depth+1)
		}
		if m.rng.Float64() < m.wild/4 {
			out["Extra"] = 1
		}
		return out
	case "array":
		out := []any{}
		items, _ := s["items"].(map[string]any)
		for n := m.rng.IntN(4); n > 0 && depth < 9; n-- {
			out = append(out, m.value(items, depth+1))
		}
		return out
	case "integer", "number":
		lo, hi := -1000.0, 1000.0
		if v, ok := s["minimum"].(float64); ok {
			lo = v
		}
		if v, ok := s["maximum"].(float64); ok {
			hi = v
		}
		v := lo + (hi-lo)*m.rng.Float64()
		switch m.rng.IntN(6) {
		case 0:
			v = lo
		case 1:
			v = hi
		case 2:
			v = max(lo, min(hi, 1))
		}
		if kind == "integer" {
			return int64(v)
		}
		return v
	case "boolean":
		return m.rng.IntN(2) == 0
	case "string":
		if s["format"] == "date-time" {
			return "2026-12-03T10:00:00Z"
		}
		switch m.rng.IntN(5) {
		case 0:
			return m.keys[m.rng.IntN(len(m.keys))]
		case 1:
			return oddText[m.rng.IntN(len(oddText))]
		case 2:
			return "#5b6f8a"
		}
		return []string{"2026-12-03", "Quince", "1 pear\n2 eggs", "Pour over the rice.", "Europe/London"}[m.rng.IntN(5)]
	}
	return nil
}

// body makes one for an operation. One that is a set is mostly a real one with a few fields
// changed, or hardly any would be let in.
func (m *maker) body(o operation) any {
	out := m.value(o.Body, 0)
	obj, ok := out.(map[string]any)
	if !ok {
		return out
	}
	for name, p := range m.schema(o.Body)["properties"].(map[string]any) {
		if p.(map[string]any)["$ref"] != "#/components/schemas/Set" || m.rng.IntN(4) == 0 {
			continue
		}
		raw, _ := json.Marshal(scene.Start())
		var set map[string]any
		_ = json.Unmarshal(raw, &set)
		random := m.value(p.(map[string]any), 0)
		if r, ok := random.(map[string]any); ok {
			for range m.rng.IntN(3) {
				parts := []string{"table", "vessel", "food", "camera", "lights", "cards", "backdrop", "ground", "things", "views", "daylight", "room"}
				part := parts[m.rng.IntN(len(parts))]
				if inner, ok := r[part].(map[string]any); ok && m.rng.IntN(3) > 0 {
					to, _ := set[part].(map[string]any)
					for k, v := range inner {
						if m.rng.IntN(5) == 0 && to != nil {
							to[k] = v
						}
					}
				} else if v, there := r[part]; there {
					set[part] = v
				}
			}
		}
		obj[name] = set
	}
	return out
}

// leave are operations that would end the fuzzing itself: they take the session, the people
// or the shoots away. They are tested by themselves.
var leave = []string{"signIn", "signOut", "firstOwner", "join", "signOutEverywhere", "changePassword", "setRole", "removePerson", "removeShoot", "removeDish", "removeShot", "removeFrame", "take"}

var index = regexp.MustCompile(`\[\d+\]|\.\d+\b`)

// TestFuzzOfEveryRoute sends every route of the API what its description allows and what it
// does not. Nothing is an error of ours, and every refusal is a problem document that names
// fields there are. It runs for twenty seconds, and on a machine that is busy until every route had a fair chance to be
// asked; FIGLADDER_FUZZ=1h for an hour.
func TestFuzzOfEveryRoute(t *testing.T) {
	d := 20 * time.Second
	if s := os.Getenv("FIGLADDER_FUZZ"); s != "" {
		var err error
		d, err = time.ParseDuration(s)
		require.NoError(t, err)
	}
	seed := uint64(time.Now().UnixNano())
	t.Logf("seed %d", seed)
	k, c := serve(t)
	c.signIn()
	shoot, dish, shots := k.Toddy(t)
	prop, err := k.Cupboard.AddProp(t.Context(), k.Owner, aPlate())
	require.NoError(t, err)
	held, err := k.Cupboard.Reserve(t.Context(), k.Owner, shoot.Key, dish.Key, prop.Key, 1)
	require.NoError(t, err)
	_, err = k.SaveSet(t.Context(), shots[0].Key, 0, scene.Start())
	require.NoError(t, err)
	frame, err := k.Frames.Take(t.Context(), k.Owner, shots[0].Key, false)
	require.NoError(t, err)
	keys := []string{shoot.Key, dish.Key, shots[0].Key, shots[1].Key, prop.Key, held.Key, frame.Key, "none", "0", "%2e%2e"}
	all, schemas := operations(t)
	all = slices.DeleteFunc(all, func(o operation) bool { return slices.Contains(leave, o.ID) || o.Form })
	kinds := map[string]map[int]int{}
	var mu sync.Mutex
	sent := 0
	end, enough := time.Now().Add(d), 14*len(all)
	more := func() bool {
		mu.Lock()
		defer mu.Unlock()
		return time.Now().Before(end) || sent < enough && time.Now().Before(end.Add(5*time.Minute))
	}
	var found wrong
	var workers sync.WaitGroup
	for w := range 3 {
		workers.Go(func() {
			m := &maker{schemas: schemas, keys: keys, rng: rand.New(rand.NewPCG(seed, uint64(w)))}
			for more() {
				o := all[m.rng.IntN(len(all))]
				m.wild = []float64{0, 0.02, 0.15}[m.rng.IntN(3)]
				path := strings.ReplaceAll(o.Path, "{id}", keys[m.rng.IntN(len(keys))])
				path = strings.ReplaceAll(path, "{window}", fmt.Sprint(m.rng.IntN(4)-1))
				path = strings.ReplaceAll(path, "{deed}", fmt.Sprint(m.rng.IntN(40)-1))
				var query []string
				for _, p := range o.Query {
					q := p.(map[string]any)
					if q["in"] == "query" && m.rng.IntN(2) == 0 {
						query = append(query, q["name"].(string)+"="+strings.NewReplacer("%", "%25", "&", "%26", "#", "%23", " ", "%20", "\n", "%0A", "\x00", "%00", "\a", "%07", ";", "%3B", "+", "%2B").Replace(fmt.Sprint(m.value(q["schema"].(map[string]any), 0))))
					}
				}
				if o.ID == "setPicture" { // small ones: others are measured elsewhere
					query = []string{"long=32"}
				}
				if len(query) > 0 {
					path += "?" + strings.Join(query, "&")
				}
				var body any
				if o.Body != nil {
					body = m.body(o)
				}
				code := m.send(c, o, path, body, &found)
				mu.Lock()
				sent++
				if kinds[o.ID] == nil {
					kinds[o.ID] = map[int]int{}
				}
				kinds[o.ID][code]++
				mu.Unlock()
			}
		})
	}
	workers.Wait()
	length := 1500
	if len(found.all) > 20 {
		length = 0
	}
	for kind, about := range found.all {
		t.Errorf("%s %.*s", kind, length, about)
	}
	accepted := 0
	for _, codes := range kinds {
		if codes[200]+codes[204] > 0 {
			accepted++
		}
	}
	t.Logf("%d requests to %d routes, %d of which let some in", sent, len(kinds), accepted)
	assert.Greater(t, accepted, len(all)/3, "what is sent must reach the rules, too")
	_, err = k.Brief.Shoot(t.Context(), shoot.Key)
	assert.NoError(t, err, "the server goes on")
}

// wrong gathers what was found, once for each operation and kind of fault.
type wrong struct {
	mu  sync.Mutex
	all map[string]string
}

func (w *wrong) note(o operation, kind, about string) {
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.all == nil {
		w.all = map[string]string{}
	}
	w.all[o.ID+": "+kind] = about
}

func (m *maker) send(c *client, o operation, path string, body any, w *wrong) int {
	raw, _ := json.Marshal(body)
	if body == nil {
		raw = nil
	}
	req, err := http.NewRequest(o.Method, c.base+path, strings.NewReader(string(raw)))
	if err != nil {
		return 0 // not even an address
	}
	req.Header.Set("Content-Type", "application/json")
	res, err := c.http.Do(req)
	if err != nil {
		w.note(o, "no answer", err.Error())
		return 0
	}
	defer res.Body.Close()
	if res.StatusCode < 400 {
		return res.StatusCode
	}
	var p map[string]any
	_ = json.NewDecoder(res.Body).Decode(&p)
	about := fmt.Sprintf("%s %s %.2000s: %v", o.Method, path, raw, p)
	detail, _ := p["detail"].(string)
	switch {
	case res.StatusCode >= 500:
		w.note(o, fmt.Sprint(res.StatusCode), about)
	case !strings.Contains(res.Header.Get("Content-Type"), "application/problem+json"), detail == "":
		w.note(o, "no problem document", about)
	case strings.Contains(detail, "SQLSTATE"), strings.Contains(detail, "studio."), strings.Contains(detail, "of type"):
		w.note(o, "words of ours", about)
	}
	list, _ := p["fields"].([]any)
	for _, x := range list {
		f := x.(map[string]any)
		name := f["field"].(string)
		if f["words"] != "There is no such field" && !m.there(o, name, body) {
			w.note(o, "no field "+index.ReplaceAllString(name, ""), about)
		}
	}
	return res.StatusCode
}

// there reports whether a refusal names a field of the operation, or one that was sent.
func (m *maker) there(o operation, field string, body any) bool {
	path := strings.Split(strings.Trim(index.ReplaceAllString(field, ""), "."), ".")
	for _, p := range o.Query {
		if p.(map[string]any)["name"] == path[0] {
			return true
		}
	}
	sent, _ := body.(map[string]any)
	at := m.schema(o.Body)
	for _, name := range path {
		props, _ := at["properties"].(map[string]any)
		next, ok := props[name].(map[string]any)
		if !ok {
			_, was := sent[name]
			return was || name == "Extra"
		}
		for at = m.schema(next); at["items"] != nil; {
			at = m.schema(at["items"].(map[string]any))
		}
		sent, _ = sent[name].(map[string]any)
	}
	return true
}

func aPlate() cupboard.Prop {
	return cupboard.Prop{Name: "Slate plate", Kind: cupboard.Plate, Sizes: cupboard.Sizes{DiameterMm: 200, HeightMm: 20}, Front: cupboard.Face{Colour: "#6f7a86", Finish: "matt"}, Condition: "patina", Count: 3, Shelf: "A2"}
}
