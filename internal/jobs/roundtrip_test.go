package jobs_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"strings"
	"testing"

	"figladder/internal/api"
	"figladder/internal/demo"
	"figladder/internal/studio"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// asker asks the API as the demo's owner.
type asker struct {
	t    *testing.T
	base string
	http *http.Client
}

func (a *asker) ask(method, path string, body any) (int, any) {
	a.t.Helper()
	raw, err := json.Marshal(body)
	require.NoError(a.t, err)
	req, err := http.NewRequest(method, a.base+path, bytes.NewReader(raw))
	require.NoError(a.t, err)
	req.Header.Set("Content-Type", "application/json")
	res, err := a.http.Do(req)
	require.NoError(a.t, err)
	defer res.Body.Close()
	raw, err = io.ReadAll(res.Body)
	require.NoError(a.t, err)
	var out any
	_ = json.Unmarshal(raw, &out)
	return res.StatusCode, out
}

func (a *asker) list(path string) []map[string]any {
	a.t.Helper()
	code, got := a.ask("GET", path, nil)
	require.Equal(a.t, 200, code, path)
	if m, ok := got.(map[string]any); ok {
		got = m["rows"]
	}
	var out []map[string]any
	for _, x := range got.([]any) {
		out = append(out, x.(map[string]any))
	}
	return out
}

// doc is what a kept row says, with its key and version beside it.
func doc(row any) map[string]any {
	m := row.(map[string]any)
	out := m["doc"].(map[string]any)
	out["id"], out["version"] = m["id"], m["version"]
	return out
}

// renamed puts what a row says under a name of its own, as it is sent back.
func renamed(row any, name string) map[string]any {
	m := row.(map[string]any)
	return map[string]any{"id": m["id"], "version": m["version"], name: m["doc"]}
}

// only takes some keys of a document.
func only(m map[string]any, keys ...string) map[string]any {
	out := map[string]any{}
	for _, k := range keys {
		out[k] = m[k]
	}
	return out
}

