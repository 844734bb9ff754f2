package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// Three old frames are read again, and what was noted on all of them comes first on a new set that has it, with the frame that
// shows it; taken back once, it does not.
func TestWhatWasNotedComesUpOnTheNextSet(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	again := "document.querySelector(\"[data-finding='again-too-hard']\")"
	p.visit("Merrow", "/set/HERO", "Depth of field", "")
	p.until("document.querySelectorAll('[data-finding]').length", "what was found")
	assert.False(t, eval[bool](p, again+" !== null"), "nobody noted it yet")

	p.visit("Allotment", "/back", "Look here first", "")
	p.withAxe()
	p.openToAll("back")
	for n := 1; n <= 3; n++ {
		p.until("document.querySelector('.picture img')?.naturalWidth > 100", "the picture")
		p.until("[...document.querySelectorAll('.hints li')].some(l => l.innerText.includes('Shadows too deep'))", "what was measured")
		eval[any](p, "[...document.querySelectorAll('.hints li')].find(l => l.innerText.includes('Shadows too deep')).querySelector('button').click()")
		p.until("document.querySelectorAll('.pins > li').length === 3", "it is pinned")
		p.sees("Saved")
		if n < 3 {
			was := eval[string](p, "document.querySelector('aside h2, .reading h2')?.innerText ?? ''")
			p.press("j")
			p.until("(document.querySelector('aside h2, .reading h2')?.innerText ?? '') !== "+quote(was), "the next frame")
			p.until("document.querySelectorAll('.pins > li').length === 2", "its notes")
		}
	}
	// By keyboard: a note in the middle, its word and where it lies.
	p.press("n")
	p.until("document.querySelectorAll('.pins > li').length === 4 && document.activeElement?.tagName === 'SELECT'", "a new one")
	assert.Contains(t, eval[string](p, "document.body.innerText"), "Saved", "what says nothing is not sent")
	p.pick("[aria-label='Which: note 4']", "Garnish in a line")
	eval[any](p, "document.querySelectorAll('.pin')[3].focus()")
	p.key(kb.ArrowRight)
	p.until("document.querySelectorAll('.pin')[3].style.left === '51%'", "it is moved")
	p.sees("Saved")
	p.do(chromedp.Reload())
	p.until("document.querySelectorAll('.pin').length === 4 && document.querySelectorAll('.pin')[3].style.left === '51%'", "it is kept")

	p.visit("Merrow", "/set/HERO", "Depth of field", "")
	p.until(again, "it comes up")
	p.sees("Noted on 3 of your frames")
	p.until("document.querySelector(\"[data-finding='again-too-hard'] img\").naturalWidth > 50", "with the frame that shows it")
	p.withAxe()
	p.openToAll("a warning from old frames")

	p.visit("Allotment", "/back", "Look here first", "")
	p.until("document.querySelectorAll('.pins > li').length === 3", "the first frame")
	p.click("Take note 3 away")
	p.until("document.querySelectorAll('.pins > li').length === 2", "taken away")
	p.sees("Saved")
	p.visit("Merrow", "/set/HERO", "Depth of field", "")
	p.until("document.querySelectorAll('[data-finding]').length", "what was found")
	assert.False(t, eval[bool](p, again+" !== null"), "twice is no habit")

	p.visit("Allotment", "/year", "What comes again", "")
	p.until("document.querySelectorAll('.chart svg').length === 2", "both charts")
	p.sees("Depth too thin")
	p.withAxe()
	p.openToAll("the year")
}
