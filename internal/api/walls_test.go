package api_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"mime/multipart"
	"net"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"net/netip"
	"net/url"
	"os"
	"strings"
	"sync"
	"testing"
	"time"

	"figladder/internal/api"
	"figladder/internal/craft/measure"
	"figladder/internal/craft/shopping"
	"figladder/internal/studio/core"
	"figladder/internal/studio/studiotest"
	"figladder/ui"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// operation is one of the API, as its description has it.
type operation struct {
	Method, Path, ID string
	Role             core.Role
	Body             map[string]any // schema of a JSON body; nil for none
	Form             bool           // a file is sent
	Query            []any          // parameters
}

// operations lists them all.
func operations(t testing.TB) (out []operation, schemas map[string]any) {
	t.Helper()
	raw, err := json.Marshal(api.New(nil, nil, api.Options{}).Huma.OpenAPI())
	require.NoError(t, err)
	var doc struct {
		Paths      map[string]map[string]map[string]any
		Components struct{ Schemas map[string]any }
	}
	require.NoError(t, json.Unmarshal(raw, &doc))
	for path, item := range doc.Paths {
		for method, op := range item {
			o := operation{Method: strings.ToUpper(method), Path: path}
			o.ID, _ = op["operationId"].(string)
			role, _ := op["x-role"].(string)
			o.Role = core.Role(role)
			o.Query, _ = op["parameters"].([]any)
			if b, ok := op["requestBody"].(map[string]any); ok {
				content := b["content"].(map[string]any)
				if j, ok := content["application/json"].(map[string]any); ok {
					o.Body, _ = j["schema"].(map[string]any)
				} else {
					o.Form = true
				}
			}
			out = append(out, o)
		}
	}
	require.Greater(t, len(out), 100)
	return out, doc.Components.Schemas
}

// as signs a person of a role in, on a client of their own.
func as(t testing.TB, k *studiotest.Kit, base string, role core.Role) *client {
	t.Helper()
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	c := &client{t, base, &http.Client{Jar: jar}}
	in, err := k.People.Invite(t.Context(), k.Owner, string(role), role)
	require.NoError(t, err)
	code, p := c.do("POST", "/api/join", map[string]any{"token": in.Token, "email": "the-" + string(role) + "@loft.example", "name": string(role), "password": "four plain words"})
	require.Equal(t, 200, code, "%v", p)
	return c
}

func filled(path string) string {
	for name, v := range map[string]string{"{id}": "x", "{window}": "99", "{deed}": "0"} {
		path = strings.ReplaceAll(path, name, v)
	}
	return path
}

// Every route is called by everybody: it declares its role, lets those in who may, and
// nobody else, whatever is sent.
func TestEveryRouteHoldsToItsRole(t *testing.T) {
	k, c := serve(t)
	people := map[core.Role]*client{}
	for _, r := range core.Roles {
		people[r] = as(t, k, c.base, r)
	}
	all, _ := operations(t)
	for _, o := range all {
		if o.Role == api.Public {
			assert.Contains(t, []string{"start", "firstOwner", "signIn", "signOut", "lookAtInvitation", "join", "proofPage", "answerChoice", "proofPicture", "proofFile"}, o.ID, "what strangers may do is listed here")
			continue
		}
		require.Contains(t, core.Roles, o.Role, "%s %s", o.Method, o.Path)
		code, _ := c.do(o.Method, filled(o.Path), "{}")
		assert.Equal(t, 401, code, "%s %s without signing in", o.Method, o.Path)
		for r, who := range people {
			if o.ID == "signOutEverywhere" || o.ID == "changePassword" {
				continue // they end the session; tested by themselves
			}
			code, p := who.do(o.Method, filled(o.Path), "{}")
			if r.May(o.Role) {
				assert.NotContains(t, []int{401, 403}, code, "%s may %s %s: %v", r, o.Method, o.Path, p)
			} else {
				assert.Equal(t, 403, code, "%s may not %s %s", r, o.Method, o.Path)
				assert.Contains(t, p["detail"], "Only")
			}
		}
	}
}