// savedAsRead reads every editable thing of a studio and saves it just as it was read. It
// returns how many of each kind there were.
func savedAsRead(t *testing.T, st *studio.Studio) map[string]int {
	t.Helper()
	server := httptest.NewServer(api.New(st, nil, api.Options{}))
	defer server.Close()
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	a := &asker{t, server.URL, &http.Client{Jar: jar}}
	code, _ := a.ask("POST", "/api/sign-in", map[string]string{"email": demo.Email, "password": demo.Password})
	require.Equal(t, 200, code)
	count := map[string]int{}
	save := func(kind, path string, body any) {
		count[kind]++
		code, got := a.ask("PUT", path, body)
		assert.Contains(t, []int{200, 204}, code, "%s %s: %v", kind, path, got)
	}
	get := func(path string) map[string]any {
		code, got := a.ask("GET", path, nil)
		require.Equal(t, 200, code, "%s: %v", path, got)
		return got.(map[string]any)
	}
	for _, p := range a.list("/api/props?limit=200") {
		save("prop", "/api/props/"+p["id"].(string), only(p, "prop", "version"))
	}
	for _, k := range a.list("/api/kit") {
		save("kit", "/api/kit", renamed(k["row"], "item"))
	}
	for _, w := range get("/api/cupboard/lacking")["wanted"].([]any) {
		save("wanted", "/api/cupboard/wanted", renamed(w.(map[string]any)["row"], "wanted"))
	}
	save("place", "/api/place", get("/api/place"))
	save("units", "/api/units", get("/api/units"))
	save("habits", "/api/habits", only(get("/api/habits"), "lensSchool", "version"))
	for _, card := range a.list("/api/shoots") {
		shoot := doc(card["shoot"])
		at := "/api/shoots/" + shoot["id"].(string)
		save("shoot", at, only(shoot, "name", "version", "brief"))
		for _, d := range a.list(at + "/dishes") {
			d = doc(d)
			own := "/api/dishes/" + d["id"].(string)
			r := d["recipe"].(map[string]any)
			var in, how []string
			for _, x := range r["ingredients"].([]any) {
				in = append(in, x.(map[string]any)["written"].(string))
			}
			for _, x := range r["steps"].([]any) {
				how = append(how, x.(map[string]any)["text"].(string))
			}
			save("dish", own, map[string]any{"title": r["title"], "form": d["form"], "ingredients": strings.Join(in, "\n"), "method": strings.Join(how, "\n"), "version": d["version"]})
			c := get(own + "/colours")
			save("colours", own+"/colours", only(c, "plan", "version"))
			e := get(own + "/eating")
			mark := e["mark"].(map[string]any)
			mark["version"] = e["version"]
			save("eating", own+"/eating", mark)
			for _, x := range a.list(own + "/trials") {
				x = doc(x)
				tr := x["trial"].(map[string]any)
				save("trial", "/api/trials/"+x["id"].(string), map[string]any{"name": tr["name"], "kind": tr["kind"], "day": tr["day"], "ingredients": "1 pear", "method": "Warm it.", "result": tr["result"], "faults": tr["faults"], "verdict": tr["verdict"], "version": x["version"]})
			}
		}
		for _, x := range a.list(at + "/shots?limit=500") {
			s := doc(x["shot"])
			save("shot", "/api/shots/"+s["id"].(string), only(s, "title", "angle", "hands", "shutter", "light", "vessel", "version"))
			if set := get("/api/shots/" + s["id"].(string) + "/set"); set["version"].(float64) > 0 {
				save("set", "/api/shots/"+s["id"].(string)+"/set", set)
			}
		}
		for _, f := range a.list(at + "/frames") {
			save("answers", "/api/frames/"+f["id"].(string)+"/answers", only(doc(f), "answers", "version"))
		}
		for _, r := range a.list(at + "/references") {
			r = doc(r)
			ref := r["reference"].(map[string]any)
			ref["version"] = r["version"]
			save("reference", "/api/references/"+r["id"].(string), ref)
		}
		b := get(at + "/shopping")
		save("shopping", at+"/shopping", map[string]any{"choices": b["choices"], "version": b["version"], "words": ""})
		for _, g := range b["goods"].([]any) {
			save("goods", at+"/goods", renamed(g, "goods"))
		}
		series := get(at + "/series")
		save("series", at+"/series", only(series, "terms", "version"))
		for _, p := range get(at + "/pulls")["pulls"].([]any) {
			r := doc(p.(map[string]any)["reservation"])
			save("pull", "/api/pulls/"+r["id"].(string), only(r, "version", "count", "state"))
		}
	}
	return count
}

// asOfBefore takes out of every kept document what says nothing, as if it had been written
// before those fields were thought of.
func asOfBefore(t *testing.T, st *studio.Studio) {
	t.Helper()
	require.NoError(t, st.Store.Exec(`create function bare(j jsonb) returns jsonb language plpgsql as $$
		begin
			if jsonb_typeof(j) = 'object' then
				return coalesce((select jsonb_object_agg(k, bare(v)) from jsonb_each(j) as e(k, v)
					where v not in ('[]'::jsonb, 'null'::jsonb, '""'::jsonb)), '{}');
			elsif jsonb_typeof(j) = 'array' then
				return coalesce((select jsonb_agg(bare(v) order by n) from jsonb_array_elements(j) with ordinality as e(v, n)), '[]');
			end if;
			return j;
		end $$`).Error)
	for _, x := range [][2]string{{"props", "prop"}, {"kit", "item"}, {"wanted", "wanted"}, {"places", "place"}, {"habits", "habits"}, {"shoots", "brief"}, {"dishes", "recipe"}, {"dishes", "colour"},
		{"dishes", "eating"}, {"trials", "trial"}, {"sets", "own"}, {"setups", "set_up"}, {"frames", "set"}, {"frames", "answers"}, {"refs", "reference"}, {"shopping", "choices"}, {"goods", "goods"}, {"series", "terms"}} {
		require.NoError(t, st.Store.Exec(fmt.Sprintf("update %s set %s = bare(%s)", x[0], x[1], x[1])).Error)
	}
}
