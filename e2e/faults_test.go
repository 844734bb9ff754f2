package e2e

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"figladder/internal/store/storetest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// postgres is the process of a server's own database.
func postgres(t *testing.T, data string) int {
	t.Helper()
	raw, err := os.ReadFile(filepath.Join(data, "pg", "data", "postmaster.pid"))
	require.NoError(t, err)
	first, _, _ := strings.Cut(string(raw), "\n")
	pid, err := strconv.Atoi(first)
	require.NoError(t, err)
	return pid
}

// comesBack waits until a dish can be added again.
func (a *asker) comesBack(shoot string) {
	a.t.Helper()
	require.Eventually(a.t, func() bool { return a.addDish(shoot, "After") == 200 }, time.Minute, 200*time.Millisecond, "it goes on by itself")
}

// Its own database stops, twice, once killed outright: the server says so, brings it up
// again, and nothing that was answered for is gone. The page saves what was typed meanwhile.
func TestItsDatabaseStopsAndComesBack(t *testing.T) {
	t.Parallel()
	data := folder(t)
	s := start(t, "serve", "", data)
	p := open(t, s.URL, 1280, 800)
	p.owner()
	shoot(p)
	p.type_("#q-what", "Accepted before")
	p.saved()
	a := ask(t, s)
	code, _ := a.do("POST", "/api/sign-in", owner2())
	require.Equal(t, 200, code)
	id := strings.Split(eval[string](p, "location.pathname"), "/")[2]
	for i, sig := range []syscall.Signal{syscall.SIGINT, syscall.SIGKILL} {
		was := postgres(t, data)
		require.NoError(t, syscall.Kill(was, sig))
		words := fmt.Sprintf("Typed while it was down, %d", i)
		p.type_("#q-why", words)
		p.until("document.body.innerText.includes('tried again by itself') || document.body.innerText.includes('✓ Saved')", "the page to say where it stands")
		p.saved()
		require.Eventually(t, func() bool {
			code, got := a.do("GET", "/api/shoots/"+id, nil)
			if code != 200 {
				return false
			}
			brief := got["doc"].(map[string]any)["brief"].(map[string]any)
			return brief["why"] == words && brief["what"] == "Accepted before"
		}, 30*time.Second, 100*time.Millisecond, "saved by itself, and what was there is there")
	}
	// And it stops when it is told to, also while its database is down.
	require.NoError(t, syscall.Kill(postgres(t, data), syscall.SIGKILL))
	require.NoError(t, s.cmd.Process.Signal(syscall.SIGTERM))
	select {
	case <-s.done:
	case <-time.After(40 * time.Second):
		t.Fatal("it ignores being told to stop")
	}
}

// Killed outright in the middle of work, with its own database, it comes back with every
// save that it answered for.
func TestKilledOutrightNothingAnsweredForIsLost(t *testing.T) {
	t.Parallel()
	data := folder(t)
	var shoot string
	sure := 0
	for round := range 3 {
		s := start(t, "serve", "", data)
		var a *asker
		if round == 0 {
			a, shoot = founded(t, s)
		} else {
			a = ask(t, s)
			code, _ := a.do("POST", "/api/sign-in", owner2())
			require.Equal(t, 200, code)
			assert.GreaterOrEqual(t, a.dishes(shoot), sure)
		}
		var got atomic.Int64
		ended := make(chan bool)
		go func() {
			defer close(ended)
			for a.addDish(shoot, "Dish") == 200 {
				got.Add(1)
			}
		}()
		require.Eventually(t, func() bool { return got.Load() > 8 }, 20*time.Second, time.Millisecond)
		s.end(syscall.SIGKILL)
		<-ended
		sure += int(got.Load())
	}
	s := start(t, "serve", "", data)
	a := ask(t, s)
	code, _ := a.do("POST", "/api/sign-in", owner2())
	require.Equal(t, 200, code)
	assert.GreaterOrEqual(t, a.dishes(shoot), sure, "every one that was answered for")
}

// A second start on the same folder is refused in words and harms nothing.
func TestASecondStartOnTheSameFolderIsRefused(t *testing.T) {
	t.Parallel()
	data := folder(t)
	s := start(t, "serve", "", data)
	a, shoot := founded(t, s)
	for _, command := range [][]string{{"serve"}, {"demo", "--reset"}} {
		out, err := run(t, data, command...)
		assert.Error(t, err)
		assert.Contains(t, out, "another Fig Ladder runs on this folder")
		assert.Contains(t, out, strconv.Itoa(s.cmd.Process.Pid))
	}
	assert.Equal(t, 200, a.addDish(shoot, "After"), "the first one goes on")
}