// What only the owner may do, only the owner may take back or do again.
func TestUndoAndRedoTakeTheRoleOfTheDeed(t *testing.T) {
	k, c := serve(t)
	shoot, dish, _ := k.Toddy(t)
	c.signIn()
	assistant, photographer := as(t, k, c.base, core.Assistant), as(t, k, c.base, core.Photographer)
	code, _ := photographer.do("DELETE", "/api/shoots/"+shoot.Key, nil)
	assert.Equal(t, 403, code)
	code, _ = c.do("DELETE", "/api/shoots/"+shoot.Key, nil)
	require.Equal(t, 204, code)
	code, p := photographer.do("POST", "/api/shoots/"+shoot.Key+"/undo", nil)
	assert.Equal(t, 403, code)
	assert.Contains(t, p["detail"], "owner")
	code, _ = c.do("POST", "/api/shoots/"+shoot.Key+"/undo", nil)
	require.Equal(t, 200, code)
	code, _ = photographer.do("POST", "/api/shoots/"+shoot.Key+"/redo", nil)
	assert.Equal(t, 403, code, "redo does not take a shoot away for one who may not")
	code, _ = c.do("GET", "/api/shoots/"+shoot.Key, nil)
	assert.Equal(t, 200, code, "it is there still")

	code, _ = photographer.do("POST", "/api/dishes/"+dish.Key+"/want", map[string]any{"supporting": 2})
	require.Equal(t, 200, code)
	code, _ = assistant.do("POST", "/api/shoots/"+shoot.Key+"/undo", nil)
	assert.Equal(t, 403, code)
	code, _ = photographer.do("POST", "/api/shoots/"+shoot.Key+"/undo", nil)
	assert.Equal(t, 200, code)
}

func TestPasswordsSessionsAndInvitations(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	elsewhere := &client{t, c.base, &http.Client{Jar: jar}}
	elsewhere.signIn()
	change := func(old, fresh string) (int, map[string]any) {
		return c.do("PUT", "/api/me/password", map[string]string{"old": old, "password": fresh})
	}
	code, p := change("wrong words here", "new plain words too")
	assert.Equal(t, 422, code)
	assert.Equal(t, []string{"old"}, fieldsOf(p))
	for _, weak := range []string{"short", "password1234", "aaaaaaaaaaaaaaaa", "qwertyuiop12", "owner@loft.example", "1234567890"} {
		code, p = change("four plain words", weak)
		assert.Equal(t, 422, code, weak)
		assert.Equal(t, []string{"password"}, fieldsOf(p), weak)
	}
	code, _ = change("four plain words", "slate quince harbour moss")
	require.Equal(t, 200, code)
	code, _ = c.do("GET", "/api/shoots", nil)
	assert.Equal(t, 200, code, "this session stays")
	code, _ = elsewhere.do("GET", "/api/shoots", nil)
	assert.Equal(t, 401, code, "every other one ends")

	elsewhere.do("POST", "/api/sign-in", map[string]string{"email": "owner@loft.example", "password": "slate quince harbour moss"})
	code, _ = c.do("POST", "/api/me/sign-out-everywhere", nil)
	require.Equal(t, 204, code)
	for _, x := range []*client{c, elsewhere} {
		code, _ = x.do("GET", "/api/shoots", nil)
		assert.Equal(t, 401, code)
	}
	c.do("POST", "/api/sign-in", map[string]string{"email": "owner@loft.example", "password": "slate quince harbour moss"})

	code, in := c.do("POST", "/api/invitations", map[string]string{"name": "Wren", "role": "stylist"})
	require.Equal(t, 200, code)
	stranger := &client{t, c.base, http.DefaultClient}
	code, look := stranger.do("POST", "/api/join/look", map[string]any{"token": in["token"]})
	require.Equal(t, 200, code)
	assert.Equal(t, "Wren", look["name"])
	assert.NotContains(t, fmt.Sprint(look), in["token"])
	wren := map[string]any{"token": in["token"], "email": "wren@loft.example", "name": "Wren", "password": "four plain words"}
	wren["email"] = "owner@loft.example"
	code, p = stranger.do("POST", "/api/join", wren)
	assert.Equal(t, 422, code, "an address that is taken")
	assert.Equal(t, []string{"email"}, fieldsOf(p))
	wren["email"] = "wren@loft.example"
	code, p = stranger.do("POST", "/api/join", wren)
	require.Equal(t, 200, code)
	assert.Equal(t, "stylist", p["role"])
	wren["email"] = "wren2@loft.example"
	code, _ = stranger.do("POST", "/api/join", wren)
	assert.Equal(t, 422, code, "an invitation is used once")
	code, in = c.do("POST", "/api/invitations", map[string]string{"name": "Late", "role": "owner"})
	require.Equal(t, 200, code)
	require.NoError(t, k.Store.Exec("update invitations set expires_at = now() - interval '1 second' where name = 'Late'").Error)
	code, _ = stranger.do("POST", "/api/join/look", map[string]any{"token": in["token"]})
	assert.Equal(t, 422, code, "and runs out")

	_, start := c.do("GET", "/api/start", nil)
	me := start["person"].(map[string]any)["id"].(string)
	code, p = c.do("PUT", "/api/people/"+me, map[string]string{"role": "assistant"})
	assert.Equal(t, 422, code)
	assert.Contains(t, p["detail"], "one owner at the least")
	code, _ = c.do("DELETE", "/api/people/"+me, nil)
	assert.Equal(t, 422, code)
	people, err := k.People.People(t.Context())
	require.NoError(t, err)
	for _, x := range people {
		if x.ID != me {
			code, _ = c.do("PUT", "/api/people/"+x.ID, map[string]string{"role": "owner"})
			assert.Equal(t, 200, code)
			code, _ = c.do("DELETE", "/api/people/"+x.ID, nil)
			assert.Equal(t, 204, code)
		}
	}
}

