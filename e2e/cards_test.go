package e2e

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"math/rand/v2"
	"os"
	"path/filepath"
	"syscall"
	"testing"
	"time"

	"figladder/internal/store/storetest"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// pictures writes so many JPEGs that differ into a folder and returns their paths.
func pictures(t *testing.T, dir string, n, wide int) []string {
	t.Helper()
	var out []string
	for i := range n {
		img := image.NewRGBA(image.Rect(0, 0, wide, wide*2/3))
		for y := range wide * 2 / 3 {
			for x := range wide {
				img.SetRGBA(x, y, color.RGBA{uint8(x*7 + i), uint8(y*5 + i/3), uint8(i * 11), 255})
			}
		}
		path := filepath.Join(dir, fmt.Sprintf("set-%04d.jpg", i))
		f, err := os.Create(path)
		require.NoError(t, err)
		require.NoError(t, jpeg.Encode(f, img, nil))
		require.NoError(t, f.Close())
		out = append(out, path)
	}
	return out
}

const sendInput = "input[aria-label='Pictures to send']"

// A card is copied, its pictures are looked through, laid, marked and chosen, all by keyboard; what was pressed is kept,
// and undone.
func TestFromTheCardToTheChoiceByKeyboard(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/card", "files on the card", "")
	p.press("r")
	p.sees("The card may be cleared: all 24 files have two verified copies.")
	p.until("document.body.innerText.includes('clock was 1 h fast') || document.body.innerText.includes('Brought in')", "its pictures are matched")
	p.until("[...document.querySelectorAll('.copy')].some(c => c.innerText.includes('Brought in'))", "done")
	p.sees("The camera's clock was 1 h fast")
	p.withAxe()
	p.press("2")
	p.sees("Not passed over")
	p.until("document.querySelectorAll('.pic').length > 10", "pictures lie there")
	at := func() string { return eval[string](p, "document.querySelector('.pic.at')?.dataset.name ?? ''") }
	p.until("[...document.querySelectorAll('.choice')].find(c => c.innerText.startsWith('Every one'))?.querySelector('.mono')?.innerText === '25'", "all are counted")
	for range 3 {
		p.key(kb.ArrowRight)
	}
	p.until("[...document.querySelectorAll('.pic')].findIndex(x => x.classList.contains('at')) === 3", "three on") // keys wait for what is being asked
	first := at()
	assert.Contains(t, first, "roll-01/larch-")
	p.press("o")
	p.until("document.querySelectorAll('.pic.over').length === 1", "passed over")
	assert.NotEqual(t, first, at(), "and on to the next")
	p.press("s")
	p.until("[...document.querySelectorAll('.tab')].some(t => t.innerText === 'short list')", "on the short list")
	p.until("[...document.querySelectorAll('.choice')].find(c => c.innerText.startsWith('Not passed over')).innerText.endsWith('24')", "counted")
	p.until("[...document.querySelectorAll('.choice')].find(c => c.innerText.startsWith('Short list')).innerText.endsWith('4')", "counted, too")
	// Two are laid to another shot by a few letters.
	p.key(kb.ArrowRight, chromedp.ModifierShift)
	p.until("document.querySelectorAll('.pic.picked').length === 2", "two are picked")
	p.press("l")
	p.until("document.activeElement?.type === 'search'", "where shots are found")
	p.do(chromedp.KeyEvent("just the sea"))
	p.key(kb.Enter)
	p.until("[...document.querySelectorAll('.shot')].find(s => s.innerText.startsWith('Just the sea beet')).innerText.includes('2')", "two lie there")
	p.until("document.querySelectorAll('.pic.picked').length === 2", "and are still in hand")
	p.key(kb.ArrowRight)
	p.key(kb.Enter)
	p.until("[...document.querySelectorAll('.pic.at .tab')].some(t => t.innerText.includes('the one'))", "the one of its shot")
	chosen := at()
	// Large, two up, near, and back; the next one stands at once.
	p.press(" ")
	p.until("document.querySelector('.big img')?.complete", "large")
	p.press("v")
	p.until("document.querySelectorAll('.big figure').length === 2", "two up")
	p.press("n")
	p.until("document.querySelectorAll('.glass').length === 2", "both from near")
	p.key(kb.Escape)
	p.until("document.querySelector('.pic.at')", "the table")
	assert.Equal(t, chosen, at())
	p.go_(eval[string](p, "location.pathname"))
	p.until("document.querySelectorAll('.pic').length > 10", "after a reload")
	assert.Equal(t, 1, eval[int](p, "document.querySelectorAll('.pic.over').length"))
	p.key("z", chromedp.ModifierCtrl)
	p.until("![...document.querySelectorAll('.pic')].some(x => x.dataset.name === '"+chosen+"' && x.innerText.includes('the one'))", "undone: the one is not the one any more")
	p.withAxe()
	p.openToAll("the light table")
}