// Two servers on one database and one folder of pictures: what is done at one is there at
// the other, their saves do not run over each other, and one goes on when the other is killed.
func TestTwoServersOnOneDatabase(t *testing.T) {
	t.Parallel()
	db, data := storetest.URL(t), t.TempDir()
	var one, two *server
	var both sync.WaitGroup
	both.Go(func() { one = start(t, "serve", db, data) }) // both migrate at once
	both.Go(func() { two = start(t, "serve", db, data) })
	both.Wait()
	a, shoot := founded(t, one)
	b := ask(t, two)
	code, _ := b.do("POST", "/api/sign-in", owner2())
	require.Equal(t, 200, code)
	var all sync.WaitGroup
	var ok atomic.Int64
	for _, x := range []*asker{a, b} {
		for range 20 {
			all.Go(func() {
				if x.addDish(shoot, "Dish") == 200 {
					ok.Add(1)
				}
			})
		}
	}
	all.Wait()
	assert.EqualValues(t, 40, ok.Load())
	assert.Equal(t, 40, a.dishes(shoot))
	_, was := a.do("GET", "/api/shoots/"+shoot, nil)
	save := map[string]any{"name": "Mine", "version": was["version"], "brief": was["doc"].(map[string]any)["brief"]}
	codes := map[int]int{}
	var mu sync.Mutex
	for _, x := range []*asker{a, b} {
		all.Go(func() {
			code, _ := x.do("PUT", "/api/shoots/"+shoot, save)
			mu.Lock()
			codes[code]++
			mu.Unlock()
		})
	}
	all.Wait()
	assert.Equal(t, map[int]int{200: 1, 409: 1}, codes)
	one.end(syscall.SIGKILL)
	assert.Equal(t, 200, b.addDish(shoot, "After"))
	assert.Equal(t, 41, b.dishes(shoot))
	code, _ = b.do("POST", "/api/shoots/"+shoot+"/undo", nil)
	assert.Equal(t, 200, code)
}

// The disk that it stands on is full: it says so, keeps what it has, and goes on when there
// is room again. It takes a disk of its own, which only root can make.
func TestTheDiskIsFull(t *testing.T) {
	t.Parallel()
	if os.Geteuid() != 0 {
		t.Skip("only root can make a small disk; store's TestAFullDisk… has another way")
	}
	data := folder(t)
	require.NoError(t, syscall.Mount("tmpfs", data, "tmpfs", 0, "size=220m,mode=755"))
	t.Cleanup(func() { _ = syscall.Unmount(data, syscall.MNT_DETACH) })
	s := start(t, "serve", "", data)
	t.Cleanup(func() { s.end(syscall.SIGINT) }) // before the disk is taken away
	a, shoot := founded(t, s)
	sure := 0
	for range 5 {
		require.Equal(t, 200, a.addDish(shoot, "Before"))
		sure++
	}
	code, shots := a.do("POST", "/api/dishes/"+a.dish(shoot)+"/shots", map[string]any{"kind": "hero", "title": "Hero", "angle": "three-quarter", "hands": 0, "shutter": false, "light": "from the side", "vessel": ""})
	require.Equal(t, 200, code, "%v", shots)
	shot := "/api/shots/" + shots["id"].(string)
	_, set := a.do("GET", shot+"/set", nil)
	code, _ = a.do("PUT", shot+"/set", set)
	require.Equal(t, 200, code)
	code, frame := a.do("POST", shot+"/take", nil)
	require.Equal(t, 200, code, "%v", frame)

	rest := filepath.Join(data, "rest")
	out, err := exec.Command("sh", "-c", "dd if=/dev/zero of="+rest+" bs=64k 2>&1; exit 0").CombinedOutput()
	require.NoError(t, err, string(out))
	require.Contains(t, string(out), "No space left")
	code, p := a.do("POST", shot+"/take", nil)
	assert.Contains(t, []int{503, 507}, code, "%v", p)
	assert.NotContains(t, fmt.Sprint(p["detail"]), "/pg", "in words, without our paths")
	refused := 0
	for range 400 { // until the database, too, has no room
		switch code := a.addDish(shoot, strings.Repeat("Much ", 50)); code {
		case 200:
			sure++
		case 503, 507, 500, 0:
			refused++
		default:
			t.Errorf("answered %d", code)
		}
		if refused > 3 {
			break
		}
	}
	t.Logf("%d were answered for, %d refused", sure, refused)
	require.NoError(t, os.Remove(rest))
	a.comesBack(shoot)
	assert.GreaterOrEqual(t, a.dishes(shoot), sure+1, "all that was answered for")
	code, _ = a.do("POST", shot+"/take", nil)
	assert.Equal(t, 200, code)
	res, err := a.http.Get(a.base + "/api/frames/" + frame["id"].(string) + "/picture?long=0")
	require.NoError(t, err)
	defer res.Body.Close()
	assert.Equal(t, 200, res.StatusCode, "the picture of before is whole")
}
