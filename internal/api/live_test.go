package api_test

import (
	"bufio"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"figladder/internal/api"
	"figladder/internal/craft/brief"
	"figladder/internal/craft/dayplan"
	"figladder/internal/studio/day"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// events are what a stream says, one by one; the channel closes with it.
func events(t *testing.T, res *http.Response) <-chan string {
	t.Helper()
	out := make(chan string, 100)
	go func() {
		defer close(out)
		lines := bufio.NewScanner(res.Body)
		for lines.Scan() {
			if word, ok := strings.CutPrefix(lines.Text(), "event: "); ok {
				out <- word
			}
		}
	}()
	t.Cleanup(func() { _ = res.Body.Close() })
	return out
}

func next(t *testing.T, of <-chan string) string {
	t.Helper()
	select {
	case word, ok := <-of:
		require.True(t, ok, "the stream ended")
		return word
	case <-time.After(20 * time.Second):
		t.Fatal("nothing was heard")
		return ""
	}
}

// Whoever is on a shoot hears of a deed there, done through another server on the same database, taken back too; nobody
// hears of other shoots; a server that stops ends its streams.
func TestADeedIsHeardOnEveryServer(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	shoot, _, _ := k.Toddy(t)
	other := api.New(k.Studio, nil, api.Options{})
	far := httptest.NewServer(other)
	t.Cleanup(far.Close)
	listen := func(at, shoot string) *http.Response {
		req, err := http.NewRequestWithContext(t.Context(), http.MethodGet, at+"/api/live?shoot="+shoot, nil)
		require.NoError(t, err)
		res, err := c.http.Do(req)
		require.NoError(t, err)
		return res
	}
	here, there := listen(c.base, shoot.Key), listen(far.URL, shoot.Key)
	require.Equal(t, 200, here.StatusCode)
	require.Equal(t, "text/event-stream", here.Header.Get("Content-Type"))
	nobody := events(t, listen(c.base, "another"))
	a, b := events(t, here), events(t, there)
	assert.Equal(t, "again", next(t, a), "at first all is asked for")
	assert.Equal(t, "again", next(t, b))
	deed := func(of <-chan string) {
		t.Helper()
		for next(t, of) != "deed" { // again, when hearing has only begun
		}
	}
	time.Sleep(300 * time.Millisecond) // until both hear
	_, err := k.Day.Say(t.Context(), k.Owner, shoot.Key, day.TermsOfDay{Terms: dayplan.StartTerms(), Own: []dayplan.OwnJob{}})
	require.NoError(t, err)
	deed(a)
	deed(b)
	_, err = k.Undo(t.Context(), k.Owner, shoot.Key, false)
	require.NoError(t, err)
	deed(a)
	deed(b)
	other.Hush()
	select {
	case _, ok := <-b:
		assert.False(t, ok, "it says no more")
	case <-time.After(20 * time.Second):
		t.Fatal("the stream goes on")
	}
	for len(nobody) > 0 {
		assert.Equal(t, "again", <-nobody, "what is done elsewhere is not told")
	}
	// Nobody listens unasked, and not too often.
	res, err := http.Get(c.base + "/api/live?shoot=" + shoot.Key) //nolint:noctx // a stranger
	require.NoError(t, err)
	assert.Equal(t, 401, res.StatusCode)
	_ = res.Body.Close()
	refused := 0
	for range 20 {
		r := listen(c.base, shoot.Key)
		if r.StatusCode == 429 {
			refused++
		}
		t.Cleanup(func() { _ = r.Body.Close() })
	}
	assert.Positive(t, refused)
}

// BenchmarkADeedIsHeard is from a deed to its word at another page.
func BenchmarkADeedIsHeard(b *testing.B) {
	k, c := serve(b)
	c.signIn()
	shoot, err := k.Brief.MakeShoot(b.Context(), k.Owner, "Winter", brief.Brief{})
	require.NoError(b, err)
	req, err := http.NewRequestWithContext(b.Context(), http.MethodGet, c.base+"/api/live?shoot="+shoot.Key, nil)
	require.NoError(b, err)
	res, err := c.http.Do(req)
	require.NoError(b, err)
	defer func() { _ = res.Body.Close() }()
	lines := bufio.NewScanner(res.Body)
	until := func(word string) {
		for lines.Scan() {
			if lines.Text() == "event: "+word {
				return
			}
		}
	}
	until("again")
	time.Sleep(300 * time.Millisecond)
	version := 0
	for b.Loop() {
		terms := dayplan.StartTerms()
		terms.FrameMin = 5 + version%20
		got, err := k.Day.Say(b.Context(), k.Owner, shoot.Key, day.TermsOfDay{Terms: terms, Own: []dayplan.OwnJob{}, Version: version})
		require.NoError(b, err)
		version = got.Version
		until("deed")
	}
}