// From a phone: pictures are chosen and sent, the page is shut in the middle, the same ones are chosen again, and only what
// was missing is sent. A file that is none is said.
func TestPicturesAreSentFromAPhone(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	dir := t.TempDir()
	files := pictures(t, dir, 6, 300)
	large := filepath.Join(dir, "large.jpg")
	raw, err := os.ReadFile(files[0])
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(large, append(raw, make([]byte, 60<<20)...), 0o600)) // what follows the picture is passed over
	words := filepath.Join(dir, "words.jpg")
	require.NoError(t, os.WriteFile(words, []byte("no picture at all"), 0o600))
	files = append(files, large, words)
	p.do(chromedp.EmulateViewport(390, 844))
	p.visit("Allotment", "/card", "From this computer or phone", "")
	p.until("document.documentElement.scrollWidth <= 390", "nothing sticks out")
	p.do(chromedp.SetUploadFiles(sendInput, files))
	p.until("+(document.querySelector('.drop [role=progressbar]')?.ariaValueNow ?? 0) > 5", "it is on its way")
	p.do(chromedp.Reload()) // asks whether to leave, and is left
	p.sees("Choose the same files to go on")
	var has int64
	require.Eventually(t, func() bool {
		has = eval[int64](p, "window.sent ?? (fetch('/api/shoots/' + location.pathname.split('/')[2] + '/copies').then(r => r.json()).then(c => fetch('/api/copies/' + c[0].id + '/files').then(r => r.json())).then(f => window.sent = f.find(x => x.path === 'large.jpg').has), 0)")
		return has > 0
	}, 20*time.Second, 200*time.Millisecond)
	assert.Less(t, has, int64(60<<20), "not all of it has come")
	p.click("Choose the same files to go on")
	p.do(chromedp.SetUploadFiles(sendInput, files))
	p.until("[...document.querySelectorAll('.copy')].length === 1 && document.body.innerText.includes('What you chose is safe: all 8 files')", "all is kept, on the same card")
	p.until("[...document.querySelectorAll('.copy')].some(c => c.innerText.includes('Brought in'))", "done")
	p.sees("7 pictures")
	eval[any](p, "[...document.querySelectorAll('summary')].find(s => s.innerText.includes('kept and no picture')).click()")
	p.sees("It is no picture that is known here")
	p.withAxe()
	p.until("document.documentElement.scrollWidth <= 390", "nothing sticks out")
}

// Twenty times in the middle of copying 500 files the server is killed outright. It goes on by itself each time, says that
// the card may be cleared only when both copies of all of it are there, and in the end each file is there once.
func TestTwentyKillsInACopy(t *testing.T) {
	data := folder(t)
	s := start(t, "serve", storetest.Lasting(t), data)
	a, id := founded(t, s)
	inbox := filepath.Join(data, "inbox", "last year")
	require.NoError(t, os.MkdirAll(inbox, 0o700))
	files := pictures(t, inbox, 500, 96)
	sums := map[string]bool{}
	for _, f := range files {
		raw, err := os.ReadFile(f)
		require.NoError(t, err)
		sum := sha256.Sum256(raw)
		sums[hex.EncodeToString(sum[:])] = true
	}
	require.Len(t, sums, 500)
	// safe says by the disk itself whether both copies of every file are there.
	safe := func() bool {
		for sum := range sums {
			for _, place := range []string{"first", "second"} {
				raw, err := os.ReadFile(filepath.Join(data, "files", place, sum[:2], sum))
				if err != nil {
					return false
				}
				if is := sha256.Sum256(raw); hex.EncodeToString(is[:]) != sum {
					return false
				}
			}
		}
		return true
	}
	code, begun := a.do("POST", "/api/shoots/"+id+"/copies", map[string]any{"from": "folder", "folder": inbox})
	require.Equal(t, 200, code)
	dice := rand.New(rand.NewPCG(20, 500))
	accepted := func() int {
		n := 0
		for _, f := range a.list("/api/copies/" + begun["id"].(string) + "/files?limit=5000") {
			if f["copies"].(float64) == 2 {
				n++
			}
		}
		return n
	}
	opened := 0
	for kill := range 20 {
		time.Sleep(time.Duration(10+dice.IntN(120)) * time.Millisecond)
		before := accepted()
		s.end(syscall.SIGKILL)
		s = s.again(t)
		a = ask(t, s)
		code, _ := a.do("POST", "/api/sign-in", owner2())
		require.Equal(t, 200, code)
		assert.GreaterOrEqual(t, accepted(), before, "what was accepted is not lost")
		now := a.list("/api/shoots/" + id + "/copies")
		require.Len(t, now, 1)
		verdict := now[0]["verdict"].(map[string]any)
		if verdict["mayClear"].(bool) {
			opened++
			require.True(t, safe(), "the gate is open after kill %d", kill)
		}
	}
	var now map[string]any
	require.Eventually(t, func() bool {
		now = a.list("/api/shoots/" + id + "/copies")[0]
		return now["stage"] == "done"
	}, 2*time.Minute, 200*time.Millisecond)
	assert.True(t, now["verdict"].(map[string]any)["mayClear"].(bool))
	assert.True(t, safe())
	assert.EqualValues(t, 500, now["frames"])
	frames := a.list("/api/shoots/" + id + "/frames")
	assert.Len(t, frames, 500, "each once")
	t.Logf("the gate was open after %d of 20 kills", opened)
}
