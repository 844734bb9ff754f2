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
const thingsJS = "document.querySelectorAll('[data-roll^=thing-]').length"

func (p *page) things() int { return eval[int](p, thingsJS) }

// asked is what the studio answers now, as JavaScript reads it: the page may not have heard yet.
func asked[T any](p *page, path, js string) T {
	p.t.Helper()
	return eval[T](p, "(() => { const r = new XMLHttpRequest(); r.open('GET', "+path+", false); r.send(); const got = JSON.parse(r.responseText); return "+js+" })()")
}

// kept is how many things stand on the set as it is kept.
func (p *page) kept() int {
	return asked[int](p, "'/api/shots/' + location.pathname.split('/').pop() + '/set'", "got.set.things.length")
}

// takenBack is how many deeds of the shoot are taken back.
func (p *page) takenBack() int {
	return asked[int](p, "'/api/shoots/' + location.pathname.split('/')[2] + '/deeds'", "got.filter(d => d.undone).length")
}

// TestASetIsBuiltThroughTheLens builds on the trout's set by mouse and by keyboard alone,
// solves its depth, takes a try and takes it back, renders and stops, and mends a
// run-out.
func TestASetIsBuiltThroughTheLens(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/set/SECOND", "Key to fill", "")
	p.until("document.querySelectorAll('[data-lens]').length > 5", "the frame in outline")

	// By mouse: a mug from the list, dragged on the bench.
	p.until(thingsJS+" > 3", "the things by name")
	before := p.things()
	p.click("Add …")
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
	p.numbers("thing-" + itoa(before))
	at := fmt.Sprintf("things.%d.", before)
	x := p.field(at + "xMm")
	p.drag(fmt.Sprintf(".above [data-thing=thing-%d] path", before), 30, 0)
	p.saved()
	assert.Greater(t, p.field(at+"xMm"), x+3, "dragged to the right")
	p.until(fmt.Sprintf("document.querySelector('[data-lens=thing-%d]')", before), "the mug through the lens")

	// Through the lens: something that shows there is taken and drawn to the left.
	key := eval[string](p, "[...document.querySelectorAll('[data-lens^=thing-]')].find(e => { const r = e.getBoundingClientRect(); return document.elementFromPoint(r.x + r.width / 2, r.y + r.height / 2) === e })?.dataset.lens ?? ''")
	require.NotEmpty(t, key, "a thing in sight through the lens")
	p.drag("[data-lens="+key+"]", 0, 0)
	path := "things." + strings.TrimPrefix(key, "thing-") + ".xMm"
	x = p.field(path)
	p.drag("[data-lens="+key+"]", -20, 0)
	p.saved()
	assert.Less(t, p.field(path), x-1, "dragged through the lens")

	// What must be sharp is pressed on the picture.
	p.click("sharp")
	p.sees("press it")
	spot := eval[map[string]float64](p, "(() => { const r = document.querySelector('[data-lens=food]').getBoundingClientRect(); return {x: r.x + r.width / 2, y: r.y + r.height / 2} })()")
	p.do(chromedp.MouseClickXY(spot["x"], spot["y"]))
	p.saved()
	p.onRoll("camera")
	p.until("[...document.querySelectorAll('.choice-field select')].some(e => e.selectedOptions[0]?.text.includes('The food alone'))", "the food is what must be sharp")
	p.press("z", chromedp.ModifierCtrl)
	p.sees("Taken back")
	p.until("[...document.querySelectorAll('.choice-field select')].some(e => e.selectedOptions[0]?.text.includes('The whole dish'))", "the dish again")

	// By keyboard alone, from the top of the page: another from the list, moved a
	// centimetre and a millimetre at a time, turned, and taken back by undo.
	eval[any](p, "document.activeElement?.blur?.(); window.scrollTo(0, 0)")
	p.tabTo("a.innerText?.trim() === 'Add …'", "the press that adds", false)
	p.key(kb.Enter)
	p.tabTo("a.closest('.adder') && a.getAttribute('aria-label') === 'Add a thing'", "the list of things to add", false)
	p.do(chromedp.KeyEvent("Spo"))
	time.Sleep(400 * time.Millisecond)
	p.key(kb.ArrowDown)
	p.key(kb.Enter)
	p.until(fmt.Sprintf("document.querySelector('.above [data-thing=thing-%d]')", before+1), "the spoon on the bench")
	p.saved()
	at = fmt.Sprintf("things.%d.", before+1)
	x, turn := p.field(at+"xMm"), p.field(at+"turnDeg")
	p.tabTo(fmt.Sprintf("a.matches('.above [data-thing=thing-%d]')", before+1), "the spoon", true)
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
	for p.kept() == count {
		was := p.takenBack()
		p.key("z", chromedp.ModifierCtrl)
		for range 600 { // the words may still be those of the press before
			if p.takenBack() > was {
				break
			}
			time.Sleep(50 * time.Millisecond)
		}
	}
	assert.Equal(t, count-1, p.kept(), "the spoon is taken back")
	p.until(fmt.Sprintf("%s === %d", thingsJS, count-1), "the bench without the spoon")

	// Depth: too wide open is found, solved by one press, and taken back by one.
	p.numbers("camera")
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

	// As one goes, a picture is made by itself when the hands rest.
	eval[any](p, "document.querySelectorAll('.picture .el-checkbox')[1].click()")
	p.put("camera.elevationDeg", "40")
	p.until("document.querySelector('[data-rendered]').innerText.startsWith('Done, 5 paths')", "the picture that follows")
	eval[any](p, "document.querySelectorAll('.picture .el-checkbox')[1].click()")

	// Low down the lens sees past the board: found, and mended by the least move.
	p.put("camera.elevationDeg", "20")
	p.until("[...document.querySelectorAll('button')].some(b => b.innerText.startsWith('Raise the camera to'))", "the run-out")
	words := eval[string](p, "[...document.querySelectorAll('button')].find(b => b.innerText.startsWith('Raise the camera to')).innerText")
	p.click("Raise the camera to")
	p.saved()
	p.until("![...document.querySelectorAll('button')].some(b => b.innerText.startsWith('Raise the camera to'))", "the run-out mended")
	assert.Contains(t, words, strings.TrimSuffix(fmt.Sprintf("%g", p.field("camera.elevationDeg")), ".0")+"°")

	// Straight down the rig is worked out, and the studio's school of lenses comes first.
	p.put("camera.elevationDeg", "90")
	p.until("document.querySelector('[data-reading=rigReach]')", "what the boom must reach")
	assert.Positive(t, p.reading("rigReach"))
	assert.Positive(t, p.reading("rigLevel"))
	p.onRoll("kit")
	p.until("document.querySelector('.school select')", "the schools")
	eval[any](p, "(async () => { const h = await (await fetch('/api/habits')).json(); await fetch('/api/habits', {method: 'PUT', headers: {'Content-Type': 'application/json'}, body: JSON.stringify({lensSchool: 'fifty', version: h.version})}) })(); null")
	time.Sleep(300 * time.Millisecond)
	p.click("Look through the kit")
	p.until("[...document.querySelectorAll('.lenses li')].length > 3", "the kit's lenses")
	assert.Contains(t, eval[string](p, "document.querySelector('.lenses li').innerText"), "By your school.")
	assert.True(t, eval[bool](p, "[...document.querySelectorAll('.lenses li b')].some(e => e.innerText === 'Phone, Main')"), "a phone is a camera, too")

	// The sheet to build it by is there, in both forms.
	eval[any](p, `window.sheets = null; (async () => { const id = location.pathname.split('/').pop(); const out = []; for (const f of ['pdf', 'svg']) { const r = await fetch('/api/shots/' + id + '/set/sheet.' + f); out.push(r.status, (await r.text()).slice(0, 4)) } window.sheets = out.join(' ') })(); null`)
	p.until("window.sheets", "the sheets")
	assert.Equal(t, "200 %PDF 200 <svg", eval[string](p, "window.sheets"))
}

// TestQuestionsAreAnsweredAtTheFrame answers the three that decide, and takes one back.
func TestQuestionsAreAnsweredAtTheFrame(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/frames", "Does the hero stand out?", "")
	for _, q := range []string{"Does the hero stand out?", "Is it balanced?", "Does it tell a story?"} {
		eval[any](p, "document.querySelector('[aria-label=\""+q+" Yes\"]').click()")
		p.until("document.querySelector('[aria-label=\""+q+" Yes\"]').getAttribute('aria-pressed') === 'true'", q)
	}
	p.sees("the rules are beside the point")
	p.press("z", chromedp.ModifierCtrl)
	p.until("document.querySelector('[aria-label=\"Does it tell a story? Yes\"]').getAttribute('aria-pressed') === 'false'", "the last answer taken back")
}
