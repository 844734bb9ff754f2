package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// folder is one that the account of a database of our own can reach.
func folder(t *testing.T) string {
	t.Helper()
	dir, err := os.MkdirTemp("/var/tmp", "figladder-e2e-")
	require.NoError(t, err)
	require.NoError(t, os.Chmod(dir, 0o755))
	t.Cleanup(func() { os.RemoveAll(dir) })
	return dir
}

// asker asks a running server without a browser.
type asker struct {
	t    *testing.T
	base string
	http *http.Client
}

func ask(t *testing.T, s *server) *asker {
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	return &asker{t, s.URL, &http.Client{Jar: jar, Timeout: time.Minute}}
}

// do returns status 0 when there is no answer.
func (a *asker) do(method, path string, body any) (int, map[string]any) {
	raw, err := json.Marshal(body)
	require.NoError(a.t, err)
	req, err := http.NewRequest(method, a.base+path, bytes.NewReader(raw))
	require.NoError(a.t, err)
	req.Header.Set("Content-Type", "application/json")
	res, err := a.http.Do(req)
	if err != nil {
		return 0, nil
	}
	defer res.Body.Close()
	out := map[string]any{}
	raw, _ = io.ReadAll(res.Body)
	_ = json.Unmarshal(raw, &out)
	return res.StatusCode, out
}

var owner = map[string]string{"email": "maud@loft.example", "name": "Maud Pellow", "password": "four plain words"}

// founded is a server that somebody has opened, with a shoot.
func founded(t *testing.T, s *server) (a *asker, shoot string) {
	t.Helper()
	a = ask(t, s)
	code, p := a.do("POST", "/api/first-owner", owner)
	require.Equal(t, 200, code, "%v", p)
	shoot = a.shoot("Winter menu")
	return a, shoot
}

const emptyBrief = `{"kind":"own","who":"","what":"","when":"","where":"","why":"","how":"","zone":"Europe/London","hands":1,"mood":{"key":"dark","colour":"muted"},"houseColours":[],"deliverables":[],"candidates":[]}`

func (a *asker) shoot(name string) string {
	a.t.Helper()
	var brief map[string]any
	require.NoError(a.t, json.Unmarshal([]byte(emptyBrief), &brief))
	code, p := a.do("POST", "/api/shoots", map[string]any{"name": name, "version": 0, "brief": brief})
	require.Equal(a.t, 200, code, "%v", p)
	return p["id"].(string)
}

func (a *asker) addDish(shoot, title string) int {
	code, _ := a.do("POST", "/api/shoots/"+shoot+"/dishes", map[string]any{"title": title, "form": "", "ingredients": "1 pear", "method": "Warm it.", "version": 0})
	return code
}

func run(t *testing.T, data string, args ...string) (string, error) {
	t.Helper()
	cmd := exec.Command(binary(t), args...)
	cmd.Env = append(os.Environ(), "DATABASE_URL=", "FIGLADDER_DATA="+data)
	out, err := cmd.CombinedOutput()
	return string(out), err
}

