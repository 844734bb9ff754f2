// Package e2e drives the real binary, a real database and the real page in
// headless Chromium, as a person would: by mouse and keyboard.
package e2e

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"figladder/internal/store/storetest"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/input"
	cdppage "github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"
)

func TestMain(m *testing.M) {
	code := storetest.Run(m)
	if loaded.files != "" {
		_ = os.RemoveAll(loaded.files)
	}
	os.Exit(code)
}

// binary is the application as make built it; built here when it is missing.
func binary(t *testing.T) string {
	t.Helper()
	path, err := filepath.Abs("../bin/figladder")
	require.NoError(t, err)
	if _, err := os.Stat(path); err != nil {
		out, err := exec.Command("go", "build", "-o", path, "../cmd/figladder").CombinedOutput()
		require.NoError(t, err, string(out))
	}
	return path
}

// server is one run of the binary.
type server struct {
	URL  string
	Data string
	args [2]string // command and database
	cmd  *exec.Cmd
	done chan struct{}
}

var address = regexp.MustCompile(`http://127\.0\.0\.1:\d+`)

// start runs the binary with a command, "serve" or "demo", on a database and a
// folder, and waits for its address.
func start(t *testing.T, command, database, data string) *server {
	t.Helper()
	return startAt(t, command, database, data, "127.0.0.1:0")
}

// again starts a server that has ended on what it had, at the same address: whoever had its page open goes on.
func (s *server) again(t *testing.T) *server {
	t.Helper()
	return startAt(t, s.args[0], s.args[1], s.Data, strings.TrimPrefix(s.URL, "http://"))
}

func startAt(t *testing.T, command, database, data, at string) *server {
	t.Helper()
	s := &server{Data: data, done: make(chan struct{}), args: [2]string{command, database}}
	s.cmd = exec.Command(binary(t), command)
	s.cmd.Env = append(os.Environ(), "DATABASE_URL="+database, "FIGLADDER_DATA="+data, "FIGLADDER_ADDRESS="+at)
	if os.Getenv("FIGLADDER_SHOTS") == "" {
		s.cmd.Env = append(s.cmd.Env, "FIGLADDER_TRACED_PX=240") // frames are to be there, not to be looked at
	}
	out, err := s.cmd.StdoutPipe()
	require.NoError(t, err)
	s.cmd.Stderr = os.Stderr
	require.NoError(t, s.cmd.Start())
	found := make(chan string, 1)
	go func() {
		defer close(s.done)
		lines := bufio.NewScanner(out)
		for lines.Scan() {
			if u := address.FindString(lines.Text()); u != "" {
				found <- u
			}
		}
		_ = s.cmd.Wait()
	}()
	select {
	case s.URL = <-found:
	case <-s.done:
		t.Fatal("the server stopped before it served")
	case <-time.After(10 * time.Minute):
		t.Fatal("the server did not come up")
	}
	t.Cleanup(func() { s.end(syscall.SIGINT) })
	return s
}

// end stops the server with a signal and waits for it.
func (s *server) end(sig syscall.Signal) {
	_ = s.cmd.Process.Signal(sig)
	select {
	case <-s.done:
	case <-time.After(20 * time.Second):
		_ = s.cmd.Process.Kill()
		<-s.done
	}
}

// page is a browser tab and what a person does in it.
type page struct {
	t       *testing.T
	ctx     context.Context
	base    string
	leaving atomic.Int32 // how often it was asked whether to leave
}

func open(t *testing.T, base string, width, height int64) *page {
	t.Helper()
	opts := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.NoSandbox, chromedp.DisableGPU, chromedp.ExecPath("/usr/bin/chromium"),
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true))
	alloc, stopAlloc := chromedp.NewExecAllocator(context.Background(), opts...)
	ctx, stopTab := chromedp.NewContext(alloc)
	ctx, stopTime := context.WithTimeout(ctx, 12*time.Minute)
	t.Cleanup(func() { stopTime(); stopTab(); stopAlloc() })
	p := &page{t: t, ctx: ctx, base: base}
	require.NoError(t, chromedp.Listen(ctx, func(ev any) { // a person who is asked leaves all the same
		if _, is := ev.(*cdppage.EventJavascriptDialogOpening); is {
			p.leaving.Add(1)
			go func() {
				_ = chromedp.Do(ctx, chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
					_, err := cdp.Call(ctx, t, cdppage.HandleJavaScriptDialog, cdppage.HandleJavaScriptDialogParams{Accept: true})
					return err
				}))
			}()
		}
	}))
	p.do(chromedp.EmulateViewport(width, height))
	// Pictures made by themselves take every core; the part that is about them asks.
	p.go_("/")
	eval[any](p, "localStorage.setItem('fig-ladder-picture-follows', 'false')")
	return p
}

func (p *page) do(steps ...chromedp.Action[chromedp.Void]) {
	p.t.Helper()
	require.NoError(p.t, chromedp.Do(p.ctx, steps...))
}

