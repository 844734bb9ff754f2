package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// A frame is pinned by mouse and keys, the pin goes its way, and time is counted through a shut window.
func TestAFrameIsPinnedAndTimed(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/work", "Nothing is pinned", "")
	p.until("document.querySelectorAll('.items li').length === 3", "the kept frames")
	p.until("document.querySelector('.picture img')?.naturalWidth > 100", "the picture")
	p.withAxe()
	p.press("n")
	p.until("document.querySelectorAll('.pin').length === 1", "a pin in the middle")
	eval[any](p, "document.querySelector('.pin').focus()")
	p.key(kb.ArrowLeft)
	p.until("document.querySelector('.pin').style.left === '49%'", "it is moved")
	p.type_("[aria-label='What pin 1 is about']", "Wires <b>behind</b> the leaf")
	p.key(kb.Tab)
	p.until("document.querySelector('.pin').getAttribute('aria-label').includes('Wires <b>behind</b>')", "its words are kept")
	p.openToAll("work")
	p.sees("0 of 1 pins done")
	p.click("Done")
	p.sees("1 of 1 pins done")
	p.press("z", chromedp.ModifierCtrl)
	p.sees("0 of 1 pins done")

	p.click("Count:")
	p.until("[...document.querySelectorAll('.timer button')].some(b => b.innerText.startsWith('Stop:'))", "it counts")
	p.do(chromedp.Reload())
	p.until("[...document.querySelectorAll('.timer button')].some(b => b.innerText.startsWith('Stop:'))", "it counts still")
	p.click("Stop:")
	p.until("[...document.querySelectorAll('.timer button')].some(b => b.innerText.startsWith('Count:'))", "it has ended")
	p.type_("[aria-label='Minutes that were forgotten']", "two hours")
	p.click("Add to")
	p.sees("Minutes, such as 20")
	p.type_("[aria-label='Minutes that were forgotten']", "25")
	p.click("Add to")
	p.until("document.querySelector('.timer li')?.innerText.includes('25 min')", "what was forgotten")
	assert.Contains(t, eval[string](p, "document.querySelector('.count').innerText"), "0:25:")
}
