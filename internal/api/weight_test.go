package api_test

import (
	"compress/gzip"
	"encoding/json"
	"image/jpeg"
	"io"
	"net/http"
	"strings"
	"testing"

	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// sent asks for an address with a header and returns the answer as it came over the line.
func (c *client) sent(path string, headers ...string) (*http.Response, []byte) {
	c.t.Helper()
	req, err := http.NewRequest("GET", c.base+path, nil)
	require.NoError(c.t, err)
	req.Header.Set("Accept-Encoding", "identity")
	for i := 0; i+1 < len(headers); i += 2 {
		req.Header.Set(headers[i], headers[i+1])
	}
	res, err := c.http.Do(req)
	require.NoError(c.t, err)
	defer res.Body.Close()
	raw, err := io.ReadAll(res.Body)
	require.NoError(c.t, err)
	return res, raw
}

// The page comes in the smallest form that the browser reads, and is the same in each.
func TestThePageIsSentCompressed(t *testing.T) {
	_, c := serve(t)
	res, plain := c.sent("/")
	require.Contains(t, string(plain), "<title>")
	assert.Empty(t, res.Header.Get("Content-Encoding"))
	script := string(plain[strings.Index(string(plain), "/assets/index-"):])
	script = script[:strings.Index(script, `"`)]
	_, whole := c.sent(script)
	res, packed := c.sent(script, "Accept-Encoding", "gzip, deflate")
	assert.Equal(t, "gzip", res.Header.Get("Content-Encoding"))
	assert.Equal(t, "Accept-Encoding", res.Header.Get("Vary"))
	assert.Contains(t, res.Header.Get("Content-Type"), "javascript")
	assert.Contains(t, res.Header.Get("Cache-Control"), "immutable")
	r, err := gzip.NewReader(strings.NewReader(string(packed)))
	require.NoError(t, err)
	again, err := io.ReadAll(r)
	require.NoError(t, err)
	assert.Equal(t, whole, again)
	res, smaller := c.sent(script, "Accept-Encoding", "gzip, deflate, br")
	assert.Equal(t, "br", res.Header.Get("Content-Encoding"))
	assert.Less(t, len(smaller), len(packed))
	assert.Less(t, 2*len(packed), len(whole))
	res, page := c.sent(script+".br", "Accept-Encoding", "br")
	assert.Contains(t, res.Header.Get("Content-Type"), "text/html", "another form of a file has no address of its own")
	assert.NotEqual(t, smaller, page)
}

// What the API answers shrinks, too; pictures come at the size they are shown at, and not
// again when the browser has them.
func TestAnswersAndPicturesAreNoLargerThanNeeded(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	shoot, _, shots := k.Toddy(t)
	res, plain := c.sent("/api/shoots/" + shoot.Key + "/shots")
	assert.Empty(t, res.Header.Get("Content-Encoding"))
	res, packed := c.sent("/api/shoots/"+shoot.Key+"/shots", "Accept-Encoding", "gzip")
	require.Equal(t, "gzip", res.Header.Get("Content-Encoding"))
	assert.Less(t, 3*len(packed), len(plain))
	r, err := gzip.NewReader(strings.NewReader(string(packed)))
	require.NoError(t, err)
	assert.NoError(t, json.NewDecoder(r).Decode(&struct{}{}))

	_, err = k.SaveSet(t.Context(), shots[0].Key, 0, scene.Start())
	require.NoError(t, err)
	frame, err := k.Frames.Take(t.Context(), k.Owner, shots[0].Key, false)
	require.NoError(t, err)
	at := "/api/frames/" + frame.Key + "/picture"
	_, file := c.sent(at)
	res, small := c.sent(at + "?long=240")
	conf, err := jpeg.DecodeConfig(strings.NewReader(string(small)))
	require.NoError(t, err)
	assert.Equal(t, 240, max(conf.Width, conf.Height))
	assert.Less(t, 4*len(small), len(file))
	res, none := c.sent(at+"?long=240", "If-None-Match", res.Header.Get("ETag"))
	assert.Equal(t, 304, res.StatusCode)
	assert.Empty(t, none)
	res, _ = c.sent(at+"?long=480", "If-None-Match", `"`+frame.SHA256[:24]+`-240"`)
	assert.Equal(t, 200, res.StatusCode, "another size is another picture")
}