// A key is known by its exact letters, stands once, and is one that there is.
func TestJSONIsReadStrictly(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	shoot, _, _ := k.Toddy(t)
	before, err := k.Brief.Shoot(t.Context(), shoot.Key)
	require.NoError(t, err)
	brief, err := json.Marshal(before.Brief)
	require.NoError(t, err)
	path := "/api/shoots/" + shoot.Key
	for _, c2 := range []struct{ body, field string }{
		{`{"name":"A","NAME":"` + strings.Repeat("x", 100_000) + `","version":1,"brief":` + string(brief) + `}`, "NAME"},
		{`{"Name":"A","version":1,"brief":` + string(brief) + `}`, ""},
		{`{"name":"A","name":"B","version":1,"brief":` + string(brief) + `}`, "name"},
		{`{"name":"A","version":1,"extra":1,"brief":` + string(brief) + `}`, "extra"},
		{`{"name":"A","version":"one","brief":` + string(brief) + `}`, "version"},
		{`{"name":"A\u0007","version":1,"brief":` + string(brief) + `}`, "name"},
		{`{"name":"A","version":1}`, "brief"},
		{`{"name":"A","version":99999999999,"brief":` + string(brief) + `}`, "version"},
	} {
		code, p := c.do("PUT", path, c2.body)
		assert.Equal(t, 422, code, c2.field)
		if c2.field != "" {
			assert.Contains(t, fieldsOf(p), c2.field)
		}
		assert.NotContains(t, fmt.Sprint(p), "DishEdit", "no Go names")
		assert.NotContains(t, fmt.Sprint(p), "ShootEdit", "no Go names")
		assert.NotContains(t, fmt.Sprint(p), "of type int", "no Go types")
	}
	code, _ := c.do("PUT", path, `{"name":`)
	assert.Equal(t, 400, code)
	after, err := k.Brief.Shoot(t.Context(), shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, before.Name, after.Name)
}

