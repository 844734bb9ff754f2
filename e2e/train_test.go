package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// A session by keyboard alone: drills are answered, right and wrong, told why, and what was answered is kept through a reload.
func TestADrillByKeyboard(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/train", "about five minutes", "")
	p.sees("Your own faults come first")
	p.withAxe()
	p.openToAll("train")
	eval[any](p, "[...document.querySelectorAll('button')].find(b => b.innerText.trim() === 'Begin').focus()")
	p.key(kb.Enter)
	shown := "document.querySelector('.stage img')?.naturalWidth > 200 && document.querySelector('.stage').ariaBusy === 'false'"
	seen := map[string]bool{}
	answered, clocks := 0, 0
	for answered < 4 {
		p.until(shown, "the picture is drawn")
		src := eval[string](p, "document.querySelector('.stage img').src")
		assert.False(t, seen[src], "%s came before", src)
		seen[src] = true
		switch {
		case eval[bool](p, "document.querySelector('.face') !== null"):
			clocks++
			eval[any](p, "document.querySelector('.face button[tabindex=\"0\"]').focus()")
			p.key(kb.ArrowRight)
			p.until("document.activeElement.innerText.trim() === '1'", "on to one o'clock")
			if clocks == 1 {
				p.withAxe()
				p.openToAll("a drill")
			}
			p.key(kb.Enter)
		case eval[bool](p, "document.querySelector('.crops') !== null"):
			p.until("[...document.querySelectorAll('.crops img')].every(i => i.naturalWidth > 200)", "the crops")
			p.press("2")
		default:
			p.press("1")
		}
		p.until("document.querySelector('.grade') !== null", "it is graded")
		p.sees("Comes again on")
		yes := eval[bool](p, "document.querySelector('.grade .yes') !== null")
		assert.Equal(t, yes, eval[bool](p, "document.querySelectorAll('.ask .wrong').length === 0"), "the answer is marked as it was graded")
		assert.Equal(t, 1, eval[int](p, "document.querySelectorAll('.ask .right').length"), "one is right")
		answered++
		assert.Equal(t, answered, eval[int](p, "document.querySelectorAll('.steps .yes, .steps .no').length"))
		if answered == 1 { // how the figure came about
			eval[any](p, "document.querySelector('.grade .figure button').focus()")
			p.key(kb.Enter)
			p.until("document.querySelector('.grade .working li') !== null", "the working")
			eval[any](p, "[...document.querySelectorAll('.grade button')].at(-1).focus()")
		}
		p.until("document.activeElement.innerText.trim() === 'Next picture'", "the way on is in hand")
		p.key(kb.Enter)
		p.until("document.querySelector('.grade') === null", "the next one")
	}
	assert.Positive(t, clocks, "one asks for the clock")
	known := "document.querySelectorAll('.boxes i:not(.b0)').length"
	p.until(known+" === 4", "each answer has moved its square")
	p.do(chromedp.Reload())
	p.sees("about five minutes")
	p.until(known+" === 4", "it is kept")
	p.click("Begin")
	p.until(shown, "the first of another session")
	assert.False(t, seen[eval[string](p, "document.querySelector('.stage img').src")], "what was answered does not come again")
}
