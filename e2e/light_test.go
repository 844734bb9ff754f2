package e2e

import (
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// number reads a figure that is shown as text.
func (p *page) number(selector string) float64 {
	p.t.Helper()
	p.until("!isNaN(parseFloat(document.querySelector("+quote(selector)+")?.innerText))", selector)
	v, err := strconv.ParseFloat(strings.Fields(eval[string](p, "document.querySelector("+quote(selector)+").innerText"))[0], 64)
	require.NoError(p.t, err)
	return v
}

// TestLightIsWorkedWith walks the light of the demo: cards are moved, switched and looked for, the set is lit from all
// round, and the west window's year and day are read.
func TestLightIsWorkedWith(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/set/HERO", "Key to fill", "")
	filled := p.reading("keyFill")
	told := p.number("[data-without='0']")
	require.Greater(t, told, filled+0.3, "the white card fills")

	// Dragged away from the dish the card fills less; the figure agrees with what the
	// server works out for the set as it then stands.
	p.drag(".above [data-thing=card-0] line", 45, 0)
	farther := p.reading("keyFill")
	assert.Greater(t, farther, filled+0.05)
	assert.Less(t, farther, told+0.15, "but it is still in")
	eval[any](p, `window.asked = null; (async () => { const id = location.pathname.split('/').pop(); const s = await (await fetch('/api/shots/' + id + '/set')).json();
	  const r = await (await fetch('/api/shots/' + id + '/set/read', {method: 'POST', headers: {'content-type': 'application/json'}, body: JSON.stringify({set: s.set, quick: false})})).json();
	  window.asked = r.readings.find(x => x.key === 'keyFill').value })(); null`)
	p.until("window.asked", "the server's figure")
	assert.InDelta(t, eval[float64](p, "window.asked"), farther, 1e-9)

	// Out by one press: the figure that was told comes true. In again by undo.
	p.press("w")
	assert.InDelta(t, told, p.reading("keyFill"), 0.15, "with and without were told beforehand")
	p.press("z", chromedp.ModifierCtrl)
	p.sees("Taken back")
	p.comesTo("keyFill", farther, 0.02, "undo puts the card back where it was dragged")

	// Turned, leaned and moved by keys.
	eval[any](p, "document.querySelector('.above [data-thing=card-0]').focus()")
	for range 4 {
		p.key(",")
	}
	p.key(kb.ArrowLeft)
	p.key(kb.PageUp)
	p.saved()
	p.key("e")
	p.until("document.getElementById('h-cards.0.tiltDeg')?.value === '5'", "the lean, in hand")

	// The map goes off and on.
	assert.NotZero(t, eval[float64](p, "document.querySelectorAll('.above .mark').length"))
	p.press("m")
	p.until("document.querySelectorAll('.above .mark').length === 0", "the map to go")
	p.press("m")

	// A light is added, mixes colours, and is put right with one press.
	p.click("Add …")
	p.pick(".adder select", "Bulb")
	p.until("document.getElementById('h-lights.1.luxAt1m')", "the bulb in hand")
	p.saved()
	eval[any](p, "document.getElementById('h-lights.1.luxAt1m').focus()")
	p.type_("#h-lights\\.1\\.luxAt1m", "900")
	p.key(kb.Tab)
	p.saved()
	p.sees("One white balance cannot suit both")
	p.click("Switch “Bulb” off")
	p.until("!document.body.innerText.includes('One white balance cannot suit both')", "the finding to go")
	// A light that stands in the table is refused in words, and what was typed stays.
	p.onRoll("light-0")
	p.type_("#h-lights\\.0\\.widthMm", "0")
	p.key(kb.Tab)
	p.sees("outside what makes sense here")
	assert.Equal(t, "0", eval[string](p, "document.getElementById('h-lights.0.widthMm').value"))
	p.type_("#h-lights\\.0\\.widthMm", "140")
	p.key(kb.Tab)
	p.saved()

	// Looked for, cancelled, looked for again, and put in place.
	p.press("s")
	p.type_("#solve-fill", "many")
	p.key(kb.Enter)
	p.sees("“many” is not a number.")
	p.type_("#solve-fill", "2.5")
	p.click("Look for it")
	p.click("Cancel")
	p.sees("Cancelled.")
	eval[any](p, "[...document.querySelectorAll('.solve .el-checkbox')].filter(e => e.innerText.includes('Brightest')).forEach(e => e.querySelector('input').click())")
	p.click("Look for it")
	p.until("document.querySelector('.found li')", "answers")
	said := p.number(".found li .head b")
	before := p.reading("keyFill")
	p.click("Stand it so")
	p.until("document.querySelector('.found li.used')", "the answer to stand")
	p.comesTo("keyFill", said, 0.06, "the set is lit as the answer said")
	p.press("z", chromedp.ModifierCtrl)
	p.sees("Taken back")
	p.comesTo("keyFill", before, 0.02, "undo puts the fill back")

	// All round: a frame in every place, one chosen.
	p.visit("Merrow", "/round/HERO", "o'clock, 40° high", "")
	p.until("document.querySelectorAll('.cell img').length === 12", "twelve frames")
	front, side := p.number(".cell[data-clock='6'] .mono"), p.number(".cell[data-clock='3'] .mono")
	assert.Less(t, front, side, "front light is flat")
	p.click("high, 70°")
	p.sees("70° high")
	p.press("n")
	p.press("n")
	p.sees("11 o'clock, 70° high")
	p.click("Only this frame") // its set-up has others, which stay as they are lit
	p.until("location.pathname.includes('/set/') && document.querySelector('[data-reading=direction]')", "the set")
	p.saved()
	p.sees("this frame alone")
	p.press("z", chromedp.ModifierCtrl)
	p.sees("one set-up, 4 frames")

	// Or all of them are.
	p.visit("Merrow", "/round/HERO", "o'clock, 40° high", "")
	p.click("Light all 4 frames so")
	p.until("location.pathname.includes('/set/') && document.querySelector('[data-reading=direction]')", "the set")
	p.sees("one set-up, 4 frames")

	// The west window: sun on the set on a May afternoon, none in December.
	p.visit("", "/almanac?day=2027-05-20", "Best hours", "")
	p.sees("Sun on the set from")
	words := eval[string](p, "document.querySelector('.reading').innerText")
	assert.Contains(t, words, "if it shines")
	assert.NotEmpty(t, eval[string](p, "document.querySelectorAll('.year path')[2].getAttribute('d')"))
	p.type_("input[aria-label='Day']", "3 Dec 2026")
	p.key(kb.Tab)
	p.sees("No sun on the set")
	p.press("j")
	p.until("location.search.includes('2026-12-04')", "the next day")
	// The calendar holds this month's good light.
	eval[any](p, "window.ics = ''; fetch(document.querySelector('a.ics').href).then(r => r.text()).then(t => window.ics = t); null")
	p.until("window.ics", "the calendar")
	ics := eval[string](p, "window.ics")
	assert.Contains(t, ics, "BEGIN:VCALENDAR")
	assert.GreaterOrEqual(t, strings.Count(ics, "BEGIN:VEVENT"), 25)
	assert.Contains(t, ics, "SUMMARY:Soft light\\, West window")

	// The window is turned to the south: the December sun comes in. Undone, it does not.
	p.press("e")
	p.sees("Looks out to, compass")
	eval[any](p, "[...document.querySelectorAll('.form label')].find(l => l.innerText.startsWith('Looks out')).nextElementSibling.querySelector('input').id = 'bearing'")
	p.type_("#bearing", "900000")
	p.key(kb.Tab)
	p.sees("outside what makes sense here")
	p.type_("#bearing", "180")
	p.key(kb.Tab)
	p.saved()
	p.press("e")
	p.sees("Sun on the set from")
	p.press("z", chromedp.ModifierCtrl)
	p.sees("Taken back")
	time.Sleep(300 * time.Millisecond)
	p.sees("No sun on the set")
}