// Headers, names and sites: what every answer has, and who is not answered.
func TestWallsOfEveryAnswer(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	get := func(base, path, host string, headers ...string) *http.Response {
		req, err := http.NewRequest("GET", base+path, nil)
		require.NoError(t, err)
		if host != "" {
			req.Host = host
		}
		for i := 0; i+1 < len(headers); i += 2 {
			req.Header.Set(headers[i], headers[i+1])
		}
		res, err := c.http.Do(req)
		require.NoError(t, err)
		t.Cleanup(func() { res.Body.Close() })
		return res
	}
	for _, path := range []string{"/api/start", "/api/shoots", "/api/nothing", "/", "/assets/none"} {
		h := get(c.base, path, "").Header
		assert.Equal(t, "nosniff", h.Get("X-Content-Type-Options"), path)
		assert.NotEmpty(t, h.Get("Content-Security-Policy"), path)
		assert.NotEmpty(t, h.Get("X-Request-Id"), path)
	}
	assert.Contains(t, get(c.base, "/api/shoots", "").Header.Get("Cache-Control"), "no-store")
	assert.Equal(t, 421, get(c.base, "/api/start", "evil.example").StatusCode, "a name that is bent to this address")
	assert.Equal(t, 200, get(c.base, "/api/start", "localhost:1").StatusCode)
	assert.Equal(t, 200, get(c.base, "/healthz", "").StatusCode)
	assert.Equal(t, 200, get(c.base, "/readyz", "").StatusCode)
	code, _ := c.do("PATCH", "/api/shoots", nil)
	assert.Equal(t, 405, code)
	code, _ = c.do("POST", "/api/shoots", "{}", "Origin", "https://evil.example", "Sec-Fetch-Site", "cross-site")
	assert.Equal(t, 403, code, "and as a problem document")

	// Behind TLS.
	public, err := url.Parse("https://studio.example")
	require.NoError(t, err)
	far := httptest.NewServer(api.New(k.Studio, ui.Handler(), api.Options{PublicURL: public, Proxies: []netip.Prefix{netip.MustParsePrefix("127.0.0.1/32")}}))
	t.Cleanup(far.Close)
	req, err := http.NewRequest("POST", far.URL+"/api/sign-in", strings.NewReader(`{"email":"owner@loft.example","password":"four plain words"}`))
	require.NoError(t, err)
	req.Host = "studio.example"
	req.Header.Set("Content-Type", "application/json")
	res, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	defer res.Body.Close()
	require.Equal(t, 200, res.StatusCode)
	require.Len(t, res.Cookies(), 1)
	assert.True(t, res.Cookies()[0].Secure)
	assert.True(t, res.Cookies()[0].HttpOnly)
	assert.NotEmpty(t, res.Header.Get("Strict-Transport-Security"))
}

// A picture is asked for again each time, and is not shown to one who has signed out.
func TestAPictureIsNotShownPastSigningOut(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	_, _, shots := k.Toddy(t)
	code, set := c.do("GET", "/api/shots/"+shots[0].Key+"/set", nil)
	require.Equal(t, 200, code)
	code, _ = c.do("PUT", "/api/shots/"+shots[0].Key+"/set", set)
	require.Equal(t, 200, code)
	code, frame := c.do("POST", "/api/shots/"+shots[0].Key+"/take", nil)
	require.Equal(t, 200, code)
	path := c.base + "/api/frames/" + frame["id"].(string) + "/picture?long=300"
	res, err := c.http.Get(path)
	require.NoError(t, err)
	defer res.Body.Close()
	require.Equal(t, 200, res.StatusCode)
	assert.Equal(t, "private, no-cache", res.Header.Get("Cache-Control"))
	req, err := http.NewRequest("GET", path, nil)
	require.NoError(t, err)
	req.Header.Set("If-None-Match", res.Header.Get("ETag"))
	again, err := c.http.Do(req)
	require.NoError(t, err)
	defer again.Body.Close()
	assert.Equal(t, 304, again.StatusCode)
	code, _ = c.do("POST", "/api/sign-out", nil)
	require.Equal(t, 204, code)
	past, err := c.http.Do(req)
	require.NoError(t, err)
	defer past.Body.Close()
	assert.Equal(t, 401, past.StatusCode)
}

