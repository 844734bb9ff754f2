package api_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"mime/multipart"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"os"
	"strings"
	"sync/atomic"
	"testing"

	"figladder/internal/api"
	"figladder/internal/craft/scene"
	"figladder/internal/store/storetest"
	"figladder/internal/studio/studiotest"
	"figladder/ui"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestMain(m *testing.M) { os.Exit(storetest.Run(m)) }

type client struct {
	t    testing.TB
	base string
	http *http.Client
}

func serve(t testing.TB) (*studiotest.Kit, *client) {
	k := studiotest.New(t)
	server := httptest.NewServer(api.New(k.Studio, ui.Handler(), api.Options{}))
	t.Cleanup(server.Close)
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	return k, &client{t, server.URL, &http.Client{Jar: jar}}
}

// do sends JSON and returns status and answer.
func (c *client) do(method, path string, body any, headers ...string) (int, map[string]any) {
	c.t.Helper()
	var r io.Reader
	if s, ok := body.(string); ok {
		r = strings.NewReader(s)
	} else if body != nil {
		b, err := json.Marshal(body)
		require.NoError(c.t, err)
		r = bytes.NewReader(b)
	}
	req, err := http.NewRequest(method, c.base+path, r)
	require.NoError(c.t, err)
	req.Header.Set("Content-Type", "application/json")
	for i := 0; i+1 < len(headers); i += 2 {
		req.Header.Set(headers[i], headers[i+1])
	}
	res, err := c.http.Do(req)
	require.NoError(c.t, err)
	defer res.Body.Close()
	out := map[string]any{}
	raw, err := io.ReadAll(res.Body)
	require.NoError(c.t, err)
	_ = json.Unmarshal(raw, &out)
	if res.StatusCode >= 400 {
		assert.Contains(c.t, res.Header.Get("Content-Type"), "problem+json", "%s %s", method, path)
		assert.NotEmpty(c.t, out["detail"], "%s %s says what happened", method, path)
	}
	return res.StatusCode, out
}

func (c *client) signIn() {
	code, _ := c.do("POST", "/api/sign-in", map[string]string{"email": "owner@loft.example", "password": "four plain words"})
	require.Equal(c.t, 200, code)
}

func fieldsOf(p map[string]any) []string {
	var out []string
	list, _ := p["fields"].([]any)
	for _, f := range list {
		out = append(out, f.(map[string]any)["field"].(string))
	}
	return out
}

func TestSignInAndOut(t *testing.T) {
	_, c := serve(t)
	code, p := c.do("POST", "/api/sign-in", map[string]string{"email": "owner@loft.example", "password": "wrong words here"})
	assert.Equal(t, 401, code)
	_, stranger := c.do("POST", "/api/sign-in", map[string]string{"email": "nobody@loft.example", "password": "wrong words here"})
	assert.Equal(t, stranger, p, "whether there is such an account is not told")
	c.signIn()
	_, start := c.do("GET", "/api/start", nil)
	assert.Equal(t, false, start["needsOwner"])
	assert.NotContains(t, strings.ToLower(fmt.Sprint(start)), "argon2id")
	assert.NotContains(t, strings.ToLower(fmt.Sprint(start)), "hash")
	code, _ = c.do("POST", "/api/first-owner", map[string]string{"email": "x@y.example", "name": "X", "password": "long enough here"})
	assert.Equal(t, 422, code, "there is an owner already")
	code, _ = c.do("POST", "/api/sign-out", nil)
	assert.Equal(t, 204, code)
	code, _ = c.do("GET", "/api/shoots", nil)
	assert.Equal(t, 401, code)
}

func TestAnotherSiteCannotPost(t *testing.T) {
	_, c := serve(t)
	c.signIn()
	req, _ := http.NewRequest("POST", c.base+"/api/sign-out", nil)
	req.Header.Set("Sec-Fetch-Site", "cross-site")
	res, err := c.http.Do(req)
	require.NoError(t, err)
	res.Body.Close()
	assert.Equal(t, 403, res.StatusCode)
	code, _ := c.do("GET", "/api/shoots", nil)
	assert.Equal(t, 200, code, "still signed in")
}