func (p *page) go_(path string) { p.t.Helper(); p.do(chromedp.Navigate(p.base + path)) }

// eval returns the value of an expression in the page.
func eval[T any](p *page, js string) T {
	p.t.Helper()
	v, err := chromedp.Run(p.ctx, chromedp.Evaluate[T](js))
	require.NoError(p.t, err, js)
	return v
}

func quote(s string) string { b, _ := json.Marshal(s); return string(b) }

// until waits for an expression to become true, and says what the page showed
// when it does not.
func (p *page) until(js, why string) {
	p.t.Helper()
	deadline := time.Now().Add(4 * time.Minute) // other tests take their share of the machine
	wait := 30 * time.Millisecond
	for {
		v, err := chromedp.Run(p.ctx, chromedp.Evaluate[bool]("!!("+js+")"))
		if err == nil && v {
			return
		}
		if time.Now().After(deadline) {
			shot, _ := chromedp.Run(p.ctx, chromedp.CaptureScreenshot())
			path := filepath.Join(os.TempDir(), "figladder-e2e-"+p.t.Name()+".png")
			_ = os.WriteFile(path, shot, 0o600)
			p.t.Fatalf("waited in vain for %s (%v); see %s. The page says:\n%s", why, err, path, eval[string](p, "document.body.innerText.slice(0, 3000)"))
		}
		// Asking costs the page a layout: what takes long is asked about less often.
		time.Sleep(wait)
		wait = min(wait*4/3, 300*time.Millisecond)
	}
}

// sees waits for words on the page.
func (p *page) sees(words string) {
	p.t.Helper()
	p.until("document.body.innerText.includes("+quote(words)+")", "“"+words+"”")
}

// click clicks the button, link or option whose name is, or holds, the words.
func (p *page) click(words string) {
	p.t.Helper()
	at := p.button(words)
	p.do(chromedp.MouseClickXY(at["x"], at["y"]))
}

// reply presses a button of a question and waits until the question is gone.
func (p *page) reply(words string) {
	p.t.Helper()
	p.until("document.querySelector('.el-message-box')?.getClientRects().length", "a question")
	p.click(words)
	p.until("![...document.querySelectorAll('.el-overlay')].some(o => o.getClientRects().length)", "the question to be gone")
}

// doubleClick clicks twice, as fast as any hand, on whatever is there the second time.
func (p *page) doubleClick(words string) {
	p.t.Helper()
	at := p.button(words)
	one := func(n int) []chromedp.Action[chromedp.Void] {
		return []chromedp.Action[chromedp.Void]{
			chromedp.MouseEvent(input.DispatchMouseEventTypeMousePressed, at["x"], at["y"], chromedp.ButtonLeft, chromedp.ClickCount(n)),
			chromedp.MouseEvent(input.DispatchMouseEventTypeMouseReleased, at["x"], at["y"], chromedp.ButtonLeft, chromedp.ClickCount(n)),
		}
	}
	p.do(append(one(1), one(2)...)...)
}

// button is where the middle of a button stands, once it stands still.
func (p *page) button(words string) map[string]float64 {
	p.t.Helper()
	find := `[...document.querySelectorAll('button,a,[role=button],[role=radio],.el-radio-button,.el-checkbox,.el-radio,[role=option],summary,li[tabindex]')].filter(e => e.offsetParent !== null || e.getClientRects().length)
	  .map(e => [e, (e.getAttribute('aria-label') || e.innerText || '').trim()]).filter(([e, n]) => n === «words» || n.startsWith(«words»)).sort((a, b) => a[1].length - b[1].length)[0]?.[0]`
	find = strings.ReplaceAll(find, "«words»", quote(words))
	p.until(find, "a button “"+words+"”")
	at := func() map[string]float64 {
		return eval[map[string]float64](p, "(() => { const e = "+find+"; if (!e) return {x: -1, y: -1}; e.scrollIntoView({block: 'nearest'}); const r = e.getBoundingClientRect(); return {x: r.x + r.width / 2, y: r.y + r.height / 2, w: r.width, h: r.height} })()")
	}
	// A dialog that is still opening carries its buttons along: a person waits for it.
	box := at()
	for range 40 {
		time.Sleep(40 * time.Millisecond)
		now := at()
		if now["x"] >= 0 && now["x"] == box["x"] && now["y"] == box["y"] {
			break
		}
		box = now
	}
	return box
}

// pick takes from the list of a field by its words, as a keyboard does: Enter opens the
// list, letters find, Enter takes.
func (p *page) pick(selector, words string) {
	p.t.Helper()
	p.until(fmt.Sprintf("[...(document.querySelector(%q)?.options ?? [])].some(o => o.text.trim() === %q)", selector, words), words+" among what "+selector+" offers")
	p.do(chromedp.Focus(selector))
	p.key(kb.Enter)
	time.Sleep(300 * time.Millisecond) // the list opens in a window of its own
	p.do(chromedp.KeyEvent(words))
	p.key(kb.Enter)
}

