package e2e

import (
	"fmt"
	"strconv"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// onRoll presses something on the roll of what is on the set.
func (p *page) onRoll(key string) {
	p.t.Helper()
	chip := "document.querySelector('[data-roll=\"" + key + "\"]')"
	p.until(chip, key+" on the roll")
	for range 40 { // what comes in meanwhile may carry it along under the mouse
		at := eval[map[string]float64](p, "(() => { const e = "+chip+"; e.scrollIntoView({block: 'center'}); const r = e.getBoundingClientRect(); return {x: r.x + r.width / 2, y: r.y + r.height / 2} })()")
		p.do(chromedp.MouseClickXY(at["x"], at["y"]))
		if eval[bool](p, chip+".getAttribute('aria-pressed') === 'true'") {
			return
		}
		time.Sleep(100 * time.Millisecond)
	}
	p.until(chip+".getAttribute('aria-pressed') === 'true'", key+" chosen")
}

// numbers chooses something and opens all its numbers.
func (p *page) numbers(key string) {
	p.t.Helper()
	p.onRoll(key)
	p.until("document.getElementById('adjust')", "what stands below the bench")
	if !eval[bool](p, "!!document.querySelector('#adjust .fields')") {
		p.press("n")
	}
	p.until("document.querySelector('#adjust .fields')", "all numbers of "+key)
}

// A thing is taken in hand where it stands, by mouse and by keys, changed, put out and back.
func TestWhatIsChosenIsEditedBesideIt(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/set/HERO", "Key to fill", "")
	p.until("document.querySelectorAll('[data-roll^=thing-]').length > 3", "the things by name")
	assert.False(t, eval[bool](p, "!!document.querySelector('.in-hand') || !!document.querySelector('#adjust .fields')"), "nothing is in hand and no number asked to begin with")

	// By mouse: pressed on the bench, it is beside the thing and does not hide it.
	card := "document.querySelector('.above [data-thing=card-0] line')"
	p.drag(".above [data-thing=card-0] line", 0, 0)
	p.until("document.querySelector('.above ~ .held .in-hand')", "the card in hand")
	assert.True(t, eval[bool](p, "(() => { const a = document.querySelector('.in-hand').getBoundingClientRect(), r = "+card+".getBoundingClientRect(), m = [r.x + r.width / 2, r.y + r.height / 2]; return m[0] < a.left || m[0] > a.right || m[1] < a.top || m[1] > a.bottom })()"), "the card is still to be seen")
	wide := "[id='h-cards.0.widthMm']"
	was := eval[string](p, "document.querySelector("+quote(wide)+").value")
	p.type_(wide, "31")
	p.key(kb.Enter)
	p.saved()
	assert.Equal(t, 310.0, p.asKept("s.cards[0].widthMm"))
	eval[any](p, "document.querySelector('.in-hand header .el-switch').click(); null")
	p.saved()
	assert.Equal(t, 0.0, p.asKept("Number(s.cards[0].on)"))
	for range 2 {
		p.press("z", chromedp.ModifierCtrl)
		p.saved()
	}
	p.until("document.querySelector("+quote(wide)+")?.value === "+quote(was), "the width as it was")
	assert.Equal(t, 1.0, p.asKept("Number(s.cards[0].on)"))

	// A number that cannot be is told in the hand, and what was typed stays.
	p.type_(wide, "0")
	p.key(kb.Enter)
	p.until("document.querySelector('.in-hand [role=alert]')", "why not")
	assert.Equal(t, "0", eval[string](p, "document.querySelector("+quote(wide)+").value"))
	p.type_(wide, was)
	p.key(kb.Enter)
	p.until("!document.querySelector('.in-hand [role=alert]')", "the refusal to go")
	p.saved()

	// All numbers behind one press, which is remembered.
	p.press("n")
	p.until("document.querySelector('#adjust .fields')", "all numbers")
	p.do(chromedp.Reload())
	p.until("document.querySelector('#adjust .fields') && document.querySelector('[data-reading=keyFill]')", "all numbers after a reload")
	p.press("n")
	p.until("!document.querySelector('#adjust .fields')", "only what is at hand")

	// By keys: along the roll, into the hand, back to the thing, out of hand.
	eval[any](p, "document.activeElement?.blur?.(); window.scrollTo(0, 0)")
	p.tabTo("a.matches('[data-roll]')", "the roll", false)
	for range 30 {
		if eval[string](p, "document.activeElement.dataset.roll") == "thing-0" {
			break
		}
		p.key(kb.ArrowRight)
	}
	p.key("e")
	p.until("document.activeElement.closest('.in-hand')", "the keyboard in the hand")
	p.tabTo("a.id === 'h-things.0.turnDeg'", "how it is turned", false)
	before := p.asKept("s.things[0].turnDeg")
	p.key(kb.ArrowUp)
	p.saved()
	assert.Equal(t, before+5, p.asKept("s.things[0].turnDeg"))
	p.key(kb.Escape)
	p.until("document.activeElement.dataset.thing === 'thing-0'", "the thing itself")
	p.key(kb.Escape)
	p.until("!document.querySelector('.in-hand')", "nothing in hand")

	// Taken away by its own press, and back by undo.
	n := p.things()
	p.onRoll("thing-1")
	name := eval[string](p, "document.querySelector('[data-roll=thing-1]').innerText")
	p.click("Take away")
	p.until(fmt.Sprintf("%s === %d", thingsJS, n-1), "one less")
	p.saved()
	assert.False(t, eval[bool](p, "!!document.querySelector('.in-hand')"), "the hand is empty")
	p.press("z", chromedp.ModifierCtrl)
	p.until(fmt.Sprintf("%s === %d", thingsJS, n), "as many as before")
	assert.Equal(t, name, eval[string](p, "document.querySelector('[data-roll=thing-1]').innerText"))
}

// A frame is for one shape alone: it is kept, shown again after a reload, and taken back.
func TestAFrameHasItsOwnCrop(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/set/HERO", "Key to fill", "")
	p.until("document.querySelectorAll('.crops button').length >= 3", "the crops")
	p.click("4:5")
	p.click("only this")
	p.saved()
	p.until("document.querySelector('.crops').innerText.includes('for this alone')", "what it is for")
	assert.Equal(t, 1.0, p.asKept("Number(s.crop === '4:5')"))
	p.do(chromedp.Reload())
	p.until("document.querySelector('.crops')?.innerText.includes('for this alone')", "the same after a reload")
	p.press("z", chromedp.ModifierCtrl)
	p.until("!document.querySelector('.crops').innerText.includes('for this alone')", "every shape again")
	assert.Equal(t, 1.0, p.asKept("Number(!s.crop)"))
}

// asKept is a number of the set as the server has it.
func (p *page) asKept(js string) float64 {
	p.t.Helper()
	eval[any](p, `window.kept = undefined; (async () => { const s = (await (await fetch('/api/shots/' + location.pathname.split('/').pop() + '/set')).json()).set; window.kept = String(`+js+`) })(); null`)
	p.until("window.kept !== undefined", "the set as it is kept")
	v, err := strconv.ParseFloat(eval[string](p, "window.kept"), 64)
	require.NoError(p.t, err)
	return v
}

// Words on the bench lie over one another on no set of the demo, and none is cut off, wide and narrow.
func TestNamesOnTheBenchNeverLieOverOneAnother(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/set/HERO", "Key to fill", "")
	eval[any](p, `window.all = null; (async () => { const s = location.pathname.split('/')[2]; window.all = (await (await fetch('/api/shoots/' + s + '/shots')).json()).rows.map(r => '/shoots/' + s + '/set/' + r.shot.id) })(); null`)
	p.until("window.all", "the shots")
	all := eval[[]string](p, "window.all")
	require.Greater(t, len(all), 20)
	for _, size := range [][2]int64{{1280, 800}, {390, 844}} {
		p.do(chromedp.EmulateViewport(size[0], size[1]))
		for i, path := range all {
			if i%3 != 0 && size[0] < 720 {
				continue
			}
			p.go_(path)
			p.until("document.querySelector('[data-reading=keyFill]') && document.querySelectorAll('.bench-view').length === 2 && !document.querySelector('.figures[aria-busy=true]')", "the set at "+path)
			bad := eval[[]string](p, `[...document.querySelectorAll('.bench-view')].flatMap(v => {
			  const pane = v.getBoundingClientRect(), all = [...v.querySelectorAll('text')].map(e => [e.textContent.trim(), e.getBoundingClientRect()])
			  return all.flatMap(([w, r], i) => [
			    ...(r.left < pane.left - 1 || r.right > pane.right + 1 || r.top < pane.top - 1 || r.bottom > pane.bottom + 1 ? [w + ' is cut off'] : []),
			    ...all.slice(i + 1).filter(([, q]) => Math.min(r.right, q.right) - Math.max(r.left, q.left) > 1 && Math.min(r.bottom, q.bottom) - Math.max(r.top, q.top) > 2).map(([x]) => w + ' over ' + x)])
			})`)
			assert.Empty(t, bad, "%s at %d", path, size[0])
			if size[0] > 720 {
				p.until("document.querySelector('.ask')", "all of the reading")
				assert.LessOrEqual(t, eval[int](p, "document.querySelector('.reading').scrollHeight"), 1200, "the reading is one and a half screens at the most: %s", eval[string](p, "document.querySelector('.pick select').selectedOptions[0].text + ' | ' + [...document.querySelector('.reading').children].map(e => e.className + ' ' + Math.round(e.getBoundingClientRect().height)).join(', ') + ' | ' + [...document.querySelectorAll('.reading .findings > article')].map(e => e.dataset.finding)"))
			}
			assert.GreaterOrEqual(t, eval[int](p, "document.querySelectorAll('.bench-view.above text').length"), 2, "camera and window are named: "+path)
		}
	}
}
