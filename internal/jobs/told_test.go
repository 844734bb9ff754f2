package jobs_test

import (
	"encoding/json"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"regexp"
	"slices"
	"strings"
	"testing"

	"figladder/internal/api"
	"figladder/internal/craft/train"
	"figladder/internal/demo"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// wroteThemselves are the keys under which stands what people wrote: it stays as they wrote it.
// A clock is data, which the page tells.
var wroteThemselves = []string{"text", "written", "note", "notes", "name", "title", "item", "brief", "method", "recipe", "ingredients", "source", "clock", "clause", "target", "object"}

// inCentimetres are the figures a studio of inches, °F and twelve hours is not told.
var inCentimetres = regexp.MustCompile(`\d ?(cm|°C)\b|\b(1[3-9]|2[0-3]):[0-5]\d\b`)

var moment = regexp.MustCompile(`\d{4}-\d\d-\d\dT\S+`)

// metric lists what of an answer is told in centimetres, °C or by 24 hours, with its path.
func metric(path string, v any) (out []string) {
	switch x := v.(type) {
	case map[string]any:
		for k, y := range x {
			if !slices.Contains(wroteThemselves, k) {
				out = append(out, metric(path+"."+k, y)...)
			}
		}
	case []any:
		for _, y := range x {
			out = append(out, metric(path, y)...)
		}
	case string:
		x = moment.ReplaceAllString(x, "") // a moment is data, too
		if inCentimetres.MatchString(x) && !strings.HasPrefix(x, "<svg") {
			out = append(out, path+": "+x)
		}
	}
	return out
}

// Whatever the API answers on the demo, a studio of inches, °F and twelve hours is told it in
// its own units. The pages show only some of it on any day: which part of a prop's score is put
// first depends on how long ago the prop was seen.
func TestEveryAnswerIsToldInTheStudiosUnits(t *testing.T) {
	st, _ := studioWithQueue(t)
	require.NoError(t, demo.Load(t.Context(), st, func(string) {}))
	whole := api.New(st, nil, api.Options{})
	server := httptest.NewServer(whole)
	defer server.Close()
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	a := &asker{t, server.URL, &http.Client{Jar: jar}}
	code, _ := a.ask("POST", "/api/sign-in", map[string]string{"email": demo.Email, "password": demo.Password})
	require.Equal(t, 200, code)
	code, got := a.ask("PUT", "/api/units", map[string]any{"version": 0, "units": map[string]any{"length": "in", "temperature": "F", "amounts": "cups", "clock": "12", "currency": "GBP"}})
	require.Equal(t, 200, code, "%v", got)

	ids := map[string][]string{}
	for _, c := range a.list("/api/shoots") {
		shoot := doc(c["shoot"])["id"].(string)
		ids["shoots"] = append(ids["shoots"], shoot)
		for _, d := range a.list("/api/shoots/" + shoot + "/dishes") {
			ids["dishes"] = append(ids["dishes"], d["id"].(string))
		}
		for _, s := range a.list("/api/shoots/" + shoot + "/shots?limit=500") {
			ids["shots"] = append(ids["shots"], doc(s["shot"])["id"].(string))
		}
		for _, f := range a.list("/api/shoots/" + shoot + "/frames") {
			ids["frames"] = append(ids["frames"], f["id"].(string))
		}
	}
	for _, p := range a.list("/api/props?limit=200") {
		ids["props"] = append(ids["props"], p["id"].(string))
	}
	for _, s := range train.Skills() {
		if s.Kind != train.Fault && s.Kind != train.Crop { // those take long to make, and say no length
			ids["drills"] = append(ids["drills"], train.KeyOf(s, 0))
		}
	}
	raw, err := json.Marshal(whole.Huma.OpenAPI())
	require.NoError(t, err)
	var all struct{ Paths map[string]map[string]any }
	require.NoError(t, json.Unmarshal(raw, &all))
	asked, told := 0, map[string]string{}
	for path, item := range all.Paths {
		if item["get"] == nil || strings.Contains(path, "openapi") {
			continue
		}
		paths := []string{path}
		if strings.Count(path, "{") == 1 && strings.Contains(path, "/{id}") {
			paths = nil
			for _, id := range ids[strings.Split(path, "/")[2]] {
				paths = append(paths, strings.Replace(path, "{id}", id, 1))
			}
		}
		if path == "/api/drills/{key}" {
			paths = nil
			for _, key := range ids["drills"] {
				paths = append(paths, strings.Replace(path, "{key}", key, 1))
			}
		}
		for _, p := range paths {
			if code, got := a.ask("GET", p, nil); code == 200 {
				asked++
				for _, m := range metric("", got) {
					at, words, _ := strings.Cut(m, ": ")
					told[path+at] = words
				}
			}
		}
	}
	t.Logf("%d answers", asked)
	assert.Greater(t, asked, 500)
	assert.Empty(t, told)
}
