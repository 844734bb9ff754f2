package e2e

import (
	"fmt"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// field is what a field of the set shows.
func (p *page) field(path string) float64 {
	p.t.Helper()
	sel := "document.getElementById('f-" + path + "')"
	p.until(sel, path)
	v, err := strconv.ParseFloat(eval[string](p, sel+".value"), 64)
	require.NoError(p.t, err)
	return v
}

// put types into a field of the set.
func (p *page) put(path, v string) {
	p.t.Helper()
	p.until("document.getElementById('f-"+path+"')", path)
	p.type_("[id='f-"+path+"']", v)
	p.key(kb.Enter)
	eval[any](p, "document.getElementById('f-"+path+"').dispatchEvent(new Event('change'))")
	p.saved()
}

// things counts what the set lists.
func (p *page) things() int {
	return eval[int](p, "document.querySelectorAll('.chips[aria-label=\"Things on this set\"] > button:not(.el-button)').length")
}

// setIsBuiltThroughTheLens builds on the trout's set by mouse and by keyboard alone,
// solves its depth, takes a try and takes it back, renders and stops, and mends a
// run-out.
func setIsBuiltThroughTheLens(t *testing.T, p *page) {
	p.visit("Merrow", "/set/SECOND", "Key to fill", "")
	p.until("document.querySelectorAll('[data-lens]').length > 5", "the frame in outline")

	// By mouse: a mug from the list, dragged on the bench.
	p.click("Things")
	before := p.things()
	require.Greater(t, before, 3)
	p.until("document.querySelector('.adder input')", "what can be added")
	box := eval[map[string]float64](p, "(() => { const r = document.querySelector('.adder').getBoundingClientRect(); return {x: r.x + 40, y: r.y + r.height / 2} })()")
	p.do(chromedp.MouseClickXY(box["x"], box["y"]))
	option := "[...document.querySelectorAll('[role=option]')].find(e => e.innerText.trim() === 'Mug' && e.getClientRects().length)"
	p.until(option, "the list of kinds")
	time.Sleep(500 * time.Millisecond) // it slides open
	eval[any](p, option+".scrollIntoView({block: 'center'})")
	time.Sleep(200 * time.Millisecond)
	box = eval[map[string]float64](p, "(() => { const r = "+option+".getBoundingClientRect(); return {x: r.x + 20, y: r.y + r.height / 2} })()")
	p.do(chromedp.MouseClickXY(box["x"], box["y"]))
	p.until("document.querySelector('.above [data-thing=thing-"+strconv.Itoa(before)+"]')", "the mug on the bench")
	p.saved()
	at := fmt.Sprintf("things.%d.", before)
	x := p.field(at + "xMm")
	p.drag(fmt.Sprintf(".above [data-thing=thing-%d] path", before), 30, 0)
	p.saved()
	assert.Greater(t, p.field(at+"xMm"), x+3, "dragged to the right")
	p.until(fmt.Sprintf("document.querySelector('[data-lens=thing-%d]')", before), "the mug through the lens")

	// By keyboard alone: another from the list, moved a centimetre and a millimetre at a
	// time, turned, and taken back by undo.
	p.do(chromedp.Focus(".adder input"))
	p.do(chromedp.KeyEvent("Spo"))
	time.Sleep(400 * time.Millisecond)
	p.key(kb.ArrowDown)
	p.key(kb.Enter)
	p.until(fmt.Sprintf("document.querySelector('.above [data-thing=thing-%d]')", before+1), "the spoon on the bench")
	p.saved()
	at = fmt.Sprintf("things.%d.", before+1)
	x, turn := p.field(at+"xMm"), p.field(at+"turnDeg")
	eval[any](p, fmt.Sprintf("document.querySelector('.above [data-thing=thing-%d]').focus()", before+1))
	for range 3 {
		p.key(kb.ArrowLeft)
	}
	p.key(kb.ArrowRight, chromedp.ModifierShift)
	p.key(".")
	p.key(".")
	p.saved()
	assert.InDelta(t, x-3+0.1, p.field(at+"xMm"), 1e-9)
	assert.InDelta(t, turn+10, p.field(at+"turnDeg")+map[bool]float64{true: 360}[p.field(at+"turnDeg") < turn], 1e-9)
	count := p.things()
	for p.things() == count {
		p.press("z", chromedp.ModifierCtrl)
		p.sees("Taken back")
		time.Sleep(400 * time.Millisecond)
	}
	assert.Equal(t, count-1, p.things(), "the spoon is taken back")

	// Depth: too wide open is found, solved by one press, and taken back by one.
	p.click("Camera")
	p.put("camera.elevationDeg", "45")
	p.put("camera.aperture", "2.8")
	p.until("[...document.querySelectorAll('button')].some(b => b.innerText.startsWith('Close to f/'))", "the try that closes the lens")
	cover := p.reading("coverNumber")
	p.click("Close to f/")
	p.saved()
	p.until("![...document.querySelectorAll('button')].some(b => b.innerText.startsWith('Close to f/'))", "the depth is there")
	assert.InDelta(t, cover, p.field("camera.aperture"), 0.05)
	assert.GreaterOrEqual(t, p.reading("depthOfField"), p.reading("depthNeeded")*0.99)
	p.press("z", chromedp.ModifierCtrl)
	p.until("document.getElementById('f-camera.aperture').value === '2.8'", "the aperture as it was")

	// Rendered, seen, and stopped.
	eval[any](p, "document.querySelector('.picture .el-checkbox').click()")
	p.click("Render the picture")
	p.until("document.querySelector('image[data-picture]')", "the first picture")
	p.click("Stop the picture")
	p.until("document.querySelector('[data-rendered]').innerText.includes('Cancelled')", "that it was stopped")
	assert.True(t, eval[bool](p, "!!document.querySelector('image[data-picture]')"), "what was seen stays")

	// Low down the lens sees past the board: found, and mended by the least move.
	p.put("camera.elevationDeg", "20")
	p.until("[...document.querySelectorAll('button')].some(b => b.innerText.startsWith('Raise the camera to'))", "the run-out")
	words := eval[string](p, "[...document.querySelectorAll('button')].find(b => b.innerText.startsWith('Raise the camera to')).innerText")
	p.click("Raise the camera to")
	p.saved()
	p.until("![...document.querySelectorAll('button')].some(b => b.innerText.startsWith('Raise the camera to'))", "the run-out mended")
	assert.Contains(t, words, strings.TrimSuffix(fmt.Sprintf("%g", p.field("camera.elevationDeg")), ".0")+"°")

	// The sheet to build it by is there, in both forms.
	eval[any](p, `window.sheets = null; (async () => { const id = location.pathname.split('/').pop(); const out = []; for (const f of ['pdf', 'svg']) { const r = await fetch('/api/shots/' + id + '/set/sheet.' + f); out.push(r.status, (await r.text()).slice(0, 4)) } window.sheets = out.join(' ') })(); null`)
	p.until("window.sheets", "the sheets")
	assert.Equal(t, "200 %PDF 200 <svg", eval[string](p, "window.sheets"))
}
