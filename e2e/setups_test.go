package e2e

import (
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// One set, many frames: frames are accepted and drafted, a prop is swapped for what was next,
// the light is changed for all frames and for one alone, and the sheet is printed.
func TestOneSetManyFrames(t *testing.T) {
	t.Parallel()
	t.Run("mouse", func(t *testing.T) { oneSetManyFrames(t, false) })
	t.Run("keys", func(t *testing.T) { oneSetManyFrames(t, true) })
}

func oneSetManyFrames(t *testing.T, byKeys bool) {
	p := demoPage(t)
	// do presses a button or link that begins with some words, by mouse or by keys.
	do := func(words string) {
		t.Helper()
		if !byKeys {
			p.click(words)
			return
		}
		p.until("[...document.querySelectorAll('button, a, summary')].some(e => e.getClientRects().length && !e.disabled && e.innerText.trim().startsWith("+quote(words)+"))", words)
		p.tabTo("a.innerText?.trim().startsWith("+quote(words)+")", words, false)
		p.key(kb.Enter)
	}
	p.visit("Rind", "/dish", "Frames in this recipe", "")
	do("or all")
	p.sees("✓ on the list")
	p.visit("Rind", "/contact", "Not planned yet", "")
	if byKeys {
		p.key("d")
	} else {
		p.click("Draft ")
	}
	p.until("document.querySelectorAll('.sheet section').length > 0 && !document.body.innerText.includes('Not planned yet')", "all of it is planned")
	p.until("document.querySelectorAll('.sheet img').length > 2", "pictures fill in")

	// A frame of the set-up with the most.
	most := "[...document.querySelectorAll('.sheet section')].sort((a, b) => b.querySelectorAll('li').length - a.querySelectorAll('li').length)[0]"
	n := eval[int](p, most+".querySelectorAll('li').length")
	require.Greater(t, n, 2, "several frames of one set-up")
	if byKeys {
		p.key("j")
		p.until("document.activeElement?.dataset.shot", "a frame has the focus")
		eval[any](p, most+".querySelector('a').focus(); null")
		p.key(kb.Enter)
	} else {
		eval[any](p, most+".querySelector('a').click(); null")
	}
	p.sees("one set-up, " + itoa(n) + " frames")

	// The vessel is swapped for the next, and back.
	vessel := "[...document.querySelectorAll('dt')].find(e => e.innerText.startsWith('Vessel'))?.nextElementSibling"
	do("Why it stands so")
	p.until(vessel+"?.querySelector('[aria-pressed=false]')", "what would have been next")
	next := eval[string](p, vessel+".querySelector('[aria-pressed=false]').innerText.trim()")
	do(next)
	p.until(vessel+"?.querySelector('[aria-pressed=true]')?.innerText.trim() === "+quote(next), "it stands there")
	p.saved()
	p.sees("Changed for all " + itoa(n) + " frames: vessel")
	do("Good for all")
	p.until("!document.querySelector('.asks')", "it is meant for all")

	// The window's width, for all and then for this one alone.
	if byKeys { // one of the roll is in the order of the keyboard, arrows go to the others
		p.tabTo("a.matches('[data-roll]')", "the roll", false)
		for range 30 {
			if eval[string](p, "document.activeElement.dataset.roll") == "light-0" {
				break
			}
			p.key(kb.ArrowRight)
		}
	} else {
		p.onRoll("light-0")
	}
	field := "[id='h-lights.0.widthMm']"
	p.until("document.querySelector("+quote(field)+")", "the window in hand")
	was := p.asKept("s.lights[0].widthMm")
	change := func(v string) {
		t.Helper()
		eval[any](p, "document.querySelector("+quote(field)+").focus(); document.querySelector("+quote(field)+").select(); null")
		p.key(v + kb.Enter)
		p.saved()
	}
	change("61")
	p.sees("Changed for all " + itoa(n) + " frames: light")
	do("Only here")
	p.sees("this frame alone")
	assert.Equal(t, 610.0, p.asKept("s.lights[0].widthMm"))
	p.press("z", chromedp.ModifierCtrl)
	p.sees("one set-up, " + itoa(n) + " frames")
	p.press("z", chromedp.ModifierCtrl)
	for range 100 {
		if p.asKept("s.lights[0].widthMm") == was {
			break
		}
		time.Sleep(50 * time.Millisecond)
	}
	assert.InDelta(t, was, p.asKept("s.lights[0].widthMm"), 1e-9, "one press takes the light back for all")

	// Taken out, and stood in it again.
	do("Take out")
	p.sees("this frame alone")
	name := eval[string](p, "[...document.querySelector('[aria-label=\"Stand this frame in another set-up\"]').options].map(o => o.text.trim()).find(x => x && !x.startsWith('Stand') && !x.startsWith('Ingred'))")
	p.pick("[aria-label='Stand this frame in another set-up']", name)
	p.sees("one set-up, " + itoa(n) + " frames")

	pdf := eval[string](p, "window.sheet = ''; fetch('/api' + location.pathname.replace(/\\/set\\/.*/, '/contact.pdf')).then(async r => window.sheet = r.status + ' ' + r.headers.get('content-type') + ' ' + (await r.text()).slice(0, 5)); ''")
	assert.Empty(t, pdf)
	p.until("window.sheet", "the sheet")
	assert.True(t, strings.HasPrefix(eval[string](p, "window.sheet"), "200 application/pdf %PDF-"), "%s", eval[string](p, "window.sheet"))

	// Back on the sheet, changed by one light, every picture of that set-up is made again.
	p.visit("Rind", "/contact", "Pictures as they stand", "")
	assert.Equal(t, 0, eval[int](p, "document.querySelectorAll('.sheet img.old').length"))
}
