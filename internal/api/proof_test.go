package api_test

import (
	"encoding/json"
	"io"
	"net/http"
	"strings"
	"testing"

	"figladder/internal/studio/proof"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// byLink asks as somebody who has a link and nothing else: no session, no cookies.
func byLink(t *testing.T, base, method, path, token, body string) (int, http.Header, string) {
	t.Helper()
	req, err := http.NewRequestWithContext(t.Context(), method, base+path, strings.NewReader(body))
	require.NoError(t, err)
	req.Header.Set("Proof-Link", token)
	if body != "" {
		req.Header.Set("Content-Type", "application/json")
	}
	res, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	defer res.Body.Close()
	data, err := io.ReadAll(res.Body)
	require.NoError(t, err)
	return res.StatusCode, res.Header, string(data)
}

// A link shows its shoot's round and takes answers, scripts in them as words; nothing else of the studio opens by it, and no
// answer of it tells of anything inside.
func TestALinkShowsOnlyItsRound(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	shoot, _, shots := k.Toddy(t)
	frame := k.KeptFrame(t, studiotest.Hero(shots))
	_, err := k.Proof.Send(t.Context(), k.Owner, shoot.Key, proof.Sending{Frames: []string{frame.Key}, Number: 1})
	require.NoError(t, err)
	link, err := k.Proof.Link(t.Context(), shoot.Key, "The kitchen", 7)
	require.NoError(t, err)

	code, h, got := byLink(t, c.base, "GET", "/api/proof", link.Token, "")
	require.Equal(t, 200, code, got)
	assert.Equal(t, "no-store", h.Get("Cache-Control"))
	var page proof.Page
	require.NoError(t, json.Unmarshal([]byte(got), &page))
	require.Len(t, page.Choices, 1)
	for what, inside := range map[string]string{"shoot": shoot.Key, "frame": frame.Key, "shot": frame.ShotID, "file": frame.SHA256, "email": k.Owner.ID} {
		assert.NotContains(t, got, inside, "the key of the %s", what)
	}
	key := page.Choices[0].Key
	const script = `<img src=x onerror=alert(1)><script>alert(1)</script>`
	body, err := json.Marshal(map[string]any{"key": "a-key-of-mine", "choice": key, "kind": "change", "words": script, "by": "Bo", "pin": map[string]any{"x": 0.25, "y": 0.5}})
	require.NoError(t, err)
	for range 2 { // the same press
		code, h, got = byLink(t, c.base, "POST", "/api/proof/answers", link.Token, string(body))
		require.Equal(t, 200, code, got)
	}
	require.NoError(t, json.Unmarshal([]byte(got), &page))
	require.Len(t, page.Choices[0].Answers, 1)
	assert.Equal(t, script, page.Choices[0].Answers[0].Words, "words stay words: the page writes them as text")
	assert.Equal(t, "application/json", h.Get("Content-Type"))
	assert.Equal(t, "nosniff", h.Get("X-Content-Type-Options"), "opened by itself, the answer is no page")
	assert.Contains(t, h.Get("Content-Security-Policy"), "default-src 'none'")
	code, h, got = byLink(t, c.base, "GET", "/api/proof/pictures/"+key, link.Token, "")
	require.Equal(t, 200, code)
	assert.Equal(t, "image/jpeg", h.Get("Content-Type"))
	assert.Equal(t, "image/jpeg", http.DetectContentType([]byte(got)))
	code, _, _ = byLink(t, c.base, "GET", "/api/proof/files/"+key, link.Token, "")
	assert.Equal(t, 422, code)

	for _, path := range []string{"/api/shoots", "/api/shoots/" + shoot.Key, "/api/frames/" + frame.Key + "/picture", "/api/proof-choices/" + key + "/picture", "/api/shoots/" + shoot.Key + "/proofs"} {
		code, _, _ = byLink(t, c.base, "GET", path, link.Token, "")
		assert.Equal(t, 401, code, path)
	}
	for _, bad := range []string{`{"key":"12345678","choice":"` + key + `","kind":"maybe","words":"","by":"Bo"}`, `{"key":"1","choice":"` + key + `","kind":"yes","words":"","by":"Bo"}`,
		`{"key":"12345678","choice":"` + key + `","kind":"yes","words":"","by":"Bo","pin":{"x":7,"y":0}}`, `{"key":"12345678","choice":"` + key + `","kind":"yes","words":"` + strings.Repeat("x", 2001) + `","by":"Bo"}`, `{`} {
		code, _, got = byLink(t, c.base, "POST", "/api/proof/answers", link.Token, bad)
		assert.Contains(t, []int{400, 422}, code, got)
	}
	// Whoever is signed in and has no link is told the same as everybody: the session opens nothing here.
	code, told := c.do("GET", "/api/proof", nil)
	assert.Equal(t, 404, code, told)

	page2, h, shown := byLink(t, c.base, "GET", "/proof", "", "")
	require.Equal(t, 200, page2)
	assert.Equal(t, "no-referrer", h.Get("Referrer-Policy"))
	assert.Contains(t, h.Get("X-Robots-Tag"), "noindex")
	assert.NotContains(t, shown, "api/start")
}