// A studio is backed up while it is worked in, and made again on an empty machine: all that
// was answered for before is there, pictures too. A damaged backup is refused and says where.
func TestBackedUpWhileItServesAndMadeAgainElsewhere(t *testing.T) {
	t.Parallel()
	data := folder(t)
	s := start(t, "serve", "", data)
	a, shoot := founded(t, s)
	require.Equal(t, 200, a.addDish(shoot, "Quince pavlova"))
	code, shots := a.do("POST", "/api/dishes/"+a.dish(shoot)+"/shots", map[string]any{"kind": "hero", "title": "Quince pavlova, hero", "angle": "three-quarter", "hands": 0, "shutter": false, "light": "from the side", "vessel": ""})
	require.Equal(t, 200, code, "%v", shots)
	shot := "/api/shots/" + shots["id"].(string)
	code, set := a.do("GET", shot+"/set", nil)
	require.Equal(t, 200, code)
	code, _ = a.do("PUT", shot+"/set", set)
	require.Equal(t, 200, code)
	code, frame := a.do("POST", shot+"/take", nil)
	require.Equal(t, 200, code, "%v", frame)

	var before, stop atomic.Int64
	ended := make(chan bool)
	go func() { // somebody goes on working
		defer close(ended)
		for i := 0; stop.Load() == 0; i++ {
			if a.addDish(shoot, fmt.Sprintf("Dish %d", i)) == 200 {
				before.Add(1)
			}
		}
	}()
	require.Eventually(t, func() bool { return before.Load() > 5 }, 20*time.Second, 10*time.Millisecond)
	sure := before.Load()
	file := filepath.Join(folder(t), "studio.backup")
	out, err := run(t, data, "backup", file)
	require.NoError(t, err, out)
	assert.Contains(t, out, "read back and compared")
	stop.Store(1)
	<-ended
	st, err := os.Stat(file)
	require.NoError(t, err)
	assert.Zero(t, st.Mode().Perm()&0o077, "a backup is its owner's alone")
	out, err = run(t, data, "backup", file)
	assert.Error(t, err, "one is never written over another")
	assert.Contains(t, out, "is there already")
	out, err = run(t, data, "restore", file)
	assert.Error(t, err, "a studio that is in use is left alone")
	assert.NotEmpty(t, out)
	s.end(syscall.SIGINT)

	whole, err := os.ReadFile(file)
	require.NoError(t, err)
	for name, spoil := range map[string]func([]byte) []byte{
		"cut short":     func(b []byte) []byte { return b[:len(b)*2/3] },
		"a bit turned":  func(b []byte) []byte { b[len(b)/2] ^= 1; return b },
		"nothing in it": func([]byte) []byte { return nil },
	} {
		bad := filepath.Join(t.TempDir(), "bad.backup")
		require.NoError(t, os.WriteFile(bad, spoil(bytes.Clone(whole)), 0o600))
		empty := folder(t)
		out, err := run(t, empty, "restore", bad)
		assert.Error(t, err, name)
		assert.Contains(t, out, "damaged at byte", name)
		left, err := os.ReadDir(empty)
		require.NoError(t, err)
		assert.Empty(t, left, "%s: nothing is made of it", name)
	}

	elsewhere := folder(t)
	out, err = run(t, elsewhere, "restore", file)
	require.NoError(t, err, out)
	again := start(t, "serve", "", elsewhere)
	b := ask(t, again)
	code, _ = b.do("POST", "/api/sign-in", owner2())
	require.Equal(t, 200, code, "the same people sign in")
	code, _ = b.do("GET", "/api/shoots/"+shoot, nil)
	assert.Equal(t, 200, code)
	assert.GreaterOrEqual(t, b.dishes(shoot), int(sure)+1, "all that was answered for before the backup began")
	res, err := b.http.Get(b.base + "/api/frames/" + frame["id"].(string) + "/picture?long=0")
	require.NoError(t, err)
	defer res.Body.Close()
	picture, err := io.ReadAll(res.Body)
	require.NoError(t, err)
	assert.Len(t, picture, int(frame["doc"].(map[string]any)["bytes"].(float64)), "the frame's file, whole")
	require.Equal(t, 200, b.addDish(shoot, "After"), "and it is worked in")
	code, _ = b.do("POST", "/api/shoots/"+shoot+"/undo", nil)
	assert.Equal(t, 200, code, "what was done can be undone")
}

func owner2() map[string]string {
	return map[string]string{"email": owner["email"], "password": owner["password"]}
}

func (a *asker) list(path string) []map[string]any {
	a.t.Helper()
	res, err := a.http.Get(a.base + path)
	require.NoError(a.t, err)
	defer res.Body.Close()
	var out []map[string]any
	require.NoError(a.t, json.NewDecoder(res.Body).Decode(&out))
	return out
}

func (a *asker) dishes(shoot string) int { return len(a.list("/api/shoots/" + shoot + "/dishes")) }

func (a *asker) dish(shoot string) string {
	return a.list("/api/shoots/" + shoot + "/dishes")[0]["id"].(string)
}