func TestBadSetsNameTheField(t *testing.T) {
	k, c := serve(t)
	_, _, shots := k.Toddy(t)
	c.signIn()
	path := "/api/shots/" + shots[0].Key + "/set"
	for field, spoil := range map[string]func(*scene.Set){
		"set.camera.focalMm":    func(s *scene.Set) { s.Camera.FocalMm = 500 },
		"set.vessel.diameterMm": func(s *scene.Set) { s.Vessel.DiameterMm = -20 },
		"set.table.widthMm":     func(s *scene.Set) { s.Table.WidthMm = 1e12 },
	} {
		s := scene.Start()
		spoil(&s)
		code, p := c.do("PUT", path, map[string]any{"set": s, "version": 0})
		assert.Equal(t, 422, code)
		assert.Contains(t, fieldsOf(p), field)
		code, p = c.do("POST", path+"/read", map[string]any{"set": s, "quick": true})
		assert.Equal(t, 422, code)
		assert.Contains(t, fieldsOf(p), field)
	}
	code, p := c.do("PUT", path, `{"set": {"camera": {"aperture": "wide"}}, "version": 0}`)
	assert.Equal(t, 422, code)
	assert.Contains(t, strings.Join(fieldsOf(p), " "), "set.camera.aperture")
	code, _ = c.do("PUT", path, `{"set": `)
	assert.Equal(t, 400, code)
}

func TestStaleSaveIs409WithWhatIsThere(t *testing.T) {
	k, c := serve(t)
	shoot, _, _ := k.Toddy(t)
	c.signIn()
	save := func(name string) (int, map[string]any) {
		return c.do("PUT", "/api/shoots/"+shoot.Key, map[string]any{"name": name, "version": shoot.Version, "brief": shoot.Brief})
	}
	code, _ := save("Theirs")
	require.Equal(t, 200, code)
	code, p := save("Mine")
	assert.Equal(t, 409, code)
	assert.Equal(t, "Theirs", p["current"].(map[string]any)["doc"].(map[string]any)["name"])
}

// upload sends a file the way the page does.
func (c *client) upload(shoot, name string, content io.Reader) (int, map[string]any) {
	pr, pw := io.Pipe()
	form := multipart.NewWriter(pw)
	go func() {
		w, err := form.CreateFormFile("file", name)
		if err == nil {
			_, err = io.Copy(w, content)
		}
		if err == nil {
			err = form.Close()
		}
		pw.CloseWithError(err)
	}()
	req, err := http.NewRequest("POST", c.base+"/api/shoots/"+shoot+"/dishes/import", pr)
	require.NoError(c.t, err)
	req.Header.Set("Content-Type", form.FormDataContentType())
	res, err := c.http.Do(req)
	require.NoError(c.t, err)
	defer res.Body.Close()
	out := map[string]any{}
	_ = json.NewDecoder(res.Body).Decode(&out)
	return res.StatusCode, out
}

func TestRecipeFiles(t *testing.T) {
	k, c := serve(t)
	shoot, _, _ := k.Toddy(t)
	c.signIn()
	code, d := c.upload(shoot.Key, "tart.json", strings.NewReader(`{"@type":"Recipe","name":"Lemon tart","recipeIngredient":["6 lemons"],"recipeInstructions":"Bake. Dust with sugar."}`))
	assert.Equal(t, 200, code, "%v", d)
	code, p := c.upload(shoot.Key, "bad.json", strings.NewReader("{\n  \"@type\": Recipe }"))
	assert.Equal(t, 422, code)
	assert.Equal(t, []string{"file"}, fieldsOf(p))
	assert.Contains(t, p["detail"], "Line 2, column 12")
	code, p = c.upload(shoot.Key, "picture.jpg", bytes.NewReader([]byte{0xff, 0xd8, 0xff, 0xe0, 1, 2, 3}))
	assert.Equal(t, 422, code)
	assert.Contains(t, p["detail"], "not text")
	dishes, err := k.Kitchen.Dishes(t.Context(), shoot.Key)
	require.NoError(t, err)
	assert.Len(t, dishes, 2, "what could not be read left nothing behind")
}

