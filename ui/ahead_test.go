package ui

import (
	"net/http/httptest"
	"regexp"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestAScreensCodeIsAskedForAhead(t *testing.T) {
	files := fstest.MapFS{"manifest.json": {Data: []byte(`{
		"index.html": {"file": "assets/index.js", "imports": ["_shared.js"]},
		"_shared.js": {"file": "assets/shared.js"},
		"_form.js": {"file": "assets/form.js", "imports": ["_shared.js", "_deep.js"]},
		"_deep.js": {"file": "assets/deep.js", "imports": ["_form.js"]},
		"src/set/SetScreen.vue": {"file": "assets/set.js", "imports": ["_form.js", "index.html"]},
		"src/ladder/HomeScreen.vue": {"file": "assets/home.js", "imports": ["_shared.js"]}
	}`)}, "assets/face-latin-wght-normal-1.woff2": {}, "assets/face-latin-ext-wght-normal-1.woff2": {}}
	of := screens(files)
	assert.Equal(t, map[string][]string{
		"set":  {"assets/set.js", "assets/form.js", "assets/deep.js"},
		"home": {"assets/home.js"},
	}, of, "what the page names itself is left out, and a ring ends")
	faces := typefaces(files)
	assert.Equal(t, []string{"assets/face-latin-wght-normal-1.woff2"}, faces)

	start := `</api/start>; rel=preload; as=fetch; crossorigin`
	face := `</assets/face-latin-wght-normal-1.woff2>; rel=preload; as=font; crossorigin`
	for address, more := range map[string]string{
		"/":                    ", </assets/home.js>; rel=modulepreload",
		"/shoots/01a/set/01b":  ", </assets/set.js>; rel=modulepreload, </assets/form.js>; rel=modulepreload, </assets/deep.js>; rel=modulepreload",
		"/shoots/set/frames":   ", </assets/set.js>; rel=modulepreload, </assets/form.js>; rel=modulepreload, </assets/deep.js>; rel=modulepreload",
		"/shoots/01a/nowhere/": "",
	} {
		assert.Equal(t, start+", "+face+more, ahead(faces, of, address), address)
	}
	assert.Empty(t, screens(fstest.MapFS{}), "a page that is not built asks for nothing")
}

// What is named ahead is there: a name that is not would be fetched as the page itself.
func TestWhatIsNamedAheadIsThere(t *testing.T) {
	h := Handler()
	w := httptest.NewRecorder()
	h.ServeHTTP(w, httptest.NewRequest("GET", "/shoots/01a/set/01b", nil))
	named := regexp.MustCompile(`</(assets/[^>]+)>`).FindAllStringSubmatch(w.Header().Get("Link"), -1)
	require.Greater(t, len(named), 5)
	for _, n := range named {
		w := httptest.NewRecorder()
		h.ServeHTTP(w, httptest.NewRequest("GET", "/"+n[1], nil))
		assert.NotContains(t, w.Header().Get("Content-Type"), "text/html", n[1])
	}
}