// Fifty first saves at once are one save and forty-nine that are told; forty moves at once
// all come through or are told, none by an error of ours.
func TestManyFirstSavesAtOnce(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	shoot, _, shots := k.Toddy(t)
	at := "/api/shoots/" + shoot.Key
	_, set := c.do("GET", "/api/shots/"+shots[0].Key+"/set", nil)
	_, place := c.do("GET", "/api/place", nil)
	_, terms := c.do("GET", at+"/series", nil)
	together := func(n int, f func(i int) int) map[int]int {
		var mu sync.Mutex
		var all sync.WaitGroup
		got := map[int]int{}
		for i := range n {
			all.Go(func() {
				code := f(i)
				mu.Lock()
				got[code]++
				mu.Unlock()
			})
		}
		all.Wait()
		return got
	}
	for name, save := range map[string]func() int{
		"set": func() int { code, _ := c.do("PUT", "/api/shots/"+shots[0].Key+"/set", set); return code },
		"shopping": func() int {
			code, _ := c.do("PUT", at+"/shopping", map[string]any{"version": 0, "words": "", "choices": map[string]any{"ticked": []any{}, "times": []any{}, "spares": []any{}, "extra": []any{}}})
			return code
		},
		"series": func() int {
			code, _ := c.do("PUT", at+"/series", map[string]any{"version": 0, "terms": terms["terms"]})
			return code
		},
		"habits": func() int {
			code, _ := c.do("PUT", "/api/habits", map[string]any{"version": 0, "lensSchool": "zoom"})
			return code
		},
		"place": func() int { code, _ := c.do("PUT", "/api/place", place); return code },
		"goods": func() int {
			code, _ := c.do("PUT", at+"/goods", map[string]any{"id": "", "version": 0, "goods": shopping.Goods{Thing: "pear", Pack: measure.Ratio(1, 1), PackUnit: "g"}})
			return code
		},
	} {
		got := together(50, func(int) int { return save() })
		if name == "goods" && got[422] == 50 {
			t.Fatalf("goods are sent wrongly: %v", got)
		}
		assert.Equal(t, 1, got[200]+got[204], "%s: %v", name, got)
		assert.Equal(t, 49, got[409], "%s: %v", name, got)
	}
	got := together(40, func(i int) int {
		code, _ := c.do("POST", "/api/shots/"+shots[i%len(shots)].Key+"/move", map[string]any{"before": ""})
		return code
	})
	assert.Equal(t, 40, got[204]+got[422], "%v", got)
	aside := map[string]any{"place": "x", "code": "dead-level", "subject": "Board", "because": "Meant."}
	got = together(50, func(int) int { code, _ := c.do("POST", at+"/asides", aside); return code })
	assert.Equal(t, 50, got[200]+got[409], "%v", got)
	var n int64
	require.NoError(t, k.Store.Table("asides").Count(&n).Error)
	assert.EqualValues(t, 1, n)
}

// Twenty equal presses are one delivery.
func TestPublishedTwentyTimesIsPublishedOnce(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	_, _, shots := k.Toddy(t)
	shot := "/api/shots/" + shots[0].Key
	_, set := c.do("GET", shot+"/set", nil)
	code, _ := c.do("PUT", shot+"/set", set)
	require.Equal(t, 200, code)
	_, frame := c.do("POST", shot+"/take", nil)
	code, _ = c.do("PUT", "/api/frames/"+frame["id"].(string), map[string]any{"kept": true, "version": frame["version"]})
	require.Equal(t, 200, code)
	_, list := c.do("GET", shot+"/finish", nil)
	for _, s := range list["steps"].([]any) {
		c.do("POST", shot+"/tick", map[string]any{"key": s.(map[string]any)["key"], "done": true})
	}
	code, _ = c.do("POST", shot+"/approve", map[string]any{"who": "Ada", "words": "", "picture": list["picture"]})
	require.Equal(t, 200, code)
	order := map[string]any{"outlet": "feed", "zoom": 1, "centreX": 0.5, "centreY": 0.5, "words": map[string]any{"title": "Toddy", "caption": "Warm.", "alt": "A glass", "credit": "Tern Loft"}}
	var all sync.WaitGroup
	var mu sync.Mutex
	ids := map[any]int{}
	for range 20 {
		all.Go(func() {
			code, p := c.do("POST", shot+"/publish", order)
			assert.Equal(t, 200, code)
			mu.Lock()
			ids[p["id"]]++
			mu.Unlock()
		})
	}
	all.Wait()
	assert.Len(t, ids, 1)
	assert.Len(t, k.Asked(), 1)
}

// What a form leaves in the temporary folder goes with the request.
func TestUploadsLeaveNothingBehind(t *testing.T) {
	dir := t.TempDir()
	t.Setenv("TMPDIR", dir)
	k, c := serve(t)
	c.signIn()
	shoot, _, _ := k.Toddy(t)
	var form bytes.Buffer
	w := multipart.NewWriter(&form)
	part, err := w.CreateFormFile("file", "a.html")
	require.NoError(t, err)
	_, err = part.Write(bytes.Repeat([]byte("no recipe "), 300_000))
	require.NoError(t, err)
	require.NoError(t, w.Close())
	for range 3 {
		res, err := c.http.Post(c.base+"/api/shoots/"+shoot.Key+"/dishes/import", w.FormDataContentType(), bytes.NewReader(form.Bytes()))
		require.NoError(t, err)
		_, _ = io.Copy(io.Discard, res.Body)
		res.Body.Close()
		assert.Equal(t, 422, res.StatusCode)
	}
	left, err := os.ReadDir(dir)
	require.NoError(t, err)
	assert.Empty(t, left)
}