// type_ focuses a field by its selector, empties it and types.
func (p *page) type_(selector, text string) {
	p.t.Helper()
	p.until("document.querySelector("+quote(selector)+")", selector)
	p.do(chromedp.Focus(selector))
	eval[any](p, "document.querySelector("+quote(selector)+").select?.()")
	p.do(chromedp.KeyEvent(kb.Delete))
	if text != "" {
		p.do(chromedp.KeyEvent(text))
	}
}

// press presses a key with nothing focused.
func (p *page) press(key string, mods ...chromedp.Modifier) {
	p.t.Helper()
	eval[any](p, "document.activeElement?.blur?.()")
	if len(key) > 1 || len(mods) > 0 {
		p.key(key, mods...)
		return
	}
	// A key that does something types nothing: a browser sends no letter after a press that
	// was taken, and a sheet that opens may have the focus by then.
	p.do(chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		for _, k := range kb.Encode([]rune(key)[0]) {
			if k.Type == kb.KeyChar {
				continue
			}
			if _, err := cdp.Call(ctx, t, input.DispatchKeyEvent, *k); err != nil {
				return err
			}
		}
		return nil
	}))
}

// key presses a key where the focus is.
func (p *page) key(key string, mods ...chromedp.Modifier) {
	p.t.Helper()
	if len(mods) > 0 {
		p.do(chromedp.KeyEvent(key, chromedp.KeyModifiers(mods...)))
		return
	}
	p.do(chromedp.KeyEvent(key))
}

// tabTo presses Tab, or Shift and Tab, until the focus is on what js says of a as true:
// the keyboard alone, as a person would.
func (p *page) tabTo(js, why string, back bool) {
	p.t.Helper()
	for range 160 {
		if back {
			p.key(kb.Tab, chromedp.ModifierShift)
		} else {
			p.key(kb.Tab)
		}
		if eval[bool](p, "(a => !!a && !!("+js+"))(document.activeElement)") {
			return
		}
	}
	p.t.Fatalf("Tab never comes to %s", why)
}

// drag takes hold of the middle of an element and moves it by dx, dy pixels in
// steps, as a hand does.
func (p *page) drag(selector string, dx, dy float64) {
	p.t.Helper()
	p.until("document.querySelector("+quote(selector)+")", selector)
	at := eval[map[string]float64](p, "(() => { const r = document.querySelector("+quote(selector)+").getBoundingClientRect(); return {x: r.x + r.width / 2, y: r.y + r.height / 2} })()")
	steps := []chromedp.Action[chromedp.Void]{chromedp.MouseEvent(input.DispatchMouseEventTypeMouseMoved, at["x"], at["y"]), chromedp.MouseEvent(input.DispatchMouseEventTypeMousePressed, at["x"], at["y"], chromedp.ButtonLeft, chromedp.ClickCount(1))}
	for i := 1; i <= 8; i++ {
		k := float64(i) / 8
		steps = append(steps, chromedp.MouseEvent(input.DispatchMouseEventTypeMouseMoved, at["x"]+dx*k, at["y"]+dy*k, chromedp.ButtonLeft))
	}
	p.do(append(steps, chromedp.MouseEvent(input.DispatchMouseEventTypeMouseReleased, at["x"]+dx, at["y"]+dy, chromedp.ButtonLeft, chromedp.ClickCount(1)))...)
}

// reading is the value of a figure in the reading, once the page is at rest.
func (p *page) reading(key string) float64 {
	p.t.Helper()
	p.saved()
	sel := fmt.Sprintf("[data-reading=%s]", key)
	p.until("document.querySelector('"+sel+"') && !document.querySelector('[aria-busy=true]')", "the reading "+key)
	var v float64
	_, err := fmt.Sscan(eval[string](p, "document.querySelector('"+sel+"').dataset.value"), &v)
	require.NoError(p.t, err, key)
	return v
}

// comesTo waits until the reading is what it is told to be. After a deed is taken back the page says so first and works
// the figures out after: on a busy machine the old figure still stands there meanwhile.
func (p *page) comesTo(key string, want, within float64, why string) {
	p.t.Helper()
	p.saved()
	p.until(fmt.Sprintf("Math.abs(parseFloat(document.querySelector('[data-reading=%s]')?.dataset.value) - %g) <= %g", key, want, within),
		fmt.Sprintf("%s to be %.3f: %s", key, want, why))
}

// saved waits until the screen says that what was typed is kept.
func (p *page) saved() {
	p.t.Helper()
	time.Sleep(150 * time.Millisecond)
	p.until("[...document.querySelectorAll('[role=status]')].some(e => e.innerText.includes('Saved'))", "Saved")
}

// owner makes the owner of a new studio by typing.
func (p *page) owner() {
	p.t.Helper()
	p.go_("/")
	p.sees("Open the studio")
	p.type_("input[name=name]", "Maud Pellow")
	p.type_("input[name=email]", "maud@loft.example")
	p.type_("input[name=password]", "four plain words")
	p.key(kb.Enter)
	p.sees("Shoots by day")
}
