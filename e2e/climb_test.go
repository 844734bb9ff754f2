package e2e

import (
	"fmt"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
	"time"

	"figladder/internal/store/storetest"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// One whole climb, from an empty studio to a published frame.
func TestOneWholeClimb(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()

	// Brief
	p.press("n")
	p.type_("input[aria-label='Name of the shoot']", "Evening drinks")
	p.key(kb.Enter)
	p.sees("The brief so far")
	for q, answer := range map[string]string{"who": "Maud", "what": "Sloe and tonic", "where": "The loft", "why": "The feed", "how": "Dark, from behind"} {
		p.type_("#q-"+q, answer)
	}
	p.click("Dark and moody")
	p.click("Add a deliverable")
	p.type_("input[aria-label='Deliverable 1: what for']", "Feed")
	p.saved()
	p.until("document.querySelector('.open li')?.innerText === 'When?'", "only the day to be open")
	p.type_("input[aria-label='Deliverable 1: finals']", "-3"+kb.Tab)
	p.sees("Write 1 to 500.")
	p.until("document.querySelector(\"input[aria-label='Deliverable 1: finals']\").value === '-3'", "what was typed to stay")
	p.type_("input[aria-label='Deliverable 1: finals']", "2")
	p.saved()

	// Dish
	p.press("]")
	p.sees("No dishes yet")
	file, err := filepath.Abs("testdata/sloe-and-tonic.html")
	require.NoError(t, err)
	p.do(chromedp.SetUploadFiles("input[name=recipe]", []string{file}))
	p.sees("Sloe & tonic for a cold evening")
	p.until("document.querySelectorAll('.ingredients tbody tr').length === 6", "six ingredients")
	p.sees("candied ginger")
	p.until("[...document.querySelectorAll('.steps li')].filter(l => l.querySelector('.for-good')).length === 2", "two steps that cannot be undone")
	p.click("Drop: Free frames")
	p.sees("set aside")
	p.press("A")
	p.until("document.querySelectorAll('.frames .accepted').length >= 6 && !document.querySelector('.frames .open')", "the rest on the list")
	p.click("Change: Pour the sloe spirit over the ice")
	p.type_("input[aria-label='What it shows']", "The pour")
	p.key(kb.Enter)
	p.until("![...document.querySelectorAll('.el-dialog')].some(d => d.offsetParent)", "the sheet to close")

	// Shots
	p.press("]")
	p.sees("The pour")
	rows := "[...document.querySelectorAll('.list .row')].map(r => r.getAttribute('aria-label'))"
	order := eval[[]string](p, rows)
	pour, safe := at(order, "The pour"), at(order, "Safe frame before “Pour the sloe")
	require.Equal(t, safe+1, pour, "the safe frame stands right before the pour: %v", order)
	eval[any](p, "[...document.querySelectorAll('.list .row')]["+itoa(pour)+"].focus()")
	p.key("K")
	p.sees("cannot come before its safe frame")
	assert.Equal(t, order, eval[[]string](p, rows), "nothing moved")
	hero := at(order, "Sloe & tonic for a cold evening")
	eval[any](p, "[...document.querySelectorAll('.list .row')]["+itoa(hero)+"].focus()")
	p.key("s")

	// Set: by mouse
	p.until("location.pathname.includes('/set/') && document.querySelector('[data-reading=keyFill]')", "the set and its reading")
	p.onRoll("table") // a harmless choice, to show that the panel follows
	bare := p.reading("keyFill")
	p.press("w")
	filled := p.reading("keyFill")
	assert.Less(t, filled, bare-0.1, "the white card fills")
	p.drag(".above [data-thing=card-0] line", 90, 0)
	farther := p.reading("keyFill")
	assert.Greater(t, farther, filled+0.05, "dragged away it fills less")
	assert.InDelta(t, bare, p.reading("keyFillBare"), 0.12, "the figure without cards is about the one it had")
	p.press("z", chromedp.ModifierCtrl)
	p.sees("Taken back")
	p.comesTo("keyFill", filled, 0.02, "undo brings the fill back")
	// by keyboard
	wide := p.reading("frameWidth")
	eval[any](p, "document.querySelector('.above [data-thing=camera]').focus()")
	for range 5 {
		p.key(kb.ArrowDown)
	}
	p.until(fmt.Sprintf("document.querySelector('[data-reading=frameWidth]')?.dataset.value > %f", wide+1), "five centimetres back the frame is wider")
	// a number that cannot be
	p.numbers("camera")
	p.type_("#f-camera\\.focalMm", "500")
	p.key(kb.Tab)
	p.sees("beyond this lens")
	assert.Equal(t, "500", eval[string](p, "document.getElementById('f-camera.focalMm').value"), "what was typed stays")
	p.type_("#f-camera\\.focalMm", "sixty")
	p.key(kb.Tab)
	p.sees("is not a number")
	p.type_("#f-camera\\.focalMm", "60")
	p.key(kb.Tab)
	p.saved()
	// a reading opens, a try mends its finding
	p.click("Depth of field")
	p.sees("u f² / (f² + N c (u − f))")
	p.type_("#f-camera\\.aperture", "2.8")
	p.key(kb.Tab)
	p.until("document.querySelector('[data-finding=depth-short]')", "the depth finding")
	p.click("Close to f/")
	p.until("!document.querySelector('[data-finding=depth-short]')", "the finding to be mended")
	p.saved()

	// Take
	p.press("t")
	p.until("document.querySelectorAll('.strip img').length === 1", "a frame in the strip")

	// Frames, past the day
	p.press("]")
	p.sees("Offer days")
	p.press("]")
	p.sees("Keep this frame")
	p.sees("second copy, read back")
	p.press(kb.Enter)
	p.sees("Let it go")

	// Finish
	p.press("]")
	p.sees("steps done")
	n := eval[int](p, "document.querySelectorAll('.steps input').length")
	for i := 1; i <= n; i++ {
		p.press(itoa(i))
		p.until("document.querySelectorAll('.steps .done').length === "+itoa(i), "step "+itoa(i)+" ticked")
	}
	p.type_("input[aria-label='Who says yes']", "The bar")
	p.key(kb.Enter)
	p.sees("✓ Approved")

	// Out: what stops it cannot be sent; then mended, and asked before it goes
	p.press("]")
	p.until("document.querySelector('.crop')", "the crop")
	p.sees("Alt text")
	assert.True(t, eval[bool](p, "[...document.querySelectorAll('button')].find(b => b.innerText.startsWith('Send to Feed')).disabled"), "what stops it disables it")
	p.type_("textarea[name=alt]", "A tall glass of sloe and tonic on dark wood, lit from the left")
	p.until("!document.querySelector('[data-finding=alt]')", "nothing against the alt text")
	p.do(chromedp.Focus(".crop"))
	p.key(kb.ArrowRight)
	p.press("p")
	time.Sleep(300 * time.Millisecond)
	assert.Zero(t, asked[int](p, "'/api/shoots/' + location.pathname.split('/')[2] + '/publications'", "got.length"), "no bare key sends")
	p.click("Send to Feed")
	p.sees("What has been seen stays seen")
	p.reply("Leave it")
	p.click("Send to Feed")
	p.reply("Send it")
	p.sees("✓ accepted")
	p.click("Send to Feed")
	p.sees("Send another to Feed?")
	p.reply("Leave it")
	p.until("[...document.querySelectorAll('.rail .shown')].some(e => e.innerText.startsWith('1 of'))", "the rail to count it")
	got, err := filepath.Glob(filepath.Join(s.Data, "outlet", "feed-*.jpg"))
	require.NoError(t, err)
	require.Len(t, got, 1, "the outlet has the file, once")
	st, err := os.Stat(got[0])
	require.NoError(t, err)
	assert.Greater(t, st.Size(), int64(20000))

	// Undo does not take the yes back as if it were the sending.
	p.press("z", chromedp.ModifierCtrl)
	p.sees("Take back what came before it?")
	p.reply("Leave it")

	p.go_(strings.Split(eval[string](p, "location.pathname"), "/out")[0] + "/shots")
	p.sees("At the top")
}

func at(rows []string, words string) int {
	for i, r := range rows {
		if _, rest, _ := strings.Cut(r, ". "); strings.HasPrefix(rest, words) {
			return i
		}
	}
	return -1
}

func itoa(n int) string { return strconv.Itoa(n) }