// strangers lets a thousand at the door at once, while one who is in looks at the shoots: how
// they were answered, how long who was in waited at the most, and what memory it took.
func strangers(t *testing.T, c *client) (got map[int]int, worst time.Duration, mib uint64) {
	t.Helper()
	var all sync.WaitGroup
	var mu sync.Mutex
	got = map[int]int{}
	gate := make(chan bool)
	more := memory()
	for i := range 1000 {
		all.Go(func() {
			// From two hundred addresses, each for another account.
			from := &net.TCPAddr{IP: net.IPv4(127, 0, 1, byte(i%200+1))}
			h := &http.Client{Transport: &http.Transport{DialContext: (&net.Dialer{LocalAddr: from}).DialContext, DisableKeepAlives: true}}
			<-gate
			res, err := h.Post(c.base+"/api/sign-in", "application/json", strings.NewReader(fmt.Sprintf(`{"email":"n%d@loft.example","password":"guess %d"}`, i, i)))
			if err != nil {
				return
			}
			_, _ = io.Copy(io.Discard, res.Body)
			res.Body.Close()
			mu.Lock()
			got[res.StatusCode]++
			mu.Unlock()
		})
	}
	close(gate)
	ended := make(chan bool)
	go func() { all.Wait(); close(ended) }()
	for in := true; in; {
		began := time.Now()
		code, _ := c.do("GET", "/api/shoots", nil)
		assert.Equal(t, 200, code)
		worst = max(worst, time.Since(began))
		select {
		case <-ended:
			in = false
		case <-time.After(20 * time.Millisecond):
		}
	}
	return got, worst, more()
}

// A thousand strangers at the door: most are turned away at once, from wherever they come,
// and those who are in are served.
func TestAThousandStrangersAtOnce(t *testing.T) {
	var c *client
	worst := leastOfThree(time.Second, func() time.Duration {
		_, c = serve(t) // a server that has turned nobody away yet
		c.signIn()
		got, worst, mib := strangers(t, c)
		t.Logf("answers %v; one who was in waited %v at the most; %d MiB more", got, worst, mib)
		assert.Less(t, mib, uint64(512))
		assert.Equal(t, 1000, got[401]+got[429])
		assert.Greater(t, got[429], 800, "most are turned away without a password being hashed")
		return worst
	})
	assert.Less(t, worst, time.Second)

	// From one address ten are heard, then one more for each six seconds that the trying took.
	heard, began := 0, time.Now()
	for i := range 60 {
		code, p := c.do("POST", "/api/sign-in", map[string]string{"email": "owner@loft.example", "password": fmt.Sprint("wrong words ", i)})
		if code == 401 {
			heard++
			continue
		}
		require.Equal(t, 429, code)
		assert.GreaterOrEqual(t, i, 10)
		assert.Contains(t, p["detail"], "seconds")
	}
	assert.LessOrEqual(t, heard, 10+int(time.Since(began)/(6*time.Second)))
}