type zeros struct{ left atomic.Int64 }

func (z *zeros) Read(p []byte) (int, error) {
	n := min(int64(len(p)), z.left.Load())
	if n <= 0 {
		return 0, io.EOF
	}
	z.left.Add(-n)
	return int(n), nil
}

func TestTwoHundredMegabytesAreRefusedBeforeTheyAreRead(t *testing.T) {
	k, c := serve(t)
	shoot, _, _ := k.Toddy(t)
	c.signIn()
	z := &zeros{}
	z.left.Store(200 << 20)
	pr, pw := io.Pipe()
	form := multipart.NewWriter(pw)
	go func() {
		w, err := form.CreateFormFile("file", "huge.json")
		if err == nil {
			_, err = io.Copy(w, z)
		}
		pw.CloseWithError(err)
	}()
	req, err := http.NewRequest("POST", c.base+"/api/shoots/"+shoot.Key+"/dishes/import", pr)
	require.NoError(t, err)
	req.Header.Set("Content-Type", form.FormDataContentType())
	res, err := c.http.Do(req)
	if err == nil { // the server may also close the connection on us
		defer res.Body.Close()
		assert.Equal(t, 413, res.StatusCode)
		var p map[string]any
		require.NoError(t, json.NewDecoder(res.Body).Decode(&p))
		assert.Equal(t, []string{"file"}, fieldsOf(p))
	}
	assert.Greater(t, z.left.Load(), int64(150<<20), "most of it was never taken")
}

func TestUnknownAddressesAreProblemsAndPagesArePages(t *testing.T) {
	_, c := serve(t)
	c.signIn()
	code, _ := c.do("GET", "/api/nothing", nil)
	assert.Equal(t, 404, code)
	code, _ = c.do("GET", "/api/shoots/none", nil)
	assert.Equal(t, 404, code)
	res, err := c.http.Get(c.base + "/shoots/x/set")
	require.NoError(t, err)
	defer res.Body.Close()
	assert.Contains(t, res.Header.Get("Content-Security-Policy"), "default-src 'self'")
	assert.Equal(t, 200, res.StatusCode, "the page finds its own way")
	assert.Contains(t, res.Header.Get("Content-Type"), "text/html")
}

// A zero byte, which PostgreSQL cannot keep, is told in words wherever it comes in.
func TestAZeroByteIsToldInWords(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	code, _ := c.do("GET", "/api/search?words=abc%00", nil)
	assert.Equal(t, 422, code)
	shoot, _, _ := k.Toddy(t)
	code, p := c.do("POST", "/api/shoots/"+shoot.Key+"/dishes", map[string]any{"title": "a\u0000b", "form": "", "ingredients": "", "method": "", "version": 0})
	assert.Equal(t, 422, code)
	assert.Contains(t, p["detail"], "cannot be seen")
	assert.Equal(t, []string{"title"}, fieldsOf(p))
}

func TestAQuantityThatIsNoneNamesItself(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	shoot, _, _ := k.Toddy(t)
	code, p := c.do("PUT", "/api/shoots/"+shoot.Key+"/shopping", `{"version":0,"words":"","choices":{"ticked":[],"times":[{"id":"x","times":"plenty"}],"spares":[],"extra":[]}}`)
	assert.Equal(t, 422, code)
	assert.Equal(t, "“plenty” is not a quantity; write 2, 1/2, 1 1/2 or 1.5.", p["detail"])
}