// What is no recipe, list or picture is refused with the field and in words, whatever it
// pretends to be; nothing of it is kept.
func TestUploadsThatAreNotWhatTheySay(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	shoot, _, _ := k.Toddy(t)
	at := "/api/shoots/" + shoot.Key
	routes := []string{at + "/dishes/import", at + "/references", at + "/shots.csv", "/api/props.csv?take=true", "/api/kit.csv?take=true", "/api/props/look", "/api/colours/pick"}
	files := map[string][]byte{
		"empty": nil, "a zip": []byte("PK\x03\x04rest"), "a program": []byte("\x7fELF\x02\x01"), "zero bytes": bytes.Repeat([]byte{0}, 4000), "half a JPEG": {0xff, 0xd8, 0xff, 0xe0, 0, 16},
		"SVG with a script": []byte(`<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>`), "broken UTF-8": []byte("name,kind\n\xff\xfe\xfa,plate\n"), "formulas": []byte("name;kind\n=1+1;plate\n"),
	}
	count := func() (n int64) {
		for _, table := range []string{"dishes", "refs", "shots", "props", "kit"} {
			var m int64
			require.NoError(t, k.Store.Table(table).Count(&m).Error)
			n += m
		}
		return n
	}
	before := count()
	for _, path := range routes {
		for name, data := range files {
			kind, body := formOf(t, "../../a.csv", data)
			res, err := c.http.Post(c.base+path, kind, bytes.NewReader(body))
			require.NoError(t, err)
			raw, err := io.ReadAll(res.Body)
			require.NoError(t, err)
			res.Body.Close()
			assert.Less(t, res.StatusCode, 500, "%s %s: %s", path, name, raw)
			if res.StatusCode >= 400 {
				assert.Contains(t, res.Header.Get("Content-Type"), "problem+json", "%s %s", path, name)
			}
		}
		res, err := c.http.Post(c.base+path, "multipart/form-data; boundary=x", strings.NewReader("--x\r\nbroken"))
		require.NoError(t, err)
		res.Body.Close()
		assert.GreaterOrEqual(t, res.StatusCode, 400, path)
		assert.Less(t, res.StatusCode, 500, path)
	}
	assert.Equal(t, before, count(), "nothing was kept")
}

// Whoever sends the first half of a body and then nothing is not waited for.
func TestASlowBodyIsCutOff(t *testing.T) {
	_, c := serve(t)
	conn, err := net.Dial("tcp", strings.TrimPrefix(c.base, "http://"))
	require.NoError(t, err)
	defer func() { _ = conn.Close() }()
	_, err = fmt.Fprintf(conn, "POST /api/sign-in HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 500\r\n\r\n{\"email\":")
	require.NoError(t, err)
	require.NoError(t, conn.SetReadDeadline(time.Now().Add(15*time.Second)))
	answer := make([]byte, 4000)
	n, err := conn.Read(answer)
	require.NoError(t, err, "it answers, and does not wait for the rest")
	assert.Contains(t, string(answer[:n]), "HTTP/1.1 4")
}

// What went wrong here is in the log under the request's number, and counted; the answer
// says no more than the number.
func TestAFaultOfOursIsLoggedAndCounted(t *testing.T) {
	k := studiotest.New(t)
	var log bytes.Buffer
	m := api.NewMetrics(k.Store)
	server := httptest.NewServer(api.New(k.Studio, nil, api.Options{Log: slog.New(slog.NewJSONHandler(&log, nil)), Metrics: m}))
	t.Cleanup(server.Close)
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	c := &client{t, server.URL, &http.Client{Jar: jar}}
	c.signIn()
	shoot, _, _ := k.Toddy(t)
	require.NoError(t, k.Store.Exec("alter table refs rename to hidden").Error)
	code, p := c.do("GET", "/api/shoots/"+shoot.Key+"/references", nil)
	assert.Equal(t, 500, code)
	assert.NotContains(t, fmt.Sprint(p), "refs", "nothing of ours is told")
	require.NotEmpty(t, p["request"])
	assert.Contains(t, log.String(), p["request"])
	assert.Contains(t, log.String(), "refs", "but it is written down")
	out := httptest.NewRecorder()
	m.Handler().ServeHTTP(out, httptest.NewRequest("GET", "/metrics", nil))
	assert.Contains(t, out.Body.String(), `figladder_request_seconds_count{method="GET",route="/api/shoots/:id/references",status="500"} 1`)
	assert.Contains(t, out.Body.String(), "go_goroutines")
}

func TestAPropIsHeldForADishOfTheShoot(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	_, dish, _ := k.Toddy(t)
	other, _, _ := k.Toddy(t)
	prop, err := k.Cupboard.AddProp(t.Context(), k.Owner, aPlate())
	require.NoError(t, err)
	code, p := c.do("POST", "/api/shoots/"+other.Key+"/pulls", map[string]any{"propId": prop.Key, "dishId": dish.Key, "count": 1})
	assert.Equal(t, 422, code)
	assert.Equal(t, []string{"dishId"}, fieldsOf(p))
	code, p = c.do("POST", "/api/shoots/"+other.Key+"/pulls", map[string]any{"propId": prop.Key, "dishId": "", "count": 3_000_000_000})
	assert.Equal(t, 422, code)
	assert.Equal(t, []string{"count"}, fieldsOf(p))
}
